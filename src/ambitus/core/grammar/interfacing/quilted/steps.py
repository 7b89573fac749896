"""Blanks are cut and layered, quilted along their rows, and measured before a panel is drawn on them."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.cloth.steps import MEASURED_AGAIN, cut_of, is_all_there_is
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.interfacing.quilted.blank import backed, blank_of, shares
from ambitus.core.grammar.interfacing.quilted.fields import ROWS_APART, ROWS_RUN, SPARE
from ambitus.core.grammar.interfacing.steps import COOLS, cores, lay_outer
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def _reads(bag: Resolved, form: Form) -> tuple[Reading, ...]:
    """Return what a tape should read across the rows of the front's blank, once it is quilted."""
    across, up = shares(bag)
    ways = (("width", "wide", across), ("height", "high", up))
    return tuple(
        Reading(
            f"blank_{word}",
            f"Quilted blank of the front, {word}",
            snap(front_cut(bag, form, key) + 2 * SPARE.of(bag)),
        )
        for key, word, share in ways
        if share
    )


#: how the rows run, as words
_RUN = {"up": "up each blank", "across": "across each blank", "both": "up each blank, then across it"}


def quilt(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the making up of the outer's panels, the laying out of them, and the cores of the straps."""
    bag = item.bag
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    roles = blank_of(bag).roles
    lining = backed(bag)
    on = "Fuse" if facts.fused else "Baste"
    behind = "wadding, and the backing behind it," if lining else "wadding"
    under = "The backing lies right side down under it. " if lining else ""
    steps = (
        Step(
            "cut blanks",
            "Measure, cut and mark the blanks of the outer’s panels",
            "One of each ply, all of a size. Draw the rows on the cloth: the middle one first, the others "
            f"from it.{MEASURED_AGAIN if is_all_there_is(bag) else ''}",
            102,
            needs=("cloth pieced",) if bag.kinds.cloth.blank(bag) else ("cloth pressed",),
            gives=("blanks cut",),
            acts=cut_of(roles, once=is_all_there_is(bag)),
            kind="no return",
            lengths=(("Rows apart", ROWS_APART.of(bag)),),
            cautions=("blade",),
        ),
        Step(
            "layer blanks",
            f"{on} the {behind} to every blank",
            f"The blank right side up on it, smoothed from the middle outwards. {under}"
            "Edges level all round.",
            104,
            needs=("blanks cut",),
            gives=("blanks layered",),
            acts=(
                acts.PutOn("wadding", facts.fused),
                *((acts.PutOn("backing", iron=False),) if lining else ()),
            ),
            settings="Press, do not slide; let it cool flat."
            if facts.fused
            else "Long stitches, or pins that are safe to sew beside, a hand’s breadth apart.",
            cautions=("hot iron",) if facts.fused else ("pins",),
            wait=COOLS if facts.fused else None,
        ),
        Step(
            "quilt blanks",
            f"Quilt {_RUN[ROWS_RUN.of(bag)]}",
            "From the middle row outwards, so that no fold is driven into the middle; turn the blank for the "
            "other half.",
            106,
            needs=("blanks layered",),
            gives=("blanks quilted",),
            acts=(acts.MakeUp("outer"),),
            settings=stitched(bag.cloth("outer"), 3.0, "a walking foot"),
            lengths=(("Rows apart", ROWS_APART.of(bag)),),
            cautions=("needle over bulk",),
        ),
        Step(
            "see blanks",
            "Look whether every blank is still larger than its panel",
            "All round, by about what was to spare: rows draw the cloth in. One that is smaller is quilted "
            "anew; a panel that is cut short cannot be let out.",
            108,
            needs=("blanks quilted",),
            gives=("blanks made up",),
            acts=(acts.See(pieces=roles),),
            kind="gate",
            seen="larger",
            lengths=(("To spare at every side", SPARE.of(bag)),),
            reads=_reads(bag, form),
        ),
    )
    return (*steps, *lay_outer(item, form), *cores(bag))
