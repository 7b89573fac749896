"""Before anything is sewn: smoothing, drawing, cutting, marking, and what is put on pieces."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import (
    all_sewn,
    core_of,
    edges_of,
    is_cut,
    is_marked,
    is_of,
    no_iron,
    refuse,
)
from ambitus.core.sew.work import Work


def _smooth(work: Work, act: acts.Smooth) -> None:
    no_iron(work, bool(act.pressed), act.pressed)
    work.smooth = True


def _layers(work: Work, act: acts.Prepares, done: set[str], what: str) -> set[str]:
    """Return the layers whose pieces an act prepares; refuse those that are."""
    every = {piece.layer for piece in work.plan.pieces}
    meant = (set(act.only) & every) if act.only else every - set(act.leave)
    again = sorted(meant & done)
    refuse(bool(again), f"the pieces of the {again[0]} are {what} already" if again else "")
    refuse(not meant, "there are no such pieces")
    return meant


def _draw(work: Work, act: acts.Draw) -> None:
    refuse(not work.smooth, "the cloth has not been smoothed: what is measured on a fold comes out wrong")
    meant = _layers(work, act, work.drawn, "drawn")
    for piece in work.plan.pieces if meant else ():
        waits = piece.layer in meant and not work.used.issuperset(piece.made_of)
        refuse(waits, f"{piece.name} is drawn on what it is made up of, which is not sewn yet")
    work.drawn |= meant


def _cut(work: Work, act: acts.Cut) -> None:
    meant = _layers(work, act, work.cut, "cut")
    refuse(not meant <= work.drawn, "the pieces have not been drawn")
    hasty = bool((meant & work.plan.once) - work.measured_again)
    refuse(hasty, "its cloth cannot be bought again: it has to be measured a second time first")
    work.cut |= meant


def _measure_again(work: Work, act: acts.MeasureAgain) -> None:
    meant = _layers(work, act, work.measured_again, "measured again")
    refuse(not meant <= work.drawn, "the pieces have not been drawn")
    work.measured_again |= meant


def _mark(work: Work, act: acts.MarkAll) -> None:
    meant = _layers(work, act, work.marked, "marked")
    refuse(not meant <= work.cut, "the pieces have not been cut")
    sewn = {s.layer for key in work.rows for c in work.plan.seams[key].chains for s in c}
    refuse(bool(sewn & meant), "what is sewn together no longer lies flat to be marked")
    folded = {edge[0] for edge in work.folded | work.pressed_over}
    refuse(bool(folded & meant), "an edge that has to be marked is folded already")
    work.marked |= meant


def _cut_out(work: Work, act: acts.CutOut) -> None:
    for layer in act.layers:
        refuse(layer in work.cut_out, f"the corners of the {layer} are cut out already")
        if act.sewn:
            all_sewn(work, layer, "cut out")
        else:
            is_cut(work)
            own = [key for key, seam in work.plan.seams.items() if work.rows.get(key) and is_of(seam, layer)]
            refuse(bool(own), f"the {layer} is sewn: its corners no longer lie flat to be cut out")
        work.cut_out.add(layer)


def _put_on(work: Work, act: acts.PutOn) -> None:
    is_cut(work)
    found = [p for p in work.plan.by_key.values() if p.layer == act.layer]
    for piece in found:
        refuse(piece.key in work.used, f"the {act.layer} is on already")
        for face in (("outer", name) for name in piece.faces if ("outer", name) in work.plan.piece_of):
            no_iron(work, act.iron, ("outer",))
            is_marked(work)
            refuse(
                any(
                    work.is_glued((*face, edge.name)) for edge in work.plan.forms["outer"].face(face[1]).edges
                ),
                "the pieces are joined and no longer lie flat by themselves",
            )
            edges = {(*face, edge.name) for edge in work.plan.forms["outer"].face(face[1]).edges}
            refuse(bool(edges & work.folded), "an edge of it is folded already")
        closed = [key for key in work.made if core_of(key) == piece.key]
        refuse(bool(closed), "what it belongs in is made up and closed already")
        work.used.add(piece.key)
    for layer in work.plan.doubled if act.layer == "second layer" else ():
        refuse(bool(work.rows), "the pieces are joined already")
        refuse(layer in work.doubled, "the second layer is on already")
        work.doubled.add(layer)


def _make_up(work: Work, act: acts.MakeUp) -> None:
    panels = [p for p in work.plan.pieces if p.layer == act.panels and p.made_of]
    refuse(not panels, f"the panels of the {act.panels} are made up of nothing")
    no_iron(work, act.iron, ("outer",))
    for key in (key for panel in panels for key in panel.made_of):
        piece = work.plan.by_key[key]
        refuse(piece.layer not in work.cut, f"{piece.name} has not been cut")
        under = piece.role.under
        refuse(not under and key in work.used, f"{piece.name} is sewn already")
        refuse(piece.layer not in work.marked, f"the rows of {piece.name} are not marked")
        refuse(under and key not in work.used, f"{piece.name} is not under it yet")
        work.used.add(key)
    work.used |= set(work.plan.strips(act.into))


def _even(work: Work, act: acts.Even) -> None:
    layer = act.layer
    refuse(layer not in work.plan.unequal, f"the panels of the {layer} are all of one make")
    refuse(layer in work.evened, f"the panels of the {layer} are even already")
    is_cut(work)
    for key, seam in work.plan.seams.items():
        faces = {s.face for chain in seam.chains for s in chain if s.layer == layer}
        if seam.seam == "join":
            # what a strip of its own is joined of is nothing to them
            faces = {face for face in faces if not work.plan.forms[layer].face(face).part}
            refuse(bool(faces) and not work.rows.get(key), "what the panels are joined of is not joined yet")
        elif len({face.partition(" ")[0] for face in faces}) > 1:
            refuse(bool(work.rows.get(key)), "front and back are sewn to each other already")
    refuse(any(edge[0] == layer for edge in work.folded), "an edge of them is folded already")
    for piece in work.plan.by_key.values():
        late = layer == "outer" and piece.layer == "interfacing" and piece.key not in work.used
        refuse(late, f"{piece.name} is not on yet: what is put on draws in")
    work.evened.add(layer)


def _finish(work: Work, act: acts.Finish) -> None:
    is_cut(work)
    if isinstance(act.edges, acts.Seams):
        edges = tuple({e for key in work.plan.named(act.edges) for e in edges_of(work.plan.seams[key])})
    else:
        edges = work.plan.edges(act.edges)
    for edge in edges:
        name = f"{edge[2]} of the {edge[0]}"
        refuse(work.is_glued(edge), f"the {name} is sewn: it is no longer an edge by itself")
        refuse(edge in work.folded, f"the {name} is folded: its raw edge lies inside")
        refuse(edge in work.finished, f"the {name} is overlocked already")
    work.finished |= set(edges)
    for key, seam in work.plan.seams.items():
        plan = work.plan.rows_of(key)
        if plan and plan[0].done == "apart" and edges_of(seam) <= work.finished:
            work.rows.setdefault(key, 1)


#: what each act does
DOES: Doing = {
    acts.Smooth: _smooth,
    acts.Draw: _draw,
    acts.MeasureAgain: _measure_again,
    acts.Cut: _cut,
    acts.MarkAll: _mark,
    acts.CutOut: _cut_out,
    acts.PutOn: _put_on,
    acts.MakeUp: _make_up,
    acts.Even: _even,
    acts.Finish: _finish,
}
