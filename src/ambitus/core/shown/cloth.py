"""The cloths of a bag as they are shown: what lies where, how much is used, what to buy, what would save."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.layout.choices import ClothChoices, ClothKey, asked
from ambitus.core.layout.cliffs import Cliff, cliffs
from ambitus.core.layout.cutting import Cut, cuts_of
from ambitus.core.layout.goods import Goods
from ambitus.core.layout.largest import largest
from ambitus.core.layout.lay import lay
from ambitus.core.layout.leftovers import leftovers
from ambitus.core.layout.of_bag import OnCloth, laid_on_cloths
from ambitus.core.layout.parts import Part, Placed
from ambitus.core.layout.picture import outline
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.models import FieldShown
from ambitus.core.spec.model import Spec
from ambitus.core.words import within


@dataclass(frozen=True, slots=True)
class ClothOption:
    """One value of a choice of a cloth."""

    value: str
    label: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class LyingShown:
    """
    One copy of a piece where it lies: its box in mm, along the roll and across it, and its outline there.
    """

    piece: str
    copy: int
    letter: str
    name: str
    box: tuple[float, float, float, float]
    cut: str
    grain: str
    pinned: bool
    turned: bool
    #: whether it may lie across the grain, and whether turning would be a choice at all
    across: bool
    turns: bool
    #: whether it has no corner that a letter could stand in
    round: bool
    says: str


@dataclass(frozen=True, slots=True)
class LeftShown:
    """A rectangle that is left and worth keeping: its box as a piece's, and its size as text."""

    box: tuple[float, float, float, float]
    size: str


@dataclass(frozen=True, slots=True)
class ClothShown:
    """A cloth with its pieces on it."""

    key: ClothKey
    label: str
    #: what to buy, or how much of what is there is used: the number to take to the shop
    amount: str
    amount_says: str
    #: shown length and width of the cloth as it is drawn, in mm, and how far the layout reaches
    room: tuple[float, float]
    reaches: float
    facts: tuple[str, ...]
    fields: Mapping[str, FieldShown]
    shrinks: Mapping[str, str]
    choices: Mapping[str, tuple[ClothOption, ...]]
    folded: bool
    lying: tuple[LyingShown, ...]
    left_out: tuple[str, ...]
    left: tuple[LeftShown, ...]
    cuts: tuple[str, ...]
    pins: int


@dataclass(frozen=True, slots=True)
class CliffShown:
    """A few millimetres less of one size: as an edit, and what each cloth is then."""

    path: str
    label: str
    was: str
    then: str
    says: str


@dataclass(frozen=True, slots=True)
class LargestShown:
    """The largest bag that the cloth gives: which sizes are free, what they become, and the edits for it."""

    label: str
    says: str
    edits: tuple[tuple[str, str], ...]


_CHOICES = {
    "print": (
        ("plain", "No way up"),
        ("two_way", "Up or down"),
        ("one_way", "One way up"),
    ),
    "cutting": (("scissors", "Scissors, along any line"), ("strips", "Strips from edge to edge")),
    "folded": (("no", "Flat, one layer"), ("yes", "Folded, selvage on selvage")),
}


def cloths_shown(made: Draft, choices: ClothChoices, unit: Unit) -> tuple[ClothShown, ...]:
    """Return every cloth of *made* with its pieces laid on it, in *unit*."""
    view = View(unit, made.bag.unit)
    return tuple(_cloth(on, view) for on in laid_on_cloths(made, choices).values())


def cliffs_shown(
    spec: Spec, choices: ClothChoices, unit: Unit, drafted: Callable[[Spec], Draft]
) -> tuple[CliffShown, ...]:
    """Return what a few millimetres less would save of the cloths of *spec*."""
    made = drafted(spec)
    view = View(unit, made.bag.unit)
    labels = {key: within(on.cloth.label) for key, on in laid_on_cloths(made, choices).items()}
    return tuple(_cliff(one, labels, view) for one in cliffs(spec, choices, drafted))


