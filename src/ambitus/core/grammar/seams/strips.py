"""The strips that the raw edges of seams are wrapped in: how wide, how long, for which seams, how made."""

from collections.abc import Iterator

from ambitus.core import curves
from ambitus.core.curves import offset_bent
from ambitus.core.form.model import Form, Part, Seam, Strip
from ambitus.core.form.sewn import FoldedUp, Sewn, Wrapped, edge_length
from ambitus.core.grammar.binding import across
from ambitus.core.grammar.contract import Act, Layer
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
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

#: the kind of seam whose edges are bound once it is sewn, and the one that the binding itself sews
OVER_A_SEAM, AS_THE_SEAM = "bound", "bound_ends"
BOUND_KINDS = (OVER_A_SEAM, AS_THE_SEAM)
#: What an open end of a binding is cut longer, to be turned in or trimmed: 10 mm | 3/8 in.
END = paired(10)


def thick_edges(bag: Resolved, of: str = "") -> float:
    """
    Return how thick the edges of a seam are, in mm: the outer twice, and all that reaches into it; in an end
    seam as often as it lies there.
    """
    lining = bag.cloth("lining").thickness if one_with_outer(bag) else 0.0
    blank = bag.kinds.interfacing.blank(bag)
    fused = blank.thick if blank else 0.0
    if bag.kinds.interfacing.kind == "full" or blank:
        fused += bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness
    layers = bag.kinds.base.end_layers if of == "end" else 2
    return snap(layers * (thick_cloth(bag) + fused + lining))


def width_of(bag: Resolved, of: str = "") -> Sum:
    """Return how wide the strip of a class of seam is cut, or bought."""
    terms = across(
        BIND_SEAM.term(bag, "Binding seam"),
        Term("Thickness of the edges", thick_edges(bag, of), "What it wraps.", "derived"),
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


def _folded_away(form: Form, seam: Seam) -> float:
    """Return what of a side of an end seam lies folded in it, in mm."""
    folded = (s.mm for s in form.every_sewn if isinstance(s, FoldedUp) and s.of == "sides")
    return sum(folded) if seam.seam == "end" else 0.0


def length_of(bag: Resolved, form: Form, seams: tuple[Seam, ...]) -> Sum:
    """
    Return how long the strip is cut that binds seams in one line; of none, that across a corner which is
    boxed once sewn.
    """
    long = raw = 0.0 if seams else form.mm("depth" if "depth" in form.dimensions else "height")
    for seam in seams:
        # what is sewn in all round has the longer edge; of others both are alike
        chain = next((n for n in range(len(seam.chains)) if _ends_meet(form, seam, n)), 0)
        one = snap(sum(edge_length(form, s.face, s.edge) for s in seam.chains[chain]))
        one = snap(one - _folded_away(form, seam))
        long = snap(long + one)
        # a corner that is cut out ends at the folds beside the base, and ends lie end to end in their middle
        plain = seam.seam == "corner" or (seam.seam == "end" and bool(seam.line))
        raw = snap(raw + (one if plain else _raw_edge(bag, form, seam, chain)))
    terms = [Term("Along the seam", long, "On the seam line.")]
    if raw > long + 1e-6:
        why = "Its raw edge runs outside the curve, and past what is sewn across its ends."
        terms.append(Term("More along the raw edge", snap(raw - long), why, "derived"))
    terms.append(Term("At both ends", 2 * END.mm(bag.unit), "Turned in, or trimmed.", "default", 2))
    what = "How long to buy it" if BIND_OF.is_(bag, "tape") else "How long to cut it"
    return Sum(what, tuple(terms)) if BIND_OF.is_(bag, "tape") else to_grid(what, tuple(terms), bag.grid)


def bound_seams(bag: Resolved, form: Form, kind: str) -> Iterator[tuple[str, Seam | None]]:
    """Yield the class and the seam of every seam of a kind; nothing for corners that are boxed later."""
    for seam in form.seams:
        if seam.seam in bag.sewn and bag.kinds.seam(seam.seam).kind == kind:
            yield seam.seam, seam
    if form.corner is not None and "corner" in bag.sewn and bag.kinds.seam("corner").kind == kind:
        yield "corner", None


def _lines(bag: Resolved, form: Form, kind: str) -> Iterator[tuple[str, tuple[Seam, ...]]]:
    """Yield the class and the seams of every line that one strip binds."""
    found: dict[str, list[Seam]] = {}
    for of, seam in bound_seams(bag, form, kind):
        if seam is None:
            yield from ((of, ()), (of, ()))
        else:
            found.setdefault(seam.line or seam.key, []).append(seam)
    for seams in found.values():
        yield seams[0].seam, tuple(seams)


def parts_of(item: Item, form: Form, kind: str) -> tuple[Part, ...]:
    """Return the strips of the seams of a kind, those of a class that are as long as each other together."""
    bag = item.bag
    found: dict[str, list[Sum]] = {}
    for of, seams in _lines(bag, form, kind):
        found.setdefault(of, []).append(length_of(bag, form, seams))
    material = "Bias tape" if BIND_OF.is_(bag, "tape") else ""
    out = []
    for of, longs in found.items():
        wide = width_of(bag, of)
        longest = max(longs, key=lambda long: long.total)
        shorter = [long for long in longs if long.total < longest.total - 1e-6]
        for part, cut in ((of, [long for long in longs if long not in shorter]), (f"{of} short", shorter)):
            if not cut:
                continue
            long = max(cut, key=lambda one: one.total)
            name = f"Binding, {within(bag.sewn[of])}{', short' if cut is shorter else ''}"
            out.append(Strip("seam binding", part, name, len(cut), long, wide, END.mm(bag.unit), material))
    return tuple(out)


def sewn_of(item: Item, form: Form, layer: Layer, kind: str) -> tuple[Sewn, ...]:
    """Return which seams of a kind are wrapped in which strip, told once: on the outer."""
    if layer != "outer":
        return ()
    bound = bound_seams(item.bag, form, kind)
    return tuple(Wrapped(seam.key if seam else of, f"seam binding {of}") for of, seam in bound)


def strips_made(kind: str) -> Act:
    """Return the act that makes the strips ready: told by the first of the kinds of seam that they bind."""
    return lambda item, form: _made(item.bag, form, kind)


def _widths(bag: Resolved, classes: list[str]) -> tuple[tuple[str, float], ...]:
    """Return how wide the strips are: of each class of seam where they differ."""
    wide = {of: width_of(bag, of).total for of in classes}
    if len(set(wide.values())) == 1:
        return (("Width", wide[classes[0]]),)
    return tuple((f"Width, {within(bag.sewn[of])}", mm) for of, mm in wide.items())


def _made(bag: Resolved, form: Form, kind: str) -> tuple[Step, ...]:
    found = {k: [of for of, _ in bound_seams(bag, form, k)] for k in BOUND_KINDS}
    first = next((k for k, classes in found.items() if classes), None)
    if first != kind:
        return ()
    classes = [of for each in found.values() for of in each]
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
            lengths=(*_widths(bag, classes), *turned),
            cautions=("hot iron",) if settings else (),
        ),
    )
