"""Seams: sewn row by row, trimmed, overcast, pressed, snipped."""

from typing import Any

from ambitus.core.sew import acts
from ambitus.core.sew.acts import Side
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import is_in, is_marked, label, no_iron, reached, refuse, wrap_in
from ambitus.core.sew.doing.zips import zip_is_cut, zip_ready
from ambitus.core.sew.plan import FaceAt
from ambitus.core.sew.turning import turned_corners
from ambitus.core.sew.work import Work


def _next_row(work: Work, key: str, row: int, done: str) -> None:
    """Refuse a row that is not the next of its seam, or not what is to be done to it."""
    plan, at = work.plan.rows_of(key), work.rows.get(key, 0)
    name = label(work, key)
    refuse(row < at, f"the {name} is sewn that far already")
    refuse(row > at, f"what comes before this row of the {name} has not been done")
    refuse(row >= len(plan) or plan[row].done != done, f"the {name} is not sewn so")


def _next_run(work: Work, key: str, run: acts.Run) -> None:
    """Refuse a run of a row that is sewn already, or that the seam has none of."""
    done, name = work.runs.get(key, set()), label(work, key)
    refuse(run in done or (run == "all" and bool(done)), f"the {name} is sewn that far already")
    joined = work.plan.gluing.joined[key]
    has = run == "all" or any(work.plan.gluing.in_run(join, run) for join in joined)
    refuse(not has, f"nothing of the {name} is {run}")


def _sew(work: Work, act: acts.Sew) -> None:
    keys = work.plan.named(act.seams)
    refuse(not keys, f"there is no such seam: {act.seams.of}")
    for key in keys:
        _sew_one(work, key, act)


def _sew_one(work: Work, key: str, act: acts.Sew) -> None:
    seam, name = work.plan.seams[key], label(work, key)
    refuse(act.side is not None and not seam.sides, "a zip has two sides, and this mouth has more")
    if act.side is None:
        _next_row(work, key, act.row, "sewn")
        _next_run(work, key, act.run)
        planned = work.plan.rows_of(key)[act.row].lies
        refuse(planned not in (None, act.lies), f"the {name} is not sewn with {act.lies} sides together")
    chains = [
        c
        for c, side in zip(seam.chains, seam.sides or (None,) * len(seam.chains), strict=True)
        if act.side is None or side == act.side
    ]
    faces = {(s.layer, s.face) for chain in chains for s in chain}
    _ready(work, faces)
    shut = next((one for one in work.plan.openings.get(key, ()) if one.key not in act.leaves), None)
    refuse(shut is not None, f"the {name} would be sewn shut across what stays open" if shut else "")
    refuse(not set(act.leaves) <= _openings_of(work, act), f"the {name} has no such opening")
    for strip in work.plan.caught.get(key, ()) if act.side is None and not work.rows.get(key) else ():
        refuse(not is_in(work, strip), f"the ends of the {strip.partition(' ')[0]} are not in the {name} yet")
    refuse(
        bool(work.plan.windows) and not work.zip.sides,
        "the zip is not behind its window yet, and nobody reaches that any more",
    )
    bodies = tuple(dict.fromkeys(work.body_of(face) for face in faces))
    out = _lie(work, bodies, act.lies, name)
    _reaches(work, act, chains, name)
    if act.side is None:
        _crossed(work, key, name)
    else:
        zip_ready(work, act.side)
    _glue(work, key, act, chains, bodies, out)


def _reaches(work: Work, act: acts.Sew, chains: list[Any], name: str) -> None:
    """Refuse a row that ends before the seams that are to cross its ends."""
    for s in (s for chain in chains for s in (chain[0], chain[-1])) if act.short else ():
        edges = work.plan.piece_of[s.layer, s.face].edges
        i = next(i for i, edge in enumerate(edges) if edge.name == s.edge)
        beside = min(edges[i - 1].allowance, edges[(i + 1) % len(edges)].allowance)
        refuse(act.short > beside + 1e-6, f"the row of the {name} ends before the seam that crosses it")


def _openings_of(work: Work, act: acts.Sew) -> set[str]:
    """Return the openings in any of the seams that an act sews."""
    return {one.key for key in work.plan.named(act.seams) for one in work.plan.openings.get(key, ())}


