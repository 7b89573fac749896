"""What others work out of a thing that does not change, kept with it under their own name."""

from collections.abc import Callable
from typing import Self, TypeVar, cast

T = TypeVar("T")


class Once:
    """A frozen thing with a dictionary ``_once`` of what was worked out of it."""

    _once: dict[object, object]

    def once(self, work: Callable[[Self], T]) -> T:
        """Return what *work* makes of it, done the first time that it is asked for."""
        if work not in self._once:
            self._once[work] = work(self)
        return cast(T, self._once[work])
