"""All the work of a bag in order: what every bag needs, and what its variants add."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from ambitus.core.form.model import Form, Mark
from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.cloth.steps import MEASURED_AGAIN, cut_of, is_all_there_is
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.fitting import misfits
from ambitus.core.grammar.order import LINING_AT, LINING_CUT, WORK_GOES, goes
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.sew import acts
from ambitus.core.sew.acts import by_finger, ironed
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step, in_order
from ambitus.core.words import within

#: Cautions by name, said where a step names them.
CAUTIONS = {
    "hot iron": "The iron and its steam burn: keep fingers, cords and children clear of it.",
    "steam": "Let pressed folds cool before they are moved.",
    "blade": "Cut on a board, away from the hand; close a rotary cutter whenever it is put down, "
    "never cut in the air.",
    "needle over bulk": "Slow down or turn the wheel by hand over thick places: a needle that strikes "
    "pins or bulk can break. Protect your eyes.",
    "needle over teeth": "Never sew over metal or moulded teeth or over a stop; a coil only slowly, the "
    "wheel turned by hand. A broken needle flies: protect your eyes.",
    "hard teeth": "Cut and pulled teeth fly: hold them down, and protect your eyes.",
    "coil": "A coil, lace and ribbon melt under a hot iron: press beside them, under a cloth.",
    "pins": "Take pins out before the needle reaches them.",
    "clips": "Holes in this cloth do not close: use clips, or pin inside the seam allowance only.",
    "free arm": "See that only one side of the bag lies over the plate, or front is sewn to back.",
    "flame": "Seal ends away from all cloth, over a plate, with water at hand; molten thread burns the skin.",
    "prongs": "The prongs of a snap are sharp: bend them with a tool, the half held flat on the table.",
    "ink": "Ink stays in skin and cloth: gloves on, the room aired, children and food away from it.",
    "hammered": "Eyelets and studs are set on a firm board, not in the lap; keep fingers out of the way of "
    "the hammer.",
    "melting": "This cloth melts and smokes under heat: use no iron on it without a test, and air the room.",
    "small children": "Straps and cords can strangle, and a bag over the head can suffocate: "
    "keep them from small children.",
}

#: what a cloth says of its iron where it melts under one
_NO_IRON = "none"

#: What every sheet ends with.
LAST_WORD = (
    "Follow the makers’ instructions for tools and materials, and local rules for goods that are sold, "
    "for children’s products and for lifting; ask a qualified person where it matters."
)


def cold_layers(bag: Resolved) -> frozenset[str]:
    """Return the sewn layers that no iron may touch: of the outer any cloth that shows outside."""
    shown = {"outer": cloths_outside(bag), "lining": ("lining",)}
    return frozenset(
        layer
        for layer in bag.kinds.top.layers
        if any(bag.cloth(name).iron.startswith(_NO_IRON) for name in shown[layer])
    )


def _smoothed(bag: Resolved) -> Step:
    """Return how the folds are taken out of the cloth: pressed, but for what melts."""
    layers, cold = bag.kinds.top.layers, cold_layers(bag)
    pressed = tuple(layer for layer in layers if layer not in cold)
    if not pressed:
        return Step(
            "press cloth",
            "Lay the cloth flat before measuring",
            "Roll it the other way until no fold is left in it; find the straight grain.",
            100,
            gives=("cloth pressed",),
            cautions=("melting",),
            acts=(acts.Smooth(),),
        )
    but = f" The {' and the '.join(sorted(cold))} without the iron: roll it flat." if cold else ""
    return Step(
        "press cloth",
        "Press the cloth before measuring",
        f"Wash first what will be washed later. Press out every fold; find the straight grain.{but}",
        100,
        gives=("cloth pressed",),
        settings=f"Iron: {bag.cloth(pressed[0]).iron}.",
        cautions=("hot iron", *(("melting",) if cold else ())),
        acts=(acts.Smooth(pressed),),
    )


def cut_later(bag: Resolved) -> tuple[str, ...]:
    """Return the layers that are cut when their turn comes."""
    return ("lining",) if goes(bag, LINING_CUT, "turn") else ()


def cut_before(bag: Resolved) -> tuple[str, ...]:
    """Return the layers that the outer's panels are made up of, which are cut before all others."""
    blanks = (bag.kinds.cloth.blank(bag), bag.kinds.interfacing.blank(bag))
    return tuple(role for blank in blanks if blank for role in blank.roles)


