"""
A picture of every step of the work, drawn from the state that the simulator leaves: the pieces concerned as
they lie, which side of the cloth is up, what is sewn now, what is sewn already and what stays open.
"""

from collections.abc import Sequence

from ambitus.core.drawing.paths import bent, path
from ambitus.core.drawing.work.table import APART, BEHIND, Laid, Stroke, Style, Table, WorkPicture
from ambitus.core.form.model import Face, Piece
from ambitus.core.form.sewn import Caught, Hole, Place, PutOn
from ambitus.core.geometry import Point, outward, unit_vector
from ambitus.core.sew import acts
from ambitus.core.sew.acts import Act
from ambitus.core.sew.gluing import Joined, Part
from ambitus.core.sew.minutes import prepared
from ambitus.core.sew.plan import FaceAt, Plan
from ambitus.core.sew.simulator import sew
from ambitus.core.sew.work import Work


def _is_pair(plan: Plan, faces: Sequence[FaceAt]) -> bool:
    """Return whether two faces are cut alike, so that one lies on the other edge to edge."""
    return len(faces) == 2 and plan.piece_of[faces[0]] is plan.piece_of[faces[1]]


def _seen(work: Work, faces: Sequence[FaceAt], lies: str) -> Style:
    """Return which side of the cloth is up."""
    out = work.out(work.body_of(faces[0]))
    return (out or "wrong") if lies == "right" else (out or "right")


_LIES = {
    "right": "right sides together",
    "wrong": "wrong sides together",
    "lap": "right sides up, one edge over the other",
    "meet": "right sides up, edge to edge",
}


def _of_seams(
    work: Work, keys: Sequence[str], lies: str, style: Style = "now", run: acts.Run = "all"
) -> WorkPicture | None:
    """Return the faces that seams join, laid together where they are cut alike, with what is sewn of them."""
    plan = work.plan
    joins = [join for key in keys for join in plan.gluing.joined.get(key, ())]
    if joins and all(join.one.edge[0] != join.other.edge[0] for join in joins):
        return _round_mouth(work, joins, lies, style)
    faces = list(dict.fromkeys(part.edge[:2] for j in joins for part in (j.one, j.other)))
    if not faces:
        return None
    table = Table(plan)
    up = _seen(work, faces, lies)
    if _is_pair(plan, faces):
        left, low, right, high = plan.piece_of[faces[0]].box
        away = max(right - left, high - low) * BEHIND
        table.lay(faces[1], "behind", (away, -away))
        table.lay(faces[0], up, (0.0, 0.0))
        shown = faces[:1]
    else:
        for face in faces[:4]:
            table.lay(face, up)
        shown = faces
    _sewn_before(table, work, shown, keys if run == "all" else ())
    for join in (join for join in joins if plan.gluing.in_run(join, run)):
        _stretch(table, work, join, style, set(shown))
    where = _LIES.get(lies, "")
    return table.picture(where)


def _round_mouth(work: Work, joins: Sequence[Joined], lies: str, style: Style) -> WorkPicture:
    """Return two layers, one in the other, with what joins them at the mouth."""
    layers = {join.one.edge[0]: None for join in joins} | {join.other.edge[0]: None for join in joins}
    inner, around = layers if lies == "right" else reversed(layers)
    table = _nested(work, inner, around)
    for join in joins:
        table.part(join.one, style)
        table.part(join.other, style)
    return table.picture(_LIES.get(lies, ""))


def _stretch(table: Table, work: Work, join: Joined, style: Style, shown: set[FaceAt]) -> None:
    layer = join.one.edge[0]
    open_now = join.one.open and (layer, join.one.open) not in work.closed
    for part in (join.one, join.other):
        if part.edge[:2] in shown:
            table.part(part, "open" if open_now else style)


def _sewn_before(table: Table, work: Work, faces: Sequence[FaceAt], but: Sequence[str]) -> None:
    """Draw the seams that are sewn already on the faces that are laid."""
    for key, joins in work.plan.gluing.joined.items():
        for join in joins if key not in but else ():
            if join in work.glued:
                for part in (join.one, join.other):
                    if part.edge[:2] in faces:
                        table.part(part, "done")


