"""What every top edge ends with: the bag is laid flat and measured."""

from collections import Counter
from collections.abc import Callable

from ambitus.core.fields import AnyField
from ambitus.core.form.model import FOLD, Form
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.kinds import TOP_KIND
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Reading, Step


def top_phrase(
    words: str | Callable[[Resolved], str],
    choices: tuple[AnyField, ...] = (),
    fields: tuple[AnyField, ...] = (),
) -> Phrase:
    """Return the phrase of a top edge in *words*; *choices* are those besides its kind."""
    return Phrase(
        key="top",
        label="Top and lining",
        before=", ",
        says=lambda bag, view, prefix: words if isinstance(words, str) else words(bag),
        choices=(TOP_KIND, *choices),
        fields=fields,
    )


def turn_out(bag: Resolved, rank: int, *, needs: tuple[str, ...], lined: bool = False) -> tuple[Step, ...]:
    """
    Return the turning of an outer that was sewn with its wrong side out, to be done after *needs*; where its
    last seam left the right side out there is nothing to do. It gives ``right side out``.
    """
    return (
        Step(
            "turn out",
            "Turn the outer right side out" if lined else "Turn the bag right side out",
            "Push its corners out from inside with something blunt."
            + (" The lining stays as it is." if lined else ""),
            rank,
            needs=needs,
            gives=("right side out",),
            acts=(acts.TurnTo(("outer",), "right"),),
        ),
    )


def measure_back(form: Form, *, needs: tuple[str, ...], across: str = "Across the mouth, flat") -> Step:
    """Return the last step: what the tape reads beside what it should; *across* is where it is laid."""
    return Step(
        "measure back",
        "Lay the bag flat and measure it",
        "Write down what the tape reads beside what it should read.",
        710,
        needs=needs,
        gives=("measured",),
        reads=_readings(form, across),
        acts=(acts.See(("outer",), out="right"),),
    )


def _across(form: Form) -> dict[str, int]:
    """Return the classes of seam across the flat mouth, and how often: half of what lies round it."""
    faces = {face.name: face for face in form.faces}
    round_it: Counter[str] = Counter()
    for name, edge in form.mouth:
        edges = faces[name].edges
        at = faces[name].edge_index(edge)
        beside = (edges[at - 1].seam, edges[(at + 1) % len(edges)].seam)
        round_it.update(seam for seam in beside if seam != edges[at].seam)
    return {seam: edges // 2 for seam, edges in round_it.items()}


def _upwards(form: Form) -> dict[str, int]:
    """Return the classes of seam at the ends of a panel's height, and how often each."""
    body = next(face for face in form.faces if not face.part)
    high = next((m for m in body.measures if m.key == "height"), None)
    ends = [name for name in (high.low, high.high) if name != FOLD] if high else []
    found = Counter(body.edges[body.edge_index(name)].seam for name in ends)
    # over the fold of a piece both of its halves are measured
    return {seam: times // 2 if high and high.folds else times for seam, times in found.items()}


def _readings(form: Form, across: str) -> tuple[Reading, ...]:
    """Return what a tape reads on the finished bag: across, up and deep, or the three edges of a box."""
    if form.stance.closed and "breadth" in form.dimensions:
        return tuple(
            Reading(key, form.dimensions[key].label, form.mm(key)) for key in ("length", "breadth", "height")
        )
    deep = form.mm("depth") if "depth" in form.dimensions else 0.0
    return (
        Reading("mouth_flat", across, form.mm("flat_opening"), _across(form)),
        Reading("height", "Height", form.mm("height"), _upwards(form)),
        Reading("depth", "Depth at the base", deep),
    )
