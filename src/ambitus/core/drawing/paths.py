"""Small helpers that turn points into SVG path data."""

from collections.abc import Iterable, Sequence

from ambitus.core.geometry import Point


def number(value: float) -> str:
    """Return a coordinate with at most one decimal, as short as it can be."""
    rounded = round(value, 1)
    whole = int(rounded)
    return str(whole) if whole == rounded else repr(rounded)


def path(points: Iterable[Point], *, closed: bool = False) -> str:
    """
    Return path data through *points* (x right, y down).

    >>> path([(0, 0), (10, 0), (10, 5.5)], closed=True)
    'M0 0L10 0L10 5.5Z'
    """
    text = "L".join(f"{number(x)} {number(y)}" for x, y in points)
    return f"M{text}Z" if closed else f"M{text}"


def flipped(points: Sequence[Point]) -> list[Point]:
    """Return *points* with y turned down."""
    return [(x, -y) for x, y in points]
