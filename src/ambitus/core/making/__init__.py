"""A making: one bag, or several alike, sewn step by step, and what was done, read and said meanwhile."""
