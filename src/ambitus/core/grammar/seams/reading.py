"""What a seam ate of an edge, from what a cut list tells of it."""

from collections.abc import Mapping


def its_allowance(allowance: float, told: Mapping[str, float], over: bool) -> float:
    """Return what a plain, overcast or felled seam eats: its allowance, in mm."""
    return allowance


def both_rows(allowance: float, told: Mapping[str, float], over: bool) -> float:
    """Return what a French seam eats: its class's allowance is both rows together, in mm."""
    return allowance


def allowance_and_sliver(allowance: float, told: Mapping[str, float], over: bool) -> float:
    """Return what a seam eats whose edges were overlocked first: the knife's sliver too, in mm."""
    return allowance + told.get("sliver", 0.0)


def nothing(allowance: float, told: Mapping[str, float], over: bool) -> float:
    """Return what edges that only meet give up."""
    return 0.0


def the_lap_below(allowance: float, told: Mapping[str, float], over: bool) -> float:
    """Return what a lapped seam eats: nothing of the upper edge, the lap of the under one, in mm."""
    return 0.0 if over else allowance
