"""The pieces of a pocket with a zip across it: one above the zip, one below, a band round either side."""

from dataclasses import dataclass

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import Terms, mm_of, name_of, oblong, settled, size_terms
from ambitus.core.grammar.extra.fields import POCKET_EDGES, POCKET_HEIGHT, POCKET_WIDTH
from ambitus.core.grammar.extra.placing import CLEAR, lies, put_on, side_of
from ambitus.core.grammar.extra.zip_across.fields import BAND_WIDE, ENDS, ZIP_AT, ZIP_SEAM, ZIP_TAPE
from ambitus.core.grammar.extra.zipped import zip_strip
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term, grid_term

#: What of a band is turned in along both its edges, and at each of its ends: 6 mm | 1/4 in, 12 mm | 1/2 in.
BAND_TURN, BAND_ENDS = paired(6), paired(12)


def shows(item: Item) -> float:
    """Return what is seen of the zip between the pieces: its tape less both its seams, in mm."""
    return snap(ZIP_TAPE.of(item) - 2 * ZIP_SEAM.of(item))


def banded(item: Item) -> bool:
    """Return whether its raw sides are wrapped in bands, and not turned in."""
    return ENDS.is_(item, "bands")


@dataclass(frozen=True, slots=True)
class ZipAcross:
    """The pocket as it comes out: its width, what is seen of its pieces above and below, and of the zip."""

    wide: float
    upper: float
    lower: float
    gap: float

    @property
    def high(self) -> float:
        """How high it is made, from its top to its foot."""
        return snap(self.upper + self.gap + self.lower)


def _edge(item: Item) -> Term:
    return POCKET_EDGES.term(item, "Edge turned in")


def _seam(item: Item) -> Term:
    return ZIP_SEAM.term(item, "Zip seam")


def pocket_of(item: Item) -> ZipAcross:
    """Return the pocket with its pieces settled on the cutting grid."""
    bag, edge, gap = item.bag, POCKET_EDGES.of(item), shows(item)
    beyond = edge + ZIP_SEAM.of(item)
    asked = (ZIP_AT.of(item) - gap / 2, POCKET_HEIGHT.of(item) - ZIP_AT.of(item) - gap / 2)
    # where the zip lies off its pocket a check says so: it is drawn with hardly a piece there
    upper, lower = (max(bag.grid.step, settled(bag, mm, beyond)) for mm in asked)
    wide = settled(bag, POCKET_WIDTH.of(item), 0.0 if banded(item) else 2 * edge)
    return ZipAcross(wide, upper, lower, gap)


def sizes(item: Item, form: Form) -> dict[str, float]:
    """Return the finished size of the pocket, and how far below its top the middle of its zip lies."""
    made = pocket_of(item)
    return {"width": made.wide, "height": made.high, "zip_at": snap(made.upper + made.gap / 2)}


def made_up(item: Item) -> float:
    """Return how high both pieces and the zip lie once they are joined, before their edges are turned in."""
    return snap(pocket_of(item).high + 2 * POCKET_EDGES.of(item))


def pieces_of(item: Item) -> tuple[str, ...]:
    """Return the keys of the pieces of cloth that it is made of."""
    names = ("upper", "lower", "band") if banded(item) else ("upper", "lower")
    return tuple(f"pocket {name_of(item, name)}" for name in names)


def zip_of(item: Item) -> str:
    """Return the key of its zip."""
    return f"closure zip {item.at}"


def _brought(terms: Terms, comes_out: float) -> Terms:
    return (*terms, *grid_term(snap(comes_out - mm_of(terms))))


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return both pieces, the bands where there are any, and the zip."""
    made = pocket_of(item)
    wide = size_terms(POCKET_WIDTH.term(item, "Pocket, wide"), made.wide)
    sides: Terms = () if banded(item) else (_edge(item),)
    half = Term("Half of what shows of the zip", -snap(made.gap / 2), "Its edge lies beside the teeth.")
    to_zip = ZIP_AT.term(item, "From its top to the middle of the zip")
    below = (
        POCKET_HEIGHT.term(item, "Pocket, high"),
        ZIP_AT.term(item, "From its top to the middle of the zip", -1),
        half,
    )
    upper: dict[str, Terms] = {"sides": sides, "head": (_edge(item),), "foot": (_seam(item),)}
    lower: dict[str, Terms] = {"sides": sides, "head": (_seam(item),), "foot": (_edge(item),)}
    out: list[Part] = [
        oblong(
            item,
            "Pocket, above its zip",
            name_of(item, "upper"),
            wide,
            _brought((to_zip, half), made.upper),
            upper,
        ),
        oblong(
            item, "Pocket, below its zip", name_of(item, "lower"), wide, _brought(below, made.lower), lower
        ),
    ]
    if banded(item):
        out.append(_band(item, made))
    long: Terms = (Term("Pocket, wide", made.wide, "As it comes out."),)
    if not banded(item):
        long += (POCKET_EDGES.term(item, "Edges turned in", 2),)
    tape = ZIP_TAPE.term(item, "Tape")
    return (*out, zip_strip(item, long, "Cut off once its seams hold it.", tape))


def _band(item: Item, made: ZipAcross) -> Part:
    bag = item.bag
    turn = Term("Turned in", BAND_TURN.mm(bag.unit), "Along its edge.", "default")
    end = Term("End turned in", BAND_ENDS.mm(bag.unit), "Over the top and the foot.", "default")
    across = settled(bag, BAND_WIDE.of(item), 2 * turn.mm, 2)
    plain = BAND_WIDE.term(item, "Band, seen")
    wide = size_terms(plain, across, 2, "In front and behind.")
    high = Term("Pocket, high", made.high, "As it is made, once it is hemmed.")
    long = settled(bag, made.high, 2 * end.mm)
    cloth: dict[str, Terms] = {"sides": (turn,), "head": (end,), "foot": (end,)}
    return oblong(item, "Pocket band", name_of(item, "band"), wide, _brought((high,), long), cloth, count=2)


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the pocket where it lies."""
    ground = side_of(item, form, layer)
    if ground is None:
        return ()
    made = pocket_of(item)
    lying = lies(item, ground, made.wide, made.high)
    pieces = (*pieces_of(item), zip_of(item))
    # what is seen of the zip lies between the rows beside it
    rows = tuple(((0.0, y), (made.wide, y)) for y in (made.upper, snap(made.upper + made.gap)))
    return (put_on(item, lying, "Zip pocket", clear=CLEAR.mm(item.bag.unit), pieces=pieces, rows=rows),)
