"""Sewing a boxed base: sides, base, then the corners, seams nested."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.contract import Layer
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step

_RANKS: dict[Layer, int] = {"outer": 400, "lining": 500}


def steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    """Return the steps of both layers; the lining's gap is asked for by the top that turns through it."""
    side, base, corner = (bag.mm(f"allowances.{k}") for k in ("side", "base", "corner"))
    out: list[Step] = [
        Step(
            key="cut corners",
            title="Cut the corner squares out of the panels",
            say="Measure each cut-out again before cutting it: it sets the depth, and "
            "cloth cannot be put back.",
            rank=150,
            needs=("pieces cut",),
            gives=("corners cut out",),
            kind="no return",
            settings="Shears or a rotary cutter on a board, stopped short of the inner corner.",
        )
    ]
    for layer, rank in _RANKS.items():
        if layer not in bag.bag.top.layers:
            continue
        out += [
            Step(
                key=f"{layer} sides",
                title=f"Sew the side seams of the {layer}",
                say="Right sides together, from the top edge down, so that the tops meet.",
                rank=rank,
                needs=("corners cut out", f"{layer} panels ready"),
                gives=(f"{layer} sides sewn",),
                settings="Straight stitch 2.5, standard foot. Secure both ends.",
                lengths=(("Allowance", side),),
                reads=(("Across the mouth, flat", form.mm("flat_opening")),),
            ),
            Step(
                key=f"{layer} base",
                title=f"Sew the base seam of the {layer}",
                say="Raw edges level, from cut-out to cut-out."
                + (" Leave the turning gap open." if layer == "lining" and _gap(bag) == "base" else ""),
                rank=rank + 5,
                needs=("corners cut out", f"{layer} panels ready"),
                gives=(f"{layer} base sewn",),
                settings="Straight stitch 2.5, standard foot. Secure both ends.",
                lengths=(("Allowance", base),),
            ),
            Step(
                key=f"{layer} press",
                title=f"Press the seams of the {layer} open",
                say="Sides and base, from the wrong side.",
                rank=rank + 10,
                needs=(f"{layer} sides sewn", f"{layer} base sewn"),
                gives=(f"{layer} seams pressed",),
                settings=f"Iron: {bag.cloth(layer).iron}.",
                cautions=("hot iron",),
            ),
            Step(
                key=f"{layer} nested",
                title=f"Nest the seams at both corners of the {layer}",
                say="Pull each cut-out flat: side seam exactly on base seam, pinned there first.",
                rank=rank + 15,
                needs=(f"{layer} seams pressed",),
                gives=(f"{layer} corners matched",),
                kind="gate",
                cautions=("pins",),
            ),
            Step(
                key=f"{layer} corners",
                title=f"Sew across both corners of the {layer}",
                say="From raw edge to raw edge, twice over the middle.",
                rank=rank + 20,
                needs=(f"{layer} corners matched",),
                gives=(f"{layer} body sewn",),
                settings="Straight stitch 2.5, standard foot. Slow over the seams.",
                lengths=(("Allowance", corner),),
                reads=(("Along each corner seam", form.mm("depth")),),
            ),
        ]
    return tuple(out)


def _gap(bag: Resolved) -> str:
    gap = bag.values.get("top.gap_in")
    return str(gap.value) if gap else ""
