"""
Judgement before cutting: rules with an id, a level, the numbers that set them off, and a remedy.

What concerns one variant is declared by it, in its own folder; what every bag is judged by lies here.
Nothing is registered: the rules of a bag are those of its parts, gathered in ``run``.
"""
