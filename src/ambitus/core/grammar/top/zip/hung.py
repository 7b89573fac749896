"""What hangs on a zipped bag as it is seen: a tab to hold, a loop for the wrist, a pull on the slider."""

import math

from ambitus.core.form.stance import Patch
from ambitus.core.grammar.elastic import FULLNESS
from ambitus.core.grammar.top.zip.fields import (
    CLOSES_AT,
    GRAB,
    GRAB_AT,
    GRAB_SHOWS,
    GRAB_WIDE,
    PULL,
    PULL_SHOWS,
    PULL_WIDE,
    WRIST,
    WRIST_ROUND,
    WRIST_SHOWS,
    WRIST_WIDE,
)
from ambitus.core.spec.resolved import Resolved

Point3 = tuple[float, float, float]

#: How wide a hanging loop opens for its length, how far it hangs away from the bag, how finely it is drawn.
_OPENS, _SLANT, _STEPS = 0.4, math.radians(28), 24


def _upright(x: float, y: float, z: float, wide: float, high: float) -> Patch:
    return Patch("tab", ((x, y, z), (x + wide, y, z), (x + wide, y, z + high), (x, y, z + high)))


def _loop(at: Point3, out: int, long: float, band: float) -> Patch:
    """Return a loop that hangs from *at*, *long* from end to end and *band* broad, away from the bag."""
    x, y, z = at
    half, broad = long / 2, long * _OPENS / 2
    band = min(band, broad * 0.8)
    along, down = out * math.sin(_SLANT), -math.cos(_SLANT)

    def oval(a: float, b: float) -> list[Point3]:
        turns = [2 * math.pi * n / _STEPS for n in range(_STEPS + 1)]
        places = [(a * math.sin(t), half - b * math.cos(t)) for t in turns]
        return [(x + along * far - down * side, y, z + down * far + along * side) for side, far in places]

    # out along its outer edge, and back along the inner one
    return Patch("tab", (*oval(broad, half), *reversed(oval(broad - band, half - band))))


def hung(bag: Resolved, right: Point3, left: Point3, slider: Point3, *, lies: bool) -> tuple[Patch, ...]:
    """
    Return what hangs on a bag whose zip ends at *right* and *left*.

    The tab is held at the closing end, the loop hangs at the other; the pull hangs from the *slider*, or
    *lies* on a lid.
    """
    closes_right = CLOSES_AT.is_(bag, "right")
    ends = ((right, 1), (left, -1))
    (held, held_out), (other, other_out) = ends if closes_right else ends[::-1]
    out = []
    if not GRAB.is_(bag, "none"):
        wide, shows = GRAB_WIDE.of(bag), GRAB_SHOWS.of(bag)
        for at, way in ends if GRAB_AT.is_(bag, "both") else ((held, held_out),):
            out.append(_upright(at[0], at[1], at[2] - wide, way * shows, wide))
    if not WRIST.is_(bag, "none"):
        elastic = WRIST.is_(bag, "elastic")
        # gathered on its elastic the tube is seen as long as that, and fuller
        long = WRIST_ROUND.of(bag) / 2 if elastic else WRIST_SHOWS.of(bag)
        out.append(_loop(other, other_out, long, WRIST_WIDE.of(bag) * (FULLNESS if elastic else 1.0)))
    if not PULL.is_(bag, "none"):
        wide, shows = PULL_WIDE.of(bag), PULL_SHOWS.of(bag)
        x, y, z = slider
        inwards = -1 if closes_right else 1
        if lies:
            end = x + inwards * shows
            corners = ((x, y - wide / 2), (end, y - wide / 2), (end, y + wide / 2), (x, y + wide / 2))
            out.append(Patch("tab", tuple((a, b, z) for a, b in corners)))
        else:
            out.append(_upright(x + inwards * wide, y, z - shows, inwards * -wide, shows))
    return tuple(out)
