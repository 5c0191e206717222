"""What the squat tests of a job tell: rates of the springs as found, unknown payloads, and which test to make next."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.measure.lift_test import friction_m
from isostat.assess.measure.load_test_model import Trial
from isostat.assess.setup.figures import AxleFigures, FitFigures
from isostat.assess.setup.platform import Hitch
from isostat.assess.setup.springs.as_weighed import HIGHEST_RATE, LOWEST_RATE
from isostat.assess.setup.springs.kind import FoundSpring
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.fitting.inference import Fitted, Readings, Unknowns, fit_unknowns, sensitivities, spread
from isostat.core.limits import GRAVITY, Floats
from isostat.core.rates.rate import wheel_rate
from isostat.core.vehicle.statics import weight_of
from isostat.job.reading import Reading
from isostat.job.schema import SquatTest
from isostat.language import later
from isostat.units.saying import Saying

KNOWN_TO, BLIND = 0.5, 0.1  # a rate is certain with two standard deviations below half of it and hardly any of it unseen
SIDES_TRIED = 1.5  # misfit in standard deviations above which left and right are fitted apart
SIDES_DIFFER = 0.03  # and by how much they must differ, beyond their error
RATE_KNOWN, RATE_GUESSED = 0.025, 0.15  # standard deviations of a rate off a tag and of an assumed one, as shares
WANTED = 0.08  # two standard deviations of a rate, as a share, with which a tuner needs no further test
TRIAL_KG = 200.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Payload:
    """A load whose mass was not known, from the heights with it. Errors are two standard deviations."""

    test: int
    mass_kg: float
    mass_error_kg: float
    behind_front_m: float
    behind_error_m: float
    left_m: float
    certain: bool


@dataclass(frozen=True, slots=True)
class NextTest:
    """The load that would tell most: where it goes, and the worst share of error then."""

    place: str
    behind_front_m: float
    share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class SquatResult:
    """Rates as found. A axles, left and right; alike where the readings do not tell them apart."""

    spring_rate: Floats  # (A, 2) N/m
    wheel_rate: Floats  # (A, 2) N/m of one wheel, both together, as weighed
    share: Floats  # (A, 2) two standard deviations, as a share
    certain: tuple[bool, ...]  # (A,)
    apart: tuple[bool, ...]  # (A,) left and right differ by more than their error
    misfit: float
    missing: tuple[tuple[int, Saying], ...]  # by test, counted from 1, what was not entered and keeps it from counting
    payloads: tuple[Payload, ...]
    next_test: NextTest | None


def squat_result(a: Assessment) -> SquatResult | None:
    """The outcome of all squat tests together; None where there is none."""
    if not a.job.squats:
        return None
    sigma = np.array([[_sigma(a, i, side) for side in (0, 1)] for i in range(len(a.axles))])
    ends = (-a.job.vehicle.front_overhang_m.value * 0.6, a.job.vehicle.rear_overhang_m.value * 0.9)
    return _all(
        a.axles,
        a.found_fits,
        a.found_springs,
        a.job.squats,
        a.loading.weighed.tobytes(),
        a.baseline_m.tobytes(),
        sigma.tobytes(),
        ends,
        a.loading.hitch,
    )


def _sigma(a: Assessment, axle: int, side: int) -> float:
    """One standard deviation of a height: the tape's, and the friction band that the wheel may rest anywhere in."""
    corner = (a.job.vehicle.axles[axle].left, a.job.vehicle.axles[axle].right)[side]
    band = friction_m(a, axle)
    return float(np.hypot((corner.hub_to_arch_m.error or rules.TAPE_ERROR) / 2.0, band / np.sqrt(3.0)))


def _missing(tests: tuple[SquatTest, ...]) -> tuple[tuple[int, Saying], ...]:
    """What is not there yet, test by test."""
    missing = []
    for n, test in enumerate(tests, start=1):
        if test.behind_front_m is None and test.mass_kg is not None:
            missing.append(
                (n, Saying(later("Enter how far behind the front hub the load lies: it is needed to work out the rate.")))
            )
        if not any(h is not None for pair in test.heights for h in (pair.left_m, pair.right_m)):
            missing.append((n, Saying(later("Enter the heights with the load on: they are needed to work out the rate."))))
    return tuple(missing)


