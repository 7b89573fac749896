"""Strips and small pieces: made, held, sewn on; cords threaded, an insert laid in."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import (
    core_of,
    has_rows,
    is_cut,
    is_made,
    is_marked,
    is_ready,
    no_iron,
    reached,
    refuse,
    staying,
)
from ambitus.core.sew.doing.zips import zip_at_hand
from ambitus.core.sew.work import Work


def _foldable(work: Work, key: str, iron: bool) -> None:
    """Refuse to fold a strip that is not cut, has no core yet, or melts under the iron."""
    piece = work.plan.by_key[key]
    is_cut(work)
    refuse(key in work.made, f"{piece.name} is made already")
    refuse(iron and piece.layer in work.plan.cold, f"{piece.name} melts under an iron")
    core = core_of(key)
    refuse(core in work.plan.by_key and core not in work.used, f"the core of {piece.name} is not on it")
    refuse(key in work.plan.stretched - work.stretched, f"{piece.name} is not stretched yet")


def _stretch_out(work: Work, act: acts.StretchOut) -> None:
    for key in work.plan.strips(act.pieces):
        is_cut(work)
        name = work.plan.by_key[key].name
        refuse(key not in work.plan.stretched, f"{name} is folded as it is cut")
        refuse(key in work.stretched, f"{name} is stretched already")
        refuse(key in work.creased or key in work.made, f"{name} is folded already")
        work.stretched.add(key)


def _crease(work: Work, act: acts.Crease) -> None:
    for key in work.plan.strips(act.pieces):
        _foldable(work, key, act.iron)
        work.creased.add(key)


def _make(work: Work, act: acts.Make) -> None:
    for key in work.plan.strips(act.pieces):
        _foldable(work, key, act.iron)
        refuse(act.folded and key not in work.creased, f"{work.plan.by_key[key].name} has not been folded")
        work.made.add(key)
    inside = work.plan.strips(act.into)
    refuse(bool(set(inside) & work.used), "it is drawn in already")
    work.used |= set(inside)


def _on_slider(work: Work, act: acts.OnSlider) -> None:
    refuse(len(work.zip.sides) < 2, "the zip is not in yet")
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        refuse(key in work.used, "it is on already")
        work.used.add(key)


def _baste(work: Work, act: acts.Baste) -> None:
    is_marked(work)
    edges = [
        e
        for e in work.plan.edges(acts.Edges((act.to,), act.at))
        if act.at != "top" or (e[1], e[2]) in work.plan.forms[act.to].mouth
    ]
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        refuse(key in work.basted or key in work.used, f"{work.plan.by_key[key].name} is in place already")
        _runs_down(work, key, act.to)
        if act.under:
            refuse(any(e not in work.folded for e in edges), "there is no fold yet to tuck it under")
            refuse(any(e in work.stitched for e in edges), "the fold is stitched down already")
        else:
            taken = [e for e in edges if work.is_glued(e)]
            refuse(bool(taken), "the edge that it lies at is sewn already")
            # what is caught in a seam hangs down the right side
            reached(work, act.to, "right")
        work.basted[key] = (act.to, act.at)


def _runs_down(work: Work, key: str, layer: str) -> None:
    """Refuse a strip that lies on its face all the way down, where that does not lie ready for it."""
    runs = work.plan.running.get(key)
    if runs is None:
        return
    flat = all(work.out(body) is None for body in work.bodies((layer,)))
    refuse(not flat, f"the {layer} no longer lies flat")
    base = work.plan.named(acts.Seams((layer,), "base"))
    if runs.foot == "under":
        refuse(key not in work.ringed, f"{work.plan.by_key[key].name} is not joined to a ring yet")
        refuse(any(not work.is_sewn(b) for b in base), "the base seam that it lies over is not sewn yet")
    else:
        refuse(any(work.is_begun(b) for b in base), "the base seam that is to catch it is sewn")


def _roll(work: Work, act: acts.Roll) -> None:
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        name = work.plan.by_key[key].name
        refuse(key not in work.plan.rolled, f"{name} stays flat")
        refuse(key in work.rolled, f"{name} is folded again already")
        work.rolled.add(key)


def _buttonhole(work: Work, act: acts.Buttonhole) -> None:
    is_marked(work)
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        name = work.plan.by_key[key].name
        refuse(key not in work.plan.holed, f"{name} has no buttonhole")
        refuse(key in work.holed, f"the buttonhole of {name} is worked already")
        refuse(key in work.used, f"{name} is on its panel already: the hole would go through that too")
        work.holed.add(key)


def _set_half(work: Work, act: acts.SetHalf) -> None:
    is_marked(work)
    name = work.plan.by_key[act.on].name
    is_ready(work, act.piece)
    refuse(act.piece in work.halved, f"its half is in {name} already")
    whole = {key for one in work.plan.put_on if one.half_on == act.on for key in one.pieces}
    refuse(act.piece not in whole, f"no half of it belongs in {name}")
    refuse(act.on in work.used or act.on in work.made, f"{name} is made up already: no half can be set in it")
    for key in sorted(whole - {act.piece}):
        # a patch lies behind it
        is_ready(work, key)
    work.halved.add(act.piece)


def _ring_up(work: Work, act: acts.RingUp) -> None:
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        name = work.plan.by_key[key].name
        refuse(key in work.ringed, f"{name} is joined to a ring already")
        refuse(key in work.basted or key in work.used, f"{name} is in place already")
        work.ringed.add(key)


def _lay_on(work: Work, act: acts.LayOn) -> None:
    is_marked(work)
    put = [one for one in work.plan.put_on if one.layer == act.layer]
    for key in work.plan.strips(act.pieces):
        name = work.plan.by_key[key].name
        is_ready(work, key)
        refuse(key in work.basted or key in work.used, f"{name} is in place already")
        own = [one for one in put if key in one.pieces]
        refuse(not own, f"{name} has no place on the {act.layer}")
        halves = any(one.half_on and one.pieces[0] not in work.halved for one in own)
        refuse(halves, f"the other half of {name} is not set yet: it is found from that")
        for one in own:
            face = (act.layer, one.at.face)
            refuse(work.out(work.body_of(face)) is not None, f"the {act.layer} no longer lies flat")
            edges = work.plan.forms[act.layer].face(one.at.face).edges
            sides = [(*face, e.name) for e in edges if one.across and e.name.startswith("side")]
            refuse(any(work.is_glued(e) for e in sides), "the side seam that is to catch it is sewn")
            base = [(*face, e.name) for e in edges if one.to_base and e.seam == "base"]
            refuse(any(work.is_glued(e) for e in base), "the base seam that is to catch it is sewn")
        work.basted[key] = (act.layer, "")


def _print(work: Work, act: acts.Print) -> None:
    is_marked(work)
    no_iron(work, act.iron, (act.layer,))
    refuse(act.of in work.printed, "the motif is on already")
    own = [one for one in work.plan.put_on if one.layer == act.layer and one.of == act.of and one.printed]
    refuse(not own, f"no motif has a place on the {act.layer}")
    for one in own:
        body = work.body_of((act.layer, one.at.face))
        refuse(work.out(body) is not None, f"the {act.layer} no longer lies flat")
        layers = {face[0] for face in work.faces_of(body)}
        refuse(layers != {act.layer}, f"the {act.layer} is no longer a single layer")
    work.printed.add(act.of)


def _fix(work: Work, act: acts.Fix) -> None:
    for key in work.plan.strips(act.pieces):
        is_ready(work, key)
        refuse(key in work.used, f"{work.plan.by_key[key].name} is sewn on already")
        refuse(key not in work.basted, f"{work.plan.by_key[key].name} is not in its place yet")
        layer, at = work.basted[key]
        if at == "top":
            reached(work, layer, act.side)
            rows = [
                e for e in work.plan.edges(acts.Edges((layer,), at)) if e in work.folded and has_rows(work, e)
            ]
            refuse(any(e not in work.stitched for e in rows), "the fold that holds it is not stitched yet")
        work.fixed.add(key)
        work.used.add(key)


def _narrow(work: Work, act: acts.Narrow) -> None:
    zip_at_hand(work)
    for key in work.plan.strips(act.pieces):
        refuse(key in work.basted or key in work.used, "the tabs are on already")
        refuse(bool(work.zip.sides), "the zip is sewn in: its ends can no longer be closed")
        work.basted[key] = ("", "")


def _keep_ends(work: Work, act: acts.KeepEnds) -> None:
    is_cut(work)
    for key in work.plan.strips(act.pieces):
        name = work.plan.by_key[key].name
        refuse(act.flame and not work.plan.by_key[key].melts, f"{name} burns: it does not melt")
        refuse(act.flame and key in work.threaded, f"{name} lies beside the cloth: no flame there")
        refuse(key in work.threaded, "its ends are knotted or fraying already")
        refuse(key in work.kept, "its ends are kept already")
        work.kept.add(key)


def _thread(work: Work, act: acts.Thread) -> None:
    is_cut(work)
    refuse(not work.plan.channels, "there is no channel")
    for layer, channel in work.plan.channels:
        if channel.strip:
            bands = work.plan.strips((channel.strip,))
            refuse(any(b not in work.used for b in bands), "the bands that it runs in are not sewn in")
            continue
        tops = [(layer, face, edge) for face, edge in work.plan.forms[layer].mouth]
        rowed = [e for e in tops if has_rows(work, e)]
        refuse(not act.laid and any(e not in work.stitched for e in rowed), "its channel is not stitched yet")
        refuse(act.laid and any(e not in work.folded for e in rowed), "there is no fold yet to lay it in")
        refuse(act.laid and any(e in work.stitched for e in rowed), "its channel is stitched already")
        round_it = all(work.out(work.body_of(e[:2])) is not None for e in rowed)
        refuse(act.laid and not round_it, "its two ends do not meet yet: there is no way round")
        open_yet = [p for key in channel.opens for p in work.open_parts(layer, key)]
        free = channel.ends_free and bool(work.plan.free)
        refuse(
            not open_yet and not free and layer not in work.pierced,
            "the channel is closed: there is no way in",
        )
        refuse(bool(staying(work, layer) - work.held), "the edges of its opening are not held back yet")
    for key in work.plan.strips(act.pieces):
        piece = work.plan.by_key[key]
        refuse(key in work.threaded, f"{piece.name} is in already")
        refuse(piece.source == "cloth" and key not in work.made, f"{piece.name} has not been made")
        work.threaded.add(key)
        work.used.add(key)
        if not act.loose:
            work.knotted.add(key)


def _knot(work: Work, act: acts.Knot) -> None:
    for key in work.plan.strips(act.pieces):
        refuse(key not in work.threaded, "it is not in its channel yet")
        work.knotted.add(key)


def _lay_in(work: Work, act: acts.LayIn) -> None:
    is_cut(work)
    for body in work.bodies(("outer",)):
        refuse(work.out(body) != "right", "the bag is not right side out yet")
    refuse(len(work.bodies(work.plan.forms)) > 1, "the bag is not sewn up yet")
    for key in work.plan.strips(act.pieces):
        refuse(key in work.used, "it lies in the bag already")
        work.used.add(key)


#: what each act does
DOES: Doing = {
    acts.Crease: _crease,
    acts.Make: _make,
    acts.OnSlider: _on_slider,
    acts.Baste: _baste,
    acts.RingUp: _ring_up,
    acts.Roll: _roll,
    acts.StretchOut: _stretch_out,
    acts.Buttonhole: _buttonhole,
    acts.SetHalf: _set_half,
    acts.LayOn: _lay_on,
    acts.Print: _print,
    acts.Fix: _fix,
    acts.Narrow: _narrow,
    acts.KeepEnds: _keep_ends,
    acts.Thread: _thread,
    acts.Knot: _knot,
    acts.LayIn: _lay_in,
}