def _of_edges(work: Work, edges: acts.Edges, kinds: tuple[str, ...]) -> WorkPicture | None:
    """Return one face of each layer with folds and rows along its edges."""
    plan, table = work.plan, Table(work.plan)
    for layer in edges.layers:
        faces = list(dict.fromkeys(e[:2] for e in plan.edges(acts.Edges((layer,), edges.of))))[:1]
        for face in faces:
            up = work.out(work.body_of(face)) or ("wrong" if "crease" in kinds else "right")
            table.lay(face, up)
            _sewn_before(table, work, faces, ())
            for edge in (e for e in plan.edges(edges) if e[:2] == face):
                lines = [line for line in plan.lines.get(edge, ()) if line.kind in kinds]
                for line in lines:
                    table.line(face, _inside(plan, face, edge[2], line.inside), "now")
                if not lines:
                    table.part(Part(edge, 0.0, 1.0, 0.0), "now")
    return table.picture("flat") if table.at else None


def _inside(plan: Plan, face: FaceAt, edge: str, inside: float) -> tuple[Point, Point]:
    """Return a line along an edge, so far inside its seam line."""
    of = plan.forms[face[0]].face(face[1])
    i = of.edge_index(edge)
    a, b = of.points[i], of.points[(i + 1) % len(of.points)]
    ox, oy = outward(a, b)
    return (a[0] - ox * inside, a[1] - oy * inside), (b[0] - ox * inside, b[1] - oy * inside)


def _held(work: Work, act: acts.Baste | acts.Fix) -> WorkPicture | None:
    """Return the faces of a layer with the ends of strips where they are held."""
    plan = work.plan
    keys = plan.strips(act.pieces)
    layer = (
        act.to if isinstance(act, acts.Baste) else (work.basted.get(keys[0], ("outer",))[0] if keys else "")
    )
    form = plan.forms.get(layer)
    if form is None:
        return None
    caught = [one for one in form.every_sewn if isinstance(one, Caught) and one.strip in keys]
    table = Table(plan)
    names = dict.fromkeys((layer, one.at.face) for one in caught) or {plan.faces[layer][0]: None}
    for face in names:
        table.lay(face, work.out(work.body_of(face)) or "right")
    for one in caught:
        wide = plan.by_key[one.strip].size("width") if one.strip in plan.by_key else 20.0
        _end_of_strip(table, form.face(one.at.face), layer, one, min(wide, 40.0))
    return table.picture("right side up")


def _laid_on(work: Work, names: Sequence[str], layer: str = "") -> WorkPicture | None:
    """Return the faces that pieces are put on, with their outlines where they lie."""
    plan = work.plan
    keys = set(plan.strips(names))
    return _lying(work, [one for one in plan.put_on if keys & set(one.pieces) and layer in ("", one.layer)])


def _lying(work: Work, put: Sequence[PutOn]) -> WorkPicture | None:
    """Return the faces that things are put on, each with its outline."""
    plan = work.plan
    table = Table(plan)
    for face in dict.fromkeys((one.layer, one.at.face) for one in put):
        table.lay(face, "right")
    for one in put:
        corners = [_on_it(plan, one, *at) for at in _corners_of(one)]
        face = (one.layer, one.at.face)
        looks = one.pieces[0].partition(" ")[0] if one.pieces else "motif"
        table.line(face, (*corners, corners[0]), "on", looks)
        # a pocket is sewn down one side, along its foot and up the other
        sewn = (*corners, corners[0]) if one.spot else (corners[0], corners[3], corners[2], corners[1])
        table.line(face, sewn, "now")
        for row in one.rows:
            table.line(face, [_on_it(plan, one, *end) for end in row], "now")
    return table.picture("right side up") if put else None


def _corners_of(one: PutOn) -> tuple[Point, ...]:
    return ((0.0, 0.0), (one.wide, 0.0), (one.wide, one.high), (0.0, one.high))


def _on_it(plan: Plan, one: PutOn, right: float, down: float) -> Point:
    """Return a point of what is put on, on its face: so far right of and below its upper left corner."""
    (x, y), (ux, uy), (ox, oy) = _spot(plan.forms[one.layer].face(one.at.face), one.at)
    deep = one.at.inside + down
    return x - ux * right - ox * deep, y - uy * right - oy * deep


def _spot(face: Face, place: Place) -> tuple[Point, Point, Point]:
    """Return a place of an edge on its seam line, the way that the edge runs, and the way out of the face."""
    i = face.edge_index(place.edge)
    a, b = face.points[i], face.points[(i + 1) % len(face.points)]
    ux, uy = unit_vector(a, b)
    (x, y), way = (b, -1.0) if place.back else (a, 1.0)
    return (x + way * ux * place.along, y + way * uy * place.along), (ux, uy), outward(a, b)


