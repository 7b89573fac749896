"""What a bag wants, in the order of a walk through the shop: cloths, what goes into them, notions, thread."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from ambitus.core.buying.thread import thread_metres
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.grammar.cloth.fields import CONTRAST_CLOTH, LINING_CLOTH, OUTER_CLOTH
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.layout.choices import ClothKey
from ambitus.core.layout.of_bag import OnCloth

#: how a thing is sold: by its length, as a zip of one length, by the spool, or each
How = Literal["length", "zip", "spool", "each"]


@dataclass(frozen=True, slots=True)
class Want:
    """
    One thing to buy: what kind it is of and which, how it is sold, and how much: mm of length, or a count.

    ``width`` is that of a cloth, a ribbon or a webbing, mm; ``long`` the length of a zip or a board; ``for_``
    which cloth or pieces of the bag it is for.
    """

    kind: str
    key: str
    label: str
    how: How
    amount: float
    width: float = 0.0
    long: float = 0.0
    for_: str = ""
    #: whether the maker has it: nothing is bought, and it is told all the same
    there: bool = False


def wants_of(made: Draft, laid: Mapping[ClothKey, OnCloth]) -> tuple[Want, ...]:
    """Return what *made* wants, its cloths as much as its layouts take."""
    return (*_cloths(made, laid), *_bought(made), *_sewing(made))


def _cloths(made: Draft, laid: Mapping[ClothKey, OnCloth]) -> Iterator[Want]:
    fields = {"outer": OUTER_CLOTH, "lining": LINING_CLOTH, "contrast": CONTRAST_CLOTH}
    for key, on in laid.items():
        which = INTERFACING_MATERIAL.of(made.bag) if key == "interfacing" else fields[key].of(made.bag)
        there = on.goods.length is not None
        amount = on.goods.needed(on.layout.length) if there else on.layout.bought
        kind = "interfacing" if key == "interfacing" else "cloth"
        yield Want(kind, which, on.cloth.label, "length", amount, on.goods.width, for_=key, there=there)


def _bought(made: Draft) -> Iterator[Want]:
    for piece in made.pieces:
        if piece.source == "bought":
            yield _notion(piece)


#: what is sold as something else than its role in the bag
_BY_ROLE = {"strap": "webbing", "tab": "ribbon", "loop": "ribbon"}
_BY_MATERIAL = {"Ribbon or tape": "ribbon", "Elastic": "elastic", "Round cord": "cord"}


def _notion(piece: Piece) -> Want:
    """Return a piece that is bought and not cut, as it is sold."""
    if piece.layer == "zip":
        long = piece.size("buy") if "buy" in piece.sums else piece.size("length")
        return Want("zip", piece.material, piece.material, "zip", piece.count, long=long, for_=piece.letter)
    if "length" in piece.sums:
        total = piece.count * piece.size("length")
        kind = _BY_MATERIAL.get(piece.material) or _BY_ROLE.get(piece.layer, piece.layer)
        wide = piece.size("width")
        return Want(kind, piece.material, piece.material, "length", total, wide, for_=piece.letter)
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


def _sewing(made: Draft) -> Iterator[Want]:
    yield Want("thread", "thread", "Sewing thread", "spool", 1000 * thread_metres(made))
    needle = made.bag.cloth("outer").needle
    yield Want("needle", needle, needle.capitalize(), "each", 1)
