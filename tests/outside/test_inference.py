"""Rates from squat tests: coverage of the stated error against the nonlinear vehicle, and linear cases against closed forms."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import curve_fit

from isostat.assess import assess
from isostat.assess.measure.load_test import squat_result
from isostat.core.fitting.inference import Fitted, Predict, Readings, Unknowns, fit_unknowns
from isostat.core.limits import GRAVITY
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import join
from isostat.job.files import job_from
from isostat.job.schema import Job
from tests.jobs import workshop_squat
from tests.vehicles import FLATBED, platform_of

SIGMA = 0.00075  # m: a tape of ±1.5 mm


def fit_rates(predict: Predict, unloaded: np.ndarray, loaded: np.ndarray, start: list[float], sigma: float = SIGMA) -> Fitted:
    """The logarithms of rates, nothing known of them before."""
    one = np.ones(len(start))
    unknowns = Unknowns(start=np.log(start), low=np.log(500.0) * one, high=np.log(1e6) * one, scale=one, known=np.inf * one)
    spread = np.full(unloaded.size, sigma)
    read = Readings(unloaded_m=unloaded, unloaded_sigma_m=spread, loaded_m=loaded, loaded_sigma_m=spread)
    return fit_unknowns(predict, unknowns, read)


def share(fit: Fitted) -> np.ndarray:
    """Two standard deviations of each rate, as a share of it."""
    return 2 * np.sqrt(np.diag(fit.covariance))


def _springs(loads: np.ndarray):  # type: ignore[no-untyped-def]
    """Two springs, each read once per load: travel = load / rate."""

    def predict(log_rates: np.ndarray) -> np.ndarray:
        return np.moveaxis(loads[:, :, None] / np.exp(log_rates)[None], 2, 0)

    return predict


@given(st.floats(8e3, 2e5), st.floats(8e3, 2e5), st.floats(200, 3000))
@settings(max_examples=40, deadline=None)
def test_without_errors_the_rates_come_back(front: float, rear: float, load: float) -> None:
    loads = np.array([[load, 2 * load], [2 * load, load]])
    predict, unloaded = _springs(loads), np.array([0.5, 0.48])
    read = unloaded - predict(np.log([[front], [rear]]))[0]
    fit = fit_rates(predict, unloaded, read, [40e3, 40e3])
    if (fit.blind < 0.1).all():
        assert np.exp(fit.value) == pytest.approx([front, rear], rel=1e-4)


def test_the_error_of_one_reading_is_that_of_a_difference_of_two_tapes() -> None:
    """First order: relative error of a rate from one load = √2 σ / squat, two standard deviations of it.

    The stated error is taken halfway to the widest within itself, which makes it larger by half its own share: 4 % here.
    """
    loads = np.array([[1500.0]])
    predict, rate = _springs(loads), 50e3
    squat = 1500.0 / rate
    fit = fit_rates(predict, np.array([0.5]), np.array([[0.5 - squat]]), [30e3])
    assert share(fit)[0] == pytest.approx(2 * np.sqrt(2) * SIGMA / squat, rel=0.05)


def test_differences_that_share_the_unloaded_reading_are_not_independent() -> None:
    """With n equal loads the error falls to σ√(1 + 1/n) / squat, never below the unloaded reading's own σ / squat."""
    rate, load = 50e3, 1500.0
    shares = []
    for n in (1, 4, 100):
        loads = np.full((n, 1), load)
        predict = _springs(loads)
        read = 0.5 - predict(np.log([[rate]]))[0]
        shares.append(float(share(fit_rates(predict, np.array([0.5]), read, [3e4]))[0]))
        assert shares[-1] == pytest.approx(2 * SIGMA * np.sqrt(1 + 1 / n) / (load / rate), rel=0.05)
    assert shares[2] > 0.7 * shares[0]


def test_rates_and_errors_of_a_plain_case_are_those_of_a_general_curve_fit() -> None:
    """scipy.optimize.curve_fit with absolute errors: five loads on one spring, the unloaded height a parameter of its own."""
    rng, rate, loads = np.random.default_rng(8), 42e3, np.array([400.0, 800.0, 1200.0, 1600.0, 2000.0])
    heights = 0.5 - np.concatenate([[0.0], loads]) / rate + rng.normal(0, SIGMA, 6)
    fit = fit_rates(_springs(loads[:, None]), heights[:1], heights[1:, None], [30e3])

    def line(load: np.ndarray, log_rate: float, unloaded: float) -> np.ndarray:
        return unloaded - load / np.exp(log_rate)

    found, spread = curve_fit(
        line, np.concatenate([[0.0], loads]), heights, p0=(10.0, 0.5), sigma=np.full(6, SIGMA), absolute_sigma=True
    )
    assert fit.value[0] == pytest.approx(found[0], abs=1e-6)
    assert fit.unloaded_m[0] == pytest.approx(found[1], abs=1e-7)
    assert share(fit)[0] == pytest.approx(2 * np.sqrt(spread[0, 0]), rel=0.03), "taken halfway to the widest, so a little larger"


