"""Every piece of a bag: layers read the same form, straps are strips of their own."""

from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Literal, cast

from ambitus.core.cut.outline import CutFace, cut_face
from ambitus.core.form.model import Band, Edge, Face, Form, Mark, Measure, Piece, Strip
from ambitus.core.geometry import bounds
from ambitus.core.grammar.base.insert import clearance
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.cloth.bottom import base_of_bottom
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH, PRINT
from ambitus.core.grammar.contract import SHORTER, Finishes, Layer
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.drawstring.channel import channel_of
from ambitus.core.grammar.top.drawstring.cords import Cords
from ambitus.core.grammar.top.lining import shorter_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, to_grid

LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"


def finishes_for(bag: Resolved, layer: Layer, over: bool = True) -> Finishes:
    """
    Return the cloth beyond the seam line by class of seam, for the outer or a sewn layer like it.

    *over* is whether the edges lie uppermost in lapped seams.
    """
    joined = (key for key in ("join",) if key in bag.classes)
    sewn = {key: edge_terms(bag, key, over) for key in (*bag.bag.base.classes, *joined)}
    shorter = shorter_terms(bag, layer)
    if bag.bag.top.band:
        band = bag.bag.top.band(bag)
        shorter = (Term(band.label, -band.mm, "It stands above the panels.", band.source), *shorter)
    return {**sewn, "top": bag.bag.top.finish(bag, layer), SHORTER: shorter}


def _interfacing_finishes(bag: Resolved, layer: Layer, over: bool = True) -> Finishes:
    policy = bag.bag.interfacing
    return {key: policy.finish(bag, terms) for key, terms in finishes_for(bag, "outer", over).items()}


def _material(bag: Resolved, layer: Layer, band: Band = "") -> str:
    if layer in ("interfacing", "strap core"):
        return bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].label
    if band == "bottom":
        return bag.cloth("contrast").label
    return bag.cloth("lining" if layer == "lining" and band != "facing" else "outer").label


def _on_fold(face: Face) -> Literal["x", "y"] | None:
    """Return across which line a face is its own mirror image; a piece of the base or a strip is not told."""
    if face.part == "base" or face.part.startswith("gusset"):
        return None
    return "y" if face.folded else "x"


def _upright(bag: Resolved, layer: Layer, face: Face) -> bool:
    """Return whether the print of *face* has to stand up; what lies under the bag has no way up."""
    ours = (layer == "outer" and face.band != "bottom") or face.band == "facing"
    return ours and PRINT.is_(bag, "one_way") and face.part != "base"


def _panels(
    bag: Resolved,
    form: Form,
    layer: Layer,
    finishes: Callable[[Resolved, Layer, bool], Finishes],
    known: list[tuple[Face, Finishes, CutFace]],
) -> list[Piece]:
    """Return the panels of *layer*; *known* holds what was cut before, for what is cut alike."""
    only = bag.bag.interfacing.part if layer == "interfacing" else ""
    alike: list[tuple[CutFace, list[Face]]] = []
    grown = {over: finishes(bag, layer, over) for over in {f.over for f in form.faces}}
    for face in (f for f in form.faces if not only or f.part == only):
        mine = grown[face.over]
        made = next(
            (c for f, g, c in known if (f.group, f.edges) == (face.group, face.edges) and g == mine), None
        )
        if made is None:
            made = cut_face(face, mine, bag.grid)
            known.append((face, mine, made))
        group = next((faces for cut, faces in alike if cut is made), None)
        if group is None:
            alike.append((made, [face]))
        else:
            group.append(face)
    out = []
    for made, faces in alike:
        first = faces[0]
        # panels of the body that are cut differently are told apart by name
        several = sum(not f[0].part and f[0].band == first.band for _, f in alike) > 1
        apart = " ".join(w for w in (first.part or (first.side if several else ""), first.band) if w)
        under = layer == "outer" and first.part in ("base", "gusset base") and base_of_bottom(bag)
        name = apart.capitalize() if first.band == "facing" else f"{layer.capitalize()} {apart}".strip()
        out.append(
            Piece(
                key=f"{layer} {apart or first.group}",
                letter="",
                name=name,
                layer=layer,
                count=len(faces) * (2 if layer == "outer" and DOUBLED_CLOTH.is_(bag, "doubled") else 1),
                material=_material(bag, layer, "bottom" if under else first.band),
                of="contrast" if under else "",
                faces=tuple(f.name for f in faces),
                edges=made.edges,
                cut=made.cut,
                stitch=made.stitch,
                sums=made.sums,
                spans=made.spans,
                on_fold=_on_fold(first),
                over=first.over,
                part=first.part,
                band=first.band,
                upright=_upright(bag, layer, first),
                below=bag.bag.top.sewn_below(bag),
            )
        )
    return out


