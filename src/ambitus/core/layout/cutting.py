"""In what order a cloth is cut that is cut right through: strips off the roll first, then each of them."""

from collections.abc import Iterator
from dataclasses import dataclass

from ambitus.core.layout.lay import Layout
from ambitus.core.layout.parts import Placed

#: mm by which an edge may lie beside another that it is laid on: pieces are laid in whole parts of a mm
DUST = 1e-3


@dataclass(frozen=True, slots=True)
class Cut:
    """
    One straight cut, across the roll at *at* mm from its end, or along it at *at* mm from its left edge,
    from *start* to *end* mm the other way. ``strip`` is what is in hand, counted from 1; ``frees`` the copies
    that it makes ready: what comes off, what stays in hand, or both.
    """

    across: bool
    at: float
    start: float
    end: float
    strip: int
    frees: tuple[tuple[str, int], ...] = ()
    #: whether it takes the strip off the roll
    off: bool = False


@dataclass(frozen=True, slots=True)
class _InHand:
    """A rectangle in hand, mm, and the copies in it."""

    left: float
    bottom: float
    right: float
    top: float
    copies: tuple[Placed, ...]

    @property
    def ready(self) -> tuple[tuple[str, int], ...]:
        """The copy that it is, where it is one and nothing else."""
        if len(self.copies) != 1:
            return ()
        one = self.copies[0]
        edges = ((one.x, self.left), (one.y, self.bottom), (one.right, self.right), (one.top, self.top))
        return ((one.key, one.copy),) if all(abs(a - b) < DUST for a, b in edges) else ()

    def lines(self, across: bool) -> list[float]:
        """Return where it can be cut right through without cutting into a copy, in order."""
        if across:
            spans, low, high = [(p.y, p.top) for p in self.copies], self.bottom, self.top
        else:
            spans, low, high = [(p.x, p.right) for p in self.copies], self.left, self.right
        edges = sorted({edge for span in spans for edge in span if low + DUST < edge < high - DUST})
        free = [at for at in edges if not any(a + DUST < at < b - DUST for a, b in spans)]
        return [at for n, at in enumerate(free) if not n or at - free[n - 1] > DUST]

    def parted(self, across: bool, at: float) -> "tuple[_InHand, _InHand]":
        """Return what is before and what is behind a cut."""
        if across:
            below = tuple(p for p in self.copies if p.top <= at + DUST)
            above = tuple(p for p in self.copies if p.top > at + DUST)
            return (
                _InHand(self.left, self.bottom, self.right, at, below),
                _InHand(self.left, at, self.right, self.top, above),
            )
        before = tuple(p for p in self.copies if p.right <= at + DUST)
        behind = tuple(p for p in self.copies if p.right > at + DUST)
        return (
            _InHand(self.left, self.bottom, at, self.top, before),
            _InHand(at, self.bottom, self.right, self.top, behind),
        )


def cuts_of(layout: Layout) -> tuple[Cut, ...]:
    """
    Return the cuts of a layout that is cut right through, in order: strip by strip, each along its height
    first, then across, and so on. Nothing where it is cut along any line.
    """
    if not layout.through or not layout.placed:
        return ()
    left = _InHand(0.0, 0.0, layout.goods.usable_width, layout.length, layout.placed)
    out: list[Cut] = []
    for number, at in enumerate([*left.lines(across=True), layout.length], 1):
        strip, left = left.parted(True, at)
        out.append(Cut(True, at, strip.left, strip.right, number, strip.ready, off=True))
        out += _cut_up(strip, number)
    return tuple(out)


def _cut_up(hand: _InHand, strip: int) -> Iterator[Cut]:
    """Yield the cuts that make a rectangle in hand into its copies."""
    if not hand.copies or hand.ready:
        return
    across, lines = next((way, found) for way in (False, True) if (found := hand.lines(way)))
    left = hand
    for at in lines:
        off, left = left.parted(across, at)
        ends = (hand.left, hand.right) if across else (hand.bottom, hand.top)
        yield Cut(across, at, *ends, strip, off.ready + left.ready)
        yield from _cut_up(off, strip)
    yield from _cut_up(left, strip)
