"""Kinds of seam: what each eats of an edge, how it is sewn, how it is read back."""
