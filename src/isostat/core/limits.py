"""The kinds of refusal that the core knows, and the arrays that it speaks in."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
Ints = NDArray[np.int64]

GRAVITY = 9.80665


class OutOfRange(ValueError):
    """A quantity outside what its law covers. Programs read the sentence, in SI; people are shown the fields.

    place: words for the quantity, with {names} for which of several it is. fills: what stands in their place.
    """

    def __init__(self, place: str, value: float, low: float, high: float, unit: str, **fills: int) -> None:
        sign = f" {unit}" if unit else ""
        super().__init__(f"{place.format(**fills)}: {value:.4g}{sign} is not in the range {low:g} to {high:.4g}{sign}.")
        self.place, self.value, self.low, self.high, self.unit, self.fills = place, value, low, high, unit, fills


def within(place: str, given: ArrayLike, low: float, high: float, unit: str, **fills: int) -> Floats:
    """The given values as floats, all inside [low, high].

    place: the words for the quantity. given: any shape, in unit. low, high: accepted range, in unit. fills: as OutOfRange.
    Returns a float array of the same shape. Raises OutOfRange for the first value outside; NaN is outside.
    """
    if isinstance(given, float) and low <= given <= high:  # by far the most are one plain number
        return np.asarray(given)
    values = np.asarray(given, dtype=float)
    outside = ~((values >= low) & (values <= high))
    if outside.any():
        raise OutOfRange(place, float(values[outside].flat[0]), low, high, unit, **fills)
    return values


def frozen(values: Any) -> Floats:
    """A float array that nobody can write to."""
    array = np.array(values, dtype=float)
    array.setflags(write=False)
    return array
