"""A zip behind a window on the fold of one piece: faced by the lining, turned in, or cut out."""

from collections.abc import Iterator

from ambitus.core.grammar.top.zip.fields import CLOSES_AT, ZIP_KIND
from ambitus.core.grammar.top.zip.made import Zip
from ambitus.core.grammar.top.zip.tape import SLIT_STOPS, past_window, shows, sliders
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def in_window(bag: Resolved, made: Zip) -> tuple[Step, ...]:
    """Return the making of the window, and the sewing of the zip behind it, all while the piece lies flat."""
    return tuple(_steps(bag, made))


def _steps(bag: Resolved, made: Zip) -> Iterator[Step]:
    lined = "lining" in bag.kinds.top.layers
    window = (("Window, long", snap(2 * made.half_open)), ("Window, high", max(0.0, shows(bag))))
    if lined:
        yield Step(
            "window face",
            "Sew lining and outer together round the window",
            "Right sides together, all edges level, fold on fold; sew along the lines of the window in small "
            "stitches, beginning in the middle of a long side.",
            290,
            needs=("outer panels laid", "lining panels laid"),
            gives=("window faced",),
            acts=(acts.FaceWindow("lining", "outer"),),
            settings=stitched(bag.cloth("outer"), 2),
            lengths=window,
            cautions=("pins",),
        )
    if not (lined or bag.cloth("outer").fray):
        yield Step(
            "window slit",
            "Cut the window out along its lines",
            "A cloth that does not fray needs nothing turned in; begin at a slit along the fold.",
            293,
            needs=("outer panels laid",),
            gives=("window open",),
            acts=(acts.Slit(out=True),),
            kind="no return",
            lengths=window,
            cautions=("blade",),
        )
        yield _behind(bag)
        return
    yield Step(
        "window slit",
        "Slit the window open",
        "Along the fold through both layers, stopping before both ends; from there into each corner, to the "
        "last thread and not through it."
        if lined
        else "Along the fold, stopping before both ends of its lines; from there into each corner.",
        293,
        needs=("window faced",) if lined else ("outer panels laid",),
        gives=("window slit",),
        acts=(acts.Slit(),),
        kind="no return",
        lengths=(("Stop before either end", SLIT_STOPS.mm(bag.unit)), *(() if lined else window)),
        cautions=("blade",),
    )
    yield Step(
        "window open",
        "Push the lining through the window and press its edges sharp"
        if lined
        else "Fold the edges of the window in and press them",
        "The seam right on the edge; the lining lies on the outer’s wrong side, smoothed from the window out."
        if lined
        else "Along its lines, to the wrong side, the small triangles at both ends too.",
        296,
        needs=("window slit",),
        gives=("window open",),
        acts=(acts.OpenWindow(bag.kinds.top.layers),),
        settings=f"Iron: {bag.cloth('outer').iron}.",
        cautions=("hot iron",),
    )
    yield _behind(bag)


def _behind(bag: Resolved) -> Step:
    closing = f"The slider closes at the {CLOSES_AT.of(bag)}."
    if sliders(bag) == 2:
        closing = "The sliders close it as they meet in its middle."
    return Step(
        "zip behind",
        "Sew the zip behind the window",
        "Face up in the middle of it, its ends reaching past both ends of the window under the cloth; "
        f"stitch all round close to the edge. {closing}",
        300,
        needs=("window open", "zip ready"),
        gives=("zip in",),
        acts=(acts.ZipBehind(),),
        settings=f"Zip foot. {stitched(bag.cloth('outer'), 2.5)}",
        lengths=(("Tape past either end", past_window(bag)),),
        reads=(Reading("zip_shows", "Zip that shows between the cloth edges", max(0.0, shows(bag))),),
        cautions=("needle over teeth", *(("coil",) if ZIP_KIND.is_(bag, "coil") else ())),
    )
