"""The zip as a thing with a width: its tape, what its seam takes, and what of it shows."""

from ambitus.core.grammar.contract import Layer, Option, Param, Phrase
from ambitus.core.lengths import View, paired, snap
from ambitus.core.spec.resolved import Resolved, ZipFacts
from ambitus.core.sums import Term
from ambitus.core.words import within

#: What a foot needs between the teeth and its row on both sides together.
FOOT = paired(4)

#: The seam of a zip is narrower than the general one, so that the foot runs beside the teeth.
OWN_ALLOWANCE = {"zip": paired(6)}


def facts_of(bag: Resolved) -> ZipFacts:
    """Return what is known of the kind of zip that is chosen."""
    return bag.facts.zips[bag.choice("top.zip")]


TAPE_PARAMS = (
    Param(
        "zip",
        "Zip",
        "choice",
        "coil",
        options=(
            Option("coil", "Coil", "Soft and bendy; a needle may cross its teeth slowly."),
            Option("moulded", "Moulded", "Thick plastic teeth: never sewn across."),
            Option("metal", "Metal", "Teeth of metal: never sewn across."),
        ),
    ),
    Param(
        "zip_used",
        "Bought as",
        "choice",
        "cut",
        options=(
            Option("cut", "A longer one, cut to length", "Its end is tacked and cut off; easy to sew in."),
            Option("whole", "One that is used whole", "Both stops lie inside the seams."),
            Option("metre", "By the metre, with a slider", "No stops: both ends are caught or covered."),
        ),
    ),
    Param(
        "zip_ends",
        "Its ends",
        "choice",
        "caught",
        options=(
            Option("caught", "Caught in the seams", "The zip is as long as the mouth is wide."),
            Option("folded", "Under tabs folded over them", "Narrowed: a tab at each end fills the rest."),
            Option("seamed", "Seamed to tabs", "Narrowed: a tab is sewn across each end of the zip."),
        ),
    ),
    Param(
        "narrow_by",
        "Narrowed to",
        "choice",
        "tab",
        options=(
            Option("tab", "The tab that shows", "The opening is what is left of the mouth."),
            Option("opening", "The opening", "The tabs share what is left of the mouth."),
        ),
        shown_unless=("zip_ends", "caught"),
    ),
    Param(
        "tab_of",
        "Tabs of",
        "choice",
        "cloth",
        options=(
            Option("cloth", "Cloth", "Cut as wide as the tape."),
            Option("ribbon", "Lace or ribbon", "Bought as wide as the tape."),
        ),
        shown_unless=("zip_ends", "caught"),
    ),
    Param(
        "tab_edges",
        "Short edges of the tabs",
        "choice",
        "plain",
        options=(
            Option("plain", "Left as cut", "They lie inside the seam."),
            Option("turned", "Pressed in", "A turn more at each end."),
        ),
        shown_unless=("zip_ends", "caught"),
    ),
    Param(
        "zip_counts",
        "Height runs to",
        "choice",
        "counted",
        options=(
            Option("counted", "The middle of the closed zip", "Half of what shows of the zip counts."),
            Option("left_out", "The edge of the cloth", "The zip is left out; the bag comes out higher."),
        ),
    ),
    Param(
        "closes_at",
        "Closed with the slider",
        "choice",
        "right",
        options=(
            Option("right", "At the right", "Seen from the front."),
            Option("left", "At the left", "Seen from the front."),
        ),
    ),
    Param(
        "teeth_at_seams",
        "Teeth in the seams",
        "choice",
        "out",
        options=(
            Option("out", "Taken out", "Pulled one by one wherever a row crosses."),
            Option("left", "Left in", "Only where no row crosses them."),
        ),
        shown_unless=("zip", "coil"),
    ),
    Param(
        "tape",
        "Zip tape, wide",
        "length",
        lambda bag: facts_of(bag).tape.mm(bag.unit),
        low=10,
        high=100,
        help="The whole zip from edge to edge.",
        why="A usual width; measure yours.",
        opens="zip/width",
    ),
    Param(
        "teeth",
        "Teeth, wide",
        "length",
        lambda bag: facts_of(bag).teeth.mm(bag.unit),
        low=1,
        high=20,
        help="Of the closed zip: the foot runs beside them.",
        why="A usual width for this kind; measure yours.",
    ),
    Param(
        "zip_opening",
        "Zip opening",
        "length",
        lambda bag: paired(100).mm(bag.unit),
        low=10,
        high=3000,
        shown_when=("narrow_by", "opening"),
        help="Between the two tabs.",
        opens="zip/length",
    ),
    Param(
        "tab",
        "Tab, visible",
        "length",
        paired(25),
        low=3,
        high=1500,
        shown_when=("narrow_by", "tab"),
        help="At each end of the zip.",
        opens="tab end/length",
    ),
    Param(
        "tab_turn",
        "Turn of the tab",
        "length",
        paired(6),
        low=2,
        high=25,
        shown_when=("tab_edges", "turned"),
    ),
    Param(
        "zip_in_hand",
        "Zip in hand",
        "length",
        optional=True,
        low=30,
        high=3000,
        help="One that is there already, from stop to stop: you are told whether it goes in.",
    ),
)
TAPE_CHOICES = (
    "top.zip",
    "top.zip_used",
    "top.zip_ends",
    "top.narrow_by",
    "top.tab_of",
    "top.tab_edges",
    "top.zip_counts",
    "top.closes_at",
    "top.teeth_at_seams",
)
TAPE_FIELDS = ("top.tape", "top.teeth", "top.zip_opening", "top.tab", "top.tab_turn", "top.zip_in_hand")


