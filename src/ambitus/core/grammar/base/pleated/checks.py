"""How deep the tucks of a pleated pouch can be, and what lies in them."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.grammar.seams.strips import thick_edges
from ambitus.core.grammar.sizes import BREADTH, HEIGHT
from ambitus.core.grammar.thickness import THICKEST_STACK, interfacing_of

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "shape",
    60,
    "tucks-meet",
    "warn",
    "The tucks reach over each other",
    "pleated ends: tuck > half of the width at the ends",
    "Folded in from both sides they lie on one another under the zip, eight layers thick.",
    "The ends do not lie flat, and the slider runs against the tucks.",
)
def tucks_meet(draft: "Draft") -> Iterator[Fired]:
    bag, made = draft.bag, draft.form.dimensions
    if "tuck" not in made:
        return
    broad, tuck = made["breadth"].asked, made["tuck"].asked
    if tuck > broad / 2 + 1e-9:
        wider, high = at_least(bag, 2 * tuck), at_most(bag, broad)
        yield fired(
            HEIGHT,
            "Tucks of {tuck} from both sides, and {broad} from side to side.",
            "Make it {wider} wide at the ends, or fold in {most} at most.",
            remedies=(to(HEIGHT, high), to(BREADTH, wider)),
            tuck=tuck,
            broad=broad,
            wider=wider,
            most=high / 2,
        )


@check(
    "layers",
    45,
    "tucks-too-thick",
    "warn",
    "Thick where the tucks are sewn across",
    "all layers at a tuck in the end seam > 6 mm",
    "There each layer lies four times; a home machine feeds about 6 mm (ours) under its foot.",
    "The needle skips or breaks there.",
)
def tucks_too_thick(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "tuck" not in draft.form.dimensions:
        return
    stack = thick_edges(bag, "end")
    if stack > THICKEST_STACK + 1e-9:
        lies = interfacing_of(bag) is not None
        yield fired(
            INTERFACING_KIND,
            "About {stack} under the needle, at both ends of each end seam.",
            "Take thinner cloth, or keep the interfacing out of the ends." if lies else "Take thinner cloth.",
            remedies=(to(INTERFACING_KIND, "kept_out"), to(INTERFACING_KIND, "none")) if lies else (),
            stack=stack,
        )


CHECKS = (tucks_meet, tucks_too_thick)
