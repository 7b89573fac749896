"""What others work out of a thing that does not change, kept with it under their own name."""

from collections.abc import Callable
from typing import Concatenate, ParamSpec, Self, TypeVar, cast

T = TypeVar("T")
P = ParamSpec("P")


class Once:
    """
    A frozen thing with a dictionary ``_once`` of what was worked out of it. Where it is None, as long as the
    thing is being made, nothing is kept.
    """

    _once: dict[object, object] | None

    def once(self, work: Callable[Concatenate[Self, P], T], *given: P.args, **_: P.kwargs) -> T:
        """Return what *work* makes of it and of what is *given*, done the first time that it is asked for."""
        if self._once is None:
            return work(self, *given)  # type: ignore[call-arg]
        key = (work, *given) if given else work
        if key not in self._once:
            self._once[key] = work(self, *given)  # type: ignore[call-arg]
        return cast(T, self._once[key])
