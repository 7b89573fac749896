"""Sides and base of a flat bag."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.sewing import sewn_layers, sides_and_base
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    return tuple(
        step
        for layer, rank in sewn_layers(bag)
        for step in sides_and_base(bag, form, layer, rank, needs=(), gives=f"{layer} body sewn")
    )
