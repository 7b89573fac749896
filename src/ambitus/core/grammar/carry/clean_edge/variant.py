"""A strap with one clean edge: a fold or a selvage covers the other, which is turned under it."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.checks import CHECKS as STRAP_CHECKS
from ambitus.core.grammar.carry.clean_edge.read import read_width
from ambitus.core.grammar.carry.edges_turned.variant import EDGE_TURN, turn_term
from ambitus.core.grammar.carry.fields import STRAP_TURN
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
    return (width_term(item, 2, "Front and back of the strap."), turn_term(item, 1))


def _creases(item: Item, cut: float) -> tuple[float, ...]:
    turn = STRAP_TURN.of(item)
    return (turn, turn + (cut - turn) / 2)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return making_steps(
        item,
        form,
        (
            "Turn one edge in and press the straps",
            "The raw edge to the wrong side; then in half, the clean edge level with the turned one.",
        ),
        ("Topstitch both long edges of each strap", "The open edge first, the clean edge on top."),
    )


CLEAN_EDGE = Make(
    checks=(*STRAP_CHECKS, *ROLL_CHECKS, *STRETCH_CHECKS),
    kind="clean_edge",
    section=sections.CLEAN_EDGE,
    label="One clean edge",
    help="Cut along a selvage: only the other edge is turned in, under the clean one.",
    params=(*STRAP_PARAMS, *GIVEN_PARAMS, *ROLL_PARAMS, *STRETCH_PARAMS, EDGE_TURN),
    givens=GIVENS,
    phrase=phrase("with one clean edge"),
    width=_width,
    core_width=twice_as_wide,
    creases=_creases,
    layers=3,
    row_tells=(STRAP_TURN,),
    finished=lambda item, cut: (cut - STRAP_TURN.of(item)) / 2,
    read_width=read_width,
    parts=strap_parts,
    acts=(_steps, roll_steps),
    sewn=strips_on,
)
