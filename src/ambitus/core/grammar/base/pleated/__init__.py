"""A pouch with a zip down its middle and a tuck folded in along both sides, its ends closed flat."""
