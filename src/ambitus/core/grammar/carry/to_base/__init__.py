"""Straps that run down the face and are caught in the base seam."""
