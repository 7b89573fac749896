"""A motif: one that a panel is cut round, or one put on while the panel is a single layer."""
