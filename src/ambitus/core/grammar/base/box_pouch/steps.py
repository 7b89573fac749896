"""Sewing a box pouch: base seam, pressed with the zip over it, both ends, then four corners."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.pressing import at_edge
from ambitus.core.grammar.base.sewing import sew, sewn_layers, sewn_together, side_up, stitch_of
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.top.lining import deeper_by
from ambitus.core.grammar.top.zip.fields import ZIP_KIND
from ambitus.core.lengths import paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step

#: Default (ours): what is left outside a pinched corner.
LEFT = paired(6)
_AS_OUTER = "As with the outer."
#: what is read across a box that is pressed, and how its ends are sewn, by whether its zip lies at an edge
_ACROSS = {
    False: "Across, from side fold to side fold",
    True: "Across, from the zip’s teeth to the base",
}
_END = {
    False: "Across all layers; over the zip slowly, three times.",
    True: "From the zip to the base; the ends of the zip folded on themselves, slowly, three times.",
}


def _pressed(form: Form) -> str:
    """Return how the box is pressed, and which other box the same pieces make pressed otherwise."""
    say = "One above the other along the middle: the side folds then lie half-way between them."
    if abs(form.mm("breadth") - form.mm("height")) < 1e-6:
        return say
    other = " With the zip at one edge the same pieces make a box {length} by {height}, {breadth} high."
    return f"{say} So it becomes {{length}} by {{breadth}}, {{height}} high.{other}"


def _laid(form: Form) -> str:
    """Return how a box is pressed whose zip lies along one edge, and which other box its pieces make."""
    say = "Front on back, right sides together; the tapes of the zip on each other, its teeth the very edge."
    if abs(form.mm("breadth") - form.mm("height")) < 1e-6:
        return say
    other = " With the zip over the base the same pieces make a box {length} by {height}, {breadth} high."
    return f"{say} So it becomes {{length}} by {{breadth}}, {{height}} high.{other}"


def base_and_flat(
    bag: Resolved,
    layer: Layer,
    rank: int,
    *,
    say: str,
    reads: tuple[Reading, ...],
    numbers: tuple[tuple[str, float], ...] = (),
) -> tuple[Step, ...]:
    """Return base seam, and the pressing of one layer with its zip, or the place for it, on top of that."""
    zip_too, in_one, edge = layer == "outer", is_folded(bag), at_edge(bag)
    over, under = "zip" if zip_too else "opening for the zip", "fold of the base" if in_one else "base seam"
    where = f"along one edge, the {under} along the other" if edge else f"on top of the {under}"
    matched = (
        f"lies at the very edge, and the {under} at the other," if edge else f"lies exactly over the {under}"
    )
    sewn = sew(
        bag,
        layer,
        "base",
        rank,
        needs=(f"{layer} panels ready",),
        gives=f"{layer} base sewn",
        say="Raw edges level, from end to end.",
    )
    side = "wrong" if in_one else side_up(bag, "base")
    return (
        *(() if in_one else sewn),
        Step(
            key=f"{layer} press box",
            title=f"Press the {layer} flat with the {over} {where}",
            say=say if zip_too else _AS_OUTER,
            numbers=numbers if zip_too else (),
            rank=rank + 8,
            needs=(f"{layer} panels ready" if in_one else f"{layer} base sewn",),
            gives=(f"{layer} box pressed",),
            acts=(
                acts.TurnTo(sewn_together(bag, layer), side),
                acts.Press(sewn_together(bag, layer), side),
            ),
            settings=f"Iron: {bag.cloth(layer).iron}.",
            reads=reads,
            cautions=("hot iron", *(("coil",) if zip_too and ZIP_KIND.is_(bag, "coil") else ())),
        ),
        Step(
            key=f"{layer} box centred",
            title=f"See that the {over} {matched} at both ends of the {layer}",
            say="Pin there first.",
            rank=rank + 9,
            needs=(f"{layer} box pressed",),
            gives=(f"{layer} ends matched",),
            acts=(acts.See() if in_one else acts.See(sewn=acts.Seams((layer,), "base")),),
            kind="gate",
            seen="centred",
            cautions=("pins",),
        ),
    )


def end_readings(bag: Resolved, form: Form, layer: Layer) -> tuple[Reading, ...]:
    """Return what a tape reads from one end seam of a layer to the other."""
    apart = snap(form.mm("flat_opening") - 2 * deeper_by(bag, layer))
    return (Reading("end_seams", "From end seam to end seam", apart),)


def _ends(bag: Resolved, form: Form, layer: Layer, rank: int) -> tuple[Step, ...]:
    """Return base seam, the pressing that makes the box, and both ends of one layer."""
    folds = form.mm("breadth") + form.mm("height")
    return (
        *base_and_flat(
            bag,
            layer,
            rank,
            say=_laid(form) if at_edge(bag) else _pressed(form),
            reads=(Reading("side_folds", _ACROSS[at_edge(bag)], folds),),
            numbers=tuple((key, form.mm(key)) for key in ("length", "breadth", "height")),
        ),
        *sew(
            bag,
            layer,
            "end",
            rank + 10,
            needs=(f"{layer} ends matched",),
            gives=f"{layer} ends sewn",
            say=_END[at_edge(bag)] if layer == "outer" else "",
            reads=end_readings(bag, form, layer),
        ),
    )


def _corners(bag: Resolved) -> str:
    """Return how corners are opened to be stitched across: on side folds, or over the zip and the base."""
    if not at_edge(bag):
        return (
            "Open each corner flat, its end seam on the side fold; at right angles to the seam, "
            "half the height from the stitched point: not from the fabric tip."
        )
    under = "fold of the base" if is_folded(bag) else "base seam"
    return (
        f"Open each corner flat, its end seam on the zip’s teeth, or on the {under}; at right angles to the "
        "seam, half the breadth from the stitched point: not from the fabric tip. The slider between the two "
        "lines that cross the zip; over its teeth slowly, three times."
    )


def _zip_ends(bag: Resolved) -> str:
    return " The ends of the zip come off with two of them: its slider inside." if at_edge(bag) else ""


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer, its corners pinched."""
    bag = item.bag
    out: list[Step] = []
    folds_down = "breadth" if at_edge(bag) else "height"
    long_as = "the pouch is broad" if at_edge(bag) else "the pouch is high"
    for layer, rank in sewn_layers(bag):
        out += _ends(bag, form, layer, rank)
        out += (
            Step(
                key=f"{layer} corners",
                title=f"Stitch across all four corners of the {layer}",
                say=_corners(bag) if layer == "outer" else _AS_OUTER,
                rank=rank + 20,
                needs=(f"{layer} ends sewn",),
                gives=(f"{layer} corners stitched",),
                acts=(
                    acts.TurnTo(sewn_together(bag, layer), "wrong"),
                    acts.Box(sewn_together(bag, layer)),
                ),
                settings=stitch_of(bag, layer),
                lengths=(("From the stitched point", form.mm(folds_down) / 2),),
                cautions=("needle over teeth",) if at_edge(bag) else (),
            ),
            Step(
                key=f"{layer} trim corners",
                title=f"Measure the four corner seams of the {layer}, then trim the tips",
                say=f"All four as long as {long_as}, before anything is cut.{_zip_ends(bag)}"
                if layer == "outer"
                else _AS_OUTER,
                rank=rank + 25,
                needs=(f"{layer} corners stitched",),
                gives=(f"{layer} body sewn",),
                kind="no return",
                acts=(acts.TrimTips(sewn_together(bag, layer)),),
                lengths=(("Left outside the seam", LEFT.mm(bag.unit)),),
                reads=(Reading("corner_seam", "Along each corner seam", form.mm(folds_down)),),
            ),
        )
    return tuple(out)


def cut_out_steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer, its corners cut out first."""
    bag = item.bag
    out = [
        Step(
            key="cut corners",
            title=f"Cut the corners out of the {'piece' if is_folded(bag) else 'panels'}",
            say="Two at each end of the box, on the side fold. Measure each again before cutting it: "
            "it sets the height, and cloth cannot be put back.",
            rank=150,
            needs=("pieces cut",),
            gives=(
                "pieces marked",
                "outer panels ready",
                *(("lining panels ready",) if "lining" in bag.kinds.top.layers else ()),
            ),
            kind="no return",
            cautions=("blade",),
            acts=(acts.CutOut(tuple(bag.kinds.top.layers)),),
        )
    ]
    for layer, rank in sewn_layers(bag):
        out += _ends(bag, form, layer, rank)
        out += sew(
            bag,
            layer,
            "corner",
            rank + 20,
            needs=(f"{layer} ends sewn",),
            gives=f"{layer} body sewn",
            say="Pull each cut-out flat, its end seam on the side fold. All four, slow over the seams.",
            reads=(Reading("corner_seam", "Along each corner seam", form.mm("height")),),
        )
    return tuple(out)
