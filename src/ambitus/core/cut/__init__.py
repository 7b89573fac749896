"""From the form to pieces: every edge grows by its allowance; sums, lines and marks follow."""
