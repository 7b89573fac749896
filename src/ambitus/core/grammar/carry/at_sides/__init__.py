"""One strap from side to side: each end caught in the top seam in the middle of a side."""
