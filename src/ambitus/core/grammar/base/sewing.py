"""Steps that bases of panels share: sides, base, pressing, and the corners where there are any."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import end_at_top, openings_in
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.base.cut_as import is_folded, is_wrapped, one_round
from ambitus.core.grammar.contract import Layer, Row
from ambitus.core.grammar.order import FIRST_SEAM, HEM_SEWN, goes
from ambitus.core.grammar.reads import mouth_reading
from ambitus.core.grammar.top.fields import GAP_IN
from ambitus.core.grammar.top.lining import (
    deeper_by,
    leaves_gap,
    lies_inside,
    one_with_outer,
    says_taper,
    seam_in,
    sewn_deeper,
)
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

_RANKS: dict[Layer, int] = {"outer": 400, "lining": 500}
#: what a class of seam is called in a step, and the key of its step
_CALLED = {
    "side": ("side seams", "sides"),
    "base": ("base seam", "base"),
    "corner": ("corner seams", "corners"),
    "gusset": ("gusset seam", "gusset"),
    "join": ("join of the strip", "join"),
    "ring": ("base seam", "base"),
    "end": ("end seams", "ends"),
}


#: when the edges of single pieces are overlocked, and what has to lie ready for it
_EDGES_AT = 224
_LIES_FLAT = {"outer": "outer panels laid", "lining": "lining panels ready"}
#: how a seam is sewn that ends at the mouth
FROM_TOP = "From {start} down, so that {ends} meet."


def sewn_layers(bag: Resolved) -> Iterator[tuple[Layer, int]]:
    """Yield the layers that are sewn up by themselves, with the rank their steps begin at."""
    for layer, rank in _RANKS.items():
        if layer in bag.kinds.top.layers and not (layer == "lining" and one_with_outer(bag)):
            yield layer, rank


def _gap(bag: Resolved, layer: Layer, seam: str, part: str) -> str:
    where = GAP_IN.found(bag)
    if where is None or layer != "lining" or not leaves_gap(bag):
        return ""
    # of a gusset it lies in the seam of the front, whichever edge of the panel it is in
    here = part == "front" if seam == "gusset" else where.value == seam and part != "ends"
    here = here or (bag.kinds.base.one_seam and seam == "side")
    return " Leave the turning gap open." if here else ""


#: how the keys of the seams begin that are sewn one after the other
_KEYS = {
    ("gusset", "front"): "gusset front",
    ("gusset", "back"): "gusset back",
    ("side", "upright"): "side",
    ("side", "ends"): "end",
    # the joins of a panel that is divided are of the same class, and are sewn before
    ("join", ""): "strip join",
}


def first_of(bag: Resolved, layer: Layer) -> tuple[str, ...]:
    """Return what has to be there before a layer is sewn up: an outer is folded over what lies inside it."""
    ready = (f"{layer} panels ready",)
    return (*ready, "outer folded over") if layer == "outer" and lies_inside(bag) else ready


def sewn_together(bag: Resolved, layer: Layer) -> tuple[str, ...]:
    """Return the layers that are sewn up with *layer*: a lining that is one with its outer goes with it."""
    return ("outer", "lining") if layer == "outer" and one_with_outer(bag) else (layer,)


def _across(layers: tuple[str, ...], row: Row) -> tuple[acts.Act, ...]:
    """Return what is done for a row across corners that are boxed once they are sewn."""
    inside: acts.Side = "wrong" if row.lies == "right" else "right"
    if row.edges == "trimmed":
        return (acts.TrimTips(layers),)
    if row.edges == "sewn":
        return (acts.TurnTo(layers, inside), acts.Box(layers, row.lies))
    return (acts.TurnTo(layers, "wrong"), acts.OvercastTips(layers, row.edges == "apart"))


def row_acts(
    seams: acts.Seams, row: Row, at: int, leaves: tuple[str, ...] = (), run: acts.Run = "all"
) -> tuple[acts.Act, ...]:
    """Return what is done for the row at place *at* of seams, which leave the openings in *leaves*."""
    if row.edges == "apart":
        return (acts.Finish(seams),)
    if row.edges == "trimmed":
        return (acts.Trim(seams, at),)
    inside: acts.Side = "wrong" if row.lies == "right" else "right"
    if row.edges == "together":
        return (acts.TurnTo(seams.layers, inside), acts.Overcast(seams, at))
    return (acts.TurnTo(seams.layers, inside), acts.Sew(seams, row.lies, at, leaves, run=run))


def stitch_of(bag: Resolved, layer: Layer) -> str:
    """Return how a plain row is stitched in the cloth of *layer*."""
    cloth = bag.cloth(layer)
    foot = ("standard foot",) if cloth.pins else ()
    return f"{stitched(cloth, None, *foot)} Secure both ends."


@dataclass(frozen=True, slots=True)
class _Open:
    """
    What stays open of the seams of a class: in words, its numbers, whether all are open at the top, the keys
    of the openings, and whether their edges are finished before.
    """

    say: str = ""
    numbers: tuple[tuple[str, float], ...] = ()
    from_top: bool = False
    keys: tuple[str, ...] = ()
    finished: bool = False


def _left_open(bag: Resolved, form: Form | None, layer: Layer, seam: str) -> _Open:
    """Return what the form leaves open in the outer's seams of class *seam*: slots and slits for a cord."""
    if form is None or layer != "outer":
        return _Open()
    seams = [s for s in form.seams if s.seam == seam and end_at_top(form, s)]
    left = {s.label: o for s in seams for o in openings_in(form, s) if not o.closed}
    if not left:
        return _Open()
    opening = next(iter(left.values()))
    low, high = (mm.total for _, mm in (opening.told(0.0)[0], opening.told(0.0)[-1]))
    every = len(left) == len(seams)
    below = "below the raw top edge"
    numbers: tuple[tuple[str, float], ...] = (("open_from", low), ("open_to", high))
    flat = False
    say, from_top = f"unsewn from {{open_from}} to {{open_to}} {below}, both ends secured.", False
    if opening.between[0][0].along <= 0:
        if flat := bag.kinds.top.sewn_flat(bag):
            # by now the raw edge lies inside
            below, high = "below the finished top edge", opening.between[0][1].along
        say, from_top = f"begin {{open_to}} {below}, secured there; above, the edges stay apart.", every
        numbers = (("open_to", high),)
    say = say[0].upper() + say[1:] if every else f"{' and '.join(left)}: {say}"
    return _Open(say, numbers, from_top, tuple(o.key for o in left.values()), flat)


