"""What a bag holds, and the sizes that hold so much: litres and cubic inches."""

import math
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import pairwise, product

from ambitus.core.fields import Value
from ambitus.core.form.model import Form
from ambitus.core.geometry import area
from ambitus.core.grammar.base.fields import GIVEN_BY, WIDTH_MEANS
from ambitus.core.grammar.base.panels import DEEP_SHARE
from ambitus.core.grammar.features import OnBars, drawn_up
from ambitus.core.grammar.sizes import DEPTH, DIAMETER, HEIGHT, WIDTH
from ambitus.core.lengths import LengthProblem, Unit, parse_length, snap
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.resolved import Resolved

LITRE = 1e6
CUBIC_INCH = 25.4**3
#: What can be asked for, in litres.
LEAST, MOST = 0.05, 500.0
_TYPED = re.compile(
    r"^\s*(?P<number>\d+(?:[.,]\d+)?)\s*(?P<unit>l|litres?|ml|cu\s*in|in³|cubic inch(?:es)?)?\s*$",
    re.IGNORECASE,
)


def flat_volume(wide: float, high: float) -> float:
    """
    Return what a bag of two flat panels holds when it is filled, in mm³.

    3 to 6 % under an ideally filled one: w³ (h/(πw) − 0.142 (1 − 10^(−h/w))), w being the shorter side.
    """
    w, h = min(wide, high), max(wide, high)
    if w <= 0:
        return 0.0
    return w**3 * (h / (math.pi * w) - 0.142 * (1 - 10 ** (-h / w)))


def holds(form: Form) -> float:
    """Return what the bag holds in mm³: to the height over which it closes, its slits, or its top edge."""
    if form.stance.ridge:
        # as high between its ends as its upper side runs over its lower one, which mirrors it
        steps = pairwise((x, 2 * z - form.height) for x, z in form.stance.ridge)
        return form.mm("breadth") * sum((b - a) * (low + high) / 2 for (a, low), (b, high) in steps)
    if form.stance.rises:
        # edges that run straight from one ring to the other: three cross-sections tell it exactly
        rings = (form.stance.base_outline, form.stance.mouth_outline)
        half = [((ax + bx) / 2, (ay + by) / 2) for (ax, ay), (bx, by) in zip(*rings, strict=True)]
        drawn = area(form.stance.base_outline)
        if drawn > 1e-6:
            # whatever a curve loses as it is drawn, all three lose
            whole = form.stance.base_area / drawn
            return form.stance.rises / 6 * (drawn + 4 * area(half) + area(form.stance.mouth_outline)) * whole
    high = max(0.0, form.mm("contents") if "contents" in form.dimensions else form.mm("height"))
    if form.drawn_out:
        # its front drawn out: what its corners leave of it
        r = form.rounded
        return form.mm("depth") * (form.mm("width") * high - (4 - math.pi) * r * r)
    base = form.stance.base_area
    flat = base <= 1e-6 and "width" in form.dimensions
    if flat:
        return flat_volume(form.mm("width"), high) * _corners_left_out(form)
    return base * high


def _corners_left_out(form: Form) -> float:
    """
    Return what share of a flat bag's volume is left where its lower corners are rounded or clipped: that of
    its face, to the power of 3/2, as volumes go with areas (ours).
    """
    r, face = form.rounded, form.mm("width") * form.mm("height")
    missing = r * r if form.clipped else 2 * r * r * (1 - math.pi / 4)
    return float((1 - missing / face) ** 1.5) if face > 0 else 1.0


def read_volume(text: str, metric: bool) -> float:
    """
    Return a typed volume in mm³; a bare number is litres, or cubic inches in an inch plan.

    >>> read_volume("12", True) == read_volume("12 l", False) == 12e6
    True

    Raises:
        SpecProblems: If it is no volume, or none of a bag.
    """
    found = _TYPED.match(text)
    between = f"Give between {LEAST:g} and {MOST:g} litres, as “12 l” or “730 cu in”."
    if not found:
        raise SpecProblems(
            (Problem("not-a-volume", "litres", text[:40], f"“{text[:40]}” is not a volume.", between),)
        )
    number, unit = float(found["number"].replace(",", ".")), (found["unit"] or "").lower()
    scale = CUBIC_INCH if unit.startswith(("cu", "in")) else LITRE / 1000 if unit == "ml" else LITRE
    if not unit and not metric:
        scale = CUBIC_INCH
    if not LEAST * LITRE - 1e-6 <= number * scale <= MOST * LITRE + 1e-6:
        raise SpecProblems(
            (Problem("out-of-range", "litres", text[:40], f"{text[:40]} is not what a bag holds.", between),)
        )
    return number * scale


