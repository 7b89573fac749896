"""A window for a zip: faced, slit, its edges turned in, and the zip sewn behind it."""

from ambitus.core.sew import acts
from ambitus.core.sew.doing.kind import Doing
from ambitus.core.sew.doing.shared import is_marked, no_iron, refuse
from ambitus.core.sew.doing.zips import zip_at_hand
from ambitus.core.sew.work import Work


def _lies_flat(work: Work) -> None:
    """Refuse to work on a window once anything of its body is sewn up."""
    is_marked(work)
    refuse(not work.plan.windows, "it has no window")
    begun = any(work.is_begun(key) for layer in work.plan.forms for key in work.own_seams(layer))
    refuse(begun, "what is sewn up does not lie flat any more: the back would be caught")


def _face_window(work: Work, act: acts.FaceWindow) -> None:
    _lies_flat(work)
    refuse(bool(work.window), "its window is faced already")
    refuse(act.layer not in work.plan.forms, "there is no lining to face it with")
    work.join(work.bodies((act.layer, act.to)), None)
    work.window = "faced"


def _slit(work: Work, act: acts.Slit) -> None:
    _lies_flat(work)
    refuse(work.window in ("slit", "open"), "its window is slit already")
    lined = len(work.plan.windows) > 1
    refuse(lined and work.window != "faced", "lining and outer are not sewn round the window yet")
    refuse(act.out and lined, "its edges are sewn to a lining, which has to be pushed through")
    work.window = "open" if act.out else "slit"


def _open_window(work: Work, act: acts.OpenWindow) -> None:
    no_iron(work, act.iron, act.layers)
    _lies_flat(work)
    refuse(work.window == "open", "its edges are turned in already")
    refuse(work.window != "slit", "nothing is slit yet that could be turned in")
    work.window = "open"


def _zip_behind(work: Work, act: acts.ZipBehind) -> None:
    _lies_flat(work)
    refuse(work.window != "open", "the edges of its window are not turned in yet")
    refuse(bool(work.zip.sides), "the zip is in already")
    zip_at_hand(work)
    work.zip.sides = {0, 1}


#: what each act does
DOES: Doing = {
    acts.FaceWindow: _face_window,
    acts.Slit: _slit,
    acts.OpenWindow: _open_window,
    acts.ZipBehind: _zip_behind,
}
