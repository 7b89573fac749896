"""Checks that bases share: corners, faces, rounded corners, the insert."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import above, allowance, at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import (
    CORNER_ALLOWANCE,
)
from ambitus.core.grammar.base.fields import (
    INSERT,
    INSERT_LESS,
    WIDTH_MEANS,
)
from ambitus.core.grammar.base.insert import NARROWEST
from ambitus.core.grammar.base.panels import DEEP_SHARE, read_flat
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import DEPTH, HEIGHT, WIDTH
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _depth(draft: "Draft") -> float | None:
    """Return what its corners give: the depth, or the height of a box pouch."""
    made = draft.form.dimensions.get("height" if draft.bag.kinds.base.runs_round else "depth")
    return made.asked if made else None


@check(
    "shape",
    20,
    "depth-under-corner",
    "stop",
    "Too shallow for its corner seam",
    "depth, or height of a box pouch, < 2 × what the corner seam eats",
    "The cut-out is half the depth less the corner seam; under twice the seam nothing is left to cut out.",
    "There is no corner to cut out.",
    impossible=True,
)
def depth_under_corner(draft: "Draft") -> Iterator[Fired]:
    bag, depth = draft.bag, _depth(draft)
    if depth is None or "corner" not in bag.classes:
        return
    corner = eaten(bag, "corner")
    if depth < 2 * corner - 1e-9:
        which = HEIGHT if bag.kinds.base.runs_round else DEPTH
        least = at_least(bag, 2 * corner)
        most = at_most(bag, depth / 2 - (corner - CORNER_ALLOWANCE.of(bag)))
        yield fired(
            which,
            "A {which} of {depth} is less than the two corner seams of {corner} eat.",
            "Make it {least} or more, or the corner seam {most} or less."
            if most >= 3
            else "Make it {least} or more.",
            {"which": which.leaf},
            remedies=(to(which, least), *(allowance(bag, "corner", most) if most >= 3 else ())),
            depth=depth,
            corner=corner,
            least=least,
            most=most,
        )


@check(
    "shape",
    30,
    "no-face-left",
    "stop",
    "Deeper than the bag is wide",
    "flat width ≤ depth, as asked or as it comes out on the grid",
    "Read flat, the width has to hold the face and the depth.",
    "The bag has no front.",
    impossible=True,
)
def no_face_left(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    # a hair that is asked for may be lost on the grid
    if "depth" not in made or min(made["width"].asked, made["width"].comes_out) > 0:
        return
    depth = made["depth"].asked
    wider = at_least(bag, depth + depth / DEEP_SHARE)
    yield fired(
        DEPTH,
        "A flat width of {flat} leaves no face beside a depth of {depth}.",
        "Say that the width means the face, or make the flat width {wider}.",
        remedies=(
            to(WIDTH_MEANS, "face"),
            to(WIDTH, wider),
            to(WIDTH, above(bag, depth)),
        ),
        flat=made["flat_opening"].asked,
        depth=depth,
        wider=wider,
    )


@check(
    "shape",
    40,
    "depth-over-width",
    "warn",
    "Nearly as deep as it is wide",
    "depth > 0.8 × width of the face",
    f"Over {DEEP_SHARE} of the width a boxed bag slumps at the sides and its corners crowd the face.",
    "It does not stand as it was meant to.",
)
def depth_over_width(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    of_panels = "corner" in bag.kinds.sewn or bag.kinds.base.kind == "folded_in"
    if "depth" not in made or made["width"].asked <= 0 or not of_panels:
        return
    depth, width = made["depth"].asked, made["width"].asked
    if depth > DEEP_SHARE * width + 1e-9:
        flat = made["flat_opening"].asked
        share = flat * DEEP_SHARE / (1 + DEEP_SHARE) if read_flat(bag) else DEEP_SHARE * width
        wide = depth + depth / DEEP_SHARE if read_flat(bag) else depth / DEEP_SHARE
        most, wider = at_most(bag, share), at_least(bag, wide)
        yield fired(
            DEPTH,
            "{depth} deep on a face {width} wide.",
            "Keep the depth to {most}, make the width {wider}, or stiffen the base and the sides.",
            remedies=(to(DEPTH, most), to(WIDTH, wider)),
            depth=depth,
            width=width,
            most=most,
            wider=wider,
        )


@check(
    "shape",
    120,
    "insert-left-out",
    "note",
    "No room for the insert",
    "a stiff insert was asked for, and less than 10 mm | 3/8 in is left of the base inside its clearance",
    "An insert is smaller than the base all round, so that it goes in.",
    "None is cut.",
)
def insert_left_out(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if INSERT.is_(bag, "stiff") and not draft.form.insert:
        least = paired(1).mm(bag.unit)
        yield fired(
            INSERT_LESS,
            "{less} smaller at every edge leaves no insert of {narrowest} or more.",
            "Make it {least} smaller, or leave it out.",
            remedies=(to(INSERT_LESS, least), to(INSERT, "none")),
            less=INSERT_LESS.of(bag),
            narrowest=NARROWEST.mm(bag.unit),
            least=least,
        )


#: of a base whose panels make its corners, and of one that an insert lies on
PANEL_CHECKS = (depth_under_corner, no_face_left, depth_over_width)
INSERT_CHECKS = (insert_left_out,)
