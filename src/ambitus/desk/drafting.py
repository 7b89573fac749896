"""From a spec to a draft, and to what the store keeps of it."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from pydantic import TypeAdapter

from ambitus.core.checks.run import stops
from ambitus.core.draft import RULES_VERSION, Draft, draft, readers
from ambitus.core.drawing.standing import Standing
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.moving import moved
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.read.begin import begun_from
from ambitus.core.read.cutlist import CutList
from ambitus.core.shown.compare import Difference, cut_of, redrawn
from ambitus.core.shown.present import picture
from ambitus.core.shown.present import read_back as read_shown
from ambitus.core.shown.read_findings import read_finding
from ambitus.core.spec.edit import Edit, MovedEdit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params, resolve, with_straps
from ambitus.core.spec.resolved import Resolved
from ambitus.files.problems import valid
from ambitus.library import shipped
from ambitus.store import Revision, Saved

#: Drafts that are remembered, the last ones asked for.
LAST_DRAFTS = 16
_STANDING = TypeAdapter(Standing)


def edited_by(spec: Spec, edits: Iterable[Edit], unit: Unit) -> Spec:
    """Return *spec* after edits typed in *unit*, its straps written out. Raises SpecProblems."""
    spec = written_out(spec)
    for edit in edits:
        if isinstance(edit, MovedEdit):
            spec = moved(spec, edit, drafted(spec))
            continue
        spec = apply_edit(spec, edit, unit, GRAMMAR, shipped(), lambda known: _resolved(_asked(known)))
    return spec


def written_out(spec: Spec) -> Spec:
    """Return *spec* with its straps written out, so that a preset of another day adds none."""
    return with_straps(spec, GRAMMAR, shipped())


@dataclass(frozen=True, slots=True)
class _Asked:
    """A spec, told from others by what it is when it is written out."""

    written: str
    spec: Spec = field(compare=False)


def _asked(spec: Spec) -> _Asked:
    return _Asked(spec.model_dump_json(), spec)


# an edit is made to the bag that the screen was just given
@lru_cache(maxsize=LAST_DRAFTS)
def _resolved(asked: _Asked) -> Resolved:
    return resolve(asked.spec, GRAMMAR, shipped())


@lru_cache(maxsize=LAST_DRAFTS)
def _worked(asked: _Asked) -> Draft:
    return draft(_resolved(asked))


def drafted(spec: Spec) -> Draft:
    """
    Return *spec* worked out. Raises SpecProblems.

    What was worked out last is kept: a save is of the bag that the screen was just given.
    """
    return _worked(_asked(spec))


def saved_from(spec: Spec) -> Saved:
    """Return what the store keeps of *spec*: it is drafted first, so that nothing unreadable is kept."""
    spec = written_out(spec)
    made = drafted(spec)
    view = View(spec.unit, spec.unit)
    summary: dict[str, Any] = {
        "standing": _STANDING.dump_python(picture(made), mode="json"),
        "size": f"{read_shown(made, view).size} {spec.unit}",
        "preset": shipped().presets[spec.preset].label,
        "unit": spec.unit,
        "stops": len(stops(made)),
    }
    return Saved(spec.model_dump(mode="json"), _values(made), RULES_VERSION, cut_of(made), summary)


def read_cuts(cut_list: CutList, unit: Unit) -> tuple[Spec, tuple[str, ...]]:
    """
    Return a spec that makes the bag of *cut_list*, and what the list says about itself, as text.

    A list with a stop opens too, at the sizes that it was read as. Raises SpecProblems where it has none.
    """
    read = read_back(cut_list, readers(GRAMMAR))
    told = tuple(read_finding(f, View(unit, unit)) for f in read.findings)
    return spec_from_cuts(cut_list, unit), told


def spec_from_cuts(cut_list: CutList, unit: Unit) -> Spec:
    """Return a spec that makes the bag of *cut_list*. Raises SpecProblems where it makes none."""
    read = read_back(cut_list, readers(GRAMMAR))
    gone = [f for f in read.findings if f.key.startswith("no-")] if read.sizes else read.findings
    if gone:
        view = View(unit, unit)
        raise SpecProblems(tuple(Problem(f.key, "rows", "", read_finding(f, view), f.fix) for f in gone))
    told = GRAMMAR.listed(cut_list.top, cut_list.seams.values())
    return _one_kind(valid(Spec, begun_from(cut_list, read, told, unit)), cut_list)


def _one_kind(spec: Spec, cut_list: CutList) -> Spec:
    """Return *spec* with its seams told once where one kind sews all that it can of the list."""
    kinds = set(cut_list.seams.values())
    # where every edge is overlocked first the list tells it by what the knife takes of the top
    if len(kinds) != 1 or "overlocked_first" in kinds or spec.seams.get("kind") != "plain":
        return spec
    own = {k: v for k, v in spec.seams.items() if k not in cut_list.seams}
    plain = spec.model_copy(update={"seams": {**own, "kind": kinds.pop()}})
    was, now = (resolve(s, GRAMMAR, shipped()) for s in (spec, plain))
    same = all(was.kinds.seam(key) is now.kinds.seam(key) for key in was.sewn)
    return plain if same else spec


def _values(made: Draft) -> dict[str, Any]:
    return {path: [v.value, v.source] for path, v in made.bag.values.items()}


def redrawn_since(
    revision: Revision, unit: Unit | None = None, made: Draft | None = None
) -> tuple[Difference, ...]:
    """
    Return what today's rules make otherwise of a revision than it was kept: old and new, never in silence.

    Of a revision kept before cut sizes were, the values that it was drafted with are compared instead.
    *made* is its draft, where there is one already.
    """
    if revision.cut is not None and revision.rules_version == RULES_VERSION:
        # the rules of today made it: there is nothing to compare, and nothing to draft for it
        return ()
    made = made or drafted(spec_of(revision))
    unit = unit or made.bag.unit
    if revision.cut is not None:
        return redrawn(revision.cut, made, unit)
    view, labels = View(unit, made.bag.unit), dict(all_params(made.bag.kinds))
    out = []
    for path, (now, _) in _values(made).items():
        was = revision.resolved.get(path, [now])[0]
        if was != now and path in labels:
            told = (view.with_unit(v) if isinstance(v, float | int) else str(v or "") for v in (was, now))
            out.append(Difference(path, labels[path].label, *told))
    return tuple(out)


def spec_of(revision: Revision) -> Spec:
    """Return the spec that a revision keeps. Raises SpecProblems where an older Ambitus kept what is none."""
    return valid(Spec, revision.spec)
