"""Blocks of a leaf axle as a shop has them: equal ones, and what one side stands on above them."""

from __future__ import annotations

EQUAL = 0.0005  # m by which blocks differ that count as equal


def equal_block_m(blocks_m: tuple[float, float]) -> float:
    """The block of both sides: the lower of the two. blocks_m: m, left and right."""
    return min(blocks_m)


def over_equal_m(blocks_m: tuple[float, float], side: int) -> float:
    """What a side stands on above the equal block, in m; 0 on the other. blocks_m: m, left and right."""
    more = blocks_m[side] - equal_block_m(blocks_m)
    return more if more > EQUAL else 0.0
