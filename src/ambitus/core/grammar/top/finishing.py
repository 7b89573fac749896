"""What every top edge ends with: the bag is laid flat and measured."""

from ambitus.core.form.model import Form
from ambitus.core.steps.model import Step


def measure_back(form: Form, *, needs: tuple[str, ...]) -> Step:
    """Return the last step: what the tape reads beside what it should read."""
    return Step(
        "measure back",
        "Lay the bag flat and measure it",
        "Write down what the tape reads beside what it should read.",
        710,
        needs=needs,
        gives=("measured",),
        reads=(
            ("Across the mouth, flat", form.mm("flat_opening")),
            ("Height", form.mm("height")),
            ("Depth at the base", form.mm("depth") if "depth" in form.dimensions else 0.0),
        ),
    )
