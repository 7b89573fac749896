"""A box that a zip closes along its top: two panels, sewn flat and boxed at four corners."""

from collections.abc import Mapping
from dataclasses import replace

from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.base.box_pouch.cut import cut_out_form, fold_marks, form, pinch_marks
from ambitus.core.grammar.base.box_pouch.read import read, read_cut_out
from ambitus.core.grammar.base.box_pouch.steps import cut_out_steps, steps
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.fields import (
    CORNER,
    CORNER_BY,
    CUT_AS,
    INSERT,
    INSERT_LESS,
    PRESSED,
    SIZE_FROM,
    THING_LIES,
)
from ambitus.core.grammar.base.insert import INSERT_PARAMS, insert_parts, lay_insert
from ambitus.core.grammar.base.panels import CUT_AS_PARAM, no_base_seam
from ambitus.core.grammar.base.pressing import PRESSED_PARAM, at_edge
from ambitus.core.grammar.base.thing import LID_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.grammar.top.fields import LINING_EASE, TURNED
from ambitus.core.grammar.top.zip.fields import GRAB, WRIST
from ambitus.core.grammar.top.zip.tape import as_one, ends_free
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved


def needs_lid(bag: Resolved) -> str:
    """Return why a pouch whose panels run from a zip round to a seam below does not go with this bag."""
    if not bag.kinds.top.shut:
        return "it is closed by a zip along its top"
    if has_bottom(bag):
        return "its panels run under it, so that a bottom has no place of its own"
    if LINING_EASE.is_(bag, "shorter"):
        return "its lining is cut like the outer: shorter, it would be less broad"
    if is_folded(bag) and not as_one(bag):
        return "in one piece it has no base seam for a turning gap"
    if at_edge(bag) and (why := _no_corner_at_zip(bag)):
        return why
    return "straps need an edge to hang from" if bag.kinds.carry else ""


def _no_corner_at_zip(bag: Resolved) -> str:
    """Return why corners cannot lie over the ends of the zip of this bag, or nothing."""
    if not as_one(bag):
        return "two of its corners cross the zip, and lining and outer with it: turn it through the zip"
    if ends_free(bag):
        return "its corners are sewn across the zip’s ends, which are to be caught there"
    if not (GRAB.is_(bag, "none") and WRIST.is_(bag, "none")):
        return "what is caught beside the zip would be cut off with the tips of its corners"
    return ""


def _straight(bag: Resolved) -> Mapping[str, float]:
    return {} if is_folded(bag) else {"base": LENGTH.of(bag)}


def _says(bag: Resolved, corners: str) -> str:
    pressed = ", its zip along one edge" if at_edge(bag) else ""
    return f"boxed at four {corners}{pressed}{', in one piece' if is_folded(bag) else ''}"


#: what else may be asked of a box: the size of what it is to hold, and an insert on its base
LID_PARAMS = (*THING_PARAMS, *LIES_PARAMS, *INSERT_PARAMS)
#: what may be measured at its corners in place of the height
PINCHED = ("point", "tip", "line")
#: what its phrase offers, however its corners are made
_CHOICES = (BASE_KIND, CUT_AS, SIZE_FROM, THING_LIES, CORNER_BY, INSERT)
_FIELDS = (*THING_FIELDS, CORNER, INSERT_LESS)

BOX_POUCH = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS),
    kind="box_pouch",
    label="Box pouch, corners pinched",
    help="Sewn flat with the zip over the base seam, then stitched across four corners.",
    params=(
        Param(LENGTH, "Length", "length", paired(180), low=20, high=1500, opens="outer/width"),
        Param(BREADTH, "Breadth", "length", paired(75), low=10, high=1500, opens="outer/height"),
        Param(HEIGHT, "Height", "length", paired(60), low=5, high=1500, opens="outer/height"),
        PRESSED_PARAM,
        *corner_params(*PINCHED, called="size"),
        CUT_AS_PARAM,
        *LID_PARAMS,
    ),
    givens=(
        *LID_GIVENS,
        *corner_givens(HEIGHT, *PINCHED, box=True, where=lambda bag: not at_edge(bag)),
        *corner_givens(BREADTH, *PINCHED, box=True, where=at_edge),
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="",
        says=lambda bag, view, prefix: _says(bag, "corners"),
        choices=(BASE_KIND, PRESSED, *_CHOICES[1:]),
        fields=_FIELDS,
    ),
    classes={"end": "End seam", "base": "Base seam"},
    unused=no_base_seam,
    divides=False,
    carries=False,
    runs_round=True,
    needs=needs_lid,
    usual={
        HEIGHT: lambda bag: paired(60).mm(bag.unit),
        # one piece has no seam that a gap could be left in, and corners over the zip take both layers
        TURNED: lambda bag: "zip" if is_folded(bag) or at_edge(bag) else "gap",
    },
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=pinch_marks,
    straight=_straight,
)
BOX_POUCH_CUT = replace(
    BOX_POUCH,
    kind="box_pouch_cut",
    notched=True,
    params=(*BOX_POUCH.params[:3], *corner_params("deep", called="height"), CUT_AS_PARAM, *LID_PARAMS),
    givens=(*LID_GIVENS, *corner_givens(HEIGHT, "deep", box=True)),
    label="Box pouch, corners cut out first",
    help="A square is cut at both ends of each side fold.",
    phrase=Phrase(
        key="base",
        label="Base",
        before="",
        says=lambda bag, view, prefix: _says(bag, "cut corners"),
        choices=_CHOICES,
        fields=_FIELDS,
    ),
    classes={"end": "End seam", "base": "Base seam", "corner": "Corner seam"},
    acts=(cut_out_steps, lay_insert),
    form=cut_out_form,
    read=read_cut_out,
    marks=fold_marks,
)
