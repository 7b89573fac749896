"""The flap of a patch pocket: made, sewn on above it, and closed over what the pocket holds."""

from collections.abc import Iterator

from ambitus.core.grammar.extra.button import hole_terms
from ambitus.core.grammar.extra.cloth import mm_of, name_of
from ambitus.core.grammar.extra.fields import FLAP_ABOVE, FLAP_CLOSED_AT
from ambitus.core.grammar.extra.patch.closing import closes, closing_key, half_on
from ambitus.core.grammar.extra.patch.cut import FLAP_COVERED, FLAP_TRIMMED, flap_falls
from ambitus.core.grammar.extra.placing import Lying
from ambitus.core.grammar.extra.sewing import rank_of, raw_down, ready_for
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def flap_steps(item: Item, lying: Lying, settings: str) -> Iterator[Step]:
    """Yield what makes the flap of the pocket that lies *lying*, sews it on, and finds what holds it down."""
    flap, held = f"pocket {name_of(item, 'flap')}", closes(item)
    panel, unit = lying.ground.layer, item.bag.unit
    if held == "button":
        yield Step(
            f"pocket {item.number} buttonhole",
            "Make the flap up and work the buttonhole through both of its layers",
            "Sewn right sides together and turned first. From where the button will lie, up along the line "
            "of pull; bar both ends, a pin across the far one, and cut it open between the bars.",
            rank_of(item, 5),
            needs=ready_for(item),
            gives=(f"{item.at} flap made",),
            acts=(acts.Make((flap,)), acts.Buttonhole((flap,))),
            settings=settings,
            lengths=(
                ("Buttonhole", mm_of(hole_terms(item))),
                ("From the flap’s lower edge", FLAP_CLOSED_AT.of(item)),
            ),
            cautions=("blade",),
        )
    made = (
        "Right side"
        if held == "button"
        else "Its two layers sewn right sides together and turned first; right side"
    )
    ready = (f"{panel} panels ready",)
    yield Step(
        f"pocket {item.number} flap",
        "Sew the flap on above the pocket, pointing up, and fold it down",
        f"{made} on the panel, its raw edges towards the pocket. Trim the seam, fold the flap down, and sew "
        "a second row that covers the edge.",
        rank_of(item, 6),
        needs=(f"{item.at} on", *((f"{item.at} flap made",) if held == "button" else ())),
        gives=(f"{item.at} flap on", *(() if held else ready)),
        acts=(
            *(() if held == "button" else (acts.Make((flap,)),)),
            acts.LayOn((flap,), panel),
            acts.Fix((flap,)),
        ),
        settings=settings,
        lengths=(
            ("Above the pocket", FLAP_ABOVE.of(item)),
            ("Trim the seam to", FLAP_TRIMMED.mm(unit)),
            ("Second row from the fold", FLAP_COVERED.mm(unit)),
        ),
        cautions=("needle over bulk",),
    )
    if held:
        yield _closing(item, lying, ready)


def _closing(item: Item, lying: Lying, ready: tuple[str, ...]) -> Step:
    """Return how the half on the pocket is found and sewn on."""
    held = closes(item)
    falls, own = flap_falls(item), (closing_key(item),)
    half = half_on(item, lying, falls)
    first, through = {
        "button": ("", "the lower end of its hole"),
        "stud": (
            "Sew its one half to the underside of the flap, through that layer alone. ",
            "its half on the flap",
        ),
    }[held]
    return Step(
        f"pocket {item.number} close",
        f"Find the {held} on the pocket through its closed flap, and sew it on",
        f"{first}Put into the pocket what it is for, close the flap over it and mark the pocket through "
        f"{through}; that mark is the {held}’s, the numbers are where it should lie. Sew it to the pocket "
        f"alone{', on a shank as long as the flap is thick' if held == 'button' else ''}.",
        rank_of(item, 8),
        needs=(f"{item.at} flap on",),
        gives=(f"{item.at} closed", *ready),
        acts=(acts.LayOn(own, lying.ground.layer), acts.Fix(own)),
        lengths=(
            ("From the flap’s lower edge to its middle", FLAP_CLOSED_AT.of(item)),
            ("From the pocket’s top to its middle", snap(falls - FLAP_CLOSED_AT.of(item))),
        ),
        reads=(
            Reading(
                "top_to_button",
                f"From the raw top edge to the middle of the {held}",
                snap(raw_down(half) + half.high / 2),
            ),
        ),
    )
