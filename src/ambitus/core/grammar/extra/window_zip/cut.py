"""The pieces of a pocket behind a window: its bag, the patch behind the slit, and the zip."""

from ambitus.core.form.model import Form, Mark, Part, Strip
from ambitus.core.form.sewn import Measured, Sewn, Told
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import Terms, fold_line, name_of, oblong, settled, size_terms
from ambitus.core.grammar.extra.fields import (
    BAG_ABOVE,
    BAG_BESIDE,
    BAG_DEEP,
    BAG_MADE,
    CENTRE_BY,
    FROM_SEAM,
    FROM_TOP_EDGE,
    WINDOW,
    WINDOW_HIGH,
    WINDOW_PATCH,
)
from ambitus.core.grammar.extra.ground import Ground
from ambitus.core.grammar.extra.placing import CLEAR_OF_METAL, Lying, beyond_side, put_on, side_of
from ambitus.core.grammar.extra.zipped import PAST, coil_tape, zip_strip
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term, to_grid

#: What a patch reaches past either end of its window: 25 mm | 1 in.
PATCH_PAST = paired(25)
#: How high the patch behind a slit is: 50 mm | 2 in.
PATCH_HIGH = paired(50)


def folded(item: Item) -> bool:
    """Return whether the bag is one piece, folded at its foot."""
    return BAG_MADE.is_(item, "folded")


def sizes(item: Item, form: Form) -> dict[str, float]:
    """Return the window, and how deep the bag hangs below its middle, as they come out."""
    bag, times = item.bag, 2 if folded(item) else 1
    return {
        "opening": settled(bag, WINDOW.of(item), 2 * BAG_BESIDE.of(item)),
        "deep": settled(bag, BAG_DEEP.of(item), times * BAG_ABOVE.of(item), times),
    }


def window_of(item: Item) -> float:
    """Return how long the window is, as it comes out, in mm."""
    return settled(item.bag, WINDOW.of(item), 2 * BAG_BESIDE.of(item))


