"""
A first guess of how long each act takes, in minutes, and how thick what lies under the needle is.

All are *ours*: so much a metre of what is sewn, pressed or snipped, and so much to take it up. A maker's own
log is to take their place.
"""

import math
from collections.abc import Iterable, Sequence

from ambitus.core.form.model import Piece
from ambitus.core.sew import acts
from ambitus.core.sew.acts import Act
from ambitus.core.sew.gluing import EdgeAt
from ambitus.core.sew.plan import FaceAt, Plan
from ambitus.core.sew.turning import turned_corners

#: minutes to take a thing up, and for every metre of it
CUT, SEW, OVERLOCK, PRESS = (0.5, 0.7), (0.5, 1.3), (0.3, 0.7), (0.3, 1.0)
SNIP, THREAD, FUSE = (0.0, 0.5), (1.0, 1.0), (1.0, 9.0)
PIN, MARK, LOOK, TURN, CORNER, SLIP = 1.0, 0.2, 0.3, 2.0, 0.4, 40.0
TURN_THICK, THICK, TOPSTITCH, SLOW = 5.0, 2.0, 1.3, 2.0
#: Default (ours): marking, working and cutting open one buttonhole.
BUTTONHOLE = 4.0


def minutes_of(plan: Plan, step: Sequence[Act]) -> float:
    """
    Return about how many minutes a step takes one pair of hands.

    A seam of 420 mm: pinned 0.42, sewn 0.5 + 1.3 × 0.42; its pressing 0.3 + 0.42 is a step of its own.
    """
    done = [act for act in step if not isinstance(act, acts.TurnTo)]
    # what is turned before a row is turned in passing
    return sum(_minutes(plan, act) for act in done or step)


def _metres(plan: Plan, keys: Sequence[str], layers: Sequence[str], run: acts.Run = "all") -> float:
    """Return how long seams are together, in metres, in these layers and this run; openings are not."""
    joined = [join for key in keys for join in plan.gluing.joined.get(key, ())]
    own = (
        join
        for join in joined
        if join.one.edge[0] in layers and not join.one.open and plan.gluing.in_run(join, run)
    )
    return sum(join.one.mm for join in own) / 1000


def _edges(plan: Plan, edges: Sequence[EdgeAt]) -> float:
    parts = (part for at in {e[:2] for e in edges} for part in plan.gluing.parts[at] if part.edge in edges)
    return sum(part.mm for part in parts) / 1000


def _outline(pieces: Iterable[Piece]) -> float:
    """Return how far scissors go round pieces, in metres."""
    return sum(
        2 * piece.count * ((box := piece.box)[2] - box[0] + box[3] - box[1]) / 1000 for piece in pieces
    )


def prepared(plan: Plan, act: acts.Prepares) -> list[Piece]:
    """Return the pieces that an act draws, cuts or marks."""
    return [p for p in plan.pieces if (p.layer in act.only if act.only else p.layer not in act.leave)]


def _prepares(plan: Plan, act: acts.Prepares) -> float:
    """Return how long the pieces of some layers take to draw, cut or mark."""
    pieces = prepared(plan, act)
    match act:
        case acts.MarkAll():
            return MARK * sum(len(p.marks) * p.count for p in pieces)
        case acts.Draw() | acts.MeasureAgain():
            return CUT[0] * sum(p.count for p in pieces)
        case acts.Cut():
            return CUT[0] * sum(p.count for p in pieces) + CUT[1] * _outline(pieces)


def _strips(plan: Plan, names: Sequence[str]) -> tuple[int, float]:
    """Return how many strips there are, and how long they are together in metres."""
    found = [plan.by_key[key] for key in plan.strips(names)]
    long = sum(p.count * (p.size("length") if "length" in p.sums else p.box[2] - p.box[0]) for p in found)
    return sum(p.count for p in found), long / 1000


def sewn_metres(plan: Plan, act: acts.Sew) -> tuple[Sequence[str], float]:
    """Return the seams that an act sews, and how long its row is along them, in metres."""
    keys = plan.named(act.seams)
    metres = _metres(plan, keys, act.seams.layers, act.run)
    if act.side is not None:
        edges = [
            (s.layer, s.face, s.edge)
            for key in keys
            for chain, side in zip(plan.seams[key].chains, plan.seams[key].sides, strict=False)
            if side == act.side
            for s in chain
        ]
        metres = _edges(plan, edges) / max(1, len(act.seams.layers))
    return keys, metres


