"""Every piece of a bag: layers read the same form, straps are strips of their own."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Literal, cast

from ambitus.core.curves import edge_length
from ambitus.core.cut.blanks import made_up
from ambitus.core.cut.marking import marks_of
from ambitus.core.cut.outline import CutFace, cut_face
from ambitus.core.form.model import Division, Edge, Face, Form, Loose, Mark, Measure, Piece, Strip
from ambitus.core.form.roles import ROLES
from ambitus.core.geometry import bounds
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH, PRINT
from ambitus.core.grammar.contract import (
    SHORTER,
    Allowances,
    Layer,
    no_blank,
    no_marks,
    no_parts,
    nothing_sewn,
)
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.lengths import snap
from ambitus.core.pausing import breathe
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: mm: a shorter straight between two curves is not measured from
_TOO_SHORT = 10.0
LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"


def _between_panels(kinds: Kinds) -> tuple[str, ...]:
    """Return the classes of seam that join panels: the base's, and those of panels that are divided."""
    return tuple(
        dict.fromkeys((*kinds.base.classes, *(key for _, v in kinds.with_prefix for key in v.joins)))
    )


def allowances_for(bag: Resolved, layer: Layer, over: bool = True) -> Allowances:
    """
    Return the cloth beyond the seam line by class of seam, for the outer or a sewn layer like it.

    *over* is whether the edges lie uppermost in lapped seams.
    """
    return bag.once(_allowances_for, layer, over)


def _allowances_for(bag: Resolved, layer: Layer, over: bool) -> Allowances:
    top = bag.kinds.top
    sewn = {key: edge_terms(bag, key, over) for key in bag.kinds.once(_between_panels)}
    return {**sewn, "top": top.allowance(bag, layer), SHORTER: top.shorter(bag, layer)}


def _interfacing_allowances(bag: Resolved, layer: Layer, over: bool = True) -> Allowances:
    policy = bag.kinds.interfacing
    return {key: policy.allowance(bag, terms) for key, terms in allowances_for(bag, "outer", over).items()}


def _material(layer: Layer, division: Division = "") -> str:
    if ROLES[layer].source == "interfacing":
        return "interfacing"
    if division == "bottom":
        return "contrast"
    return "lining" if layer == "lining" and division != "facing" else "outer"


def _on_fold(face: Face) -> Literal["x", "y"] | None:
    """Return across which line a face is its own mirror image; a piece of the base or a strip is not told."""
    if face.part == "base" or face.part.startswith("gusset"):
        return None
    return "y" if face.folded or face.hinged else "x"


def _upright(bag: Resolved, layer: Layer, face: Face) -> bool:
    """Return whether the print of *face* has to stand up; what lies under the bag has no way up."""
    ours = (layer == "outer" and face.division != "bottom") or face.division == "facing"
    return ours and PRINT.is_(bag, "one_way") and face.part != "base"


@dataclass(slots=True)
class _Alike:
    """Faces that are cut alike."""

    cut: CutFace
    faces: list[Face]


def _cut_alike(
    bag: Resolved,
    form: Form,
    layer: Layer,
    allowances: Callable[[Resolved, Layer, bool], Allowances],
    known: list[tuple[Face, Allowances, CutFace]],
) -> list[_Alike]:
    """Return the faces of *layer* cut, those that are alike together; *known* holds what was cut before."""
    only = bag.kinds.interfacing.part if layer == "interfacing" else ""
    alike: list[_Alike] = []
    grown = {over: allowances(bag, layer, over) for over in {f.over for f in form.faces}}
    for face in (f for f in form.faces if not only or f.part == only):
        mine = grown[face.over]
        cut = next(
            (c for f, g, c in known if (f.group, f.edges) == (face.group, face.edges) and g == mine), None
        )
        if cut is None:
            cut = cut_face(face, mine, bag.grid)
            known.append((face, mine, cut))
        group = next((a.faces for a in alike if a.cut is cut), None)
        if group is None:
            alike.append(_Alike(cut, [face]))
        else:
            group.append(face)
    return alike