def zip_of(item: Item) -> Strip:
    """Return the zip: the window and what lies past its ends."""
    tape = Term("Tape", coil_tape(item.bag), "As it is sold.")
    return zip_strip(item, (WINDOW.term(item, "Window"),), "To be sewn down.", tape)


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the bag, the patch where there is one, and the zip."""
    bag, made = item.bag, sizes(item, form)
    times = 2 if folded(item) else 1
    beside = BAG_BESIDE.term(item, "Beside the window", 2)
    wide = (*size_terms(WINDOW.term(item, "Window"), made["opening"]), beside)
    why = "Twice: it is folded at its foot." if times == 2 else ""
    deep = size_terms(BAG_DEEP.term(item, "Below the middle of the window"), made["deep"], times, why)
    above = BAG_ABOVE.term(item, "Above it, allowance and all").scaled(times, times=times)
    none: dict[str, Terms] = {"sides": (), "foot": (), "head": ()}
    half = snap(made["deep"] + BAG_ABOVE.of(item))
    middle = Term("Above the middle of the window", BAG_ABOVE.of(item), "Its upper edge reaches so far up.")
    broad, high = sum(t.mm for t in wide), times * half
    up = snap(high - middle.mm)
    marks: tuple[Mark, ...] = (
        fold_line("Middle of the window", broad, none, up, "from its upper edge", (middle,)),
    )
    if times == 2:
        fold = Term("Half of the piece", half, "Its foot.")
        marks += (fold_line("Fold of its foot", broad, none, half, "from either raw edge", (fold,)),)
    out: list[Part] = [
        oblong(
            item,
            "Pocket bag",
            name_of(item),
            wide,
            (*deep, above),
            none,
            count=1 if times == 2 else 2,
            marks=marks,
        )
    ]
    if WINDOW_PATCH.is_(item, "patch"):
        past = Term("Past either end", 2 * PATCH_PAST.mm(bag.unit), "All round the slit.", "default", 2)
        long = to_grid("How long to cut it", (WINDOW.term(item, "Window"), past), bag.grid)
        across = Term("Round the slit", PATCH_HIGH.mm(bag.unit), "Half above it and half below.", "default")
        tall = to_grid("How high to cut it", (across,), bag.grid)
        out.append(Strip("patch", "window", "Patch behind the window", 1, long, tall, at=f"patch {item.at}"))
    return (*out, zip_of(item))


def pieces_of(item: Item) -> tuple[str, ...]:
    """Return the keys of what is sewn in for a window pocket."""
    own = (f"pocket {name_of(item)}", f"closure zip {item.at}")
    return (*own, f"patch patch {item.at}") if WINDOW_PATCH.is_(item, "patch") else own


def across(item: Item, ground: Ground) -> Terms:
    """Return the way from the left seam to the middle of the window."""
    if CENTRE_BY.is_(item, "middle"):
        return ground.to_middle
    if CENTRE_BY.is_(item, "left"):
        return (FROM_SEAM.term(item, "From the side seam"),)
    whole = Term("The panel", ground.wide, "From seam to seam.")
    return (whole, FROM_SEAM.term(item, "From the right side seam", -1))


def lying_of(item: Item, ground: Ground) -> Lying:
    """Return where the zip of a window lies on its panel: its tape, with both ends."""
    wide, high = snap(window_of(item) + 2 * PAST.mm(item.bag.unit)), coil_tape(item.bag)
    left = (*across(item, ground), Term("Half of the zip", -wide / 2, "To its left end."))
    up = Term("Half of its tape", -high / 2, "To its upper edge.")
    return Lying(ground, left, (FROM_TOP_EDGE.term(item, "From the top edge"), up), wide, high)


def _found(item: Item, lying: Lying) -> Measured:
    """Return how the window is found: its ends from the raw edge at the left, its middle from the top."""
    band, half = lying.band, Term("Half of the window", -window_of(item) / 2, "To its left end.")
    middle = (*band.beyond, FROM_TOP_EDGE.term(item, "From the top edge"))
    up, low = (
        WINDOW_HIGH.term(item, "Half of the window").scaled(share, "Half of it.") for share in (-0.5, 0.5)
    )

    def told(spare: float) -> Told:
        to_middle = (*beyond_side(item, band, spare), *across(item, lying.ground))
        long = Term("Window", window_of(item), "To its right end.")
        return (
            ("from the left", Sum("From the raw edge to its middle", to_middle)),
            ("to its left end", Sum("From the raw edge to its left end", (*to_middle, half))),
            ("to its right end", Sum("From the raw edge to its right end", (*to_middle, half, long))),
            ("down", Sum("From the raw edge above to its middle", middle)),
            ("to its upper line", Sum("From the raw edge above to its upper line", (*middle, up))),
            ("to its lower line", Sum("From the raw edge above to its lower line", (*middle, low))),
        )

    return told


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the window where it lies, as much of its panel as the zip behind it takes."""
    ground = side_of(item, form, layer)
    if ground is None:
        return ()
    lying = lying_of(item, ground)
    left = PAST.mm(item.bag.unit)
    right, up = snap(lying.wide - left), snap((lying.high - WINDOW_HIGH.of(item)) / 2)
    low = snap(lying.high - up)
    corners = ((left, up), (right, up), (right, low), (left, low))
    window = tuple((corners[n], corners[(n + 1) % 4]) for n in range(4))
    return (
        put_on(
            item,
            lying,
            "Window pocket",
            clear=CLEAR_OF_METAL.mm(item.bag.unit),
            pieces=pieces_of(item),
            over_joins=False,
            rows=window,
            told=_found(item, lying),
        ),
    )


#: Default (ours): windows as they are usual.
USUAL_WINDOW, USUAL_DEEP = paired(180), Pair(150, paired(75).inch * 2)
