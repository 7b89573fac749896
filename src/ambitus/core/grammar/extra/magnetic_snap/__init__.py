"""A magnetic snap: two halves whose prongs go through the cloth and a patch behind it."""
