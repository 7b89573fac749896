"""A top edge that is cut and left: for cloth that does not fray. Unlined."""
