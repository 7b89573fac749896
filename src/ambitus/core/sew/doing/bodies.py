"""What is sewn up: corners boxed, turned, put into each other, closed."""

import math

from ambitus.core.sew import acts
from ambitus.core.sew.acts import Side
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import all_sewn, is_of, label, reached, refuse, wrap_in
from ambitus.core.sew.passing import least_to_pass
from ambitus.core.sew.plan import FaceAt
from ambitus.core.sew.work import Work


def _box(work: Work, act: acts.Box) -> None:
    planned = [row for row in work.plan.corner_rows if row.done == "sewn"]
    for layer in act.layers:
        all_sewn(work, layer, "sewn across")
        done = work.boxed.get(layer, 0)
        refuse(done >= len(planned), f"the corners of the {layer} are sewn already")
        wrong = planned[done].lies in ("right", "wrong") and planned[done].lies != act.lies
        refuse(wrong, f"this row is not sewn with {act.lies} sides together")
        # between two rows of an enclosed seam the first is trimmed, and that takes the tips off
        refuse(done > 0 and layer not in work.tips | work.cut_out, "the first row has not been trimmed")
        reached(work, layer, "wrong" if act.lies == "right" else "right")
        work.boxed[layer] = done + 1


def _trim_tips(work: Work, act: acts.TrimTips) -> None:
    for layer in act.layers:
        refuse(layer not in work.boxed, f"the corners of the {layer} have not been sewn")
        refuse(layer in work.tips, f"the tips of the {layer} are off already")
        work.tips.add(layer)


def _overcast_tips(work: Work, act: acts.OvercastTips) -> None:
    for layer in act.layers:
        cut = work.cut_out if act.apart else work.tips | work.cut_out
        refuse(layer not in cut, f"the tips of the {layer} are not off yet")
        refuse(
            act.apart == (layer in work.boxed),
            "the corners are sewn already" if act.apart else "they are not sewn",
        )
        refuse(layer in work.overcast, "they are overcast already")
        reached(work, layer, "wrong")
        wrap_in(work, f"{layer} corner")
        work.overcast.add(layer)


def _level(work: Work, act: acts.Level) -> None:
    form = work.plan.forms[act.layer]
    tops = [(act.layer, face, edge) for face, edge in form.mouth]
    refuse(any(work.is_glued(edge) or edge in work.folded for edge in tops), "the top edge is sewn already")
    refuse(
        work.unsewn(act.layer) is not None, "the strip is not sewn in yet: nothing says where its ends come"
    )


def _wide_enough(work: Work, body: FaceAt, mm: float) -> None:
    layers = {layer for layer, _ in work.faces_of(body)}
    thick = sum(work.plan.thick.get(layer, 0.0) for layer in layers)
    flat = work.plan.forms["outer"].mm("flat_opening") if "outer" in layers else 0.0
    least = least_to_pass(flat, thick)
    refuse(mm + 1e-6 < least, "the opening is too small for the layers that have to pass")


def _turn_to(work: Work, act: acts.TurnTo) -> None:
    for body in work.bodies(act.layers):
        now = work.out(body)
        if now is None or now == act.out:
            continue
        refuse(_shut_by_zip(work, body), "the zip is closed, and cannot be opened from here")
        loops = work.loops(body)
        refuse(not loops and not work.zip.opened, "it has no opening to be turned through")
        _wide_enough(work, body, loops[0].mm / 2 if loops else math.inf)
        work.set_out(body, act.out)


def _shut_by_zip(work: Work, body: FaceAt) -> bool:
    """Return whether a zip lies across the mouth of a body, and is not open."""
    closed = len(work.zip.sides) == 2 and not work.zip.opened
    return closed and all(part.open for loop in work.loops(body) for part in loop.parts)


def _trim_bulk(work: Work, act: acts.TrimBulk) -> None:
    refuse(work.unsewn(act.layer) is not None, "a seam is not sewn yet where it will be trimmed")
    joining = [k for k, seam in work.plan.seams.items() if is_of(seam, act.layer) and not work.is_sewn(k)]
    refuse(bool(joining), "the mouth is not sewn yet: there is no corner to trim")
    reached(work, act.layer, "wrong")
    work.trimmed = True


