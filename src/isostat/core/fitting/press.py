"""Rate and free length of a spring from lengths and loads under a press."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, OutOfRange

TAPE, PAD = 0.001, 0.01  # two standard deviations of a length in m between the plates, and of the scale as a share
APART = 0.0005  # m, that two lengths must lie apart


@dataclass(frozen=True, slots=True)
class Pressed:
    """What the press tells: rate in N/m with two standard deviations as a share, free length in m, and how straight it is.

    firmer: rate of the firmest pair of neighbours over the softest; well above 1 is a progressive spring.
    """

    rate: float
    share: float
    free_m: float
    free_error_m: float
    firmer: float


def pressed(length_m: Floats, force_n: Floats) -> Pressed:
    """A straight line through readings of length and force, weighed by their errors.

    length_m, force_n: (n,) at least two, at lengths at least 5 mm apart in all; the shorter, the more force.
    Raises OutOfRange otherwise. Source: weighted least squares (any text on fitting).
    """
    order = np.argsort(length_m)[::-1]
    length, force = length_m[order], force_n[order]
    if length.size < 2 or np.ptp(length) < 0.005:
        raise OutOfRange("difference between the press lengths", float(np.ptp(length)) if length.size else 0.0, 0.005, 2.0, "m")
    rough = -float(np.polyfit(length, force, 1)[0])
    if rough < 100.0:
        raise OutOfRange("rate from the press test", rough, 100.0, 2e6, "N/m")
    spread = np.hypot(PAD / 2.0 * np.maximum(force, 50.0), TAPE / 2.0 * rough)
    lines = np.stack([np.ones_like(length), -length], axis=1) / spread[:, None]
    (at_nought, rate), *_ = np.linalg.lstsq(lines, force / spread, rcond=None)
    cover = np.linalg.inv(lines.T @ lines)
    free = at_nought / rate
    slope = np.array([1.0 / rate, -free / rate])  # of the free length, by both unknowns
    apart = -np.diff(length)
    known = apart > APART  # between two readings at one length no rate is known
    steps = np.diff(force)[known] / apart[known]
    return Pressed(
        rate=float(rate),
        share=2.0 * float(np.sqrt(cover[1, 1])) / float(rate),
        free_m=float(free),
        free_error_m=2.0 * float(np.sqrt(slope @ cover @ slope)),
        firmer=float(steps.max() / max(float(steps.min()), 1.0)) if steps.size else 1.0,
    )
