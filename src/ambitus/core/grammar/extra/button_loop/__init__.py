"""A loop caught in the top seam of the back, over a button on the front."""
