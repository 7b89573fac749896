"""Seams whose raw edges are held together and wrapped in a strip: of an unlined bag, inside."""

from collections.abc import Iterator
from dataclasses import replace
from typing import TYPE_CHECKING

from ambitus.core import curves
from ambitus.core.checks.amounts import allowance as allowances_to
from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.curves import offset_bent
from ambitus.core.form.model import Form, Part, Seam, Strip
from ambitus.core.form.sewn import Sewn, Wrapped, edge_length
from ambitus.core.grammar.allowances import GENERAL, allowance_of
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import OUTLINE
from ambitus.core.grammar.binding import MADE_OPTIONS, OVER, across
from ambitus.core.grammar.contract import Layer, Row, SeamKind
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.checks import CHECKS
from ambitus.core.grammar.seams.common import GENERAL_PARAM, phrase, stitched, whole_allowance, whole_row
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.seams.fields import BIND_COVER, BIND_MADE, BIND_OF, BIND_SEAM
from ambitus.core.grammar.thickness import thick_cloth
from ambitus.core.grammar.top.lining import one_with_outer
from ambitus.core.lengths import paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term, to_grid
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

_KIND = "bound"
#: the classes of seam that mostly run round a curve
_CURVED = ("gusset", "ring")
#: What an open end of a binding is cut longer, to be turned in or trimmed: 10 mm | 3/8 in.
END = paired(10)


def thick_edges(bag: Resolved) -> float:
    """Return how thick both edges of a seam are, in mm: the outer twice, and all that reaches into it."""
    lining = bag.cloth("lining").thickness if one_with_outer(bag) else 0.0
    blank = bag.kinds.interfacing.blank(bag)
    fused = blank.thick if blank else 0.0
    if bag.kinds.interfacing.kind == "full" or blank:
        fused += bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness
    return snap(2 * (thick_cloth(bag) + fused + lining))


def width_of(bag: Resolved) -> Sum:
    """Return how wide a strip is cut, or bought."""
    terms = across(
        BIND_SEAM.term(bag, "Binding seam"),
        Term("Thickness of both edges", thick_edges(bag), "What it wraps.", "derived"),
        BIND_COVER.term(bag, "Covers the row on the far side"),
        double=BIND_MADE.is_(bag, "double"),
    )
    if BIND_OF.is_(bag, "tape"):
        return Sum("How wide to buy it, unfolded", terms)
    return to_grid("How wide to cut it", terms, bag.grid)


def _raw_edge(bag: Resolved, form: Form, seam: Seam, chain: int) -> float:
    """Return how long the raw edge of a chain of a seam is, in mm: outside its curves, past its ends."""
    out = 0.0
    for s in seam.chains[chain]:
        face = form.face(s.face)
        cloth = [_cloth_beyond(bag, edge.seam) for edge in face.edges]
        starts, bends = offset_bent(face.points, face.bends, cloth)
        i = face.edge_index(s.edge)
        out += curves.edge_length(starts[i], bends[i], starts[(i + 1) % len(starts)])
    return snap(out)


def _cloth_beyond(bag: Resolved, of: str) -> float:
    """Return what of cloth lies beyond the edges of a class; a panel’s own joins are sewn before."""
    if of in ("top", bag.kinds.top.mouth_seam):
        return sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
    return eaten(bag, of) if of in bag.classes and of != "join" else 0.0


def _ends_meet(form: Form, seam: Seam, chain: int) -> bool:
    """Return whether a side of a seam has no ends of its own: it is part of an edge that goes all round."""
    faces = {s.face for s in seam.chains[chain]}
    return all(edge.seam == seam.seam for name in faces for edge in form.face(name).edges)


