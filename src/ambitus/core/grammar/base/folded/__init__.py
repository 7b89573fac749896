"""A flat bag of one piece, folded at the base: W + 2s by 2 (H + top), once every edge has grown."""
