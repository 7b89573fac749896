"""Parts laid on a cloth: the one place that chooses how."""

import math
from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from ambitus.core.layout.by_rule import FREE, THROUGH, shortest_by_rule
from ambitus.core.layout.exact import FEW, shortest
from ambitus.core.layout.goods import Goods
from ambitus.core.layout.nested import MOST as MOST_NESTED
from ambitus.core.layout.nested import Shape, nested
from ambitus.core.layout.open_space import Box, packed_round
from ambitus.core.layout.parts import Part, Pin, Placed, placed_at
from ambitus.core.layout.search import Tried, at_least, searched, ways_to_lie
from ambitus.core.layout.skyline import ENDLESS, At, Rect, packed, ways_of
from ambitus.core.layout.strips import in_strips
from ambitus.core.lengths import snap

#: whole numbers to lay with, a mm: eighths and sixteenths of an inch are whole in it
FINE = 10_000
#: pieces laid in all while an order is looked for, and how many tries there are at least and at most
EFFORT, LEAST_TRIES, MOST_TRIES = 30_000, 16, 2_000
#: a try by a rule of the library counts as so many of our own
RULE_COSTS = 4
#: more rectangles than so many are not laid by its rules: their time grows faster than anybody waits
MOST_RULED = 80
#: a layout that is one of many tries does without them
LEAST_EFFORT_RULED = 10_000
#: how rectangles lie: the place of each
_Lain = Sequence[At | None]


@dataclass(frozen=True, slots=True)
class Layout:
    """
    Parts as they lie on *goods*: places in mm from the left selvage and the squared end. ``left_out`` are the
    copies for which there was no room, by part; ``through`` whether every cut can run right through what is
    in hand.
    """

    goods: Goods
    placed: tuple[Placed, ...]
    left_out: Mapping[str, int] = field(default_factory=dict)
    through: bool = False
    #: no layout could be shorter than this
    at_least: float = 0.0

    @property
    def length(self) -> float:
        """How far along the cloth it reaches, in mm."""
        return max((p.top for p in self.placed), default=0.0)

    @property
    def bought(self) -> float:
        """What is bought for it, in mm along the roll."""
        return self.goods.bought(self.length)


def lay(goods: Goods, parts: Sequence[Part], pins: Sequence[Pin] = (), effort: int = EFFORT) -> Layout:
    """
    Return *parts* laid on *goods*, as short as was found. What is pinned stays where it is; of a folded
    cloth every place gives two. *effort* is how many pieces may be laid in all while orders are tried.
    """
    by_copy = {(p.key, p.copy): p for p in pins}
    held: list[Placed] = []
    loose: list[tuple[int, Part]] = []
    halves: list[tuple[int, Part]] = []
    for part in parts:
        whole = goods.places(part.count - part.halves)
        for copy in range(whole + part.halves):
            one = replace(part, count=1)
            if pin := by_copy.get((part.key, copy)):
                held.append(placed_at(one, pin))
            else:
                (loose if copy < whole else halves).append((copy, one))
    held += _in_the_middle(goods, loose)
    on_fold, no_room = _on_the_fold(goods, halves, held)
    held += on_fold
    across, along = _fine(goods.usable_width), goods.usable_length
    rects = [_rect(goods, part) for _, part in loose]
    fits = [i for i, r in enumerate(rects) if min(wide for wide, _, _ in ways_of(r)) <= across]
    taken = [_box(p) for p in held]
    taken += [(_fine(h.x), _fine(h.y), _fine(h.x + h.width), _fine(h.y + h.height)) for h in goods.taken]
    room = _Room(across, None if along is None else _fine(along), tuple(taken), goods.cutting == "strips")
    discs = [loose[i][1].round for i in fits]
    places = room.laid([rects[i] for i in fits], effort)
    if along is None and sum(discs) > 1 and not taken and not room.in_strips and not goods.repeat:
        places = _nested_if_shorter(goods, [rects[i] for i in fits], discs, across, places, effort)
    at = {i: place for i, place in zip(fits, places, strict=True) if place}
    left_out = Counter(part.key for i, (_, part) in enumerate(loose) if i not in at) + Counter(no_room)
    placed = [
        replace(
            placed_at(part, Pin(part.key, copy, at[i][0] / FINE, at[i][1] / FINE, at[i][2])), pinned=False
        )
        for i, (copy, part) in enumerate(loose)
        if i in at
    ]
    all_discs = [part.round for _, part in loose]
    bound = _mm(_at_least(rects, all_discs, max(1, across)))
    return Layout(goods, (*held, *placed), left_out, room.through, bound)


