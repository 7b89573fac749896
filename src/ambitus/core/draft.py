"""The recipe: resolved spec → form → cut → pieces, seams walked, read back, checks, steps."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cache, cached_property

from ambitus.core.cut.listing import cut_list_of
from ambitus.core.cut.pieces import allowances_for, cut_pieces
from ambitus.core.form.model import Form, Piece, Seam, Stretch
from ambitus.core.form.sewn import Sewn, Taken
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.carry.strap import Hang, hang_of
from ambitus.core.grammar.contract import SHORTER, Attach, Base, Extra, Layer, Make, SeamKind, Top
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.once import Once
from ambitus.core.pausing import breathe
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.back import Readers, read_back
from ambitus.core.read.cutlist import CutList, ReadBag
from ambitus.core.sew.plan import Plan
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps import Step
from ambitus.core.steps.carried_out import CarriedOut, carried_out
from ambitus.core.steps.planned import plan_of
from ambitus.core.steps.work import by_place, cut_before, cut_later, steps_of
from ambitus.core.walk import WalkedSeam, walk_seams

#: Raised whenever a rule changes what is cut, so that a saved plan can say under which it was drafted.
RULES_VERSION = 5


@dataclass(frozen=True)
class Draft(Once):
    """A bag worked out. Everything in it follows from ``bag``."""

    bag: Resolved
    #: the form of every sewn layer; the outer's is the bag
    forms: Mapping[Layer, Form]
    #: its pieces, each cut of a cloth of the bag or bought
    cut: tuple[Piece, ...]
    seams: tuple[Seam, ...]
    _once: dict[object, object] = field(default_factory=dict, repr=False, compare=False)

    @property
    def form(self) -> Form:
        """The bag in seam lines, as its outer makes it."""
        return self.forms["outer"]

    @cached_property
    def pieces(self) -> tuple[Piece, ...]:
        """Its pieces, with what each is cut of told by its name."""
        # put in last: another cloth is mostly another name, and nothing else of what is cut
        names = self.bag.materials
        return tuple(replace(p, material=names.get(p.material, p.material)) for p in self.cut)

    @cached_property
    def hangs(self) -> tuple[Hang, ...]:
        """Its straps, as they hang."""
        return tuple(hang_of(item, self.form) for item in self.bag.items)

    @cached_property
    def walked(self) -> tuple[WalkedSeam, ...]:
        """Every seam, measured on the cut outlines."""
        return walk_seams(self.cut, self.seams, taken_of(self.forms))

    @cached_property
    def cut_list(self) -> CutList:
        """What is to be cut, as a cut list."""
        return cut_list_of(self.bag, self.forms, self.hangs, self.cut)

    @cached_property
    def read(self) -> ReadBag:
        """The bag that the cut list makes, by the other arithmetic."""
        return read_back(self.cut_list, readers_of(self.bag.kinds))

    @cached_property
    def plan(self) -> Plan:
        """The bag as it is sewn."""
        return plan_of(self.bag, self.forms, self.seams, self.pieces)

    @cached_property
    def sewing(self) -> CarriedOut:
        """The work in order, carried out by the simulator."""
        apart = (*cut_before(self.bag), *cut_later(self.bag))
        marks = tuple(m for p in self.pieces if p.layer not in apart for m in p.marks)
        done = carried_out(self.plan, steps_of(self.bag, self.forms, marks))
        if done.refused is None or not by_place(self.bag):
            return done
        # what stays at one place as long as it can may go on too long: then it goes along the bag
        usual = carried_out(self.plan, steps_of(self.bag, self.forms, marks, along=True))
        return replace(usual, instead_of=done.refused) if usual.refused is None else done

    @property
    def steps(self) -> tuple[Step, ...]:
        """The work, in order, as it is told."""
        return self.sewing.steps

    def called(self, key: str) -> Piece:
        """Return the piece called *key*. Raises SpecProblems where the bag has none."""
        found = next((p for p in self.pieces if p.key == key), None)
        if found is None:
            why = f"This bag has no piece “{key[:40]}”."
            names = ", ".join(p.key for p in self.pieces)
            raise SpecProblems((Problem("unknown-piece", "piece", key[:40], why, f"It has {names}."),))
        return found

    def piece(self, layer: str) -> Piece:
        """Return the first piece of *layer*."""
        return next(p for p in self.pieces if p.layer == layer)


def readers(grammar: Grammar) -> Readers:
    """Return how each variant of *grammar* is read back, by slot and kind."""
    every = (variant for variants in grammar.slots.values() for variant in variants.values())
    return Readers(
        classes=frozenset(key for variant in every for key in variant.classes) | set(grammar.sewable),
        base={k: v.read for k, v in grammar.every("base", Base).items()},
        top={k: v.read for k, v in grammar.every("top", Top).items()},
        seams={k: v.read for k, v in grammar.every("seams", SeamKind).items()},
        make={k: v.read_width for k, v in grammar.every("make", Make).items()},
        attach={k: v.read_tail for k, v in grammar.every("attach", Attach).items()},
        extra={k: v.read for k, v in grammar.every("extra", Extra).items()},
        lines={k: v.read_line for k, v in grammar.every("extra", Extra).items() if v.read_line},
    )


def readers_of(kinds: Kinds) -> Readers:
    """Return how the variants of one bag are read back."""
    seams = (kinds.plain, kinds.seams, *kinds.seams_by_class.values())
    return Readers(
        classes=frozenset((*kinds.classes, *kinds.sewn)),
        base={kinds.base.kind: kinds.base.read},
        top={kinds.top.kind: kinds.top.read},
        seams={kind.kind: kind.read for kind in seams},
        make={s.make.kind: s.make.read_width for s in kinds.carry},
        attach={s.attach.kind: s.attach.read_tail for s in kinds.carry},
        extra={extra.kind: extra.read for extra in kinds.extras},
        lines={extra.kind: extra.read_line for extra in kinds.extras if extra.read_line},
    )


#: what the seam at the mouth is called, by its class
_MOUTH = {"top": "Top seam", "zip": "Zip seam"}


@cache
def _layered(
    mouth_seam: str, shut: bool, *layers: tuple[str, tuple[Seam, ...], tuple[tuple[str, str], ...]]
) -> tuple[Seam, ...]:
    """
    Return the seams of every sewn layer, and the one round the mouth that joins the layers.

    A layer comes as its name, its seams and its mouth. Where the mouth is *shut* its front and its back are
    the two sides of a strip between them, a zip, and have to be as long.
    """
    out = []
    for layer, seams, _ in layers:
        for seam in seams:
            chains = tuple(tuple(replace(s, layer=layer) for s in chain) for chain in seam.chains)
            key, label = f"{layer} {seam.key}", f"{seam.label} of the {layer}"
            out.append(replace(seam, key=key, label=label, chains=chains))
    rings = tuple(tuple(Stretch(layer, face, edge) for face, edge in mouth) for layer, _, mouth in layers)
    if not any(rings):
        # folded at its top: the layers meet at a window there
        return tuple(out)
    if shut and all(len(ring) == 2 for ring in rings):
        chains = tuple((s,) for ring in rings for s in ring)
        sides = tuple(side for ring in rings for side in range(len(ring)))
        out.append(Seam("top", _MOUTH[mouth_seam], mouth_seam, chains, strip=mouth_seam, sides=sides))
    elif len(layers) > 1:
        out.append(Seam("top", _MOUTH[mouth_seam], mouth_seam, rings))
    return tuple(out)


def taken_of(forms: Mapping[Layer, Form]) -> dict[tuple[str, str, str], float]:
    """Return what of each edge (layer, face, name) is folded, pleated or gathered away, in mm."""
    taken: dict[tuple[str, str, str], float] = {}
    for layer, form in forms.items():
        for one in (s for s in form.every_sewn if isinstance(s, Taken)):
            at = (layer, one.at.face, one.at.edge)
            taken[at] = taken.get(at, 0.0) + one.mm
    return taken


def _sewn(bag: Resolved, layer: Layer, form: Form) -> Form:
    """Return *form* with everything that its variants sew at places of it."""
    found: dict[str, tuple[Sewn, ...]] = {}
    for at, variant in bag.kinds.sewing:
        if sewn := variant.sewn(Item(bag, at), form, layer):
            found[at] = (*found.get(at, ()), *sewn)
    return replace(form, sewn=found) if found else form


def draft(bag: Resolved) -> Draft:
    """
    Return *bag* worked out.

    Whatever its numbers are, as long as they are finite, a bag is drafted: what cannot be sewn is said
    by a check of level ``stop``, never by an empty answer. What drafts many bags pauses between them.
    """
    forms: dict[Layer, Form] = {}
    whole: dict[Layer, Form] = {}
    for layer in bag.kinds.top.layers:
        breathe()
        allowances = allowances_for(bag, layer)
        # a lining cut alike is the same form
        like = whole.get("outer") if not allowances[SHORTER] else None
        whole[layer] = like or bag.kinds.base.form(bag, allowances)
        forms[layer] = whole[layer]
        for stage in bag.kinds.stages:
            forms[layer] = stage.change(bag, layer, forms[layer], allowances)
        forms[layer] = _sewn(bag, layer, forms[layer])
    top = bag.kinds.top
    seams = _layered(
        top.mouth_seam, top.shut, *((layer, made.seams, made.mouth) for layer, made in forms.items())
    )
    return Draft(bag, forms, cut_pieces(bag, forms), seams)
