"""A hem turned twice: a small turn that hides the raw edge, then a larger one. Unlined."""
