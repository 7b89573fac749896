"""Front and back in one piece that is folded at the top: its outline, and what is sewn of it."""

from dataclasses import replace

from ambitus.core.curves import Arc
from ambitus.core.form.model import Edge, Face, Form, Measure, Seam
from ambitus.core.geometry import Point
from ambitus.core.grammar.base.panels import stretch
from ambitus.core.sums import twice

_WAYS = ("left", "right")


def _outline(width: float, height: float, r: float, clipped: bool, base: str) -> tuple[Edge, ...]:
    """
    Return the outline, the fold along y = 0, the front below it; its corners are left out by *r* mm.

    *base* is the class of seam along the base.
    """

    def corner(name: str, start: Point, middle: Point) -> tuple[Edge, ...]:
        return (Edge(name, "side", start, None if clipped else Arc(middle)),) if r else ()

    low, high, far = r - height, height - r, width - r
    return (
        Edge("base front", base, (r, -height)),
        *corner("corner right front", (far, -height), (far, low)),
        Edge("side right front", "side", (width, low)),
        Edge("side right back", "side", (width, 0.0)),
        *corner("corner right back", (width, high), (far, high)),
        Edge("base back", base, (far, height)),
        *corner("corner left back", (r, height), (r, high)),
        Edge("side left back", "side", (0.0, high)),
        Edge("side left front", "side", (0.0, 0.0)),
        *corner("corner left front", (0.0, low), (r, low)),
    )


def _seams(plain: tuple[Seam, ...], cornered: bool) -> tuple[Seam, ...]:
    """Return the seams of a flat bag of two panels, *plain*, on the edges of the one piece."""
    parts = ("side", "corner") if cornered else ("side",)
    chains = {
        "base": tuple((stretch("body", f"base {half}"),) for half in ("front", "back")),
        **{
            f"side {way}": tuple(
                tuple(stretch("body", f"{part} {way} {half}") for part in parts) for half in ("front", "back")
            )
            for way in _WAYS
        },
    }
    return tuple(replace(seam, chains=chains[seam.key]) for seam in plain)


def hinged(plain: Form, r: float = 0.0, clipped: bool = False) -> Form:
    """
    Return *plain*, a flat bag of two panels, as one piece that is folded at its top: it has no mouth.

    Its lower corners are left out by *r* mm along either edge, round or clipped.
    """
    front = plain.faces[0]
    terms = {measure.key: measure.terms for measure in front.measures}
    base = next(edge.seam for edge in front.edges if edge.name == "base")
    wide = Measure("width", "How wide to cut it", "x", "side left front", "side right front", terms["width"])
    high = Measure(
        "height",
        "How high to cut it",
        "y",
        "base front",
        "base back",
        twice(terms["height"]),
        folds=True,
        beside="left",
    )
    outline = _outline(plain.mm("width"), plain.mm("height"), r, clipped, base)
    opening = plain.dimensions["flat_opening"]
    across = replace(opening, label="Along the fold", why="It is folded from side to side.")
    return replace(
        plain,
        dimensions={**plain.dimensions, "flat_opening": across},
        faces=(Face("body", "panel", outline, (wide, high), hinged=True),),
        seams=_seams(plain.seams, r > 0),
        mouth=(),
    )
