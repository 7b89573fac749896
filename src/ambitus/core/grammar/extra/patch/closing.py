"""What holds a pocket's flap down: a button and its hole, or a stud, found through the closed flap."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Change, Fired, Remedy, check, fired
from ambitus.core.form.model import Mark, Part
from ambitus.core.form.sewn import PutOn
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.extra.button import button_params, hole_terms
from ambitus.core.grammar.extra.cloth import mm_of, seam_term
from ambitus.core.grammar.extra.fields import (
    BUTTON_THICK,
    BUTTONHOLE,
    CLOSURE_SIZE,
    FLAP,
    FLAP_CLOSED_AT,
    FLAP_CLOSES,
    FLAP_FALL,
)
from ambitus.core.grammar.extra.halves import bought
from ambitus.core.grammar.extra.placing import CLEAR, CLEAR_OF_METAL, Lying, put_on
from ambitus.core.lengths import Pair, snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

CLOSING_PARAMS = (
    Param(
        FLAP_CLOSES,
        "Flap, held down by",
        "choice",
        "open",
        options=(
            Option("open", "Nothing", "Its own weight."),
            Option("button", "A button and buttonhole", "The hole in the flap, along its pull."),
            Option("stud", "A press stud", "Sewn on, nothing of it to be seen outside."),
        ),
        shown_when=(FLAP, "flap"),
    ),
    Param(
        CLOSURE_SIZE,
        "Button or stud, across",
        "length",
        Pair(15, Fraction(5, 8)),
        low=4,
        high=60,
        help="As it is bought.",
        shown_unless=(FLAP_CLOSES, "open"),
    ),
    *button_params(FLAP_CLOSES),
    Param(
        FLAP_CLOSED_AT,
        "From the flap’s lower edge to its middle",
        "length",
        Pair(20, Fraction(3, 4)),
        low=3,
        high=400,
        help="Where a button lies in its hole once the flap pulls: at the hole’s lower end.",
        shown_unless=(FLAP_CLOSES, "open"),
    ),
)
CLOSING_CHOICES = (FLAP_CLOSES, BUTTONHOLE)
CLOSING_FIELDS = (CLOSURE_SIZE, BUTTON_THICK, FLAP_CLOSED_AT)


def closes(item: Item) -> str:
    """Return what holds its flap down, ``button`` or ``stud``; nothing where that hangs open or is none."""
    held = FLAP_CLOSES.of(item) if FLAP.is_(item, "flap") else "open"
    return "" if held == "open" else held


def reaches(item: Item) -> tuple[float, float]:
    """Return how far it reaches below and above its middle on the flap, in mm: a hole lies all above."""
    half = CLOSURE_SIZE.of(item) / 2
    return half, max(half, mm_of(hole_terms(item))) if closes(item) == "button" else half


def hole_mark(item: Item, wide: float, high: float) -> tuple[Mark, ...]:
    """Return the buttonhole of a flap *wide* by *high* mm, in its middle, up from where the button lies."""
    if closes(item) != "button":
        return ()
    seam, up = seam_term(item.bag), FLAP_CLOSED_AT.term(item, "From the flap’s lower edge")
    long = Sum("How long it is", hole_terms(item))
    x, low = snap(wide / 2), snap(high - up.mm)
    side = Sum("From the raw side edge", (seam, Term("Half of the flap", x, "To its middle.")))
    end = Sum("From the raw edge of its free end to the near end", (seam, up))
    readings = (("from the side", side), ("from the free end", end), ("long", long))
    return (Mark("buttonhole", "Buttonhole", ((x, snap(low - long.total)), (x, low)), "raw edge", readings),)


def closing_parts(item: Item) -> tuple[Part, ...]:
    """Return the button or the stud, as it is bought."""
    if not closes(item):
        return ()
    size = Sum("As it is bought", (CLOSURE_SIZE.term(item, "Across"),))
    return (bought(item, {"button": "Button", "stud": "Press stud"}[closes(item)], size, size),)


def closing_key(item: Item) -> str:
    """Return the key of the button or the stud."""
    return f"closure {item.at}"


def half_on(item: Item, pocket: Lying, falls: float) -> Lying:
    """Return where the half on a *pocket* lies whose flap *falls* mm over it: below its closed flap."""
    half = CLOSURE_SIZE.of(item) / 2
    across = Term(
        "To its left edge", snap(pocket.wide / 2 - half), "The middle of the pocket, less its half."
    )
    down = (
        Term("The flap falls", falls, "Over the pocket, from its top."),
        FLAP_CLOSED_AT.term(item, "Up from the flap’s lower edge", -1),
        Term("Half of it", -half, "To its upper edge."),
    )
    size = CLOSURE_SIZE.of(item)
    return replace(
        pocket, from_left=(*pocket.from_left, across), down=(*pocket.down, *down), wide=size, high=size
    )


def closing_sewn(item: Item, pocket: Lying, falls: float, label: str) -> tuple[PutOn, ...]:
    """Return the half that is sewn to the pocket, where its flap has one."""
    if not closes(item):
        return ()
    half, what = half_on(item, pocket, falls), {"button": "button", "stud": "stud"}[closes(item)]
    clear, own = CLEAR.mm(item.bag.unit), (closing_key(item),)
    return (put_on(item, half, f"{label}, {what} under its flap", clear=clear, pieces=own, found_there=True),)


def _ways(item: Item, falls: float, high: float, low: float, up: float) -> Iterator[Remedy]:
    """Yield what brings it on both: its own place, a flap that falls further, or none."""
    bag, at, fall = item.bag, FLAP_CLOSED_AT.in_(item.at), FLAP_FALL.in_(item.at)
    # on the flap from its lower edge, and on the pocket no lower than its foot
    least, most = max(low, falls + low - high), falls - up
    now = FLAP_CLOSED_AT.of(item)
    if least <= most:
        yield to(at, at_least(bag, least) if now < least else at_most(bag, most))
    near = at_least(bag, low)
    longer = at_least(bag, near + up)
    # a flap comes out on the grid, which may take half a step of it
    longer = at_least(bag, longer + bag.grid.step)
    yield (Change(at, near), Change(fall, longer))
    yield to(FLAP_CLOSES.in_(item.at), "open")


@check(
    "extras",
    50,
    "flap-closure-off",
    "warn",
    "The button does not meet its pocket",
    "less than 6 mm | 1/4 in from the button or its hole to an edge of the flap, or to the pocket’s foot",
    "A button lies on the pocket below the closed flap, and its hole all on the flap.",
    "The hole runs into a seam, or the button is sewn where no flap or no pocket is.",
)
def flap_closure_off(draft: "Draft") -> Iterator[Fired]:
    for item in draft.bag.extras:
        if item.extra.kind != "patch" or not closes(item):
            continue
        sizes = item.extra.sizes(item, item.extra.own_form(item, draft.forms))
        falls, high, clear = sizes["fall"], sizes["height"], CLEAR_OF_METAL.mm(draft.bag.unit)
        low, up = (mm + clear for mm in reaches(item))
        at = FLAP_CLOSED_AT.of(item)
        short = {
            "the flap’s lower edge": low - at,
            "the flap’s fold": at + up - falls,
            "the pocket’s foot": falls - at + low - high,
        }
        edge = max(short, key=lambda name: short[name])
        if short[edge] > 1e-6:
            yield fired(
                FLAP_CLOSED_AT.in_(item.at),
                "The {what} lies {missing} nearer to {edge} than it may.",
                "Keep {clear} between them.",
                {"what": {"button": "button or its hole", "stud": "stud"}[closes(item)], "edge": edge},
                remedies=tuple(_ways(item, falls, high, low, up)),
                missing=snap(short[edge]),
                clear=clear,
            )
