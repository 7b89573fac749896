"""A slip pocket is hemmed, laid across its panel, basted at both sides, and sewn down along its foot."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.cloth import name_of, of_cloth
from ambitus.core.grammar.extra.dividing import dividers, says_rows
from ambitus.core.grammar.extra.fields import POCKET_EDGES, POCKET_HEM, SLIP_MADE
from ambitus.core.grammar.extra.sewing import on_its_panel, rank_of, ready_for
from ambitus.core.grammar.extra.slip.cut import in_seam, lying_of, slip_of
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the hemming, the placing and the sewing on of a slip pocket."""
    return tuple(_steps(item, form))


def _steps(item: Item, form: Form) -> Iterator[Step]:
    bag, n, slip = item.bag, item.number, slip_of(item, form)
    name, cloth = f"pocket {name_of(item)}", bag.cloth(of_cloth(item))
    lengths: list[tuple[str, float]] = []
    if SLIP_MADE.is_(item, "folded"):
        title = "Fold the pocket at its top" + ("" if in_seam(item) else " and turn its foot in")
        say = "Wrong sides together; stitch beside the fold."
        say += "" if in_seam(item) else " Turn both lower edges in together."
    else:
        title = "Hem the top of the pocket"
        say = "Fold the top over at its line, the raw edge turned in, and stitch it."
        say += "" if in_seam(item) else " Press its foot to the wrong side."
        lengths.append(("Hem at its top", POCKET_HEM.of(item)))
    if in_seam(item):
        say += " Its foot stays raw: the base seam takes it."
    else:
        lengths.append(("Foot turned in", POCKET_EDGES.of(item)))
    yield Step(
        f"pocket {n} make",
        title,
        say,
        rank_of(item, 0),
        needs=ready_for(item),
        gives=(f"{item.at} made",),
        acts=(acts.Make((name,)),),
        settings=f"{stitched(cloth)} Iron: {cloth.iron}.",
        lengths=tuple(lengths),
        reads=(Reading("pocket_high", "The pocket, high", slip.high),),
        cautions=("hot iron",),
    )
    rows = dividers(item, slip.ground.wide)
    yield from on_its_panel(
        item,
        lying_of(item, slip),
        (name,),
        what="slip pocket",
        place="Raw edges level at both sides, its top level; baste it there inside the allowance.",
        sew_on="Baste the pocket along its foot" if in_seam(item) else "Sew the pocket down along its foot",
        say=("Inside the allowance: the base seam takes it." if in_seam(item) else "Close to its edge.")
        + (f"{says_rows(rows)} Secure each row at the top with a few stitches across." if rows else ""),
        gives=f"{item.at} on",
        lengths=tuple(("From the side seam to a row", x) for x in rows),
    )
