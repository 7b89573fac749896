"""Two bags beside each other: what was chosen differently, what is cut differently, on one scale."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.drawing.flat import FlatPiece, flat_piece, widest_of
from ambitus.core.drawing.standing import Standing
from ambitus.core.grammar.allowances import kind_of
from ambitus.core.grammar.fitting import visible
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.present import grid_label, picture, size_line
from ambitus.core.spec.resolve import all_params


@dataclass(frozen=True, slots=True)
class Difference:
    """One thing that differs: what, as it was, as it is. Nothing stands where there was none."""

    key: str
    label: str
    was: str
    now: str


@dataclass(frozen=True, slots=True)
class PiecePair:
    """One piece of both bags, in the same coordinates, so that one can be drawn over the other."""

    key: str
    name: str
    layer: str
    was: str
    now: str
    before: FlatPiece | None
    after: FlatPiece | None


@dataclass(frozen=True, slots=True)
class Compared:
    """
    Two bags compared. ``chosen`` are fields, ``finished`` sizes; ``pieces`` are those cut differently.

    ``box`` is (width, height) in mm of the larger standing view: both are drawn to its scale.
    """

    unit: Unit
    chosen: tuple[Difference, ...]
    finished: tuple[Difference, ...]
    pieces: tuple[PiecePair, ...]
    checks: tuple[Difference, ...]
    before: Standing
    after: Standing
    box: tuple[float, float]


def _told(made: Draft, other: Draft, view: View) -> dict[str, tuple[str, str]]:
    """
    Return what was chosen or stands by default, in words, by field path: (label, value).

    A default of a part that the *other* bag does not have says nothing that the part does not.
    """
    bag = made.bag
    out: dict[str, tuple[str, str]] = {}
    for prefix, variant in bag.kinds.with_prefix:
        leaf = variant.slot if prefix.startswith("carry") else "kind"
        label = variant.phrase.label if variant.phrase else variant.slot.capitalize()
        if leaf == "attach":
            label = "Straps attached"
        out[f"{prefix}.{leaf}"] = (label, variant.label)
    for key, kind in bag.kinds.seams_by_class.items():
        if key in bag.sewn:
            out[kind_of(key)] = (bag.sewn[key], kind.label)
    for path, param in all_params(bag.kinds):
        value = bag.values[path].value
        if value is None or not visible(path, param, bag):
            continue
        if bag.values[path].source != "chosen" and path not in other.bag.values:
            continue
        if isinstance(value, str):
            text = next((o.label for o in param.options if o.key == value), value)
        else:
            text = view.with_unit(value)
        out[path] = (param.label, text)
    out["grid"] = ("Cutting grid", f"{grid_label(bag.grid.step, bag.unit)}, {bag.grid.rounding}")
    return out


def _differing(
    before: Mapping[str, tuple[str, str]], after: Mapping[str, tuple[str, str]]
) -> Iterator[Difference]:
    for key in dict.fromkeys((*before, *after)):
        was, now = before.get(key, ("", "")), after.get(key, ("", ""))
        if was[1] != now[1]:
            yield Difference(key, (now if now[0] else was)[0], was[1], now[1])


def _finished(made: Draft, view: View) -> dict[str, tuple[str, str]]:
    return {d.key: (d.label, view.worked(d.comes_out)) for d in made.form.told}


def _checks(made: Draft) -> dict[str, tuple[str, str]]:
    return {f.rule.id: (f.rule.title, f.rule.level) for f in findings(made) if not f.silenced}


def _pieces(before: Draft, after: Draft, view: View) -> Iterator[PiecePair]:
    old, new = ({p.key: p for p in made.pieces} for made in (before, after))
    widest = max(widest_of(made.values()) for made in (old, new))
    for key in dict.fromkeys((*old, *new)):
        was, now = old.get(key), new.get(key)
        shown = now or was
        if shown is None or (
            was and now and was.cut == now.cut and size_line(was, view) == size_line(now, view)
        ):
            continue
        yield PiecePair(
            key,
            shown.name,
            shown.layer,
            size_line(was, view) if was else "",
            size_line(now, view) if now else "",
            flat_piece(was, widest) if was else None,
            flat_piece(now, widest) if now else None,
        )


def compare(before: Draft, after: Draft, unit: Unit) -> Compared:
    """Return what differs between two bags, told in *unit*."""
    view = View(unit, after.bag.unit)
    pictures = picture(before), picture(after)
    return Compared(
        unit,
        tuple(_differing(_told(before, after, view), _told(after, before, view))),
        tuple(_differing(_finished(before, view), _finished(after, view))),
        tuple(_pieces(before, after, view)),
        tuple(_differing(_checks(before), _checks(after))),
        *pictures,
        (max(p.box[2] for p in pictures), max(p.box[3] for p in pictures)),
    )


Cut = Mapping[str, Mapping[str, float]]


def cut_of(made: Draft) -> dict[str, dict[str, float]]:
    """Return every cut size of a draft in mm, by piece and dimension: what is kept with a revision."""
    return {
        p.key: {"count": float(p.count), **{key: s.total for key, s in p.sums.items()}} for p in made.pieces
    }


def changed_cuts(before: Draft, after: Draft) -> int:
    """Return how many cut sizes differ between two bags: of pieces that one of them lacks, all."""
    old, new = cut_of(before), cut_of(after)
    return sum(
        abs(old.get(piece, {}).get(key, 0.0) - new.get(piece, {}).get(key, 0.0)) >= 0.01
        for piece in {**old, **new}
        for key in {**old.get(piece, {}), **new.get(piece, {})}
        if key != "count"
    )


def redrawn(kept: Cut, made: Draft, unit: Unit) -> tuple[Difference, ...]:
    """Return the pieces whose cut sizes are no longer those that were *kept*: as they were, as they are."""
    view, names = View(unit, made.bag.unit), {p.key: p.name for p in made.pieces}
    now = cut_of(made)
    out = []
    for key in dict.fromkeys((*kept, *now)):
        was, new = kept.get(key, {}), now.get(key, {})
        if was.keys() == new.keys() and all(abs(was[k] - new[k]) < 0.01 for k in was):
            continue
        texts = [
            " × ".join(view.worked(mm) for k, mm in sizes.items() if k != "count") for sizes in (was, new)
        ]
        out.append(Difference(key, names.get(key, key.capitalize()), *texts))
    return tuple(out)
