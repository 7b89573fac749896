"""Pictures as geometry: the standing bag from one loft, and the pieces lying flat.

Points are mm, x to the right and y down, ready for SVG; paths are SVG path data.
"""
