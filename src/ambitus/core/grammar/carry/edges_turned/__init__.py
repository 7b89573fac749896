"""A strap whose two long edges are turned in, then halved and stitched along both sides."""
