"""Measures that may be given in place of a field: a cut-out for a depth, a cut strap for what shows of it."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ambitus.core.fields import AnyChoice, Length

if TYPE_CHECKING:
    from ambitus.core.spec.resolved import Item


@dataclass(frozen=True, slots=True)
class Given:
    """
    While the choice *by* is *option* and *source* is given, *target* is worked out from it: ``solve(item)``
    returns it in mm, or None where it asks for another measure that nobody has typed yet. Until then choosing
    another measure changes nothing.
    """

    by: AnyChoice
    option: str
    source: Length
    target: Length
    solve: "Callable[[Item], float | None]"
    why: str
