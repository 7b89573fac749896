"""What is sewn at places of a form, drawn as marks on the piece that is cut for it."""

from collections.abc import Iterator, Sequence
from itertools import groupby
from typing import Literal

from ambitus.core.curves import edge_points
from ambitus.core.form.model import Mark, Piece
from ambitus.core.form.sewn import Caught, Hole, Line, Opening, Place, PutOn, Sewn, Told, Window, Zone
from ambitus.core.geometry import Point, along, length, outward, unit_vector
from ambitus.core.lengths import snap


class Flat:
    """A piece as it lies flat, and where places of its first face are on it."""

    def __init__(self, piece: Piece) -> None:
        self.piece, self.face = piece, piece.faces[0]
        self._at = {e.name: i for i, e in enumerate(piece.edges)}

    def edge(self, name: str) -> int:
        """Return the place of an edge in the outline."""
        return self._at[name]

    def _ends(self, at: int, points: Sequence[Point]) -> tuple[Point, Point]:
        return points[at], points[(at + 1) % len(points)]

    def _read_from(self, place: Place) -> tuple[Point, Point, float]:
        """Return the raw end that a place is read from, the other one, and how far out the first is cut."""
        at = self.edge(place.edge)
        (a, b), (p, q) = self._ends(at, self.piece.cut), self._ends(at, self.piece.stitch)
        near, far, seam = (b, a, q) if place.back else (a, b, p)
        ux, uy = unit_vector(near, far)
        return near, far, (seam[0] - near[0]) * ux + (seam[1] - near[1]) * uy

    def raw(self, place: Place) -> Point:
        """Return a place of an edge, straight out on the raw edge."""
        near, far, spare = self._read_from(place)
        beyond = spare if place.beyond is None else place.beyond
        return along(near, far, snap(beyond + place.along) / (length(near, far) or 1.0))

    def out(self, place: Place) -> Point:
        """Return a place that is read from the seam at the side, straight out on the raw edge."""
        if place.beyond is not None:
            return self.raw(place)
        at = self.edge(place.edge)
        (a, b), (low, _) = self._ends(at, self.piece.stitch), self._ends(at, self.piece.cut)
        near, far = (b, a) if place.back else (a, b)
        ux, uy = unit_vector(near, far)
        x, y = near[0] + ux * place.along, near[1] + uy * place.along
        ox, oy = outward(a, b)
        over = (low[0] - x) * ox + (low[1] - y) * oy
        return x + ox * over, y + oy * over

    def _inwards(self, edge: str, deep: float, *points: Point) -> tuple[Point, ...]:
        """Return *points* of a raw edge, moved *deep* mm in from it."""
        ox, oy = outward(*self._ends(self.edge(edge), self.piece.cut))
        return tuple((x - ox * deep, y - oy * deep) for x, y in points)

    def hole(self, hole: Hole) -> tuple[Point, ...]:
        """Return where a hole is made, as far below the raw edge as is told."""
        return self._inwards(hole.at.edge, snap(hole.at.inside + hole.beyond), self.raw(hole.at))

    def line(self, line: Line) -> tuple[Point, ...]:
        """Return a line along an edge, from raw end to raw end; what meets a zip is the raw edge itself."""
        at = self.edge(line.edge)
        ends = self._ends(at, self.piece.cut)
        if line.kind == "zip" and (bend := self.piece.bends[at]) is not None:
            return (*edge_points(ends[0], bend, ends[1]), ends[1])
        return (
            ends if line.kind == "zip" else self._inwards(line.edge, snap(line.inside + line.beyond), *ends)
        )

    def _within(self, one: PutOn, right: float, down: float) -> Point:
        """Return a point of what is put on, so far right of and below its upper left corner."""
        at = self.edge(one.at.edge)
        (a, b), (low, _) = self._ends(at, self.piece.stitch), self._ends(at, self.piece.cut)
        ux, uy = unit_vector(b, a)
        ox, oy = outward(a, b)
        # from the seam at the side, and from the raw edge above: that is where a ruler begins
        over = (low[0] - b[0]) * ox + (low[1] - b[1]) * oy
        along, deep = one.at.along + right, one.at.inside + one.beyond - over + down
        return snap(b[0] + ux * along - ox * deep), snap(b[1] + uy * along - oy * deep)

    def put_on(self, one: PutOn) -> tuple[Point, ...]:
        """Return the outline of what is put on, closed; of a spot a cross through its middle."""
        w, h = one.wide, one.high
        if one.spot:
            # a cross through its middle
            cross = ((0.0, h / 2), (w, h / 2), (w / 2, h / 2), (w / 2, 0.0), (w / 2, h))
            return tuple(self._within(one, *at) for at in cross)
        return tuple(self._within(one, *at) for at in ((0, 0), (w, 0), (w, h), (0, h), (0, 0)))

    def rows_of(self, one: PutOn) -> tuple[tuple[Point, ...], ...]:
        """Return the rows that are sewn inside what is put on."""
        return tuple(tuple(self._within(one, *at) for at in row) for row in one.rows)

    def spare(self, place: Place) -> float:
        """Return how much cloth lies beyond the seam line where a place is read from, along its edge."""
        return abs(self._read_from(place)[2])

    def from_top(self, edge: str) -> int:
        """Return the place of an edge in the outline, counted from the one before the first top edge."""
        n = len(self.piece.edges)
        first = next((i for i, e in enumerate(self.piece.edges) if e.seam == "top"), 0)
        return (self.edge(edge) - first + 1) % n


