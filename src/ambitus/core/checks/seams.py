"""Checks on the kinds of seam: what each needs to hold, and to hide."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.seams.enclosed import COVER, LEAST_FELLED, first_and_second
from ambitus.core.grammar.top.zip.tape import as_one
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _sewn(draft: "Draft", *kinds: str) -> Iterator[tuple[str, str]]:
    """Yield (class, its name) of the bag's seams that are of one of these kinds."""
    bag = draft.bag
    yield from ((key, name) for key, name in bag.sewn.items() if bag.bag.seam(key).kind in kinds)


@check(
    "french-second-narrow",
    "stop",
    "The raw edge would show in a French seam",
    "second row < trimmed first row + 1.5 mm",
    "The second row has to enclose what the first was trimmed to, or threads stand out of the seam.",
)
def french_second_narrow(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for key, name in _sewn(draft, "french", "french_stitched"):
        path = f"allowances.{key}"
        given = path in bag.values
        second = first_and_second(bag, key, bag.mm(path))[1] if given else bag.mm("seams.second")
        trim = bag.mm("seams.trim")
        if second < trim + COVER - 1e-9:
            own = given and bag.source(path) == "chosen"
            yield fired(
                path if own else "seams.second",
                "{name}: a second row of {second} over a first row trimmed to {trim}.",
                "Make the second row {least} or more, or trim the first closer.",
                {"name": name},
                second=second,
                trim=trim,
                least=snap(trim + COVER),
            )


@check(
    "french-trim-over-first",
    "warn",
    "Trimmed to more than was sewn",
    "the first row of a French seam trimmed to more than the first row",
    "What lies outside the stitching is the first row; it can only be trimmed to less.",
)
def french_trim_over_first(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not any(_sewn(draft, "french", "french_stitched")):
        return
    first, trim = bag.mm("seams.first"), bag.mm("seams.trim")
    if trim > first + 1e-9:
        say = "A first row of {first}, trimmed to {trim}."
        yield fired("seams.trim", say, "Trim it to {first} or less.", first=first, trim=trim)


@check(
    "felled-too-narrow",
    "stop",
    "Too narrow to be flat-felled",
    "flat-felled seam < 12 mm",
    "One edge is trimmed to half and the other wraps it; under 12 mm there is nothing left to fold.",
)
def felled_too_narrow(draft: "Draft") -> Iterator[Fired]:
    for key, name in _sewn(draft, "felled"):
        allowance = draft.bag.mm(f"allowances.{key}")
        if allowance < LEAST_FELLED - 1e-9:
            yield fired(
                f"allowances.{key}",
                "{name}: {allowance}.",
                "Give it {least} or more, or choose another kind of seam.",
                {"name": name},
                allowance=allowance,
                least=LEAST_FELLED,
            )


@check(
    "raw-edge-frays",
    "warn",
    "A raw edge on a cloth that frays",
    "raw or lapped seams, or a raw top edge, on a cloth that frays",
    "Nothing holds the threads of the edge; only felt, coated cloth and the like can be left raw.",
)
def raw_edge_frays(draft: "Draft") -> Iterator[Fired]:
    cloth = draft.bag.cloth("outer")
    if not cloth.fray:
        return
    where = "seams.kind" if any(_sewn(draft, "raw", "lapped")) else ""
    if draft.bag.bag.top.kind == "raw_edge":
        where = "top.kind"
    if where:
        yield fired(
            where, "{cloth} frays.", "Choose another cloth, or finish the edge.", {"cloth": cloth.label}
        )


@check(
    "plain-seams-unlined",
    "note",
    "Raw edges show inside",
    "plain seams, no lining sewn up by itself, a cloth that frays",
    "They are seen, and they fray in use.",
)
def plain_seams_unlined(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    open_edges = [name for _, name in _sewn(draft, "plain")]
    if as_one(bag) and open_edges and bag.cloth("outer").fray:
        yield fired(
            "seams.kind",
            "{names} left plain.",
            "Overcast them, or sew French seams.",
            {"names": ", ".join(open_edges).capitalize()},
        )


@check(
    "enclosed-under-lining",
    "note",
    "Enclosed seams that nobody will see",
    "French or flat-felled seams in a lined bag",
    "The lining hides the edges already, and every enclosed seam is thicker than a plain one.",
)
def enclosed_under_lining(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not as_one(bag) and any(_sewn(draft, "french", "french_stitched", "felled")):
        yield fired("seams.kind", "The bag is lined.", "Plain seams lie flatter here.")


@check(
    "sliver-out-of-role",
    "warn",
    "More than an overlocker’s knife takes",
    "sliver > 7 mm",
    "A knife trims a few millimetres at the most; a seam allowance may have been typed here.",
)
def sliver_out_of_role(draft: "Draft") -> Iterator[Fired]:
    for path in ("seams.sliver", "top.sliver"):
        if path in draft.bag.values and draft.bag.mm(path) > MOST_SLIVER + 1e-9:
            sliver = draft.bag.mm(path)
            yield fired(
                path,
                "{sliver} off every edge.",
                "Check the number; 0 to {most} is usual.",
                sliver=sliver,
                most=MOST_SLIVER,
            )


#: Default (ours): the most that an overlocker's knife takes off an edge.
MOST_SLIVER = 7.0
