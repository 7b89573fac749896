"""What is cut at the same time: so many of a bag, and other plans beside it."""

from collections.abc import Callable
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoices, OtherPlan, Times
from ambitus.core.layout.of_bag import Beside
from ambitus.core.layout.sources import wrong
from ambitus.core.spec.model import Spec


class TimesSet(BaseModel):
    """How many of the bag are cut, or of the plan beside it that is named."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["times"]
    plan: str = Field(default="", max_length=40)
    times: Times


class OtherAdded(BaseModel):
    """Another plan that is cut at the same time."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["other added"]
    other: OtherPlan


class OtherTakenOut(BaseModel):
    """A plan that is not cut at the same time after all."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["other taken out"]
    plan: str = Field(max_length=40)


TogetherEdit = TimesSet | OtherAdded | OtherTakenOut


def together_after(choices: ClothChoices, edit: TogetherEdit) -> ClothChoices:
    """
    Return *choices* after what is cut at the same time was changed. Pins that the change leaves without their
    piece do not hold any more, and are told so where they are laid.

    Raises:
        SpecProblems: If a plan is there already, is not, or is one too many.
    """
    if isinstance(edit, TimesSet) and not edit.plan:
        return choices.model_copy(update={"times": edit.times})
    others = {other.id: other for other in choices.others}
    if isinstance(edit, OtherAdded):
        if edit.other.id in others:
            raise wrong(
                "others", edit.other.name, f"“{edit.other.name}” is cut with it already.", "Cut more of it."
            )
        if len(others) == _MOST:
            why = f"{_MOST} plans are cut with it already."
            raise wrong("others", edit.other.name, why, "Take one out first.")
        others[edit.other.id] = edit.other
    elif edit.plan not in others:
        raise wrong("others", edit.plan, "No such plan is cut with it.", "Choose one that is.")
    elif isinstance(edit, TimesSet):
        others[edit.plan] = others[edit.plan].model_copy(update={"times": edit.times})
    else:
        del others[edit.plan]
    return choices.model_copy(update={"others": list(others.values())})


#: as many plans beside a bag as its choices hold
_MOST = 8


def beside_of(choices: ClothChoices, drafted: Callable[[Spec], Draft]) -> tuple[Beside, ...]:
    """Return the bags that are cut with a bag, worked out."""
    return tuple(Beside(other.name, drafted(other.spec), other.times) for other in choices.others)
