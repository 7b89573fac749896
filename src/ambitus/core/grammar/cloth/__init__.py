"""The cloths a bag is cut from, as choices; their facts come with the library."""

from ambitus.core.grammar.contract import Option, Param, Phrase, Variant
from ambitus.core.lengths import View
from ambitus.core.spec.resolved import Resolved
from ambitus.core.words import within

CLOTHS = (
    Option("canvas", "Canvas"),
    Option("quilting_cotton", "Quilting cotton"),
    Option("calico", "Calico"),
    Option("denim", "Denim"),
    Option("linen", "Linen"),
    Option("upholstery", "Upholstery weave"),
    Option("waxed_cotton", "Waxed cotton"),
    Option("ripstop", "Ripstop nylon"),
    Option("coated_cotton", "PVC-coated cotton"),
    Option("felt", "Wool felt"),
    Option("jersey", "Cotton jersey"),
)


PRINTS = (
    Option("plain", "Plain, or all over", "Looks the same whichever way up it is."),
    Option("one_way", "One way up", "Has a top and a bottom: it must not be turned."),
)


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return within(bag.cloth("outer").label)


WOVEN = Variant(
    slot="cloth",
    kind="woven",
    label="Woven cloth",
    params=(
        Param("outer", "Outer cloth", "choice", "canvas", options=CLOTHS),
        Param("lining", "Lining cloth", "choice", "quilting_cotton", options=CLOTHS),
        Param("print", "Print of the outer", "choice", "plain", options=PRINTS),
    ),
    phrase=Phrase("cloth", "Cloth", "A ", _says, choices=("cloth.outer", "cloth.lining", "cloth.print")),
)
