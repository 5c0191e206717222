"""A bump stop's two numbers from readings under a press."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from isostat.core.parts.bump_stop import USABLE

EXPONENT = 3.0
LIMITS = (500.0, 1.0e6)  # N/m, of the rate at the touch
FLATS = (0.002, 0.5)


@lru_cache(maxsize=64)
def stop_from_press(squeeze_m: tuple[float, ...], force_n: tuple[float, ...], flat_m: float | None = None) -> tuple[float, float]:
    """Rate at the touch in N/m and squeeze at which it is flat in m, nearest to the readings in the logarithm of force.

    squeeze_m, force_n: readings of one stop, same length, all positive. flat_m: where it is flat, if known (usable share of the
    free height); with one reading it must be known, else twice the squeeze is taken. Returns both within the stop law's limits.
    Source: least squares on F = k0·x/(1 − (0.95·x/x_flat)³); for a given x_flat the best k0 is the mean of the logarithms.
    """
    x, f = np.asarray(squeeze_m, dtype=float), np.asarray(force_n, dtype=float)

    def misfit(flat: float) -> tuple[float, float]:
        wall = np.clip(1.0 - (USABLE * x / flat) ** EXPONENT, 1e-3, None)
        logs = np.log(f * wall / x)
        return float(((logs - logs.mean()) ** 2).sum()), float(np.exp(logs.mean()))

    if flat_m is None and x.size < 2:
        flat_m = 2.0 * float(x.max())
    if flat_m is None:
        shortest = float(x.max()) * 1.001
        flats = shortest * np.geomspace(1.0, 6.0, 400)
        flat_m = float(flats[int(np.argmin([misfit(float(n))[0] for n in flats]))])
    flat = float(np.clip(flat_m, *FLATS))
    return float(np.clip(misfit(flat)[1], *LIMITS)), flat
