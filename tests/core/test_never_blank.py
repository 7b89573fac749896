"""Whatever its numbers, as long as a field takes them, a bag is drafted, judged, drawn and told."""

from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Variant
from ambitus.core.grammar.features import cords_in
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.shown.by_volume import volumes
from ambitus.core.shown.closing import closing_shown
from ambitus.core.shown.present import present
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.model import Spec
from bags import drafted, sizes_of
from conftest import examples

#: as small and as large as fields go, and what lies between
SIZES = [20, 25, 40, 100, 300, 1500]


def _at_its_ends(param: Param) -> st.SearchStrategy[Any]:
    if param.kind == "choice":
        return st.sampled_from([o.key for o in param.options])
    return st.sampled_from([param.low, param.low + 10, (param.low + param.high) / 2, param.high])


def _fields(variant: Variant) -> st.SearchStrategy[dict[str, Any]]:
    own = [p for p in variant.params if "." not in p.path and p.kind != "outline"]
    return st.fixed_dictionaries({}, optional={p.path: _at_its_ends(p) for p in own})


@st.composite
def extreme(draw: st.DrawFn) -> dict[str, Any]:
    """Any base under any top, every number at an end of its range or left out."""
    base = draw(st.sampled_from(sorted(GRAMMAR.slots["base"])))
    top = draw(st.sampled_from(sorted(GRAMMAR.slots["top"])))
    return {
        "unit": draw(st.sampled_from(["mm", "in"])),
        "size": {key: draw(st.sampled_from(SIZES)) for key in sizes_of(base)},
        "base": {"kind": base, **draw(_fields(GRAMMAR.slots["base"][base]))},
        "top": {"kind": top, **draw(_fields(GRAMMAR.slots["top"][top]))},
        "cloth": draw(_fields(GRAMMAR.slots["cloth"]["woven"])),
        "carry": draw(st.sampled_from([[], [{}]])),
    }


@settings(max_examples=examples(150), deadline=None)
@given(extreme())
def test_a_stop_never_blanks_the_bag(spec: dict[str, Any]) -> None:
    """Every answer comes, whatever the checks say."""
    made = drafted(spec)
    shown = present(made, Spec.model_validate(spec), spec["unit"])
    assert shown.pieces
    assert shown.holds
    assert sheet(made, spec["unit"]).pieces
    assert made.steps
    assert bool(closing_shown(made, spec["unit"])) == (cords_in(made) is not None)
    assert volumes(made, spec["unit"], "12 l").now == shown.holds