def largest_shown(
    spec: Spec, choices: ClothChoices, unit: Unit, drafted: Callable[[Spec], Draft]
) -> tuple[LargestShown, ...]:
    """Return the largest bags that the cloths that are there give, in *unit*."""
    view = View(unit, spec.unit)
    out = []
    for one in largest(spec, choices, drafted):
        sizes = one.sizes.items()
        changed = [
            f"{label.lower()} {view.chosen(now)} → {view.chosen(then)}" for _, (label, now, then) in sizes
        ]
        says = f"{_listed(changed)} {unit}"
        edits = tuple((path, f"{view.chosen(then)} {unit}") for path, (_, _, then) in sizes)
        out.append(LargestShown(one.label, says, edits))
    return tuple(out)


def _cliff(one: Cliff, labels: Mapping[ClothKey, str], view: View) -> CliffShown:
    less = view.with_unit(one.now - one.then)
    saved = _listed(
        [
            f"{view.with_unit(was - then)} of {labels[key]} ({view.worked(was)} → {view.with_unit(then)})"
            for key, (was, then) in one.saves.items()
        ]
    )
    says = f"{one.label} {less} less saves {saved}."
    return CliffShown(one.path, one.label, view.chosen(one.now), view.chosen(one.then), says)


def _listed(texts: Sequence[str]) -> str:
    return " and ".join(filter(None, (", ".join(texts[:-1]), texts[-1])))


def _cloth(on: OnCloth, view: View) -> ClothShown:
    layout, goods = on.layout, on.goods
    pieces = {p.key: p for p in on.cloth.pieces}
    cut_off = layout.bought if goods.length is None else goods.length
    drawn = max(cut_off * (1 - goods.shrinks_along) - goods.squaring, layout.length)
    return ClothShown(
        key=on.cloth.key,
        label=on.cloth.label,
        amount=view.worked(layout.bought if goods.length is None else goods.needed(layout.length)),
        amount_says=_amount_says(on, view),
        room=(drawn, goods.usable_width),
        reaches=layout.length,
        facts=_facts(on, view),
        fields=_fields(on, view),
        shrinks={
            "shrinks_along": f"{on.choice.shrinks_along:g}",
            "shrinks_across": f"{on.choice.shrinks_across:g}",
        },
        choices=_chosen(goods),
        folded=goods.folded,
        lying=tuple(_lying(on, pieces[p.key], p, view) for p in layout.placed),
        left_out=_left_out(on, pieces, view),
        left=tuple(
            LeftShown((y, x, high, wide), f"{view.worked(wide)} × {view.with_unit(high)}")
            for x, y, wide, high in leftovers(layout)
        ),
        cuts=tuple(_cut_says(cut, pieces, view) for cut in cuts_of(layout)),
        pins=sum(p.pinned for p in layout.placed),
    )


def _amount_says(on: OnCloth, view: View) -> str:
    wide = view.with_unit(on.goods.width)
    if on.goods.length is None:
        return f"{view.unit} to buy, {wide} wide"
    return f"{view.unit} of {view.with_unit(on.goods.length)} needed, {wide} wide"


def _facts(on: OnCloth, view: View) -> tuple[str, ...]:
    """Return what is to be known of how it lies, each as a sentence."""
    layout, goods = on.layout, on.goods
    if not layout.placed:
        return ()
    layers = ", two layers at once" if goods.folded else ""
    out = [
        f"The pieces reach {view.with_unit(layout.length)} along {view.with_unit(goods.usable_width)} of "
        f"usable width{layers}; the rectangles round them take {layout.used:.0%} of that."
    ]
    last = max(layout.placed, key=lambda p: (p.top, p.key, p.copy))
    rest = [_fewer(p, last.key) for p in on.parts]
    # of what is pinned another layout would tell nothing
    if len(layout.placed) > 1 and not layout.left_out and not on.choice.pins:
        short = lay(goods, [p for p in rest if p.count]).length
        letter = next(p.letter for p in on.cloth.pieces if p.key == last.key)
        if short < layout.length - 1e-6:
            more = view.with_unit(layout.length - short)
            out.append(f"{letter} reaches furthest: one of them less would take {more} less.")
    if on.loosened:
        what = "One pin does" if on.loosened == 1 else f"{on.loosened} pins do"
        out.append(f"{what} not hold any more: outside of the cloth as it is now, or over another piece.")
    if goods.cutting == "strips" and layout.placed and not layout.through:
        out.append("With a piece pinned it is laid for cuts along any line: strips would run through it.")
    if layout.length > layout.at_least > 0 and not layout.left_out and not on.choice.pins:
        share = (layout.length - layout.at_least) / layout.length
        out.append(f"No layout could be more than {share:.1%} shorter.")
    return tuple(out)


