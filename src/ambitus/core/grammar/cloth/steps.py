"""Working two layers as one, and joining a bottom of another cloth, before anything else is sewn."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.cloth.fields import BASE_LINE, DOUBLED_CLOTH, MADE, ONCE, STRIPS_FIT
from ambitus.core.grammar.cloth.pieced import band_shows, runs_across, to_piece
from ambitus.core.grammar.cloth.prints import is_widened
from ambitus.core.grammar.cloth.strips import alternates, is_pieced
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched

#: what the outer's panels give once they are whole
PANELS = ("outer panels laid", "outer panels ready", "outer top known")


def laid_out(bag: Resolved) -> tuple[str, ...]:
    """Return what is given once the outer's pieces lie ready: whole panels, or pieces to be joined."""
    made_up = has_bottom(bag) or DOUBLED_CLOTH.is_(bag, "doubled")
    return ("outer pieces laid",) if made_up else PANELS


def is_all_there_is(bag: Resolved) -> bool:
    """Return whether the outer's cloth cannot be bought again."""
    return ONCE.is_(bag, "once")


def cut_of(layers: tuple[str, ...], *, once: bool) -> tuple[acts.Act, ...]:
    """Return the drawing, cutting and marking of *layers*; measured twice of what there is only *once*."""
    again = (acts.MeasureAgain(only=layers),) if once else ()
    return (acts.Draw(only=layers), *again, acts.Cut(only=layers), acts.MarkAll(only=layers))


#: said where what is all there is is cut
MEASURED_AGAIN = " Measure every piece a second time before the first is cut: there is no more of the cloth."


#: what is cut for panels that are pieced, and how it is joined: (what, how it is cut, joined)
_SAID = {
    "strips": (
        "strips that the panels are pieced of",
        "All in one go, along one straight edge: strips that differ by a millimetre lean once "
        "they are joined.",
        "Right sides together, one to the next, each seam begun where the last one ended. Press every "
        "join to one side, all the same way.",
    ),
    "widened": (
        "prints and the strips beside them",
        "Every print with its picture in the middle of the piece, its edges along the grain.",
        "Right sides together, a strip to either side of the print. Press the joins away from the print.",
    ),
    "lengthened": (
        "prints and the bands below them",
        "Every print with its picture where it is to stand below the top edge, its edges along the grain.",
        "Right sides together, the band to the lower edge of the print. Press the join down.",
    ),
    "two": (
        "motifs that the panels are joined of",
        "The base line first, at one distance above the lower edge of every piece, under both motifs alike.",
        "Right sides together, the base lines pinned on each other first and looked at from the right side. "
        "Press the join open.",
    ),
}
_JOINED = {
    "strips": "Join the strips of every panel",
    "widened": "Join the strips to the prints",
    "lengthened": "Join the bands to the prints",
    "two": "Join the two motifs of every panel",
}


def _pieced(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the cutting and joining of what the panels of the body are pieced of."""
    whole, made = bag.kinds.interfacing.blank(bag) is None, MADE.of(bag)
    wide, high = front_cut(bag, form, "width"), front_cut(bag, form, "height")
    across, iron = runs_across(bag), bag.cloth("outer").iron
    order = f" The last strip comes {'at the foot' if across else 'on the right'}."
    order = order if made == "strips" and STRIPS_FIT.is_(bag, "last") else ""
    by_turns = " The two cloths by turns, the outer’s first." if alternates(bag) else ""
    what, cut, joined = _SAID[made]
    line = (("Base line above the raw lower edge", BASE_LINE.of(bag)),) if made == "two" else ()
    where = "Seen of the band" if across else "Seen of each strip"
    shows = ((f"{where} on the front", max(0.0, band_shows(bag, form))),) if is_widened(bag) else ()
    return (
        Step(
            "cut strips",
            f"Measure and cut the {what}",
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
            _JOINED[made],
            f"{joined}{by_turns}{order}",
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
                ),
            ),
            cautions=("hot iron",),
        ),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return what is done to the outer's pieces until its panels are whole."""
    bag = item.bag
    doubled, bottom = DOUBLED_CLOTH.is_(bag, "doubled"), has_bottom(bag)
    out = [*(_pieced(bag, form) if is_pieced(bag) else ())]
    if doubled:
        out.append(
            Step(
                "baste doubled",
                "Baste each outer piece to its second layer",
                "Wrong sides together, smoothed from the middle outwards; the two are one from here on.",
                202,
                needs=("outer pieces laid",),
                gives=("outer doubled",) if bottom else PANELS,
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
                gives=PANELS,
                acts=(acts.Press(("outer",)),),
                settings=f"Iron: {bag.cloth('outer').iron}.",
                cautions=("hot iron",),
            ),
        ]
    return tuple(out)