#: how edges are overlocked one by one of a layer that is sewn up, and lies flat no more
_OF_A_BODY = "Each edge by itself. Then measure: the knife takes cloth off."
#: what of a row is sewn, in the words of a step
_CALLED_RUN: dict[acts.Run, str] = {"all": "", "straight": "straights of the ", "curved": "curves of the "}


def _runs_of(rows: Sequence[Row], straights: bool) -> Iterator[tuple[int, Row, acts.Run]]:
    """Yield the rows of a seam with their places; where *straights* come first a row has two runs."""
    two: tuple[acts.Run, ...] = ("straight", "curved")
    for i, row in enumerate(rows):
        for run in two if straights and row.edges == "sewn" else ("all",):
            yield i, row, run


def sew(
    bag: Resolved,
    layer: Layer,
    seam: str,
    rank: int,
    *,
    needs: tuple[str, ...],
    gives: str,
    say: str = "",
    reads: tuple[Reading, ...] = (),
    lengths: tuple[tuple[str, float], ...] | None = None,
    part: str = "",
    deeper: float | None = None,
    form: Form | None = None,
    boxed: bool = False,
    on_to: str = "",
    straights: str = "",
) -> tuple[Step, ...]:
    """
    Return the steps that sew the seams of one class in one layer, by the kind of seam they are; every row of
    them stops where *form* leaves the seam open.

    *part* tells several seams of a class apart that are sewn one after the other.

    With *boxed* it is a row across corners whose layer is sewn up: no seam of the form. Every row runs
    *on to* the seams of another class, if one is named.

    Where *straights* says how they are sewn, the straights of a row come first and its curves after them.

    *lengths* stand in for those of the first row, where it is measured from something else than an edge;
    *deeper* for how much deeper the layer is sewn there.
    """
    words, name = _CALLED[seam]
    if seam == "side" and one_round(bag):
        words = "side seam"
    if bag.kinds.base.one_seam and seam == "side":
        words = "side and base seam"
    if bag.kinds.base.all_round and seam == "end":
        words = "joins of zip panel and strip"
    if part:
        words, name = f"{words}, {part},", f"{name} {part}"
    if on_to:
        words = f"{words} and the {_CALLED[on_to][0]}"
    deeper = sewn_deeper(bag, layer, seam) if deeper is None else deeper
    kind, path = seam_in(bag, layer, seam), allowance_of(seam)
    own = kind.own(bag)[0] if kind.own else 0.0
    allowance = (path.of(bag) if path in bag.values else own) + deeper
    taper = says_taper(bag, seam) if deeper and seam in ("side", "gusset", "end") else ""
    rows = kind.rows(bag, seam, allowance)
    left = _left_open(bag, form, layer, seam)
    start, ends = ("the opening", "its ends") if left.from_top else ("the top edge", "the tops")
    if form is not None and not form.mouth:
        start, ends = "the fold", "front and back"
    say = f"{say.format(start=start, ends=ends)} {left.say}".strip()
    if layer == "lining" and lies_inside(bag):
        say = f"The outer folded back, clear of the needle. {say}"
    gaps = {of: _gap(bag, layer, of, part) for of in (seam, on_to) if of}
    gap = next((said for said in gaps.values() if said), "")
    layers = sewn_together(bag, layer)
    meant = {seam: acts.Seams(layers, seam, _KEYS.get((seam, part), ""))}
    meant |= {on_to: acts.Seams(layers, on_to)} if on_to else {}
    leaves = {of: (*(left.keys if of == seam else ()), *(("gap",) if gaps[of] else ())) for of in meant}
    first = next(row for row in rows if row.edges == "sewn")
    out, ready = [], needs
    for i, row, run in _runs_of(rows, bool(straights)):
        last, apart = row is rows[-1] and run != "straight", row.edges == "apart"
        so_far = f"{row.key} straights".strip() if run == "straight" else row.key
        state = gives if last else f"{layer} {name} {so_far}"
        how = straights if run == "straight" else say
        where = f" {how}" if how and row.edges == "sewn" and not row.no_return else ""
        if row.edges == "together" and ((left.say and not left.finished) or gap):
            where = f" At the {'opening' if left.say else 'gap'} each edge by itself."
        # what stays open lies in a straight
        gapped = row.edges == "sewn" and run != "curved"
        row_say = _OF_A_BODY if apart and boxed else row.say
        out.append(
            Step(
                key=f"{layer} {name}" + ("" if last else f" {so_far}"),
                title=row.title.format(
                    seam=f"{_CALLED_RUN[run]}{words} of the {layer}", edges=f"{name} of the {layer}"
                ),
                say=f"{row_say}{where}{taper if last else ''}{gap if gapped else ''}",
                # edges that are worked one by one are, as soon as the pieces lie ready
                rank=_EDGES_AT if apart and not boxed else rank,
                needs=(*((_LIES_FLAT[layer],) if apart and not boxed else ready), *row.needs),
                gives=(state,),
                kind="no return" if row.no_return else "step",
                settings=row.settings or ("" if row.no_return else stitch_of(bag, layer)),
                lengths=row.lengths if row is not first or lengths is None else lengths,
                reads=reads if last else (),
                numbers=left.numbers if row.edges == "sewn" and where else (),
                acts=_across(layers, row)
                if boxed
                else tuple(act for of in meant for act in row_acts(meant[of], row, i, leaves[of], run)),
            )
        )
        ready = (*needs, state) if apart else (state,)
    return tuple(out)


