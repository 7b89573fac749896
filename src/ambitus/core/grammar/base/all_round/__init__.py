"""Front and back with a gusset that goes all round: a strip, and above it a panel with the zip in it."""
