"""Settling learnt from readings: covers what it says under either law, and is one sum with none, one or many of them."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest

from isostat.core.fitting.settling import TO_KM, SettlePrior, settled_share, settling

DEFLECTION = np.array([0.11, 0.11, 0.09, 0.09])
PRIOR = SettlePrior(
    covariance=np.full((4, 4), 0.003**2) + np.eye(4) * 0.003**2, deflection_m=DEFLECTION, share=np.full(4, 0.035),
    apart=np.full(4, 0.012), own=np.full(4, 0.008), noise_m=np.full(4, 0.002),
)  # fmt: skip
READ_AT = np.array([0.0, 120.0, 500.0, 1000.0, 1500.0, 2200.0])


def truth(rng: np.random.Generator, law: str) -> tuple[np.ndarray, object]:
    """A vehicle drawn from what is usual: its heights as new, and how it goes down."""
    new = rng.multivariate_normal(np.zeros(4), PRIOR.covariance)
    down = DEFLECTION * (0.035 + 0.012 * rng.standard_normal() + 0.008 * rng.standard_normal(4))
    distance, from_km = 250.0 * np.exp(0.7 * rng.standard_normal()), rng.choice([5.0, 20.0, 80.0])

    def height(km: np.ndarray) -> np.ndarray:
        share = -np.expm1(-km / distance) if law == "exponential" else np.log1p(km / from_km) / np.log1p(TO_KM / from_km)
        return np.asarray(new - share[:, None] * down)

    return new, height


@pytest.mark.parametrize("law", ["exponential", "logarithmic"])
@pytest.mark.parametrize("readings", [0, 1, 2, 3, 4, 6])
def test_a_forecast_covers_what_it_says_under_either_law(law: str, readings: int) -> None:
    rng, inside, halves = np.random.default_rng(5), [], []
    for _ in range(150):
        _, height = truth(rng, law)
        km = READ_AT[:readings]
        read = height(km) + 0.002 * rng.standard_normal((readings, 4))  # type: ignore[operator]
        said = settling(PRIOR, km, read, np.array([TO_KM]))
        inside += list(np.abs(height(np.array([TO_KM]))[0] - said.mean_m[0]) < 2.0 * said.error_m[0])  # type: ignore[operator]
        halves.append(2.0 * said.error_m[0].mean())
    assert 0.90 <= np.mean(inside) <= 0.985 and (readings < 2 or np.mean(halves) < 0.007)


def test_every_reading_narrows_it_and_none_gives_what_is_usual() -> None:
    none = settling(PRIOR, np.zeros(0), np.zeros((0, 4)), np.array([0.0, TO_KM]))
    usual = 0.035 * DEFLECTION
    assert none.mean_m[0] == pytest.approx(np.zeros(4), abs=1e-12)
    assert none.mean_m[1] == pytest.approx(-usual, rel=0.02) and none.to_come_m == pytest.approx(usual, rel=0.02)
    errors = [none.error_m[1]]
    for count in (1, 2, 4, 6):
        km = READ_AT[:count]
        said = settling(PRIOR, km, np.tile(-0.003, (count, 4)) * (km[:, None] > 0), np.array([TO_KM]))
        errors.append(said.error_m[0])
    assert all((after <= before + 1e-9).all() for before, after in pairwise(errors))


def test_a_corner_that_was_not_read_leans_on_the_others_and_both_axes_scale() -> None:
    km, read = np.array([0.0, 800.0]), np.array([[0.0] * 4, [-0.006] * 4])
    gap = read.copy()
    gap[1, 2] = np.nan
    full, partly = (settling(PRIOR, km, one, np.array([TO_KM])) for one in (read, gap))
    assert partly.error_m[0, 2] > full.error_m[0, 2] and partly.mean_m[0, 2] < 0.0
    twice = SettlePrior(covariance=PRIOR.covariance * 4, deflection_m=DEFLECTION * 2, share=PRIOR.share, apart=PRIOR.apart,
                        own=PRIOR.own, noise_m=PRIOR.noise_m * 2)  # fmt: skip
    assert settling(twice, km, read * 2, np.array([TO_KM])).mean_m == pytest.approx(full.mean_m * 2, rel=1e-9)
    shares = settled_share(np.array([0.0, 1.0, 100.0, TO_KM, 1e6]))
    assert (shares[:, 0] == 0.0).all() and (np.diff(shares, axis=1) >= 0.0).all() and (shares <= 1.0).all()
