"""A strap of woven webbing, bought at its width and only cut to length."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.checks import CHECKS as STRAP_CHECKS
from ambitus.core.grammar.carry.given import GIVEN_PARAMS, GIVENS
from ambitus.core.grammar.carry.making import phrase, width_term
from ambitus.core.grammar.carry.rolled import ROLL_CHECKS, ROLL_PARAMS, made_state, roll_steps, rolled_on
from ambitus.core.grammar.carry.strap import STRAP_PARAMS, strap_parts
from ambitus.core.grammar.carry.webbing.read import read_width
from ambitus.core.grammar.contract import Make
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term

#: Default (ours): how thick cotton webbing is, in mm.
THICKNESS = 1.6


def _width(item: Item) -> tuple[Term, ...]:
    return (width_term(item, 1, "Webbing is bought as wide as it is used."),)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    at = item.number
    return (
        Step(
            f"strap {at} ends",
            "Stop the ends of the webbing from fraying",
            "A row of zigzag across each end. Synthetic webbing can be sealed with heat, away from cloth.",
            300,
            needs=("pieces cut",),
            gives=(made_state(item),),
            acts=(acts.Make((f"strap carry.{at}",), iron=False),),
            settings="Zigzag 4 wide, 1 long.",
            cautions=("flame",),
        ),
    )


WEBBING = Make(
    checks=(*STRAP_CHECKS, *ROLL_CHECKS),
    kind="webbing",
    section=sections.WEBBING,
    label="Webbing",
    help="Bought at its width and cut to length: strong, nothing to fold.",
    params=(*STRAP_PARAMS, *GIVEN_PARAMS, *ROLL_PARAMS),
    givens=GIVENS,
    phrase=phrase("of webbing"),
    width=_width,
    cut_across=False,
    layers=1,
    thickness=THICKNESS,
    finished=lambda item, cut: cut,
    read_width=read_width,
    parts=strap_parts,
    acts=(_steps, roll_steps),
    sewn=rolled_on,
)
