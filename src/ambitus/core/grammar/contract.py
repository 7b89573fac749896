"""What a variant declares, so that everything else can follow from it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Literal

from ambitus.core.fields import AnyChoice, AnyField, Length
from ambitus.core.grammar.asked import Param, Phrase, Section
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.lengths import Pair
from ambitus.core.sew.acts import Lies
from ambitus.core.sums import Term

if TYPE_CHECKING:
    from ambitus.core.checks.mechanism import Rule
    from ambitus.core.form.model import Form, Mark, Part, Piece
    from ambitus.core.form.sewn import Sewn
    from ambitus.core.grammar.blank import Blank
    from ambitus.core.grammar.given import Given
    from ambitus.core.read.cutlist import Reader, ToldExtra
    from ambitus.core.spec.resolved import Item, Resolved
    from ambitus.core.steps.model import Step

Slot = Literal["base", "top", "interfacing", "make", "attach", "extra", "seams", "cloth"]
Layer = Literal[
    "outer",
    "lining",
    "interfacing",
    "blank",
    "strip",
    "wadding",
    "backing",
    "strap",
    "strap core",
    "insert",
    "cord",
    "band",
    "loop",
    "zip",
    "tab",
    "pocket",
    "pocket core",
    "patch",
    "closure",
    "bar",
    "binding",
    "seam binding",
]

#: Cloth beyond the seam line, by class of seam, as terms for the sums. ``SHORTER`` is no seam: it is
#: what the layer is made less high than the bag.
Allowances = Mapping[str, tuple[Term, ...]]
SHORTER = "shorter"


def nothing_needed(_: "Resolved") -> str:
    """The ``needs`` of a variant that goes with everything."""
    return ""


def no_marks(_: "Item", __: "Form", ___: "Piece") -> "tuple[Mark, ...]":
    """The marks of a variant that asks for none."""
    return ()


def nothing_sewn(_: "Item", __: "Form", ___: Layer) -> "tuple[Sewn, ...]":
    """What is sewn for a variant that adds nothing at a place of its own."""
    return ()


def no_parts(_: "Item", __: "Form") -> "tuple[Part, ...]":
    """The parts of a variant that cuts nothing of its own."""
    return ()


def not_shorter(_: "Resolved", __: str) -> tuple[Term, ...]:
    """Nothing, of a top under which every layer is as high as the bag."""
    return ()


def none_unused(_: "Resolved") -> frozenset[str]:
    """The seam classes left out by a variant that always sews all of its own."""
    return frozenset()


def no_terms(_: "Item") -> tuple[Term, ...]:
    """A strap without a core, or an end that takes nothing from its core."""
    return ()


def plain_height(bag: "Resolved") -> tuple[Term, ...]:
    """The finished height as it was asked for, up to the top edge."""
    return (HEIGHT.term(bag, "Finished height"),)


def all_straight(_: "Resolved") -> str:
    """Return why no seam of a base has straights and curves: most have no curves."""
    return "its seams run straight"


def never(_: "Resolved") -> bool:
    """No, whatever the bag."""
    return False


def no_distance(_: "Resolved") -> float:
    """Nothing, of a top edge that is sewn where it ends."""
    return 0.0


def corner_of_form(_: "Resolved", form: "Form", __: Layer) -> float | None:
    """What is measured at a corner of a base whose layers are boxed alike."""
    return form.corner


def no_creases(_: "Item", __: float) -> tuple[float, ...]:
    """The creases of a strap that is not folded."""
    return ()


def no_blank(_: "Resolved") -> None:
    """Nothing: the panels are cut as they are."""
    return


def no_sizes(_: "Item", __: "Form") -> Mapping[str, float]:
    """The sizes of an extra that has none of its own."""
    return {}


def on_the_outer(_: "Item") -> Layer:
    """The layer of what lies on no other."""
    return "outer"


def nothing_read(_: "ToldExtra") -> Mapping[str, float]:
    """What is read of an extra that nothing is cut for."""
    return {}


@dataclass(frozen=True, slots=True)
class Stage:
    """
    One thing done to the form of a layer once its base has drawn it: ``change(bag, layer, form, allowances)``
    returns the form after it. Lower ranks come first: SIZES change what a size comes to, SEEN how the bag
    stands, DIVIDES cut a face in two, MADE_UP show what the parts are made up of.
    """

    rank: int
    change: "Callable[[Resolved, Layer, Form, Allowances], Form]"


SIZES, SEEN, DIVIDES, MADE_UP = 10, 20, 30, 40
Act = Callable[["Item", "Form"], "tuple[Step, ...]"]


@dataclass(frozen=True, kw_only=True)
class Variant:
    """
    What every variant declares.

    ``needs(resolved)`` returns an empty text where the variant goes with its neighbours, else the
    reason it does not. What it does is declared in one shape each: ``stages`` (form to form), ``parts``,
    ``marks``, ``acts`` and ``checks``; an item says which of the bag's variants is asked.
    """

    slot: Slot
    kind: str
    label: str
    help: str = ""
    params: tuple[Param, ...] = ()
    phrase: Phrase | None = None
    #: phrases that follow it in the sentence, where one would hold too much
    also: tuple[Phrase, ...] = ()
    #: its classes of seam, with their plain names
    classes: Mapping[str, str] = field(default_factory=dict)
    #: those of them that join the parts of a panel that is divided
    joins: tuple[str, ...] = ()
    #: the allowance that a class of its own usually has, where that is not the general one
    own_allowances: "Mapping[str, Pair]" = field(default_factory=dict)
    #: those of them that a choice of this bag does without
    unused: "Callable[[Resolved], frozenset[str]]" = none_unused
    needs: "Callable[[Resolved], str]" = nothing_needed
    #: what it does to the form of each layer
    stages: "tuple[Stage, ...]" = ()
    #: what is cut or bought for it besides the panels
    parts: "Callable[[Item, Form], tuple[Part, ...]]" = no_parts
    #: what is sewn, left open, caught and folded for it on the form of a layer, and marked there
    sewn: "Callable[[Item, Form, Layer], tuple[Sewn, ...]]" = nothing_sewn
    #: what else it marks on a piece
    marks: "Callable[[Item, Form, Piece], tuple[Mark, ...]]" = no_marks
    #: the work that it adds, to be sorted with the rest
    acts: "tuple[Act, ...]" = ()
    #: what else it is, for whoever asks for that by its type: see :meth:`Kinds.feature`
    features: tuple[object, ...] = ()
    #: what a bag with it is judged by, besides what every bag is
    checks: "tuple[Rule, ...]" = ()
    #: what the outer's panels are made up of, of an interfacing and of a cloth
    blank: "Callable[[Resolved], Blank | None]" = no_blank
    #: what a cut list tells of it besides the allowances of its classes: name there -> field
    listed: Mapping[str, Length] = field(default_factory=dict)
    #: choices that its pieces follow from, which a cut list tells by their field
    chosen: tuple[AnyChoice, ...] = ()
    #: measures that may be given in place of its fields
    givens: "tuple[Given, ...]" = ()
    #: how it looks cut through, for its tile and its page
    section: Section = ()

    @property
    def phrases(self) -> tuple[Phrase, ...]:
        """Its words in the sentence, in order."""
        return ((self.phrase,) if self.phrase else ()) + self.also

    def steps(self, item: "Item", form: "Form") -> "tuple[Step, ...]":
        """Return the steps of all its acts."""
        return tuple(step for act in self.acts for step in act(item, form))

    def own_form(self, item: "Item", forms: "Mapping[Layer, Form]") -> "Form":
        """Return the form that its parts and its work are worked out on."""
        return forms["outer"]


@dataclass(frozen=True, kw_only=True)
class Base(Variant):
    """
    A base: it makes the form. ``also_sewn`` are seams that have a kind but no allowance;
    ``form(resolved, allowances)`` settles the size on the cutting grid and draws it in seam lines.
    """

    slot: Slot = "base"
    also_sewn: Mapping[str, str] = field(default_factory=dict)
    form: "Callable[[Resolved, Allowances], Form]"
    read: "Reader"
    #: whether a bag on it has an edge that straps can hang from
    carries: bool = True
    #: whether its panels can be divided at a level: by a bottom of another cloth, or a facing
    divides: bool = True
    #: whether corners are cut out of its panels before they are sewn
    notched: bool = False
    #: whether its panels run from a mouth along the middle of its upper side round to a seam below
    runs_round: bool = False
    #: whether a gusset of it goes all round, with the zip in it
    all_round: bool = False
    #: whether its zip goes up one side of its panels, over the top and down the other, from base to base
    zip_round: bool = False
    #: whether its panels can be cut as one that is wrapped round, with one side seam
    wraps: bool = False
    #: whether front and back can be one piece that hangs together along its top edge, a fold
    hinges: bool = False
    #: whether front and back are one piece round, whose sides are no seams of its front
    one_piece: "Callable[[Resolved], bool]" = never
    #: whether one seam, of the class of its sides, runs round its sides and its base
    one_seam: bool = False
    #: whether its sides are panels of their own, with no seam in their middle
    side_panels: bool = False
    #: defaults that follow from this base, before those of the preset: field (``carry.from_side``) -> rule
    usual: "Mapping[AnyField, Callable[[Resolved], float | str]]" = field(default_factory=dict)
    #: the kinds that its own classes of seam take where the maker has chosen none for them
    brings_seams: Mapping[str, str] = field(default_factory=dict)
    #: how many layers of each sewn layer lie in its end seams, where they are most
    end_layers: int = 2
    #: what is measured at a corner that is boxed after sewing, of one layer
    corner: "Callable[[Resolved, Form, Layer], float | None]" = corner_of_form
    #: why no seam of it has both straights and curves, or nothing where one has
    no_curves: "Callable[[Resolved], str]" = all_straight
    #: straight stretch of seam that a turning gap could use, by seam class, from the size asked for
    straight: "Callable[[Resolved], Mapping[str, float]]"


@dataclass(frozen=True, kw_only=True)
class Top(Variant):
    """
    A top edge: the layers it asks for, its allowance on each, and the marks it makes on pieces.

    ``brings`` are the kinds that its neighbours take where the maker has not chosen any: a hemmed bag
    has no lining to hide interfacing, and sews its straps to the hem.
    """

    slot: Slot = "top"
    layers: tuple[Layer, ...]
    allowance: "Callable[[Resolved, Layer], tuple[Term, ...]]"
    brings: Mapping[Slot, str] = field(default_factory=dict)
    #: the finished height, as a maker would add it up
    height: "Callable[[Resolved], tuple[Term, ...]]" = plain_height
    #: what a layer is made less high than the bag
    shorter: "Callable[[Resolved, Layer], tuple[Term, ...]]" = not_shorter
    #: how far below the finished edge its panels are sewn to what closes them
    sewn_below: "Callable[[Resolved], float]" = no_distance
    #: whether nothing is sewn round its mouth once the sides are
    sewn_flat: "Callable[[Resolved], bool]" = never
    #: the class of seam that joins what meets at the mouth, and whether its two sides are sewn to each other
    mouth_seam: str = "top"
    shut: bool = False
    #: what it takes of a panel's top edge, from a cut list's (allowances, measures)
    read: Callable[[Mapping[str, float], Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Interfacing(Variant):
    """
    An interfacing policy: the allowance of each edge, from the one its outer has there.

    With a ``blank`` it lies in what the outer's panels are made up of, and has no pieces of its own.
    """

    slot: Slot = "interfacing"
    cuts: bool = True
    #: the one part of the bag that it lies in; nothing for all of it
    part: str = ""
    allowance: "Callable[[Resolved, tuple[Term, ...]], tuple[Term, ...]]"


@dataclass(frozen=True, slots=True)
class Row:
    """
    One thing done to a seam: a row of stitching, a trim, a pressing.

    ``title`` holds ``{seam}`` for the seam's own words, or ``{edges}`` for those of its edges. ``no_return``
    rows cannot be taken back. ``edges`` is
    what becomes of the two edges: sewn to each other, trimmed, held together beside that, or worked apart.
    """

    key: str
    title: str
    say: str
    lengths: tuple[tuple[str, float], ...] = ()
    no_return: bool = False
    settings: str = ""
    edges: Literal["sewn", "trimmed", "together", "apart"] = "sewn"
    #: how the edges lie while it is sewn
    lies: Lies = "right"
    #: what has to be ready for it besides the row before it
    needs: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class SeamKind(Variant):
    """
    A kind of seam: what it eats of each edge, how it is sewn, and how it is read back.

    ``eats(resolved, class, name, over)`` are the terms of one edge; ``over`` is whether the edge is the
    upper one, where that matters. ``own`` is the allowance this kind takes unless the class has its own.
    ``sews`` are the classes it can be sewn on; the others stay plain.
    """

    slot: Slot = "seams"
    sews: frozenset[str] = frozenset({"side", "base", "corner", "gusset", "ring", "end"})
    #: whether its raw edges are enclosed or overcast
    finished: bool
    #: whether an allowance can be given for it
    takes_allowance: bool = True
    #: whether its two edges are cut differently
    laps: bool = False
    #: whether one row of it can turn a corner
    turns: bool = True
    #: whether the right side of the cloth is out when it is sewn last
    right_out: bool = False
    eats: "Callable[[Resolved, str, str, bool], tuple[Term, ...]]"
    own: "Callable[[Resolved], tuple[float, str]] | None" = None
    #: what stands beyond the seam line once it is sewn, of an allowance: (resolved, class, mm sewn)
    stands: "Callable[[Resolved, str, float], float]"
    rows: "Callable[[Resolved, str, float], tuple[Row, ...]]"
    #: what the seams' pressing says
    press: str
    #: what it eats of an edge: (allowance of the class, the fields told, over)
    read: Callable[[float, Mapping[str, float], bool], float]


@dataclass(frozen=True, kw_only=True)
class Make(Variant):
    """
    How a strap is made: the terms of its cut width from the finished width, and its creases.

    ``cut_across`` is false for what is bought at its width. ``finished`` is the width that a cut width
    makes; ``read_width`` says the same from a cut list's numbers.
    """

    slot: Slot = "make"
    width: "Callable[[Item], tuple[Term, ...]]"
    core_width: "Callable[[Item], tuple[Term, ...]]" = no_terms
    creases: "Callable[[Item, float], tuple[float, ...]]" = no_creases
    cut_across: bool = True
    layers: int
    #: thickness of one layer where it is not the outer cloth, in mm
    thickness: float | None = None
    #: numbers that its strap's row in a cut list tells
    row_tells: tuple[Length, ...] = ()
    finished: "Callable[[Item, float], float]"
    read_width: Callable[[float, Mapping[str, float], Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Extra(Variant):
    """
    Something put on, in or round a bag, an item of its list of extras.

    ``adds`` are its words where it is offered. ``sizes`` are its finished sizes on a form, by the leaf of
    their field; ``read`` finds the same from what a cut list tells of it.
    """

    slot: Slot = "extra"
    adds: str = ""
    #: whether it is put into the top edge last, as strap ends are that are tucked in
    at_mouth: bool = False
    #: the layer that it lies on, whose form it is worked out on
    lies_on: "Callable[[Item], Layer]" = on_the_outer
    sizes: "Callable[[Item, Form], Mapping[str, float]]" = no_sizes
    read: "Callable[[ToldExtra], Mapping[str, float]]" = nothing_read
    #: what a cut list tells of the line that it was cut along, where a maker may have drawn that
    read_line: "Callable[[ToldExtra], Mapping[str, str]] | None" = None

    def own_form(self, item: "Item", forms: "Mapping[Layer, Form]") -> "Form":
        """Return the form of the layer that it lies on; of one that its bag has not, the outer's."""
        return forms.get(self.lies_on(item), forms["outer"])


