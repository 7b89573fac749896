"""In what order a cloth is cut that is cut in strips: each cut runs right through what is in hand."""

from dataclasses import dataclass

from ambitus.core.layout.lay import Layout


@dataclass(frozen=True, slots=True)
class Cut:
    """
    One straight cut, across the roll at *at* mm from its end, or along it at *at* mm from its left edge,
    from *start* to *end* mm the other way. ``strip`` is what is in hand, counted from 1; ``frees`` the copy
    that it makes ready.
    """

    across: bool
    at: float
    start: float
    end: float
    strip: int
    frees: tuple[str, int] | None = None
    #: whether it takes the strip off the roll
    off: bool = False


def cuts_of(layout: Layout) -> tuple[Cut, ...]:
    """Return the cuts of a layout in strips, in order: strip by strip, column by column, piece by piece."""
    placed = {(p.key, p.copy): p for p in layout.placed}
    whole = layout.goods.usable_width
    out: list[Cut] = []
    for number, strip in enumerate(layout.strips, 1):
        out.append(Cut(True, strip.top, 0.0, whole, number, off=True))
        for column in strip.columns:
            only = column.copies[0] if len(column.copies) == 1 else None
            if column.right < whole - 1e-6:
                ready = only if only and placed[only].top > strip.top - 1e-6 else None
                out.append(Cut(False, column.right, strip.bottom, strip.top, number, ready))
            for copy in column.copies:
                one = placed[copy]
                narrow = one.right < column.right - 1e-6
                if one.top < strip.top - 1e-6:
                    ready = None if narrow else copy
                    out.append(Cut(True, one.top, column.left, column.right, number, ready))
                if narrow:
                    out.append(Cut(False, one.right, one.y, one.top, number, copy))
    return tuple(out)