def _strip(of: str, layer: Layer, name: str, bag: Resolved, length: Sum, width: Sum, ends: float) -> Piece:
    """Return a strip *length* by *width*, whose seam lines lie *ends* inside its short ends."""
    wide = width.total
    visible = length.total - 2 * ends
    outline = (
        Edge("long low", "fold", (0.0, 0.0)),
        Edge("end right", "end", (visible, 0.0)),
        Edge("long high", "fold", (visible, wide)),
        Edge("end left", "end", (0.0, wide)),
    )
    measures = (
        Measure("length", "", "x", "end left", "end right", (), on_grid=False, beside="top"),
        Measure("width", "", "y", "long low", "long high", (), on_grid=False, beside="left"),
    )
    end = (Term("End", ends, ""),)
    made = cut_face(Face(layer, layer, outline, measures), {"fold": (), "end": end}, bag.grid)
    return Piece(
        key=f"{layer} {of}" if of != layer else layer,
        letter="",
        name=name,
        layer=layer,
        count=2,
        material=_material(bag, layer),
        faces=(layer,),
        edges=made.edges,
        cut=made.cut,
        stitch=made.stitch,
        sums={"length": length, "width": width},
        spans=made.spans,
    )


def _straps(bag: Resolved, hang: Hang) -> list[Piece]:
    ends = sum(t.mm for t in hang.tails)
    strap = _strip(hang.prefix, "strap", "Strap", bag, hang.length, hang.width, ends)
    if not hang.item.make.cut_across:
        strap = replace(strap, material=hang.item.make.label)
    left, right = strap.cut[0][0], strap.cut[1][0]
    folds = hang.item.make.creases(hang.item, hang.width.total)
    why = "From the edge that lies below."
    readings = tuple(
        (
            "from the lower edge" if i == 0 else "then",
            Sum("From the lower edge to the fold", (Term("Part of the width", y, why),)),
        )
        for i, y in enumerate(folds)
    )
    creases = tuple(
        # one mark tells all the folds; the others only draw theirs
        Mark("crease", "Folds", ((left, y), (right, y)), "lower long edge", readings if i == 0 else ())
        for i, y in enumerate(folds)
    )
    out = [replace(strap, marks=creases)]
    core_across = hang.item.make.core_width(hang.item)
    if bag.bag.interfacing.cuts and not bag.bag.interfacing.part and core_across:
        # lines the strap's own rounding has already paid for are not rounded again
        short = hang.item.attach.core_short(hang.item)
        follows = Term("Strap, as cut", hang.length.total, "The core follows its strap.")
        shortened = [Term(t.label, 2 * t.mm, t.why, t.source, 2) for t in short]
        core_length = to_grid("How long to cut it", (follows, *shortened), bag.grid)
        core_width = to_grid("How wide to cut it", core_across, bag.grid)
        core_ends = (core_length.total - hang.finished_visible) / 2
        out.append(_strip(hang.prefix, "strap core", "Strap core", bag, core_length, core_width, core_ends))
    return out


def _cord(bag: Resolved, cords: Cords) -> Piece:
    """Return the cord as a strip, its tails marked, with the other ways to reckon its length."""
    tail = Sum(
        "Tail", (Term("Tail", cords.tail_at(cords.path.mm), "Outside the channel of the open mouth."),)
    )
    strip = _strip("cord", "cord", "Cord", bag, cords.length, cords.across, 0.0)
    wide, long = strip.cut[2][1], strip.cut[1][0]
    least = Sum("The least that lets the mouth open", (cords.path,))
    readings = [("the least that lets the mouth open flat", least)]
    for name, length, tails in cords.schools:
        readings += [(name, length), ("which leaves at each end", tails)]
    channel = Sum("The channel", (Term("Channel", channel_of(bag)[1], "Clear, for cord and threading pin."),))
    lies = Sum(
        "The cord lies", (Term("Cord", cords.width, "Flat in its channel: a round cord half its girth."),)
    )
    total = Sum("To buy", (Term("Cord", cords.count * cords.length.total, "As cut.", times=cords.count),))
    told = (("tail", tail), ("the cord lies wide", lies), ("in a channel of", channel), ("in all", total))
    marks = (
        Mark("notch", "Where it enters the channel", ((tail.total, wide),), "either end", told),
        Mark("notch", "Where it leaves the channel", ((long - tail.total, wide),), "either end"),
        Mark("notch", "Other ways to reckon it", (), "the whole cord", tuple(readings)),
    )
    return replace(strip, count=cords.count, material=cords.material, marks=marks)


def _band(bag: Resolved, face: Face, count: int) -> Piece:
    """Return a band that stands above the panels, folded along its middle."""
    made = cut_face(face, {"top": edge_terms(bag, "top"), "end": edge_terms(bag, "end")}, bag.grid)
    left, low, right, high = bounds(made.cut)
    half = Term("Half of its width", snap((high - low) / 2), "Folded wrong sides together.")
    told = (("from a raw long edge", Sum("To the fold", (half,))),)
    fold = Mark("crease", "Fold", ((left, (low + high) / 2), (right, (low + high) / 2)), "long edge", told)
    return _apart("band", "Casing band", count, face, made, _material(bag, "outer"), (fold,))


