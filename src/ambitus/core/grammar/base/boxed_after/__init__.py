"""Boxed base whose corner squares are cut out after sides and base are sewn."""
