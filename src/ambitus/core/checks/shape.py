"""Checks of every bag: do its parts go together, do its numbers, and does the arithmetic agree?"""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, set_by, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.fields import AnyField, Kind, Length
from ambitus.core.grammar.allowances import (
    RING_ALLOWANCE,
    allowance_of,
    kind_of,
)
from ambitus.core.grammar.base.disc import LEAST_DISC, disc_left
from ambitus.core.grammar.base.fields import (
    GIVEN_BY,
    PLATE,
)
from ambitus.core.grammar.carry.fields import ATTACH, MAKE, PAIRS
from ambitus.core.grammar.cloth.fields import BOTTOM_HEIGHT
from ambitus.core.grammar.fitting import misfits
from ambitus.core.grammar.kinds import BASE_KIND, GRID_STEP, INTERFACING_KIND, SEAMS_KIND, TOP_KIND
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: A seam allowance over this is more likely a slip of the keys: 25 mm | 1 in.
WIDEST_ALLOWANCE = 25.4


#: Two measured lengths closer than this are the same.
SAME = 0.01


#: other kinds to try where parts do not go together, the likeliest first: (path, value)
_TRIED = (
    (SEAMS_KIND, "plain"),
    (INTERFACING_KIND, "none"),
    (PAIRS, "0"),
    (BASE_KIND, "boxed"),
    (BASE_KIND, "seamed"),
    (TOP_KIND, "turned_through"),
    (TOP_KIND, "zip"),
)