def test_a_rate_that_no_load_reaches_is_named_not_given_a_huge_error() -> None:
    predict = _springs(np.array([[1500.0, 0.0]]))
    read = np.array([[0.47, 0.48]])
    fit = fit_rates(predict, np.array([0.5, 0.48]), read, [4e4, 4e4])
    assert fit.blind == pytest.approx([0.0, 1.0], abs=1e-9)


@pytest.mark.parametrize("band_m", [0.0, 0.004])
def test_the_stated_error_covers_the_true_rates_of_the_nonlinear_vehicle_read_by_a_rounded_tape(band_m: float) -> None:
    """250 seeds: truth from the whole vehicle with tyres, stops and bar, readings with the tape's error and rounded to 1 mm.

    With friction every height lies anywhere in its band, bounced and rolled before it was read; the fit knows the band alone.

    Two standard deviations are to cover about 95 %; where a stop bends the readings they may cover more, never fewer than 93.
    """
    truth = FLATBED.with_mass(0.001, -1.4, 0.0)
    unloaded, bank = platform_of(truth)
    loads = [(450.0, -3.7, 0.0), (700.0, -2.4, 0.0)]
    tests = join([platform_of(truth.with_mass(*load))[0] for load in loads])
    base = solve_equilibrium(unloaded, bank, exact=True)
    true_travel = (solve_equilibrium(tests, bank, exact=True).travel_m - base.travel_m).reshape(4, 2).T
    main = [0, 4]

    def predict(log_rates: np.ndarray) -> np.ndarray:
        """The same vehicle with other main springs, scaled so that the unloaded balance stays."""
        count, factor = log_rates.shape[1], np.exp(log_rates) / 35_000.0
        many = join([join([unloaded, tests])] * count)
        each = np.repeat(factor, 3, axis=1)
        scale, offset = many.scale.copy(), many.offset_m.copy()
        held = base.travel_m[..., 0]
        for part, side in zip(main, (0, 1), strict=True):
            pressed = FLATBED.axles[0].press[side] + np.einsum("as,as->a", many.row[:, part, :, 0], held)
            offset[:, part] = (pressed[:, None] / each) - np.einsum("as,as->a", many.row[:, part, :, 0], held)[:, None]
            scale[:, part] = each
        rest = solve_equilibrium(replace(many, scale=scale, offset_m=offset), bank).travel_m.reshape(4, count, 3)
        return np.moveaxis(rest[..., 1:] - rest[..., :1], 0, 2)

    assert predict(np.log(np.array([[35e3], [35e3]])))[0] == pytest.approx(true_travel, abs=2e-5)
    rng, inside = np.random.default_rng(11), np.zeros(2)
    hand = np.sqrt(SIGMA**2 - 0.001**2 / 12)  # the tape's ±1.5 mm holds the rounding to a millimetre
    for _ in range(250):
        heights = np.array([0.49, 0.49, 0.48, 0.48])
        read = np.round(heights + rng.uniform(-band_m, band_m, 4) + rng.normal(0, hand, 4), 3)
        loaded = np.round(heights - true_travel + rng.uniform(-band_m, band_m, (2, 4)) + rng.normal(0, hand, (2, 4)), 3)
        fit = fit_rates(predict, read, loaded, [45e3, 30e3], float(np.hypot(SIGMA, band_m / np.sqrt(3))))
        assert (fit.blind < 0.1).all()
        inside += np.abs(fit.value - np.log(35e3)) <= share(fit)
    assert (inside / 250 >= 0.93).all() and (inside / 250 <= 0.992).all()


def _with_test(share_behind: float) -> Job:
    job = workshop_squat()
    data, base = job.model_dump(), job.vehicle.axles[1].behind_front_m.value
    inch = 0.0254
    heights = [{"left_m": 40.5 * inch, "right_m": 40.5 * inch}, {"left_m": 36.5 * inch, "right_m": 36.5 * inch}]
    data["squats"] = [{"mass_kg": 1400 * 0.45359237, "behind_front_m": base * (1 + share_behind), "heights": heights}]
    return job_from(data, "squat")


@pytest.mark.parametrize("share", [0.1, 0.2, 0.35])
def test_the_trades_example_follows_its_closed_form(share: float) -> None:
    """Common practice, no source: front axle 2800·d/L, rear axle 400·(1 + d/L) lb/in."""
    result = squat_result(assess(_with_test(share)))
    assert result is not None and all(result.certain)
    assert not any(result.apart)
    per_axle = result.wheel_rate.sum(axis=1) / (4.4482216152605 / 0.0254)
    assert per_axle == pytest.approx([2800 * share, 400 * (1 + share)], rel=0.002)
    assert result.misfit < 0.1
    moment = 1400 * 0.45359237 * GRAVITY * share
    assert result.wheel_rate[0].sum() * 0.5 * 0.0254 == pytest.approx(moment, rel=0.002), "the nose lifts by the lever alone"


