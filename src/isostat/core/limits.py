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
    """A quantity outside what its law covers. People read the sentence, the screen reads the fields."""

    def __init__(self, place: str, value: float, low: float, high: float, unit: str) -> None:
        sign = f" {unit}" if unit else ""
        super().__init__(f"{place} is {value:.4g}{sign}; accepted is {low:g} to {high:.4g}{sign}.")
        self.place, self.value, self.low, self.high, self.unit = place, value, low, high, unit


def within(place: str, given: ArrayLike, low: float, high: float, unit: str) -> Floats:
    """The given values as floats, all inside [low, high].

    place: the words for the quantity. given: any shape, in unit. low, high: accepted range, in unit.
    Returns a float array of the same shape. Raises OutOfRange for the first value outside; NaN is outside.
    """
    if isinstance(given, float) and low <= given <= high:  # by far the most are one plain number
        return np.asarray(given)
    values = np.asarray(given, dtype=float)
    outside = ~((values >= low) & (values <= high))
    if outside.any():
        raise OutOfRange(place, float(values[outside].flat[0]), low, high, unit)
    return values


def frozen(values: Any) -> Floats:
    """A float array that nobody can write to."""
    array = np.array(values, dtype=float)
    array.setflags(write=False)
    return array
