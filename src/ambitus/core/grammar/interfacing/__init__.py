"""Interfacing: none, full size, kept out of the seams, or inset by an amount."""
