"""A base that is a piece of its own, sewn into a tube: round, oval, or with corners."""
