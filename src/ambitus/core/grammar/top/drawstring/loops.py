"""Loops caught in the side seam: one to hang the bag by, or two at its foot that the cords run through."""

from ambitus.core.form.model import Form, Strip
from ambitus.core.form.sewn import Caught, Place
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import one_round
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.drawstring.fields import CORDS, LOOP, LOOP_WIDE, LOOPS, OPENING
from ambitus.core.lengths import paired
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term, to_grid

LOOP_PARAMS = (
    Param(
        LOOPS,
        "Loops",
        "choice",
        "none",
        way_out="none",
        options=(
            Option("none", "None", "Only the cord."),
            Option(
                "hanging",
                "A loop to hang it by",
                "Caught in a side seam below the channel; a key tab is one too.",
            ),
            Option("bottom", "Loops at the foot", "The cords run down through them: worn on the back."),
        ),
    ),
    Param(LOOP, "Loop, visible", "length", paired(25), low=8, high=200, shown_unless=(LOOPS, "none")),
    Param(LOOP_WIDE, "Loop, wide", "length", paired(15), low=5, high=60, shown_unless=(LOOPS, "none")),
)


def at_foot(bag: Resolved) -> bool:
    """Return whether the cords run down to loops at the foot of the bag."""
    return LOOPS.is_(bag, "bottom")


def loops_of(bag: Resolved) -> Strip | None:
    """Return the loops: twice what is seen and both seams long, folded in four; None where there are none."""
    if LOOPS not in bag.values or LOOPS.is_(bag, "none") or "side" not in bag.kinds.classes:
        return None
    seen, wide = LOOP.term(bag, "Visible"), LOOP_WIDE.term(bag, "Width of the loop")
    seam = sum(t.mm for t in edge_terms(bag, "side"))
    length = (
        seen.scaled(2, "Doubled.", 2),
        Term("Side seam", 2 * seam, "Both ends are caught in it.", times=2),
    )
    why = "Folded in four: both edges to the middle, then in half."
    across = (wide.scaled(4, why, 4),)
    return Strip(
        "loop",
        "",
        "Loop",
        2 if at_foot(bag) else 1,
        to_grid("How long to cut it", length, bag.grid),
        to_grid("How wide to cut it", across, bag.grid),
        seam,
    )


def loops_caught(bag: Resolved, form: Form, layer: Layer, below: float) -> tuple[Caught, ...]:
    """
    Return where loops are caught in the side seams: at the foot, or one *below* mm under the finished top.

    Both halves of a loop lie on each other, so each is caught once.
    """
    loops = loops_of(bag)
    if loops is None or layer != "outer":
        return ()
    seams = [s for s in form.seams if s.seam == "side"]
    foot, wide = at_foot(bag), LOOP_WIDE.of(bag)
    out = []
    for seam in seams[: loops.count]:
        at = seam.chains[0][-1 if foot else 0]
        face = form.face(at.face)
        edges, i = face.edges, face.edge_index(at.edge)
        ends_at_top = edges[(i + 1) % len(edges)].seam == "top"
        along = wide / 2 if foot else below + wide
        out.append(Caught("loop", Place(at.face, at.edge, along, back=ends_at_top != foot), "side"))
    return tuple(out)


def loop_strips(bag: Resolved, form: Form) -> tuple[Strip, ...]:
    """Return the loops as the small pieces of a drawn-up top."""
    loops = loops_of(bag)
    return (loops,) if loops else ()


def no_two_sides(bag: Resolved) -> str:
    """Return why one cord cannot cross the other side in the open, or nothing."""
    if OPENING not in bag.values:
        return "between bands both sides are open already: the cord is one"
    if OPENING.of(bag) not in ("slot", "slit"):
        return "a cord that crosses one side in the open needs a slot or a slit at both"
    if "side" not in bag.kinds.classes or one_round(bag):
        return "a cord that crosses one side in the open needs a seam at both"
    # bases with a step have panels at their sides
    return "with panels at the sides no one seam lies opposite" if STEP in bag.values else ""


def no_side_seam(bag: Resolved) -> str:
    """Return why loops, or the way that the cord goes, do not go with this bag, or nothing."""
    if CORDS in bag.values and CORDS.is_(bag, "across") and (wrong := no_two_sides(bag)):
        return wrong
    if LOOPS not in bag.values or LOOPS.is_(bag, "none"):
        return ""
    if "side" not in bag.kinds.classes:
        return "there is no side seam to catch a loop in"
    if at_foot(bag) and not CORDS.is_(bag, "two"):
        return "cords that run down to loops at the foot are two"
    return (
        "a tube of one panel has one side seam, and two loops need two"
        if at_foot(bag) and one_round(bag)
        else ""
    )


def loop_steps(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the making of the loops and their catching, before the side seams."""
    loops = loops_of(bag)
    if loops is None:
        return ()
    where = (
        "at both lower corners, folded inwards" if loops.count == 2 else "below the channel, folded inwards"
    )
    return (
        Step(
            "make loops",
            "Fold the loops in four and stitch them"
            if loops.count == 2
            else "Fold the loop in four and stitch it",
            "Both edges to the middle, then in half; rows along both edges.",
            250,
            needs=("pieces cut",),
            gives=("loops made",),
            acts=(acts.Make(("loop",)),),
            settings=f"Iron: {bag.cloth('outer').iron}.",
            cautions=("hot iron",),
        ),
        Step(
            "baste loops",
            "Baste the loops to the side edges" if loops.count == 2 else "Baste the loop to a side edge",
            f"On the right side of one panel, {where}, raw edges level; sewn over three times.",
            300,
            needs=("loops made", "outer panels laid"),
            gives=("loops caught",),
            acts=(acts.Baste(("loop",), "outer", at="side"),),
            lengths=(("Visible", LOOP.of(bag)),),
        ),
    )
