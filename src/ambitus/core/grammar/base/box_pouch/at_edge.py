"""
A box pouch that is pressed with its zip along one edge: front on back, as any flat pouch; two of its four
corners lie over the zip, and two over the base seam.

What is folded down at an end is then half of the breadth, and its height lies between the two corners.
"""

from ambitus.core.form.model import Dimension, Edge, Face, Form, Mark, Measure, Piece, Seam, Stretch
from ambitus.core.grammar.base.box_pouch.boxes import box_sizes, box_stance, left_out_terms
from ambitus.core.grammar.base.boxed_pinched.cut import tip
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.insert import insert_of
from ambitus.core.grammar.base.panels import eats, mouth, settled
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, twice


def _faces(bag: Resolved, allowances: Allowances) -> tuple[tuple[Face, ...], float, float]:
    """Return the panels, or the one piece, and how long and how high a box they make."""
    broad = BREADTH.of(bag)
    long, along = settled(bag, LENGTH.of(bag) + broad, 2 * eats(allowances, "end"))
    down = BREADTH.term(bag, "Breadth")
    across = (
        LENGTH.term(bag, "Length"),
        Term("Breadth", broad, "Half of it folds in at each end.", down.source),
        *along,
    )
    extra = left_out_terms(bag, "higher")
    base = 0.0 if is_folded(bag) else eats(allowances, "base")
    plain = broad + HEIGHT.of(bag) + sum(t.mm for t in extra)
    tall, moved = settled(bag, plain, base + eats(allowances, "top"))
    why = "From the zip round to the base seam: half the breadth, the height, half again."
    up = (HEIGHT.term(bag, "Height"), Term("Breadth", broad, why, down.source), *extra, *moved)
    size = snap(long - broad), snap(tall - broad)
    wide_of, high_of = "How wide to cut it", "How high to cut it"
    if is_folded(bag):
        edges = (
            Edge("top back", "top", (0.0, -tall)),
            Edge("end right back", "end", (long, -tall)),
            Edge("end right front", "end", (long, 0.0)),
            Edge("top front", "top", (long, tall)),
            Edge("end left front", "end", (0.0, tall)),
            Edge("end left back", "end", (0.0, 0.0)),
        )
        wide = Measure("width", wide_of, "x", "end left front", "end right front", across)
        high = Measure("height", high_of, "y", "top back", "top front", twice(up), folds=True, beside="left")
        return (Face("body", "panel", edges, (wide, high), folded=True),), *size
    outline = (
        Edge("base", "base", (0.0, 0.0)),
        Edge("end right", "end", (long, 0.0)),
        Edge("top", "top", (long, tall)),
        Edge("end left", "end", (0.0, tall)),
    )
    measures = (
        Measure("width", wide_of, "x", "end left", "end right", across),
        Measure("height", high_of, "y", "base", "top", up, beside="left"),
    )
    panels = (Face(name, "panel", outline, measures, over=name == "front") for name in ("front", "back"))
    return tuple(panels), *size


def _seams(in_one: bool) -> tuple[Seam, ...]:
    """Return the base seam, and both ends, front to back."""

    def end(side: str) -> Seam:
        # the right end of the back lies at the left of the bag
        other = "left" if side == "right" else "right"
        chains = (
            ((Stretch("", "body", f"end {side} front"),), (Stretch("", "body", f"end {side} back"),))
            if in_one
            else ((Stretch("", "front", f"end {side}"),), (Stretch("", "back", f"end {other}"),))
        )
        return Seam(f"end {side}", f"End seam, {side}", "end", chains)

    base = Seam(
        "base", "Base seam", "base", ((Stretch("", "front", "base"),), (Stretch("", "back", "base"),))
    )
    return (*(() if in_one else (base,)), end("left"), end("right"))


def form_at_edge(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a box pouch that is pressed with its zip along one edge."""
    faces, long, high = _faces(bag, allowances)
    broad = BREADTH.of(bag)
    return Form(
        dimensions={
            **box_sizes(bag, long, broad, high),
            "flat_opening": Dimension(
                "flat_opening",
                "Flat opening",
                LENGTH.of(bag) + broad,
                snap(long + broad),
                "derived",
                "The zip runs along the top, and on into the corners that are cut off.",
            ),
        },
        faces=faces,
        seams=_seams(is_folded(bag)),
        mouth=mouth(is_folded(bag)),
        height=high,
        corner=snap(broad / 2),
        zip_at_edge=True,
        insert=insert_of(bag, long, broad),
        stance=box_stance(long, broad, high),
    )


def _readings(
    bag: Resolved, form: Form, layer: str, along: str, down: Term | None
) -> tuple[tuple[str, Sum], ...]:
    """Return every number by which a corner can be measured; *down* is what stands beyond the seam there."""
    half = Term("Half the breadth", snap(form.mm("breadth") / 2), "Half of it lies on each panel.")
    across = Term("Breadth", form.mm("breadth"), "The stitched line is as long as the pouch is broad.")
    told: list[tuple[str, tuple[Term, ...]]] = [("From the stitched point", (half,))]
    told.append(("The line across", (across,)))
    told.append((f"From the fabric tip, along the {along}", (half, tip(bag, "end", layer))))
    if down is not None:
        told.append(("From the fabric tip, down the end seam", (half, down)))
    return tuple((f"{label[0].lower()}{label[1:]}", Sum(label, terms)) for label, terms in told)


def marks_at_edge(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the line stitched across each corner: two over the zip, up to it, and two over the base."""
    bag, half = item.bag, form.mm("breadth") / 2
    right, top = max(x for x, _ in piece.stitch), max(y for _, y in piece.stitch)
    below = max(0.0, min(half, bag.kinds.top.sewn_below(bag)))
    in_one = piece.folded
    corners = [
        (
            "zip",
            "both ends of the zip",
            ((0.0, top - half), (half - below, top - below)),
            _readings(bag, form, piece.layer, "zip", None),
        ),
        (
            "base",
            "both ends of the fold" if in_one else "both lower corners",
            ((0.0, -half), (half, 0.0), (0.0, half)) if in_one else ((half, 0.0), (0.0, half)),
            _readings(
                bag,
                form,
                piece.layer,
                "fold" if in_one else "base seam",
                None if in_one else tip(bag, "base", piece.layer),
            ),
        ),
    ]
    if in_one:
        zip_at = ((0.0, half - top), (half - below, below - top))
        corners.append(("zip", "both ends of the zip", zip_at, ()))
    out = []
    for at, where, left, readings in corners:
        label = f"Stitch across the corner, at the {at}"
        out.append(Mark("cut-out", label, left, where, readings))
        out.append(Mark("cut-out", label, tuple((right - x, y) for x, y in left), "right"))
    return tuple(out)
