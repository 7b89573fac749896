"""The recipe: resolved spec → form → cut → pieces, seams walked, read back, checks, steps."""

from dataclasses import dataclass, replace
from functools import cache, cached_property

from ambitus.core.checks import Finding, run_checks
from ambitus.core.cut.listing import cut_list_of
from ambitus.core.cut.pieces import cut_pieces, finishes_for
from ambitus.core.form.model import Form, Piece, Seam, Stretch
from ambitus.core.grammar.carry.strap import Hang, hang
from ambitus.core.grammar.contract import Bag, Grammar
from ambitus.core.read.back import Readers, read_back
from ambitus.core.read.cutlist import CutList, ReadBag
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps import Step
from ambitus.core.steps.work import steps_of
from ambitus.core.walk import WalkedSeam, walk_seams

#: Raised whenever a rule changes what is cut, so that a saved plan can say under which it was drafted.
RULES_VERSION = 1


@dataclass(frozen=True)
class Draft:
    """A bag worked out. Everything in it follows from ``bag``."""

    bag: Resolved
    form: Form
    hangs: tuple[Hang, ...]
    pieces: tuple[Piece, ...]
    seams: tuple[Seam, ...]

    @cached_property
    def walked(self) -> tuple[WalkedSeam, ...]:
        """Every seam, measured on the cut outlines."""
        return walk_seams(self.pieces, self.seams)

    @cached_property
    def cut_list(self) -> CutList:
        """What is to be cut, as a cut list."""
        return cut_list_of(self.bag, self.form, self.hangs, self.pieces)

    @cached_property
    def read(self) -> ReadBag:
        """The bag that the cut list makes, by the other arithmetic."""
        return read_back(self.cut_list, readers_of(self.bag.bag))

    @cached_property
    def findings(self) -> tuple[Finding, ...]:
        """What the checks say, stops first."""
        return run_checks(self)

    @cached_property
    def steps(self) -> tuple[Step, ...]:
        """The work, in order."""
        return steps_of(self.bag, self.form)

    def piece(self, layer: str) -> Piece:
        """Return the first piece of *layer*."""
        return next(p for p in self.pieces if p.layer == layer)


def readers(grammar: Grammar) -> Readers:
    """Return how each variant of *grammar* is read back, by slot and kind."""
    slots = grammar.slots
    return Readers(
        base={k: v.read for k, v in slots["base"].items()},
        top={k: v.read for k, v in slots["top"].items()},
        make={k: v.read_width for k, v in slots["make"].items()},
        attach={k: v.read_tail for k, v in slots["attach"].items()},
    )


def readers_of(bag: Bag) -> Readers:
    """Return how the variants of one bag are read back."""
    return Readers(
        base={bag.base.kind: bag.base.read},
        top={bag.top.kind: bag.top.read},
        make={s.make.kind: s.make.read_width for s in bag.carry},
        attach={s.attach.kind: s.attach.read_tail for s in bag.carry},
    )


@cache
def _layered(
    seams: tuple[Seam, ...], mouth: tuple[tuple[str, str], ...], layers: tuple[str, ...]
) -> tuple[Seam, ...]:
    """Return the seams of every sewn layer, and the one round the mouth that joins the layers."""
    out = []
    for layer in layers:
        for seam in seams:
            chains = tuple(tuple(replace(s, layer=layer) for s in chain) for chain in seam.chains)
            key, label = f"{layer} {seam.key}", f"{seam.label} of the {layer}"
            out.append(replace(seam, key=key, label=label, chains=chains))
    if len(layers) > 1:
        rings = tuple(tuple(Stretch(layer, face, edge) for face, edge in mouth) for layer in layers)
        out.append(Seam("top", "Top seam", "top", rings))
    return tuple(out)


def draft(bag: Resolved) -> Draft:
    """
    Return *bag* worked out.

    Whatever its numbers are, as long as they are finite, a bag is drafted: what cannot be sewn is said
    by a check of level ``stop``, never by an empty answer.
    """
    form = bag.bag.base.form(bag, finishes_for(bag, "outer"))
    hangs = tuple(hang(bag, f"carry.{i}", item, form) for i, item in enumerate(bag.bag.carry))
    return Draft(
        bag, form, hangs, cut_pieces(bag, form, hangs), _layered(form.seams, form.mouth, bag.bag.top.layers)
    )
