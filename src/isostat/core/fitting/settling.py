"""How new springs settle with distance, learnt from heights read along the way: one sum over forms of the law.

A corner goes down by S·f(d): S a share of its deflection, f exponential or logarithmic in the distance driven. Given f everything
is linear and normal; what f is, any number of readings say by their marginal likelihood. Without one the answer is what is usual.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core import rules
from isostat.core.limits import Floats

GRID = 45  # exponential forms
TO_KM = 3000.0  # by which all of it has come


def _forms() -> tuple[Floats, Floats, Floats]:
    """Distance of each exponential form, of each logarithmic one, in km, and the weights of all, which add to one."""
    quantiles = np.linspace(-2.5, 2.5, GRID)
    weights = np.exp(-(quantiles**2) / 2.0)
    logs = np.array([float(d) for d in rules.SETTLE_LOG_KM])
    share = float(rules.SETTLE_LOG_SHARE)
    return (
        float(rules.SETTLE_KM) * np.exp(float(rules.SETTLE_KM_SPREAD) * quantiles),
        logs,
        np.concatenate(((1.0 - share) * weights / weights.sum(), np.full(len(logs), share / len(logs)))),
    )


def settled_share(km: Floats) -> Floats:
    """How much of all settling has come at some distances, by every form. km: (K,). Returns (G, K), 0 to 1."""
    distance, logs, _ = _forms()
    km = np.clip(np.asarray(km, dtype=float), 0.0, None)
    by_log = np.log1p(km / logs[:, None]) / np.log1p(TO_KM / logs[:, None])
    return np.vstack((-np.expm1(-km / distance[:, None]), np.minimum(by_log, 1.0)))


@dataclass(frozen=True, slots=True, kw_only=True)
class SettlePrior:
    """What is known before any reading, of n corners.

    covariance: (n, n) m² of their heights as new, off the prediction. deflection_m: (n,) loaded deflection at the wheel; share,
    apart, own: (n,) of it that settles: usual, one deviation of all together, one of each corner alone. noise_m: (n,) one
    deviation of a reading by parking, floor and friction.
    """

    covariance: Floats
    deflection_m: Floats
    share: Floats
    apart: Floats
    own: Floats
    noise_m: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Settling:
    """Heights off the prediction as new, at distances, and one deviation, (K, n); (n,) of what is still to come."""

    mean_m: Floats
    error_m: Floats
    to_come_m: Floats
    to_come_error_m: Floats


def settling(prior: SettlePrior, km: Floats, read_m: Floats, at_km: Floats) -> Settling:
    """Heights at any distances, given those read at some.

    prior: what is known before. km: (J,) distances of the readings, finite. read_m: (J, n) heights off the prediction as new, nan
    where a corner was not read. at_km: (K,).
    """
    n, forms = len(prior.deflection_m), settled_share(np.asarray(km, dtype=float))
    usual = prior.deflection_m * prior.share
    spread = _spread(prior)
    seen = np.isfinite(read_m)
    rows = _rows(prior, forms)[:, seen]  # (G, R, 2n + 1)
    off = np.asarray(read_m)[seen] + (forms[:, :, None] * usual)[:, seen]
    noise = np.broadcast_to(prior.noise_m**2, seen.shape)[seen]
    of = rows @ spread @ np.swapaxes(rows, 1, 2) + np.diag(noise)
    gain = spread @ np.swapaxes(rows, 1, 2) @ np.linalg.inv(of) if noise.size else np.zeros((len(forms), 2 * n + 1, 0))
    mean = np.einsum("gxr,gr->gx", gain, off)
    left = spread - gain @ rows @ spread
    _, _, weight = _forms()
    if noise.size:
        fit = -0.5 * (np.einsum("gr,grs,gs->g", off, np.linalg.inv(of), off) + np.linalg.slogdet(of)[1])
        weight = weight * np.exp(fit - fit.max())
        weight = weight / weight.sum()

    def at(distances: Floats, less: float | None = None) -> tuple[Floats, Floats]:
        """Mean and deviation of heights; less: of what has come since a distance, in place of the height itself."""
        share = settled_share(distances)
        there = _rows(prior, share)  # (G, K, n, 2n + 1)
        down = share[:, :, None] * usual
        if less is not None:
            since = settled_share(np.array([less]))
            there, down = _rows(prior, since) - there, down - since[:, :, None] * usual
            middle = np.einsum("gknx,gx->gkn", there, mean) + down
        else:
            middle = np.einsum("gknx,gx->gkn", there, mean) - down
        own = np.einsum("gknx,gxy,gkny->gkn", there, left, there)
        all_of = np.einsum("g,gkn->kn", weight, middle)
        return all_of, np.sqrt(np.maximum(np.einsum("g,gkn->kn", weight, own + (middle - all_of) ** 2), 0.0))

    heights = at(np.asarray(at_km, dtype=float))
    coming = at(np.array([TO_KM]), less=float(np.max(km, initial=0.0)))
    return Settling(mean_m=heights[0], error_m=heights[1], to_come_m=coming[0][0], to_come_error_m=coming[1][0])


def _spread(prior: SettlePrior) -> Floats:
    """Covariance of what is not known: heights as new, the share of all, that of each corner."""
    n = len(prior.deflection_m)
    out = np.eye(2 * n + 1)
    out[:n, :n] = prior.covariance
    return out


def _rows(prior: SettlePrior, forms: Floats) -> Floats:
    """How each unknown moves each corner at each distance, (G, K, n, 2n + 1)."""
    n = len(prior.deflection_m)
    out = np.zeros((*forms.shape, n, 2 * n + 1))
    corner = np.arange(n)
    out[..., corner, corner] = 1.0
    out[..., n] = -forms[..., None] * prior.deflection_m * prior.apart
    out[..., corner, n + 1 + corner] = -forms[..., None] * prior.deflection_m * prior.own
    return out