def _ready(work: Work, faces: set[FaceAt]) -> None:
    """Refuse to sew pieces that are not cut and marked, with what goes on them and out of them first."""
    is_marked(work)
    for layer in {layer for layer, _ in faces} & (work.plan.unequal - work.evened):
        sides = {face.partition(" ")[0] for of, face in faces if of == layer}
        refuse(
            len(sides) > 1, f"front and back of the {layer} are of unequal make, and nobody made them even"
        )
    for layer, face in faces:
        refuse(
            (layer, face) in work.plan.notched and layer not in work.cut_out,
            f"the corners of the {layer} have not been cut out",
        )
        refuse(layer in work.plan.doubled and layer not in work.doubled, "its second layer is not on yet")
        for piece in work.plan.by_key.values():
            on_it = layer == "outer" and face in piece.faces and piece.source == "interfacing"
            refuse(on_it and piece.key not in work.used, f"{piece.name} is not on it yet")


def _lie(work: Work, bodies: tuple[FaceAt, ...], lies: str, name: str) -> Side | None:
    """Return which side is out of what lies so to be sewn; refuse where it cannot lie so."""
    solid = [body for body in bodies if work.out(body) is not None]
    needed: Side = "wrong" if lies == "right" else "right"
    if len(solid) == 2:
        layers = [body[0] for body in solid]
        nest = next(((i, o) for i, o in work.nested if {i, o} == set(layers)), None)
        if nest is not None:
            inner, outer = (next(b for b in solid if b[0] == layer) for layer in nest)
            # what faces each other: the outside of the inner one, and the inside of the one round it
            inside: Side = "right" if work.out(outer) == "wrong" else "wrong"
            fits = work.out(inner) == inside == ("right" if lies == "right" else "wrong")
            refuse(not fits, f"the {inner[0]} and the {outer[0]} do not lie {lies} sides together")
            return needed
        refuse(True, f"the {layers[0]} does not lie in the {layers[1]} for the {name}")
    for body in solid:
        refuse(
            work.out(body) != needed,
            f"the {name} is sewn with the {needed} side out, and the {work.out(body)} side is",
        )
    return needed if solid else None


def _crossed(work: Work, key: str, name: str) -> None:
    """Refuse a seam whose ends lie ready for it only once something else is done."""
    seam = work.plan.seams[key]
    layers = {s.layer for chain in seam.chains for s in chain}
    for layer in layers & work.plan.folded_up:
        reaches = key in work.to_mouth(layer)
        refuse(
            reaches and layer not in work.folded_up,
            f"the {work.plan.folds[layer]} of the {layer} {_HAVE[work.plan.folds[layer]]} not been folded in",
        )
    if len(work.zip.sides) == 2 and any(key in work.to_mouth(layer) for layer in layers):
        zip_is_cut(work)
    refuse(
        key in work.plan.gluing.over_mouth and len(work.zip.sides) < 2,
        f"the zip is not in yet that the {name} runs across",
    )
    ends = work.glued.apart(key)
    if ends is not None:
        refuse(True, f"{' and '.join(ends)} have to be joined where the {name} goes from one to the other")
    begun = frozenset(k for k in work.rows if k != key and work.is_begun(k))
    snip = key not in work.snipped and turned_corners(work.plan, key, begun)
    refuse(snip, f"an edge of the {name} has to be snipped before it can turn")
    if len(layers) > 1 and not seam.strip:
        for layer in layers:
            left = next((k for k in work.to_mouth(layer) if work.is_sewn(k) and k not in work.pressed), None)
            refuse(
                left is not None,
                f"the {label(work, left)} has to be pressed before it is crossed" if left else "",
            )


def _straight(chains: list[Any], work: Work) -> bool:
    """Return whether chains lie along one line each: one straight edge of any face."""
    for chain in chains:
        named = [s.face for s in chain]
        if len(set(named)) < len(named):
            return False
        for s in chain:
            face = work.plan.forms[s.layer].face(s.face)
            if face.bends[face.edge_index(s.edge)] is not None:
                return False
    return True


