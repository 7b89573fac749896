"""
Pieces at true size as DXF in mm, on the numbered layers that apparel patterns are exchanged on.

Layer 1 holds the cut line, 14 the seam line, 7 the grain, 4 notches and other marks, 6 the edge on the fold;
each piece is a block of its own name.
"""

import io
import re
from collections.abc import Sequence

from ambitus.files.latin import latin
from ambitus.files.true_size import TrueSize, side_by_side

CUT, NOTCHES, FOLD, GRAIN, SEAM, WORDS = "1", "4", "6", "7", "14", "15"


def pieces_dxf(pieces: Sequence[TrueSize], title: str) -> bytes:
    """Return *pieces* side by side at true size; *title* says which plan and revision they are of."""
    from ambitus.files.drawings.dxf_library import new

    drawing = new("R2010", units=4)
    drawing.header["$INSUNITS"] = 4
    for layer in (CUT, NOTCHES, FOLD, GRAIN, SEAM, WORDS):
        drawing.layers.add(layer)
    space = drawing.modelspace()
    space.add_text(latin(title), height=5, dxfattribs={"layer": WORDS}).set_placement((0, -12))
    for piece in side_by_side(pieces):
        block = drawing.blocks.new(re.sub(r"[^A-Za-z0-9_-]+", "-", piece.key))
        for line in piece.cut:
            block.add_lwpolyline(line, close=True, dxfattribs={"layer": CUT})
        for layer, lines in (
            (SEAM, piece.seam),
            (NOTCHES, piece.marks),
            (GRAIN, (piece.grain,)),
            (FOLD, (piece.fold,)),
        ):
            for line in lines:
                if line:
                    block.add_lwpolyline(line, dxfattribs={"layer": layer})
        at = (piece.box[0] + 6, piece.box[3] - 12)
        block.add_text(latin(piece.title), height=6, dxfattribs={"layer": WORDS}).set_placement(at)
        space.add_blockref(block.name, (0, 0))
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue().encode("utf-8")
