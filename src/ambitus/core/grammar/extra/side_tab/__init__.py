"""A tab caught in a side seam: for a ring and a strap, or inside for keys."""
