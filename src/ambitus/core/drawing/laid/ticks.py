"""What is read off a ruler along each side of a piece: marks, corners and the cut size, each with its sum."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from ambitus.core.form.model import Mark, Piece
from ambitus.core.geometry import Point
from ambitus.core.lengths import snap
from ambitus.core.sums import Sum, Term

Side = Literal["top", "bottom", "left"]
#: Two places nearer than this are one.
SAME = 0.01
#: kinds of mark that are no place to tick
_NOT_TICKED = {"teeth", "zip", "quilting"}


@dataclass(frozen=True, slots=True)
class Tick:
    """
    One place on a ruler: so many mm from its zero, in a word or two, and the sum that it comes from.

    ``key`` is the number that it opens among those of the piece (``width``, ``mark 2/0``), or nothing where
    the sum is its own; ``tells`` are the readings of marks that go into it. It is ``of`` the cut size at the
    end of the ruler, of a corner that is cut out, or of a mark.
    """

    side: Side
    mm: float
    word: str
    sum: Sum
    key: str = ""
    of: Literal["size", "corner", "mark"] = "mark"
    tells: frozenset[str] = frozenset()

    @property
    def size(self) -> bool:
        """Whether it is the cut size."""
        return self.of == "size"


@dataclass(frozen=True, slots=True)
class _Told:
    """A reading of a mark: which number of the piece it is, what it says, and its sum."""

    key: str
    label: str
    name: str
    sum: Sum


def is_strip(piece: Piece) -> bool:
    """Return whether a piece is told by length and width: measured up from its lower edge."""
    return "length" in piece.sums


def across_key(piece: Piece) -> str:
    """Return the key of the dimension along the rulers above and below a piece."""
    return "length" if is_strip(piece) else "width"


def up_key(piece: Piece) -> str:
    """Return the key of the dimension along the ruler beside a piece."""
    return "width" if is_strip(piece) else "height"


#: what is left open of a side seam, as it is called beside a ruler
_OPENINGS = ("slot", "slit", "side seam")


def _word(mark: Mark, nth: int) -> str:
    """Return a mark in a word or two, as one writes it beside a ruler; *nth* counts lines of one label."""
    if mark.kind == "slot":
        return next((w for w in _OPENINGS if w in mark.label.lower()), mark.kind)
    if mark.kind in ("strap", "gap", "clip", "stop", "tack"):
        return mark.kind
    first = mark.label.split()[0].lower()
    if mark.label.endswith(", its row"):
        return "row"
    if mark.kind == "row" and first == "window":
        # four lines: each is where the window ends
        return first
    if mark.kind in ("crease", "row"):
        names = [name.partition(",")[0] for name, _ in mark.readings]
        # a line that lies there twice is told once
        nth = 0 if len(names) == 1 else nth
        name = names[nth] if nth < len(names) else first
        if name.startswith(("then", "from ")):
            return "fold" if mark.kind == "crease" else "row"
        return f"{name} {first}" if " " not in name and first == "fold-to" else name
    if first in ("middle", "quarter", "fold", "eyelet"):
        return first
    if first == "where":
        return "channel"
    said = mark.label[0].lower() + mark.label[1:]
    return said if len(said) <= 18 else " ".join(said.split()[:2]).rstrip(",")


def _places(piece: Piece, mark: Mark) -> Iterator[tuple[Side, float]]:
    """Yield where a mark is read off, in the coordinates of the piece: x above or below it, y beside it."""
    left, bottom, right, top = piece.box
    xs, ys = [x for x, _ in mark.points], [y for _, y in mark.points]
    middle = (bottom + top) / 2

    if mark.kind == "placed":
        # a box: its sides along the top, its upper edge and its foot beside the piece
        if any(name.startswith("from the left") for name, _ in mark.readings):
            yield from (("top", x) for x in (min(xs), max(xs)))
        yield from (("left", y) for y in (max(ys), min(ys)))
        return
    if mark.kind == "buttonhole":
        # it is found by both of its ends, in one line
        yield "top", xs[0]
        yield from (("left", y) for y in ys)
        return
    if mark.kind == "spot":
        # a cross, or its middle alone: by that it is found
        x, y = mark.points[len(mark.points) // 2]
        yield "top", x
        yield "left", y
        return

    def along(x: float, y: float) -> tuple[Side, float]:
        return ("top" if y > middle - SAME else "bottom"), x

    wide, high = max(xs) - min(xs), max(ys) - min(ys)
    on_rim = [min(abs(y - bottom), abs(y - top)) < SAME for y in ys]
    on_side = [min(abs(x - left), abs(x - right)) < SAME for x in xs]
    if len(mark.points) == 1:
        x, y = mark.points[0]
        if on_side[0] and not on_rim[0]:
            yield "left", y
            return
        yield along(x, y)
        if not on_rim[0] and not is_strip(piece):
            yield "left", y
    elif high < SAME and all(on_rim):
        if mark.kind != "row" or wide < right - left - SAME:
            yield from (along(x, y) for x, y in mark.points)
    elif high < SAME:
        yield "left", ys[0]
    elif wide < SAME and all(on_side):
        yield from (("left", y) for y in ys)
    elif wide < SAME:
        at = next((i for i, on in enumerate(on_rim) if on), 0)
        yield along(xs[at], ys[at])
    else:
        # a line that turns: each of its corners both ways
        yield from (along(x, y) for x, y in mark.points)
        yield from (("left", y) for y in ys)


class _Edge:
    """One ruler of a piece, and how a place on it becomes a tick with a sum."""

    def __init__(self, piece: Piece, side: Side) -> None:
        self.piece, self.side = piece, side
        left, bottom, right, top = piece.box
        upright = side == "left"
        self.from_top = upright and not is_strip(piece)
        self.zero = (top if self.from_top else bottom) if upright else left
        self.size = up_key(piece) if upright else across_key(piece)
        self.long = top - bottom if upright else right - left

    def mm(self, at: float) -> float:
        """Return how far from the ruler's zero a place of the piece is."""
        return snap(self.zero - at if self.from_top else at - self.zero)

    def whole(self) -> Tick:
        """Return the cut size, at the end of the ruler."""
        summed = self.piece.sums[self.size]
        word = {"width": "wide", "height": "high", "length": "long"}[self.size]
        return Tick(self.side, self.long, word, summed, self.size, "size")

    def tick(self, at: float, word: str, told: Sequence[_Told]) -> Tick:
        """Return the tick at a place, by the reading that tells it, or by what is left of the whole."""
        mm = self.mm(at)
        for one in told:
            if abs(one.sum.total - mm) < SAME:
                # a corner is measured from its tip too, which is not the stitched point
                word = "from the tip" if one.name.startswith("from the fabric tip") else word
                return Tick(self.side, mm, word, one.sum, one.key, tells=frozenset({one.key}))
        label = f"{word[0].upper()}{word[1:]}, from the {'top' if self.from_top else 'zero'} of the ruler"
        whole = self.piece.sums[self.size]
        for one in told:
            if abs(whole.total - one.sum.total - mm) < SAME:
                terms = (
                    Term(whole.label, whole.total, "The whole edge, as it is cut."),
                    Term(f"{one.label}, {one.name}", -one.sum.total, "Read from the other end."),
                )
                return Tick(self.side, mm, word, Sum(label, terms), tells=frozenset({one.key}))
        begins = self._begins()
        for one in told:
            if begins > SAME and abs(begins + one.sum.total - mm) < SAME:
                terms = (
                    Term("To where the edge begins", begins, "Beside it a corner is cut out or rounded."),
                    Term(f"{one.label}, {one.name}", one.sum.total, "From the end of that edge."),
                )
                return Tick(self.side, mm, word, Sum(label, terms), tells=frozenset({one.key}))
        if abs(whole.total / 2 - mm) < SAME:
            terms = (
                Term(whole.label, whole.total, "The whole edge, as it is cut."),
                Term("Half of it", -whole.total / 2, "Its middle."),
            )
            return Tick(self.side, mm, word, Sum(label, terms))
        return Tick(
            self.side, mm, word, Sum(label, (Term("Along the edge", mm, "As the piece is drafted."),))
        )

    def _begins(self) -> float:
        """Return how far from the ruler's zero the straight edge below begins, of a rounded or cut corner."""
        if self.side != "bottom":
            return 0.0
        low = [x for x, y in self.piece.cut if abs(y - self.piece.box[1]) < SAME]
        return self.mm(min(low)) if low else 0.0

    def cut_off(self, at: float) -> Tick:
        """Return the tick where a corner that is cut off straight begins, told from the nearer end."""
        mm, whole = self.mm(at), self.piece.sums[self.size]
        if not self.from_top and mm < whole.total / 2:
            terms: tuple[Term, ...] = (Term("Cut off", mm, "As it is drafted."),)
        else:
            to_end = Term(whole.label, whole.total, "The whole edge, as it is cut.")
            terms = (to_end, Term("Cut off", -snap(whole.total - mm), "As it is drafted."))
        return Tick(self.side, mm, "corner", Sum("Where the corner is cut off", terms), of="corner")

    def corner(self, at: float) -> Tick:
        """Return the tick of a corner that is cut out."""
        key = "across" if self.side != "left" else "up"
        mm, out = self.mm(at), self.piece.sums[key]
        if abs(out.total - mm) < SAME:
            return Tick(self.side, mm, "corner", out, key, "corner")
        whole = self.piece.sums[self.size]
        at_fold = self.piece.sums.get("fold_across")
        if at_fold and self.side == "bottom" and abs(abs(mm - whole.total / 2) - at_fold.total / 2) < SAME:
            sign = 1.0 if mm > whole.total / 2 else -1.0
            to_fold = Term("Half of the piece", whole.total / 2, "From its raw side to the fold.")
            label, why = f"Half of: {at_fold.label.lower()}", "On either side of the fold."
            summed = Sum("Corner of the cut-out", (to_fold, Term(label, sign * at_fold.total / 2, why)))
            return Tick(self.side, mm, "corner", summed, of="corner")
        half = [Term("Half of it, to the fold", -whole.total / 2, "The cut-out is measured from the fold.")]
        terms = [Term(whole.label, whole.total, "The whole edge, as it is cut.")]
        if abs(whole.total - out.total - mm) > SAME and self.piece.folded:
            terms += half
        sign = 1.0 if mm > terms[0].mm / 2 and len(terms) > 1 else -1.0
        terms.append(Term(out.label, sign * out.total, "The cut-out."))
        rest = snap(mm - sum(t.mm for t in terms))
        terms += [Term("As it is drafted", rest, "What is left of the edge.")] if abs(rest) > SAME else []
        return Tick(self.side, mm, "corner", Sum("Corner of the cut-out", tuple(terms)), of="corner")


