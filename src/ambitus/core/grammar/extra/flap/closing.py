"""What holds a flap down: one half in its underside, the other on the front, found with the flap."""

from dataclasses import replace

from ambitus.core.form.model import Mark, Part, Strip
from ambitus.core.form.sewn import PutOn, Told
from ambitus.core.grammar.extra.button import hole_terms
from ambitus.core.grammar.extra.cloth import mm_of, name_of
from ambitus.core.grammar.extra.fields import (
    CLOSURE_LONG,
    CLOSURE_SIZE,
    FROM_TOP_EDGE,
    PATCH_MARGIN,
    PATCHED,
    TAPE_HIGH,
)
from ambitus.core.grammar.extra.flap.fields import HELD_BY
from ambitus.core.grammar.extra.ground import Ground
from ambitus.core.grammar.extra.halves import bought, set_at
from ambitus.core.grammar.extra.placing import Lying
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term, to_grid

#: how each is called, and as what it is bought
NAMES = {
    "snap": ("snap", "Magnetic snap"),
    "stud": ("stud", "Press stud"),
    "tape": ("tape", "Hook-and-loop tape"),
    "button": ("button", "Button"),
}


def held_by(item: Item) -> str:
    """Return what holds the flap down; nothing where it hangs open."""
    return "" if HELD_BY.is_(item, "open") else HELD_BY.of(item)


def is_patched(item: Item) -> bool:
    """Return whether a patch lies behind each half."""
    return bool(held_by(item)) and PATCHED.is_(item, "patch")


def size_of(item: Item) -> tuple[float, float]:
    """Return how wide and how high one half is, in mm."""
    if held_by(item) == "tape":
        return item.bag.grid.fit(CLOSURE_LONG.of(item)), TAPE_HIGH.of(item)
    return CLOSURE_SIZE.of(item), CLOSURE_SIZE.of(item)


def _across(item: Item) -> tuple[Sum, Sum]:
    """Return one half as it is cut or bought: how long, how wide."""
    if held_by(item) == "tape":
        long = to_grid("How long to cut it", (CLOSURE_LONG.term(item, "Tape"),), item.bag.grid)
        return long, Sum("How wide to buy it", (TAPE_HIGH.term(item, "Tape"),))
    size = Sum("As it is bought", (CLOSURE_SIZE.term(item, "Across"),))
    return size, size


def _patch(item: Item) -> tuple[Sum, Sum]:
    """Return how large a patch is cut: the closure, and its margin all round."""
    margin = PATCH_MARGIN.term(item, "Margin", 2)
    long, high = (
        to_grid("How large to cut it", (*size.terms, margin), item.bag.grid) for size in _across(item)
    )
    return long, high


def taken_by(item: Item) -> tuple[float, float]:
    """Return how wide and how high the cloth is that one half takes: its patch, where it has one."""
    if not is_patched(item):
        return size_of(item)
    long, high = _patch(item)
    return long.total, high.total


def closing_parts(item: Item) -> tuple[Part, ...]:
    """Return what holds the flap down as it is bought, and the patches behind its halves."""
    if not held_by(item):
        return ()
    long, high = _across(item)
    both = 2 if held_by(item) == "tape" else 1
    out: list[Part] = [bought(item, NAMES[held_by(item)][1], long, high, both)]
    if is_patched(item):
        wide, tall = _patch(item)
        behind = f"Patch behind the {NAMES[held_by(item)][0]}"
        # a button lies on the front alone
        many = 1 if held_by(item) == "button" else 2
        out.append(Strip("patch", name_of(item), behind, many, wide, tall, at=item.at))
    return tuple(out)


def closing_keys(item: Item) -> tuple[str, ...]:
    """Return the keys of what is set on the front: the closure, and the patch behind it."""
    own = (f"closure {item.at}",)
    return (*own, f"patch {item.at}") if is_patched(item) else own


def up_from_free(item: Item, fall: float) -> float:
    """Return how far above the free edge of a flap its half lies, where it *fall*s so far over the front."""
    return snap(fall - FROM_TOP_EDGE.of(item))


def reaches(item: Item) -> tuple[float, float]:
    """Return how far it reaches below and above its place on the flap, in mm: a hole lies all above."""
    half = size_of(item)[1] / 2
    return half, max(half, mm_of(hole_terms(item))) if held_by(item) == "button" else half


def half_mark(item: Item, x: float, fall: float, seam: Term) -> tuple[Mark, ...]:
    """Return the half on a flap whose middle lies at *x*, from its raw free edge and its side."""
    if not held_by(item):
        return ()
    y = up_from_free(item, fall)
    falls = Term("The flap falls", fall, "Over the front, from the top edge.")
    down = FROM_TOP_EDGE.term(item, "Down to its place on the front", -1)
    side = Sum("From the raw side edge", (seam, Term("Half of the flap", x, "To its middle.")))
    end = Sum("From the raw free edge", (seam, falls, down))
    return _marked(item, x, y, (("from the side", side), ("from the free edge", end)))


def from_head(item: Item, above: tuple[Term, ...]) -> Sum:
    """Return how far below its raw upper edge the half of a flap lies; *above* lies over the top edge."""
    down = FROM_TOP_EDGE.term(item, "Down to its place on the front")
    return Sum("From the raw upper edge", (*above, down))


def mark_from_head(
    item: Item, x: float, fall: float, above: tuple[Term, ...], head: float
) -> tuple[Mark, ...]:
    """Return the half on a flap of any shape, straight below the middle of its upper edge, *head* mm long."""
    if not held_by(item):
        return ()
    half = Term("Half of the upper edge", snap(head / 2), "From where its seam lines meet, to its middle.")
    told = (
        ("from either end of the upper edge", Sum("From either end of the upper edge", (half,))),
        ("from the raw upper edge", from_head(item, above)),
    )
    return _marked(item, x, up_from_free(item, fall), told)


def _marked(item: Item, x: float, y: float, told: Told) -> tuple[Mark, ...]:
    """Return the mark of what is set, or of a hole that is worked, from *y* upwards."""
    if held_by(item) == "button":
        long = Sum("How long it is", hole_terms(item))
        points = ((x, snap(y + long.total)), (x, y))
        return (Mark("buttonhole", "Buttonhole", points, "raw edge", (*told, ("long", long))),)
    return (Mark("spot", f"Half of the {NAMES[held_by(item)][0]}", ((x, y),), "raw edge", told),)


def front_half(item: Item, front: Ground) -> Lying:
    """Return where the half on the front lies, by what it takes of the cloth: in the middle."""
    wide, high = taken_by(item)
    left = (*front.to_middle, Term("Half of what it takes", -wide / 2, "To its left edge."))
    up = Term("Half of what it takes", -high / 2, "To its upper edge.")
    return Lying(front, left, (FROM_TOP_EDGE.term(item, "From the top edge"), up), wide, high)


def closing_sewn(item: Item, front: Ground, under: str) -> tuple[PutOn, ...]:
    """Return the half on the front; the other is set in the *under*side first, and found from there."""
    if not held_by(item):
        return ()
    half = front_half(item, front)
    label = f"{NAMES[held_by(item)][1]} under the flap"
    on = set_at(item, half, front.to_middle, label, closing_keys(item))
    return (replace(on, half_on="" if held_by(item) == "button" else under),)
