"""Judgement before cutting: rules with an id, a level, the numbers that set them off, and a remedy."""

from ambitus.core.checks.mechanism import Finding, Level, Rule, run_checks

__all__ = ["Finding", "Level", "Rule", "run_checks"]
