"""Lining sewn to the outer round the mouth, turned right side out through a gap."""
