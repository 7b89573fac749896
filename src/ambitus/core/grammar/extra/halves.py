"""Closures in two halves, one on the front and one on the back: at one height, and as far from the middle."""

from collections.abc import Iterator
from fractions import Fraction

from ambitus.core.fields import AnyChoice
from ambitus.core.form.model import Form, Part, Strip
from ambitus.core.form.sewn import Measured, PutOn, Sewn, Told
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import name_of
from ambitus.core.grammar.extra.fields import (
    CENTRE_BY,
    CLOSURE_SIZE,
    FROM_SEAM,
    FROM_TOP_EDGE,
    ON,
    PATCH_MARGIN,
    PATCHED,
)
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.placing import CLEAR_OF_METAL, Lying, beyond_side, on_param, put_on
from ambitus.core.grammar.extra.sewing import rank_of, raw_down, ready_for
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term, to_grid

CENTRE_PARAMS = (
    Param(
        FROM_TOP_EDGE,
        "From the top edge to its middle",
        "length",
        # in inches a little lower: a patch of 2 stays clear of the row along the top
        Pair(40, Fraction(7, 4)),
        low=0,
        high=1000,
    ),
    Param(
        CENTRE_BY,
        "Placed across",
        "choice",
        "middle",
        options=(
            Option("middle", "In the middle", ""),
            Option("left", "From the left side seam", "Of the front, as it is seen from its right side."),
            Option("right", "From the right side seam", "Of the front, as it is seen from its right side."),
        ),
    ),
    Param(
        FROM_SEAM,
        "From the side seam to its middle",
        "length",
        paired(100),
        low=0,
        high=1500,
        shown_unless=(CENTRE_BY, "middle"),
    ),
)


def size_param(label: str, usual: Pair) -> Param:
    """Return the field that says how large a closure is across."""
    return Param(CLOSURE_SIZE, label, "length", usual, low=4, high=60, help="Across, as it is bought.")


def patch_params(usual: str, but: tuple[AnyChoice, str] | None = None) -> tuple[Param, ...]:
    """Return the fields of the patches behind the halves of a closure, unless *but* is chosen."""
    return (
        Param(
            PATCHED,
            "Behind each half",
            "choice",
            usual,
            options=(
                Option("patch", "A patch", "So that it does not pull out of the cloth."),
                Option("none", "Nothing", "On cloth that holds it by itself."),
            ),
            shown_unless=but,
        ),
        Param(
            PATCH_MARGIN,
            "Patch larger all round by",
            "length",
            paired(15),
            low=3,
            high=60,
            shown_when=(PATCHED, "patch"),
        ),
    )


ON_PARAM = on_param("lining")


def patch_size(item: Item) -> Sum:
    """Return how large a patch is cut: the closure, and its margin all round."""
    margin = PATCH_MARGIN.term(item, "Margin", 2)
    across = (CLOSURE_SIZE.term(item, "Across the closure"), margin)
    return to_grid("How large to cut it", across, item.bag.grid)


def patched_size(item: Item, form: Form) -> dict[str, float]:
    """Return how large a closure is across, where its patch tells it."""
    if not PATCHED.is_(item, "patch"):
        return {}
    return {"size": snap(patch_size(item).total - 2 * PATCH_MARGIN.of(item))}


def pieces_of(item: Item) -> tuple[str, ...]:
    """Return the keys of what is set for a closure: itself, and the patches behind it."""
    own = (f"closure {item.at}",)
    return (*own, f"patch {item.at}") if PATCHED.is_(item, "patch") else own


def taken_by(item: Item) -> tuple[float, float]:
    """Return how wide and how high the cloth is that one half takes: its patch, where it has one."""
    size = CLOSURE_SIZE.of(item)
    mm = patch_size(item).total if PATCHED.is_(item, "patch") else size
    return mm, mm


def _x(item: Item, ground: Ground) -> tuple[Term, ...]:
    """Return the way from the left seam to the middle of one half; the back mirrors the front."""
    if CENTRE_BY.is_(item, "middle"):
        return ground.to_middle
    from_left = CENTRE_BY.is_(item, "left") == (ground.side == "front")
    if from_left:
        return (FROM_SEAM.term(item, "From the side seam"),)
    whole = Term("The panel", ground.wide, "From seam to seam.")
    return (whole, FROM_SEAM.term(item, "From the right side seam", -1))


