"""How strips show on the standing bag: their joins across its walls, or up them."""

from collections.abc import Iterator
from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.stance import Level, Upright
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.cloth.fields import STRIPS_RUN
from ambitus.core.grammar.cloth.strips import OTHER, alternates, is_pieced, solved, to_piece
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.cut_size import bottom_cut, front_cut
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def _joins(bag: Resolved, wanted: float) -> Iterator[float]:
    """Yield how far from where the first strip begins each join lies, in mm, for *wanted* mm to be pieced."""
    strips, join = solved(bag, wanted), JOIN_ALLOWANCE.of(bag)
    for at in range(strips.count - 1):
        yield strips.each.total - join + at * (strips.each.total - 2 * join)


def _cloth(bag: Resolved, first: str, after: int) -> str:
    """Return the cloth of the strip *after* so many joins; nothing where all are of one."""
    if not alternates(bag):
        return ""
    return first if after % 2 == 0 else OTHER[first]


def _levels(bag: Resolved, form: Form) -> Iterator[Level]:
    wide, foot = front_cut(bag, form, "width"), form.stance.bottom

    def seen(first: str, raw: float, high: float, low: float, top: float) -> Iterator[Level]:
        """Of a panel *high* mm as cut, its raw edge at *raw*, of which *low* to *top* shows."""
        wanted = to_piece(bag, wide, high)
        begins = raw + (wanted - high) / 2
        for at, down in enumerate(_joins(bag, wanted)):
            if low < begins - down < top:
                yield Level(snap(begins - down), _cloth(bag, first, at + 1))

    raw = form.height + sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
    yield from seen("outer", raw, front_cut(bag, form, "height"), foot, form.height)
    if foot:
        # what stands below the join of the bottom is pieced by itself, from its own upper edge
        yield Level(foot, "contrast")
        if high := bottom_cut(bag, form, "height"):
            yield from seen("contrast", foot + JOIN_ALLOWANCE.of(bag), high, 0.0, foot)


def _uprights(bag: Resolved, form: Form) -> Iterator[Upright]:
    wide, foot = front_cut(bag, form, "width"), form.stance.bottom
    wanted, half = to_piece(bag, wide, front_cut(bag, form, "height")), form.mm("flat_opening") / 2
    begins = -wanted / 2
    joins = [begins, *(begins + along for along in _joins(bag, wanted))]
    for at, x in enumerate(joins):
        ends = min(half, joins[at + 1]) if at + 1 < len(joins) else half
        if x < half and ends > -half:
            yield Upright(max(x, -half), ends, foot, form.height, _cloth(bag, "outer", at))
            if foot:
                yield Upright(max(x, -half), ends, 0.0, foot, _cloth(bag, "contrast", at))


def seen_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer's *form* with the joins of its strips to be seen, where its panels are pieced."""
    if layer != "outer" or not is_pieced(bag):
        return form
    if STRIPS_RUN.is_(bag, "across"):
        stance = replace(form.stance, levels=(*form.stance.levels, *_levels(bag, form)))
    else:
        stance = replace(form.stance, uprights=(*form.stance.uprights, *_uprights(bag, form)))
    return replace(form, stance=stance)
