from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import root

from isostat.core.limits import GRAVITY
from isostat.core.parts.bank import Bank
from isostat.core.parts.law import TableLaw
from isostat.core.parts.motion import Motion
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium, travel
from isostat.core.vehicle.layout import Layout
from isostat.core.vehicle.platform import Platform, join
from isostat.core.vehicle.wheel_forces import ExactForces, TableForces
from tests.vehicles import FLATBED, AxleSpec, VehicleSpec, platform_of


def by_scipy(platform: Platform, bank: Bank, start: np.ndarray) -> np.ndarray:
    """Rest position of a one-case platform by a general root finder on the exact laws: q and wheels in one vector."""
    forces = ExactForces(platform, bank)

    def out_of_balance(z: np.ndarray) -> np.ndarray:
        q, w = z[:3, None], z[3:].reshape(platform.axles, 2, 1)
        f, _ = forces(travel(platform, q, w))
        pad = platform.tyre_rate * np.maximum(platform.tyre_squash_m - w + platform.ground_m, 0.0)
        y = np.stack([platform.half_track_m, -platform.half_track_m], axis=1)
        x = np.broadcast_to(platform.axle_x_m[:, None], y.shape)
        chassis = platform.weight[:, 0] - np.array([f.sum(), -(x * f).sum(), (y * f).sum()])
        return np.concatenate([chassis, (f - pad + platform.unsprung_n).ravel()])

    found = root(out_of_balance, start, method="hybr", tol=1e-11)
    assert np.abs(found.fun).max() < 0.5
    return found.x


vehicles = st.builds(
    lambda kf, kr, m, x, y, place, gap, bar, ground: replace(
        VehicleSpec(
            (
                AxleSpec(0.0, rate=kf, bar=bar, stop_gap=gap, ground=(ground, 0.0)),
                AxleSpec(-3.0, Layout.SOLID, rate=kr, place=place, unsprung=70.0, stop_gap=gap),
            ),
            ((1900.0, -1.4, 0.0), (m, x, y)),
        )
    ),
    st.floats(15e3, 9e4),
    st.floats(15e3, 9e4),
    st.floats(0, 900),
    st.floats(-3.6, -0.4),
    st.floats(-0.5, 0.5),
    st.floats(0.4, 0.95),
    st.floats(0.02, 0.1),
    st.floats(0, 4e4),
    st.floats(0, 0.08),
)


@given(vehicles)
@settings(max_examples=60, deadline=None)
def test_any_vehicle_comes_to_rest_where_a_general_solver_puts_it(vehicle: VehicleSpec) -> None:
    platform, bank = platform_of(vehicle)
    ours = solve_equilibrium(platform, bank, exact=True)
    assert ours.converged.all()
    again = by_scipy(platform, bank, np.concatenate([ours.pose[:, 0], ours.wheel_m.ravel()]) + 1e-4)
    assert np.abs(again - np.concatenate([ours.pose[:, 0], ours.wheel_m.ravel()])).max() < 1e-5
    tables = solve_equilibrium(platform, bank)
    assert np.abs(tables.travel_m - ours.travel_m).max() < 1e-5  # m: the 0.25 mm grid costs nothing that a tape reads


@given(vehicles, st.floats(1, 300))
@settings(max_examples=30, deadline=None)
def test_more_load_amid_the_wheels_never_raises_the_mean_height(vehicle: VehicleSpec, more: float) -> None:
    light, bank = platform_of(vehicle)
    heavy, _ = platform_of(vehicle.with_mass(more, -1.5, 0.0))
    a, b = solve_equilibrium(light, bank, exact=True), solve_equilibrium(heavy, bank, exact=True)
    assert b.pose[0, 0] + 1.5 * b.pose[1, 0] <= a.pose[0, 0] + 1.5 * a.pose[1, 0] + 1e-9
    assert b.pad_n.sum() - a.pad_n.sum() == pytest.approx(more * GRAVITY, abs=0.1)


