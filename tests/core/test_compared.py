"""Two bags beside each other: what differs is told, what does not is not."""

from typing import Any

from hypothesis import given, settings

from ambitus.core.shown.compare import compare, cut_of, redrawn
from bags import drafted, tote, totes
from conftest import examples


def _plain(text: str) -> str:
    return text.replace("\xa0", " ")


def test_the_same_bag_differs_in_nothing() -> None:
    """Not one line, whatever the unit."""
    made = compare(drafted(tote()), drafted(tote()), "in")
    assert (made.chosen, made.finished, made.pieces, made.checks) == ((), (), (), ())


def test_what_was_changed_is_told_as_it_was_and_is() -> None:
    """A wider bag: one field, two finished sizes, and the pieces whose width follows."""
    made = compare(drafted(tote()), drafted(tote(width=360)), "mm")
    assert [(d.label, _plain(d.was), _plain(d.now)) for d in made.chosen] == [("Width", "340 mm", "360 mm")]
    assert {d.key: (_plain(d.was), _plain(d.now)) for d in made.finished} == {
        "width": ("340", "360"),
        "flat_opening": ("460", "480"),
    }
    # ends that are further apart need a longer strap for the same drop
    assert [p.name for p in made.pieces] == ["Outer", "Lining", "Interfacing", "Strap", "Strap core"]
    outer = made.pieces[0]
    assert (_plain(outer.was)[:3], _plain(outer.now)[:3]) == ("480", "500")
    assert outer.before is not None
    assert outer.after is not None
    # on one scale: the wider piece is drawn wider by what it is
    assert outer.after.box[2] - outer.before.box[2] == 20


def test_a_piece_that_only_one_has_stands_alone() -> None:
    """Without its lining a bag has fewer pieces, and finds other things worth knowing."""
    made = compare(drafted(tote()), drafted(tote(top={"kind": "double_hem"})), "mm")
    lining = next(p for p in made.pieces if p.layer == "lining")
    assert (bool(lining.was), lining.now, lining.after) == (True, "", None)
    tops = next(d for d in made.chosen if d.key == "top.kind")
    assert (tops.was, tops.now) == ("Lined and turned through", "Unlined, hem turned twice")
    # a default of a part that the other has not says nothing that the part does not
    assert "top.gap" not in {d.key for d in made.chosen}


def test_checks_that_came_and_went_are_told() -> None:
    """A level where it fires, nothing where it does not."""
    made = compare(drafted(tote(depth=15)), drafted(tote()), "mm")
    stops = {d.key: (d.was, d.now) for d in made.checks}
    assert stops["depth-under-corner"] == ("stop", "")


@settings(max_examples=examples(40))
@given(totes(bands=True))
def test_any_bag_is_the_same_as_itself_and_as_it_was_kept(spec: dict[str, Any]) -> None:
    """Nothing differs; and the cut sizes kept with a revision are those of its draft."""
    made = drafted(spec)
    same = compare(made, made, spec["unit"])
    assert (same.chosen, same.finished, same.pieces, same.checks) == ((), (), (), ())
    assert redrawn(cut_of(made), made, spec["unit"]) == ()


def test_a_kept_size_that_today_makes_otherwise_is_told() -> None:
    """Old and new, by the piece; a piece that is gone has no new size."""
    kept = cut_of(drafted(tote()))
    told = redrawn(kept, drafted(tote(height=300)), "mm")
    assert [(d.label, _plain(d.was), _plain(d.now)) for d in told]
    assert all(d.was != d.now for d in told)
    assert redrawn(kept, drafted(tote()), "mm") == ()
