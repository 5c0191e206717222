"""Bags on one line and springs on one beam, against derivatives, statics, and the least energy found by a general minimiser."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import approx_fprime, brentq, minimize

from isostat.core.limits import OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.parts.couple import Couple, Coupled
from isostat.core.parts.equalizer import Equalized
from isostat.core.parts.law import TableLaw
from isostat.core.springs.air.bag import SEA_LEVEL, Bag, ClosedAir, cylinder
from isostat.core.springs.air.tee import TeedAir
from isostat.core.springs.air.valve import LevelledAir, levelled
from isostat.core.springs.air.valve_on_tee import LevelledTee
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.layout import Layout
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.wheel_forces import ExactForces, TableForces
from tests.vehicles import AxleSpec, VehicleSpec, platform_of

ROUND = cylinder(0.14, 0.26, 0.07)
# a sleeve that swells and then slims, its volume the area swept, as virtual work has it
HIGHS = np.linspace(0.0, 0.18, 61)
SWOLLEN = Bag(
    x_m=tuple(HIGHS.tolist()),
    area_m2=tuple((0.011 + 0.08 * HIGHS - 0.25 * HIGHS**2).tolist()),
    volume_m3=tuple((0.0032 - (0.011 * HIGHS + 0.04 * HIGHS**2 - 0.25 / 3 * HIGHS**3)).tolist()),
)
RISING = TableLaw((0.0, 0.08, 0.2), (0.0, 5200.0, 21_000.0))
COUPLES: list[Couple] = [
    TeedAir(bag=ROUND, gauge_pa=4e5, set_x_m=(0.09, 0.07)),
    TeedAir(bag=SWOLLEN, gauge_pa=3e5, set_x_m=(0.05, 0.05), tank_m3=0.004, exponent=1.38, ambient_pa=79_500.0, warmer=0.9),
    LevelledTee(levelled(ROUND, 4e5, 0.09, (1e5, 8e5), 0.004, SEA_LEVEL)),
    Equalized(front=Coil(65e3), rear=RISING, arms_m=(0.06, 0.075)),
    Equalized(front=RISING, rear=RISING, arms_m=(0.07, 0.07), stop_rad=0.2),
]


@pytest.mark.parametrize("couple", COUPLES, ids=lambda c: type(c).__name__)
@settings(max_examples=60, deadline=None)
@given(x=st.floats(0.005, 0.17), y=st.floats(0.005, 0.17))
def test_a_couples_tangent_is_the_slope_of_its_forces_and_symmetric(couple: Couple, x: float, y: float) -> None:
    step = 1e-7
    for kink in (*HIGHS, 0.08):  # tables bend at their rows
        if isinstance(couple, TeedAir) and couple.bag is SWOLLEN and min(abs(x - kink), abs(y - kink)) < 2e-6:
            return
    ends = [[couple.both(np.asarray(x + a), np.asarray(y + b))[0] for a, b in ((s, 0.0), (0.0, s))] for s in (step, -step)]
    slope = [[float(ends[0][n][m] - ends[1][n][m]) / (2 * step) for n in (0, 1)] for m in (0, 1)]
    own, cross, other = (float(k) for k in couple.both(np.asarray(x), np.asarray(y))[1])
    near_kink = not isinstance(couple, TeedAir) and abs(slope[0][0] - own) > 0.02 * abs(own) + 60.0
    if near_kink:  # a spring just on the bend of its table, a beam at its stop, a valve at the end of its band
        return
    assert slope[0] == pytest.approx([own, cross], rel=0.02, abs=60.0)
    assert slope[1] == pytest.approx([cross, other], rel=0.02, abs=60.0)


@given(x=st.floats(-0.02, 0.19), y=st.floats(-0.02, 0.19), a=st.floats(0.03, 0.12), b=st.floats(0.03, 0.12))
def test_a_beam_is_in_balance_or_at_its_stop(x: float, y: float, a: float, b: float) -> None:
    """Statics, and the root by scipy's brentq."""
    beam = Equalized(front=RISING, rear=Coil(60e3), arms_m=(a, b))

    def out(angle: float) -> float:
        return a * float(RISING.force(np.asarray(x - a * angle))) - b * float(Coil(60e3).force(np.asarray(y + b * angle)))

    ours, stop = float(beam.beam(np.asarray(x), np.asarray(y))), beam.stop_rad
    if out(-stop) <= 1e-3:
        assert ours == pytest.approx(-stop, abs=1e-6) or abs(out(ours)) < 1e-3
    elif out(stop) >= -1e-3:
        assert ours == pytest.approx(stop, abs=1e-6) or abs(out(ours)) < 1e-3
    else:
        assert out(ours) == pytest.approx(0.0, abs=1e-3)
        theirs = brentq(out, -stop, stop, xtol=1e-13)
        f, r = beam.both(np.asarray(x), np.asarray(y))[0]
        assert [float(f), float(r)] == pytest.approx(
            [float(RISING.force(np.asarray(x - a * theirs))), float(Coil(60e3).force(np.asarray(y + b * theirs)))], abs=2.0
        )


