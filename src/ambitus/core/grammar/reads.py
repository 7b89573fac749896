"""Which seams lie across a way that a tape is laid: what a reading says of them follows from it."""

from collections import Counter

from ambitus.core.form.model import FOLD, Form
from ambitus.core.steps.model import Reading


def round_mouth_edges(form: Form) -> dict[str, int]:
    """Return the classes of seam once round the mouth, and how many of their edges lie there."""
    faces = {face.name: face for face in form.faces}
    round_it: Counter[str] = Counter()
    for name, edge in form.mouth:
        edges = faces[name].edges
        at = faces[name].edge_index(edge)
        beside = (edges[at - 1].seam, edges[(at + 1) % len(edges)].seam)
        round_it.update(seam for seam in beside if seam != edges[at].seam)
    return dict(round_it)


def across_edges(form: Form) -> dict[str, int]:
    """Return the classes of seam across the flat mouth, and how often: half of what lies round it."""
    return {seam: edges // 2 for seam, edges in round_mouth_edges(form).items()}


def upward_edges(form: Form) -> dict[str, int]:
    """
    Return the classes of seam at the ends of a panel's height, and how often each; none where the height
    does not end at a seam: at a square that is cut from seam lines, at a mark on a side panel.

    Where corners are cut out first the height ends at the corner's seam: a base seam sewn deeper takes of the
    depth.
    """
    body = next(face for face in form.faces if not face.part)
    if form.corner is not None or any(face.part == "side" for face in form.faces):
        return {}
    high = next((m for m in body.measures if m.key == "height"), None)
    ends = [name for name in (high.low, high.high) if name != FOLD] if high else []
    found = Counter(body.edges[body.edge_index(name)].seam for name in ends)
    if any(edge.seam == "corner" for edge in body.edges):
        found["corner"] = found.pop("base", 0) or 2
    if any(edge.seam == "top" and edge.bend is not None for edge in body.edges):
        # what meets a zip all round is no seam that is sewn deeper by itself
        found.pop("top", None)
    # over the fold of a piece both of its halves are measured
    return {seam: times // 2 if high and high.folds else times for seam, times in found.items()}


def depth_edges(form: Form) -> dict[str, int]:
    """
    Return the classes of seam across the depth of a base, and how often each. Of corners that are cut out
    first the side seams take of it, and a corner's seam that is sewn deeper gives as much again.
    """
    walls = {face.part for face in form.faces} & {"gusset", "side"}
    if walls:
        return {walls.pop(): 2}
    body = next(face for face in form.faces if not face.part)
    if any(edge.seam == "corner" for edge in body.edges):
        return {"side": 2, "corner": -2}
    return {}


def lid_edges(form: Form) -> dict[str, dict[str, int]]:
    """Return for each size of a lidded body the classes of seam across it; what a zip takes is not told."""
    body = next(face for face in form.faces if not face.part)
    if any(edge.seam == "corner" for edge in body.edges):
        return {"length": {"corner": 2}, "height": {"end": 2, "corner": -2}}
    return {"length": {"end": 2}}


def mouth_reading(form: Form, label: str = "Across the mouth, flat") -> Reading:
    """Return what a tape reads across the mouth of a body that is laid flat."""
    if not form.mouth:
        # a body that is folded at its top lies between its side seams
        return Reading("mouth_flat", "Along the fold, flat", form.mm("flat_opening"), {"side": 2})
    return Reading("mouth_flat", label, form.mm("flat_opening"), across_edges(form))
