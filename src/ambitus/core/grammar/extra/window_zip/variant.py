"""A pocket behind a window in a panel, closed by a zip."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import (
    BAG_ABOVE,
    BAG_BESIDE,
    BAG_DEEP,
    BAG_MADE,
    CENTRE_BY,
    FROM_SEAM,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    POCKET_OF,
    SLIDER_AT,
    WINDOW,
    WINDOW_HIGH,
    WINDOW_PATCH,
)
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.halves import CENTRE_PARAMS
from ambitus.core.grammar.extra.placing import on_params
from ambitus.core.grammar.extra.pocket import CUT_OF_PARAM
from ambitus.core.grammar.extra.window_zip.cut import (
    USUAL_DEEP,
    USUAL_WINDOW,
    parts,
    sewn,
    sizes,
    zip_of,
)
from ambitus.core.grammar.extra.window_zip.read import read
from ambitus.core.grammar.extra.window_zip.steps import steps
from ambitus.core.grammar.extra.words import has_face, where
from ambitus.core.grammar.extra.zipped import longest_sold
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): how far above the edge it stands on the bag of a pocket ends: 10 mm | 3/8 in.
LEAST_LEFT = paired(10)


def _windows(draft: "Draft") -> Iterator[Item]:
    return (item for item in draft.bag.extras if item.extra.kind == "window_zip")


@check(
    "extras",
    50,
    "pocket-bag-too-deep",
    "warn",
    "The pocket’s bag reaches the base",
    "down to the window + below it > down to the edge it stands on − 10 mm",
    "What hangs behind a window lies loose between the layers, and has to end above the base.",
    "It lies folded on the base, and what is in it with it.",
)
def bag_too_deep(draft: "Draft") -> Iterator[Fired]:
    for item in _windows(draft):
        form = item.extra.own_form(item, draft.forms)
        ground = ground_of(draft.bag, form, ON.of(item), ON_SIDE.of(item))
        deep = item.extra.sizes(item, form)["deep"]
        most = snap(ground.foot - LEAST_LEFT.mm(draft.bag.unit) - FROM_TOP_EDGE.of(item))
        if deep > most + 1e-6:
            field = BAG_DEEP.in_(item.at)
            yield fired(
                field,
                "It hangs {deep} below the middle of its window; there is room for {most}.",
                "Make it less deep, or put the window higher.",
                remedies=(to(field, at_most(draft.bag, most)),) if most >= 30 else (),
                deep=deep,
                most=max(0.0, most),
            )


@check(
    "extras",
    60,
    "window-longer-than-sold",
    "warn",
    "No zip is sold so long",
    "window + 2 × 12 mm > the longest zip",
    "A window wants a zip of its own length, and what lies past its ends.",
    "There is nothing to buy for it.",
)
def window_longer_than_sold(draft: "Draft") -> Iterator[Fired]:
    for item in _windows(draft):
        longest = longest_sold(item)
        needed = zip_of(item).length.total
        if needed > longest + 1e-6:
            field = WINDOW.in_(item.at)
            yield fired(
                field,
                "The window needs a zip of {needed}; the longest sold is {longest}.",
                "Make the window shorter.",
                remedies=(to(field, at_most(draft.bag, WINDOW.of(item) - (needed - longest))),),
                needed=needed,
                longest=longest,
            )


WINDOW_ZIP = Extra(
    kind="window_zip",
    label="Window pocket with a zip",
    adds="a window pocket",
    help="A slit in the panel with a zip behind it; the pocket hangs inside.",
    params=(
        *on_params(),
        Param(
            WINDOW,
            "Window, long",
            "length",
            USUAL_WINDOW,
            low=40,
            high=1000,
            help="What is seen of the zip.",
            opens="pocket/width",
        ),
        Param(WINDOW_HIGH, "Window, high", "length", paired(12), low=6, high=30),
        *CENTRE_PARAMS,
        Param(
            BAG_DEEP,
            "Pocket, below the window’s middle",
            "length",
            USUAL_DEEP,
            low=30,
            high=1500,
            opens="pocket/height",
        ),
        Param(BAG_ABOVE, "Its bag, above the window’s middle", "length", paired(25), low=10, high=200),
        Param(BAG_BESIDE, "Its bag, beside the window", "length", paired(25), low=10, high=200),
        Param(
            BAG_MADE,
            "Its bag",
            "choice",
            "folded",
            options=(
                Option("folded", "One piece, folded at its foot", "Two seams to close."),
                Option("pieces", "Two pieces", "A print the right way up on both; three seams."),
            ),
        ),
        Param(
            WINDOW_PATCH,
            "Behind the window",
            "choice",
            "patch",
            options=(
                Option("patch", "A patch", "Keeps the corners from fraying."),
                Option("none", "Nothing", "On cloth that does not fray."),
            ),
        ),
        Param(
            SLIDER_AT,
            "Slider, closed, at the",
            "choice",
            "right",
            options=(Option("right", "Right", ""), Option("left", "Left", "")),
        ),
        CUT_OF_PARAM,
    ),
    phrase=Phrase(
        "window_zip",
        "Window pocket",
        ", with ",
        lambda bag, view, at: f"a window pocket{where(Item(bag, at))}",
        choices=(ON, ON_SIDE, CENTRE_BY, BAG_MADE, WINDOW_PATCH, SLIDER_AT, POCKET_OF),
        fields=(WINDOW, WINDOW_HIGH, FROM_TOP_EDGE, FROM_SEAM, BAG_DEEP, BAG_ABOVE, BAG_BESIDE),
    ),
    needs=has_face,
    parts=parts,
    sewn=sewn,
    acts=(steps,),
    checks=(*EXTRA_CHECKS, bag_too_deep, window_longer_than_sold),
    lies_on=ON.of,
    sizes=sizes,
    read=read,
)
