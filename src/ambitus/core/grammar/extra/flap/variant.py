"""A flap that falls over the front from the back's top edge, and what holds it down."""

from fractions import Fraction

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.extra.button import button_params
from ambitus.core.grammar.extra.checks import CLOSURE_CHECKS
from ambitus.core.grammar.extra.fields import (
    BUTTON_THICK,
    BUTTONHOLE,
    CLOSURE_LONG,
    CLOSURE_SIZE,
    FROM_TOP_EDGE,
    PATCH_MARGIN,
    PATCHED,
    POCKET_OF,
    TAPE_HIGH,
)
from ambitus.core.grammar.extra.flap.checks import CHECKS
from ambitus.core.grammar.extra.flap.cut import parts, sewn, sizes
from ambitus.core.grammar.extra.flap.fields import (
    HELD_BY,
    OVER_CLEAR,
    OVER_CORE,
    OVER_CORNER,
    OVER_CORNERS,
    OVER_FALL,
    OVER_FOOT,
    OVER_INSERTED,
    OVER_OUTLINE,
    OVER_SHAPE,
    OVER_TRACED_AS,
    OVER_WRAP,
    UNDER_OF,
)
from ambitus.core.grammar.extra.flap.read import read, read_line
from ambitus.core.grammar.extra.flap.steps import steps
from ambitus.core.grammar.extra.flap.template import TONGUE
from ambitus.core.grammar.extra.halves import SNAP_SIZE, patch_params
from ambitus.core.grammar.thickness import on_outer
from ambitus.core.lengths import Pair, View, paired
from ambitus.core.spec.resolved import Item, Resolved

_HELD = {
    "open": "",
    "snap": " on a magnetic snap",
    "stud": " on a press stud",
    "tape": " on hook-and-loop tape",
    "button": " on a button",
}


_SHAPED = {"straight": "", "half": "half-round ", "slanted": "slanted ", "template": "shaped "}
#: its size is that of its template
_TEMPLATE = (OVER_SHAPE, "template")


def _says(bag: Resolved, view: View, at: str) -> str:
    item = Item(bag, at)
    return f"a {_SHAPED[OVER_SHAPE.of(item)]}flap{_HELD[HELD_BY.of(item)]}"


def _needs(bag: Resolved) -> str:
    """Return why the top edge of a bag holds no flap, or nothing."""
    if bag.kinds.top.kind not in ("turned_through", "pressed_edges"):
        return "no top seam and no pressed edges hold its end"
    flaps = sum(extra.kind == "flap" for extra in bag.kinds.extras)
    return "it has one flap over its mouth already" if flaps > 1 else ""


def _pressed(bag: Resolved) -> bool:
    return bag.kinds.top.kind == "pressed_edges"


