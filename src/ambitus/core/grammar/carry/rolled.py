"""Straps folded in half again where they are held: flat on the bag, narrow and round in the hand."""

from collections.abc import Iterator
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Rolled, Sewn
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.carry.fields import MAKE, ROLL_FLAT, ROLLED, STRAP_WIDTH
from ambitus.core.grammar.carry.strap import one_strap
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.thickness import THICKEST_STACK
from ambitus.core.lengths import Pair, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import stitched

if TYPE_CHECKING:
    from ambitus.core.draft import Draft
    from ambitus.core.grammar.carry.strap import Hang

ROLL_PARAMS = (
    Param(
        ROLLED,
        "In the hand",
        "choice",
        "flat",
        options=(
            Option("flat", "As wide as it is", "Flat from end to end."),
            Option("rolled", "Folded in half again", "Flat on the bag, half as wide and round in the hand."),
        ),
    ),
    Param(
        ROLL_FLAT,
        "Flat above the top edge",
        "length",
        Pair(0, Fraction(0)),
        low=0,
        high=500,
        shown_when=(ROLLED, "rolled"),
        help="The second fold begins there; at the top edge where it is nothing.",
    ),
)


def is_rolled(item: Item) -> bool:
    """Return whether a strap is folded in half again where it is held."""
    return ROLLED.is_(item, "rolled")


def made_state(item: Item) -> str:
    """Return what the making of a strap gives: it is made once it is folded again, if it is."""
    return f"carry {item.number} {'stitched' if is_rolled(item) else 'made'}"


def rolled_on(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return which strips are folded in half again."""
    return (Rolled(f"strap {item.at}"),) if layer == "outer" and is_rolled(item) else ()


def roll_steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the second folding of the straps, between their marks."""
    at = item.number
    if not is_rolled(item):
        return ()
    roll = Step(
        f"strap {at} roll",
        "Fold the straps in half again between their marks",
        "Long edges level, from mark to mark; stitch along the open edge, both ends secured. Beyond the "
        "marks they stay flat.",
        315,
        needs=(f"carry {at} stitched",),
        gives=(f"carry {at} made",),
        acts=(acts.Roll((f"strap carry.{at}",)),),
        settings=stitched(item.bag.cloth("outer"), 3),
        lengths=(("Flat above the top edge", ROLL_FLAT.of(item)),),
        cautions=("needle over bulk",),
    )
    return (one_strap(item, roll),)


def _thick(draft: "Draft", hang: "Hang") -> float:
    """Return how thick a strap is where it is folded again, in mm: all of its layers twice, and its core."""
    bag, make = draft.bag, hang.item.make
    layer = bag.cloth("outer").thickness if make.thickness is None else make.thickness
    cored = any(p.key == f"strap core {hang.prefix}" for p in draft.pieces)
    felt = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness if cored else 0.0
    return snap(2 * make.layers * layer + 2 * felt)


@check(
    "carrying",
    86,
    "strap-roll-thick",
    "warn",
    "Thick where the strap is folded again",
    "twice the layers of a strap, and its core, > 6 mm",
    "A home machine feeds about 6 mm (ours), and the row runs along the whole fold.",
    "The needle skips or breaks along it.",
)
def strap_roll_thick(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        thick = _thick(draft, hang)
        if is_rolled(hang.item) and thick > THICKEST_STACK + 1e-9:
            yield fired(
                ROLLED.in_(hang.prefix),
                "{thick} of cloth all along it.",
                "Leave it flat, or make it of fewer layers.",
                remedies=(
                    to(ROLLED.in_(hang.prefix), "flat"),
                    to(MAKE.in_(hang.prefix), "tube"),
                    to(MAKE.in_(hang.prefix), "webbing"),
                ),
                thick=thick,
            )


@check(
    "carrying",
    88,
    "strap-roll-short",
    "stop",
    "Nothing is left of the strap to fold again",
    "flat above the top edge at both ends > visible length - width of the strap",
    "Between its marks there has to be something to fold.",
    "The strap stays flat.",
)
def strap_roll_short(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        left = snap(hang.finished_visible - 2 * ROLL_FLAT.of(hang.item))
        if not is_rolled(hang.item) or left >= STRAP_WIDTH.of(hang.item) - 1e-9:
            continue
        path = ROLL_FLAT.in_(hang.prefix)
        most = at_most(bag, (hang.finished_visible - STRAP_WIDTH.of(hang.item)) / 2 - bag.grid.step)
        yield fired(
            path,
            "{flat} flat at both ends of {visible} that show.",
            "Leave {most} or less flat.",
            remedies=(to(path, most), to(ROLLED.in_(hang.prefix), "flat")),
            flat=ROLL_FLAT.of(hang.item),
            visible=hang.finished_visible,
            most=most,
        )


ROLL_CHECKS = (strap_roll_thick, strap_roll_short)
