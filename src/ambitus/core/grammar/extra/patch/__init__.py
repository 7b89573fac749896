"""A patch pocket: made up by itself, its edges turned in, and sewn on down its sides and along its foot."""
