"""Checks on the body: depth, width, allowances, the grid, and the two arithmetics."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.curves import flattened
from ambitus.core.form.model import Piece
from ambitus.core.geometry import unit_vector
from ambitus.core.grammar.base.gusset.cut import corner_radius, most_radius
from ambitus.core.grammar.base.panels import DEEP_SHARE, asked_height
from ambitus.core.grammar.base.separate.cut import ease_of, is_traced, panels_of, traced_in
from ambitus.core.grammar.base.separate.steps import SNIPPED_OVER
from ambitus.core.grammar.fitting import misfits
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.top.zip.tape import is_box
from ambitus.core.lengths import paired
from ambitus.core.outlines import is_simple
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: A seam allowance over this is more likely a slip of the keys: 25 mm | 1 in.
WIDEST_ALLOWANCE = 25.4
#: Two measured lengths closer than this are the same.
SAME = 0.01


def _depth(draft: "Draft") -> float | None:
    """Return what its corners give: the depth, or the height of a box pouch."""
    made = draft.form.dimensions.get("height" if is_box(draft.bag) else "depth")
    return made.asked if made else None


@check(
    "parts-do-not-fit",
    "stop",
    "Two parts of the bag do not go together",
    "a variant's own needs are not met by its neighbours",
    "Some tops, bases and straps ask for one another.",
)
def parts_do_not_fit(draft: "Draft") -> Iterator[Fired]:
    for prefix, variant, reason in misfits(draft.bag):
        slot = variant.slot if prefix.startswith("carry") else "kind"
        words = {"what": variant.label, "reason": reason}
        yield fired(f"{prefix}.{slot}", "{what}: {reason}.", "Choose another for one of the two.", words)


@check(
    "depth-under-corner",
    "stop",
    "Too shallow for its corner seam",
    "depth, or height of a box pouch, < 2 × corner seam",
    "The cut-out is half the depth less the corner seam; under twice the seam nothing is left to cut out.",
)
def depth_under_corner(draft: "Draft") -> Iterator[Fired]:
    depth = _depth(draft)
    if depth is None or "corner" not in draft.bag.classes:
        return
    corner = draft.bag.mm("allowances.corner")
    if depth < 2 * corner - 1e-9:
        which = "height" if is_box(draft.bag) else "depth"
        yield fired(
            f"size.{which}",
            "A {which} of {depth} is less than the two corner seams of {corner} eat.",
            "Make it {least} or more, or the corner seam {most} or less.",
            {"which": which},
            depth=depth,
            corner=corner,
            least=2 * corner,
            most=depth / 2,
        )


@check(
    "no-face-left",
    "stop",
    "Deeper than the bag is wide",
    "flat width ≤ depth",
    "Read flat, the width has to hold the face and the depth.",
)
def no_face_left(draft: "Draft") -> Iterator[Fired]:
    made = draft.form.dimensions
    if "depth" not in made or made["width"].asked > 0:
        return
    yield fired(
        "size.depth",
        "A flat width of {flat} leaves no face beside a depth of {depth}.",
        "Make the flat width more than {depth}, or say that the width means the face.",
        flat=made["flat_opening"].asked,
        depth=made["depth"].asked,
    )


@check(
    "depth-over-width",
    "warn",
    "Nearly as deep as it is wide",
    "depth > 0.8 × width of the face",
    f"Over {DEEP_SHARE} of the width a boxed bag slumps at the sides and its corners crowd the face.",
)
def depth_over_width(draft: "Draft") -> Iterator[Fired]:
    made = draft.form.dimensions
    of_panels = "corner" in draft.bag.bag.sewn or draft.bag.bag.base.kind == "folded_in"
    if "depth" not in made or made["width"].asked <= 0 or not of_panels:
        return
    depth, width = made["depth"].asked, made["width"].asked
    if depth > DEEP_SHARE * width + 1e-9:
        yield fired(
            "size.depth",
            "{depth} deep on a face {width} wide.",
            "Keep the depth to {most}, or stiffen the base and the sides.",
            depth=depth,
            width=width,
            most=DEEP_SHARE * width,
        )


@check(
    "folded-in-too-low",
    "stop",
    "Too low for a base folded in",
    "folded-in base: height ≤ half the depth",
    "The base folds up inside by half the depth and has to end below the top edge.",
)
def folded_in_too_low(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.base.kind != "folded_in":
        return
    height, half = asked_height(bag), bag.mm("size.depth") / 2
    if height <= half + 1e-9:
        say = "{half} folds up inside a bag {height} high."
        yield fired("size.height", say, "Make it higher than {half}.", half=half, height=height)


@check(
    "allowance-over-piece",
    "stop",
    "An allowance larger than its piece",
    "an allowance > half the size between its two seams",
    "Two seams would meet in the middle of the cloth between them.",
)
def allowance_over_piece(draft: "Draft") -> Iterator[Fired]:
    made = draft.form.dimensions
    across, up = made["flat_opening"].asked, made["height"].asked
    if is_box(draft.bag):
        up += made["breadth"].asked
    for key, name in draft.bag.classes.items():
        room = across if key in ("side", "end") else up if key in ("top", "base", "zip") else None
        allowance = draft.bag.mm(f"allowances.{key}")
        if room is not None and allowance > room / 2 + 1e-9:
            yield fired(
                f"allowances.{key}",
                "{name}: {allowance} from both sides is more than the {room} between them.",
                "Use {most} or less.",
                {"name": name},
                allowance=allowance,
                room=room,
                most=room / 2,
            )


@check(
    "allowance-out-of-role",
    "warn",
    "An allowance wider than any seam needs",
    "a seam allowance > 25.4 mm (25 mm, 1 in)",
    "Over 25 mm | 1 in is rarely meant: a hem or a finished length may have been typed here.",
)
def allowance_out_of_role(draft: "Draft") -> Iterator[Fired]:
    for key, name in draft.bag.classes.items():
        allowance = draft.bag.mm(f"allowances.{key}")
        if allowance > WIDEST_ALLOWANCE + 1e-9:
            yield fired(
                f"allowances.{key}",
                "{name} of {allowance}.",
                "Check the number; seams rarely take more than {most}.",
                {"name": name},
                allowance=allowance,
                most=WIDEST_ALLOWANCE,
            )


@check(
    "grid-moved-size",
    "note",
    "The cutting grid moves the finished size",
    "a size comes out more than half a step from what was asked",
    "Both arms of a cut-out come from one core on the grid, so the depth can move by up to a step.",
)
def grid_moved_size(draft: "Draft") -> Iterator[Fired]:
    for made in draft.form.dimensions.values():
        moved = made.comes_out - made.asked
        if made.key != "flat_opening" and abs(moved) > draft.bag.grid.step / 2 + 1e-6:
            yield fired(
                f"size.{made.key}",
                "{name}: {asked} asked, {comes_out} comes out.",
                "Take it as it is, use a finer grid, or choose {comes_out}.",
                {"name": made.label},
                asked=made.asked,
                comes_out=made.comes_out,
            )


@check(
    "tube-base-ease",
    "stop",
    "Tube and base do not go together",
    "tube and base differ at their seam by more than the cloth eases: 1 % woven, 5 % knit",
    "Woven cloth eases about a hundredth of its length into a curved seam; more makes tucks.",
)
def tube_base_ease(draft: "Draft") -> Iterator[Fired]:
    for walked in draft.walked:
        if walked.seam.ease and not walked.agrees:
            tube, base = walked.lengths
            edges = 2 if draft.bag.choice("base.panels") == "two" else 1
            fix = "Sew the side seams deeper by {each} at every edge, or cut the base larger."
            if tube < base:
                fix = "Cut each panel {each} wider at both edges; a base that is cut may hang over."
            yield fired(
                "base.panels",
                "{name}: the tube {tube}, the base {base}.",
                fix,
                {"name": walked.seam.label},
                tube=tube,
                base=base,
                each=abs(tube - base) / 2 / (edges if len(walked.seam.chains[0]) > 1 else 1),
            )


@check(
    "knit-stretch-way",
    "note",
    "A knit has to stretch round the bag",
    "a cloth that eases over 1 % on a base of its own",
    "Stretch that runs up the bag does not help the base seam.",
)
def knit_stretch_way(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "ring" not in bag.classes:
        return
    for layer in bag.bag.top.layers:
        if bag.cloth(layer).ease > 0.01 + 1e-9:
            fix = "Cut the tube with its stretch along the base seam."
            yield fired(f"cloth.{layer}", "{cloth}.", fix, {"cloth": bag.cloth(layer).label})


@check(
    "outline-too-tight",
    "stop",
    "The outline bends too tightly for its seam",
    "the cut line of a traced base crosses itself, or its seam line has no room inside it",
    "A hollow that is tighter than the seam allowance has no cut line; a narrow shape has no seam line.",
)
def outline_too_tight(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_traced(bag):
        return
    seam = eaten(bag, "ring")
    sewn = (p for p in draft.pieces if p.part == "base" and p.layer in bag.bag.top.layers)
    crossed = next((p for p in sewn if _swallowed(p) or not is_simple(flattened(p.cut, p.bends))), None)
    if crossed is not None:
        say = "With a seam of {seam} the line of the {piece} crosses itself."
        fix = "Round the outline out to more than {seam} wherever it turns in, or take a narrower seam."
        yield fired("base.outline", say, fix, {"piece": within(crossed.name)}, seam=seam)
    elif bag.chose("base.traced_as", "cut") and seam and not traced_in(bag):
        fix = "Take it as the seam line, or take a narrower seam."
        yield fired("base.outline", "A seam of {seam} does not fit inside this cut line.", fix, seam=seam)


def _swallowed(piece: Piece) -> bool:
    """Return whether a stretch of the outline is gone on the cut line: it would run back there."""
    seam = flattened(piece.stitch, tuple(e.seam_bend for e in piece.edges))
    cut, n = flattened(piece.cut, piece.bends), len(seam)
    if len(cut) != n:
        return False
    ways = ((unit_vector(line[i - 1], line[i]) for line in (seam, cut)) for i in range(n))
    return any(u[0] * v[0] + u[1] * v[1] < -0.5 for u, v in ways)


@check(
    "as-cut-does-not-ease",
    "warn",
    "What was cut does not go together as it is",
    "base or tube as really cut: they differ at the seam by more than 1 % (woven), 5 % (knit)",
    "Cloth that is cut can still be saved: sewn deeper, or left to hang over and trimmed.",
)
def as_cut_does_not_ease(draft: "Draft") -> Iterator[Fired]:
    found = _as_cut(draft)
    if found is None:
        return
    tube, base, cut, panels = found
    if min(tube, base) <= 0:
        say = "As cut, the {part} leaves nothing inside its seams."
        part = "base" if base <= 0 else "tube"
        yield fired(f"base.cut_{part}", say, "Measure it again, from raw edge to raw edge.", {"part": part})
        return
    if abs(tube - base) <= ease_of(draft.bag) * min(tube, base) + 1e-9:
        return
    each = abs(tube - base) / (2 * panels)
    if tube > base:
        fix = "Sew the side seams deeper by {each} at every edge, {panels} of the tube’s edges in all."
        words = {"panels": str(2 * panels)}
        over = 0.0
    else:
        # a base that is too large hangs over evenly and is trimmed when it is sewn in
        over = (base - tube) / base * (cut - 2 * eaten(draft.bag, "ring")) / 2
        fix = "Let the base hang over by {over} all round, and trim it when it is sewn in."
        words = {}
    say = "As cut, the tube is {tube} round at its seam and the base {base}."
    numbers = {"each": each} if tube > base else {"over": over}
    yield fired("base.cut_base", say, fix, words, tube=tube, base=base, **numbers)


@check(
    "as-cut-eases",
    "note",
    "What was cut goes together",
    "base or tube as really cut: they differ at the seam by 1 % or less (woven), 5 % (knit)",
    "Cloth eases this much; share it out evenly between the marks.",
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
    yield fired("base.cut_base", say, fix, tube=tube, base=base, by=abs(tube - base))


def _as_cut(draft: "Draft") -> tuple[float, float, float, int] | None:
    """Return tube and base at their seam as they were really cut, the base's cut size, and the panels."""
    bag = draft.bag
    given = [bag.values.get(f"base.{name}") for name in ("cut_base", "cut_tube")]
    if all(v is None or v.value is None for v in given):
        return None
    panels, seam, ring = panels_of(bag), eaten(bag, "side"), eaten(bag, "ring")
    base_piece = next(p for p in draft.pieces if p.part == "base")
    cut = base_piece.size("width") if given[0] is None or given[0].value is None else bag.mm("base.cut_base")
    panel = draft.piece("outer").size("width")
    wide = panel if given[1] is None or given[1].value is None else bag.mm("base.cut_tube")
    planned = base_piece.size("width") - 2 * ring
    drafted = next(w for w in draft.walked if w.seam.seam == "ring").lengths[1] * panels
    return panels * (wide - 2 * seam), drafted * (cut - 2 * ring) / planned, cut, panels