def _energy(vehicle: VehicleSpec, platform: Platform, bank: Bank, z: np.ndarray, couple_energy) -> float:  # type: ignore[no-untyped-def]
    """Springs and limits by quadrature, tyres, weights, and what is coupled from its own closed form."""
    heave, pitch, roll = z[:3]
    wheels = z[3:].reshape(platform.axles, 2)
    total = float(platform.weight[:, 0] @ z[:3])
    x, half = platform.axle_x_m[:, 0], platform.half_track_m[:, 0]
    chassis = np.stack([heave - x * pitch + half * roll, heave - x * pitch - half * roll], axis=1)
    u = wheels - chassis
    for a in range(platform.axles):
        for n in (0, 1):
            squash = platform.tyre_squash_m[a, n, 0] + platform.ground_m[a, n, 0] - wheels[a, n]
            total += 0.5 * platform.tyre_rate[a, n, 0] * max(squash, 0.0) ** 2 + platform.unsprung_n[a, n, 0] * wheels[a, n]
        for part in range(platform.row.shape[1]):
            law = bank.laws[platform.law[a, part, 0]]
            v = float(platform.row[a, part, :, 0] @ u[a])
            if isinstance(law, Coil):
                total += 0.5 * law.rate_n_per_m * max(platform.offset_m[a, part, 0] + v, 0.0) ** 2
    springs = np.einsum("apw,aw->ap", platform.row[..., 0], u)
    return total + couple_energy(springs + platform.offset_m[..., 0])


def _free(vehicle: VehicleSpec) -> tuple[Platform, Bank]:
    """A vehicle with its limits far away, so that only springs, tyres and couples work."""
    far = tuple(replace(a, stop_gap=3.0, droop=3.0) for a in vehicle.axles)
    platform, bank = platform_of(replace(vehicle, axles=far))
    platform.offset_m[:, [3, 7]] = -3.0  # metal
    return platform, bank


