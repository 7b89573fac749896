"""A cut list: rows of what was cut, how it is sewn, and the allowances."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Annotated, ClassVar, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field

from ambitus.core.lengths import LengthProblem, parse_length
from ambitus.core.outlines import LONGEST_OUTLINE
from ambitus.core.sums import Sum


def _in_mm(raw: object) -> object:
    """Return a text with its unit as mm; a bare number is mm already, a bare text is refused."""
    if not isinstance(raw, str):
        return raw
    if raw.strip().replace(".", "").replace(",", "").isdigit():
        raise ValueError(f"“{raw}” has no unit: write {raw} mm or {raw} in")
    try:
        return float(parse_length(raw, "mm"))
    except LengthProblem as bad:
        raise ValueError(str(bad)) from bad


#: Roles of pieces that panels are trimmed from, larger than them.
BLANKS = ("blank", "wadding", "backing", "strip")
#: No length of a bag is longer, in mm: a hundred metres.
LONGEST = 100_000.0
#: Rows of a cut list, rows of straps, and pieces of one row.
MOST_ROWS, MOST_STRAPS, MOST_PIECES = 1_000, 50, 10_000
#: A length in a file: a number of millimetres, or a text with its unit.
Mm = Annotated[float, BeforeValidator(_in_mm), Field(ge=-LONGEST, le=LONGEST, allow_inf_nan=False)]
#: A word of the trade in a cut list: a kind, a role, a part.
Word = Annotated[str, Field(max_length=80)]


class CutOut(BaseModel):
    """A corner cut from a panel, measured from the raw edges, in mm."""

    model_config = ConfigDict(extra="forbid")
    across: Mm
    up: Mm


class CutRow(BaseModel):
    """One row: ``count`` pieces of ``width`` by ``height`` mm (a strap's length is its width)."""

    model_config = ConfigDict(extra="forbid")
    role: Word
    part: Word = Field(
        default="",
        description="What it is of the bag where it is no panel of the body: gusset, side, base.",
    )
    count: int = Field(ge=1, le=MOST_PIECES)
    width: Mm = Field(gt=0)
    height: Mm = Field(gt=0)
    folded: bool = Field(
        default=False,
        description="One piece for front and back, folded at the base, or at the top where its zip lies "
        "behind a window there; its height is the whole.",
    )
    wrapped: bool = Field(
        default=False,
        description="One piece for front and back, folded at one side and sewn down the other; its width is "
        "the whole.",
        # a list without one is written as it was before there were any
        exclude_if=lambda wrapped: not wrapped,
    )
    zip_at_edge: bool = Field(
        default=False,
        description="A box that is pressed with its zip along one edge: its corners are pinched at both ends "
        "of the zip and of the base.",
        exclude_if=lambda at_edge: not at_edge,
    )
    under: bool = Field(default=False, description="Its edges lie below in lapped seams, and give the lap.")
    cut_out: CutOut | None = Field(
        default=None, description="From the raw edges; on a folded piece up is measured from the fold."
    )
    corner: Mm | None = Field(
        default=None,
        description="Boxed after sewing: the square cut from the seam lines. Pinched: from the stitched "
        "point. Folded in: from the middle of the base to the crease.",
    )
    radius: Mm | None = Field(
        default=None, ge=0, description="Of rounded corners, on the cut line; 0 for square ones."
    )
    outline: Annotated[str, Field(max_length=LONGEST_OUTLINE)] | None = Field(
        default=None, description="Of a traced base its cut line, as points “x,y x,y …” in mm."
    )


class StrapRow(BaseModel):
    """One row of straps: cut size, how made and attached, and where the ends go, in mm."""

    model_config = ConfigDict(extra="forbid")
    #: numbers that only some makes and attachments have
    TOLD: ClassVar[tuple[str, ...]] = (
        "past",
        "turn",
        "tuck",
        "inside",
        "from_top",
        "box",
        "end",
        "join",
        "roll_flat",
        "stretch",
        "narrowing",
    )
    count: int = Field(ge=1, le=MOST_PIECES)
    length: Mm = Field(gt=0)
    width: Mm = Field(gt=0)
    make: Word
    attach: Word
    gap: Mm = Field(description="Between the centres of the two ends, along the finished top.")
    hold: Mm = Field(gt=0, description="Flat width of the hand or shoulder.")
    past: Mm | None = Field(
        default=None, ge=0, description="In the top seam: how far each end reaches past its raw edge."
    )
    turn: Mm | None = Field(
        default=None, ge=0, description="Edges turned or one clean edge: the turned edge."
    )
    tuck: Mm | None = Field(default=None, ge=0, description="On the hem: the end tucked up inside it.")
    inside: Mm | None = Field(default=None, ge=0, description="Tucked: the end inside the top edge.")
    from_top: Mm | None = Field(
        default=None, ge=0, description="From the top edge to the box, or to the rows."
    )
    box: Mm | None = Field(default=None, ge=0, description="On the face: the height of the box.")
    end: Mm | None = Field(default=None, ge=0, description="On the face: the end turned under.")
    join: Mm | None = Field(default=None, ge=0, description="One ring under the base: the join of two ends.")
    roll_flat: Mm | None = Field(
        default=None, ge=0, description="Folded in half again: what stays flat above the top edge."
    )
    stretch: Mm | None = Field(
        default=None,
        ge=1000,
        le=2500,
        description="Stretched before it is folded: how long 1000 mm of it are then.",
    )
    narrowing: Mm | None = Field(
        default=None, gt=0, le=1000, description="The same: how wide 1000 mm across are then."
    )

    def told(self) -> dict[str, float]:
        """Return the numbers that only some makes and attachments have, where they are given."""
        values = {name: getattr(self, name) for name in self.TOLD}
        return {name: mm for name, mm in values.items() if mm is not None}


class ExtraPiece(BaseModel):
    """One piece of an extra: which of it it is, nothing for the main one, and its cut size in mm."""

    model_config = ConfigDict(extra="forbid")
    piece: Word = ""
    count: int = Field(default=1, ge=1, le=MOST_PIECES)
    width: Mm = Field(gt=0)
    height: Mm = Field(gt=0)
    outline: Annotated[str, Field(max_length=LONGEST_OUTLINE)] | None = Field(
        default=None,
        description="Of a piece cut by a template its cut line, as points “x,y x,y …” in mm.",
        exclude_if=lambda outline: outline is None,
    )


class ExtraRow(BaseModel):
    """
    Something put on, in or round the bag: its kind, its pieces as they were cut, and what else is told of it,
    by the names that its fields have in a plan: lengths in ``measures``, options in ``choices``.
    """

    model_config = ConfigDict(extra="forbid")
    kind: Word
    pieces: list[ExtraPiece] = Field(default_factory=list, max_length=20)
    measures: dict[str, Mm] = Field(default_factory=dict, max_length=60)
    choices: dict[str, Word] = Field(default_factory=dict, max_length=60)


CUT_LIST_VERSION = 2


class CutList(BaseModel):
    """
    What was cut and how it is sewn: enough to say what bag it makes. A length is a number of mm, or a
    text with its unit.

    ``allowances`` are by class of seam (side, base, corner, top, strap), and what the top edge and the
    seams add to them (turn, hem, top_sliver, sliver). ``seams`` are the kinds that are not plain.
    """

    model_config = ConfigDict(extra="forbid")
    version: Literal[1, 2] = 2
    base: Word
    top: Word
    seams: dict[str, Word] = Field(default_factory=dict, max_length=100)
    allowances: dict[str, Mm] = Field(max_length=100)
    choices: dict[str, Word] = Field(
        default_factory=dict,
        max_length=100,
        description="Choices of the top edge that its small pieces follow from, by field: top.zip_ends.",
    )
    lining_shorter: Mm = Field(default=0.0, description="What the lining is made less high than the outer.")
    lining_deeper: Mm = Field(default=0.0, description="How much deeper the lining's seams are sewn.")
    layers: int = Field(
        default=1, ge=1, le=2, description="How many layers of each outer piece are worked as one."
    )
    ease: float = Field(
        default=0.01,
        ge=0,
        le=0.2,
        description="What share of a curved seam the cloth eases in: 0.01 woven, 0.05 knit.",
    )
    rows: list[CutRow] = Field(max_length=MOST_ROWS)
    straps: list[StrapRow] = Field(default_factory=list, max_length=MOST_STRAPS)
    extras: list[ExtraRow] = Field(
        default_factory=list,
        max_length=MOST_STRAPS,
        # a list without extras is written as it was before there were any
        exclude_if=lambda extras: not extras,
        description="What is put on, in or round the bag: pockets, closures.",
    )

    @property
    def outer(self) -> CutRow | None:
        """The outer's panel of the body, which is the bag; None where no row is one."""
        return next((row for row in self.rows if row.role == "outer" and not row.part), None)


@dataclass(frozen=True, slots=True)
class Finding:
    """Something a cut list says about itself: ``stop`` when it cannot be sewn as it is."""

    key: str
    level: str
    why: str
    fix: str
    numbers: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True, slots=True)