def _end_of_strip(table: Table, face: Face, layer: str, one: Caught, wide: float) -> None:
    (x, y), (ux, uy), (ox, oy) = _spot(face, one.at)
    deep = max(one.reaches, 45.0)
    corners = [
        (x + ux * w - ox * d, y + uy * w - oy * d)
        for w, d in ((-wide / 2, 0.0), (wide / 2, 0.0), (wide / 2, deep), (-wide / 2, deep))
    ]
    table.line((layer, face.name), (*corners, corners[0]), "on", "strap")
    table.line((layer, face.name), corners[:2], "now")


def _pieces(plan: Plan, found: Sequence[Piece], marked: bool = False) -> WorkPicture | None:
    """Return pieces lying flat beside each other, with their marks where they are to be marked."""
    laid, x = Laid(), 0.0
    widest = max((p.box[2] - p.box[0] for p in found if "height" in p.sums), default=0.0)
    for piece in found:
        left, low, right, high = piece.box
        if widest and right - left > 2 * widest:
            right = left + 2 * widest
            points: tuple[Point, ...] = ((left, low), (right, low), (right, high), (left, high))
            bends: tuple[None, ...] = (None,) * 4
            d = bent(points, bends, lambda p, dx=x - left: (p[0] + dx, -p[1]))  # type: ignore[misc]
        else:
            d = bent(piece.cut, piece.bends, lambda p, dx=x - left: (p[0] + dx, -p[1]))  # type: ignore[misc]
        laid.strokes.append(Stroke(d, piece.looks, "right"))
        for mark in piece.marks if marked else ():
            if len(mark.points) > 1:
                line = path([(px + x - left, -py) for px, py in mark.points])
                # so many rows lie near each other
                laid.strokes.append(Stroke(line, piece.layer, "done" if mark.kind == "quilting" else "now"))
        laid.spread(((x, -high), (x + right - left, -low)))
        x += (right - left) * (1 + APART)
    if not found:
        return None
    edge = max(laid.right, laid.high - laid.low) * 0.04
    box = (-edge, laid.low - edge, laid.right + 2 * edge, laid.high - laid.low + 2 * edge)
    return WorkPicture(box, "flat", tuple(laid.strokes))


def _faces(work: Work, layer: str, style: Style | None = None) -> WorkPicture:
    """Return the faces of a layer as they lie, with what is sewn of them."""
    table = Table(work.plan)
    faces = list(work.plan.faces[layer])[:3]
    if _is_pair(work.plan, faces):
        faces = faces[:1]
    for face in faces:
        table.lay(face, style or work.out(work.body_of(face)) or "right")
    _sewn_before(table, work, faces, ())
    out = style or work.out(work.body_of(faces[0]))
    return table.picture(f"{out} side out" if out else "flat")


def _nested(work: Work, inner: str, outer: str) -> Table:
    """Return a table with one layer inside another, edges at the mouth level."""
    plan, table = work.plan, Table(work.plan)
    around, within = plan.faces[outer][0], plan.faces[inner][0]
    table.lay(around, work.out(work.body_of(around)) or "wrong", (0.0, 0.0))
    left, _, right, _ = plan.piece_of[around].box
    away = (right - left) * BEHIND
    table.lay(within, work.out(work.body_of(within)) or "right", (away, 0.0))
    return table


def _corners(work: Work, layer: str) -> WorkPicture:
    """Return a layer with the line across its lower corners."""
    plan, table = work.plan, Table(work.plan)
    face = plan.faces[layer][0]
    table.lay(face, "wrong")
    _sewn_before(table, work, (face,), ())
    of, half = plan.forms[layer].face(face[1]), plan.forms[layer].corner or 0.0
    xs, ys = [p[0] for p in of.points], [p[1] for p in of.points]
    foot = 0.0 if of.folded else min(ys)
    for x, way in ((min(xs), 1.0), (max(xs), -1.0)):
        table.line(face, ((x, foot + half), (x + way * half, foot)), "now")
    return table.picture("each corner pulled flat")


def _gap(work: Work, layer: str, opening: str) -> WorkPicture | None:
    """Return the faces that an opening is in, with the opening."""
    parts = work.open_parts(layer, opening)
    if not parts:
        return None
    table, faces = Table(work.plan), [parts[0].edge[:2]]
    table.lay(faces[0], work.out(work.body_of(faces[0])) or "wrong")
    _sewn_before(table, work, faces, ())
    table.part(parts[0], "now")
    return table.picture("")


