"""The grain of a piece as an arrow: along the height of panels and bases, along the length of strips."""

from ambitus.core.drawing.paths import path
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point


def runs_up(piece: Piece) -> bool:
    """Return whether the grain of *piece* runs up it."""
    return piece.on_fold is not None or piece.part == "base"


def grain_arrow(piece: Piece, middle: Point, half: float, head: float, barb: float) -> str:
    """
    Return the arrow as path data: *half* of it to either side of its *middle*, heads *head* wide to either
    side and *barb* deep. Of a print that has to stand up it has one head, over a foot.
    """
    cx, cy = middle
    if not runs_up(piece):
        arrow = path([(cx - half, cy), (cx + half, cy)])
        for way in (-1, 1):
            tip, back = cx + way * half, cx + way * (half - barb)
            arrow += path([(back, cy - head), (tip, cy), (back, cy + head)])
        return arrow
    top, foot = cy - half, cy + half
    arrow = path([(cx, top), (cx, foot)])
    arrow += path([(cx - head, top + barb), (cx, top), (cx + head, top + barb)])
    if piece.upright:
        return arrow + path([(cx - head, foot), (cx + head, foot)])
    return arrow + path([(cx - head, foot - barb), (cx, foot), (cx + head, foot - barb)])
