"""The one shape of everything that carries out an act."""

from collections.abc import Callable, Mapping
from typing import Any

from ambitus.core.sew.work import Work

#: a kind of act -> what changes the state of the work for it, or refuses
Doing = Mapping[type, Callable[[Work, Any], None]]
