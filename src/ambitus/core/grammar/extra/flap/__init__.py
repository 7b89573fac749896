"""A flap that falls over the front from the back's top edge, and what holds it down."""
