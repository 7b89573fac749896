"""What a maker chose (spec), the same with every default filled in (resolved), and edits to it."""
