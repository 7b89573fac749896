"""A base folded up inside before the side seams, so that it opens like a W: deep, with no corner seam."""
