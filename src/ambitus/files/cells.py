"""Cells of a table that goes out: none that a spreadsheet would take for a formula."""

#: how a cell begins that a spreadsheet would take for a formula, or that was written so that it does not
FORMULA = ("=", "+", "-", "@", "'")


def plain_cell(value: object) -> str:
    """
    Return a cell that no spreadsheet takes for a formula.

    >>> plain_cell("=1+1"), plain_cell(3)
    ("'=1+1", '3')
    """
    text = str(value)
    return f"'{text}" if text.startswith(FORMULA) else text
