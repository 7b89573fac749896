"""A strap with one clean edge: a fold or a selvage covers the other, which is turned under it."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.clean_edge.read import read_width
from ambitus.core.grammar.carry.edges_turned import EDGE_TURN, turn_term
from ambitus.core.grammar.carry.making import making_steps, phrase, twice_as_wide, width_term
from ambitus.core.grammar.carry.strap import STRAP_PARAMS
from ambitus.core.grammar.contract import Make
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term


def _width(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    return (width_term(bag, prefix, 2, "Front and back of the strap."), turn_term(bag, prefix, 1))


def _creases(bag: Resolved, prefix: str, cut: float) -> tuple[float, ...]:
    turn = bag.mm(f"{prefix}.turn")
    return (turn, turn + (cut - turn) / 2)


def _steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    return making_steps(
        bag,
        prefix,
        (
            "Turn one edge in and press the straps",
            "The raw edge to the wrong side; then in half, the clean edge level with the turned one.",
        ),
        ("Topstitch both long edges of each strap", "The open edge first, the clean edge on top."),
    )


CLEAN_EDGE = Make(
    kind="clean_edge",
    section=sections.CLEAN_EDGE,
    label="One clean edge",
    help="Cut along a selvage: only the other edge is turned in, under the clean one.",
    params=(*STRAP_PARAMS, EDGE_TURN),
    phrase=phrase("with one clean edge"),
    width=_width,
    core_width=twice_as_wide,
    creases=_creases,
    layers=3,
    told=("turn",),
    finished=lambda bag, prefix, cut: (cut - bag.mm(f"{prefix}.turn")) / 2,
    read_width=read_width,
    steps=_steps,
)