def lying(item: Item, ground: Ground, wide: float, high: float) -> Lying:
    """Return where one half lies, by what it takes of the cloth."""
    left = (*_x(item, ground), Term("Half of what it takes", -wide / 2, "To its left edge."))
    up = Term("Half of what it takes", -high / 2, "To its upper edge.")
    return Lying(ground, left, (FROM_TOP_EDGE.term(item, "From the top edge"), up), wide, high)


def found(item: Item, half: Lying, across: tuple[Term, ...]) -> Measured:
    """
    Return how the middle of a closure is found: from the raw edge at the left, *across* being the way to it
    from the seam there, and from the raw edge above.
    """
    band = half.band
    down = Sum(
        "From the raw edge above to its middle",
        (*band.beyond, FROM_TOP_EDGE.term(item, "From the top edge")),
    )

    def told(spare: float) -> Told:
        beyond = beyond_side(item, band, spare)
        left = Sum("From the raw edge to its middle", (*beyond, *across))
        return (("from the left", left), ("down", down))

    return told


def set_at(item: Item, at: Lying, across: tuple[Term, ...], label: str, pieces: tuple[str, ...]) -> PutOn:
    """Return a closure set where it lies, its middle *across* from the left seam; it lies over no join."""
    clear, told = CLEAR_OF_METAL.mm(item.bag.unit), found(item, at, across)
    return put_on(item, at, label, clear=clear, pieces=pieces, over_joins=False, told=told)


def put_halves(
    item: Item, form: Form, layer: Layer, label: str, box: tuple[float, float], pieces: tuple[str, ...]
) -> tuple[Sewn, ...]:
    """Return both halves of a closure where they lie on *layer*, each taking a *box* of the cloth."""
    if ON.of(item) != layer:
        return ()
    out = []
    for side in ("front", "back"):
        half = lying(item, ground_of(item.bag, form, layer, side), *box)
        out.append(set_at(item, half, _x(item, half.ground), label, pieces))
    return tuple(out)


def patch_part(item: Item, what: str) -> tuple[Part, ...]:
    """Return the patches behind both halves, where there are any."""
    if not PATCHED.is_(item, "patch"):
        return ()
    size = patch_size(item)
    return (Strip("patch", name_of(item), f"Patch behind the {what}", 2, size, size, at=item.at),)


def closure_parts(item: Item, name: str, what: str) -> tuple[Part, ...]:
    """Return a round closure as it is bought, and the patches behind its halves."""
    size = Sum("As it is bought", (CLOSURE_SIZE.term(item, "Across"),))
    return (bought(item, name, size, size), *patch_part(item, what))


def bought(item: Item, name: str, long: Sum, high: Sum, count: int = 1) -> Part:
    """Return a closure as it is bought."""
    return Strip("closure", name_of(item), name, count, long, high, material=name, at=item.at)


def half_steps(
    item: Item,
    form: Form,
    what: str,
    *,
    title: str,
    say: str,
    pieces: tuple[str, ...],
    cautions: tuple[str, ...],
) -> Iterator[Step]:
    """Yield the finding and the setting of both halves of a closure, while their panels lie flat."""
    n, layer, patched = item.number, ON.of(item), len(pieces) > 1
    half = lying(item, ground_of(item.bag, form, layer, "front"), 0.0, 0.0)
    where = "" if layer == "outer" else " of the lining"
    behind = " Fuse or baste a patch behind each place first." if patched else ""
    yield Step(
        f"extra {n} place",
        f"Mark both halves of the {what} on front and back{where}",
        "Lay the panels on each other, right sides together, tops level: what is marked on one "
        f"is found on the other by a pin through both.{behind}",
        rank_of(item, 2),
        needs=(*ready_for(item), f"{layer} panels laid"),
        gives=(f"{item.at} placed",),
        acts=(
            *((acts.Make((f"patch {item.at}",), iron=False),) if patched else ()),
            acts.LayOn(pieces, layer),
        ),
        lengths=(
            ("From the finished top edge to the middle", FROM_TOP_EDGE.of(item)),
            ("From the left side seam of the front", half.left),
        ),
        reads=(Reading("top_to_half", "From the raw top edge to the middle", raw_down(half)),),
        cautions=("pins",),
    )
    yield Step(
        f"extra {n} set",
        title,
        say,
        rank_of(item, 4),
        needs=(f"{item.at} placed",),
        gives=(f"{item.at} on", f"{layer} panels ready"),
        acts=(acts.Fix(pieces),),
        cautions=cautions,
    )


#: Default (ours): sizes of closures as they are sold.
SNAP_SIZE, STUD_SIZE = Pair(18, Fraction(3, 4)), Pair(12, Fraction(1, 2))
