"""Stand-ins for what is outside: a shop that does not exist, behind the door where a real one would fit."""
