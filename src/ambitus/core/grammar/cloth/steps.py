"""Working two layers as one, and joining a bottom of another cloth, before anything else is sewn."""

from dataclasses import dataclass

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.cloth.fields import BASE_LINE, DOUBLED_CLOTH, MADE, ONCE, STRIPS_FIT
from ambitus.core.grammar.cloth.pieced import band_shows, joins_of, runs_across, to_piece
from ambitus.core.grammar.cloth.prints import is_widened
from ambitus.core.grammar.cloth.strips import alternates, front_only, is_pieced
from ambitus.core.grammar.cloth.zip_front import is_zip_front, zip_front_steps
from ambitus.core.grammar.cut_size import bottom_cut, front_cut
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

#: what the outer's panels give once they are whole
PANELS = ("outer panels laid", "outer panels ready", "outer top known")


def laid_out(bag: Resolved) -> tuple[str, ...]:
    """Return what is given once the outer's pieces lie ready: whole panels, or pieces to be joined."""
    made_up = has_bottom(bag) or DOUBLED_CLOTH.is_(bag, "doubled")
    return ("outer pieces laid",) if made_up else _whole(bag)


def _whole(bag: Resolved) -> tuple[str, ...]:
    """Return what is given once panels are whole; where they differ in make they have to be made even."""
    return ("outer panels uneven",) if front_only(bag) else PANELS


def is_all_there_is(bag: Resolved) -> bool:
    """Return whether the outer's cloth cannot be bought again."""
    return ONCE.is_(bag, "once")


def cut_of(layers: tuple[str, ...], *, once: bool) -> tuple[acts.Act, ...]:
    """Return the drawing, cutting and marking of *layers*; measured twice of what there is only *once*."""
    again = (acts.MeasureAgain(only=layers),) if once else ()
    return (acts.Draw(only=layers), *again, acts.Cut(only=layers), acts.MarkAll(only=layers))


#: said where what is all there is is cut
MEASURED_AGAIN = " Measure every piece a second time before the first is cut: there is no more of the cloth."


@dataclass(frozen=True, slots=True)
class _Said:
    """
    How what panels are pieced of is told: what is cut, how, the title of its joining, and how it is joined;
    what is cut and the title again for a bag of which the front alone is pieced.
    """

    what: str
    cut: str
    title: str
    joined: str
    one: str
    title_of_one: str


_SAID = {
    "strips": _Said(
        "strips that the panels are pieced of",
        "All in one go, along one straight edge: strips that differ by a millimetre lean once "
        "they are joined.",
        "Join the strips of every panel",
        "Right sides together, one to the next, each seam begun where the last one ended. Press every "
        "join to one side, all the same way.",
        "strips that the front is pieced of",
        "Join the strips of the front",
    ),
    "widened": _Said(
        "prints and the strips beside them",
        "{every} print with its picture in the middle of the piece, its edges along the grain.",
        "Join the strips to the prints",
        "Right sides together, a strip to either side of the print. Press the joins away from the print.",
        "print and the strips beside it",
        "Join the strips to the print",
    ),
    "lengthened": _Said(
        "prints and the bands below them",
        "{every} print with its picture where it is to stand below the top edge, its edges along the grain.",
        "Join the bands to the prints",
        "Right sides together, the band to the lower edge of the print. Press the join down.",
        "print and the band below it",
        "Join the band to the print",
    ),
    "two": _Said(
        "motifs that the panels are joined of",
        "The base line first, at one distance above the lower edge of every piece, under both motifs alike.",
        "Join the two motifs of every panel",
        "Right sides together, the base lines pinned on each other first and looked at from the right side. "
        "Press the join open.",
        "motifs that the front is joined of",
        "Join the two motifs of the front",
    ),
}


