"""Pieces laid on cloth: how it lies, how much is used, in what order it is cut."""