@check(
    "shape",
    10,
    "parts-do-not-fit",
    "stop",
    "Two parts of the bag do not go together",
    "a variant's own needs are not met by its neighbours",
    "Some tops, bases and straps ask for one another.",
    "It cannot be put together.",
)
def parts_do_not_fit(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for prefix, variant, reason in misfits(bag):
        of_strap = ATTACH if variant.slot == "attach" else MAKE
        where: AnyField = of_strap.in_(prefix) if prefix.startswith("carry") else Kind(f"{prefix}.kind")
        words = {"what": variant.label, "reason": reason}
        # what is asked for last gives way first
        ways = [to(param.path, param.way_out) for _, param in reversed(bag.kinds.params) if param.way_out]
        ways += [to(p, v) for p, v in _TRIED]
        if prefix == "seams":
            classes = [key for key, kind in bag.kinds.seams_by_class.items() if kind is variant]
            # what its base brings comes back where nothing else is chosen
            ways[:0] = [to(kind_of(key), kind) for kind in (None, "plain") for key in classes]
            if TURNED in bag.values:
                ways.insert(0, to(TURNED, "zip"))
        if prefix == "base" and TURNED in bag.values:
            ways.insert(0, to(TURNED, "zip"))
        if prefix.startswith("carry"):
            ways[:0] = [to(where, None), to(where, "on_face")]
        yield fired(
            where,
            "{what}: {reason}.",
            "Choose another for one of the two.",
            words,
            remedies=tuple(ways),
        )


@check(
    "shape",
    60,
    "allowance-over-piece",
    "stop",
    "An allowance larger than its piece",
    "an allowance > half the size between its two seams, or nothing left of a disc in hand",
    "Two seams would meet in the middle of the cloth between them.",
    "Nothing is left of the piece.",
    impossible=True,
)
def allowance_over_piece(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    across, up = made["flat_opening"].asked, made["height"].asked
    if bag.kinds.base.runs_round:
        up += made["breadth"].asked
    told: set[str] = set()
    if GIVEN_BY.is_(bag, "plate") and disc_left(bag) < LEAST_DISC - 1e-9:
        disc, usual = PLATE.of(bag), paired(10).mm(bag.unit)
        knife = eaten(bag, "ring") - RING_ALLOWANCE.of(bag)
        most = at_most(bag, (disc - LEAST_DISC) / 2 - knife)
        larger = at_least(bag, LEAST_DISC + 2 * (usual + knife))
        yield fired(
            set_by(bag, RING_ALLOWANCE),
            "Base seam: {allowance} all round leaves nothing of a disc of {disc}.",
            "Use {most} or less." if most >= 3 else "Take a disc of {larger} or more.",
            remedies=(
                *(allowance(bag, "ring", usual) if usual <= most else ()),
                *(allowance(bag, "ring", most) if most >= 3 else ()),
                (*allowance(bag, "ring", usual)[0], *to(PLATE, larger)),
            ),
            allowance=RING_ALLOWANCE.of(bag),
            disc=disc,
            most=most,
            larger=larger,
        )
    for key, name in bag.classes.items():
        room = across if key in ("side", "end") else up if key in ("top", "base", "zip") else None
        mm, field = allowance_of(key).of(bag), set_by(bag, allowance_of(key))
        if room is not None and mm > room / 2 + 1e-9 and field not in told:
            told.add(field)
            most, usual = at_most(bag, room / 2), paired(10).mm(bag.unit)
            yield fired(
                field,
                "{name}: {allowance} from both sides is more than the {room} between them.",
                "Use {most} or less.",
                {"name": name},
                remedies=(
                    *(allowance(bag, key, usual) if usual <= most else ()),
                    *allowance(bag, key, most),
                ),
                allowance=mm,
                room=room,
                most=most,
            )


@check(
    "shape",
    70,
    "allowance-out-of-role",
    "warn",
    "An allowance wider than any seam needs",
    "a seam allowance > 25.4 mm (25 mm, 1 in)",
    "Over 25 mm | 1 in is rarely meant: a hem or a finished length may have been typed here.",
    "Every piece is cut larger than it need be, and the seams are clumsy.",
)
def allowance_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    told: set[str] = set()
    for key, name in bag.classes.items():
        mm, field = allowance_of(key).of(bag), set_by(bag, allowance_of(key))
        if mm > WIDEST_ALLOWANCE + 1e-9 and field not in told:
            told.add(field)
            most = paired(25).mm(bag.unit)
            yield fired(
                field,
                "{name} of {allowance}.",
                "Check the number; seams rarely take more than {most}.",
                {"name": name},
                remedies=(to(field, None), *allowance(bag, key, most)),
                allowance=mm,
                most=most,
            )


def _size_field(key: str) -> Length:
    """Return the field that the finished size called *key* is asked for by."""
    return {"bottom": BOTTOM_HEIGHT, "contents": HEIGHT}.get(key, Length(f"size.{key}"))


@check(
    "shape",
    80,
    "grid-moved-size",
    "note",
    "The cutting grid moves the finished size",
    "a size comes out more than half a step from what was asked",
    "Both arms of a cut-out come from one core on the grid, so the depth can move by up to a step.",
    "A tape reads a little more, or less, than was asked.",
)
def grid_moved_size(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for made in draft.form.dimensions.values():
        moved = made.comes_out - made.asked
        if made.key == "flat_opening" or abs(moved) <= bag.grid.step / 2 + 1e-6:
            continue
        path = _size_field(made.key)
        worked_out = made.source == "derived" or path not in bag.values
        finer = to(GRID_STEP, at_least(bag, 0.5))
        yield fired(
            path,
            "{name}: {asked} asked, {comes_out} comes out.",
            "Take it as it is, or use a finer grid."
            if worked_out
            else "Take it as it is, choose {comes_out}, or use a finer grid.",
            {"name": made.label},
            remedies=(*((to(path, made.comes_out),) if not worked_out else ()), finer),
            asked=made.asked,
            comes_out=made.comes_out,
        )


@check(
    "shape",
    100,
    "knit-stretch-way",
    "note",
    "A knit has to stretch round the bag",
    "a cloth that eases over 1 % on a base of its own",
    "Stretch that runs up the bag does not help the base seam.",
    "The tube does not ease onto its base.",
)
def knit_stretch_way(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "ring" not in bag.classes:
        return
    for layer in bag.kinds.top.layers:
        if bag.cloth(layer).ease > 0.01 + 1e-9:
            fix = "Cut the tube with its stretch along the base seam."
            yield fired(f"cloth.{layer}", "{cloth} stretches.", fix, {"cloth": bag.cloth(layer).label})


#: What is said where the two arithmetics disagree: the maker has done nothing wrong.
_NOT_TRUSTED = "Do not cut from this. Undo the last change, or choose another base; keep the plan as a file."


@check(
    "shape",
    180,
    "seams-differ",
    "stop",
    "Two edges that are sewn together differ",
    "lengths walked on the cut pieces differ by more than 0.01 mm and what is trimmed after sewing",
    "Edges of one seam have to have the same length at the seam line.",
    "The seam cannot be closed.",
    doubts=True,
)
def seams_differ(draft: "Draft") -> Iterator[Fired]:
    for walked in draft.walked:
        if not walked.agrees and not walked.seam.ease:
            yield fired(
                f"seam:{walked.seam.key}",
                "{name}: {longest} on one side, {shortest} on the other.",
                _NOT_TRUSTED,
                {"name": walked.seam.label},
                longest=max(walked.lengths),
                shortest=min(walked.lengths),
            )


@check(
    "shape",
    190,
    "reading-differs",
    "stop",
    "Read back, the cut sizes make another bag",
    "a size read back differs by more than 0.01 mm, or the cut list finds fault with itself",
    "The cuts are read back by separate arithmetic; where the two differ neither is to be trusted.",
    "The bag comes out at another size.",
    doubts=True,
)
def reading_differs(draft: "Draft") -> Iterator[Fired]:
    for finding in draft.read.findings:
        numbers = {f"n{i}": mm for i, (_, mm) in enumerate(finding.numbers)}
        shown = ", ".join(f"{name} {{n{i}}}" for i, (name, _) in enumerate(finding.numbers))
        yield Fired("pieces", f"{finding.why} {shown}.".replace(". .", "."), finding.fix, numbers, {})
    for key, read in draft.read.sizes.items():
        drafted = draft.form.mm(key)
        if abs(read.total - drafted) > SAME:
            yield fired(
                f"size.{key}",
                "{name}: drafted as {drafted}, read back as {read}.",
                _NOT_TRUSTED,
                {"name": read.label},
                drafted=drafted,
                read=read.total,
            )


CHECKS = (
    parts_do_not_fit,
    allowance_over_piece,
    allowance_out_of_role,
    grid_moved_size,
    knit_stretch_way,
    seams_differ,
    reading_differs,
)
