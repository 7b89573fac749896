"""How every command ends: its exit code, and what went wrong in words."""

import errno
import os
import sys
from collections.abc import Callable

from ambitus.core.problems import SpecProblems, first_of, shortened

FINE, STOPPED, UNREADABLE, NO_FILE, FAILED, INTERRUPTED = 0, 1, 3, 4, 5, 130


def guarded(work: Callable[[], int]) -> int:
    """Run *work*; tell what goes wrong on standard error: unreadable input problem by problem."""
    try:
        return work()
    except SpecProblems as bad:
        for p in first_of(bad.problems):
            print(f"{shortened(p.field) or 'file'}: {p.why} {p.fix}", file=sys.stderr)
        return UNREADABLE
    except BrokenPipeError:
        # whoever read along has seen enough; nothing is left to be flushed to them
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return 0
    except OSError as bad:
        where = f"{bad.filename}: " if bad.filename else ""
        other = bad.errno in (errno.ENOENT, errno.ENOTDIR, errno.EISDIR, errno.EEXIST, errno.ENAMETOOLONG)
        fix = "Name another file." if other else "Make room, or see whose file and folder it is."
        print(f"{where}{bad.strerror or bad}. {fix}", file=sys.stderr)
        return NO_FILE
    except KeyboardInterrupt:
        return INTERRUPTED
    except Exception as bad:
        if os.environ.get("AMBITUS_TRACE"):
            raise
        told = f"{type(bad).__name__}: {bad}"[:200]
        print(f"Ambitus failed at this ({told}). Set AMBITUS_TRACE=1 to see where.", file=sys.stderr)
        return FAILED