def press_seams(bag: Resolved, layer: Layer, rank: int, *, needs: tuple[str, ...], gives: str) -> Step:
    """Return the pressing of one layer's seams, the way their kind lies."""
    pressed = next(key for key in ("side", "gusset", "ring", "end", "base") if key in bag.sewn)
    side = side_up(bag, pressed, layer)
    both = "Sides and base, from" if {"side", "base"} <= set(bag.sewn) else "From"
    return Step(
        key=f"{layer} press",
        title=f"Press the seams of the {layer} {seam_in(bag, layer, pressed).press}",
        say=f"{both} the {side} side.",
        rank=rank,
        needs=needs,
        gives=(gives,),
        settings=f"Iron: {bag.cloth(layer).iron}.",
        cautions=("hot iron",),
        acts=_pressed(sewn_together(bag, layer), side),
    )


def _pressed(layers: tuple[str, ...], side: acts.Side) -> tuple[acts.Act, ...]:
    return (acts.TurnTo(layers, side), acts.Press(layers, side))


def side_up(bag: Resolved, seam: str, layer: Layer = "outer") -> acts.Side:
    """Return the side of the cloth that seams of a class are pressed from: where they are sewn last."""
    path = allowance_of(seam)
    last = seam_in(bag, layer, seam).rows(bag, seam, path.of(bag) if path in bag.values else 0.0)[-1]
    return "right" if last.edges == "sewn" and last.lies != "right" else "wrong"


