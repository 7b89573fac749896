"""What makers call the pieces of a bag, and the numbers of its seams."""

import re
from collections.abc import Iterator

#: words for what layer a piece is of
_LAYERS = {
    "outer": "outer outside exterior shell main body front back panel panels face fabric canvas tube wall",
    "lining": "lining inner inside lining-fabric",
    "interfacing": "interfacing fusible fleece batting foam stabilizer stabiliser",
    "blank": "blank blanks",
    "wadding": "wadding",
    "backing": "backing",
    "strip": "strip strips",
    "strap": "strap straps handle handles",
    "zip": "zip zipper zips",
    "cord": "cord cords drawstring string ribbon rope",
    "band": "casing band bands",
    "tab": "tab tabs",
    "binding": "binding bindings",
    "loop": "loop loops",
    "insert": "insert",
    "bar": "bar bars rod rods hoop hoops",
}
#: words for what of the bag a piece is, where it is no panel of the body
_PARTS = {
    "base": "base disc disk circle oval",
    "gusset": "gusset boxing",
    "side": "side sides",
    "bottom": "bottom",
    "facing": "facing",
}
#: what a strip that binds a seam is told by
_SEAMS = ("side", "base", "corner", "gusset", "ring", "end", "short")
#: what tabs are of
_TABS = ("end", "hold", "wrist", "elastic", "pull")
LAYER_OF = {word: layer for layer, words in _LAYERS.items() for word in words.split()}
PART_OF = {word: part for part, words in _PARTS.items() for word in words.split()}
#: words that say nothing of what a piece is
_EMPTY = frozenset(
    "a an the of for in and cut piece pieces pc pcs panel panels each pair pairs long wide "
    "last second".split()
)
_WORD = re.compile(r"[^\W\d_]+")
#: rows that are strips: their longer number is their length
STRIPS = frozenset({"strap", "zip", "cord", "band", "tab", "loop", "binding", "seam binding", "bar"})


def words_of(text: str) -> Iterator[str]:
    """Yield the words of *text*, in small letters."""
    yield from (found[0] for found in _WORD.finditer(text.lower()))


def called(text: str) -> tuple[str, str] | None:
    """
    Return (role, part) of what a maker calls a piece, or None where it is none of ours.

    >>> called("Outer panel"), called("lining base"), called("gusset"), called("wing")
    (('outer', ''), ('lining', 'base'), ('outer', 'gusset'), None)
    """
    words = list(words_of(text))
    if {"zip", "strip"} <= set(words):
        # of a gusset that goes all round what lies on either side of its zip
        role = next((w for w in words if w in ("lining", "interfacing")), "outer")
        return role, "zip strip"
    layers = [LAYER_OF[w] for w in words if w in LAYER_OF]
    parts = [PART_OF[w] for w in words if w in PART_OF]
    known = {*LAYER_OF, *PART_OF, *_EMPTY, *_TABS}
    others = [w for w in words if w not in known]
    if others and not layers and not parts:
        return None
    if not layers and not parts:
        return None
    # the layer that is no mere panel counts: “lining front” is of the lining
    role = next((one for one in layers if one not in ("outer", "strip")), "outer")
    if role == "outer" and "strip" in layers and not parts:
        # of a gusset the strip is the gusset
        role = "strip"
    if role == "tab":
        return role, next((word for word in words if word in _TABS), "")
    if role == "binding" and "seam" in words:
        return "seam binding", " ".join(word for word in words if word in _SEAMS)
    if role in STRIPS:
        return role, "band" if role == "band" else ""
    return role, " ".join(dict.fromkeys(parts))
