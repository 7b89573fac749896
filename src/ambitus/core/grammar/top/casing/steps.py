"""The casing: folded and stitched once the bag is sewn up, or on flat panels where its ends are open."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.order import CASING_SEWN, CORD_LAID, goes
from ambitus.core.grammar.top.casing.measures import is_overlocked, rows, turn_down
from ambitus.core.grammar.top.drawstring.fields import OPENING
from ambitus.core.grammar.top.drawstring.sewing import eyelet_step, slit_steps, thread_steps
from ambitus.core.grammar.top.fields import TURN
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def on_open_tube(bag: Resolved) -> bool:
    """Return whether the casing is sewn on a tube whose base is not in yet."""
    return goes(bag, CASING_SEWN, "before") and has_base_of_its_own(bag)


def has_base_of_its_own(bag: Resolved) -> bool:
    """Return whether there is a tube to sew a casing on before its base closes it."""
    return "ring" in bag.kinds.base.classes and not OPENING.is_(bag, "ends")


def _edge_finished(open_ends: bool, rank: int, needs: tuple[str, ...]) -> Step:
    """Return the finishing of the raw edge above the casing: while it lies flat, or all round."""
    sides = " and the open ends of both side edges" if open_ends else ""
    return Step(
        "finish casing edge",
        f"Finish the raw top edge{sides}",
        "Overlock it flat, right side up, so that it cannot catch the cord."
        if open_ends
        else "Overlock it all round, so that it cannot catch the cord.",
        rank,
        needs=needs,
        gives=("casing edge finished",),
        acts=(
            acts.Finish(acts.Edges(("outer",), "top")),
            *((acts.HoldOpen("outer"),) if open_ends else ()),
        ),
        settings="Overlock or zigzag, no stretching.",
    )


def _top_known() -> Step:
    """Return the marking of the finished top, below which straps are placed."""
    return Step(
        "top known",
        "Mark the finished top on the panels",
        "The second crease: what is placed on the face is measured from it.",
        205,
        needs=("outer panels laid",),
        gives=("outer panels ready", "outer top known"),
        acts=(acts.See(),),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps from flat panels to a threaded cord."""
    bag = item.bag
    open_ends = OPENING.is_(bag, "ends")
    on_tube, laid = on_open_tube(bag), goes(bag, CORD_LAID, "before")
    rank, lies = (340, "outer panels laid") if open_ends else (610, "outer body sewn")
    if on_tube:
        rank, lies = 404, "outer tube pressed"
    needs: tuple[str, ...] = (lies,)
    outer, turn = bag.cloth("outer"), TURN.of(bag)
    out = [*eyelet_step(bag)]
    if not open_ends:
        before, needs = slit_steps(bag, needs, 403 if on_tube else 532)
        out += before
    if is_overlocked(bag) or open_ends:
        out.append(_edge_finished(open_ends, rank, needs))
        needs = ("casing edge finished",)
    first = "The first turn to the first fold-to line, then the casing to the second. " if turn else ""
    lower, upper = rows(bag)[-1], rows(bag)[0]
    out += [
        Step(
            "press casing",
            "Press the casing down",
            f"{first}To the wrong side, all the way round, the same depth everywhere.",
            rank + (0 if on_tube else 2),
            needs=needs,
            gives=("casing pressed",),
            acts=(acts.Fold(acts.Edges(("outer",), "top")),),
            settings=f"Iron: {outer.iron}.",
            lengths=(*((("First turn", turn),) if turn else ()), ("Casing", turn_down(bag))),
            cautions=("hot iron",),
        ),
        Step(
            "stitch casing",
            "Stitch the casing",
            ("Both rows, the lower one first. " if upper < lower else "One row beside the lower fold. ")
            + ("" if open_ends else "Keep the free arm inside; do not stitch across the opening.")
            + (" Keep the cord up in the fold: a row that catches it holds it for good." if laid else ""),
            rank + (0 if on_tube else 4),
            needs=("cord in",) if laid else ("casing pressed",),
            acts=(acts.Stitch(acts.Edges(("outer",), "top")),),
            gives=("casing stitched", *(("outer panels ready", "outer top known") if open_ends else ())),
            settings=stitched(outer, 2.5),
            reads=(
                Reading("lower_row", "Lower row below the top", lower),
                *((Reading("upper_row", "Upper row below the top", upper),) if upper < lower else ()),
            ),
            cautions=() if open_ends else ("free arm",),
        ),
    ]
    if not open_ends:
        out.append(_top_known())
    caught = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    out += turn_out(bag, 680, needs=("casing stitched", "outer body sewn"))
    at = rank + (0 if on_tube else 3)
    out += thread_steps(bag, form, ("right side out",), laid=("casing pressed", at) if laid else None)
    return (*out, measure_back(form, needs=("cord threaded", *caught)))
