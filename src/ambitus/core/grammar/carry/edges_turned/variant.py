"""A strap whose two long edges are turned in, then halved and stitched along both sides."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.checks import CHECKS as STRAP_CHECKS
from ambitus.core.grammar.carry.edges_turned.read import read_width
from ambitus.core.grammar.carry.fields import STRAP_TURN
from ambitus.core.grammar.carry.given import GIVEN_PARAMS, GIVENS
from ambitus.core.grammar.carry.making import making_steps, phrase, strips_on, twice_as_wide, width_term
from ambitus.core.grammar.carry.rolled import ROLL_CHECKS, ROLL_PARAMS, roll_steps
from ambitus.core.grammar.carry.strap import STRAP_PARAMS, strap_parts
from ambitus.core.grammar.carry.stretched import STRETCH_PARAMS
from ambitus.core.grammar.carry.stretched_checks import STRETCH_CHECKS
from ambitus.core.grammar.contract import Make
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term

EDGE_TURN = Param(STRAP_TURN, "Edge turned in", "length", paired(10), low=2, high=60)


def turn_term(item: Item, times: int) -> Term:
    """Return the turned edge, *times* over."""
    return STRAP_TURN.term(item, "Edge turned in", times)


def _width(item: Item) -> tuple[Term, ...]:
    return (width_term(item, 2, "Front and back of the strap."), turn_term(item, 2))


def _creases(item: Item, cut: float) -> tuple[float, ...]:
    turn = STRAP_TURN.of(item)
    return (turn, cut / 2, cut - turn)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return making_steps(
        item,
        form,
        ("Turn in and press the straps", "Both long edges to the wrong side; then in half, folds level."),
        ("Topstitch both long edges of each strap", "The open edge first, through both turned edges."),
    )


EDGES_TURNED = Make(
    checks=(*STRAP_CHECKS, *ROLL_CHECKS, *STRETCH_CHECKS),
    kind="edges_turned",
    section=sections.EDGES_TURNED,
    label="Edges turned in",
    help="Both long edges are turned in, then the strip is halved: less cloth, thinner in the middle.",
    params=(*STRAP_PARAMS, *GIVEN_PARAMS, *ROLL_PARAMS, *STRETCH_PARAMS, EDGE_TURN),
    givens=GIVENS,
    phrase=phrase("with edges turned in"),
    width=_width,
    core_width=twice_as_wide,
    creases=_creases,
    layers=4,
    row_tells=(STRAP_TURN,),
    finished=lambda item, cut: cut / 2 - STRAP_TURN.of(item),
    read_width=read_width,
    parts=strap_parts,
    acts=(_steps, roll_steps),
    sewn=strips_on,
)
