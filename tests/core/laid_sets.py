"""Sets of pieces to lay, the same ones for the tests, for the bench and for what is kept beside them."""

import random

from ambitus.core.layout.parts import Part

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
