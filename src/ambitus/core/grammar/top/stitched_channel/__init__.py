"""A lined bag drawn up by a channel that is stitched through both layers below its top edge."""
