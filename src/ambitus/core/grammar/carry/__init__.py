"""Straps: how they hang, how they are made, how they are attached."""