def _at_least(rects: Sequence[Rect], discs: Sequence[bool], across: int) -> int:
    """Return a length that none is shorter than: discs can lie between each other, rectangles cannot."""
    straight = [r for r, disc in zip(rects, discs, strict=True) if not disc]
    tallest = max((min(r.width, r.height) if r.turns else r.height for r in rects), default=0)
    return max(at_least(straight, across), math.ceil(_area(rects, discs) / across), tallest)


def _area(rects: Sequence[Rect], discs: Sequence[bool]) -> float:
    """Return what rectangles, and the discs that fill theirs, take of a cloth."""
    return sum(r.width * r.height * (math.pi / 4 if d else 1) for r, d in zip(rects, discs, strict=True))


def _nested_if_shorter(
    goods: Goods,
    rects: Sequence[Rect],
    discs: Sequence[bool],
    across: int,
    places: _Lain,
    effort: int,
) -> _Lain:
    """Return *places*, or those of a layout with its discs nested where that buys a step of length less."""

    def reaches(lain: _Lain) -> int:
        tops = (p[1] + (r.width if p[2] else r.height) for r, p in zip(rects, lain, strict=True) if p)
        return max(tops, default=0)

    bought = goods.bought(_mm(reaches(places)))
    if goods.bought(_area(rects, discs) / across / FINE) >= bought or len(rects) > MOST_NESTED:
        return places

    def lay_out(ways: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        shapes = [Shape(way, disc) for way, disc in zip(ways, discs, strict=True)]
        got = nested(shapes, order, across)
        return got and (got[0], 0, got[1])

    # each is held against every other: a try costs as much as so many of the plain ones
    tries = max(LEAST_TRIES, min(MOST_TRIES, effort // (len(rects) * len(rects))))
    found = searched(rects, across, tries, _turned_back(rects, lay_out))
    return found.lain if found and goods.bought(_mm(found.length)) < bought else places


def _in_the_middle(goods: Goods, loose: list[tuple[int, Part]]) -> list[Placed]:
    """Take the largest round piece that goes on a round cloth out of *loose*, and lay it in its middle."""
    fits = [n for n, (_, p) in enumerate(loose) if p.round and p.width <= goods.usable_width]
    if not goods.round or not fits:
        return []
    copy, part = loose.pop(max(fits, key=lambda n: loose[n][1].width))
    at = snap((goods.usable_width - part.width) / 2)
    return [Placed(part.key, copy, at, at, part.width, part.height)]


def _on_the_fold(
    goods: Goods, halves: Sequence[tuple[int, Part]], held: Sequence[Placed]
) -> tuple[list[Placed], list[str]]:
    """Return the halves one above another along the fold, clear of what is held, and those without room."""
    out: list[Placed] = []
    no_room: list[str] = []
    holes = [Placed("", 0, h.x, h.y, h.width, h.height) for h in goods.taken]
    along, pitch = goods.usable_length, goods.repeat
    for copy, part in halves:
        wide = snap(part.width / 2)
        one = Placed(part.key, copy, snap(goods.usable_width - wide), 0.0, wide, part.height, half=True)
        while over := [p.top for p in (*held, *holes, *out) if p.over(one)]:
            above = max(over)
            one = replace(one, y=snap(math.ceil(above / pitch - 1e-9) * pitch if pitch else above))
        if one.x < 0 or (along is not None and one.top > along):
            no_room.append(part.key)
        else:
            out.append(one)
    return out, no_room


def _mm(fine: int) -> float:
    return snap(fine / FINE)


def _fine(mm: float) -> int:
    return round(mm * FINE)


def _rect(goods: Goods, part: Part) -> Rect:
    """
    Return the room of *part*: on a print that repeats, up to the next repeat, so that all begin at one place.
    """
    wide, high, pitch = _fine(part.width), _fine(part.height), _fine(goods.repeat)
    return Rect(wide, -(-high // pitch) * pitch if pitch else high, goods.turns(part.across))


def _box(placed: Placed) -> Box:
    return _fine(placed.x), _fine(placed.y), _fine(placed.right), _fine(placed.top)


@dataclass(frozen=True, slots=True)
class _Room:
    """Where rectangles are laid: a strip with an end or without, what is taken of it, and how it is cut."""

    across: int
    along: int | None
    taken: tuple[Box, ...]
    in_strips: bool

    @property
    def through(self) -> bool:
        """Whether every cut runs right through what is in hand: round something that stays it cannot."""
        return self.in_strips and not self.taken

    def laid(self, rects: Sequence[Rect], effort: int) -> _Lain:
        """Return the place of each of *rects*, or None where there is no room for it."""
        if not rects:
            return []
        if not self.taken:
            length, places = self._endless(rects, effort)
            if self.along is None or length <= self.along:
                return places
        # an order round what is taken costs some ten times what one from below does
        way, costs = (self._strips, 1) if self.through else (self._round, 10)
        found = searched(rects, self.across, self._tries(rects, effort // costs), _turned_back(rects, way))
        return found.lain if found else [None] * len(rects)

    def _tries(self, rects: Sequence[Rect], effort: int) -> int:
        return max(LEAST_TRIES, min(MOST_TRIES, effort // len(rects)))

    def _endless(self, rects: Sequence[Rect], effort: int) -> tuple[int, _Lain]:
        """
        Return (length, places) of *rects* on a strip without an end: by orders from below, by the rules of
        the library, and of a few rectangles by every way there is.
        """
        way = self._strips_endless if self.through else self._from_below
        found = searched(rects, self.across, self._tries(rects, effort), _turned_back(rects, way))
        if found is None:
            return ENDLESS, [None] * len(rects)
        length, places = found.length, found.lain
        least = at_least(rects, self.across)
        if length > least and not self.through and len(rects) <= FEW:
            got = shortest(rects, self.across, least, length, effort)
            if got:
                length, places = got
        rules = THROUGH if self.through else FREE
        for ways in ways_to_lie(rects):
            # the rules let all turn or none
            few = len(rects) <= MOST_RULED and effort >= LEAST_EFFORT_RULED
            if length <= least or not few or len({r.turns for r in ways}) > 1:
                continue
            by_rules = shortest_by_rule(rules, ways, self.across, length, effort // (RULE_COSTS * len(rects)))
            for shorter, ruled in by_rules:
                length, places = shorter, _as_laid(ways, rects, ruled)
        return length, places

    def _from_below(self, rects: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        """Lay for cuts along any line, on a strip without an end."""
        return packed(rects, order, self.across)

    def _round(self, rects: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        """Lay for cuts along any line, round what is taken and up to an end."""
        length, places = packed_round(rects, order, self.across, self.along, self.taken)
        return self._judged(rects, length, places)

    def _strips_endless(self, rects: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        """Lay for cuts from edge to edge, on a strip without an end."""
        got = in_strips(rects, order, self.across)
        return got and (got[0], got[1], got[2][1])

    def _strips(self, rects: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        """Lay for cuts from edge to edge; what would reach over the end is left out."""
        got = in_strips(rects, order, self.across)
        if got is None or self.along is None:
            return None
        strips = [s for s in got[2][0] if s.bottom + s.height <= self.along]
        cut = {i for s in strips for column in s.columns for i in column.rects}
        places = [p if i in cut else None for i, p in enumerate(got[2][1])]
        return self._judged(rects, max((s.bottom + s.height for s in strips), default=0), places)

    def _judged(self, rects: Sequence[Rect], length: int, places: _Lain) -> Tried[_Lain]:
        """Return a layout with what it is worth: what is left out counts more than any length."""
        out = sum(r.width * r.height for r, p in zip(rects, places, strict=True) if p is None)
        return length + out * ENDLESS, 0, places


def _turned_back(
    rects: Sequence[Rect], way: Callable[[Sequence[Rect], Sequence[int]], Tried[_Lain] | None]
) -> Callable[[Sequence[Rect], Sequence[int]], Tried[_Lain] | None]:
    """
    Return *way* with its places told of *rects*, some of which it was given turned. Pieces of one size
    lie alike whichever comes first, so an order of sizes is laid once.
    """
    met: dict[tuple[Rect, ...], Tried[_Lain] | None] = {}

    def lay_out(ways: Sequence[Rect], order: Sequence[int]) -> Tried[_Lain] | None:
        sizes = tuple(ways[i] for i in order)
        if sizes not in met:
            got = way(ways, order)
            met[sizes] = got and (got[0], got[1], [got[2][i] for i in order])
        found = met[sizes]
        if found is None:
            return None
        places: list[At | None] = [None] * len(rects)
        for i, at in zip(order, found[2], strict=True):
            places[i] = at
        return found[0], found[1], _as_laid(ways, rects, places)

    return lay_out


def _as_laid(ways: Sequence[Rect], rects: Sequence[Rect], places: Sequence[At | None]) -> list[At | None]:
    """Return *places* of rectangles that were turned for good as places of those they were turned from."""
    return [
        at and (at[0], at[1], at[2] != ((way.width, way.height) != (rect.width, rect.height)))
        for way, rect, at in zip(ways, rects, places, strict=True)
    ]
