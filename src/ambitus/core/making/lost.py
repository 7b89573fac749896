"""What is lost after a step that has no way back, as its acts tell it."""

from ambitus.core.sew import acts
from ambitus.core.steps.model import Step

_LOST: tuple[tuple[type | tuple[type, ...], str], ...] = (
    (acts.CutOut, "A corner that is cut too large cannot be put back: it sets the depth of the bag."),
    (acts.Cut, "What is cut too small cannot be made larger."),
    (acts.CutZip, "Cut off, the end of the zip is gone, and the slider can leave it there."),
    ((acts.Pierce, acts.Buttonhole), "A hole in the cloth stays."),
    (acts.Snip, "A snip past the stitching is a hole in the seam."),
    ((acts.Trim, acts.TrimBulk, acts.TrimTips, acts.Level), "What is trimmed off cannot be let out again."),
    (acts.Close, "Closed, the bag cannot be turned again, and what was left inside stays there."),
    (acts.See, "What is cut away cannot be put back."),
)
#: said of anything else
_ELSE = "It cannot be taken back."


def lost_after(step: Step) -> str:
    """Return what is lost after *step*; nothing where there is a way back."""
    if step.kind != "no return":
        return ""
    kinds = [type(act) for act in step.acts]
    return next((said for of, said in _LOST if any(issubclass(kind, of) for kind in kinds)), _ELSE)
