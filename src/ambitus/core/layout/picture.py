"""Pieces lying on their cloth as pictures: the roll runs to the right, its width lies up and down."""

from collections.abc import Callable

from ambitus.core.drawing.grain import runs_up
from ambitus.core.drawing.paths import bent, path
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point
from ambitus.core.layout.parts import Placed


def lying_on(piece: Piece, placed: Placed) -> Callable[[Point], Point]:
    """
    Return where a point of *piece* lies on the cloth: along the roll to the right, across it downwards.

    A panel's top points along the roll; a strip lies along it. Turned, either lies across.
    """
    left, bottom, right, top = piece.box
    x, y = placed.y, placed.x
    if runs_up(piece) != placed.turned:
        # its height lies along the roll
        return lambda p: (x + p[1] - bottom, y + p[0] - left)
    if placed.turned:
        return lambda p: (x + right - p[0], y + p[1] - bottom)
    return lambda p: (x + p[0] - left, y + top - p[1])


def outline(piece: Piece, placed: Placed) -> tuple[str, str]:
    """Return the cut line and the grain of *piece* where it lies, as path data."""
    here = lying_on(piece, placed)
    left, bottom, right, top = piece.box
    middle = ((left + right) / 2, (bottom + top) / 2)
    if not runs_up(piece):
        half = (right - left) * 0.1
        ends = ((middle[0] - half, middle[1]), (middle[0] + half, middle[1]))
    else:
        half = (top - bottom) * 0.1
        ends = ((middle[0], middle[1] - half), (middle[0], middle[1] + half))
    return bent(piece.cut, piece.bends, here), path([here(p) for p in ends])