@pytest.mark.parametrize("layout", list(Layout))
@pytest.mark.parametrize("load", [(0.0, -3.0, 0.0), (260.0, -3.2, 0.35)])
def test_teed_bags_rest_where_the_energy_is_least(layout: Layout, load: tuple[float, float, float]) -> None:
    """Adiabatic work of the shared gas, −∫p dV, against scipy's minimise. The tee adds nothing against roll."""
    vehicle = VehicleSpec(
        (AxleSpec(0.0), AxleSpec(-3.0, layout, rate=20e3, unsprung=70.0)), ((1900.0, -1.4, 0.02), load if load[0] else (1.0, -1, 0))
    )
    platform, bank = _free(vehicle)
    tee = TeedAir(bag=ROUND, gauge_pa=1.9e5, set_x_m=(0.10, 0.10), exponent=1.38)
    bank = Bank([*bank.laws, Coupled((0.0, 0.19), ())], (), (tee,))
    law, offset, row = platform.law.copy(), platform.offset_m.copy(), platform.row.copy()
    order = [0, 2, 3, 7, 4, 6, 1, 5]  # the stops, far away, in the last two places: there the bags go on the rear axle
    law, offset, row = law[:, order], offset[:, order], row[:, order]
    law[1, 6:], offset[1, 6:] = len(bank.laws) - 1, 0.10
    teed = np.full(law.shape, -1)
    teed[1, 6] = 0
    platform = replace(platform, law=law, offset_m=offset, row=row, teed=teed)
    rest = solve_equilibrium(platform, bank, exact=True, tolerance_n=1e-4)
    assert rest.converged.all()

    area, n = float(ROUND.area_m2[0]), 1.38
    start = 2 * float(ROUND.volume(np.asarray(0.10)))

    def gas(x: np.ndarray) -> float:
        volume = sum(float(ROUND.volume(np.asarray(v))) for v in x[1, 6:])
        then = 1.9e5 + SEA_LEVEL
        return then * start / (n - 1) * ((start / volume) ** (n - 1) - 1.0) + SEA_LEVEL * (volume - start)

    z = np.concatenate([rest.pose[:, 0], rest.wheel_m[..., 0].ravel()])
    found = minimize(lambda at: _energy(vehicle, platform, bank, at, gas), z + 0.004, method="BFGS", options={"gtol": 1e-2})
    assert z == pytest.approx(found.x, abs=1e-5)
    force, _ = ExactForces(platform, bank)(rest.travel_m)
    assert TableForces(platform, bank)(rest.travel_m)[0] == pytest.approx(force, abs=60.0)
    x = 0.10 + row[1, 6:, :, 0] @ rest.travel_m[1, :, 0]
    left, right = (float(f) for f in tee.both(*x)[0])
    assert left == pytest.approx(right), "one pressure, one area: a tee cannot cure a lean"
    assert area * float(tee.gauge_at(*x)) == pytest.approx(left)


def test_a_tee_gives_nothing_in_roll_and_two_bags_in_heave() -> None:
    tee = TeedAir(bag=ROUND, gauge_pa=4e5, set_x_m=(0.1, 0.1))
    alone = ClosedAir(bag=ROUND, gauge_pa=4e5, set_x_m=0.1)
    at = np.asarray(0.1)
    own, cross, other = (float(k) for k in tee.both(at, at)[1])
    assert own - cross == pytest.approx(0.0, abs=1e-6), "gas that only goes over stiffens nothing"
    assert own + cross == pytest.approx(float(alone.rate(at))), "both pressed together: as shut in apart"
    assert own == other


@pytest.mark.parametrize("load", [(0.0, 0.0), (700.0, 0.5), (700.0, -1.6)])
@pytest.mark.parametrize("arms", [(0.07, 0.07), (0.06, 0.08)])
def test_an_equalized_tandem_rests_where_the_energy_is_least(load: tuple[float, float], arms: tuple[float, float]) -> None:
    """Three axles, the last two on beams: against scipy's minimise over pose, wheels and both beams; axle loads by the arms."""
    vehicle = VehicleSpec(
        (
            AxleSpec(0.0),
            AxleSpec(-2.6, Layout.SOLID, place=0.7, rate=60e3, unsprung=60.0),
            AxleSpec(-3.5, Layout.SOLID, place=0.7, rate=60e3, unsprung=60.0),
        ),
        ((2300.0, -1.7, 0.03), (load[0] or 1.0, -2.6 + load[1], -0.2)),
    )
    platform, bank = _free(vehicle)
    beam = Equalized(front=Coil(60e3), rear=Coil(60e3), arms_m=arms)
    bank = Bank([*bank.laws, Coupled((-1.0, 1.0), ())], (), (beam,))
    law, tandem = platform.law.copy(), np.full(platform.law.shape, -1)
    law[1:, [0, 4]] = len(bank.laws) - 1
    tandem[1, [0, 4]] = 0
    platform = replace(platform, law=law, tandem=tandem)
    rest = solve_equilibrium(platform, bank, exact=True, tolerance_n=1e-4)
    assert rest.converged.all()

    def springs(x: np.ndarray, beams: np.ndarray) -> float:
        total = 0.0
        for p, angle in zip((0, 4), beams, strict=True):
            front, rear = x[1, p] - arms[0] * angle, x[2, p] + arms[1] * angle
            total += 0.5 * 60e3 * (max(front, 0.0) ** 2 + max(rear, 0.0) ** 2)
        return total

    z = np.concatenate([rest.pose[:, 0], rest.wheel_m[..., 0].ravel()])
    start = np.concatenate([z + 0.003, [0.0, 0.0]])

    def whole(at: np.ndarray) -> float:
        return _energy(vehicle, platform, bank, at[:-2], lambda x: springs(x, at[-2:]))

    found = minimize(whole, start, method="BFGS", options={"gtol": 1e-2})
    assert z == pytest.approx(found.x[:-2], abs=2e-5)
    assert np.abs(approx_fprime(found.x, whole, 1e-7)).max() < 5.0
    held = rest.force_n[..., 0].sum(axis=1)
    assert held[1] * arms[0] == pytest.approx(held[2] * arms[1], rel=1e-6), "the split is statics alone, wherever the load lies"


