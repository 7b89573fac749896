"""What hems share: they are unlined, folded and stitched, flat or in the round."""

from dataclasses import dataclass, replace
from typing import Literal

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Line, Told
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Layer, Slot
from ambitus.core.grammar.order import HEM_SEWN, goes
from ambitus.core.grammar.seams.edges import eaten, knife_sliver, overlocked_first
from ambitus.core.grammar.seams.overcast import sliver_term
from ambitus.core.grammar.top.fields import TOP_SLIVER
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Term

SLIVER_PARAM = Param(
    TOP_SLIVER,
    "Sliver the knife takes of the top edge",
    "length",
    knife_sliver,
    low=0,
    high=15,
    shown_if=overlocked_first,
    help="Where the edge is overlocked before it is folded.",
    why="As of every other edge that is overlocked.",
)


def knife_terms(bag: Resolved, name: str) -> tuple[Term, ...]:
    """Return what the knife takes of a top edge that is overlocked, as terms; *name* is what it is of."""
    return sliver_term(bag, "top", name, TOP_SLIVER)


def knife_of_every(bag: Resolved, name: str) -> tuple[Term, ...]:
    """Return what the knife takes of a top edge where every edge of the bag is overlocked, as terms."""
    return knife_terms(bag, name) if overlocked_first(bag) else ()


#: How far below a top edge a row lies that keeps it flat.
TOPSTITCHED = 9.0

#: Default (ours): an edge of this allowance or more is turned in twice, a narrower one once.
TWICE = 8.0

#: What an unlined bag's other parts do, where nothing else was chosen.
UNLINED: dict[Slot, str] = {"interfacing": "none", "seams": "zigzagged"}


def turned_in(bag: Resolved) -> float:
    """Return what is turned in of an edge above its side seam: what that takes of the narrower one, in mm."""
    if "side" not in bag.kinds.classes:
        return 0.0
    return min(eaten(bag, "side", over) for over in (True, False))


def says_turned(side: float) -> str:
    """Return how an edge is turned in of which *side* mm are to spare."""
    return "half of it, then the other half over it" if side >= TWICE else "once, overlocked before it"


def hem_beside_steps(bag: Resolved, form: Form, gives: str = "steps hemmed") -> tuple[Step, ...]:
    """Return the hemming of the edges of front and back that stand beside sides which end lower."""
    side = turned_in(bag)
    if not form.lower_sides or not side:
        return ()
    return (
        Step(
            "hem beside steps",
            "Hem the edges of front and back beside the lower sides",
            f"Turn the allowance of the side to the wrong side, {says_turned(side)}, from the raw top "
            "edge down to where the side panel will end; clip it there, and stitch beside the fold.",
            326,
            needs=("outer panels laid",),
            gives=(gives,),
            acts=(acts.HemFree("outer"),),
            settings=stitched(bag.cloth("outer"), 2.5),
            lengths=(("Below the finished top", form.lower_sides), ("Turned in, in all", side)),
        ),
    )


def beyond_top(bag: Resolved, layer: Layer) -> float:
    """Return how much cloth of a layer lies beyond its finished top, in mm."""
    return sum(t.mm for t in bag.kinds.top.allowance(bag, layer))


def lines_along_top(
    bag: Resolved,
    form: Form,
    layer: Layer,
    folds: Told,
    label: str = "Hem, from the raw top edge",
    kind: Literal["crease", "row"] = "crease",
    drawn: int | None = None,
) -> tuple[Line, ...]:
    """
    Return folds or rows along every top edge, each told from the raw edge; a face tells all of them once.

    Of *folds* the first *drawn* are lines; what follows is only told.
    """
    beyond = beyond_top(bag, layer)
    out = []
    for face in form.faces:
        told: Told = folds
        for edge in (e for e in face.edges if e.seam == "top"):
            for _, mm in folds[:drawn]:
                out.append(Line(kind, face.name, edge.name, snap(mm.total - beyond), beyond, label, told))
                told = ()
    return tuple(out)


def rows_along_top(form: Form, below: tuple[float, ...]) -> tuple[Line, ...]:
    """Return rows of stitching round the mouth, so far below its finished edge; they are not marked."""
    tops = [(f.name, e.name) for f in form.faces for e in f.edges if e.seam == "top"]
    return tuple(Line("row", face, edge, mm) for face, edge in tops for mm in below)


