"""The HTTP door to pieces: a bag begun from them, its tiles, and why a promise does not follow."""

from dataclasses import dataclass

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.pieces.typed import RowTyped, rows_read
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import CutList
from ambitus.core.shown.diagnosed import DiagnosisShown
from ambitus.core.shown.helped import findings_helped
from ambitus.core.shown.models import Drafted, FindingShown, Tiles
from ambitus.core.shown.pieces import MissingShown, RowShown, SaidShown, missing_shown, rows_shown, said
from ambitus.core.shown.present import present
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import Edit
from ambitus.core.spec.model import Spec
from ambitus.desk.diagnosing import diagnose
from ambitus.desk.drafting import drafted
from ambitus.desk.pieces import put_together, sized
from ambitus.files.pieces_text import MOST_TYPED, pieces_from_text
from ambitus.library import SamplePieces, sample_pieces, shipped
from ambitus.web.draft_api import PhraseOpened
from ambitus.web.problem import WRONG, PlainRoute

router = APIRouter(prefix="/api", tags=["pieces"], route_class=PlainRoute)
#: letters of a text that is pasted, and of a claim
_LONGEST_TEXT, _LONGEST_CLAIM = 40_000, 300


class PiecesRequest(BaseModel):
    """
    Pieces as typed rows, or as a text that is read into rows; how they are put together, if that was said;
    edits of that; the unit of bare numbers, if it is known; and what was promised of the bag.
    """

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {"text": "2 outer 42 x 40 cm\nstrap 10 x 66 cm, cut 2\nseam 1 cm"},
                {
                    "rows": [{"called": "outer", "count": "2", "width": "42", "height": "40"}],
                    "unit": "cm",
                    "claim": "40 x 35 cm",
                },
            ]
        },
    )
    text: str | None = Field(default=None, max_length=_LONGEST_TEXT)
    rows: list[RowTyped] = Field(default_factory=list, max_length=MOST_TYPED)
    spec: Spec | None = None
    edits: list[Edit] = Field(default_factory=list, max_length=50)
    unit: Unit | None = None
    claim: str = Field(default="", max_length=_LONGEST_CLAIM)


@dataclass(frozen=True, slots=True)
class PiecesShown:
    """
    Rows as they stand in the table, what each came to, and the bag that they make: ``drafted`` is nothing
    where they make none yet. ``problems`` are of cells, ``said`` of the whole list.
    """

    rows: tuple[RowTyped, ...]
    unit: Unit
    asks_unit: bool
    read: tuple[RowShown, ...]
    problems: tuple[Problem, ...]
    said: tuple[SaidShown, ...]
    spec: Spec
    drafted: Drafted | None
    checks: tuple[FindingShown, ...]
    missing: tuple[MissingShown, ...]
    diagnosis: DiagnosisShown | None
    claim_problem: str


_SHOWN = TypeAdapter(PiecesShown)
_TILES = TypeAdapter(Tiles)
_DIAGNOSIS = TypeAdapter(DiagnosisShown)


@router.post("/pieces", response_model=PiecesShown, responses=WRONG, summary="Begin from pieces")
def begin_from_pieces(body: PiecesRequest) -> Response:
    """Return the bag that pieces make, judged row by row, and what nobody told of them."""
    pasted = pieces_from_text(body.text) if body.text is not None else None
    rows = list(pasted.rows) if pasted else body.rows
    bare = body.unit or (pasted.unit if pasted else None)
    said_of_seams = pasted.said if pasted else {}
    begun = put_together(rows, body.spec, bare, body.edits, said_of_seams)
    unit: Unit = bare or begun.construction.unit
    view = View(unit, unit)
    shown = present(begun.made, begun.construction, unit, "") if begun.made else None
    checks = tuple(findings_helped(begun.made, begun.construction, unit, GRAMMAR)) if begun.made else ()
    diagnosis, trouble = None, ""
    if body.claim.strip() and begun.told and begun.made:
        try:
            diagnosis = diagnose(begun.told.cut_list, body.claim, unit).shown
        except SpecProblems as bad:
            trouble = " ".join(f"{p.why} {p.fix}" for p in bad.problems)
    out = PiecesShown(
        rows=tuple(rows),
        unit=unit,
        asks_unit=begun.read.asks_unit,
        read=rows_shown(begun.read, begun.verdicts, view),
        problems=begun.read.problems,
        said=tuple(said(found, view) for found in begun.findings),
        spec=begun.construction,
        drafted=shown,
        checks=checks,
        missing=missing_shown(begun.missing, view),
        diagnosis=diagnosis,
        claim_problem=trouble,
    )
    return Response(_SHOWN.dump_json(out), media_type="application/json")


@router.get("/pieces/sample", response_model=SamplePieces, summary="Pieces to try")
def sample() -> SamplePieces:
    """Return a list of pieces with a promise that does not follow from them."""
    return sample_pieces()


class PieceTilesRequest(PhraseOpened):
    """Rows of pieces, how they are put together, and the phrase of that which was opened."""

    model_config = ConfigDict(extra="forbid")
    rows: list[RowTyped] = Field(max_length=MOST_TYPED)


@router.post("/pieces/tiles", response_model=Tiles, responses=WRONG, summary="Open a phrase of pieces")
def open_phrase(body: PieceTilesRequest) -> Response:
    """
    Return these pieces put together with each choice of a phrase: each tile is the bag that they
    then make.
    """
    unit = body.unit or body.spec.unit
    rows = rows_read(body.rows, unit)

    def following(spec: Spec) -> Spec:
        try:
            return sized(rows, spec)
        except SpecProblems:
            return spec

    asked = (body.spec, body.phrase, unit, GRAMMAR, shipped())
    made = tiles(*asked, named=body.named, only=body.groups, drafted=drafted, following=following)
    return Response(_TILES.dump_json(made), media_type="application/json")


class DiagnoseRequest(BaseModel):
    """A cut list, and what was promised of its bag: ``34x28x12cm``; bare numbers in it are in *unit*."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {
                    "cut_list": {
                        "base": "seamed",
                        "top": "double_hem",
                        "allowances": {"side": 10, "base": 10, "turn": 10, "hem": 25},
                        "rows": [{"role": "outer", "count": 2, "width": 360, "height": 405}],
                    },
                    "claim": "36 x 36 cm",
                }
            ]
        },
    )
    cut_list: CutList
    claim: str = Field(max_length=_LONGEST_CLAIM)
    unit: Unit = "cm"


@router.post("/diagnose", response_model=DiagnosisShown, responses=WRONG, summary="Why it did not come out")
def diagnose_cuts(body: DiagnoseRequest) -> Response:
    """Return whether what was promised follows from a cut list, and which slip would explain it if not."""
    made = diagnose(body.cut_list, body.claim, body.unit)
    return Response(_DIAGNOSIS.dump_json(made.shown), media_type="application/json")
