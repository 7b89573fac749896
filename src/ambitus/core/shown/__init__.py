"""A draft as it is shown in one unit: texts and pictures, ready for a screen, a sheet or a terminal."""
