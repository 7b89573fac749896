"""A diagnosis on the command line: in words, and as JSON with its causes ranked."""

from typing import Any

from ambitus.desk.diagnosing import Diagnosed


def told_of(held: Diagnosed) -> dict[str, Any]:
    """Return a diagnosis as plain data; lengths in mm, ``left`` in grid steps of the claim."""
    made, shown = held.made, held.shown
    return {
        "ambitus": "diagnosis",
        "version": 1,
        "follows": made.follows,
        "claimed": dict(made.claims.measures),
        "read": dict(made.sizes),
        "step": made.claims.step,
        "says": shown.says,
        "causes": [
            {
                "id": told.id,
                "kind": told.kind,
                "rank": told.rank,
                "tie": told.tie,
                "values": list(told.values),
                "sizes": dict(told.sizes),
                "left": dict(told.left),
                "says": told.says,
                "settle": told.settle,
                "remedy": told.remedy,
            }
            for told in shown.causes
        ],
        "cut": list(shown.cut),
    }


def told_in_words(held: Diagnosed) -> str:
    """Return a diagnosis as a maker reads it: what does not follow, then the causes, the likeliest first."""
    shown = held.shown
    out = [shown.says]
    for cause in shown.causes:
        tie = " (a tie)" if cause.tie else ""
        out += ["", f"{cause.rank}.{tie} {cause.says}", f"   {cause.settle}", f"   {cause.remedy}"]
    return "\n".join([*out, *([""] if shown.cut else []), *shown.cut])
