"""What could be made of a cloth: the bags of which all that is cut of one of their cloths lies on it."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoice, ClothKey, SourceChoice
from ambitus.core.layout.of_bag import cloths_of, material_of, on_cloth
from ambitus.core.pausing import breathe
from ambitus.core.stash.things import Kind

#: pieces laid in all for each bag
EFFORT = 3_000


@dataclass(frozen=True, slots=True)
class Gives:
    """A bag, the cloth of it that a thing gives, whether of its material, and the share that is taken."""

    plan: str
    name: str
    cloth: ClothKey
    same: bool
    share: float


def gives(
    sources: Sequence[SourceChoice],
    kind: Kind,
    material: str,
    plans: Iterable[tuple[str, str, Draft]],
) -> Iterator[Gives]:
    """
    Yield of each of *plans*, (id, name, bag), the cloths of it that *sources* give whole. *material* is what
    they are of; of a cloth no interfacing is cut, and of an interfacing no cloth.
    """
    room = sum(source.width * source.length for source in sources)
    for id_, name, made in plans:
        for cloth in cloths_of(made):
            if (cloth.key == "interfacing") != (kind == "interfacing"):
                continue
            breathe()
            area = sum(piece.room * piece.count for piece in cloth.pieces)
            if area > room:
                continue
            on = on_cloth(made, cloth, ClothChoice(sources=list(sources)), EFFORT)
            if on.is_there and not on.layout.left_out:
                yield Gives(id_, name, cloth.key, material_of(made, cloth.key) == material, area / room)
