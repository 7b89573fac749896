"""Facts and starting points that ship with the product: plain data, read once."""

from fractions import Fraction
from functools import cache
from importlib.resources import files
from json import loads
from typing import Any

from ambitus.core.lengths import Pair
from ambitus.core.spec.resolved import ClothFacts, Facts, InterfacingFacts, Preset


def _data(name: str) -> Any:
    return loads(files(__name__).joinpath(f"{name}.json").read_text("utf-8"))


def _value(raw: Any) -> Pair | str:
    """Return a preset's value: ``[mm, "inches"]`` is a pair, anything else a choice."""
    if isinstance(raw, list):
        return Pair(float(raw[0]), sum((Fraction(part) for part in raw[1].split()), Fraction(0)))
    return str(raw)


@cache
def shipped() -> Facts:
    """Return the shipped cloths, interfacings and presets."""
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
            )
            for row in _data("presets")
        },
    )
