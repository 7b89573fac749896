"""The HTTP door to the cloths: pieces laid on them, what a little less would save, what was chosen."""

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.edits import ClothEdit, edited
from ambitus.core.layout.held import Side
from ambitus.core.layout.of_bag import apart
from ambitus.core.layout.together import beside_of
from ambitus.core.lengths import Unit
from ambitus.core.shown.advice import Advice, advice
from ambitus.core.shown.buying import Buying, RollShown, buying_shown, rolls_shown
from ambitus.core.shown.cloth import ClothShown, cloths_shown
from ambitus.core.shown.family import FamilyShown, family_shown
from ambitus.core.shown.savings import (
    CliffShown,
    HeldShown,
    LargestShown,
    StrapShown,
    cliffs_shown,
    held_shown,
    largest_shown,
    straps_shown,
)
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, written_out
from ambitus.files.buying_csv import buying_csv
from ambitus.files.latin import file_name
from ambitus.standins.shop import SimulatedShop
from ambitus.web.plans_api import AtDesk
from ambitus.web.problem import WRONG, PlainRoute
from ambitus.web.stash_api import AtStash

router = APIRouter(prefix="/api", tags=["cloth"], route_class=PlainRoute)


class ClothRequest(BaseModel):
    """A spec, what was chosen of its cloths, edits to make to that first, and the unit shown."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {
                    "spec": {"unit": "cm"},
                    "edits": [{"kind": "typed", "cloth": "outer", "field": "width", "text": "150 cm"}],
                },
                {
                    "spec": {"unit": "in"},
                    "choices": {"cloths": {"lining": {"folded": True}}},
                    "unit": "in",
                },
            ]
        },
    )
    spec: Spec
    choices: ClothChoices = Field(default_factory=ClothChoices)
    edits: list[ClothEdit] = Field(default_factory=list, max_length=50)
    unit: Unit | None = None


@dataclass(frozen=True, slots=True)
class ClothsShown:
    """What is chosen of the cloths, and each of them with its pieces on it."""

    choices: ClothChoices
    cloths: tuple[ClothShown, ...]
    unit: Unit
    #: what a key moves a piece by: a step of the cutting grid, in mm
    step: float
    #: what of the plans that are cut with it is of another material, and so is not laid here
    apart: tuple[str, ...] = ()


_CLOTHS = TypeAdapter(ClothsShown)
_BUYING = TypeAdapter(Buying)
_LARGEST = TypeAdapter(tuple[LargestShown, ...])
_CLIFFS = TypeAdapter(tuple[CliffShown, ...])


@router.post("/cloth", response_model=ClothsShown, responses=WRONG, summary="Lay the pieces on their cloths")
def lay_pieces(body: ClothRequest) -> Response:
    """Return the pieces of a bag laid on each of its cloths: how much is bought, what lies where."""
    made, choices = drafted(body.spec), body.choices
    unit = body.unit or body.spec.unit
    beside = beside_of(choices, drafted)
    for edit in body.edits:
        choices = edited(made, choices, edit, unit, beside)
        beside = beside_of(choices, drafted)
    told = tuple(f"{name}: its {key} is of another material." for name, key in apart(made, beside))
    cloths = cloths_shown(made, choices, unit, beside)
    shown = ClothsShown(choices, cloths, unit, made.bag.grid.step, told)
    return Response(_CLOTHS.dump_json(shown, by_alias=True), media_type="application/json")


@router.post(
    "/cliffs", response_model=list[CliffShown], responses=WRONG, summary="Find what a little less would save"
)
def find_cliffs(body: ClothRequest) -> Response:
    """Return the sizes of which a few millimetres less would save a step of cloth, each tried out."""
    unit = body.unit or body.spec.unit
    beside = beside_of(body.choices, drafted)
    found = cliffs_shown(body.spec, body.choices, unit, drafted, beside)
    return Response(_CLIFFS.dump_json(found), media_type="application/json")


@router.post(
    "/largest", response_model=list[LargestShown], responses=WRONG, summary="Find the largest bag of a cloth"
)
def find_largest(body: ClothRequest) -> Response:
    """Return the largest bags that the cloths of which there is a length give, each tried out."""
    unit, beside = body.unit or body.spec.unit, beside_of(body.choices, drafted)
    found = largest_shown(body.spec, body.choices, unit, drafted, beside)
    return Response(_LARGEST.dump_json(found), media_type="application/json")


class FamilyRequest(ClothRequest):
    """A spec, what was chosen of its cloths, and the sizes of its family, as texts."""

    sizes: list[Annotated[str, Field(max_length=40)]] = Field(default_factory=list, max_length=20)


_FAMILY = TypeAdapter(FamilyShown)


@router.post("/family", response_model=FamilyShown, responses=WRONG, summary="A family of sizes")
def family(body: FamilyRequest) -> Response:
    """Return the bag in several sizes, each drafted anew and laid on its cloths."""
    found = family_shown(body.spec, body.choices, body.sizes, body.unit or body.spec.unit, drafted)
    return Response(_FAMILY.dump_json(found), media_type="application/json")


class HeldRequest(BaseModel):
    """A spec, a piece of it, and how wide or how high the printed panel is that it is cut from, as text."""

    model_config = ConfigDict(extra="forbid")
    spec: Spec
    piece: str = Field(max_length=80)
    side: Side
    text: str = Field(max_length=60)
    unit: Unit | None = None


_STRAPS = TypeAdapter(tuple[StrapShown, ...])
_HELD = TypeAdapter(HeldShown)


@router.post("/straps", response_model=list[StrapShown], responses=WRONG, summary="What a strap would save")
def find_straps(body: ClothRequest) -> Response:
    """Return the other ways with straps that save a step of cloth: pieced, across, of webbing."""
    unit, beside = body.unit or body.spec.unit, beside_of(body.choices, drafted)
    found = straps_shown(written_out(body.spec), body.choices, unit, drafted, beside)
    return Response(_STRAPS.dump_json(found), media_type="application/json")


@router.post("/held", response_model=HeldShown, responses=WRONG, summary="The bag that a printed panel holds")
def held_by_panel(body: HeldRequest) -> Response:
    """Return the bag whose piece is cut from a printed panel, and which pieces follow it."""
    found = held_shown(body.spec, body.piece, body.side, body.text, body.unit or body.spec.unit, drafted)
    return Response(_HELD.dump_json(found), media_type="application/json")


class RollsRequest(ClothRequest):
    """A spec, what was chosen of its cloths, and which of them is asked after."""

    cloth: ClothKey


_ROLLS = TypeAdapter(tuple[RollShown, ...])
_ADVICE = TypeAdapter(tuple[Advice, ...])


@router.post("/rolls", response_model=list[RollShown], responses=WRONG, summary="Which width to buy")
def which_width(body: RollsRequest) -> Response:
    """Return the widths that the (simulated) shop has of a cloth, the pieces laid on each, with its price."""
    unit, beside = body.unit or body.spec.unit, beside_of(body.choices, drafted)
    found = rolls_shown(drafted(body.spec), body.choices, body.cloth, SimulatedShop(), unit, beside)
    return Response(_ROLLS.dump_json(found), media_type="application/json")


@router.post("/advice", response_model=list[Advice], responses=WRONG, summary="Which cloth?")
def which_cloth(body: ClothRequest) -> Response:
    """Return what the cloths of a bag want of each other, of interfacing, needle and thread, with reasons."""
    found = advice(drafted(body.spec), body.choices, body.unit or body.spec.unit)
    return Response(_ADVICE.dump_json(found), media_type="application/json")


@router.post("/buying", response_model=Buying, responses=WRONG, summary="What to buy")
def what_to_buy(body: ClothRequest, stash: AtStash) -> Response:
    """
    Return what is bought for a bag on its cloths and for what is cut with it, with prices of the (simulated)
    shop. What the stash has is taken off.
    """
    unit, beside = body.unit or body.spec.unit, beside_of(body.choices, drafted)
    have = stash.havings()
    found = buying_shown(drafted(body.spec), body.choices, SimulatedShop(), unit, beside, have)
    return Response(_BUYING.dump_json(found), media_type="application/json")


@router.get("/plans/{plan_id}/buying", responses=WRONG, summary="What to buy for a plan")
def plan_to_buy(plan_id: str, desk: AtDesk, stash: AtStash, unit: Unit | None = None) -> Buying:
    """Return what is bought for the newest revision of a plan."""
    return desk.buying(plan_id, SimulatedShop(), unit, stash.havings())


@router.get("/plans/{plan_id}/buying.csv", responses=WRONG, summary="What to buy for a plan, as a table")
def plan_to_buy_csv(plan_id: str, desk: AtDesk, stash: AtStash, unit: Unit | None = None) -> Response:
    """Return what is bought for the newest revision of a plan, as CSV."""
    name = file_name(desk.plans.get(plan_id).name) or "plan"
    text = buying_csv(desk.buying(plan_id, SimulatedShop(), unit, stash.havings()))
    headers = {"content-disposition": f'attachment; filename="{name}-to-buy.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/plans/{plan_id}/cloth", responses=WRONG, summary="What was chosen of a plan’s cloths")
def chosen_cloths(plan_id: str, desk: AtDesk) -> ClothChoices:
    """Return what was chosen of the cloths of a plan."""
    return desk.cloths(plan_id)


@router.put("/plans/{plan_id}/cloth", responses=WRONG, summary="Keep what was chosen of a plan’s cloths")
def keep_cloths(plan_id: str, body: ClothChoices, desk: AtDesk) -> ClothChoices:
    """Keep what was chosen of the cloths of a plan, and return it."""
    return desk.keep_cloths(plan_id, body)
