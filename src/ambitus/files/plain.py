"""Text and JSON that come in, read so that nothing in them can be kept that could not be read again."""

import json
from collections.abc import Iterator
from typing import Any

from ambitus.core.problems import Problem, SpecProblems, shortened

#: Lists within lists, objects within objects.
DEEPEST = 40
#: Digits of a whole number: more than any length, count or revision has.
MOST_DIGITS = 15
_SHOWN = 40


class _NoNumber(str):
    """A number as it was written that is none, or more than any length is."""


def _whole(written: str) -> int | _NoNumber:
    return int(written) if len(written.lstrip("-")) <= MOST_DIGITS else _NoNumber(written)


def _real(written: str) -> float | _NoNumber:
    number = float(written)
    return number if abs(number) < 10.0**MOST_DIGITS else _NoNumber(written)


def whole_text(text: str) -> bool:
    """Return whether *text* can be written down: no half of a letter that came without its other half."""
    try:
        text.encode()
    except UnicodeEncodeError:
        return False
    return "\0" not in text


def _not_text(field: str, text: str) -> Problem:
    why = f"“{shortened(text, _SHOWN)}” holds a sign that is no letter of any script."
    return Problem("not-text", field, shortened(text, _SHOWN), why, "Type it again.")


def _wrong(data: Any) -> Iterator[Problem]:
    """Yield what plain data holds that is no number or no text, each with its path."""
    waiting: list[tuple[Any, str, int]] = [(data, "", 0)]
    while waiting:
        at, field, depth = waiting.pop()
        if depth > DEEPEST:
            raise SpecProblems((_too_deep(shortened(field, _SHOWN)),))
        if isinstance(at, dict):
            for key, value in at.items():
                if not whole_text(key):
                    yield _not_text(f"{field}.{key}".lstrip("."), key)
                waiting.append((value, f"{field}.{key}".lstrip("."), depth + 1))
        elif isinstance(at, list):
            waiting += ((value, f"{field}.{i}".lstrip("."), depth + 1) for i, value in enumerate(at))
        elif isinstance(at, _NoNumber):
            shown = shortened(at, _SHOWN)
            why = f"“{shortened(field, _SHOWN)}” is {shown}, which is no number that a bag could have."
            fix = "Give a length in mm, or a count."
            yield Problem("not-a-number", field, shown, why, fix)
        elif isinstance(at, str) and not whole_text(at):
            yield _not_text(field, at)


def _too_deep(field: str) -> Problem:
    why = f"This is nested more than {DEEPEST} deep."
    return Problem("too-deep", field, "", why, "Send a plan, a spec or a cut list as Ambitus writes it.")


def plain_json(text: str, *, judged: bool = True) -> Any:
    """
    Return JSON *text* as plain data; not *judged*, numbers that are none are the text that was written.

    Raises:
        SpecProblems: If it is empty, breaks off, is nested too deep, or holds what is no number (NaN, 1e999,
            a hundred digits) or no text (half a letter), each named by its path.
    """
    text = text.removeprefix("\ufeff")
    if not text.strip():
        why = "This file is empty."
        raise SpecProblems((Problem("empty", "", "", why, "Save or send the file again."),))
    try:
        data = json.loads(text, parse_int=_whole, parse_float=_real, parse_constant=_NoNumber)
    except json.JSONDecodeError as bad:
        where = f"line {bad.lineno}, column {bad.colno}"
        why = f"This is not whole JSON: it breaks off or goes wrong at {where}."
        raise SpecProblems((Problem("not-json", where, "", why, "Save or send the file again."),)) from bad
    except RecursionError as bad:
        raise SpecProblems((_too_deep(""),)) from bad
    wrong = tuple(_wrong(data)) if judged else ()
    if wrong:
        raise SpecProblems(wrong)
    return data


def text_of(raw: bytes) -> str:
    """
    Return the text in *raw*, with or without a byte-order mark.

    Raises:
        SpecProblems: If it is empty or not written in UTF-8; a text of another kind is named where it can be.
    """
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as bad:
        if raw.startswith((b"\xff\xfe", b"\xfe\xff")):
            kind = "It is UTF-16."
        elif b"\0" in raw:
            kind = "It is no text at all."
        else:
            kind = "It may be Latin-1, as old programs write."
        why = f"This is not text in UTF-8: byte {bad.start + 1} goes wrong. {kind}"
        raise SpecProblems((Problem("not-text", "file", "", why, "Save it as UTF-8."),)) from bad
    if not text.strip():
        raise SpecProblems((Problem("empty", "file", "", "This file is empty.", "Save or send it again."),))
    return text
