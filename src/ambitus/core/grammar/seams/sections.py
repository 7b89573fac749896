"""Each kind of seam cut through: the front from the left, the back from the right, the inside upwards."""

from ambitus.core.grammar.asked import Section, Stroke

Points = tuple[tuple[float, float], ...]


def _mirrored(points: Points) -> Points:
    return tuple((100 - x, y) for x, y in points)


def _both(left: Points) -> Section:
    return (Stroke("outer", left), Stroke("other", _mirrored(left)))


def row(*points: tuple[float, float]) -> Stroke:
    """Return a row of stitching, seen from the side."""
    return Stroke("stitch", points)


_OPEN = _both(((4, 50), (48, 50), (48, 42), (22, 42)))
_UP = _both(((4, 50), (47, 50), (47, 14)))
_ENCLOSED = _both(((4, 50), (45, 50), (45, 12), (49, 12), (49, 24)))
_SEAM = row((40, 46), (60, 46))
_END: Points = ((20, 38), (24, 46), (28, 38), (32, 46))

PLAIN: Section = (*_OPEN, _SEAM)
OVERLOCKED_FIRST: Section = (*_OPEN, _SEAM, Stroke("overcast", _END), Stroke("overcast", _mirrored(_END)))
ZIGZAGGED: Section = (
    *_UP,
    row((40, 42), (60, 42)),
    Stroke("overcast", ((42, 26), (58, 22), (42, 18), (58, 14))),
)
BOUND_SEAM: Section = (
    *_UP,
    row((40, 42), (60, 42)),
    Stroke("strap", ((42, 27), (42, 8), (58, 8), (58, 27))),
    row((38, 21), (62, 21)),
)
FRENCH: Section = (*_ENCLOSED, row((40, 18), (60, 18)), row((38, 42), (62, 42)))
FRENCH_STITCHED: Section = (
    Stroke("outer", ((4, 52), (48, 52), (48, 26), (82, 26), (82, 32), (66, 32))),
    Stroke("other", ((96, 52), (53, 52), (53, 44), (82, 44), (82, 38), (66, 38))),
    row((43, 46), (58, 46)),
    row((77, 22), (77, 48)),
    row((62, 22), (62, 56)),
)
FELLED: Section = (
    Stroke("outer", ((4, 26), (70, 26), (70, 42), (38, 42))),
    Stroke("other", ((96, 50), (30, 50), (30, 34), (62, 34))),
    row((42, 20), (42, 56)),
    row((58, 20), (58, 56)),
)
LAPPED: Section = (
    Stroke("outer", ((4, 34), (64, 34))),
    Stroke("other", ((36, 42), (96, 42))),
    row((43, 27), (43, 49)),
    row((57, 27), (57, 49)),
)
RAW: Section = (
    *_both(((4, 40), (48, 40))),
    Stroke("overcast", ((38, 36), (43, 45), (48, 36), (53, 45), (58, 36), (63, 45))),
)
