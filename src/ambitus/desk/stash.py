"""The stash as it is worked with: typed in, taken over from a table, cut of, looked through for a plan."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.buying.having import Having
from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.leftovers import leftovers
from ambitus.core.layout.of_bag import Sheet, laid_on_cloths, material_of
from ambitus.core.layout.together import beside_of
from ambitus.core.lengths import Unit, snap
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.stash import GivesShown, ThingShown, gives_shown, thing_shown
from ambitus.core.spec.model import Spec
from ambitus.core.stash.gives import gives
from ambitus.core.stash.things import Thing, ThingTyped, havings, sources_of, thing_after
from ambitus.desk.drafting import drafted, spec_of
from ambitus.files.photos import photo_from
from ambitus.files.problems import valid
from ambitus.files.stash_csv import stash_csv, things_from_csv
from ambitus.library import shipped
from ambitus.store import Kept, Plans, Stash

#: as many of the newest plans as are tried on a cloth
TRIED = 120


class Cut(BaseModel):
    """
    That the pieces of a cloth are cut. ``keep`` are the leftovers worth keeping, by the piece of cloth that
    they are of and their number there; ``where`` is where they are put.
    """

    model_config = ConfigDict(extra="forbid")
    spec: Spec
    choices: ClothChoices = Field(default_factory=ClothChoices)
    cloth: ClothKey
    keep: list[tuple[str, int]] = Field(default_factory=list, max_length=200)
    where: str = Field(default="", max_length=120)
    unit: Unit | None = None


@dataclass(frozen=True, slots=True)
class TakenIn:
    """What a table gave: how many things were taken in, and what is wrong with the other rows."""

    taken: int
    problems: tuple[Problem, ...]


def _labels() -> dict[str, str]:
    facts = shipped()
    return {key: one.label for shelf in (facts.cloths, facts.interfacings) for key, one in shelf.items()}


def thing_of(kept: Kept) -> Thing:
    """Return a thing as it was kept."""
    return valid(Thing, kept.thing)


def _told(thing: Thing) -> dict[str, object]:
    return thing.model_dump(mode="json", exclude_defaults=True) | {"kind": thing.kind}


class StashDesk:
    """The stash of one maker."""

    def __init__(self, stash: Stash, plans: Plans) -> None:
        self.stash, self._plans = stash, plans

    def _shown(self, kept: Kept, unit: Unit) -> ThingShown:
        return thing_shown(
            kept.id, thing_of(kept), unit, _labels(), kept.photo_at or "", kept.used_up_at is not None
        )

    def things(self, unit: Unit, *, used_up: bool = False) -> tuple[ThingShown, ...]:
        """Return what is in the stash, or what was used up, in *unit*."""
        return tuple(self._shown(kept, unit) for kept in self.stash.things(used_up=used_up))

    def add(self, typed: ThingTyped) -> ThingShown:
        """Add a thing. Raises SpecProblems where what was typed is none."""
        return self._shown(self.stash.add([_told(thing_after(None, typed))])[0], typed.unit)

    def change(self, thing_id: str, typed: ThingTyped) -> ThingShown:
        """Change a thing. Raises SpecProblems where what was typed is none, ThingNotFound."""
        thing = thing_after(thing_of(self.stash.get(thing_id)), typed)
        return self._shown(self.stash.change(thing_id, _told(thing)), typed.unit)

    def use_up(self, thing_id: str, unit: Unit, *, back: bool = False) -> ThingShown:
        """Take a thing out of the stash, or back into it."""
        return self._shown(self.stash.use_up(thing_id, back=back), unit)

    def take_photo(self, thing_id: str, photo: bytes | None, unit: Unit) -> ThingShown:
        """Keep a photograph, or none any more. Raises SpecProblems where it is no picture."""
        taken = photo_from(photo).whole if photo else None
        return self._shown(self.stash.take_photo(thing_id, taken, "image/jpeg"), unit)

    def as_csv(self, unit: Unit) -> str:
        """Return what is in the stash as a table."""
        return stash_csv((thing_of(kept) for kept in self.stash.things(limit=100_000)), unit)

    def from_csv(self, text: str, unit: Unit | None, *, keep_right: bool) -> TakenIn:
        """
        Take the things of a table in. Where a row is none nothing is taken in, unless the right ones are to
        be kept.
        """
        things, problems = things_from_csv(text, unit)
        if problems and not keep_right:
            return TakenIn(0, problems)
        self.stash.add(_told(thing) for thing in things)
        return TakenIn(len(things), problems)

    def havings(self) -> tuple[Having, ...]:
        """Return the notions that are there."""
        return havings([(kept.id, thing_of(kept)) for kept in self.stash.things()])

    def gives(self, thing_id: str) -> tuple[GivesShown, ...]:
        """Return the plans of which a cloth can be cut whole from a thing."""
        kept = self.stash.get(thing_id)
        thing = thing_of(kept)
        sources = sources_of(kept.id, thing)
        return gives_shown(gives(sources, thing.kind, thing.material, self._newest())) if sources else ()

    def _newest(self) -> Iterator[tuple[str, str, Draft]]:
        for plan in self._plans.list(limit=TRIED)[0]:
            yield plan.id, plan.name, drafted(spec_of(self._plans.revision(plan.id)))

    def cut(self, cut: Cut) -> tuple[ThingShown, ...]:
        """
        Keep that the pieces of a cloth are cut: what was cut of in the stash is used up, and the leftovers
        that are kept are things of their own. Raises SpecProblems where a leftover is not there.
        """
        made = drafted(cut.spec)
        laid = laid_on_cloths(made, cut.choices, beside=beside_of(cut.choices, drafted))
        on = laid.get(cut.cloth)
        if on is None:
            why = f"Nothing of this bag is cut of a cloth “{cut.cloth}”."
            raise SpecProblems((Problem("cloth", "cloth", cut.cloth, why, "Choose one of its cloths."),))
        material = material_of(made, cut.cloth)
        sheets = {sheet.source.id if sheet.source else "": sheet for sheet in on.sheets}
        left = [
            _left(sheets.get(id_), number, material, on.cloth.label, cut)
            for id_, number in dict.fromkeys(cut.keep)
        ]
        used = self._used(sheets.values())
        added = self.stash.cut(used, [_told(thing) for thing in left])
        return tuple(self._shown(kept, cut.unit or cut.spec.unit) for kept in added)

    def _used(self, sheets: Iterable[Sheet]) -> list[tuple[str, dict[str, object] | None]]:
        """Return the things that were cut of, one fewer of each piece of cloth, or used up."""
        count: dict[str, int] = {}
        for sheet in sheets:
            if sheet.source and sheet.source.stash and sheet.layout.placed:
                count[sheet.source.stash] = count.get(sheet.source.stash, 0) + 1
        out: list[tuple[str, dict[str, object] | None]] = []
        for id_, cut in count.items():
            thing = thing_of(self.stash.get(id_))
            left = thing.count - cut
            out.append((id_, _told(thing.model_copy(update={"count": left})) if left > 0 else None))
        return out


def _left(sheet: Sheet | None, number: int, material: str, label: str, cut: Cut) -> Thing:
    """Return a leftover as a thing: as large as it lies there."""
    found: Sequence[tuple[float, float, float, float]] = leftovers(sheet.layout) if sheet else ()
    if sheet is None or not 0 <= number < len(found):
        raise SpecProblems(
            (
                Problem(
                    "cloth", "keep", str(number), "There is no such leftover.", "Choose one that is shown."
                ),
            )
        )
    _, _, wide, high = found[number]
    # it lies there as it is once it is washed, unless nobody knows how it shrinks
    goods, source = sheet.goods, sheet.source
    shrunk = goods.shrinks_along or goods.shrinks_across
    return Thing(
        kind="interfacing" if cut.cloth == "interfacing" else "cloth",
        name=f"{label} left over",
        material=material,
        width=snap(wide),
        length=snap(high),
        count=goods.layers,
        washed=bool(source is None or source.washed or shrunk),
        print=goods.print,
        where=cut.where.strip(),
    )
