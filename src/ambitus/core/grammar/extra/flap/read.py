"""Reading a flap: what it falls over the front is what the rest of its length leaves."""

from collections.abc import Mapping

from ambitus.core.grammar.extra.flap.template import Template, drawn_in
from ambitus.core.outlines import OutlineProblem
from ambitus.core.read.cutlist import ToldExtra


def _inside(told: ToldExtra) -> float:
    """Return what lies inside the top edge: between pressed edges as told, in a top seam as deep as that."""
    return told.measures.get("inserted", told.allowances.get("top", 0.0))


def _template(told: ToldExtra) -> Template | None:
    """Return the seam line of a flap that was cut by a template, where its line is told and can be read."""
    line = told.outlines.get("flap")
    if line is None or told.choices.get("flap_shape") != "template":
        return None
    try:
        return drawn_in(line, (_inside(told), told.allowances["flap"]))
    except OutlineProblem:
        return None


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return how far a flap falls over the front, in mm."""
    template = _template(told)
    if template is not None:
        return {"fall": template.high - told.measures["wrap"]}
    _, long = told.piece("flap")
    return {"fall": long - _inside(told) - told.measures["wrap"] - told.allowances["flap"]}


def read_line(told: ToldExtra) -> Mapping[str, str]:
    """Return the line that a flap was cut along, where it is one that can be cut again."""
    if _template(told) is None:
        return {}
    return {"flap_outline": told.outlines["flap"], "flap_traced_as": "cut"}
