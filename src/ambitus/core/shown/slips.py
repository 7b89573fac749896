"""What is said of each slip: what it was, the number that settles it, and what to do at the machine."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ambitus.core.diagnosis.model import OF_STRAPS, Misreading
from ambitus.core.lengths import View

#: what the seams and turned edges of a list are called
_CALLED = {
    "side": "side seam",
    "base": "base seam",
    "corner": "corner seam",
    "top": "top edge",
    "ring": "base seam",
    "gusset": "gusset seam",
    "end": "end seam",
    "join": "join",
    "zip": "zip seam",
    "turn": "first turn",
    "hem": "hem",
    "heading": "heading",
    "channel": "channel",
    "edge": "edge under the channel",
    "band": "band",
    "strap": "strap seam",
}


@dataclass(frozen=True, slots=True)
class Words:
    """What is said of one misreading: the slip, the number that settles it, and what to do at the machine."""

    says: str
    settle: str
    remedy: str = ""


def _called(key: str) -> str:
    return _CALLED.get(key, key.replace("_", " "))


def size_called(key: str) -> str:
    """Return what a finished measure is called inside a sentence."""
    return {"flat_opening": "flat opening", **{k: v.lower() for k, v in OF_STRAPS.items()}}.get(key, key)


def _left_out(m: Misreading, view: View) -> Words:
    seam, _, key = m.about.partition("/")
    if seam.startswith("every"):
        return Words(
            f"{seam.capitalize()} was left out of what was promised.",
            "Add it up again: take the allowance off at each edge that is sewn.",
        )
    of = f" of the {size_called(key)}" if key else ""
    width = view.with_unit((m.was if m.value == 0 else m.value) or 0.0)
    return Words(
        f"The {_called(seam)}{of} was left out: {width} an edge is not in what was promised.",
        f"Add it up again with the {_called(seam)}: it takes {width} of each edge.",
    )


def _counted_once(m: Misreading, view: View) -> Words:
    seam, _, key = m.about.partition("/")
    of = f" in the {size_called(key)}" if key else ""
    edge = view.with_unit((m.was if m.id.endswith("all") else m.value) or 0.0)
    return Words(
        f"The {_called(seam)} was counted once{of}: there are two edges, {edge} each.",
        f"Count the edges: two of {edge}.",
    )


def _sewn_at(m: Misreading, view: View) -> Words:
    value, was = view.with_unit(m.value or 0.0), view.with_unit(m.was or 0.0)
    seams = " and ".join(f"{_called(key)}s" for key in m.about.split("+"))
    one = _called(m.about.partition("+")[0])
    return Words(
        f"The {seams} were sewn at {value}, not at {was}.",
        f"Measure one {one}: it should be {value}.",
        f"Sewn at {value} the pieces make what was promised; sewn at {was} they do not.",
    )


def _hem_at(m: Misreading, view: View) -> Words:
    value, was = view.with_unit(m.value or 0.0), view.with_unit(m.was or 0.0)
    name = _called(m.about)
    return Words(
        f"The {name} is {value}, not {was}.",
        f"Measure the {name}: it should be {value}.",
        f"With a {name} of {value} the pieces make what was promised.",
    )


def _as_cut(m: Misreading, view: View) -> Words:
    what = {"all": "The cut sizes were", "panel": "The panel’s cut sizes were"}.get(
        m.about, f"The cut {size_called(m.about)} was"
    )
    return Words(
        f"{what} told as the bag’s.", "Hold the promise against the cutting table: they are the same."
    )


def _flat(m: Misreading, view: View) -> Words:
    return Words(
        f"The {size_called(m.about)} was told of the bag lying flat: what folds away for its "
        f"depth is still in it.",
        "Measure across one face of the standing bag, from edge to edge.",
    )


def _under(m: Misreading, view: View) -> Words:
    whole = m.about.startswith("whole")
    how = (
        "the whole depth was taken off the height"
        if whole
        else "what lies under the bag was left in the height"
    )
    return Words(
        f"{how.capitalize()}: half the depth lies under it.", "Measure from the table to the top edge."
    )


def _counted_out(m: Misreading, view: View) -> Words:
    what = m.about.partition("/")[0]
    value = view.with_unit(m.value or 0.0)
    if what.startswith("closing"):
        return Words(
            f"The height was told of what goes in: {value} of it closes over that.",
            "Measure from the edge it stands on to the top edge with the mouth open.",
        )
    return Words(
        f"The height was told without the {_called(what)}: {value} of it is above where that ends.",
        f"Measure to the top edge, then to the lower edge of the {_called(what)}: they are {value} apart.",
    )


def _gap(m: Misreading, view: View) -> Words:
    shows = view.with_unit(m.value or 0.0)
    return Words(
        "Half of what shows of the zip was left out: the bag ends at the middle of the closed zip.",
        f"Measure between the zip’s two edges of cloth: {shows} show.",
    )


def _from_tip(m: Misreading, view: View) -> Words:
    seam, counted = m.about.partition(" ")[0], m.about.endswith("counted")
    beyond = view.with_unit(m.value or 0.0)
    if counted:
        return Words(
            f"The promise counts the corner from the cloth’s tip: {beyond} of it stand beyond the "
            f"{_called(seam)}.",
            f"Measure from the tip to the stitched point: it should be {beyond}.",
            f"Pinched {beyond} further in than listed, from the stitched point, it comes out as promised.",
        )
    return Words(
        f"The corner was measured from the cloth’s tip: {beyond} stand beyond the {_called(seam)} there.",
        f"Measure from the tip to the stitched point: it should be {beyond}.",
        "Measured from the stitched point the same number makes the bag that is listed.",
    )


def _line(m: Misreading, view: View) -> Words:
    if m.about == "line":
        return Words(
            f"The line across the corner was made {view.with_unit(m.value or 0.0)} long: that is "
            f"the distance "
            "from the point, half of the line.",
            f"Measure the line across the corner: it should be {view.with_unit(m.value or 0.0)}.",
            "Sewn as far from the point as that number says, the corner is as listed.",
        )
    return Words(
        f"The corner’s number is the line across it, {view.with_unit((m.value or 0.0) / 2)}: "
        f"it was taken for "
        "the distance from the point, half of the line.",
        f"Measure from the stitched point to the line: it should be {view.with_unit(m.value or 0.0)}.",
    )


def _pressed(m: Misreading, view: View) -> Words:
    was, now = "on top of the base seam", "along one edge"
    if m.about == "over":
        was, now = now, was
    return Words(
        f"The pouch was pressed with its zip {now}, not {was}, before its ends were sewn: breadth and height "
        "change places.",
        "Look at an end: its seam lies across it where the zip lay over the base, and upright where it lay "
        "at an edge.",
        f"Opened at its ends and pressed with the zip {was}, the pieces make the box that is listed.",
    )


def _square(m: Misreading, view: View) -> Words:
    value = view.with_unit(m.value or 0.0)
    if m.about == "raw edge":
        return Words(
            "The square at the corner was cut from the raw edges; it is told from the seam lines.",
            f"Measure the square from the seam lines: it should be {value}.",
            "A square that is not cut yet is measured from the stitching; one that is too small "
            "can be cut larger.",
        )
    return Words(
        "The cut-out was measured from the seam lines; it is told from the raw edges.",
        f"Measure the cut-out from the raw side edge: it should be {value}.",
    )


def _french(m: Misreading, view: View) -> Words:
    seam, row = m.about.rpartition(" ")[::2]
    value, was = view.with_unit(m.value or 0.0), view.with_unit(m.was or 0.0)
    return Words(
        f"The {_called(seam)}s were taken for plain ones: a French seam takes both its rows, "
        f"{was}, not {value}.",
        f"Measure one {_called(seam)} with its {row} row only: it should be {value}.",
        f"Sewn once, at {value}, the pieces make what was promised.",
    )


def _sliver(m: Misreading, view: View) -> Words:
    value = view.with_unit(m.value or 0.0)
    if m.about == "not taken":
        return Words(
            f"The knife took nothing: {value} an edge was kept for it.",
            "Measure a panel before and after it is overlocked: it should be as wide.",
            "Overlocked without cutting, the pieces make what was promised.",
        )
    where = "every edge" if m.about == "every edge" else "every edge that is seamed"
    return Words(
        f"The overlocker’s knife took {value} of {where}.",
        f"Measure a panel before and after it is overlocked: at each edge it should lose {value}.",
        "Overlocked so the pieces make what was promised; cut that much larger, or lift the knife, they make "
        "what is listed.",
    )


def _tape(m: Misreading, view: View) -> Words:
    value, was = view.with_unit(m.value or 0.0), view.with_unit(m.was or 0.0)
    return Words(
        f"The zip’s tape is {value} wide, not {was}.",
        f"Measure the tape across, both halves: it should be {value}.",
        f"With a tape of {value} the pieces make what was promised.",
    )


def _cover(m: Misreading, view: View) -> Words:
    value = view.with_unit(m.value or 0.0)
    return Words(
        f"The edge is bound by machine: the bag turns out over it and loses the binding’s cover, {value}.",
        f"Measure the binding inside, from the edge: it should be {value}.",
        "Slip-stitched, the binding takes nothing off.",
    )


def _pair(m: Misreading, view: View) -> Words:
    down = m.about.startswith("25 ")
    return Words(
        f"Every size was counted with {'25' if down else '25.4'} mm an inch where it is "
        f"{'25.4' if down else '25'}: paired figures are different bags.",
        "Look for the same sizes in the other unit: they will be round.",
    )


def _swapped(m: Misreading, view: View) -> Words:
    return Words(
        f"Two figures of the {size_called(m.about)} changed places.",
        "Read the number again where it was noted.",
    )


def _mistyped(m: Misreading, view: View) -> Words:
    key, mm = m.about.partition("/")[2], m.value or 0.0
    by = f"{view.with_unit(abs(mm))} too {'much' if mm > 0 else 'little'}"
    return Words(
        f"The {size_called(key)} is mistyped: exactly {by}.",
        "Read the number again, of the promise and of the piece: a whole unit is wrong in one of them.",
    )


def _corner_mistyped(m: Misreading, view: View) -> Words:
    value, was = view.with_unit(m.value or 0.0), view.with_unit(m.was or 0.0)
    return Words(
        f"The corner’s number is mistyped: {value}, not {was}.",
        f"Measure the corner of one panel: it should be {value}.",
        f"With a corner of {value} the pieces make what was promised.",
    )


def _tube(m: Misreading, view: View) -> Words:
    return Words(
        "The diameter was worked out from the tube as it was cut: its own seam was forgotten.",
        "Measure once round the sewn tube.",
    )


def _tails(m: Misreading, view: View) -> Words:
    which = "one end of the strap" if m.about == "one end" else "the ends of the strap"
    return Words(f"What is sewn in of {which} was counted in.", "Measure the strap between its seams.")


def _drop(m: Misreading, view: View) -> Words:
    return Words(
        "Half the strap was told as its drop: the hand’s width and the gap between the ends "
        "take their share.",
        "Hang the bag over a hand and measure from the top edge to it.",
    )


#: what is said, by the id of the misreading
WORDS: Mapping[str, Callable[[Misreading, View], Words]] = {
    "left-out": _left_out,
    "left-out-all": _left_out,
    "counted-once": _counted_once,
    "counted-once-all": _counted_once,
    "sewn-at": _sewn_at,
    "all-sewn-at": _sewn_at,
    "hem-at": _hem_at,
    "told-as-cut": _as_cut,
    "flat-for-face": _flat,
    "under-counted": _under,
    "counted-out": _counted_out,
    "gap-left-out": _gap,
    "from-tip": _from_tip,
    "line-for-half": _line,
    "pressed-otherwise": _pressed,
    "seam-square-raw": _square,
    "french-for-plain": _french,
    "sliver": _sliver,
    "tape": _tape,
    "cover": _cover,
    "rounded-pair": _pair,
    "digits-swapped": _swapped,
    "mistyped": _mistyped,
    "corner-mistyped": _corner_mistyped,
    "from-tube": _tube,
    "tails-left-out": _tails,
    "drop-halved": _drop,
}