def shows(bag: Resolved) -> float:
    """Return how much of the closed zip shows between front and back, in mm: the tape less both its seams."""
    return snap(bag.mm("top.tape") - 2 * bag.mm("allowances.zip"))


def most_seam(bag: Resolved) -> float:
    """Return the widest seam that leaves room for a foot beside the teeth: (tape − teeth − 4 mm) / 2."""
    return snap((bag.mm("top.tape") - bag.mm("top.teeth") - FOOT.mm(bag.unit)) / 2)


def is_counted(bag: Resolved) -> bool:
    """Return whether the finished height runs to the middle of the closed zip."""
    return bag.chose("top.zip_counts", "counted")


def finish(bag: Resolved, layer: Layer) -> tuple[Term, ...]:
    """Return what a panel reaches past the finished height at its zip edge: the seam less half of the zip."""
    seam = bag.term("Zip seam", "allowances.zip")
    if not is_counted(bag) and not is_box(bag):
        return (seam,)
    why = "The height runs to the middle of the closed zip; half of what shows is not cloth."
    return (seam, Term("Half of the zip that shows", -snap(shows(bag) / 2), why))


def is_box(bag: Resolved) -> bool:
    """Return whether the base is that of a box pouch, whose breadth runs to the middle of the zip."""
    return "end" in bag.bag.base.classes


def sewn_below(bag: Resolved) -> float:
    """Return how far below the finished height the row lies that sews a panel to the zip."""
    return snap(shows(bag) / 2) if is_counted(bag) or is_box(bag) else 0.0


def left_out(bag: Resolved) -> float:
    """Return what the bag comes out higher by where the zip is not counted."""
    return snap(shows(bag) / 2) if bag.chose("top.zip_counts", "left_out") else 0.0


def is_narrowed(bag: Resolved) -> bool:
    """Return whether tabs fill a part of the mouth at both ends of the zip."""
    return not bag.chose("top.zip_ends", "caught")


def as_one(bag: Resolved) -> bool:
    """Return whether no lining is sewn up by itself: a zipped bag is then turned through its zip."""
    return bag.chose("top.turned", "zip") or "lining" not in bag.bag.top.layers


def end_class(bag: Resolved) -> str:
    """Return the class of seam that catches the ends of the zip: the side seams, or those of a box pouch."""
    return next((key for key in ("end", "side") if key in bag.bag.sewn), next(iter(bag.bag.sewn)))


def no_mouth(bag: Resolved) -> str:
    """Return why a zip cannot lie between front and back on this base, or nothing."""
    base = bag.bag.base
    if base.kind in ("gusset", "side_panels"):
        return "the sides stand between front and back, where the zip’s ends would have to be caught"
    if bag.chose("base.panels", "one"):
        return "a tube of one panel has one side seam, and the zip has two ends"
    return ""


def _says(bag: Resolved, view: View, prefix: str) -> str:
    words = f"closed by a {within(facts_of(bag).label)}"
    return f"{words} narrowed by tabs" if is_narrowed(bag) else words


ZIP_PHRASE = Phrase("zip", "Zip", ", ", _says, TAPE_CHOICES, TAPE_FIELDS)
