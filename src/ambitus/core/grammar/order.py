"""Choices of order: where makers differ in what they do first, what each costs, and where it cannot be."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from ambitus.core.fields import AnyChoice, Choice
from ambitus.core.grammar.allowances import RING_ALLOWANCE, allowance_of
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.cut_as import is_folded, is_hinged, is_wrapped
from ambitus.core.grammar.top.drawstring.fields import OPENING
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.grammar.top.zip.fields import ZIP_ENDS, ZIP_USED
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved

#: which of a body's seams comes first, or whether one row runs along all of them
FIRST_SEAM = Choice[Literal["sides", "base", "one"]]("base.first")
#: when a hem is pressed and sewn
HEM_SEWN = Choice[Literal["flat", "pressed", "early", "round"]]("top.hem_sewn")
#: whether a seam with straights and curves is sewn all along, or its straights first
STRAIGHTS = Choice[Literal["along", "first"]]("base.straights")
#: whether the gap of the lining is closed last of all, or before the top edge is pressed
GAP_CLOSED = Choice[Literal["last", "first"]]("top.gap_closed")
#: whether a casing is sewn on the open tube, or once its base is in
CASING_SEWN = Choice[Literal["before", "after"]]("top.casing_sewn")
#: whether the cord is drawn through its channel, or lies in it before that is stitched
CORD_LAID = Choice[Literal["through", "before"]]("top.cord_laid")
#: when the edge of a tube is snipped that is sewn to a base
TUBE_SNIPPED = Choice[Literal["before", "after"]]("base.snipped")
#: whether the rows of a zip run to the raw ends, or stop where the end seams will cross it
ZIP_ROWS = Choice[Literal["through", "short"]]("top.zip_rows")
#: whether a zip is cut to its length first, or level with the panels once it is sewn to them
ZIP_TRIMMED = Choice[Literal["before", "after"]]("top.zip_trimmed")
#: whether all is cut at once, or the lining when its turn comes
LINING_CUT = Choice[Literal["once", "turn"]]("cloth.lining_cut")
#: whether the work goes along the bag, or stays at iron and machine as long as it can
WORK_GOES = Choice[Literal["bag", "place"]]("cloth.work_goes")

#: the rank at which a lining is cut that is cut in its turn: before anything of it is sewn
LINING_AT = 490
#: Up to this an allowance spreads without being snipped. 6 mm | 1/4 in.
SPREADS = paired(6)


def _always(_: Resolved) -> str:
    return ""


@dataclass(frozen=True, slots=True)
class Way:
    """
    One way: its option, its words in the sentence, and why it cannot be done in a bag, or nothing.

    The usual way has no words.
    """

    option: Option
    says: str = ""
    why_not: Callable[[Resolved], str] = _always


@dataclass(frozen=True, slots=True)
class Order:
    """A choice of order: its ways, the usual one first; it is asked of bags that have what it is about."""

    field: AnyChoice
    label: str
    ways: tuple[Way, ...]

    def param(self, asked_of: Callable[[Resolved], bool] | None = None) -> Param:
        """Return the field as a variant asks for it, of the bags that *asked_of* picks."""
        return Param(
            self.field,
            self.label,
            "choice",
            lambda bag: self.usual(bag).option.key,
            early=True,
            options=tuple(way.option for way in self.ways),
            offered=lambda bag, key: not self._way(key).why_not(bag),
            shown_if=asked_of,
        )

    def usual(self, bag: Resolved) -> Way:
        """Return the way that is usual in a bag: the first that can be done in it."""
        return next(way for way in self.ways if not way.why_not(bag))

    def _way(self, key: str) -> Way:
        return next(way for way in self.ways if way.option.key == key)

    def chosen(self, bag: Resolved) -> Way:
        """Return the way that was chosen."""
        return self._way(str(bag.values[self.field].value))

    def goes(self, bag: Resolved) -> str:
        """Return the key of the way that the work goes: the one chosen, or the usual where that cannot be."""
        way = self.chosen(bag)
        return (self.usual(bag) if way.why_not(bag) else way).option.key

    def barred(self, bag: Resolved) -> tuple[tuple[str, str], ...]:
        """Return the ways that cannot be done in *bag*, by label, each with its reason."""
        return tuple((way.option.label, why) for way in self.ways if (why := way.why_not(bag)))


def _ring_first(bag: Resolved) -> str:
    """Return why the sides of an outer cannot be sewn before its base."""
    ring = any(strap.attach.runs == "under" for strap in bag.kinds.carry)
    return "the straps run under the base, and are sewn on across its seam while it lies flat" if ring else ""


def _no_corners(bag: Resolved) -> str:
    return "" if "corner" in bag.sewn else "no corners are sewn once the sides are"


def _no_turning(bag: Resolved) -> str:
    """Return why one row cannot run down a side, along the base and up the other side."""
    if ring := _ring_first(bag):
        return ring
    if is_folded(bag):
        return "the base is a fold"
    if is_wrapped(bag):
        return "there is one side seam, and a fold opposite it"
    if bag.kinds.base.notched:
        return "the cut-outs lie between the sides and the base"
    side, base = bag.kinds.seam("side"), bag.kinds.seam("base")
    if side is not base:
        return "sides and base are sewn by different kinds of seam"
    if not side.turns:
        return "such a seam is folded over along a straight line"
    if allowance_of("side").or_none(bag) != allowance_of("base").or_none(bag):
        return "sides and base have different allowances"
    return ""


def _snipped_first(bag: Resolved) -> str:
    """Return why a tube has to be snipped before its base is sewn in."""
    kind, path = bag.kinds.seam("ring"), RING_ALLOWANCE
    rows = [row for row in kind.rows(bag, "ring", path.or_none(bag) or 0.0) if row.edges == "sewn"]
    if len(rows) > 1 or rows[0].lies != "right":
        return "such a seam encloses its edges"
    wide = RING_ALLOWANCE.of(bag) > SPREADS.mm(bag.unit) + 1e-9
    return "so wide an allowance does not spread unless it is snipped first" if wide else ""


def _one_row_all_along(bag: Resolved) -> str:
    """Return why the straights of a seam cannot be sewn before its curves."""
    seam = next(key for key in ("ring", "gusset") if key in bag.sewn)
    rows = bag.kinds.seam(seam).rows(bag, seam, allowance_of(seam).or_none(bag) or 0.0)
    if sum(row.edges == "sewn" for row in rows) > 1:
        return "such a seam is turned over its first row, all along"
    return bag.kinds.base.no_curves(bag)


def _open_ends(bag: Resolved) -> str:
    ends = OPENING.is_(bag, "ends")
    return "with open ends each panel has its casing before there is a way round" if ends else ""


def _one_layer(bag: Resolved) -> str:
    if "lining" not in bag.kinds.top.layers:
        return "it has no lining"
    return "the zip is sewn to both layers at once" if bag.kinds.top.shut else ""


def _sewn_as_one(bag: Resolved) -> str:
    """Return why no end of a lining is sewn apart from its outer."""
    return "the lining is sewn as one with the outer" if TURNED.is_(bag, "zip") else ""


def _not_trimmed(bag: Resolved) -> str:
    """Return why a zip cannot be sewn in longer than its panels and cut after that."""
    if ZIP_USED.is_(bag, "whole") or ZIP_USED.is_(bag, "open_end"):
        return "it is used whole"
    if is_hinged(bag):
        return "its ends lie behind the cloth beside its window"
    tabbed = ZIP_ENDS.is_(bag, "folded") or ZIP_ENDS.is_(bag, "seamed")
    return "its ends are closed by tabs first" if tabbed else ""


ORDERS = (
    Order(
        FIRST_SEAM,
        "First of the seams",
        (
            Way(
                Option(
                    "sides",
                    "Sides, then the base",
                    "The tops meet first; what is uneven ends up at the base.",
                ),
                why_not=_ring_first,
            ),
            Way(
                Option(
                    "base",
                    "Base, then the sides",
                    "The base is sewn flat; the tops have to meet at the end.",
                ),
                "the base first",
            ),
            Way(
                Option(
                    "one",
                    "All in one go",
                    "Down a side, along the base, up the other: fewer ends to secure, two corners to turn.",
                ),
                "sides and base in one go",
                _no_turning,
            ),
        ),
    ),
    Order(
        HEM_SEWN,
        "The hem is sewn",
        (
            Way(
                Option(
                    "flat",
                    "Flat, before the sides",
                    "Easy to reach; its ends lie in the side seams.",
                )
            ),
            Way(
                Option(
                    "pressed",
                    "Pressed flat, sewn in the round",
                    "Creased while it is easy, opened for the sides, folded again; no hem in a seam.",
                ),
                "the hem pressed first and sewn in the round",
            ),
            Way(
                Option(
                    "early",
                    "In the round, before the corners",
                    "The bag still lies flat at its base; the corners are sewn last.",
                ),
                "the hem before the corners",
                _no_corners,
            ),
            Way(
                Option(
                    "round",
                    "In the round, after the body",
                    "No hem in a seam; the free arm has to fit in.",
                ),
                "the hem in the round",
            ),
        ),
    ),
    Order(
        CASING_SEWN,
        "The casing is sewn",
        (
            Way(Option("before", "Before the base", "The tube is open at both ends: easy to reach.")),
            Way(
                Option(
                    "after",
                    "After the base",
                    "The bag is closed below; the mouth has to pass the free arm.",
                ),
                "the casing after the base",
            ),
        ),
    ),
    Order(
        CORD_LAID,
        "The cord",
        (
            Way(Option("through", "Threaded at the end", "On a pin, once the channel is sewn.")),
            Way(
                Option(
                    "before",
                    "Laid in before the casing is stitched",
                    "Nothing to thread; it has to be kept clear of the row all the way round.",
                ),
                "the cord laid in first",
                _open_ends,
            ),
        ),
    ),
    Order(
        STRAIGHTS,
        "Straights and curves",
        (
            Way(Option("along", "In one row, all along", "One end to secure.")),
            Way(
                Option(
                    "first",
                    "The straights, then the curves",
                    "The straights hold all in place; a curve that is uneven is taken out by itself.",
                ),
                "straights before curves",
                _one_row_all_along,
            ),
        ),
    ),
    Order(
        TUBE_SNIPPED,
        "The tube is snipped",
        (
            Way(Option("before", "Before the base is pinned in", "Where its allowance needs it, to spread.")),
            Way(
                Option(
                    "after",
                    "Once the base is sewn in",
                    "Nothing frays while it is pinned; the seam is in sight.",
                ),
                "the tube snipped after",
                _snipped_first,
            ),
        ),
    ),
    Order(
        GAP_CLOSED,
        "The gap is closed",
        (
            Way(
                Option(
                    "last",
                    "Last of all",
                    "A look inside for pins and threads is left until the top is sewn.",
                )
            ),
            Way(
                Option(
                    "first",
                    "Before the last press",
                    "Pressed once, all closed; no look inside after that.",
                ),
                "the gap closed early",
            ),
        ),
    ),
    Order(
        ZIP_ROWS,
        "Rows beside the zip",
        (
            Way(Option("through", "To the raw ends", "Nothing to measure; the lining is held clear.")),
            Way(
                Option(
                    "short",
                    "Stopping one end allowance short",
                    "Outer and lining ends lie apart, each free to be sewn; both ends of a row to secure.",
                ),
                "rows that stop short of the zip’s ends",
                _sewn_as_one,
            ),
        ),
    ),
    Order(
        ZIP_TRIMMED,
        "The zip is cut",
        (
            Way(Option("before", "To its length, first", "Its ends lie level with the panels.")),
            Way(
                Option(
                    "after",
                    "Once it is sewn in long",
                    "Nothing to measure, the slider out of the foot’s way; cut level before any seam.",
                ),
                "the zip cut once it is in",
                _not_trimmed,
            ),
        ),
    ),
    Order(
        LINING_CUT,
        "Pieces are cut",
        (
            Way(Option("once", "All at once", "One time at the board.")),
            Way(
                Option(
                    "turn",
                    "The lining when its turn comes",
                    "Measured once the outer is sewn; two times at the board.",
                ),
                "the lining cut later",
                _one_layer,
            ),
        ),
    ),
    Order(
        WORK_GOES,
        "The work goes",
        (
            Way(Option("bag", "Along the bag", "Each part is finished before the next.")),
            Way(
                Option(
                    "place",
                    "By iron and machine",
                    "All that can be pressed or sewn in one go is: fewer changes of place.",
                ),
                "by iron and machine",
            ),
        ),
    ),
)
_BY_FIELD: dict[str, Order] = {order.field: order for order in ORDERS}

FIRST_SEAM_PARAM = _BY_FIELD[FIRST_SEAM].param()
HEM_SEWN_PARAM = _BY_FIELD[HEM_SEWN].param()
GAP_CLOSED_PARAM = _BY_FIELD[GAP_CLOSED].param()
CORD_LAID_PARAM = _BY_FIELD[CORD_LAID].param()
STRAIGHTS_PARAM = _BY_FIELD[STRAIGHTS].param()
TUBE_SNIPPED_PARAM = _BY_FIELD[TUBE_SNIPPED].param()
ZIP_TRIMMED_PARAM = _BY_FIELD[ZIP_TRIMMED].param()
ZIP_ROWS_PARAM = _BY_FIELD[ZIP_ROWS].param()
LINING_CUT_PARAM = _BY_FIELD[LINING_CUT].param(lambda bag: "lining" in bag.kinds.top.layers)
WORK_GOES_PARAM = _BY_FIELD[WORK_GOES].param()


def casing_param(base_of_its_own: Callable[[Resolved], bool]) -> Param:
    """Return the choice of when a casing is sewn, shown where *base_of_its_own* says so of a bag."""
    return _BY_FIELD[CASING_SEWN].param(base_of_its_own)


def goes(bag: Resolved, field: AnyChoice, way: str) -> bool:
    """Return whether the work goes this *way*: it was chosen, and can be done in this bag."""
    return field in bag.values and _BY_FIELD[field].goes(bag) == way


def orders_of(bag: Resolved) -> Iterator[Order]:
    """Yield the choices of order that this bag asks for."""
    for order in ORDERS:
        param = bag.kinds.param_at.get(order.field)
        if param is not None and (param.shown_if is None or param.shown_if(bag)):
            yield order


def is_order(field: str) -> bool:
    """Return whether a field is a choice of order: nothing that is cut hangs on it."""
    return field in _BY_FIELD


def barred(bag: Resolved, field: str) -> Sequence[tuple[str, str]]:
    """Return the ways of a choice that cannot be done in *bag*, by label, each with its reason."""
    return _BY_FIELD[field].barred(bag) if field in _BY_FIELD else ()


def not_held(bag: Resolved) -> Iterator[tuple[Order, Way, str]]:
    """Yield each way that was chosen and cannot be done in *bag*, with its reason."""
    for order in orders_of(bag):
        way = order.chosen(bag)
        if why := way.why_not(bag):
            yield order, way, why


def _says(bag: Resolved, view: View, prefix: str) -> str:
    ways = (order.chosen(bag) for order in orders_of(bag))
    chosen = [way.says for way in ways if way.says and not way.why_not(bag)]
    said = " and ".join(chosen[:2])
    return (f"{said} …" if len(chosen) > 2 else said) or "in the usual order"


ORDER_PHRASE = Phrase("order", "Order of work", ", ", _says, choices=tuple(order.field for order in ORDERS))