def stitched_metres(plan: Plan, act: acts.Stitch) -> tuple[int, float]:
    """Return how many rows an act stitches, and how long each is, in metres."""
    rowed = [e for e in plan.edges(act.edges) if e[0] == act.edges.layers[0]]
    rows = max((sum(ln.kind == "row" for ln in plan.lines.get(e, ())) for e in rowed), default=0)
    return rows, _edges(plan, rowed)


def made_up_metres(plan: Plan, act: acts.MakeUp) -> tuple[int, float]:
    """Return how many rows are sewn where pieces are made up, and their metres together."""
    rows, long = 0, 0.0
    for panel in (p for p in plan.pieces if p.layer == act.panels):
        strips = [plan.by_key[key] for key in panel.made_of if plan.by_key[key].layer == "strip"]
        joins = sum(strip.count for strip in strips) - panel.count if strips else 0
        rows += joins
        long += joins * _alike(strips)
    for piece in _plies(plan, act):
        for mark in (m for m in piece.marks if m.kind == "quilting"):
            ends = list(zip(mark.points[::2], mark.points[1::2], strict=True))
            rows += piece.count * len(ends)
            long += piece.count * sum(math.dist(*row) for row in ends)
    return rows, long / 1000


def _alike(strips: Sequence[Piece]) -> float:
    """Return how long the joins of *strips* are, in mm: as they all are along them, or as the longest is."""
    for axis in (0, 1):
        sides = {round(strip.extent[axis], 3) for strip in strips}
        others = {round(strip.extent[1 - axis], 3) for strip in strips}
        if len(sides) == 1 < len(others):
            return sides.pop()
    return max((max(strip.extent) for strip in strips), default=0.0)


def _plies(plan: Plan, act: acts.MakeUp) -> tuple[Piece, ...]:
    """Return the pieces that the panels of a layer are made up of."""
    keys = dict.fromkeys(key for p in plan.pieces if p.layer == act.panels for key in p.made_of)
    return tuple(plan.by_key[key] for key in keys)


def fixed_metres(plan: Plan, act: acts.Fix) -> float:
    """Return how long the rows are that sew pieces to a face, in metres; what is set has none."""
    keys = set(plan.strips(act.pieces))
    # along both edges of a strap that runs down, at two places on the front and two on the back
    rows = sum(8 * (one.reaches - one.begins) for one in plan.running.values() if one.strip in keys)
    for one in plan.put_on:
        if not keys & set(one.pieces) or one.spot:
            continue
        # across a panel its sides are caught by the side seams
        rows += one.wide + (0.0 if one.across else 2 * one.high)
        rows += sum(math.dist(*row) for row in one.rows)
    return rows / 1000


def window_metres(plan: Plan) -> float:
    """Return how long the way is once round a window for a zip, in metres."""
    window = next(iter(plan.windows.values()), None)
    return sum(math.dist(*row) for row in window.rows) / 1000 if window else 0.0


def overcast_metres(plan: Plan, act: acts.Overcast | acts.Finish) -> float:
    """Return how much edge an act overlocks, in metres."""
    if isinstance(act, acts.Overcast):
        return _metres(plan, plan.named(act.seams), act.seams.layers)
    edges = plan.edges(act.edges) if isinstance(act.edges, acts.Edges) else _of(plan, act.edges)
    return _edges(plan, edges)


def _sewn(plan: Plan, act: acts.Sew) -> float:
    keys, metres = sewn_metres(plan, act)
    turns = act.run != "straight" and any(turned_corners(plan, key) for key in keys)
    slow = turns or act.side is not None
    return PIN * metres + len(keys) * SEW[0] + SEW[1] * metres * (SLOW if slow else 1.0)


