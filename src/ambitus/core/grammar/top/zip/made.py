"""A zip worked out: how long its tape is cut, what to buy, where its stops lie, what is left to open."""

from dataclasses import dataclass
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.features import Zipped
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.zip.fields import (
    NARROW_BY,
    STOP_LONG,
    TAB,
    TAPE,
    TEETH,
    ZIP_ENDS,
    ZIP_IN_HAND,
    ZIP_OPENING,
    ZIP_USED,
    ZIP_WINDOW,
)
from ambitus.core.grammar.top.zip.tape import (
    comes_apart,
    end_class,
    ends_free,
    facts_of,
    is_tabbed,
    past_window,
    shows,
    sliders,
    used_whole,
)
from ambitus.core.lengths import Pair, paired, snap, system_of
from ambitus.core.spec.resolved import Resolved, ZipFacts
from ambitus.core.sums import Sum, Term, to_grid

#: How far inside or outside a row a metal stop has to lie.
CLEAR = paired(3)
#: Default (ours): what of the tape has to lie beyond a row that catches it.
CAUGHT = paired(6)
#: Default (ours): the row that holds a folded tab, or the edge of a window, lies this far behind its fold.
BEHIND_FOLD = Pair(2, Fraction(1, 8))


#: Default (ours): how long the box is at the end of an open-ended zip, with the pin in it.
BOX = paired(12)


def under_tab(bag: Resolved) -> float:
    """Return the tape that lies under a tab, or in the seam across it: 12 mm | 1/2 in."""
    return paired(12).mm(bag.unit)


if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@dataclass(frozen=True, slots=True)
class Zip:
    """
    The zip of a bag, its places measured from the middle of the mouth, the closing end to the right.

    ``half_open`` is half of what shows between seams or tabs; ``row`` the outermost row across each end.
    ``stops`` are the bottom and the top stop, where it has them; ``stock`` its length between them.
    """

    facts: ZipFacts
    tape: Term
    half_open: float
    row: float
    length: Sum
    buy: Sum
    stock: float | None
    stops: tuple[float, float] | None
    opens: Sum
    #: how much tape is missing at the end where it is shortest; nothing where it reaches
    short: float
    #: how far from a row a stop has to lie
    clear: float
    #: how wide its closed teeth are
    teeth: float
    #: how long each stop is, inwards from where it ends, the bottom one first; nothing where nobody measured
    stop: tuple[float, float] = (0.0, 0.0)

    @property
    def half_length(self) -> float:
        """Half of the tape as cut, in mm."""
        return self.length.total / 2

    def opening_for(self, bag: Resolved) -> tuple[float, float]:
        """Return the shortest and the longest opening that this zip fills, used whole between tabs, in mm."""
        stock, tail = self.stock or 0.0, self.facts.tail.mm(bag.unit)
        behind = snap(self.row - self.half_open)
        least = stock + 2 * (CLEAR.mm(bag.unit) - behind)
        return snap(least), snap(max(least, stock + 2 * (tail - under_tab(bag))))

    @property
    def on_rows(self) -> tuple[float, ...]:
        """Return how far from a row each stop lies that is nearer than it may be, in mm."""
        if self.stops is None:
            return ()
        both = zip(self.stops, self.stop, strict=True)
        near = (max(self.row - abs(x), abs(x) - long - self.row, 0.0) for x, long in both)
        return tuple(snap(mm) for mm in near if mm < self.clear - 1e-9)

    @property
    def crossed(self) -> int:
        """Return across how many ends a row would cross the teeth."""
        if self.stops is None:
            return 2
        low, high = self.stops
        return sum((low < -self.row, high > self.row))


def opening_terms(bag: Resolved, form: Form) -> tuple[Term, ...]:
    """Return what shows of the zip's length: all of the mouth, or what the tabs leave."""
    mouth = Term("Flat opening", form.mm("flat_opening"), "From seam to seam, along the closed zip.")
    if is_hinged(bag):
        return (ZIP_WINDOW.term(bag, "Window"),)
    if form.zip_at_edge:
        why = "The zip is sewn across there, and what lies beyond is cut off."
        return (mouth, Term("Both corners across it", -form.mm("breadth"), why))
    if not is_tabbed(bag):
        return (mouth,)
    if NARROW_BY.is_(bag, "opening"):
        return (ZIP_OPENING.term(bag, "Zip opening"),)
    tab = TAB.term(bag, "Tab")
    return (mouth, tab.scaled(-2, times=2))


