"""A zip sewn between front and back, lined: the lining is caught in the same seam."""
