"""Kinds of seam: what each eats per edge, by class."""

from ambitus.core.grammar.contract import Param, Phrase, Variant
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return f"plain seams of {view.with_unit(bag.mm('allowances.general'))}"


PLAIN = Variant(
    slot="seams",
    kind="plain",
    label="Plain seams",
    help="One row of stitching; each edge gives its allowance.",
    params=(
        Param(
            "general",
            "General allowance",
            "allowance",
            paired(10),
            high=200.0,
            help="Every seam that has no allowance of its own.",
        ),
    ),
    phrase=Phrase(
        "seams",
        "Seams and allowances",
        ", ",
        _says,
        fields=(
            "allowances.general",
            "allowances.side",
            "allowances.base",
            "allowances.corner",
            "allowances.top",
        ),
    ),
)
