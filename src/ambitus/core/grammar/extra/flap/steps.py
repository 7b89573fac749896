"""Making a flap: its half of the closure first, then its two layers; caught in the back, closed in front."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.button import hole_terms
from ambitus.core.grammar.extra.cloth import mm_of
from ambitus.core.grammar.extra.fields import FROM_TOP_EDGE
from ambitus.core.grammar.extra.flap.closing import (
    NAMES,
    closing_keys,
    from_head,
    front_half,
    held_by,
    is_patched,
    up_from_free,
)
from ambitus.core.grammar.extra.flap.cut import (
    Flap,
    cored_with,
    flap_keys,
    flap_of,
    inside,
    is_tucked,
    over_front,
)
from ambitus.core.grammar.extra.flap.fields import OVER_ALLOWANCE
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.sewing import rank_of, raw_down
from ambitus.core.grammar.interfacing.steps import COOLS
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched
from ambitus.core.words import within

#: how a half is set in the underside, by what it is
_SET = {
    "snap": "Snip for its prongs; through that layer{patch}, the plate over them, bent outwards.",
    "stud": "Sewn or pressed through that layer{patch} alone.",
    "tape": "The hooks, close to the edge all round, through that layer{patch} alone.",
}
_ON_FRONT = {
    "snap": "Snip for its prongs; through the front{patch}, the plate over them, bent outwards.",
    "stud": "Through the front{patch} alone.",
    "tape": "The loops, close to the edge all round, through the front{patch} alone.",
    "button": "Through the front{patch} alone, on a shank as long as the flap is thick.",
}


def _behind(item: Item) -> str:
    """Return in words what else a half goes through: the patch behind it, where it has one."""
    return " and its patch" if is_patched(item) else ""


def _half(item: Item, up: tuple[str, float]) -> Step:
    """Return the setting of the half in the underside, before the layers are joined."""
    name = NAMES[held_by(item)][0]
    patch = (acts.Make((f"patch {item.at}",), iron=False),) if is_patched(item) else ()
    _, under = flap_keys(item)
    return Step(
        f"extra {item.number} half",
        f"Set the flap’s half of the {name} in its underside",
        _SET[held_by(item)].replace("{patch}", _behind(item)),
        rank_of(item, 0),
        needs=("pieces marked",),
        gives=(f"{item.at} half set",),
        acts=(*patch, acts.SetHalf(f"closure {item.at}", under)),
        lengths=(up,),
        cautions=("prongs",) if held_by(item) == "snap" else (),
    )


def _up(item: Item, flap: Flap, label: str) -> tuple[str, float]:
    """Return how far from an edge of the flap its half lies: of any shape from its upper one."""
    if flap.template:
        return "From its raw upper edge, down its middle", from_head(item, over_front(item)).total
    return label, up_from_free(item, flap.fall)


def _corners(flap: Flap) -> str:
    """Return what is done to the allowance of a flap before it is turned."""
    if flap.template:
        out, inward, curved = flap.template.turns
        acts_of = (
            (out, "clip the corners that stick out"),
            (inward, "snip into those that turn in, to the last thread"),
            (curved, "notch the allowance along its curves"),
        )
        said = "; ".join(words for so, words in acts_of if so)
        return f"{said[:1].upper()}{said[1:]}."
    if not flap.across:
        return "Clip both corners across."
    if not flap.rounded:
        return "Clip the corners."
    curves = "all along the curve" if flap.is_one_curve else "round both curves"
    return f"Notch the allowance {curves}."


def _made(item: Item, form: Form) -> Iterator[Step]:
    flap, held = flap_of(item, form), held_by(item)
    outside, under = flap_keys(item)
    first, facts = held in ("snap", "stud", "tape"), cored_with(item)
    if facts:
        yield Step(
            f"extra {item.number} core",
            f"{'Fuse' if facts.fused else 'Baste'} the {within(facts.label)} to the flap’s outside",
            "On its wrong side, within the seam lines: nothing of it lies in a seam or inside the top edge.",
            rank_of(item, 0),
            needs=("pieces marked",),
            gives=(f"{item.at} cored",),
            acts=(acts.PutOn("pocket core", facts.fused),),
            wait=COOLS if facts.fused else None,
            cautions=("hot iron",) if facts.fused else (),
        )
    if first:
        yield _half(item, _up(item, flap, "From the free edge, finished"))
    ready = [f"{item.at} {state}" for state, so in (("half set", first), ("cored", facts)) if so]
    yield Step(
        f"extra {item.number} make",
        "Sew the two layers of the flap together and turn it",
        "Right sides together, down one side, along the free edge and up the other; the end that lies "
        f"inside stays open. {_corners(flap)} Turn it, push the corners out, press, and topstitch along the "
        "edge.",
        rank_of(item, 1),
        needs=("pieces marked", *ready),
        gives=(f"{item.at} made",),
        acts=(acts.Make((outside,), into=(under,)),),
        settings=f"Iron: {item.bag.cloth('outer').iron}.",
        lengths=(("Flap seam", OVER_ALLOWANCE.of(item.bag)),),
        reads=(
            Reading("flap_wide", "The flap, wide", flap.wide),
            Reading("flap_long", "The flap, long", snap(flap.seen + inside(item).mm)),
        ),
        cautions=("hot iron",),
    )
    if held == "button":
        yield Step(
            f"extra {item.number} buttonhole",
            "Work the buttonhole through both layers of the flap",
            "From where the button will lie, up along the line of pull; bar both ends, a pin across the far "
            "one, and cut it open between the bars.",
            rank_of(item, 2),
            needs=(f"{item.at} made",),
            gives=(f"{item.at} holed",),
            acts=(acts.Buttonhole((outside,)),),
            lengths=(
                ("Buttonhole", mm_of(hole_terms(item))),
                _up(item, flap, "From the free edge"),
            ),
            cautions=("blade",),
        )


def _front(item: Item, form: Form) -> Step:
    """Return how the half on the front is found through the made flap, and set, while the front lies flat."""
    flap, held = flap_of(item, form), held_by(item)
    fall = flap.falls_in_middle
    edge = "the middle of its free edge" if flap.template else "its free edge"
    name = NAMES[held][0]
    half = front_half(item, ground_of(item.bag, form, "outer", "front"))
    through = "through the lower end of its hole" if held == "button" else f"by its half of the {name}"
    keys, set_so = closing_keys(item), _ON_FRONT[held].replace("{patch}", _behind(item))
    patch = is_patched(item) and held == "button"
    down = snap(raw_down(half) + half.high / 2)
    return Step(
        f"extra {item.number} front",
        f"Find the {name} on the front with the flap, and set it",
        f"Lay the flap on the front as it will hang, {edge} {{fall}} below the finished top edge, and "
        f"mark the front {through}: the numbers say where that should be. {set_so}",
        rank_of(item, 3),
        numbers=(("fall", fall),),
        needs=(f"{item.at} holed" if held == "button" else f"{item.at} made", "outer panels laid"),
        gives=(f"{item.at} closed", "outer panels ready"),
        acts=(
            *((acts.Make((f"patch {item.at}",), iron=False),) if patch else ()),
            acts.LayOn(keys, "outer"),
            acts.Fix(keys),
        ),
        lengths=(("From the finished top edge to its middle", FROM_TOP_EDGE.of(item)),),
        reads=(Reading("top_to_half", "From the raw top edge to its middle", down),),
        cautions=("prongs",) if held == "snap" else (),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return every step of a flap."""
    outside, _ = flap_keys(item)
    out = [*_made(item, form)]
    if held_by(item):
        out.append(_front(item, form))
    done = f"{item.at} closed" if held_by(item) else f"{item.at} made"
    if is_tucked(item):
        out.append(
            Step(
                f"extra {item.number} tuck",
                "Tuck the flap between the pressed edges of the back",
                "Its underside towards the front, its middle on the middle of the back; pin or clip it.",
                541,
                needs=(done, "lining in place"),
                gives=(f"{item.at} caught",),
                acts=(acts.Baste((outside,), "outer"),),
                lengths=(("Inside the top edge", inside(item).mm),),
                reads=(Reading("flap_out", "From the top edge to its free edge", flap_of(item, form).seen),),
                cautions=("pins",),
            )
        )
    else:
        out.append(
            Step(
                f"extra {item.number} hold",
                "Baste the flap to the top edge of the back",
                "Its outside on the right side of the back, raw edges level, its middle on the middle of the "
                "back, hanging down; pin it clear of the side seams.",
                rank_of(item, 5),
                needs=(done, "outer panels laid"),
                gives=(f"{item.at} caught", "outer panels ready"),
                acts=(acts.Baste((outside,), "outer", at="top"),),
                settings=stitched(item.bag.cloth("outer")),
                cautions=("pins",),
            )
        )
    return tuple(out)
