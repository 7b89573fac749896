"""What a cut list says of what its panels are trimmed from: blanks larger than them, strips joined."""

from collections.abc import Iterator, Mapping

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


def _round_zip(rows: list[CutRow], panel: CutRow, told: Mapping[str, float]) -> Iterator[Finding]:
    """
    Yield what is short of a front that is made up round a zip: its strip, what shows of the zip and its face
    one below the other; and its backing, from the strip's seam down.
    """
    fix = "Cut it longer: what is more is trimmed with the front."
    across = [row for row in rows if row.width >= panel.width - _DUST]
    strip = told.get("zip_strip", 0.0)
    above = min(across, key=lambda row: abs(row.height - strip), default=None)
    others = sorted(row.height for row in across if row is not above)
    if above is None or len(others) < 2:
        yield from _short("strip", "width", min(row.width for row in rows), panel.width, fix)
        return
    seam, tape = told.get("zip_seam", 0.0), told.get("zip_tape", 0.0)
    face, backing = others[0], others[-1]
    made = above.height - seam + tape - 2 * seam + face - seam
    yield from _short("strip", "height", made, panel.height, fix)
    yield from _short("strip", "height", above.height - 2 * seam + backing, panel.height, fix)


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
        if panel is not None and made == "zip":
            out += _round_zip(rows, panel, cut_list.allowances)
        elif panel is not None:
            out += _pieced(rows, panel, across, join)
    return tuple(out)