@check(
    "corner-radius-over-panel",
    "stop",
    "The corners are rounder than the front has room for",
    "corner radius > half the width, or > the height; on a base > half of its shorter side",
    "Two arcs would meet before the sides do.",
)
def corner_radius_over_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.base.kind == "gusset":
        wanted, room = corner_radius(bag).mm, most_radius(bag.mm("size.width"), asked_height(bag))
        where = "base.radius" if bag.choice("base.round_by") == "radius" else "base.plate"
    elif bag.bag.base.kind == "rounded_rectangle":
        wanted, where = bag.mm("base.radius"), "base.radius"
        room = min(bag.mm("size.length"), bag.mm("size.breadth")) / 2
    else:
        return
    if wanted > room + 1e-9:
        say = "A radius of {wanted}; there is room for {room}."
        yield fired(where, say, "Make it {room} or less.", wanted=wanted, room=room)


@check(
    "step-over-height",
    "stop",
    "The step is higher than the bag",
    "front and back higher than the sides by as much as the bag is high",
    "Nothing would be left of the side panels.",
)
def step_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "base.step" not in bag.values:
        return
    step, height = bag.mm("base.step"), asked_height(bag)
    if step >= height - 1e-9:
        yield fired(
            "base.step",
            "A step of {step} on {height}.",
            "Make it less than {height}.",
            step=step,
            height=height,
        )


