"""Where naive tools go wrong: each point checked against a closed form, statics, or common practice."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from isostat.core.limits import GRAVITY
from isostat.core.parts.motion import Motion
from isostat.core.rates.purchase import Sides, order_springs
from isostat.core.rates.rate import (
    ride_frequency,
    spring_rate_for_wheel_rate,
    wheel_rate,
    wheel_rate_for_frequency,
    wheel_rate_for_two_loads,
)
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.layout import Layout
from isostat.core.vehicle.pose import Pose, fit_pose, pads_for, planar_travel, spring_forces
from isostat.core.vehicle.wheel_forces import ExactForces
from tests.vehicles import FLATBED, AxleSpec, VehicleSpec, platform_of

INCH = 0.0254


def solved(vehicle: VehicleSpec, **changes: object):  # type: ignore[no-untyped-def]
    platform, bank = platform_of(vehicle)
    return solve_equilibrium(replace(platform, **changes), bank, exact=True)  # type: ignore[arg-type]


def stiff_tyres(kf: float, kr: float, half: float = 0.8) -> VehicleSpec:
    """Four plain springs under a chassis: the tyres next to rigid, no wheel weight, for closed forms."""
    load = 1000.0 * GRAVITY

    def axle(x: float, k: float) -> AxleSpec:
        return AxleSpec(
            x,
            rate=k,
            press=(load / 2 / k, load / 2 / k),
            tyre=5e9,
            squash=(load / 2 / 5e9,) * 2,
            unsprung=1e-9,
            half_track=half,
            stop_gap=0.2,
            droop=0.2,
        )

    return VehicleSpec((axle(0.0, kf), axle(-3.0, kr)), ((2000.0, -1.5, 0.0),))


@pytest.mark.parametrize(
    ("deflection_mm", "hz"),
    [  # closed form, f = sqrt(g/δ)/2π
        (25, 3.152),
        (50, 2.229),
        (75, 1.820),
        (100, 1.576),
        (125, 1.410),
        (150, 1.287),
        (200, 1.114),
        (300, 0.910),
    ],
)
def test_frequency_from_static_deflection(deflection_mm: float, hz: float) -> None:
    mass = 437.0
    assert ride_frequency(mass * GRAVITY / (deflection_mm / 1000), mass) == pytest.approx(hz, abs=0.001)


def test_frequency_and_its_inverse_agree_with_published_pairs() -> None:
    # 400 kg on 20 N/mm, 1.125395 Hz (MuJoCo); R-03: 1.5 Hz is a deflection of 110.40 mm (closed form)
    assert ride_frequency(20_000.0, 400.0) == pytest.approx(1.125395, abs=1e-6)
    assert 400 * GRAVITY / wheel_rate_for_frequency(1.5, 400.0) == pytest.approx(0.11040, abs=1e-5)
    assert wheel_rate_for_two_loads(4000.0, 7000.0, 0.05) == pytest.approx(60_000.0)


def test_lever_rule_and_attitude() -> None:
    # W-01, W-02: statics; MuJoCo body on four springs gives the same
    v = stiff_tyres(40_000.0, 60_000.0)
    before, after = solved(v), solved(v.with_mass(150.0, -4.2, 0.0))
    front, rear = (after.pad_n - before.pad_n).sum(axis=(1, 2)) / GRAVITY
    assert (front, rear) == (pytest.approx(-60.0, abs=0.02), pytest.approx(210.0, abs=0.02))
    assert (before.travel_m - after.travel_m)[0, 0, 0] * 1000 == pytest.approx(7.355, abs=0.01)
    assert (after.travel_m - before.travel_m)[1, 0, 0] * 1000 == pytest.approx(17.162, abs=0.01)
    assert np.degrees(after.pose[1, 0]) == pytest.approx(-0.4682, abs=0.0005)


def test_off_centre_load_shares_roll_by_stiffness() -> None:
    # W-03: closed form; MuJoCo ±0.02 kg
    v = stiff_tyres(40_000.0, 60_000.0)
    change = (solved(v.with_mass(100.0, -2.5, 0.4)).pad_n - solved(v).pad_n)[..., 0].ravel() / GRAVITY
    assert change == pytest.approx([18.33, -1.67, 56.67, 26.67], abs=0.02)


def test_corners_are_not_separate() -> None:
    """Point 1: a spacer at one corner lifts it by less than spacer/MR, moves the others, changes both diagonals."""
    platform, bank = platform_of(FLATBED)
    before = solve_equilibrium(platform, bank, exact=True)
    raised = platform.offset_m.copy()
    raised[0, 0] += 0.010
    after = solve_equilibrium(replace(platform, offset_m=raised), bank, exact=True)
    lift = (before.travel_m - after.travel_m)[..., 0]
    assert 0.003 < lift[0, 0] < 0.0095
    assert abs(lift[0, 1]) > 0.0005
    change = (after.pad_n - before.pad_n)[..., 0]
    assert change[0, 0] > 40 and change[1, 1] > 40 and change[0, 1] < -40 and change[1, 0] < -40
    # W-04, statics: one collar changes the cross weight, neither axle nor side sums
    assert change.sum(axis=1) == pytest.approx([0, 0], abs=0.1)
    assert change.sum(axis=0) == pytest.approx([0, 0], abs=0.1)


def test_hub_to_body_and_ground_to_body_are_different_answers() -> None:
    """Point 2: an added load squashes the tyre as well; all four hub-to-body heights together fix the loads."""
    platform, bank = platform_of(FLATBED.with_mass(400.0, -2.9, 0.1))
    loaded = solve_equilibrium(platform, bank, exact=True)
    tyre = -loaded.wheel_m[1, 0, 0]
    assert tyre > 0.003
    pads = pads_for(platform, 0, loaded.travel_m[..., 0])
    assert pads == pytest.approx(loaded.pad_n[..., 0], abs=0.5)


def test_springs_of_a_beam_stand_inboard() -> None:
    """Point 3: at ±t in place of ±s the roll stiffness of the springs comes out (t/s)² too high."""

    def roll_stiffness(place: float) -> float:
        v = replace(
            stiff_tyres(1.0e3, 60_000.0),
            axles=(
                replace(stiff_tyres(1.0e3, 60_000.0).axles[0], rate=600.0, press=(8.0, 8.0)),
                replace(stiff_tyres(1.0e3, 60_000.0).axles[1], layout=Layout.SOLID, place=place),
            ),
        )
        rest = solved(v.with_mass(10.0, -3.0, 0.5))
        base = solved(v)
        return 10 * GRAVITY * 0.5 / (base.pose[2, 0] - rest.pose[2, 0])

    assert roll_stiffness(1.0) / roll_stiffness(0.65) == pytest.approx(1 / 0.65**2, rel=0.03)


def test_wheel_rate_holds_the_change_of_the_motion_ratio() -> None:
    """Point 4 and B-05: 60 N/mm, 4000 N at the arm of B-04 gives 29.313 + 1.178 = 30.491 N/mm (virtual work)."""
    arm_wheel, arm_shock, top = 0.420, 0.300, np.array([0.220, 0.380])

    def shock_length(angle: np.ndarray) -> np.ndarray:
        return np.hypot(arm_shock * np.cos(angle) - top[0], arm_shock * np.sin(angle) - top[1])

    # B-04: law of cosines; MuJoCo spatial tendon
    assert shock_length(np.radians([-15, 0, 15])) * 1000 == pytest.approx([462.935, 388.330, 310.302], abs=0.001)
    v = np.linspace(-0.10, 0.10, 41)
    motion = Motion(0.7, tuple(v), tuple(shock_length(np.array(0.0)) - shock_length(np.arcsin(v / arm_wheel))))
    _, slope, bend = (float(n) for n in motion.at(np.array(0.0)))
    assert slope == pytest.approx(0.6990, abs=0.0001)
    assert slope**2 * 60.0 == pytest.approx(29.313, abs=0.01)
    assert wheel_rate(60_000.0, 4000.0, slope, bend) / 1000 == pytest.approx(30.491, abs=0.02)
    assert spring_rate_for_wheel_rate(30_491.0, 4000.0, slope, bend) == pytest.approx(60_000.0, rel=1e-3)


def test_preload_moves_height_not_rate_and_spends_droop() -> None:
    """Point 5 and S-06: 250 lb/in under 500 lbf sags 2 in, with 1 in of preload 1 in (closed form)."""
    lbf, rate = 4.4482216152605, 250 * 175.12683524647636
    spring = Coil(rate)
    for preload, sag in ((0.0, 2.0), (1.0, 1.0)):
        order = order_springs(np.full(2, 0.30), np.full(2, 500 * lbf / rate), (rate, rate), Sides.SAME)
        assert spring.force(np.array((preload + sag) * INCH)) == pytest.approx(500 * lbf)
        assert order.need_m[0] == pytest.approx(0.30 + 2 * INCH)
    # beyond the static load the shock stays at full droop: more preload lifts nothing
    heights = []
    for press in (0.30, 0.36):
        v = replace(FLATBED, axles=tuple(replace(a, press=(press, press), droop=0.04) for a in FLATBED.axles))
        heights.append(-solved(v).travel_m[0, 0, 0])
    assert heights[0] == pytest.approx(0.04, abs=0.003)
    assert heights[1] - heights[0] < 0.002


def test_lift_through_a_motion_ratio_of_0_7() -> None:
    """S-07 and the bar half of point 7 (closed form): +50 kg and +40 mm want 39.67 mm more spring."""
    rate, ratio = 60_000.0, 0.7
    was, now = 420.0 * GRAVITY / ratio, 470.0 * GRAVITY / ratio
    space = np.full(2, 0.300 - ratio * -0.040)  # the room grows by the lift
    before = order_springs(np.full(2, 0.300), np.full(2, was / rate), (rate, rate), Sides.SAME)
    after = order_springs(space, np.full(2, now / rate), (rate, rate), Sides.SAME)
    assert (after.need_m[0] - before.need_m[0]) * 1000 == pytest.approx(39.67, abs=0.01)


@pytest.mark.parametrize(("opposed", "expected"), [(False, 1.0), (True, 2.0)])
def test_bar_rate_is_per_difference_so_opposed_wheels_feel_twice(opposed: bool, expected: float) -> None:
    """Point 7: K_b a wheel for one wheel moving, 2·K_b for opposed wheels."""
    platform, bank = platform_of(replace(FLATBED, axles=tuple(replace(a, bar=20_000.0) for a in FLATBED.axles)))

    def force(u: tuple[float, float], bar: float) -> float:
        p = replace(platform, bar_rate=np.full_like(platform.bar_rate, bar))
        return float(ExactForces(p, bank)(np.array([[[u[0]], [u[1]]]] * 2))[0][0, 0, 0])

    u = (0.01, -0.01 if opposed else 0.0)
    assert force(u, 20_000.0) - force(u, 0.0) == pytest.approx(expected * 20_000.0 * 0.01)


def test_axle_loads_are_statics() -> None:
    """Point 18: no spring and no preload moves load between the axles; only moving the load does."""
    v = FLATBED.with_mass(500.0, -2.7, 0.2)
    soft = solved(v)
    stiff = solved(replace(v, axles=tuple(replace(a, rate=a.rate * 2, press=(a.press[0] / 2 + 0.03,) * 2) for a in v.axles)))
    assert stiff.pad_n.sum(axis=1)[:, 0] == pytest.approx(soft.pad_n.sum(axis=1)[:, 0], abs=0.1)


@pytest.mark.parametrize("layout", [Layout.INDEPENDENT, Layout.SOLID])
@pytest.mark.parametrize("lean", [None, 0.0, 0.012])
def test_backwards_then_forwards_returns_the_pose(layout: Layout, lean: float | None) -> None:
    v = replace(FLATBED, axles=(FLATBED.axles[0], replace(FLATBED.axles[1], layout=layout))).with_mass(300.0, -2.8, 0.45)
    platform, bank = platform_of(v)
    x, half = platform.axle_x_m[:, 0], platform.half_track_m[:, 0]
    wanted = planar_travel(Pose(0.05, 0.03, lean), x, half, np.array([-0.004, -0.006]))
    pads = pads_for(platform, 0, wanted)
    assert pads.sum() == pytest.approx(platform.whole_weight[0, 0], abs=0.01)
    springs = spring_forces(platform, bank, 0, pads - platform.unsprung_n[..., 0], wanted, (0, 4))
    offset = platform.offset_m.copy()
    for axle in range(2):
        for side, part in ((0, 0), (1, 4)):
            v_part = platform.row[axle, part, :, 0] @ wanted[axle]
            offset[axle, part] = springs[axle, side] / v.axles[axle].rate - v_part
    rest = solve_equilibrium(replace(platform, offset_m=offset), bank, exact=True)
    assert np.abs(rest.travel_m[..., 0] - wanted).max() < 1e-5
    pose, warp = fit_pose(-wanted, x, half, np.array([-0.004, -0.006]))
    assert (pose.front_lift_m, pose.rear_lift_m, warp) == (pytest.approx(0.05), pytest.approx(0.03), pytest.approx(0.0))


def test_warp_of_ten_millimetres_moves_the_cross_weight_by_the_tyres_alone() -> None:
    """±w/Σ(1/k_t) a wheel at equal tracks: closed form."""
    platform, _ = platform_of(FLATBED)
    flat, warped = np.zeros((2, 2)), np.array([[0.010, 0.0], [0.0, 0.0]])
    change = pads_for(platform, 0, warped) - pads_for(platform, 0, flat)
    expected = 0.010 / sum(1 / k for k in platform.tyre_rate[..., 0].ravel())
    assert np.abs(change) == pytest.approx(np.full((2, 2), expected), rel=1e-6)


def test_steel_bumper_and_winch_and_the_spacer_that_restores() -> None:
    """Common practice, no source: coil front of MR 1 sags 3/4 in, a 3/4 in spacer puts it back."""
    sag = 0.75 * INCH
    rate = 35_000.0
    more = 2 * rate * sag / GRAVITY  # what weighs the front down by that much, on the front axle line
    v = replace(FLATBED, axles=(replace(FLATBED.axles[0], layout=Layout.SOLID), FLATBED.axles[1]))
    platform, bank = platform_of(v)
    before = solve_equilibrium(platform, bank, exact=True)
    heavy, _ = platform_of(v.with_mass(more, 0.0, 0.0))
    sagged = solve_equilibrium(heavy, bank, exact=True)
    assert sagged.travel_m[0, 0, 0] - before.travel_m[0, 0, 0] == pytest.approx(sag, abs=0.0005)
    offset = heavy.offset_m.copy()
    offset[0, [0, 4]] += sag
    cured = solve_equilibrium(replace(heavy, offset_m=offset), bank, exact=True)
    assert cured.travel_m[0, 0, 0] == pytest.approx(before.travel_m[0, 0, 0], abs=0.0005)
