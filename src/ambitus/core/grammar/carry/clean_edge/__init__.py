"""A strap with one clean edge: a fold or a selvage covers the other, which is turned under it."""
