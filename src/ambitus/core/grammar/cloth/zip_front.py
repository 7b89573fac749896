"""A front of two pieces with a zip between them, and a backing behind: a pocket as wide as the front."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.form.model import Form, Part
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.blank import Ply
from ambitus.core.grammar.cloth.fields import (
    DOUBLED_CLOTH,
    FRONT_COVER,
    FRONT_COVERS,
    FRONT_SPARE,
    FRONT_STRIP,
    FRONT_TAPE,
    FRONT_ZIP,
    MADE,
)
from ambitus.core.grammar.cloth.strips import up_to_ruler
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.grammar.extra.zipped import coil_tape, zip_strip
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Sum, Term, to_grid

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): teeth and a foot beside them need so much between both seams, a piece beside them so much.
LEAST_ZIP, LEAST_PIECE = paired(10), paired(15)
#: how the pieces of such a front are called
STRIP, FACE, BACKING, COVER = "zip strip", "zip face", "zip backing", "zip cover"


def is_zip_front(bag: Resolved) -> bool:
    """Return whether the front is made up round the zip of a pocket."""
    return MADE.is_(bag, "zip")


def no_zip_front(bag: Resolved) -> str:
    """Return why the front of a bag cannot be made up round the zip of a pocket, or nothing."""
    if not is_zip_front(bag):
        return ""
    if bag.kinds.interfacing.kind == "quilted":
        return "a quilted front is one blank, and its pocket would be quilted shut"
    if DOUBLED_CLOTH.is_(bag, "doubled"):
        return "two layers worked as one would sew its pocket shut"
    if bag.kinds.base.zip_round:
        return "its front is round above, where its zip goes: a pocket is made of straight strips"
    return "its panels run round it: it has no front for a pocket" if bag.kinds.base.runs_round else ""


ZIP_FRONT_PARAMS = (
    Param(
        FRONT_STRIP,
        "Strip above the zip, as cut",
        "length",
        Pair(55, Fraction(9, 4)),
        low=15,
        high=600,
        shown_when=(MADE, "zip"),
        help="From the raw top edge to the raw edge at the zip.",
    ),
    Param(
        FRONT_TAPE,
        "Tape of its zip, wide",
        "length",
        coil_tape,
        low=15,
        high=80,
        shown_when=(MADE, "zip"),
    ),
    Param(FRONT_ZIP, "Seam of its zip", "length", paired(6), low=2, high=30, shown_when=(MADE, "zip")),
    Param(
        FRONT_SPARE,
        "To trim at the foot",
        "length",
        paired(12),
        low=0,
        high=60,
        shown_when=(MADE, "zip"),
        help="Tapes differ: the front is made up longer, and trimmed.",
    ),
    Param(
        FRONT_COVERS,
        "Ends of its zip",
        "choice",
        "caught",
        options=(
            Option("caught", "Caught in the side seams", "The pocket opens as wide as the front."),
            Option("covered", "Under covers", "A fold of cloth over each end: no teeth in a seam."),
        ),
        shown_when=(MADE, "zip"),
    ),
    Param(
        FRONT_COVER,
        "Cover, visible",
        "length",
        paired(15),
        low=4,
        high=120,
        shown_if=lambda bag: is_zip_front(bag) and covered(bag),
    ),
)


def _seam(bag: Resolved, sign: int = 1) -> Term:
    return FRONT_ZIP.term(bag, "Zip seam", sign)


def zip_shows(bag: Resolved) -> float:
    """Return how much of the pocket's closed zip shows, in mm: its tape less both its seams."""
    return snap(FRONT_TAPE.of(bag) - 2 * FRONT_ZIP.of(bag))


def covered(bag: Resolved) -> bool:
    """Return whether the ends of the zip lie under covers."""
    return FRONT_COVERS.is_(bag, "covered")


def _strip_shows(bag: Resolved) -> tuple[Term, ...]:
    return (FRONT_STRIP.term(bag, "Strip above the zip", -1), _seam(bag))


def face_cut(bag: Resolved, panel: float) -> Sum:
    """Return how high the face is cut of a front cut *panel* mm high: P − (k − z) − g + z, and to spare."""
    gap = Term("Shows of the zip", -zip_shows(bag), "Its tape, less both its seams.", "derived")
    whole = Term("The front, as cut", panel, "From raw edge to raw edge.")
    spare = FRONT_SPARE.term(bag, "To trim at the foot")
    return up_to_ruler(bag, (whole, *_strip_shows(bag), gap, _seam(bag), spare))


