"""Both bodies sewn, both edges pressed under, one put into the other and topstitched."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.reads import round_mouth_edges, upward_edges
from ambitus.core.grammar.top.facing import facing_steps
from ambitus.core.grammar.top.fields import TURN
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps from two sewn bodies to a finished top."""
    bag = item.bag
    outer = bag.cloth("outer")
    straps = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    ends = tuple(f"{item.at} caught" for item in bag.extras if item.extra.at_mouth)
    return (
        *facing_steps(bag),
        Step(
            "press tops",
            "Press both top edges under",
            "Outer and lining each to the wrong side, all the way round, the same depth.",
            530,
            needs=("outer body sewn", "lining body sewn"),
            gives=("tops pressed",),
            acts=(acts.Fold(acts.Edges(("outer", "lining"), "top")),),
            settings=f"Iron: {outer.iron}.",
            lengths=(("Pressed under", TURN.of(bag)),),
            reads=(
                Reading("mouth_round", "Once round the mouth", form.mouth_length, round_mouth_edges(form)),
            ),
            cautions=("hot iron",),
        ),
        *turn_out(bag, 533, needs=("tops pressed",), lined=True),
        Step(
            "lining in",
            "Put the lining into the outer",
            "Wrong sides together, side seams on side seams, both folds level; pin or clip all round.",
            535,
            needs=("right side out",),
            gives=("lining in place",),
            acts=(
                acts.TurnTo(("lining",), "wrong"),
                acts.Nest("lining", "outer"),
            ),
            cautions=("pins",),
        ),
        Step(
            "inspect top",
            "See that both folds are level all round",
            "Nothing of the lining above the outer"
            + (", every strap end deep enough and not twisted." if straps else "."),
            610,
            needs=("lining in place", *straps, *ends),
            gives=("top inspected",),
            acts=(acts.See(out="right", layers=("outer",)),),
            kind="gate",
            seen="level",
        ),
        Step(
            "topstitch",
            "Topstitch lining and outer together",
            "Close to the folds, then once more below. Keep the free arm of the machine inside the bag.",
            620,
            needs=("top inspected",),
            gives=("top finished",),
            acts=(
                acts.Sew(acts.Seams(("outer", "lining"), "top"), "wrong"),
                acts.Stitch(acts.Edges(("outer", "lining"), "top")),
            ),
            settings=stitched(outer, 3),
            reads=(Reading("front_height", "Height at the front", form.height, upward_edges(form)),),
            cautions=("needle over bulk", "free arm"),
        ),
        measure_back(form, needs=("top finished",)),
    )
