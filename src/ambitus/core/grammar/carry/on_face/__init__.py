"""Strap ends turned under and sewn to the face in a box below the top edge."""
