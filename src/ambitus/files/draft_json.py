"""A draft as a file: every result in millimetres, with the terms of every sum. The format is public."""

from collections.abc import Iterable
from typing import Any

from ambitus.core.checks.run import findings
from ambitus.core.curves import Arc, Bend
from ambitus.core.draft import RULES_VERSION, Draft
from ambitus.core.form.model import Piece
from ambitus.core.lengths import View
from ambitus.core.sew.minutes import minutes_of
from ambitus.core.shown.models import FindingShown
from ambitus.core.shown.present import finding
from ambitus.core.sums import Sum

DRAFT_VERSION = 1


def _sum(summed: Sum) -> dict[str, Any]:
    return {
        "label": summed.label,
        "total": summed.total,
        "terms": [
            {"label": t.label, "mm": t.mm, "times": t.times, "source": t.source, "why": t.why}
            for t in summed.terms
        ],
    }


def _curve(bend: Bend) -> dict[str, Any] | None:
    """Return how an edge bends on the cut line: round a centre, through points, or not at all."""
    if bend is None:
        return None
    if isinstance(bend, Arc):
        return {"centre": list(bend.centre)}
    return {"points": [list(p) for p in bend.points]}


def _piece(piece: Piece) -> dict[str, Any]:
    return {
        "key": piece.key,
        "letter": piece.letter,
        "name": piece.name,
        "layer": piece.layer,
        "count": piece.count,
        "material": piece.material,
        "dimensions": {key: s.total for key, s in piece.sums.items()},
        "sums": {key: _sum(s) for key, s in piece.sums.items()},
        "part": piece.told_as,
        "edges": [
            {"name": e.name, "seam": e.seam, "allowance": e.allowance, "curve": _curve(e.bend)}
            for e in piece.edges
        ],
        "cut_line": [list(p) for p in piece.cut],
        "seam_line": [list(p) for p in piece.sewn],
        "marks": [
            {
                "kind": m.kind,
                "label": m.label,
                "from": m.corner,
                "points": [list(p) for p in m.points],
                "readings": [{**_sum(s), "label": name, "sum": s.label} for name, s in m.readings],
            }
            for m in piece.marks
        ],
    }


def checks_json(shown: Iterable[FindingShown]) -> list[dict[str, Any]]:
    """Return findings as plain data: texts, numbers by name in mm, remedies as edits of the spec."""
    return [
        {
            "id": f.id,
            "level": f.level,
            "where": f.where,
            "title": f.title,
            "say": f.say,
            "fix": f.fix,
            "silenced": f.silenced,
            "numbers": f.numbers,
            "remedies": [
                {
                    "edits": [{"path": e.path, "value": e.value} for e in r.edits],
                    "says": r.says,
                    "cuts": r.cuts,
                }
                for r in f.remedies
            ],
        }
        for f in shown
    ]


def draft_json(draft: Draft, shown: Iterable[FindingShown] | None = None) -> dict[str, Any]:
    """
    Return *draft* as plain data. Lengths are numbers in mm; texts of checks use the plan's unit.

    *shown* are its findings with their remedies carried out; without them they come without remedies.
    """
    view = View(draft.bag.unit, draft.bag.unit)
    shown = [finding(f, view) for f in findings(draft)] if shown is None else shown
    return {
        "ambitus": "draft",
        "version": DRAFT_VERSION,
        "rules_version": RULES_VERSION,
        "unit": draft.bag.unit,
        "finished": {
            d.key: {"label": d.label, "asked": d.asked, "comes_out": d.comes_out, "source": d.source}
            for d in draft.form.dimensions.values()
        },
        "straps": [
            {"width": h.finished_width, "visible": h.finished_visible, "drop": h.drop, "gap": h.gap}
            for h in draft.hangs
        ],
        "pieces": [_piece(p) for p in draft.pieces],
        "seams": [
            {"key": w.seam.key, "label": w.seam.label, "lengths": list(w.lengths), "difference": w.difference}
            for w in draft.walked
        ],
        "checks": checks_json(shown),
        "steps": [
            {
                "number": i,
                "title": s.title,
                "say": s.told(view),
                "kind": s.kind,
                "settings": s.settings,
                "lengths": dict(s.lengths),
                "reads": {r.label: r.mm for r in s.reads},
                "cautions": list(s.cautions),
                "minutes": round(minutes_of(draft.plan, s.acts), 1),
            }
            for i, s in enumerate(draft.steps, 1)
        ],
        "cut_list": draft.cut_list.model_dump(),
    }