def across(bag: Resolved, form: Form, layer: Layer) -> Reading:
    """Return what a tape reads across the mouth of a layer: a lining that lies inside is narrower there."""
    read = mouth_reading(form)
    inside = deeper_by(bag, layer) if lies_inside(bag) else 0.0
    return replace(read, mm=snap(read.mm - 2 * inside)) if inside else read


def sides_and_base(
    bag: Resolved, form: Form, layer: Layer, rank: int, *, needs: tuple[str, ...], gives: str
) -> tuple[Step, ...]:
    """Return side seams, base seam and pressing of one layer; *gives* is what the pressed seams give."""
    ready = (*needs, *first_of(bag, layer))
    sides, base = f"{layer} sides sewn", f"{layer} base sewn"
    base_first, in_one = goes(bag, FIRST_SEAM, "base"), goes(bag, FIRST_SEAM, "one")
    under = (n for n, s in enumerate(bag.kinds.carry) if s.attach.runs == "under")
    rings = tuple(f"carry {n} caught" for n in under) if layer == "outer" else ()
    out = sew(
        bag,
        layer,
        "side",
        rank + (5 if base_first else 0),
        needs=ready if is_folded(bag) else (*ready, *rings),
        gives=sides,
        say=f"{FROM_TOP} Along the base and up the other side in the same go, the needle down at each corner."
        if in_one
        else FROM_TOP,
        form=form,
        reads=(across(bag, form, layer),),
        on_to="base" if in_one else "",
    )
    if in_one or is_folded(bag):
        return (*out, press_seams(bag, layer, rank + 10, needs=(sides,), gives=gives))
    out += sew(
        bag,
        layer,
        "base",
        rank + (0 if base_first else 5),
        needs=ready,
        gives=base,
        say="Raw edges level, from end to end.",
    )
    return (*out, press_seams(bag, layer, rank + 10, needs=(sides, base), gives=gives))


def before_corners(bag: Resolved, layer: Layer) -> tuple[str, ...]:
    """Return what is done before the corners of a layer: its hem, where that order was chosen."""
    return ("hem stitched",) if layer == "outer" and goes(bag, HEM_SEWN, "early") else ()


def nested(layer: Layer, rank: int, *, needs: tuple[str, ...], say: str) -> Step:
    """Return the gate before a corner is sewn: side seam exactly on base seam, or on the fold."""
    return Step(
        key=f"{layer} nested",
        title=f"Nest the seams at both corners of the {layer}",
        say=say,
        rank=rank,
        needs=needs,
        gives=(f"{layer} corners matched",),
        kind="gate",
        seen="nested",
        cautions=("pins",),
        acts=(acts.See(sewn=acts.Seams((layer,), "side")),),
    )


def sew_corners(
    bag: Resolved,
    form: Form,
    layer: Layer,
    rank: int,
    *,
    say: str,
    gives: str,
    lengths: tuple[tuple[str, float], ...] | None = None,
) -> tuple[Step, ...]:
    """Return the seam across both corners, by its kind."""
    return sew(
        bag,
        layer,
        "corner",
        rank,
        needs=(f"{layer} corners matched",),
        gives=gives,
        say=f"{say} Slow over the seams.",
        reads=(Reading("corner_seam", "Along each corner seam", form.mm("depth")),),
        lengths=lengths,
        boxed=form.corner is not None,
    )


def close_cut_corners(
    bag: Resolved, form: Form, layer: Layer, rank: int, *, needs: tuple[str, ...]
) -> tuple[Step, ...]:
    """Return the gate and the seam that close corners which have been cut out, first or after sewing."""
    on = "side seam, and at the fold that fold," if is_wrapped(bag) else "side seam"
    pull = f"Pull each cut-out flat: {on} exactly on the middle of the base, pinned there first."
    across = "From raw edge to raw edge, twice over the middle."
    return (
        nested(layer, rank, needs=(*needs, *before_corners(bag, layer)), say=pull),
        *sew_corners(bag, form, layer, rank + 5, say=across, gives=f"{layer} body sewn"),
    )
