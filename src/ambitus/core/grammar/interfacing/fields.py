"""The fields of interfacings."""

from ambitus.core.fields import Choice, Length

INTERFACING_MATERIAL = Choice[str]("interfacing.material")
INSET_BY = Length("interfacing.inset")
