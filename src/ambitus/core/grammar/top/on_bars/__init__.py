"""Gathered on two bars or hoops: the top edges folded over them, the side seams ending below."""
