"""Reading a four-fold strap back."""


def read_width(cut_width: float) -> float:
    """Return the finished width that a strip of *cut_width* folds to."""
    return cut_width / 4
