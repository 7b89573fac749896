"""The zip as a piece: its tape with rows, teeth, stops and tacks; and everything small that goes with it."""

from fractions import Fraction

from ambitus.core.form.model import Form, Mark, Part, Strip
from ambitus.core.grammar.order import ZIP_TRIMMED, goes
from ambitus.core.grammar.top.zip.fields import CLOSES_AT, TEETH_AT_SEAMS
from ambitus.core.grammar.top.zip.made import Zip, zip_of
from ambitus.core.grammar.top.zip.small import small_strips
from ambitus.core.grammar.top.zip.tape import comes_apart, sliders
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: Default (ours): how far inside its cut end a zip is tacked across the teeth.
TACK_IN = Pair(5, Fraction(1, 4))
#: Default (ours): teeth are taken out this far past a row that would cross them.
TEETH_PAST = paired(5)


def _zip_marks(bag: Resolved, made: Zip) -> tuple[Mark, ...]:
    """Return what is marked on the zip: the rows across it, its teeth and stops, where it is tacked."""
    wide, half = made.tape.mm, made.half_length

    def across(x: float) -> tuple[tuple[float, float], ...]:
        return ((half + x, 0.0), (half + x, wide))

    right = CLOSES_AT.is_(bag, "right")

    def placed(x: float) -> float:
        return x if right else -x

    past = Sum(
        "From the cut end to the row",
        (Term("Beyond the row", snap(half - made.row), "Caught, or under a tab."),),
    )
    out = [
        Mark(
            "row", "Row across it", across(x), "both cut ends", (("from the cut end", past),) if x > 0 else ()
        )
        for x in (-made.row, made.row)
    ]
    low, high = made.stops or (-half, half)
    shown = sorted(placed(max(-half, min(half, x))) for x in (low, high))
    out.append(Mark("teeth", "Teeth", tuple((half + x, wide / 2) for x in shown), "middle of the tape"))
    bottom = "Box and pin" if comes_apart(bag) else "Bottom stop"
    names = (bottom, "Top stop") if made.stops else ()
    for name, x in zip(names, made.stops or (), strict=True):
        inside = snap(made.row - abs(x))
        where = "inside the row" if inside >= 0 else "outside the row"
        if abs(x) > half:
            where = "outside the row, cut off with the end"
        told = Sum(f"{name}, {where}", (Term("From the row", abs(inside), "Never under the needle."),))
        points = ((half + placed(x), wide / 2),) if abs(x) <= half else ()
        out.append(
            Mark("stop", name, points, "the " + ("closing" if x > 0 else "other") + " end", ((where, told),))
        )
    for x in tacks(bag, made):
        out.append(
            Mark(
                "tack",
                "Tack across the teeth before it is cut",
                ((half + placed(x), wide * 0.3), (half + placed(x), wide * 0.7)),
                "cut end",
            )
        )
    return tuple(out)


def teeth_out(bag: Resolved, made: Zip) -> float:
    """Return how far in from a cut end hard teeth are taken out that a row would cross; else nothing."""
    if made.facts.stitched or not made.crossed or not TEETH_AT_SEAMS.is_(bag, "out"):
        return 0.0
    return snap(made.half_length - made.row + TEETH_PAST.mm(bag.unit))


def tack_in(bag: Resolved, made: Zip) -> float:
    """Return how far in from a cut end the teeth are tacked together: clear of those that are taken out."""
    return snap(teeth_out(bag, made) + TACK_IN.mm(bag.unit))


def tacks(bag: Resolved, made: Zip) -> tuple[float, ...]:
    """Return where the teeth are tacked together, from the middle: at every end that is cut through them."""
    at = snap(made.half_length - tack_in(bag, made))
    if made.stops is None:
        return (-at, at)
    return (-at,) if made.stops[0] < -made.half_length else ()


def cut_after(bag: Resolved, made: Zip) -> bool:
    """Return whether the zip is sewn in as long as it is, and cut level with the panels after that."""
    return goes(bag, ZIP_TRIMMED, "after") and bool(tacks(bag, made))


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the zip and every small piece of a top with a zip."""
    bag = item.bag
    made = zip_of(bag, form)
    by_metre = "by the metre, with two sliders" if sliders(bag) == 2 else "by the metre, with a slider"
    sold = by_metre if made.stock is None else "open end" if comes_apart(bag) else "closed end"
    the_zip = Strip(
        "zip",
        "",
        "Zip",
        1,
        made.length,
        Sum("How wide it is", (made.tape,)),
        0.0,
        f"{made.facts.label}, {sold}",
        _zip_marks(bag, made),
        {"buy": made.buy, "opens": made.opens},
    )
    return (the_zip, *small_strips(bag, form))