def _panels(bag: Resolved, layer: Layer, alike: list[_Alike]) -> list[Piece]:
    """Return the panels of *layer*, one for the faces that are cut alike."""
    out = []
    for made in alike:
        first = made.faces[0]
        # panels of the body that are cut differently are told apart by name
        several = sum(not a.faces[0].part and a.faces[0].division == first.division for a in alike) > 1
        apart = " ".join(w for w in (first.part or (first.side if several else ""), first.division) if w)
        out.append(_panel(bag, layer, made, apart))
    return out


def _panel(bag: Resolved, layer: Layer, made: _Alike, apart: str) -> Piece:
    """Return the piece of faces that are cut alike; *apart* is what tells it from others of its layer."""
    first, cut = made.faces[0], made.cut
    doubled = layer == "outer" and DOUBLED_CLOTH.is_(bag, "doubled")
    return Piece(
        key=f"{layer} {apart or first.group}",
        letter="",
        name=apart.capitalize() if first.division == "facing" else f"{layer.capitalize()} {apart}".strip(),
        layer=layer,
        count=len(made.faces) * (2 if doubled else 1),
        material=_material(layer, "bottom" if first.of == "contrast" else first.division),
        of=first.of if layer == "outer" else "",
        faces=tuple(f.name for f in made.faces),
        edges=cut.edges,
        cut=cut.cut,
        stitch=cut.stitch,
        sums=cut.sums,
        spans=cut.spans,
        on_fold=_on_fold(first),
        over=first.over,
        wrapped=first.wrapped,
        hinged=first.hinged,
        part=first.part,
        division=first.division,
        upright=_upright(bag, layer, first),
        source=ROLES[layer].source,
        below=bag.kinds.top.sewn_below(bag),
    )


def _strip(bag: Resolved, strip: Strip) -> Piece:
    """Return the piece of a strip, whose seam lines lie ``ends`` inside its short ends."""
    layer = cast(Layer, strip.layer)
    wide = strip.width.total
    visible = strip.length.total - 2 * strip.ends
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
    end = (Term("End", strip.ends, ""),)
    made = cut_face(Face(layer, layer, outline, measures), {"fold": (), "end": end}, bag.grid)
    return Piece(
        key=strip.key,
        letter="",
        name=strip.name,
        layer=layer,
        count=strip.count,
        material=strip.material or _material(layer),
        source="cloth" if strip.cut else "bought" if strip.material else ROLES[layer].source,
        faces=(layer,),
        edges=made.edges,
        cut=made.cut,
        stitch=made.stitch,
        sums={"length": strip.length, "width": strip.width, **strip.more},
        spans=made.spans,
        marks=strip.marks,
        part=strip.part,
        melts=strip.melts,
        at=strip.at if "extras." in strip.at else "",
    )


def _loose(bag: Resolved, part: Loose) -> Piece:
    """Return the piece of a face that is of no layer of the body."""
    made = cut_face(part.face, part.allowances, bag.grid)
    return Piece(
        key=part.key,
        letter="",
        name=part.name,
        layer=cast(Layer, part.layer),
        count=part.count,
        material=part.material,
        source=ROLES[part.layer].source,
        faces=(part.face.name,),
        edges=made.edges,
        cut=made.cut,
        stitch=made.stitch,
        sums=made.sums,
        spans=made.spans,
        marks=part.marks,
        part=part.face.part,
        of=part.face.of,
        at=part.at,
    )