def topstitched(form: Form) -> tuple[Line, ...]:
    """Return the row of stitching that keeps a top edge flat."""
    return rows_along_top(form, (TOPSTITCHED,))


@dataclass(frozen=True, slots=True)
class _When:
    """When a hem is pressed and stitched: ranks, and what has to be there before."""

    rank: int
    needs: tuple[str, ...]
    say: str


_FLAT = _When(
    330,
    ("outer panels laid",),
    "While the panels lie flat, before the side seams; the ends are caught in the sides.",
)
_ROUND = "All round, beginning at a side seam; the free arm inside the bag."
_EARLY = _When(411, ("outer seams pressed",), f"{_ROUND} The corners of the base are sewn after it.")
_LATE = _When(610, ("outer body sewn",), _ROUND)


def hem_rank(bag: Resolved, after: int) -> int:
    """Return the rank of what is done to a hem so far *after* it is folded; before corners all is one."""
    when = _when(bag)
    return when.rank if when is _EARLY else when.rank + after


def _when(bag: Resolved) -> _When:
    if goes(bag, HEM_SEWN, "flat"):
        return _FLAT
    return _EARLY if goes(bag, HEM_SEWN, "early") else _LATE


def _press_title(form: Form, *, round: bool) -> str:
    """Return what is pressed: the mouth all round, or as many top edges as the pieces have."""
    if round:
        return "Press the hem all round the top"
    edges = sum(edge.seam == "top" for face in form.faces for edge in face.edges)
    return "Press the hem of both top edges" if edges == 2 else "Press the hem of every top edge"


def hem_steps(
    bag: Resolved,
    form: Form,
    press: str,
    lengths: tuple[tuple[str, float], ...],
    first: tuple[acts.Act, ...] = (),
) -> tuple[Step, ...]:
    """
    Return the pressing and the stitching of a hem, in the order chosen, and the last measuring; *first* is
    what is done to its edge before it is pressed.
    """
    outer, when = bag.cloth("outer"), _when(bag)
    under = [i for i, s in enumerate(bag.kinds.carry) if s.attach.under_hem]
    straps = tuple(f"carry {i} under the hem" for i in under)
    flat, creased = goes(bag, HEM_SEWN, "flat"), goes(bag, HEM_SEWN, "pressed")
    ready = ("outer top known", "outer panels ready")
    every = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    top = acts.Edges(("outer",), "top")
    pressed = Step(
        "press hem",
        _press_title(form, round=not (flat or creased)),
        f"{press} Then open it out again: the creases stay." if creased else press,
        _FLAT.rank if creased else when.rank,
        needs=_FLAT.needs if creased else when.needs,
        gives=("hem creased", "outer panels ready") if creased else ("hem pressed",),
        acts=(*first, acts.Fold(top, opened=creased)),
        settings=f"Iron: {outer.iron}.",
        lengths=lengths,
        cautions=("hot iron",),
    )
    again = Step(
        "fold hem",
        "Fold the hem again along its creases",
        "All round, the side seams lying as they were pressed; press it once more.",
        when.rank,
        needs=(*when.needs, "hem creased"),
        gives=("hem pressed",),
        acts=(acts.Fold(top),),
        settings=f"Iron: {outer.iron}.",
        lengths=lengths,
        cautions=("hot iron",),
    )
    steps = hem_beside_steps(bag, form)
    if steps:
        pressed = replace(pressed, needs=(*pressed.needs, "steps hemmed"))
    return (
        *steps,
        pressed,
        *((again,) if creased else ()),
        Step(
            "stitch hem",
            "Stitch the hem",
            when.say,
            hem_rank(bag, 30),
            needs=("hem pressed", *straps),
            gives=("hem stitched", *(ready if flat else ())),
            acts=(acts.Stitch(top),),
            settings=stitched(outer, 3, "close to the fold"),
            cautions=(*(("needle over bulk",) if straps else ()), *(() if flat else ("free arm",))),
        ),
        *turn_out(bag, 700, needs=("outer body sewn", "hem stitched")),
        measure_back(form, needs=("right side out", *every)),
    )
