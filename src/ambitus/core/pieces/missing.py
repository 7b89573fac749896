"""What the pieces do not tell: the numbers that were assumed, and the sizes that stay possible."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.pieces.construed import Construed
from ambitus.core.problems import SpecProblems
from ambitus.core.read.cutlist import CutList, CutRow, ReadBag
from ambitus.core.spec.resolved import Resolved

#: half depths over which a corner that nobody told is tried, in mm
_CORNERS = {"metric": (30.0, 40.0, 50.0, 60.0, 75.0), "inch": tuple(25.4 * n for n in (1, 1.5, 2, 2.5, 3))}
#: seams are tried at these, of the trade's list
_SEAMS = {"metric": (6.0, 8.0, 10.0, 12.0, 15.0), "inch": tuple(25.4 * n / 8 for n in (2, 3, 4, 5))}
_HEMS = {"metric": (10.0, 15.0, 20.0, 25.0, 30.0, 40.0), "inch": tuple(25.4 * n / 4 for n in (2, 3, 4, 6))}


@dataclass(frozen=True, slots=True)
class Possible:
    """One value of a number that is missing, and the finished sizes that it makes, in mm."""

    value: float
    sizes: Mapping[str, float]


@dataclass(frozen=True, slots=True)
class Missing:
    """A number that nobody told: its field in a plan (``corner`` is a cell of the outer's row), what is
    assumed, and what stays possible."""

    path: str
    label: str
    assumed: float
    possible: tuple[Possible, ...]


def _sizes(cut_list: CutList, reading: Callable[[CutList], ReadBag]) -> dict[str, float] | None:
    try:
        read = reading(cut_list)
    except SpecProblems:
        return None
    sizes = {key: summed.total for key, summed in read.sizes.items() if key != "flat_opening"}
    return sizes if sizes and all(mm > 0 for mm in sizes.values()) else None


def _tried(
    values: Sequence[float],
    assumed: float,
    changed: Callable[[float], CutList],
    reading: Callable[[CutList], ReadBag],
) -> tuple[Possible, ...]:
    found = (
        (value, _sizes(changed(value), reading))
        for value in sorted({round(mm, 4) for mm in (*values, assumed)})
    )
    return tuple(Possible(value, sizes) for value, sizes in found if sizes)


def _cornered(cut_list: CutList, mm: float) -> CutList:
    def change(row: CutRow) -> CutRow:
        if row.cut_out is not None:
            return row.model_copy(update={"cut_out": row.cut_out.model_copy(update={"across": mm, "up": mm})})
        return row if row.corner is None else row.model_copy(update={"corner": mm})

    return cut_list.model_copy(update={"rows": [change(row) for row in cut_list.rows]})


def missing(
    made: Draft, told: Construed, reading: Callable[[CutList], ReadBag], names: Mapping[str, str]
) -> Iterator[Missing]:
    """
    Yield the numbers that neither a row nor the maker told, each with what stays possible as it varies over
    the values of the trade; one that no size follows from is not asked for.

    *made* is the bag as it was construed; *names* says which field a name among the allowances is.
    """
    bag, cut_list = made.bag, told.cut_list
    system = "inch" if bag.unit == "in" else "metric"
    for path, assumed in told.assumed.items():
        tried = _tried(_CORNERS[system], assumed, lambda mm: _cornered(cut_list, mm), reading)
        yield Missing(path, "Corner of the outer", assumed, tried)
    general = _followers(bag, cut_list)
    at = cut_list.allowances
    groups = [("allowances.general", "Seam allowance", general, _SEAMS[system])] if general else []
    for name in at:
        path = names.get(name, "")
        if path.startswith("top.") and path in bag.values and bag.values[path].source != "chosen":
            groups.append((path, bag.kinds.param_at[path].label, (name,), _HEMS[system]))
    now = _sizes(cut_list, reading)
    for path, label, keys, values in groups:

        def changed(mm: float, keys: Sequence[str] = keys) -> CutList:
            return cut_list.model_copy(update={"allowances": {**at, **dict.fromkeys(keys, mm)}})

        tried = _tried(values, at[keys[0]], changed, reading)
        if any(one.sizes != now for one in tried):
            yield Missing(path, label, at[keys[0]], tried)


def _followers(bag: Resolved, cut_list: CutList) -> tuple[str, ...]:
    """Return the classes of seam that go by the general allowance, where that was not told."""
    if "allowances.general" not in bag.values or bag.values["allowances.general"].source == "chosen":
        return ()
    return tuple(
        key
        for key in cut_list.allowances
        if (own := bag.values.get(f"allowances.{key}")) is not None
        and own.source != "chosen"
        and key != "zip"
    )