def _corners(piece: Piece) -> Iterator[tuple[Side, float]]:
    """Yield the corners of a cut-out where they are read off."""
    if "across" not in piece.sums:
        return
    left, bottom, right, top = piece.box
    for (x, y), edge in zip(piece.cut, piece.edges, strict=True):
        if edge.seam == "corner" or edge.name.startswith("corner"):
            if left + SAME < x < right - SAME:
                yield "bottom", x
            if bottom + SAME < y < top - SAME:
                yield "left", y


def _cut_off(piece: Piece) -> Iterator[tuple[Side, float]]:
    """Yield where lower corners that are cut off straight begin; a round one is drawn by its radius."""
    n = len(piece.edges)
    for i, edge in enumerate(piece.edges):
        if edge.name in ("corner left", "corner right") and edge.bend is None:
            (x, _), (_, y) = sorted((piece.cut[i], piece.cut[(i + 1) % n]), key=lambda at: at[1])
            yield "bottom", x
            yield "left", y


def ticks_of(piece: Piece) -> tuple[Tick, ...]:
    """
    Return everything that is read off the rulers of *piece*, in the order of each: along the top and the
    bottom from the left, beside it down from the top edge, or up from the lower edge of a strip.
    """
    edges: dict[Side, _Edge] = {side: _Edge(piece, side) for side in ("top", "bottom", "left")}
    out: list[Tick] = [edges["top"].whole(), edges["left"].whole()]
    lines: dict[str, list[float]] = {}
    told = {
        mark.label: [
            _Told(f"mark {i}/{j}", m.label, name, s)
            for i, m in enumerate(piece.marks)
            if m.label == mark.label
            for j, (name, s) in enumerate(m.readings)
        ]
        for mark in piece.marks
    }
    every = [one for readings in told.values() for one in readings]
    names = {m.label: m for m in reversed(piece.marks) if m.readings}
    for mark in piece.marks:
        if not mark.points or mark.kind in _NOT_TICKED:
            continue
        known = lines.setdefault(mark.label, [])
        at = round(mark.points[0][1], 3)
        # the same line on the other half of a tube is the same line
        known += [] if at in known else [at]
        word = _word(names.get(mark.label, mark), known.index(at))
        for side, place in _places(piece, mark):
            out.append(edges[side].tick(place, word, told[mark.label] or every))
    out += [edges[side].corner(at) for side, at in _corners(piece)]
    out += [edges[side].cut_off(at) for side, at in _cut_off(piece)]
    return tuple(each_once(out))


