"""Drawings as whole SVG files, for pages that are read outside the application."""

from ambitus.core.draft import Draft
from ambitus.core.drawing.flat import flat_piece
from ambitus.core.drawing.paths import number, path
from ambitus.core.drawing.standing import standing
from ambitus.core.drawing.work import WorkPicture
from ambitus.core.form.model import Piece
from ambitus.core.grammar.asked import Section

_INK = "#15231E"
#: a fill for each layer, and for each stroke of a section its colour
_FILL = {
    "outer": "#CFE3D9",
    "contrast": "#E9D3B8",
    "lining": "#CBD8EC",
    "interfacing": "#E6E6DF",
    "strap": "#E2CFE0",
    "insert": "#EFE3C8",
    "cord": "#F4E3B2",
    "band": "#E2CFE0",
    "loop": "#E2CFE0",
    "tab": "#E2CFE0",
    "zip": "#D9D4E6",
}
_STROKE = {"outer": "#1D5A4C", "other": "#5B7BB2", "strap": "#8E5C89", "stitch": _INK, "overcast": _INK}


def _svg(box: tuple[float, float, float, float], body: str, title: str) -> str:
    left, top, width, height = map(number, box)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{left} {top} {width} {height}" role="img" '
        f'width="{number(min(420, box[2]))}"><title>{title}</title>\n'
        f'<rect x="{left}" y="{top}" width="{width}" height="{height}" fill="#F4F7F4"/>\n{body}</svg>\n'
    )


def _line(d: str, width: float, *, stroke: str = _INK, fill: str = "none", dash: str = "") -> str:
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return (
        f'<path d="{d}" fill="{fill}" stroke="{stroke}" stroke-width="{number(width)}" '
        f'stroke-linejoin="round" stroke-linecap="round"{dashed}/>\n'
    )


def section_svg(section: Section, title: str) -> str:
    """Return a section as an SVG file: cloth as thick lines, stitching dashed."""
    body = ""
    for stroke in section:
        sewn = stroke.style in ("stitch", "overcast")
        body += _line(
            path(stroke.points),
            1.4 if sewn else 3.4,
            stroke=_STROKE[stroke.style],
            dash="3 2" if stroke.style == "stitch" else "",
        )
    return _svg((0, 0, 100, 62), body, title).replace('width="100"', 'width="200"')


def _text(x: float, y: float, size: float, says: str, anchor: str = "middle") -> str:
    return (
        f'<text x="{number(x)}" y="{number(y)}" font-size="{number(size)}" font-family="sans-serif" '
        f'text-anchor="{anchor}" fill="{_INK}">{says}</text>\n'
    )


def piece_svg(piece: Piece, title: str) -> str:
    """Return a piece lying flat as an SVG file, its cut sizes written beside it, in mm."""
    flat = flat_piece(piece, piece.size("width"))
    left, top, wide, tall = flat.box
    unit, edge = max(wide, tall) / 100, max(wide, tall) * 0.16
    body = _line(flat.cut, unit, fill=_FILL[piece.looks])
    body += _line(flat.stitch, unit * 0.7, dash=f"{number(unit * 2.4)} {number(unit * 1.6)}")
    for mark in flat.marks:
        body += _line(mark.d, unit * 0.8, stroke="#A87500")
    body += _text(left + wide / 2, top - unit * 3, unit * 6, number(piece.size("width")))
    x, y = left - unit * 3, top + tall / 2
    turned = _text(x, y, unit * 6, number(piece.size("height")))
    body += turned.replace("<text ", f'<text transform="rotate(-90 {number(x)} {number(y)})" ')
    if "across" in piece.sums:
        says = f"{number(piece.size('across'))} × {number(piece.size('up'))}"
        at = (left + unit * 2, unit * 5) if piece.folded else (left + unit * 2, top + tall + unit * 7)
        body += _text(*at, unit * 5, says, "start")
    return _svg((left - edge, top - edge, wide + 2 * edge, tall + 2 * edge), body, title)


def standing_svg(draft: Draft, title: str) -> str:
    """Return the bag standing up as an SVG file, its dimension lines on it."""
    shown = standing(draft.form, draft.hangs, {h.prefix for h in draft.hangs})
    left, top, wide, tall = shown.box
    unit, body = max(wide, tall) / 130, ""
    for shape in shown.shapes:
        dash = f"{number(unit * 2.4)} {number(unit * 1.6)}" if shape.style == "stitch" else ""
        fill = _FILL.get(shape.layer, "none") if shape.style in ("fill", "far") else "none"
        body += _line(shape.d, unit, fill=fill, dash=dash)
    for line in shown.dimensions:
        body += _line(line.d, unit * 0.7, stroke="#1D5A4C")
    edge = unit * 16
    return _svg((left - edge, top - edge, wide + 2 * edge, tall + 2 * edge), body, title)


_WORK = {
    "right": ("", _INK, 1.0),
    "wrong": ("#F7F6F0", _INK, 1.0),
    "behind": ("#FFFFFF", _INK, 0.7),
    "on": ("", _INK, 0.9),
    "fold": ("none", _INK, 0.6),
    "done": ("none", _INK, 0.8),
    "open": ("none", "#A87500", 1.4),
    "now": ("none", "#C2362B", 2.0),
}


def work_svg(picture: WorkPicture, title: str) -> str:
    """Return the picture of a step as an SVG file: what is done now in the accent, what was done dashed."""
    unit, body = max(picture.box[2:]) / 130, ""
    for stroke in picture.strokes:
        fill, ink, wide = _WORK[stroke.style]
        dash = {"fold": (3, 2, 1, 2), "done": (2.4, 1.6), "open": (0.6, 2.0)}.get(stroke.style, ())
        dashed = " ".join(number(unit * n) for n in dash)
        fill = fill or _FILL.get(stroke.layer, "#FFFFFF")
        body += _line(stroke.d, unit * wide, stroke=ink, fill=fill, dash=dashed)
    return _svg(picture.box, body, title)
