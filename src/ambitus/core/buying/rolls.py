"""Which width to buy: a cloth of a bag laid on every width that a shop has of it, with what each costs."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.buying.shop import Roll, Shop
from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.of_bag import Beside, cloths_of, material_of, on_cloth
from ambitus.core.pausing import breathe

#: pieces laid in all for each width
EFFORT = 6_000


@dataclass(frozen=True, slots=True)
class OnRoll:
    """A cloth laid on a roll: what is bought of it in mm, its price; nothing where a piece is too wide."""

    roll: Roll
    bought: float | None
    price: int


def on_rolls(
    made: Draft, choices: ClothChoices, key: ClothKey, shop: Shop, beside: Sequence[Beside] = ()
) -> Iterator[OnRoll]:
    """Yield the cloth *key* laid on each roll of its material: the cheapest first, what cannot be last."""
    cloth = next(c for c in cloths_of(made, choices.times, beside) if c.key == key)
    kind = "interfacing" if key == "interfacing" else "cloth"
    found = []
    for roll in shop.rolls(kind, material_of(made, key)):
        breathe()
        choice = choices.of(key).model_copy(update={"width": roll.width, "length": None})
        laid = on_cloth(made, cloth, choice, EFFORT).layout
        bought = None if laid.left_out else laid.bought
        found.append(OnRoll(roll, bought, round((bought or 0.0) / 1000 * roll.per_metre)))
    yield from sorted(
        found, key=lambda one: (one.bought is None, not one.roll.there, one.price, one.roll.width)
    )
