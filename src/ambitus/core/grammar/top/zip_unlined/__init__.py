"""A zip sewn between front and back of an unlined bag, whose seams enclose or overcast their edges."""
