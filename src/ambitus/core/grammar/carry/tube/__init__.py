"""A strap sewn as a tube, right sides together, and turned right side out."""
