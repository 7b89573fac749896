"""
What a maker says of the cloths of a bag: how wide, how much there is, how it is cut; and what they pinned.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.goods import Cutting, Goods, Hole, Print
from ambitus.core.layout.parts import Pin
from ambitus.core.lengths import Pair, Unit
from ambitus.core.spec.model import Spec

#: the cloths of a bag, in the order in which they are cut
ClothKey = Literal["outer", "contrast", "lining", "interfacing"]
CLOTHS: tuple[ClothKey, ...] = ("outer", "contrast", "lining", "interfacing")
Mm = Annotated[float, Field(ge=0, le=100_000)]
Share = Annotated[float, Field(ge=0, le=30)]
Key = Annotated[str, Field(max_length=80)]


class PinChoice(BaseModel):
    """
    A piece that stays where it is put: its left and lower edge in mm from the selvage and the squared end.
    """

    model_config = ConfigDict(extra="forbid")
    piece: Key
    copy_: int = Field(alias="copy", ge=0, le=1000)
    x: Mm
    y: Mm
    turned: bool = False
    #: the piece of cloth that it lies on; nothing for the one that is bought
    source: Key = ""


class HoleChoice(BaseModel):
    """A hole or a flaw in a cloth: left and lower edge, width and length in mm on what can be used of it."""

    model_config = ConfigDict(extra="forbid")
    x: Mm
    y: Mm
    width: Annotated[float, Field(gt=0, le=100_000)]
    height: Annotated[float, Field(gt=0, le=100_000)]


#: what a piece of cloth that is there is: cut straight, round, or a garment's tube opened along one side
Shape = Literal["straight", "round", "tube"]


class SourceChoice(BaseModel):
    """
    A piece of cloth that is there: as wide and as long as it can be used, in mm.

    A round one is as wide as its diameter; a tube is its girth wide, and *seam* is what opening it along one
    side takes of each edge. ``stash`` is the thing in the stash that it is, if it is one.
    """

    model_config = ConfigDict(extra="forbid")
    id: Annotated[str, Field(min_length=1, max_length=40)]
    name: Annotated[str, Field(max_length=120)] = ""
    shape: Shape = "straight"
    width: Annotated[float, Field(ge=20, le=20_000)]
    length: Annotated[float, Field(ge=20, le=100_000)]
    seam: Annotated[float, Field(ge=0, le=100)] = 0.0
    #: whether it is as wide and long as it will be; what is not washed yet shrinks as the cloth does
    washed: bool = True
    #: how it is printed, where that is otherwise than the cloth that is planned
    print: Print | None = None
    holes: list[HoleChoice] = Field(default_factory=list, max_length=40)
    stash: Annotated[str, Field(max_length=40)] = ""


class ClothChoice(BaseModel):
    """
    What was chosen of one cloth; what is left out has its usual value. Lengths in mm, shrinkages in per cent.
    """

    model_config = ConfigDict(extra="forbid", populate_by_name=True)
    width: Mm | None = None
    length: Mm | None = None
    selvage: Mm | None = None
    squaring: Mm | None = None
    step: Annotated[float, Field(ge=1, le=10_000)] | None = None
    repeat: Annotated[float, Field(ge=5, le=10_000)] | None = None
    shrinks_along: Share = 0.0
    shrinks_across: Share = 0.0
    print: Print | None = None
    folded: bool = False
    doubled: bool = False
    cutting: Cutting = "scissors"
    #: pieces of cloth that are there, laid on before any is bought
    sources: list[SourceChoice] = Field(default_factory=list, max_length=30)
    holes: list[HoleChoice] = Field(default_factory=list, max_length=40)
    #: pieces that lie at 45° to the grain
    bias: list[Key] = Field(default_factory=list, max_length=200)
    #: strips that are cut in two and joined
    pieced: list[Key] = Field(default_factory=list, max_length=200)
    #: pieces that lie as halves on the fold, or do not, other than is usual for them
    on_fold: dict[Key, bool] = Field(default_factory=dict, max_length=200)
    #: pieces that may lie the other way than is usual for them, and whether they may lie across the grain
    across: dict[Key, bool] = Field(default_factory=dict, max_length=200)
    pins: list[PinChoice] = Field(default_factory=list, max_length=400)


Times = Annotated[int, Field(ge=1, le=200)]


class OtherPlan(BaseModel):
    """Another plan that is cut at the same time, so many of it."""

    model_config = ConfigDict(extra="forbid")
    id: Annotated[str, Field(min_length=1, max_length=40)]
    name: Annotated[str, Field(max_length=200)] = ""
    times: Times = 1
    spec: Spec


class ClothChoices(BaseModel):
    """What was chosen of the cloths of a bag: how many of it are cut, and what is cut with it."""

    model_config = ConfigDict(extra="forbid")
    cloths: dict[ClothKey, ClothChoice] = Field(default_factory=dict)
    times: Times = 1
    others: list[OtherPlan] = Field(default_factory=list, max_length=8)

    def of(self, key: ClothKey) -> ClothChoice:
        """Return what was chosen of one cloth."""
        return self.cloths.get(key) or ClothChoice()


#: the width that shops give in inches for what is so many mm wide elsewhere
_INCHES = {900: 36, 1100: 44, 1400: 55, 1450: 57, 1500: 60, 1600: 63, 1800: 72}
INTERFACING_WIDTH = 900.0


def width_pair(mm: float) -> Pair:
    """Return a usual width as a pair: cloth is sold by widths of its own in either unit set."""
    return Pair(mm, Fraction(_INCHES.get(round(mm), round(mm / 25.4))))


@dataclass(frozen=True, slots=True)
class Asked:
    """A length that is asked of a cloth, with its usual value."""

    param: Param
    usual: Pair | None

    def standing(self, choice: ClothChoice, unit: Unit) -> float | None:
        """Return what was chosen of it, or what is usual in *unit*, in mm; None where neither is."""
        chosen: float | None = getattr(choice, self.param.path)
        return chosen if chosen is not None else self.usual.mm(unit) if self.usual else None


def asked(usual_width: float) -> Mapping[str, Asked]:
    """Return the lengths that are asked of a cloth, by name."""

    def one(
        name: str, label: str, usual: Pair | None, low: float, high: float, why: str
    ) -> tuple[str, Asked]:
        param = Param(
            Length(name), label, "length", usual, low=low, high=high, optional=usual is None, help=why
        )
        return name, Asked(param, usual)

    return dict(
        (
            one("width", "Width", width_pair(usual_width), 50, 5000, "From selvage to selvage."),
            one("length", "Length there is", None, 50, 100_000, "Left out, it is bought off the roll."),
            one("selvage", "Selvage", Pair(10.0, Fraction(3, 8)), 0, 200, "What is not used of each edge."),
            one(
                "squaring",
                "Squaring the end",
                Pair(25.0, Fraction(1)),
                0,
                500,
                "A cut end is seldom square: so much is cut off to make it so.",
            ),
            one("step", "Sold by", Pair(100.0, Fraction(9, 2)), 1, 5000, "The shop cuts in such steps."),
            one("repeat", "Pattern repeat", None, 5, 2000, "The print begins anew after so much."),
        )
    )


def goods_of(choice: ClothChoice, usual_width: float, usual_print: Print, unit: Unit) -> Goods:
    """Return the cloth that was chosen, with what is usual for the rest."""
    mm = {name: one.standing(choice, unit) or 0.0 for name, one in asked(usual_width).items()}
    return Goods(
        width=mm["width"],
        length=choice.length,
        selvage=mm["selvage"],
        shrinks_along=choice.shrinks_along / 100,
        shrinks_across=choice.shrinks_across / 100,
        squaring=mm["squaring"],
        step=mm["step"],
        print=choice.print or usual_print,
        repeat=mm["repeat"],
        folded=choice.folded,
        doubled=choice.doubled and not choice.folded,
        cutting=choice.cutting,
        holes=_holes(choice.holes),
    )


def _holes(holes: Iterable[HoleChoice]) -> tuple[Hole, ...]:
    return tuple(Hole(h.x, h.y, h.width, h.height) for h in holes)


def goods_there(source: SourceChoice, choice: ClothChoice, usual_print: Print) -> Goods:
    """Return a piece of cloth that is there: of it nothing is lost but by washing, and by opening a tube."""
    round_ = source.shape == "round"
    return Goods(
        width=source.width,
        length=source.width if round_ else source.length,
        selvage=source.seam if source.shape == "tube" else 0.0,
        shrinks_along=0.0 if source.washed else choice.shrinks_along / 100,
        shrinks_across=0.0 if source.washed else choice.shrinks_across / 100,
        squaring=0.0,
        print=source.print or choice.print or usual_print,
        repeat=choice.repeat or 0.0,
        round=round_,
        cutting=choice.cutting,
        holes=_holes(source.holes),
    )


def pins_of(choice: ClothChoice) -> dict[str, tuple[Pin, ...]]:
    """Return what was pinned, by the piece of cloth that it lies on."""
    out: dict[str, tuple[Pin, ...]] = {}
    for p in choice.pins:
        out[p.source] = (*out.get(p.source, ()), Pin(p.piece, p.copy_, p.x, p.y, p.turned))
    return out
