"""Small things of language that several rooms of the core need."""

from collections.abc import Sequence

#: words that keep their capital inside a sentence
_PROPER = ("French",)


def within(label: str) -> str:
    """
    Return a label as it stands inside a sentence.

    >>> within("Quilting cotton"), within("PVC-coated cotton"), within("French, stitched down")
    ('quilting cotton', 'PVC-coated cotton', 'French, stitched down')
    """
    if label.startswith(_PROPER) or label[1:2].isupper():
        return label
    return label[:1].lower() + label[1:]


def listed(texts: Sequence[str]) -> str:
    """
    Return texts one after another, the last after “and”.

    >>> listed(["A", "B", "C"]), listed(["A"])
    ('A, B and C', 'A')
    """
    return " and ".join(filter(None, (", ".join(texts[:-1]), texts[-1])))
