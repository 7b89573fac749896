"""Facts and starting points that ship with the product: plain data, read once."""

from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from importlib.resources import files
from json import loads
from typing import Any

from ambitus.core.diagnosis.model import Trade
from ambitus.core.lengths import MM_PER, Pair, system_of
from ambitus.core.spec.resolved import Beginning, ClothFacts, Facts, InterfacingFacts, Preset, ZipFacts


@dataclass(frozen=True, slots=True)
class SamplePieces:
    """Pieces as somebody wrote them, what was promised of the bag, and what is wrong with that."""

    text: str
    claim: str
    why: str


def _data(name: str) -> Any:
    return loads(files(__name__).joinpath(f"{name}.json").read_text("utf-8"))


def _value(raw: Any) -> Pair | str:
    """Return a preset's value: ``[mm, "inches"]`` is a pair, anything else a choice."""
    return _pair(raw) if isinstance(raw, list) else str(raw)


def _pair(raw: Any) -> Pair:
    """Return ``[mm, "inches"]`` as a pair."""
    return Pair(float(raw[0]), sum((Fraction(part) for part in raw[1].split()), Fraction(0)))


def _zip(row: Any) -> ZipFacts:
    sizes = {name: _pair(row[name]) for name in ("tape", "teeth", "tail", "slider")}
    stock = {
        "metric": tuple(map(float, row["stock"]["metric"])),
        "inch": tuple(25.4 * length for length in row["stock"]["inch"]),
    }
    return ZipFacts(row["key"], row["label"], **sizes, stitched=row["stitched"], stock=stock)


@cache
def trade(unit: str) -> Trade:
    """Return what is plausible when a bag came out otherwise than promised, for the unit set of *unit*."""
    data = _data("misreadings")
    own = {name: tuple(map(_told_mm, row)) for name, row in data[system_of(unit)].items()}
    said = data["likely"]
    return Trade(
        **own,
        likely={row["id"]: row["likely"] for row in said},
        why={row["id"]: row["why"] for row in said},
    )


@cache
def sample_pieces() -> SamplePieces:
    """Return a list of pieces with a promise that does not follow, to try."""
    return SamplePieces(**_data("sample_pieces"))


def _told_mm(raw: float | str) -> float:
    """Return a number of mm, or inches as text, in mm."""
    return float(Fraction(raw) * MM_PER["in"]) if isinstance(raw, str) else float(raw)


@cache
def shipped() -> Facts:
    """Return the shipped cloths, interfacings, zips and presets."""
    return Facts(
        cloths={row["key"]: ClothFacts(**row) for row in _data("cloths")},
        interfacings={row["key"]: InterfacingFacts(**row) for row in _data("interfacings")},
        presets={
            row["key"]: Preset(
                row["key"],
                row["label"],
                row["help"],
                row["kinds"],
                {k: _value(v) for k, v in row["values"].items()},
                row["straps"],
                tuple(Beginning(**way) for way in row["ways"]),
            )
            for row in _data("presets")
        },
        zips={row["key"]: _zip(row) for row in _data("zips")},
    )
