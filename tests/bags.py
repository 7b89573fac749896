"""Bags for tests: random specs, and one short way from a spec to a draft."""

from dataclasses import replace
from typing import Any

from hypothesis import strategies as st

from ambitus.core.draft import Draft, draft
from ambitus.core.grammar.contract import Grammar
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Grid
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped

#: A grid so fine that nothing to speak of is rounded.
UNROUNDED = Grid(0.0001)


def drafted(given: dict[str, Any], grammar: Grammar = GRAMMAR, *, rounded: bool = True) -> Draft:
    """Return the draft of a spec given as plain data."""
    bag = resolve(Spec.model_validate(given), grammar, shipped())
    return draft(bag if rounded else replace(bag, grid=UNROUNDED))


def tote(width: float = 340, height: float = 280, depth: float = 120, **more: Any) -> dict[str, Any]:
    """Return a tote in mm as plain data."""
    return {"unit": "mm", "size": {"width": width, "height": height, "depth": depth}, **more}


def _mm(low: float, high: float) -> st.SearchStrategy[float]:
    return st.integers(int(low * 100), int(high * 100)).map(lambda n: n / 100)


@st.composite
def totes(draw: st.DrawFn) -> dict[str, Any]:
    """Any tote that can be cut: every base there is, unequal allowances, both unit sets, every grid."""
    unit = draw(st.sampled_from(["mm", "cm", "in"]))
    allowances = {key: draw(_mm(3, 25)) for key in ("side", "base", "corner", "top")}
    depth = draw(_mm(max(20, 2 * allowances["corner"] + 1), 260))
    face, height = draw(_mm(60, 700)), draw(_mm(60, 700))
    kind = draw(st.sampled_from(list(GRAMMAR.slots["base"])))
    params = {p.path: p for p in GRAMMAR.slots["base"][kind].params}
    deep = "size.depth" in params
    means = draw(st.sampled_from(["face", "flat"])) if deep else "face"
    width = face if means == "face" else face + depth
    size = {"width": width, "height": height, **({"depth": depth} if deep else {})}
    base = {"kind": kind, **({"width_means": means} if deep else {})}
    if "pinch" in params:
        base["pinch"] = draw(st.sampled_from(["point", "line"]))
    strap = {
        "width": draw(_mm(12, 60)),
        "held": draw(st.sampled_from(["hand", "shoulder"])),
        "past": draw(_mm(0, 60)),
        **draw(
            st.one_of(
                st.fixed_dictionaries({"measure": st.just("drop"), "drop": _mm(60, 900)}),
                st.fixed_dictionaries({"measure": st.just("length"), "length": _mm(900, 1800)}),
            )
        ),
        **draw(
            st.one_of(
                st.fixed_dictionaries({"place": st.just("gap"), "gap": _mm(40, 300)}),
                st.fixed_dictionaries({"place": st.just("side_seam"), "from_side": _mm(5, 25)}),
                st.fixed_dictionaries({"place": st.just("face_edge"), "from_face": _mm(0, 25)}),
            )
        ),
    }
    interfacing = draw(
        st.one_of(
            st.fixed_dictionaries({"kind": st.sampled_from(["none", "full", "kept_out"])}),
            st.fixed_dictionaries({"kind": st.just("inset"), "inset": _mm(0.5, 15)}),
        )
    )
    steps = [1.0, 2.0, 5.0] if unit != "in" else [25.4 / 16, 25.4 / 8, 25.4 / 4]
    return {
        "unit": unit,
        "grid": {"step": draw(st.sampled_from(steps)), "rounding": draw(st.sampled_from(["nearest", "up"]))},
        "size": size,
        "base": base,
        "top": {"gap_in": draw(st.sampled_from(["base", "side"]))},
        "interfacing": interfacing,
        "allowances": allowances,
        "carry": [strap],
    }
