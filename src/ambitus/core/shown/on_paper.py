"""Pieces as they are drawn on the cut sheet: numbers round them, or named by another that is marked alike."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.laid import Tick, ticks_of
from ambitus.core.drawing.laid.picture import PAPER, Look
from ambitus.core.drawing.laid.ticks import SAME, is_strip
from ambitus.core.form.model import Mark, Piece
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.laid import LaidShown, laid_with

#: px: the room for a drawing in half the width of a page, for a strip there, and in all of the width
HALF, STRIP, WHOLE = (344.0, 180.0), (344.0, 110.0), (700.0, 140.0)
#: a piece so many times as wide as high, with more marks than these, is drawn over the whole width
WIDE, MANY = 2.6, 3


@dataclass(frozen=True, slots=True)
class OnPaper:
    """
    How a piece stands on the sheet: drawn with its numbers, where it has any of its own; the letter of
    the piece that it is marked like; and in words what its drawing does not say.
    """

    laid: LaidShown | None
    like: str
    words: tuple[str, ...]
    #: whether its drawing takes the whole width of the page
    wide: bool


def _marked(ticks: Sequence[Tick]) -> frozenset[tuple[str, float, str]]:
    """Return what is marked on a piece, as it is read off: no sizes, and no corners that its size tells."""
    return frozenset((t.side, round(t.mm, 3), t.word) for t in ticks if t.of == "mark")


def _drawn(mark: Mark, at: int, reading: int, ticks: Sequence[Tick]) -> bool:
    """Return whether a reading of a mark is a number of the drawing, by itself or in a sum of it."""
    _, summed = mark.readings[reading]
    key = f"mark {at}/{reading}"
    return any(key in tick.tells or abs(tick.mm - summed.total) < SAME for tick in ticks)


def _words(piece: Piece, view: View, ticks: Sequence[Tick]) -> Iterator[str]:
    """Yield the marks of a piece that no number of its drawing tells."""
    for i, mark in enumerate(piece.marks):
        left = [
            f"{name} {view.worked(summed.total)}"
            for j, (name, summed) in enumerate(mark.readings)
            if not mark.points or not _drawn(mark, i, j, ticks)
        ]
        if left:
            yield f"{mark.label}: {', '.join(left)}"


def on_paper(draft: Draft, unit: Unit) -> dict[str, OnPaper]:
    """Return how every piece stands on the sheet, by its key."""
    view = View(unit, draft.bag.unit)
    known: dict[frozenset[tuple[str, float, str]], str] = {}
    out = {}
    for piece in draft.pieces:
        ticks = ticks_of(piece)
        mine = _marked(ticks)
        like = "" if piece.small else known.get(mine, "")
        drawn = bool(mine) and not like and not piece.small
        left, bottom, right, top = piece.box
        long = (right - left) > WIDE * (top - bottom) and len(mine) > MANY
        wide = drawn and not is_strip(piece) and long
        room = WHOLE if wide else STRIP if is_strip(piece) else HALF
        laid = laid_with(draft, piece, Look(room, unit, type=PAPER, shrinks=True), view) if drawn else None
        if drawn:
            known[mine] = piece.letter
        told = _words(piece, view, ticks if drawn or like else ())
        out[piece.key] = OnPaper(laid, like, tuple(told), wide)
    return out