def _pieced(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the cutting and joining of what the panels of the body are pieced of."""
    whole, made = bag.kinds.interfacing.blank(bag) is None, MADE.of(bag)
    wide, high = front_cut(bag, form, "width"), front_cut(bag, form, "height")
    across, iron = runs_across(bag), bag.cloth("outer").iron
    order = f" The last strip comes {'at the foot' if across else 'on the right'}."
    order = order if made == "strips" and STRIPS_FIT.is_(bag, "last") else ""
    by_turns = " The two cloths by turns, the outer’s first." if alternates(bag) else ""
    said, one = _SAID[made], front_only(bag)
    cut = said.cut.format(every="The" if one else "Every")
    line = (("Base line above the raw lower edge", BASE_LINE.of(bag)),) if made == "two" else ()
    where = "Seen of the band" if across else "Seen of each strip"
    shows = ((f"{where} on the front", max(0.0, band_shows(bag, form))),) if is_widened(bag) else ()
    return (
        Step(
            "cut strips",
            f"Measure and cut the {said.one if one else said.what}",
            f"{cut}{MEASURED_AGAIN if is_all_there_is(bag) else ''}",
            101,
            needs=("cloth pressed",),
            gives=("strips cut",),
            acts=cut_of(("strip",), once=is_all_there_is(bag)),
            lengths=line,
            kind="no return",
            cautions=("blade",),
        ),
        Step(
            "join strips",
            said.title_of_one if one else said.title,
            f"{said.joined}{by_turns}{order}",
            101.5,
            needs=("strips cut",),
            gives=("cloth pieced", *(("blanks made up",) if whole else ())),
            acts=(acts.MakeUp("outer" if whole else "blank", iron=True),),
            settings=f"{stitched(bag.cloth('outer'))} Iron: {iron}.",
            lengths=(("Allowance", JOIN_ALLOWANCE.of(bag)), *line, *shows),
            reads=(
                Reading(
                    "pieced",
                    f"The front once it is joined, {'high' if across else 'wide'}",
                    to_piece(bag, wide, high),
                    {"join": 2 * len(tuple(joins_of(bag, to_piece(bag, wide, high), "outer")))},
                ),
            ),
            cautions=("hot iron",),
        ),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return what is done to the outer's pieces until its panels are whole."""
    bag = item.bag
    doubled, bottom = DOUBLED_CLOTH.is_(bag, "doubled"), has_bottom(bag)
    if is_zip_front(bag):
        cut = cut_of(("strip",), once=is_all_there_is(bag))
        out = [*zip_front_steps(item, form, cut, MEASURED_AGAIN if is_all_there_is(bag) else "")]
    else:
        out = [*(_pieced(bag, form) if is_pieced(bag) else ())]
    if doubled:
        out.append(
            Step(
                "baste doubled",
                "Baste each outer piece to its second layer",
                "Wrong sides together, smoothed from the middle outwards; the two are one from here on.",
                202,
                needs=("outer pieces laid",),
                gives=("outer doubled",) if bottom else _whole(bag),
                acts=(acts.PutOn("second layer", iron=False),),
                settings="Long stitch, inside the allowance.",
            )
        )
    if bottom:
        join = JOIN_ALLOWANCE.of(bag)
        out += [
            Step(
                "join bottom",
                "Join the bottom to the upper part of every panel",
                "Right sides together; the upper part’s print stands up on both faces.",
                204,
                needs=("outer doubled" if doubled else "outer pieces laid",),
                gives=("outer bottom joined",),
                acts=(acts.Sew(acts.Seams(("outer",), "join", "join")),),
                settings=stitched(bag.cloth("outer")),
                lengths=(("Allowance", join),),
                reads=(
                    Reading("foot_to_join", "From the edge it stands on to the join", form.stance.bottom),
                ),
            ),
            Step(
                "press bottom",
                "Press the joins towards the heavier cloth and topstitch beside them",
                "The joins have to meet at the side seams: lay the panels on each other and look.",
                206,
                needs=("outer bottom joined",),
                gives=_whole(bag),
                acts=(acts.Press(("outer",)),),
                settings=f"Iron: {bag.cloth('outer').iron}.",
                cautions=("hot iron",),
            ),
        ]
    if front_only(bag):
        out.append(_even(bag, form))
    return tuple(out)


def _even(bag: Resolved, form: Form) -> Step:
    """Return the making even of a front that is pieced and a back that is not."""
    wide, high = (front_cut(bag, form, key) for key in ("width", "height"))
    if bottom := bottom_cut(bag, form, "height"):
        high = snap(high + bottom - 2 * JOIN_ALLOWANCE.of(bag))
    return Step(
        "even panels",
        "Measure front and back, and make them even",
        "Pressed, and flat on the table: a front that is pieced gives, and draws in, otherwise than a back "
        "of one piece. Trim what either has more than it was cut to. Where one has less, and pressing does "
        "not bring it back, trim the other to it: edges that are eased to each other pucker.",
        207,
        needs=("outer panels uneven",),
        gives=PANELS,
        acts=(acts.Even("outer"),),
        kind="gate",
        seen="even",
        reads=(
            Reading("front_wide", "The front, from raw edge to raw edge", wide),
            Reading("front_high", "The front, from top to foot", high),
        ),
    )
