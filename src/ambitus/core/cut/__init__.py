"""From the form to pieces: every edge grows by its finish; sums, cut line, stitch line and marks follow."""
