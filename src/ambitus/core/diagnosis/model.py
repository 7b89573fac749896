"""What is claimed of a bag, the misreadings that could explain it, and what is found."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

from ambitus.core.lengths import Unit
from ambitus.core.read.cutlist import CutList, ReadBag

#: Finished measures that can be claimed besides the sizes of a bag.
OF_STRAPS = {"strap": "Strap, visible", "drop": "Drop", "strap_width": "Strap width"}
#: Steps of a depth in which the cuts of a corner may land off what was asked; other sizes half a step.
DEPTHS = frozenset({"depth"})
#: Dust of a rounding that is no difference, in mm.
DUST = 0.02


@dataclass(frozen=True, slots=True)
class Claims:
    """
    Finished measures as they were promised, in mm by name, and the grid they were told on.

    ``step`` is a step of the claims' own unit: 1 mm, or 1/8 in. A claim is met by what lies within half a
    step of it; a depth within one, for a corner is cut on the grid at both its sides. It is nearly met by
    what lies half a step further off: pieces are cut on a grid, too.
    """

    measures: Mapping[str, float]
    unit: Unit
    step: float

    def off(self, key: str, mm: float, nearly: bool = False) -> int:
        """Return how many steps *mm* lies off what is claimed of *key*; 0 where it is met."""
        apart = abs(mm - self.measures[key])
        room = (self.step if key in DEPTHS else self.step / 2) + nearly * self.step / 2
        return 0 if apart <= room + DUST else max(1, round(apart / self.step))

    def left(self, sizes: Mapping[str, float], nearly: bool = False) -> dict[str, int]:
        """Return the steps that *sizes* lie off, of every claim that they do not meet."""
        out = {key: self.off(key, sizes[key], nearly) for key in self.measures if key in sizes}
        return {key: steps for key, steps in out.items() if steps}


Kind = Literal["readable", "free"]
#: what a misreading makes of each size beyond what is read: mm more or less by name
Bends = Callable[[ReadBag, Mapping[str, float]], Mapping[str, float]]


@dataclass(frozen=True)
class Misreading:
    """
    One way to have misread: ``cut`` is the list as it was really sewn, ``bends`` what was added up wrongly.

    ``about`` says of what (a class of seam, a size), ``value`` is the number that settles it and ``was`` the
    number it stands for, in mm. It is ``free`` where its value cannot be read off the pieces.
    """

    id: str
    about: str = ""
    value: float | None = None
    was: float | None = None
    free: bool = False
    cut: Callable[[CutList], CutList] | None = None
    bends: Bends | None = None
    #: a size that it puts in place of another, so that no other one bends it too
    sets: frozenset[str] = frozenset()

    @property
    def kind(self) -> Kind:
        """Whether its value can be read off the pieces, or is a free number."""
        return "free" if self.free else "readable"


@dataclass(frozen=True)
class Cause:
    """
    What explains the claims: one misreading, or two at once.

    ``sizes`` is what each claimed measure then is, ``left`` the steps that it still lies off. Causes of the
    same ``rank`` are a tie.
    """

    misreadings: tuple[Misreading, ...]
    sizes: Mapping[str, float]
    left: Mapping[str, int]
    rank: int = 0

    @property
    def id(self) -> str:
        """Its name for programs: ``sewn-at:side``, or two of them joined by ``+``."""
        return "+".join(f"{m.id}:{m.about}" if m.about else m.id for m in self.misreadings)

    @property
    def closes(self) -> bool:
        """Whether every claim is met."""
        return not self.left


@dataclass(frozen=True)
class Diagnosis:
    """Claims beside what the pieces make, and what would explain the difference, the likeliest first."""

    claims: Claims
    read: ReadBag
    sizes: Mapping[str, float]
    off: Mapping[str, int]
    causes: tuple[Cause, ...]

    @property
    def follows(self) -> bool:
        """Whether all that is claimed follows from the pieces."""
        return not self.off


@dataclass(frozen=True, slots=True)
class Trade:
    """
    What is plausible (*ours*): ``allowances`` that seams are sewn at, ``hems``, ``tapes``, ``slivers`` and
    ``whole`` amounts that a number is mistyped by, in mm; ``likely`` is how often a misreading is met, by
    its id: 3 most, 1 least.
    """

    allowances: tuple[float, ...]
    hems: tuple[float, ...]
    tapes: tuple[float, ...]
    slivers: tuple[float, ...]
    whole: tuple[float, ...]
    likely: Mapping[str, int]
    why: Mapping[str, str]