@lru_cache(maxsize=16)
def _all(
    axles: tuple[AxleFigures, ...],
    fits: tuple[FitFigures, ...],
    springs: tuple[tuple[FoundSpring, FoundSpring], ...],
    tests: tuple[SquatTest, ...],
    weighed: bytes,
    baseline: bytes,
    sigma: bytes,
    ends: tuple[float, float],
    hitch: Hitch | None,
) -> SquatResult:
    """Remembered on what it rests on: an edit of the proposal never fits again."""
    held = np.array([[spring.force_n for spring in pair] for pair in springs])
    vehicle = Trial(axles, fits, held, np.frombuffer(weighed), hitch)
    heights, spreads = np.frombuffer(baseline), np.frombuffer(sigma)
    count = len(axles)
    start = np.log([pair[0].rate.value for pair in springs])
    ready = [t for t in tests if t.behind_front_m is not None and t.mass_kg is not None and _loaded([t]).size]
    nothing = np.full((count, 2), np.nan)
    rates, share, certain, apart, misfit, then = nothing, nothing, (False,) * count, (False,) * count, 0.0, None
    if ready and np.isfinite(_loaded(ready)).any():
        put = np.stack([_weight(t) for t in ready], axis=1)
        read = Readings(unloaded_m=heights, unloaded_sigma_m=spreads, loaded_m=_loaded(ready), loaded_sigma_m=spreads)
        fit = fit_unknowns(vehicle.by_rates(put, 1), _rates(start), read)
        rates, share, certain = _by_side(fit, 1)
        misfit = fit.misfit
        if misfit > SIDES_TRIED:
            fit, rates, share, certain, apart = _sides(vehicle, put, read, fit, (rates, share, certain))
            misfit = fit.misfit
        then = _next_test(vehicle, put, read, np.where(certain, np.log(rates.mean(axis=1)), start), ends)
    bends = [axle.spring_motion.at(np.zeros(1)) for axle in axles]
    wheel = [
        [wheel_rate(float(k), float(f), float(x[1][0]), float(x[2][0])) for k, f in zip(pair, force, strict=True)]
        for pair, force, x in zip(rates, held, bends, strict=True)
    ]
    known = np.array(
        [
            float(share[i].max()) / 2 if certain[i] else RATE_GUESSED if pair[0].rate.assumed else RATE_KNOWN
            for i, pair in enumerate(springs)
        ]
    )
    best = np.where(certain, np.log(np.where(certain, rates.mean(axis=1), 1.0)), start)
    payloads = tuple(_payload(vehicle, n, t, (heights, spreads), (best, known)) for n, t in enumerate(tests) if t.mass_kg is None)
    return SquatResult(
        spring_rate=rates,
        wheel_rate=np.array(wheel),
        share=share,
        certain=certain,
        apart=apart,
        misfit=misfit,
        missing=_missing(tests),
        payloads=tuple(p for p in payloads if p is not None),
        next_test=then,
    )


def _weight(test: SquatTest) -> Floats:
    assert test.mass_kg is not None and test.behind_front_m is not None
    return weight_of(np.array([test.mass_kg.value]), np.array([-test.behind_front_m.value]), np.array([test.left_m.value]))


def _loaded(tests: list[SquatTest]) -> Floats:
    return np.array([[_height(h) for pair in t.heights for h in (pair.left_m, pair.right_m)] for t in tests])


def _height(reading: Reading | None) -> float:
    return np.nan if reading is None else reading.value


def _rates(start: Floats) -> Unknowns:
    one = np.ones(start.size)
    return Unknowns(start=start, low=np.log(LOWEST_RATE) * one, high=np.log(HIGHEST_RATE) * one, scale=one, known=np.inf * one)


