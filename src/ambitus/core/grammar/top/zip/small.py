"""Small pieces that go with a zip: tabs at its ends, a tab to hold on to, a loop for the wrist, a pull."""

from collections.abc import Iterator

from ambitus.core.form.model import Form, Mark, Strip
from ambitus.core.grammar.allowances import GENERAL
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.elastic import elastic_loop
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.top.zip.fields import (
    GRAB,
    GRAB_AT,
    GRAB_SHOWS,
    GRAB_WIDE,
    PULL,
    PULL_SHOWS,
    PULL_WIDE,
    TAB,
    TAB_BY,
    TAB_CUT,
    TAB_EDGES,
    TAB_OF,
    TAB_TURN,
    TAPE,
    WRIST,
    WRIST_ROUND,
    WRIST_SHOWS,
    WRIST_WIDE,
    ZIP_ENDS,
)
from ambitus.core.grammar.top.zip.made import tab_shows, under_tab
from ambitus.core.grammar.top.zip.tape import end_class, is_tabbed, sliders
from ambitus.core.lengths import View, paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, to_grid

SMALL_PARAMS = (
    Param(
        GRAB,
        "Tab to hold on to",
        "choice",
        "none",
        tells=("tab", "hold"),
        options=(
            Option("none", "None", "The pouch is held by its corner."),
            Option("ribbon", "Lace or ribbon", "Bought at its width, doubled, caught beside the zip."),
            Option("cloth", "Cloth", "Folded in four, doubled, caught beside the zip."),
        ),
    ),
    Param(
        GRAB_SHOWS,
        "Tab to hold, visible",
        "length",
        paired(25),
        low=8,
        high=200,
        shown_unless=(GRAB, "none"),
    ),
    Param(
        GRAB_AT,
        "Tab to hold, at",
        "choice",
        "one",
        options=(
            Option("one", "The closing end", "To pull against as the slider closes."),
            Option("both", "Both ends", "One to pull against, whichever way it runs."),
        ),
        shown_unless=(GRAB, "none"),
    ),
    Param(GRAB_WIDE, "Tab to hold, wide", "length", paired(15), low=4, high=80, shown_unless=(GRAB, "none")),
    Param(
        WRIST,
        "Loop for the wrist",
        "choice",
        "none",
        tells=("tab", "wrist"),
        options=(
            Option("none", "None", ""),
            Option("cloth", "Cloth", "Folded in four and doubled; caught beside the zip."),
            Option("elastic", "Elastic in a tube", "Stretches over the hand, then holds the wrist."),
        ),
    ),
    Param(
        WRIST_SHOWS,
        "Loop, visible",
        "length",
        lambda bag: paired(180).mm(bag.unit),
        low=60,
        high=400,
        shown_when=(WRIST, "cloth"),
        help="Doubled: the hand goes through twice this.",
    ),
    Param(
        WRIST_ROUND,
        "Elastic, round the wrist",
        "length",
        lambda bag: paired(180).mm(bag.unit),
        low=80,
        high=400,
        shown_when=(WRIST, "elastic"),
        help="Unstretched, from seam to seam.",
    ),
    Param(WRIST_WIDE, "Loop, wide", "length", paired(15), low=5, high=60, shown_unless=(WRIST, "none")),
    Param(
        PULL,
        "Pull on the slider",
        "choice",
        "none",
        tells=("tab", "pull"),
        options=(
            Option("none", "None", "The slider’s own."),
            Option("ribbon", "Lace or ribbon", "Folded through the slider and stitched."),
            Option("cord", "Cord", "Folded through the slider and knotted."),
            Option("cloth", "Cloth", "Folded in four, through the slider, stitched."),
        ),
    ),
    Param(PULL_SHOWS, "Pull, visible", "length", paired(40), low=10, high=200, shown_unless=(PULL, "none")),
    Param(PULL_WIDE, "Pull, wide", "length", paired(6), low=2, high=40, shown_unless=(PULL, "none")),
)
SMALL_CHOICES = (GRAB, GRAB_AT, WRIST, PULL)
SMALL_FIELDS = (
    GRAB_SHOWS,
    GRAB_WIDE,
    WRIST_SHOWS,
    WRIST_ROUND,
    WRIST_WIDE,
    PULL_SHOWS,
    PULL_WIDE,
)


def _says(bag: Resolved, view: View, prefix: str) -> str:
    hung = (
        (GRAB.of(bag), "tabs to hold" if GRAB_AT.is_(bag, "both") else "a tab to hold"),
        (WRIST.of(bag), "a wrist loop"),
        (PULL.of(bag), "a pull"),
    )
    chosen = [words for kind, words in hung if kind != "none"]
    if not chosen:
        return "nothing hung on it"
    *first, last = chosen
    return f"with {', '.join(first)} and {last}" if first else f"with {last}"


SMALL_PHRASE = Phrase("small", "Tabs and pulls", ", ", _says, SMALL_CHOICES, SMALL_FIELDS)
_IN_FOUR = "Folded in four: both edges to the middle, then in half."
_BOUGHT = "Lace or ribbon"


def seam_of(bag: Resolved) -> float:
    """Return what the seam takes in which small pieces are caught, in mm."""
    return sum(t.mm for t in edge_terms(bag, end_class(bag)))


def _ends(bag: Resolved) -> Term:
    return Term("Seam", 2 * seam_of(bag), "Both ends are caught in it.", times=2)


def _doubled(visible: Term, *more: Term) -> tuple[Term, ...]:
    return (visible.scaled(2, "Doubled.", 2), *more)


