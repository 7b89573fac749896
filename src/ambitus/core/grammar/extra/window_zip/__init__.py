"""A pocket behind a window in a panel, closed by a zip: slit, turned through, its bag folded up behind."""
