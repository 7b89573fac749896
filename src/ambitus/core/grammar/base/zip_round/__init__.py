"""A flat pouch that opens all round: its zip runs from one end of the base over the top to the other."""
