"""The finished sizes that a maker asks for."""

from ambitus.core.fields import Length

WIDTH = Length("size.width")
HEIGHT = Length("size.height")
DEPTH = Length("size.depth")
DIAMETER = Length("size.diameter")
LENGTH = Length("size.length")
BREADTH = Length("size.breadth")
