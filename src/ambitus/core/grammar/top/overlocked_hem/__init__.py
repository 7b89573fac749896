"""A hem of one turn whose raw edge is overlocked. Unlined."""