class ReadLayer:
    """
    What the rows of one role make: sizes as sums by name, findings, and ``more`` fields of a plan that they
    tell of, by path.
    """

    sizes: Mapping[str, Sum]
    findings: tuple[Finding, ...] = ()
    more: Mapping[str, float | str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class ReadStrap:
    """What a strap row makes; ``drop`` is None where no hand could enter."""

    width: float
    visible: float
    drop: float | None


@dataclass(frozen=True, slots=True)
class ReadExtra:
    """What an extra of a cut list is: its kind, and its finished sizes by the name of their field, in mm."""

    kind: str
    sizes: Mapping[str, float]
    #: the fields of a plan that hold a line, and what goes with it, by their last word
    lines: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class ReadBag:
    """The bag that a cut list makes: sizes as read from the outer, straps, and findings."""

    sizes: Mapping[str, Sum]
    straps: tuple[ReadStrap, ...]
    findings: tuple[Finding, ...]
    more: Mapping[str, float | str] = field(default_factory=dict)
    extras: tuple[ReadExtra, ...] = ()

    def mm(self, key: str) -> float:
        """Return the finished size called *key*, in mm."""
        return self.sizes[key].total


@dataclass(frozen=True, slots=True)
class Rows:
    """
    The rows of one role: the panel of the body, the other parts by what they are, and how many panels there
    are in all: front and back are rows of their own where they are cut differently.
    """

    main: CutRow
    parts: Mapping[str, CutRow]
    panels: int
    ease: float = 0.01
    #: how much deeper the seams of this role are sewn than they were cut for
    deeper: float = 0.0


def arms_disagree(
    one: tuple[str, float], other: tuple[str, float], what: str, ease: float, fix: str
) -> tuple[Finding, ...]:
    """
    Return what is said of a cut-out whose two arms make different sizes, or nothing where they agree.

    The edges that are sewn together at the corner are as long as those sizes. Within what the cloth eases it
    can be closed and comes out between the two; beyond that it cannot.
    """
    least, apart = min(one[1], other[1]), abs(one[1] - other[1])
    if apart <= 0.01:
        return ()
    closes = least > 0 and apart <= ease * least + 1e-9
    why = f"The two arms of the corner cut-out make different {what}"
    why += ": the corner closes only with ease." if closes else ", so the corner cannot be closed."
    return (Finding("arms-disagree", "warn" if closes else "stop", why, fix, (one, other)),)


class NotTold(LookupError):
    """A number that a way of cutting or sewing needs and the cut list does not tell; ``where`` it belongs."""

    def __init__(self, name: str, where: str) -> None:
        super().__init__(f"{where}.{name} is not told")
        self.name, self.where = name, where


class Told(dict[str, float]):
    """
    Numbers that a cut list tells, in mm by name. Asked for another it says so, so that nothing else is taken
    for a number that is missing.

    >>> Told({"side": 10.0}, "allowances")["side"]
    10.0
    >>> Told({}, "allowances")["side"]
    Traceback (most recent call last):
    ...
    ambitus.core.read.cutlist.NotTold: allowances.side is not told
    """

    def __init__(self, numbers: Mapping[str, float], where: str) -> None:
        super().__init__(numbers)
        self.where = where

    def __missing__(self, name: str) -> float:
        raise NotTold(name, self.where)


#: reads the rows of one role: (rows, allowances, what the top edge eats) -> sizes and findings
Reader = Callable[[Rows, Mapping[str, float], float], ReadLayer]


@dataclass(frozen=True, slots=True)
class ToldExtra:
    """What a cut list tells of one extra, for whoever reads it: asked for what is missing it says so."""

    pieces: Mapping[str, tuple[float, float]]
    measures: Told
    choices: Mapping[str, str]
    allowances: Told
    where: str
    #: the cut lines of those pieces that were cut by a template
    outlines: Mapping[str, str] = field(default_factory=dict)

    def piece(self, name: str) -> tuple[float, float]:
        """Return how wide and how high a piece of it is cut, in mm. Raises NotTold where there is none."""
        if name not in self.pieces:
            raise NotTold(name or "pieces", self.where)
        return self.pieces[name]
