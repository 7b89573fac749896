"""Along edges: folds, rows, openings held back, eyelets."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import (
    edges_of,
    has_rows,
    is_cut,
    is_made,
    is_marked,
    label,
    no_iron,
    reached,
    refuse,
    staying,
)
from ambitus.core.sew.gluing import EdgeAt
from ambitus.core.sew.work import Work


def _fold(work: Work, act: acts.Fold) -> None:
    is_marked(work)
    no_iron(work, act.iron, act.edges.layers)
    edges = work.plan.edges(act.edges)
    for layer in act.edges.layers:
        open_yet = {key for key in staying(work, layer) if key not in work.held}
        refuse(bool(open_yet), "the edges of its opening have to be held back before they are folded in")
        refuse(layer in work.plan.holes and layer not in work.pierced, "its eyelets have to be made first")
    for edge in edges:
        refuse(work.is_glued(edge), f"the {edge[2]} of the {edge[0]} is sewn to something already")
        refuse(edge in work.folded, f"the {edge[2]} of the {edge[0]} is folded already")
        refuse(_shows_raw(work, edge) and edge not in work.finished, "its raw edge would show or fray")
        refuse(act.opened and edge in work.pressed_over, "it is creased already")
        body = work.body_of(edge[:2])
        refuse(act.opened and work.out(body) is not None, "it no longer lies flat to be creased")
    if act.opened:
        work.pressed_over |= set(edges)
    else:
        work.folded |= set(edges)


def _creases(work: Work, edge: EdgeAt) -> list[float]:
    """Return where an edge is folded, from its seam line, the outermost fold first."""
    lines = [line for line in work.plan.lines.get(edge, ()) if line.kind == "crease"]
    first = lines[0].label if lines else ""
    return sorted(line.inside for line in lines if line.label == first)


def _shows_raw(work: Work, edge: EdgeAt) -> bool:
    """Return whether the raw edge of a fold lies open: folded once, or inside a channel for a cord."""
    folds = _creases(work, edge)
    if not folds or any(edge in edges_of(seam) for seam in work.plan.seams.values()):
        return False
    if len(folds) == 1:
        return True
    line = next(ln for ln in work.plan.lines[edge] if ln.kind == "crease")
    raw = -folds[0] - (line.beyond + folds[0])
    return any(
        c.upper + 1e-6 < raw < c.lower - 1e-6
        for layer, c in work.plan.channels
        if layer == edge[0] and not c.raw
    )


def _stitch(work: Work, act: acts.Stitch) -> None:
    edges = [edge for edge in work.plan.edges(act.edges) if has_rows(work, edge)]
    is_cut(work)
    for edge in edges:
        name = f"{edge[2]} of the {edge[0]}"
        refuse(edge in work.stitched, f"the {name} is stitched already")
        refuse(bool(_creases(work, edge)) and edge not in work.folded, f"the {name} has not been folded")
        mouth = [key for key, seam in work.plan.seams.items() if edge in edges_of(seam)]
        for key in mouth:
            refuse(not work.is_sewn(key), f"the {label(work, key)} has to be sewn first")
            body = work.body_of(edge[:2])
            refuse(work.out(body) == "wrong", f"the right side of the {edge[0]} lies inside")
    work.stitched |= set(edges)


def _hold_open(work: Work, act: acts.HoldOpen) -> None:
    is_cut(work)
    own = staying(work, act.layer)
    refuse(bool(own & work.held), "the edges of the opening are held already")
    refuse(
        any(edge in work.folded and edge[0] == act.layer for edge in work.folded),
        "the edges of the opening are folded in already",
    )
    work.held |= own


def _hem_free(work: Work, act: acts.HemFree) -> None:
    is_cut(work)
    own = {edge for edge in work.plan.free if edge[0] == act.layer}
    refuse(not own, f"every edge of the {act.layer} is in a seam, or along its top")
    refuse(bool(own & work.hemmed), "the edges beside the lower sides are hemmed already")
    tops = {(layer, face) for layer, face, _ in own}
    under = any(edge[:2] in tops for edge in work.folded)
    refuse(under, "the top is folded already: what is turned in beside it would lie on its hem")
    work.hemmed |= own


def _pierce(work: Work, act: acts.Pierce) -> None:
    is_marked(work)
    refuse(act.layer in work.pierced, "the eyelets are made already")
    own = [edge for edge in work.folded if edge[0] == act.layer]
    refuse(bool(own), "the cloth is folded where the eyelets go: they would go through both layers")
    mouth = [
        key for key, seam in work.plan.seams.items() if len({s.layer for c in seam.chains for s in c}) > 1
    ]
    refuse(
        any(work.rows.get(key) for key in mouth), "two layers are joined there: an eyelet goes through one"
    )
    work.pierced.add(act.layer)


def _bind(work: Work, act: acts.Bind) -> None:
    edges = work.plan.edges(act.edges)
    for key in work.plan.strips(act.pieces):
        is_made(work, key)
        refuse(key in work.used, f"{work.plan.by_key[key].name} is sewn on already")
        work.used.add(key)
    for edge in edges:
        name = f"{edge[2]} of the {edge[0]}"
        refuse(work.plan.bound.get(edge) not in act.pieces, f"the {name} is not to be bound")
        refuse(edge in work.bound, f"the {name} is bound already")
        refuse(len(act.edges.layers) > 1 and not work.is_glued(edge), f"the {name} is held to nothing yet")
        refuse(work.out(work.body_of(edge[:2])) is None, "its ends do not meet yet: there is no way round")
    for layer in act.edges.layers[:1]:
        reached(work, layer, "right")
    work.bound |= set(edges)


#: what each act does
DOES: Doing = {
    acts.Bind: _bind,
    acts.Fold: _fold,
    acts.Stitch: _stitch,
    acts.HoldOpen: _hold_open,
    acts.HemFree: _hem_free,
    acts.Pierce: _pierce,
}
