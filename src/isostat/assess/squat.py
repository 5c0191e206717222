"""What the squat tests of a job tell of its springs as found."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.resolved import AxleFigures, FitFigures
from isostat.assess.springs import HIGHEST_RATE, LOWEST_RATE, TAPE, FoundSpring
from isostat.assess.stand import SPRING, Springs, stand
from isostat.core.elements.coil import Coil
from isostat.core.limits import Floats
from isostat.core.tuning.inference import fit_rates
from isostat.core.tuning.rate import wheel_rate
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import join
from isostat.core.vehicle.statics import weight_of
from isostat.job.reading import Reading
from isostat.job.schema import SquatTest

UNIT = 1000.0  # N/m, the rate whose law serves all candidates


@dataclass(frozen=True, slots=True, kw_only=True)
class SquatResult:
    """Rates by axle, alike left and right. A axles."""

    spring_rate: Floats  # (A,) N/m
    wheel_rate: Floats  # (A,) N/m of one wheel, both together, as weighed
    share: Floats  # (A,) two standard deviations, as a share
    told: tuple[bool, ...]
    misfit: float
    missing: tuple[str, ...]  # what was not typed and keeps a test from counting, in words


def squat_result(a: Assessment) -> SquatResult | None:
    """The outcome of all squat tests together; None where there is none that could count."""
    if not a.job.squats:
        return None
    return _fit(a.axles, a.found_fits, a.found_springs, a.job.squats, a.loading.weighed.tobytes(), a.baseline_m.tobytes())


def _missing(tests: tuple[SquatTest, ...]) -> tuple[str, ...]:
    """Names of what is not there yet, test by test."""
    words = []
    for n, test in enumerate(tests):
        if test.behind_front_m is None:
            words.append(f"test {n + 1}: how far behind the front hub the load lies")
        if not any(h is not None for pair in test.heights for h in (pair.left_m, pair.right_m)):
            words.append(f"test {n + 1}: the heights with the load on")
    return tuple(words)


@lru_cache(maxsize=16)
def _fit(
    axles: tuple[AxleFigures, ...],
    fits: tuple[FitFigures, ...],
    springs: tuple[tuple[FoundSpring, FoundSpring], ...],
    tests: tuple[SquatTest, ...],
    weighed: bytes,
    baseline: bytes,
) -> SquatResult | None:
    """Remembered on what it rests on: an edit of the proposal never fits again."""
    missing = _missing(tests)
    ready = [t for t in tests if t.behind_front_m is not None]
    loaded = np.array([[[_height(h) for h in (pair.left_m, pair.right_m)] for pair in t.heights] for t in ready])
    if not ready or not np.isfinite(loaded).any():
        nothing = np.full(len(axles), np.nan)
        return SquatResult(
            spring_rate=nothing, wheel_rate=nothing, share=nothing, told=(False,) * len(axles), misfit=0.0, missing=missing
        )
    held = np.array([[spring.force_n for spring in pair] for pair in springs])
    put = [weight_of(np.array([t.mass_kg.value]), np.array([_forward(t)]), np.array([t.left_m.value])) for t in ready]
    weight = np.frombuffer(weighed)[:, None] + np.stack(put, axis=1)
    unit = Springs((Coil(UNIT), Coil(UNIT)), (0.0, 0.0))  # straight springs: the rate is a scale on one law
    platform, bank = stand(axles, fits, (unit,) * len(axles), weight)

    def predict(log_rates: Floats) -> Floats:
        """Travels of all candidates in all tests, one batch."""
        count = log_rates.shape[1]
        batch = join([platform] * count)
        rates = np.repeat(np.exp(log_rates), len(ready), axis=1)
        scale, offset = batch.scale.copy(), batch.offset_m.copy()
        for side, part in enumerate(SPRING):
            scale[:, part], offset[:, part] = rates / UNIT, held[:, side, None] / rates
        rest = solve_equilibrium(replace(batch, scale=scale, offset_m=offset), bank)
        return np.moveaxis(rest.travel_m.reshape(2 * len(axles), count, len(ready)), 0, 2)

    start = np.array([pair[0].rate.value for pair in springs])
    sigma = TAPE / 2.0
    fit = fit_rates(
        predict, np.frombuffer(baseline), loaded.reshape(len(ready), -1), start, (LOWEST_RATE, HIGHEST_RATE), (sigma, sigma)
    )
    bends = [axle.spring_motion.at(np.zeros(1)) for axle in axles]
    wheel = [
        wheel_rate(k, float(pair.mean()), float(x[1][0]), float(x[2][0])) for k, pair, x in zip(fit.rate, held, bends, strict=True)
    ]
    told = tuple(bool(t) for t in fit.told)
    return SquatResult(
        spring_rate=fit.rate, wheel_rate=np.array(wheel), share=fit.share, told=told, misfit=fit.misfit, missing=missing
    )


def _forward(test: SquatTest) -> float:
    """Place of the load forward of the front axle, so not positive behind it."""
    return -test.behind_front_m.value if test.behind_front_m else 0.0


def _height(reading: Reading | None) -> float:
    return np.nan if reading is None else reading.value
