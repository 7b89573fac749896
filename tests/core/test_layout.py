"""
Layouts, judged by a checker of their own: nothing overlaps, all lies inside, on its grain, and can be cut so.
"""

import random
from collections import Counter
from collections.abc import Iterator, Sequence

import pytest

from ambitus.core.layout.cutting import Cut, cuts_of
from ambitus.core.layout.goods import Cutting, Goods, Hole
from ambitus.core.layout.lay import Layout, lay
from ambitus.core.layout.leftovers import leftovers
from ambitus.core.layout.parts import Part, Pin, Placed

DUST = 1e-3


def parts(seed: int, count: int, turning: float = 0.3) -> list[Part]:
    """Return *count* pieces of bags in kinds, some of which may be turned."""
    chance = random.Random(seed)
    out: list[Part] = []
    while count:
        n = min(count, chance.choice((1, 2, 2, 2, 4)))
        count -= n
        size = chance.randint(60, 520), chance.randint(60, 700)
        out.append(Part(f"p{len(out)}", *size, n, chance.random() < turning))
    return out


def judge(layout: Layout, wanted: Sequence[Part], pins: Sequence[Pin] = ()) -> None:
    """Fail unless *layout* has every part once, inside the cloth, on its grain, over nothing."""
    goods = layout.goods
    by_key = {p.key: p for p in wanted}
    halved = 2 if goods.folded else 1
    laid = Counter(p.key for p in layout.placed)
    for part in wanted:
        assert laid[part.key] + layout.left_out.get(part.key, 0) == -(-part.count // halved)
    assert len({(p.key, p.copy) for p in layout.placed}) == len(layout.placed)
    half = (goods.width - 2 * goods.selvage) * (1 - goods.shrinks_across) / halved
    for one in layout.placed:
        part = by_key[one.key]
        size = (part.height, part.width) if one.turned else (part.width, part.height)
        assert (one.width, one.height) == size
        if one.turned and not one.pinned:
            assert part.across
            assert goods.print == "plain"
        assert one.x >= -DUST
        assert one.y >= -DUST
        assert one.x + one.width <= half + DUST
        if goods.length is not None:
            assert one.y + one.height <= goods.length * (1 - goods.shrinks_along) - goods.squaring + DUST
        if goods.repeat:
            assert abs(one.y / goods.repeat - round(one.y / goods.repeat)) < DUST
    taken = [(p.x, p.y, p.x + p.width, p.y + p.height) for p in layout.placed]
    taken += [(h.x, h.y, h.x + h.width, h.y + h.height) for h in goods.holes]
    for i, a in enumerate(taken):
        for b in taken[:i]:
            apart = a[0] >= b[2] - DUST or b[0] >= a[2] - DUST or a[1] >= b[3] - DUST or b[1] >= a[3] - DUST
            assert apart, (a, b)
    for pin in pins:
        there = next(p for p in layout.placed if (p.key, p.copy) == (pin.key, pin.copy))
        assert (there.x, there.y, there.turned, there.pinned) == (pin.x, pin.y, pin.turned, True)


Rect = tuple[float, float, float, float]


def carried_out(layout: Layout, cuts: Sequence[Cut]) -> Iterator[Rect]:
    """
    Carry *cuts* out on the cloth, each right through one piece in hand, and yield what is left in the end.
    """
    whole = layout.goods.usable_width
    hand: list[Rect] = [(0.0, 0.0, whole, layout.length)]
    for cut in cuts:
        through = []
        for i, (x0, y0, x1, y1) in enumerate(hand):
            if cut.across:
                hit = abs(x0 - cut.start) < DUST and x1 <= cut.end + DUST and y0 < cut.at - DUST < y1
                right_through = hit and x1 >= cut.end - DUST
            else:
                hit = abs(y0 - cut.start) < DUST and y1 <= cut.end + DUST and x0 < cut.at - DUST < x1
                right_through = hit and y1 >= cut.end - DUST
            if right_through:
                through.append(i)
        # a last cut at the very end of the cloth has nothing beyond it
        if not through and cut.across and cut.at >= layout.length - DUST:
            continue
        assert len(through) == 1, (cut, hand)
        x0, y0, x1, y1 = hand.pop(through[0])
        if cut.across:
            hand += [(x0, y0, x1, cut.at), (x0, cut.at, x1, y1)]
        else:
            hand += [(x0, y0, cut.at, y1), (cut.at, y0, x1, y1)]
    yield from hand


def as_rect(one: Placed) -> Rect:
    """Return where a copy lies."""
    return one.x, one.y, one.x + one.width, one.y + one.height


@pytest.mark.parametrize("count", [1, 2, 3, 5, 8, 13, 21, 34, 60])
@pytest.mark.parametrize("cutting", ["scissors", "strips"])
def test_every_layout_can_be_cut(count: int, cutting: Cutting) -> None:
    """On a roll, folded, shrinking, with a print: always inside, never over another."""
    for seed in range(3):
        wanted = parts(100 * count + seed, count)
        cloths = (
            Goods(1400, cutting=cutting),
            Goods(1500, shrinks_across=0.05, shrinks_along=0.08, print="one_way", cutting=cutting),
            Goods(1500, folded=True, cutting=cutting),
            Goods(1120, length=1400, cutting=cutting),
            Goods(1400, repeat=64, cutting=cutting),
        )
        for goods in cloths:
            layout = lay(goods, wanted, effort=1500)
            judge(layout, wanted)
            assert layout == lay(goods, wanted, effort=1500)


@pytest.mark.parametrize("count", [2, 5, 12, 30])
def test_strips_are_cut_by_their_own_cuts(count: int) -> None:
    """The numbered cuts, carried out one after another right through what is in hand, leave every piece."""
    for seed in range(6):
        wanted = parts(seed * 31 + count, count)
        layout = lay(Goods(1400, cutting="strips"), wanted, effort=1500)
        left = list(carried_out(layout, cuts_of(layout)))
        for one in layout.placed:
            want = as_rect(one)
            assert any(all(abs(a - b) < DUST for a, b in zip(want, got, strict=True)) for got in left), one
        freed = [cut.frees for cut in cuts_of(layout) if cut.frees]
        assert len(set(freed)) == len(freed)


def test_what_is_pinned_stays_and_holes_are_laid_round() -> None:
    """Two pins and a flaw in the cloth: the rest goes round them."""
    for seed in range(8):
        wanted = parts(seed, 9)
        pins = (Pin("p0", 0, 300.0, 200.0), Pin("p1", 0, 0.0, 950.0))
        goods = Goods(1400, holes=(Hole(900, 100, 60, 40),))
        layout = lay(goods, wanted, pins, effort=1500)
        judge(layout, wanted, pins)
        assert not layout.left_out


def test_usable_width_and_what_is_bought() -> None:
    """Two panels of 545 want 1,090: 10 too much for 1,080 usable; 395 wide they lie side by side."""
    goods = Goods(1100)
    assert goods.usable_width == 1080
    wide, narrow = ([Part("outer", 400 + 125 + 20, 450, 2)], [Part("outer", 395 + 125 + 20, 450, 2)])
    assert lay(goods, wide).length == 900
    assert lay(goods, narrow).length == 450
    assert (goods.bought(900), goods.bought(450)) == (1000, 500)
    shrinking = Goods(1500, shrinks_along=0.1, shrinks_across=0.05)
    assert shrinking.usable_width == 1406
    assert shrinking.needed(450) == pytest.approx(475 / 0.9)
    assert shrinking.bought(450) == 600


def test_what_is_too_wide_or_too_much_is_left_out() -> None:
    """Nothing is laid over an edge: what finds no room is told."""
    wide = Part("wide", 1500, 200, 2)
    assert lay(Goods(1400), [wide]).left_out == {"wide": 2}
    turned = Part("wide", 1500, 200, 2, across=True)
    assert not lay(Goods(1400), [turned]).left_out
    assert lay(Goods(1400, print="one_way"), [turned]).left_out == {"wide": 2}
    short = lay(Goods(500, length=525), [Part("p", 240, 240, 6)])
    assert short.left_out == {"p": 2}


def test_leftovers_lie_beside_the_pieces() -> None:
    """What is worth keeping lies on nothing, inside what is bought, and is no smaller than said."""
    for seed in range(6):
        wanted = parts(seed, 12)
        layout = lay(Goods(1400), wanted, effort=1500)
        left = leftovers(layout)
        boxes = [(x, y, x + w, y + h) for x, y, w, h in left] + [as_rect(p) for p in layout.placed]
        for i, a in enumerate(boxes):
            for b in boxes[:i]:
                assert (
                    a[0] >= b[2] - DUST or b[0] >= a[2] - DUST or a[1] >= b[3] - DUST or b[1] >= a[3] - DUST
                )
        assert all(min(w, h) >= 80 and max(w, h) >= 150 for _, _, w, h in left)
        assert all(y + h <= layout.bought - 25 + DUST and x + w <= 1380 + DUST for x, y, w, h in left)
