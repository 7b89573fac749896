"""Whether a piece has a cut line all round: one that crosses itself, or has lost a stretch, is none."""

from collections.abc import Sequence
from functools import lru_cache

from ambitus.core.curves import flattened
from ambitus.core.form.model import CutEdge
from ambitus.core.geometry import Point, unit_vector
from ambitus.core.outlines import is_simple


@lru_cache(maxsize=16)  # whatever else is chosen of a bag, its outline is mostly the one it was
def loses_line(edges: tuple[CutEdge, ...], cut: tuple[Point, ...], stitch: tuple[Point, ...]) -> bool:
    """Return whether the cut line of an outline crosses itself, or has lost a stretch of its seam line."""
    line = flattened(cut, tuple(e.bend for e in edges))
    return _swallowed(flattened(stitch, tuple(e.seam_bend for e in edges)), line) or not is_simple(line)


def _swallowed(seam: Sequence[Point], cut: Sequence[Point]) -> bool:
    """Return whether a stretch of the outline is gone on the cut line: it would run back there."""
    n = len(seam)
    if len(cut) != n:
        return False
    ways = ((unit_vector(line[i - 1], line[i]) for line in (seam, cut)) for i in range(n))
    return any(u[0] * v[0] + u[1] * v[1] < -0.5 for u, v in ways)