#: where the panels of the outer are drawn, if they, or the front alone, are made up first
_ON_BLANKS = "The outer’s panels on what was made up for them, in its middle. "
_FRONT_ON_BLANK = "The outer’s front on what was made up for it, in its middle; the back on the cloth. "


def _where_drawn(bag: Resolved) -> str:
    """Return where the panels of the outer are drawn that are made up, or nothing."""
    blanks = [blank for blank in (bag.kinds.cloth.blank(bag), bag.kinds.interfacing.blank(bag)) if blank]
    if not blanks:
        return ""
    return _FRONT_ON_BLANK if all(blank.side for blank in blanks) else _ON_BLANKS


def _common(bag: Resolved, marks: Sequence[Mark]) -> Iterator[Step]:
    yield _smoothed(bag)
    before, later = cut_before(bag), cut_later(bag)
    but = ", all but the lining’s" if later else ""
    yield Step(
        "measure",
        f"Measure and draw the pieces{but}",
        f"{_where_drawn(bag)}Grain along the height of the panels. Measure twice; check every "
        "size against the sheet.",
        110,
        needs=("cloth pressed", *(("blanks made up",) if before else ())),
        gives=("pieces drawn",),
        acts=(acts.Draw(leave=(*before, *later)),),
    )
    if once := is_all_there_is(bag):
        yield Step(
            "measure again",
            f"Measure every piece of the {within(bag.cloth('outer').label)} a second time",
            "From the other end, with the sheet in hand, and count the pieces: there is no more of this "
            "cloth. Where one is in doubt, cut it of paper first and lay that on.",
            115,
            needs=("pieces drawn",),
            gives=("pieces measured again",),
            acts=(acts.MeasureAgain(leave=(*before, *later)),),
            kind="gate",
            seen="measured twice",
        )
    yield Step(
        "cut",
        "Cut out all pieces but the lining’s" if later else "Cut out all pieces",
        "Long straight cuts first. Tick each piece on the sheet.",
        120,
        needs=("pieces drawn", *(("pieces measured again",) if once else ())),
        gives=("pieces cut",),
        acts=(acts.Cut(leave=(*before, *later)),),
        kind="no return",
        cautions=("blade",),
    )
    yield Step(
        "mark",
        "Mark the pieces",
        f"{_marked(marks)}, on the wrong side or in the allowance.",
        160,
        needs=("pieces cut",),
        gives=("pieces marked",),
        acts=(acts.MarkAll(leave=(*before, *later)),),
    )
    if later:
        # a facing is of the outer's cloth
        faced = is_all_there_is(bag) and is_faced(bag)
        yield Step(
            "cut lining",
            "Measure, cut and mark the pieces of the lining",
            "Measure the sewn outer first: where it came out smaller, sew the lining’s seams deeper."
            f"{MEASURED_AGAIN if faced else ''}",
            LINING_AT,
            needs=("pieces marked",),
            gives=("lining pieces cut", "lining cut"),
            acts=cut_of(later, once=faced),
            kind="no return",
            cautions=("blade",),
        )


#: what is marked of a side seam that stays open: for a cord, or for an edge that goes round a bar
_OPENINGS = {False: "openings for the cord", True: "the ends of the slits"}


