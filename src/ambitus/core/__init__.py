"""The rules of bag making, with no web, database, file, clock or chance in them.

Words used everywhere in this room:

- *spec*: what the maker chose; *resolved spec*: the same with every default and fact filled in.
- *form*: the finished bag in seam-line coordinates, before any allowance.
- *allowance*: how much cloth lies beyond the seam line of one edge.
- *piece*: an outline to cut, with its sums and marks.
- *sum*: the terms of one dimension, in the order a maker adds them.
- *read*: the other direction, from a cut list to the finished bag.

All lengths inside are millimetres along the cloth.
"""
