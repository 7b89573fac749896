"""Where straps go on a piece: their centres on every top edge, read from its raw sides."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.carry.fields import PLACED_BY, STRAP_GAP
from ambitus.core.grammar.carry.strap import placed_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term


def _between(item: Item, panel: float, placed: Sum, seam: float) -> Sum:
    """Return the way from centre to centre; *seam* is what of the place lies outside a half of a tube."""
    if PLACED_BY.of(item) == "gap":
        return Sum("Between the two centres", (STRAP_GAP.term(item, "Gap"),))
    # the other strap end mirrors this one, so the middle of the panel stays the middle
    both = Term("Both strap places", snap(-2 * (placed.total - seam)), "From either side.", times=2)
    whole = Term("Half of the tube" if seam else "Panel", panel, "At the top edge." if seam else "As cut.")
    return Sum("Between the two centres", (whole, both))


def centre_marks(
    item: Item, form: Form, piece: Piece, down: tuple[tuple[str, Sum], ...] = ()
) -> tuple[Mark, ...]:
    """
    Return the two strap centres on each top edge of an outer piece; *down* are more readings of theirs.

    On a folded piece the back's edge lies at the other end, and stands on its head.
    """
    if piece.layer != "outer" or piece.part:
        return ()
    out: list[Mark] = []
    side = next(e for e in piece.edges if e.name.startswith(("side", "end")))
    source = side.terms[0].source if side.terms else "derived"
    name = item.bag.kinds.classes.get(side.seam, "Side seam")
    allowance = Term(name, side.finish, "From the raw edge to the seam.", source)
    placed = Sum("From the raw side edge to the strap's centre", placed_terms(item, form, allowance))
    inside = placed.total - side.finish
    tube = piece.tube
    for n, ((lx, ly), (rx, ry)) in enumerate(piece.tops()):
        way = 1.0 if lx < rx else -1.0
        panel = snap(abs(rx - lx) + (0.0 if tube else 2 * side.finish))
        apart = _between(item, panel, placed, side.finish if tube else 0.0)
        told = (("from the left", placed), ("apart", apart), *down) if not n else ()
        other = (("from the right", placed),) if n == (1 if tube else 0) else ()
        out.append(Mark("strap", "Strap centre", ((lx + way * inside, ly),), "top left", told))
        out.append(Mark("strap", "Strap centre", ((rx - way * inside, ry),), "top right", other))
    return tuple(out)
