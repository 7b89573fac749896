"""Every variant there is, one line each. A new variant is its own folder and a line here."""

from ambitus.core.grammar.base.boxed import BOXED
from ambitus.core.grammar.base.boxed_after import BOXED_AFTER
from ambitus.core.grammar.base.boxed_pinched import BOXED_PINCHED
from ambitus.core.grammar.base.seamed import SEAMED
from ambitus.core.grammar.carry.four_fold import FOUR_FOLD
from ambitus.core.grammar.carry.in_seam import IN_SEAM
from ambitus.core.grammar.cloth import WOVEN
from ambitus.core.grammar.contract import grammar_of
from ambitus.core.grammar.interfacing import FULL, INSET, KEPT_OUT, NONE
from ambitus.core.grammar.seams import PLAIN
from ambitus.core.grammar.top.turned_through import TURNED_THROUGH

GRAMMAR = grammar_of(
    WOVEN,
    BOXED,
    BOXED_AFTER,
    BOXED_PINCHED,
    SEAMED,
    TURNED_THROUGH,
    KEPT_OUT,
    FULL,
    INSET,
    NONE,
    FOUR_FOLD,
    IN_SEAM,
    PLAIN,
)
