"""What every make of strap shares: its phrase, and the two steps from cut strip to strap."""

from ambitus.core.grammar.carry.strap import attached
from ambitus.core.grammar.contract import PAIRS, Phrase
from ambitus.core.lengths import amount
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term


def phrase(words: str) -> Phrase:
    """Return the phrase of a make of strap, in *words*."""
    return Phrase(
        key="strap",
        label="Straps",
        before=", two straps ",
        says=lambda bag, view, prefix: f"{words}, {attached(bag, prefix)}",
        choices=(PAIRS, "make", "attach", "measure", "held", "place"),
        fields=(
            "width",
            "drop",
            "length",
            "from_side",
            "from_face",
            "gap",
            "turn",
            "past",
            "tuck",
            "inside",
            "from_top",
            "box",
            "end",
        ),
    )


def width_term(bag: Resolved, prefix: str, times: int, why: str) -> Term:
    """Return the finished width, *times* over."""
    path = f"{prefix}.width"
    return Term("Strap width", times * bag.mm(path), f"{why} {bag.why(path)}", bag.source(path), times=times)


def twice_as_wide(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return the width of a core that lies centred on the strip, double in the finished strap."""
    return (
        width_term(bag, prefix, 2, "Centred on the strip, so that it lies double in the finished strap."),
    )


def making_steps(
    bag: Resolved, prefix: str, fold: tuple[str, str], stitch: tuple[str, str]
) -> tuple[Step, ...]:
    """Return the steps from strip to strap: (title, say) of the folding and of the stitching."""
    at, path = prefix.rsplit(".", 1)[1], f"{prefix}.width"
    core = (
        ("strap cores fused",)
        if bag.bag.interfacing.cuts
        and not bag.bag.interfacing.part
        and bag.bag.carry[int(at)].make.core_width(bag, prefix)
        else ()
    )
    return (
        Step(
            f"strap {at} fold",
            fold[0],
            fold[1],
            300,
            needs=("pieces cut", *core),
            gives=(f"carry {at} folded",),
            settings=f"Iron: {bag.cloth('outer').iron}.",
            reads=(("Folded strap, across", bag.mm(path)),),
            cautions=("hot iron", "steam"),
        ),
        Step(
            f"strap {at} stitch",
            stitch[0],
            stitch[1],
            310,
            needs=(f"carry {at} folded",),
            gives=(f"carry {at} made",),
            settings=f"Straight stitch 3, {bag.cloth('outer').needle}, {amount(2, bag.unit)} from the edge.",
            cautions=("needle over bulk",),
        ),
    )
