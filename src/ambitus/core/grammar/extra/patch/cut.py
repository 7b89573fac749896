"""The pieces of a patch pocket, and where it lies."""

from dataclasses import dataclass, replace
from fractions import Fraction

from ambitus.core.form.model import Form, Mark, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import (
    Terms,
    fold_line,
    mm_of,
    name_of,
    oblong,
    seam_term,
    settled,
    size_terms,
)
from ambitus.core.grammar.extra.dividing import dividers
from ambitus.core.grammar.extra.fields import (
    FLAP,
    FLAP_ABOVE,
    FLAP_FALL,
    POCKET_EDGES,
    POCKET_FACED,
    POCKET_HEIGHT,
    POCKET_HEM,
    POCKET_MADE,
    POCKET_WIDTH,
)
from ambitus.core.grammar.extra.patch.closing import closing_parts, closing_sewn, hole_mark
from ambitus.core.grammar.extra.placing import CLEAR, lies, put_on, side_of
from ambitus.core.lengths import paired, snap
from ambitus.core.lengths.pairs import Pair
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Term

#: How much wider than its pocket a flap is: 6 mm | 1/4 in.
FLAP_WIDER = paired(6)
#: What the flap's seam is trimmed to, and where its second row covers it: 5 mm | 3/16 in, 8 mm | 5/16 in.
FLAP_TRIMMED, FLAP_COVERED = Pair(5, Fraction(3, 16)), Pair(8, Fraction(5, 16))


@dataclass(frozen=True, slots=True)
class Patch:
    """A patch pocket worked out: its finished size, and what of cloth its edges and its head take."""

    wide: float
    high: float
    #: how often its height is cut: twice where it is folded at its top
    times: int
    cloth: dict[str, Terms]


def _turned(item: Item) -> Terms:
    return (POCKET_EDGES.term(item, "Edge turned in"),)


def patch_of(item: Item) -> Patch:
    """Return a patch pocket with its size settled on the cutting grid."""
    bag = item.bag
    seam: Terms = (seam_term(bag),)
    if POCKET_MADE.is_(item, "folded"):
        cloth, times = {"sides": seam, "foot": seam, "head": seam}, 2
    else:
        faced = POCKET_MADE.is_(item, "faced")
        head: Terms = seam if faced else (POCKET_HEM.term(item, "Hem at its top"),)
        cloth, times = {"sides": _turned(item), "foot": _turned(item), "head": head}, 1
    wide = settled(bag, POCKET_WIDTH.of(item), 2 * mm_of(cloth["sides"]))
    high = settled(bag, POCKET_HEIGHT.of(item), mm_of(cloth["foot"]) + mm_of(cloth["head"]), times)
    return Patch(wide, high, times, cloth)


def sizes(item: Item, form: Form) -> dict[str, float]:
    """Return the finished size of a pocket as it comes out, with what shows of a facing, and its flap."""
    patch = patch_of(item)
    out = {"width": patch.wide, "height": patch.high}
    if POCKET_MADE.is_(item, "faced"):
        out["faced"] = _facing_shows(item)
    if FLAP.is_(item, "flap"):
        out["fall"] = flap_falls(item)
    return out


def _facing_shows(item: Item) -> float:
    beyond = mm_of((seam_term(item.bag), *_turned(item)))
    return settled(item.bag, POCKET_FACED.of(item), beyond)


def flap_falls(item: Item) -> float:
    """Return how far a flap falls over its pocket as it comes out, in mm."""
    bag = item.bag
    return settled(bag, FLAP_FALL.of(item), FLAP_ABOVE.of(item) + 2 * seam_term(bag).mm)


def flap_wide(bag: Resolved, wide: float) -> float:
    """Return how wide a flap is over a pocket *wide* mm wide."""
    return snap(wide + FLAP_WIDER.mm(bag.unit))


