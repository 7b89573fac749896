"""Both pieces are sewn to the zip, the edges hemmed and wrapped, and the pocket is sewn on all round."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.cloth import of_cloth
from ambitus.core.grammar.extra.fields import ON, POCKET_EDGES, SLIDER_AT
from ambitus.core.grammar.extra.placing import lies, side_of
from ambitus.core.grammar.extra.sewing import on_its_panel, rank_of, ready_for
from ambitus.core.grammar.extra.zip_across.cut import (
    BAND_ENDS,
    banded,
    made_up,
    pieces_of,
    pocket_of,
    shows,
    zip_of,
)
from ambitus.core.grammar.extra.zip_across.fields import BAND_WIDE, ZIP_SEAM
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the making up of the pocket round its zip, its placing and its sewing on."""
    return tuple(_steps(item, form))


def _steps(item: Item, form: Form) -> Iterator[Step]:
    bag, at, n, made = item.bag, item.at, item.number, pocket_of(item)
    cloth, pieces = bag.cloth(of_cloth(item)), pieces_of(item)
    yield Step(
        f"pocket {n} zip",
        "Sew the pocket’s two pieces to its zip",
        "Right sides together, the raw edge level with the edge of the tape: the upper piece to one side, "
        "the lower to the other. Fold both away from the teeth and stitch beside them. Move the slider in, "
        "then cut off what is left of the zip.",
        rank_of(item, 0),
        needs=ready_for(item),
        gives=(f"{at} zipped",),
        # the rest of the pieces are made up with their edges
        acts=(acts.Make(pieces[:1], iron=False, into=(zip_of(item),)),),
        settings=stitched(cloth, None, "zip foot"),
        lengths=(("Zip seam", ZIP_SEAM.of(item)), ("Seen of the zip", shows(item))),
        reads=(Reading("made_up", "Both pieces and the zip, high", made_up(item)),),
        cautions=("needle over teeth", "coil"),
    )
    turned = ("Edges turned in", POCKET_EDGES.of(item))
    size = (
        Reading("pocket_wide", "The pocket, wide", made.wide),
        Reading("pocket_high", "The pocket, high", made.high),
    )
    if banded(item):
        yield Step(
            f"pocket {n} make",
            "Hem its top and its foot, and wrap both sides in their bands",
            "Press top and foot to the wrong side and stitch them. Turn the edges of the bands in, fold them "
            "round the raw sides, their ends turned in over top and foot, and stitch through all.",
            rank_of(item, 1),
            needs=(f"{at} zipped",),
            gives=(f"{at} made",),
            acts=(acts.Make(pieces[1:]),),
            settings=f"{stitched(cloth)} Iron: {cloth.iron}.",
            lengths=(
                turned,
                ("Band seen on either side", BAND_WIDE.of(item)),
                ("Ends of the bands", BAND_ENDS.mm(bag.unit)),
            ),
            reads=size,
            cautions=("hot iron",),
        )
    else:
        yield Step(
            f"pocket {n} make",
            "Press all four edges of the pocket in",
            "To the wrong side, the ends of the zip with them; the sides first, then top and foot.",
            rank_of(item, 1),
            needs=(f"{at} zipped",),
            gives=(f"{at} made",),
            acts=(acts.Make(pieces[1:]),),
            settings=f"Iron: {cloth.iron}.",
            lengths=(turned,),
            reads=size,
            cautions=("hot iron",),
        )
    ground = side_of(item, form, ON.of(item))
    assert ground is not None
    yield from on_its_panel(
        item,
        lies(item, ground, made.wide, made.high),
        pieces,
        what="pocket",
        place=f"Right side up, its top level, the slider at the {SLIDER_AT.of(item)} when it is closed; "
        "measure to both upper corners from the raw edge.",
        sew_on="Sew the pocket on all round",
        say="Close to its edge; where the row crosses the zip the wheel turned by hand, three times over.",
        gives=f"{at} on",
        cautions=("needle over teeth",),
    )
