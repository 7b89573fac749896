"""The closing of a bag as it is shown: frames with their numbers as text."""

from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.drawn_in import frames
from ambitus.core.drawing.standing import Shape
from ambitus.core.grammar.features import sized_by_contents
from ambitus.core.lengths import Unit, View


@dataclass(frozen=True, slots=True)
class ClosingShown:
    """One step from open to closed: its picture, and the numbers at it."""

    shapes: tuple[Shape, ...]
    mouth: str
    tail: str
    #: the height of contents over which the mouth can be drawn in so far
    over: str
    #: whether what the plan says goes in is not higher than that
    fits: bool
    #: the fields whose dimension lines can be read off the picture still
    holds: tuple[str, ...]


def closing_shown(made: Draft, unit: Unit) -> tuple[ClosingShown, ...]:
    """Return every step of the closing of *made*; nothing for a bag that is not drawn up."""
    view = View(unit, made.bag.unit)
    goes_in = made.form.mm("contents") if sized_by_contents(made.bag) else 0.0
    return tuple(
        ClosingShown(
            one.shapes,
            view.with_unit(one.mouth),
            view.with_unit(one.tail),
            view.with_unit(max(0.0, one.contents)),
            one.contents >= goes_in - 1e-6,
            one.holds,
        )
        for one in frames(made)
    )
