"""A lined bag drawn up by bands, one at the front and one at the back, caught in its top seam."""
