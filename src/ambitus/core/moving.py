"""What is put on, moved by hand on its piece: the fields that say where it lies, with other numbers."""

from collections.abc import Iterator

from ambitus.core.draft import Draft
from ambitus.core.fields import Choice, Length
from ambitus.core.form.sewn import PutOn
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    CENTRE_BY,
    DOWN_BY,
    FROM_FOOT,
    FROM_SEAM,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
)
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.lengths import snap
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.edit import MovedEdit, put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Item

#: so many steps of the grid beside the middle are the middle
_NEAR = 2.5


def moved(spec: Spec, edit: MovedEdit, made: Draft) -> Spec:
    """
    Return *spec* with something that is put on moved on its side, by mm to the right and down; *made* is its
    draft. What lay in the middle is told from the nearer seam then, until it comes back there.

    Raises:
        SpecProblems: If nothing is put on there.
    """
    lies = _lies(made, edit)
    if lies is None:
        why = f"Nothing is put on at “{edit.path[:40]}”."
        raise SpecProblems((Problem("unknown-field", edit.path[:40], "", why, "Choose one of its extras."),))
    item = Item(made.bag, edit.path)
    for path, value in (*_down(item, edit), *_across(item, edit, made, lies)):
        spec = put(spec, path, value)
    return spec


def _lies(made: Draft, edit: MovedEdit) -> PutOn | None:
    """Return what is moved: of a closure the half on the side that the hand is on."""
    every = (one for form in made.forms.values() for one in form.every_sewn)
    mine = [one for one in every if isinstance(one, PutOn) and one.of == edit.path]
    return next((one for one in mine if one.side == edit.side), mine[0] if mine else None)


def _down(item: Item, edit: MovedEdit) -> Iterator[tuple[str, float]]:
    field, way = (FROM_FOOT, -1.0) if DOWN_BY.is_(item, "foot") else (FROM_TOP_EDGE, 1.0)
    if edit.down and field.found(item) is not None:
        param = item.bag.kinds.param_at[field.in_(item.at)]
        mm = snap(field.of(item) + way * edit.down)
        yield field.in_(item.at), min(max(mm, param.low), param.high)


def _across(item: Item, edit: MovedEdit, made: Draft, lies: PutOn) -> Iterator[tuple[str, float | str]]:
    by, field = _sideways(item)
    if not edit.right or by is None or field is None:
        return
    ground = ground_of(made.bag, made.forms[lies.layer], lies.layer, lies.side)  # type: ignore[index, arg-type]
    # a closure is told on its front, by its middle; a pocket by its edge
    mirrored = -1.0 if field == FROM_SEAM and lies.side == "back" else 1.0
    middle = snap(mirrored * (lies.x + lies.wide / 2 + edit.right))
    if abs(middle) <= _NEAR * made.bag.grid.step:
        yield by.in_(item.at), "middle"
        return
    to_edge = 0.0 if field == FROM_SEAM else lies.wide / 2
    param = item.bag.kinds.param_at[field.in_(item.at)]
    mm = made.bag.grid.on_tape(snap(ground.wide / 2 - abs(middle) - to_edge))
    yield by.in_(item.at), "left" if middle < 0 else "right"
    yield field.in_(item.at), min(max(mm, param.low), param.high)


def _sideways(item: Item) -> tuple[Choice[str] | None, Length | None]:
    """Return the fields that say how far across something lies."""
    if ACROSS_BY.found(item) is not None:
        return Choice[str](ACROSS_BY), FROM_SIDE_SEAM
    return (Choice[str](CENTRE_BY), FROM_SEAM) if CENTRE_BY.found(item) is not None else (None, None)
