"""Checks of the layers: edges that fray, cloth wide enough."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, set_by, to
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.form.model import Piece
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.base.cut_as import is_wrapped
from ambitus.core.grammar.base.fields import CUT_AS, STRIP_OF, TUBE_PANELS, ZIP_PANEL
from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.kinds import SEAMS_KIND
from ambitus.core.grammar.sizes import LENGTH, WIDTH
from ambitus.core.lengths import paired
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least allowance on a cloth that frays much: 10 mm | 3/8 in.
LEAST_ON_FRAYING = 9.5


#: Default (ours): a selvage that is not used, each side.
SELVAGE = 10.0


@check(
    "layers",
    10,
    "allowance-for-fray",
    "warn",
    "A narrow seam on a cloth that frays",
    "cloth that frays much, an allowance < 9.5 mm whose edge is neither enclosed nor overcast",
    "The edge works loose before the seam is finished.",
    "The seam gives way in use.",
)
def allowance_for_fray(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    told: set[str] = set()
    for layer in (*cloths_outside(bag), *bag.kinds.top.layers[1:]):
        cloth = bag.cloth(layer)
        for key, name in bag.classes.items() if cloth.fray >= 2 else ():
            mm, kind, field = allowance_of(key).of(bag), bag.kinds.seam(key), set_by(bag, allowance_of(key))
            # a zip holds its edge by itself, and its row is topstitched
            safe = key == "zip" or kind.finished or not kind.takes_allowance
            if safe or mm >= LEAST_ON_FRAYING - 1e-9 or field in told:
                continue
            told.add(field)
            least = paired(10).mm(bag.unit)
            own = key in bag.sewn
            yield fired(
                field,
                "{cloth} frays; a seam of {allowance} has little to hold ({name}).",
                "Take {least} or more, or overcast the edges." if own else "Take {least} or more.",
                {"cloth": cloth.label, "name": within(name)},
                remedies=(
                    *allowance(bag, key, least),
                    *((to(SEAMS_KIND, "zigzagged"), to(SEAMS_KIND, "overlocked_first")) if own else ()),
                ),
                allowance=mm,
                least=least,
            )


@check(
    "layers",
    60,
    "cloth-too-narrow",
    "warn",
    "Wider than the cloth usually comes",
    "panel > usual width of its cloth − 2 × 10 mm",
    "The panel does not fit across the usual width of its cloth with straight grain.",
    "It cannot be cut in one from the usual cloth.",
)
def cloth_too_narrow(draft: "Draft") -> Iterator[Fired]:
    told: set[str] = set()
    for piece in draft.pieces:
        if not piece.role.panel:
            continue
        cloth = draft.bag.cloth(piece.looks)
        usable = cloth.usual_width - 2 * SELVAGE
        width = piece.size("width")
        if width <= usable + 1e-9:
            continue
        where, fix, numbers, remedies = _where_to_join(draft, piece, width - usable)
        if where in told:
            continue
        told.add(where)
        yield fired(
            where,
            "{name} is {width} wide; {cloth} gives about {usable} between its selvages.",
            fix,
            {"name": piece.name, "cloth": within(cloth.label)},
            remedies=remedies,
            width=width,
            usable=usable,
            **numbers,
        )


def _where_to_join(
    draft: "Draft", piece: Piece, over: float
) -> tuple[str, str, dict[str, float], tuple[Remedy, ...]]:
    """Return the field that helps where a piece is *over* mm too wide for its cloth, what to do, edits."""
    bag = draft.bag
    if bag.kinds.base.all_round and piece.part:
        panel = ZIP_PANEL.of(bag)
        if piece.part == "gusset":
            longer = to(ZIP_PANEL, at_least(bag, panel + over))
            return ZIP_PANEL, "Cut it along the cloth, or make the zip panel longer.", {}, (longer,)
        shorter = to(ZIP_PANEL, at_most(bag, panel - over))
        return ZIP_PANEL, "Cut it along the cloth, or make the zip panel shorter.", {}, (shorter,)
    if piece.part.startswith("gusset"):
        ways = tuple(to(STRIP_OF, way) for way in ("halves", "three"))
        return STRIP_OF, "Cut it along the cloth, or in two joined under the base.", {}, ways
    if piece.part == "base":
        return f"cloth.{piece.looks}", "Take a wider cloth, or a smaller base.", {}, ()
    if is_wrapped(bag):
        return CUT_AS, "Cut two panels.", {}, (to(CUT_AS, "panels"),)
    if TUBE_PANELS in bag.values and TUBE_PANELS.of(bag) == "one":
        return TUBE_PANELS, "Make the tube of two panels.", {}, (to(TUBE_PANELS, "two"),)
    path = WIDTH if WIDTH in bag.values else LENGTH
    if path not in bag.values:
        return TUBE_PANELS, "Turn the grain, or join the panel.", {}, ()
    most = at_most(bag, path.of(bag) - over)
    fix = "Without a join it may be {most}; or turn the grain, or join the panel."
    less = (to(path, most), to(path, at_most(bag, most - bag.grid.step)))
    return path, fix, {"most": most}, less if most > 0 else ()


CHECKS = (
    allowance_for_fray,
    cloth_too_narrow,
)