def read_ratio(text: str, unit: Unit) -> float:
    """
    Return a typed shape as height by radius: a number, or the height and the width across of a thing in hand.

    >>> [round(read_ratio(text, "mm"), 6) for text in ("2", "24 x 16", "9 1/2 by 5 in")]
    [2.0, 3.0, 3.8]

    Raises:
        SpecProblems: If it is neither, or no shape of a bag.
    """
    parts = re.split(r"\s*(?:×|x|by)\s*", text.strip(), flags=re.IGNORECASE)
    try:
        ratio = float(parts[0].replace(",", ".")) if len(parts) == 1 else _shape(parts, unit)
    except (ValueError, TypeError, ZeroDivisionError, LengthProblem):
        ratio = 0.0
    if not 0.1 <= ratio <= 20:
        fix = (
            "Give height by radius, as “2”, or a thing in hand, as “24 × 16”: its height by its width across."
        )
        why = f"“{text[:40]}” is not the shape of a bag."
        raise SpecProblems((Problem("not-a-shape", "ratio", text[:40], why, fix),))
    return ratio


def _shape(parts: list[str], unit: Unit) -> float:
    high, across = parts
    # “24 × 16 cm” names the unit of both
    named = re.search(r"[a-z]+$", across, re.IGNORECASE)
    if named and not re.search(r"[a-z]$", high, re.IGNORECASE):
        high = f"{high} {named[0]}"
    return float(parse_length(high, unit)) / (float(parse_length(across, unit)) / 2)


@dataclass(frozen=True, slots=True)
class Sized:
    """Sizes that hold a volume: finished mm by field path, and the mm³ that they really hold."""

    sizes: dict[str, float]
    holds: float
    #: whether it is the one that holds what was asked, as near as the cutting grid lets it
    exact: bool = False


def round_size(volume: float, ratio: float) -> tuple[float, float]:
    """
    Return radius and height of the cylinder of *volume* whose height is *ratio* times its radius.

    >>> [round(mm, 2) for mm in round_size(12e6, 2.0)]
    [124.07, 248.14]
    """
    r = (volume / (math.pi * ratio)) ** (1 / 3)
    return r, ratio * r


def boxed_for_round(volume: float, ratio: float) -> tuple[float, float]:
    """
    Return the side of the square base and the height of a boxed sack that stands in for a round one, in mm.

    It goes as far round as the cylinder: each side is a quarter of 2 π r. It holds the stated volume only
    bulged round; as a square it holds π/4 of it.
    """
    r, h = round_size(volume, ratio)
    return math.pi * r / 2, h


def contents_height(bag: Resolved, sizes: Mapping[str, float]) -> float:
    """
    Return the height up to which a bag of *sizes* is filled: to its top edge, or as far as it closes, in mm.

    The height is read as this maker reads it: up to the edge, or of what goes in.
    """
    drawn, bars = drawn_up(bag), bag.kinds.feature(OnBars)
    if bars is not None:
        return sizes[HEIGHT] - bars.open(bag)
    if drawn is None or drawn.by_contents(bag):
        return sizes[HEIGHT]
    return sizes[HEIGHT] - above_contents(bag, sizes)


def above_contents(bag: Resolved, sizes: Mapping[str, float]) -> float:
    """Return what of a drawn-up bag of *sizes* stands above what goes in, in mm."""
    drawn, bars = drawn_up(bag), bag.kinds.feature(OnBars)
    if bars is not None:
        return bars.open(bag)
    if drawn is None:
        return 0.0
    given = {path: Value(mm, "chosen", "") for path, mm in sizes.items()}
    other = replace(bag, values={**bag.values, **given})
    return drawn.closing(other).mm + drawn.above_cord(other).mm


