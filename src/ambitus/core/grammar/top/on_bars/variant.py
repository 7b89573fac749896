"""Top edges folded over two bars or hoops and gathered on them; unlined."""

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import one_round
from ambitus.core.grammar.contract import SEEN, Stage, Top
from ambitus.core.grammar.features import OnBars
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.drawstring.fields import CHANNEL
from ambitus.core.grammar.top.drawstring.opening import has_side_seam
from ambitus.core.grammar.top.fields import TOP_SLIVER, TURN
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import SLIVER_PARAM, UNLINED
from ambitus.core.grammar.top.on_bars.checks import CHECKS
from ambitus.core.grammar.top.on_bars.fields import BAR, BAR_LONG, BAR_THICK, SLIT
from ambitus.core.grammar.top.on_bars.measures import (
    allowance,
    bar_seen,
    gather,
    open_down,
    parts,
    sewn,
    stepped,
    usual_bar,
    usual_channel,
    usual_slit,
)
from ambitus.core.grammar.top.on_bars.read import read
from ambitus.core.grammar.top.on_bars.steps import steps
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved


def _needs(bag: Resolved) -> str:
    """Return why its top edges cannot go over bars, or nothing."""
    if stepped(bag) and open_down(bag) < CHANNEL.of(bag) - 1e-6:
        return "its sides have to end a step lower, by the channel and 60 mm | 2 1/2 in at least"
    if not has_side_seam(bag):
        return "a slit is left open at both sides, and there is no seam at the side"
    if one_round(bag):
        return "a slit is left open at both sides, and a tube of one panel has one seam"
    if bag.kinds.seam("side").kind in ("raw", "lapped"):
        return "the edges of its slits are hemmed with what the side seams take: these take none"
    return ""


def _says(bag: Resolved) -> str:
    return f"gathered on two {'rods' if BAR.is_(bag, 'rod') else 'hoops'}"


ON_BARS = Top(
    checks=CHECKS,
    kind="on_bars",
    section=sections.ON_BARS,
    label="Gathered on bars or hoops",
    help="Front and back are each folded over a bar that is their handle; unlined, slit at both sides.",
    layers=("outer",),
    params=(
        Param(
            BAR,
            "Bars",
            "choice",
            "rod",
            options=(
                Option("rod", "Rods", "They slide into the sewn channel by an open end."),
                Option("hoop", "Closed hoops", "The edge is folded and sewn round them at the end."),
            ),
        ),
        Param(
            BAR_THICK,
            "Bar, thick",
            "length",
            paired(12),
            low=2,
            high=60,
            help="Its diameter where the cloth goes round it.",
        ),
        Param(
            BAR_LONG,
            "Bar, free for cloth",
            "length",
            usual_bar,
            low=20,
            high=1500,
            help="What the cloth gathers on, between its ends or bends.",
            why="The top edge over 1.6: full, and it still slides.",
        ),
        Param(
            CHANNEL,
            "Channel",
            "length",
            usual_channel,
            low=3,
            high=150,
            help="From the fold down to the row.",
            why="Half of what goes round the bar, and 6 mm | 1/4 in to slide.",
        ),
        Param(
            TURN,
            "First turn",
            "length",
            paired(10),
            low=0,
            high=100,
            help="What is turned under before the edge is folded over.",
        ),
        SLIVER_PARAM,
        Param(
            SLIT,
            "Slit, below the top",
            "length",
            usual_slit,
            low=10,
            high=1500,
            help="From the finished top to where the side seam begins.",
            shown_if=lambda bag: not stepped(bag),
            why="The channel and 60 mm | 2 1/2 in: the edge lies flat to be sewn.",
        ),
    ),
    phrase=top_phrase(_says, choices=(BAR,), fields=(BAR_THICK, BAR_LONG, CHANNEL, TURN, TOP_SLIVER, SLIT)),
    brings={**UNLINED, "attach": "on_face"},
    needs=_needs,
    allowance=allowance,
    sewn=sewn,
    features=(OnBars(gather, open_down),),
    parts=parts,
    stages=(Stage(SEEN, bar_seen),),
    listed={
        "turn": TURN,
        "top_sliver": TOP_SLIVER,
        "channel": CHANNEL,
        "slit": SLIT,
        "bar_thick": BAR_THICK,
        "bar_long": BAR_LONG,
    },
    chosen=(BAR,),
    read=read,
    sewn_flat=lambda bag: True,
    acts=(steps,),
)
