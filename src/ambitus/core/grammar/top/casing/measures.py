"""A folded casing measured: from the raw edge to mark it, from the finished top to check it."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Channel, Opening, Sewn
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.seams.edges import overlocked_first
from ambitus.core.grammar.top.drawstring.fields import CHANNEL, OPENING
from ambitus.core.grammar.top.drawstring.loops import loops_caught
from ambitus.core.grammar.top.drawstring.motif import motif_zone
from ambitus.core.grammar.top.drawstring.opening import BELOW_FOLD, eyelets, side_openings
from ambitus.core.grammar.top.fields import CHANNEL_EDGE, HEADING, HEM_EDGE, TURN
from ambitus.core.grammar.top.hem import knife_terms, lines_along_top
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def _casing(bag: Resolved) -> tuple[Term, ...]:
    """Return the terms of what is folded down: heading, channel, edge."""
    heading = (HEADING.term(bag, "Heading"),) if HEADING.of(bag) else ()
    return (*heading, CHANNEL.term(bag, "Channel"), CHANNEL_EDGE.term(bag, "Edge below the channel"))


def is_overlocked(bag: Resolved) -> bool:
    """Return whether the raw edge of the casing is overlocked: chosen, or as every edge of the bag is."""
    return HEM_EDGE.is_(bag, "overlocked") or overlocked_first(bag)


def _knife(bag: Resolved) -> tuple[Term, ...]:
    return knife_terms(bag, "Casing") if is_overlocked(bag) else ()


def _first(bag: Resolved) -> tuple[Term, ...]:
    """Return what lies between the raw edge, before it is overlocked, and the first crease."""
    return (*_knife(bag), *((TURN.term(bag, "First turn"),) if TURN.of(bag) else ()))


def turn_down(bag: Resolved) -> float:
    """Return how far the top edge is folded down: heading, channel and edge, in mm."""
    return sum(t.mm for t in _casing(bag))


def allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    """Return what the casing takes of a panel's top edge: the knife, the first turn, what is folded down."""
    return (*_first(bag), *_casing(bag))


def above_cord(bag: Resolved) -> Term:
    """Return what of the bag stands above the cord's lower row."""
    high = turn_down(bag) - CHANNEL_EDGE.of(bag)
    return Term("From the cord up to the top edge", high, "Channel and heading stand above the closing.")


def rows(bag: Resolved) -> tuple[float, ...]:
    """Return how far below the finished top its rows of stitching run: the upper one under a heading."""
    lower = turn_down(bag) - CHANNEL_EDGE.of(bag)
    return (HEADING.of(bag), lower) if HEADING.of(bag) else (lower,)


def _twice(terms: tuple[Term, ...]) -> tuple[Term, ...]:
    return tuple(t.scaled(2, times=2) for t in terms)


def channel_span(bag: Resolved) -> tuple[Sum, Sum]:
    """Return where the channel runs on the flat outer, from its raw top edge: its upper and its lower row."""
    lower = Sum(
        "To the lower row", (*_to_bottom_fold(bag), _less("Edge below the channel", CHANNEL_EDGE.of(bag)))
    )
    upper = Sum("To the top of the channel", (*lower.terms, _less("Channel", CHANNEL.of(bag))))
    return upper, lower


def _to_bottom_fold(bag: Resolved) -> tuple[Term, ...]:
    """Return the terms of t1 + 2f: where the lower fold lies on the outer once the casing is down."""
    return (*_first(bag), *_twice(_casing(bag)))


def _less(label: str, mm: float) -> Term:
    return Term(label, -mm, "Back up from there.")


def slot(bag: Resolved) -> tuple[Sum, Sum]:
    """Return where the slot begins and ends: at the channel's rows, lower where no heading stands above."""
    upper, lower = channel_span(bag)
    if not HEADING.of(bag):
        why = "Without a heading the fold above it stays closed."
        below = Term("Below the fold", BELOW_FOLD.mm(bag.unit), why, "default")
        upper = Sum("To the slot", (*upper.terms, below))
    return upper, lower


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return creases, fold-to lines, rows of stitching, the channel and its openings."""
    bag = item.bag
    turn, casing, first = TURN.of(bag), _casing(bag), _first(bag)
    creases = [("second crease", Sum("To the second crease", (*first, *casing)))]
    to = [("second, the fold comes to it", Sum("To the second fold-to line", _to_bottom_fold(bag)))]
    if turn:
        creases.insert(0, ("first crease", Sum("To the first crease", first)))
        comes = (*_knife(bag), *_twice(first[-1:]))
        to.insert(0, ("first, the raw edge comes to it", Sum("To the first fold-to line", comes)))
    out: list[Sewn] = [
        *lines_along_top(bag, form, layer, tuple(creases), "Creases of the casing, from the raw top edge"),
        *lines_along_top(bag, form, layer, tuple(to), "Fold-to lines, from the raw top edge"),
    ]
    upper, lower = channel_span(bag)
    told = [("lower row", lower)]
    if HEADING.of(bag):
        told.insert(0, ("upper row", upper))
    check = tuple(
        (f"{name}, from the finished top", Sum("From the finished top", (Term("Rows", mm, "To check it."),)))
        for (name, _), mm in zip(told, rows(bag), strict=True)
    )
    label = "Rows of stitching, from the raw top edge"
    out += lines_along_top(bag, form, layer, (*told, *check), label, "row", len(told))
    opening, opens = OPENING.of(bag), len(out)
    if opening == "slot":
        start, end = slot(bag)
        out += side_openings(bag, form, layer, "Slot for the cord", (("unsewn from", start), ("to", end)))
    elif opening == "slit":
        raw = Sum("From the raw edge", (Term("Raw top edge", 0.0, "Left open from here."),))
        ends = Sum("To the end of the slit", _to_bottom_fold(bag))
        out += side_openings(bag, form, layer, "Open slit", (("unsewn from", raw), ("seam begins", ends)))
    elif opening == "ends":
        raw = Sum("From the raw edge", (Term("Raw top edge", 0.0, "Finished before the casing is folded."),))
        out += side_openings(
            bag, form, layer, "Side seam ends", (("open from", raw), ("seam begins", lower)), every=True
        )
    channel = Channel(
        HEADING.of(bag),
        rows(bag)[-1],
        tuple(o.key for o in out[opens:] if isinstance(o, Opening)),
        raw=not is_overlocked(bag),
    )
    down = Term("Casing", turn_down(bag), "It ends at the lower fold.")
    out += motif_zone(bag, form, _to_bottom_fold(bag), down)
    middle = Sum(
        "To the middle of the channel", (*lower.terms, _less("Half the channel", CHANNEL.of(bag) / 2))
    )
    loops = loops_caught(bag, form, layer, turn_down(bag))
    return (*out, channel, *eyelets(bag, form, layer, middle), *loops)
