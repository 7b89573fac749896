"""A facing: the top of the lining in the outer's cloth, so that no lining shows in the open mouth."""

from collections.abc import Callable

from ambitus.core.form.dividing import Dividing, divided
from ambitus.core.form.model import Face, Form, Measure
from ambitus.core.form.sewn import of_two_panels
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.cloth.bottom import held_terms, level_of, on_grid, step_terms, top_of
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.order import LINING_CUT, goes
from ambitus.core.grammar.top.fields import FACING, FACING_HEIGHT, GAP_IN
from ambitus.core.grammar.top.lining import leaves_gap
from ambitus.core.lengths import paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Term, grid_term

FACING_PARAMS = (
    Param(
        FACING,
        "Inside of the top edge",
        "choice",
        "lining",
        options=(
            Option("lining", "Lining up to the edge", "No join."),
            Option("faced", "A facing", "A band of the outer’s cloth, and the lining below it."),
        ),
    ),
    Param(
        FACING_HEIGHT,
        "Facing, visible height",
        "length",
        paired(50),
        low=5,
        high=1000,
        opens="lining/height",
        shown_when=(FACING, "faced"),
        help="From the finished top edge to the join with the lining.",
    ),
)


def is_faced(bag: Resolved) -> bool:
    """Return whether the lining begins below a facing."""
    return FACING.is_(bag, "faced")


def says_lined(how: str) -> Callable[[Resolved], str]:
    """Return how the words of a lined top are told that is finished *how*."""
    return lambda bag: f"lined {how}, faced" if is_faced(bag) else f"lined {how}"


def no_join(bag: Resolved) -> frozenset[str]:
    """Return the seam classes that a top without a facing does without."""
    return frozenset() if is_faced(bag) else frozenset({"join"})


def with_facing(bag: Resolved, form: Form, allowances: Allowances) -> Form:
    """
    Return the lining's *form* with a facing along its top.

    The facing's cut height is brought to the grid: what shows of it, the top edge and the join. It is as
    high everywhere, or where the sides end lower its join is level.
    """
    path = FACING_HEIGHT
    top, join = (sum(t.mm for t in allowances[key]) for key in ("top", "join"))
    held = form.height - level_of(bag, form, form.height - path.of(bag))
    beyond = form.height + top + join
    level = on_grid(bag, form, form.height - held, lambda level: beyond - bag.grid.fit(beyond - level))
    shows = path.term(bag, "Visible height of the facing")
    moved = held_terms(snap(held - shows.mm))

    def facing(below: float) -> tuple[Term, ...]:
        terms = (shows, *moved, *step_terms(bag, form.height - level - below))
        return (*terms, *grid_term(snap(below - sum(t.mm for t in terms))))

    def rest(measure: Measure, ends: int, below: float) -> tuple[Term, ...]:
        why = "What the facing takes its place of, down to the join."
        return (*measure.terms, Term("Facing", -ends * below, why, times=ends))

    how = Dividing("facing", "", facing, rest, bag.grid.holds(2 * join))

    def below(face: Face) -> float:
        return snap(top_of(form, face) - level)

    return divided(form, below, how)


def facing_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the lining's *form* with its facing, where one is wanted and the base lets it be divided."""
    wanted = layer == "lining" and is_faced(bag) and bag.kinds.base.divides
    return with_facing(bag, form, allowances) if wanted else form


def facing_steps(bag: Resolved) -> tuple[Step, ...]:
    """Return the joining of the facing to the lining, before the lining is sewn up."""
    if not is_faced(bag):
        return ()
    return (
        Step(
            "join facing",
            "Join the facing to every piece of the lining",
            "Right sides together; then press the allowance down and topstitch beside the join.",
            225,
            needs=("lining pieces laid",),
            gives=("lining panels laid", "lining panels ready"),
            acts=(
                acts.Sew(acts.Seams(("lining",), "join", "join")),
                acts.Press(("lining",)),
            ),
            settings=f"{stitched(bag.cloth('lining'), 2.5)} Iron: {bag.cloth('lining').iron}.",
            lengths=(("Allowance", JOIN_ALLOWANCE.of(bag)),),
            reads=(Reading("top_to_join", "From the finished top to the join", FACING_HEIGHT.of(bag)),),
            cautions=("hot iron",),
        ),
    )


def lay_lining(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the laying out of the lining's pieces: whole panels, or what is joined to a facing first."""
    if "lining" not in item.bag.kinds.top.layers:
        return ()
    two = of_two_panels(form)
    lies = "Right sides together" if two else "Folded, right sides together"
    if not form.mouth:
        lies = "Flat, right side up"
    gap = GAP_IN.found(item.bag) and leaves_gap(item.bag)
    return (
        Step(
            "lining ready",
            "Lay out the lining panels" if two else "Lay out the lining",
            f"{lies}, the gap marked where {'both' if two else 'it'} can be seen." if gap else f"{lies}.",
            220,
            needs=("lining cut",) if goes(item.bag, LINING_CUT, "turn") else ("pieces marked",),
            gives=("lining pieces laid",)
            if is_faced(item.bag)
            else ("lining panels laid", "lining panels ready"),
            acts=(acts.See(),),
        ),
    )