def _fewer(part: Part, key: str) -> Part:
    """Return *part*, one less of it if it is the one called *key*."""
    count = part.count - (part.key == key)
    return Part(part.key, part.width, part.height, count, part.across)


def _fields(on: OnCloth, view: View) -> dict[str, FieldShown]:
    out = {}
    for name, one in asked(on.cloth.usual_width).items():
        chosen: float | None = getattr(on.choice, name)
        standing = one.standing(on.choice, view.plan_unit)
        given, mm = standing is not None, standing or 0.0
        path = f"{on.cloth.key}.{name}"
        out[path] = FieldShown(
            path,
            one.param.label,
            mm,
            view.chosen(mm) if given else "",
            view.spoken(mm) if given else "not given",
            "chosen" if chosen is not None else "default",
            one.param.help,
            one.param.help,
            one.param.optional,
            chosen is not None,
            visible=True,
            opens="",
        )
    return out


def _chosen(goods: Goods) -> dict[str, tuple[ClothOption, ...]]:
    now = {"print": goods.print, "cutting": goods.cutting, "folded": "yes" if goods.folded else "no"}
    return {
        name: tuple(ClothOption(value, label, now[name] == value) for value, label in options)
        for name, options in _CHOICES.items()
    }


def _lying(on: OnCloth, piece: Piece, placed: Placed, view: View) -> LyingShown:
    cut, grain = outline(piece, placed)
    part = next(p for p in on.parts if p.key == piece.key)
    size = f"{view.worked(placed.width)} × {view.with_unit(placed.height)}"
    where = f"{view.with_unit(placed.y)} along, {view.with_unit(placed.x)} from the edge"
    return LyingShown(
        piece.key,
        placed.copy,
        piece.letter,
        piece.name,
        (placed.y, placed.x, placed.height, placed.width),
        cut,
        grain,
        placed.pinned,
        placed.turned,
        part.across,
        on.goods.turns(across=True) and placed.width != placed.height,
        all(piece.bends),
        f"{piece.letter}, {within(piece.name)}: {size}, {where}",
    )


def _left_out(on: OnCloth, pieces: Mapping[str, Piece], view: View) -> tuple[str, ...]:
    """Return why each piece that does not lie on the cloth does not."""
    out = []
    goods = on.goods
    for key, count in on.layout.left_out.items():
        part = next(p for p in on.parts if p.key == key)
        narrowest = min(part.width, part.height) if goods.turns(part.across) else part.width
        name = f"{pieces[key].letter}, {within(pieces[key].name)}, ×{count}"
        if narrowest > goods.usable_width:
            need = view.with_unit(narrowest)
            have = view.with_unit(goods.usable_width)
            out.append(
                f"{name}: {need} wide as it lies, and {have} can be used. It needs a wider cloth, or a join."
            )
        else:
            out.append(f"{name}: no room is left for it.")
    return tuple(out)


def _cut_says(cut: Cut, pieces: Mapping[str, Piece], view: View) -> str:
    at = view.with_unit(cut.at)
    letters = [pieces[key].letter for key, _ in cut.frees]
    ready = f": {_listed(letters)} {'are' if len(letters) > 1 else 'is'} cut" if letters else ""
    if cut.off:
        return f"Across the whole width at {at} from the squared end: strip {cut.strip}{ready}."
    way = f"across at {at} from the squared end" if cut.across else f"along at {at} from the edge"
    return f"Strip {cut.strip}, {way}{ready}."