def _glue(
    work: Work, key: str, act: acts.Sew, chains: list[Any], bodies: tuple[FaceAt, ...], out: Side | None
) -> None:
    """Join the stretches of a seam, all but what is left open, and say how what is sewn lies from now on."""
    seam = work.plan.seams[key]
    edges = {(s.layer, s.face, s.edge) for chain in chains for s in chain}
    begun = any(join in work.glued for join in work.plan.gluing.joined[key] if join.one.edge in edges)
    for join in work.plan.gluing.joined[key]:
        here = join.one.edge in edges and work.plan.gluing.in_run(join, act.run)
        if here and not (join.one.open or join.other.open):
            work.glued.add(join)
    work.begun.add(key)
    ends = [{work.body_of((s.layer, s.face)) for s in chain} for chain in chains]
    apart = sum(len(e) for e in ends) == len(set().union(*ends)) and all(len(e) == 1 for e in ends)
    if out is None and not begun and not (apart and _straight(chains, work)):
        out = "wrong" if act.lies == "right" else "right"
    if act.side is not None:
        # a zip holds what is sewn to its two sides together, and lies flat between them
        work.zip.sides.add(act.side)
        others = {f for s in work.zip.sides for f in _side_faces(work, key, s)}
        bodies = tuple(dict.fromkeys(work.body_of(face) for face in others))
    if len(bodies) > 1 or out is not None:
        work.join(bodies, out)
    if act.side is None:
        _row_done(work, key, act)
    elif work.zip.sides >= set(seam.sides):
        work.rows[key] = 1
    work.used |= {
        strip for strip in work.plan.caught.get(key, ()) if strip in work.basted and act.side is None
    }
    for strip, (layer, at) in list(work.basted.items()):
        if at == seam.seam and any(layer == s.layer for chain in seam.chains for s in chain):
            work.used.add(strip)


def _row_done(work: Work, key: str, act: acts.Sew) -> None:
    """Count a row that is sewn, once both of its runs are where it has two."""
    runs = work.runs.setdefault(key, set())
    runs.add(act.run)
    if act.run == "all" or len(runs) == 2:
        work.rows[key] = act.row + 1
        del work.runs[key]


def _side_faces(work: Work, key: str, side: int) -> set[FaceAt]:
    seam = work.plan.seams[key]
    return {
        (s.layer, s.face)
        for chain, at in zip(seam.chains, seam.sides, strict=True)
        if at == side
        for s in chain
    }


def _trim(work: Work, act: acts.Trim) -> None:
    for key in work.plan.named(act.seams):
        _next_row(work, key, act.row, "trimmed")
        work.rows[key] = act.row + 1


def _overcast(work: Work, act: acts.Overcast) -> None:
    for key in work.plan.named(act.seams):
        _next_row(work, key, act.row, "together")
        for layer in act.seams.layers:
            reached(work, layer, "wrong")
        wrap_in(work, key)
        work.rows[key] = act.row + 1


def _press(work: Work, act: acts.Press) -> None:
    no_iron(work, act.iron, act.layers)
    for layer in act.layers:
        reached(work, layer, act.side)
        begun = [key for key in work.own_seams(layer) if work.rows.get(key)]
        refuse(not begun and not work.zip.sides, f"there is no seam of the {layer} to press yet")
        work.pressed |= set(begun)


#: what is folded in, in the words of a refusal
_HAVE = {"base": "has", "sides": "have"}


def _fold_up(work: Work, act: acts.FoldUp) -> None:
    no_iron(work, act.iron, (act.layer,))
    is_marked(work)
    refuse(act.layer in work.folded_up, "it is folded in already")
    begun = any(work.is_begun(k) for k in work.to_mouth(act.layer))
    refuse(begun, "what ends at it is sewn: nothing is folded in any more")
    left = [k for k in work.own_seams(act.layer) if k not in work.to_mouth(act.layer) and not work.is_sewn(k)]
    refuse(bool(left), "the base has to be joined before anything is folded in")
    work.folded_up.add(act.layer)


def _snip(work: Work, act: acts.Snip) -> None:
    is_marked(work)
    for key in work.plan.named(act.seams):
        refuse(key in work.snipped, "it is snipped already")
        sewn = work.rows.get(key, 0) > _before(work, key)
        inside = sewn and any(
            work.out(work.body_of((s.layer, s.face))) == "right"
            for chain in work.plan.seams[key].chains
            for s in chain
        )
        refuse(inside, "its edges lie inside what is sewn")
        work.snipped.add(key)


def _before(work: Work, key: str) -> int:
    """Return how much is done to a seam before its edges meet."""
    return next((i for i, row in enumerate(work.plan.rows_of(key)) if row.done == "sewn"), 0)


#: what each act does
DOES: Doing = {
    acts.Sew: _sew,
    acts.Trim: _trim,
    acts.Overcast: _overcast,
    acts.Press: _press,
    acts.FoldUp: _fold_up,
    acts.Snip: _snip,
}
