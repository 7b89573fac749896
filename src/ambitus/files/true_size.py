"""The lines of pieces at true size, in mm, for every format that holds them."""

from collections.abc import Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.grain import runs_up
from ambitus.core.drawing.laid.outline import OnPart, kept, lines_of, marks_on
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point

#: mm: how far a notch is drawn into a piece, and from piece to piece where several lie in one drawing
NOTCH, APART = 6.0, 20.0


@dataclass(frozen=True, slots=True)
class TrueSize:
    """One piece at true size: its words and its lines; ``fold`` is nothing where it is whole."""

    key: str
    title: str
    cut: tuple[tuple[Point, ...], ...]
    seam: tuple[tuple[Point, ...], ...]
    fold: tuple[Point, ...]
    marks: tuple[tuple[Point, ...], ...]
    grain: tuple[Point, Point]

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top, in mm."""
        xs = [x for line in self.cut for x, _ in line]
        ys = [y for line in self.cut for _, y in line]
        return min(xs), min(ys), max(xs), max(ys)

    def moved(self, dx: float, dy: float) -> "TrueSize":
        """Return it elsewhere."""

        def at(lines: Sequence[Sequence[Point]]) -> tuple[tuple[Point, ...], ...]:
            return tuple(tuple((x + dx, y + dy) for x, y in line) for line in lines)

        (fold,) = at([self.fold])
        (a, b) = at([self.grain])[0]
        return TrueSize(self.key, self.title, at(self.cut), at(self.seam), fold, at(self.marks), (a, b))


def _line(on: OnPart) -> tuple[Point, ...]:
    """Return a mark as a line: one that is a point runs a little way in."""
    if on.inwards is None:
        return on.points
    ((x, y),), (dx, dy) = on.points, on.inwards
    return (x, y), (x + dx * NOTCH, y + dy * NOTCH)


def _true_size(piece: Piece, half: bool) -> TrueSize:
    half = half and piece.on_fold is not None
    lines, part = lines_of(piece, half), kept(piece, half)
    left, bottom, right, top = part
    cx, cy = (left + right) / 2, (bottom + top) / 2
    upright = runs_up(piece)
    reach = ((top - bottom) if upright else (right - left)) * 0.25
    grain = ((cx, cy - reach), (cx, cy + reach)) if upright else ((cx - reach, cy), (cx + reach, cy))
    marks = (_line(on) for on in marks_on(piece, part) if on.mark.kind != "zip")
    on_fold = ", half, on the fold" if half else ""
    title = f"{piece.letter} {piece.name}, cut {piece.count}{on_fold}"
    return TrueSize(piece.key, title, lines.cut, lines.seam, lines.fold, tuple(marks), grain)


def true_size(draft: Draft, key: str = "", *, half: bool = False) -> tuple[TrueSize, ...]:
    """
    Return the piece called *key* at true size, or every piece that is cut; *half* of those that can be cut
    on the fold.

    Raises:
        SpecProblems: If the bag has no such piece.
    """
    every = [p for p in draft.pieces if p.source in ("cloth", "interfacing")]
    cut = [draft.called(key)] if key else every
    return tuple(_true_size(piece, half) for piece in cut)


def side_by_side(pieces: Sequence[TrueSize]) -> tuple[TrueSize, ...]:
    """Return pieces one beside the other, all standing on one line, from zero on."""
    out, at = [], 0.0
    for piece in pieces:
        left, bottom, right, _ = piece.box
        out.append(piece.moved(at - left, -bottom))
        at += right - left + APART
    return tuple(out)
