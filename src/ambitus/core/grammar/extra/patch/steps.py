"""A patch pocket is made up, placed on its panel while that lies flat, and sewn on."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.cloth import name_of, of_cloth, seam_term
from ambitus.core.grammar.extra.dividing import dividers, says_rows
from ambitus.core.grammar.extra.fields import (
    FLAP,
    ON,
    POCKET_EDGES,
    POCKET_HEM,
    POCKET_MADE,
)
from ambitus.core.grammar.extra.patch.cut import patch_of
from ambitus.core.grammar.extra.patch.flap_steps import flap_steps
from ambitus.core.grammar.extra.placing import lies, side_of
from ambitus.core.grammar.extra.sewing import on_its_panel, rank_of, ready_for
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

_MADE = {
    "hem": (
        "Hem the top of the pocket and press its edges in",
        "Fold the top over at its line, the raw edge turned in, and stitch it; then press the "
        "sides and the foot to the wrong side, the foot last.",
    ),
    "folded": (
        "Sew the pocket on itself and turn it",
        "Fold it at its top, right sides together; sew the three open edges, all but a hand’s width "
        "of the foot; trim the corners, turn it and press the edges left open in. The row that sews it on "
        "closes them.",
    ),
    "faced": (
        "Face the top of the pocket and press its edges in",
        "Sew the facing to the top, right sides together; press it to the inside, its free edge "
        "turned under and stitched; then press the sides and the foot to the wrong side.",
    ),
}


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the making, the placing and the sewing on of a patch pocket, and of its flap."""
    return tuple(_steps(item, form))


def _steps(item: Item, form: Form) -> Iterator[Step]:
    bag, at, n, made = item.bag, item.at, item.number, POCKET_MADE.of(item)
    name, patch = f"pocket {name_of(item)}", patch_of(item)
    title, say = _MADE[made]
    cloth = bag.cloth(of_cloth(item))
    lengths = {
        "hem": (("Hem at its top", POCKET_HEM.of(item)), ("Edges", POCKET_EDGES.of(item))),
        "folded": (("Allowance", seam_term(bag).mm),),
        "faced": (("Allowance", seam_term(bag).mm), ("Edges", POCKET_EDGES.of(item))),
    }[made]
    yield Step(
        f"pocket {n} make",
        title,
        say,
        rank_of(item, 0),
        needs=ready_for(item),
        gives=(f"{at} made",),
        acts=(acts.Make((name,), into=(f"pocket {name_of(item, 'facing')}",)),),
        settings=f"{stitched(cloth)} Iron: {cloth.iron}.",
        lengths=lengths,
        reads=(
            Reading("pocket_wide", "The pocket, wide", patch.wide),
            Reading("pocket_high", "The pocket, high", patch.high),
        ),
        cautions=("hot iron",),
    )
    ground = side_of(item, form, ON.of(item))
    assert ground is not None
    lying = lies(item, ground, patch.wide, patch.high)
    rows = dividers(item, patch.wide)
    yield from on_its_panel(
        item,
        lying,
        (name,),
        what="pocket",
        place="Right side up, its top level; measure to both upper corners from the raw edge.",
        sew_on="Sew the pocket on down one side, along the foot and up the other",
        say=f"Close to its edge; a small triangle or three passes at both ends of its top.{says_rows(rows)}",
        gives=f"{at} on",
        last=not FLAP.is_(item, "flap"),
        lengths=tuple(("From its left edge to a row", x) for x in rows),
    )
    if FLAP.is_(item, "flap"):
        yield from flap_steps(item, lying, stitched(cloth))
