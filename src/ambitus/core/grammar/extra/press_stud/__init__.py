"""A press stud: two halves that are sewn on, or hammered through the cloth."""
