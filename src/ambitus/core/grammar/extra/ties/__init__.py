"""Two ties, caught in the top seam at the middle of front and back."""
