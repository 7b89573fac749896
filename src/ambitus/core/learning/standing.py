"""
What bites mean for a bag that is half made: how it comes out, what is still to be cut, how deep to sew on.

What mirrors pieces that are sewn is cut as those were: sewn as deep it is as large as they are. What follows
the mouth (a binding, bands, a cord), or a tube (its base), is cut for what stands. Where nothing that it must
match is cut a piece is free: it is cut for the size that was asked for, at the bite.
"""

from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any

from ambitus.core.draft import Draft, readers_of
from ambitus.core.draft import draft as draft_of
from ambitus.core.form.model import Piece
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.learning.bites import Bite
from ambitus.core.lengths import Grid, snap
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.read.cutlist import ReadBag
from ambitus.core.spec.model import Spec
from ambitus.core.steps.model import last_measured

#: Default (ours): what a change has to be of the step that the ruler makes of it.
_SURE = 0.75
#: A grid that rounds nothing to speak of.
_EXACT = Grid(0.0001)
#: No seam is sewn shallower, in mm.
SHALLOWEST = 6.0
Drafted = Callable[[Spec], Draft]


@dataclass(frozen=True, slots=True)
class Changed:
    """A cut size that becomes another, in mm: which dimension of which piece, as it was, as it is."""

    piece: str
    key: str
    was: float
    now: float


@dataclass(frozen=True, slots=True)
class SewOn:
    """
    How deep to sew what is cut and not sewn: of which layer and class, ``at`` so many mm; or trimmed by so
    much first, and sewn as ``planned``.
    """

    layer: str
    seam: str
    planned: float
    at: float
    trim: float = 0.0


@dataclass(frozen=True, slots=True)
class ComesOut:
    """What the last step measures of the bag: as planned and as it comes out, in mm."""

    id: str
    label: str
    planned: float
    now: float


@dataclass(frozen=True, slots=True)
class Standing:
    """What bites mean: how the bag comes out, what to cut otherwise, what fits as it is, how to sew on."""

    sizes: tuple[ComesOut, ...] = ()
    recut: tuple[Changed, ...] = ()
    #: what is cut and not worked yet, and no longer fits
    misfit: tuple[Changed, ...] = ()
    fits: tuple[str, ...] = ()
    sew_on: tuple[SewOn, ...] = ()
    #: what another bag of this plan would be cut like
    another: tuple[Changed, ...] = ()


def at_bites(spec: Spec, bites: Mapping[str, Bite], sizes: Mapping[str, float] | None = None) -> Spec:
    """Return *spec* with its allowances as they are really sewn, and with other finished *sizes*."""
    deep = {seam: snap(bite.mm) for seam, bite in bites.items()}
    plain: dict[str, Any] = {"allowances": {**spec.allowances, **deep}}
    if sizes:
        plain["size"] = {**spec.size, **sizes}
    return spec.model_copy(update=plain)


def read_as_sewn(draft: Draft, bites: Mapping[str, Bite]) -> ReadBag:
    """Return the bag that its pieces make, sewn as deep as they really are, by the other arithmetic."""
    told = draft.cut_list
    deeper = {
        seam: mm + (bites[seam].deeper if seam in bites else 0.0) for seam, mm in told.allowances.items()
    }
    return read_back(told.model_copy(update={"allowances": deeper}), readers_of(draft.bag.kinds))


def _comes_out(draft: Draft, bites: Mapping[str, Bite]) -> Iterator[ComesOut]:
    """Yield what the last step measures and the bites change."""
    last = last_measured(draft.steps)
    for read in last.reads if last else ():
        off = sum(k * bites[seam].deeper for seam, k in read.crosses.items() if seam in bites)
        if abs(off) > 1e-9:
            yield ComesOut(read.id, read.label, read.mm, snap(read.mm - off))


def _as_it_stands(draft: Draft, bites: Mapping[str, Bite]) -> dict[str, float]:
    """Return the finished sizes that the mouth, as it stands, follows from."""
    read = read_as_sewn(draft, bites)
    if "ring" in draft.bag.sewn:
        # a tube is what its seams made of it: its base follows from it, and not the other way round
        share = read.mm("flat_opening") / draft.form.mm("flat_opening")
        round_it = (
            key for key in ("diameter", "width", "depth", "radius") if f"size.{key}" in draft.bag.values
        )
        return {key: share * draft.form.mm(key) for key in round_it if key in draft.form.dimensions}
    return {key: read.mm(key) for key in read.sizes if f"size.{key}" in draft.bag.values}


