"""Reading what may take long, in one process of its own: it can be given up without anything being lost."""

import multiprocessing
import resource
import signal
import threading
from collections.abc import Callable
from concurrent.futures import TimeoutError as TooSlow
from typing import Any, TypeVar

from pebble import ProcessExpired, ProcessPool

from ambitus.core.problems import Problem, SpecProblems

#: Seconds that reading one file may take, and bytes of memory.
LONGEST, MOST_MEMORY = 8.0, 2_000_000_000
Out = TypeVar("Out")


def _prepare(most: int) -> None:
    resource.setrlimit(resource.RLIMIT_AS, (most, most))
    # Ctrl+C goes to every process of a terminal: this one is ended by the one that started it
    signal.signal(signal.SIGINT, signal.SIG_IGN)


def _nothing() -> None:
    return None


def _refused(why: str) -> SpecProblems:
    fix = "Save less of it: only the outline, or only the pieces of this bag."
    return SpecProblems((Problem("too-large", "file", "", why, fix),))


class Reader:
    """
    One warm process that reads files. It is started when it is first asked, or before, and again when a
    file has made it give up.
    """

    def __init__(self, longest: float = LONGEST, most_memory: int = MOST_MEMORY) -> None:
        self._longest, self._most = longest, most_memory
        self._pool: ProcessPool | None = None
        self._one = threading.Lock()

    def _ready(self) -> ProcessPool:
        with self._one:
            if self._pool is None or not self._pool.active:
                context = multiprocessing.get_context("forkserver")
                context.set_forkserver_preload(
                    ["ambitus.desk.from_file", "ambitus.files.drawings.dxf_library", "svgelements"]
                )
                self._pool = ProcessPool(
                    max_workers=1, context=context, initializer=_prepare, initargs=(self._most,)
                )
            return self._pool

    def warm(self) -> None:
        """Start the process, so that the first file need not wait for it."""
        self._ready().schedule(_nothing)

    def read(self, work: Callable[..., Out], *given: Any) -> Out:
        """
        Return what *work*, a function of a module, makes of *given*, done in the process of its own.

        Raises:
            SpecProblems: Its own, or that reading took too long or too much memory.
        """
        try:
            out: Out = self._ready().schedule(work, args=given, timeout=self._longest).result()
        except TooSlow as bad:
            raise _refused(f"Reading this file took longer than {self._longest:g} seconds.") from bad
        except (MemoryError, ProcessExpired) as bad:
            most = f"{self._most / 1e9:g} GB"
            raise _refused(f"Reading this file took more memory than {most}.") from bad
        return out

    def close(self) -> None:
        """End the process."""
        with self._one:
            if self._pool is not None:
                self._pool.stop()  # type: ignore[no-untyped-call]
                self._pool.join(5)
                self._pool = None
