"""The fields that name the variant of a slot, and the cutting grid."""

from ambitus.core.fields import Kind, Length

BASE_KIND = Kind("base.kind")
TOP_KIND = Kind("top.kind")
CLOTH_KIND = Kind("cloth.kind")
INTERFACING_KIND = Kind("interfacing.kind")
SEAMS_KIND = Kind("seams.kind")
GRID_STEP = Length("grid.step")
