"""A box that a zip closes along its top: two panels, sewn flat and boxed at four corners."""
