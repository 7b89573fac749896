"""Plans as they are worked with: begun, opened, saved, set aside, restored, drawn, compared, written."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from ambitus.core.buying.having import Have
from ambitus.core.buying.shop import Shop
from ambitus.core.draft import RULES_VERSION, Draft
from ambitus.core.layout.choices import ClothChoices, OtherPlan
from ambitus.core.layout.together import beside_of
from ambitus.core.lengths import Unit
from ambitus.core.shown.buying import Buying, buying_shown
from ambitus.core.shown.cloth import ClothShown, cloths_shown
from ambitus.core.shown.compare import Compared, Difference, compare
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, redrawn_since, saved_from, spec_of
from ambitus.desk.usual import Usual, UsualEdit, edited, new_spec, usual_of
from ambitus.files.problems import valid
from ambitus.store import Plan, PlanNotFound, Plans, Revision


@dataclass(frozen=True, slots=True)
class Opened:
    """
    A plan with the spec of its newest revision. ``redrawn`` are the sizes that the rules of today make
    otherwise than it was kept, ``told`` what a cut list that it was begun from says of itself.
    """

    plan: Plan
    spec: Spec
    rules_version: int
    redrawn: tuple[Difference, ...]
    told: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Drawn:
    """One revision of a plan, worked out by the rules of today."""

    plan: Plan
    revision: Revision
    made: Draft


class Desk:
    """The plans of one maker, and what is usual for them. Whatever the store raises goes through it."""

    def __init__(self, plans: Plans) -> None:
        self.plans = plans

    def usual(self) -> Usual:
        """Return what every new plan starts from."""
        return usual_of(self.plans.kept("usual"))

    def change_usual(self, edit: UsualEdit) -> Usual:
        """Change what is usual, and return it. Raises SpecProblems where a text is no length."""
        usual = edited(self.usual(), edit)
        self.plans.keep("usual", usual.model_dump(mode="json"))
        return usual

    def begin(self, name: str | None, preset: str, way: str, spec: Spec | None) -> Opened:
        """Begin a plan: from a spec, or from a preset with what is usual. Raises SpecProblems."""
        begun = spec or new_spec(self.usual(), preset, way)
        return self._opened(self.plans.begin(name or f"New {begun.preset}", saved_from(begun)))

    def begin_read(self, name: str, spec: Spec, told: Sequence[str]) -> Opened:
        """Begin a plan from what was read in a file, and from what that said of itself."""
        cause = "; ".join(("Opened from a file", *told))[:300]
        return self._opened(self.plans.begin(name, saved_from(spec), cause), tuple(told))

    def _opened(self, plan: Plan, told: tuple[str, ...] = ()) -> Opened:
        revision = self.plans.revision(plan.id)
        return Opened(plan, spec_of(revision), revision.rules_version, redrawn_since(revision), told)

    def open(self, plan_id: str) -> Opened:
        """Return a plan and the spec of its newest revision."""
        return self._opened(self.plans.get(plan_id))

    def save(self, plan_id: str, spec: Spec, *, base: int, edit_id: str, cause: str) -> Plan:
        """Keep one settled edit as a revision; of a plan of older rules its cause says that sizes move."""
        kept = saved_from(spec)
        before = self.plans.revision(plan_id)
        if before.rules_version < RULES_VERSION and redrawn_since(before):
            # the sizes move with this edit though nobody typed them: the list of revisions says so
            cause = f"{cause[:240]}; sizes as today’s rules make them"
        return self.plans.save(plan_id, kept, base=base, edit_id=edit_id, cause=cause)

    def set_aside(self, plan_id: str, spec: Spec, *, edit_id: str, cause: str) -> Opened:
        """
        Keep an edit that came too late as a revision, and make the newest one the newest again after it.

        So of two versions either can be gone on with, and neither is lost.
        """
        newest = self.plans.revision(plan_id)
        edits = (
            (saved_from(spec), edit_id, f"Set aside: {cause}"[:300]),
            (saved_from(spec_of(newest)), f"{edit_id[:58]}-back", f"Revision {newest.number} kept"),
        )
        return self._opened(self.plans.save_all(plan_id, edits, base=newest.number))

    def restore(self, plan_id: str, number: int) -> Opened:
        """Make an older revision the newest again, as a revision of its own."""
        old = self.plans.revision(plan_id, number)
        head = self.plans.get(plan_id).head
        self.plans.save(
            plan_id,
            saved_from(spec_of(old)),
            base=head,
            edit_id=f"restore-{number}-{head}",
            cause=f"Revision {number} restored",
        )
        return self.open(plan_id)

    def compare(self, plan_id: str, before: int, after: int, unit: Unit | None) -> Compared:
        """Return what differs between two revisions, both drawn by the rules of today."""
        specs = [spec_of(self.plans.revision(plan_id, number)) for number in (before, after)]
        return compare(drafted(specs[0]), drafted(specs[1]), unit or specs[1].unit)

    def cloths(self, plan_id: str) -> ClothChoices:
        """Return what was chosen of the cloths of a plan; plans that are cut with it as they are now."""
        kept = self.plans.kept(f"cloth.{self.plans.get(plan_id).id}")
        choices = valid(ClothChoices, kept) if kept else ClothChoices()
        return choices.model_copy(update={"others": [self._as_it_is(other) for other in choices.others]})

    def _as_it_is(self, other: OtherPlan) -> OtherPlan:
        try:
            plan = self.plans.get(other.id)
        except PlanNotFound:
            return other
        spec = spec_of(self.plans.revision(other.id))
        return other.model_copy(update={"name": plan.name, "spec": spec})

    def keep_cloths(self, plan_id: str, choices: ClothChoices) -> ClothChoices:
        """Keep what was chosen of the cloths of a plan, and return it."""
        told = choices.model_dump(mode="json", by_alias=True, exclude_defaults=True)
        self.plans.keep(f"cloth.{self.plans.get(plan_id).id}", told)
        return choices

    def buying(self, plan_id: str, shop: Shop, unit: Unit | None = None, have: Have = ()) -> Buying:
        """
        Return what is bought at *shop* for the newest revision of a plan, on its chosen cloths, less what the
        maker has.
        """
        made, choices = drafted(spec_of(self.plans.revision(plan_id))), self.cloths(plan_id)
        beside = beside_of(choices, drafted)
        return buying_shown(made, choices, shop, unit or made.bag.unit, beside, have)

    def laid(self, plan_id: str, number: int, unit: Unit | None = None) -> tuple[ClothShown, ...]:
        """Return one revision of a plan laid on its cloths as they are chosen now."""
        made, choices = self.drawn(plan_id, number).made, self.cloths(plan_id)
        return cloths_shown(made, choices, unit or made.bag.unit, beside_of(choices, drafted))

    def drawn(self, plan_id: str, number: int) -> Drawn:
        """Return one revision of a plan, worked out."""
        plan, revision = self.plans.get(plan_id), self.plans.revision(plan_id, number)
        return Drawn(plan, revision, drafted(spec_of(revision)))


def plan_file(drawn: Drawn) -> dict[str, Any]:
    """Return a plan as a file: its spec, every value it was drafted with, and its cut list in mm."""
    revision = drawn.revision
    return {
        "ambitus": "plan",
        "version": 1,
        "name": drawn.plan.name,
        "revision": revision.number,
        "saved_at": revision.saved_at,
        "rules_version": revision.rules_version,
        "spec": revision.spec,
        "resolved": revision.resolved,
        "cut_list": drawn.made.cut_list.model_dump(),
    }
