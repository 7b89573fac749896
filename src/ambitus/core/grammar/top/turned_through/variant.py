"""Lining sewn to the outer round the mouth, turned right side out through a gap."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.contract import DIVIDES, Layer, Stage, Top
from ambitus.core.grammar.order import GAP_CLOSED_PARAM
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import LINED_CHECKS
from ambitus.core.grammar.top.facing import FACING_PARAMS, facing_stage, lay_lining, no_join, says_lined
from ambitus.core.grammar.top.fields import EASE_BY, FACING, FACING_HEIGHT, GAP, GAP_IN, LINING_EASE
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import topstitched
from ambitus.core.grammar.top.lining import EASE_PARAMS, shorter_terms
from ambitus.core.grammar.top.turned_through.gap import default_gap, default_seam, gap_opening, longest_gap
from ambitus.core.grammar.top.turned_through.read import read
from ambitus.core.grammar.top.turned_through.steps import steps
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Term

__all__ = ["TURNED_THROUGH", "longest_gap"]


def _allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    path = TOP_ALLOWANCE
    return (path.term(bag, "Top seam"),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    return (*gap_opening(item, form, layer), *topstitched(form))


TURNED_THROUGH = Top(
    checks=LINED_CHECKS,
    kind="turned_through",
    section=sections.TURNED_THROUGH,
    label="Lined and turned through",
    help="Lining and outer are sewn together round the mouth, then pulled through a gap in the lining.",
    layers=("outer", "lining"),
    params=(
        Param(
            GAP_IN,
            "Turning gap in",
            "choice",
            default_seam,
            options=(
                Option("base", "The lining's base seam", "Hidden at the bottom, under whatever is carried."),
                Option("side", "A side seam of the lining", "For a base too short for a hand."),
            ),
        ),
        Param(
            GAP,
            "Turning gap",
            "length",
            default_gap,
            low=1,
            high=1000,
            help="Left open to turn the bag through, closed last.",
            why="As usual for these layers, held inside the straight part of its seam.",
        ),
        *FACING_PARAMS,
        *EASE_PARAMS,
        GAP_CLOSED_PARAM,
    ),
    phrase=top_phrase(
        says_lined("and turned through"),
        choices=(GAP_IN, FACING, LINING_EASE),
        fields=(GAP, FACING_HEIGHT, EASE_BY),
    ),
    classes={"top": "Top seam", "join": "Join"},
    joins=("join",),
    unused=no_join,
    brings={"attach": "in_seam"},
    allowance=_allowance,
    sewn=_sewn,
    read=read,
    shorter=shorter_terms,
    stages=(Stage(DIVIDES, facing_stage),),
    acts=(lay_lining, steps),
)
