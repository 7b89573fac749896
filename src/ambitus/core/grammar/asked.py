"""What a variant asks for and how it says so: fields, options, words in the sentence, and its section."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from ambitus.core.fields import AnyChoice, AnyField
from ambitus.core.lengths import Pair, View

if TYPE_CHECKING:
    from ambitus.core.spec.resolved import Resolved


@dataclass(frozen=True, slots=True)
class Option:
    """One value of a choice, with the words a maker reads."""

    key: str
    label: str
    help: str = ""
    #: how it looks cut through, where a picture tells it from the others
    section: "Section" = ()


@dataclass(frozen=True, slots=True)
class Param:
    """
    What a variant asks for: one of its fields, with the words, default and range that it has there.

    A field of a list (``carry.drop``) is asked for every item of it. Lengths have a default (a Pair, or a
    rule from what is resolved so far) and a range in mm; choices have options; an outline is written as
    points. An optional length may be left out. ``shown_when`` and ``shown_unless`` hide a field that a
    choice makes pointless; it keeps its value.
    """

    path: AnyField
    label: str
    kind: Literal["length", "choice", "allowance", "outline"]
    default: "Pair | str | Callable[[Resolved], float | str] | None" = None
    low: float = 0.0
    high: float = 3000.0
    options: tuple[Option, ...] = ()
    optional: bool = False
    shown_when: tuple[AnyChoice, str] | None = None
    shown_unless: tuple[AnyChoice, str] | None = None
    #: the same by a rule, where it hangs on another part of the bag
    shown_if: "Callable[[Resolved], bool] | None" = None
    #: whether one of its options is offered in this bag; what is chosen always is
    offered: "Callable[[Resolved, str], bool] | None" = None
    help: str = ""
    #: the option under which its variant goes with most neighbours, tried where it does not go with one
    way_out: str = ""
    #: whether its default follows from the kinds alone, so that others may follow from it
    early: bool = False
    #: whether its rule asks only for fields declared before it, so that an allowance may follow from it
    at_once: bool = False
    #: the layer and dimension whose sum this field goes into first: ``outer/width``
    opens: str = ""
    #: the piece that its tiles tell of, by layer and part, where that is not what their phrase tells of
    tells: tuple[str, str] | None = None
    #: whether its tiles show the standing bag, though the rest of their phrase is told in words
    standing: bool = False
    why: str = "An ordinary trade value; change it if yours differs."


@dataclass(frozen=True, slots=True)
class Phrase:
    """
    A variant's words in the making sentence.

    ``before`` is plain text, ``says`` the button's words. Its tiles offer ``choices`` (field paths);
    ``fields`` are the lengths shown beneath them.
    """

    key: str
    label: str
    before: str
    says: "Callable[[Resolved, View, str], str]"
    choices: tuple[AnyField, ...] = ()
    fields: tuple[AnyField, ...] = ()
    #: what comes before of one strap and not a pair
    before_one: str = ""


@dataclass(frozen=True, slots=True)
class Stroke:
    """
    One line of a section: what is seen where a seam, an edge or a strap is cut through.

    Sections are drawn in a box 100 wide and 60 high, y downwards, not to scale: they tell one way of
    sewing from another.
    """

    style: Literal["outer", "other", "strap", "stitch", "overcast"]
    points: tuple[tuple[float, float], ...]


Section = tuple[Stroke, ...]
