"""What may be measured at the corners of a base in place of its depth: cut-out, square, point, tip, line."""

from collections.abc import Callable, Mapping

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.fields import CORNER, CORNER_BY
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.seams.edges import eaten, stands_beyond
from ambitus.core.spec.resolved import Item, Resolved

#: what a measure adds to half of a size, and how many halves it is: measure = halves × size / 2 + more
_Measure = tuple[float, Callable[[Resolved], float]]


def _nothing(_: Resolved) -> float:
    return 0.0


def _cut_out(bag: Resolved) -> float:
    return eaten(bag, "side") - eaten(bag, "corner")


def _square(bag: Resolved) -> float:
    return -eaten(bag, "corner")


def _tip(bag: Resolved) -> float:
    return stands_beyond(bag, "side" if is_folded(bag) else "base")


def _end_tip(bag: Resolved) -> float:
    return stands_beyond(bag, "end")


def _end_cut(bag: Resolved) -> float:
    return eaten(bag, "end") - eaten(bag, "corner")


def _pinned(bag: Resolved) -> float:
    return eaten(bag, "base") - eaten(bag, "side")


_WORDS: Mapping[str, tuple[str, str]] = {
    "cut_out": ("Its cut-out, across", "From the raw side edge."),
    "square": ("The square, from the seam lines", "As it is cut after sewing."),
    "point": ("From the stitched point", "To the row across the corner."),
    "tip": ("From the tip of the cloth", "To the row across the corner, with what stands beyond the seam."),
    "line": ("The line across the corner", "As long as the row is."),
    "crease": ("From the middle of the base to the crease", "As it is folded up."),
    "tuck": ("The tuck, deep", "From its outer fold to the fold inside."),
    "deep": ("Its cut-out, deep", "From the raw end."),
    "pinned": ("How high the side panel is pinned", "Its raw edge above that of the front."),
}
_MEASURES: Mapping[str, _Measure] = {
    "cut_out": (1, _cut_out),
    "square": (1, _square),
    "point": (1, _nothing),
    "tip": (1, _tip),
    "line": (2, _nothing),
    "crease": (1, _nothing),
    "tuck": (1, _nothing),
    "deep": (1, _end_cut),
    "pinned": (1, _pinned),
}


def _of(option: str, box: bool) -> _Measure:
    return (1, _end_tip) if option == "tip" and box else _MEASURES[option]


def corner_params(*options: str, called: str = "depth") -> tuple[Param, Param]:
    """Return the fields of a base whose depth or height may be given by a measure of its corner."""
    size = Option("size", f"The finished {called}", "The corner follows from it.")
    return (
        Param(
            CORNER_BY,
            f"{called.capitalize()} given by",
            "choice",
            "size",
            # one choice of all bases: what another base has stays chosen, unseen, and means the size here
            options=(size, *(Option(key, *words) for key, words in _WORDS.items())),
            offered=lambda bag, key: key in ("size", *options),
        ),
        Param(
            CORNER,
            "Corner, as measured",
            "length",
            None,
            low=1,
            high=1000,
            optional=True,
            shown_if=lambda bag: CORNER_BY.of(bag) in options,
        ),
    )


def corner_givens(
    target: Length, *options: str, box: bool = False, where: Callable[[Resolved], bool] | None = None
) -> tuple[Given, ...]:
    """Return the same measures as what *target* follows from: of every bag, or those that *where* tells."""

    def solve(option: str) -> Callable[[Item], float | None]:
        halves, more = _of(option, box)

        def solved(item: Item) -> float | None:
            if where is not None and not where(item.bag):
                return None
            return 2 * (CORNER.of(item) - more(item.bag)) / halves

        return solved

    return tuple(
        Given(CORNER_BY, key, CORNER, target, solve(key), "What the corner as measured makes of it.")
        for key in options
    )
