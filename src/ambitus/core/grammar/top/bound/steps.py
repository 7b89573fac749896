"""A mouth is bound: layers held together, the strip joined into a ring, sewn on, turned over and caught."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.top.bound.cut import width_of
from ambitus.core.grammar.top.bound.fields import (
    BINDING_ALLOWANCE,
    BINDING_COVER,
    BINDING_JOIN,
    BINDING_MADE,
)
from ambitus.core.grammar.top.facing import facing_steps
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

_FOLD = {
    "wrapped": "Press one long edge under by what it covers, so that it lies ready for the inside.",
    "double": "Press it in half along its length, wrong sides together.",
}


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps from the sewn body, or bodies, to a bound mouth."""
    return tuple(_steps(item, form))


def _steps(item: Item, form: Form) -> Iterator[Step]:
    bag = item.bag
    lined = "lining" in bag.kinds.top.layers
    outer = bag.cloth("outer")
    layers = bag.kinds.top.layers
    straps = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    bodies = tuple(f"{layer} body sewn" for layer in layers)
    yield from facing_steps(bag)
    yield Step(
        "make binding",
        "Join the binding into a ring and press it",
        f"Lay it round the mouth first and join it to that length"
        f"{', its ends slanting' if BINDING_JOIN.is_(bag, 'diagonal') else ''}; what is over is cut off. "
        f"{_FOLD[BINDING_MADE.of(bag)]}",
        600,
        needs=bodies,
        gives=("binding made",),
        acts=(acts.Make(("binding",)),),
        settings=f"Iron: {outer.iron}.",
        lengths=(
            ("Cut width", width_of(bag).total),
            *((("Turned under", BINDING_COVER.of(bag)),) if BINDING_MADE.is_(bag, "wrapped") else ()),
        ),
        reads=(Reading("ring", "Once round the joined ring", form.mouth_length),),
        cautions=("hot iron",),
    )
    yield from turn_out(bag, 602, needs=bodies, lined=lined)
    if lined:
        yield Step(
            "lining in",
            "Put the lining into the outer and baste the raw edges together",
            "Wrong sides together, side seams on side seams, raw edges level all round.",
            604,
            needs=("right side out",),
            gives=("lining in place",),
            acts=(
                acts.TurnTo(("lining",), "wrong"),
                acts.Nest("lining", "outer"),
                acts.Sew(acts.Seams(("outer", "lining"), "top"), "wrong"),
            ),
            settings="Long stitch, inside the binding’s seam.",
            cautions=("pins", "free arm"),
        )
    yield Step(
        "bind",
        "Bind the mouth",
        "Right side of the strip on the right side of the bag, raw edges level; sew it on, turn "
        "it over the edge and stitch it down beside its seam from outside, the far edge caught "
        "inside all round.",
        620,
        needs=("lining in place" if lined else "right side out", "binding made", *straps),
        gives=("top finished",),
        acts=(
            acts.Bind(("binding",), acts.Edges(layers, "top")),
            acts.Stitch(acts.Edges(layers, "top")),
        ),
        settings=stitched(outer),
        lengths=(
            ("Binding seam", BINDING_ALLOWANCE.of(bag)),
            ("Covers the row inside by", BINDING_COVER.of(bag) - BINDING_ALLOWANCE.of(bag)),
        ),
        reads=(Reading("front_height", "Height at the front", form.height),),
        cautions=("needle over bulk", "free arm"),
    )
    yield measure_back(form, needs=("top finished",))
