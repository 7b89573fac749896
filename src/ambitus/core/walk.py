"""The walk of the seams: do the edges that are sewn together have the same length?

Lengths are measured on the cut outlines, inset by each edge's own allowance. Nothing is passed along
from the form: if an outline is wrong, the walk finds it.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from ambitus.core.curves import edge_length, offset_bent
from ambitus.core.form.model import Piece, Seam, Stretch
from ambitus.core.lengths import snap
from ambitus.core.sums import Sum, Term

NOTHING_TAKEN: Mapping[tuple[str, str, str], float] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class WalkedSeam:
    """A seam with every chain sewn into it as a sum of its measured stretches, in mm."""

    seam: Seam
    chains: tuple[Sum, ...]

    @property
    def lengths(self) -> tuple[float, ...]:
        """The measured length of every chain, in mm."""
        return tuple(chain.total for chain in self.chains)

    @property
    def difference(self) -> float:
        """How much the longest chain exceeds the shortest, in mm."""
        return snap(max(self.lengths) - min(self.lengths))

    @property
    def ease(self) -> float:
        """How much the longest chain exceeds the shortest, as a share of the shortest."""
        least = min(self.lengths)
        return self.difference / least if least > 0 else 0.0

    @property
    def agrees(self) -> bool:
        """Whether the chains are as long as each other, but for what is eased or trimmed."""
        return self.difference <= 0.01 + self.seam.trimmed or self.ease <= self.seam.ease + 1e-9


def _chain(chain: tuple[Stretch, ...], edges: Mapping[tuple[str, str, str], float]) -> Sum:
    """Return the measured stretches of *chain*, end to end."""
    why = "Measured on the cut piece, inside its allowances."
    return Sum(
        "Sewn length",
        tuple(
            Term(f"{s.layer}, {s.face}: {s.edge}", edges[s.layer, s.face, s.edge] * (s.end - s.start), why)
            for s in chain
        ),
    )


def walk_seams(
    pieces: Sequence[Piece],
    seams: Sequence[Seam],
    taken: Mapping[tuple[str, str, str], float] = NOTHING_TAKEN,
) -> tuple[WalkedSeam, ...]:
    """
    Return every seam measured on *pieces*.

    *taken* is how much of an edge (layer, face, name) is folded, pleated or gathered away, in mm.
    """
    edges: dict[tuple[str, str, str], float] = {}
    for piece in pieces:
        stitched, bends = offset_bent(piece.cut, piece.bends, [-e.allowance for e in piece.edges])
        for i, edge in enumerate(piece.edges):
            a, b = stitched[i], stitched[(i + 1) % len(stitched)]
            for face in piece.faces:
                at = piece.layer, face, edge.name
                edges[at] = edge_length(a, bends[i], b) - taken.get(at, 0.0)
    return tuple(
        WalkedSeam(
            seam,
            tuple(_chain(chain, edges) for chain in seam.chains),
        )
        for seam in seams
    )
