"""Rates from simple tests, by output error: the rates whose predicted readings lie nearest to what the tape said."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Bools, Floats

STEP = 1e-3  # of the logarithm of a rate, for its derivative
TOLD = 0.5  # a rate is told when two standard deviations are less than this share of it
SEEN = 0.5  # a direction of the rates is seen when a change by a factor e moves the readings by so many standard deviations

Predict = Callable[[Floats], Floats]  # log rates (P, K) of K candidates -> predicted travels (K, tests, readings) in m


@dataclass(frozen=True, slots=True, kw_only=True)
class FittedRates:
    """What the tests tell. P rates."""

    rate: Floats  # (P,) in the unit of the start
    share: Floats  # (P,) two standard deviations, as a share of the rate
    told: Bools  # (P,) False: the tests cannot see this rate
    unloaded_m: Floats  # (readings,) heights without the load, as fitted
    misfit: float  # root mean square of the residuals, in standard deviations; about 1 where the errors are as stated


def fit_rates(
    predict: Predict,
    unloaded_m: Floats,
    loaded_m: Floats,
    start: Floats,
    bounds: tuple[float, float],
    sigma_m: tuple[float, float],
) -> FittedRates:
    """Rates that explain the readings of one or more tests.

    predict: travels (bump positive) of every reading from the unloaded height, for candidate log rates.
    unloaded_m: (readings,) heights without any load; an unknown of the fit, shared by all tests.
    loaded_m: (tests, readings) heights in m, NaN where none was taken. start: (P,) first guess of the rates.
    bounds: least and largest rate. sigma_m: standard deviation of an unloaded and of a loaded reading in m.
    Returns FittedRates. Source: maximum likelihood with independent reading errors; identifiability by the singular values
    of the whitened sensitivities with the unloaded heights projected out (own derivation, docs/model.md).
    """
    from scipy.optimize import least_squares  # noqa: PLC0415 - slow to import, wanted only where there is a test

    count, readings = start.size, unloaded_m.size
    seen = np.isfinite(loaded_m)
    low, high = (np.log(b) for b in bounds)

    def residuals(x: Floats) -> Floats:
        travel, unloaded = predict(x[:count, None])[0], x[count:]
        return np.concatenate([(unloaded - unloaded_m) / sigma_m[0], ((unloaded - travel - loaded_m) / sigma_m[1])[seen]])

    def jacobian(x: Floats) -> Floats:
        travel = predict(x[:count, None] + STEP * np.concatenate([np.eye(count), -np.eye(count)], axis=1))
        by_rate = -(travel[:count] - travel[count:]) / (2 * STEP)  # (P, tests, readings), of height
        every = np.eye(readings)
        out = np.zeros((readings + int(seen.sum()), count + readings))
        out[:readings, count:] = every / sigma_m[0]
        out[readings:, :count] = by_rate[:, seen].T / sigma_m[1]
        out[readings:, count:] = every[np.nonzero(seen)[1]] / sigma_m[1]
        return out

    first = np.concatenate([np.clip(np.log(start), low + 1e-6, high - 1e-6), unloaded_m])
    free = np.full(readings, np.inf)
    span = (np.concatenate([np.full(count, low), -free]), np.concatenate([np.full(count, high), free]))
    scale = np.concatenate([np.ones(count), np.full(readings, 0.01)])
    found = least_squares(residuals, first, jac=jacobian, bounds=span, x_scale=scale)
    share, told = _told(jacobian(found.x), count)
    freedom = max(found.fun.size - count - readings, 1)
    return FittedRates(
        rate=np.exp(found.x[:count]),
        share=share,
        told=told,
        unloaded_m=found.x[count:],
        misfit=float(np.sqrt((found.fun**2).sum() / freedom)),
    )


def _told(jacobian: Floats, count: int) -> tuple[Floats, Bools]:
    """Two standard deviations of each log rate, and whether the tests see it, from the whitened sensitivities."""
    rates, unloaded = jacobian[:, :count], jacobian[:, count:]
    free = rates - unloaded @ np.linalg.lstsq(unloaded, rates, rcond=None)[0]
    _, strength, directions = np.linalg.svd(free, full_matrices=False)
    seen = strength > SEEN
    blind = (directions[~seen] ** 2).sum(axis=0)  # share of each rate that lies in directions that nothing sees
    variance = ((directions[seen] / strength[seen, None]) ** 2).sum(axis=0)
    share = 2.0 * np.sqrt(variance)
    told = (blind < 0.1) & (share < TOLD)
    return np.where(told, share, np.inf), told