def _flap(item: Item, patch: Patch) -> Part:
    bag = item.bag
    seam: Terms = (seam_term(bag),)
    wider = FLAP_WIDER.mm(bag.unit)
    width = settled(bag, flap_wide(bag, patch.wide), 2 * mm_of(seam))
    plain = Term("Width of the pocket", patch.wide, "As it comes out.")
    more = Term("Wider than the pocket", snap(width - patch.wide), "So that it covers the pocket.", "default")
    if abs(more.mm - wider) > 1e-6:
        more = Term(more.label, more.mm, "So that it covers the pocket; to the cutting grid.", "default")
    falls = flap_falls(item)
    above = FLAP_ABOVE.term(item, "Sewn on above the pocket")
    high = (*size_terms(FLAP_FALL.term(item, "Falls over the pocket"), falls), above)
    cloth = {"sides": seam, "foot": seam, "head": seam}
    marks = hole_mark(item, width, snap(falls + above.mm))
    return oblong(
        item, "Pocket flap", name_of(item, "flap"), (plain, more), high, cloth, count=2, marks=marks
    )


def _facing(item: Item, patch: Patch) -> Part:
    bag = item.bag
    wide = (Term("Width of the pocket", patch.wide, "As it comes out."),)
    high = size_terms(POCKET_FACED.term(item, "Shows inside the pocket"), _facing_shows(item))
    cloth: dict[str, Terms] = {"sides": _turned(item), "foot": _turned(item), "head": (seam_term(bag),)}
    return oblong(item, "Pocket facing", name_of(item, "facing"), wide, high, cloth)


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the pocket with its folds, its facing and its flap where it has them."""
    patch = patch_of(item)
    wide = size_terms(POCKET_WIDTH.term(item, "Pocket, wide"), patch.wide)
    why = "Twice: it is folded at its top." if patch.times == 2 else ""
    high = size_terms(POCKET_HEIGHT.term(item, "Pocket, high"), patch.high, patch.times, why)
    marks: tuple[Mark, ...] = ()
    if patch.times == 2:
        half = Term(
            "Half of the piece", snap(patch.high + mm_of(patch.cloth["foot"])), "Its top is this fold."
        )
        marks = (
            fold_line(
                "Fold at its top", patch.wide, patch.cloth, patch.high, "from either raw edge", (half,)
            ),
        )
    elif POCKET_MADE.is_(item, "hem"):
        hem = POCKET_HEM.term(item, "Hem")
        marks = (
            fold_line(
                "Fold at its top", patch.wide, patch.cloth, patch.high, "from the raw upper edge", (hem,)
            ),
        )
    out: list[Part] = [oblong(item, "Pocket", name_of(item), wide, high, patch.cloth, marks=marks)]
    if POCKET_MADE.is_(item, "faced"):
        out.append(_facing(item, patch))
    if FLAP.is_(item, "flap"):
        out.append(_flap(item, patch))
        out += closing_parts(item)
    return tuple(out)


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the pocket where it lies, and above it its flap."""
    ground = side_of(item, form, layer)
    if ground is None:
        return ()
    patch, bag = patch_of(item), item.bag
    lying = lies(item, ground, patch.wide, patch.high)
    rows = tuple(((x, 0.0), (x, patch.high)) for x in dividers(item, patch.wide))
    clear = CLEAR.mm(bag.unit)
    label, piece = item.bag.kinds.extras[item.number].label, f"pocket {name_of(item)}"
    out = [put_on(item, lying, label, clear=clear, pieces=(piece,), rows=rows)]
    if FLAP.is_(item, "flap"):
        wide, above = flap_wide(bag, patch.wide), FLAP_ABOVE.of(item)
        over = Term("Half of what it is wider", -FLAP_WIDER.mm(bag.unit) / 2, "To either side.", "default")
        up = FLAP_ABOVE.term(item, "Sewn on above the pocket", -1)
        seam = replace(
            lying, from_left=(*lying.from_left, over), down=(*lying.down, up), wide=wide, high=above
        )
        own, falls = (f"pocket {name_of(item, 'flap')}",), flap_falls(item)
        out.append(put_on(item, seam, f"{label}, its flap", clear=clear, pieces=own, hangs=falls))
        out += closing_sewn(item, lying, falls, label)
    return tuple(out)
