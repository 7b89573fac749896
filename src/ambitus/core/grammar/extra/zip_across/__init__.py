"""A pocket on a face, in two pieces with a zip across it between them."""