def _exactly(draft: Draft) -> Draft:
    """Return a draft of the same bag that no ruler has rounded."""
    return draft_of(replace(draft.bag, grid=_EXACT))


def _changes(pieces: Collection[Piece], grid: Grid, before: Draft, after: Draft) -> Iterator[Changed]:
    """
    Yield the cut sizes of *pieces* that become others on the *grid*: by as much as those of *after* are more
    than those of *before*. What only the rounding makes a step is left as it is.
    """
    was_in, now_in = ({piece.key: piece for piece in one.pieces} for one in (before, after))
    for piece in pieces:
        was, now = was_in.get(piece.key), now_in.get(piece.key)
        if was is None or now is None:
            continue
        for key, size in piece.sums.items():
            if key not in was.sums or key not in now.sums:
                continue
            more = now.sums[key].total - was.sums[key].total
            new = snap(grid.fit(size.total + more))
            if abs(new - size.total) > grid.step / 2 and abs(more) >= _SURE * abs(new - size.total):
                yield Changed(piece.key, key, size.total, new)


def standing(
    spec: Spec,
    draft: Draft,
    bites: Mapping[str, Bite],
    cut: Collection[str],
    worked: Collection[str],
    sewn: Collection[str],
    drafted: Drafted,
) -> Standing:
    """
    Return what *bites* mean for a bag of which the pieces *cut* lie ready (by key), strips are *worked*
    already and the seams *sewn* are done; *drafted* drafts a spec.
    """
    bites = {seam: bite for seam, bite in bites.items() if allowance_of(seam) in draft.bag.values}
    if not bites:
        return Standing()
    grid = draft.bag.grid
    uncut = [piece for piece in draft.pieces if piece.key not in cut and piece.source != "bought"]
    panels = [piece for piece in draft.pieces if piece.layer == "outer" and piece.part != "base"]
    stands = any(piece.key in cut for piece in panels)
    try:
        free, exact = drafted(at_bites(spec, bites)), _exactly(draft)
        # what follows the mouth is cut for the mouth as it is
        stood = drafted(at_bites(spec, bites, _as_it_stands(exact, bites) if stands else None))
        follows = _exactly(stood)
    except SpecProblems:
        return Standing(sew_on=tuple(_sew_on(draft, bites, cut, sewn)))
    mirrors = [p for p in uncut if stands and _mirrors(p, cut)]
    others = [piece for piece in uncut if piece not in mirrors and piece.key not in worked]
    ready = [p for p in draft.pieces if p.key in cut and p.key not in worked and not p.role.panel]
    return Standing(
        tuple(_comes_out(draft, bites)) if stands else (),
        tuple(_changes(others, grid, exact, follows)),
        tuple(_changes([p for p in ready if p.source == "cloth"], grid, exact, follows)) if stands else (),
        tuple(piece.key for piece in mirrors),
        tuple(_sew_on(draft, bites, cut, sewn)),
        tuple(_changes([p for p in draft.pieces if p.source != "bought"], grid, draft, free)),
    )


def _mirrors(piece: Piece, cut: Collection[str]) -> bool:
    """Return whether *piece* is cut as one that is sewn was; a base alone is cut for the tube that stands."""
    alone = piece.part == "base" and any(key.startswith(f"{piece.layer} ") for key in cut)
    return (piece.role.panel or piece.source == "interfacing") and not alone


def _sew_on(
    draft: Draft, bites: Mapping[str, Bite], cut: Collection[str], sewn: Collection[str]
) -> Iterator[SewOn]:
    """Yield how deep to sew what is cut as the pieces that are sewn: as deep as those, never under 6 mm."""
    ready = {piece.layer for piece in draft.pieces if piece.key in cut}
    told: set[tuple[str, str]] = set()
    for seam in draft.seams:
        bite = bites.get(seam.seam)
        layers = sorted({s.layer for chain in seam.chains for s in chain} & ready)
        for layer in layers:
            if bite is None or seam.key in sewn or (layer, seam.seam) in told:
                continue
            told.add((layer, seam.seam))
            at = snap(max(SHALLOWEST, bite.mm))
            yield SewOn(layer, seam.seam, bite.planned, at, snap(max(0.0, bite.deeper)))
