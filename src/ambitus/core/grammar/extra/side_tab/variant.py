"""A tab caught in a side seam: for a ring and a strap, or inside for keys."""

from dataclasses import replace
from fractions import Fraction

from ambitus.core.form.model import Form, Part, Strip
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.elastic import FULLNESS, ElasticLoop, elastic_loop
from ambitus.core.grammar.extra.caught import (
    at_sides,
    caught_steps,
    doubled,
    made_strip,
    shows_of,
    strip_of,
    strip_params,
    wide_of,
)
from ambitus.core.grammar.extra.fields import (
    ELASTIC,
    FROM_TOP_EDGE,
    ON,
    STRIP_SHOWS,
    STRIP_WIDE,
    TAB_AS,
    TAB_RING,
    TAB_SIDES,
)
from ambitus.core.grammar.extra.placing import on_param
from ambitus.core.grammar.extra.side_tab.checks import CHECKS
from ambitus.core.grammar.extra.side_tab.read import read
from ambitus.core.grammar.extra.words import has_face
from ambitus.core.grammar.seams.edges import eaten, edge_terms
from ambitus.core.lengths import Pair, View, paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term


def _needs(bag: Resolved) -> str:
    if reason := has_face(bag):
        return reason
    return "" if "side" in bag.kinds.classes else "it has no side seam that could catch a tab"


def _seams(item: Item, form: Form) -> int:
    """Return in how many side seams a tab is caught: in both, where it is to be and there are two."""
    wanted = 2 if TAB_SIDES.is_(item, "both") else 1
    return min(wanted, sum(seam.seam == "side" for seam in form.seams))


def _side(item: Item) -> tuple[Term, ...]:
    """Return the seam that catches it as a line of a sum; nothing where the bag has none, which is told."""
    return tuple(edge_terms(item.bag, "side")) if "side" in item.bag.kinds.classes else ()


def _seam(item: Item) -> float:
    return eaten(item.bag, "side") if "side" in item.bag.kinds.classes else 0.0


def is_elastic(item: Item) -> bool:
    """Return whether it is a tube with elastic in it, and no strip that is folded in four."""
    return TAB_AS.is_(item, "elastic")


def _loop(item: Item) -> ElasticLoop:
    bag = item.bag
    ends = tuple(t.scaled(2, times=2) for t in _side(item))
    edges = Term("Seam of the tube", 2 * _seam(item), "As deep as the seam that catches it.", times=2)
    return elastic_loop(
        ELASTIC.term(item, "Elastic"), STRIP_WIDE.term(item, "Wide"), ends, edges, bag.grid, bag.unit
    )


def _sizes(item: Item, form: Form) -> dict[str, float]:
    if is_elastic(item):
        return {"elastic": snap((_loop(item).long.total - 2 * _seam(item)) / FULLNESS)}
    return {"shows": shows_of(item, STRIP_SHOWS.of(item), _seam(item)), "strip_wide": wide_of(item)}


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    count = max(1, _seams(item, form))
    if is_elastic(item):
        loop, bought = _loop(item), Sum("How wide to buy it", (STRIP_WIDE.term(item, "Width"),))
        at, name = f"elastic {item.at}", "Elastic of the loop"
        return (
            made_strip(item, "Tube of the loop", count, loop.long, loop.wide, _seam(item)),
            Strip("closure", "elastic", name, count, loop.elastic, bought, _seam(item), "Elastic", at=at),
        )
    tab = strip_of(
        item, "Tab", count, doubled(item, STRIP_SHOWS.term(item, "Visible"), _side(item)), _seam(item)
    )
    if not TAB_RING.is_(item, "ring"):
        return (tab,)
    size = Sum("As it is bought", (STRIP_WIDE.term(item, "For a tab so wide"),))
    return (
        tab,
        Strip("closure", "ring", "D-ring", count, size, size, material="D-ring", at=f"ring {item.at}"),
    )


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if ON.of(item) != layer:
        return ()
    down = FROM_TOP_EDGE.term(item, "From the top edge")
    return at_sides(item, form, layer, down, _seams(item, form), "Tab")


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    many, layer = _seams(item, form), ON.of(item)
    if is_elastic(item):
        return _elastic_steps(item, many, layer)
    pieces = (f"closure ring {item.at}",) if TAB_RING.is_(item, "ring") else ()
    each = "each " if many > 1 else ""
    ring = "Draw it through its ring, fold" if TAB_RING.is_(item, "ring") else "Fold"
    return caught_steps(
        item,
        "tab",
        make="Fold the tabs in four and stitch them" if many > 1 else "Fold the tab in four and stitch it",
        say="Both edges to the middle, then in half; a row along both edges.",
        hold=f"Baste a tab to {'both side edges' if many > 1 else 'a side edge'} of the {layer}",
        hold_say=f"{ring} {each}in half and lay it on the right side at its mark, raw ends level, "
        "the fold inwards; "
        "sewn over three times inside the allowance.",
        layer=layer,
        at="side",
        shows=_sizes(item, form)["shows"],
        lengths=(("From the finished top edge to its middle", FROM_TOP_EDGE.of(item)),),
        drawn_on=pieces,
    )


