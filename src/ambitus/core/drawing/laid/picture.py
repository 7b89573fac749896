"""The picture of a piece laid on the table: its lines, the rulers beside it, and a place for every number."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.drawing.flat import MarkShape
from ambitus.core.drawing.grain import grain_arrow, runs_up
from ambitus.core.drawing.laid.neighbour import SHARE, Neighbour
from ambitus.core.drawing.laid.outline import kept, lines_of, marks_on
from ambitus.core.drawing.laid.spans import LaidSpan, Span, laid_spans
from ambitus.core.drawing.laid.spread import in_rows, spread
from ambitus.core.drawing.laid.ticks import (
    Side,
    Tick,
    each_once,
    is_strip,
    point_of,
    ticks_of,
)
from ambitus.core.drawing.paths import path
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point
from ambitus.core.lengths import Unit, snap, system_of
from ambitus.core.sums import Sum, Term

#: px a mm: no piece is drawn larger
LARGEST = 5.0
#: px: what a finger can take hold of
FINGER = 44.0
#: px between the finest lines of a ruler
FINEST = 3.2
#: lines of a ruler in mm: the finest, the middle and the long ones
_METRIC = ((1.0, 5.0, 10.0), (5.0, 10.0, 50.0), (10.0, 50.0, 100.0), (50.0, 100.0, 500.0))
_INCH = tuple(
    (fine * 25.4, half * 25.4, long * 25.4)
    for fine, half, long in (
        (1 / 16, 1 / 2, 1),
        (1 / 8, 1 / 2, 1),
        (1 / 4, 1 / 2, 1),
        (1 / 2, 1, 6),
        (1, 6, 12),
    )
)


@dataclass(frozen=True, slots=True)
class Type:
    """
    How large everything beside a piece is, in px: how deep its rulers are (0 for none), what lies between
    them and the piece, a leader to a label, a character of a number and of a word, the height of a label,
    and how wide a strip is drawn at least, out of scale if need be.
    """

    ruler: float
    gap: float
    leader: float
    number: float
    word: float
    high: float
    narrowest: float


#: on screen, to be read from where one stands; and on paper, where numbers are written round a piece
SCREEN = Type(24.0, 8.0, 14.0, 12.5, 7.2, 42.0, 40.0)
PAPER = Type(0.0, 3.0, 8.0, 9.0, 5.4, 27.0, 22.0)


@dataclass(frozen=True, slots=True)
class Look:
    """
    How a piece is looked at: the room there is in px, from its wrong side or its right, half of it where it
    is cut on the fold, the unit whose ruler lies beside it, and how large that is.
    """

    room: tuple[float, float]
    unit: Unit
    wrong_side: bool = False
    half: bool = False
    type: Type = SCREEN
    #: whether the picture is only as high as it has to be
    shrinks: bool = False
    #: what is sewn to its right side, to be drawn beside it
    neighbour: Neighbour | None = None


@dataclass(frozen=True, slots=True)
class Ruler:
    """A ruler as it lies: along which side, its box, its zero, and its lines as path data."""

    side: Side
    box: tuple[float, float, float, float]
    zero: Point
    lines: str


@dataclass(frozen=True, slots=True)
class LaidTick:
    """A tick with the box of its label (left, top, width, height) and the line that leads to it."""

    tick: Tick
    label: tuple[float, float, float, float]
    leader: str
    at: Point


@dataclass(frozen=True, slots=True)
class LaidBeside:
    """A neighbour as path data, its marks as dots, and where its letter stands."""

    cut: str
    stitch: str
    marks: str
    letter: Point


@dataclass(frozen=True, slots=True)
class LaidPlaced:
    """
    Something that is put on the piece, to be taken hold of: which it is, on which side, its box (left, top,
    width, height) in px, and whether it stands on its head as the piece lies.
    """

    of: str
    side: str
    label: str
    box: tuple[float, float, float, float]
    upside_down: bool
    #: what it lies too near, and by how much: in words, or nothing
    clash: str = ""


@dataclass(frozen=True, slots=True)
class LaidPiece:
    """
    A piece as a picture in px: ``scale`` px a mm along it, ``stretched`` times as much across a strip that
    would be a hair. ``fold`` is the edge that lies on the fold of the cloth, where half of it is shown.
    """

    size: tuple[float, float]
    scale: float
    stretched: float
    cut: str
    stitch: str
    grain: str
    fold: str
    marks: tuple[MarkShape, ...]
    letter: Point
    rulers: tuple[Ruler, ...]
    ticks: tuple[LaidTick, ...]
    spans: tuple[LaidSpan, ...]
    beside: LaidBeside | None
    placed: tuple[LaidPlaced, ...] = ()


def can_be_halved(piece: Piece) -> bool:
    """Return whether a piece can be cut on a fold of the cloth."""
    return piece.on_fold is not None


def _halved(piece: Piece, ticks: Sequence[Tick]) -> tuple[Tick, ...]:
    """Return the ticks on the half that is drawn on folded cloth: the left one, or the upper."""
    side: Side = "left" if piece.folded else "top"
    out = []
    for tick in ticks:
        long = piece.size("height" if tick.side == "left" else "width") if not is_strip(piece) else 0.0
        mine = (tick.side == "left") == piece.folded
        if mine and tick.size:
            summed = piece.sums[tick.key or ("height" if piece.folded else "width")]
            half = Sum(
                f"{summed.label}, on the fold",
                (
                    Term(summed.label, summed.total, "Opened out."),
                    Term("The other half", -summed.total / 2, "It lies under this one, on the fold."),
                ),
            )
            out.append(Tick(side, snap(tick.mm / 2), "half", half, of="size"))
        elif (mine and tick.mm > long / 2 + 0.01) or (piece.folded and tick.side == "bottom"):
            continue
        else:
            out.append(tick)
    return tuple(each_once(out))


def _fine_lines(unit: Unit, scale: float) -> tuple[float, float, float]:
    """Return the lines of the ruler that can be told apart at a scale."""
    kinds = _METRIC if system_of(unit) == "metric" else _INCH
    return next((lines for lines in kinds if lines[0] * scale >= FINEST), kinds[-1])


def _size_of(tick: Tick, say: Callable[[float], str], set_in: Type) -> float:
    wide = max(set_in.number * len(say(tick.mm)), set_in.word * len(tick.word))
    return wide + set_in.number * 0.8


@dataclass(frozen=True, slots=True)
class _Table:
    """Where the piece lies: from its own coordinates to px."""

    kept: tuple[float, float, float, float]
    origin: Point
    scale: float
    stretched: float
    #: the width of the picture, where it is seen from the wrong side
    turned: float
    type: Type

    def here(self, p: Point) -> Point:
        """Return a point of the piece in px."""
        left, _, _, top = self.kept
        x = self.origin[0] + (p[0] - left) * self.scale
        return self.flip(x), self.origin[1] + (top - p[1]) * self.scale * self.stretched

    def flip(self, x: float) -> float:
        """Return where something at *x* is seen: on the other hand from the wrong side."""
        return self.turned - x if self.turned else x

    @property
    def drawn(self) -> tuple[float, float]:
        """Width and height of what is drawn."""
        left, bottom, right, top = self.kept
        return (right - left) * self.scale, (top - bottom) * self.scale * self.stretched


def laid_piece(piece: Piece, look: Look, say: Callable[[float], str]) -> LaidPiece:
    """
    Return *piece* laid out as large as there is room for it and its numbers, which *say* writes.

    The picture is as large as the room, or higher where there are more numbers beside it than it has room
    for; no two labels meet and none leaves it.
    """
    half = look.half and can_be_halved(piece)
    ticks = ticks_of(piece)
    ticks = _halved(piece, ticks) if half else ticks
    part = kept(piece, half)
    by_side: dict[Side, list[Tick]] = {"top": [], "bottom": [], "left": []}
    for tick in ticks:
        by_side[tick.side].append(tick)
    wide, high = look.room
    ruler, gap, leader, tall = look.type.ruler, look.type.gap, look.type.leader, look.type.high
    rows = {
        side: in_rows([_size_of(t, say, look.type) for t in by_side[side]], wide - 8) if by_side[side] else []
        for side in ("top", "bottom")
    }
    above, below = (
        ruler + gap + leader + tall * len(rows[side]) if rows[side] else tall / 2
        for side in ("top", "bottom")
    )
    lowest = ruler if rows["bottom"] else below
    beside = max((_size_of(t, say, look.type) for t in by_side["left"]), default=0.0) + ruler + gap + leader
    need = tall * len(by_side["left"])
    least = above + below - ruler - lowest + need
    high = max(high, least)
    across, up = part[2] - part[0], part[3] - part[1]
    shares = 1 + SHARE if look.neighbour and not half else 1.0
    room_x, room_y = wide - beside - 30, high - above - below
    scale = min(room_x / across / shares, room_y / up, LARGEST)
    stretched = 1.0
    if is_strip(piece) and up * scale < look.type.narrowest:
        scale = min(room_x / across, LARGEST)
        stretched = max(1.0, min(look.type.narrowest, room_y) / (up * scale))
    if look.shrinks:
        high = max(least, above + below + up * scale * stretched)
        room_y = high - above - below
    table = _Table(
        part,
        (beside + (room_x - across * scale * shares) / 2, above + (room_y - up * scale * stretched) / 2),
        scale,
        stretched,
        wide if look.wrong_side else 0.0,
        look.type,
    )
    cut, stitch, fold = _lines(piece, table, half)
    top, foot = table.origin[1] - gap - ruler, table.origin[1] + table.drawn[1] + gap + ruler
    low = foot if rows["bottom"] else high
    # more numbers beside it than it is high: those above and below make room
    short = max(0.0, need - (low - top))
    up, down = (short / 2, short / 2) if rows["bottom"] else (short, 0.0)
    rulers = tuple(_rulers(look.unit, table, by_side, strip=is_strip(piece))) if ruler else ()
    laid = [
        *_beside(piece, table, by_side["left"], say, (top - up, low + down)),
        *(
            one
            for side in ("top", "bottom")
            for one in _along(
                piece, table, by_side[side], rows[side], say, (4.0, wide - 4), up if side == "top" else down
            )
        ),
    ]
    x, y = table.here((part[0], part[3]))
    letter = (table.flip(table.flip(x) + 18), y + 44)

    def wide_of(span: Span) -> float:
        return max(look.type.number * len(say(span.sum.total)), look.type.word * len(span.word)) + 8

    clear = (letter[0] - 20, letter[1] - 34, 44.0, 48.0)
    placed = tuple(_placed(piece, table)) if not half else ()
    taken = (clear, *(one.box for one in placed))
    spans = () if half or not ruler else laid_spans(piece, table.here, wide_of, tall, taken)
    return LaidPiece(
        size=(wide, high),
        scale=scale,
        stretched=stretched,
        cut=cut,
        stitch=stitch,
        grain=_grain(piece, table),
        fold=fold,
        marks=tuple(_marks(piece, table)),
        letter=letter,
        rulers=rulers,
        ticks=tuple(laid),
        spans=spans,
        beside=_beside_it(look.neighbour, table) if shares > 1 else None,
        placed=placed,
    )


def _beside_it(neighbour: Neighbour | None, table: _Table) -> LaidBeside | None:
    if neighbour is None:
        return None
    cut = "".join(path([table.here(p) for p in rim], closed=True) for rim in neighbour.cut)
    seam = "".join(path([table.here(p) for p in run]) for run in neighbour.seam)
    dots = "".join(
        path([(x - 4, y), (x, y + 4), (x + 4, y), (x, y - 4)], closed=True)
        for x, y in (table.here(p) for p in neighbour.marks)
    )
    right, top = table.kept[2], table.kept[3]
    x, y = table.here((right, top))
    return LaidBeside(cut, seam, dots, (table.flip(table.flip(x) + 26), y + 44))


def _lines(piece: Piece, table: _Table, half: bool) -> tuple[str, str, str]:
    """Return cut line, seam line and fold of what is drawn."""
    lines = lines_of(piece, half)
    cut = "".join(path([table.here(p) for p in rim], closed=True) for rim in lines.cut)
    seam = "".join(path([table.here(p) for p in part]) for part in lines.seam)
    return cut, seam, path([table.here(p) for p in lines.fold]) if lines.fold else ""


def _rulers(unit: Unit, table: _Table, by_side: dict[Side, list[Tick]], *, strip: bool) -> Iterator[Ruler]:
    (x, y), (wide, high) = table.origin, table.drawn
    gap, ruler = table.type.gap, table.type.ruler
    for side, ticks in by_side.items():
        if not ticks:
            continue
        upright = side == "left"
        scale = table.scale * (table.stretched if upright else 1.0)
        fine, middle, long = _fine_lines(unit, scale)
        # along its rim, which lies a gap beside the piece, and away from it
        rim = x - gap if upright else y - gap if side == "top" else y + high + gap
        away = 1.0 if side == "bottom" else -1.0
        begins, way = (y + high, -1.0) if upright and strip else (y if upright else x, 1.0)

        def at(along: float, deep: float, *, upright: bool = upright, rim: float = rim) -> Point:
            return (table.flip(rim + deep), along) if upright else (table.flip(along), rim + deep)

        lines = []
        for k in range(int((high if upright else wide) / scale / fine + 1e-6) + 1):
            mm = k * fine
            deep = away * (16.0 if _on(mm, long) else 10.0 if _on(mm, middle) else 6.0)
            along = begins + way * mm * scale
            lines.append(path([at(along, 0.0), at(along, deep)]))
        if upright:
            corner, size = (rim - ruler, y), (ruler, high)
        else:
            corner, size = (x, rim if side == "bottom" else rim - ruler), (wide, ruler)
        lies = table.flip(corner[0]) - (size[0] if table.turned else 0.0)
        yield Ruler(side, (lies, corner[1], *size), at(begins, 0.0), "".join(lines))


def _on(mm: float, step: float) -> bool:
    return abs(mm / step - round(mm / step)) < 1e-6


def _along(
    piece: Piece,
    table: _Table,
    ticks: Sequence[Tick],
    rows: Sequence[Sequence[int]],
    say: Callable[[float], str],
    between: tuple[float, float],
    away: float,
) -> Iterator[LaidTick]:
    """Yield the labels above or below a piece, in rows *away* from its ruler."""
    (_, y), (_, high) = table.origin, table.drawn
    for n, row in enumerate(rows):
        chosen = sorted((ticks[i] for i in row), key=lambda t: table.here(point_of(piece, t))[0])
        sizes = [_size_of(t, say, table.type) for t in chosen]
        ats = [table.here(point_of(piece, t))[0] for t in chosen]
        for tick, at, middle, size in zip(chosen, ats, spread(ats, sizes, *between), sizes, strict=True):
            if tick.side == "top":
                rim = y - table.type.gap - table.type.ruler
                edge = rim - table.type.leader - away - table.type.high * n
                label = (middle - size / 2, edge - table.type.high, size, table.type.high)
            else:
                rim = y + high + table.type.gap + table.type.ruler
                edge = rim + table.type.leader + away + table.type.high * n
                label = (middle - size / 2, edge, size, table.type.high)
            yield LaidTick(tick, label, path([(at, rim), (middle, edge)]), (at, rim))


def _beside(
    piece: Piece,
    table: _Table,
    ticks: Sequence[Tick],
    say: Callable[[float], str],
    between: tuple[float, float],
) -> Iterator[LaidTick]:
    """Yield the labels beside a piece, one below the other."""
    placed = sorted(ticks, key=lambda t: table.here(point_of(piece, t))[1])
    ats = [table.here(point_of(piece, t))[1] for t in placed]
    rim = table.origin[0] - table.type.gap - table.type.ruler
    for tick, at, middle in zip(
        placed, ats, spread(ats, [table.type.high] * len(placed), *between), strict=True
    ):
        size, edge = _size_of(tick, say, table.type), rim - table.type.leader
        corner = edge if table.turned else edge - size
        label = (table.flip(corner), middle - table.type.high / 2, size, table.type.high)
        yield LaidTick(
            tick,
            label,
            path([(table.flip(rim), at), (table.flip(edge), middle)]),
            (table.flip(rim), at),
        )


def _marks(piece: Piece, table: _Table) -> Iterator[MarkShape]:
    """Yield the marks that lie on what is drawn."""
    _, bottom, _, top = table.kept
    for on in marks_on(piece, table.kept):
        if on.inwards is None:
            yield MarkShape(path([table.here(p) for p in on.points]), on.mark.kind)
            continue
        (x, y), (dx, dy) = table.here(on.points[0]), on.inwards
        if on.mark.kind == "strap":
            deep = 15 if on.points[0][1] > (bottom + top) / 2 else -15
            shape = path([(x - 11, y), (x, y + deep), (x + 11, y)], closed=True)
        else:
            shape = path([(x, y), (table.flip(table.flip(x) + 12 * dx), y - 12 * dy)])
        yield MarkShape(shape, on.mark.kind)


def _placed(piece: Piece, table: _Table) -> Iterator[LaidPlaced]:
    """Yield what is put on the piece, by the box of its mark; a small one is large enough for a finger."""
    for mark in piece.marks:
        if mark.kind not in ("placed", "spot") or not mark.of or "flap" in mark.label:
            continue
        points = [table.here(p) for p in mark.points]
        xs, ys = [x for x, _ in points], [y for _, y in points]
        wide, high = max(FINGER, max(xs) - min(xs)), max(FINGER, max(ys) - min(ys))
        middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
        box = (middle[0] - wide / 2, middle[1] - high / 2, wide, high)
        upper, lower = (mark.points[at] for at in ((3, 4) if mark.kind == "spot" else (0, 2)))
        yield LaidPlaced(mark.of, mark.side, mark.label, box, upper[1] < lower[1])


def _grain(piece: Piece, table: _Table) -> str:
    """Return the grain arrow: along the height of panels and bases, along the length of strips."""
    (x, y), (wide, high) = table.origin, table.drawn
    cx, cy, head = table.flip(x + wide * 0.5), y + high * 0.5, 9.0
    if runs_up(piece):
        half = min(max(20.0, min(high * 0.2, 90.0)), high * 0.4)
    else:
        half, head = max(20.0, min(wide * 0.14, 90.0)), min(9.0, high * 0.2)
    return grain_arrow(piece, (cx, cy), half, head, head * 1.5)
