"""Strap ends that stand inside a hem of one turn, caught by its row and by one at the top edge."""
