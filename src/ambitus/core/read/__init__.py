"""From a cut list back to the finished bag. Nothing here, nor any variant's ``read``, imports how a
bag is drafted: the two directions are separate pieces of arithmetic that must agree."""