def test_ten_thousand_cases_in_one_call_equal_each_alone() -> None:
    some = [
        platform_of(FLATBED.with_mass(m, x, y))[0]
        for m, x, y in ((0, -1, 0), (300, -3.5, 0.4), (900, -2.8, -0.3), (1500, -1.4, 0.2), (60, -0.2, 0.7))
    ]
    _, bank = platform_of(FLATBED)
    batch = join(some * 600)
    together = solve_equilibrium(batch, bank)
    assert together.converged.all()
    assert together.residual_n.max() < 1.0
    for i, one in enumerate(some):
        alone = solve_equilibrium(one, bank)
        assert np.abs(together.travel_m[..., i::5] - alone.travel_m).max() < 1e-7


def test_every_very_heavy_load_settles_without_nan() -> None:
    one, bank = platform_of(FLATBED)
    loads = np.linspace(0.1, 12.0, 400)
    batch = join([replace(one, weight=one.weight * k) for k in loads])
    rest = solve_equilibrium(batch, bank)
    assert rest.converged.all()
    assert np.isfinite(rest.travel_m).all()
    assert rest.passes.max() <= 25, "a stop far beyond a gap is found by its tangent, not by halving"


@pytest.mark.parametrize("exact", [False, True])
def test_where_a_spring_gives_way_the_nearest_rest_is_found_not_the_one_beyond(exact: bool) -> None:
    """Soft, steep, falling, rising: 5 600 N a wheel are held at 158 mm and again at 205, where a long first step would land."""
    platform, bank = platform_of(replace(FLATBED, masses=((4 * 5600 / GRAVITY, -1.5, 0.0),)))
    snaps = TableLaw((0.0, 0.14, 0.15, 0.17, 0.19, 0.4), (0.0, 4900.0, 5000.0, 6500.0, 4500.0, 20_000.0))
    laws = [snaps if isinstance(law, Coil) else law for law in bank.laws]
    rest = solve_equilibrium(platform, Bank(laws), exact=exact)
    assert rest.converged.all() and rest.travel_m[0] + 0.14 == pytest.approx(0.158, abs=5e-4)
    assert Bank(laws).tables.falls and not bank.tables.falls


def test_a_wheel_that_reaches_nothing_hangs_on_its_shock_and_stays_finite() -> None:
    vehicle = replace(
        FLATBED, axles=(replace(FLATBED.axles[0], ground=(-1.5, 0.0)), FLATBED.axles[1]), masses=((2000.0, -2.0, -0.05),)
    )  # inside the triangle of the other three
    platform, bank = platform_of(vehicle)
    rest = solve_equilibrium(platform, bank, exact=True)
    assert rest.converged.all()
    assert rest.pad_n[0, 0, 0] == 0.0
    assert rest.travel_m[0, 0, 0] == pytest.approx(-0.09, abs=0.002)  # its shock, fully extended


@pytest.mark.parametrize("forces", [TableForces, ExactForces])
@given(u=st.lists(st.floats(-0.11, 0.11), min_size=4, max_size=4))
@settings(max_examples=25, deadline=None)
def test_the_tangent_is_the_slope_of_the_force_also_on_a_curved_motion(forces: type, u: list[float]) -> None:
    platform, bank = platform_of(FLATBED)
    curved = Motion(0.6, (-0.15, -0.05, 0.0, 0.05, 0.15), (-0.08, -0.029, 0.0, 0.031, 0.099))
    bank = Bank(bank.laws, (curved,))
    motion = np.full(platform.law.shape, -1)
    motion[0, [0, 4]] = 0
    platform = replace(platform, motion=motion)
    f = forces(platform, bank)
    at = np.array(u).reshape(2, 2, 1)
    step = 1e-7
    for axle in (0, 1):
        _, (ll, lr, rr, _) = f(at)
        for side, want in ((0, (ll, lr)), (1, (lr, rr))):
            d = np.zeros_like(at)
            d[axle, side] = step
            slope = (f(at + d)[0] - f(at - d)[0]) / (2 * step)
            for wheel in (0, 1):
                near_kink = max(np.abs(p - m).max() for p, m in zip(f(at + d)[1][:3], f(at - d)[1][:3], strict=True)) > 10
                if not near_kink:
                    assert slope[axle, wheel, 0] == pytest.approx(want[wheel][axle, 0], rel=0.02, abs=60)