def _minutes(plan: Plan, act: Act) -> float:
    match act:
        case acts.Cut() | acts.Draw() | acts.MeasureAgain() | acts.MarkAll():
            return _prepares(plan, act)
        case acts.Even():
            return LOOK * 2 + SNIP[1] * _outline(
                [p for p in plan.pieces if p.layer == act.layer and not p.part]
            )
        case acts.Smooth():
            return PRESS[0] + PRESS[1] * _outline(plan.pieces) / 4
        case acts.MakeUp():
            rows, metres = made_up_metres(plan, act)
            return rows * SEW[0] + SEW[1] * TOPSTITCH * metres
        case acts.PutOn():
            found = [p for p in plan.by_key.values() if p.layer == act.layer]
            area = sum(p.count * (p.box[2] - p.box[0]) * (p.box[3] - p.box[1]) / 1e6 for p in found)
            return FUSE[0] + FUSE[1] * area
        case acts.Sew():
            return _sewn(plan, act)
        case acts.Overcast() if any(key in plan.wrapped for key in plan.named(act.seams)):
            metres = overcast_metres(plan, act)
            return PIN * metres + 2 * (SEW[0] * len(plan.named(act.seams)) + SEW[1] * metres)
        case acts.Overcast():
            return OVERLOCK[0] * len(plan.named(act.seams)) + OVERLOCK[1] * overcast_metres(plan, act)
        case acts.Finish():
            edges = plan.edges(act.edges) if isinstance(act.edges, acts.Edges) else _of(plan, act.edges)
            return OVERLOCK[0] * len(edges) + OVERLOCK[1] * _edges(plan, edges)
        case acts.Fold():
            edges = plan.edges(act.edges)
            return PRESS[0] + PRESS[1] * _edges(plan, edges)
        case acts.Stitch():
            rows, metres = stitched_metres(plan, act)
            return rows * (SEW[0] + SEW[1] * TOPSTITCH * metres)
        case acts.Press():
            return PRESS[0] + sum(
                PRESS[1] * _metres(plan, plan.own_seams[layer], (layer,)) for layer in act.layers
            )
        case acts.Trim() | acts.Snip():
            return SNIP[1] * _metres(plan, plan.named(act.seams), act.seams.layers)
        case acts.Box() | acts.TrimTips() | acts.OvercastTips() | acts.CutOut():
            return 4 * SEW[0] * len(act.layers)
        case acts.Turn():
            thick = sum(plan.thick.values()) >= THICK
            return (TURN_THICK if thick else TURN) + 4 * CORNER
        case acts.Crease() | acts.Make():
            count, metres = _strips(plan, act.pieces)
            how = PRESS if isinstance(act, acts.Crease) else SEW
            return how[0] * count + how[1] * metres * (2 if isinstance(act, acts.Make) else 1)
        case acts.Fix() if (metres := fixed_metres(plan, act)) > 0:
            return SEW[0] + SEW[1] * TOPSTITCH * metres
        case acts.Print():
            return LOOK + FUSE[0]
        case acts.Baste() | acts.LayOn() | acts.Fix():
            count, _ = _strips(plan, act.pieces)
            return 2 * SEW[0] * count
        case acts.Roll():
            count, metres = _strips(plan, act.pieces)
            return PIN * metres + SEW[0] * count + SEW[1] * TOPSTITCH * metres
        case acts.HemFree():
            metres = _edges(plan, [edge for edge in plan.free if edge[0] == act.layer])
            return PRESS[0] + PRESS[1] * metres + SEW[0] + SEW[1] * metres
        case acts.StretchOut():
            count, metres = _strips(plan, act.pieces)
            return LOOK * count + PIN * metres
        case acts.SetHalf():
            # set, or sewn down round its edge
            return 2 * SEW[0] + LOOK
        case acts.Buttonhole():
            count = len(plan.strips(act.pieces))
            return BUTTONHOLE * count
        case acts.RingUp():
            count, _ = _strips(plan, act.pieces)
            return count * (SEW[0] + PRESS[0])
        case acts.Bind():
            _, metres = _strips(plan, act.pieces)
            return 2 * (SEW[0] + SEW[1] * metres) + PIN * metres
        case acts.Close():
            openings = [o for found in plan.openings.values() for o in found if o.key == act.opening]
            mm = sum(abs(o.between[0][1].along - o.between[0][0].along) for o in openings[:1])
            return SLIP * mm / 1000
        case acts.Thread():
            count, metres = _strips(plan, act.pieces)
            return THREAD[0] * count + THREAD[1] * metres
        case acts.FaceWindow() | acts.ZipBehind():
            return SEW[0] + SEW[1] * SLOW * window_metres(plan)
        case acts.Slit():
            return SNIP[1] * window_metres(plan) + 4 * CORNER
        case acts.OpenWindow():
            return PRESS[0] + PRESS[1] * window_metres(plan)
        case acts.See():
            return LOOK
        case _:
            return LOOK * 2


