"""A zip sewn between front and back, lined: the lining is caught in the same seam."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.contract import SEEN, Layer, Stage, Top
from ambitus.core.grammar.order import ZIP_ROWS_PARAM, ZIP_TRIMMED_PARAM
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import LINED_CHECKS
from ambitus.core.grammar.top.facing import lay_lining
from ambitus.core.grammar.top.fields import EASE_BY, GAP, GAP_IN, LINING_EASE, TURNED
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.lining import EASE_PARAMS, lies_inside, shorter_terms
from ambitus.core.grammar.top.turned_through.gap import gap_opening
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.grammar.top.zip.checks import CHECKS
from ambitus.core.grammar.top.zip.fields import ZIP_COUNTS, ZIP_IN_HAND
from ambitus.core.grammar.top.zip.made import ZIPPED
from ambitus.core.grammar.top.zip.piece import parts
from ambitus.core.grammar.top.zip.read import read
from ambitus.core.grammar.top.zip.seen import zip_stage
from ambitus.core.grammar.top.zip.sewing import steps
from ambitus.core.grammar.top.zip.sewn import sewn_to_zip
from ambitus.core.grammar.top.zip.small import (
    SMALL_CHOICES,
    SMALL_FIELDS,
    SMALL_PARAMS,
    SMALL_PHRASE,
    TAB_GIVEN,
)
from ambitus.core.grammar.top.zip.tape import (
    OWN_ALLOWANCE,
    TAPE_CHOICES,
    TAPE_FIELDS,
    TAPE_PARAMS,
    ZIP_PHRASE,
    allowance,
    as_one,
    edges_outside,
    no_mouth,
    sewn_below,
)
from ambitus.core.spec.resolved import Item

#: what a cut list tells of a zip in numbers; where one is in hand the plan says so, not the cuts
ZIP_TOLD = {path.leaf: path for path in (*TAPE_FIELDS, *SMALL_FIELDS) if path != ZIP_IN_HAND}
_TURNED = Param(
    TURNED,
    "Turned through",
    "choice",
    "gap",
    options=(
        Option("gap", "A gap in the lining", "Lining and outer are sewn up apart; the gap is closed last."),
        Option(
            "zip",
            "The zip itself: lining and outer as one",
            "No gap: both layers are sewn together, and their edges enclosed or overcast inside.",
        ),
        Option(
            "never",
            "Nothing: its edges stay outside",
            "Of a mat or of felt: the lining is sewn by itself inside it, deeper, and the outer last.",
        ),
    ),
    way_out="zip",
    offered=lambda bag, key: key != "never" or edges_outside(bag),
)
_GAP = tuple(replace(p, shown_when=(TURNED, "gap")) for p in TURNED_THROUGH.params if p.path in (GAP_IN, GAP))


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return which edges meet the zip and what is caught beside it, and the gap of the lining."""
    gap = () if as_one(item.bag) or lies_inside(item.bag) else gap_opening(item, form, layer)
    return (*gap, *sewn_to_zip(item, form, layer))


ZIP = Top(
    checks=(*LINED_CHECKS, *CHECKS),
    kind="zip",
    section=sections.ZIP,
    label="Lined, a zip across its top",
    help="The zip is sewn between front and back, the lining caught behind it.",
    layers=("outer", "lining"),
    params=(*TAPE_PARAMS, _TURNED, *_GAP, *EASE_PARAMS, *SMALL_PARAMS, ZIP_ROWS_PARAM, ZIP_TRIMMED_PARAM),
    phrase=top_phrase("lined", choices=(TURNED, GAP_IN, LINING_EASE), fields=(GAP, EASE_BY)),
    also=(ZIP_PHRASE, SMALL_PHRASE),
    givens=(TAB_GIVEN,),
    classes={"zip": "Zip seam"},
    own_allowances=OWN_ALLOWANCE,
    unused=lambda bag: frozenset({"zip"}) if is_hinged(bag) else frozenset(),
    brings={"attach": "on_face", "interfacing": "none"},
    needs=no_mouth,
    allowance=allowance,
    sewn=_sewn,
    stages=(Stage(SEEN, zip_stage),),
    sewn_below=sewn_below,
    parts=parts,
    shorter=shorter_terms,
    mouth_seam="zip",
    features=(ZIPPED,),
    shut=True,
    listed=ZIP_TOLD,
    chosen=(*(path for path in TAPE_CHOICES if path != ZIP_COUNTS), *SMALL_CHOICES, TURNED),
    read=read,
    acts=(lay_lining, steps),
)