def backing_cut(bag: Resolved, panel: float) -> Sum:
    """Return how high the backing is cut: P − (k − z) + z, its top in the strip's seam, and to spare."""
    whole = Term("The front, as cut", panel, "From raw edge to raw edge.")
    spare = FRONT_SPARE.term(bag, "To trim at the foot")
    return up_to_ruler(bag, (whole, *_strip_shows(bag), _seam(bag), spare))


def _beside(bag: Resolved) -> str:
    """Return the class of the seams beside the front."""
    every = (*(key for key in ("side", "gusset", "end") if key in bag.kinds.sewn), *bag.kinds.sewn)
    return every[0]


def _cover(bag: Resolved) -> tuple[Sum, Sum]:
    """Return how wide and high a cover is cut: doubled over an end of the zip, its ends in the side seam."""
    seam = edge_terms(bag, _beside(bag))
    shown = FRONT_COVER.term(bag, "Visible").scaled(2, "Doubled over the zip’s end.", 2)
    long = (shown, *(t.scaled(2, "Both halves are caught in it.", 2) for t in seam))
    wide = (FRONT_TAPE.term(bag, "Zip tape"),)
    return to_grid("How wide to cut it", long, bag.grid), to_grid("How high to cut it", wide, bag.grid)


def plies_of(bag: Resolved, wide: float, high: float) -> tuple[Ply, ...]:
    """Return what a front cut *wide* by *high* mm is made up of, besides its zip."""
    across = Sum("How wide to cut it", (Term("The front, as cut", wide, "From raw edge to raw edge."),))
    strip = Sum("How high to cut it", (FRONT_STRIP.term(bag, "Strip above the zip"),))
    behind = "lining" if "lining" in bag.kinds.top.layers else "outer"
    heights = (
        (STRIP, "outer", strip),
        (FACE, "outer", replace(face_cut(bag, high), label="How high to cut it")),
        (BACKING, behind, replace(backing_cut(bag, high), label="How high to cut it")),
    )
    out = [Ply("strip", called, of, across, tall, hangs=True) for called, of, tall in heights]
    if covered(bag):
        long, tall = _cover(bag)
        out.append(Ply("strip", COVER, "outer", long, tall, each=2))
    return tuple(out)