def each_once(ticks: Sequence[Tick]) -> list[Tick]:
    """Return *ticks* with those at one place put together; a lower edge like the upper one has no ruler."""
    out: list[Tick] = []
    for tick in sorted(ticks, key=lambda t: (("top", "bottom", "left").index(t.side), t.mm, not t.size)):
        if tick.mm < SAME:
            continue
        same = next(
            (i for i, t in enumerate(out) if t.side == tick.side and abs(t.mm - tick.mm) < SAME), None
        )
        if same is None:
            out.append(tick)
        elif tick.word not in out[same].word.split(", "):
            first = out[same]
            # the cut size wins, then a number that opens one of the piece's own
            keep = tick if tick.size or (tick.key and not (first.key or first.size)) else first
            words, tells = f"{first.word}, {tick.word}", first.tells | tick.tells
            out[same] = replace(keep, word=words, tells=tells)
    above = {(round(t.mm, 3), word) for t in out if t.side == "top" for word in t.word.split(", ")}
    below = {(round(t.mm, 3), word) for t in out if t.side == "bottom" for word in t.word.split(", ")}
    return [t for t in out if t.side != "bottom"] if below <= above else out


def point_of(piece: Piece, tick: Tick) -> Point:
    """Return where on the rim of *piece* a tick is read off."""
    edge = _Edge(piece, tick.side)
    left, bottom, _, top = piece.box
    if tick.side == "left":
        return left, edge.zero - tick.mm if edge.from_top else edge.zero + tick.mm
    return edge.zero + tick.mm, top if tick.side == "top" else bottom
