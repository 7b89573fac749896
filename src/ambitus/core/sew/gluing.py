"""
Which parts of which edges a bag's seams join, and what its openings are once some of them are sewn.

Every edge is divided where an opening begins or ends and where a stretch that meets it does, so that each
part is joined to one other, or to none. What is open follows: the loops of parts that are joined to nothing.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from typing import Generic, TypeVar

from ambitus.core.curves import edge_length
from ambitus.core.form.model import Face, Form, Seam, Stretch
from ambitus.core.form.sewn import Opening, stretch_of
from ambitus.core.sew.acts import Run

#: an edge: its layer, its face and its name
EdgeAt = tuple[str, str, str]
_NEAR = 1e-6
K = TypeVar("K")


@dataclass(frozen=True, slots=True, eq=False)
class Part:
    """
    A part of an edge, from ``start`` to ``end`` (0 to 1), ``mm`` long; ``open`` names what stays open.

    Of a gluing there is one of each: they are told apart by what they are, and not by their numbers.
    """

    edge: EdgeAt
    start: float
    end: float
    mm: float
    open: str = ""


@dataclass(frozen=True, slots=True, eq=False)
class Joined:
    """Two parts that a seam joins; ``turned`` is whether the start of one meets the end of the other."""

    seam: str
    one: Part
    other: Part
    turned: bool


@dataclass(frozen=True, slots=True)
class Loop:
    """An opening of what is sewn so far: the parts round it, and how long they are together."""

    parts: tuple[Part, ...]
    mm: float


class Classes(Generic[K]):
    """Things that are one and the same, told two by two."""

    def __init__(self) -> None:
        self._of: dict[K, K] = {}

    def of(self, key: K) -> K:
        """Return what stands for *key* and everything that is the same."""
        at = key
        while (up := self._of.get(at, at)) != at:
            at = up
        while (up := self._of.get(key, key)) != key:
            self._of[key] = at
            key = up
        return at

    def same(self, one: K, other: K) -> None:
        """Say that two are one."""
        self._of[self.of(one)] = self.of(other)


#: a corner of a face, or an end of a part of an outline, by its number
Corner = int


class Gluing:
    """
    The parts of every edge of *forms*, by layer, and which of them each of *seams* joins.

    A seam whose stretches run both ways (a strip between, a zip) joins those of one side to each other.
    """

    def __init__(self, forms: Mapping[str, Form], seams: Iterable[Seam]) -> None:
        self.forms = forms
        self.seams = {seam.key: seam for seam in seams}
        self._length: dict[EdgeAt, float] = {}
        #: of each face itself, the number of its first corner, and how many it has
        self._faces: dict[tuple[str, str], tuple[Face, Corner, int]] = {}
        corners = 0
        for layer, form in forms.items():
            for face in form.faces:
                n = len(face.edges)
                self._faces[layer, face.name] = face, corners, n
                corners += n
                for i, edge in enumerate(face.edges):
                    mm = edge_length(face.points[i], face.bends[i], face.points[(i + 1) % n])
                    self._length[layer, face.name, edge.name] = mm
        self._left = self._openings()
        self._made: dict[tuple[EdgeAt, float, float], Part] = {}
        self._ways = self._directions()
        self._breaks = self._divided()

    def _openings(self) -> dict[EdgeAt, list[tuple[float, float, str]]]:
        left: dict[EdgeAt, list[tuple[float, float, str]]] = {}
        for layer, form in self.forms.items():
            for one in (one for one in form.every_sewn if isinstance(one, Opening)):
                for low, high in one.between:
                    s = stretch_of(form, low, high)
                    left.setdefault((layer, s.face, s.edge), []).append((s.start, s.end, one.key))
        return left

    def _corner(self, stretch: Stretch, at_end: bool) -> Corner:
        face, first, n = self._faces[stretch.layer, stretch.face]
        return first + (face.edge_index(stretch.edge) + at_end) % n

    def pairs(self, seam: Seam) -> tuple[tuple[int, int], ...]:
        """Return which chains of a seam are joined to each other: all, or those on one side of a strip."""
        sides = seam.sides or (0,) * len(seam.chains)
        first: dict[int, int] = {}
        out = []
        for i, side in enumerate(sides):
            if side in first:
                out.append((first[side], i))
            else:
                first[side] = i
        return tuple(out)

    def _directions(self) -> dict[str, tuple[tuple[bool, ...], ...]]:
        """Return of every chain of every seam which of its stretches run the way that the chain is listed."""
        same: Classes[Corner] = Classes()
        waiting = list(self.seams.values())
        known: dict[str, tuple[tuple[bool, ...], ...]] = {}
        while waiting:
            found = [
                s for s in waiting if (ways := self._ways_of(s, same)) and not known.update({s.key: ways})
            ]
            # where nothing tells, any way will do: such seams close nothing that others end at
            for seam in found or waiting[:1]:
                if seam.key not in known:
                    known[seam.key] = tuple((True,) * len(chain) for chain in seam.chains)
                self._ends_meet(seam, known[seam.key], same)
            waiting = [s for s in waiting if s.key not in known]
        return known

    def _ways_of(self, seam: Seam, same: Classes[Corner]) -> tuple[tuple[bool, ...], ...] | None:
        out: list[tuple[bool, ...] | None] = []
        for chain in seam.chains:
            ways: list[bool] = []
            for here, there in pairwise(chain):
                way = self._leads_on(here, there, same)
                if way is None:
                    return None
                ways.append(way)
            if ways:
                last, before = chain[-1], same.of(self._corner(chain[-2], ways[-1]))
                ways.append(same.of(self._corner(last, False)) == before)
            out.append(tuple(ways) or None)
        told = next((ways[0] for ways in out if ways), True)
        across = len({chain[0].layer for chain in seam.chains}) > 1
        for i, ways_of in enumerate(out):
            if ways_of is None:
                # outlines run the same way round: edges that meet run against each other
                out[i] = (told if across or (i == 0 and not any(out)) else not told,)
        return tuple(ways for ways in out if ways is not None)

    def _leads_on(self, here: Stretch, there: Stretch, same: Classes[Corner]) -> bool | None:
        """Return whether an edge runs towards the next of its chain, or None where nothing tells yet."""
        ends = {self._corner(there, False), self._corner(there, True)}
        for at_end in (True, False):
            if self._corner(here, at_end) in ends:
                return at_end
        classes = {same.of(end) for end in ends}
        for at_end in (True, False):
            if same.of(self._corner(here, at_end)) in classes:
                return at_end
        return None

    def _ends_meet(self, seam: Seam, ways: tuple[tuple[bool, ...], ...], same: Classes[Corner]) -> None:
        for i, j in self.pairs(seam):
            one, other = seam.chains[i], seam.chains[j]
            same.same(self._corner(one[0], not ways[i][0]), self._corner(other[0], not ways[j][0]))
            same.same(self._corner(one[-1], ways[i][-1]), self._corner(other[-1], ways[j][-1]))

    def _cuts(self, seam: Seam, at: int) -> list[float]:
        """Return where a chain is divided, in shares of its length."""
        chain, ways = seam.chains[at], self._ways[seam.key][at]
        total = sum(self._mm(s) for s in chain) or 1.0
        gone, out = 0.0, [0.0]
        for s, way in zip(chain, ways, strict=True):
            size = self._mm(s)
            for start, end, _ in self._left.get((s.layer, s.face, s.edge), ()):
                out += [(gone + size * (x if way else 1.0 - x)) / total for x in (start, end)]
            gone += size
            out.append(gone / total)
        return out

    def _mm(self, stretch: Stretch) -> float:
        return self._length[stretch.layer, stretch.face, stretch.edge] * (stretch.end - stretch.start)

    def _divided(self) -> dict[str, dict[int, tuple[float, ...]]]:
        """Return where each chain of each seam is divided: where it or one that it meets is."""
        out: dict[str, dict[int, tuple[float, ...]]] = {}
        for seam in self.seams.values():
            own = {i: self._cuts(seam, i) for i in range(len(seam.chains))}
            out[seam.key] = {}
            for i in own:
                others = [j if i == k else k for k, j in self.pairs(seam) if i in (k, j)]
                every = sorted({0.0, 1.0, *own[i], *(x for j in others for x in own[j])})
                apart = [x for x, before in zip(every, [-1.0, *every], strict=False) if x - before > _NEAR]
                out[seam.key][i] = tuple(apart)
        return out

    def _parts_of(self, seam: Seam, at: int) -> tuple[tuple[Part, bool], ...]:
        """Return the parts of a chain in its order, each with whether its edge runs that way."""
        chain, ways = seam.chains[at], self._ways[seam.key][at]
        total = sum(self._mm(s) for s in chain) or 1.0
        gone, out = 0.0, []
        for s, way in zip(chain, ways, strict=True):
            size, edge = self._mm(s), (s.layer, s.face, s.edge)
            inside = [x * total - gone for x in self._breaks[seam.key][at]]
            cuts = [0.0, *(x for x in inside if _NEAR * total < x < size - _NEAR * total), size]
            for low, high in pairwise(cuts):
                a, b = (low / size, high / size) if size else (0.0, 1.0)
                start, end = (a, b) if way else (1.0 - b, 1.0 - a)
                out.append((self._part(edge, start, end, high - low), way))
            gone += size
        return tuple(out)

    def _part(self, edge: EdgeAt, start: float, end: float, mm: float) -> Part:
        """Return this part of an edge, which is one, whatever seam it is asked for."""
        at = edge, round(start, 9), round(end, 9)
        found = self._made.get(at)
        if found is None:
            found = self._made[at] = Part(edge, start, end, mm, self._open(edge, start, end))
        return found

    def _open(self, edge: EdgeAt, start: float, end: float) -> str:
        middle = (start + end) / 2
        return next((key for a, b, key in self._left.get(edge, ()) if a < middle < b), "")

    @cached_property
    def joined(self) -> Mapping[str, tuple[Joined, ...]]:
        """What each seam joins, part by part; with a strip between, each side to itself."""
        out = {}
        for key, seam in self.seams.items():
            found = []
            for i, j in self.pairs(seam):
                one, other = self._parts_of(seam, i), self._parts_of(seam, j)
                found += [
                    Joined(key, a, b, way != way_b) for (a, way), (b, way_b) in zip(one, other, strict=False)
                ]
            out[key] = tuple(found)
        return out

    def in_run(self, join: Joined, run: Run) -> bool:
        """Return whether what is joined is sewn in a run: it is curved where either of its edges is."""
        if run == "all":
            return True
        curved = False
        for layer, face, edge in (join.one.edge, join.other.edge):
            of, _, _ = self._faces[layer, face]
            curved |= of.bends[of.edge_index(edge)] is not None
        return curved == (run == "curved")

    def at(self, edge: EdgeAt) -> tuple[Joined, ...]:
        """Return what any seam joins of an edge."""
        return self._by_edge.get(edge, ())

    @cached_property
    def _by_edge(self) -> Mapping[EdgeAt, tuple[Joined, ...]]:
        out: dict[EdgeAt, list[Joined]] = {}
        for join in (join for joins in self.joined.values() for join in joins):
            for edge in {join.one.edge, join.other.edge}:
                out.setdefault(edge, []).append(join)
        return {edge: tuple(joins) for edge, joins in out.items()}

    @cached_property
    def parts(self) -> Mapping[tuple[str, str], tuple[Part, ...]]:
        """The parts of the outline of every face, in order round it."""
        by_edge: dict[EdgeAt, dict[tuple[float, float], Part]] = {}
        for joins in self.joined.values():
            for part in (p for join in joins for p in (join.one, join.other)):
                by_edge.setdefault(part.edge, {})[part.start, part.end] = part
        out = {}
        for layer, form in self.forms.items():
            for face in form.faces:
                round_it: list[Part] = []
                for edge in face.edges:
                    at = (layer, face.name, edge.name)
                    found = by_edge.get(at) or {(0.0, 1.0): self._part(at, 0.0, 1.0, self._length[at])}
                    round_it += (found[ends] for ends in sorted(found))
                out[layer, face.name] = tuple(round_it)
        return out

    @cached_property
    def ends(self) -> Mapping[Part, tuple[Corner, Corner]]:
        """The numbers of the two ends of every part; parts that follow each other share one."""
        out, first = {}, 0
        for parts in self.parts.values():
            n = len(parts)
            for i, part in enumerate(parts):
                out[part] = first + i, first + (i + 1) % n
            first += n
        return out

    @cached_property
    def crossings(self) -> Mapping[str, tuple[tuple[str, str, Corner, Corner], ...]]:
        """Of each seam the faces that follow each other in a chain, and the ends where they have to meet."""
        out = {}
        for key, seam in self.seams.items():
            found = []
            for chain, ways in zip(seam.chains, self._ways[key], strict=True):
                for i, (here, there) in enumerate(pairwise(chain)):
                    if here.face != there.face and not self._across(here, ways[i], there, ways[i + 1]):
                        ends = self._outer(here, ways[i]), self._outer(there, not ways[i + 1])
                        found.append((here.face, there.face, *ends))
            out[key] = tuple(found)
        return out

    def _across(self, here: Stretch, way: bool, there: Stretch, way_there: bool) -> bool:
        """Return whether a chain goes on over a strip in the mouth, a zip: nothing is joined there."""
        return self._at_mouth(here, way) and self._at_mouth(there, not way_there)

    def _at_mouth(self, stretch: Stretch, at_end: bool) -> bool:
        face, _, n = self._faces[stretch.layer, stretch.face]
        near = face.edges[(face.edge_index(stretch.edge) + (1 if at_end else -1)) % n]
        return (face.name, near.name) in self.forms[stretch.layer].mouth

    @cached_property
    def over_mouth(self) -> frozenset[str]:
        """The seams that run over a strip in the mouth."""
        return frozenset(
            key
            for key, seam in self.seams.items()
            for chain, ways in zip(seam.chains, self._ways[key], strict=True)
            for i, (here, there) in enumerate(pairwise(chain))
            if here.face != there.face and self._across(here, ways[i], there, ways[i + 1])
        )

    def _outer(self, stretch: Stretch, at_end: bool) -> Corner:
        """Return the end of an edge at one end of it."""
        edge = (stretch.layer, stretch.face, stretch.edge)
        own = [part for part in self.parts[edge[:2]] if part.edge == edge]
        return self.ends[own[-1] if at_end else own[0]][at_end]


class Glued:
    """What is joined by now: which ends of parts are one, and so what is open."""

    def __init__(self, gluing: Gluing, joins: Iterable[Joined] = ()) -> None:
        self._gluing = gluing
        self._same: Classes[Corner] = Classes()
        self._held: set[Part] = set()
        self.joins: set[Joined] = set()
        for join in joins:
            self.add(join)

    def __contains__(self, join: Joined) -> bool:
        return join in self.joins

    def add(self, join: Joined) -> None:
        """Join two parts, end to end."""
        self.joins.add(join)
        self._held |= {join.one, join.other}
        one, other = self._gluing.ends[join.one], self._gluing.ends[join.other]
        self._same.same(one[0], other[join.turned])
        self._same.same(one[1], other[not join.turned])

    def apart(self, seam: str) -> tuple[str, str] | None:
        """Return two faces that follow each other in a chain of a seam, and are not joined where they do."""
        for here, there, one, other in self._gluing.crossings[seam]:
            if self._same.of(one) != self._same.of(other):
                return here, there
        return None

    def loops(self, faces: Iterable[tuple[str, str]]) -> tuple[Loop, ...]:
        """Return the openings of *faces* (layer and name) with what is joined by now; the longest first."""
        free = [part for face in faces for part in self._gluing.parts[face] if part not in self._held]
        rim: Classes[Corner] = Classes()
        for part in free:
            start, end = self._gluing.ends[part]
            rim.same(self._same.of(start), self._same.of(end))
        found: dict[Corner, list[Part]] = {}
        for part in free:
            found.setdefault(rim.of(self._same.of(self._gluing.ends[part][0])), []).append(part)
        loops = (Loop(tuple(parts), sum(p.mm for p in parts)) for parts in found.values())
        return tuple(sorted(loops, key=lambda loop: -loop.mm))
