"""The band of a prediction: what many draws of everything uncertain leave of a height, and what each source has in it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats

LOW, HIGH = 2.275, 97.725  # per cent, two standard deviations of a normal error


@dataclass(frozen=True, slots=True, kw_only=True)
class Band:
    """A prediction with its band. Heights in the shape S of one draw; V sources."""

    low_m: Floats  # S
    middle_m: Floats  # S
    high_m: Floats  # S
    share: Floats  # (V, *S) part of the variance that follows each source, 0 to 1

    @property
    def half_m(self) -> Floats:
        """Half of the band's width, in the shape S."""
        return np.asarray((self.high_m - self.low_m) / 2.0)


def half_band(heights_m: Floats) -> Floats:
    """Half of the band of drawn heights alone. heights_m: (n, *S) in m. Returns the shape S."""
    low, high = np.percentile(heights_m, (LOW, HIGH), axis=0)
    return np.asarray((high - low) / 2.0)


def band_of(heights_m: Floats, draws: Floats) -> Band:
    """The band of drawn heights and the share of each source.

    heights_m: (n, *S) in m. draws: (n, V) standard normal, independent. A share is the squared correlation with its source: the
    shares of a straight line add to one. Source: variance decomposition of a linear form (any text on error propagation).
    """
    low, middle, high = np.percentile(heights_m, (LOW, 50.0, HIGH), axis=0)
    away = heights_m - heights_m.mean(axis=0)
    spread = np.sqrt((away**2).mean(axis=0))
    unit = (draws - draws.mean(axis=0)) / np.maximum(draws.std(axis=0), 1e-12)
    together = np.tensordot(unit, away, axes=(0, 0)) / len(draws)
    return Band(low_m=low, middle_m=middle, high_m=high, share=(together / np.maximum(spread, 1e-12)) ** 2)
