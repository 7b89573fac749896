"""What every drawn-up top shares: its cord, its channel, its openings, and how high the bag has to be."""
