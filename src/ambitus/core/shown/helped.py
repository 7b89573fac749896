"""Findings with their remedies carried out: what each changes, before and after."""

from collections.abc import Iterator

from ambitus.core.checks.mechanism import Change
from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.grammar.carry.fields import PAIRS
from ambitus.core.grammar.contract import Variant
from ambitus.core.grammar.extra.fields import OFF
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.lengths import Unit, View
from ambitus.core.remedy import Carried, remedies_of
from ambitus.core.shown.compare import changed_cuts
from ambitus.core.shown.models import FindingShown, RemedyShown, TileEdit
from ambitus.core.shown.present import finding, grid_label
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params

#: what a path that names a kind is called
_KINDS = {"base": "Base", "top": "Top", "interfacing": "Interfacing", "cloth": "Cloth", "seams": "Seams"}


def _value(made: Draft, path: str, view: View) -> tuple[str, str]:
    """Return the name of what stands at *path* in a bag, and its value as text."""
    bag = made.bag
    root, *_, leaf = path.split(".")
    if path == PAIRS:
        return "Pairs of straps", str(len(bag.kinds.carry))
    if path == "grid.step":
        return "Cutting grid", grid_label(bag.grid.step, bag.unit)
    if root == "extras" and path.count(".") == 1:
        at = int(leaf)
        return (bag.kinds.extras[at].label, "put on") if at < len(bag.kinds.extras) else ("", "taken off")
    if leaf in ("make", "attach") and root == "carry":
        item = bag.kinds.carry[int(path.split(".")[1])]
        made_up: Variant = item.make if leaf == "make" else item.attach
        return ("Straps" if leaf == "make" else "Straps attached"), made_up.label
    if leaf == "kind":
        return _KINDS.get(root, root.capitalize()), dict(bag.kinds.with_prefix)[root].label
    if root == "seams" and leaf in bag.kinds.sewn:
        return bag.kinds.sewn[leaf], bag.kinds.seam(leaf).label
    param, value = dict(all_params(bag.kinds)).get(path), bag.values.get(path)
    if param is None or value is None:
        return "", ""
    if isinstance(value.value, float):
        return param.label, view.chosen(value.value)
    return param.label, next((o.label for o in param.options if o.key == value.value), "none")


def _says(change: Change, before: Draft, after: Draft, view: View) -> str:
    """Return one change in words, before and after: ``Side seam 3 → 8 mm``."""
    (name, was), (new_name, now) = (_value(made, change.path, view) for made in (before, after))
    if change.value == OFF:
        return f"{name} taken off"
    length = isinstance(change.value, float) and change.path not in (PAIRS, "grid.step")
    length = length or (change.value is None and now[:1].isdigit())
    return f"{new_name or name} {was or 'none'} → {now}" + (f" {view.unit}" if length else "")


def _cuts(before: Draft, after: Draft) -> str:
    """Return what becomes of the cut sizes: how many change."""
    many = changed_cuts(before, after)
    if not many:
        return "no cut size changes"
    return "1 cut size changes" if many == 1 else f"{many} cut sizes change"


def shown_remedy(before: Draft, made: Carried, view: View) -> RemedyShown:
    """Return a remedy that was carried out, as text."""
    return RemedyShown(
        tuple(TileEdit(change.path, change.value) for change in made.remedy),
        "; ".join(_says(change, before, made.after, view) for change in made.remedy),
        _cuts(before, made.after),
    )


def findings_helped(made: Draft, spec: Spec, unit: Unit, grammar: Grammar) -> Iterator[FindingShown]:
    """Yield every finding on *made*, which *spec* was drafted to, each with the remedies of it that work."""
    view = View(unit, made.bag.unit)
    for found in findings(made):
        carried = () if found.silenced else remedies_of(found, made, spec, grammar)
        yield finding(found, view, tuple(shown_remedy(made, one, view) for one in carried))
