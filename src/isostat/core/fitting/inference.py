"""Unknowns from simple tests, by output error: those whose predicted readings lie nearest to what the tape said."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Bools, Floats

STEP = 1e-3  # of an unknown's scale, for its derivative
TRIES = 60  # evaluations at most: what fits takes a dozen, and readings that nothing explains would creep for seconds
SEEN = 0.5  # a direction is seen when a change by one scale moves the readings by so many standard deviations

Predict = Callable[[Floats], Floats]  # unknowns (P, K) of K candidates -> predicted travels (K, tests, readings) in m


@dataclass(frozen=True, slots=True, kw_only=True)
class Unknowns:
    """What is fitted. P unknowns, each in a unit of its own."""

    start: Floats  # (P,) first guess
    low: Floats  # (P,)
    high: Floats  # (P,)
    scale: Floats  # (P,) a change worth noticing
    known: Floats  # (P,) standard deviation of what is known of it beforehand, round the start; inf where nothing is


@dataclass(frozen=True, slots=True, kw_only=True)
class Readings:
    """What was read. Shapes (readings,) and (tests, readings) in m, NaN where nothing was; sigmas one standard deviation."""

    unloaded_m: Floats
    unloaded_sigma_m: Floats
    loaded_m: Floats
    loaded_sigma_m: Floats

    @property
    def seen(self) -> Bools:
        """Which of them were read."""
        return np.isfinite(self.loaded_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Fitted:
    """What the tests tell of P unknowns."""

    value: Floats  # (P,)
    covariance: Floats  # (P, P) of the directions that are seen
    blind: Floats  # (P,) share of each unknown that lies in directions that nothing sees, 0 to 1
    unloaded_m: Floats  # (readings,) heights without the load, as fitted
    misfit: float  # root mean square of the residuals, in standard deviations; about 1 where the errors are as stated


def fit_unknowns(predict: Predict, unknowns: Unknowns, read: Readings) -> Fitted:
    """Unknowns that explain the readings of one or more tests.

    predict: travels (bump positive) of every reading from the unloaded height, for candidate unknowns.
    The heights without load are unknowns of the fit too, shared by all tests.
    Returns Fitted. Source: maximum likelihood with independent reading errors; identifiability by the singular values
    of the whitened sensitivities with the unloaded heights projected out (own derivation, docs/model.md).
    """
    from scipy.optimize import least_squares  # noqa: PLC0415 - slow to import, wanted only where there is a test

    u, seen, count = unknowns, read.seen, unknowns.start.size
    held = np.isfinite(u.known)

    def residuals(x: Floats) -> Floats:
        travel, unloaded = predict(x[:count, None] * u.scale[:, None])[0], x[count:]
        loaded = ((unloaded - travel - read.loaded_m) / read.loaded_sigma_m)[seen]
        before = (x[:count] * u.scale - u.start)[held] / u.known[held]
        return np.concatenate([(unloaded - read.unloaded_m) / read.unloaded_sigma_m, loaded, before])

    def jacobian(x: Floats) -> Floats:
        return sensitivities(predict, u, read, x[:count] * u.scale)

    first = np.concatenate([np.clip(u.start, u.low + 1e-6 * u.scale, u.high - 1e-6 * u.scale) / u.scale, read.unloaded_m])
    free = np.full(read.unloaded_m.size, np.inf)
    span = (np.concatenate([u.low / u.scale, -free]), np.concatenate([u.high / u.scale, free]))
    sizes = np.concatenate([np.ones(count), np.full(free.size, 0.01)])
    found = least_squares(residuals, first, jac=jacobian, bounds=span, x_scale=sizes, max_nfev=TRIES)
    value = found.x[:count] * u.scale
    covariance, blind = spread(jacobian(found.x), u)
    covariance = _over_its_width(predict, u, read, value, covariance)
    freedom = max(found.fun.size - count - free.size, 1)
    return Fitted(
        value=value,
        covariance=covariance,
        blind=blind,
        unloaded_m=found.x[count:],
        misfit=float(np.sqrt((found.fun**2).sum() / freedom)),
    )


def _over_its_width(predict: Predict, u: Unknowns, read: Readings, at: Floats, covariance: Floats) -> Floats:
    """Each variance halfway to the largest within its own width: a stop that is touched bends the readings."""
    variance, known = np.diag(covariance).copy(), np.nonzero(np.diag(covariance) > 0.0)[0]
    if not known.size:
        return covariance
    along = 2.0 * covariance[:, known] / np.sqrt(covariance[known, known])
    ends = np.clip(np.concatenate([at[:, None] + along, at[:, None] - along], axis=1), u.low[:, None], u.high[:, None])
    there = [spread(_whitened(slopes, u, read), u)[0] for slopes in _slopes(predict, u, ends)]
    for n, i in enumerate(known):
        variance[i] = (covariance[i, i] + max(there[n][i, i], there[n + known.size][i, i], covariance[i, i])) / 2.0
    grown = np.sqrt(np.divide(variance, np.diag(covariance), out=np.ones_like(variance), where=variance > 0.0))
    return np.asarray(covariance * grown[:, None] * grown)


def sensitivities(predict: Predict, unknowns: Unknowns, read: Readings, at: Floats) -> Floats:
    """Change of every whitened reading by the unknowns, in their scales, and by the unloaded heights, (rows, P + readings).

    predict, unknowns, read: as in fit_unknowns. at: (P,) where. Rows: unloaded readings, loaded ones that were taken, what is
    known beforehand.
    """
    return _whitened(_slopes(predict, unknowns, at[:, None])[0], unknowns, read)


def _slopes(predict: Predict, u: Unknowns, at: Floats) -> Floats:
    """Change of every predicted height a scale of every unknown, at K places (P, K) in one batch: (K, P, tests, readings)."""
    count, places = at.shape
    ways = STEP * np.eye(count) * u.scale[:, None]
    near = at[:, :, None, None] + np.stack([ways, -ways], axis=-1)[:, None]  # (P, K, P, 2)
    travel = predict(near.reshape(count, -1))
    travel = travel.reshape(places, count, 2, *travel.shape[1:])
    return np.asarray(-(travel[:, :, 0] - travel[:, :, 1]) / (2 * STEP))


def _whitened(by_unknown: Floats, u: Unknowns, read: Readings) -> Floats:
    """The rows of sensitivities, each in standard deviations."""
    seen, count, readings = read.seen, u.start.size, read.unloaded_m.size
    sigma, every, held = np.broadcast_to(read.loaded_sigma_m, seen.shape), np.eye(readings), np.isfinite(u.known)
    taken = int(seen.sum())
    out = np.zeros((readings + taken + int(held.sum()), count + readings))
    out[:readings, count:] = every / read.unloaded_sigma_m
    out[readings : readings + taken, :count] = (by_unknown / sigma)[:, seen].T
    out[readings : readings + taken, count:] = every[np.nonzero(seen)[1]] / sigma[seen][:, None]
    out[readings + taken :, :count] = (np.eye(count) * u.scale)[held] / u.known[held, None]
    return out


def spread(jacobian: Floats, unknowns: Unknowns) -> tuple[Floats, Floats]:
    """Covariance (P, P) of the unknowns in the directions that are seen, and the share (P,) of each that nothing sees.

    jacobian: from sensitivities. unknowns: for their count and scales.
    """
    count, scale = unknowns.start.size, unknowns.scale
    own, unloaded = jacobian[:, :count], jacobian[:, count:]
    free = own - unloaded @ np.linalg.lstsq(unloaded, own, rcond=None)[0]
    _, strength, directions = np.linalg.svd(free, full_matrices=False)
    seen = strength > SEEN
    blind = (directions[~seen] ** 2).sum(axis=0)
    weighed = directions[seen] / strength[seen, None] * scale
    return weighed.T @ weighed, blind
