"""A flat bag of two panels with a seam along the base: W + 2s by H + sb + top, once every edge has grown."""
