"""Checks of seams: rows, trims and slivers that fit one another, edges that fray."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, set_by, to
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.fields import Length
from ambitus.core.grammar.allowances import allowance_of, kind_of
from ambitus.core.grammar.cloth.fields import OUTER_CLOTH
from ambitus.core.grammar.fitting import visible
from ambitus.core.grammar.kinds import SEAMS_KIND, TOP_KIND
from ambitus.core.grammar.seams.fields import FIRST_ROW, SEAM_TRIM, SECOND_ROW, SLIVER
from ambitus.core.grammar.seams.rows import COVER, LEAST_FELLED, first_and_second
from ambitus.core.grammar.top.fields import TOP_SLIVER
from ambitus.core.grammar.top.zip.tape import as_one
from ambitus.core.lengths import paired
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least that a seam can be sewn at: 3 mm | 1/8 in.
LEAST_SEAM = paired(3)


#: Default (ours): the most that an overlocker's knife takes off an edge: 7 mm, or 1/4 in.
MOST_SLIVER = 7.0


def _sewn(draft: "Draft", *kinds: str) -> Iterator[tuple[str, str]]:
    """Yield (class, its name) of the bag's seams that are of one of these kinds."""
    bag = draft.bag
    yield from ((key, name) for key, name in bag.sewn.items() if bag.kinds.seam(key).kind in kinds)


def _kind_of(draft: "Draft", key: str, kind: str) -> Remedy:
    """Return the remedy that sews a class of seam as *kind*: where the maker chose its kind."""
    return to(kind_of(key) if key in draft.bag.kinds.seams_by_class else SEAMS_KIND, kind)


@check(
    "seams",
    10,
    "seam-too-narrow",
    "stop",
    "Too narrow to sew",
    "an allowance < 3 mm | 1/8 in; of a French seam one of its rows",
    "A row that close to a raw edge runs off it, or pulls out of it (ours).",
    "The seam cannot be sewn, or does not hold.",
)
def seam_too_narrow(draft: "Draft") -> Iterator[Fired]:
    bag, least = draft.bag, LEAST_SEAM.mm(draft.bag.unit)
    told: set[str] = set()
    for key, name in bag.classes.items():
        kind, field = bag.kinds.seam(key), set_by(bag, allowance_of(key))
        mm = allowance_of(key).of(bag)
        if not kind.takes_allowance or mm >= least - 1e-9 or field in told:
            continue
        told.add(field)
        usual = paired(6 if key == "zip" else 10).mm(bag.unit)
        yield fired(
            field,
            "{name}: {allowance}.",
            "Give it {least} or more; {usual} is usual.",
            {"name": name},
            remedies=(*allowance(bag, key, usual), *allowance(bag, key, least), *allowance(bag, key, None)),
            allowance=mm,
            least=least,
            usual=usual,
        )
    row = FIRST_ROW.of(bag) if any(_sewn(draft, "french", "french_stitched")) else least
    if row < least - 1e-9:
        yield fired(
            FIRST_ROW,
            "The first row of a French seam: {row}.",
            "Give it {least} or more.",
            remedies=(to(FIRST_ROW, least), to(FIRST_ROW, None)),
            row=row,
            least=least,
        )


