"""Panels of their own at the sides; front and back run under to a seam in the middle of the base."""
