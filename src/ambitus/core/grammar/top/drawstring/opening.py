"""Where a cord comes out of its channel."""

from ambitus.core.form.dividing import top_runs
from ambitus.core.form.model import Mark, Piece
from ambitus.core.geometry import Point, along, length, outward
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.contract import Option, Param
from ambitus.core.grammar.top.drawstring.fields import CORDS, OPENING
from ambitus.core.grammar.top.drawstring.loops import no_side_seam
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term

#: How much lower a slot begins where no heading stands above it: the fold stays closed.
BELOW_FOLD = paired(3)

SLOT = Option("slot", "A slot in the side seam", "The seam is left open where the channel crosses it.")
EYELETS = Option(
    "eyelets", "Eyelets or buttonholes", "Through the outer layer, patched behind, before it is folded."
)


def opening_param(*options: Option) -> Param:
    """Return the field of how the cord comes out, of these ways."""
    return Param(OPENING, "Cord comes out by", "choice", "slot", options=options)


def has_side_seam(bag: Resolved) -> bool:
    """Return whether seams of the side run up to the top edge."""
    return "side" in bag.kinds.base.classes


def needs_side_seam(bag: Resolved) -> str:
    """Return why the cord's openings, or its loops, do not go with this base, or nothing."""
    if wrong := no_side_seam(bag):
        return wrong
    if STEP in bag.values and STEP.of(bag) > 0:
        return "front and back stand higher than the sides: no channel goes round"
    if has_side_seam(bag) or OPENING.is_(bag, "eyelets"):
        return ""
    return "a strip has no seam at the side that could be left open for the cord: let it out by eyelets"


def _down(a: Point, b: Point, mm: float) -> Point:
    size = abs(b[0] - a[0]) + abs(b[1] - a[1]) or 1.0
    return a[0] + (b[0] - a[0]) * mm / size, a[1] + (b[1] - a[1]) * mm / size


def side_marks(
    bag: Resolved, piece: Piece, label: str, told: tuple[tuple[str, Sum], ...]
) -> tuple[Mark, ...]:
    """
    Return a stretch on the side edges, from and to what *told* says below the raw top edge.

    One cord has it at one side: the left of the front, which meets the right of the back.
    """
    out: list[Mark] = []
    n = len(piece.cut)
    if piece.part:
        return ()
    both = CORDS.is_(bag, "two") and not piece.tube
    where = "raw top edge; at both sides" if both else "raw top edge; left of the front, right of the back"
    if piece.tube:
        where = "raw top edge, at the seam"
    start, end = told[0][1].total, told[-1][1].total
    for number, run in enumerate(top_runs(piece.edges)):
        # going round anticlockwise the right side comes before the top edge and the left one after it
        right, left = (run[0] - 1) % n, (run[-1] + 1) % n
        back = number == 1
        wanted = [right, left] if both or piece.tube else [right if back else left]
        for i in wanted:
            top, foot = piece.cut[i], piece.cut[(i + 1) % n]
            if i == right:
                top, foot = foot, top
            if piece.edges[i].seam != "side":
                continue
            points = (_down(top, foot, start), _down(top, foot, end))
            out.append(Mark("slot", label, points, where, told if not out else ()))
    return tuple(out)


def eyelets_at(bag: Resolved, piece: Piece) -> tuple[tuple[str, float], ...]:
    """Return the eyelets of a top edge and how far along they lie: for cords that no seam lets out."""
    every, two = OPENING.is_(bag, "eyelets"), CORDS.is_(bag, "two")
    if piece.tube:
        if not every:
            return (("Eyelet, opposite the seam", 0.5),) if two else ()
        return (("Eyelet, middle of the front", 0.25), ("Eyelet, middle of the back", 0.75))[
            : 2 if two else 1
        ]
    if not every:
        return ()
    return (("Eyelet" if two else "Eyelet, in the front only", 0.5),)


def eyelet_marks(bag: Resolved, piece: Piece, below: Sum) -> tuple[Mark, ...]:
    """Return where eyelets go, *below* the raw top edge; one cord has one, two have one on each side."""
    out: list[Mark] = []
    for run in top_runs(piece.edges) if not piece.part else ():
        right, left = piece.cut[run[0]], piece.cut[(run[-1] + 1) % len(piece.cut)]
        ox, oy = outward(right, left)
        wide = length(right, left)
        for label, part in eyelets_at(bag, piece):
            x, y = along(left, right, part)
            share = Term("Part of this edge", snap(wide * part), "From its left end.")
            told = (("below the raw top edge", below), ("from the left", Sum("From the left", (share,))))
            at = (x - ox * below.total, y - oy * below.total)
            out.append(Mark("notch", label, (at,), "top left", told))
    return tuple(out)
