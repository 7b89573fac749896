"""The HTTP door to what every plan starts from: the ways to begin, and my usual."""

from functools import lru_cache

from fastapi import APIRouter, Response
from pydantic import BaseModel, TypeAdapter

from ambitus.core.drawing.standing import Standing
from ambitus.core.lengths import Unit, View
from ambitus.core.lengths.grid import steps_for
from ambitus.core.shown.present import grid_label, picture
from ambitus.core.shown.present import read_back as read_shown
from ambitus.core.spec.resolved import Beginning
from ambitus.desk.drafting import drafted
from ambitus.desk.usual import Usual, UsualEdit, UsualShown, new_spec, shown
from ambitus.library import shipped
from ambitus.web.plans_api import AtDesk
from ambitus.web.problem import WRONG, PlainRoute

router = APIRouter(prefix="/api", route_class=PlainRoute)


class PlainWay(BaseModel):
    """One plain way to begin from a preset, as it stands with its usual sizes."""

    key: str
    label: str
    help: str
    size: str
    standing: Standing


class WayToBegin(BaseModel):
    """A preset as the shelf offers it, with a few plain choices."""

    key: str
    label: str
    help: str
    ways: list[PlainWay]


_WAYS = TypeAdapter(list[WayToBegin])


def _show(usual: Usual) -> UsualShown:
    units: tuple[Unit, Unit] = ("mm", "in")
    metric, inch = ([(s, grid_label(s, u)) for s in steps_for(u)] for u in units)
    return shown(usual, {"metric": metric, "inch": inch})


# every bag of them is drafted: whoever comes back to the shelf waits for none
@lru_cache(maxsize=4)
def _ways(usual: str) -> bytes:
    """Return the ways to begin, as JSON: they are the same until my usual, here as it is written, changes."""
    mine = Usual.model_validate_json(usual)

    def plain(preset: str, way: Beginning) -> PlainWay:
        made = drafted(new_spec(mine, preset, way.key))
        view = View(mine.unit, mine.unit)
        return PlainWay(
            key=way.key,
            label=way.label,
            help=way.help,
            size=read_shown(made, view).size,
            standing=picture(made),
        )

    return _WAYS.dump_json(
        [
            WayToBegin(key=p.key, label=p.label, help=p.help, ways=[plain(p.key, w) for w in p.ways])
            for p in shipped().presets.values()
        ]
    )


@router.get("/begin", response_model=list[WayToBegin], tags=["plans"], summary="Ways to begin")
def begin(desk: AtDesk) -> Response:
    """Return the presets a plan can begin from, each with its plain ways, drawn as they begin."""
    return Response(_ways(desk.usual().model_dump_json()), media_type="application/json")


@router.get("/usual", tags=["usual"], summary="My usual")
def get_usual(desk: AtDesk) -> UsualShown:
    """Return what every new plan starts from."""
    return _show(desk.usual())


@router.put("/usual", responses=WRONG, tags=["usual"], summary="Change my usual")
def put_usual(body: UsualEdit, desk: AtDesk) -> UsualShown:
    """Change my usual. Saved plans keep what they were begun with."""
    return _show(desk.change_usual(body))
