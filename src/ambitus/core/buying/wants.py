"""What a bag wants, in the order of a walk through the shop: cloths, what goes into them, notions, thread."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from ambitus.core.buying.thread import thread_metres
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.layout.choices import ClothKey
from ambitus.core.layout.of_bag import Beside, OnCloth, material_of

#: how a thing is sold: by its length, as a zip of one length, by the spool, or each
How = Literal["length", "zip", "spool", "each"]


@dataclass(frozen=True, slots=True)
class Want:
    """
    One thing to buy: what kind it is of and which, how it is sold, and how much: mm of length, or a count.

    ``width`` is that of a cloth, a ribbon or a webbing, mm; ``long`` the length of a zip or a board; ``for_``
    which cloth or pieces of the bag it is for. What is cut of a length is ``count`` pieces, ``each`` so long.
    """

    kind: str
    key: str
    label: str
    how: How
    amount: float
    width: float = 0.0
    long: float = 0.0
    for_: str = ""
    count: int = 0
    each: float = 0.0
    #: whether the maker has it: nothing is bought, and it is told all the same
    there: bool = False


def wants_of(
    made: Draft, laid: Mapping[ClothKey, OnCloth], times: int = 1, beside: Sequence[Beside] = ()
) -> tuple[Want, ...]:
    """
    Return what so many of *made*, and the bags that are cut with it, want: cloths as much as their layouts
    take. What is wanted more than once is told once.
    """
    bags = (Beside("", made, times), *beside)
    notions = [
        replace(want, amount=want.amount * bag.times, count=want.count * bag.times, for_=_for(want, number))
        for number, bag in enumerate(bags, 1)
        for want in _bought(bag.made)
    ]
    thread = sum(bag.times * thread_metres(bag.made) for bag in bags)
    needles = dict.fromkeys(bag.made.bag.cloth("outer").needle for bag in bags)
    return (
        *_cloths(made, laid),
        *_summed(notions),
        Want("thread", "thread", "Sewing thread", "spool", 1000 * thread),
        *(Want("needle", needle, needle.capitalize(), "each", 1) for needle in needles),
    )


def _for(want: Want, number: int) -> str:
    return f"{want.for_}{number}" if number > 1 else want.for_


def _summed(wants: Iterable[Want]) -> Iterator[Want]:
    """Yield *wants*, those of the same thing as one."""
    same: dict[tuple[str, str, float, float, float], Want] = {}
    for want in wants:
        key = (want.kind, want.key, want.width, want.long, want.each)
        had = same.get(key)
        same[key] = want if had is None else _sum(had, want)
    yield from same.values()


def _sum(one: Want, other: Want) -> Want:
    return replace(
        one,
        amount=one.amount + other.amount,
        count=one.count + other.count,
        for_=", ".join(filter(None, (one.for_, other.for_))),
    )


def _cloths(made: Draft, laid: Mapping[ClothKey, OnCloth]) -> Iterator[Want]:
    for key, on in laid.items():
        kind = "interfacing" if key == "interfacing" else "cloth"
        which, there = material_of(made, key), not on.is_bought
        yield Want(kind, which, on.cloth.label, "length", on.amount, on.goods.width, for_=key, there=there)


def _bought(made: Draft) -> Iterator[Want]:
    for piece in made.pieces:
        if piece.source == "bought":
            yield _notion(piece)


#: what is sold as something else than its role in the bag
_BY_ROLE = {"strap": "webbing", "tab": "ribbon", "loop": "ribbon"}
_BY_MATERIAL = {
    "Ribbon or tape": "ribbon",
    "Elastic": "elastic",
    "Round cord": "cord",
    "Hook-and-loop tape": "hook and loop",
    "Bias tape": "bias tape",
}


#: what is sold one by one: closures, in two halves, and bars
_EACH = frozenset({"Magnetic snap", "Press stud", "Button", "Toggle", "D-ring", "Rod", "Hoop"})


def _notion(piece: Piece) -> Want:
    """Return a piece that is bought and not cut, as it is sold."""
    if piece.layer == "zip" or "buy" in piece.sums:
        long = piece.size("buy") if "buy" in piece.sums else piece.size("length")
        return Want("zip", piece.material, piece.material, "zip", piece.count, long=long, for_=piece.letter)
    if piece.material in _EACH:
        long = piece.size("length") if piece.layer == "bar" else 0.0
        of = piece.material
        return Want(piece.layer, of, of, "each", piece.count, long=long, for_=piece.letter)
    if "length" in piece.sums:
        total = piece.count * piece.size("length")
        kind = _BY_MATERIAL.get(piece.material) or _BY_ROLE.get(piece.layer, piece.layer)
        wide = piece.size("width")
        return Want(
            kind,
            piece.material,
            piece.material,
            "length",
            total,
            wide,
            for_=piece.letter,
            count=piece.count,
            each=piece.size("length"),
        )
    left, bottom, right, top = piece.box
    return Want(
        piece.layer,
        piece.material,
        piece.material,
        "each",
        piece.count,
        top - bottom,
        right - left,
        piece.letter,
    )
