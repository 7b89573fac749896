"""Checks of what panels are pieced of: strips, a print and what makes it larger, two motifs."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.cloth.fields import (
    BASE_LINE,
    MADE,
    STRIP,
    STRIPS_FIT,
    STRIPS_RUN,
)
from ambitus.core.grammar.cloth.pieced import band_shows, to_piece
from ambitus.core.grammar.cloth.prints import is_widened, picture_field, sides_of
from ambitus.core.grammar.cloth.strips import LEAST_SHOWS, of_strips, trimmed
from ambitus.core.grammar.cloth.zip_front import ZIP_FRONT_CHECKS
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): strips that differ by less lie alike to the eye, in mm.
SAME_STRIP = 1.0


@check(
    "bands",
    60,
    "strip-all-seam",
    "stop",
    "Nothing shows of the strips",
    "a strip as cut, less two allowances of its joins, < 6 mm",
    "Every strip gives an allowance to the join on either side of it.",
    "The joins lie on each other, and the panel does not come out.",
    impossible=True,
)
def strip_all_seam(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not of_strips(bag):
        return
    cut, join = STRIP.of(bag), JOIN_ALLOWANCE.of(bag)
    least = at_least(bag, 2 * join + LEAST_SHOWS)
    if cut - 2 * join < LEAST_SHOWS - 1e-9:
        yield fired(
            STRIP,
            "Strips cut {cut} wide give {join} to each of two joins.",
            "Cut them {least} wide, or join them with less.",
            remedies=(to(STRIP, least), to(MADE, "whole")),
            cut=cut,
            join=join,
            least=least,
        )


@check(
    "bands",
    62,
    "strip-too-wide",
    "stop",
    "The panel is no wider than a strip",
    "what is pieced, less one strip and plus two allowances, leaves less than 6 mm to show of the last strip",
    "A panel is pieced of two strips at least.",
    "Hardly anything is left for the last strip.",
    impossible=True,
)
def strip_too_wide(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not of_strips(bag) or STRIPS_FIT.is_(bag, "alike"):
        return
    across, join = STRIPS_RUN.is_(bag, "across"), JOIN_ALLOWANCE.of(bag)
    pieced = (p for p in draft.pieces if any(key.endswith(f"strip {p.key}") for key in p.made_of))
    wanted = min((p.extent[1 if across else 0] for p in pieced), default=None)
    if wanted is None:
        return
    wanted = snap(wanted + trimmed(bag))
    most = at_most(bag, wanted - LEAST_SHOWS)
    if STRIP.of(bag) > wanted - LEAST_SHOWS + 1e-9:
        narrower = (to(STRIP, most),) if most >= 2 * join + LEAST_SHOWS else ()
        yield fired(
            STRIP,
            "Strips cut {cut} wide, and {wanted} to be pieced of them.",
            "Cut them {most} wide at most." if narrower else "Cut the panels in one.",
            remedies=(*narrower, to(MADE, "whole")),
            cut=STRIP.of(bag),
            wanted=wanted,
            most=most,
        )


@check(
    "bands",
    64,
    "strips-do-not-meet",
    "warn",
    "Strips of front and back do not meet at the sides",
    "strips across one piece that is folded at the base, the last one wider or narrower than the others",
    "From the fold up the strips of one piece lie alike on both sides only where all are alike from end to "
    "end.",
    "Every join of the front ends beside a strip of the back.",
)
def strips_do_not_meet(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not of_strips(bag) or not STRIPS_RUN.is_(bag, "across") or STRIPS_FIT.is_(bag, "alike"):
        return
    for panel in (p for p in draft.pieces if p.layer == "outer" and p.folded):
        strips = [p for p in draft.pieces if p.layer == "strip" and p.faces == panel.faces]
        if len(strips) < 2 or not strips[-1].key.startswith("last strip "):
            continue
        ends, others = strips[-1].size("height"), strips[0].size("height")
        if abs(ends - others) > SAME_STRIP + 1e-6:
            alike, up = to(STRIPS_FIT, "alike"), to(STRIPS_RUN, "up")
            yield fired(
                STRIPS_RUN,
                "The last strip is cut {ends}, the others {others}.",
                "Cut them all alike, or run them up the panel.",
                remedies=(alike, up),
                ends=ends,
                others=others,
            )


def _to_make(draft: "Draft") -> float:
    """Return how far the front reaches across its joins, as it is cut or as its blank is, in mm."""
    bag, form = draft.bag, draft.form
    return to_piece(bag, front_cut(bag, form, "width"), front_cut(bag, form, "height"))


@check(
    "bands",
    66,
    "print-fills-panel",
    "stop",
    "There is nothing to join to the print",
    "a print as cut, or the left of two motifs, that leaves less than 6 mm of the panel",
    "What is joined to it makes the panel as large as it has to be.",
    "The panel does not come out, or hardly a thread of it is another piece.",
    impossible=True,
)
def print_fills_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_widened(bag) and not MADE.is_(bag, "two"):
        return
    field, wanted, sides = picture_field(bag), _to_make(draft), sides_of(bag)
    most = at_most(bag, wanted - sides * LEAST_SHOWS)
    if field.of(bag) > wanted - sides * LEAST_SHOWS + 1e-9:
        yield fired(
            field,
            "{cut} as cut, and {wanted} to be made.",
            "Cut {most} of it at most, or cut the panels in one.",
            remedies=(to(field, most), to(MADE, "whole")),
            cut=field.of(bag),
            wanted=wanted,
            most=most,
        )


@check(
    "bands",
    68,
    "band-does-not-show",
    "warn",
    "Nothing is seen of what is joined to the print",
    "what shows of a strip beside a print, or of a band below it, on the face that stands: 0 or less",
    "The side seam takes of a strip and the base seam of a band, and half the depth goes round the corner.",
    "The join lies on the side or under the bag.",
)
def band_does_not_show(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_widened(bag) or (shows := band_shows(bag, draft.form)) > 1e-6:
        return
    field, sides = picture_field(bag), sides_of(bag)
    less = at_most(bag, field.of(bag) + sides * (shows - LEAST_SHOWS))
    yield fired(
        field,
        "The join lies {past} past the edge of the face.",
        "Cut {less} of the print, or let it go round the corner.",
        remedies=(to(field, less),) if less >= 20 else (),
        past=-shows,
        less=less,
    )


@check(
    "bands",
    70,
    "base-line-off",
    "stop",
    "The base line lies off the panel",
    "base line of two motifs above the raw lower edge > the panel as cut",
    "Both motifs stand on it, so it is drawn on both pieces.",
    "There is no place for it on them.",
    impossible=True,
)
def base_line_off(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not MADE.is_(bag, "two"):
        return
    high, line = front_cut(bag, draft.form, "height"), BASE_LINE.of(bag)
    if line > high + 1e-9:
        yield fired(
            BASE_LINE,
            "It lies {line} above the lower edge of a panel cut {high} high.",
            "Bring it onto the panel.",
            remedies=(to(BASE_LINE, at_most(bag, high / 2)),),
            line=line,
            high=high,
        )


PIECED_CHECKS = (
    strip_all_seam,
    strip_too_wide,
    strips_do_not_meet,
    print_fills_panel,
    band_does_not_show,
    base_line_off,
    *ZIP_FRONT_CHECKS,
)