def _put_on(work: Work, act: acts.PutOn) -> WorkPicture | None:
    plan = work.plan
    on_strips = [p for p in plan.by_key.values() if p.layer == act.layer]
    over = {name: p for p in on_strips for name in p.faces if ("outer", name) in plan.piece_of}
    if not over:
        return _pieces(plan, [*(p for p in plan.by_key.values() if p.layer == "strap"), *on_strips][:3])
    table = Table(plan)
    seen: set[str] = set()
    for name, piece in over.items():
        if plan.piece_of["outer", name].key in seen:
            continue
        seen.add(plan.piece_of["outer", name].key)
        table.lay(("outer", name), "wrong")
        at = table.at["outer", name]
        d = bent(piece.cut, piece.bends, lambda p, at=at: (p[0] + at[0], -p[1] + at[1]))  # type: ignore[misc]
        table.laid.strokes.append(Stroke(d, piece.layer, "on"))
    return table.picture("wrong side up")


def _of_act(work: Work, act: Act) -> WorkPicture | None:
    """Return the picture of one act, seen just before it is done; None where it has none of its own."""
    plan = work.plan
    panels = list({piece.key: piece for piece in plan.piece_of.values()}.values())
    match act:
        case acts.Smooth():
            return _pieces(plan, plan.pieces[:6])
        case acts.Draw() | acts.MeasureAgain() | acts.Cut():
            return _pieces(plan, prepared(plan, act)[:6])
        case acts.MarkAll():
            blanks = [p for p in prepared(plan, act) if p.role.blank and p.marks]
            return _pieces(plan, blanks[:2] or panels[:4], marked=True)
        case acts.MakeUp():
            made_of = {key for p in plan.pieces if p.layer == act.panels for key in p.made_of}
            return _pieces(plan, [p for p in plan.pieces if p.key in made_of and p.marks][:3], marked=True)
        case acts.CutOut() | acts.Even():
            return _faces(work, act.layer if isinstance(act, acts.Even) else act.layers[0])
        case acts.PutOn():
            return _put_on(work, act)
        case acts.Finish():
            if isinstance(act.edges, acts.Edges):
                return _of_edges(work, act.edges, ())
            return _of_seams(work, plan.named(act.edges), "meet")
        case acts.Bind():
            return _of_edges(work, act.edges, ("row",))
        case acts.Fold():
            return _of_edges(work, act.edges, ("crease",))
        case acts.Stitch():
            return _of_edges(work, act.edges, ("row",))
        case acts.Sew(side=int()):
            return _beside_zip(work, act)
        case acts.Sew():
            return _of_seams(work, plan.named(act.seams), act.lies, run=act.run)
        case acts.Trim() | acts.Overcast() | acts.Snip():
            return _of_seams(work, plan.named(act.seams), "right")
        case acts.Press():
            sewn = [key for key in work.own_seams(act.layers[0]) if work.rows.get(key)]
            return _of_seams(work, sewn, "right") or _faces(work, act.layers[0])
        case acts.Fix() if any(set(plan.strips(act.pieces)) & set(one.pieces) for one in plan.put_on):
            return _laid_on(work, act.pieces)
        case acts.Baste() | acts.Fix():
            return _held(work, act)
        case acts.Print():
            return _lying(work, [one for one in plan.put_on if one.of == act.of and one.printed])
        case acts.LayOn():
            return _laid_on(work, act.pieces, act.layer)
        case (
            acts.Crease()
            | acts.Make()
            | acts.Buttonhole()
            | acts.StretchOut()
            | acts.KeepEnds()
            | acts.OnSlider()
            | acts.Narrow()
        ):
            return _pieces(plan, [plan.by_key[key] for key in plan.strips(act.pieces)], marked=True)
        case acts.SetHalf():
            return _pieces(plan, [plan.by_key[act.on]], marked=True)
        case acts.FaceWindow():
            return _window(work, act.to, "wrong")
        case acts.Slit() | acts.OpenWindow():
            return _window(work, "outer", "wrong" if len(plan.windows) > 1 else "right")
        case acts.ZipBehind():
            return _window(work, "outer", "right")
        case acts.OpenZip():
            return _faces(work, "outer")
        case acts.PartZip():
            return _pieces(plan, [p for p in plan.by_key.values() if p.layer == "zip"], marked=True)
        case acts.JoinZip():
            return _faces(work, "outer")
        case acts.SlideOn() | acts.Tack() | acts.CutZip() | acts.TakeTeethOut():
            return _pieces(plan, [p for p in plan.by_key.values() if p.layer == "zip"], marked=True)
        case acts.Box() | acts.TrimTips() | acts.OvercastTips():
            return _corners(work, act.layers[0])
        case acts.Nest():
            return _nested(work, act.inner, act.outer).picture(f"the {act.inner} in the {act.outer}")
        case acts.Close():
            return _gap(work, act.layer, act.opening)
        case acts.FoldUp() | acts.Level() | acts.HemFree() | acts.HoldOpen() | acts.TrimBulk():
            return _faces(work, act.layer)
        case acts.Pierce():
            return _pierced(work, act.layer)
        case acts.TurnTo():
            return _faces(work, act.layers[0], act.out)
        case acts.Turn():
            return _gap(work, "lining", act.through) or _faces(work, act.layer)
        case acts.Thread() | acts.Knot():
            return _drawn_in(work)
        case acts.See():
            return _looked_at(work, act)
        case _:
            return None


