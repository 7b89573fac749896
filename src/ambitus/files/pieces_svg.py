"""Pieces at true size as SVG: one user unit a millimetre, a group for every kind of line."""

from collections.abc import Sequence
from xml.sax.saxutils import escape, quoteattr

from ambitus.core.geometry import Point
from ambitus.files.true_size import TrueSize, side_by_side

#: how each kind of line is drawn: width in mm, and its dashes
_STYLES = {
    "cut": "stroke-width:0.4",
    "seam": "stroke-width:0.25;stroke-dasharray:3 2",
    "fold": "stroke-width:0.5;stroke-dasharray:10 3 2 3",
    "marks": "stroke-width:0.3",
    "grain": "stroke-width:0.25",
}


def _d(points: Sequence[Point], high: float, closed: bool) -> str:
    told = " L ".join(f"{x:.3f} {high - y:.3f}" for x, y in points)
    return f"M {told}{' Z' if closed else ''}"


def _group(name: str, lines: Sequence[Sequence[Point]], high: float) -> str:
    paths = "".join(f'<path d="{_d(line, high, name == "cut")}"/>' for line in lines if line)
    return f'<g data-lines="{name}" style="{_STYLES[name]}">{paths}</g>' if paths else ""


def pieces_svg(pieces: Sequence[TrueSize], title: str) -> bytes:
    """Return *pieces* side by side at true size, in mm; *title* says which plan and revision they are of."""
    laid = side_by_side(pieces)
    wide, high = max(p.box[2] for p in laid), max(p.box[3] for p in laid)
    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:.3f}mm" '
        f'viewBox="0 0 {wide:.3f} {high:.3f}" fill="none" stroke="black"><title>{escape(title)}</title>'
    ]
    for piece in laid:
        x, y = piece.box[0] + 6, high - piece.box[3] + 12
        groups = (
            ("cut", piece.cut),
            ("seam", piece.seam),
            ("fold", (piece.fold,)),
            ("marks", piece.marks),
            ("grain", (piece.grain,)),
        )
        lines = "".join(_group(name, found, high) for name, found in groups)
        words = (
            f'<text x="{x:.3f}" y="{y:.3f}" font-size="6" fill="black" stroke="none">'
            f"{escape(piece.title)}</text>"
        )
        out.append(f"<g id={quoteattr(piece.key)}>{lines}{words}</g>")
    return ("".join(out) + "</svg>").encode()
