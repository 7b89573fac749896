"""
What a maker says of the cloths of a bag: how wide, how much there is, how it is cut; and what they pinned.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.goods import Cutting, Goods, Print
from ambitus.core.layout.parts import Pin
from ambitus.core.lengths import Pair, Unit

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
    cutting: Cutting = "scissors"
    #: pieces that may lie the other way than is usual for them, and whether they may lie across the grain
    across: dict[Key, bool] = Field(default_factory=dict, max_length=200)
    pins: list[PinChoice] = Field(default_factory=list, max_length=400)


class ClothChoices(BaseModel):
    """What was chosen of the cloths of a bag."""

    model_config = ConfigDict(extra="forbid")
    cloths: dict[ClothKey, ClothChoice] = Field(default_factory=dict)

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
        cutting=choice.cutting,
    )


def pins_of(choice: ClothChoice) -> tuple[Pin, ...]:
    """Return what was pinned."""
    return tuple(Pin(p.piece, p.copy_, p.x, p.y, p.turned) for p in choice.pins)