@check(
    "snips-too-deep",
    "note",
    "Little to snip at the base seam",
    "round the base a seam allowance of 6 mm or less",
    "At 6 mm or less many do not snip the tube, but ease it in with more pins.",
)
def snips_too_deep(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "ring" not in bag.classes or bag.bag.base.kind == "rectangle":
        return
    allowance = bag.mm("allowances.ring")
    if allowance <= SNIPPED_OVER + 1e-9:
        say = "A base seam of {allowance}."
        yield fired(
            "allowances.ring",
            say,
            "Take {more}, or leave the tube unsnipped.",
            allowance=allowance,
            more=paired(10).mm(bag.unit),
        )


@check(
    "seams-differ",
    "stop",
    "Two edges that are sewn together differ",
    "lengths walked on the cut pieces differ by more than 0.01 mm and what is trimmed after sewing",
    "Edges of one seam have to have the same length at the seam line.",
)
def seams_differ(draft: "Draft") -> Iterator[Fired]:
    for walked in draft.walked:
        if not walked.agrees and not walked.seam.ease:
            yield fired(
                f"seam:{walked.seam.key}",
                "{name}: {longest} on one side, {shortest} on the other.",
                "Do not cut; this bag cannot be sewn as drafted.",
                {"name": walked.seam.label},
                longest=max(walked.lengths),
                shortest=min(walked.lengths),
            )


@check(
    "reading-differs",
    "stop",
    "Read back, the cut sizes make another bag",
    "a size read back differs by more than 0.01 mm, or the cut list finds fault with itself",
    "The cuts are read back by separate arithmetic; where the two differ neither is to be trusted.",
)
def reading_differs(draft: "Draft") -> Iterator[Fired]:
    for finding in draft.read.findings:
        numbers = {f"n{i}": mm for i, (_, mm) in enumerate(finding.numbers)}
        shown = ", ".join(f"{name} {{n{i}}}" for i, (name, _) in enumerate(finding.numbers))
        yield Fired("pieces", f"{finding.why} {shown}".strip(), finding.fix, numbers, {})
    for key, read in draft.read.sizes.items():
        drafted = draft.form.mm(key)
        if abs(read.total - drafted) > SAME:
            yield fired(
                f"size.{key}",
                "{name}: drafted as {drafted}, read back as {read}.",
                "Do not cut; tell us how you got here.",
                {"name": read.label},
                drafted=drafted,
                read=read.total,
            )
