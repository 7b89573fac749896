"""A piece of cloth that is made up by itself and put on: its finished size settled on the grid, and cut."""

from collections.abc import Iterable

from ambitus.core.form.model import Edge, Face, Loose, Mark, Measure
from ambitus.core.grammar.extra.fields import POCKET_ALLOWANCE, POCKET_OF
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, gathered, grid_term

Terms = tuple[Term, ...]


def settled(bag: Resolved, asked: float, beyond: float, times: int = 1) -> float:
    """
    Return the finished size nearest to *asked* that is cut on the grid with *beyond* mm round it; *times* is
    how often the cut size holds it.
    """
    return snap((bag.grid.fit(snap(times * asked + beyond)) - beyond) / times)


def mm_of(terms: Iterable[Term]) -> float:
    """Return what terms come to, in mm."""
    return snap(sum(t.mm for t in terms))


def size_terms(plain: Term, comes_out: float, times: int = 1, why: str = "") -> Terms:
    """Return a finished size as terms: what was asked, *times* over, and what the grid did to it."""
    asked = plain if times == 1 else plain.scaled(times, why, times)
    return (asked, *grid_term(snap(times * comes_out - asked.mm)))


def seam_term(bag: Resolved) -> Term:
    """Return the seam of a pocket as a line of a sum."""
    return POCKET_ALLOWANCE.term(bag, "Pocket seam")


def of_cloth(item: Item) -> str:
    """Return which cloth of the bag an extra is cut of."""
    cut_of = POCKET_OF.of(item)
    return cut_of if cut_of != "lining" or "lining" in item.bag.kinds.top.layers else "outer"


def name_of(item: Item, what: str = "") -> str:
    """
    Return what the piece of an extra is called among those of its bag: *what* of it it is, and its number in
    the list, from 1.
    """
    return f"{what} {item.number + 1}".strip()


def oblong(
    item: Item,
    name: str,
    part: str,
    wide: Terms,
    high: Terms,
    cloth: dict[str, Terms],
    *,
    count: int = 1,
    marks: tuple[Mark, ...] = (),
) -> Loose:
    """
    Return a piece with four straight edges whose finished size is *wide* by *high*, as terms; *cloth* is what
    lies beyond its ``sides``, its ``foot`` and its ``head``.
    """
    w, h = mm_of(wide), mm_of(high)
    outline = (
        Edge("foot", "foot", (0.0, 0.0)),
        Edge("side right", "sides", (w, 0.0)),
        Edge("head", "head", (w, h)),
        Edge("side left", "sides", (0.0, h)),
    )
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", wide, beside="top"),
        Measure("height", "How high to cut it", "y", "foot", "head", high, beside="left"),
    )
    of = of_cloth(item)
    face = Face(part, part, outline, measures, part=part, of="lining" if of == "lining" else "")
    return Loose("pocket", name, count, face, cloth, of, marks, item.at)


def fold_line(label: str, wide: float, cloth: dict[str, Terms], y: float, told: str, terms: Terms) -> Mark:
    """Return a fold across a piece, from raw side to raw side, found from its edge by a sum."""
    side = mm_of(cloth["sides"])
    points = ((-side, y), (snap(wide + side), y))
    return Mark(
        "crease", label, points, "raw edge", ((told, Sum(f"{told[:1].upper()}{told[1:]}", gathered(terms))),)
    )
