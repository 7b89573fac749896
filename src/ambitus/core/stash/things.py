"""A thing in the stash, and what a maker types of it."""

from collections.abc import Sequence
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from ambitus.core.buying.having import Having
from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.choices import HoleChoice, Shape, SourceChoice
from ambitus.core.layout.goods import Print
from ambitus.core.lengths import Unit, View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.resolve import read_length

#: what a thing is of, as the buying list names it
Kind = Literal[
    "cloth", "interfacing", "zip", "cord", "webbing", "ribbon", "elastic", "thread", "needle", "insert"
]
KINDS: dict[Kind, str] = {
    "cloth": "Cloth",
    "interfacing": "Interfacing",
    "zip": "Zip",
    "cord": "Cord",
    "webbing": "Webbing",
    "ribbon": "Ribbon or tape",
    "elastic": "Elastic",
    "thread": "Thread",
    "needle": "Needle",
    "insert": "Board or insert",
}
#: what is laid on, and so has to have a width and a length
LAID: tuple[Kind, ...] = ("cloth", "interfacing")
#: which measures a kind has to have
MEASURES: dict[Kind, tuple[str, ...]] = {
    "cloth": ("width", "length"),
    "interfacing": ("width", "length"),
    "zip": ("length",),
    "cord": ("length",),
    "webbing": ("length",),
    "ribbon": ("length",),
    "elastic": ("length",),
    "thread": ("length",),
    "needle": (),
    "insert": ("width", "length"),
}
Name = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Mm = Annotated[float, Field(ge=0, le=1_000_000)]


class Thing(BaseModel):
    """
    A cloth or a notion that is there, ``count`` of it. Lengths in mm; ``material`` is its key in the library
    or its name, ``where`` is where it lies. A cloth that is not washed yet shrinks as its plan says.
    """

    model_config = ConfigDict(extra="forbid")
    kind: Kind
    name: Name = ""
    material: Name = ""
    colour: Name = ""
    shape: Shape = "straight"
    width: Mm | None = None
    length: Mm | None = None
    seam: Mm = 0.0
    count: Annotated[int, Field(ge=0, le=10_000)] = 1
    washed: bool = True
    print: Print = "plain"
    where: Name = ""
    note: Annotated[str, Field(max_length=500)] = ""
    holes: list[HoleChoice] = Field(default_factory=list, max_length=40)


class ThingTyped(BaseModel):
    """
    What is typed of a thing: lengths are texts, a bare number in ``unit``. What is left out stays as it is;
    an empty text takes a measure back.
    """

    model_config = ConfigDict(extra="forbid")
    unit: Unit
    kind: Kind | None = None
    name: Name | None = None
    material: Name | None = None
    colour: Name | None = None
    shape: Shape | None = None
    width: Annotated[str, Field(max_length=60)] | None = None
    length: Annotated[str, Field(max_length=60)] | None = None
    seam: Annotated[str, Field(max_length=60)] | None = None
    count: Annotated[int, Field(ge=0, le=10_000)] | None = None
    washed: bool | None = None
    print: Print | None = None
    where: Name | None = None
    note: Annotated[str, Field(max_length=500)] | None = None


_LENGTHS = {
    "width": Param(Length("width"), "Width", "length", None, low=1, high=20_000),
    "length": Param(Length("length"), "Length", "length", None, low=1, high=1_000_000),
    "seam": Param(Length("seam"), "Seam", "length", None, low=0, high=100),
}


def thing_after(thing: Thing | None, typed: ThingTyped, bare: str | None = None) -> Thing:
    """
    Return *thing*, or a new one, after what was *typed*. *bare* is the unit of bare numbers, or "" where they
    have to name one; the unit typed in where it is left out.

    Raises:
        SpecProblems: If a text is no length, or a measure is missing that its kind has to have.
    """
    told: dict[str, Any] = thing.model_dump() if thing else {}
    problems: list[Problem] = []
    view = View(typed.unit, typed.unit)
    for name, value in typed.model_dump(exclude={"unit"}, exclude_none=True).items():
        if name not in _LENGTHS:
            told[name] = value
        elif not value.strip():
            told[name] = 0.0 if name == "seam" else None
        else:
            try:
                unit = typed.unit if bare is None else bare
                told[name] = read_length(_LENGTHS[name], name, value.strip(), view, {}, bare=unit)
            except SpecProblems as bad:
                problems += bad.problems
    if "kind" not in told:
        problems.append(Problem("stash", "kind", "", "It is not said what it is.", f"Choose {_kinds()}."))
        raise SpecProblems(tuple(problems))
    wrong = {p.field for p in problems}
    for name in MEASURES[told["kind"]]:
        round_ = told.get("shape") == "round" and name == "length"
        if not told.get(name) and name not in wrong and not round_:
            label = KINDS[told["kind"]]
            fix = f"Type how {'wide' if name == 'width' else 'long'} it is."
            problems.append(Problem("stash", name, "", f"{label} without its {name}.", fix))
    if problems:
        raise SpecProblems(tuple(problems))
    if told.get("shape") == "round":
        told["length"] = told.get("width")
    return Thing.model_validate(told)


def _kinds() -> str:
    return ", ".join(KINDS)


def sources_of(id_: str, thing: Thing) -> tuple[SourceChoice, ...]:
    """Return a cloth as pieces to lay on, as many as there are; nothing where it is too small for any."""
    if thing.kind not in LAID or not thing.width or not thing.length or min(thing.width, thing.length) < 20:
        return ()
    name = thing.name or thing.colour or KINDS[thing.kind]
    return tuple(
        SourceChoice(
            id=id_ if n == 0 else f"{id_}.{n}",
            name=name[:120],
            shape=thing.shape,
            width=thing.width,
            length=thing.length,
            seam=min(thing.seam, 100.0),
            washed=thing.washed,
            print=None if thing.print == "plain" else thing.print,
            holes=thing.holes,
            stash=id_,
        )
        for n in range(min(thing.count, 12))
    )


def having_of(id_: str, thing: Thing) -> Having | None:
    """Return a notion as it is counted off what a bag wants; nothing of a cloth, which is laid on."""
    if thing.kind in LAID or not thing.count:
        return None
    name = " ".join(filter(None, (thing.name or KINDS[thing.kind].lower(), thing.colour)))
    return Having(
        id=id_,
        kind=thing.kind,
        name=name,
        where=thing.where,
        key=thing.material,
        count=thing.count,
        long=thing.length or 0.0,
        width=thing.width or 0.0,
    )


def havings(things: Sequence[tuple[str, Thing]]) -> tuple[Having, ...]:
    """Return the notions among *things*."""
    found = (having_of(id_, thing) for id_, thing in things)
    return tuple(one for one in found if one)
