"""A slip pocket: as wide as its panel, caught in both side seams."""
