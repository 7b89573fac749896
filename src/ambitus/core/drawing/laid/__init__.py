"""A piece laid on the table, as large as there is room, with rulers where a maker would lay theirs."""

from ambitus.core.drawing.laid.picture import LaidPiece, Look, Ruler, laid_piece
from ambitus.core.drawing.laid.ticks import Tick, ticks_of

__all__ = ["LaidPiece", "Look", "Ruler", "Tick", "laid_piece", "ticks_of"]
