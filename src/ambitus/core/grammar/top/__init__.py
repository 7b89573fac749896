"""Top edges: each says what the top of every layer eats, and how the mouth is finished."""
