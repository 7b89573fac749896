"""Strap ends laid under the hem, folded up over it and stitched twice."""
