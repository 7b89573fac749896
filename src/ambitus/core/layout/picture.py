"""Pieces lying on their cloth as pictures: the roll runs to the right, its width lies up and down."""

import math
from collections.abc import Callable

from ambitus.core.drawing.grain import runs_up
from ambitus.core.drawing.laid.outline import lines_of
from ambitus.core.drawing.paths import bent, path
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point
from ambitus.core.layout.bias import block_lying
from ambitus.core.layout.of_bag import can_be_pieced
from ambitus.core.layout.parts import Placed

_HALF = math.sqrt(0.5)


def lying_on(piece: Piece, placed: Placed, bias: bool = False) -> Callable[[Point], Point]:
    """
    Return where a point of *piece* lies on the cloth: along the roll to the right, across it downwards.

    A panel's top points along the roll; a strip lies along it. Turned, either lies across; on the *bias* it
    lies at 45° in the middle of its room.
    """
    left, bottom, right, top = piece.box
    if bias:
        mx, my = placed.y + placed.height / 2, placed.x + placed.width / 2
        cx, cy = (left + right) / 2, (bottom + top) / 2

        def aslant(p: Point) -> Point:
            along, across = (p[0] - cx) * _HALF, (p[1] - cy) * _HALF
            return mx + along + across, my + along - across

        return aslant
    x, y = placed.y, placed.x
    if runs_up(piece) != placed.turned:
        # its height lies along the roll
        return lambda p: (x + p[1] - bottom, y + p[0] - left)
    if placed.turned:
        return lambda p: (x + right - p[0], y + p[1] - bottom)
    return lambda p: (x + p[0] - left, y + top - p[1])


def outline(piece: Piece, placed: Placed, bias: bool = False, pieced: bool = False) -> tuple[str, str]:
    """Return the cut line and the grain of *piece* where it lies, as path data; of a half, of that."""
    if pieced:
        return _strip(placed)
    if bias and can_be_pieced(piece):
        return _on_bias(piece, placed)
    here = lying_on(piece, placed, bias)
    left, bottom, right, top = piece.box
    if placed.half:
        right = (left + right) / 2
    middle = ((left + right) / 2, (bottom + top) / 2)
    if bias:
        # the grain runs along the roll, the piece does not
        half = min(placed.width, placed.height) * 0.1
        mx, my = here(middle)
        grain = path([(mx - half, my), (mx + half, my)])
        return bent(piece.cut, piece.bends, here), grain
    if not runs_up(piece):
        half = (right - left) * 0.1
        ends = ((middle[0] - half, middle[1]), (middle[0] + half, middle[1]))
    else:
        half = (top - bottom) * 0.1
        ends = ((middle[0], middle[1] - half), (middle[0], middle[1] + half))
    grain = path([here(p) for p in ends])
    if placed.half:
        rims = lines_of(piece, half=True).cut
        return "".join(path([here(p) for p in rim], closed=True) for rim in rims), grain
    return bent(piece.cut, piece.bends, here), grain


def _on_bias(piece: Piece, placed: Placed) -> tuple[str, str]:
    """Return the block that the strips of *piece* are cut from, with the cuts between them, and its grain."""
    block = block_lying(placed.width, placed.height, min(piece.extent))
    x0, y0, x1, y1 = placed.y, placed.x, placed.top, placed.right

    def here(p: Point) -> Point:
        # it lies along the roll, or across it
        return (x0 + p[0], y0 + p[1]) if x1 - x0 >= y1 - y0 else (x0 + p[1], y0 + p[0])

    rim = path([(x0, y0), (x1, y0), (x1, y1), (x0, y1)], closed=True)
    cuts = "".join(path([here(p) for p in line]) for line in block.lines())
    half, mx, my = min(placed.width, placed.height) * 0.1, (x0 + x1) / 2, (y0 + y1) / 2
    return rim + cuts, path([(mx - half, my), (mx + half, my)])


def _strip(placed: Placed) -> tuple[str, str]:
    """Return half of a strip that is pieced: as long as it lies there, its grain along it."""
    x0, y0, x1, y1 = placed.y, placed.x, placed.top, placed.right
    mx, my = (x0 + x1) / 2, (y0 + y1) / 2
    ends = [(x0, my), (x1, my)] if not placed.turned else [(mx, y0), (mx, y1)]
    grain = path([(mx + (x - mx) * 0.2, my + (y - my) * 0.2) for x, y in ends])
    return path([(x0, y0), (x1, y0), (x1, y1), (x0, y1)], closed=True), grain
