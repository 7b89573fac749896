"""How each act changes the state of the work, and what it refuses."""

from ambitus.core.sew.acts import Act, touched
from ambitus.core.sew.doing import bodies, edges, looked, prepared, seams, strips, windows, zips
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.work import Refused, Work

_DOES: Doing = {
    kind: doing
    for room in (prepared, edges, seams, bodies, strips, zips, windows, looked)
    for kind, doing in room.DOES.items()
}


def perform(work: Work, act: Act) -> None:
    """
    Carry *act* out on the state of the work, which changes.

    Raises:
        Refused: If hands and machine cannot do it now; the state may then be half changed.
    """
    uncut = sorted(layer for layer in touched(act) if layer in work.plan.forms and layer not in work.cut)
    if uncut:
        raise Refused(f"the pieces of the {uncut[0]} have not been cut")
    _DOES[type(act)](work, act)
