"""Two straps joined to one ring that lies round the bag, under its base."""
