"""A draft as a cut list: what was cut, told without how it was worked out."""

from collections.abc import Sequence

from ambitus.core.form.model import Form, Piece
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.read.cutlist import CutList, CutOut, CutRow, StrapRow
from ambitus.core.spec.resolved import Resolved


def _row(piece: Piece, corner: float | None) -> CutRow:
    cut_out = None
    if "across" in piece.sums:
        cut_out = CutOut(across=piece.size("across"), up=piece.size("up"))
    return CutRow.model_construct(
        role=piece.layer,
        count=piece.count,
        width=piece.size("width"),
        height=piece.size("height"),
        cut_out=cut_out,
        corner=corner,
    )


def cut_list_of(bag: Resolved, form: Form, hangs: Sequence[Hang], pieces: Sequence[Piece]) -> CutList:
    """Return the cut list of *pieces*. It is made from the numbers a maker is shown, and nothing else."""
    rows = [_row(p, form.corner) for p in pieces if "height" in p.sums]
    straps = [
        StrapRow.model_construct(
            count=2,
            length=h.length.total,
            width=h.width.total,
            make=h.item.make.kind,
            attach=h.item.attach.kind,
            past=bag.mm(f"{h.prefix}.past"),
            gap=h.gap,
            hold=h.hold,
        )
        for h in hangs
    ]
    return CutList.model_construct(
        version=1,
        base=bag.bag.base.kind,
        top=bag.bag.top.kind,
        allowances={key: bag.mm(f"allowances.{key}") for key in bag.bag.classes},
        rows=rows,
        straps=straps,
    )