def _of(plan: Plan, seams: acts.Seams) -> tuple[EdgeAt, ...]:
    """Return the edges that seams join."""
    return tuple(
        {(s.layer, s.face, s.edge) for key in plan.named(seams) for c in plan.seams[key].chains for s in c}
    )


def under_needle(plan: Plan, step: Sequence[Act]) -> tuple[tuple[str, int], ...]:
    """
    Return what lies under the needle where a step sews, each layer with how many times it lies there;
    interfacing only where it reaches into the seam.
    """
    for act in step:
        if isinstance(act, acts.Sew):
            return tuple(_in_seam(plan, act).items())
        if isinstance(act, acts.Stitch):
            return tuple(_in_fold(plan, act).items())
        if isinstance(act, acts.MakeUp):
            return tuple(_in_blank(plan, act).items())
    return ()


#: the layer whose cloth a ply of a blank is of
_OF_PLY = {"blank": "outer", "strip": "outer", "wadding": "interfacing", "backing": "lining"}


def _in_blank(plan: Plan, act: acts.MakeUp) -> dict[str, int]:
    """Return what lies under the needle where pieces are made up: each ply once, two strips at a join."""
    if any(piece.layer == "strip" for piece in _plies(plan, act)):
        return {"outer": 2}
    return {_OF_PLY[piece.layer]: 1 for piece in _plies(plan, act)}


def _under(plan: Plan, face: FaceAt) -> tuple[str, ...]:
    """Return what a panel is made up of besides its cloth, each as the layer whose material it is."""
    plies = (plan.by_key[key].layer for key in plan.piece_of[face].made_of)
    return tuple(_OF_PLY[layer] for layer in plies if layer not in ("blank", "strip"))


def _in_seam(plan: Plan, act: acts.Sew) -> dict[str, int]:
    counts: dict[str, int] = {}
    for key in plan.named(act.seams)[:1]:
        seam = plan.seams[key]
        sides = seam.sides or (act.side,) * len(seam.chains)
        for chain in (c for c, side in zip(seam.chains, sides, strict=False) if side == act.side):
            s = chain[0]
            counts[s.layer] = counts.get(s.layer, 0) + (2 if s.layer in plan.doubled else 1)
            if _reaches(plan, (s.layer, s.face, s.edge)):
                counts["interfacing"] = counts.get("interfacing", 0) + 1
            for layer in _under(plan, (s.layer, s.face)):
                counts[layer] = counts.get(layer, 0) + 1
    return counts


def _in_fold(plan: Plan, act: acts.Stitch) -> dict[str, int]:
    counts: dict[str, int] = {}
    for edge in plan.edges(act.edges):
        lines = plan.lines.get(edge, ())
        first = next((line.label for line in lines if line.kind == "crease"), None)
        folds = 1 + sum(line.kind == "crease" and line.label == first for line in lines)
        counts[edge[0]] = max(counts.get(edge[0], 0), folds * (2 if edge[0] in plan.doubled else 1))
        for layer in (*(("interfacing",) if _reaches(plan, edge) else ()), *_under(plan, edge[:2])):
            counts[layer] = max(counts.get(layer, 0), folds)
    return counts


def _reaches(plan: Plan, edge: EdgeAt) -> bool:
    """Return whether the interfacing of a piece lies in the allowance of one of its edges."""
    layer, face, name = edge
    on_it = (p for p in plan.by_key.values() if p.layer == "interfacing" and face in p.faces)
    return layer == "outer" and any(e.name == name and e.allowance > 0 for p in on_it for e in p.edges)
