"""A lift test: the frame jacked on its pads, heights and loads read going up and coming down."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Bools, Floats

FEWEST = 4  # readings
PASSES = 20  # of weighing the readings anew
STIFFEST = 2e6  # N/m
TOPPED_GAIN = 9.0  # how much a topped-out end must better the sum of squares before it is believed


@dataclass(frozen=True, slots=True, kw_only=True)
class Lifted:
    """What one wheel's lift test tells."""

    wheel_rate: float  # N/m, between the ends
    share: float  # two standard deviations of the rate, as a share
    friction_n: float  # half of what going up and coming down differ at one height; 0 where only one way was read
    friction_known: bool  # both ways were read
    topped_m: float | None  # hub to arch at which the wheel hangs, None where the readings do not reach it
    misfit: float  # root mean square of the residuals, in standard deviations


def _first(height_m: Floats, force: Floats, below: float, seed_rate: float) -> Floats:
    """A first guess from the straight line through the readings below a height: height at the mean force, compliance, friction."""
    free = height_m < below
    rate = seed_rate
    if np.count_nonzero(free) > 1 and np.ptp(height_m[free]) > 0.005:
        rate = max(-float(np.polyfit(height_m[free], force[free], 1)[0]), 0.1 * seed_rate)
    middle = height_m[free].mean() + (force[free].mean() - force.mean()) / rate if free.any() else height_m.mean()
    return np.array([float(middle), 1.0 / rate, 0.001])


def lift_test(
    height_m: Floats, wheel_force_n: Floats, going_up: Bools, sigma: tuple[float, float], seed_rate: float
) -> Lifted | None:
    """Wheel rate, friction and topped-out height from the readings of one wheel.

    height_m: (n,) hub to arch. wheel_force_n: (n,) pad less unsprung weight. going_up: (n,) True while the frame was raised.
    sigma: one standard deviation of a height in m and of a force as a share. seed_rate: a first guess in N/m.
    Returns None with fewer than four readings or less than 5 mm between them.
    Fitted by output error on the height, weighed anew until it rests: h = min((a − F ± f)/k, h_top), friction f holding the spring
    back while the frame rises (the pad shows less than the spring gives) and helping it to be stiff on the way down. An end is kept
    only where it betters the sum of squares by 9. Source: own derivation (docs/model.md).
    """
    if height_m.size < FEWEST or np.ptp(height_m) < 0.005:
        return None
    both = bool(going_up.any() and (~going_up).any())
    way = np.where(going_up, -1.0, 1.0) if both else np.zeros(height_m.size)
    force = np.maximum(wheel_force_n, 0.0)

    off_mean = force - float(force.mean())
    lines = np.stack([np.ones_like(force), -off_mean, way], axis=1)[
        :, : 3 if both else 2
    ]  # height at the mean, compliance, friction

    def fit(top: float) -> tuple[Floats, Floats, float]:
        """Straight in its three unknowns, but for which readings hang at the top and how much each of them counts."""
        x = _first(height_m, force, top - 3 * sigma[0], seed_rate)[: lines.shape[1]]
        for _ in range(PASSES):
            spread = np.hypot(sigma[0], sigma[1] * np.maximum(force, 50.0) * x[1])
            free = lines @ x < top
            if np.count_nonzero(free) < x.size:
                break
            new, *_ = np.linalg.lstsq(lines[free] / spread[free, None], height_m[free] / spread[free], rcond=None)
            new[1] = max(new[1], 1.0 / STIFFEST)
            moved = np.abs(lines @ (new - x)).max()
            x = new
            if moved < 1e-7:
                break
        line = lines @ x
        spread = np.hypot(sigma[0], sigma[1] * np.maximum(force, 50.0) * x[1])
        jacobian = np.where((line < top)[:, None], lines, 0.0) / spread[:, None]
        return x, jacobian, float((((np.minimum(line, top) - height_m) / spread) ** 2).sum())

    plain = fit(np.inf)
    best, top = plain, None
    highest = float(height_m.max())
    for candidate in np.linspace(highest - 0.01, highest + 0.003, 14):
        if np.count_nonzero(height_m > candidate - 3 * sigma[0]) < 2:
            continue
        tried = fit(float(candidate))
        if tried[2] < best[2] and plain[2] - tried[2] > TOPPED_GAIN:
            best, top = tried, float(candidate)
    x, jacobian, squares = best
    rate = 1.0 / float(x[1])
    normal = jacobian.T @ jacobian
    spread = float(np.sqrt(np.linalg.pinv(normal)[1, 1])) * rate
    freedom = max(height_m.size - jacobian.shape[1], 1)
    return Lifted(
        wheel_rate=rate,
        share=2.0 * spread * max(1.0, float(np.sqrt(squares / freedom))),
        friction_n=abs(float(x[2])) * rate if both else 0.0,
        friction_known=both,
        topped_m=top,
        misfit=float(np.sqrt(squares / freedom)),
    )
