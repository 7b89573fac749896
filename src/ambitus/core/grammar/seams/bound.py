"""Seams whose raw edges are held together and wrapped in a strip: of an unlined bag, inside."""

from collections.abc import Iterator
from dataclasses import replace
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance as allowances_to
from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import GENERAL, allowance_of
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import OUTLINE
from ambitus.core.grammar.binding import MADE_OPTIONS, OVER
from ambitus.core.grammar.contract import Row, SeamKind
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.checks import CHECKS
from ambitus.core.grammar.seams.common import GENERAL_PARAM, phrase, stitched, whole_allowance, whole_row
from ambitus.core.grammar.seams.fields import BIND_COVER, BIND_MADE, BIND_OF, BIND_SEAM
from ambitus.core.grammar.seams.strips import (
    AS_THE_SEAM,
    OVER_A_SEAM,
    bound_seams,
    parts_of,
    sewn_of,
    strips_made,
)
from ambitus.core.grammar.top.lining import one_with_outer
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: the classes of seam that mostly run round a curve
_CURVED = ("gusset", "ring")


def _bends(bag: Resolved) -> bool:
    """Return whether a seam that is bound so runs round a curve."""
    curved = (*_CURVED, "side") if bag.kinds.base.one_seam else _CURVED
    return any(bag.kinds.seam(key).kind == OVER_A_SEAM for key in curved)


def _rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    (sewn,) = stitched(bag, key, mm)
    edge = "One edge of the tape, opened" if BIND_OF.is_(bag, "tape") else "The flat edge of the strip"
    if BIND_MADE.is_(bag, "double"):
        edge = "The raw edges of the doubled strip"
    made = f"{edge}, level with both edges of the seam, held together: sew it on, turn it over them and"
    return (
        replace(sewn, key="first row"),
        Row(
            "",
            "Bind the edges of the {seam}",
            f"{made} stitch it down past its row on the far side. "
            "Turn its ends in, or trim them where another seam crosses.",
            (
                ("Binding seam", BIND_SEAM.of(bag)),
                ("Covers the row on the far side by", snap(BIND_COVER.of(bag) - BIND_SEAM.of(bag))),
            ),
            settings="Straight stitch 2.5, a standard foot.",
            edges="together",
            needs=("seam bindings made",),
        ),
    )


def hidden(bag: Resolved) -> str:
    """Return why a bag's seams are not bound: a lining that is sewn up by itself hides them."""
    lined = "lining" in bag.kinds.top.layers and not one_with_outer(bag)
    return "the lining hides its edges" if lined else ""


def _cover(bag: Resolved) -> float:
    return snap(BIND_SEAM.of(bag) + OVER.mm(bag.unit))


@check(
    "seams",
    100,
    "binding-over-seam",
    "warn",
    "The binding reaches over its seam",
    "what a binding covers > allowance of the seam it binds",
    "It lies over the seam line then, and its row is seen from outside or pulls the seam up.",
    "The seam cannot be pressed, and the binding shows.",
)
def binding_over_seam(draft: "Draft") -> Iterator[Fired]:
    bag, cover = draft.bag, BIND_COVER.of(draft.bag)
    for key, name in bag.sewn.items():
        if bag.kinds.seam(key).kind != OVER_A_SEAM or allowance_of(key) not in bag.values:
            continue
        wide = allowance_of(key).of(bag)
        if cover > wide + 1e-6:
            more, less = at_least(bag, cover), at_most(bag, wide)
            yield fired(
                BIND_COVER,
                "{name}: {allowance} wide, and the binding covers {cover}.",
                "Give it an allowance of {more}, or bind it narrower.",
                {"name": name},
                remedies=(
                    *allowances_to(bag, key, more),
                    (*to(BIND_SEAM, at_most(bag, less / 2)), *to(BIND_COVER, less)),
                ),
                allowance=wide,
                cover=cover,
                more=more,
            )


@check(
    "seams",
    110,
    "straight-strip-on-curve",
    "warn",
    "A strip cut straight round a curve",
    "a curved seam is bound with a strip cut along the grain",
    "A strip along the grain does not bend: it lies in folds on the inside of a curve.",
    "The binding puckers.",
)
def straight_strip_on_curve(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    curved = [
        seam.seam
        for kind in (OVER_A_SEAM, AS_THE_SEAM)
        for of, seam in bound_seams(bag, form, kind)
        if seam is not None
        for chain in seam.chains
        for s in chain
        if form.face(s.face).bends[form.face(s.face).edge_index(s.edge)] is not None
    ]
    if OUTLINE in bag.values and bag.kinds.seam("ring").kind == OVER_A_SEAM:
        # of a traced outline its corners are many, and none is square
        curved.append("ring")
    if curved and BIND_OF.is_(bag, "cloth"):
        yield fired(
            BIND_OF,
            "{name}: it runs round a curve.",
            "Take bias tape for it.",
            {"name": bag.sewn[curved[0]]},
            remedies=(to(BIND_OF, "tape"),),
        )


BIND_PARAMS = (
    Param(BIND_SEAM, "Binding seam", "length", paired(6), low=1, high=40, help="From the edge to its row."),
    Param(
        BIND_COVER,
        "Binding covers",
        "length",
        _cover,
        at_once=True,
        low=2,
        high=60,
        help="From the edge to where it ends on the far side: over its seam, so that the row is covered.",
        why="Its seam, and 3 mm | 1/8 in over it.",
    ),
    Param(
        BIND_MADE,
        "Seams bound",
        "choice",
        "wrapped",
        options=MADE_OPTIONS,
    ),
    Param(
        BIND_OF,
        "Bound with",
        "choice",
        lambda bag: "tape" if _bends(bag) else "cloth",
        early=True,
        options=(
            Option("cloth", "Strips of the outer’s cloth", "Cut along the grain, for straight seams."),
            Option("tape", "Bias tape", "Bought by its length; it bends round curves."),
        ),
    ),
)

BOUND_SEAM = SeamKind(
    checks=(*CHECKS, binding_over_seam, straight_strip_on_curve),
    kind=OVER_A_SEAM,
    section=sections.BOUND_SEAM,
    label="Bound",
    help="Sewn, then a strip is wrapped round both edges: for unlined bags that are seen inside.",
    params=(GENERAL_PARAM, *BIND_PARAMS),
    phrase=phrase(lambda bag, view: f"bound seams of {view.with_unit(GENERAL.of(bag))}"),
    needs=hidden,
    finished=True,
    eats=whole_allowance,
    stands=whole_row,
    rows=_rows,
    press="to one side",
    parts=lambda item, form: parts_of(item, form, OVER_A_SEAM),
    sewn=lambda item, form, layer: sewn_of(item, form, layer, OVER_A_SEAM),
    acts=(strips_made(OVER_A_SEAM),),
    listed={"bind_seam": BIND_SEAM, "bind_cover": BIND_COVER},
    chosen=(BIND_MADE, BIND_OF),
    read=reading.its_allowance,
)
