"""The stash as it is shown: each thing with its size, where it lies, and what can be laid on it."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ambitus.core.layout.choices import SourceChoice
from ambitus.core.lengths import Unit, View
from ambitus.core.stash.gives import Gives
from ambitus.core.stash.things import KINDS, LAID, Thing, sources_of


@dataclass(frozen=True, slots=True)
class ThingShown:
    """A thing in the stash: its size is the loudest, then what it is and where it lies."""

    id: str
    kind: str
    label: str
    name: str
    size: str
    #: how many there are, where it is more than one, and what else is to be known
    says: str
    where: str
    note: str
    thing: Thing
    #: its measures as text in the unit shown, by field
    fields: Mapping[str, str]
    sources: tuple[SourceChoice, ...]
    #: when its photograph was taken over, or nothing
    photo: str
    used_up: bool


@dataclass(frozen=True, slots=True)
class GivesShown:
    """A plan of which a cloth can be cut whole from a thing."""

    plan: str
    name: str
    cloth: str
    says: str


_MEASURES = ("width", "length", "seam")


def thing_shown(
    id_: str, thing: Thing, unit: Unit, labels: Mapping[str, str], photo: str = "", used_up: bool = False
) -> ThingShown:
    """Return *thing* in *unit*; *labels* are the names of materials by their keys."""
    view = View(unit, unit)
    label = labels.get(thing.material, thing.material) or KINDS[thing.kind]
    facts = [thing.colour] if thing.colour else []
    if thing.kind in LAID:
        facts.append("washed" if thing.washed else "not washed yet")
    if thing.print != "plain":
        facts.append("one way up" if thing.print == "one_way" else "up or down")
    if thing.holes:
        facts.append("a flaw in it" if len(thing.holes) == 1 else f"{len(thing.holes)} flaws in it")
    return ThingShown(
        id=id_,
        kind=thing.kind,
        label=label,
        name=thing.name or label,
        size=_size(thing, view),
        says=", ".join(facts),
        where=thing.where,
        note=thing.note,
        thing=thing,
        fields={
            name: view.chosen(mm) if (mm := getattr(thing, name)) else ""
            for name in ("width", "length", "seam")
        },
        sources=sources_of(id_, thing),
        photo=photo,
        used_up=used_up,
    )


def _size(thing: Thing, view: View) -> str:
    many = f"{thing.count} of " if thing.count != 1 else ""
    if thing.shape == "round" and thing.width:
        return f"{many}{view.with_unit(thing.width)} across"
    if thing.kind == "thread" and thing.length:
        return f"{many}{thing.length / 1000:.0f} m"
    if thing.kind in (*LAID, "insert") and thing.width and thing.length:
        return f"{many}{view.worked(thing.width)} × {view.with_unit(thing.length)}"
    if thing.length:
        wide = f", {view.with_unit(thing.width)} wide" if thing.width else ""
        return f"{many}{view.with_unit(thing.length)}{wide}"
    return str(thing.count)


def gives_shown(found: Iterable[Gives]) -> tuple[GivesShown, ...]:
    """Return what could be made, what uses most of the cloth first; of its own material before others."""
    ordered = sorted(found, key=lambda one: (not one.same, -one.share, one.name, one.cloth))
    return tuple(GivesShown(one.plan, one.name, one.cloth, _gives_says(one)) for one in ordered)


def _gives_says(one: Gives) -> str:
    what = f"its {one.cloth}, on {one.share:.0%} of it"
    return what if one.same else f"{what}; planned of another cloth"
