"""Joining lining to outer at the mouth, turning through, closing."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.order import GAP_CLOSED, goes
from ambitus.core.grammar.reads import round_mouth_edges, upward_edges
from ambitus.core.grammar.top.facing import facing_steps
from ambitus.core.grammar.top.fields import GAP, GAP_IN
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def gap_open(bag: Resolved) -> Step:
    """Return the gate before a lined bag is closed: its lining has a gap."""
    where: str = GAP_IN.of(bag)
    if bag.kinds.base.one_seam:
        where = "side and base"
    elif where not in bag.sewn:
        where = "gusset"
    return Step(
        "gap open",
        "See that the gap is open",
        f"The lining's {where} seam has its gap, with both ends secured. Without it the bag is sewn shut.",
        600,
        needs=("lining body sewn",),
        gives=("gap is open",),
        acts=(acts.See(("lining",), open=("gap",)),),
        kind="gate",
        seen="open",
        lengths=(("Gap", GAP.of(bag)),),
    )


def close_gap(bag: Resolved, needs: tuple[str, ...]) -> Step:
    """Return the closing of the gap, which closes the bag."""
    return Step(
        "close gap",
        "Close the gap in the lining",
        "By hand, or edge-stitched by machine. Look inside for pins first: this closes the bag.",
        655 if goes(bag, GAP_CLOSED, "first") else 700,
        needs=needs,
        gives=("bag closed",),
        acts=(acts.Close("lining", "gap"),),
        kind="no return",
        lengths=(("Gap", GAP.of(bag)),),
    )


def _turned(twisted: str, over: str) -> tuple[Step, ...]:
    """Return the look at the top seam, its trimming and the turning; the two words tell of straps in it."""
    return (
        Step(
            "inspect top",
            "Look all round the top seam before turning",
            f"No pleat{twisted}, lining and outer caught everywhere.",
            630,
            needs=("top sewn",),
            gives=("top inspected",),
            acts=(acts.See(sewn=acts.Seams(("outer", "lining"), "top")),),
            kind="gate",
            seen="all caught",
        ),
        Step(
            "trim",
            f"Trim the bulk at the corners{over}",
            "Grade the allowances where many layers meet; never through a stitch.",
            640,
            needs=("top inspected",),
            gives=("bulk trimmed",),
            acts=(acts.TrimBulk("outer"),),
            kind="no return",
        ),
        Step(
            "turn",
            "Turn the bag through the gap",
            "Outer first, then push the lining down into it and work the top seam to the edge.",
            650,
            needs=("bulk trimmed",),
            gives=("turned",),
            acts=(acts.Turn("outer", "gap"),),
        ),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps from two sewn bodies to a closed bag."""
    bag = item.bag
    top = TOP_ALLOWANCE.of(bag)
    straps = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    hang = any(s.attach.kind == "in_seam" for s in bag.kinds.carry)
    between = ", straps hanging down between them" if hang else ""
    longer = " Lengthen to 3 over the straps." if hang else ""
    closed_first = goes(bag, GAP_CLOSED, "first")
    twisted = ", no strap end missed or twisted" if hang else ""
    over = " and over the straps" if hang else " and where seams cross"
    return (
        *facing_steps(bag),
        gap_open(bag),
        *turn_out(bag, 535, needs=("outer body sewn",), lined=True),
        Step(
            "join top",
            "Sew the top seam",
            "Outer right side out inside the lining wrong side out, seams on seams, raw edges "
            f"level{between}. Sew once round, starting at a seam.",
            620,
            needs=("right side out", "gap is open", *straps),
            gives=("top sewn",),
            acts=(
                acts.TurnTo(("lining",), "wrong"),
                acts.Nest("outer", "lining"),
                acts.Sew(acts.Seams(("outer", "lining"), "top")),
            ),
            settings=stitched(bag.cloth("outer"), 2.5) + longer,
            lengths=(("Allowance", top),),
            reads=(
                Reading("mouth_round", "Once round the mouth", form.mouth_length, round_mouth_edges(form)),
            ),
            cautions=("needle over bulk",),
        ),
        *_turned(twisted, over),
        Step(
            "topstitch",
            "Press the top edge and topstitch round it",
            "The lining rolls just out of sight. Keep the free arm of the machine inside the bag.",
            660,
            needs=("bag closed",) if closed_first else ("turned",),
            gives=("top finished",),
            acts=(
                acts.Press(("outer", "lining"), "right"),
                acts.Stitch(acts.Edges(("outer", "lining"), "top")),
            ),
            settings=f"Iron: {bag.cloth('outer').iron}. {stitched(bag.cloth('outer'), 3)}",
            reads=(Reading("front_height", "Height at the front", form.height, upward_edges(form)),),
            cautions=("hot iron", "free arm"),
        ),
        close_gap(bag, needs=("turned",) if closed_first else ("top finished",)),
        measure_back(form, needs=("bag closed", "top finished")),
    )
