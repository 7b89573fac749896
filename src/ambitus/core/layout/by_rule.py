"""
Layouts by the rules of a packing library, beside our own: each rule with each order, then shorter while
it goes.
"""

from collections.abc import Callable, Iterator, Sequence

from rectpack import guillotine, maxrects, skyline
from rectpack.pack_algo import PackingAlgorithm

from ambitus.core.layout.search import beginnings
from ambitus.core.layout.skyline import ENDLESS, At, Rect

Rule = Callable[..., PackingAlgorithm]
#: rules for cuts along any line
FREE: tuple[Rule, ...] = (
    maxrects.MaxRectsBl,
    maxrects.MaxRectsBssf,
    maxrects.MaxRectsBaf,
    maxrects.MaxRectsBlsf,
    skyline.SkylineBlWm,
    skyline.SkylineMwfWm,
    skyline.SkylineMwflWm,
)
#: rules for cuts right through what is in hand: of many, those that alone were shortest now and then
THROUGH: tuple[Rule, ...] = (
    guillotine.GuillotineBafMinas,
    guillotine.GuillotineBssfLas,
    guillotine.GuillotineBafLas,
    guillotine.GuillotineBssfSas,
    guillotine.GuillotineBafSas,
    guillotine.GuillotineBlsfSlas,
    guillotine.GuillotineBlsfLas,
)


def by_rule(
    rule: Rule, rects: Sequence[Rect], order: Sequence[int], across: int, along: int
) -> tuple[int, list[At]] | None:
    """
    Return (length, place of each) of *rects* laid in *order* by *rule* on a strip *across* wide and *along*
    long, or None where one finds no room. They all may turn, or none may: the rules know no other.
    """
    turning = any(r.turns for r in rects)
    bin_ = rule(across, along, rot=turning)
    places: list[At] = [(0, 0, False)] * len(rects)
    longest = 0
    for i in order:
        rect = rects[i]
        got = bin_.add_rect(rect.width, rect.height)
        if got is None:
            return None
        turned = (got.width, got.height) != (rect.width, rect.height)
        places[i] = (got.x, got.y, turned)
        longest = max(longest, got.y + got.height)
    return longest, places


def orders_by_side(rects: Sequence[Rect]) -> list[list[int]]:
    """Return more orders to begin with: by the shorter side, by how long against how wide."""
    every = range(len(rects))
    short = sorted(
        every, key=lambda i: (-min(rects[i].width, rects[i].height), -max(rects[i].width, rects[i].height), i)
    )
    slim = sorted(every, key=lambda i: (-rects[i].width / rects[i].height, i))
    uneven = sorted(every, key=lambda i: (-abs(rects[i].width - rects[i].height), i))
    return [short, slim, uneven]


def shortest_by_rule(
    rules: Sequence[Rule], rects: Sequence[Rect], across: int, below: int, tries: int
) -> Iterator[tuple[int, list[At]]]:
    """
    Yield ever shorter layouts of *rects*, all below *below*, found in so many *tries*: each rule with each
    order as long as it likes, then asked for less while it goes.
    """
    # of orders that lay the same sizes one after another one is enough
    orders = {tuple(rects[i] for i in o): o for o in (*beginnings(rects), *orders_by_side(rects))}.values()
    for rule in rules:
        for order in orders:
            along = ENDLESS
            while tries > 0 and (got := by_rule(rule, rects, order, across, along)):
                tries -= 1
                if got[0] < below:
                    below = got[0]
                    yield got
                along = min(below, got[0]) - 1