FLAP_OVER = Extra(
    kind="flap",
    label="Flap",
    adds="a flap over its mouth",
    help="Two layers, held in the back’s top edge, that fall over the front.",
    params=(
        Param(
            OVER_FALL,
            "Flap, falls over the front",
            "length",
            paired(100),
            low=20,
            high=1000,
            shown_unless=_TEMPLATE,
        ),
        Param(
            OVER_WRAP,
            "Over the mouth",
            "length",
            Pair(15, Fraction(5, 8)),
            low=0,
            high=300,
            help="As thick as the bag is at its top once it is filled.",
        ),
        Param(
            OVER_INSERTED,
            "Inside the top edge",
            "length",
            paired(25),
            low=8,
            high=150,
            shown_if=_pressed,
            help="Between the pressed edges, under both rows.",
        ),
        Param(OVER_CLEAR, "Clear of each side", "length", paired(6), low=0, high=500, shown_unless=_TEMPLATE),
        Param(
            OVER_SHAPE,
            "Its shape",
            "choice",
            "straight",
            options=(
                Option("straight", "Straight", "As wide at its free edge as at the mouth."),
                Option("half", "Half-round", "As round as there is room for."),
                Option("slanted", "Slanted sides", "In from the mouth to a narrower free edge."),
                Option("template", "By a template", "Any line you drew, its upper edge straight."),
            ),
        ),
        Param(
            OVER_OUTLINE,
            "Template",
            "outline",
            TONGUE,
            shown_when=(OVER_SHAPE, "template"),
            why="A tongue, until you import your own.",
        ),
        Param(
            OVER_TRACED_AS,
            "The template shows",
            "choice",
            "seam",
            options=(
                Option("seam", "The seam line", "Seams, and what lies inside the top edge, are added."),
                Option("cut", "The cut line", "As scissors follow it, seams and all."),
            ),
            shown_when=(OVER_SHAPE, "template"),
        ),
        Param(
            OVER_CORNERS,
            "Its corners",
            "choice",
            "square",
            options=(
                Option("square", "Square", "Two corners to turn."),
                Option("clipped", "Clipped", "Cut off at a slant."),
                Option("rounded", "Rounded", "A curve to notch and to turn."),
            ),
            shown_when=(OVER_SHAPE, "straight"),
        ),
        Param(
            OVER_CORNER,
            "Corner",
            "length",
            paired(40),
            low=3,
            high=500,
            help="Rounded: its radius; clipped: what is cut off along each edge.",
            shown_unless=(OVER_CORNERS, "square"),
        ),
        Param(
            OVER_FOOT,
            "Free edge, wide",
            "length",
            paired(50),
            low=3,
            high=2500,
            help="What is left between its two slants.",
            shown_when=(OVER_SHAPE, "slanted"),
        ),
        Param(
            HELD_BY,
            "Held down by",
            "choice",
            "snap",
            options=(
                Option("open", "Nothing", "Its own weight."),
                Option("snap", "A magnetic snap", "Closes by itself."),
                Option("stud", "A press stud", "Sewn or pressed on."),
                Option("tape", "Hook-and-loop tape", "Two strips."),
                Option("button", "A button and buttonhole", "The hole along its pull."),
            ),
        ),
        Param(
            CLOSURE_SIZE,
            "Closure, across",
            "length",
            SNAP_SIZE,
            low=4,
            high=60,
            help="As it is bought.",
            shown_unless=(HELD_BY, "open"),
        ),
        Param(
            CLOSURE_LONG, "Tape, long", "length", paired(50), low=10, high=1000, shown_when=(HELD_BY, "tape")
        ),
        Param(
            TAPE_HIGH,
            "Tape, wide",
            "length",
            Pair(20, Fraction(3, 4)),
            low=5,
            high=120,
            shown_when=(HELD_BY, "tape"),
        ),
        *button_params(HELD_BY),
        Param(
            FROM_TOP_EDGE,
            "From the top edge to its middle",
            "length",
            Pair(40, Fraction(7, 4)),
            low=0,
            high=1000,
            help="Of its half on the front; that on the flap follows.",
            shown_unless=(HELD_BY, "open"),
        ),
        *patch_params("patch", but=(HELD_BY, "open")),
        Param(
            OVER_CORE,
            "Interfacing in it",
            "choice",
            lambda bag: "core" if on_outer(bag) else "none",
            options=(
                Option("core", "Of the bag’s", "Within its seams, on its outside."),
                Option("none", "None", "As soft as its two layers."),
            ),
            shown_if=lambda bag: on_outer(bag) is not None,
        ),
        Param(
            POCKET_OF,
            "Its outside cut of",
            "choice",
            "outer",
            options=(Option("outer", "The outer’s cloth", ""), Option("lining", "The lining’s cloth", "")),
        ),
        Param(
            UNDER_OF,
            "Its underside cut of",
            "choice",
            "lining",
            options=(Option("outer", "The outer’s cloth", ""), Option("lining", "The lining’s cloth", "")),
        ),
    ),
    phrase=Phrase(
        "flap",
        "Flap",
        ", with ",
        _says,
        choices=(
            OVER_SHAPE,
            OVER_OUTLINE,
            OVER_TRACED_AS,
            OVER_CORNERS,
            HELD_BY,
            BUTTONHOLE,
            PATCHED,
            OVER_CORE,
            POCKET_OF,
            UNDER_OF,
        ),
        fields=(
            OVER_FALL,
            OVER_WRAP,
            OVER_INSERTED,
            OVER_CLEAR,
            OVER_CORNER,
            OVER_FOOT,
            FROM_TOP_EDGE,
            CLOSURE_SIZE,
            CLOSURE_LONG,
            TAPE_HIGH,
            BUTTON_THICK,
            PATCH_MARGIN,
        ),
    ),
    classes={"flap": "Flap seam"},
    needs=_needs,
    at_mouth=True,
    parts=parts,
    sewn=sewn,
    acts=(steps,),
    checks=(*CLOSURE_CHECKS, *CHECKS),
    sizes=sizes,
    read=read,
    read_line=read_line,
)
