"""The cloths a bag is cut from, as choices; their facts come with the library."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.cloth.bottom import BOTTOM_PARAMS, bottom_stage, cloths_outside, has_bottom
from ambitus.core.grammar.cloth.checks import CHECKS
from ambitus.core.grammar.cloth.fields import (
    BASE_LINE,
    BOTTOM,
    BOTTOM_HEIGHT,
    CONTRAST_CLOTH,
    DOUBLED_CLOTH,
    FIRST_MOTIF,
    FRONT_COVER,
    FRONT_COVERS,
    FRONT_SPARE,
    FRONT_STRIP,
    FRONT_TAPE,
    FRONT_ZIP,
    LINING_CLOTH,
    MADE,
    MADE_ON,
    ONCE,
    OUTER_CLOTH,
    PRINT,
    PRINT_HIGH,
    PRINT_WIDE,
    STRIP,
    STRIP_SPARE,
    STRIPS_FIT,
    STRIPS_OF,
    STRIPS_RUN,
    WIDENED_WITH,
)
from ambitus.core.grammar.cloth.pieced import blank_of
from ambitus.core.grammar.cloth.prints import PRINT_PARAMS
from ambitus.core.grammar.cloth.seen import seen_stage
from ambitus.core.grammar.cloth.steps import steps
from ambitus.core.grammar.cloth.strips import STRIP_PARAMS, front_only, is_pieced, not_pieced
from ambitus.core.grammar.cloth.zip_front import ZIP_FRONT_PARAMS, is_zip_front, no_zip_front, parts
from ambitus.core.grammar.contract import DIVIDES, MADE_UP, Stage, Variant
from ambitus.core.grammar.order import LINING_CUT_PARAM, WORK_GOES_PARAM
from ambitus.core.lengths import View
from ambitus.core.spec.resolved import Resolved
from ambitus.core.words import within

CLOTHS = (
    Option("canvas", "Canvas"),
    Option("quilting_cotton", "Quilting cotton"),
    Option("calico", "Calico"),
    Option("denim", "Denim"),
    Option("linen", "Linen"),
    Option("upholstery", "Upholstery weave"),
    Option("waxed_cotton", "Waxed cotton"),
    Option("ripstop", "Ripstop nylon"),
    Option("coated_cotton", "PVC-coated cotton"),
    Option("chenille", "Chenille"),
    Option("felt", "Wool felt"),
    Option("jersey", "Cotton jersey"),
)


PRINTS = (
    Option("plain", "Plain, or all over", "Looks the same whichever way up it is."),
    Option("one_way", "One way up", "Has a top and a bottom: it must not be turned."),
)

DOUBLED = (
    Option("single", "One layer", "Each piece is cut as often as the bag has it."),
    Option(
        "doubled", "Two layers worked as one", "Each outer piece twice: stronger, and nothing shows through."
    ),
)


BOUGHT = (
    Option("again", "Can be bought again", "A piece that is cut wrongly is cut anew."),
    Option("once", "Is all there is", "Nothing cuts it before it is measured twice."),
)


#: what panels are that are not of one piece of cloth
_MADE = {
    "strips": "pieced",
    "widened": "widened",
    "lengthened": "lengthened",
    "two": "two-motif",
    "zip": "zip",
}


def _says(bag: Resolved, view: View, prefix: str) -> str:
    cloth = within(bag.cloth("outer").label)
    if DOUBLED_CLOTH.is_(bag, "doubled"):
        cloth = f"doubled {cloth}"
    made = f"{_MADE.get(MADE.of(bag), '')}{'-front' if front_only(bag) else ''}"
    cloth = f"{made} {cloth}".strip()
    return f"{cloth} and {within(bag.cloth('contrast').label)}" if len(cloths_outside(bag)) > 1 else cloth


def _second(bag: Resolved) -> bool:
    """Return whether a second cloth shows outside."""
    return len(cloths_outside(bag)) > 1


def _no_join(bag: Resolved) -> frozenset[str]:
    """Return the class of joins where nothing of the panels is joined by a plain seam."""
    joined = has_bottom(bag) or (is_pieced(bag) and not is_zip_front(bag))
    return frozenset() if joined else frozenset({"join"})


#: the lengths of what panels are made up of
_TOLD = (
    STRIP,
    STRIP_SPARE,
    PRINT_WIDE,
    PRINT_HIGH,
    FIRST_MOTIF,
    BASE_LINE,
    FRONT_STRIP,
    FRONT_TAPE,
    FRONT_ZIP,
    FRONT_SPARE,
    FRONT_COVER,
)

WOVEN = Variant(
    checks=CHECKS,
    slot="cloth",
    kind="woven",
    label="Woven cloth",
    params=(
        Param(OUTER_CLOTH, "Outer cloth", "choice", "canvas", options=CLOTHS),
        Param(LINING_CLOTH, "Lining cloth", "choice", "quilting_cotton", options=CLOTHS),
        Param(PRINT, "Print of the outer", "choice", "plain", options=PRINTS),
        Param(ONCE, "The outer cloth", "choice", "again", way_out="again", options=BOUGHT),
        *BOTTOM_PARAMS,
        *STRIP_PARAMS,
        *PRINT_PARAMS,
        *ZIP_FRONT_PARAMS,
        Param(CONTRAST_CLOTH, "Second cloth", "choice", "denim", options=CLOTHS, shown_if=_second),
        Param(DOUBLED_CLOTH, "Outer panels", "choice", "single", options=DOUBLED),
        LINING_CUT_PARAM,
        WORK_GOES_PARAM,
    ),
    phrase=Phrase(
        "cloth",
        "Cloth",
        "A ",
        _says,
        choices=(
            OUTER_CLOTH,
            BOTTOM,
            MADE,
            MADE_ON,
            STRIPS_RUN,
            STRIPS_FIT,
            STRIPS_OF,
            WIDENED_WITH,
            FRONT_COVERS,
            CONTRAST_CLOTH,
            DOUBLED_CLOTH,
            PRINT,
            ONCE,
            LINING_CLOTH,
        ),
        fields=(BOTTOM_HEIGHT, *_TOLD),
    ),
    classes={"join": "Join"},
    joins=("join",),
    unused=_no_join,
    blank=blank_of,
    needs=lambda bag: not_pieced(bag) or no_zip_front(bag),
    parts=parts,
    listed={field.leaf: field for field in _TOLD},
    chosen=(MADE, MADE_ON, STRIPS_RUN, STRIPS_FIT, STRIPS_OF, WIDENED_WITH, FRONT_COVERS),
    stages=(Stage(DIVIDES, bottom_stage), Stage(MADE_UP, seen_stage)),
    acts=(steps,),
)
