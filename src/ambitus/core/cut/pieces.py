"""Every piece of a bag: layers read the same form, straps are strips of their own."""

from dataclasses import replace

from ambitus.core.cut.outline import CutFace, cut_face
from ambitus.core.form.model import Edge, Face, Form, Mark, Measure, Piece
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.contract import Finishes, Layer
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, to_grid

LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"


def finishes_for(bag: Resolved, layer: Layer) -> Finishes:
    """Return the cloth beyond the seam line by class of seam, for the outer or a sewn layer like it."""
    sewn = {
        key: (
            Term(
                name,
                bag.mm(f"allowances.{key}"),
                bag.why(f"allowances.{key}"),
                bag.source(f"allowances.{key}"),
            ),
        )
        for key, name in bag.bag.base.classes.items()
    }
    return {**sewn, "top": bag.bag.top.finish(bag, layer)}


def _interfacing_finishes(bag: Resolved) -> Finishes:
    policy = bag.bag.interfacing
    return {key: policy.finish(bag, terms) for key, terms in finishes_for(bag, "outer").items()}


def _material(bag: Resolved, layer: Layer) -> str:
    if layer in ("interfacing", "strap core"):
        return bag.facts.interfacings[bag.choice("interfacing.material")].label
    return bag.cloth("lining" if layer == "lining" else "outer").label


def _panels(
    bag: Resolved, form: Form, layer: Layer, finishes: Finishes, known: list[tuple[str, Finishes, CutFace]]
) -> list[Piece]:
    """Return the panels of *layer*; *known* holds what was cut before, for layers that are cut alike."""
    groups: dict[str, list[Face]] = {}
    for face in form.faces:
        groups.setdefault(face.group, []).append(face)
    out = []
    for group, faces in groups.items():
        made = next((cut for g, f, cut in known if g == group and f == finishes), None)
        if made is None:
            made = cut_face(faces[0], finishes, bag.grid)
            known.append((group, finishes, made))
        name = layer.capitalize() if len(groups) == 1 else f"{layer.capitalize()} {group}"
        out.append(
            Piece(
                key=f"{layer} {group}",
                letter="",
                name=name,
                layer=layer,
                count=len(faces),
                material=_material(bag, layer),
                faces=tuple(f.name for f in faces),
                edges=made.edges,
                cut=made.cut,
                stitch=made.stitch,
                sums=made.sums,
                spans=made.spans,
                on_fold="x",
            )
        )
    return out


def _strip(hang: Hang, layer: Layer, name: str, bag: Resolved, length: Sum, width: Sum, ends: float) -> Piece:
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
        key=f"{layer} {hang.prefix}",
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
    strap = _strip(hang, "strap", "Strap", bag, hang.length, hang.width, ends)
    left, right = strap.cut[0][0], strap.cut[1][0]
    folds = hang.item.make.creases(hang.width.total)
    why = "Creases divide the strip evenly."
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
    if bag.bag.interfacing.cuts:
        # lines the strap's own rounding has already paid for are not rounded again
        short = hang.item.attach.core_short(bag, hang.prefix)
        follows = Term("Strap, as cut", hang.length.total, "The core follows its strap.")
        shortened = [Term(t.label, 2 * t.mm, t.why, t.source, 2) for t in short]
        core_length = to_grid("How long to cut it", (follows, *shortened), bag.grid)
        core_width = to_grid("How wide to cut it", hang.item.make.core_width(bag, hang.prefix), bag.grid)
        core_ends = (core_length.total - hang.finished_visible) / 2
        out.append(_strip(hang, "strap core", "Strap core", bag, core_length, core_width, core_ends))
    return out


def _middle_marks(piece: Piece) -> tuple[Mark, ...]:
    """Return notches at the middle of the top and base edges, where panels are matched."""
    out = []
    for name in ("base", "top"):
        at = next((i for i, e in enumerate(piece.edges) if e.name == name), None)
        if at is not None:
            a, b = piece.cut[at], piece.cut[(at + 1) % len(piece.cut)]
            middle = Sum(
                f"To the middle of the {name}",
                (
                    Term(
                        "Half of this edge",
                        abs(b[0] - a[0]) / 2,
                        "Fold the edge in half and snip, or measure.",
                    ),
                ),
            )
            out.append(
                Mark(
                    "notch",
                    f"Middle of the {name}",
                    (((a[0] + b[0]) / 2, a[1]),),
                    f"either end of the {name} edge",
                    (("from the end", middle),),
                )
            )
    return tuple(out)


def cut_pieces(bag: Resolved, form: Form, hangs: tuple[Hang, ...]) -> tuple[Piece, ...]:
    """Return every piece with its letter and marks: outer, lining, interfacing, straps, cores."""
    pieces: list[Piece] = []
    known: list[tuple[str, Finishes, CutFace]] = []
    for layer in bag.bag.top.layers:
        pieces += _panels(bag, form, layer, finishes_for(bag, layer), known)
    if bag.bag.interfacing.cuts:
        pieces += _panels(bag, form, "interfacing", _interfacing_finishes(bag), known)
    for hang in hangs:
        pieces += _straps(bag, hang)
    out = []
    for letter, piece in zip(LETTERS, pieces, strict=False):
        marks = [*piece.marks]
        if piece.layer in bag.bag.top.layers:
            marks += [*_middle_marks(piece), *bag.bag.base.marks(bag, form, piece)]
            marks += bag.bag.top.marks(bag, form, piece)
            for hang in hangs:
                marks += hang.item.attach.marks(bag, hang.prefix, form, piece)
        out.append(replace(piece, letter=letter, marks=tuple(marks)))
    return tuple(out)
