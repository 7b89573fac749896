"""The stash: cloths and notions that are there, what they are to a bag, and what could be made of them."""