@given(gauge=st.floats(1.1e5, 7.5e5), x=st.floats(0.02, 0.17), more=st.floats(0.2, 5.0))
def test_a_levelling_valve_holds_its_height_within_its_band_between_its_pressures(gauge: float, x: float, more: float) -> None:
    law = levelled(ROUND, gauge, x, (1e5, 8e5), 0.004, SEA_LEVEL)
    assert float(law.gauge_at(np.asarray(x))) == pytest.approx(gauge)
    force = float(law.force(np.asarray(x))) * more
    most, least = (p * ROUND.area_m2[0] for p in (8e5, 1e5))
    if least * 1.001 < force < most * 0.999:
        there = brentq(lambda at: float(law.force(np.asarray(at))) - force, x - 0.01, x + 0.01)
        assert abs(there - x) <= 2 * law.band_m
        rides = law.riding(there)
        assert float(rides.force(np.asarray(there))) == pytest.approx(force)
        assert float(rides.rate(np.asarray(there))) < float(law.rate(np.asarray(there))), "a bump meets the gas, not the valve"
    assert float(law.force(np.asarray(0.18))) <= most * (1 + 1e-9)


@given(first=st.floats(-1.0, 1.0), second=st.floats(-1.0, 1.0))
def test_wherever_bags_stand_a_bump_meets_gas_that_can_be_said(first: float, second: float) -> None:
    """Pressed flat, the gas of a shut bag would be at hundreds of bar: it counts as what a gauge reads, and nothing falls."""
    valve = levelled(ROUND, 4e5, 0.1, (1e5, 8e5), 0.004, SEA_LEVEL)
    shut = ClosedAir(bag=ROUND, gauge_pa=4e5, set_x_m=0.02)
    alone = [law.riding(first) for law in (shut, valve)]
    for law in (TeedAir(bag=ROUND, gauge_pa=4e5, set_x_m=(0.02, 0.02)), LevelledTee(valve)):
        (left, right), tangent = law.riding(first, second).both(np.asarray(first), np.asarray(second))
        assert np.isfinite([left, right, *tangent]).all() and left >= 0.0 and right >= 0.0
    assert all(np.isfinite([law.force(np.asarray(first)), law.rate(np.asarray(first))]).all() for law in alone)


@pytest.mark.parametrize(
    ("make", "words"),
    [
        (lambda: levelled(ROUND, 9e5, 0.1, (1e5, 8e5), 0.003, SEA_LEVEL), "valve pressure needed"),
        (lambda: LevelledAir(bag=ROUND, least_pa=5e5, most_pa=4e5, from_x_m=0.1), "minimum pressure"),
        (lambda: LevelledAir(bag=ROUND, least_pa=1e5, most_pa=4e5, from_x_m=0.1, band_m=0.2), "dead band"),
        (lambda: TeedAir(bag=ROUND, gauge_pa=4e6, set_x_m=(0.1, 0.1)), "gauge pressure"),
        (lambda: Equalized(front=RISING, rear=RISING, arms_m=(0.07, 0.001)), "equalizer arm length"),
        (lambda: Equalized(front=RISING, rear=RISING, arms_m=(0.07, 0.07), stop_rad=2.0), "equalizer angle at its stop"),
    ],
)
def test_what_is_no_couple_is_refused_in_words(make, words: str) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(OutOfRange, match=words):
        make()
