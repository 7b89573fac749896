"""Whether front and back are panels, or one piece: folded at the base or at the top, or wrapped round."""

from ambitus.core.grammar.base.fields import CUT_AS, TUBE_PANELS
from ambitus.core.grammar.top.zip.fields import ZIP_ENDS
from ambitus.core.spec.resolved import Resolved


def is_folded(bag: Resolved) -> bool:
    """Return whether front and back are one piece, folded at the base."""
    # a flat base that is folded is a base of its own
    by_choice = CUT_AS.is_(bag, "folded") and bag.kinds.base.kind != "seamed"
    return bag.kinds.base.kind == "folded" or by_choice


def is_wrapped(bag: Resolved) -> bool:
    """Return whether front and back are one piece, folded at one side and sewn down the other."""
    return bag.kinds.base.wraps and CUT_AS.is_(bag, "wrapped") and not is_hinged(bag)


def is_hinged(bag: Resolved) -> bool:
    """Return whether front and back are one piece, folded at the top, its zip behind a window there."""
    return bag.kinds.base.hinges and ZIP_ENDS.is_(bag, "window")


def one_round(bag: Resolved) -> bool:
    """Return whether one piece goes all round, so that it has one side seam."""
    return TUBE_PANELS.is_(bag, "one") or is_wrapped(bag)
