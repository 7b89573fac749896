"""The allowances by class of seam, and the fields that name the kind of one class."""

from functools import cache

from ambitus.core.fields import Kind, Length

GENERAL = Length("allowances.general")
TOP_ALLOWANCE = Length("allowances.top")
SIDE_ALLOWANCE = Length("allowances.side")
BASE_ALLOWANCE = Length("allowances.base")
CORNER_ALLOWANCE = Length("allowances.corner")
RING_ALLOWANCE = Length("allowances.ring")
ZIP_ALLOWANCE = Length("allowances.zip")
JOIN_ALLOWANCE = Length("allowances.join")
END_ALLOWANCE = Length("allowances.end")
GUSSET_ALLOWANCE = Length("allowances.gusset")
STRAP_ALLOWANCE = Length("allowances.strap")


@cache
def allowance_of(key: str) -> Length:
    """Return the allowance of the seams of class *key*."""
    return Length(f"allowances.{key}")


@cache
def kind_of(key: str) -> Kind:
    """Return the field that names the kind of the seams of class *key*."""
    return Kind(f"seams.{key}")
