"""The cloths a bag is cut from, as choices; their facts come with the library."""
