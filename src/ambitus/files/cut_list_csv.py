"""The cut list as CSV: one row a piece, lengths as the sheet shows them, the unit in the heading."""

import csv
import io

from ambitus.core.shown.models import Sheet

_SAFE_START = ("=", "+", "-", "@", "\t", "\r")


def _cell(text: str) -> str:
    """Return *text* so that a spreadsheet reads it as text, never as a formula."""
    return f"'{text}" if text.startswith(_SAFE_START) else text


def cut_list_csv(sheet: Sheet) -> str:
    """Return the pieces of *sheet* as CSV text."""
    out = io.StringIO()
    writer = csv.writer(out)
    unit = sheet.unit
    writer.writerow(
        [
            "letter",
            "piece",
            "count",
            "material",
            f"width ({unit})",
            f"height ({unit})",
            f"cut-out across ({unit})",
            f"cut-out up ({unit})",
            "marks",
        ]
    )
    for piece in sheet.pieces:
        sums = piece.sums
        wide, high = (sums["length"], sums["width"]) if "length" in sums else (sums["width"], sums["height"])
        across, up = (sums[k].plain if k in sums else "" for k in ("across", "up"))
        marks = "; ".join(
            f"{m.label}: {', '.join(f'{r.label} {r.sum.plain}' for r in m.readings)} ({m.corner})"
            for m in piece.marks
        )
        writer.writerow(
            [
                _cell(str(c))
                for c in (
                    piece.letter,
                    piece.name,
                    piece.count,
                    piece.material,
                    wide.plain,
                    high.plain,
                    across,
                    up,
                    marks,
                )
            ]
        )
    return out.getvalue()
