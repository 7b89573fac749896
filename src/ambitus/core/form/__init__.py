"""The finished bag in seam-line coordinates: faces, edges, seams and rings, before any allowance."""