def length_of(bag: Resolved, form: Form, seam: Seam | None) -> Sum:
    """Return how long the strip of a seam is cut; of none, that across a corner which is boxed once sewn."""
    if seam is None:
        long, raw = form.mm("depth"), form.mm("depth")
    else:
        # what is sewn in all round has the longer edge; of others both are alike
        chain = next((n for n in range(len(seam.chains)) if _ends_meet(form, seam, n)), 0)
        long = snap(sum(edge_length(form, s.face, s.edge) for s in seam.chains[chain]))
        # a corner that is cut out ends at the folds beside the base
        raw = long if seam.seam == "corner" else _raw_edge(bag, form, seam, chain)
    terms = [Term("Along the seam", long, "On the seam line.")]
    if raw > long + 1e-6:
        why = "Its raw edge runs outside the curve, and past what is sewn across its ends."
        terms.append(Term("More along the raw edge", snap(raw - long), why, "derived"))
    terms.append(Term("At both ends", 2 * END.mm(bag.unit), "Turned in, or trimmed.", "default", 2))
    what = "How long to buy it" if BIND_OF.is_(bag, "tape") else "How long to cut it"
    return Sum(what, tuple(terms)) if BIND_OF.is_(bag, "tape") else to_grid(what, tuple(terms), bag.grid)


def _bound_seams(bag: Resolved, form: Form) -> Iterator[tuple[str, Seam | None]]:
    """Yield the class and the seam of every seam that is bound; nothing for corners that are boxed later."""
    for seam in form.seams:
        if seam.seam in bag.sewn and bag.kinds.seam(seam.seam).kind == _KIND:
            yield seam.seam, seam
    if form.corner is not None and "corner" in bag.sewn and bag.kinds.seam("corner").kind == _KIND:
        yield "corner", None


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    bag, wide = item.bag, width_of(item.bag)
    found: dict[str, list[Sum]] = {}
    for of, seam in _bound_seams(bag, form):
        found.setdefault(of, []).extend([length_of(bag, form, seam)] * (2 if seam is None else 1))
    material = "Bias tape" if BIND_OF.is_(bag, "tape") else ""
    out = []
    for of, longs in found.items():
        longest = max(longs, key=lambda long: long.total)
        shorter = [long for long in longs if long.total < longest.total - 1e-6]
        for part, cut in ((of, [long for long in longs if long not in shorter]), (f"{of} short", shorter)):
            if not cut:
                continue
            long = max(cut, key=lambda one: one.total)
            name = f"Binding, {within(bag.sewn[of])}{', short' if cut is shorter else ''}"
            out.append(Strip("seam binding", part, name, len(cut), long, wide, END.mm(bag.unit), material))
    return tuple(out)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if layer != "outer":
        return ()
    bound = _bound_seams(item.bag, form)
    return tuple(Wrapped(seam.key if seam else of, f"seam binding {of}") for of, seam in bound)


def _rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    (sewn,) = stitched(bag, key, mm)
    edge = "One edge of the tape, opened" if BIND_OF.is_(bag, "tape") else "The flat edge of the strip"
    if BIND_MADE.is_(bag, "double"):
        edge = "The raw edges of the doubled strip"
    made = f"{edge}, level with both edges of the seam, held together: sew it on, turn it over them and"
    return (
        replace(sewn, key="first row"),
        Row(
            "",
            "Bind the edges of the {seam}",
            f"{made} stitch it down past its row on the far side. "
            "Turn its ends in, or trim them where another seam crosses.",
            (
                ("Binding seam", BIND_SEAM.of(bag)),
                ("Covers the row on the far side by", snap(BIND_COVER.of(bag) - BIND_SEAM.of(bag))),
            ),
            settings="Straight stitch 2.5, a standard foot.",
            edges="together",
            needs=("seam bindings made",),
        ),
    )


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    bag = item.bag
    if not any(_bound_seams(bag, form)):
        return ()
    tape, double = BIND_OF.is_(bag, "tape"), BIND_MADE.is_(bag, "double")
    title, settings = "Press the strips that bind the seams", f"Iron: {bag.cloth('outer').iron}."
    say = "Press one long edge of each under, so that it lies ready for the far side."
    if double:
        say = "Press each in half along its length, wrong sides together."
    if tape:
        title, settings = "Cut the tape for the seams", ""
        say = "One piece for each seam, longer than the seam at both ends."
    turned = () if tape or double else (("Turned under", BIND_COVER.of(bag)),)
    return (
        Step(
            "seam bindings",
            title,
            say,
            305,
            needs=("pieces cut",),
            gives=("seam bindings made",),
            acts=(acts.Make(("seam binding",), iron=not tape),),
            settings=settings,
            lengths=(("Width", width_of(bag).total), *turned),
            cautions=("hot iron",) if settings else (),
        ),
    )