@check(
    "seams",
    20,
    "french-second-narrow",
    "stop",
    "The raw edge would show in a French seam",
    "second row < trimmed first row + 1.5 mm",
    "The second row has to enclose what the first was trimmed to, or threads stand out of the seam.",
    "Threads stand out of the seam, and it frays.",
)
def french_second_narrow(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    told: set[str] = set()
    for key, name in _sewn(draft, "french", "french_stitched"):
        path = allowance_of(key)
        own = path in bag.values and path.source(bag) == "chosen"
        first, trim = FIRST_ROW.of(bag), SEAM_TRIM.of(bag)
        second = first_and_second(bag, key, path.of(bag))[1] if path in bag.values else SECOND_ROW.of(bag)
        where = path if own else SECOND_ROW
        if second >= trim + COVER - 1e-9 or where in told:
            continue
        told.add(where)
        least, whole = at_least(bag, trim + COVER), at_least(bag, first + trim + COVER)
        closer = at_most(bag, second - COVER)
        wider = to(path, whole) if own else to(SECOND_ROW, least)
        fix = "Give the seam {whole} or more in all" if own else "Make the second row {least} or more"
        trims = closer >= 1 - 1e-9
        yield fired(
            where,
            "{name}: a second row of {second} over a first row trimmed to {trim}.",
            fix + (", or trim the first to {closer}." if trims else "."),
            {"name": name},
            remedies=(wider, *((to(SEAM_TRIM, closer),) if trims else ())),
            second=max(0.0, second),
            trim=trim,
            least=least,
            whole=whole,
            closer=closer,
        )


@check(
    "seams",
    30,
    "french-trim-over-first",
    "warn",
    "Trimmed to more than was sewn",
    "the first row of a French seam trimmed to more than the first row",
    "What lies outside the stitching is the first row; it can only be trimmed to less.",
    "Nothing is trimmed.",
)
def french_trim_over_first(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not any(_sewn(draft, "french", "french_stitched")):
        return
    first, trim = FIRST_ROW.of(bag), SEAM_TRIM.of(bag)
    if trim > first + 1e-9:
        most = at_most(bag, first)
        yield fired(
            SEAM_TRIM,
            "A first row of {first}, trimmed to {trim}.",
            "Trim it to {most} or less.",
            remedies=(to(SEAM_TRIM, None), to(SEAM_TRIM, most)),
            first=first,
            trim=trim,
            most=most,
        )


@check(
    "seams",
    40,
    "felled-too-narrow",
    "stop",
    "Too narrow to be flat-felled",
    "flat-felled seam < 12 mm",
    "One edge is trimmed to half and the other wraps it; under 12 mm there is nothing left to fold.",
    "The edge cannot be wrapped.",
)
def felled_too_narrow(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for key, name in _sewn(draft, "felled"):
        mm = allowance_of(key).of(bag)
        if mm < LEAST_FELLED - 1e-9:
            least = paired(12).mm(bag.unit)
            yield fired(
                allowance_of(key),
                "{name}: {allowance}.",
                "Give it {least} or more, or choose another kind of seam.",
                {"name": name},
                remedies=(*allowance(bag, key, least), _kind_of(draft, key, "plain")),
                allowance=mm,
                least=least,
            )


@check(
    "seams",
    60,
    "raw-edge-frays",
    "warn",
    "A raw edge on a cloth that frays",
    "raw or lapped seams, or a raw top edge, on a cloth that frays",
    "Nothing holds the threads of the edge; only felt, coated cloth and the like can be left raw.",
    "The edge frays away in use.",
)
def raw_edge_frays(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    cloth = bag.cloth("outer")
    if not cloth.fray:
        return
    words = {"cloth": cloth.label}
    if bag.kinds.top.kind == "raw_edge":
        yield fired(
            TOP_KIND,
            "{cloth} frays.",
            "Hem the top edge, or choose a cloth that does not fray.",
            words,
            remedies=(to(TOP_KIND, "double_hem"), to(TOP_KIND, "overlocked_hem")),
        )
    raw = [key for key, _ in _sewn(draft, "raw", "lapped")]
    if raw:
        where = _kind_of(draft, raw[0], "zigzagged")
        kinds = {change.path: change for key in raw for change in _kind_of(draft, key, "zigzagged")}
        yield fired(
            where[0].path,
            "{cloth} frays ({names}).",
            "Overcast the seams, or choose a cloth that does not fray.",
            {**words, "names": ", ".join(within(bag.sewn[key]) for key in raw)},
            remedies=(tuple(kinds.values()), to(OUTER_CLOTH, "felt")),
        )


@check(
    "seams",
    70,
    "plain-seams-unlined",
    "note",
    "Raw edges show inside",
    "plain seams, no lining sewn up by itself, a cloth that frays",
    "They are seen, and they fray in use.",
    "They are seen inside.",
)
def plain_seams_unlined(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    plain = [key for key, _ in _sewn(draft, "plain")]
    if as_one(bag) and plain and bag.cloth("outer").fray:
        # a kind that cannot sew every seam leaves the others plain
        kinds = {change.path: change for key in plain for change in _kind_of(draft, key, "zigzagged")}
        own = {kind_of(key): to(kind_of(key), "zigzagged")[0] for key in plain}
        yield fired(
            SEAMS_KIND,
            "{names} left plain.",
            "Overcast them, or sew French seams.",
            {"names": ", ".join(bag.sewn[key] for key in plain).capitalize()},
            remedies=(tuple(kinds.values()), tuple(own.values())),
        )


@check(
    "seams",
    80,
    "enclosed-under-lining",
    "note",
    "Enclosed seams that nobody will see",
    "French or flat-felled seams in a lined bag",
    "The lining hides the edges already, and every enclosed seam is thicker than a plain one.",
    "More work, and thicker seams.",
)
def enclosed_under_lining(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    closed = [key for key, _ in _sewn(draft, "french", "french_stitched", "felled")]
    if not as_one(bag) and closed:
        kinds = {change.path: change for key in closed for change in _kind_of(draft, key, "plain")}
        yield fired(
            SEAMS_KIND,
            "The bag is lined.",
            "Plain seams lie flatter here.",
            remedies=(tuple(kinds.values()),),
        )


@check(
    "seams",
    90,
    "sliver-out-of-role",
    "warn",
    "More than an overlocker’s knife takes",
    "sliver > 7 mm",
    "A knife trims a few millimetres at the most; a seam allowance may have been typed here.",
    "Every piece is cut too large.",
)
def sliver_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for path in (SLIVER, TOP_SLIVER):
        if path in bag.values and path.of(bag) > MOST_SLIVER + 1e-9 and _counts(draft, path):
            most = paired(6).mm(bag.unit)
            yield fired(
                path,
                "{sliver} off every edge.",
                "Check the number; 0 to {most} is usual.",
                remedies=(to(path, most), to(path, None)),
                sliver=path.of(bag),
                most=most,
            )


def _counts(draft: "Draft", path: Length) -> bool:
    """
    Return whether a sliver was given at *path*, and is cut: a hem's own follows from that of the seams, and
    an edge that no knife meets has none.
    """
    bag = draft.bag
    kinds = {bag.kinds.seams.kind, *(bag.kinds.seam(key).kind for key in bag.sewn)}
    if path == SLIVER:
        return "overlocked_first" in kinds
    return path.source(bag) == "chosen" and visible(path, bag.kinds.param_at[path], bag)


#: of every kind of seam, and of those that enclose their edges
CHECKS = (seam_too_narrow, raw_edge_frays, plain_seams_unlined, enclosed_under_lining, sliver_out_of_role)
FRENCH_CHECKS = (french_second_narrow, french_trim_over_first)
FELLED_CHECKS = (felled_too_narrow,)
