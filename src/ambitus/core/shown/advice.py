"""Which cloth? What the cloths of a bag want of each other and of the machine, each with its reason."""

from collections.abc import Iterator
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.grammar.carry.stacks import strap_end_stack
from ambitus.core.grammar.features import DrawnUp
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.grammar.thickness import THICKEST_STACK, is_doubled, on_outer
from ambitus.core.layout.choices import ClothChoices
from ambitus.core.layout.of_bag import cloths_of
from ambitus.core.lengths import Unit, View
from ambitus.core.steps.settings import is_knit, under_needle_of
from ambitus.core.words import within

#: ours: an outer as thick as this hangs by itself, mm, and one under the lower number never does
STANDS, LIMP = 0.9, 0.4
#: ours: the free width of a panel, mm, from which on it wants more than its cloth; half of it with straps
WIDE = 320.0
#: ours: a cloth thinner than this lets a darker one behind it through where it is light, mm
THIN = 0.4
#: shrinkages further apart than this, per cent, pull a bag out of shape
APART = 1.0


@dataclass(frozen=True, slots=True)
class Advice:
    """One piece of advice: what it is about, what to do, why, and the edits that would do it, if any do."""

    about: str
    says: str
    why: str
    edits: tuple[tuple[str, str], ...] = ()
    #: whether the bag is so already
    so: bool = False


def advice(made: Draft, choices: ClothChoices, unit: Unit) -> tuple[Advice, ...]:
    """Return what is to be said of the cloths of *made* and what goes with them, in *unit*."""
    view = View(unit, made.bag.unit)
    return (
        *_interfacing(made, view),
        *_body(made),
        *_lining(made),
        *_shrinking(made, choices, view),
        *_knit(made),
        *_machine(made),
    )


def _panel(made: Draft) -> tuple[float, float]:
    """Return width and height of the largest piece of the outer, mm."""
    outer = [p for p in made.pieces if p.layer == "outer" and p.source == "cloth"]
    largest = max(outer, key=lambda p: p.room, default=None)
    return largest.extent if largest else (0.0, 0.0)


def _wanted(made: Draft) -> str | None:
    """
    Return the interfacing that the outer wants, by its key, "" where it wants none, or None where it cannot
    be said: what takes no iron takes nothing fused, and is stiff by itself.
    """
    outer = made.bag.cloth("outer")
    if made.bag.kinds.feature(DrawnUp):
        return ""
    if outer.iron.startswith("none"):
        return "" if outer.stiff else None
    thick = outer.thickness * (2 if is_doubled(made.bag) else 1)
    wide = _panel(made)[0] >= WIDE * (0.5 if made.hangs else 1.0)
    if outer.stiff or thick >= STANDS or not wide:
        return ""
    return "fusible_medium" if thick < LIMP or (made.hangs and thick < 0.6) else "fusible_light"


def _interfacing(made: Draft, view: View) -> Iterator[Advice]:
    outer, wanted = made.bag.cloth("outer"), _wanted(made)
    if wanted is None:
        return
    now = on_outer(made.bag)
    cloth = f"{outer.label}, {outer.thickness:g} mm thick"
    wide = view.with_unit(_panel(made)[0])
    if not wanted:
        if made.bag.kinds.feature(DrawnUp):
            why = "The mouth is drawn up: what is stiff gathers badly."
        elif outer.stiff or outer.thickness >= STANDS:
            why = f"{cloth}, holds its shape by itself."
        else:
            why = f"{cloth}, over {wide}: small enough to hold its shape by itself."
        yield Advice("Interfacing", "None is needed.", why, (("interfacing.kind", "none"),), so=now is None)
        return
    label = made.bag.facts.interfacings[wanted].label
    load = " and straps pull at it" if made.hangs else ""
    why = f"{cloth}, over {wide}{load}."
    edits = ((INTERFACING_KIND, "full"), (INTERFACING_MATERIAL, wanted))
    so = now is not None and now.key == wanted
    yield Advice(
        "Interfacing", f"{label}, on all of the outer.", why, tuple((str(p), v) for p, v in edits), so
    )


