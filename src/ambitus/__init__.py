"""Ambitus: from the bag a maker wants to every piece to cut, and back again."""

__version__ = "0.1.0"
