"""A strap sewn as a tube, right sides together, and turned right side out."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import STRAP_ALLOWANCE
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.checks import CHECKS as STRAP_CHECKS
from ambitus.core.grammar.carry.given import GIVEN_PARAMS, GIVENS
from ambitus.core.grammar.carry.making import making_steps, phrase, strips_on, twice_as_wide, width_term
from ambitus.core.grammar.carry.rolled import ROLL_CHECKS, ROLL_PARAMS, roll_steps
from ambitus.core.grammar.carry.strap import STRAP_PARAMS, strap_parts
from ambitus.core.grammar.carry.stretched import STRETCH_PARAMS
from ambitus.core.grammar.carry.stretched_checks import STRETCH_CHECKS
from ambitus.core.grammar.carry.tube.checks import CHECKS
from ambitus.core.grammar.carry.tube.read import read_width
from ambitus.core.grammar.contract import Make
from ambitus.core.grammar.seams.common import allowance
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term


def _width(item: Item) -> tuple[Term, ...]:
    seam = allowance(item.bag, "strap", "Strap seam")
    return (
        width_term(item, 2, "Front and back of the strap."),
        seam.scaled(2, times=2),
    )


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return making_steps(
        item,
        form,
        (
            "Sew the straps into tubes and turn them",
            "Right sides together along the long edge; turn with a pin or a cord sewn to one end, "
            "roll the seam to the edge and press.",
        ),
        ("Topstitch both long edges of each strap", "The seamed edge first; it keeps the tube flat."),
    )


TUBE = Make(
    checks=(*STRAP_CHECKS, *ROLL_CHECKS, *STRETCH_CHECKS, *CHECKS),
    kind="tube",
    section=sections.TUBE,
    label="Tube, turned right side out",
    help="Sewn along one side and turned: soft, two layers, no raw edge. Narrow ones are slow to turn.",
    params=(*STRAP_PARAMS, *GIVEN_PARAMS, *ROLL_PARAMS, *STRETCH_PARAMS),
    givens=GIVENS,
    phrase=phrase("turned as tubes"),
    classes={"strap": "Strap seam"},
    width=_width,
    core_width=twice_as_wide,
    layers=2,
    finished=lambda item, cut: cut / 2 - STRAP_ALLOWANCE.of(item),
    read_width=read_width,
    parts=strap_parts,
    acts=(_steps, roll_steps),
    sewn=strips_on,
)