def tab_shows(bag: Resolved, form: Form) -> Term:
    """Return what shows of each tab."""
    if NARROW_BY.is_(bag, "tab"):
        return TAB.term(bag, "Visible")
    left = snap((form.mm("flat_opening") - ZIP_OPENING.of(bag)) / 2)
    return Term("Visible", left, "Half of what the opening leaves of the mouth.")


def _tape_length(bag: Resolved, form: Form) -> Sum:
    """Return the length of the tape as it is cut: the panel's width, or the opening and what tabs cover."""
    opening = opening_terms(bag, form)
    if form.zip_at_edge:
        # its ends reach into the end seams, though they come off
        opening = opening[:1]
    if is_hinged(bag):
        past = Term("Past either end", 2 * past_window(bag), "Under the cloth beside it.", "default", 2)
        return to_grid("How long to cut it", (*opening, past), bag.grid)
    if is_tabbed(bag):
        under = under_tab(bag)
        seamed = ZIP_ENDS.is_(bag, "seamed")
        why = "The seam across it." if seamed else "Lies under the fold of a tab."
        return to_grid(
            "How long to cut it",
            (*opening, Term("Into the tabs", 2 * under, why, "default", 2)),
            bag.grid,
        )
    ends = (t.scaled(2, "Its ends are caught there.", 2) for t in edge_terms(bag, end_class(bag)))
    return Sum("How long to cut it", (*opening, *ends))


def _stock(bag: Resolved, facts: ZipFacts) -> tuple[float, ...]:
    return facts.stock[system_of(bag.unit)]


def next_sold(bag: Resolved, mm: float) -> float | None:
    """Return the shortest zip that is sold and is *mm* long or longer; None where none is."""
    return next((sold for sold in _stock(bag, facts_of(bag)) if sold >= mm - 1e-6), None)


def _to_next(mm: float, plain: Sum) -> tuple[Term, ...]:
    rest = snap(mm - plain.total)
    return (Term("To a length that is sold", rest, "Zips come in steps."),) if rest else ()


def _bought(bag: Resolved, facts: ZipFacts, length: Sum, between: float) -> tuple[Sum, float | None]:
    """Return what to buy, and its length from stop to stop; *between* the rows a whole zip has to fit."""
    label, hand = "Zip to buy, stop to stop", ZIP_IN_HAND.value(bag).value
    if ZIP_USED.is_(bag, "metre"):
        cut = Term("Tape, as cut", length.total, "From raw end to raw end.")
        spare = Term("To hold while it is sewn", paired(25).mm(bag.unit), "Cut level afterwards.", "default")
        return Sum("Zip to buy by the metre", (cut, spare)), None
    if isinstance(hand, float):
        return Sum("Zip in hand, stop to stop", (ZIP_IN_HAND.term(bag, "Zip in hand"),)), hand
    stock = _stock(bag, facts)
    if used_whole(bag):
        room = Term("Between the rows across it", between, "Both stops lie inside.")
        plain = Sum(
            label,
            (room, Term("Clear of each row", -2 * CLEAR.mm(bag.unit), "A needle breaks on a stop.", times=2)),
        )
        fits = [mm for mm in stock if mm <= plain.total + 1e-6]
        found = fits[-1] if fits else stock[0]
    else:
        cut = Term("Tape, as cut", length.total, "From raw end to raw end.")
        off = Term(
            "Cut off, with its stop", paired(25).mm(bag.unit), "Keeps the stop off every row.", "default"
        )
        plain = Sum(label, (cut, off))
        fits = [mm for mm in stock if mm >= plain.total - 1e-6]
        found = fits[0] if fits else stock[-1]
    return Sum(label, (*plain.terms, *_to_next(found, plain))), found