def _by_side(fit: Fitted, sides: int) -> tuple[Floats, Floats, tuple[bool, ...]]:
    """Rates and their shares (A, 2), and which axles have one."""
    share = 2.0 * np.sqrt(np.diag(fit.covariance))
    certain = np.asarray((fit.blind < BLIND) & (share < KNOWN_TO))
    shape = (fit.value.size // sides, sides)
    rates, shares = (
        np.broadcast_to(x.reshape(shape), (shape[0], 2)) for x in (np.exp(fit.value), np.where(certain, share, np.inf))
    )
    return rates, shares, tuple(all(row) for row in certain.reshape(shape).tolist())


def _sides(
    vehicle: Trial, put: Floats, read: Readings, alike: Fitted, so_far: tuple[Floats, Floats, tuple[bool, ...]]
) -> tuple[Fitted, Floats, Floats, tuple[bool, ...], tuple[bool, ...]]:
    """Left and right fitted apart; kept where an axle's sides differ by more than their error."""
    fit = fit_unknowns(vehicle.by_rates(put, 2), _rates(alike.value.repeat(2)), read)
    rates, share, certain = _by_side(fit, 2)
    apart = []
    for i in range(rates.shape[0]):
        left, right = 2 * i, 2 * i + 1
        variance = fit.covariance[left, left] + fit.covariance[right, right] - 2 * fit.covariance[left, right]
        differ = abs(fit.value[left] - fit.value[right])
        apart.append(bool(certain[i] and differ > max(2.0 * np.sqrt(variance), SIDES_DIFFER)))
    if not any(apart):
        return alike, *so_far, (False,) * len(apart)
    return fit, rates, share, certain, tuple(apart)


def _next_test(vehicle: Trial, put: Floats, read: Readings, logs: Floats, ends: tuple[float, float]) -> NextTest | None:
    """Of a few usual places for one more load, that which leaves the worst rate best known; None where all are known well."""
    unknowns = _rates(logs)

    def worst(weights: Floats, loaded: Floats) -> float:
        more = replace(read, loaded_m=loaded)
        covariance, blind = spread(sensitivities(vehicle.by_rates(weights, 1), unknowns, more, logs), unknowns)
        share = 2.0 * np.sqrt(np.diag(covariance))
        return float(np.where(blind < BLIND, share, np.inf).max())

    if worst(put, read.loaded_m) <= WANTED:
        return None
    last = -vehicle.axles[-1].x_m
    places = {
        later("at the rear end"): last + ends[1], later("over the rear axle"): last, later("over the front axle"): 0.0,
        later("at the front end"): ends[0],
    }  # fmt: skip
    found = []
    for words, behind in places.items():
        one = weight_of(np.array([TRIAL_KG]), np.array([-behind]), np.zeros(1))
        every = np.zeros((1, read.loaded_m.shape[1]))
        share = worst(np.concatenate([put, one[:, None]], axis=1), np.concatenate([read.loaded_m, every]))
        found.append(NextTest(words, behind, share))
    best = min(found, key=lambda n: n.share)
    return best if np.isfinite(best.share) else None


def _payload(
    vehicle: Trial, n: int, test: SquatTest, heights: tuple[Floats, Floats], rates: tuple[Floats, Floats]
) -> Payload | None:
    """The mass and place of a load from the heights with it; None where none was read."""
    loaded = _loaded([test])
    if not np.isfinite(loaded).any():
        return None
    logs, known = rates
    start = np.concatenate([[1000.0, 1000.0 * -vehicle.axles[-1].x_m / 2, 0.0], logs])
    most = np.array([3e5, 3e6, 1e6])
    ones = np.ones(logs.size)
    unknowns = Unknowns(
        start=start,
        low=np.concatenate([-most, np.log(LOWEST_RATE) * ones]),
        high=np.concatenate([most, np.log(HIGHEST_RATE) * ones]),
        scale=np.concatenate([[1000.0, 2000.0, 500.0], ones]),
        known=np.concatenate([[np.inf] * 3, known]),
    )
    read = Readings(unloaded_m=heights[0], unloaded_sigma_m=heights[1], loaded_m=loaded, loaded_sigma_m=heights[1])
    fit = fit_unknowns(vehicle.by_load(), unknowns, read)
    weight, moment, aside = (float(x) for x in fit.value[:3])
    safe = weight if abs(weight) > 1.0 else 1.0
    behind = moment / safe
    lever = np.array([-behind, 1.0]) / safe
    errors = 2.0 * np.sqrt([fit.covariance[0, 0], lever @ fit.covariance[:2, :2] @ lever])
    return Payload(
        test=n,
        mass_kg=weight / GRAVITY,
        mass_error_kg=float(errors[0]) / GRAVITY,
        behind_front_m=behind,
        behind_error_m=float(errors[1]),
        left_m=aside / safe,
        certain=bool(max(fit.blind[:2]) < BLIND and errors[0] < abs(weight)),
    )
