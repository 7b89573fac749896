"""A press stud: two halves that are sewn on, or hammered through the cloth."""

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.checks import CLOSURE_CHECKS
from ambitus.core.grammar.extra.fields import (
    CENTRE_BY,
    CLOSURE_SIZE,
    FROM_SEAM,
    FROM_TOP_EDGE,
    ON,
    PATCH_MARGIN,
    PATCHED,
    STUD_SET,
)
from ambitus.core.grammar.extra.halves import (
    CENTRE_PARAMS,
    ON_PARAM,
    STUD_SIZE,
    closure_parts,
    half_steps,
    patch_params,
    patched_size,
    pieces_of,
    put_halves,
    size_param,
    taken_by,
)
from ambitus.core.grammar.extra.read import patched
from ambitus.core.grammar.extra.words import has_face
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    return closure_parts(item, "Press stud", "stud")


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    return put_halves(item, form, layer, "Press stud", taken_by(item), pieces_of(item))


_SET = {
    "sewn": (
        "Sew both halves of the press stud on",
        "Four stitches or more through each hole, none through to the right side of the other layer.",
        (),
    ),
    "hammered": (
        "Set both halves of the press stud",
        "A hole at each mark, no larger than the post; try the tool on a scrap of as many layers first.",
        ("hammered",),
    ),
}


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    title, say, cautions = _SET[STUD_SET.of(item)]
    pieces = pieces_of(item)
    return tuple(half_steps(item, form, "stud", title=title, say=say, pieces=pieces, cautions=cautions))


PRESS_STUD = Extra(
    kind="press_stud",
    label="Press stud",
    adds="a press stud",
    help="Two halves pressed into each other, sewn on or set with a hammer.",
    params=(
        ON_PARAM,
        size_param("Stud, across", STUD_SIZE),
        Param(
            STUD_SET,
            "Set",
            "choice",
            "sewn",
            options=(
                Option("sewn", "Sewn on", "By hand, through its holes."),
                Option("hammered", "Hammered", "Through a hole in the cloth, with its tool."),
            ),
        ),
        *CENTRE_PARAMS,
        *patch_params("none"),
    ),
    phrase=Phrase(
        "press_stud",
        "Press stud",
        ", with ",
        lambda bag, view, at: "a press stud",
        choices=(ON, STUD_SET, CENTRE_BY, PATCHED),
        fields=(CLOSURE_SIZE, FROM_TOP_EDGE, FROM_SEAM, PATCH_MARGIN),
    ),
    needs=has_face,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=CLOSURE_CHECKS,
    lies_on=ON.of,
    sizes=patched_size,
    read=patched,
)
