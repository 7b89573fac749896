"""A magnetic snap: two halves whose prongs go through the cloth and a patch behind it."""

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Phrase
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
)
from ambitus.core.grammar.extra.halves import (
    CENTRE_PARAMS,
    ON_PARAM,
    SNAP_SIZE,
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
    return closure_parts(item, "Magnetic snap", "snap")


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    return put_halves(item, form, layer, "Magnetic snap", taken_by(item), pieces_of(item))


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return tuple(
        half_steps(
            item,
            form,
            "snap",
            title="Set both halves of the snap",
            say="Snip at the marks for the prongs, no longer than they are wide; press the prongs "
            "through the cloth "
            "and what is behind it, the plate over them, and bend them flat, outwards.",
            pieces=pieces_of(item),
            cautions=("prongs",),
        )
    )


MAGNETIC_SNAP = Extra(
    kind="magnetic_snap",
    label="Magnetic snap",
    adds="a magnetic snap",
    help="Two halves that meet as the bag closes; prongs through the cloth, bent flat behind it.",
    params=(ON_PARAM, size_param("Snap, across", SNAP_SIZE), *CENTRE_PARAMS, *patch_params("patch")),
    phrase=Phrase(
        "magnetic_snap",
        "Magnetic snap",
        ", with ",
        lambda bag, view, at: "a magnetic snap",
        choices=(ON, CENTRE_BY, PATCHED),
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
