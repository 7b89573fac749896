"""Small things of language that several rooms of the core need."""

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
