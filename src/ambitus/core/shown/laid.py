"""A piece laid on the table as it is shown: its numbers as text, and what to say of how the ruler lies."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ambitus.core.clashes import clashes_of
from ambitus.core.draft import Draft
from ambitus.core.drawing.flat import MarkShape
from ambitus.core.drawing.laid import LaidPiece, Look, Ruler, Tick, laid_piece
from ambitus.core.drawing.laid.neighbour import neighbour_of
from ambitus.core.drawing.laid.picture import LaidBeside, LaidPlaced, LaidTick, can_be_halved
from ambitus.core.drawing.laid.ticks import is_strip
from ambitus.core.form.model import Piece
from ambitus.core.lengths import Unit, View
from ambitus.core.sums import ShownSum, show_sum

Point = tuple[float, float]
_SIDES = ("top", "bottom", "left")


@dataclass(frozen=True, slots=True)
class TickShown:
    """
    A number beside a ruler: in a word or two what it is, its sum, and where it stands in px.

    ``key`` is the number of the piece that it opens (``width``, ``mark 2/0``); a number with a sum of its own
    has none. ``size`` is the cut size at the end of the ruler.
    """

    word: str
    text: str
    mm: float
    side: str
    key: str
    size: bool
    sum: ShownSum
    label: tuple[float, float, float, float]
    leader: str
    at: Point


@dataclass(frozen=True, slots=True)
class SpanShown:
    """A dimension drawn on a piece: its name, its number, what it opens, and where it stands."""

    word: str
    text: str
    key: str
    line: str
    label: tuple[float, float, float, float]


@dataclass(frozen=True, slots=True)
class LayingShown:
    """One laying of the ruler: where it lies, and what is ticked along it, in order."""

    lies: str
    ticked: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class LaidShown:
    """A piece laid on the table: what it is, its lines and rulers in px, its numbers, and the layings."""

    piece: str
    letter: str
    name: str
    count: int
    looks: str
    says: tuple[str, ...]
    size: tuple[float, float]
    cut: str
    stitch: str
    grain: str
    fold: str
    marks: tuple[MarkShape, ...]
    letter_at: Point
    rulers: tuple[Ruler, ...]
    ticks: tuple[TickShown, ...]
    spans: tuple[SpanShown, ...]
    layings: tuple[LayingShown, ...]
    #: whether it can be cut on a fold of the cloth, and is shown so; whether it is seen from its wrong side
    can_be_halved: bool
    half: bool
    wrong_side: bool
    #: the letter and name of what is sewn to its right side, or nothing; and its picture where that is shown
    neighbour: str
    beside: LaidBeside | None
    #: what is put on it, to be moved by hand; how many px are a mm, and by how many mm it is moved at once
    placed: tuple[LaidPlaced, ...]
    scale: float
    step: float


def _seam_line(piece: Piece, names: dict[str, str], view: View) -> Iterator[str]:
    """Yield how far inside its edges the seam line runs: one number where it is one."""
    by_seam = {e.seam: e.allowance for e in piece.edges}
    if not any(by_seam.values()):
        yield "no seam line inside its edges"
    elif len(set(by_seam.values())) == 1:
        yield f"seam line {view.with_unit(next(iter(by_seam.values())))} inside every edge"
    else:
        told = (
            f"{names.get(key, key).lower()} {view.with_unit(mm)}" for key, mm in by_seam.items() if mm > 0
        )
        yield f"seam line inside: {', '.join(told)}"


def _says(draft: Draft, piece: Piece, made: LaidPiece, look: Look, half: bool, view: View) -> tuple[str, ...]:
    names = {seam.seam: seam.label.partition(" of ")[0] for seam in draft.seams} | draft.bag.classes
    out = ["wrong side up" if look.wrong_side else "right side up", piece.material.lower()]
    if half:
        out.append("on the fold of the cloth")
    if piece.source == "cloth" and not is_strip(piece):
        out += _seam_line(piece, dict(names), view)
    if made.stretched > 1.05:
        out.append(f"drawn {made.stretched:.0f} times as wide as it is, to be seen")
    return tuple(out)


def _layings(piece: Piece, ticks: tuple[Tick, ...], look: Look, view: View) -> Iterator[LayingShown]:
    """Yield the layings of the ruler, in order, each with what is ticked along it."""
    corner = "right" if look.wrong_side else "left"
    lies = {
        "top": f"along the top, zero at the {corner} raw end",
        "bottom": f"along the bottom, zero level with the {corner} side",
        "left": "up the short end, zero at the lower edge"
        if is_strip(piece)
        else "down the side, zero at the top",
    }
    for side in _SIDES:
        mine = sorted((t for t in ticks if t.side == side), key=lambda t: t.mm)
        if mine:
            yield LayingShown(lies[side], tuple(f"{view.worked(t.mm)} {t.word}" for t in mine))


def _tick(one: LaidTick, view: View) -> TickShown:
    tick = one.tick
    return TickShown(
        tick.word,
        view.worked(tick.mm),
        tick.mm,
        tick.side,
        tick.key,
        tick.size,
        show_sum(tick.sum, view, "Cut" if tick.size else "Mark"),
        one.label,
        one.leader,
        one.at,
    )


def laid_shown(
    draft: Draft,
    key: str,
    room: tuple[float, float],
    unit: Unit,
    *,
    wrong_side: bool,
    half: bool,
    neighbour: bool = False,
) -> LaidShown:
    """
    Return the piece called *key* laid out in *room* px, as *unit* is written.

    Raises:
        SpecProblems: If the bag has no such piece.
    """
    view = View(unit, draft.bag.unit)
    piece = draft.called(key)
    found = neighbour_of(draft.plan, piece)
    shown = found if neighbour and not half else None
    made = laid_with(draft, piece, Look(room, unit, wrong_side, half, neighbour=shown), view)
    return replace(made, neighbour=f"{found.piece.letter} · {found.piece.name.lower()}") if found else made


def _clash(draft: Draft, one: LaidPlaced, view: View) -> str:
    """Return what something that is put on lies too near, with the length that is missing; or nothing."""
    found = [c for c in clashes_of(draft) if one.of in (c.one.of, c.other.of) and c.side == one.side]
    told = (
        f"{(c.other if c.one.of == one.of else c.one).name}: {view.with_unit(c.missing)} missing"
        for c in found
    )
    return "; ".join(dict.fromkeys(told))


def laid_with(draft: Draft, piece: Piece, look: Look, view: View) -> LaidShown:
    """Return *piece* laid out as it is looked at."""
    made = laid_piece(piece, look, view.worked)
    folded = look.half and can_be_halved(piece)
    return LaidShown(
        piece=piece.key,
        letter=piece.letter,
        name=piece.name,
        count=piece.count,
        looks=piece.looks,
        says=_says(draft, piece, made, look, folded, view),
        size=made.size,
        cut=made.cut,
        stitch=made.stitch,
        grain=made.grain,
        fold=made.fold,
        marks=made.marks,
        letter_at=made.letter,
        rulers=made.rulers,
        ticks=tuple(_tick(one, view) for one in made.ticks),
        spans=tuple(
            SpanShown(one.span.word, view.worked(one.span.sum.total), one.span.key, one.line, one.label)
            for one in made.spans
        ),
        layings=tuple(_layings(piece, tuple(one.tick for one in made.ticks), look, view)),
        can_be_halved=can_be_halved(piece),
        half=folded,
        wrong_side=look.wrong_side,
        neighbour="",
        beside=made.beside,
        placed=tuple(replace(one, clash=_clash(draft, one, view)) for one in made.placed),
        scale=made.scale,
        step=draft.bag.grid.step,
    )
