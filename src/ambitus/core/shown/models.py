"""The shapes of what is shown. Every length is both ``mm`` (a number) and ``shown`` (text without unit)."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from ambitus.core.drawing.flat import FlatPiece
from ambitus.core.drawing.standing import Shape, Standing
from ambitus.core.drawing.work import WorkPicture
from ambitus.core.grammar.asked import Section
from ambitus.core.lengths import Unit
from ambitus.core.shown.on_paper import OnPaper
from ambitus.core.spec.model import Spec
from ambitus.core.sums import ShownSum, Source


@dataclass(frozen=True, slots=True)
class Token:
    """A run of the making sentence: plain text, or a choice whose phrase can be opened."""

    kind: Literal["text", "choice"]
    text: str
    phrase: str = ""
    label: str = ""
    #: of a long sentence: whether it is folded away at first, or stands for what is
    folded: Literal["", "away", "for"] = ""


@dataclass(frozen=True, slots=True)
class FieldShown:
    """
    A length field as it stands: its text, how it is spoken, and where its value is from.

    ``given`` is false where an override is left out and ``shown`` is what stands in for it.
    """

    path: str
    label: str
    mm: float
    shown: str
    spoken: str
    source: Source
    why: str
    help: str
    optional: bool
    given: bool
    visible: bool
    #: the layer and dimension whose sum it goes into first, or nothing
    opens: str


@dataclass(frozen=True, slots=True)
class DimensionShown:
    """A named size of the bag: as asked, and as it comes out of the cutting grid."""

    key: str
    label: str
    asked: str
    comes_out: str
    mm: float
    source: Source
    why: str


@dataclass(frozen=True, slots=True)
class ReadingShown:
    """One reading of a mark: what, and its sum."""

    label: str
    sum: ShownSum


@dataclass(frozen=True, slots=True)
class MarkShown:
    """A mark to make on a piece."""

    kind: str
    label: str
    corner: str
    readings: tuple[ReadingShown, ...]


@dataclass(frozen=True, slots=True)
class PieceShown:
    """A piece: letter, count, cloth, its size in one line, its sums by key, marks and picture."""

    key: str
    letter: str
    name: str
    layer: str
    #: what it is drawn as: its layer, or the cloth that a bottom or a facing is cut of
    looks: str
    count: int
    material: str
    size: str
    cut_out: str
    #: what it is of the bag where it is no panel of the body: gusset, side, base
    part: str
    #: whether it is one of the small pieces that are gathered, so that none is forgotten
    small: bool
    #: what a cut-out is measured up from; nothing for a raw edge
    from_fold: Literal["", "fold", "side fold"]
    #: whether it has curves, for which there are templates
    curved: bool
    #: one piece for front and back: a cut-out is measured up from its fold
    folded: bool
    half: str
    sums: dict[str, ShownSum]
    marks: tuple[MarkShown, ...]
    picture: FlatPiece
    #: which extra of the bag it is of, nothing where it is of the bag itself
    at: str = ""


@dataclass(frozen=True, slots=True)
class SeamShown:
    """A seam walked on the cut pieces: each chain as a sum of what was measured, and the difference."""

    key: str
    label: str
    chains: tuple[ShownSum, ...]
    difference: str
    agrees: bool


@dataclass(frozen=True, slots=True)
class TileEdit:
    """One pick that a tile or a remedy makes: a field and its value."""

    path: str
    value: str | float | None


@dataclass(frozen=True, slots=True)
class RemedyShown:
    """
    A remedy that was carried out and works: the edits that it is, in words what they change, before and
    after, and what becomes of the cut sizes.
    """

    edits: tuple[TileEdit, ...]
    says: str
    cuts: str


@dataclass(frozen=True, slots=True)
class FindingShown:
    """
    What a check says, in the unit shown; ``numbers`` are what it was found by, in mm by name.

    ``remedies`` are those of its edits that silence it and raise no new stop, the best first, where they were
    asked for.
    """

    id: str
    level: Literal["stop", "warn", "note"]
    where: str
    title: str
    say: str
    fix: str
    why: str
    #: the maker's reason for not hearing it again on this plan, or nothing
    silenced: str
    numbers: dict[str, float]
    remedies: tuple[RemedyShown, ...]


@dataclass(frozen=True, slots=True)
class ReadShown:
    """The bag read back from the cut sizes, and what rounding did, in a sentence."""

    size: str
    strap: str
    rounding: str


@dataclass(frozen=True, slots=True)
class GridShown:
    """A cutting grid that can be chosen: its step, and its name in its own unit."""

    step: float
    label: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class LabelShown:
    """A length written on a picture: where, how it is set, and its text."""

    x: float
    y: float
    anchor: Literal["start", "middle", "end"]
    shown: str


@dataclass(frozen=True, slots=True)
class StateShown:
    """A state of the work drawn from its geometry, with its lengths on it."""

    title: str
    say: str
    box: tuple[float, float, float, float]
    shapes: tuple[Shape, ...]
    labels: tuple[LabelShown, ...]


@dataclass(frozen=True, slots=True)
class ClosesShown:
    """The open mouth of a bag that is drawn up: its numbers as text, and the number of steps to closed."""

    steps: int
    mouth: str
    tail: str
    #: the height of contents over which it stands open
    over: str
    fits: bool


@dataclass(frozen=True, slots=True)
class Drafted:
    """Everything the Draft place shows of one bag."""

    spec: Spec
    rules_version: int
    unit: Unit
    plan_unit: Unit
    native: bool
    grid: tuple[GridShown, ...]
    #: how far apart the dots of the paper are, in mm, and that length as text
    dots: float
    dots_shown: str
    sentence: tuple[Token, ...]
    fields: dict[str, FieldShown]
    #: the phrase under which a choice or a field is found, by its path
    found_under: dict[str, str]
    dimensions: tuple[DimensionShown, ...]
    pieces: tuple[PieceShown, ...]
    seams: tuple[SeamShown, ...]
    findings: tuple[FindingShown, ...]
    read: ReadShown
    #: of a bag that is drawn up by a cord: in how many steps it can be seen closing, and its open mouth
    closes: ClosesShown | None
    #: its states from flat to finished, where they are not plain to see
    states: tuple[StateShown, ...]
    #: what it holds, in litres and cubic inches; and whether its size can be had by that
    holds: str
    by_volume: bool
    standing: Standing
    #: the one piece (its key) or seam (``seam`` and its key) whose sums and marks are told in full; nothing
    #: where all are. Of the others the totals are told.
    told: str
    #: what the edits that were asked for did, in words
    cause: str = ""


@dataclass(frozen=True, slots=True)
class Tile:
    """
    One way to have it: this bag redrafted with the choice made; ``brings`` are checks it sets off.

    Of the pictures it carries the one that its group shows.
    """

    key: str
    label: str
    help: str
    chosen: bool
    edit: TileEdit
    size: str
    changes: tuple[str, ...]
    brings: tuple[str, ...]
    #: whether it goes with the rest of the bag
    fits: bool
    piece: FlatPiece | None
    piece_looks: str
    standing: Standing | None
    section: Section


#: what the tiles of a group show: the flat piece, the standing bag, the sewing cut through, or words
TileShows = Literal["piece", "standing", "section", "words"]


@dataclass(frozen=True, slots=True)
class TileGroup:
    """The tiles of one choice, and what they show."""

    label: str
    path: str
    shows: TileShows
    tiles: tuple[Tile, ...]
    #: ways that are not offered in this bag, each with its reason
    barred: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class OutlineShown:
    """A traced outline: its field, the way round its seam line, what it encloses, and the piece cut by it."""

    path: str
    around: str
    area: str
    #: whether it was imported, or is the one that it begins with
    imported: bool
    name: str
    size: str
    #: what it begins as, until one is imported
    begins: str


@dataclass(frozen=True, slots=True)
class Tiles:
    """What opens under a phrase: its tiles by choice, and the lengths that belong to it."""

    phrase: str
    label: str
    groups: tuple[TileGroup, ...]
    fields: tuple[str, ...]
    #: the outline that this phrase takes, of a traced base
    outline: OutlineShown | None = None
    #: whether sizes by volume go with this phrase
    by_volume: bool = False


@dataclass(frozen=True, slots=True)
class StepShown:
    """One step as printed: number, what to do, settings, lengths, what to read, cautions."""

    number: int
    title: str
    say: str
    kind: Literal["step", "gate", "no return"]
    settings: str
    lengths: tuple[str, ...]
    reads: tuple[str, ...]
    cautions: tuple[str, ...]
    #: about how long it takes, as words: a first guess
    takes: str
    #: what to wait for after it, and how long
    waits: str
    #: what lies under the needle, where something is sewn
    needle: str
    picture: WorkPicture | None


@dataclass(frozen=True, slots=True)
class WorkShown:
    """The work in order, about how long it takes in all, and where it cannot go on, if so."""

    steps: tuple[StepShown, ...]
    takes: str
    #: what that is reckoned by: a first guess, or one's own pace
    reckoned: str
    #: how long is waited besides, in all
    waits: str
    refused: str
    #: why the order that was chosen does not hold, where the usual one is told instead
    instead: str = ""


@dataclass(frozen=True, slots=True)
class Sheet:
    """The cut sheet of one revision: everything the print route shows."""

    sentence: str
    unit: Unit
    grid: str
    size: tuple[DimensionShown, ...]
    pieces: tuple[PieceShown, ...]
    readings: tuple[str, ...]
    read: ReadShown
    findings: tuple[FindingShown, ...]
    steps: tuple[StepShown, ...]
    #: about how long it takes in all, and where it cannot go on, if so
    takes: str
    reckoned: str
    refused: str
    last_word: str
    standing: Standing
    states: tuple[StateShown, ...]
    allowances: tuple[DimensionShown, ...]
    #: how every piece is drawn, by its key
    on_paper: Mapping[str, OnPaper]
