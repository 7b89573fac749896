"""Checks of a base of its own: does it go into its tube, and can it be sewn round?"""

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, set_by, to
from ambitus.core.checks.mechanism import Change, Fired, check, fired
from ambitus.core.cut.lost import loses_line
from ambitus.core.grammar.allowances import (
    RING_ALLOWANCE,
    SIDE_ALLOWANCE,
)
from ambitus.core.grammar.base.disc import is_traced
from ambitus.core.grammar.base.fields import (
    CUT_BASE,
    CUT_TUBE,
    OUTLINE,
    TRACED_AS,
    TUBE_PANELS,
)
from ambitus.core.grammar.base.separate.cut import ease_of, panels_of, traced_in
from ambitus.core.grammar.kinds import GRID_STEP
from ambitus.core.grammar.order import SPREADS
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.lengths import paired, snap
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "shape",
    90,
    "tube-base-ease",
    "stop",
    "Tube and base do not go together",
    "tube and base differ at their seam by more than the cloth eases: 1 % woven, 5 % knit",
    "Woven cloth eases about a hundredth of its length into a curved seam; more makes tucks.",
    "The seam cannot be sewn flat.",
    impossible=True,
)
def tube_base_ease(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for walked in draft.walked:
        if not walked.seam.ease or walked.agrees:
            continue
        tube, base = walked.lengths
        edges = 2 if TUBE_PANELS.of(bag) == "two" else 1
        fix = "Sew the side seams deeper by {each} at every edge, or cut the base larger."
        if tube < base:
            fix = "Cut each panel {each} wider at both edges; a base that is cut may hang over."
        yield fired(
            TUBE_PANELS,
            "{name}: the tube {tube}, the base {base}.",
            fix,
            {"name": walked.seam.label},
            remedies=(to(TUBE_PANELS, "one"), to(GRID_STEP, at_least(bag, 0.5))),
            tube=tube,
            base=base,
            each=abs(tube - base) / 2 / (edges if len(walked.seam.chains[0]) > 1 else 1),
        )
        # the other half says the same
        return


@check(
    "shape",
    110,
    "outline-too-tight",
    "stop",
    "The outline bends too tightly for its seam",
    "the cut line of a traced base crosses itself or loses an edge, or its seam line has no room inside it",
    "A hollow that is tighter than the seam allowance has no cut line; a narrow shape has no seam line.",
    "The base cannot be cut, or not sewn along its outline.",
    impossible=True,
)
def outline_too_tight(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_traced(bag):
        return
    seam = eaten(bag, "ring")
    sewn = (p for p in draft.pieces if p.part == "base" and p.layer in bag.kinds.top.layers)
    crossed = next((p for p in sewn if loses_line(p.edges, p.cut, p.stitch)), None)
    least = paired(3).mm(bag.unit)
    half = at_least(bag, RING_ALLOWANCE.of(bag) / 2)
    narrower = tuple(r for mm in (half, least) for r in allowance(bag, "ring", mm))
    if crossed is not None:
        yield fired(
            OUTLINE,
            "With a seam of {seam} the line of the {piece} crosses itself.",
            "Round the outline out to more than {seam} wherever it turns in, or take a narrower seam.",
            {"piece": within(crossed.name)},
            remedies=narrower,
            seam=seam,
        )
    elif TRACED_AS.is_(bag, "cut") and seam and not traced_in(bag):
        yield fired(
            OUTLINE,
            "A seam of {seam} does not fit inside this cut line.",
            "Take it as the seam line, or take a narrower seam.",
            remedies=(to(TRACED_AS, "seam"), *narrower),
            seam=seam,
        )


@check(
    "shape",
    130,
    "as-cut-does-not-ease",
    "warn",
    "What was cut does not go together as it is",
    "base or tube as really cut: they differ at the seam by more than 1 % (woven), 5 % (knit)",
    "Cloth that is cut can still be saved: sewn deeper, or left to hang over and trimmed.",
    "The seam comes out in tucks.",
)
def as_cut_does_not_ease(draft: "Draft") -> Iterator[Fired]:
    found = _as_cut(draft)
    if found is None:
        return
    bag = draft.bag
    tube, base, cut, panels = found
    if min(tube, base) <= 0:
        say = "As cut, the {part} leaves nothing inside its seams."
        part, cut_as = ("base", CUT_BASE) if base <= 0 else ("tube", CUT_TUBE)
        again = to(cut_as, None)
        both = (*again, *(to(CUT_TUBE if base <= 0 else CUT_BASE, None)))
        fix = "Measure it again, from raw edge to raw edge."
        yield fired(cut_as, say, fix, {"part": part}, remedies=(again, both))
        return
    if abs(tube - base) <= ease_of(bag) * min(tube, base) + 1e-9:
        return
    say = "As cut, the tube is {tube} round at its seam and the base {base}."
    each = abs(tube - base) / (2 * panels)
    # a base that is too large hangs over evenly and is trimmed when it is sewn in
    over = (base - tube) / base * (cut - 2 * eaten(bag, "ring")) / 2
    if tube > base:
        path, deeper = SIDE_ALLOWANCE, at_most(bag, SIDE_ALLOWANCE.of(bag) + each)
        fix = "Sew the side seams deeper by {each} at every edge, {edges} of the tube’s edges in all."
    else:
        path, deeper = RING_ALLOWANCE, at_most(bag, RING_ALLOWANCE.of(bag) + over)
        fix = "Let the base hang over by {over} all round, and trim it when it is sewn in."
    # only what is cut already stays as it is when the plan's seams grow
    given = bag.values[CUT_TUBE if tube > base else CUT_BASE].value is not None
    cut_both = tuple(Change(field, None) for field in (CUT_BASE, CUT_TUBE) if field.or_none(bag) is not None)
    cleared = (*((change,) for change in cut_both), *((cut_both,) if len(cut_both) > 1 else ()))
    yield fired(
        CUT_BASE,
        say,
        fix,
        {"edges": str(2 * panels)},
        remedies=(*((to(path, deeper), to(path, at_least(bag, deeper + 0.5))) if given else ()), *cleared),
        tube=tube,
        base=base,
        each=each,
        over=over,
    )


@check(
    "shape",
    140,
    "as-cut-eases",
    "note",
    "What was cut goes together",
    "base or tube as really cut: they differ at the seam by 1 % or less (woven), 5 % (knit)",
    "Cloth eases this much; share it out evenly between the marks.",
    "Nothing: it can be sewn as it is.",
)
def as_cut_eases(draft: "Draft") -> Iterator[Fired]:
    found = _as_cut(draft)
    if found is None or min(found[:2]) <= 0:
        return
    if abs(found[0] - found[1]) > ease_of(draft.bag) * min(found[:2]) + 1e-9:
        return
    tube, base, _, _ = found
    say = "As cut, the tube is {tube} round at its seam and the base {base}."
    fix = "Ease {by} in, evenly between the marks."
    yield fired(CUT_BASE, say, fix, tube=tube, base=base, by=abs(tube - base))


def _as_cut(draft: "Draft") -> tuple[float, float, float, int] | None:
    """Return tube and base at their seam as they were really cut, the base's cut size, and the panels."""
    bag = draft.bag
    cut_base, cut_tube = CUT_BASE.or_none(bag), CUT_TUBE.or_none(bag)
    if cut_base is None and cut_tube is None:
        return None
    panels, ring = panels_of(bag), eaten(bag, "ring")
    base_piece = next(p for p in draft.pieces if p.part == "base")
    cut = cut_base if cut_base is not None else base_piece.size("width")
    # of a lapped seam front and back give up unlike amounts, and are cut unlike
    fronts = [p for p in draft.pieces if p.layer == "outer" and not p.part and not p.cut_off]
    fronts = fronts or [draft.piece("outer")]
    wide = [cut_tube if cut_tube is not None else p.size("width") for p in fronts]
    around = math.fsum(
        (mm - 2 * eaten(bag, "side", p.over)) * panels / len(fronts)
        for mm, p in zip(wide, fronts, strict=True)
    )
    planned = base_piece.size("width") - 2 * ring
    drafted = next(w for w in draft.walked if w.seam.seam == "ring").lengths[1] * panels
    return snap(around), drafted * (cut - 2 * ring) / planned, cut, panels


@check(
    "shape",
    170,
    "snips-too-deep",
    "note",
    "Little to snip at the base seam",
    "round the base a seam allowance of 6 mm or less",
    "At 6 mm or less many do not snip the tube, but ease it in with more pins.",
    "Nothing: the steps leave the tube unsnipped.",
)
def snips_too_deep(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if (
        "ring" not in bag.classes
        or bag.kinds.base.kind == "rectangle"
        or not bag.kinds.seam("ring").takes_allowance
    ):
        return
    mm = RING_ALLOWANCE.of(bag)
    if mm <= SPREADS.mm(bag.unit) + 1e-9:
        more = paired(10).mm(bag.unit)
        yield fired(
            set_by(bag, RING_ALLOWANCE),
            "A base seam of {allowance}.",
            "Take {more}, or leave the tube unsnipped.",
            remedies=allowance(bag, "ring", more),
            allowance=mm,
            more=more,
        )


CHECKS = (
    tube_base_ease,
    outline_too_tight,
    as_cut_does_not_ease,
    as_cut_eases,
    snips_too_deep,
)
