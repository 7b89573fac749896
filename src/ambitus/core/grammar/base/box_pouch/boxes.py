"""What both ways of pressing a box have in common: its sizes, how it stands, a zip that is not counted."""

from ambitus.core.form.model import Dimension
from ambitus.core.form.stance import SizeLine, Stance
from ambitus.core.grammar.base.panels import ring, told
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.grammar.top.zip.tape import left_out
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


def left_out_terms(bag: Resolved, comes_out: str = "broader") -> tuple[Term, ...]:
    """Return what of the zip comes on top of a size, where it is not counted."""
    more = left_out(bag)
    if not more:
        return ()
    return (Term("Half of the zip that shows, not counted", more, f"The pouch comes out {comes_out} by it."),)


def box_sizes(bag: Resolved, long: float, broad: float, high: float) -> dict[str, Dimension]:
    """Return the three sizes of a box as they come out."""
    return {
        "length": told(bag, "length", "Length", long),
        "breadth": told(bag, "breadth", "Breadth", broad),
        "height": told(bag, "height", "Height", high),
    }


def box_stance(long: float, broad: float, high: float) -> Stance:
    """Return how a closed box stands, and where its three sizes are written."""
    box = ring(long, broad)
    return Stance(
        base_outline=box,
        mouth_outline=box,
        standing_seams=(),
        front_starts=0.0,
        lines=(
            SizeLine(LENGTH, "long", "length", (0, 0, 0), (long, 0, 0)),
            SizeLine(HEIGHT, "high", "height", (0, 0, 0), (0, 0, high)),
            SizeLine(BREADTH, "broad", "breadth", (long, 0, 0), (long, broad, 0)),
        ),
    )
