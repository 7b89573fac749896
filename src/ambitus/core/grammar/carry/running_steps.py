"""Straps sewn along both edges, from the base up, while front and back lie flat."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def laid_and_sewn(
    item: Item,
    form: Form,
    *,
    needs: tuple[str, ...],
    gives: tuple[str, ...],
    place: str,
    end: str,
    rank: int = 380,
) -> Iterator[Step]:
    """
    Yield the laying of the straps, the look, and their two rows; *place* says how they lie, *end* where the
    rows begin.
    """
    bag, at = item.bag, item.number
    yield Step(
        f"strap {at} place",
        "Lay the straps down the front and the back",
        place,
        rank,
        needs=(*needs, "outer top known"),
        gives=(f"carry {at} placed",),
        acts=(acts.Baste((f"strap carry.{at}",), "outer", at=""),),
        lengths=(("Finished top edge to the rows", FROM_TOP.of(item)),),
        reads=(
            Reading("strap_centres", "Between the two centres", gap_of(item, form)),
            Reading("strap_centres_below", "Between the two centres, at the base", gap_of(item, form)),
        ),
        cautions=("pins",),
    )
    yield straps_even(at, rank + 5, needs=(f"carry {at} placed",))
    yield Step(
        f"strap {at} rows",
        "Sew the straps down along both edges",
        f"{end} Across at their upper ends, with a box and a cross or three passes; above, the strap stays "
        "loose.",
        rank + 10,
        needs=(f"carry {at} even",),
        gives=(f"carry {at} caught", *gives),
        acts=(acts.Fix((f"strap carry.{at}",)),),
        settings=stitched(bag.cloth("outer"), 3),
        lengths=(("Finished top edge to the rows", FROM_TOP.of(item)),),
        cautions=("needle over bulk",),
    )
