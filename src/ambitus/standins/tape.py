"""A made-up tape measure: what it reads is as much off as a tape and a hand are, and the same each time."""

from hashlib import sha256
from typing import Protocol

from ambitus.core.learning.bites import TAPE
from ambitus.core.learning.tape import READ_TO
from ambitus.core.lengths import Unit, View


class Tape(Protocol):
    """A tape measure that sends what it reads: a real one fits here."""

    name: str

    def read(self, what: str, expected: float, unit: Unit) -> str:
        """Return what it reads of *what*, as it would be typed in *unit*."""
        ...


class SimulatedTape:
    """A tape that answers as a real one would: near what is expected, read to its finest step."""

    name = "Simulated tape"

    def read(self, what: str, expected: float, unit: Unit) -> str:
        """Return what it reads of *what*, which should be *expected* mm, as it would be typed in *unit*."""
        seed = sha256(what.encode()).digest()
        # twelve even chances make a bell; the hand adds what seams are off by
        bell = sum(byte / 255 for byte in seed[:12]) - 6
        step = READ_TO[unit]
        mm = max(step, round((expected + bell * 2 * TAPE) / step) * step)
        return View(unit, unit).chosen(mm)
