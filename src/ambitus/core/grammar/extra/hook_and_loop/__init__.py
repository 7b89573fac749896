"""Hook-and-loop tape: two strips that hold each other, sewn on round their edges."""
