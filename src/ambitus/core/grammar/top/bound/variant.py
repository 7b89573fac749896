"""A mouth whose raw edge is wrapped in a strip: lined, or not."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.binding import MADE_OPTIONS, OVER
from ambitus.core.grammar.contract import DIVIDES, Stage, Top
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.bound.cut import parts, sewn
from ambitus.core.grammar.top.bound.fields import (
    BINDING_ALLOWANCE,
    BINDING_COVER,
    BINDING_JOIN,
    BINDING_MADE,
)
from ambitus.core.grammar.top.bound.read import read
from ambitus.core.grammar.top.bound.steps import steps
from ambitus.core.grammar.top.checks import LINED_CHECKS
from ambitus.core.grammar.top.facing import FACING_PARAMS, facing_stage, lay_lining, says_lined
from ambitus.core.grammar.top.fields import EASE_BY, FACING, FACING_HEIGHT, LINING_EASE
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import UNLINED
from ambitus.core.grammar.top.lining import EASE_PARAMS, shorter_terms
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _cover(bag: Resolved) -> float:
    seam = BINDING_ALLOWANCE.or_none(bag)
    return snap((paired(10).mm(bag.unit) if seam is None else seam) + OVER.mm(bag.unit))


BINDING_PARAMS = (
    Param(
        BINDING_MADE,
        "Binding",
        "choice",
        "wrapped",
        options=MADE_OPTIONS,
    ),
    Param(
        BINDING_JOIN,
        "Its join",
        "choice",
        "square",
        options=(
            Option("square", "Straight across", "Quick; all of it lies in one place."),
            Option("diagonal", "Slanting", "Its bulk is spread; it takes as much as the strip is wide."),
        ),
    ),
    Param(
        BINDING_COVER,
        "Covers inside",
        "length",
        _cover,
        low=4,
        high=60,
        help="From the edge to where it ends inside: over its seam, so that the row is covered.",
        why="Its seam, and 3 mm | 1/8 in over it, so that the row inside is covered.",
    ),
)
_FIELDS = (BINDING_COVER,)
_CHOICES = (BINDING_MADE, BINDING_JOIN)


def _no_step(bag: Resolved) -> str:
    """Return why its mouth cannot be bound, or nothing."""
    stepped = STEP in bag.values and STEP.of(bag) > 0
    return "front and back stand higher than the sides: no binding goes round" if stepped else ""


@check(
    "tops",
    60,
    "binding-misses-row",
    "warn",
    "The binding does not cover its own row",
    "covers inside < binding seam + 1 mm",
    "What is turned over the edge has to reach past the row that holds it, or its raw edge is not caught.",
    "The binding comes off inside.",
)
def binding_misses_row(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    seam, cover = BINDING_ALLOWANCE.of(bag), BINDING_COVER.of(bag)
    if cover < seam + 1 - 1e-6:
        yield fired(
            BINDING_COVER,
            "It covers {cover} inside, and its row lies {seam} from the edge.",
            "Let it cover more, or sew it on nearer to the edge.",
            remedies=(to(BINDING_COVER, at_least(bag, seam + OVER.mm(bag.unit))), to(BINDING_COVER, None)),
            cover=cover,
            seam=seam,
        )


BOUND = Top(
    checks=(*LINED_CHECKS, binding_misses_row),
    kind="bound",
    section=sections.BOUND,
    label="Lined, the edge bound",
    help="Lining and outer are held together and a strip is wrapped round both raw edges; no gap.",
    layers=("outer", "lining"),
    params=(*BINDING_PARAMS, *FACING_PARAMS, *EASE_PARAMS),
    phrase=top_phrase(
        says_lined("and bound"),
        choices=(*_CHOICES, FACING, LINING_EASE),
        fields=(*_FIELDS, FACING_HEIGHT, EASE_BY),
    ),
    classes={"join": "Join", "binding": "Binding"},
    joins=("join",),
    brings={"attach": "on_face"},
    needs=_no_step,
    allowance=lambda bag, layer: (),
    parts=parts,
    sewn=sewn,
    listed={"binding_cover": BINDING_COVER},
    chosen=(BINDING_MADE, BINDING_JOIN),
    read=read,
    shorter=shorter_terms,
    stages=(Stage(DIVIDES, facing_stage),),
    acts=(lay_lining, steps),
)
BOUND_UNLINED = Top(
    checks=(binding_misses_row,),
    kind="bound_unlined",
    section=sections.BOUND_UNLINED,
    label="Unlined, the edge bound",
    help="A strip is wrapped round the raw edge of the outer.",
    layers=("outer",),
    params=BINDING_PARAMS,
    phrase=top_phrase("unlined and bound", choices=_CHOICES, fields=_FIELDS),
    classes={"join": "Join", "binding": "Binding"},
    brings={**UNLINED, "attach": "on_face"},
    needs=_no_step,
    allowance=lambda bag, layer: (),
    parts=parts,
    sewn=sewn,
    listed={"binding_cover": BINDING_COVER},
    chosen=(BINDING_MADE, BINDING_JOIN),
    read=read,
    acts=(steps,),
)
