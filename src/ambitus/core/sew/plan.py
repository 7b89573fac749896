"""What there is to sew: the pieces, the form with its openings and rows, and what is done to each seam."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

from ambitus.core.form.model import Form, Piece, Seam, Stretch
from ambitus.core.form.sewn import (
    Bound,
    Caught,
    Channel,
    FoldedUp,
    Hole,
    Line,
    Opening,
    PutOn,
    Rolled,
    StretchedStrip,
    Teeth,
    Window,
    Wrapped,
)
from ambitus.core.sew.acts import Edges, Lies, Seams
from ambitus.core.sew.gluing import EdgeAt, Gluing

FaceAt = tuple[str, str]
#: what is done to the two edges of a seam: sewn, trimmed, held together, or each finished by itself
Done = Literal["sewn", "trimmed", "together", "apart"]


@dataclass(frozen=True, slots=True)
class RowPlan:
    """One thing done to a seam: what, and how its edges lie for it where that is settled."""

    done: Done
    lies: Lies | None = None


@dataclass(frozen=True)
class Plan:
    """
    A bag to be sewn.

    ``rows`` is what is done to the seams of each class, in order, or of a class in one layer; ``cold`` the
    layers and kinds of piece that no iron may touch; ``thick`` how thick each sewn layer is with all that is
    on it, in mm.
    """

    forms: Mapping[str, Form]
    seams: Mapping[str, Seam]
    pieces: tuple[Piece, ...]
    rows: Mapping[str, tuple[RowPlan, ...]]
    cold: frozenset[str] = frozenset()
    thick: Mapping[str, float] = field(default_factory=dict)
    #: layers of a cloth that cannot be bought again
    once: frozenset[str] = frozenset()
    #: layers of which each piece is cut twice and basted on itself
    doubled: frozenset[str] = frozenset()

    @cached_property
    def gluing(self) -> Gluing:
        """Which parts of which edges its seams join."""
        return Gluing(self.forms, self.seams.values())

    @cached_property
    def piece_of(self) -> Mapping[FaceAt, Piece]:
        """The piece that each face of the body is cut as."""
        return {(p.layer, face): p for p in self.pieces if p.layer in self.forms for face in p.faces}

    @cached_property
    def unequal(self) -> frozenset[str]:
        """The layers whose front and back are made up differently."""
        keys = {piece.key: piece for piece in self.pieces}

        def made(piece: Piece) -> tuple[object, ...]:
            return tuple((keys[key].layer, made(keys[key])) for key in piece.made_of)

        of: dict[tuple[str, str], set[tuple[object, ...]]] = {}
        for (layer, face), piece in self.piece_of.items():
            if not piece.part:
                of.setdefault((layer, face.partition(" ")[2]), set()).add(made(piece))
        return frozenset(layer for (layer, _), makes in of.items() if len(makes) > 1)

    @cached_property
    def by_key(self) -> Mapping[str, Piece]:
        """Every piece that is no panel, by its key."""
        return {p.key: p for p in self.pieces if p.layer not in self.forms}

    @cached_property
    def faces(self) -> Mapping[str, tuple[FaceAt, ...]]:
        """The faces of each layer."""
        return {layer: tuple((layer, f.name) for f in form.faces) for layer, form in self.forms.items()}

    @cached_property
    def openings(self) -> Mapping[str, tuple[Opening, ...]]:
        """What stays open of each seam, or is closed last."""
        return {
            f"{layer} {one.seam}": tuple(
                o for o in form.every_sewn if isinstance(o, Opening) and o.seam == one.seam
            )
            for layer, form in self.forms.items()
            for one in form.every_sewn
            if isinstance(one, Opening)
        }

    def sewn(self, kind: type, layer: str = "") -> tuple[object, ...]:
        """Return everything of one kind that is sewn on the form of a layer, or of any."""
        return tuple(
            one
            for at, form in self.forms.items()
            if layer in ("", at)
            for one in form.every_sewn
            if isinstance(one, kind)
        )

    @cached_property
    def lines(self) -> Mapping[EdgeAt, tuple[Line, ...]]:
        """The folds and rows along every edge that has some."""
        out: dict[EdgeAt, list[Line]] = {}
        for layer, form in self.forms.items():
            for one in form.every_sewn:
                if isinstance(one, Line):
                    out.setdefault((layer, one.face, one.edge), []).append(one)
        return {edge: tuple(lines) for edge, lines in out.items()}

    @cached_property
    def channels(self) -> tuple[tuple[str, Channel], ...]:
        """Every channel, with its layer."""
        found = ((layer, one) for layer, form in self.forms.items() for one in form.every_sewn)
        return tuple((layer, one) for layer, one in found if isinstance(one, Channel))

    @cached_property
    def bound(self) -> Mapping[EdgeAt, str]:
        """The edges that are wrapped in a strip, each with the strip."""
        return {
            (layer, one.face, one.edge): one.strip
            for layer, form in self.forms.items()
            for one in form.every_sewn
            if isinstance(one, Bound)
        }

    @cached_property
    def rolled(self) -> frozenset[str]:
        """The strips that are folded in half again."""
        return frozenset(one.strip for one in self.sewn(Rolled) if isinstance(one, Rolled))

    @cached_property
    def free(self) -> frozenset[EdgeAt]:
        """
        The edges round a mouth that no seam takes, and that are no top edges: beside sides that end lower.
        What was cut without anything to turn in is left as it is.
        """
        joined = {(s.layer, s.face, s.edge) for seam in self.seams.values() for c in seam.chains for s in c}
        out = set()
        for layer, form in self.forms.items():
            for face, name in form.mouth:
                cut = next((e for e in self.piece_of[layer, face].edges if e.name == name), None)
                loose = cut is not None and cut.seam != "top" and cut.allowance > 1e-6
                if loose and (layer, face, name) not in joined:
                    out.add((layer, face, name))
        return frozenset(out)

    @cached_property
    def stretched(self) -> frozenset[str]:
        """The strips that are stretched before they are folded."""
        return frozenset(one.strip for one in self.sewn(StretchedStrip) if isinstance(one, StretchedStrip))

    @cached_property
    def holed(self) -> frozenset[str]:
        """The pieces with a buttonhole to be worked."""
        return frozenset(
            key for key, piece in self.by_key.items() if any(m.kind == "buttonhole" for m in piece.marks)
        )

    @cached_property
    def wrapped(self) -> Mapping[str, str]:
        """The strip that the raw edges of a seam are wrapped in, by the seam's key."""
        return {
            f"{layer} {one.seam}": one.strip
            for layer, form in self.forms.items()
            for one in form.every_sewn
            if isinstance(one, Wrapped)
        }

    @cached_property
    def ends_wrapped(self) -> bool:
        """Whether every seam that crosses the mouth has its edges wrapped: nothing is left to trim."""
        crossing = [key for keys in self.to_mouth.values() for key in keys]
        return bool(crossing) and all(key in self.wrapped for key in crossing if key.startswith("outer"))

    @cached_property
    def put_on(self) -> tuple[PutOn, ...]:
        """Everything that is put on a side of one of its layers."""
        return tuple(one for one in self.sewn(PutOn) if isinstance(one, PutOn))

    @cached_property
    def windows(self) -> Mapping[str, Window]:
        """The window for a zip in each layer that has one."""
        return {
            layer: one
            for layer, form in self.forms.items()
            for one in form.every_sewn
            if isinstance(one, Window)
        }

    @cached_property
    def teeth(self) -> Teeth | None:
        """The teeth of its zip, if it has one."""
        return next((one for one in self.sewn(Teeth) if isinstance(one, Teeth)), None)

    @cached_property
    def holes(self) -> frozenset[str]:
        """The layers with holes to be made."""
        return frozenset(
            layer
            for layer, form in self.forms.items()
            if any(isinstance(one, Hole) for one in form.every_sewn)
        )

    @cached_property
    def caught(self) -> Mapping[str, tuple[str, ...]]:
        """The pieces that each seam catches."""
        out: dict[str, list[str]] = {}
        for layer, form in self.forms.items():
            for one in form.every_sewn:
                if isinstance(one, Caught) and one.seam:
                    for key in self._catching(layer, form, one):
                        out.setdefault(key, []).append(one.strip)
                if isinstance(one, Caught) and one.foot == "caught":
                    for key in self.named(Seams((layer,), "base")):
                        out.setdefault(key, []).append(one.strip)
        return {key: tuple(dict.fromkeys(strips)) for key, strips in out.items()}

    @cached_property
    def running(self) -> Mapping[str, Caught]:
        """The strips that lie on a face all the way down, each by one of the places where it is caught."""
        found = (one for one in self.sewn(Caught) if isinstance(one, Caught))
        return {one.strip: one for one in found if one.foot}

    def _catching(self, layer: str, form: Form, caught: Caught) -> tuple[str, ...]:
        """Return the seams that catch something: those of its class at its edge, or where that ends."""
        edges, i = form.face(caught.at.face).edges, form.face(caught.at.face).edge_index(caught.at.edge)
        near = {(layer, caught.at.face, edges[j % len(edges)].name) for j in (i - 1, i, i + 1)}
        at = (layer, caught.at.face, caught.at.edge)
        of_class = {
            key: {(s.layer, s.face, s.edge) for chain in seam.chains for s in chain}
            for key, seam in self.seams.items()
            if seam.seam == caught.seam
        }
        own = tuple(key for key, joined in of_class.items() if at in joined)
        return own or tuple(key for key, joined in of_class.items() if near & joined)

    @cached_property
    def notched(self) -> frozenset[FaceAt]:
        """The faces whose corners are cut out of what is first cut straight."""
        return frozenset(at for at, piece in self.piece_of.items() if "across" in piece.sums)

    @cached_property
    def own_seams(self) -> Mapping[str, tuple[str, ...]]:
        """The seams of one layer only, by layer."""
        out: dict[str, list[str]] = {layer: [] for layer in self.forms}
        for key, seam in self.seams.items():
            layers = {s.layer for chain in seam.chains for s in chain}
            if len(layers) == 1 and not seam.strip:
                out[layers.pop()].append(key)
        return {layer: tuple(keys) for layer, keys in out.items()}

    @cached_property
    def to_mouth(self) -> Mapping[str, tuple[str, ...]]:
        """Those of them that end at an edge of the mouth, by layer."""
        return {
            layer: tuple(key for key in keys if self._ends_at_mouth(layer, self.seams[key]))
            for layer, keys in self.own_seams.items()
        }

    def _ends_at_mouth(self, layer: str, seam: Seam) -> bool:
        form = self.forms[layer]
        for s in (s for chain in seam.chains for s in chain):
            edges, i = form.face(s.face).edges, form.face(s.face).edge_index(s.edge)
            near = (edges[i - 1].name, edges[(i + 1) % len(edges)].name)
            if any((s.face, name) in form.mouth for name in near):
                return True
        return False

    @cached_property
    def strip_at_mouth(self) -> bool:
        """Whether a strip, a zip, lies across its mouth: the seams that end there are crossed by none."""
        return any(seam.strip for seam in self.seams.values())

    @cached_property
    def folds(self) -> Mapping[str, str]:
        """The layers of which something is folded in for the seams that cross it: their base, or sides."""
        return {
            layer: one.of
            for layer, form in self.forms.items()
            for one in form.every_sewn
            if isinstance(one, FoldedUp)
        }

    @property
    def folded_up(self) -> frozenset[str]:
        """The layers of which something is folded in."""
        return frozenset(self.folds)

    @cached_property
    def squares(self) -> frozenset[str]:
        """The layers whose corners are boxed once they are sewn: in the form they are no seams."""
        boxed = (layer for layer, form in self.forms.items() if form.corner is not None)
        return frozenset(boxed) - self.folded_up

    @cached_property
    def corner_rows(self) -> tuple[RowPlan, ...]:
        """What is done across corners that are boxed once they are sewn."""
        return self.rows.get("corner", (RowPlan("sewn"),))

    @property
    def corners_overcast(self) -> bool:
        """Whether their edges are overcast: together, or each by itself."""
        return any(row.done in ("together", "apart") for row in self.corner_rows)

    def rows_of(self, seam: str) -> tuple[RowPlan, ...]:
        """Return what is done to a seam, in order."""
        of, layer = self.seams[seam].seam, seam.partition(" ")[0]
        return self.rows.get(f"{layer} {of}") or self.rows.get(of, (RowPlan("sewn"),))

    def named(self, seams: Seams) -> tuple[str, ...]:
        """Return the keys of the seams that are meant; the one that joins layers belongs to each of them."""
        return tuple(
            key
            for key, own, layers in self._by_class.get(seams.of, ())
            if layers.issubset(seams.layers) and own.startswith(seams.begin)
        )

    @cached_property
    def _by_class(self) -> Mapping[str, tuple[tuple[str, str, frozenset[str]], ...]]:
        """The seams of each class: key, the key within their layer, and the layers they join."""
        out: dict[str, list[tuple[str, str, frozenset[str]]]] = {}
        for key, seam in self.seams.items():
            layers = frozenset(s.layer for chain in seam.chains for s in chain)
            own = key.removeprefix(f"{next(iter(layers))} ") if len(layers) == 1 else key
            out.setdefault(seam.seam, []).append((key, own, layers))
        return {of: tuple(found) for of, found in out.items()}

    @cached_property
    def met(self) -> Mapping[EdgeAt, tuple[tuple[str, tuple[Stretch, ...]], ...]]:
        """Every edge that is sewn: each seam that it is in, and the edges that meet it there."""
        out: dict[EdgeAt, list[tuple[str, tuple[Stretch, ...]]]] = {}
        for key, seam in self.seams.items():
            for chain in seam.chains:
                others = tuple(s for other in seam.chains if other is not chain for s in other)
                for s in chain:
                    out.setdefault((s.layer, s.face, s.edge), []).append((key, others))
        return {edge: tuple(found) for edge, found in out.items()}

    def edges(self, edges: Edges) -> tuple[EdgeAt, ...]:
        """Return the edges that are meant."""
        return tuple(
            (layer, face.name, edge.name)
            for layer in edges.layers
            for face in self.forms[layer].faces
            for edge in face.edges
            if edge.seam == edges.of
        )

    def strips(self, names: Iterable[str]) -> tuple[str, ...]:
        """Return the keys of the pieces that are meant: those called so, and those that begin so."""
        return tuple(
            key for key in self.by_key for name in names if key == name or key.startswith(f"{name} ")
        )
