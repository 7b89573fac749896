"""Slits hemmed and edges folded while the panels are flat; at the end the bars go in, or are sewn round."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.top.drawstring.fields import CHANNEL
from ambitus.core.grammar.top.fields import TURN
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.grammar.top.hem import hem_beside_steps, says_turned, turned_in
from ambitus.core.grammar.top.on_bars.fields import BAR, BAR_LONG, SLIT
from ambitus.core.grammar.top.on_bars.measures import edge_on_bar, gather, stepped
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

_TOP = acts.Edges(("outer",), "top")
_READY = ("outer panels ready", "outer top known")


def _hem_slits(bag: Resolved) -> Step:
    """Return the hemming of the slits’ edges, which their side seams leave open."""
    side = turned_in(bag)
    return Step(
        "hem slits",
        "Hem the slits at both sides of front and back",
        f"Turn the allowance of the side to the wrong side, {says_turned(side)}, from the raw top "
        "edge to the end of the slit; stitch beside the fold.",
        336,
        needs=("outer panels laid",),
        gives=("slits hemmed",),
        acts=(acts.HoldOpen("outer"),),
        settings=stitched(bag.cloth("outer"), 2.5),
        lengths=(("Slit below the finished top", SLIT.of(bag)), ("Turned in, in all", side)),
    )


def _fold(bag: Resolved, *, opened: bool) -> Step:
    again = " Open the second fold again: its crease stays." if opened else ""
    again += " The tops of the side panels are folded alike: there it is a hem." if stepped(bag) else ""
    return Step(
        "press channel",
        "Press the channel of the top edges" if stepped(bag) else "Press the channel of both top edges",
        f"The first turn to the wrong side, then that edge to the line drawn for it.{again}",
        342,
        needs=("slits hemmed",),
        gives=("channel creased", *_READY) if opened else ("channel pressed",),
        acts=(acts.Fold(_TOP, opened=opened),),
        settings=f"Iron: {bag.cloth('outer').iron}.",
        lengths=(("First turn", TURN.of(bag)), ("Channel", CHANNEL.of(bag))),
        cautions=("hot iron",),
    )


def _stitch(bag: Resolved, rank: int, say: str, needs: str, gives: tuple[str, ...]) -> Step:
    return Step(
        "stitch channel",
        "Stitch the channel",
        say,
        rank,
        needs=(needs,),
        gives=("channel stitched", *gives),
        acts=(acts.Stitch(_TOP),),
        settings=stitched(bag.cloth("outer"), 2.5, "close to the fold"),
        reads=(Reading("channel_row", "Row below the top", CHANNEL.of(bag)),),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps from flat panels to a bag that hangs from its bars."""
    bag = item.bag
    rods = BAR.is_(bag, "rod")
    full = f"{gather(bag, form):.1f}"
    lengths = (("Top edge of one panel", edge_on_bar(form)), ("Free on the bar", BAR_LONG.of(bag)))
    caught = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    if rods:
        flat = "One row beside the fold, from side to side, its ends secured; both ends stay open."
        made: tuple[Step, ...] = (
            _fold(bag, opened=False),
            _stitch(bag, 344, flat, "channel pressed", _READY),
            Step(
                "bars in",
                "Slide each bar through its channel",
                f"Spread the gathers evenly: {full} of cloth on 1 of bar. Then close the ends of the bar.",
                694,
                needs=("channel stitched", "right side out"),
                gives=("on its bars",),
                acts=(acts.Thread(("bar",)), acts.Knot(("bar",))),
                lengths=lengths,
            ),
        )
    else:
        held = (
            "A short piece at a time, by hand or with a narrow foot: push what is sewn along the bar, and "
            "keep the needle clear of it."
        )
        made = (
            _fold(bag, opened=True),
            Step(
                "fold round hoops",
                "Fold both top edges round their hoops",
                f"The pressed edge to its line again, the hoop inside; {full} of cloth on 1 of bar.",
                692,
                needs=("channel creased", "right side out"),
                gives=("hoops in",),
                acts=(acts.Fold(_TOP), acts.Thread(("bar",), laid=True, loose=False)),
                lengths=lengths,
            ),
            _stitch(bag, 694, held, "hoops in", ("on its bars",)),
        )
    hemmed = hem_beside_steps(bag, form, "slits hemmed") if stepped(bag) else (_hem_slits(bag),)
    return (
        *hemmed,
        *made,
        *turn_out(bag, 680, needs=("outer body sewn", *(("channel stitched",) if rods else ()))),
        measure_back(
            form,
            needs=("on its bars", *caught),
            across=f"Across the bag, below the {'bars' if stepped(bag) else 'slits'}",
        ),
    )
