"""What is marked on a panel that meets the zip: which edge that is, and how deep its seam."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.allowances import ZIP_ALLOWANCE
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.zip.made import tab_shows
from ambitus.core.grammar.top.zip.tape import end_class, is_narrowed
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return, for every edge of *piece* that meets the zip, a line along it; the first is told in numbers."""
    bag = item.bag
    seam = Sum("From the raw edge to the row", (ZIP_ALLOWANCE.term(bag, "Zip seam"),))
    readings = [("sewn in at", seam)]
    if is_narrowed(bag):
        side = edge_terms(bag, end_class(bag))
        tab = Term("Tab", tab_shows(bag, form).mm, "It fills the mouth up to here.")
        readings.append(
            ("the zip opens from the raw end", Sum("From the raw end to the opening", (*side, tab)))
        )
    out: list[Mark] = []
    n = len(piece.cut)
    for i, edge in enumerate(piece.edges):
        if edge.seam == "top":
            line = (piece.cut[i], piece.cut[(i + 1) % n])
            told = () if out else tuple(readings)
            out.append(Mark("zip", "This edge meets the zip", line, "top edge", told))
    return tuple(out)
