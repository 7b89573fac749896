"""Strap ends caught in the top seam, between outer and lining."""
