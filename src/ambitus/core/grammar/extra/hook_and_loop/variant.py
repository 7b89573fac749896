"""Hook-and-loop tape: two strips that hold each other, sewn on round their edges."""

from fractions import Fraction

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import (
    CENTRE_BY,
    CLOSURE_LONG,
    FROM_SEAM,
    FROM_TOP_EDGE,
    ON,
    TAPE_HIGH,
)
from ambitus.core.grammar.extra.halves import CENTRE_PARAMS, ON_PARAM, bought, half_steps, put_halves
from ambitus.core.grammar.extra.words import has_face
from ambitus.core.lengths import Pair, paired
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, to_grid


def _box(item: Item) -> tuple[float, float]:
    return item.bag.grid.fit(CLOSURE_LONG.of(item)), TAPE_HIGH.of(item)


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    long = to_grid("How long to cut it", (CLOSURE_LONG.term(item, "Tape"),), item.bag.grid)
    high = Sum("How wide to buy it", (TAPE_HIGH.term(item, "Tape"),))
    return (bought(item, "Hook-and-loop tape", long, high, 2),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    pieces = (f"closure {item.at}",)
    return put_halves(item, form, layer, "Hook-and-loop tape", _box(item), pieces)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return tuple(
        half_steps(
            item,
            form,
            "tape",
            title="Sew both strips of the tape on",
            say="Close to the edge all round, corners rounded off first; the hooks on the side "
            "away from what is "
            "carried.",
            pieces=(f"closure {item.at}",),
            cautions=(),
        )
    )


HOOK_AND_LOOP = Extra(
    kind="hook_and_loop",
    label="Hook-and-loop tape",
    adds="hook-and-loop tape",
    help="A strip of hooks and one of loops, sewn on round their edges.",
    params=(
        ON_PARAM,
        Param(CLOSURE_LONG, "Tape, long", "length", paired(50), low=10, high=1000),
        Param(TAPE_HIGH, "Tape, wide", "length", Pair(20, Fraction(3, 4)), low=5, high=120),
        *CENTRE_PARAMS,
    ),
    phrase=Phrase(
        "hook_and_loop",
        "Hook-and-loop tape",
        ", with ",
        lambda bag, view, at: "hook-and-loop tape",
        choices=(ON, CENTRE_BY),
        fields=(CLOSURE_LONG, TAPE_HIGH, FROM_TOP_EDGE, FROM_SEAM),
    ),
    needs=has_face,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=EXTRA_CHECKS,
    lies_on=ON.of,
)
