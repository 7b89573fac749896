"""How thick what lies under the needle is where a strap is sewn on."""

from typing import TYPE_CHECKING

from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.cloth.fields import LINING_CLOTH
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def strap_end_stack(draft: "Draft", hang: Hang) -> tuple[float, bool]:
    """Return the thickness of cloth under the needle at a strap's end, mm, and whether a core lies in it."""
    bag, make = draft.bag, hang.item.make
    outers, linings, straps = hang.item.attach.crossed(hang.item)
    cloth = bag.cloth("outer").thickness
    strap = make.layers * (cloth if make.thickness is None else make.thickness)
    stack = cloth * outers * draft.cut_list.layers + strap * straps
    if linings and LINING_CLOTH in bag.values:
        stack += bag.cloth("lining").thickness * linings
    if not bag.kinds.interfacing.cuts:
        return stack, False
    felt = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness
    cored = bool(make.core_width(hang.item)) and not bag.kinds.interfacing.part
    # the core is folded once, and stops short of an end that is turned under
    runs = hang.item.attach.runs
    reach = sum(t.mm for t in (*hang.tails, *hang.item.attach.core_short(hang.item)))
    # what runs down the face is thickest in the middle of the base, and its core ends before that
    cored = cored and reach > 1e-9 and not runs
    blank = bag.kinds.interfacing.blank(bag)
    # what is made up with its interfacing in it holds it up to its raw edges
    panels = (p for p in draft.pieces if p.layer == ("outer" if blank else "interfacing"))
    at = "base" if runs else "top"
    top = next((e for p in panels for e in p.edges if e.seam == at), None)
    # what is kept out of the seams reaches no farther in than the grid's rounding
    caught = top is not None and top.allowance > 1.0 + 1e-6 and bag.kinds.interfacing.kind != "kept_out"
    stack += felt + (blank.thick if blank else 0.0) if caught else 0.0
    return stack + (2 * felt if cored else 0.0), cored