def _elastic_steps(item: Item, many: int, layer: Layer) -> tuple[Step, ...]:
    """Return the making of loops of elastic, and their basting."""
    tube = "the tubes" if many > 1 else "the tube"
    return caught_steps(
        item,
        "loop",
        make=f"Sew {tube} for the wrist, turn {'them' if many > 1 else 'it'}, and draw the elastic in",
        say="Right sides together along its long edge; the elastic through it on a pin, both its ends level "
        "with the tube’s and sewn across.",
        hold=f"Baste a loop to {'both side edges' if many > 1 else 'a side edge'} of the {layer}",
        hold_say="Fold it in half and lay it on the right side at its mark, raw ends level, the fold "
        "inwards; sewn over three times inside the allowance.",
        layer=layer,
        at="side",
        shows=ELASTIC.of(item) / 2,
        lengths=(("From the finished top edge to its middle", FROM_TOP_EDGE.of(item)),),
        drawn_on=(f"closure elastic {item.at}",),
        iron=False,
        reads=(Reading("elastic", "Elastic, from end to end", _loop(item).elastic.total),),
    )


def _says(bag: Resolved, view: View, at: str) -> str:
    item = Item(bag, at)
    what = "loop of elastic" if is_elastic(item) else "tab"
    return f"{what}s at both sides" if TAB_SIDES.is_(item, "both") else f"a {what} at one side"


_SHOWS, _WIDE = strip_params(paired(25), Pair(20, Fraction(3, 4)), "From the seam to its fold.")
#: elastic is as wide as it is bought: only cloth is folded in four
_STRIP = (replace(_SHOWS, shown_when=(TAB_AS, "cloth")), replace(_WIDE, help=""))

SIDE_TAB = Extra(
    kind="side_tab",
    label="Tab in a side seam",
    adds="a tab",
    help="Doubled, its ends in the side seam: with a ring for a strap, or inside for keys.",
    params=(
        on_param("outer"),
        Param(
            TAB_SIDES,
            "In which seam",
            "choice",
            "both",
            options=(
                Option("both", "In both side seams", "A strap hangs between them."),
                Option("one", "In one side seam", "For keys, or to hold on to."),
            ),
        ),
        Param(
            TAB_AS,
            "Made of",
            "choice",
            "cloth",
            options=(
                Option("cloth", "Cloth", "Folded in four."),
                Option("elastic", "Elastic in a tube", "Stretches over the hand, then holds the wrist."),
            ),
        ),
        Param(
            TAB_RING,
            "Ring",
            "choice",
            "none",
            options=(Option("none", "None", ""), Option("ring", "A D-ring", "As wide as the tab.")),
            shown_when=(TAB_AS, "cloth"),
        ),
        Param(
            ELASTIC,
            "Elastic, round the wrist",
            "length",
            lambda bag: paired(180).mm(bag.unit),
            low=80,
            high=400,
            shown_when=(TAB_AS, "elastic"),
            help="Unstretched, from seam to seam.",
        ),
        Param(FROM_TOP_EDGE, "From the top edge to its middle", "length", paired(40), low=0, high=1000),
        *_STRIP,
    ),
    phrase=Phrase(
        "side_tab",
        "Tab",
        ", with ",
        _says,
        choices=(ON, TAB_SIDES, TAB_AS, TAB_RING),
        fields=(FROM_TOP_EDGE, STRIP_SHOWS, ELASTIC, STRIP_WIDE),
    ),
    needs=_needs,
    checks=CHECKS,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    lies_on=ON.of,
    sizes=_sizes,
    read=read,
)
