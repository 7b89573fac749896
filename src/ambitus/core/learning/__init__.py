"""What a tape teaches: how deep seams really come out, and what that means for what is still to be cut."""
