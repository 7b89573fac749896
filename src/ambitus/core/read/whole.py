"""Rows of a cut list put together again where a panel was made of two: a bottom, or a facing."""

from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import BLANKS, CutList, CutRow


def split(part: str) -> tuple[str, str]:
    """
    Return what of the bag a row is, and which band of it.

    >>> split("gusset bottom"), split("facing"), split("base")
    (('gusset', 'bottom'), ('', 'facing'), ('base', ''))
    """
    words = part.split()
    if words and words[-1] in ("bottom", "facing"):
        return " ".join(words[:-1]), words[-1]
    return part, ""


def _joined(band: CutRow, rest: CutRow, join: float) -> CutRow:
    """Return the panel that *band* and *rest* make; a strip, or a folded piece, has a band at both ends."""
    more = (band.height - 2 * join) * max(1, round(band.count / rest.count))
    part = split(rest.part)[0]
    key = "width" if part.startswith("gusset") else "height"
    return rest.model_copy(update={"part": part, key: getattr(rest, key) + more})


def whole_rows(cut_list: CutList) -> list[CutRow]:
    """
    Return the rows of *cut_list* as they are once bottoms and facings are joined and layers worked as one.

    Raises:
        SpecProblems: If a band has nothing to be joined to, or the join has no allowance.
    """
    layers = cut_list.layers
    rows = [
        row.model_copy(update={"count": max(1, row.count // layers)}) if row.role == "outer" else row
        for row in cut_list.rows
    ]
    rows = [row for row in rows if row.role not in BLANKS]
    out = [row for row in rows if not split(row.part)[1]]
    # bands of a kind are joined to rows of their kind in turn: the front's before the back's
    places: dict[tuple[str, str, bool], list[int]] = {}
    for i, row in enumerate(out):
        places.setdefault((row.role, row.part, row.under), []).append(i)
    for row in rows:
        part, band = split(row.part)
        if not band:
            continue
        kind = places.get((row.role, part, row.under), [])
        at = kind.pop(0) if len(kind) > 1 else kind[0] if kind else len(out)
        other = out[at] if at < len(out) else None
        if other is None or "join" not in cut_list.allowances:
            place, missing = (
                ("rows", f"a row of the {row.role} to join the {row.part} to")
                if other is None
                else ("allowances.join", "the allowance of its join")
            )
            why = f"There is a {row.part} of the {row.role}, but not {missing}."
            raise SpecProblems((Problem("missing", place, "", why, "Add it."),))
        upper, lower = (other, row) if band == "bottom" else (row, other)
        out[at] = _joined(upper, lower, cut_list.allowances["join"])
    return out


def divisions_of(cut_list: CutList, top: float, height: float) -> dict[str, float | str]:
    """
    Return the fields of a plan that the bands of *cut_list* tell of.

    *top* is what the top edge eats, *height* the finished height.
    """
    more: dict[str, float | str] = {"cloth.doubled": "doubled"} if cut_list.layers == 2 else {}
    join = cut_list.allowances.get("join", 0.0)
    by_role = {(row.role, row.part): row for row in reversed(cut_list.rows)}
    upper, facing = by_role.get(("outer", "")), by_role.get(("lining", "facing"))
    if upper is not None and ("outer", "bottom") in by_role:
        more |= {"cloth.bottom": "contrast", "cloth.bottom_height": height - (upper.height - join - top)}
    if facing is not None:
        more |= {"top.facing": "faced", "top.facing_height": facing.height - join - top}
    return more
