"""A bottom of another cloth, given by the height at which it shows, and panels of two layers."""

from collections.abc import Callable
from dataclasses import replace

from ambitus.core.form.dividing import Dividing, divided, top_runs, upright
from ambitus.core.form.model import Dimension, Face, Form, Measure
from ambitus.core.form.stance import SizeLine
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.cloth.fields import BASE_CLOTH, BOTTOM, BOTTOM_HEIGHT
from ambitus.core.grammar.cloth.prints import two_cloths
from ambitus.core.grammar.cloth.strips import alternates
from ambitus.core.grammar.contract import SHORTER, Allowances, Layer
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import GRID, OfField, Term, grid_term

#: Default (ours): what each of the two parts keeps of the height, in mm.
LEAST = 10.0

BOTTOM_PARAMS = (
    Param(
        BOTTOM,
        "Bottom",
        "choice",
        "same",
        way_out="same",
        options=(
            Option("same", "The same cloth", "The panels are cut in one."),
            Option("contrast", "A contrasting bottom", "Another cloth, joined on at a height of your own."),
        ),
    ),
    Param(
        BOTTOM_HEIGHT,
        "Bottom, visible height",
        "length",
        paired(75),
        low=5,
        high=1500,
        opens="outer/height",
        shown_when=(BOTTOM, "contrast"),
        help="From the edge the bag stands on to the join.",
    ),
)


#: of a base that is a piece of its own: whether it goes with the bottom above it
BASE_OF = Param(
    BASE_CLOTH,
    "Base piece",
    "choice",
    "bottom",
    options=(
        Option("bottom", "Of the bottom’s cloth", "It goes on under the bag."),
        Option("outer", "Of the outer’s cloth", "Only the walls show the other cloth."),
    ),
    shown_when=(BOTTOM, "contrast"),
)


def base_of_bottom(bag: Resolved) -> bool:
    """Return whether a base that is a piece of its own is cut of the cloth of the bottom."""
    return has_bottom(bag) and BASE_CLOTH.is_(bag, "bottom")


def has_bottom(bag: Resolved) -> bool:
    """Return whether the bag has a bottom of another cloth."""
    return BOTTOM.is_(bag, "contrast")


def cloths_outside(bag: Resolved) -> tuple[str, ...]:
    """Return which cloths the outer is cut of, as the ends of their fields."""
    second = has_bottom(bag) or alternates(bag) or two_cloths(bag)
    return ("outer", "contrast") if second else ("outer",)


def level_of(bag: Resolved, form: Form, asked: float) -> float:
    """Return *asked* held where a join has room: above rounded corners, below the lowest top edge, in mm."""
    low = max(form.rounded, 0.0) + LEAST
    return max(low, min(asked, form.height - form.lower_sides - LEAST))


def _foot(face: Face, measure: Measure, allowances: Allowances) -> float:
    """Return the cloth beyond the lower end of a panel's height; none at a fold."""
    if measure.folds:
        return 0.0
    return sum(t.mm for t in allowances[face.edges[face.edge_index(measure.low)].seam])


def top_of(form: Form, face: Face) -> float:
    """Return how high the top edge of *face* stands, in mm."""
    return form.height - (form.lower_sides if face.part == "side" else 0.0)


def step_terms(bag: Resolved, mm: float) -> tuple[Term, ...]:
    """Return what a band is lower by, *mm* where sides end below the front; nothing elsewhere."""
    step = snap(mm)
    return (Term("Step", -step, STEP.why(bag), STEP.source(bag), of=OfField(STEP)),) if step > 0 else ()


def on_grid(bag: Resolved, form: Form, held: float, brought: Callable[[float], float]) -> float:
    """Return *held* as *brought* to the grid, on the line next to it where a join has no room on that."""
    levels = (snap(brought(held + lines * bag.grid.step)) for lines in (0, 1, -1))
    fits = (level for level in levels if abs(level_of(bag, form, level) - level) < 1e-9)
    return next(fits, level_of(bag, form, snap(brought(held))))


def held_terms(mm: float) -> tuple[Term, ...]:
    """Return how much higher, *mm*, a join lets its piece be than was asked, to lie where it has room."""
    why = "A join needs room above rounded corners and below the lowest top edge."
    return (Term("To where a join has room", mm, why),) if abs(mm) > 1e-6 else ()


def with_bottom(bag: Resolved, form: Form, allowances: Allowances) -> Form:
    """
    Return *form* with a bottom of another cloth.

    The bottom's cut height is brought to the grid: what shows of it, what lies under the bag, and both its
    seams. The rest of the height is the upper part's.
    """
    asked, path = BOTTOM_HEIGHT.of(bag), BOTTOM_HEIGHT
    held = level_of(bag, form, asked)
    main = next(f for f in form.faces if top_runs(f.edges) and not f.part)
    measure = upright(main)
    join = sum(t.mm for t in allowances["join"])
    under = snap(sum(t.mm for t in measure.terms) / (2 if measure.folds else 1) - form.height)
    beyond = under + _foot(main, measure, allowances) + join
    level = on_grid(bag, form, held, lambda level: bag.grid.fit(level + beyond) - beyond)
    shows = path.term(bag, "Visible height of the bottom")
    high = (*bag.kinds.top.height(bag), *allowances[SHORTER])

    def upper(below: float) -> tuple[Term, ...]:
        lower = step_terms(bag, form.height - level - below)
        less = shows.scaled(-1)
        terms = (*high, *lower, less, *held_terms(snap(asked - held)))
        return (*terms, *grid_term(snap(below - sum(t.mm for t in terms))))

    def rest(measure: Measure, ends: int, below: float) -> tuple[Term, ...]:
        whole = sum(t.mm for t in measure.terms)
        times = 2 if measure.folds else 1
        left_out = {OfField(STEP), GRID, *(t.cause for t in high)}
        lies_under = tuple(t for t in measure.terms if t.cause not in left_out)
        mine = (shows.scaled(times, times=times), *lies_under)
        moved = snap(whole - ends * below - sum(t.mm for t in mine))
        if abs(moved) <= times * bag.grid.step + 1e-6 and (ends == 1 or measure.folds):
            return (*mine, *grid_term(moved, times))
        why = "What is cut of the upper cloth, from the finished top to the join."
        return (*measure.terms, Term("Above the bottom", -ends * below, why, times=ends))

    how = Dividing("upper", "bottom", upper, rest, bag.grid.holds(2 * join))
    made = divided(form, lambda face: snap(top_of(form, face) - level), how)
    its_own = ("base", "gusset base") if base_of_bottom(bag) else ()
    faces = tuple(replace(f, of="contrast") if f.part in its_own else f for f in made.faces)
    told = Dimension("bottom", "Bottom, visible height", asked, level, path.source(bag), path.why(bag))
    dimensions = {**form.dimensions, "bottom": told}
    tall = form.stance.line(HEIGHT)
    line = SizeLine(path, "bottom", "bottom", tall.a, (*tall.b[:2], level))
    stance = replace(form.stance, bottom=level, lines=(*form.stance.lines, line))
    return replace(made, faces=faces, dimensions=dimensions, stance=stance)


def bottom_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer's *form* with its bottom, where it has one and the base lets its panels be divided."""
    wanted = layer == "outer" and has_bottom(bag) and bag.kinds.base.divides and bool(form.mouth)
    return with_bottom(bag, form, allowances) if wanted else form