def _in_four(bag: Resolved, wide: Term) -> Sum:
    four = wide.scaled(4, _IN_FOUR, 4)
    return to_grid("How wide to cut it", (four,), bag.grid)


def _bought(wide: Term) -> Sum:
    return Sum("How wide to buy it", (wide,))


def shows_of_tab(item: Item) -> float:
    """Return what shows of a tab that is cut so long: half of it, less what its ends and its folds take."""
    bag = item.bag
    taken = _ends(bag).mm
    if ZIP_ENDS.is_(bag, "seamed"):
        taken += 2 * under_tab(bag)
    if TAB_OF.is_(bag, "cloth") and TAB_EDGES.is_(bag, "turned"):
        taken += 2 * TAB_TURN.of(bag)
    return snap((TAB_CUT.of(bag) - taken) / 2)


TAB_GIVEN = Given(
    TAB_BY, "cut", TAB_CUT, TAB, shows_of_tab, "Half of the tab as it is cut, less its seams and turns."
)


def end_tabs(bag: Resolved, form: Form) -> Strip | None:
    """
    Return the tabs that fill the mouth beside a narrowed zip, one at each end of it.

    Doubled, and caught in the seam; seamed across the zip they take that seam too. As wide as the tape.
    """
    if not is_tabbed(bag):
        return None
    seamed = ZIP_ENDS.is_(bag, "seamed")
    across = under_tab(bag)
    terms = [*_doubled(tab_shows(bag, form), _ends(bag))]
    if seamed:
        terms.append(Term("Seam across the zip", 2 * across, "Both halves are sewn to it.", "default", 2))
    cloth = TAB_OF.is_(bag, "cloth")
    if cloth and TAB_EDGES.is_(bag, "turned"):
        turn = TAB_TURN.term(bag, "Turn")
        terms.append(turn.scaled(2, "Pressed in at both short edges.", 2))
    length = to_grid("How long to cut it", terms, bag.grid)
    tape = TAPE.term(bag, "Zip tape")
    width = Sum("How wide to cut it" if cloth else "How wide to buy it", (tape,))
    half = Sum(
        "To the middle", (Term("Half of its length", snap(length.total / 2), "The same from both ends."),)
    )
    middle, high = length.total / 2 - seam_of(bag), tape.mm
    label = "Cut across: one half on each face of the zip" if seamed else "Fold, over the zip’s end"
    mark = Mark(
        "cut-out" if seamed else "crease",
        label,
        ((middle, 0.0), (middle, high)),
        "short end",
        (("from a short end", half),),
    )
    return Strip(
        "tab",
        "end",
        "Tab at the zip’s end",
        2,
        length,
        width,
        seam_of(bag),
        "" if cloth else _BOUGHT,
        (mark,),
    )


def _caught(bag: Resolved) -> Iterator[Strip]:
    """Yield the small pieces that are caught in a seam beside the zip."""
    ends = _ends(bag)
    if not GRAB.is_(bag, "none"):
        wide, cloth = GRAB_WIDE.term(bag, "Width"), GRAB.is_(bag, "cloth")
        length = to_grid("How long to cut it", _doubled(GRAB_SHOWS.term(bag, "Visible"), ends), bag.grid)
        width = _in_four(bag, wide) if cloth else _bought(wide)
        many = 2 if GRAB_AT.is_(bag, "both") else 1
        yield Strip(
            "tab", "hold", "Tab to hold on to", many, length, width, seam_of(bag), "" if cloth else _BOUGHT
        )
    if WRIST.is_(bag, "cloth"):
        length = to_grid("How long to cut it", _doubled(WRIST_SHOWS.term(bag, "Visible"), ends), bag.grid)
        width = _in_four(bag, WRIST_WIDE.term(bag, "Width"))
        yield Strip("tab", "wrist", "Loop for the wrist", 1, length, width, seam_of(bag))
    if WRIST.is_(bag, "elastic"):
        elastic, wide = WRIST_ROUND.term(bag, "Elastic"), WRIST_WIDE.term(bag, "Width")
        seams = Term("Seam", 2 * GENERAL.of(bag), "Sewn to a tube.", GENERAL.source(bag), 2)
        loop = elastic_loop(elastic, wide, (ends,), seams, bag.grid, bag.unit)
        yield Strip("tab", "wrist", "Tube for the wrist", 1, loop.long, loop.wide, seam_of(bag))
        yield Strip(
            "tab", "elastic", "Elastic for the wrist", 1, loop.elastic, _bought(wide), seam_of(bag), "Elastic"
        )


def _pull(bag: Resolved) -> Iterator[Strip]:
    """Yield the pull on the slider."""
    if PULL.is_(bag, "none"):
        return
    cord, cloth = PULL.is_(bag, "cord"), PULL.is_(bag, "cloth")
    ends = paired(25 if cord else 10).mm(bag.unit)
    why = "For the knot." if cord else "Turned in and stitched down."
    more = Term("Ends", 2 * ends, why, "default", 2)
    length = to_grid("How long to cut it", _doubled(PULL_SHOWS.term(bag, "Visible"), more), bag.grid)
    wide = PULL_WIDE.term(bag, "Width")
    width = _in_four(bag, wide) if cloth else _bought(wide)
    material = "Cord" if cord else "" if cloth else _BOUGHT
    yield Strip("tab", "pull", "Pull", sliders(bag), length, width, ends, material)


def small_strips(bag: Resolved, form: Form) -> tuple[Strip, ...]:
    """Return every small piece but the zip itself."""
    tabs = end_tabs(bag, form)
    return (*((tabs,) if tabs else ()), *_caught(bag), *_pull(bag))
