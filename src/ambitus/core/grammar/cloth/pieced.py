"""What a panel is pieced of: strips, a print with what widens or lengthens it, or two motifs side by side."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise

from ambitus.core.form.model import Form, Mark
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.blank import Blank, Ply
from ambitus.core.grammar.carry.strap import face_of
from ambitus.core.grammar.cloth.fields import BASE_LINE, MADE, PRINT_WIDE, STRIP_SPARE, STRIPS_RUN
from ambitus.core.grammar.cloth.prints import motifs, widened, with_print
from ambitus.core.grammar.cloth.strips import (
    OTHER,
    alternates,
    by_itself,
    front_only,
    is_pieced,
    of_strips,
    solved,
    trimmed,
    up_to_ruler,
)
from ambitus.core.grammar.cloth.zip_front import is_zip_front, levels_of, plies_of
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, to_grid


@dataclass(frozen=True, slots=True)
class Bit:
    """One of the pieces of a panel: what it is called, its cloth, and how far it is cut across its joins."""

    called: str
    of: str
    cut: Sum
    #: whether it shows a picture, that has to hang as its panel does
    shows: bool = False


def runs_across(bag: Resolved) -> bool:
    """Return whether what a panel is pieced of lies one above the other."""
    if of_strips(bag):
        return STRIPS_RUN.is_(bag, "across")
    return MADE.is_(bag, "lengthened") or is_zip_front(bag)


def bits_of(bag: Resolved, wanted: float, looks: str) -> tuple[Bit, ...]:
    """Return what makes *wanted* mm across its joins, from the top or from the left."""
    if of_strips(bag):
        strips = solved(bag, wanted)
        cloths = (looks, OTHER[looks] if alternates(bag) else looks)
        names = ("strip", "second strip" if alternates(bag) else "strip")
        by_turns = [Bit(names[n % 2], cloths[n % 2], strips.each) for n in range(strips.count)]
        if strips.last is not strips.each:
            by_turns[-1] = replace(by_turns[-1], called="last strip", cut=strips.last)
        return tuple(by_turns)
    if MADE.is_(bag, "two"):
        first, second = motifs(bag, wanted)
        return (Bit("first motif", looks, first, shows=True), Bit("second motif", looks, second, shows=True))
    printed, more = widened(bag, wanted)
    shown, of = Bit("print", looks, printed, shows=True), with_print(bag)
    if MADE.is_(bag, "lengthened"):
        return (shown, Bit("band", of, more))
    return (Bit("side strip", of, more), shown, Bit("side strip", of, more))


def joins_of(bag: Resolved, wanted: float, looks: str) -> Iterator[tuple[float, str]]:
    """
    Yield how far from where the first piece begins each join lies, in mm, and the cloth after it: nothing
    where all are of one.
    """
    if is_zip_front(bag):
        yield from levels_of(bag, looks)
        return
    bits, join, reached = bits_of(bag, wanted, looks), JOIN_ALLOWANCE.of(bag), 0.0
    several = len({bit.of for bit in bits}) > 1
    for bit, after in pairwise(bits):
        reached += bit.cut.total - (2 * join if reached else join)
        yield snap(reached), after.of if several else ""


def first_cloth(bag: Resolved, wanted: float, looks: str) -> str:
    """Return the cloth of the first piece, from the top or the left; nothing where all are of one."""
    if is_zip_front(bag):
        return ""
    bits = bits_of(bag, wanted, looks)
    return bits[0].of if len({bit.of for bit in bits}) > 1 else ""


def begins_at(bag: Resolved, wanted: float, looks: str) -> float:
    """Return how far before the middle of what is *wanted* the first piece begins, in mm."""
    if not MADE.is_(bag, "widened"):
        return wanted / 2
    # what is more than the panel is trimmed at both sides alike: the print lies in its middle
    bits = bits_of(bag, wanted, looks)
    return (sum(bit.cut.total for bit in bits) - 2 * (len(bits) - 1) * JOIN_ALLOWANCE.of(bag)) / 2


def _line(bag: Resolved, wide: float) -> tuple[Mark, ...]:
    """Return the base line that two motifs share, on a piece *wide* mm wide."""
    up = BASE_LINE.term(bag, "Base line of both motifs")
    told = Sum("From the raw lower edge", (up,))
    return (Mark("row", "Base line", ((0.0, up.mm), (wide, up.mm)), "raw lower edge", (("up", told),)),)


def _plies(bag: Resolved, wide: float, high: float, looks: str) -> tuple[Ply, ...]:
    if not of_strips(bag) and looks != "outer":
        return ()
    if is_zip_front(bag):
        return plies_of(bag, wide, high)
    spare = STRIP_SPARE.term(bag, "To trim at both sides", 2) if by_itself(bag) else None
    across = runs_across(bag)
    along, over = (wide, high) if across else (high, wide)
    terms = (Term("What is pieced", along, "From raw edge to raw edge."), *((spare,) if spare else ()))
    long = to_grid("How long to cut it", terms, bag.grid)
    if long.total < along - 1e-6:
        # never shorter than the panel that is cut from it
        long = up_to_ruler(bag, terms)
    bits = bits_of(bag, snap(over + trimmed(bag)), looks)
    out = []
    for bit in dict.fromkeys(bits):
        w, h = (long, bit.cut) if across else (bit.cut, long)
        named = replace(w, label="How wide to cut it"), replace(h, label="How high to cut it")
        marks = _line(bag, w.total) if MADE.is_(bag, "two") else ()
        out.append(
            Ply(
                "strip",
                bit.called,
                bit.of,
                *named,
                each=bits.count(bit),
                marks=marks,
                hangs=bit.shows,
            )
        )
    return tuple(out)


def blank_of(bag: Resolved) -> Blank | None:
    """Return how the cloth of the panels of the body is pieced, if it is."""
    if not is_pieced(bag):
        return None
    # what is no panel of the body is cut in one
    side = "front" if front_only(bag) else ""
    return Blank(("strip",), lambda w, h, looks, part: () if part else _plies(bag, w, h, looks), side=side)


def to_piece(bag: Resolved, wide: float, high: float) -> float:
    """Return how far pieces reach across their joins for a front that is cut so large, in mm."""
    around = bag.kinds.interfacing.blank(bag)
    if around is not None:
        ply = around.plies(wide, high, "outer", "")[0]
        wide, high = ply.wide.total, ply.high.total
    return snap((high if runs_across(bag) else wide) + trimmed(bag))


def band_shows(bag: Resolved, form: Form) -> float:
    """
    Return how much of a strip beside a print, or of the band below it, is seen of the face that stands, in
    mm: the side seam or the base seam takes of it, and half the depth goes round the corner.
    """
    if not runs_across(bag):
        return snap(face_of(form) / 2 - PRINT_WIDE.of(bag) / 2 + JOIN_ALLOWANCE.of(bag))
    high = front_cut(bag, form, "height")
    wanted = to_piece(bag, front_cut(bag, form, "width"), high)
    raw = form.height + sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
    ((down, _),) = joins_of(bag, wanted, "outer")
    return snap(raw + (wanted - high) / 2 - down - form.stance.bottom)
