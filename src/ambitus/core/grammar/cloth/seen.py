"""How what a panel is pieced of shows on the standing bag: its joins across its walls, or up them."""

from collections.abc import Iterator
from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.stance import Level, On, Stance, Upright
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.cloth.pieced import begins_at, first_cloth, joins_of, runs_across, to_piece
from ambitus.core.grammar.cloth.strips import front_only, is_pieced, of_strips
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.cut_size import bottom_cut, front_cut
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def _levels(bag: Resolved, form: Form) -> Iterator[Level]:
    wide, foot = front_cut(bag, form, "width"), form.stance.bottom

    def seen(looks: str, raw: float, high: float, low: float, top: float) -> Iterator[Level]:
        """Of a panel *high* mm as cut, its raw edge at *raw*, of which *low* to *top* shows."""
        wanted = to_piece(bag, wide, high)
        begins = raw + (wanted - high) / 2
        for down, cloth in joins_of(bag, wanted, looks):
            if low < begins - down < top:
                yield Level(snap(begins - down), cloth)

    raw = form.height + sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
    yield from seen("outer", raw, front_cut(bag, form, "height"), foot, form.height)
    if foot:
        # what stands below the join of the bottom is pieced by itself, from its own upper edge
        yield Level(foot, "contrast")
        if of_strips(bag) and (high := bottom_cut(bag, form, "height")):
            yield from seen("contrast", foot + JOIN_ALLOWANCE.of(bag), high, 0.0, foot)


def _uprights(bag: Resolved, form: Form) -> Iterator[Upright]:
    wide, foot = front_cut(bag, form, "width"), form.stance.bottom
    wanted, half = (
        to_piece(bag, wide, front_cut(bag, form, "height")),
        form.mm("flat_opening") / 2 - form.panel_at,
    )
    begins = -begins_at(bag, wanted, "outer")
    parts = [("outer", foot, form.height), *([("contrast", 0.0, foot)] if foot and of_strips(bag) else [])]
    for looks, low, high in parts:
        joins = [(begins, first_cloth(bag, wanted, looks))]
        joins += [(begins + along, cloth) for along, cloth in joins_of(bag, wanted, looks)]
        for at, (x, cloth) in enumerate(joins):
            ends = min(half, joins[at + 1][0]) if at + 1 < len(joins) else half
            if x < half and ends > -half:
                yield Upright(max(x, -half), ends, low, high, cloth)


def seen_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """
    Return the outer's *form* with the joins of its panels to be seen, where those are pieced; a front that
    alone is pieced is no longer cut as its back is.
    """
    if layer != "outer" or not is_pieced(bag):
        return form
    stance, faces = form.stance, form.faces
    on: On = "front" if front_only(bag) else "panels"
    if on == "front":
        faces = tuple(f if f.part else replace(f, group=f"{f.side} {f.group}") for f in faces)
    if runs_across(bag):
        levels = tuple(
            level if _all_round(level, stance) else replace(level, on=on) for level in _levels(bag, form)
        )
        stance = replace(stance, levels=(*stance.levels, *levels))
    else:
        stance = replace(
            stance, uprights=(*stance.uprights, *(replace(one, on=on) for one in _uprights(bag, form)))
        )
    return replace(form, faces=faces, stance=stance)


def _all_round(level: Level, stance: Stance) -> bool:
    """Return whether *level* is the join of a bottom, that goes round whatever the panels are pieced of."""
    return level.z == stance.bottom
