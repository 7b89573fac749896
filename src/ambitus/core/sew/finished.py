"""The end of the work, compared with the form: what is missing of the bag that was to be sewn."""

from collections.abc import Iterator

from ambitus.core.sew.work import Work
from ambitus.core.words import within


def missing(work: Work) -> tuple[str, ...]:
    """Return in words what is missing once every step is done; nothing where the bag is what was planned."""
    return (*_seams(work), *_edges(work), *_pieces(work), *_bodies(work))


def _seams(work: Work) -> Iterator[str]:
    plan = work.plan
    for key, seam in plan.seams.items():
        if not work.is_sewn(key):
            yield f"the {within(seam.label)} is not finished"
    for key, openings in plan.openings.items():
        layer = key.partition(" ")[0]
        for one in openings:
            if one.closed and (layer, one.key) not in work.closed:
                yield f"the {one.label} of the {layer} is open"
            elif not one.closed and f"{layer} {one.key}" not in work.held:
                yield f"the edges of the {one.label} are loose"
    for layer in plan.squares:
        if not work.is_boxed(layer) or layer not in work.tips | work.cut_out:
            yield f"the corners of the {layer} are not boxed"
        if plan.corners_overcast and layer not in work.overcast:
            yield f"the corners of the {layer} fray"
    for layer in plan.folded_up - work.folded_up:
        yield f"the {plan.folds[layer]} of the {layer} lie{'s' * (plan.folds[layer] == 'base')} unfolded"
    for layer in plan.forms:
        for key in work.to_mouth(layer) if not plan.strip_at_mouth else ():
            if key not in work.pressed:
                yield f"the {within(plan.seams[key].label)} is not pressed"


def _edges(work: Work) -> Iterator[str]:
    for edge, lines in work.plan.lines.items():
        if any(line.kind == "crease" for line in lines) and edge not in work.folded:
            yield f"the {edge[2]} of the {edge[0]} is not folded"
        if any(line.kind == "row" for line in lines) and edge not in work.stitched:
            yield f"the {edge[2]} of the {edge[0]} is not stitched"
    rowed = {edge[:2] for edge, lines in work.plan.lines.items() if any(line.kind == "row" for line in lines)}
    for edge in sorted(work.plan.free - work.hemmed):
        # where the top itself is left raw this is too
        if edge[:2] in rowed:
            yield f"the {edge[2]} of the {edge[0]} is raw"
    for edge in work.plan.bound:
        if edge not in work.bound:
            yield f"the {edge[2]} of the {edge[0]} is not bound"
    for layer in work.plan.holes - work.pierced:
        yield f"the eyelets of the {layer} are not made"


def _pieces(work: Work) -> Iterator[str]:
    for one in work.plan.put_on:
        if one.printed and one.of not in work.printed:
            yield f"the {within(one.label)} is not on"
    for layer in sorted({piece.layer for piece in work.plan.pieces} - work.cut):
        yield f"the pieces of the {layer} are not cut"
    for key, piece in work.plan.by_key.items():
        on_it = key in work.used or (work.plan.teeth is not None and key == work.plan.teeth.strip)
        if not on_it:
            yield f"{piece.name} is left over"
        if key in work.plan.running and key not in work.fixed:
            yield f"{piece.name} is not sewn along the face"
        if key in work.plan.rolled - work.rolled:
            yield f"{piece.name} is not folded again between its marks"
        if key in work.plan.holed - work.holed:
            yield f"the buttonhole of {piece.name} is not worked"
        if key in work.threaded - work.knotted:
            yield f"the ends of {piece.name} are loose"


def _bodies(work: Work) -> Iterator[str]:
    bodies = work.bodies(work.plan.forms)
    if len(bodies) > 1:
        yield "its layers are not joined"
    if any(work.out(body) != "right" for body in bodies):
        yield "its right side is not out"
    if any(layer not in work.doubled for layer in work.plan.doubled):
        yield "its second layer is not on"
