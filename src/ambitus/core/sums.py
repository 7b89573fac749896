"""Sums: every number opened to its terms, in the order a maker adds them."""

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Literal

from ambitus.core.lengths import Grid, View, snap

Source = Literal["chosen", "default", "derived", "measured", "borrowed"]


@dataclass(frozen=True, slots=True)
class OfSeam:
    """What an edge of a seam of one class gives up; ``row`` tells apart what it gives up several times."""

    key: str
    row: str = ""


@dataclass(frozen=True, slots=True)
class OfField:
    """What a maker asked for in one field."""

    path: str


@dataclass(frozen=True, slots=True)
class OfRule:
    """What follows from a rule of the trade, by its name."""

    name: str


@dataclass(frozen=True, slots=True)
class OfGrid:
    """What the cutting grid adds or takes."""


GRID = OfGrid()
#: What a term is there for. Terms are told apart by it, never by their words.
Cause = OfSeam | OfField | OfRule | OfGrid


@dataclass(frozen=True, slots=True)
class Term:
    """
    One line of a sum: what, how many millimetres, why in one sentence, and where it came from.

    ``times`` and ``each`` are given when the line is several equal amounts: ``2 × 10``. A term
    that takes away is negative. ``of`` is its cause; a term of a rule needs to name none.
    """

    label: str
    mm: float
    why: str
    source: Source = "derived"
    times: int = 1
    of: Cause | None = None

    @property
    def cause(self) -> Cause:
        """What it is there for: the seam, field or grid that it says, else the rule of its name."""
        return self.of or OfRule(self.label)

    def scaled(self, by: float, why: str = "", times: int = 1) -> "Term":
        """
        Return the same amount counted *by* times, with a reason of its own where *why* gives one.

        >>> Term("Tail", 50.0, "You chose this.").scaled(2, times=2).each
        50.0
        """
        return Term(self.label, by * self.mm, why or self.why, self.source, times, self.of)

    @property
    def each(self) -> float:
        """One of the equal amounts this term is made of, in mm."""
        return self.mm / self.times


@dataclass(frozen=True, slots=True)
class Sum:
    """A worked dimension: ``terms`` add up to ``total``, exactly."""

    label: str
    terms: tuple[Term, ...]
    #: the number the terms add up to, in millimetres
    total: float = field(init=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "total", snap(sum([t.mm for t in self.terms])))


@dataclass(frozen=True, slots=True)
class ShownTerm:
    """A term as text; ``shown`` adds up, line by line, to the shown total."""

    label: str
    shown: str
    why: str
    source: Source


@dataclass(frozen=True, slots=True)
class ShownSum:
    """A sum as text. ``plain`` is the total without padding, ``shown`` lines up with the terms."""

    label: str
    mm: float
    plain: str
    shown: str
    terms: tuple[ShownTerm, ...]
    #: what its last line is called: what is done with the number
    ends: str


def gathered(terms: Iterable[Term]) -> tuple[Term, ...]:
    """Return *terms* with equal ones put together: two side seams of 10 become ``2 × 10``."""
    out: list[Term] = []
    for term in terms:
        for at, known in enumerate(out):
            if known.why != term.why or known.source != term.source or known.cause != term.cause:
                continue
            if abs(known.each - term.each) < 1e-9:
                out[at] = replace(known, mm=known.mm + term.mm, times=known.times + term.times)
                break
        else:
            out.append(term)
    return tuple(out)


def to_grid(label: str, terms: Iterable[Term], grid: Grid) -> Sum:
    """Return the sum of *terms* on the grid, the rest carried by a last term if there is one."""
    plain = Sum(label, tuple(terms))
    rest = snap(grid.fit(plain.total) - plain.total)
    return Sum(label, (*plain.terms, *grid_term(rest)))


def grid_term(rest: float, times: int = 1) -> tuple[Term, ...]:
    """Return the last line of a rounded sum, or nothing where nothing was rounded."""
    if abs(rest) < 1e-6:
        return ()
    why = "Rounded once, at the end, to what a ruler can follow."
    return (Term("To the cutting grid", rest, why, times=times, of=GRID),)


def twice(terms: Iterable[Term]) -> tuple[Term, ...]:
    """Return *terms* counted on both sides of a fold: ``2 × 350``."""
    return tuple(replace(t, mm=2 * t.mm, times=2 * t.times) for t in terms)


def show_total(summed: Sum, view: View, ends: str = "Cut") -> ShownSum:
    """Return *summed* as text without its terms: what is told of it until it is opened."""
    plain = view.worked(summed.total)
    return ShownSum(summed.label, summed.total, plain, plain, (), ends)


def show_sum(summed: Sum, view: View, ends: str = "Cut") -> ShownSum:
    """
    Return *summed* as text whose shown terms add up exactly to the shown total; *ends* names that.

    Terms are shown on one common quantum. What is lost by that goes into the grid line; where the
    sum has none and the shown figures would not add up, a line says so.
    """
    quanta = [view.quanta(t.mm) for t in summed.terms]
    total = view.quanta(summed.total)
    off = total - sum(quanta)
    terms = list(summed.terms)
    if off:
        at = next((i for i, t in enumerate(terms) if t.of is GRID), None)
        if at is None:
            terms.append(
                Term("Rounding of the figures shown", 0.0, "The exact terms have more digits than are shown.")
            )
            quanta.append(off)
        else:
            quanta[at] += off
    # a grid line that comes to nothing in the figures shown says nothing
    kept = [(t, q) for t, q in zip(terms, quanta, strict=True) if q or t.of is not GRID]
    decimals = 0
    if not view.fractions:
        decimals = max(map(view.decimals_needed, [*quanta, total]))
        if view.unit == "cm":
            decimals = max(decimals, 1)
    shown = tuple(
        ShownTerm(
            t.label
            if t.times == 1
            else f"{t.label}, {t.times} × {view.quantum_text(view.quanta(t.each), decimals)}",
            view.quantum_text(q, decimals),
            t.why,
            t.source,
        )
        for t, q in kept
    )
    return ShownSum(
        summed.label,
        summed.total,
        view.quantum_text(total, 0),
        view.quantum_text(total, decimals),
        shown,
        ends,
    )
