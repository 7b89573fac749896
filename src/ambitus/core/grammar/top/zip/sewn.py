"""What is sewn to the zip: the top edge of every panel; and where the tabs beside it are caught."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught, Line, Place, Sewn, Teeth, Told, Window, edge_length
from ambitus.core.grammar.allowances import ZIP_ALLOWANCE
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.zip.made import tab_shows, zip_of
from ambitus.core.grammar.top.zip.piece import cut_after, tacks, teeth_out
from ambitus.core.grammar.top.zip.tape import SLIT_STOPS, comes_apart, end_class, is_tabbed, sewn_below, shows
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def sewn_to_zip(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """
    Return, for every top edge, the row that joins it to a side of the zip, a face telling its first in
    numbers; and the tabs.
    """
    bag = item.bag
    if is_hinged(bag):
        return (*_teeth(bag, form, layer), window_of(bag, form))
    seam = Sum("From the raw edge to the row", (ZIP_ALLOWANCE.term(bag, "Zip seam"),))
    readings: Told = (("sewn in at", seam),)
    if is_tabbed(bag):
        side = edge_terms(bag, end_class(bag))
        tab = Term("Tab", tab_shows(bag, form).mm, "It fills the mouth up to here.")
        opens = Sum("From the raw end to the opening", (*side, tab))
        readings = (*readings, ("the zip opens from the raw end", opens))
    below = sewn_below(bag)
    out: list[Sewn] = [*_teeth(bag, form, layer)]
    for face in form.faces:
        told = readings
        for edge in (e for e in face.edges if e.seam == "top"):
            out.append(Line("zip", face.name, edge.name, below, 0.0, "This edge meets the zip", told))
            told = ()
    return (*out, *_tabs(item, form, layer))


def window_of(bag: Resolved, form: Form) -> Window:
    """Return the window on the fold of a body that is one piece: in its middle, as high as its zip shows."""
    (face,) = form.faces
    half, high = zip_of(bag, form).half_open, shows(bag) / 2
    middle = snap(form.mm("width") / 2)
    side = edge_terms(bag, "side")
    beside = Term("Beside the window", snap(middle - half), "It lies in the middle of the fold.")
    long = Term("Window", 2 * half, "To its other end.")
    up = Term("Half of what shows of the zip", high, "Half of the window.")
    base = edge_terms(bag, "side" if bag.kinds.base.one_seam else "base")
    fold = Term("Height", form.mm("height"), "From the seam line to the fold.")
    near = up.scaled(-1, "Short of the fold.")
    slit = Term("Stop before the end", SLIT_STOPS.mm(bag.unit), "From there into both corners.", "default")
    return Window(
        face.name,
        (snap(middle - half), -high),
        (snap(middle + half), high),
        (
            ("to its near end", Sum("From the raw side to its near end", (*side, beside))),
            ("to its far end", Sum("From the raw side to its far end", (*side, beside, long))),
            ("to its nearer line", Sum("From the raw base to its nearer line", (*base, fold, near))),
            ("above and below", Sum("From the fold to its lines", (up,))),
            ("the slit", Sum("From either end to the slit", (slit,))),
        ),
    )


def _teeth(bag: Resolved, form: Form, layer: Layer) -> tuple[Teeth, ...]:
    """Return the teeth of the zip, told once: on the outer."""
    if layer != "outer":
        return ()
    made = zip_of(bag, form)
    hard, bare = not made.facts.stitched, made.stops is None
    ends, out = len(tacks(bag, made)), teeth_out(bag, made) > 0
    return (Teeth("zip", hard, ends, out, bare, cut_after(bag, made), comes_apart(bag)),)


def _tabs(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    """Return the tabs that fill the mouth beside a narrowed zip, caught in the seams at both its ends."""
    if layer != "outer" or not is_tabbed(item.bag):
        return ()
    face, edge = form.mouth[0]
    ends = (Place(face, edge, 0.0), Place(face, edge, edge_length(form, face, edge)))
    shows = tab_shows(item.bag, form).mm
    return tuple(Caught("tab end", at, end_class(item.bag), shows) for at in ends)
