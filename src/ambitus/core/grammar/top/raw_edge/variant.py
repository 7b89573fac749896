"""A top edge that is cut and left: for cloth that does not fray. Unlined."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.contract import Top
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.finishing import measure_back, top_phrase, turn_out
from ambitus.core.grammar.top.hem import UNLINED
from ambitus.core.grammar.top.raw_edge.read import read
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    bag = item.bag
    every = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    return (
        Step(
            "true the top",
            "Cut the top edges once more, straight and clean",
            "Only what is uneven: this edge stays as it is.",
            320,
            needs=("outer panels laid",),
            gives=("outer top known", "outer panels ready"),
            acts=(acts.See(),),
            kind="no return",
            cautions=("blade",),
        ),
        *turn_out(bag, 700, needs=("outer body sewn",)),
        measure_back(form, needs=("right side out", *every)),
    )


RAW_EDGE = Top(
    kind="raw_edge",
    section=sections.RAW_EDGE,
    label="Unlined, edge left raw",
    help="Nothing is folded: only for cloth that does not fray.",
    layers=("outer",),
    phrase=top_phrase("unlined with a raw top edge"),
    brings={**UNLINED, "attach": "on_face"},
    allowance=lambda bag, layer: (),
    read=read,
    sewn_flat=lambda bag: True,
    acts=(_steps,),
)
