"""Checks of top edges: facing and ease of a lining, turning gap, hem."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.joins import between, room_for_join
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.grammar.kinds import TOP_KIND
from ambitus.core.grammar.reads import round_mouth_edges
from ambitus.core.grammar.thickness import on_outer, thick_outside
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.grammar.top.fields import (
    EASE_BY,
    FACING,
    FACING_HEIGHT,
    GAP,
    GAP_IN,
    HEM,
    LINING_EASE,
    TURN,
    TURNED,
)
from ambitus.core.grammar.top.lining import leaves_gap, one_with_outer
from ambitus.core.grammar.top.turned_through.gap import (
    LEAST_GAP,
    is_bulky,
    longest_gap,
    straight_seam,
)
from ambitus.core.lengths import paired, snap
from ambitus.core.sew.passing import easy_to_pass, least_to_pass

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "bands",
    20,
    "facing-out-of-reach",
    "stop",
    "The facing has no room",
    "visible facing > height − corner radius − 10 mm, or < step + 10 mm",
    "Below a facing some lining has to be left, and its join runs level round the bag.",
    "The bag is drafted with another facing than was asked.",
    impossible=True,
)
def facing_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    if is_faced(draft.bag):
        path, (low, high) = FACING_HEIGHT, room_for_join(draft)
        least, most = snap(draft.form.height - high), snap(draft.form.height - low)
        plain = to(FACING, "lining")
        said = between(draft.bag, path, path.of(draft.bag), least, most, plain, "Line the bag up to its edge")
        yield from (said,) if said else ()


#: What a lining may be smaller by: 6 mm | 1/4 in.
MOST_EASE = 6.35


@check(
    "layers",
    100,
    "lining-ease-out-of-role",
    "warn",
    "The lining is much smaller than its outer",
    "lining shorter or sewn deeper by more than 6 mm, or than thick walls ask for",
    "3 to 6 mm let it hang without a fold; more pulls the top edge in or lifts the base.",
    "The outer is puckered by its lining.",
)
def lining_ease_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    way = LINING_EASE.found(bag)
    if way is None or way.value == "none":
        return
    by = EASE_BY.of(bag)
    walls = behind_walls(draft)
    most_of_all = max(MOST_EASE, at_least(bag, walls.each) if walls and way.value == "deeper" else 0.0)
    if by > most_of_all + 1e-9:
        least, most = paired(3).mm(bag.unit), paired(6).mm(bag.unit)
        yield fired(
            EASE_BY,
            "Smaller by {by}.",
            "Take between {least} and {most}.",
            remedies=(to(EASE_BY, most), to(LINING_EASE, "none")),
            by=by,
            least=at_least(bag, least),
            most=most,
        )


#: Walls of this or less take up no more than a lining gives by itself: 0.5 mm.
THIN_WALL = 0.5


@dataclass(frozen=True, slots=True)
class Walls:
    """
    What lies between outer and lining: how thick it is, how much shorter the way round is inside, and by how
    much each of so many upright seams is sewn deeper for it. In mm.
    """

    thick: float
    shorter: float
    seams: int

    @property
    def each(self) -> float:
        """How much deeper one seam is sewn: it takes that of two edges."""
        return snap(self.shorter / (2 * self.seams))


def behind_walls(draft: "Draft") -> Walls | None:
    """
    Return the thick walls that a lining hangs behind, if it does: T thick it runs shorter round by 2πT where
    the bag is soft or round, by 8T where it has square corners.
    """
    bag, stiff = draft.bag, on_outer(draft.bag)
    lining = draft.forms.get("lining")
    if stiff is None or lining is None or stiff.thickness <= THIN_WALL or one_with_outer(bag):
        return None
    upright = ("side", "gusset", "end")
    # of a box pouch each end seam has an edge above and one below: a way round crosses one of them
    crossed = round_mouth_edges(lining)
    seams = sum(edges for seam, edges in crossed.items() if seam in upright) // 2
    square = not lining.stance.smooth and ({"depth", "breadth"} & set(lining.dimensions))
    times = 8.0 if square else 2 * math.pi
    return Walls(stiff.thickness, snap(times * stiff.thickness), seams) if seams else None


@check(
    "layers",
    105,
    "lining-behind-walls",
    "note",
    "The lining has less room than its outer",
    "interfacing thicker than 0.5 mm behind the outer, and the lining's upright seams not sewn deeper for it",
    "Inside thick walls the way round is shorter: 2π times their thickness, or 8 times with square corners.",
    "The lining stands in folds.",
)
def lining_behind_walls(draft: "Draft") -> Iterator[Fired]:
    bag, walls = draft.bag, behind_walls(draft)
    if walls is None:
        return
    now = EASE_BY.of(bag) if LINING_EASE.is_(bag, "deeper") else 0.0
    if now >= walls.each - 1e-6:
        return
    yield fired(
        LINING_EASE,
        "Walls {thick} thick make it {shorter} shorter round inside, and its floor {thick} higher.",
        "Sew each of its upright seams {each} deeper.",
        remedies=((*(() if now else to(LINING_EASE, "deeper")), *to(EASE_BY, at_least(bag, walls.each))),),
        thick=walls.thick,
        shorter=walls.shorter,
        each=walls.each,
    )


#: Default (ours): fleece or foam does not pass through less.
LEAST_BULKY_GAP = 120.0


def least_to_turn(draft: "Draft") -> float:
    """Return the least way that the layers of the bag are turned through, in mm."""
    return LEAST_BULKY_GAP if is_bulky(draft.bag) else LEAST_GAP


def _gap(draft: "Draft") -> tuple[float, float] | None:
    if GAP not in draft.bag.values or not leaves_gap(draft.bag):
        return None
    return GAP.of(draft.bag), straight_seam(draft.bag)


def _other_seam(draft: "Draft", gap: float) -> tuple[tuple[Remedy, ...], str]:
    """Return the remedy that puts the gap into the other seam, if that has room, and its words."""
    bag = draft.bag
    here = GAP_IN.of(bag)
    room = {key: longest_gap(mm) for key, mm in bag.kinds.base.straight(bag).items() if key != here}
    other = next((key for key, mm in room.items() if mm >= gap - 1e-6), None)
    if other is None:
        return (), ""
    name = {"base": "the base seam", "side": "a side seam"}.get(other, "the other seam")
    return (to(GAP_IN, other),), f", or put it in {name}"


def _wider_gap(draft: "Draft", straight: float, least: float) -> tuple[str, tuple[Remedy, ...]]:
    """Return what to do about a gap that has to be *least* mm, in words and as remedies."""
    elsewhere, words = _other_seam(draft, least)
    fits = longest_gap(straight) >= least - 1e-6
    both = tuple((*way, *to(GAP, least)) for way in elsewhere)
    fix = f"Leave {{least}} or more{words}." if fits else f"Its seam has room for {{most}}{words}."
    return fix, (*((to(GAP, least),) if fits else ()), *both, to(TURNED, "zip"))


#: Default (ours): a turn and a hem over these are more likely slips of the keys.
WIDEST_TURN, WIDEST_HEM = 25.4, 76.2


@check(
    "top",
    10,
    "gap-over-seam",
    "stop",
    "The turning gap is longer than its seam",
    "gap > straight seam − 2 × 15 mm",
    "A gap needs at least 15 mm of sewn, straight seam at each end, or it runs into the corner.",
    "The gap has no ends, and the corner comes apart.",
)
def gap_over_seam(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    if not found or found[0] <= longest_gap(found[1]) + 1e-6:
        return
    gap, straight = found
    most = at_most(bag, longest_gap(straight))
    elsewhere, words = _other_seam(draft, gap)
    fits = most >= 1
    larger = ": make the bag larger, or press both edges under instead"
    fix = f"Make it {{most}} or less{words}." if fits else f"There is no room for a gap{words or larger}."
    pressed = (to(TOP_KIND, "pressed_edges"),) if bag.kinds.top.kind == "turned_through" else ()
    yield fired(
        GAP,
        "A gap of {gap} in {straight} of straight seam.",
        fix,
        remedies=(
            *elsewhere,
            *((to(GAP, most),) if fits else ()),
            to(TURNED, "zip"),
            *pressed,
        ),
        gap=gap,
        straight=max(0.0, straight),
        most=most,
    )


@check(
    "top",
    15,
    "gap-cannot-pass",
    "stop",
    "The bag does not go through its gap",
    "gap < √(2π · 2F · thickness of the outer and what is on it)",
    "Loosely bundled, the outer fills half of its round: it has to pass the gap twice folded.",
    "The bag cannot be turned right side out.",
)
def gap_cannot_pass(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    if not found:
        return
    needed = least_to_pass(draft.form.mm("flat_opening"), thick_outside(bag))
    if found[0] >= needed - 1e-6:
        return
    gap, straight = found
    least = at_least(bag, needed)
    fix, remedies = _wider_gap(draft, straight, least)
    yield fired(
        GAP,
        "{gap} to turn {around} of cloth through, {thick} thick.",
        fix,
        remedies=remedies,
        gap=gap,
        least=least,
        around=draft.form.mouth_length,
        thick=thick_outside(bag),
        most=at_most(bag, longest_gap(straight)),
    )


@check(
    "top",
    20,
    "gap-too-small",
    "warn",
    "The turning gap is tight for its layers",
    "gap < 60 mm, or < 120 mm with fleece or foam",
    "A hand needs 60 mm to pull a soft bag through; fleece and foam need 120 mm (ours).",
    "The bag is hard to turn, or tears at the gap's ends.",
)
def gap_too_small(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    if not found:
        return
    least = at_least(bag, least_to_turn(draft))
    passes = found[0] >= least_to_pass(draft.form.mm("flat_opening"), thick_outside(bag)) - 1e-6
    if passes and found[0] < least_to_turn(draft) - 1e-9:
        gap, straight = found
        fix, remedies = _wider_gap(draft, straight, least)
        yield fired(
            GAP,
            "{gap} to turn {what} through.",
            fix,
            {"what": "fleece or foam" if is_bulky(bag) else "the bag"},
            remedies=remedies,
            gap=gap,
            least=least,
            most=at_most(bag, longest_gap(straight)),
        )


@check(
    "top",
    25,
    "gap-tight",
    "note",
    "The bag goes through its gap, but not easily",
    "gap < 1.3 × √(2π · 2F · thickness of the outer and what is on it), chosen, or with fleece or foam",
    "It passes where it fills the gap; from 1.3 times that (ours) it need not be forced.",
    "Turning takes patience, and strains the gap's ends.",
)
def gap_tight(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    # the usual gap of a soft bag is no news
    if not found or not (is_bulky(bag) or GAP.source(bag) == "chosen"):
        return
    bundle = draft.form.mm("flat_opening"), thick_outside(bag)
    easy, (gap, straight) = easy_to_pass(*bundle), found
    # a hand, or foam, asks for more first
    if max(least_to_pass(*bundle), least_to_turn(draft)) - 1e-6 <= gap < easy - 1e-6:
        least = at_least(bag, easy)
        fix, remedies = _wider_gap(draft, straight, least)
        yield fired(
            GAP,
            "{gap} to turn {around} of cloth through.",
            fix,
            remedies=remedies,
            gap=gap,
            least=least,
            around=draft.form.mouth_length,
            most=at_most(bag, longest_gap(straight)),
        )


@check(
    "top",
    40,
    "hem-out-of-role",
    "warn",
    "A hem of an unusual size",
    "first turn > 25.4 mm, hem > 76.2 mm (75 mm, 3 in), or first turn > hem",
    "A small turn hides the raw edge inside a larger hem; a slip of the keys turns them about.",
    "The hem is clumsy, or cannot be folded as it is told.",
)
def hem_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    hem = HEM.of(bag) if HEM in bag.values else None
    turn = TURN.of(bag) if TURN in bag.values and bag.kinds.top.kind != "casing" else None
    if turn is not None and turn > WIDEST_TURN + 1e-9:
        most = paired(25).mm(bag.unit)
        yield fired(
            TURN,
            "A turn of {turn}.",
            "Check the number; {most} or less is usual.",
            remedies=(to(TURN, None), to(TURN, most)),
            turn=turn,
            most=most,
        )
    elif turn is not None and hem is not None and turn > hem + 1e-9:
        most = at_most(bag, hem)
        turned = (*to(TURN, hem), *to(HEM, turn))
        yield fired(
            TURN,
            "A first turn of {turn} does not fit inside a hem of {hem}.",
            "Make the turn {most} or less, or turn the two about.",
            remedies=(turned, to(TURN, most)),
            turn=turn,
            hem=hem,
            most=most,
        )
    if hem is not None and hem > WIDEST_HEM + 1e-9:
        most = paired(75).mm(bag.unit)
        yield fired(
            HEM,
            "A hem of {hem}.",
            "Check the number; {most} or less is usual.",
            remedies=(to(HEM, None), to(HEM, most)),
            hem=hem,
            most=most,
        )


#: of what is lined, and of what is hemmed
LINED_CHECKS = (
    facing_out_of_reach,
    lining_ease_out_of_role,
    lining_behind_walls,
    gap_over_seam,
    gap_cannot_pass,
    gap_too_small,
    gap_tight,
)
HEM_CHECKS = (hem_out_of_role,)
