"""A strap whose two long edges are turned in, then halved and stitched along both sides."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.edges_turned.read import read_width
from ambitus.core.grammar.carry.making import making_steps, phrase, twice_as_wide, width_term
from ambitus.core.grammar.carry.strap import STRAP_PARAMS
from ambitus.core.grammar.contract import Make, Param
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term

EDGE_TURN = Param("turn", "Edge turned in", "length", paired(10), low=2, high=60)


def turn_term(bag: Resolved, prefix: str, times: int) -> Term:
    """Return the turned edge, *times* over."""
    path = f"{prefix}.turn"
    return Term("Edge turned in", times * bag.mm(path), bag.why(path), bag.source(path), times=times)


def _width(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    return (width_term(bag, prefix, 2, "Front and back of the strap."), turn_term(bag, prefix, 2))


def _creases(bag: Resolved, prefix: str, cut: float) -> tuple[float, ...]:
    turn = bag.mm(f"{prefix}.turn")
    return (turn, cut / 2, cut - turn)


def _steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    return making_steps(
        bag,
        prefix,
        ("Turn in and press the straps", "Both long edges to the wrong side; then in half, folds level."),
        ("Topstitch both long edges of each strap", "The open edge first, through both turned edges."),
    )


EDGES_TURNED = Make(
    kind="edges_turned",
    section=sections.EDGES_TURNED,
    label="Edges turned in",
    help="Both long edges are turned in, then the strip is halved: less cloth, thinner in the middle.",
    params=(*STRAP_PARAMS, EDGE_TURN),
    phrase=phrase("with edges turned in"),
    width=_width,
    core_width=twice_as_wide,
    creases=_creases,
    layers=4,
    told=("turn",),
    finished=lambda bag, prefix, cut: cut / 2 - bag.mm(f"{prefix}.turn"),
    read_width=read_width,
    steps=_steps,
)
