"""
Where long work may be made to wait, or be given up. Who asked for it says how; what is worked out knows
nothing of it, and is the same however often it paused.
"""

from collections.abc import Callable
from contextvars import ContextVar

_pause: ContextVar[Callable[[], None] | None] = ContextVar("pause", default=None)


class Superseded(Exception):
    """Nobody waits any more for what is being worked out."""


def pause_by(pause: Callable[[], None]) -> None:
    """Have work in this context call *pause* between its parts: it may wait there, or raise Superseded."""
    _pause.set(pause)


def breathe() -> None:
    """Between two parts of long work: let go first who is in more of a hurry. Raises Superseded."""
    if pause := _pause.get():
        pause()
