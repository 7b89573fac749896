"""What lies under the row of a pinched corner."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import kind_of
from ambitus.core.grammar.base.fields import PINCH_TRIM
from ambitus.core.grammar.seams.checks import LEAST_SEAM
from ambitus.core.grammar.seams.edges import stands_beyond
from ambitus.core.grammar.seams.fields import SECOND_ROW
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "seams",
    50,
    "pinch-past-row",
    "stop",
    "The corner is trimmed past its row",
    "pinched corner: French first row at or past the point; or more left outside than stands there",
    "Outside the row lie half the depth and what stands beyond the seams; a French first row lies nearer.",
    "There is no corner left to stitch or to trim.",
)
def pinch_past_row(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.kinds.base.kind != "boxed_pinched":
        return
    half = snap(draft.form.mm("depth") / 2)
    if bag.kinds.seam("corner").kind == "french":
        second = SECOND_ROW.of(bag)
        if half <= second + 1e-9:
            least = at_least(bag, 2 * second + 2 * LEAST_SEAM.mm(bag.unit))
            yield fired(
                DEPTH,
                "Half the depth is {half}; the first row of the corner lies {second} nearer to the point.",
                "Make the depth {least} or more, or sew the corners plain.",
                remedies=(to(DEPTH, least), to(kind_of("corner"), "plain")),
                half=half,
                second=second,
                least=least,
            )
        return
    trim, stands = PINCH_TRIM.of(bag), stands_beyond(bag, "side")
    if trim > half + stands + 1e-9:
        most = at_most(bag, half)
        yield fired(
            PINCH_TRIM,
            "{trim} to be left outside a row with {out} of cloth beyond it.",
            "Leave {most} or less.",
            remedies=(to(PINCH_TRIM, None), to(PINCH_TRIM, most)),
            trim=trim,
            out=snap(half + stands),
            most=most,
        )


CHECKS = (pinch_past_row,)