def _turn(work: Work, act: acts.Turn) -> None:
    (body,) = work.bodies((act.layer,))[:1]
    refuse(len(work.bodies(work.plan.forms)) > 1, "its parts are not joined yet")
    for layer in work.plan.forms:
        if (left := work.unsewn(layer)) is not None:
            refuse(True, f"the {label(work, left)} cannot be sewn once it is turned")
        refuse(not work.is_boxed(layer), f"the {layer} is not boxed yet")
    refuse(work.out(body) is None, "nothing is closed yet that could be turned")
    refuse(work.out(body) == "right", "the right side is out already")
    refuse(
        not (work.trimmed or work.plan.ends_wrapped),
        "the bulk at its corners has to be trimmed before it is turned",
    )
    zipped = len(work.zip.sides) == 2
    refuse(zipped and not work.zip.opened, "the zip is closed, and cannot be opened from here")
    if not act.zip:
        parts = work.open_parts("lining", act.through) or work.open_parts(act.layer, act.through)
        refuse(not parts, "there is no gap to turn it through: it is sewn shut")
        _wide_enough(work, body, sum(p.mm for p in parts))
    else:
        refuse(not zipped, "there is no zip to turn it through")
        refuse(len(work.plan.forms) > 1 and not work.as_one, "outer and lining do not turn through the zip")
    work.set_out(body, "right")


def _nest(work: Work, act: acts.Nest) -> None:
    for layer in (act.inner, act.outer):
        if (left := work.unsewn(layer)) is not None:
            refuse(True, f"the {label(work, left)} is not sewn")
        refuse(not work.is_boxed(layer), f"the {layer} is not boxed yet")
    inner, outer = work.bodies((act.inner,))[0], work.bodies((act.outer,))[0]
    refuse(inner == outer, "the two are joined already")
    refuse(work.out(inner) is None or work.out(outer) is None, "the two are not sewn up yet")
    inside: Side = "right" if work.out(outer) == "wrong" else "wrong"
    refuse(
        work.out(inner) != inside,
        f"the {work.out(inner)} side of the {act.inner} would lie on the {inside} side of the {act.outer}",
    )
    work.nested.add((act.inner, act.outer))


def _close(work: Work, act: acts.Close) -> None:
    parts = work.open_parts(act.layer, act.opening)
    refuse(not parts, "there is no gap to close")
    seams = {key for key, found in work.plan.openings.items() for one in found if one.key == act.opening}
    refuse(any(not work.is_sewn(key) for key in seams if key.startswith(act.layer)), "its seam is not sewn")
    (body,) = {work.body_of(part.edge[:2]) for part in parts}
    refuse(
        work.out(body) != "right" or len(work.bodies(work.plan.forms)) > 1,
        "what is not turned yet could not be turned any more",
    )
    waiting = [key for key in work.basted if key not in work.used]
    refuse(bool(waiting), "something is not sewn in yet")
    for joins in work.plan.gluing.joined.values():
        for join in joins:
            if join.one.open == act.opening and join.one.edge[0] == act.layer:
                work.glued.add(join)
    work.closed.add((act.layer, act.opening))


def _together(work: Work, act: acts.Together) -> None:
    layers = (act.layer, act.to)
    begun = {k for layer in layers for k in work.own_seams(layer) if work.is_begun(k)}
    # panels of two parts are joined before, and lie as flat as others
    refuse(any(work.plan.seams[k].seam != "join" for k in begun), "what is sewn up cannot be basted flat")
    # without a mouth it is the window that joins them
    met = [
        work.plan.forms[layer].mouth or [(f.name, "") for f in work.plan.forms[layer].faces]
        for layer in layers
    ]
    tops = [{work.body_of((layer, f)) for f, _ in of} for layer, of in zip(layers, met, strict=True)]
    refuse(tops[0] != tops[1], "the two are not joined yet")
    refuse((act.layer, act.to) in work.as_one, "the two are one already")
    work.as_one.add((act.layer, act.to))


#: what each act does
DOES: Doing = {
    acts.Box: _box,
    acts.TrimTips: _trim_tips,
    acts.OvercastTips: _overcast_tips,
    acts.Level: _level,
    acts.TurnTo: _turn_to,
    acts.TrimBulk: _trim_bulk,
    acts.Turn: _turn,
    acts.Nest: _nest,
    acts.Close: _close,
    acts.Together: _together,
}
