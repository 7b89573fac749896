"""Looking: whether something is as it has to be before going on."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import is_in, label, refuse
from ambitus.core.sew.work import Work


def _see(work: Work, act: acts.See) -> None:
    for key in act.open:
        for layer in act.layers:
            seams = [k for k, found in work.plan.openings.items() if any(o.key == key for o in found)]
            own = [k for k in seams if k.startswith(f"{layer} ")]
            refuse(not any(work.rows.get(k) for k in own), "its seam is not sewn yet")
            refuse(not work.open_parts(layer, key), "it is sewn shut")
    for key in work.plan.strips(act.pieces):
        refuse(not is_in(work, key), f"{work.plan.by_key[key].name} is not in place yet")
    if act.out:
        for body in work.bodies(act.layers):
            refuse(work.out(body) != act.out, f"the {act.out} side is not out")
    if act.zip == "ready":
        refuse(not work.cut, "the zip is not at hand")
    elif act.zip:
        refuse(work.zip.opened != act.zip, "the zip is not open that far")
    if act.sewn:
        left = next((k for k in work.plan.named(act.sewn) if not work.rows.get(k)), None)
        refuse(left is not None, f"the {label(work, left)} is not sewn" if left else "")


#: what each act does
DOES: Doing = {
    acts.See: _see,
}
