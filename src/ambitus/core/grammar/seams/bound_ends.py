"""Ends that are closed by what binds them: the strip is sewn on and over all layers at once."""

from dataclasses import replace

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.contract import Row, SeamKind
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.bound import BIND_PARAMS, hidden
from ambitus.core.grammar.seams.checks import CHECKS
from ambitus.core.grammar.seams.common import GENERAL_PARAM, phrase, whole_allowance, whole_row
from ambitus.core.grammar.seams.fields import BIND_COVER, BIND_ENDS, BIND_MADE, BIND_OF, BIND_SEAM
from ambitus.core.grammar.seams.strips import AS_THE_SEAM, parts_of, sewn_of, strips_made
from ambitus.core.lengths import View
from ambitus.core.spec.resolved import Resolved


def _needs(bag: Resolved) -> str:
    """Return why no end of a bag is closed by its binding."""
    if "end" not in bag.kinds.sewn:
        return "this base has no ends that are sewn across"
    if bag.kinds.base.all_round:
        return "a binding closes what ends there, and the ring goes on beyond its joins"
    return hidden(bag)


def _own(bag: Resolved) -> tuple[float, str]:
    """Return what a bound end eats: as far as its last row lies from the edge."""
    if BIND_ENDS.is_(bag, "machine"):
        return BIND_COVER.of(bag), "The binding’s far row closes the end: it eats what that covers."
    return BIND_SEAM.of(bag), "The binding’s first row closes the end; the rest is sewn down by hand."


def _rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    edge = "One edge of the tape, opened" if BIND_OF.is_(bag, "tape") else "The flat edge of the strip"
    if BIND_MADE.is_(bag, "double"):
        edge = "The raw edges of the doubled strip"
    sewn_on = Row(
        "binding",
        "Sew the binding to the {edges}",
        f"{edge} level with the raw edges, right side to them, its ends turned round both sides.",
        (("Binding seam", BIND_SEAM.of(bag)),),
        needs=("seam bindings made",),
    )
    over = replace(
        sewn_on,
        key="",
        title="Turn the binding over the {edges} and stitch it down",
        say="Just inside its far edge, through all layers: this row closes the end.",
        lengths=(("From the raw edge to the row", BIND_COVER.of(bag)),),
        settings="Straight stitch 2.5, a standard foot; slowly over the teeth.",
        edges="together",
        needs=(),
    )
    if BIND_ENDS.is_(bag, "machine"):
        return sewn_on, over
    by_hand = replace(
        over,
        title="Turn the binding over the {edges} and slip-stitch it down",
        say="By hand, along the first row: nothing is seen outside.",
        lengths=(("Covers, on the far side", BIND_COVER.of(bag)),),
        settings="A hand needle, doubled thread.",
    )
    return sewn_on, by_hand


def _says(bag: Resolved, view: View) -> str:
    return "bound ends"


BOUND_ENDS = SeamKind(
    checks=CHECKS,
    kind=AS_THE_SEAM,
    section=sections.BOUND_SEAM,
    label="Closed by their binding",
    help="No seam before it: the strip is sewn on and over all layers, and closes the end.",
    params=(
        GENERAL_PARAM,
        *BIND_PARAMS,
        Param(
            BIND_ENDS,
            "Binding sewn down",
            "choice",
            "machine",
            options=(
                Option("machine", "By machine", "Its far row closes the end, which eats what it covers."),
                Option(
                    "hand", "Slip-stitched", "Its first row closes the end, which eats no more than that."
                ),
            ),
        ),
    ),
    phrase=phrase(_says),
    sews=frozenset({"end"}),
    needs=_needs,
    finished=True,
    takes_allowance=False,
    eats=whole_allowance,
    own=_own,
    stands=whole_row,
    rows=_rows,
    press="to one side",
    parts=lambda item, form: parts_of(item, form, AS_THE_SEAM),
    sewn=lambda item, form, layer: sewn_of(item, form, layer, AS_THE_SEAM),
    acts=(strips_made(AS_THE_SEAM),),
    listed={"bind_seam": BIND_SEAM, "bind_cover": BIND_COVER},
    chosen=(BIND_MADE, BIND_OF, BIND_ENDS),
    read=reading.its_allowance,
)