def _held(bag: Resolved, sizes: dict[str, float]) -> float:
    high = max(0.0, contents_height(bag, sizes))
    if DIAMETER in sizes:
        return math.pi * (sizes[DIAMETER] / 2) ** 2 * high
    if DEPTH in sizes:
        return sizes[WIDTH] * sizes[DEPTH] * high
    return flat_volume(sizes[WIDTH], high)


def can_be_sized(bag: Resolved) -> bool:
    """Return whether sizes by volume are offered: of an open bag; round, boxed or flat, by its face."""
    flat = bag.kinds.top.shut or WIDTH_MEANS.is_(bag, "flat") or GIVEN_BY.is_(bag, "plate")
    flat = flat or bag.kinds.base.one_seam
    return not flat and (DIAMETER in bag.values or WIDTH in bag.values)


def ratio_of(bag: Resolved, form: Form) -> float:
    """Return the shape as it is now: height by radius, or by half the width of a bag that is not round."""
    high = max(1.0, form.mm("contents") if "contents" in form.dimensions else form.mm("height"))
    wide = max(1.0, form.mm("diameter" if "diameter" in form.dimensions else "width"))
    return min(20.0, max(0.1, high / (wide / 2)))


def _exact(bag: Resolved, form: Form, volume: float, ratio: float) -> dict[str, float]:
    """Return the sizes of *volume*: a round one by its ratio, any other as wide for its depth as now."""
    if DIAMETER in bag.values:
        r, h = round_size(volume, ratio)
        return {DIAMETER: 2 * r, HEIGHT: h}
    wide = form.mm("width")
    if DEPTH in bag.values:
        share = form.mm("depth") / wide
        # W · (share W) · (ratio W/2) = V
        w = (2 * volume / (share * ratio)) ** (1 / 3)
        return {WIDTH: w, DEPTH: share * w, HEIGHT: ratio * w / 2}
    unit = flat_volume(1.0, ratio / 2)
    w = (volume / unit) ** (1 / 3)
    return {WIDTH: w, HEIGHT: ratio * w / 2}


def _as_read(bag: Resolved, sizes: dict[str, float]) -> dict[str, float]:
    """Return *sizes* whose height is that of what goes in, with the height that this maker gives instead."""
    drawn = drawn_up(bag)
    if drawn is None or drawn.by_contents(bag):
        return sizes
    return {**sizes, HEIGHT: sizes[HEIGHT] + above_contents(bag, sizes)}


def too_deep(sizes: Mapping[str, float]) -> bool:
    """Return whether a boxed bag of *sizes* would stand like a block: as a check says of it."""
    return sizes.get(DEPTH, 0.0) > DEEP_SHARE * sizes.get(WIDTH, math.inf) + 1e-9


def in_place_of_round(bag: Resolved, volume: float, ratio: float) -> Sized:
    """Return the boxed sack that stands in for a round one, on the cutting grid."""
    side, h = boxed_for_round(volume, ratio)
    plain = _as_read(bag, {WIDTH: side, DEPTH: side, HEIGHT: h})
    sizes = {key: bag.grid.fit(mm) for key, mm in plain.items()}
    return Sized(sizes, _held(bag, sizes))


def sized(bag: Resolved, form: Form, volume: float, ratio: float, coarse: float) -> list[Sized]:
    """
    Return sizes of about *volume* mm³: the one on the cutting grid, then friendly ones on steps of *coarse*
    mm, nearest first. *ratio* is height by radius, or by half the width.

    Of a boxed bag none is offered that is too deep for its width, where one is not.
    """
    plain = _as_read(bag, _exact(bag, form, volume, ratio))
    fine = {key: bag.grid.fit(mm) for key, mm in plain.items()}

    def near(mm: float) -> Iterator[float]:
        low = max(coarse, math.floor(mm / coarse) * coarse)
        yield from (snap(low), snap(low + coarse))

    friendly = [dict(zip(plain, values, strict=True)) for values in product(*map(near, plain.values()))]
    rest = [Sized(sizes, _held(bag, sizes)) for sizes in friendly if sizes != fine]
    out = [Sized(fine, _held(bag, fine), True), *sorted(rest, key=lambda s: abs(s.holds - volume))]
    shallow = [s for s in out if not too_deep(s.sizes)]
    return (shallow or out)[:5]
