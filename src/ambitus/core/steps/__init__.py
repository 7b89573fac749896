"""The order of work: each variant's steps, sorted by what they need and give."""

from ambitus.core.steps.model import Step, in_order

__all__ = ["Step", "in_order"]
