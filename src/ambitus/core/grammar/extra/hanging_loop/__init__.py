"""A loop to hang the bag by, caught in the top seam at the middle of the back."""
