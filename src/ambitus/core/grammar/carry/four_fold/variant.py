"""A strap folded in four: both raw edges to the middle, then in half, stitched along both sides."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.checks import CHECKS as STRAP_CHECKS
from ambitus.core.grammar.carry.four_fold.checks import CHECKS
from ambitus.core.grammar.carry.four_fold.read import read_width
from ambitus.core.grammar.carry.given import GIVEN_PARAMS, GIVENS
from ambitus.core.grammar.carry.making import making_steps, phrase, strips_on, twice_as_wide, width_term
from ambitus.core.grammar.carry.rolled import ROLL_CHECKS, ROLL_PARAMS, roll_steps
from ambitus.core.grammar.carry.strap import STRAP_PARAMS, strap_parts
from ambitus.core.grammar.carry.stretched import STRETCH_PARAMS
from ambitus.core.grammar.carry.stretched_checks import STRETCH_CHECKS
from ambitus.core.grammar.contract import Make
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term


def _width(item: Item) -> tuple[Term, ...]:
    return (width_term(item, 4, "Folded in four, no allowance is added."),)


def _creases(item: Item, cut: float) -> tuple[float, ...]:
    return (cut / 4, cut / 2, 3 * cut / 4)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return making_steps(
        item,
        form,
        (
            "Fold and press the straps",
            "Long edges to the middle, press; then in half along the middle, press.",
        ),
        (
            "Topstitch both long edges of each strap",
            "The open edge first. Begin and end beyond where the seam will cross.",
        ),
    )


FOUR_FOLD = Make(
    checks=(*STRAP_CHECKS, *ROLL_CHECKS, *STRETCH_CHECKS, *CHECKS),
    kind="four_fold",
    section=sections.FOUR_FOLD,
    label="Folded in four",
    help="Four layers of cloth with both raw edges inside.",
    params=(*STRAP_PARAMS, *GIVEN_PARAMS, *ROLL_PARAMS, *STRETCH_PARAMS),
    givens=GIVENS,
    phrase=phrase("folded in four"),
    width=_width,
    core_width=twice_as_wide,
    creases=_creases,
    layers=4,
    finished=lambda item, cut: cut / 4,
    read_width=read_width,
    parts=strap_parts,
    acts=(_steps, roll_steps),
    sewn=strips_on,
)
