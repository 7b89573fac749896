"""Bases: each makes the form, because the base decides what the faces are."""
