"""Reading a bag back whose base is a piece of its own: the base says how large, the tube how high."""

import math
from collections.abc import Callable, Mapping

from ambitus.core.geometry import Point
from ambitus.core.grammar.base.fields import OUTLINE, RADIUS, TRACED_AS, TUBE_PANELS
from ambitus.core.outlines import OutlineProblem, around, extent, inside, read_outline
from ambitus.core.read.cutlist import Finding, Reader, ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def circle_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a circle, in mm."""
    return math.pi * length


def stadium_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a stadium: 2 (L − B) + π B, in mm."""
    long, short = max(length, breadth), min(length, breadth)
    return 2 * (long - short) + math.pi * short


def rounded_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a rounded rectangle: 2 (L + B) − 8 r + 2 π r, in mm."""
    return 2 * (length + breadth) - 8 * radius + 2 * math.pi * radius


def rectangle_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a rectangle, in mm."""
    return 2 * (length + breadth)


def ellipse_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round an ellipse, by Ramanujan's second form, in mm."""
    a, b = length / 2, breadth / 2
    h = ((a - b) / (a + b)) ** 2
    return math.pi * (a + b) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))


Round = Callable[[float, float, float], float]


def reader(way_round: Round, one_size: bool = False) -> Reader:
    """Return the reader of bases of one shape; *one_size* is whether it has a diameter."""

    def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
        base = rows.parts.get("base")
        if base is None:
            why, fix = "The base is missing.", "Add a row with part “base”."
            return ReadLayer({}, (Finding("no-base", "stop", why, fix),))
        both = Term("Base seams", -2 * allowances["ring"], "Sewn all round.", times=2)
        name = "Diameter" if one_size else "Length of the base"
        long = Sum(name, (Term("Base, as cut", base.width, "As cut."), both))
        broad = Sum("Breadth of the base", (Term("Base, as cut", base.height, "As cut."), both))
        radius = max(0.0, (base.radius or 0.0) - allowances["ring"])
        needed = way_round(long.total, broad.total, radius)
        more: dict[str, float | str] = {} if base.radius is None else {RADIUS: radius}
        sizes = {"diameter": long} if one_size else {"length": long, "breadth": broad}
        return _made(rows, allowances, top, needed, sizes, more)

    return read


def read_traced(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """
    Return the bag on a base of any outline.

    Its seam line runs inside the cut line by the seam: of a line that is straight between its points it is
    shorter by 2 s tan(θ/2) at each, θ being how far it turns there, outwards counted as more.
    """
    base = rows.parts.get("base")
    if base is None or base.outline is None:
        why, fix = "The outline of the base is missing.", "Give it with the row of part “base”."
        return ReadLayer({}, (Finding("no-outline", "stop", why, fix),))
    try:
        points, ring = read_outline(base.outline), allowances["ring"]
    except OutlineProblem as bad:
        return ReadLayer({}, (Finding(bad.code, "stop", bad.why, bad.fix),))
    turns = (_turned(points[i - 2], points[i - 1], p) for i, p in enumerate(points))
    shorter = math.fsum(2 * ring * math.tan(turn / 2) for turn in turns)
    needed = around(points) - shorter
    sizes = {}
    for key, name, cut, along in (
        ("length", "Length of the base", base.width, 0),
        ("breadth", "Breadth of the base", base.height, 1),
    ):
        seam = Term("Base seam", -2 * ring, "Sewn all round.", times=2)
        inner = extent(inside(points, ring))[along] if ring else cut
        tips = Term("Tips of the corners", inner - cut + 2 * ring, "Sharp corners reach further out.")
        terms = (Term("Base, as cut", cut, "As cut."), seam)
        sizes[key] = Sum(name, terms if abs(tips.mm) < 0.005 else (*terms, tips))
    more: dict[str, float | str] = {OUTLINE: base.outline, TRACED_AS: "cut"}
    return _made(rows, allowances, top, needed, sizes, more)


def _turned(a: Point, b: Point, c: Point) -> float:
    """Return how far a line turns at *b*, to the left counted as more."""
    first, then = math.atan2(b[1] - a[1], b[0] - a[0]), math.atan2(c[1] - b[1], c[0] - b[0])
    return (then - first + math.pi) % (2 * math.pi) - math.pi


def _made(
    rows: Rows,
    allowances: Mapping[str, float],
    top: float,
    needed: float,
    sizes: Mapping[str, Sum],
    more: Mapping[str, float | str],
) -> ReadLayer:
    """Return the bag of a base *needed* mm round at its seam line, with what its tube makes."""
    tube, panels, ring = rows.main, rows.panels, allowances["ring"]
    height = Sum(
        "Height",
        (
            Term("Tube height", tube.height, "As cut."),
            Term("Base seam", -ring, "Sewn to the base."),
            Term("Top edge", -top, "What the top finish eats."),
        ),
    )
    around = Sum(
        "Round the tube",
        (
            Term("Tube, as cut", panels * tube.width, "As cut.", times=panels),
            Term("Side seams", -2 * panels * allowances["side"], "Sewn at both edges.", times=2 * panels),
        ),
    )
    opening = Sum(
        "Flat opening", tuple(Term(f"Half of: {t.label.lower()}", t.mm / 2, t.why) for t in around.terms)
    )
    difference = around.total - needed
    findings: tuple[Finding, ...] = ()
    if abs(difference) / min(around.total, needed) > rows.ease + 1e-9:
        tube_longer = difference > 0
        each = abs(difference) / (2 * panels)
        why = f"The {'tube' if tube_longer else 'base'} is longer at the seam than cloth eases."
        fix = "Sew every side seam deeper by the last number, at both edges."
        if not tube_longer:
            fix = "Cut the tube wider, or the base smaller; a base that is cut can hang over and be trimmed."
        numbers = (("tube", around.total), ("base", needed), ("each edge", each))
        findings = (Finding("tube-base-mismatch", "stop", why, fix, numbers),)
    tubes: dict[str, float | str] = {TUBE_PANELS: "two" if panels == 2 else "one"}
    return ReadLayer({**sizes, "height": height, "flat_opening": opening}, findings, {**tubes, **more})
