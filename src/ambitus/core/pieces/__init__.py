"""From somebody's pieces to their bag: rows as they were told, put together the way the maker says."""
