"""Sets of pieces to lay, the same ones for the tests, for the bench and for what is kept beside them."""

import random
from collections.abc import Iterator

from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.largest import largest
from ambitus.core.layout.of_bag import OnCloth, laid_on_cloths
from ambitus.core.layout.parts import Part
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted

#: usable width that the sets are laid on, mm
ACROSS = 1380
#: how many pieces the sets have
COUNTS = (2, 3, 4, 5, 6, 7, 8, 12, 16, 24, 40, 60)


def parts(seed: int, count: int, turning: float = 0.3) -> list[Part]:
    """Return *count* pieces of bags in kinds, a share of which may be turned."""
    chance = random.Random(seed)
    out: list[Part] = []
    while count:
        n = min(count, chance.choice((1, 2, 2, 2, 4)))
        count -= n
        size = chance.randint(60, 520), chance.randint(60, 700)
        out.append(Part(f"p{len(out)}", *size, n, chance.random() < turning))
    return out


def one_by_one(wanted: list[Part]) -> list[Part]:
    """Return every piece of *wanted* by itself."""
    return [Part(f"{p.key}.{n}", p.width, p.height, 1, p.across) for p in wanted for n in range(p.count)]


def set_name(count: int, turning: float) -> str:
    """Return what the set of *count* pieces, a share of which may be turned, is kept under."""
    return f"{count} pieces, {turning:.0%} turning"


def larger(base: str, length: float, more: float) -> Iterator[tuple[str, OnCloth]]:
    """
    Yield the largest bags of a base that so much cloth gives, each by *more* larger, laid at ten times the
    tries: which sizes are free, and how it lies.
    """
    spec = Spec.model_validate({"unit": "mm", "base": {"kind": base}})
    choices = ClothChoices(cloths={"outer": ClothChoice(length=length)})
    grid = drafted(spec).bag.grid
    for one in largest(spec, choices, drafted):
        bag = spec
        for path, (_, _, then) in one.sizes.items():
            bag = put(bag, path, grid.fit(then * more))
        yield one.label, laid_on_cloths(drafted(bag), choices, 60_000)["outer"]


LARGEST = [(base, length) for base in ("boxed", "seamed", "circle") for length in (600, 900, 1500)]


def bags_too_large() -> Iterator[tuple[str, OnCloth]]:
    """Yield bags two in a hundred larger than the largest that their cloth gives, by name."""
    for base, length in LARGEST:
        for label, on in larger(base, length, 1.02):
            yield f"{base}, {length} mm, {label}", on