def _side_fold(piece: Piece) -> Mark:
    """Return the fold opposite the side seam of a piece that is wrapped round, down to its cut-out."""
    left, low, right, high = piece.box
    x, cut_out = (left + right) / 2, [edge for edge in piece.edges if edge.name == "corner fold run"]
    if cut_out:
        low = piece.cut[piece.edges.index(cut_out[0])][1]
    half = Term("Half the piece", piece.size("width") / 2, "Front and back are the same.")
    readings = (("from either raw side", Sum("From the raw side to the fold", (half,))),)
    return Mark("crease", "Fold opposite the side seam", ((x, low), (x, high)), "side edge", readings)


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
        begins, corner = "from the end", f"either end of the {name} edge"
        if name == "top" and (bend := piece.bends[at]) is not None:
            # it goes round: its middle is the highest place of it
            where = ((a[0] + b[0]) / 2, piece.box[3])
            long = edge_length(a, bend, b)
            half = Term(
                "Half of this edge", snap(long / 2), "Along the curve; or fold the piece in half and snip."
            )
            begins = "along it, from the end"
        elif abs(b[0] - a[0]) < _TOO_SHORT and any(piece.bends):
            # what two curves leave straight between them has no ends that anybody finds
            half = Term("Half the piece", piece.size("width") / 2, "Fold it in half and snip, or measure.")
            begins, corner = "from either raw side", "raw sides"
        readings = ((begins, Sum(f"To the middle of the {name}", (half,))),) if name not in told else ()
        told.add(name)
        out.append(Mark("notch", f"Middle of the {name}", (where,), corner, readings))
    if piece.wrapped:
        out.append(_side_fold(piece))
    if piece.folded:
        left, _, right, _ = bounds(piece.cut)
        half = Term("Half the piece", piece.size("height") / 2, "Both sides are the same.")
        raw, label = ("base", "Fold at the top") if piece.hinged else ("top edge", "Fold of the base")
        readings = ((f"from either raw {raw}", Sum(f"From the raw {raw} to the fold", (half,))),)
        out.append(Mark("crease", label, ((left, 0.0), (right, 0.0)), raw, readings))
    return tuple(out)


def letter(at: int) -> str:
    """
    Return the letter of the piece at place *at*: A to Z without I and O, then AA, AB and on.

    >>> letter(0), letter(8), letter(23), letter(24)
    ('A', 'J', 'Z', 'AA')
    """
    more, rest = divmod(at, len(LETTERS))
    return (letter(more - 1) if more else "") + LETTERS[rest]


def cut_pieces(bag: Resolved, forms: Mapping[Layer, Form]) -> tuple[Piece, ...]:
    """
    Return every piece with its letter and marks: layers, interfacing, and the parts of the variants.

    What is not bought has as its material the cloth of the bag that it is cut of: ``outer``, ``lining``,
    ``contrast`` or ``interfacing``.
    """
    pieces: list[Piece] = []
    known: list[tuple[Face, Allowances, CutFace]] = []
    for layer in bag.kinds.top.layers:
        breathe()
        panels = _panels(bag, layer, _cut_alike(bag, forms[layer], layer, allowances_for, known))
        pieces += made_up(bag, panels) if layer == "outer" else panels
    if bag.kinds.interfacing.cuts and bag.kinds.interfacing.blank is no_blank:
        pieces += _panels(
            bag,
            "interfacing",
            _cut_alike(bag, forms["outer"], "interfacing", _interfacing_allowances, known),
        )
    for prefix, variant in bag.kinds.in_cutting_order:
        if variant.parts is not no_parts:
            item = Item(bag, prefix)
            for part in variant.parts(item, variant.own_form(item, forms)):
                pieces.append(_strip(bag, part) if isinstance(part, Strip) else _loose(bag, part))
    marking = [
        (v, at) for at, v in bag.kinds.with_prefix if v.sewn is not nothing_sewn or v.marks is not no_marks
    ]
    out = []
    for at, piece in enumerate(pieces):
        breathe()
        marks = [*piece.marks]
        if piece.layer in bag.kinds.top.layers:
            marks += _middle_marks(piece)
            form, marked = forms[piece.layer], set[str]()
            for variant, prefix in marking:
                # what several variants do at one place of the spec stands there together
                if variant.sewn is not nothing_sewn and prefix not in marked:
                    marks += marks_of(piece, form.sewn.get(prefix, ()))
                    marked.add(prefix)
                # a base knows no bands: it marks what is whole
                if not (piece.cut_off and variant is bag.kinds.base):
                    marks += variant.marks(Item(bag, prefix), form, piece)
        out.append(replace(piece, letter=letter(at), marks=tuple(marks)))
    return tuple(out)