def _heights(job: Job, mass: float, behind: float, left: float, rates: tuple[tuple[float, float], ...]) -> np.ndarray:
    """Hub to arch (A, 2) with a load on, of the job's vehicle as found on other springs: through the assessment."""
    data = job.model_dump()
    for axle, pair in enumerate(rates):
        for side, rate in zip(("left", "right"), pair, strict=True):
            data["as_found"]["axles"][axle][side]["rate_n_per_m"] = {"value": rate}
    item = {"name": "sacks", "mass_kg": mass, "behind_front_m": behind, "left_m": left}
    data["items"] = [*data["items"], item]
    data["cases"] = [*data["cases"], {"name": "loaded", "carried": [{"item": "Driver"}, {"item": "sacks"}]}]
    a = assess(job_from(data, "truth"))
    weighed = a.job.weighed_case
    loaded = a.found.hub_to_arch_m[..., -1] - a.found.hub_to_arch_m[..., weighed] + a.baseline_m
    return np.asarray(loaded)


def _typed(job: Job, tests: list[dict[str, object]], rates: dict[int, float] | None = None) -> Job:
    data = job.model_dump()
    data["squats"] = tests
    for axle, rate in (rates or {}).items():
        for side in ("left", "right"):
            data["as_found"]["axles"][axle][side]["rate_n_per_m"] = {"value": rate}
    return job_from(data, "typed")


def _pairs(heights: np.ndarray) -> list[dict[str, float]]:
    return [{"left_m": round(float(left), 3), "right_m": round(float(right), 3)} for left, right in heights]


def test_springs_that_differ_left_and_right_are_said_apart_and_alike_ones_are_not() -> None:
    job = workshop_squat()
    base = job.vehicle.axles[1].behind_front_m.value
    places = ((300.0, base + 0.6, 0.0), (300.0, base + 0.2, 0.3), (250.0, -0.3, 0.0))
    for rear, apart in (((40e3, 31e3), True), ((36e3, 36e3), False)):
        rates = ((90e3, 90e3), rear)
        tests: list[dict[str, object]] = [
            {"mass_kg": m, "behind_front_m": x, "left_m": y, "heights": _pairs(_heights(job, m, x, y, rates))} for m, x, y in places
        ]
        result = squat_result(assess(_typed(job, tests)))
        assert result is not None and all(result.certain) and result.apart == (False, apart)
        assert result.spring_rate[1] == pytest.approx(rear, rel=0.05)


def test_the_test_to_make_next_is_the_one_that_tells_the_axle_that_is_not_given() -> None:
    job = workshop_squat()
    base = job.vehicle.axles[1].behind_front_m.value
    rates = ((90e3, 90e3), (36e3, 36e3))
    over: dict[str, object] = {"mass_kg": 300.0, "behind_front_m": base}
    over["heights"] = _pairs(_heights(job, 300.0, base, 0.0, rates))
    result = squat_result(assess(_typed(job, [over])))
    assert result is not None and result.certain == (False, True)
    assert result.next_test is not None and result.next_test.place in ("over the front axle", "at the front end")
    x = result.next_test.behind_front_m
    more: dict[str, object] = {"mass_kg": 200.0, "behind_front_m": x}
    more["heights"] = _pairs(_heights(job, 200.0, x, 0.0, rates))
    after = squat_result(assess(_typed(job, [over, more])))
    assert after is not None and after.certain == (True, True)
    assert float(after.share.max()) == pytest.approx(result.next_test.share, rel=0.35), "about as well as was said"


def test_an_unknown_payload_is_said_with_an_error_that_covers_it() -> None:
    """120 seeds: rates typed with their own ±5 %, heights rounded to 1 mm; about 95 of 100 are to lie inside."""
    job, rng, inside, placed = workshop_squat(), np.random.default_rng(3), 0, 0
    base = job.vehicle.axles[1].behind_front_m.value
    truth, mass, behind = ((90e3, 90e3), (36e3, 36e3)), 340.0, base * 0.8
    heights = _heights(job, mass, behind, 0.15, truth)
    hand = np.sqrt(SIGMA**2 - 0.001**2 / 12)
    for _ in range(120):
        rates = {axle: pair[0] * float(np.exp(rng.normal(0, 0.025))) for axle, pair in enumerate(truth)}
        start = _typed(job, [], rates).model_dump()
        for axle in (0, 1):
            for side in ("left", "right"):
                at = start["vehicle"]["axles"][axle][side]["hub_to_arch_m"]
                at["value"] = round(at["value"] + float(rng.normal(0, hand)), 3)
        read = heights + rng.normal(0, hand, heights.shape)
        result = squat_result(assess(_typed(job_from(start, "read"), [{"heights": _pairs(read)}])))
        assert result is not None and len(result.payloads) == 1 and result.payloads[0].certain
        found = result.payloads[0]
        inside += abs(found.mass_kg - mass) <= found.mass_error_kg
        placed += abs(found.behind_front_m - behind) <= found.behind_error_m
    assert 0.92 <= inside / 120 <= 1.0 and 0.92 <= placed / 120 <= 1.0
