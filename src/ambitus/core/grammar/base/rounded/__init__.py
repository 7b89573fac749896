"""A flat bag whose lower corners are rounded or clipped: one seam runs round its sides and its base."""
