"""What panels are made up of: blanks larger than them, strips joined to each other."""

from dataclasses import replace
from typing import cast

from ambitus.core.cut.outline import cut_face
from ambitus.core.form.model import Edge, Face, Measure, Piece
from ambitus.core.form.roles import ROLES
from ambitus.core.grammar.blank import Blank, Ply
from ambitus.core.grammar.contract import Layer
from ambitus.core.spec.resolved import Resolved


def _ply(bag: Resolved, piece: Piece, ply: Ply) -> Piece:
    """Return the rectangle of a ply of *piece*."""
    w, h = ply.wide.total, ply.high.total
    outline = (
        Edge("foot", "blank", (0.0, 0.0)),
        Edge("right", "blank", (w, 0.0)),
        Edge("head", "blank", (w, h)),
        Edge("left", "blank", (0.0, h)),
    )
    measures = (
        Measure("width", ply.wide.label, "x", "left", "right", ply.wide.terms, beside="top"),
        Measure("height", ply.high.label, "y", "foot", "head", ply.high.terms, beside="left"),
    )
    made = cut_face(Face(ply.role, ply.role, outline, measures), {"blank": ()}, bag.grid)
    return Piece(
        key=f"{ply.called} {piece.key}",
        letter="",
        name=f"{piece.name.removesuffix(', blank')}, {ply.called}",
        layer=cast(Layer, ply.role),
        count=piece.count * ply.each,
        material=ply.of,
        of=ply.of,
        faces=piece.faces,
        edges=made.edges,
        cut=made.cut,
        stitch=made.stitch,
        sums=made.sums,
        spans=made.spans,
        # its grain runs as its panel's does; strips lie along their length
        on_fold="x" if piece.on_fold and (ply.hangs or ply.role != "strip") else None,
        marks=ply.marks,
        part=piece.part,
        division=piece.division,
        upright=piece.upright and ply.of in ("outer", "contrast"),
        source=ROLES[ply.role].source,
    )


def _made_of(bag: Resolved, pieces: list[Piece], blank: Blank | None) -> tuple[list[Piece], list[Piece]]:
    """Return *pieces* as what is made up, and what they are made up of; as they are without a *blank*."""
    if blank is None:
        return pieces, []
    out: list[Piece] = []
    plies: list[Piece] = []
    for piece in pieces:
        wide, high = piece.extent
        if blank.side and not all(face.startswith(blank.side) for face in piece.faces):
            out.append(piece)
            continue
        mine = [_ply(bag, piece, ply) for ply in blank.plies(wide, high, piece.looks, piece.part)]
        if not mine:
            out.append(piece)
            continue
        out.append(replace(piece, made_of=tuple(p.key for p in mine), source="made up"))
        plies += mine
    return out, plies


def made_up(bag: Resolved, panels: list[Piece]) -> list[Piece]:
    """
    Return *panels* of the outer with what each is made up of, if it is: with interfacing that lies in it, and
    of several pieces of cloth.
    """
    panels, plies = _made_of(bag, panels, bag.kinds.interfacing.blank(bag))
    pieced = bag.kinds.cloth.blank(bag)
    if not plies:
        panels, plies = _made_of(bag, panels, pieced)
        return [*panels, *plies]
    shown, strips = _made_of(bag, [p for p in plies if p.layer == "blank"], pieced)
    return [*panels, *shown, *strips, *(p for p in plies if p.layer != "blank")]
