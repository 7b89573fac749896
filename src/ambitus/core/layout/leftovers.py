"""What is left of a cloth once its pieces are cut, and worth keeping."""

from ambitus.core.layout.lay import FINE, Layout
from ambitus.core.layout.open_space import Box, clear_of
from ambitus.core.lengths import snap

#: worth keeping from this size on, mm
LEAST = (80.0, 150.0)


def leftovers(layout: Layout) -> tuple[tuple[float, float, float, float], ...]:
    """
    Return the rectangles that are left and worth keeping, each as left, lower edge, width and height in mm,
    the largest first. None lies over another.
    """
    goods = layout.goods
    if not layout.placed:
        return ()
    along = goods.usable_length
    if along is None:
        # of what is bought for it what remains behind the last piece counts too
        along = layout.bought * (1 - goods.shrinks_along) - goods.squaring
    free: list[Box] = [(0, 0, round(goods.usable_width * FINE), round(along * FINE))]
    taken = [(p.x, p.y, p.right, p.top) for p in layout.placed]
    taken += [(h.x, h.y, h.x + h.width, h.y + h.height) for h in goods.taken]
    for x0, y0, x1, y1 in taken:
        free = clear_of(free, (round(x0 * FINE), round(y0 * FINE), round(x1 * FINE), round(y1 * FINE)))
    out = []
    while free:
        x0, y0, x1, y1 = max(free, key=lambda b: ((b[2] - b[0]) * (b[3] - b[1]), -b[1], -b[0]))
        wide, high = snap((x1 - x0) / FINE), snap((y1 - y0) / FINE)
        free = clear_of(free, (x0, y0, x1, y1))
        if min(wide, high) >= LEAST[0] and max(wide, high) >= LEAST[1]:
            out.append((snap(x0 / FINE), snap(y0 / FINE), wide, high))
        elif wide * high < LEAST[0] * LEAST[1]:
            break
    return tuple(out)
