"""Strap ends caught in the top seam, between outer and lining."""

from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import PAST
from ambitus.core.grammar.carry.in_seam.cut import core_short, tail
from ambitus.core.grammar.carry.in_seam.read import read_tail
from ambitus.core.grammar.carry.in_seam.steps import steps
from ambitus.core.grammar.carry.placing import centre_marks
from ambitus.core.grammar.contract import Attach, Param
from ambitus.core.lengths import paired

IN_SEAM = Attach(
    slot="attach",
    kind="in_seam",
    says="caught in the top seam",
    section=sections.IN_SEAM,
    label="Caught in the top seam",
    help="The ends go down between outer and lining, past the raw edge, and the top seam holds them.",
    params=(
        Param(
            PAST,
            "Strap end past the raw edge",
            "length",
            paired(25),
            low=0,
            high=300,
            help="Zero where the ends are to lie flush with the raw edge.",
        ),
    ),
    tops=("turned_through",),
    tail=tail,
    core_short=core_short,
    marks=centre_marks,
    crossed=lambda item: (1, 1, 1),
    told=(PAST,),
    read_tail=read_tail,
    acts=(steps,),
)
