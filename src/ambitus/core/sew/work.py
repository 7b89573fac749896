"""The state of the work: what has been done to every piece, edge and seam, and how what is sewn lies."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Literal

from ambitus.core.sew.acts import Run, Side
from ambitus.core.sew.gluing import Classes, EdgeAt, Glued, Loop, Part
from ambitus.core.sew.plan import FaceAt, Plan


class Refused(Exception):
    """What a step asks for cannot be done; its text says why, to a maker."""


@dataclass(slots=True)
class ZipState:
    """How far the zip is: slider on, tacked, cut, teeth out, sewn to which sides, and how far open."""

    slider: bool = False
    tacked: bool = False
    cut: bool = False
    teeth_out: bool = False
    sides: set[int] = field(default_factory=set)
    #: whether the halves of an open-ended one are apart
    apart: bool = False
    opened: Literal["", "half", "whole"] = ""


@dataclass
class Work:
    """The state of the work on the bag of ``plan``. Sheets that are sewn together are one *body*."""

    plan: Plan
    smooth: bool = False
    #: the layers whose pieces are drawn, cut and marked
    drawn: set[str] = field(default_factory=set)
    measured_again: set[str] = field(default_factory=set)
    cut: set[str] = field(default_factory=set)
    marked: set[str] = field(default_factory=set)
    cut_out: set[str] = field(default_factory=set)
    #: pieces on whatever they belong to, for good
    used: set[str] = field(default_factory=set)
    creased: set[str] = field(default_factory=set)
    made: set[str] = field(default_factory=set)
    #: strips that are joined to a ring
    ringed: set[str] = field(default_factory=set)
    #: strips that are folded in half again
    rolled: set[str] = field(default_factory=set)
    #: edges beside lower sides that are turned in and stitched
    hemmed: set[EdgeAt] = field(default_factory=set)
    #: strips that are stretched to the length they keep
    stretched: set[str] = field(default_factory=set)
    #: pieces whose buttonhole is worked
    holed: set[str] = field(default_factory=set)
    #: closures whose one half is set in a piece of its own
    halved: set[str] = field(default_factory=set)
    #: strips that are sewn on with rows of their own
    fixed: set[str] = field(default_factory=set)
    #: items whose motif is on
    printed: set[str] = field(default_factory=set)
    #: piece -> the class of seam that will catch it
    basted: dict[str, tuple[str, str]] = field(default_factory=dict)
    #: layers whose panels are of unequal make, and are as large as each other
    evened: set[str] = field(default_factory=set)
    doubled: set[str] = field(default_factory=set)
    as_one: set[tuple[str, str]] = field(default_factory=set)
    #: how far the window for a zip is: sewn round, slit, its edges turned in
    window: Literal["", "faced", "slit", "open"] = ""
    finished: set[EdgeAt] = field(default_factory=set)
    #: edges that were pressed over and opened again
    pressed_over: set[EdgeAt] = field(default_factory=set)
    folded: set[EdgeAt] = field(default_factory=set)
    stitched: set[EdgeAt] = field(default_factory=set)
    bound: set[EdgeAt] = field(default_factory=set)
    folded_up: set[str] = field(default_factory=set)
    #: seam -> how many of its rows are done
    rows: dict[str, int] = field(default_factory=dict)
    #: seam -> what is sewn of its next row, where that is not sewn in one go
    runs: dict[str, set[Run]] = field(default_factory=dict)
    #: the seams of which anything is sewn
    begun: set[str] = field(default_factory=set)
    pressed: set[str] = field(default_factory=set)
    snipped: set[str] = field(default_factory=set)
    #: layer -> how many rows lie across its corners
    boxed: dict[str, int] = field(default_factory=dict)
    overcast: set[str] = field(default_factory=set)
    tips: set[str] = field(default_factory=set)
    closed: set[tuple[str, str]] = field(default_factory=set)
    held: set[str] = field(default_factory=set)
    pierced: set[str] = field(default_factory=set)
    nested: set[tuple[str, str]] = field(default_factory=set)
    trimmed: bool = False
    kept: set[str] = field(default_factory=set)
    threaded: set[str] = field(default_factory=set)
    knotted: set[str] = field(default_factory=set)
    zip: ZipState = field(default_factory=ZipState)
    glued: Glued = field(init=False)
    _body: Classes[FaceAt] = field(default_factory=Classes)
    _out: dict[FaceAt, Side] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.glued = Glued(self.plan.gluing)

    def body_of(self, face: FaceAt) -> FaceAt:
        """Return what stands for the body that a face belongs to."""
        return self._body.of(face)

    def bodies(self, layers: Iterable[str]) -> tuple[FaceAt, ...]:
        """Return the bodies that the faces of *layers* belong to, each once."""
        every = (self.body_of(face) for layer in layers for face in self.plan.faces[layer])
        return tuple(dict.fromkeys(every))

    def faces_of(self, body: FaceAt) -> tuple[FaceAt, ...]:
        """Return the faces of a body."""
        return tuple(f for faces in self.plan.faces.values() for f in faces if self.body_of(f) == body)

    def out(self, body: FaceAt) -> Side | None:
        """Return which side of the cloth of a body is out; None while it can be laid flat."""
        return self._out.get(body)

    def set_out(self, body: FaceAt, out: Side) -> None:
        """Say which side of a body that lies flat no more is out."""
        self._out[body] = out

    def join(self, bodies: Iterable[FaceAt], out: Side | None) -> None:
        """Make one body of several; *out* is the side that is out, or None where it still lies flat."""
        first, *rest = bodies
        for other in rest:
            self._body.same(other, first)
        for body in (first, *rest):
            self._out.pop(body, None)
        if out is not None:
            self._out[self.body_of(first)] = out

    def loops(self, body: FaceAt) -> tuple[Loop, ...]:
        """Return the openings of a body, the longest first."""
        return self.glued.loops(self.faces_of(body))

    def is_glued(self, edge: EdgeAt) -> bool:
        """Return whether any of an edge is sewn to another."""
        return any(join in self.glued for join in self.plan.gluing.at(edge))

    def is_boxed(self, layer: str) -> bool:
        """Return whether every row lies across the corners of a layer, if any has to."""
        rows = sum(row.done == "sewn" for row in self.plan.corner_rows)
        return layer not in self.plan.squares or self.boxed.get(layer, 0) >= rows

    def is_begun(self, seam: str) -> bool:
        """Return whether any of a seam is sewn."""
        return seam in self.begun

    def own_seams(self, layer: str) -> tuple[str, ...]:
        """Return the seams of one layer only."""
        return self.plan.own_seams[layer]

    def to_mouth(self, layer: str) -> tuple[str, ...]:
        """Return those of them that end at an edge of its mouth."""
        return self.plan.to_mouth[layer]

    def unsewn(self, layer: str) -> str | None:
        """Return the first seam of a layer that is not sewn yet, or None."""
        return next((key for key in self.own_seams(layer) if not self.is_sewn(key)), None)

    def is_sewn(self, seam: str) -> bool:
        """Return whether all is done to a seam that is to be done."""
        return self.rows.get(seam, 0) >= len(self.plan.rows_of(seam))

    def open_parts(self, layer: str, key: str) -> tuple[Part, ...]:
        """Return the parts of edges of a layer that are open as that opening, and sewn to nothing."""
        return tuple(
            join.one
            for seam, joins in self.plan.gluing.joined.items()
            for join in joins
            if join.one.open == key and join.one.edge[0] == layer and join not in self.glued
        )

    def ended(self) -> dict[str, object]:
        """Return what can be seen of the finished bag: two orders of work that end alike give the same."""
        return {
            "used": frozenset(self.used),
            "ringed": frozenset(self.ringed),
            "rolled": frozenset(self.rolled),
            "holed": frozenset(self.holed),
            "halved": frozenset(self.halved),
            "hemmed": frozenset(self.hemmed),
            "stretched": frozenset(self.stretched),
            "fixed": frozenset(self.fixed),
            "rows": tuple(sorted(self.rows.items())),
            "glued": frozenset(self.glued.joins),
            "closed": frozenset(self.closed),
            "folded": frozenset(self.folded),
            "stitched": frozenset(self.stitched),
            "bound": frozenset(self.bound),
            "boxed": tuple(sorted(self.boxed.items())),
            "overcast": frozenset(self.overcast),
            "tips": frozenset(self.tips),
            "held": frozenset(self.held),
            "pierced": frozenset(self.pierced),
            "out": tuple(self.out(b) for b in self.bodies(self.plan.forms)),
            "doubled": frozenset(self.doubled),
            "threaded": frozenset(self.threaded),
            "cut_out": frozenset(self.cut_out),
        }