def _apart(
    layer: Layer,
    name: str,
    count: int,
    face: Face,
    made: CutFace,
    material: str,
    marks: tuple[Mark, ...] = (),
) -> Piece:
    """Return a piece that is of no layer of the body."""
    return Piece(
        key=f"{layer} {face.part}" if face.part != layer else layer,
        letter="",
        name=name,
        layer=layer,
        count=count,
        material=material,
        faces=(face.name,),
        edges=made.edges,
        cut=made.cut,
        stitch=made.stitch,
        sums=made.sums,
        spans=made.spans,
        marks=marks,
        part=face.part,
    )


def _small(bag: Resolved, strip: Strip) -> Piece:
    """Return a strip that belongs to no face of the body."""
    layer = cast(Layer, strip.layer)
    made = _strip(strip.part or layer, layer, strip.name, bag, strip.length, strip.width, strip.ends)
    return replace(
        made,
        count=strip.count,
        material=strip.material or made.material,
        marks=strip.marks,
        part=strip.part,
        sums={**made.sums, **strip.more},
    )


def _insert(bag: Resolved, face: Face) -> Piece:
    """Return the stiff insert on the base: of board or plastic, sewn to nothing."""
    made = cut_face(face, {"insert": clearance(bag)}, bag.grid)
    return _apart("insert", "Base insert", 1, face, made, "Board or plastic")


def _middle_marks(piece: Piece) -> tuple[Mark, ...]:
    """Return notches at the middle of the top and base edges, where panels are matched; a fold is marked."""
    out = []
    told: set[str] = set()
    if piece.part:
        return ()
    left, _, right, _ = piece.box
    for at, edge in enumerate(piece.edges):
        name = "top" if edge.seam == "top" else edge.name
        if name not in ("base", "top"):
            continue
        a, b = piece.cut[at], piece.cut[(at + 1) % len(piece.cut)]
        where = ((a[0] + b[0]) / 2, a[1])
        half = Term("Half of this edge", abs(b[0] - a[0]) / 2, "Fold the edge in half and snip, or measure.")
        if piece.tube:
            # front and back share this edge: the middle of each lies between its seams, not its raw ends
            along = (piece.stitch[at][0] + piece.stitch[(at + 1) % len(piece.cut)][0]) / 2
            where = (along, a[1])
            near = snap(min(along - left, right - along))
            half = Term("Side seam and a quarter of the tube", near, "The middle of front or back.")
        readings = (
            (("from the end", Sum(f"To the middle of the {name}", (half,))),) if name not in told else ()
        )
        told.add(name)
        out.append(
            Mark("notch", f"Middle of the {name}", (where,), f"either end of the {name} edge", readings)
        )
    if piece.folded:
        left, _, right, _ = bounds(piece.cut)
        half = Term("Half the piece", piece.size("height") / 2, "Both sides are the same.")
        readings = (("from either raw top edge", Sum("From the raw top edge to the fold", (half,))),)
        out.append(Mark("crease", "Fold of the base", ((left, 0.0), (right, 0.0)), "top edge", readings))
    return tuple(out)


def letter(at: int) -> str:
    """
    Return the letter of the piece at place *at*: A to Z without I and O, then AA, AB and on.

    >>> letter(0), letter(8), letter(23), letter(24)
    ('A', 'J', 'Z', 'AA')
    """
    more, rest = divmod(at, len(LETTERS))
    return (letter(more - 1) if more else "") + LETTERS[rest]


def cut_pieces(
    bag: Resolved, forms: Mapping[Layer, Form], hangs: tuple[Hang, ...], cords: Cords | None = None
) -> tuple[Piece, ...]:
    """Return every piece with its letter and marks: outer, lining, interfacing, straps, cores, cords."""
    pieces: list[Piece] = []
    known: list[tuple[Face, Finishes, CutFace]] = []
    for layer in bag.bag.top.layers:
        pieces += _panels(bag, forms[layer], layer, finishes_for, known)
    if bag.bag.interfacing.cuts:
        pieces += _panels(bag, forms["outer"], "interfacing", _interfacing_finishes, known)
    pieces += [_insert(bag, face) for face in forms["outer"].insert]
    for hang in hangs:
        pieces += _straps(bag, hang)
    if bag.bag.top.bands:
        pieces.append(_band(bag, *bag.bag.top.bands(bag, forms["outer"])))
    if cords is not None:
        pieces.append(_cord(bag, cords))
    pieces += [_small(bag, strip) for strip in bag.bag.top.strips(bag, forms["outer"])]
    out = []
    for at, piece in enumerate(pieces):
        marks = [*piece.marks]
        if piece.layer in bag.bag.top.layers:
            form = forms[piece.layer]
            marks += _middle_marks(piece)
            marks += () if piece.cut_off else bag.bag.base.marks(bag, form, piece)
            marks += bag.bag.top.marks(bag, form, piece)
            for hang in hangs:
                marks += hang.item.attach.marks(hang.item, form, piece)
        out.append(replace(piece, letter=letter(at), marks=tuple(marks)))
    return tuple(out)
