"""The units of drawings that name none."""

#: What a pixel of a drawing is, in mm: 96 an inch.
PIXEL = 25.4 / 96
#: What one unit of a drawing is, in mm, by the name of the unit.
UNITS = {"mm": 1.0, "cm": 10.0, "in": 25.4, "px": PIXEL}
