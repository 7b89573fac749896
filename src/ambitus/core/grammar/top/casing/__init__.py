"""A casing folded down from the top edge of an unlined bag, with or without a heading above it."""
