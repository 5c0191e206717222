"""From the force that a spring must give to the spring to order: free length, spacers, preload."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from isostat.core.limits import Floats

LENGTH_STEP = 0.001  # m
SPACER_STEP = 0.001  # m
INCH, POUND_AN_INCH = 0.0254, 175.126835  # m, N/m


@dataclass(frozen=True, slots=True)
class Stock:
    """The steps in which springs are to be had: rate in N/m, free length in m."""

    rate: float
    length: float


ANY = Stock(1000.0, LENGTH_STEP)  # wound to order, in whole N/mm and mm


class Sides(StrEnum):
    """How left and right may differ."""

    SAME = "same"  # equal springs, no spacer: meets the mean of the axle only
    SPACER = "spacer"  # equal springs, a spacer under one
    EACH = "each"  # a spring a side


@dataclass(frozen=True, slots=True, kw_only=True)
class SpringOrder:
    """The springs of one axle as ordered: left, right in each pair."""

    rate_n_per_m: tuple[float, float]
    free_m: tuple[float, float]
    spacer_m: tuple[float, float]
    need_m: tuple[float, float]  # free length plus spacer that would meet the target to the hair


def to_step(value: float, step: float) -> float:
    """The nearest whole number of steps."""
    return round(round(value / step) * step, 6)


def order_springs(
    space_m: Floats,
    pressed_m: Floats,
    rate: tuple[float, float],
    sides: Sides,
    free_m: tuple[float | None, float | None] = (None, None),
    spacer_m: tuple[float | None, float | None] = (None, None),
    stock: Stock = ANY,
) -> SpringOrder:
    """Free lengths and spacers of an axle's springs, where they are not already chosen.

    space_m: (2,) room between the seats at the target with no spacer at all. pressed_m: (2,) compression that carries it.
    rate: N/m there, left and right. sides: how the two may differ. free_m, spacer_m: chosen values win; None is solved.
    stock: the lengths that are to be had; what the nearest shorter one lacks is spacer. Returns SpringOrder, spacers to the mm.
    """
    need = np.asarray(space_m) + np.asarray(pressed_m)  # free length plus spacer, per side
    taken = np.array([s or 0.0 for s in spacer_m])
    solved = need - taken
    if sides is Sides.SAME:
        common = float(solved.mean())
        free = [common, common]
    elif sides is Sides.SPACER:
        shorter = float(min(solved))
        free = [shorter, shorter]
    else:
        free = [float(v) for v in solved]
    if stock.length > LENGTH_STEP and sides is not Sides.SAME:  # from a shelf: the shorter one, and a spacer
        free = [max(math.floor(f / stock.length + 1e-6), 1) * stock.length for f in free]
    step = max(stock.length, LENGTH_STEP)
    frees = tuple(to_step(f, step) if chosen is None else chosen for f, chosen in zip(free, free_m, strict=True))
    left_over = [float(n) - f for n, f in zip(need, frees, strict=True)]
    if any(f is not None for f in free_m):  # a chosen spring sits where it sits: spacers only even out left and right
        left_over = [v - min(left_over) for v in left_over]
    spaced = sides is Sides.SPACER or (sides is Sides.EACH and stock.length > LENGTH_STEP)
    spacers = [
        chosen if chosen is not None else max(to_step(v, SPACER_STEP), 0.0) if spaced else 0.0
        for v, chosen in zip(left_over, spacer_m, strict=True)
    ]
    return SpringOrder(
        rate_n_per_m=rate, free_m=(frees[0], frees[1]), spacer_m=(spacers[0], spacers[1]), need_m=(float(need[0]), float(need[1]))
    )