@dataclass(frozen=True, kw_only=True)
class Attach(Variant):
    """
    How a strap is attached: the cloth beyond its visible end, and the marks it makes on a face.

    ``tops`` and ``bases`` are the kinds of top edge and of base it goes with, or none for all. ``tail(item,
    form)`` is worked out on the sizes asked for where there is no form yet. ``crossed(item)`` is how many
    layers of outer, of lining and of strap lie under the needle at its end. A strap that ``runs`` lies on the
    face all the way down: its end is caught in the base seam, or it goes on under the base.
    """

    slot: Slot = "attach"
    #: in the making sentence
    says: str
    tops: tuple[str, ...] = ()
    bases: tuple[str, ...] = ()
    runs: Literal["", "caught", "under"] = ""
    #: whether its ends are put into the hem before that is stitched
    under_hem: bool = False
    #: whether there is one of it, from side to side, and not one at the front and one at the back
    single: bool = False
    #: fields of its make that say nothing in it
    hides: frozenset[AnyField] = frozenset()
    tail: "Callable[[Item, Form | None], tuple[Term, ...]]"
    core_short: "Callable[[Item], tuple[Term, ...]]" = no_terms
    crossed: "Callable[[Item], tuple[int, int, int]]"
    #: numbers that its strap's row in a cut list tells
    row_tells: tuple[Length, ...] = ()
    #: what one end gives up: (allowances, measures, what the strap's row tells)
    read_tail: Callable[[Mapping[str, float], Mapping[str, float], Mapping[str, float]], float]

    def fits(self, top: str, base: str) -> bool:
        """Whether it goes with the top edge of kind *top* and the base of kind *base*."""
        return (not self.tops or top in self.tops) and (not self.bases or base in self.bases)
