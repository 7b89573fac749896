"""A slip pocket: as wide as its panel, caught in both side seams."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.extra.checks import POCKET_CHECKS
from ambitus.core.grammar.extra.dividing import DIVIDING_PARAMS
from ambitus.core.grammar.extra.fields import (
    DIVIDED,
    DIVIDED_AT,
    DOWN_BY,
    FROM_FOOT,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    POCKET_EDGES,
    POCKET_HEIGHT,
    POCKET_HEM,
    POCKET_OF,
    SLIP_FOOT,
    SLIP_MADE,
)
from ambitus.core.grammar.extra.placing import down_params, on_params
from ambitus.core.grammar.extra.pocket import CUT_OF_PARAM, HEIGHT_PARAM, hem_param
from ambitus.core.grammar.extra.slip.cut import parts, sewn, sizes
from ambitus.core.grammar.extra.slip.read import read
from ambitus.core.grammar.extra.slip.steps import steps
from ambitus.core.grammar.extra.words import has_face, where
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Item, Resolved


def _says(bag: Resolved, view: View, at: str) -> str:
    return f"a slip pocket{where(Item(bag, at))}"


def _needs(bag: Resolved) -> str:
    if reason := has_face(bag):
        return reason
    if not _base_seam(bag, "seam") and any(SLIP_FOOT.is_(item, "seam") for item in bag.extras):
        return "its base has no seam along a flat foot that could catch a pocket"
    if bag.kinds.base.one_piece(bag):
        return "its front has no side seam of its own that could catch a pocket"
    return ""


def _base_seam(bag: Resolved, key: str) -> bool:
    """Return whether a pocket's foot can be caught in the base seam: of a flat bag that has one."""
    flat = bag.kinds.base.kind == "seamed" and bag.kinds.seam("base").kind not in ("lapped", "raw")
    return key != "seam" or flat


SLIP = Extra(
    kind="slip",
    label="Slip pocket",
    adds="a slip pocket",
    help="As wide as its panel, caught in both side seams; only its top is open.",
    params=(
        *on_params(),
        HEIGHT_PARAM,
        *down_params("its top", paired(75), paired(50), but=(SLIP_FOOT, "seam")),
        Param(
            SLIP_MADE,
            "Its top",
            "choice",
            "hem",
            options=(
                Option("hem", "Turned over and stitched", "One layer."),
                Option("folded", "A fold", "Two layers, no hem to sew."),
            ),
        ),
        hem_param(SLIP_MADE),
        Param(
            SLIP_FOOT,
            "Its foot",
            "choice",
            "sewn",
            way_out="sewn",
            options=(
                Option("sewn", "Sewn down", "Turned in, and stitched to the panel."),
                Option("seam", "Caught in the base seam", "Nothing to turn in, and no row along it."),
            ),
            offered=_base_seam,
        ),
        Param(
            POCKET_EDGES,
            "Foot turned in",
            "length",
            paired(10),
            low=3,
            high=40,
            shown_unless=(SLIP_FOOT, "seam"),
        ),
        *DIVIDING_PARAMS,
        CUT_OF_PARAM,
    ),
    phrase=Phrase(
        "slip",
        "Slip pocket",
        ", with ",
        _says,
        choices=(ON, ON_SIDE, SLIP_MADE, SLIP_FOOT, DOWN_BY, DIVIDED, POCKET_OF),
        fields=(POCKET_HEIGHT, FROM_TOP_EDGE, FROM_FOOT, POCKET_HEM, POCKET_EDGES, DIVIDED_AT),
    ),
    needs=_needs,
    parts=parts,
    sewn=sewn,
    acts=(steps,),
    checks=POCKET_CHECKS,
    lies_on=ON.of,
    sizes=sizes,
    read=read,
)
