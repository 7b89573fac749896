"""Faults that a drafter makes, planted one at a time: each must break a proof."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

import pytest

from ambitus.core import draft as draft_module
from ambitus.core.curves import Arc, Bow
from ambitus.core.cut import outline, pieces
from ambitus.core.fields import Length
from ambitus.core.form.model import Form, Mark
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.base import panels
from ambitus.core.grammar.base.all_round.variant import ALL_ROUND
from ambitus.core.grammar.base.box_pouch.variant import BOX_POUCH, BOX_POUCH_CUT
from ambitus.core.grammar.base.boxed import cut as boxed
from ambitus.core.grammar.base.boxed.variant import BOXED
from ambitus.core.grammar.base.boxed_after.variant import BOXED_AFTER
from ambitus.core.grammar.base.boxed_pinched.variant import BOXED_PINCHED
from ambitus.core.grammar.base.folded.variant import FOLDED
from ambitus.core.grammar.base.folded_in.variant import FOLDED_IN
from ambitus.core.grammar.base.gusset.variant import GUSSET
from ambitus.core.grammar.base.seamed.variant import SEAMED
from ambitus.core.grammar.base.separate.variant import CIRCLE, ELLIPSE, RECTANGLE, ROUNDED, STADIUM, TRACED
from ambitus.core.grammar.base.side_panels.variant import SIDE_PANELS
from ambitus.core.grammar.base.zip_round.variant import ZIP_ROUND
from ambitus.core.grammar.carry import strap as strap_module
from ambitus.core.grammar.carry.at_sides.variant import AT_SIDES
from ambitus.core.grammar.carry.clean_edge.variant import CLEAN_EDGE
from ambitus.core.grammar.carry.edges_turned.variant import EDGES_TURNED
from ambitus.core.grammar.carry.four_fold.variant import FOUR_FOLD
from ambitus.core.grammar.carry.in_seam.variant import IN_SEAM
from ambitus.core.grammar.carry.in_turn.variant import IN_TURN
from ambitus.core.grammar.carry.on_face.variant import ON_FACE
from ambitus.core.grammar.carry.on_hem.variant import ON_HEM
from ambitus.core.grammar.carry.to_base.variant import TO_BASE
from ambitus.core.grammar.carry.tube.variant import TUBE
from ambitus.core.grammar.carry.tucked.variant import TUCKED
from ambitus.core.grammar.carry.under_base.variant import UNDER_BASE
from ambitus.core.grammar.carry.webbing.variant import WEBBING
from ambitus.core.grammar.cloth import pieced, prints, strips
from ambitus.core.grammar.cloth.variant import WOVEN
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.grammar.interfacing.quilted import blank as quilted
from ambitus.core.grammar.interfacing.quilted.variant import QUILTED
from ambitus.core.grammar.interfacing.variant import KEPT_OUT
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.seams.enclosed import FELLED, FRENCH, FRENCH_STITCHED
from ambitus.core.grammar.seams.overcast import OVERLOCKED_FIRST, ZIGZAGGED
from ambitus.core.grammar.seams.simple import LAPPED, PLAIN, RAW
from ambitus.core.grammar.top.bands.variant import BANDS
from ambitus.core.grammar.top.casing.variant import CASING
from ambitus.core.grammar.top.double_hem.variant import DOUBLE_HEM
from ambitus.core.grammar.top.on_bars.variant import ON_BARS
from ambitus.core.grammar.top.overlocked_hem.variant import OVERLOCKED_HEM
from ambitus.core.grammar.top.pressed_edges.variant import PRESSED_EDGES
from ambitus.core.grammar.top.raw_edge.variant import RAW_EDGE
from ambitus.core.grammar.top.stitched_channel.variant import STITCHED_CHANNEL
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.grammar.top.zip import made, sewn
from ambitus.core.grammar.top.zip.variant import ZIP
from ambitus.core.grammar.top.zip_unlined.variant import ZIP_UNLINED
from ambitus.core.steps.model import StepsUnordered
from ambitus.core.sums import Term
from bags import LIDDED, OUTLINES, drafted, mm_at, sizes_of, tote
from core.proofs import failures
from core.test_put_on import BAGS as PUT_ON

Patch = pytest.MonkeyPatch
Shift = Callable[[tuple[float, float]], tuple[float, float]]
#: Unequal everywhere, so that no two allowances can stand in for each other unnoticed.
UNEQUAL = {"side": 12, "base": 9, "corner": 7, "top": 15}


def _flat(base: str, **more: Any) -> dict[str, Any]:
    size = {"width": 431, "height": 287}
    given = {"unit": "mm", "size": size, "base": {"kind": base}, "allowances": UNEQUAL, **more}
    return {**given, "carry": [{"from_side": 150, **given.get("carry", [{}])[0]}]}


def _on(base: str, **fields: Any) -> dict[str, Any]:
    """Return a bag on a base of several parts, no two of its numbers alike."""
    allowances = {"side": 12, "base": 9, "gusset": 11, "join": 8, "ring": 7, "top": 15}
    given = {"unit": "mm", "size": sizes_of(base, length=263, breadth=141), "allowances": allowances}
    return {**given, "base": {"kind": base, **fields}, "carry": [{"place": "gap", "gap": 90}]}


def _pouch(base: str, **top: Any) -> dict[str, Any]:
    """Return a bag closed by a zip, no two of its numbers alike."""
    allowances = {"side": 12, "base": 9, "end": 13, "corner": 8, "zip": 7}
    size = sizes_of(base, length=263, breadth=91, height=71 if base in LIDDED else 197)
    given: dict[str, Any] = {"unit": "mm", "size": size, "base": {"kind": base}, "carry": []}
    return {**given, "top": {"kind": "zip", "tape": 29, **top}, "allowances": allowances}


BAGS: tuple[dict[str, Any], ...] = (
    tote(331, 287, 118, allowances=UNEQUAL),
    tote(
        431,
        287,
        118,
        allowances=UNEQUAL,
        base={"width_means": "flat"},
        interfacing={"kind": "inset", "inset": 4},
    ),
    tote(300, 400, 99, allowances={"corner": 10.3}, grid={"step": 5}),
    tote(
        280, 240, 90, allowances=UNEQUAL, carry=[{"place": "gap", "gap": 120}], interfacing={"kind": "full"}
    ),
    tote(331, 287, 118, allowances=UNEQUAL, base={"kind": "boxed_after"}),
    tote(331, 287, 117, allowances=UNEQUAL, base={"kind": "boxed_pinched"}, grid={"step": 5}),
    _flat("seamed"),
    _flat("folded", top={"kind": "double_hem"}, seams={"kind": "french"}, carry=[{"make": "tube"}]),
    tote(
        331,
        287,
        118,
        base={"kind": "folded_in"},
        top={"kind": "overlocked_hem", "sliver": 4},
        seams={"kind": "overlocked_first", "sliver": 3},
        carry=[{"make": "edges_turned", "turn": 8}],
        allowances=UNEQUAL,
    ),
    tote(
        331,
        287,
        118,
        base={"kind": "boxed", "cut_as": "folded"},
        top={"kind": "pressed_edges", "ease": "shorter", "ease_by": 4},
        carry=[{"make": "clean_edge", "turn": 9}],
        allowances=UNEQUAL,
    ),
    tote(331, 287, 118, allowances=UNEQUAL, carry=[{"attach": "to_base", "from_side": 122}]),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        carry=[{"attach": "under_base", "from_side": 122, "join": 14}],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        carry=[{"attach": "on_face", "from_side": 122, "rolled": "rolled", "roll_flat": 17, "end": 13}],
    ),
    tote(331, 287, 118, allowances=UNEQUAL, carry=[{"attach": "at_sides", "past": 31}]),
    {**tote(331, 287, 118, carry=[{"attach": "at_sides", "past": 31}]), "base": {"kind": "side_panels"}},
    {
        **tote(331, 287, 118, allowances=UNEQUAL, carry=[], top={"kind": "on_bars", "slit": 95}),
        "base": {"kind": "side_panels", "step": 94},
    },
    _flat("seamed", top={"kind": "overlocked_hem", "hem": 31}, carry=[{"attach": "in_turn"}]),
    _flat("seamed", top={"kind": "raw_edge"}, seams={"kind": "lapped"}, carry=[{"make": "webbing"}]),
    _flat("seamed", top={"kind": "raw_edge"}, seams={"kind": "raw"}),
    _flat("seamed", top={"kind": "double_hem"}, seams={"kind": "bound", "bind_seam": 5}),
    tote(
        331,
        287,
        118,
        base={"kind": "boxed_pinched", "cut_as": "folded"},
        top={"kind": "double_hem", "turn": 9, "hem": 31},
        seams={"kind": "french_stitched", "corner": "french"},
        allowances={"side": 18, "corner": 14},
    ),
    tote(331, 287, 118, base={"kind": "folded_in"}, seams={"kind": "felled"}, allowances=UNEQUAL),
    tote(331, 287, 118, base={"kind": "boxed_after", "cut_as": "folded"}, seams={"kind": "zigzagged"}),
    {
        **_on("circle"),
        "top": {"kind": "casing", "heading": 21, "channel": 17, "edge": 4, "turn": 9, "cords": "two"},
    },
    tote(331, 287, 118, top={"kind": "casing", "height_means": "contents", "channel": 17, "opening": "slit"}),
    tote(331, 287, 118, top={"kind": "casing", "cord": "strip", "opening": "ends"}, allowances=UNEQUAL),
    tote(331, 287, 118, top={"kind": "on_bars", "bar_long": 241, "slit": 93}, allowances=UNEQUAL, carry=[]),
    _flat("folded", top={"kind": "on_bars", "bar": "hoop", "turn": 7}),
    {
        **_on("rectangle"),
        "top": {"kind": "bands", "band": 23, "band_made": "one", "height_means": "contents"},
    },
    {
        **_on("stadium"),
        "top": {"kind": "stitched_channel", "heading": 21, "channel": 17, "height_means": "contents"},
    },
    _on("gusset", radius=37),
    _on("gusset", radius=0, strip="halves"),
    _on("gusset", radius=37, strip="three"),
    _on("side_panels", step=33),
    _on("circle", panels="two"),
    _on("circle", given="plate", plate=191),
    _on("stadium"),
    _on("ellipse", panels="two"),
    _on("rounded_rectangle", radius=31),
    _on("rectangle"),
    _on("traced", outline=OUTLINES[1], panels="two"),
    _on("traced", outline=OUTLINES[0], traced_as="cut"),
    _pouch("seamed", zip_ends="folded", tab=31, tape=33),
    _pouch("boxed", zip_ends="seamed", zip="metal", zip_counts="left_out", grab="ribbon", pull="cord"),
    _pouch("box_pouch", zip_used="metre", wrist="elastic"),
    {**_pouch("box_pouch", turned="zip", zip="metal"), "base": {"kind": "box_pouch", "pressed": "at_edge"}},
    {
        **_pouch("box_pouch", kind="zip_unlined", zip_used="whole"),
        "base": {"kind": "box_pouch", "pressed": "at_edge", "cut_as": "folded"},
    },
    _pouch("box_pouch_cut", kind="zip_unlined"),
    _pouch("seamed", zip_used="open_end", zip_rows="short"),
    {
        **_pouch("rounded", turned="never", ease_by=7, zip_ends="window", zip_window=131),
        "base": {"kind": "rounded", "lower": "disc", "disc": 251},
        "seams": {"kind": "raw"},
    },
    {**_pouch("seamed", turned="never"), "seams": {"kind": "raw"}},
    _pouch("boxed", kind="zip_unlined", zip_used="open_end", zip="metal", zip_ends="seamed", tab=29),
    {**_pouch("box_pouch", kind="zip_unlined"), "base": {"kind": "box_pouch", "cut_as": "folded"}},
    {**_pouch("box_pouch_cut", turned="zip"), "base": {"kind": "box_pouch_cut", "cut_as": "folded"}},
    _pouch("pleated"),
    {**_pouch("rounded"), "base": {"kind": "rounded", "radius": 37}},
    {**_flat("rounded"), "base": {"kind": "rounded", "lower": "clipped", "clip": 43}},
    {**_pouch("rounded", kind="zip_unlined"), "base": {"kind": "rounded", "lower": "half"}},
    {**_pouch("all_round", turned="zip"), "base": {"kind": "all_round", "radius": 37, "zip_panel": 301}},
    {**_pouch("zip_round", turned="zip", zip="metal"), "base": {"kind": "zip_round", "radius": 41}},
    {**_pouch("zip_round", kind="zip_unlined"), "base": {"kind": "zip_round", "upper": "half"}},
    {**_pouch("all_round", kind="zip_unlined"), "base": {"kind": "all_round", "radius": 0, "zip_panel": 143}},
    {
        **_pouch("rounded", turned="zip", zip_ends="window", zip_window=131, zip_window_high=11),
        "base": {"kind": "rounded", "lower": "disc", "disc": 251},
    },
    _pouch("seamed", kind="zip_unlined", zip_ends="window", zip_used="metre", tape=33),
    {
        **_pouch("pleated", kind="zip_unlined"),
        "seams": {"bind_ends": "hand", "bind_seam": 5, "bind_cover": 8},
    },
    _pouch("folded", kind="zip", turned="zip"),
    # half a zip that is not counted lies above the edge that a strap begins at
    {
        **_pouch("seamed", kind="zip_unlined", zip_counts="left_out", tape=27),
        "carry": [{"attach": "to_base"}],
    },
    {**_on("rectangle", panels="two"), "interfacing": {"kind": "base_only"}},
    tote(331, 287, 118, base={"kind": "boxed", "cut_as": "wrapped"}, allowances=UNEQUAL),
    {**_flat("seamed", seams={"kind": "french"}), "base": {"kind": "seamed", "cut_as": "wrapped"}},
    tote(331, 287, 118, interfacing={"kind": "quilted", "rows_apart": 19, "spare": 9}, allowances=UNEQUAL),
    {
        **_on("gusset", radius=37),
        "interfacing": {"kind": "quilted", "rows_run": "both", "backing": "lining", "material": "foam"},
        "cloth": {"made": "strips", "strip": 47, "strips_of": "alternate"},
    },
    tote(331, 287, 118, cloth={"made": "strips", "strip": 53, "strip_spare": 4}, allowances=UNEQUAL),
    tote(331, 287, 118, cloth={"made": "widened", "print_wide": 273}, allowances=UNEQUAL),
    tote(331, 287, 118, cloth={"made": "two", "first_motif": 219, "base_line": 83}, allowances=UNEQUAL),
    _flat("seamed", cloth={"made": "lengthened", "print_high": 201}),
    tote(331, 287, 118, cloth={"made": "widened", "print_wide": 273, "made_on": "front"}, allowances=UNEQUAL),
    _flat("folded", cloth={"made": "strips", "strips_run": "up", "strips_fit": "alike"}),
    {
        **_on("circle"),
        "interfacing": {"kind": "quilted", "rows_run": "across", "sample": 193},
    },
)


def broken(grammar: Grammar = GRAMMAR) -> list[str]:
    """Return what fails over all bags, exact and rounded."""
    out: list[str] = []
    for spec in BAGS:
        for rounded in (False, True):
            try:
                out += failures(drafted(spec, grammar, rounded=rounded))
            except (StepsUnordered, StopIteration, ValueError) as error:
                out.append(repr(error))
    return out


def _terms_scaled(seam: str, factor: float) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        real = pieces.allowances_for

        def faulty(bag: Any, layer: Any, over: bool = True) -> Any:
            made = dict(real(bag, layer, over))
            if seam in made:
                made[seam] = tuple(replace(t, mm=t.mm * factor) for t in made[seam])
            return made

        patch.setattr(pieces, "allowances_for", faulty)
        patch.setattr(draft_module, "allowances_for", faulty)
        return GRAMMAR

    return plant


def _finishes(change: Callable[[Any, Any, dict[str, Any]], dict[str, Any]]) -> Callable[[Patch], Grammar]:
    """Return a fault in what lies beyond the seam lines, wherever it is asked for."""

    def plant(patch: Patch) -> Grammar:
        real = pieces.allowances_for

        def faulty(bag: Any, layer: Any, over: bool = True) -> Any:
            made = dict(real(bag, layer, over))
            return {**made, **change(bag, layer, made)}

        patch.setattr(pieces, "allowances_for", faulty)
        patch.setattr(draft_module, "allowances_for", faulty)
        return GRAMMAR

    return plant


base_for_side = _finishes(lambda bag, layer, made: {"side": made.get("base", ())})
lining_does_not_follow = _finishes(lambda bag, layer, made: {"side": ()} if layer == "lining" else {})
lining_longer_instead = _finishes(
    lambda bag, layer, made: {"shorter": tuple(replace(t, mm=-t.mm) for t in made["shorter"])}
)


def _form(change: Callable[[Form, Any], Form]) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        return GRAMMAR.with_variant(replace(BOXED, form=lambda bag, f: change(boxed.form(bag, f), bag)))

    return plant


def _edit_faces(form: Form, points: Callable[[tuple[float, float]], tuple[float, float]]) -> Form:
    faces = tuple(
        replace(f, edges=tuple(replace(e, start=points(e.start)) for e in f.edges)) for f in form.faces
    )
    return replace(form, faces=faces)


def half_depth_forgotten(form: Form, bag: Any) -> Form:
    half = form.mm("depth") / 2
    return _edit_faces(form, lambda p: (p[0], p[1] - half if p[1] > half else p[1]))


def only_the_back_is_wider(form: Form, bag: Any) -> Form:
    wider = _edit_faces(form, lambda p: (p[0] * 1.01, p[1]))
    back = tuple(replace(f, group="back panel") for f in wider.faces[1:])
    return replace(form, faces=(form.faces[0], *back))


def risers_too_tall(form: Form, bag: Any) -> Form:
    half = form.mm("depth") / 2
    return _edit_faces(form, lambda p: (p[0], p[1] + 3 if abs(p[1] - half) < 1e-6 else p[1]))


def depth_rounded_instead_of_core(patch: Patch) -> Grammar:
    patch.setattr(boxed, "settle_depth", lambda depth, corner, bag: bag.grid.fit(depth))
    return GRAMMAR


def arms_from_seam_lines(patch: Patch) -> Grammar:
    real = outline._worked

    def faulty(face: Any, measure: Any, allowances: Any, grid: Any) -> Any:
        if measure.key in ("across", "up"):
            side = {"side": (), "base": ()}
            return real(face, measure, {**allowances, **side}, grid)
        return real(face, measure, allowances, grid)

    patch.setattr(outline, "_worked", faulty)
    return GRAMMAR


def flat_reading_ignored(patch: Patch) -> Grammar:
    real = panels.panel_width

    def faulty(bag: Any, depth: float, side: float) -> Any:
        flat, terms = real(bag, depth, side)
        return (flat + depth if panels.read_flat(bag) else flat), terms

    patch.setattr(panels, "panel_width", faulty)
    return GRAMMAR


def strap_tail_at_one_end(patch: Patch) -> Grammar:
    real = IN_SEAM.tail
    return GRAMMAR.with_variant(
        replace(IN_SEAM, tail=lambda *at: tuple(replace(t, mm=t.mm / 2) for t in real(*at)))
    )


def rolled_from_its_end(patch: Patch) -> Grammar:
    real = strap_module._rolls

    def faulty(item: Any, hang: Any) -> Any:
        return real(item, replace(hang, finished_visible=hang.finished_visible + hang.tails[0].mm))

    patch.setattr(strap_module, "_rolls", faulty)
    return GRAMMAR


def core_of_a_flat_strap(patch: Patch) -> Grammar:
    real = FOUR_FOLD.core_width
    return GRAMMAR.with_variant(replace(FOUR_FOLD, core_width=lambda item: _doubled(real(item))))


def strap_folded_in_three(patch: Patch) -> Grammar:
    real = FOUR_FOLD.width
    return GRAMMAR.with_variant(
        replace(FOUR_FOLD, width=lambda item: tuple(replace(t, mm=t.mm * 3 / 4) for t in real(item)))
    )


def hand_has_no_width(patch: Patch) -> Grammar:
    real = strap_module.visible_for_drop
    patch.setattr(strap_module, "visible_for_drop", lambda drop, gap, hold: real(drop, gap, hold) - hold)
    return GRAMMAR


def interfacing_in_the_base_seam(patch: Patch) -> Grammar:
    def faulty(bag: Any, outer: Any) -> Any:
        return tuple(t for t in outer if t.label == "Base seam")

    return GRAMMAR.with_variant(replace(KEPT_OUT, allowance=faulty))


def strap_marked_from_the_seam(patch: Patch) -> Grammar:
    def faulty(item: Any, form: Form, layer: Any) -> tuple[Any, ...]:
        real = IN_SEAM.sewn(item, form, layer)
        return tuple(replace(c, at=replace(c.at, beyond=0.0)) for c in real if isinstance(c, Caught))

    return GRAMMAR.with_variant(replace(IN_SEAM, sewn=faulty))


def gap_over_the_corner(patch: Patch) -> Grammar:
    params = tuple(
        replace(p, default=lambda bag: 451.0) if p.path == "top.gap" else p for p in TURNED_THROUGH.params
    )
    return GRAMMAR.with_variant(replace(TURNED_THROUGH, params=params))


def gap_gate_forgotten(patch: Patch) -> Grammar:
    return GRAMMAR.with_variant(
        replace(
            TURNED_THROUGH,
            acts=(
                lambda item, form: tuple(s for s in TURNED_THROUGH.steps(item, form) if s.key != "gap open"),
            ),
        )
    )


def straps_never_checked(patch: Patch) -> Grammar:
    return GRAMMAR.with_variant(
        replace(
            IN_SEAM,
            acts=(lambda item, form: tuple(replace(s, kind="step") for s in IN_SEAM.steps(item, form)),),
        )
    )


def _form_corner(base: Any, change: Callable[[Any, float], float]) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        def faulty(bag: Any, allowances: Any) -> Form:
            made = base.form(bag, allowances)
            return replace(made, corner=change(bag, made.corner))

        return GRAMMAR.with_variant(replace(base, form=faulty))

    return plant


def _half_depth_goes_nowhere(patch: Patch) -> Grammar:
    real = panels.panel_height
    patch.setattr(panels, "panel_height", lambda bag, half, seams: real(bag, 0.0, seams))
    return GRAMMAR


def _pinch_drawn_from_the_raw_corner(patch: Patch) -> Grammar:
    def faulty(bag: Any, form: Form, piece: Any) -> tuple[Mark, ...]:
        s, sb = mm_at(bag, "allowances.side"), mm_at(bag, "allowances.base")
        return tuple(
            replace(m, points=tuple((x - s, y - sb) for x, y in m.points))
            for m in BOXED_PINCHED.marks(bag, form, piece)
        )

    return GRAMMAR.with_variant(replace(BOXED_PINCHED, marks=faulty))


def _flat_bag_narrower_than_its_sum(patch: Patch) -> Grammar:
    def faulty(bag: Any, allowances: Any) -> Form:
        return _edit_faces(SEAMED.form(bag, allowances), lambda p: (p[0] - (1.0 if p[0] else 0.0), p[1]))

    return GRAMMAR.with_variant(replace(SEAMED, form=faulty))


def _corners_trimmed_before_they_are_stitched(patch: Patch) -> Grammar:
    def faulty(item: Any, form: Form) -> Any:
        return tuple(
            replace(s, needs=("outer seams pressed",), rank=1) if s.key == "outer trim corners" else s
            for s in BOXED_PINCHED.steps(item, form)
        )

    return GRAMMAR.with_variant(replace(BOXED_PINCHED, acts=(faulty,)))


def _shape(
    base: Any, points: Callable[[tuple[float, float]], tuple[float, float]]
) -> Callable[[Patch], Grammar]:
    """Return a fault in the outline that *base* makes, its sums left as they are."""

    def plant(patch: Patch) -> Grammar:
        def faulty(bag: Any, allowances: Any) -> Form:
            return _edit_faces(base.form(bag, allowances), points)

        return GRAMMAR.with_variant(replace(base, form=faulty))

    return plant


def _make(make: Any, factor: float) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        def faulty(item: Any) -> Any:
            first, *rest = make.width(item)
            return (replace(first, mm=first.mm * factor), *rest)

        return GRAMMAR.with_variant(replace(make, width=faulty))

    return plant


def _last_term_lost(variant: Any, name: str) -> Callable[[Patch], Grammar]:
    """Return a fault that leaves out the last term of what *name* of *variant* gives."""
    real = getattr(variant, name)

    def plant(patch: Patch) -> Grammar:
        changed = replace(variant, **{name: lambda *given: real(*given)[:-1]})
        return GRAMMAR.with_variant(changed)

    return plant


def _eats(kind: Any, change: Callable[[Any], Any]) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        return GRAMMAR.with_variant(replace(kind, eats=lambda *given: change(kind.eats(*given))))

    return plant


def _steps(variant: Any, without: str) -> Callable[[Patch], Grammar]:
    """Return a fault that forgets every step whose key holds *without*, and what it gives."""

    def plant(patch: Patch) -> Grammar:
        def faulty(item: Any, form: Form) -> Any:
            return tuple(s for s in variant.steps(item, form) if without not in s.key)

        return GRAMMAR.with_variant(replace(variant, acts=(faulty,)))

    return plant


def _form_of(base: Any, change: Callable[[Form, Any], Form]) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        changed = replace(base, form=lambda bag, allowances: change(base.form(bag, allowances), bag))
        return GRAMMAR.with_variant(changed)

    return plant


def _moved(form: Form, which: Callable[[Any], bool], points: Shift) -> Form:
    """Return *form* with the outlines of some of its faces moved, their curves with them."""
    faces = tuple(_face_moved(f, points) if which(f) else f for f in form.faces)
    return replace(form, faces=faces)


def _face_moved(face: Any, points: Shift) -> Any:
    def bend(given: Any) -> Any:
        if isinstance(given, Arc):
            return Arc(points(given.centre))
        return Bow(tuple(map(points, given.points))) if given else None

    return replace(
        face, edges=tuple(replace(e, start=points(e.start), bend=bend(e.bend)) for e in face.edges)
    )


def _strip_longer(form: Form, by: float) -> Form:
    return _moved(form, lambda f: f.part == "gusset", lambda p: (p[0] + (by if p[0] else 0.0), p[1]))


def _part_wider(form: Form, part: str, by: float) -> Form:
    return _moved(form, lambda f: f.part == part, lambda p: (p[0] + (by if p[0] else 0.0), p[1]))


def _part_higher(form: Form, part: str, by: float) -> Form:
    return _moved(form, lambda f: f.part == part, lambda p: (p[0], p[1] + (by if p[1] else 0.0)))


def _body_wider(form: Form, by: float) -> Form:
    return _moved(form, lambda f: not f.part, lambda p: (p[0] + (by if p[0] else 0.0), p[1]))


def _disc_scaled(form: Form, by: float) -> Form:
    return _moved(form, lambda f: f.part == "base", lambda p: (p[0] * by, p[1] * by))


def _no_marks(variant: Any) -> Callable[[Patch], Grammar]:
    return lambda patch: GRAMMAR.with_variant(
        replace(variant, marks=lambda *given: (), sewn=lambda *given: ())
    )


def _trimmed_by_nobody(kind: Any) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        rows = lambda *given: tuple(r for r in kind.rows(*given) if not r.no_return)  # noqa: E731
        return GRAMMAR.with_variant(replace(kind, rows=rows))

    return plant


def _lap_on_both(patch: Patch) -> Grammar:
    eats = lambda bag, key, name, over: LAPPED.eats(bag, key, name, False)  # noqa: E731
    return GRAMMAR.with_variant(replace(LAPPED, eats=eats))


def _half_a_fold(patch: Patch) -> Grammar:
    patch.setattr(panels, "twice", tuple)
    return GRAMMAR


def _kept_on_one_grid(patch: Patch) -> Grammar:
    """Webbing rounded to the cutting grid, as if it were cut across."""
    return GRAMMAR.with_variant(replace(WEBBING, width=lambda item: _doubled(WEBBING.width(item))))


def _doubled(terms: Any) -> Any:
    return tuple(replace(t, mm=2 * t.mm) for t in terms)


def _patched(module: Any, name: str, change: Callable[[Any], Any]) -> Callable[[Patch], Grammar]:
    """Return the fault that a module works with another rule of that name."""

    def plant(patch: Patch) -> Grammar:
        patch.setattr(module, name, change(getattr(module, name)))
        return GRAMMAR

    return plant


def _square_above(form: Form, bag: Any) -> Form:
    """Its way round as if nothing of it were a curve."""
    long = form.dimensions["flat_opening"]
    square = replace(long, comes_out=form.mm("width") + 2 * form.mm("height"))
    return replace(form, dimensions={**form.dimensions, "flat_opening": square})


def _lower_by_its_base(form: Form, bag: Any) -> Form:
    """Its panels as high as if the base gave nothing."""
    lower = tuple(
        replace(
            face, measures=tuple(replace(m, low="top") if m.key == "height" else m for m in face.measures)
        )
        for face in form.faces
    )
    return replace(form, faces=lower)


def _strip_all_round(form: Form, bag: Any) -> Form:
    """Return the form with its strip longer by the zip panel, which takes its place there."""
    long = form.mm("flat_opening")
    return _moved(form, lambda f: f.name == "gusset", lambda p: (p[0] + (long if p[0] else 0.0), p[1]))


def quilted_without(line: str) -> Callable[[Patch], Grammar]:
    """Return the fault that a line is left out of how long a blank is cut."""

    def plant(patch: Patch) -> Grammar:
        real = quilted.to_grid
        patch.setattr(
            quilted,
            "to_grid",
            lambda label, terms, grid: real(label, [t for t in terms if t.label != line], grid),
        )
        return GRAMMAR

    return plant


def _rows_that_draw_in(times: float) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        real = quilted.share_drawn
        patch.setattr(quilted, "share_drawn", lambda thick, apart: times * real(thick, apart))
        return GRAMMAR

    return plant


def _strips_joined_with(allowances: int, of: Any = strips) -> Callable[[Patch], Grammar]:
    """Return the fault that a join of strips, or of a print, is reckoned with so many of its allowances."""

    def plant(patch: Patch) -> Grammar:
        real = of.up_to_ruler

        def short(bag: Any, terms: Any) -> Any:
            fewer = (replace(t, mm=t.mm * allowances / 2) if t.label == "Join" else t for t in terms)
            return real(bag, tuple(fewer))

        patch.setattr(of, "up_to_ruler", short)
        return GRAMMAR

    return plant


def _ends_moved(patch: Patch) -> Grammar:
    def sewn(item: Any, form: Any, layer: Any) -> Any:
        made = AT_SIDES.sewn(item, form, layer)
        return tuple(replace(one, at=replace(one.at, along=one.at.along + 7)) for one in made)

    return GRAMMAR.with_variant(replace(AT_SIDES, sewn=sewn))


def _motifs_on_two_lines(patch: Patch) -> Grammar:
    real = pieced._line

    def off(bag: Any, wide: float) -> Any:
        (mark,) = real(bag, wide)
        return (replace(mark, points=tuple((x, y + wide / 100) for x, y in mark.points)),)

    patch.setattr(pieced, "_line", off)
    return GRAMMAR


FAULTS: dict[str, Callable[[Patch], Grammar]] = {
    "side seam counted once": _terms_scaled("side", 0.5),
    "base seam left out": _terms_scaled("base", 0.0),
    "corner seam left out of the cut-out": _terms_scaled("corner", 0.0),
    "corner seam added the wrong way": _terms_scaled("corner", -1.0),
    "top seam counted twice": _terms_scaled("top", 2.0),
    "base seam taken for side seam": base_for_side,
    "lining does not follow the outer": lining_does_not_follow,
    "half the depth forgotten": _form(half_depth_forgotten),
    "back wider than the front": _form(only_the_back_is_wider),
    "risers taller than runs": _form(risers_too_tall),
    "depth rounded instead of the core": depth_rounded_instead_of_core,
    "cut-out measured from the seam lines": arms_from_seam_lines,
    "flat width read as the face": flat_reading_ignored,
    "strap tail at one end only": strap_tail_at_one_end,
    "strap folded in three": strap_folded_in_three,
    "hand without a width": hand_has_no_width,
    "interfacing caught in the base seam": interfacing_in_the_base_seam,
    "strap marked from the seam instead of the edge": strap_marked_from_the_seam,
    "gap longer than its seam": gap_over_the_corner,
    "gap gate forgotten": gap_gate_forgotten,
    "straps never checked": straps_never_checked,
    "square after sewing measured from the raw edges": _form_corner(
        BOXED_AFTER, lambda bag, mm: mm + mm_at(bag, "allowances.side")
    ),
    "corner seam forgotten in the square": _form_corner(
        BOXED_AFTER, lambda bag, mm: mm + mm_at(bag, "allowances.corner")
    ),
    "pinch of the whole depth": _form_corner(BOXED_PINCHED, lambda bag, mm: 2 * mm),
    "pinch measured from the fabric tip": _form_corner(
        BOXED_PINCHED, lambda bag, mm: mm - mm_at(bag, "allowances.base")
    ),
    "half the depth forgotten on whole panels": _half_depth_goes_nowhere,
    "pinch drawn from the raw corner": _pinch_drawn_from_the_raw_corner,
    "flat bag narrower than its sum": _flat_bag_narrower_than_its_sum,
    "corners trimmed before they are stitched": _corners_trimmed_before_they_are_stitched,
    "lining made longer instead of shorter": lining_longer_instead,
    "folded piece cut as one panel": _half_a_fold,
    "fold of a flat bag off its middle": _shape(FOLDED, lambda p: (p[0], p[1] or 4.0)),
    "folded-in base creased at the whole depth": _form_corner(FOLDED_IN, lambda bag, mm: 2 * mm),
    "folded-in creases not drawn": _no_marks(FOLDED_IN),
    "fold never seen to be level": _steps(FOLDED_IN, "fold level"),
    "second turn of the hem left out": _last_term_lost(DOUBLE_HEM, "allowance"),
    "hem folds not drawn": _no_marks(DOUBLE_HEM),
    "knife forgotten at the hem": _last_term_lost(OVERLOCKED_HEM, "allowance"),
    "single hem drawn nowhere": _no_marks(OVERLOCKED_HEM),
    "pressed edge left out": _last_term_lost(PRESSED_EDGES, "allowance"),
    "pressed edges never inspected": _steps(PRESSED_EDGES, "inspect"),
    "raw top edge never trued": _steps(RAW_EDGE, "true the top"),
    "raw top edge given a seam": lambda patch: GRAMMAR.with_variant(
        replace(RAW_EDGE, allowance=lambda bag, layer: (Term("Seam", 10, "No."),))
    ),
    "plain seam eats twice": _eats(PLAIN, _doubled),
    "second row of French left out": _eats(FRENCH, lambda terms: terms[:-1]),
    "French never trimmed": _trimmed_by_nobody(FRENCH),
    "stitched-down French eats its first row twice": _eats(FRENCH_STITCHED, lambda t: (t[0], *t)),
    "flat-felled eats half": _eats(FELLED, lambda t: tuple(replace(x, mm=x.mm / 2) for x in t)),
    "flat-felled never trimmed": _trimmed_by_nobody(FELLED),
    "knife's sliver left out of the seam": _eats(OVERLOCKED_FIRST, lambda terms: terms[:1]),
    "overcast seam eats twice": _eats(ZIGZAGGED, _doubled),
    "both edges of a lap grow": _lap_on_both,
    "raw edges given an allowance": _eats(RAW, lambda terms: (Term("Seam", 10, "No."),)),
    "edges of a strap turned once": _last_term_lost(EDGES_TURNED, "width"),
    "clean edge turned too": _make(CLEAN_EDGE, 1.5),
    "tube without its seam": _last_term_lost(TUBE, "width"),
    "webbing twice as wide": _kept_on_one_grid,
    "tuck left out of the strap": _last_term_lost(ON_HEM, "tail"),
    "end on the face not turned under": _last_term_lost(ON_FACE, "tail"),
    "strap ends not tucked": _last_term_lost(TUCKED, "tail"),
    "end left out of a strap from side to side": _last_term_lost(AT_SIDES, "tail"),
    "strap from side to side never seen to lie untwisted": _steps(AT_SIDES, "even"),
    "strap from side to side caught off the side": _ends_moved,
    "hem left out of a strap that stands in it": _last_term_lost(IN_TURN, "tail"),
    "strap in the hem never seen to be even": _steps(IN_TURN, "even"),
    "strap on the hem never seen to be even": _steps(ON_HEM, "even"),
    "strap on the face not marked": _no_marks(ON_FACE),
    "strap not caught in the base seam": _last_term_lost(TO_BASE, "tail"),
    "strap down to the base not marked": _no_marks(TO_BASE),
    "strap down to the base never sewn down": _steps(TO_BASE, "rows"),
    "ring under the base without its joins": _last_term_lost(UNDER_BASE, "tail"),
    "ring under the base never joined": _steps(UNDER_BASE, "ring"),
    "strap folded again from its raw end": rolled_from_its_end,
    "core of a folded strap as wide as ever": core_of_a_flat_strap,
    "tucked strap not marked": _no_marks(TUCKED),
    "gusset as long as the raw edge": _form_of(GUSSET, lambda form, bag: _strip_longer(form, 37)),
    "gusset without its second side": _form_of(GUSSET, lambda form, bag: _strip_longer(form, -243)),
    "corners rounder than they were asked for": _form_of(
        GUSSET, lambda form, bag: replace(form, listed={"": {"radius": form.rounded + 40}})
    ),
    "gusset never clipped": _steps(GUSSET, "clip strip"),
    "gusset join forgotten": _steps(GUSSET, "join"),
    "side panel as wide as the front": _form_of(SIDE_PANELS, lambda form, bag: _part_wider(form, "side", 30)),
    "front clipped after the sides are sewn": _steps(SIDE_PANELS, "clip corners"),
    "side panels without the step": _form_of(SIDE_PANELS, lambda form, bag: _part_higher(form, "side", 33)),
    "tube of the raw edge": _form_of(CIRCLE, lambda form, bag: _body_wider(form, 44)),
    "disc out by a tenth in radius": _form_of(CIRCLE, lambda form, bag: _disc_scaled(form, 1.1)),
    "stadium with one straight too few": _form_of(STADIUM, lambda form, bag: _disc_scaled(form, 0.8)),
    "oval taken for a circle": _form_of(ELLIPSE, lambda form, bag: _disc_scaled(form, 0.9)),
    "rounded corners left out of the way round": _form_of(ROUNDED, lambda form, bag: _body_wider(form, 53)),
    "rectangle as long as it is broad": _form_of(RECTANGLE, lambda form, bag: _disc_scaled(form, 0.7)),
    "base never matched to its tube": _steps(RECTANGLE, "matched"),
    "traced base cut on another outline": _form_of(TRACED, lambda form, bag: _disc_scaled(form, 0.9)),
    "traced tube of the cut line": _form_of(TRACED, lambda form, bag: _body_wider(form, 44)),
    "edge below the channel left out": _last_term_lost(CASING, "allowance"),
    "casing drawn nowhere": _no_marks(CASING),
    "channel of a bar left out": _last_term_lost(ON_BARS, "allowance"),
    "slits nobody marks": _no_marks(ON_BARS),
    "slits never hemmed": _steps(ON_BARS, "hem slits"),
    "one bar for two edges": lambda patch: GRAMMAR.with_variant(
        replace(ON_BARS, parts=lambda *given: tuple(replace(p, count=1) for p in ON_BARS.parts(*given)))
    ),
    "cord threaded through no casing": _steps(CASING, "stitch casing"),
    "blank no larger for its rows": quilted_without("Drawn in by its rows"),
    "blank without anything to spare": quilted_without("To spare at both sides"),
    "blank drawn in by the whole thickness": _rows_that_draw_in(1.5),
    "rows that begin at the raw edge": lambda patch: patch.setattr(quilted, "CLEAR_OF_EDGE", 0.0) or GRAMMAR,
    "blanks never looked at": _steps(QUILTED, "see blanks"),
    "blanks quilted by nobody": _steps(QUILTED, "quilt blanks"),
    "joins of strips left out": _strips_joined_with(0),
    "one allowance a join": _strips_joined_with(1),
    "join of a print left out": _strips_joined_with(0, prints),
    "what is joined to a print without its own allowance": _strips_joined_with(1, prints),
    "motifs on two base lines": _motifs_on_two_lines,
    "strips joined by nobody": _steps(WOVEN, "join strips"),
    "closing left out of the height": lambda patch: GRAMMAR.with_variant(
        replace(CASING, height=lambda bag: (Length("size.height").term(bag, "Finished height"),))
    ),
    "top seam twice above a channel": lambda patch: GRAMMAR.with_variant(
        replace(
            STITCHED_CHANNEL, allowance=lambda bag, layer: _doubled(STITCHED_CHANNEL.allowance(bag, layer))
        )
    ),
    "channel stitched by nobody": _steps(STITCHED_CHANNEL, "stitch channel"),
    "panels as high as without bands": lambda patch: GRAMMAR.with_variant(
        replace(BANDS, shorter=lambda bag, layer: ())
    ),
    "bands never seen to meet": _steps(BANDS, "bands meet"),
    "zip not counted in the height": _last_term_lost(ZIP, "allowance"),
    "unlined zip sewn at twice its seam": lambda patch: GRAMMAR.with_variant(
        replace(ZIP_UNLINED, allowance=lambda bag, layer: _doubled(ZIP_UNLINED.allowance(bag, layer)))
    ),
    "closed zip sewn in for good": _steps(ZIP, "half open"),
    "zip cut before it is tacked": _steps(ZIP, "tack zip"),
    "unlined bag turned with its zip closed": _steps(ZIP_UNLINED, "half open"),
    "window slit that nothing faces": _steps(ZIP, "window face"),
    "zip behind a window that is not open": _steps(ZIP, "window open"),
    "window as high again": _patched(sewn, "shows", lambda real: lambda bag: 2 * real(bag)),
    "tape that ends with its window": _patched(made, "past_window", lambda real: lambda bag: 0.0),
    "one piece that lacks its back": _form_of(
        SEAMED,
        lambda form, bag: _edit_faces(form, lambda p: (p[0], min(p[1], 9) if not form.mouth else p[1])),
    ),
    "strip that goes all the way round": _form_of(ALL_ROUND, _strip_all_round),
    "zip panel as deep as the whole": _last_term_lost(ZIP, "allowance"),
    "zip that is straight as it goes round": _form_of(ZIP_ROUND, _square_above),
    "arch cut without its base seam": _form_of(ZIP_ROUND, _lower_by_its_base),
    "base of an arch that nobody sews": _steps(ZIP_ROUND, "outer base"),
    "ring that nobody clips": _steps(ALL_ROUND, "clip strip"),
    "ring that nobody joins": _steps(ALL_ROUND, "outer ends"),
    "box pouch without its height": _form_of(BOX_POUCH, lambda form, bag: _body_wider(form, -71)),
    "box pouch with its side fold in another place": _form_of(
        BOX_POUCH, lambda form, bag: _edit_faces(form, lambda p: (p[0], p[1] + (5 if p[1] == 0 else 0)))
    ),
    "box pouch pinched by the whole height": _form_corner(BOX_POUCH, lambda bag, corner: 2 * corner),
    "box pouch pressed after its ends are sewn": _steps(BOX_POUCH, "press box"),
    "corners of a box cut off its fold": _form_of(
        BOX_POUCH_CUT,
        lambda form, bag: _edit_faces(form, lambda p: (p[0], p[1] + 4 if 0 < p[1] < 50 else p[1])),
    ),
}


def test_nothing_fails_without_a_fault() -> None:
    """The proofs pass on the bags that the faults are tried on."""
    assert broken() == []


@pytest.mark.parametrize("fault", FAULTS)
def test_a_planted_fault_is_caught(fault: str, monkeypatch: Patch) -> None:
    """A drafting fault breaks at least one proof."""
    assert broken(FAULTS[fault](monkeypatch)), f"nobody noticed: {fault}"


def _variants() -> Iterator[str]:
    yield from (f"{slot}.{kind}" for slot, kinds in GRAMMAR.slots.items() for kind in kinds)


def test_bags_reach_every_variant() -> None:
    """A variant that no bag here uses could carry a fault unseen."""
    used = {
        f"{v.slot}.{v.kind}" for spec in (*BAGS, *PUT_ON) for _, v in drafted(spec).bag.kinds.every_variant
    }
    assert set(_variants()) == used | {"interfacing.none"}, "add a bag that uses it"
