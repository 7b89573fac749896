"""
What of a bag is sewn, left open, caught and folded, and where on its faces: named once, so that what is
marked on a piece and what is sewn are one thing. Lengths in mm; faces are in seam lines.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from ambitus.core import curves
from ambitus.core.form.model import Face, Form, Seam, Stretch
from ambitus.core.sums import Sum

#: what a maker measures to find something: (what, sum)
Told = tuple[tuple[str, Sum], ...]
#: a side of the bag: front or back
Side = Literal["front", "back"]
#: the same, of something read along an edge at whose raw end so many mm of cloth lie beyond the seam line
Measured = Callable[[float], Told]


def no_measures(_: float) -> Told:
    """Nothing, of what another place tells too."""
    return ()


@dataclass(frozen=True, slots=True)
class Place:
    """
    A point of a face, told from one of its edges: ``along`` mm on the seam line from where the edge starts,
    or from where it ends with ``back``; ``inside`` mm in from the seam line, negative in the allowance.

    A maker measures from the raw edge: ``beyond`` is the cloth planned there, where it was counted in; else
    it is as much as is cut.
    """

    face: str
    edge: str
    along: float
    inside: float = 0.0
    back: bool = False
    beyond: float | None = None


@dataclass(frozen=True, slots=True)
class Opening:
    """
    A stretch of a seam that is left unsewn: a gap to turn through, which is ``closed`` in the end, or a slot
    that stays. ``between`` are its ends on each edge that meets there; the first ``marked`` of them are
    marked.
    """

    key: str
    label: str
    seam: str
    between: tuple[tuple[Place, Place], ...]
    closed: bool
    where: str
    told: Measured
    marked: int


@dataclass(frozen=True, slots=True)
class Line:
    """
    A line along an edge of a face, ``inside`` mm from its seam line: a fold, a row of stitching, or where a
    zip is sewn; the raw edge lies ``beyond`` mm further. Lines with no ``label`` are sewn and not marked.
    """

    kind: Literal["crease", "row", "zip"]
    face: str
    edge: str
    inside: float
    beyond: float = 0.0
    label: str = ""
    told: Told = ()


@dataclass(frozen=True, slots=True)
class Caught:
    """
    An end of a strip, caught at a place: in the seam of class ``seam``, or with rows of its own where that is
    nothing. It ``reaches`` so far in from there.
    """

    strip: str
    at: Place
    seam: str
    reaches: float = 0.0
    label: str = ""
    where: str = ""
    told: Measured = no_measures
    #: how much of the edge it takes, in mm, where that is not the strip's own width
    wide: float = 0.0
    #: what becomes of a strip that runs down to the base: caught in the seam there, or gone on under it
    foot: Literal["", "caught", "under"] = ""
    #: how far in the rows that hold it begin
    begins: float = 0.0


@dataclass(frozen=True, slots=True)
class Hole:
    """A hole through one layer, an eyelet or a buttonhole; the raw edge is ``beyond`` mm off its seam."""

    label: str
    at: Place
    beyond: float = 0.0
    told: Measured = no_measures


@dataclass(frozen=True, slots=True)
class Zone:
    """A part of a face that is kept free, read from one of its edges."""

    label: str
    face: str
    edge: str
    told: Told = ()


@dataclass(frozen=True, slots=True)
class Channel:
    """A channel round the mouth between two rows or folds, and the openings that its cord comes out by."""

    upper: float
    lower: float
    opens: tuple[str, ...]
    #: the strip that it lies in, where that is not the body itself
    strip: str = ""
    #: whether a raw edge may lie in it: the maker left it so
    raw: bool = False
    #: whether it ends at edges that no seam takes, so that something slides in there
    ends_free: bool = False


@dataclass(frozen=True, slots=True)
class Taken:
    """
    What of an edge is not in its seam, because it is folded, pleated or gathered away on it: ``mm`` in all.
    """

    kind: Literal["fold", "pleat", "gather"]
    at: Place
    mm: float


@dataclass(frozen=True, slots=True)
class FoldedUp:
    """
    What of a layer is folded in by so many mm: its base, up inside, or its sides, between front and back. The
    seams that end there cross its layers.
    """

    mm: float
    of: Literal["base", "sides"] = "base"


@dataclass(frozen=True, slots=True)
class Teeth:
    """
    The teeth of the zip that is cut as ``strip``: ``hard`` where a needle breaks on them. It is ``cut``
    through them at so many ends, and at some of those they are taken ``out`` where a row would cross them.
    """

    strip: str
    hard: bool
    cut: int = 0
    out: bool = False
    #: whether it comes without a slider
    bare: bool = False
    #: whether it is cut once it is sewn in, level with the panels
    late: bool = False
    #: whether its two halves come apart
    parts: bool = False


@dataclass(frozen=True, slots=True)
class Window:
    """
    A window for a zip in a face, slit along its middle, as its lower left and upper right corner on the face.
    """

    face: str
    low: tuple[float, float]
    high: tuple[float, float]
    told: Told = ()

    @property
    def rows(self) -> tuple[tuple[tuple[float, float], tuple[float, float]], ...]:
        """Its four sides: above and below the slit, then both ends."""
        (x, y), (u, v) = self.low, self.high
        return ((x, v), (u, v)), ((x, y), (u, y)), ((x, y), (x, v)), ((u, y), (u, v))


@dataclass(frozen=True, slots=True)
class Bound:
    """An edge of a face that is wrapped in a strip."""

    face: str
    edge: str
    strip: str


@dataclass(frozen=True, slots=True)
class Wrapped:
    """
    The raw edges of a seam, held together, that are wrapped in a strip: a seam of the form by its key, or by
    the class ``corner`` what is sewn across the corners of a layer.
    """

    seam: str
    strip: str


@dataclass(frozen=True, slots=True)
class StretchedStrip:
    """A strip that is stretched before it is folded."""

    strip: str


@dataclass(frozen=True, slots=True)
class Rolled:
    """A strip that is folded in half again between its marks, once it is made."""

    strip: str


@dataclass(frozen=True, slots=True)
class PutOn:
    """
    Something put on one side of a layer, for the item ``of`` a list: what it is called, and its outline
    ``wide`` by ``high`` mm from its upper left corner, as that is seen from the right side of the cloth.

    ``at`` is that corner on a face. ``x`` and ``u`` are the same in the side's own terms: from its middle,
    to the right, and below the finished top edge. Nothing may come nearer to it than ``clear``. ``rows``
    are lines sewn inside it, from corner to corner of its own.
    """

    of: str
    label: str
    layer: str
    side: Side
    at: Place
    #: the cloth planned beyond the edge it is told from: a maker measures from the raw edge
    beyond: float
    x: float
    u: float
    wide: float
    high: float
    clear: float
    #: what is cut or bought for it, by key
    pieces: tuple[str, ...] = ()
    #: whether its sides are caught in the side seams of its panel
    across: bool = False
    rows: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = ()
    told: Measured = no_measures
    #: whether its foot is caught in the base seam
    to_base: bool = False
    #: how far its foot stays above the edge the bag stands on, where that is more than anything else's
    above_foot: float = 0.0
    #: how much further it hangs down, sewn to nothing there: a flap
    hangs: float = 0.0
    #: whether it is found by its middle, as a snap is
    spot: bool = False
    #: whether it may lie over a join of its panel, which is sewn before it
    over_joins: bool = True
    #: whether it is printed or pressed on, and no piece
    printed: bool = False
    #: whether it lies on what is put on before it, and is found there: nothing is marked on the panel
    found_there: bool = False
    #: the piece that its other half is set in first, from which this one is found
    half_on: str = ""


@dataclass(frozen=True, slots=True)
class HangsOver:
    """
    What hangs over the front from the top edge, sewn to nothing there: its outline, right of the front's
    middle and below the top edge, in mm.
    """

    strip: str
    outline: tuple[tuple[float, float], ...]


#: Anything that is done at a place of a form.
Sewn = (
    Opening
    | Line
    | Caught
    | Hole
    | Zone
    | Channel
    | Taken
    | FoldedUp
    | Teeth
    | Window
    | Bound
    | Wrapped
    | Rolled
    | StretchedStrip
    | PutOn
    | HangsOver
)


def edge_length(form: Form, face: str, edge: str) -> float:
    """Return how long the seam line of an edge is, in mm."""
    of = form.face(face)
    i = of.edge_index(edge)
    return curves.edge_length(of.points[i], of.bends[i], of.points[(i + 1) % len(of.points)])


def _runs_on(form: Form, chain: tuple[Stretch, ...], at: int) -> bool:
    """Return whether the edge at place *at* of a chain runs the way that the chain is listed."""
    if len(chain) == 1:
        return True
    first = min(at, len(chain) - 2)
    here, there = chain[first], chain[first + 1]
    face = form.face(here.face)
    i = face.edge_index(here.edge)
    if here.face == there.face:
        return face.edges[(i + 1) % len(face.edges)].name == there.edge
    # the parts of a divided face are listed from the top down
    return face.edges[i - 1].seam == "top"


def along_seam(form: Form, seam: Seam, low: Place, high: Place) -> tuple[tuple[Place, Place], ...]:
    """
    Return where *low* to *high* on an edge lie on every edge that *seam* joins there, this one first.

    Outlines all run the same way round, so edges that meet run against each other; the stretches of each
    chain lie in the order in which they are sewn.
    """
    here = low.face, low.edge
    own = next(c for c in seam.chains if any((s.face, s.edge) == here for s in c))
    at = [(s.face, s.edge) for s in own].index(here)
    with_list, long = _runs_on(form, own, at), edge_length(form, *here)
    whole = sum(edge_length(form, s.face, s.edge) for s in own)
    before = sum(edge_length(form, s.face, s.edge) for s in own[:at])
    turned = with_list == low.back
    begin, end = (
        before + mm for mm in ((long - high.along, long - low.along) if turned else (low.along, high.along))
    )
    out = [(low, high)]
    for chain in (c for c in seam.chains if c is not own):
        gone = 0.0
        # edges that are not as long as each other, a strip brought to the grid, are eased all along
        share = sum(edge_length(form, s.face, s.edge) for s in chain) / whole if whole else 1.0
        for n, s in enumerate(chain):
            size = edge_length(form, s.face, s.edge)
            # what lies beyond the ends of the seam is open with the edge that ends there
            a = share * begin - gone if n == 0 else max(share * begin - gone, 0.0)
            b = share * end - gone if n == len(chain) - 1 else min(share * end - gone, size)
            gone += size
            if b - a > 1e-6:
                # it is read from the same end of the seam as the first
                ends = (size - b, size - a) if turned else (a, b)
                read = (Place(s.face, s.edge, mm, 0.0, with_list != turned, low.beyond) for mm in ends)
                out.append((next(read), next(read)))
    return tuple(out)


def stretch_of(form: Form, low: Place, high: Place) -> Stretch:
    """Return the part of an edge between two places on it, as far as it lies on the seam line."""
    long = edge_length(form, low.face, low.edge)

    def part(place: Place) -> float:
        share = min(1.0, max(0.0, place.along / long)) if long else 0.0
        return 1.0 - share if place.back else share

    start, end = sorted((part(low), part(high)))
    return Stretch("", low.face, low.edge, start, end)


def end_at_top(form: Form, seam: Seam) -> tuple[Stretch, bool] | None:
    """Return an edge of *seam* that meets a top edge, and whether it ends there; None where none does."""
    for at in (s for chain in seam.chains for s in chain):
        face = form.face(at.face)
        i = face.edge_index(at.edge)
        if face.edges[(i + 1) % len(face.edges)].seam == "top":
            return at, True
        if face.edges[i - 1].seam == "top":
            return at, False
    return None


def openings_in(form: Form, seam: Seam) -> tuple[Opening, ...]:
    """Return what is left open in *seam*."""
    return tuple(s for s in form.every_sewn if isinstance(s, Opening) and s.seam == seam.key)


def sewn_stretches(form: Form, seam: Seam) -> tuple[tuple[Stretch, ...], ...]:
    """Return the chains of *seam* without its openings: what is really sewn of each edge."""
    left = [stretch_of(form, *ends) for opening in openings_in(form, seam) for ends in opening.between]
    return tuple(tuple(part for s in chain for part in _without(s, left)) for chain in seam.chains)


def _without(stretch: Stretch, left: Iterable[Stretch]) -> tuple[Stretch, ...]:
    """Return what is left of *stretch* without those of *left* that lie on it, in order."""
    gaps = sorted((g.start, g.end) for g in left if (g.face, g.edge) == (stretch.face, stretch.edge))
    out, at = [], stretch.start
    for start, end in (*gaps, (stretch.end, stretch.end)):
        if min(start, stretch.end) > at + 1e-9:
            out.append(Stretch(stretch.layer, stretch.face, stretch.edge, at, min(start, stretch.end)))
        at = max(at, end)
    return tuple(out)


def round_mouth(form: Form, place: Place) -> float:
    """
    Return how far round the mouth of the standing bag a place on a top edge lies, in mm from the left side
    seam.

    Raises ValueError where the place is on no edge of the mouth.
    """
    gone = form.panel_at
    for face, edge in form.mouth:
        if form.face(face).edges[form.face(face).edge_index(edge)].seam != "top":
            # a side that ends lower: what runs down to it takes nothing of the way round
            continue
        long = edge_length(form, face, edge)
        if (face, edge) == (place.face, place.edge):
            # seen from outside a top edge runs from right to left
            return gone + (place.along if place.back else long - place.along)
        gone += long
    raise ValueError(f"{place.edge} of {place.face} is no edge of the mouth")


def top_edges(face: Face) -> tuple[str, ...]:
    """Return the top edges of a face: the front's first, of a folded one in the order of its outline."""
    names = [e.name for e in face.edges if e.seam == "top"]
    return tuple(names if face.folded else reversed(names))


def with_top(form: Form) -> tuple[Face, ...]:
    """Return the faces of the body that have a top edge."""
    return tuple(f for f in form.faces if not f.part and any(e.seam == "top" for e in f.edges))


def of_two_panels(form: Form) -> bool:
    """Return whether front and back are pieces of their own."""
    return {"front", "back"} <= {face.side for face in form.faces if not face.part}


def rows_below(form: Form) -> tuple[float, ...]:
    """Return how far below the finished edge the rows of stitching round the mouth lie, each once, in mm."""
    rows = (s.inside for s in form.every_sewn if isinstance(s, Line) and s.kind == "row")
    return tuple(dict.fromkeys(rows))
