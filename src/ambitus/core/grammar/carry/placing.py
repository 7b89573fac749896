"""Where straps go on a piece: their centres on every top edge, read from its raw sides."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.carry.strap import placed_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def _between(bag: Resolved, prefix: str, panel: float, placed: Sum) -> Sum:
    if bag.choice(f"{prefix}.place") == "gap":
        path = f"{prefix}.gap"
        return Sum("Between the two centres", (Term("Gap", bag.mm(path), bag.why(path), bag.source(path)),))
    # the other strap end mirrors this one, so the middle of the panel stays the middle
    both = Term("Both strap places", -2 * placed.total, "From either side.", times=2)
    return Sum("Between the two centres", (Term("Panel", panel, "As cut."), both))


def centre_marks(
    bag: Resolved, prefix: str, form: Form, piece: Piece, down: tuple[tuple[str, Sum], ...] = ()
) -> tuple[Mark, ...]:
    """
    Return the two strap centres on each top edge of an outer piece; *down* are more readings of theirs.

    On a folded piece the back's edge lies at the other end, and stands on its head.
    """
    if piece.layer != "outer" or piece.part:
        return ()
    out: list[Mark] = []
    side = next(e for e in piece.edges if e.name.startswith("side"))
    source = side.terms[0].source if side.terms else "derived"
    allowance = Term("Side seam", side.finish, "From the raw edge to the seam.", source)
    placed = Sum("From the raw side edge to the strap's centre", placed_terms(bag, prefix, form, allowance))
    for n, ((lx, ly), (rx, ry)) in enumerate(piece.tops()):
        way = 1.0 if lx < rx else -1.0
        apart = _between(bag, prefix, snap(abs(rx - lx)), placed)
        told = (("from the left", placed), ("apart", apart), *down) if not n else ()
        other = (("from the right", placed),) if not n else ()
        out.append(Mark("strap", "Strap centre", ((lx + way * placed.total, ly),), "top left", told))
        out.append(Mark("strap", "Strap centre", ((rx - way * placed.total, ry),), "top right", other))
    return tuple(out)
