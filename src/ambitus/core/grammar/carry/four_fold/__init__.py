"""A strap folded in four: both raw edges to the middle, then in half, stitched along both sides."""