def _stops(bag: Resolved, row: float, stock: float | None, end: float) -> tuple[float, float] | None:
    """
    Return bottom and top stop: a whole zip lies in the middle, a longer one by its top stop.

    That lies inside the row; or, where the tape goes on to *end* past it, as far out as its end reaches.
    """
    if stock is None:
        return None
    if used_whole(bag):
        return snap(-stock / 2), snap(stock / 2)
    clear, out = CLEAR.mm(bag.unit), end - facts_of(bag).tail.mm(bag.unit)
    outside = out >= row + clear + (STOP_LONG.or_none(bag) or 0.0)
    top = snap(out if outside else row - clear)
    return snap(top - stock), top


def _opens(
    bag: Resolved,
    facts: ZipFacts,
    half: float,
    stops: tuple[float, float] | None,
    shown: tuple[Term, ...],
    longs: tuple[float, float],
) -> Sum:
    """Return what can be opened: what shows, less where stops hold the slider, less the slider itself."""
    inside = [snap(half - abs(x)) for x in stops or () if abs(x) < half - 1e-9]
    held = tuple(Term("A stop inside", -mm, "The slider stands still there.") for mm in inside if mm > 0)
    box = comes_apart(bag)
    for bottom, x, long in zip((True, False), stops or (), longs, strict=False):
        mm = snap(min(long, half - abs(x) + long))
        if mm > 1e-9 and box and bottom:
            held += (Term("The box at its end", -mm, "The slider stands before it.", "default"),)
        elif mm > 1e-9:
            held += (Term("The stop itself", -mm, "As long as it was measured.", "chosen"),)
    slider = Term("The slider, pushed open", -facts.slider.mm(bag.unit), "It lies in the opening.", "default")
    if sliders(bag) == 2:
        why = "One lies at each end of the opening."
        slider = Term("Both sliders, pushed open", -2 * facts.slider.mm(bag.unit), why, "default", 2)
    return Sum("Opens, in use", (*shown, *held, slider))


def zip_of(bag: Resolved, form: Form) -> Zip:
    """Return the zip of *bag* as *form* makes it."""
    facts, shown = facts_of(bag), opening_terms(bag, form)
    measured = STOP_LONG.or_none(bag) or 0.0
    # the box at the end of an open-ended one is as stiff as a stop, and longer
    stop = (max(measured, BOX.mm(bag.unit)) if comes_apart(bag) else measured, measured)
    half = snap(sum(t.mm for t in shown) / 2)
    behind = is_hinged(bag) or ZIP_ENDS.is_(bag, "folded")
    row = half + (BEHIND_FOLD.mm(bag.unit) if behind else 0.0)
    length = _tape_length(bag, form)
    buy, stock = _bought(bag, facts, length, 2 * row)
    stops = _stops(bag, row, stock, length.total / 2 if form.zip_at_edge else 0.0)
    needed = half + under_tab(bag) if ends_free(bag) else row + CAUGHT.mm(bag.unit)
    tail = facts.tail.mm(bag.unit)
    missing = 0.0 if stops is None else max(needed + x - tail for x in (stops[0], -stops[1]))
    return Zip(
        facts=facts,
        tape=TAPE.term(bag, "Tape"),
        half_open=half,
        row=row,
        length=length,
        buy=buy,
        stock=stock,
        stops=stops,
        opens=_opens(bag, facts, half, stops, shown, stop),
        short=snap(max(0.0, missing)),
        clear=CLEAR.mm(bag.unit),
        teeth=TEETH.of(bag),
        stop=stop,
    )


#: what a top with a zip is, for whoever draws it
ZIPPED = Zipped(half_open=lambda bag, form: zip_of(bag, form).half_open, shows=shows)


def _zip(draft: "Draft") -> Zip | None:
    return zip_of(draft.bag, draft.form) if draft.bag.kinds.top.mouth_seam == "zip" else None


def zip_in(draft: "Draft") -> Zip | None:
    """Return the zip of a draft, or None where it has none; worked out once."""
    return draft.once(_zip)
