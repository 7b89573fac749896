"""Misreadings tried one at a time, then in pairs, and ranked by what they close and how sure they are."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from ambitus.core.diagnosis.added_up import added_up
from ambitus.core.diagnosis.model import OF_STRAPS, Cause, Claims, Diagnosis, Misreading, Trade
from ambitus.core.diagnosis.sewn_so import sewn_so
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import CutList, ReadBag

Reading = Callable[[CutList], ReadBag]
#: causes that are told at most
MOST_TOLD = 12


def measures_of(read: ReadBag) -> dict[str, float]:
    """Return every finished measure that *read* can be held against, in mm by name."""
    out = {key: summed.total for key, summed in read.sizes.items()}
    for strap in read.straps[:1]:
        out |= {"strap": strap.visible, "strap_width": strap.width}
        if strap.drop is not None:
            out["drop"] = strap.drop
    return out


@dataclass(frozen=True, slots=True)
class _Tried:
    misreading: Misreading
    sizes: Mapping[str, float]
    more: Mapping[str, float]


def _once(cut_list: CutList, ways: Sequence[Misreading], reading: Reading) -> dict[str, float] | None:
    """Return the measures of a list that was misread in all of these ways, or None where it makes no bag."""
    for way in ways:
        cut_list = way.cut(cut_list) if way.cut else cut_list
    try:
        read = reading(cut_list)
    except SpecProblems:
        return None
    sizes = measures_of(read)
    for way in ways:
        for key, mm in (way.bends(read, sizes) if way.bends else {}).items():
            if key in sizes:
                sizes[key] += mm
    return sizes


def _tried(
    cut_list: CutList,
    claims: Claims,
    ways: Iterable[Misreading],
    plain: Mapping[str, float],
    reading: Reading,
) -> Iterator[_Tried]:
    """Yield each way that changes something of what is claimed."""
    for way in ways:
        sizes = _once(cut_list, (way,), reading)
        if sizes is None or any(key not in sizes for key in claims.measures):
            continue
        more = {key: sizes[key] - plain[key] for key in claims.measures}
        if any(abs(mm) > 0.4 for mm in more.values()):
            yield _Tried(way, {key: sizes[key] for key in claims.measures}, more)


def _clash(one: Misreading, other: Misreading) -> bool:
    """Whether two misreadings cannot both be: of one thing, or of a size that one of them sets."""
    if one.about == other.about and (one.id == other.id or one.cut is not None):
        return True
    touched = {other.about.rpartition("/")[2], *other.sets}
    return bool(one.sets & touched or other.sets & {one.about.rpartition("/")[2], *one.sets})


def _pairs(
    cut_list: CutList, claims: Claims, tried: Sequence[_Tried], plain: Mapping[str, float], reading: Reading
) -> Iterator[Cause]:
    """Yield the pairs that meet every claim together, and neither of which does alone."""
    wanted = [mm - plain[key] for key, mm in claims.measures.items()]
    moved = [tuple(one.more[key] for key in claims.measures) for one in tried]
    room = 3 * claims.step
    for (one, a), (other, b) in combinations(zip(tried, moved, strict=True), 2):
        # what two do is nearly what each does, added: those that come near are worked out in full
        if any(abs(x + y - mm) > room for x, y, mm in zip(a, b, wanted, strict=True)):
            continue
        if _clash(one.misreading, other.misreading):
            continue
        sizes = _once(cut_list, (one.misreading, other.misreading), reading)
        if sizes is not None and not claims.left(sizes, nearly=True):
            yield Cause((one.misreading, other.misreading), {k: sizes[k] for k in claims.measures}, {})


def _usual(one: Misreading, trade: Trade) -> int:
    """Return how often a misreading is met; a number far from the one that was planned is met seldom."""
    usual = trade.likely.get(one.id, 1)
    far = one.free and one.value and one.was and not 0.4 <= one.value / one.was <= 1.9
    return min(usual, 1) if far else usual


def _key(cause: Cause, claims: Claims) -> tuple[int, ...]:
    """
    Return what causes are ranked by: what stays open, how many slips, how sure. What can be read off the
    pieces and is met is surest; then what is one free number, or met nearly; then what is both.
    """
    free = sum(m.free for m in cause.misreadings)
    near = len(claims.left(cause.sizes)) > len(cause.left)
    unsure = free + near * (2 if free else 1)
    return len(cause.left), len(cause.misreadings), unsure, sum(cause.left.values())


def ranked(causes: Iterable[Cause], claims: Claims, trade: Trade) -> tuple[Cause, ...]:
    """
    Return *causes* the likeliest first, each with its rank. Causes that the claims do not tell apart share
    one: of a tie the most usual is told first.
    """

    def usual(cause: Cause) -> int:
        return sum(_usual(m, trade) for m in cause.misreadings)

    order = sorted(causes, key=lambda cause: (_key(cause, claims), -usual(cause), cause.id))
    keys = dict.fromkeys(_key(cause, claims) for cause in order)
    rank = {key: n for n, key in enumerate(keys, 1)}
    return tuple(replace(cause, rank=rank[_key(cause, claims)]) for cause in order)


def _same_sizes(causes: Sequence[Cause]) -> Iterator[Cause]:
    """Yield one of the causes that are the same misreading told in two ways."""
    met = set()
    for cause in causes:
        # a seam that one size counts is left out of it, or everywhere: that is one slip
        names = sorted(_slip(m) for m in cause.misreadings)
        key = (*names, *(round(mm, 3) for mm in cause.sizes.values()))
        if key not in met:
            met.add(key)
            yield cause


def _slip(one: Misreading) -> str:
    """Return the name of a slip, whichever size it is told of and whichever seam it is read along."""
    return one.id if one.id == "from-tip" else one.id.removesuffix("-all") + one.about.partition("/")[0]


def diagnosed(cut_list: CutList, claims: Claims, reading: Reading, trade: Trade) -> Diagnosis:
    """
    Return whether the claims follow from the pieces, and where they do not what would explain it.

    One misreading at a time is tried, then two; a cause that meets every claim comes before one that does
    not, one slip before two, what can be read off the pieces before a free number.

    Raises:
        SpecProblems: Where the list makes no bag, or has no measure of a name that is claimed.
    """
    read = reading(cut_list)
    plain = measures_of(read)
    unknown = [key for key in claims.measures if key not in plain]
    if unknown:
        raise SpecProblems(tuple(_no_measure(key, plain) for key in unknown))
    sizes = {key: plain[key] for key in claims.measures}
    off = claims.left(plain)
    if not off:
        return Diagnosis(claims, read, sizes, off, ())
    # the sizes are the outer's, and straps count only where something is claimed of them
    of_straps = set(claims.measures) & set(OF_STRAPS)
    rows = [row for row in cut_list.rows if row.role == "outer" or row.part == "facing"]
    cut_list = cut_list.model_copy(update={"rows": rows, "straps": cut_list.straps if of_straps else []})
    ways = [*added_up(cut_list, claims, read, plain, trade), *sewn_so(cut_list, trade)]
    tried = list(_tried(cut_list, claims, ways, plain, reading))
    single = [Cause((t.misreading,), t.sizes, claims.left(t.sizes, nearly=True)) for t in tried]
    causes = [cause for cause in single if cause.closes]
    # where one slip that can be read off the pieces explains it all, two are not looked for
    if not any(not m.free for cause in causes for m in cause.misreadings if not claims.left(cause.sizes)):
        causes += _pairs(cut_list, claims, tried, plain, reading)
        # of what explains a part, only what leaves less open than nothing at all
        causes += [c for c in single if c.left and len(c.left) < len(off)]
    return Diagnosis(claims, read, sizes, off, ranked(_same_sizes(causes), claims, trade)[:MOST_TOLD])


def _no_measure(key: str, known: Mapping[str, float]) -> Problem:
    why = f"This bag has no measure “{key[:40]}”."
    return Problem("not-a-choice", f"claim.{key[:40]}", key[:40], why, f"Claim one of: {', '.join(known)}.")
