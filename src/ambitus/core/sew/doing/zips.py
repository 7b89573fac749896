"""A zip: its slider, its ends, its teeth, and how far it is open."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import is_cut, is_in, refuse
from ambitus.core.sew.work import Work


def _slide_on(work: Work, act: acts.SlideOn) -> None:
    is_cut(work)
    refuse(work.zip.tacked or work.zip.cut, "its ends are closed: no slider goes on any more")
    work.zip.slider = True


def _part_zip(work: Work, act: acts.PartZip) -> None:
    is_cut(work)
    refuse(work.plan.teeth is None or not work.plan.teeth.parts, "it does not come apart")
    refuse(work.zip.apart, "its halves are apart already")
    refuse(bool(work.zip.sides), "a half of it is sewn in already")
    work.zip.apart = True


def _join_zip(work: Work, act: acts.JoinZip) -> None:
    refuse(not work.zip.apart, "its halves are together")
    refuse(len(work.zip.sides) < 2, "a half of it is not sewn in yet")
    work.zip.apart = False


def _tack(work: Work, act: acts.Tack) -> None:
    is_cut(work)
    refuse(work.zip.tacked, "it is tacked already")
    refuse(work.zip.cut, "the end is cut: the slider runs off it")
    work.zip.tacked = True


def _cut_zip(work: Work, act: acts.CutZip) -> None:
    refuse(work.zip.cut, "it is cut already")
    refuse(not work.zip.slider, "the slider would lie on the end that is cut off")
    teeth = work.plan.teeth
    refuse(
        teeth is not None and teeth.cut > 0 and not work.zip.tacked, "the slider would run off the cut end"
    )
    late = teeth is not None and teeth.late
    refuse(late and len(work.zip.sides) < 2, "it is cut level with the panels, and is not sewn to both yet")
    work.zip.cut = True


def _take_teeth_out(work: Work, act: acts.TakeTeethOut) -> None:
    to_cut = work.plan.teeth is not None and work.plan.teeth.cut > 0
    refuse(to_cut and not work.zip.cut, "it is not cut yet: the teeth are counted from its cut end")
    refuse(work.zip.teeth_out, "the teeth are out already")
    work.zip.teeth_out = True


def zip_at_hand(work: Work) -> None:
    """Refuse a zip that is not ready: its ends not safe, hard teeth where a row will cross them."""
    is_cut(work)
    teeth = work.plan.teeth
    if teeth is None:
        return
    if not teeth.late:
        zip_is_cut(work)
    refuse(teeth.late and not work.zip.slider, "its slider is not on it, or lies on the end that is cut off")


def zip_is_cut(work: Work) -> None:
    """Refuse to sew across the ends of a zip that stand out, or across hard teeth."""
    teeth = work.plan.teeth
    if teeth is None:
        return
    refuse(teeth.cut > 0 and not work.zip.cut, "the zip has not been cut to its length")
    refuse(teeth.out and not work.zip.teeth_out, "the needle would strike its teeth")
    crossed = work.zip.apart and len(work.zip.sides) == 2
    refuse(crossed, "its halves are apart where the seam crosses them, and could never be joined")


def zip_ready(work: Work, side: int) -> None:
    zip_at_hand(work)
    refuse(side in work.zip.sides, "this side of the zip is sewn already")
    for key in (k for strips in work.plan.caught.values() for k in strips):
        if work.plan.by_key[key].layer == "tab" and key not in work.made:
            refuse(not is_in(work, key), "its ends have not been closed by their tabs")


def _open_zip(work: Work, act: acts.OpenZip) -> None:
    (body,) = work.bodies(("outer",))[:1]
    refuse(len(work.zip.sides) < 2, "the zip is not in yet")
    refuse(work.zip.apart, "its halves are apart")
    sides = [loop for loop in work.loops(body) if not all(part.open for part in loop.parts)]
    reach = work.out(body) in (None, "right") or bool(work.zip.opened) or bool(sides)
    refuse(not reach, "the zip is closed, and its slider lies inside")
    work.zip.opened = act.far


#: what each act does
DOES: Doing = {
    acts.SlideOn: _slide_on,
    acts.PartZip: _part_zip,
    acts.JoinZip: _join_zip,
    acts.Tack: _tack,
    acts.CutZip: _cut_zip,
    acts.TakeTeethOut: _take_teeth_out,
    acts.OpenZip: _open_zip,
}
