"""Strap ends tucked between the pressed edges of outer and lining."""