def _openings(flat: Flat, openings: Sequence[Opening]) -> Iterator[Mark]:
    """Yield the ends of what stays open on this piece; the first of one name tells where it is."""
    shown = [
        (opening, low, high)
        for opening in openings
        for low, high in opening.between[: opening.marked]
        if low.face == flat.face
    ]
    told = False
    for opening, low, high in sorted(shown, key=lambda one: flat.from_top(one[1].edge)):
        measures: Told = () if told else opening.told(flat.spare(low))
        told = True
        kind: Literal["gap", "slot"] = "gap" if opening.closed else "slot"
        yield Mark(kind, opening.label, (flat.raw(low), flat.raw(high)), opening.where, measures)


def _put_on(flat: Flat, put: Sequence[PutOn]) -> Iterator[Mark]:
    """
    Yield what is put on the faces of a piece; of pieces cut alike it says on which it is, unless on all.

    What lies at one place on each of them is marked once.
    """
    faces = flat.piece.faces
    shown = [(one, flat.put_on(one)) for one in put if one.at.face in faces and not one.found_there]
    for one, points in shown:
        same = [other for other, at in shown if other.label == one.label and at == points]
        if same[0] is not one:
            continue
        whole = len({other.at.face for other in same}) == len(faces) and not _both_sides(flat)
        only = "" if whole else f", {one.side}" if _both_sides(flat) else f", {one.side} only"
        kind: Literal["placed", "spot"] = "spot" if one.spot else "placed"
        told = one.told(flat.spare(one.at))
        yield Mark(kind, f"{one.label}{only}", points, "top left", told, one.of, one.side)
        for row in flat.rows_of(one):
            yield Mark("row", f"{one.label}, its row", row, "top left")


def _both_sides(flat: Flat) -> bool:
    """Return whether a piece is front and back at once."""
    return sum(edge.seam == "top" for edge in flat.piece.edges) > 1


def marks_of(piece: Piece, sewn: Sequence[Sewn]) -> Iterator[Mark]:
    """
    Yield the marks of what is sewn on a form at the faces of *piece*.

    Faces that are cut alike share a piece: it is marked as the first of them is.
    """
    flat = Flat(piece)
    for is_opening, group in groupby(sewn, key=lambda one: isinstance(one, Opening)):
        if is_opening:
            yield from _openings(flat, [one for one in group if isinstance(one, Opening)])
            continue
        for one in group:
            match one:
                case Line() if one.face == flat.face and one.label:
                    yield Mark(one.kind, one.label, flat.line(one), "top edge", one.told)
                case Caught() if one.at.face == flat.face and one.label:
                    kind: Literal["strap", "notch"] = "strap" if one.strip.startswith("strap") else "notch"
                    told = one.told(flat.spare(one.at))
                    yield Mark(kind, one.label, (flat.out(one.at),), one.where, told)
                case Hole() if one.at.face == flat.face:
                    yield Mark("notch", one.label, flat.hole(one), "top left", one.told(flat.spare(one.at)))
                case Zone() if one.face == flat.face:
                    yield Mark("notch", one.label, (), "raw top edge", one.told)
                case Window() if one.face == flat.face:
                    for at, row in enumerate(one.rows):
                        yield Mark("row", "Window for the zip", row, "left raw end", () if at else one.told)
                case _:
                    pass
    yield from _put_on(flat, [one for one in sewn if isinstance(one, PutOn)])