def _needs(bag: Resolved) -> str:
    """Return why a bag's seams are not bound: a lining that is sewn up by itself hides them."""
    lined = "lining" in bag.kinds.top.layers and not one_with_outer(bag)
    return "the lining hides its edges" if lined else ""


def _cover(bag: Resolved) -> float:
    return snap(BIND_SEAM.of(bag) + OVER.mm(bag.unit))


@check(
    "seams",
    100,
    "binding-over-seam",
    "warn",
    "The binding reaches over its seam",
    "what a binding covers > allowance of the seam it binds",
    "It lies over the seam line then, and its row is seen from outside or pulls the seam up.",
    "The seam cannot be pressed, and the binding shows.",
)
def binding_over_seam(draft: "Draft") -> Iterator[Fired]:
    bag, cover = draft.bag, BIND_COVER.of(draft.bag)
    for key, name in bag.sewn.items():
        if bag.kinds.seam(key).kind != _KIND or allowance_of(key) not in bag.values:
            continue
        wide = allowance_of(key).of(bag)
        if cover > wide + 1e-6:
            more, less = at_least(bag, cover), at_most(bag, wide)
            yield fired(
                BIND_COVER,
                "{name}: {allowance} wide, and the binding covers {cover}.",
                "Give it an allowance of {more}, or bind it narrower.",
                {"name": name},
                remedies=(
                    *allowances_to(bag, key, more),
                    (*to(BIND_SEAM, at_most(bag, less / 2)), *to(BIND_COVER, less)),
                ),
                allowance=wide,
                cover=cover,
                more=more,
            )


@check(
    "seams",
    110,
    "straight-strip-on-curve",
    "warn",
    "A strip cut straight round a curve",
    "a curved seam is bound with a strip cut along the grain",
    "A strip along the grain does not bend: it lies in folds on the inside of a curve.",
    "The binding puckers.",
)
def straight_strip_on_curve(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    curved = [
        seam.seam
        for of, seam in _bound_seams(bag, form)
        if seam is not None
        for chain in seam.chains
        for s in chain
        if form.face(s.face).bends[form.face(s.face).edge_index(s.edge)] is not None
    ]
    if OUTLINE in bag.values and bag.kinds.seam("ring").kind == _KIND:
        # of a traced outline its corners are many, and none is square
        curved.append("ring")
    if curved and BIND_OF.is_(bag, "cloth"):
        yield fired(
            BIND_OF,
            "{name}: it runs round a curve.",
            "Take bias tape for it.",
            {"name": bag.sewn[curved[0]]},
            remedies=(to(BIND_OF, "tape"),),
        )


BIND_PARAMS = (
    Param(BIND_SEAM, "Binding seam", "length", paired(6), low=1, high=40, help="From the edge to its row."),
    Param(
        BIND_COVER,
        "Binding covers",
        "length",
        _cover,
        low=2,
        high=60,
        help="From the edge to where it ends on the far side: over its seam, so that the row is covered.",
        why="Its seam, and 3 mm | 1/8 in over it.",
    ),
    Param(
        BIND_MADE,
        "Seams bound",
        "choice",
        "wrapped",
        options=MADE_OPTIONS,
    ),
    Param(
        BIND_OF,
        "Bound with",
        "choice",
        lambda bag: "tape" if any(bag.kinds.seam(key).kind == _KIND for key in _CURVED) else "cloth",
        early=True,
        options=(
            Option("cloth", "Strips of the outer’s cloth", "Cut along the grain, for straight seams."),
            Option("tape", "Bias tape", "Bought by its length; it bends round curves."),
        ),
    ),
)

BOUND_SEAM = SeamKind(
    checks=(*CHECKS, binding_over_seam, straight_strip_on_curve),
    kind=_KIND,
    section=sections.BOUND_SEAM,
    label="Bound",
    help="Sewn, then a strip is wrapped round both edges: for unlined bags that are seen inside.",
    params=(GENERAL_PARAM, *BIND_PARAMS),
    phrase=phrase(lambda bag, view: f"bound seams of {view.with_unit(GENERAL.of(bag))}"),
    needs=_needs,
    finished=True,
    eats=whole_allowance,
    stands=whole_row,
    rows=_rows,
    press="to one side",
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    listed={"bind_seam": BIND_SEAM, "bind_cover": BIND_COVER},
    chosen=(BIND_MADE, BIND_OF),
    read=reading.its_allowance,
)
