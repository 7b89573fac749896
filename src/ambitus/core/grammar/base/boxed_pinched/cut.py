"""Whole panels; the line to stitch across each corner, and how it is measured."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.base.panels import deep_form
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.seams.edges import stands_beyond
from ambitus.core.grammar.seams.fields import SECOND_ROW
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.grammar.top.lining import sewn_deeper
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form; its corner is the pinch, from the stitched point."""
    depth = DEPTH.of(bag)
    return deep_form(bag, allowances, depth, corner=snap(depth / 2))


def readings(bag: Resolved, form: Form, folded: bool, layer: str = "outer") -> tuple[tuple[str, Sum], ...]:
    """
    Return every number by which the corner of *layer* can be measured, told apart.

    From the fabric tip what stands beyond the seam there comes on top: the base seam's, read down the side
    seam (nothing at a fold); the side seam's, read along the base seam. Half the depth measured from the tip
    comes out too shallow.
    """
    half = Term("Half the depth", snap(form.mm("depth") / 2), "The corner lies flat, half on each panel.")
    across = Term("Depth", form.mm("depth"), "The stitched line is as long as the bag is deep.")
    out = [("from the stitched point", Sum("From the stitched point", (half,)))]
    first = first_row(bag, half)
    if first is not None:
        out.append(("first row, wrong sides together", first))
    out.append(("the line across", Sum("The line across", (across,))))
    if not folded:
        down = Sum("From the fabric tip, down the side", (half, tip(bag, "base", layer)))
        out.append(("from the fabric tip, down the side seam", down))
    along = "along the fold" if folded else "along the base seam"
    told = Sum(f"From the fabric tip, {along}", (half, tip(bag, "side", layer)))
    out.append((f"from the fabric tip, {along}", told))
    return tuple(out)


def tip(bag: Resolved, key: str, layer: str) -> Term:
    """Return what stands beyond the seam of class *key* in *layer* once it is sewn, as a term."""
    deeper = sewn_deeper(bag, layer, key)
    why = "The fabric tip lies this far outside the point, once the seam is sewn."
    return Term(f"{bag.kinds.sewn[key]}, what stands beyond it", stands_beyond(bag, key, deeper), why)


def first_row(bag: Resolved, half: Term) -> Sum | None:
    """Return where a French corner is stitched first: the second row's width nearer to the point."""
    if bag.kinds.seam("corner").kind != "french":
        return None
    path = SECOND_ROW
    second = Term(
        "Second row", -path.of(bag), "The second row lies this far inside the first.", path.source(bag)
    )
    return Sum("First row, from the stitched point", (half, second))


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the stitching line at both lower corners, in seam lines; on a folded piece over the fold."""
    bag = item.bag
    half, right = form.mm("depth") / 2, max(x for x, _ in piece.stitch)
    left: tuple[tuple[float, float], ...] = ((half, 0.0), (0.0, half))
    if piece.folded:
        left = ((0.0, -half), *left)
    where = "both ends of the fold" if piece.folded else "both lower corners"
    told = readings(bag, form, piece.folded, piece.layer)
    return (
        Mark("cut-out", "Stitch across the corner", left, where, told),
        Mark("cut-out", "Stitch across the corner", tuple((right - x, y) for x, y in left), "lower right"),
    )
