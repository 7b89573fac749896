"""A flat bag whose lower corners are rounded or clipped; as round as can be, a half-round pouch."""

from collections.abc import Mapping
from dataclasses import replace

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.checks import PANEL_CHECKS
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.base.fields import CLIP, DISC, LOWER, RADIUS, SIZE_FROM, THING_LIES
from ambitus.core.grammar.base.gusset.checks import CHECKS
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM, asked_height
from ambitus.core.grammar.base.rounded.cut import corner_asked, corner_cut, form, room_for_corner
from ambitus.core.grammar.base.rounded.read import read
from ambitus.core.grammar.base.rounded.steps import steps
from ambitus.core.grammar.base.thing import LIES_PARAMS, ROUNDED_GIVENS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.features import drawn_up
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Item, Resolved

#: Default (ours): so much of a side that a cord goes in by has to be straight, in mm: what its casing takes.
_ABOVE = 60.0
_SAYS = {
    "round": "base rounded at its corners",
    "half": "half-round body",
    "disc": "half-round body from a disc",
    "clipped": "base clipped at its corners",
}


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return _SAYS[LOWER.of(bag)]


def _across(item: Item) -> float | None:
    disc = DISC.or_none(item)
    return None if disc is None else disc - 2 * eaten(item.bag, "side")


def _down(item: Item) -> float | None:
    bag, disc = item.bag, DISC.or_none(item)
    if disc is None:
        return None
    # the cut through the middle is the raw edge that meets the zip
    above = sum(term.mm for term in bag.kinds.top.allowance(bag, "outer"))
    return disc / 2 - eaten(bag, "side") - above


def _straight(bag: Resolved) -> Mapping[str, float]:
    wide, high = WIDTH.of(bag), asked_height(bag)
    r = min(corner_asked(bag, wide, high), room_for_corner(bag, wide, high))
    straights = {"base": wide - 2 * r, "side": high - r}
    # of a half-round body there is none that a hand could pass through
    return {key: mm for key, mm in straights.items() if mm > 1.0} or {"side": 0.0}


def _needs(bag: Resolved) -> str:
    if LOWER.is_(bag, "disc") and sum(t.mm for t in bag.kinds.top.allowance(bag, "outer")) > 1e-9:
        # its sides would begin below the middle of the disc, and be cut narrower than the bag
        return "a disc is cut through its middle, and ends there: at the middle of a zip that is counted"
    return _no_way_in(bag)


def _no_way_in(bag: Resolved) -> str:
    drawn = drawn_up(bag) is not None and _straight(bag).get("side", 0.0) < _ABOVE
    return "a cord goes in by a straight side seam, and its sides are hardly straight" if drawn else ""


ROUNDED = Base(
    checks=(*PANEL_CHECKS, *CHECKS),
    kind="rounded",
    label="Flat, lower corners rounded",
    help="Two panels, one seam round sides and base; rounded, clipped, or as round as there is room for.",
    one_seam=True,
    hinges=True,
    needs=_needs,
    usual={
        TURNED: lambda bag: "zip" if LOWER.of(bag) in ("half", "disc") or is_hinged(bag) else "gap",
    },
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        Param(
            LOWER,
            "Lower corners",
            "choice",
            "round",
            options=(
                Option("round", "Rounded", "By their radius at the seam line."),
                Option("half", "Half-round", "As round as there is room for."),
                Option(
                    "disc", "From a disc", "One that is there, of felt or a mat, halved by a cut or a fold."
                ),
                Option("clipped", "Clipped", "Cut off straight, as far along either edge."),
            ),
            offered=lambda bag, key: key != "disc" or bag.kinds.top.shut,
        ),
        Param(
            DISC,
            "Disc, across",
            "length",
            None,
            low=40,
            high=2000,
            optional=True,
            shown_when=(LOWER, "disc"),
            help="From edge to edge. Of a mat whose edges are finished take raw seams: they stay outside.",
        ),
        Param(RADIUS, "Corner radius", "length", paired(40), low=1, high=1000, shown_when=(LOWER, "round")),
        Param(CLIP, "Clipped by", "length", paired(25), low=1, high=1000, shown_when=(LOWER, "clipped")),
        # a disc that is there is as large as it is
        replace(THING_PARAMS[0], shown_unless=(LOWER, "disc")),
        *THING_PARAMS[1:],
        *LIES_PARAMS,
    ),
    givens=(
        *ROUNDED_GIVENS,
        Given(LOWER, "disc", DISC, WIDTH, _across, "The disc, less the seam at both sides."),
        Given(LOWER, "disc", DISC, HEIGHT, _down, "Half the disc, less the seam, to the top."),
    ),
    phrase=Phrase(
        "base",
        "Base",
        "with a ",
        _says,
        (BASE_KIND, LOWER, SIZE_FROM, THING_LIES),
        (RADIUS, CLIP, DISC, *THING_FIELDS),
    ),
    classes={"side": "Side and base seam"},
    acts=(steps,),
    form=form,
    read=read,
    corner=corner_cut,
    straight=_straight,
)
