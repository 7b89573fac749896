"""What can be wrong with input, said so that a maker can put it right.

SpecProblems (ValueError): one or more Problem, each naming the field, the value and the remedy.
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing wrong: ``field`` is its path, ``value`` what was given, ``fix`` what would be right."""

    code: str
    field: str
    value: str
    why: str
    fix: str


class SpecProblems(ValueError):
    """Input that cannot be read as a bag. All problems are reported at once, in field order."""

    def __init__(self, problems: tuple[Problem, ...]) -> None:
        super().__init__(problems)
        self.problems = problems

    def __str__(self) -> str:
        return " ".join(f"{p.field}: {p.why} {p.fix}" for p in self.problems)


#: Problems that are told of one input; of more than these it is said how many.
MOST_TOLD = 50
#: Letters of one text of a problem, whatever was given.
_LONGEST = 400


def shortened(text: str, most: int = 80) -> str:
    """
    Return *text* in *most* letters, and so that it can be shown: half a letter may have been given.

    >>> shortened("size.width"), shortened("a" * 9, 4), shortened(chr(0xD800))
    ('size.width', 'aaa…', '?')
    """
    plain = text.encode(errors="replace").decode()
    return plain if len(plain) <= most else f"{plain[: most - 1]}…"


def first_of(problems: tuple[Problem, ...]) -> tuple[Problem, ...]:
    """
    Return the problems that are told, no text of them too long or unprintable: fifty, and one that says how
    many more there are.

    >>> [p.why for p in first_of((Problem("x", "", "", "Wrong.", "Mend it."),) * 53)][-1]
    '3 more things are wrong.'
    """
    told = tuple(
        Problem(*(shortened(text, _LONGEST) for text in (p.code, p.field, p.value, p.why, p.fix)))
        for p in problems[:MOST_TOLD]
    )
    more = len(problems) - MOST_TOLD
    if more <= 0:
        return told
    thing = "thing is" if more == 1 else "things are"
    return (*told, Problem("more", "", str(more), f"{more:,} more {thing} wrong.", "Put these right first."))
