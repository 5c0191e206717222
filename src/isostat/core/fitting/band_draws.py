"""Draws of everything uncertain, each with its source."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats

SEED = 7


@dataclass(frozen=True, slots=True)
class Source:
    """What a draw varies: words, axle and side, None where it is the whole vehicle's or both sides'."""

    what: str
    axle: int | None = None
    side: int | None = None


class Draws:
    """Columns of unit variance, drawn in a fixed order, so that a prediction is the same every time. n: how many a column."""

    def __init__(self, n: int) -> None:
        self._rng, self.n = np.random.default_rng(SEED), n
        self.columns: list[Floats] = []
        self.sources: list[Source] = []

    def _keep(self, column: Floats, source: Source) -> Floats:
        self.columns.append(column)
        self.sources.append(source)
        return column

    def one(self, what: str, axle: int | None = None, side: int | None = None) -> Floats:
        """One more column of normal errors, (n,). what, axle, side: its source."""
        return self._keep(self._rng.standard_normal(self.n), Source(what, axle, side))

    def even(self, what: str, axle: int | None = None, side: int | None = None) -> Floats:
        """One more column, (n,), even between −1 and 1. what, axle, side: its source."""
        column = self._rng.uniform(-1.0, 1.0, self.n)
        self._keep(column * np.sqrt(3.0), Source(what, axle, side))
        return column

    def corners(self, what: str, axles: int) -> Floats:
        """A column a wheel, (A, 2, n). what, axles: of how many axles."""
        return np.array([[self.one(what, a, s) for s in (0, 1)] for a in range(axles)])

    def axles(self, what: str, axles: int) -> Floats:
        """A column an axle, (A, n). what, axles: of how many axles."""
        return np.array([self.one(what, a) for a in range(axles)])

    def pair(self, what: str, axle: int) -> Floats:
        """Left and right of one axle, half of the variance shared, (2, n). what, axle: their source."""
        shared = self.one(what, axle)
        return np.asarray((shared + np.array([self.one(what, axle, side) for side in (0, 1)])) / np.sqrt(2.0))
