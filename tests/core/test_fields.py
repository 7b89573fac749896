"""A field is one thing wherever it is asked: its path, its type, and the options that the type names."""

from ambitus.core.fields import Choice, Length, Outline
from ambitus.core.grammar.carry.fields import DROP, PAIRS
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.top.zip.fields import ZIP_ENDS
from bags import drafted, tote

_KINDS = {"length": Length, "allowance": Length, "choice": Choice, "outline": Outline}


def test_every_field_is_typed_as_it_is_asked_for() -> None:
    """A length is a Length, a choice a Choice whose type names the options that its tiles offer."""
    for slot, variants in GRAMMAR.slots.items():
        for variant in variants.values():
            for param in variant.params:
                assert type(param.path) is _KINDS[param.kind], (slot, variant.kind, param.path)
                offered = {o.key for o in param.options}
                if isinstance(param.path, Choice) and param.path.options:
                    assert offered <= set(param.path.options), param.path


def test_a_field_of_a_list_is_asked_of_one_item() -> None:
    """Two pairs of straps hang as deep as each was asked to."""
    bag = drafted(tote(carry=[{"drop": 200}, {"drop": 300}])).bag
    assert [DROP.of(item) for item in bag.items] == [200, 300]
    assert PAIRS.in_("carry.1") == PAIRS


def test_a_choice_of_another_bag_is_not_chosen() -> None:
    """A bag without a zip has no ends of one; asking for them is a fault, asking whether is not."""
    bag = drafted(tote()).bag
    assert not ZIP_ENDS.is_(bag, "caught")
    assert ZIP_ENDS.found(bag) is None
