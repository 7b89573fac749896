"""The lines of pieces at true size, in mm, for every format that holds them."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.laid.outline import kept, lines_of
from ambitus.core.form.model import Mark, Piece
from ambitus.core.geometry import Point
from ambitus.core.problems import Problem, SpecProblems

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


def _mark(mark: Mark, part: tuple[float, float, float, float]) -> Iterator[tuple[Point, ...]]:
    """Yield the lines of a mark that lie on the part of a piece that is drawn."""
    left, bottom, right, top = part
    inside = [
        (x, y)
        for x, y in mark.points
        if left - 0.01 <= x <= right + 0.01 and bottom - 0.01 <= y <= top + 0.01
    ]
    if len(mark.points) > 1 and inside:
        yield tuple((min(max(x, left), right), min(max(y, bottom), top)) for x, y in mark.points)
    elif inside:
        x, y = inside[0]
        on_side = min(abs(x - left), abs(x - right)) < 0.01
        way = (1.0 if x - left < 0.01 else -1.0) if on_side else (-1.0 if y > (bottom + top) / 2 else 1.0)
        yield ((x, y), (x + way * NOTCH, y)) if on_side else ((x, y), (x, y + way * NOTCH))


def _true_size(piece: Piece, half: bool) -> TrueSize:
    half = half and piece.on_fold is not None
    lines, part = lines_of(piece, half), kept(piece, half)
    left, bottom, right, top = part
    cx, cy = (left + right) / 2, (bottom + top) / 2
    upright = piece.on_fold is not None or piece.part == "base"
    reach = ((top - bottom) if upright else (right - left)) * 0.25
    grain = ((cx, cy - reach), (cx, cy + reach)) if upright else ((cx - reach, cy), (cx + reach, cy))
    marks = (line for m in piece.marks if m.points and m.kind != "zip" for line in _mark(m, part))
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
    cut = [p for p in draft.pieces if (p.key == key if key else p.source in ("cloth", "interfacing"))]
    if not cut:
        names = ", ".join(p.key for p in draft.pieces)
        why = f"This bag has no piece “{key[:40]}”."
        raise SpecProblems((Problem("unknown-piece", "piece", key[:40], why, f"It has {names}."),))
    return tuple(_true_size(piece, half) for piece in cut)


def side_by_side(pieces: Sequence[TrueSize]) -> tuple[TrueSize, ...]:
    """Return pieces one beside the other, all standing on one line, from zero on."""
    out, at = [], 0.0
    for piece in pieces:
        left, bottom, right, _ = piece.box
        out.append(piece.moved(at - left, -bottom))
        at += right - left + APART
    return tuple(out)
