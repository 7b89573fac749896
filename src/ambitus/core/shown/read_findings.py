"""What a cut list says about itself, as text."""

from ambitus.core.lengths import View
from ambitus.core.read.cutlist import Finding


def read_finding(found: Finding, view: View) -> str:
    """Return a finding with its numbers in the unit shown, and what would be right."""
    numbers = ", ".join(f"{name} {view.with_unit(mm)}" for name, mm in found.numbers)
    why = f"{found.why[:-1]}: {numbers}." if numbers else found.why
    return f"{why} {found.fix}"