def _marked(marks: Sequence[Mark]) -> str:
    """Return what is marked on the pieces of this bag, as words."""
    kinds = {mark.kind for mark in marks}
    words = (
        (any(mark.label.startswith("Middle") for mark in marks), "middles"),
        ("strap" in kinds, "strap places"),
        ("crease" in kinds, "folds"),
        (any(mark.label == "Join" for mark in marks), "where the joins come"),
        ("gap" in kinds, "the gap"),
        (any(mark.label.startswith("Window") for mark in marks), "the window"),
        ("slot" in kinds, _OPENINGS[any(mark.label == "Slit" for mark in marks)]),
        (any(mark.label.startswith("Eyelet") for mark in marks), "eyelets"),
    )
    *first, last = [word for there, word in words if there] or ["what the sheet names"]
    said = f"{', '.join(first)} and {last}" if first else last
    return said[0].upper() + said[1:]


def _by_finger(step: Step, iron: str) -> Step:
    """Return a pressing of a cloth that no iron may touch: with a finger, and with no warning of an iron."""

    def said(text: str) -> str:
        words = {"press": "finger-press", "Press": "Finger-press"}
        return re.sub(r"\b[Pp]ress\b", lambda found: words[found.group()], text)

    cautions = tuple(c for c in step.cautions if c not in ("hot iron", "steam"))
    does = tuple(by_finger(act) for act in step.acts)
    settings = re.sub(r"^Iron: [^.]*\.", f"Iron: {iron}.", step.settings)
    return replace(
        step, title=said(step.title), say=said(step.say), settings=settings, cautions=cautions, acts=does
    )


def _touches_cold(step: Step, cold: frozenset[str]) -> bool:
    """Return whether a step would put an iron on what melts; small pieces are cut of the outer's cloth."""
    layers = {layer for act in step.acts for layer in ironed(act) if not isinstance(act, acts.PutOn)}
    small = {layer for layer in layers if layer not in ("outer", "lining")}
    return bool(layers & cold) or ("outer" in cold and bool(small))


def _clipped(cautions: tuple[str, ...]) -> tuple[str, ...]:
    """Return the cautions of a step on a cloth in which pins leave holes."""
    return (*cautions, "clips") if "pins" in cautions else cautions


#: what is done at the machine
_SEWS = (
    acts.Sew,
    acts.Stitch,
    acts.Box,
    acts.Overcast,
    acts.OvercastTips,
    acts.Finish,
    acts.Baste,
    acts.LayOn,
    acts.Bind,
    acts.Buttonhole,
    acts.SetHalf,
    acts.Fix,
    acts.FaceWindow,
    acts.ZipBehind,
    acts.HemFree,
)


def by_place(bag: Resolved) -> bool:
    """Return whether the work stays at iron and machine as long as it can."""
    return goes(bag, WORK_GOES, "place")


def place_of(step: Step) -> str:
    """Return where a step is done: at the machine, at the iron, or at the table."""
    if any(isinstance(act, _SEWS) for act in step.acts):
        return "machine"
    return "iron" if any(ironed(act) for act in step.acts) else "table"


def steps_of(
    bag: Resolved, forms: Mapping[Layer, Form], marks: Sequence[Mark] = (), *, along: bool = False
) -> tuple[Step, ...]:
    """
    Return every step of the work, sorted by what it needs and gives; *marks* are those on its pieces. It goes
    *along* the bag, or stays at one place as long as it can where that was chosen.

    Where parts do not go together (a stop says so) a step may need what no other gives; then the rest is
    told in order all the same.
    """
    steps = list(_common(bag, marks))
    for prefix, variant in bag.kinds.every_variant:
        item = Item(bag, prefix)
        steps += variant.steps(item, variant.own_form(item, forms))
    sewn = (*cloths_outside(bag), *bag.kinds.top.layers[1:])
    if not all(bag.cloth(layer).pins for layer in sewn):
        steps = [replace(s, cautions=_clipped(s.cautions)) for s in steps]
    cold = cold_layers(bag)
    names = (*cloths_outside(bag), *bag.kinds.top.layers[1:])
    iron = next((text for name in names if (text := bag.cloth(name).iron).startswith(_NO_IRON)), "")
    steps = [_by_finger(s, iron) if _touches_cold(s, cold) else s for s in steps]
    stays = place_of if by_place(bag) and not along else None
    return in_order(steps, whole=not any(misfits(bag)), place=stays)