def _looked_at(work: Work, act: acts.See) -> WorkPicture | None:
    if act.open and act.layers:
        return _gap(work, act.layers[0], act.open[0])
    if act.sewn is not None:
        return _of_seams(work, work.plan.named(act.sewn), "right", "done")
    if act.pieces:
        return _held(work, acts.Fix(act.pieces))
    return _faces(work, act.layers[0]) if act.layers else None


def _drawn_in(work: Work) -> WorkPicture | None:
    """Return the cord in the middle of its channel, between the rows."""
    plan = work.plan
    if not plan.channels:
        return None
    layer, channel = plan.channels[0]
    table = Table(plan)
    face = (layer, plan.forms[layer].mouth[0][0])
    table.lay(face, work.out(work.body_of(face)) or "right")
    _sewn_before(table, work, (face,), ())
    for name, edge in plan.forms[layer].mouth:
        if name == face[1]:
            for inside in (channel.upper, channel.lower):
                table.line(face, _inside(plan, face, edge, inside), "done")
            middle = (channel.upper + channel.lower) / 2 if not channel.strip else -channel.lower / 2
            table.line(face, _inside(plan, face, edge, middle), "now", "cord")
    return table.picture("right side out")


def _beside_zip(work: Work, act: acts.Sew) -> WorkPicture | None:
    """Return the face that a side of a zip is sewn to, wrong side up, with the row."""
    plan, table = work.plan, Table(work.plan)
    for key in plan.named(act.seams):
        seam = plan.seams[key]
        found = [c for c, side in zip(seam.chains, seam.sides, strict=False) if side == act.side]
        for s in (s for chain in found[:1] for s in chain):
            face = (s.layer, s.face)
            table.lay(face, "wrong")
            for part in plan.gluing.parts[face]:
                if part.edge[2] == s.edge:
                    table.part(part, "now")
    return table.picture("right sides together") if table.at else None


def _window(work: Work, layer: str, up: Style) -> WorkPicture:
    """Return a layer with the window in it, and the slit along its middle."""
    window, table = work.plan.windows[layer], Table(work.plan)
    face = (layer, window.face)
    table.lay(face, up)
    for row in window.rows:
        table.line(face, row, "done" if work.window else "now")
    if work.window:
        middle = (window.low[1] + window.high[1]) / 2
        table.line(face, ((window.low[0], middle), (window.high[0], middle)), "now")
    if work.window == "open":
        for row in window.rows:
            table.line(face, row, "now")
    return table.picture(f"{up} side up")


def _pierced(work: Work, layer: str) -> WorkPicture:
    plan, table = work.plan, Table(work.plan)
    holes = [one for one in plan.forms[layer].every_sewn if isinstance(one, Hole)]
    for face in dict.fromkeys((layer, hole.at.face) for hole in holes):
        table.lay(face, "right")
    for hole in holes:
        of = plan.forms[layer].face(hole.at.face)
        (x, y), _, (ox, oy) = _spot(of, hole.at)
        x, y = x - ox * hole.at.inside, y - oy * hole.at.inside
        ring = [(x + 5, y), (x, y + 5), (x - 5, y), (x, y - 5), (x + 5, y)]
        table.line((layer, hole.at.face), ring, "now")
    return table.picture("right side up")


#: what is done so that something else can be
_BEFORE = (acts.Nest, acts.Press, acts.OpenZip, acts.Make, acts.Finish)


def _comes_first(act: Act) -> int:
    """Return how little a step is about an act: what is turned least, what makes ready less than the rest."""
    return 2 if isinstance(act, acts.TurnTo) else int(isinstance(act, _BEFORE))


def work_pictures(plan: Plan, steps: Sequence[Sequence[Act]]) -> tuple[WorkPicture | None, ...]:
    """Return a picture of every step, as far as the work can be carried out: of the act that it is about."""
    found: list[WorkPicture | None] = [None] * len(steps)

    def watched(at: int, work: Work) -> None:
        # a turning or a laying together before a seam is not what the step is about
        about = sorted(steps[at], key=_comes_first)
        pictures = (_of_act(work, act) for act in about)
        found[at] = next((picture for picture in pictures if picture is not None), None)

    sew(plan, steps, watched)
    return tuple(found)
