"""Steps that bases of two panels share: sides, base, pressing, and the corners where there are any."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.contract import Layer
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step

_RANKS: dict[Layer, int] = {"outer": 400, "lining": 500}


def sewn_layers(bag: Resolved) -> Iterator[tuple[Layer, int]]:
    """Yield the layers that are sewn up, with the rank their steps begin at."""
    yield from ((layer, rank) for layer, rank in _RANKS.items() if layer in bag.bag.top.layers)


def _gap(bag: Resolved, layer: Layer, seam: str) -> str:
    where = bag.values.get("top.gap_in")
    here = layer == "lining" and where is not None and where.value == seam
    return " Leave the turning gap open." if here else ""


def _stitch(bag: Resolved, layer: Layer) -> str:
    cloth = bag.cloth(layer)
    return f"Straight stitch {cloth.stitch:g}, standard foot, {cloth.needle}. Secure both ends."


def sides_and_base(
    bag: Resolved, form: Form, layer: Layer, rank: int, *, needs: tuple[str, ...], gives: str
) -> tuple[Step, ...]:
    """Return side seams, base seam and pressing of one layer; *gives* is what the pressed seams give."""
    ready = (*needs, f"{layer} panels ready")
    return (
        Step(
            key=f"{layer} sides",
            title=f"Sew the side seams of the {layer}",
            say="Right sides together, from the top edge down, so that the tops meet."
            + _gap(bag, layer, "side"),
            rank=rank,
            needs=ready,
            gives=(f"{layer} sides sewn",),
            settings=_stitch(bag, layer),
            lengths=(("Allowance", bag.mm("allowances.side")),),
            reads=(("Across the mouth, flat", form.mm("flat_opening")),),
        ),
        Step(
            key=f"{layer} base",
            title=f"Sew the base seam of the {layer}",
            say=f"Raw edges level, from end to end.{_gap(bag, layer, 'base')}",
            rank=rank + 5,
            needs=ready,
            gives=(f"{layer} base sewn",),
            settings=_stitch(bag, layer),
            lengths=(("Allowance", bag.mm("allowances.base")),),
        ),
        Step(
            key=f"{layer} press",
            title=f"Press the seams of the {layer} open",
            say="Sides and base, from the wrong side.",
            rank=rank + 10,
            needs=(f"{layer} sides sewn", f"{layer} base sewn"),
            gives=(gives,),
            settings=f"Iron: {bag.cloth(layer).iron}.",
            cautions=("hot iron",),
        ),
    )


def nested(layer: Layer, rank: int, *, needs: tuple[str, ...], say: str) -> Step:
    """Return the gate before a corner is sewn: side seam exactly on base seam."""
    return Step(
        key=f"{layer} nested",
        title=f"Nest the seams at both corners of the {layer}",
        say=say,
        rank=rank,
        needs=needs,
        gives=(f"{layer} corners matched",),
        kind="gate",
        cautions=("pins",),
    )


def sew_corners(
    form: Form, layer: Layer, rank: int, *, say: str, gives: str, allowance: float | None
) -> Step:
    """Return the seam across both corners."""
    return Step(
        key=f"{layer} corners",
        title=f"Sew across both corners of the {layer}",
        say=say,
        rank=rank,
        needs=(f"{layer} corners matched",),
        gives=(gives,),
        settings="Straight stitch 2.5, standard foot. Slow over the seams.",
        lengths=() if allowance is None else (("Allowance", allowance),),
        reads=(("Along each corner seam", form.mm("depth")),),
    )


def close_cut_corners(
    bag: Resolved, form: Form, layer: Layer, rank: int, *, needs: tuple[str, ...]
) -> tuple[Step, ...]:
    """Return the gate and the seam that close corners which have been cut out, first or after sewing."""
    pull = "Pull each cut-out flat: side seam exactly on base seam, pinned there first."
    return (
        nested(layer, rank, needs=needs, say=pull),
        sew_corners(
            form,
            layer,
            rank + 5,
            say="From raw edge to raw edge, twice over the middle.",
            gives=f"{layer} body sewn",
            allowance=bag.mm("allowances.corner"),
        ),
    )
