"""Lining and outer each pressed under at the top and topstitched together: no gap is needed."""
