"""What a cut list says of what its panels are trimmed from: blanks larger than them, strips joined."""

from collections.abc import Iterator

from ambitus.core.read.cutlist import BLANKS, CutList, CutRow, Finding

#: where a cut list tells what panels are pieced of, and which way strips run
_MADE, _RUN = "cloth.made", "cloth.strips_run"
#: as much as rows of a list may be less for being written, in mm
_DUST = 1e-3


def _short(role: str, key: str, mm: float, panel: float, fix: str) -> Iterator[Finding]:
    if mm < panel - _DUST:
        why = f"The {role} has less {key} than the panel that is trimmed from it."
        yield Finding(f"{role}-too-small", "stop", why, fix, ((role, mm), ("panel", panel)))


def joined(strips: list[tuple[float, float]], join: float) -> float:
    """
    Return what *strips* make once they are joined, in mm: each so wide and so many of it, less two allowances
    of *join* mm a join.

    >>> joined([(70, 2), (45, 1)], 8)
    153
    """
    return sum(wide * many for wide, many in strips) - 2 * join * (sum(many for _, many in strips) - 1)


def _pieced(strips: list[CutRow], panel: CutRow, across: bool, join: float) -> Iterator[Finding]:
    """Yield what is short of the panel once *strips* are joined: their sum less two allowances a join."""
    along, over = ("width", "height") if across else ("height", "width")
    wide = joined([(getattr(row, over), row.count / panel.count) for row in strips], join)
    fix = "Cut the last strip wider, or one strip more."
    yield from _short("strip", over, wide, getattr(panel, over), fix)
    least = min(getattr(row, along) for row in strips)
    yield from _short("strip", along, least, getattr(panel, along), "Cut the strips as long as the panel.")


def blanks_too_small(cut_list: CutList) -> tuple[Finding, ...]:
    """
    Return a finding for everything that is no larger than what is trimmed from it: rows draw it in, and what
    is missing then cannot be let out.
    """
    shown = ("outer", "blank")
    of = {role: {r.part: r for r in reversed(cut_list.rows) if r.role == role} for role in shown}
    strips: dict[str, list[CutRow]] = {}
    out: list[Finding] = []
    for row in cut_list.rows:
        if row.role == "strip":
            strips.setdefault(row.part, []).append(row)
        elif row.role in BLANKS and (panel := of["outer"].get(row.part)):
            fix = "Cut it larger than the panel all round, and larger still across its rows."
            for key in ("width", "height"):
                out += _short(row.role, key, getattr(row, key), getattr(panel, key), fix)
    made, join = cut_list.choices.get(_MADE, "strips"), cut_list.allowances.get("join", 0.0)
    across = cut_list.choices.get(_RUN) != "up" if made == "strips" else made == "lengthened"
    for part, rows in strips.items():
        panel = of["blank"].get(part) or of["outer"].get(part)
        if panel is not None:
            out += _pieced(rows, panel, across, join)
    return tuple(out)
