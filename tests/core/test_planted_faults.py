"""Faults that a drafter makes, planted one at a time: each must break a proof."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

import pytest

from ambitus.core.cut import outline, pieces
from ambitus.core.form.model import Form, Mark
from ambitus.core.grammar.base import panels
from ambitus.core.grammar.base.boxed import BOXED
from ambitus.core.grammar.base.boxed import cut as boxed
from ambitus.core.grammar.base.boxed_after import BOXED_AFTER
from ambitus.core.grammar.base.boxed_pinched import BOXED_PINCHED
from ambitus.core.grammar.base.seamed import SEAMED
from ambitus.core.grammar.carry import strap as strap_module
from ambitus.core.grammar.carry.four_fold import FOUR_FOLD
from ambitus.core.grammar.carry.in_seam import IN_SEAM
from ambitus.core.grammar.contract import Grammar
from ambitus.core.grammar.interfacing import KEPT_OUT
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.top.turned_through import TURNED_THROUGH
from ambitus.core.steps.model import StepsUnordered
from bags import drafted, tote
from core.proofs import failures

Patch = pytest.MonkeyPatch
#: Unequal everywhere, so that no two allowances can stand in for each other unnoticed.
UNEQUAL = {"side": 12, "base": 9, "corner": 7, "top": 15}
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
    {
        "unit": "mm",
        "size": {"width": 431, "height": 287},
        "base": {"kind": "seamed"},
        "allowances": UNEQUAL,
        "carry": [{"from_side": 150}],
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
        real = pieces.finishes_for

        def faulty(bag: Any, layer: Any) -> Any:
            made = dict(real(bag, layer))
            if seam in made:
                made[seam] = tuple(replace(t, mm=t.mm * factor) for t in made[seam])
            return made

        patch.setattr(pieces, "finishes_for", faulty)
        return GRAMMAR

    return plant


def base_for_side(patch: Patch) -> Grammar:
    real = pieces.finishes_for
    patch.setattr(
        pieces, "finishes_for", lambda bag, layer: {**real(bag, layer), "side": real(bag, layer)["base"]}
    )
    return GRAMMAR


def lining_does_not_follow(patch: Patch) -> Grammar:
    real = pieces.finishes_for
    patch.setattr(
        pieces,
        "finishes_for",
        lambda bag, layer: {**real(bag, layer), **({"side": ()} if layer == "lining" else {})},
    )
    return GRAMMAR


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
    back = replace(wider.faces[1], group="back panel")
    return replace(form, faces=(form.faces[0], back))


def risers_too_tall(form: Form, bag: Any) -> Form:
    half = form.mm("depth") / 2
    return _edit_faces(form, lambda p: (p[0], p[1] + 3 if abs(p[1] - half) < 1e-6 else p[1]))


def depth_rounded_instead_of_core(patch: Patch) -> Grammar:
    patch.setattr(boxed, "settle_depth", lambda depth, corner, bag: bag.grid.fit(depth))
    return GRAMMAR


def arms_from_seam_lines(patch: Patch) -> Grammar:
    real = outline._worked

    def faulty(face: Any, measure: Any, finishes: Any, grid: Any) -> Any:
        if measure.key in ("across", "up"):
            side = {"side": (), "base": ()}
            return real(face, measure, {**finishes, **side}, grid)
        return real(face, measure, finishes, grid)

    patch.setattr(outline, "_worked", faulty)
    return GRAMMAR


def flat_reading_ignored(patch: Patch) -> Grammar:
    real = boxed.panel_width

    def faulty(bag: Any, depth: float, side: float) -> Any:
        flat, terms = real(bag, depth, side)
        return (flat + depth if bag.choice("base.width_means") == "flat" else flat), terms

    patch.setattr(boxed, "panel_width", faulty)
    return GRAMMAR


def strap_tail_at_one_end(patch: Patch) -> Grammar:
    real = IN_SEAM.tail
    return GRAMMAR.with_variant(
        replace(IN_SEAM, tail=lambda bag, p: tuple(replace(t, mm=t.mm / 2) for t in real(bag, p)))
    )


def strap_folded_in_three(patch: Patch) -> Grammar:
    real = FOUR_FOLD.width
    return GRAMMAR.with_variant(
        replace(FOUR_FOLD, width=lambda bag, p: tuple(replace(t, mm=t.mm * 3 / 4) for t in real(bag, p)))
    )


def hand_has_no_width(patch: Patch) -> Grammar:
    real = strap_module.visible_for_drop
    patch.setattr(strap_module, "visible_for_drop", lambda drop, gap, hold: real(drop, gap, hold) - hold)
    return GRAMMAR


def interfacing_in_the_base_seam(patch: Patch) -> Grammar:
    def faulty(bag: Any, outer: Any) -> Any:
        return tuple(t for t in outer if t.label == "Base seam")

    return GRAMMAR.with_variant(replace(KEPT_OUT, finish=faulty))


def strap_marked_from_the_seam(patch: Patch) -> Grammar:
    def faulty(bag: Any, prefix: str, form: Form, piece: Any) -> tuple[Mark, ...]:
        side, real = bag.mm("allowances.side"), IN_SEAM.marks(bag, prefix, form, piece)
        return tuple(replace(m, points=((m.points[0][0] - side, m.points[0][1]),)) for m in real)

    return GRAMMAR.with_variant(replace(IN_SEAM, marks=faulty))


def gap_over_the_corner(patch: Patch) -> Grammar:
    params = tuple(
        replace(p, default=lambda bag: bag.mm("size.width") + 20) if p.path == "gap" else p
        for p in TURNED_THROUGH.params
    )
    return GRAMMAR.with_variant(replace(TURNED_THROUGH, params=params))


def gap_gate_forgotten(patch: Patch) -> Grammar:
    return GRAMMAR.with_variant(
        replace(
            TURNED_THROUGH,
            steps=lambda bag, p, form: tuple(
                s for s in TURNED_THROUGH.steps(bag, p, form) if s.key != "gap open"
            ),
        )
    )


def straps_never_checked(patch: Patch) -> Grammar:
    return GRAMMAR.with_variant(
        replace(
            IN_SEAM,
            steps=lambda bag, p, form: tuple(replace(s, kind="step") for s in IN_SEAM.steps(bag, p, form)),
        )
    )


def _form_corner(base: Any, change: Callable[[Any, float], float]) -> Callable[[Patch], Grammar]:
    def plant(patch: Patch) -> Grammar:
        def faulty(bag: Any, finishes: Any) -> Form:
            made = base.form(bag, finishes)
            return replace(made, corner=change(bag, made.corner))

        return GRAMMAR.with_variant(replace(base, form=faulty))

    return plant


def _half_depth_goes_nowhere(patch: Patch) -> Grammar:
    real = panels.panel_height
    patch.setattr(panels, "panel_height", lambda bag, half, seams: real(bag, 0.0, seams))
    return GRAMMAR


def _pinch_drawn_from_the_raw_corner(patch: Patch) -> Grammar:
    def faulty(bag: Any, form: Form, piece: Any) -> tuple[Mark, ...]:
        s, sb = bag.mm("allowances.side"), bag.mm("allowances.base")
        return tuple(
            replace(m, points=tuple((x - s, y - sb) for x, y in m.points))
            for m in BOXED_PINCHED.marks(bag, form, piece)
        )

    return GRAMMAR.with_variant(replace(BOXED_PINCHED, marks=faulty))


def _flat_bag_narrower_than_its_sum(patch: Patch) -> Grammar:
    def faulty(bag: Any, finishes: Any) -> Form:
        return _edit_faces(SEAMED.form(bag, finishes), lambda p: (p[0] - (1.0 if p[0] else 0.0), p[1]))

    return GRAMMAR.with_variant(replace(SEAMED, form=faulty))


def _corners_trimmed_before_they_are_stitched(patch: Patch) -> Grammar:
    def faulty(bag: Any, prefix: str, form: Form) -> Any:
        return tuple(
            replace(s, needs=("outer seams pressed",), rank=1) if s.key == "outer trim corners" else s
            for s in BOXED_PINCHED.steps(bag, prefix, form)
        )

    return GRAMMAR.with_variant(replace(BOXED_PINCHED, steps=faulty))


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
        BOXED_AFTER, lambda bag, mm: mm + bag.mm("allowances.side")
    ),
    "corner seam forgotten in the square": _form_corner(
        BOXED_AFTER, lambda bag, mm: mm + bag.mm("allowances.corner")
    ),
    "pinch of the whole depth": _form_corner(BOXED_PINCHED, lambda bag, mm: 2 * mm),
    "pinch measured from the fabric tip": _form_corner(
        BOXED_PINCHED, lambda bag, mm: mm - bag.mm("allowances.base")
    ),
    "half the depth forgotten on whole panels": _half_depth_goes_nowhere,
    "pinch drawn from the raw corner": _pinch_drawn_from_the_raw_corner,
    "flat bag narrower than its sum": _flat_bag_narrower_than_its_sum,
    "corners trimmed before they are stitched": _corners_trimmed_before_they_are_stitched,
}


def test_nothing_fails_without_a_fault() -> None:
    """The proofs pass on the bags that the faults are tried on."""
    assert broken() == []


@pytest.mark.parametrize("fault", FAULTS)
def test_a_planted_fault_is_caught(fault: str, monkeypatch: Patch) -> None:
    """A drafting fault breaks at least one proof."""
    assert broken(FAULTS[fault](monkeypatch)), f"nobody noticed: {fault}"


def _kinds() -> Iterator[str]:
    yield from (v.kind for slot in GRAMMAR.slots.values() for v in slot.values())


def test_bags_reach_every_variant() -> None:
    """A variant that no bag here uses could carry a fault unseen."""
    used = {variant.kind for spec in BAGS for _, variant in drafted(spec).bag.bag.with_prefix}
    assert set(_kinds()) - used <= {"none"}, "add a bag that uses it"
