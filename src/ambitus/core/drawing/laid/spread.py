"""Labels beside a ruler: as near to their ticks as they can be without meeting."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass
class _Block:
    """Labels that touch each other: where the first begins, how long they are, what each would have."""

    start: float
    size: float
    wants: list[float]


def spread(middles: Sequence[float], sizes: Sequence[float], low: float, high: float) -> list[float]:
    """
    Return where the middles of labels of these sizes come to lie between *low* and *high*, none over another,
    moved as little as can be from *middles*, which rise.

    There has to be room for all of them.

    >>> spread([10.0, 12.0], [10.0, 10.0], 0.0, 100.0)
    [6.0, 16.0]
    >>> spread([2.0, 50.0], [10.0, 10.0], 0.0, 100.0)
    [5.0, 50.0]
    """
    blocks: list[_Block] = []

    def settled(block: _Block) -> _Block:
        mean = sum(block.wants) / len(block.wants)
        block.start = max(low, min(mean, high - block.size))
        return block

    for middle, size in zip(middles, sizes, strict=True):
        block = settled(_Block(0.0, size, [middle - size / 2]))
        while blocks and blocks[-1].start + blocks[-1].size > block.start:
            before = blocks.pop()
            moved = [want - before.size for want in block.wants]
            block = settled(_Block(0.0, before.size + block.size, before.wants + moved))
        blocks.append(block)
    out, at = [], 0
    for block in blocks:
        edge = block.start
        for _ in block.wants:
            out.append(edge + sizes[at] / 2)
            edge += sizes[at]
            at += 1
    return out


def in_rows(widths: Sequence[float], room: float) -> list[list[int]]:
    """
    Return labels of these widths in as few rows as hold them, by their place: one after the other in turn, so
    that neighbours lie in different rows.

    >>> in_rows([40.0, 40.0, 40.0], 90.0)
    [[0, 2], [1]]
    """
    count = 1
    while True:
        rows = [list(range(row, len(widths), count)) for row in range(count)]
        if count >= len(widths) or all(sum(widths[i] for i in row) <= room for row in rows):
            return [row for row in rows if row]
        count += 1