def _body(made: Draft) -> Iterator[Advice]:
    """Say when fleece and when foam: what stands is one thing, what is soft another."""
    now = on_outer(made.bag)
    if now is None or not now.bulky:
        return
    foam = made.bag.facts.interfacings["foam"]
    fleece = made.bag.facts.interfacings["fusible_fleece"]
    thick = f"{now.label} is {now.thickness:g} mm thick"
    if now.key == foam.key:
        says = f"Foam stands up by itself; {within(fleece.label)} is softer, and {fleece.thickness:g} mm."
    else:
        says = f"Fleece pads and falls softly; {within(foam.label)} stands up, and is {foam.thickness:g} mm."
    yield Advice(
        "Foam or fleece", says, f"{thick}, and takes about twice that off every inner measure.", so=True
    )


def _lining(made: Draft) -> Iterator[Advice]:
    outer = made.bag.cloth("outer")
    has_lining = any(p.layer == "lining" for p in made.pieces)
    between = on_outer(made.bag)
    if not has_lining or outer.thickness >= THIN or between is not None:
        return
    lining = made.bag.cloth("lining")
    yield Advice(
        "Lining",
        f"Of a light {within(outer.label)} take a {within(lining.label)} as light, or interfacing between.",
        f"{outer.label} is {outer.thickness:g} mm thin: what is darker behind it shows. Hold it up.",
    )


def _shrinking(made: Draft, choices: ClothChoices, view: View) -> Iterator[Advice]:
    sewn = [c for c in cloths_of(made) if c.key != "interfacing"]
    shrinks = {c.key: choices.of(c.key).shrinks_along for c in sewn}
    labels = {c.key: c.label for c in sewn}
    if not shrinks:
        return
    most, least = max(shrinks, key=lambda k: shrinks[k]), min(shrinks, key=lambda k: shrinks[k])
    apart = shrinks[most] - shrinks[least]
    if apart >= APART:
        high = _panel(made)[1]
        yield Advice(
            "Shrinking",
            "Wash both before they are cut.",
            f"{labels[most]} ({most}) shrinks {shrinks[most]:g} % along, {within(labels[least])} ({least}) "
            f"{shrinks[least]:g} %: washed when it is made up, one would be "
            f"{view.with_unit(made.bag.grid.fit(high * apart / 100))} shorter over {view.with_unit(high)}.",
        )
    elif not any(shrinks.values()):
        yield Advice(
            "Shrinking",
            "Wash a square of each, and type what it loses.",
            "How a cloth shrinks is not on its label: 300 mm that come out as 285 have lost 5 %.",
        )


def _knit(made: Draft) -> Iterator[Advice]:
    outer = made.bag.cloth("outer")
    if not is_knit(outer):
        return
    load = "Under a load it grows long" if made.hangs else "It gives"
    yield Advice(
        "Knit",
        "Cut it with its stretch across the bag, and fuse a woven interfacing on before it is cut out.",
        f"{outer.label} eases in {outer.ease:.0%} of a seam. {load}; along its rows it gives least.",
        (("interfacing.kind", "full"), ("interfacing.material", "fusible_light")),
        so=on_outer(made.bag) is not None,
    )


def _machine(made: Draft) -> Iterator[Advice]:
    outer = made.bag.cloth("outer")
    stacks = [
        sum(times * one.thickness for one, times in under_needle_of(made.bag, made.plan, step.acts))
        for step in made.steps
    ]
    stacks += [strap_end_stack(made, hang)[0] for hang in made.hangs]
    thick = max(stacks, default=0.0)
    strong = ", a strong one where straps are sewn on" if made.hangs else ""
    says = f"{outer.needle.capitalize()}, and thread of polyester{strong}"
    why = f"The outer is {within(outer.label)}; the thickest stack is {thick:.1f} mm."
    if thick > THICKEST_STACK:
        says += "; there a walking foot, a thicker needle, and the wheel turned by hand"
        why += f" Over {THICKEST_STACK:g} mm a home machine feeds unevenly."
    yield Advice("Needle and thread", f"{says}.", why)
