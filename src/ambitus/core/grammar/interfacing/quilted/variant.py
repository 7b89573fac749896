"""Quilted: panels made up larger of cloth and wadding, sewn through in rows, and trimmed."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH
from ambitus.core.grammar.contract import MADE_UP, Interfacing, Stage
from ambitus.core.grammar.interfacing.checks import CHECKS
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.interfacing.quilted.blank import blank_of
from ambitus.core.grammar.interfacing.quilted.checks import QUILTED_CHECKS
from ambitus.core.grammar.interfacing.quilted.fields import BACKING, ROWS_APART, ROWS_RUN, SAMPLE, SPARE
from ambitus.core.grammar.interfacing.quilted.seen import seen_stage
from ambitus.core.grammar.interfacing.quilted.steps import quilt
from ambitus.core.grammar.interfacing.variant import MATERIALS
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term
from ambitus.core.words import within


def _whole(bag: Resolved, outer: tuple[Term, ...]) -> tuple[Term, ...]:
    """Return how far the wadding reaches: it is trimmed with its panel."""
    return outer


def _backing(bag: Resolved) -> str:
    """Return whether a backing is usual: where no lining hides the wadding."""
    return "none" if "lining" in bag.kinds.top.layers else "lining"


def _single(bag: Resolved) -> str:
    return "the outer is of two layers worked as one" if DOUBLED_CLOTH.is_(bag, "doubled") else ""


def _says(bag: Resolved, view: View, prefix: str) -> str:
    wadding = within(bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].label)
    return f"{wadding}, in rows {view.with_unit(ROWS_APART.of(bag))} apart"


QUILTED = Interfacing(
    checks=(*CHECKS, *QUILTED_CHECKS),
    kind="quilted",
    label="Quilted in",
    help="Cloth and wadding are cut larger, sewn through in rows, and trimmed to the panel.",
    params=(
        Param(
            INTERFACING_MATERIAL,
            "Wadding",
            "choice",
            "cotton_batting",
            options=MATERIALS,
            help="What lies between the cloths.",
            early=True,
        ),
        Param(
            ROWS_RUN,
            "Rows run",
            "choice",
            "up",
            options=(
                Option("up", "Up the panel", "The blank is cut wider: rows draw it in across them."),
                Option("across", "Across the panel", "The blank is cut higher."),
                Option("both", "Both ways", "A lattice: it draws in both ways."),
            ),
        ),
        Param(ROWS_APART, "From row to row", "length", paired(25), low=8, high=300),
        Param(
            BACKING,
            "Backing",
            "choice",
            _backing,
            options=(
                Option("none", "None", "The wadding lies against the lining."),
                Option("lining", "Of the lining’s cloth", "The wadding is closed in on both sides."),
            ),
            why="As usual for this top: a lining hides the wadding.",
        ),
        Param(
            SPARE,
            "To spare at every side",
            "length",
            paired(12),
            low=3,
            high=80,
            help="Trimmed away once the blank is quilted.",
        ),
        Param(
            SAMPLE,
            "A quilted sample measures",
            "length",
            optional=True,
            low=140,
            high=204,
            help="Quilt a square of 200 mm | 8 in like this and measure it across its rows: it takes the "
            "place of what is reckoned.",
        ),
    ),
    phrase=Phrase(
        key="interfacing",
        label="Interfacing",
        before=", quilted on ",
        says=_says,
        choices=(INTERFACING_KIND, INTERFACING_MATERIAL, ROWS_RUN, BACKING),
        fields=(ROWS_APART, SPARE, SAMPLE),
    ),
    needs=_single,
    allowance=_whole,
    blank=blank_of,
    stages=(Stage(MADE_UP, seen_stage),),
    acts=(quilt,),
    listed={field.leaf: field for field in (ROWS_APART, SPARE, SAMPLE)},
    chosen=(INTERFACING_MATERIAL, ROWS_RUN, BACKING),
)
