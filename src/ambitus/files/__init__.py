"""Files that leave the house: the cut list as CSV."""
