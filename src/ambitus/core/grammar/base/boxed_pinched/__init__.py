"""Boxed base, corners pinched flat and stitched across, then trimmed."""
