"""A draft as a cut list: what was cut, told without how it was worked out."""

from collections.abc import Mapping, Sequence
from typing import Any

from ambitus.core.curves import flattened
from ambitus.core.form.model import Form, Piece
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.base.fields import OUTLINE
from ambitus.core.grammar.carry.fields import ROLL_FLAT
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.carry.stretched import is_stretched
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.fitting import visible
from ambitus.core.grammar.top.lining import deeper_by
from ambitus.core.lengths import snap
from ambitus.core.outlines import written
from ambitus.core.read.cutlist import CutList, CutOut, CutRow, ExtraPiece, ExtraRow, StrapRow
from ambitus.core.spec.resolved import Item, Resolved


def _strip_row(piece: Piece) -> CutRow:
    """Return a small piece as a row: its width there is its length."""
    return CutRow.model_construct(
        role=piece.layer,
        part=piece.part,
        count=piece.count,
        width=piece.size("length"),
        height=piece.size("width"),
    )


def _row(piece: Piece, form: Form, lapped: bool, traced: bool, corner: float | None) -> CutRow:
    cut_out = None
    if "across" in piece.sums:
        cut_out = CutOut(across=piece.size("across"), up=piece.size("up"))
    # a blank is no more than as large as it is cut
    plain = piece.cut_off or piece.role.blank
    outlined = traced and piece.part == "base" and not plain
    told = {} if plain else form.listed.get(piece.part, {})
    return CutRow.model_construct(
        role=piece.layer,
        part=piece.told_as,
        count=piece.count,
        width=piece.size("width"),
        height=piece.size("height"),
        folded=piece.folded,
        wrapped=piece.wrapped,
        zip_at_edge=form.zip_at_edge and not piece.part and not plain,
        under=lapped and not piece.over,
        cut_out=cut_out,
        corner=None if piece.part or plain else corner,
        radius=told.get("radius"),
        outline=_line(piece) if outlined else None,
    )


def _strap(bag: Resolved, hang: Hang) -> StrapRow:
    told: dict[str, Any] = {
        field.leaf: field.of(hang.item) for field in (*hang.item.make.row_tells, *hang.item.attach.row_tells)
    }
    if hang.rolled:
        told[ROLL_FLAT.leaf] = ROLL_FLAT.of(hang.item)
    if is_stretched(hang.item):
        told |= {"stretch": snap(1000 * hang.stretch), "narrowing": snap(1000 * hang.narrowing)}
    return StrapRow.model_construct(
        count=1 if hang.single else 2,
        length=hang.length.total,
        width=hang.width.total,
        make=hang.item.make.kind,
        attach=hang.item.attach.kind,
        gap=hang.gap,
        hold=hang.hold,
        **{name: told.get(name) for name in StrapRow.TOLD},
    )


def _line(piece: Piece) -> str:
    return written(flattened(piece.cut, piece.bends))


def _extra(item: Item, form: Form, pieces: Sequence[Piece]) -> ExtraRow:
    """Return an extra as a row: its pieces, and each of its fields that says something and is not read."""
    bag, kind = item.bag, item.extra
    sizes = kind.sizes(item, form)
    shown = [(p, p.path.in_(item.at)) for p in kind.params if visible(p.path.in_(item.at), p, bag)]
    values = {p.path.leaf: bag.values[path].value for p, path in shown if p.kind != "outline"}
    drawn = any(param.kind == "outline" for param, _ in shown)
    own = [p for p in pieces if p.at == item.at and p.source != "bought"]
    return ExtraRow.model_construct(
        kind=kind.kind,
        pieces=[
            ExtraPiece.model_construct(
                piece=p.part.rpartition(" ")[0],
                count=p.count,
                # of a strip its length stands for its width, as in the rows of the bag
                width=p.size("length" if "length" in p.sums else "width"),
                height=p.size("width" if "length" in p.sums else "height"),
                # the main piece tells the line that was cut; the others follow from it
                outline=_line(p) if drawn and p.part.rpartition(" ")[0] == kind.kind else None,
            )
            for p in own
        ],
        measures={leaf: mm for leaf, mm in values.items() if isinstance(mm, float) and leaf not in sizes},
        choices={leaf: key for leaf, key in values.items() if isinstance(key, str)},
    )


def cut_list_of(
    bag: Resolved, forms: Mapping[Layer, Form], hangs: Sequence[Hang], pieces: Sequence[Piece]
) -> CutList:
    """Return the cut list of *pieces*. It is made from the numbers a maker is shown, and nothing else."""
    form = forms["outer"]
    sewn = [key for key in bag.kinds.classes if key in bag.classes]
    # corners that are only pinched are sewn without an allowance of their own
    kinds = {key: bag.kinds.seam(key) for key in (*sewn, *bag.sewn)}
    lapped = any(kind.laps for kind in kinds.values())
    own = (bag.kinds.cloth, bag.kinds.top, bag.kinds.interfacing)
    told = {name: path for variant in own for name, path in variant.listed.items()}
    for kind in kinds.values():
        told |= kind.listed
    allowances = {key: allowance_of(key).of(bag) for key in sewn}
    params = bag.kinds.param_at
    told = {name: path for name, path in told.items() if visible(path, params[path], bag)}
    # what may be left out is told where it is given
    allowances |= {name: mm for name, path in told.items() if (mm := path.or_none(bag)) is not None}
    by_kind = dict.fromkeys(path for kind in kinds.values() for path in kind.chosen)
    chosen = (*(path for variant in own for path in variant.chosen), *by_kind)
    choices: dict[str, str] = {path: path.of(bag) for path in chosen if visible(path, params[path], bag)}
    corners = {str(layer): bag.kinds.base.corner(bag, form, layer) for layer in bag.kinds.top.layers}
    return CutList.model_construct(
        version=2,
        base=bag.kinds.base.kind,
        top=bag.kinds.top.kind,
        seams={key: kind.kind for key, kind in kinds.items() if kind.kind != "plain"},
        allowances=allowances,
        choices=choices,
        lining_shorter=snap(form.height - forms["lining"].height) if "lining" in forms else 0.0,
        lining_deeper=deeper_by(bag, "lining"),
        layers=2 if DOUBLED_CLOTH.is_(bag, "doubled") else 1,
        ease=max((s.ease for f in forms.values() for s in f.seams), default=0.0) or 0.01,
        rows=[
            *(
                _row(p, form, lapped, OUTLINE in bag.values, corners.get(p.layer, form.corner))
                for p in pieces
                if "height" in p.sums and not p.at
            ),
            *(_strip_row(p) for p in pieces if p.small and not p.at and "height" not in p.sums),
        ],
        straps=[_strap(bag, h) for h in hangs],
        extras=[_extra(item, item.extra.own_form(item, forms), pieces) for item in bag.extras],
    )
