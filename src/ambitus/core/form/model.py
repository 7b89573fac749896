"""Faces with named edges, seams that join stretches of edge, and the pieces cut from them.

Coordinates are millimetres on the flat cloth, x to the right, y towards the top of the bag.
Outlines run anticlockwise, so the right-hand side of an edge is outside.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Literal

from ambitus.core.curves import Bend, bent_bounds, offset_bent
from ambitus.core.form.roles import ROLES, Role, Source
from ambitus.core.form.stance import Stance
from ambitus.core.geometry import Point
from ambitus.core.once import Once
from ambitus.core.sums import Source as ValueSource
from ambitus.core.sums import Sum, Term

if TYPE_CHECKING:
    from ambitus.core.form.sewn import Sewn


@dataclass(frozen=True, slots=True)
class Edge:
    """
    An edge of a face, from ``start`` to the next edge's start; ``seam`` is its class of seam and ``bend``
    its curve, if it is not straight.
    """

    name: str
    seam: str
    start: Point
    bend: Bend = None


#: the fold of a piece, as the end of a measure
FOLD = "fold"


@dataclass(frozen=True, slots=True)
class Measure:
    """
    A dimension of a face between two of its edges, as the terms of the seam-line distance.

    Cutting adds the allowance of both edges (or takes it away, where the cloth lies on the inner side).
    ``on_grid`` measures are brought to the cutting grid; arms of a cut-out are not, because they
    follow from a core that already is. ``low`` is FOLD for what is measured from a fold of a piece, the
    line where its y is ``fold_at``; a ``folds`` measure goes over that fold and counts everything twice.
    """

    key: str
    label: str
    axis: Literal["x", "y"]
    low: str
    high: str
    terms: tuple[Term, ...]
    on_grid: bool = True
    folds: bool = False
    #: the whole extent of an outline of any shape: cloth adds at both ends, and sharp corners reach further
    whole: bool = False
    #: side of the piece along which a picture shows this measure
    beside: Literal["top", "bottom", "left", "right"] = "top"
    #: where the fold lies that it is measured from
    fold_at: float = 0.0


#: What of a divided face a piece is: the part above a contrasting bottom, that bottom, or a facing.
Division = Literal["", "upper", "bottom", "facing"]


@dataclass(frozen=True)
class Face:
    """
    A flat region of the bag. Faces of one ``group`` with like allowances are cut alike and share a piece.

    ``over`` is whether its edges lie uppermost in a lapped seam; ``folded`` is whether it is both sides
    of the bag, folded at the base. ``part`` is what it is of the bag where it is not a panel of the body:
    gusset, side, base; ``division`` what it is of a face that was divided.
    """

    name: str
    group: str
    edges: tuple[Edge, ...]
    measures: tuple[Measure, ...]
    over: bool = True
    folded: bool = False
    part: str = ""
    division: Division = ""
    #: the cloth it is cut of, where that is not its layer's
    of: str = ""
    #: whether it is front and back side by side, folded between them and closed along its own base
    wrapped: bool = False
    #: whether it is both sides of the bag, hanging together along a fold at the top
    hinged: bool = False

    @property
    def side(self) -> str:
        """The side of the bag it is, where front and back are faces of their own."""
        return self.name.partition(" ")[0]

    @property
    def tube(self) -> bool:
        """Whether it is a tube of one panel: front and back side by side."""
        return sum(e.seam == "top" for e in self.edges) > 1 and not self.folded

    @cached_property
    def points(self) -> tuple[Point, ...]:
        """The outline, one point per edge."""
        return tuple(e.start for e in self.edges)

    @cached_property
    def bends(self) -> tuple[Bend, ...]:
        """The curves of the outline, one per edge."""
        return tuple(e.bend for e in self.edges)

    @cached_property
    def _places(self) -> dict[str, int]:
        return {e.name: i for i, e in enumerate(self.edges)}

    def edge_index(self, name: str) -> int:
        """Return the place of the edge called *name*."""
        return self._places[name]


@dataclass(frozen=True, slots=True)
class Stretch:
    """Part of an edge (0 to 1 along it) of one face of one layer."""

    layer: str
    face: str
    edge: str
    start: float = 0.0
    end: float = 1.0


@dataclass(frozen=True, slots=True)
class Seam:
    """
    Stretches joined to stretches: every chain in ``chains`` is sewn to the others, end to end.

    The chains are as long as each other, but for what is eased in: ``ease`` is the share of the shorter that
    the longer may exceed it by, ``trimmed`` what is cut off after sewing, in mm.

    Where a ``strip`` lies between, a zip, its chains are sewn to one of its two sides each: ``sides`` says to
    which. Chains of different sides are as long as each other, and are not sewn to each other.
    """

    key: str
    label: str
    seam: str
    chains: tuple[tuple[Stretch, ...], ...]
    ease: float = 0.0
    trimmed: float = 0.0
    strip: str = ""
    sides: tuple[int, ...] = ()
    #: what it is sewn in one line with: the seams that tell the same are told apart by their panels only
    line: str = ""

    def joins(self, face: str, edge: str) -> bool:
        """Return whether an edge of a face is sewn in it."""
        return any((s.face, s.edge) == (face, edge) for chain in self.chains for s in chain)


@dataclass(frozen=True, slots=True)
class Dimension:
    """A named size of the finished bag: what was asked, and what the cutting grid lets it be."""

    key: str
    label: str
    asked: float
    comes_out: float
    source: ValueSource
    why: str


@dataclass(frozen=True)
class Form(Once):
    """
    The bag before any allowance: its faces in seam lines, and the seams that join them.

    ``mouth`` is the mouth as stretches of edge, in order round it from the left side seam; ``stance`` is how
    it stands once it is sewn.
    """

    dimensions: Mapping[str, Dimension]
    faces: tuple[Face, ...]
    seams: tuple[Seam, ...]
    mouth: tuple[tuple[str, str], ...]
    height: float
    stance: Stance
    #: what is measured at a corner that is boxed after sewing, or None
    corner: float | None = None
    #: whether its corners lie at both ends of its zip and of its base, not on side folds between them
    zip_at_edge: bool = False
    #: how far along the mouth from the left side seam the front panel's own edge lies: half of a gusset
    panel_at: float = 0.0
    #: the stiff insert on the base, if one is wanted: no layer of cloth, and sewn to nothing
    insert: tuple[Face, ...] = ()
    #: how much lower than the front the sides end
    lower_sides: float = 0.0
    #: radius of the front's lower corners; or, ``clipped``, how far they are cut off along either edge
    rounded: float = 0.0
    clipped: bool = False
    #: what a cut list tells of each part besides its size: part -> name -> mm
    listed: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    #: what is sewn, left open, caught and folded on it, by the part of the spec that it is for: ``top``
    sewn: "Mapping[str, tuple[Sewn, ...]]" = field(default_factory=dict)
    _once: dict[object, object] = field(init=False, default_factory=dict, repr=False, compare=False)

    @cached_property
    def every_sewn(self) -> "tuple[Sewn, ...]":
        """All that is sewn, left open, caught and folded on it."""
        return tuple(one for every in self.sewn.values() for one in every)

    def face(self, name: str) -> Face:
        """Return the face called *name*. Raises KeyError if there is none."""
        return self._by_name[name]

    @cached_property
    def _by_name(self) -> Mapping[str, Face]:
        return {f.name: f for f in self.faces}

    def mm(self, key: str) -> float:
        """Return the size called *key* as it comes out, in mm."""
        return self.dimensions[key].comes_out

    @property
    def told(self) -> tuple[Dimension, ...]:
        """The sizes that say something of it: one that is folded at its top has nothing that opens flat."""
        return tuple(d for d in self.dimensions.values() if self.mouth or d.key != "flat_opening")

    @property
    def stands(self) -> float:
        """How high the mouth stands in the picture, in mm."""
        return self.stance.rises or self.height

    @property
    def drawn_out(self) -> bool:
        """Whether it is its front drawn out as deep as it is; one that has a profile and no depth is flat."""
        return bool(self.stance.profile) and "depth" in self.dimensions

    @property
    def mouth_length(self) -> float:
        """The perimeter of the mouth, in mm."""
        return 2 * self.mm("flat_opening")


@dataclass(frozen=True, slots=True)
class Mark:
    """
    Something to mark on a piece: ``points`` to draw, and where it is as sums from a named corner.

    One point is a notch or a dot; two are a stretch. ``readings`` are (what, sum) pairs.
    """

    kind: Literal[
        "notch",
        "strap",
        "gap",
        "crease",
        "cut-out",
        "clip",
        "row",
        "slot",
        "teeth",
        "stop",
        "tack",
        "zip",
        "placed",
        "spot",
        "quilting",
        "buttonhole",
    ]
    label: str
    points: tuple[Point, ...]
    corner: str
    readings: tuple[tuple[str, Sum], ...] = ()
    #: of what is put on: the item of the list that it is, and the side of the bag that it is marked for
    of: str = ""
    side: Literal["", "front", "back"] = ""


@dataclass(frozen=True, slots=True)
class CutEdge:
    """
    An edge of a piece: its name, class of seam, cloth beyond the seam line, and where that is from; its
    curve on the cut line and on the seam line, if it has one.
    """

    name: str
    seam: str
    allowance: float
    terms: tuple[Term, ...]
    bend: Bend = None
    seam_bend: Bend = None


@dataclass(frozen=True, slots=True)
class Strip:
    """
    A strip that belongs to no face of the body: cut of cloth, or bought as tape, cord or zip.

    Its seam lines lie ``ends`` mm inside its short ends; marks are told from there, x along it. ``more``
    are numbers that go with it besides its cut size, by key.
    """

    layer: str
    part: str
    name: str
    count: int
    length: Sum
    width: Sum
    ends: float = 0.0
    #: what is bought for it, or the cloth of the bag that it is cut of; nothing for that of its role
    material: str = ""
    marks: tuple[Mark, ...] = ()
    more: Mapping[str, Sum] = field(default_factory=dict)
    #: which item of a list it belongs to: ``carry.0``
    at: str = ""
    #: whether it melts in a flame
    melts: bool = False
    #: whether it is cut of a cloth of the bag, though a role like its own is mostly bought
    cut: bool = False

    @property
    def key(self) -> str:
        """What tells its piece from the others."""
        of = self.at or self.part
        return f"{self.layer} {of}" if of and of != self.layer else self.layer


@dataclass(frozen=True, slots=True)
class Loose:
    """A face that is sewn to no panel edge to edge, cut with ``allowances`` of its own: an insert, a band."""

    layer: str
    name: str
    count: int
    face: Face
    allowances: Mapping[str, tuple[Term, ...]]
    #: the cloth of the bag that it is cut of, or what is bought for it
    material: str
    marks: tuple[Mark, ...] = ()
    #: which item of a list it belongs to: ``extras.0``
    at: str = ""

    @property
    def key(self) -> str:
        """What tells its piece from the others."""
        part = self.face.part
        return f"{self.layer} {part}" if part != self.layer else self.layer


#: What a variant has cut or bought besides the panels.
Part = Strip | Loose


@dataclass(frozen=True)
class Piece:
    """
    One piece to cut ``count`` times.

    ``cut`` is the outline scissors follow, ``stitch`` the seam line, both in the face's coordinates
    with one point per edge. ``sums`` are its dimensions by key. ``faces`` are the faces it becomes.
    """

    key: str
    letter: str
    name: str
    layer: str
    count: int
    material: str
    faces: tuple[str, ...]
    edges: tuple[CutEdge, ...]
    cut: tuple[Point, ...]
    stitch: tuple[Point, ...]
    sums: Mapping[str, Sum]
    spans: Mapping[str, tuple[Point, Point]]
    on_fold: Literal["x", "y"] | None = None
    #: whether its edges lie uppermost in a lapped seam
    over: bool = True
    marks: tuple[Mark, ...] = ()
    notes: tuple[str, ...] = ()
    #: what it is of the bag where it is no panel of the body: gusset, side, base
    part: str = ""
    division: Division = ""
    #: the cloth it is cut of, where that is not its layer's
    of: str = ""
    #: whether it has a print that has to stand this way up
    upright: bool = False
    #: the pieces that it is made up of, larger than it, before it is trimmed; none where it is cut
    made_of: tuple[str, ...] = ()
    #: where it comes from
    source: Source = "cloth"
    #: how far below its seam line at the top it is really sewn: beside a zip, not at its middle
    below: float = 0.0
    #: whether it melts in a flame
    melts: bool = False
    #: which extra of the bag it is of: ``extras.0``; nothing where it is of the bag itself
    at: str = ""
    #: whether it is front and back side by side, folded between them and closed along its own base
    wrapped: bool = False
    #: whether it is both sides of the bag, hanging together along a fold at the top
    hinged: bool = False

    @cached_property
    def sewn(self) -> tuple[Point, ...]:
        """The lines it is sewn along, one point per edge: the seam line, but for an edge beside a zip."""
        return self._sewn[0]

    @property
    def sewn_bends(self) -> tuple[Bend, ...]:
        """Their curves, one per edge."""
        return self._sewn[1]

    @cached_property
    def _sewn(self) -> tuple[tuple[Point, ...], tuple[Bend, ...]]:
        if not self.below:
            return self.stitch, tuple(e.seam_bend for e in self.edges)
        inside = [-e.allowance - (self.below if e.seam == "top" else 0.0) for e in self.edges]
        return offset_bent(self.cut, self.bends, inside)

    @property
    def role(self) -> Role:
        """What it is in the bag."""
        return ROLES[self.layer]

    @property
    def small(self) -> bool:
        """Whether it is one of the small pieces that are easily forgotten."""
        return self.role.small

    @property
    def told_as(self) -> str:
        """What a cut list calls it besides its layer: its part of the bag, and its band."""
        return " ".join(word for word in (self.part, self.division) if word and word != "upper")

    @property
    def looks(self) -> str:
        """What it is drawn as: its layer, or the cloth that a bottom or a facing is cut of."""
        if self.of or not self.role.panel:
            return self.of or self.layer
        return {"bottom": "contrast", "facing": "outer"}.get(self.division, self.layer)

    @property
    def cut_off(self) -> bool:
        """Whether it is a band along the top edge, whose base is another piece."""
        return self.division in ("upper", "facing")

    def size(self, key: str) -> float:
        """Return the cut dimension called *key*, in mm."""
        return self.sums[key].total

    @cached_property
    def bends(self) -> tuple[Bend, ...]:
        """The curves of the cut line, one per edge."""
        return tuple(e.bend for e in self.edges)

    @cached_property
    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top of the cut line, curves and all, in mm."""
        return bent_bounds(self.cut, self.bends)

    @property
    def extent(self) -> tuple[float, float]:
        """How wide and how high it is cut, in mm."""
        left, bottom, right, top = self.box
        return right - left, top - bottom

    @property
    def room(self) -> float:
        """The rectangle round it, in mm²."""
        wide, high = self.extent
        return wide * high

    @property
    def folded(self) -> bool:
        """Whether it is both sides of the bag, folded between them: at the base or, hinged, at the top."""
        return self.on_fold == "y"

    @property
    def tube(self) -> bool:
        """Whether it is a tube of one panel: front and back side by side, only its ends raw sides."""
        return sum(e.seam == "top" for e in self.edges) > 1 and not self.folded

    def tops(self) -> tuple[tuple[Point, Point], ...]:
        """
        Return its top edges on the cut line between their seams, each as its left and right end when it
        stands upright.
        """
        n, out = len(self.cut), []
        for i, edge in enumerate(self.edges):
            if edge.seam == "top":
                y = self.cut[i][1]
                out.append(((self.stitch[(i + 1) % n][0], y), (self.stitch[i][0], y)))
        # of a tube of one panel the front comes first
        return tuple(reversed(out)) if not self.folded else tuple(out)
