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


_MONTHS = "January February March April May June July August September October November December".split()


def day(kept: str) -> str:
    """
    Return the day of a time as it is kept, in words; nothing of none.

    >>> day("2026-11-14T14:30:00.000+00:00"), day("")
    ('14 November 2026', '')
    """
    year, _, rest = kept[:10].partition("-")
    month, _, number = rest.partition("-")
    if not (year.isdigit() and month.isdigit() and number.isdigit() and 1 <= int(month) <= 12):
        return kept[:10]
    return f"{int(number)} {_MONTHS[int(month) - 1]} {year}"


def listed(texts: Sequence[str]) -> str:
    """
    Return texts one after another, the last after “and”.

    >>> listed(["A", "B", "C"]), listed(["A"])
    ('A, B and C', 'A')
    """
    return " and ".join(filter(None, (", ".join(texts[:-1]), texts[-1])))
