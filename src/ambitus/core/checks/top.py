"""Checks of the mouth that every bag has."""

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, below, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.fields import GIVEN_BY
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import DIAMETER, LENGTH, WIDTH
from ambitus.core.grammar.top.fields import HEM, TURN

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): once round the free arm of a home machine.
FREE_ARM = 280.0


@check(
    "top",
    30,
    "mouth-under-free-arm",
    "warn",
    "Too narrow to slip over a machine's free arm",
    "2 × flat opening < 280 mm, and the mouth is sewn in the round",
    "Once round a home machine's free arm is about 280 mm (ours); a smaller mouth is sewn flat or by hand.",
    "Front is sewn to back, or the mouth has to be sewn by hand.",
)
def mouth_under_free_arm(draft: "Draft") -> Iterator[Fired]:
    around, bag = draft.form.mouth_length, draft.bag
    flat = bag.kinds.top.shut or bag.kinds.top.sewn_flat(bag)
    if flat or around >= FREE_ARM - 1e-9:
        return
    more = FREE_ARM - around
    path = next((p for p in (DIAMETER, WIDTH, LENGTH) if p in bag.values), None)
    if path is None or GIVEN_BY.is_(bag, "plate"):
        yield fired(
            BASE_KIND,
            "The mouth is {around} round, a free arm about {arm}.",
            "Topstitch the mouth by hand.",
            around=around,
            arm=FREE_ARM,
        )
        return
    grows = math.pi if path == DIAMETER else 2.0
    # an oval goes round by less than twice what it is longer
    wider = [at_least(bag, path.of(bag) + more / grows * share) for share in (1.0, 1.3)]
    yield fired(
        path,
        "The mouth is {around} round, a free arm about {arm}.",
        "Topstitch the mouth by hand, or make the bag {wider} instead of {given}.",
        remedies=tuple(to(path, mm) for mm in wider),
        around=around,
        arm=FREE_ARM,
        wider=wider[0],
        given=path.of(bag),
    )


@check(
    "top",
    50,
    "top-over-height",
    "stop",
    "The hem is deeper than the bag",
    "what is folded in at the top ≥ height",
    "A hem lies on the inside of the face; it cannot reach past the base.",
    "It cannot be folded.",
)
def top_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    path = HEM if HEM in bag.values else TURN
    if path not in bag.values:
        return
    deep, height = path.of(bag), asked_height(bag)
    if deep >= height - 1e-9:
        most = below(bag, height)
        yield fired(
            path,
            "{deep} folded in on a bag {height} high.",
            "Make it {most} or less.",
            remedies=(to(path, None), to(path, most)),
            deep=deep,
            height=height,
            most=most,
        )


CHECKS = (
    mouth_under_free_arm,
    top_over_height,
)
