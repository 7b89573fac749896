"""A strip between front and back, down a side, under the base and up the other."""
