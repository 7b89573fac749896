"""What every top edge ends with: the bag is laid flat and measured."""

from collections.abc import Callable

from ambitus.core.fields import AnyField
from ambitus.core.form.model import Form
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.kinds import TOP_KIND
from ambitus.core.grammar.reads import depth_edges, lid_edges, mouth_reading, upward_edges
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


def _readings(form: Form, across: str) -> tuple[Reading, ...]:
    """Return what a tape reads on the finished bag: across, up and deep, or three sizes of a lidded one."""
    if form.stance.closed and "breadth" in form.dimensions:
        keys = ("length", "breadth", "belly" if "belly" in form.dimensions else "height")
        lidded = lid_edges(form)
        return tuple(
            Reading(key, form.dimensions[key].label, form.mm(key), lidded.get(key, {})) for key in keys
        )
    deep = form.mm("depth") if "depth" in form.dimensions else 0.0
    if form.drawn_out:
        across = "Along the zip, from join to join"
    elif form.stance.profile:
        across = "Along the zip, from base to base"
    return (
        mouth_reading(form, across),
        Reading("height", "Height", form.mm("height"), upward_edges(form)),
        Reading("depth", "Depth at the base", deep, depth_edges(form)),
    )