def levels_of(bag: Resolved, looks: str) -> Iterator[tuple[float, str]]:
    """Yield how far below the raw top edge the zip and the face begin, in mm, and the layer seen there."""
    zip_at = snap(FRONT_STRIP.of(bag) - FRONT_ZIP.of(bag))
    yield zip_at, "zip"
    yield snap(zip_at + max(zip_shows(bag), 0.0)), looks


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the zip of the pocket."""
    bag = item.bag
    if not is_zip_front(bag):
        return ()
    long = Term("The front, as cut", front_cut(bag, form, "width"), "From raw edge to raw edge.")
    return (zip_strip(item, (long,), "Cut off once its slider is in.", FRONT_TAPE.term(bag, "Tape")),)


def zip_key(item: Item) -> str:
    """Return the key of the zip."""
    return f"closure zip {item.at}"


def opens(bag: Resolved, form: Form) -> Sum:
    """Return how wide the pocket opens in use: from seam to seam, less its covers and its slider."""
    side = sum(t.mm for t in edge_terms(bag, _beside(bag)))
    wide = Term("The front", snap(front_cut(bag, form, "width") - 2 * side), "From seam to seam.")
    slider = bag.facts.zips["coil"].slider.mm(bag.unit)
    terms = [wide, Term("The slider, pushed open", -slider, "It lies in the opening.", "default")]
    if covered(bag):
        terms.insert(1, FRONT_COVER.term(bag, "Cover").scaled(-2, "One at each end.", 2))
    return Sum("The pocket opens, in use", tuple(terms))


def zip_front_steps(item: Item, form: Form, cut: tuple[acts.Act, ...], again: str) -> tuple[Step, ...]:
    """Return the making up of the front round its zip; *cut* is how it is cut, *again* what is said of it."""
    bag = item.bag
    cloth, high = bag.cloth("outer"), front_cut(bag, form, "height")
    cover = (
        " Fold a cover over each end of the zip first, its fold where the opening ends."
        if covered(bag)
        else ""
    )
    return (
        Step(
            "cut strips",
            "Measure and cut the pieces of the front",
            f"The strip, the face and the backing, as wide as the front; face and backing longer than they "
            f"end up.{again}",
            101,
            needs=("cloth pressed",),
            gives=("strips cut",),
            acts=cut,
            kind="no return",
            cautions=("blade",),
        ),
        Step(
            "join strips",
            "Sew the zip of the front between its strip and its face, the backing behind",
            "Zip and strip right sides together, the backing’s right side to the back of the tape, all edges "
            f"level: one row takes all three. Then the face to the other edge of the tape.{cover} Fold all "
            f"away from the teeth, press, and stitch beside them.",
            101.5,
            needs=("strips cut",),
            gives=("cloth pieced",),
            acts=(acts.MakeUp("outer", iron=True, into=(zip_key(item),)),),
            settings=f"{stitched(cloth, None, 'zip foot')} Iron: {cloth.iron}. Keep it off the coil.",
            lengths=(("Zip seam", FRONT_ZIP.of(bag)), ("Shows of the zip", max(0.0, zip_shows(bag)))),
            reads=(
                Reading("pieced", "The front once it is joined, high", snap(high + FRONT_SPARE.of(bag))),
                Reading("pocket_opens", "The pocket opens, in use", max(0.0, opens(bag, form).total)),
            ),
            cautions=("needle over teeth", "coil", "hot iron"),
        ),
        Step(
            "front slider",
            "See that the slider of the front’s zip lies well inside",
            "In its middle, both ends of the zip tacked across just inside the edge of the front: what "
            "stands out is cut off with the trimming, and a slider on it would be too.",
            101.7,
            needs=("cloth pieced",),
            gives=("blanks made up",),
            acts=(acts.See(),),
            kind="gate",
            seen="inside",
        ),
    )


@check(
    "bands",
    72,
    "front-zip-narrow",
    "stop",
    "The seams of the front’s zip lie on its teeth",
    "tape − 2 × zip seam < 10 mm",
    "Between both seams the teeth and a foot beside them need room.",
    "The needle strikes the teeth, and the slider does not pass.",
)
def front_zip_narrow(draft: "Draft") -> Iterator[Fired]:
    bag, least = draft.bag, LEAST_ZIP.mm(draft.bag.unit)
    if is_zip_front(bag) and (shows := zip_shows(bag)) < least - 1e-9:
        most = at_most(bag, (FRONT_TAPE.of(bag) - least) / 2)
        wider = at_least(bag, least + 2 * FRONT_ZIP.of(bag))
        yield fired(
            FRONT_ZIP,
            "A tape of {tape} with two seams leaves {shows}.",
            "Sew it in at {most} or less, or take a wider tape.",
            remedies=(*((to(FRONT_ZIP, most),) if most >= 2 else ()), to(FRONT_TAPE, wider)),
            tape=FRONT_TAPE.of(bag),
            shows=shows,
            most=most,
        )


@check(
    "bands",
    74,
    "front-zip-off",
    "stop",
    "The front’s zip has no cloth beside it",
    "less than 15 mm | 5/8 in of the strip between the zip and the top seam, or of the face above the foot",
    "Above and below the zip there has to be something to sew, and to get hold of.",
    "There is no pocket, or its zip lies in a seam.",
)
def front_zip_off(draft: "Draft") -> Iterator[Fired]:
    bag, least = draft.bag, LEAST_PIECE.mm(draft.bag.unit)
    if not is_zip_front(bag):
        return
    high, seam = front_cut(bag, draft.form, "height"), FRONT_ZIP.of(bag)
    taken = sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
    under = snap(draft.form.height + taken)
    low = snap(least + taken + seam)
    top = snap(min(high, under) - max(zip_shows(bag), 0.0) + seam - least)
    cut = FRONT_STRIP.of(bag)
    if low - 1e-9 <= cut <= top + 1e-9:
        return
    near = at_least(bag, low) if cut < low else at_most(bag, top)
    yield fired(
        FRONT_STRIP,
        "A strip of {cut} above a zip on a front cut {high} high.",
        "Cut it between {low} and {top}." if low <= top else "Make the bag higher, or leave the pocket out.",
        remedies=(*((to(FRONT_STRIP, near),) if low <= near <= top else ()), to(MADE, "whole")),
        cut=cut,
        high=high,
        low=at_least(bag, low),
        top=at_most(bag, top),
    )


@check(
    "bands",
    76,
    "front-zip-small",
    "note",
    "A hand does not go into the front’s pocket",
    "the front’s zip opens less than 100 mm",
    "What lies at the bottom has to be shaken out.",
    "Fine for small things.",
)
def front_zip_small(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if is_zip_front(bag) and (wide := opens(bag, draft.form).total) < 100 - 1e-9:
        yield fired(
            FRONT_COVERS,
            "It opens {wide}.",
            "Fine for small things; a hand needs 100 mm.",
            remedies=(to(FRONT_COVERS, "caught"),) if covered(bag) else (),
            wide=max(0.0, wide),
        )


ZIP_FRONT_CHECKS = (front_zip_narrow, front_zip_off, front_zip_small)
