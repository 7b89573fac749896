"""The published JSON Schema of a plan's spec, made from what the variants declare."""

from collections.abc import Iterable
from typing import Any

from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Variant
from ambitus.core.grammar.grammar import LISTS, SLOT_ROOTS, Grammar, home_of
from ambitus.core.spec.model import SPEC_VERSION
from ambitus.core.spec.resolved import Facts

_LENGTH: dict[str, Any] = {
    "oneOf": [
        {"type": "number", "description": "Millimetres."},
        {"type": "string", "description": "A length with its unit: “13 3/8 in”, “34 cm”, “2 yd”."},
    ]
}


def _field(param: Param) -> dict[str, Any]:
    about = {"title": param.label, **({"description": param.help} if param.help else {})}
    if param.kind == "choice":
        return {**about, "enum": [o.key for o in param.options]}
    if param.kind == "outline":
        return {**about, "type": "string"}
    ranged = {"type": "number", "minimum": param.low, "maximum": param.high}
    text = dict(_LENGTH["oneOf"][1])
    if param.kind == "allowance":
        text["description"] = "A length with its unit, or the name of a measured allowance."
    return {**about, "oneOf": [ranged, text]}


def _slot(kind: str, variants: Iterable[Variant]) -> dict[str, Any]:
    """Return the schema of the kinds of one slot; its fields are gathered by their paths."""
    known = list(variants)
    return {
        kind: {
            "enum": [v.kind for v in known],
            "description": "; ".join(f"{v.kind}: {v.label}" for v in known),
        }
    }


def spec_schema(grammar: Grammar, facts: Facts) -> dict[str, Any]:
    """Return the JSON Schema (2020-12) of a spec that this grammar can resolve."""
    slots: dict[str, dict[str, Any]] = {root: {} for root in SLOT_ROOTS}
    for slot, variants in grammar.slots.items():
        home = home_of(slot)
        leaf = next((leaf for leaf, of in LISTS.get(home, {}).items() if of == slot), "kind")
        slots[home].update(_slot(leaf, variants.values()))
        for variant in variants.values():
            for param in variant.params:
                slots[param.path.root][param.path.leaf] = _field(param)
            for key, name in variant.classes.items():
                slots["allowances"][key] = _field(Param(allowance_of(key), name, "allowance", high=200.0))

    for key in grammar.sewable:
        kinds = grammar.kinds_at(f"seams.{key}") or {}
        slots["seams"][key] = {
            "enum": list(kinds),
            "description": f"The kind of the {key} seams, where it is not that of the others.",
        }

    def closed(properties: dict[str, Any]) -> dict[str, Any]:
        return {"type": "object", "additionalProperties": False, "properties": properties}

    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Ambitus spec",
        "description": "One bag as chosen. Whatever is left out takes its default.",
        **closed(
            {
                "version": {"const": SPEC_VERSION},
                "preset": {"enum": list(facts.presets)},
                "unit": {"enum": ["mm", "cm", "in"]},
                "grid": closed(
                    {
                        "step": {"oneOf": [{"type": "number"}, {"type": "null"}], "description": "In mm."},
                        "rounding": {"enum": ["nearest", "up"]},
                    }
                ),
                "usual": closed(
                    {
                        "values": {"type": "object", "additionalProperties": {"type": "number"}},
                        "measured": {"type": "object", "additionalProperties": {"type": "number"}},
                    }
                ),
                **{
                    root: {"type": "array", "items": closed(properties)}
                    if root in LISTS
                    else closed(properties)
                    for root, properties in slots.items()
                },
                "silenced": {
                    "type": "object",
                    "description": "Checks that this plan need not hear again, by id, with the reason why.",
                    "additionalProperties": {"type": "string", "minLength": 1, "maxLength": 200},
                },
            }
        ),
    }
