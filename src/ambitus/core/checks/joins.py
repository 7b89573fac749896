"""How high a join may lie: shared by contrasting bottoms and facings."""

from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, Remedy, fired
from ambitus.core.fields import Length
from ambitus.core.grammar.cloth.bottom import LEAST
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def room_for_join(draft: "Draft") -> tuple[float, float]:
    """Return the lowest and the highest place of a join, in mm."""
    form = draft.form
    return snap(form.rounded + LEAST), snap(form.height - form.lower_sides - LEAST)


def between(
    bag: Resolved, path: Length, asked: float, low: float, high: float, without: Remedy, or_else: str
) -> Fired | None:
    """Return what is said of a height that has to lie between two others, or nothing where it does."""
    if low - 1e-9 <= asked <= high + 1e-9:
        return None
    least, most = at_least(bag, low), at_most(bag, high)
    if least > most:
        return fired(
            path,
            "{asked}, where a join has no room at all.",
            f"{or_else}, or make the bag higher.",
            remedies=(without,),
            asked=asked,
        )
    nearest = least if asked < low else most
    return fired(
        path,
        "{asked} is asked.",
        "Choose between {least} and {most}.",
        remedies=(to(path, nearest), without),
        asked=asked,
        least=least,
        most=most,
    )
