"""Boxed base, corners cut out before sewing."""
