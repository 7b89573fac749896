"""
A bag sewn before it is cut: the state of the work, the acts that change it, and the simulator that carries
them out and says which of them two hands and a machine cannot do.

Nothing here knows a variant: reach, flatness, openings and sides follow from what is glued to what alone.
"""
