"""A mouth whose raw edge is wrapped in a strip: lined or not, nothing is turned."""
