"""What every top edge ends with: the bag is laid flat and measured."""

from collections.abc import Callable

from ambitus.core.fields import AnyField
from ambitus.core.form.model import Form
from ambitus.core.grammar.contract import Phrase
from ambitus.core.grammar.kinds import TOP_KIND
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step


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


def measure_back(form: Form, *, needs: tuple[str, ...]) -> Step:
    """Return the last step: what the tape reads beside what it should read."""
    return Step(
        "measure back",
        "Lay the bag flat and measure it",
        "Write down what the tape reads beside what it should read.",
        710,
        needs=needs,
        gives=("measured",),
        reads=_readings(form),
    )


def _readings(form: Form) -> tuple[tuple[str, float], ...]:
    """Return what a tape reads on the finished bag: across, up and deep, or the three edges of a box."""
    if form.stance.closed and "breadth" in form.dimensions:
        return tuple((form.dimensions[key].label, form.mm(key)) for key in ("length", "breadth", "height"))
    return (
        ("Across the mouth, flat", form.mm("flat_opening")),
        ("Height", form.mm("height")),
        ("Depth at the base", form.mm("depth") if "depth" in form.dimensions else 0.0),
    )
