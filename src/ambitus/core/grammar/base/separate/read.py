"""Reading a bag back whose base is a piece of its own: the base says how large, the tube how high."""

import math
from collections.abc import Callable, Mapping

from ambitus.core.read.cutlist import CutRow, Finding, Reader, ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def circle_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a circle."""
    return math.pi * length


def stadium_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a stadium: 2 (L − B) + π B."""
    long, short = max(length, breadth), min(length, breadth)
    return 2 * (long - short) + math.pi * short


def rounded_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a rounded rectangle: 2 (L + B) − 8 r + 2 π r."""
    return 2 * (length + breadth) - 8 * radius + 2 * math.pi * radius


def rectangle_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round a rectangle."""
    return 2 * (length + breadth)


def ellipse_round(length: float, breadth: float, radius: float) -> float:
    """Return the way round an ellipse, by Ramanujan's second form."""
    a, b = length / 2, breadth / 2
    h = ((a - b) / (a + b)) ** 2
    return math.pi * (a + b) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))


Round = Callable[[float, float, float], float]


def reader(way_round: Round, one_size: bool) -> Reader:
    """Return the reader of bases of one shape; *one_size* is whether it has a diameter."""

    def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
        base = rows.parts.get("base")
        if base is None:
            why, fix = "The base is missing.", "Add a row with part “base”."
            return ReadLayer({}, (Finding("no-base", "stop", why, fix),))
        return _made(rows, base, allowances, top, way_round, one_size)

    return read


def _made(
    rows: Rows,
    base: CutRow,
    allowances: Mapping[str, float],
    top: float,
    way_round: Round,
    one_size: bool,
) -> ReadLayer:
    tube, panels, ring = rows.main, rows.panels, allowances["ring"]
    both = Term("Base seams", -2 * ring, "Sewn all round.", times=2)
    long = Sum(
        "Diameter" if one_size else "Length of the base", (Term("Base, as cut", base.width, "As cut."), both)
    )
    broad = Sum("Breadth of the base", (Term("Base, as cut", base.height, "As cut."), both))
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
    radius = max(0.0, (base.radius or 0.0) - ring)
    needed = way_round(long.total, broad.total, radius)
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
    sizes = {"diameter": long} if one_size else {"length": long, "breadth": broad}
    more: dict[str, float | str] = {"base.panels": "two" if panels == 2 else "one"}
    if base.radius is not None:
        more["base.radius"] = radius
    return ReadLayer({**sizes, "height": height, "flat_opening": opening}, findings, more)
