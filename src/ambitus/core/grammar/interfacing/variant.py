"""Interfacing: none, full size, kept out of the seams, or inset by an amount."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Interfacing
from ambitus.core.grammar.features import DrawnUp
from ambitus.core.grammar.interfacing.checks import CHECKS, inset_wide
from ambitus.core.grammar.interfacing.fields import INSET_BY, INTERFACING_MATERIAL
from ambitus.core.grammar.interfacing.steps import interface, lay_outer
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import OfField, Term

#: Keys and labels are the library's; the options are written out so that a file can be checked.
MATERIALS = (
    Option("fusible_light", "Fusible woven, light"),
    Option("fusible_medium", "Fusible woven, medium"),
    Option("fusible_fleece", "Fusible fleece"),
    Option("foam", "Sew-in foam"),
    Option("cotton_batting", "Cotton batting"),
)


def _usual(bag: Resolved) -> str:
    """Return the interfacing that a bag usually has: a light one where its mouth has to gather."""
    return "fusible_light" if bag.kinds.feature(DrawnUp) else "fusible_medium"


MATERIAL = Param(
    INTERFACING_MATERIAL,
    "Interfacing",
    "choice",
    _usual,
    options=MATERIALS,
    help="Fleece and foam are bulky.",
    early=True,
    why="As usual for this top.",
)


def _phrase(words: str) -> Phrase:
    return Phrase(
        key="interfacing",
        label="Interfacing",
        before=", interfacing ",
        says=lambda bag, view, prefix: words,
        choices=(INTERFACING_KIND, INTERFACING_MATERIAL),
        fields=(INSET_BY,),
    )


def _none(bag: Resolved, outer: tuple[Term, ...]) -> tuple[Term, ...]:
    return ()


def _kept_out(bag: Resolved, outer: tuple[Term, ...]) -> tuple[Term, ...]:
    """Return what the outer itself ends short by: beside a zip the cloth does not reach the seam line."""
    return tuple(t for t in outer if t.mm < 0)


def _full(bag: Resolved, outer: tuple[Term, ...]) -> tuple[Term, ...]:
    return outer


def _inset(bag: Resolved, outer: tuple[Term, ...]) -> tuple[Term, ...]:
    path = INSET_BY
    return (*outer, Term("Inset", -path.of(bag), path.why(bag), path.source(bag), of=OfField(path)))


NONE = Interfacing(
    kind="none",
    label="None",
    help="Soft, or a cloth that stands by itself.",
    phrase=Phrase(
        "interfacing",
        "Interfacing",
        ", interfacing ",
        lambda bag, view, prefix: "left out",
        (INTERFACING_KIND,),
    ),
    cuts=False,
    acts=(lay_outer,),
    allowance=_none,
)
FULL = Interfacing(
    checks=CHECKS,
    kind="full",
    label="Full size",
    help="Cut like the outer and caught in every seam: strongest, bulkiest.",
    params=(MATERIAL,),
    phrase=_phrase("full size"),
    allowance=_full,
    acts=(interface,),
)
KEPT_OUT = Interfacing(
    checks=CHECKS,
    kind="kept_out",
    label="Kept out of the seams",
    help="Less the allowance all round, so that no seam is thickened.",
    params=(MATERIAL,),
    phrase=_phrase("kept out of the seams"),
    allowance=_kept_out,
    acts=(interface,),
)
INSET = Interfacing(
    checks=(*CHECKS, inset_wide),
    kind="inset",
    label="Inset",
    help="Smaller than the outer by an amount of your own, all round.",
    params=(
        MATERIAL,
        Param(INSET_BY, "Inset from the raw edge", "length", paired(3), low=0.5, high=100),
    ),
    phrase=_phrase("inset"),
    allowance=_inset,
    acts=(interface,),
)


def _base_of_its_own(bag: Resolved) -> str:
    return "" if "ring" in bag.kinds.base.classes else "it lies in a base that is a piece of its own"


BASE_ONLY = Interfacing(
    checks=CHECKS,
    kind="base_only",
    label="In the base only",
    help="The base is stiffened and the sides stay soft; kept out of its seam.",
    params=(MATERIAL,),
    phrase=_phrase("in the base only"),
    needs=_base_of_its_own,
    part="base",
    allowance=_kept_out,
    acts=(interface,),
)
