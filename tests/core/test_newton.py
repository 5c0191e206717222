"""The eliminated step and the folded wheel forces against their plain, slow meaning."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import approx_fprime

from isostat.core.parts.bank import Bank
from isostat.core.vehicle.equilibrium import _Frame, _newton, _newton_whole, solve_equilibrium, travel
from isostat.core.vehicle.layout import Layout
from isostat.core.vehicle.platform import Platform, join
from isostat.core.vehicle.wheel_forces import ExactForces, TableForces
from tests.vehicles import FLATBED, AxleSpec, VehicleSpec, platform_of

SIX_WHEELS = VehicleSpec(
    (AxleSpec(0.0, bar=9e3), AxleSpec(-2.9, Layout.SOLID, unsprung=70.0), AxleSpec(-4.0, Layout.SOLID, bar=5e3, unsprung=70.0)),
    ((3200.0, -2.2, 0.1),),
)
states = st.lists(st.floats(-0.05, 0.05), min_size=9, max_size=9)


def _state(platform: Platform, values: list[float]) -> np.ndarray:
    return np.array(values[: 3 + 2 * platform.axles])[:, None] * np.array([1, 0.2, 0.2, *[1] * (2 * platform.axles)])[:, None]


def _dense(platform: Platform, bank: Bank, z: np.ndarray) -> np.ndarray:
    """The Newton step from the whole matrix of second derivatives, by a general solver."""
    a = platform.axles
    frame, forces = _Frame.of(platform), ExactForces(platform, bank)
    _, (ll, lr, rr, _) = forces(frame.travel(z))
    g, tyre = frame.out_of_balance(z, forces(frame.travel(z))[0])
    motion = np.zeros((2 * a, 3 + 2 * a))  # wheel travels per unknown: u = w − (heave − x pitch ± half roll)
    stiff = np.zeros((2 * a, 2 * a))
    for axle in range(a):
        x, half = platform.axle_x_m[axle, 0], platform.half_track_m[axle, 0]
        for side, sign in ((0, 1.0), (1, -1.0)):
            n = 2 * axle + side
            motion[n, :3] = [-1.0, x, -sign * half]
            motion[n, 3 + n] = 1.0
        block = slice(2 * axle, 2 * axle + 2)
        stiff[block, block] = [[ll[axle, 0], lr[axle, 0]], [lr[axle, 0], rr[axle, 0]]]
    whole = motion.T @ stiff @ motion
    whole[3:, 3:] += np.diag(tyre[..., 0].ravel())
    whole[:3, :3] += 1e-3 * np.eye(3)
    return np.linalg.solve(whole, -g[:, 0])


@pytest.mark.parametrize("vehicle", [FLATBED, SIX_WHEELS], ids=["four wheels", "six wheels"])
@given(values=states)
@settings(max_examples=40, deadline=None)
def test_the_step_by_elimination_is_the_step_of_the_whole_matrix(vehicle: VehicleSpec, values: list[float]) -> None:
    platform, bank = platform_of(vehicle)
    z = _state(platform, values)
    frame, forces = _Frame.of(platform), ExactForces(platform, bank)
    force, k = forces(frame.travel(z))
    g, tyre = frame.out_of_balance(z, force)
    dense = _dense(platform, bank, z)
    for step in (_newton, _newton_whole):
        ours = step(frame, k, tyre, g)[:, 0]
        assert ours == pytest.approx(dense, rel=1e-6, abs=1e-7 * max(1.0, np.abs(dense).max()))


def _energy(platform: Platform, bank: Bank, z: np.ndarray) -> float:
    """Work of springs, bars, tyres and weights from the baseline, springs by fine quadrature along the way."""
    frame, forces = _Frame.of(platform), ExactForces(platform, bank)
    steps = np.linspace(0.0, 1.0, 4001)
    along = z * steps  # the whole straight way at once, as one batch
    batch = platform.take(np.zeros(steps.size, dtype=np.int64))
    force, _ = ExactForces(batch, bank)(travel(batch, along[:3], along[3:].reshape(platform.axles, 2, -1)))
    g, _ = _Frame.of(batch).out_of_balance(along, force)
    del frame, forces
    return float(np.trapezoid((g * z).sum(axis=0), steps))


@given(values=states)
@settings(max_examples=12, deadline=None)
def test_what_is_out_of_balance_is_the_slope_of_an_energy(values: list[float]) -> None:
    """Only a conservative field can be integrated along a straight way and differentiated back."""
    platform, bank = platform_of(FLATBED)
    z = _state(platform, values)
    frame = _Frame.of(platform)
    force, _ = ExactForces(platform, bank)(frame.travel(z))
    g, _ = frame.out_of_balance(z, force)
    slope = approx_fprime(z[:, 0], lambda at: _energy(platform, bank, at[:, None]), 1e-5)
    assert slope == pytest.approx(g[:, 0], rel=5e-3, abs=max(60.0, 4e-3 * float(np.abs(g).max())))


@given(values=states, scale=st.floats(0.5, 2.0))
@settings(max_examples=40, deadline=None)
def test_tables_and_formulas_agree_and_a_part_of_the_batch_is_the_batch_of_the_part(values: list[float], scale: float) -> None:
    one, bank = platform_of(SIX_WHEELS)
    scaled = replace(one, scale=one.scale * scale)
    batch = join([one, scaled, one, scaled])
    u = travel(batch, np.repeat(_state(one, values)[:3], 4, axis=1), np.repeat(_state(one, values)[3:].reshape(3, 2, 1), 4, axis=2))
    table, exact = TableForces(batch, bank), ExactForces(batch, bank)
    (f, k), (f_exact, k_exact) = table(u), exact(u)
    assert f == pytest.approx(f_exact, rel=1e-3, abs=600.0)  # half a grid step past a sudden end
    assert (f[..., 1] - f[..., 0]) == pytest.approx(f[..., 0] * (scale - 1) - _bar(one, u) * (scale - 1), abs=1e-6 * 1e5)
    which = np.array([3, 0])
    part, k_part = table.take(which)(u[..., which])
    assert (part == f[..., which]).all()
    assert all((mine == whole[:, which]).all() for mine, whole in zip(k_part[:3], k[:3], strict=True))
    assert np.array(k_exact[:3]).shape == (3, 3, 4)


def _bar(one: Platform, u: np.ndarray) -> np.ndarray:
    twist = one.bar_rate[:, 0] * (u[:, 0, 0] - u[:, 1, 0])
    return np.stack([twist, -twist], axis=1)


@given(st.integers(1, 200), st.randoms(use_true_random=False))
@settings(max_examples=15, deadline=None)
def test_an_answer_does_not_depend_on_who_else_is_in_the_batch(count: int, random) -> None:  # type: ignore[no-untyped-def]
    loads = [(random.uniform(0, 1200), random.uniform(-3.6, -0.2), random.uniform(-0.5, 0.5)) for _ in range(count)]
    some = [platform_of(FLATBED.with_mass(*load))[0] for load in loads]
    _, bank = platform_of(FLATBED)
    together = solve_equilibrium(join(some), bank)
    n = random.randrange(count)
    alone = solve_equilibrium(some[n], bank)
    assert together.converged.all()
    assert together.travel_m[..., n] == pytest.approx(alone.travel_m[..., 0], abs=1e-6)
    assert together.pad_n[..., n] == pytest.approx(alone.pad_n[..., 0], abs=0.2)


def test_too_few_evaluations_are_said_and_leave_the_last_point_finite() -> None:
    platform, bank = platform_of(FLATBED.with_mass(900.0, -3.4, 0.4))
    short = solve_equilibrium(platform, bank, most_passes=2)
    assert not short.converged.any()
    assert short.residual_n[0] > 0.01
    assert all(np.isfinite(v).all() for v in (short.pose, short.travel_m, short.pad_n))
