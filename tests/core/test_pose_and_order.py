"""Backwards and forwards again: a pose asks for forces, forces for springs, and the springs give the pose."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.rates.purchase import Sides, Stock, order_springs
from isostat.core.rates.rate import (
    ride_frequency,
    spring_rate_for_wheel_rate,
    wheel_rate,
    wheel_rate_for_frequency,
    wheel_rate_for_two_loads,
)
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.layout import SIDES, Layout, row
from isostat.core.vehicle.pose import Pose, fit_pose, pads_for, planar_travel, spring_forces
from tests.vehicles import FLATBED, AxleSpec, VehicleSpec, platform_of

X, HALF, DIFFERENCE = np.array([0.0, -3.1]), np.array([0.79, 0.80]), np.array([-0.004, -0.006])
lifts = st.floats(-0.08, 0.12)
leans = st.floats(-0.03, 0.03)
MAIN = (0, 4)  # the main springs among the parts of a given axle, left and right


@given(lifts, lifts, leans)
def test_a_pose_fitted_to_its_own_corners_is_that_pose_without_warp(front: float, rear: float, lean: float) -> None:
    half = np.array([0.8, 0.8])
    lift = -planar_travel(Pose(front, rear, lean), X, half, DIFFERENCE)
    pose, warp = fit_pose(lift, X, half, DIFFERENCE)
    assert (pose.front_lift_m, pose.rear_lift_m, pose.lean_m) == pytest.approx((front, rear, lean), abs=1e-12)
    assert warp == pytest.approx(0.0, abs=1e-12)


@given(lifts, lifts, leans, st.floats(-0.04, 0.04))
def test_a_twist_of_the_corners_moves_no_plane(front: float, rear: float, lean: float, twist: float) -> None:
    """At equal tracks a pure warp is orthogonal to heave, pitch and roll."""
    half = np.array([0.8, 0.8])
    lift = -planar_travel(Pose(front, rear, lean), X, half, DIFFERENCE)
    pure = np.array([[-1.0, 1.0], [1.0, -1.0]]) * twist / 4
    pose, warp = fit_pose(lift + pure, X, half, DIFFERENCE)
    assert (pose.front_lift_m, pose.rear_lift_m, pose.lean_m) == pytest.approx((front, rear, lean), abs=1e-9)
    assert warp == pytest.approx(twist, abs=1e-9)


@given(lifts, lifts)
def test_without_a_wanted_lean_left_and_right_are_lifted_alike(front: float, rear: float) -> None:
    u = planar_travel(Pose(front, rear), X, HALF, DIFFERENCE)
    assert u[:, 0] == pytest.approx(u[:, 1])
    assert u[:, 0] == pytest.approx([-front, -rear])


vehicles = st.builds(
    lambda m, x, y, bar, place: VehicleSpec(
        (AxleSpec(0.0, bar=bar), AxleSpec(-3.0, Layout.SOLID, place=place, unsprung=70.0)), ((1900.0, -1.4, 0.0), (m, x, y))
    ),
    st.floats(0, 600),
    st.floats(-3.2, -0.4),
    st.floats(-0.35, 0.35),
    st.floats(0, 3e4),
    st.floats(0.4, 0.95),
)


@given(vehicles, st.floats(-0.03, 0.05), st.floats(-0.03, 0.05), leans, st.floats(20e3, 80e3))
@settings(max_examples=60, deadline=None)
def test_springs_of_the_forces_asked_for_stand_exactly_in_the_pose(
    vehicle: VehicleSpec, front: float, rear: float, lean: float, rate: float
) -> None:
    platform, bank = platform_of(vehicle)
    half = platform.half_track_m[:, 0]
    u = planar_travel(Pose(front, rear, lean / 2), platform.axle_x_m[:, 0], half, np.zeros(2))
    pads = pads_for(platform, 0, u)
    assert pads.sum() == pytest.approx(float(platform.whole_weight[0, 0]), rel=1e-9)
    force = spring_forces(platform, bank, 0, pads - platform.unsprung_n[..., 0], u, MAIN)
    if (pads <= 0).any():
        return  # a wheel would have to pull: not a pose that can be had
    # replace the main springs by others that give just this force at this travel, whatever their rate
    law, offset = platform.law.copy(), platform.offset_m.copy()
    bank = Bank((*bank.laws, Coil(rate)))
    for axle in (0, 1):
        for n, part in enumerate(MAIN):
            law[axle, part, 0] = len(bank.laws) - 1
            offset[axle, part, 0] = force[axle, n] / rate - float(platform.row[axle, part, :, 0] @ u[axle])
    if (force < 0).any():
        return
    rest = solve_equilibrium(replace(platform, law=law, offset_m=offset), bank, exact=True, tolerance_n=1e-4)
    assert rest.converged.all()
    assert rest.travel_m[..., 0] == pytest.approx(u, abs=2e-6)
    assert rest.pad_n[..., 0] == pytest.approx(pads, abs=0.5)


@given(
    st.lists(st.floats(0.2, 0.4), min_size=2, max_size=2),
    st.lists(st.floats(500, 9000), min_size=2, max_size=2),
    st.floats(20e3, 2e5),
    st.sampled_from(Sides),
)
def test_what_is_ordered_gives_the_force_that_was_asked_for(
    space: list[float], force: list[float], rate: float, sides: Sides
) -> None:
    o = order_springs(np.array(space), np.array(force) / rate, (rate, rate), sides)
    given_force = [rate * (o.free_m[n] + o.spacer_m[n] - space[n]) for n in (0, 1)]
    slack = rate * 0.0011  # lengths and spacers are whole millimetres
    if sides is Sides.SAME:
        assert sum(given_force) == pytest.approx(sum(force), abs=2 * slack)
        assert o.spacer_m == (0.0, 0.0)
    else:
        assert given_force == pytest.approx(force, abs=slack)
    if sides is not Sides.EACH:
        assert o.free_m[0] == o.free_m[1], "same springs both sides"
    assert min(o.spacer_m) >= 0.0
    assert all(m * 1000 == pytest.approx(round(m * 1000), abs=1e-6) for m in (*o.free_m, *o.spacer_m))


@given(
    st.floats(0.2, 0.4), st.floats(0.22, 0.4), st.floats(0.01, 0.15), st.sampled_from([Sides.SPACER, Sides.EACH]),
    st.sampled_from([1.0, 2.0]),
)  # fmt: skip
def test_off_the_shelf_the_shorter_spring_and_a_spacer_meet_the_target(
    left: float, right: float, pressed: float, sides: Sides, inches: float
) -> None:
    step = inches * 0.0254
    space = np.array([left, right])
    o = order_springs(space, np.full(2, pressed), (3e4, 3e4), sides, stock=Stock(4378.0, step))
    for free, spacer, room in zip(o.free_m, o.spacer_m, space, strict=True):
        assert free / step == pytest.approx(round(free / step), abs=1e-3)
        assert spacer >= 0.0
        assert free + spacer - room == pytest.approx(pressed, abs=0.0011)
    if sides is Sides.EACH:
        assert max(o.spacer_m) <= step + 0.001


@given(st.floats(0.1, 0.6), st.floats(0.0, 0.03), st.floats(20e3, 2e5))
def test_chosen_lengths_and_spacers_win_and_only_evenness_is_solved(free: float, spacer: float, rate: float) -> None:
    space, force = np.array([0.28, 0.29]), np.array([5000.0, 5400.0])
    both = order_springs(space, force / rate, (rate, rate), Sides.SPACER, (free, free), (None, None))
    assert both.free_m == (free, free)
    assert min(both.spacer_m) == 0.0, "a chosen spring sits where it sits: no spacer lifts both"
    set_spacers = order_springs(space, force / rate, (rate, rate), Sides.SPACER, (None, None), (spacer, 0.0))
    assert set_spacers.spacer_m == (spacer, 0.0)


@given(st.floats(0.8, 3.0), st.floats(100, 1500), st.floats(0.3, 1.0), st.floats(0, 9000), st.floats(-1.0, 1.0))
def test_rates_go_through_the_motion_ratio_and_back(hz: float, kg: float, ratio: float, force: float, bend: float) -> None:
    at_wheel = wheel_rate_for_frequency(hz, kg)
    assert ride_frequency(at_wheel, kg * GRAVITY / GRAVITY) == pytest.approx(hz)
    spring = spring_rate_for_wheel_rate(at_wheel, force, ratio, bend)
    assert wheel_rate(spring, force, ratio, bend) == pytest.approx(at_wheel, rel=1e-9)


@pytest.mark.parametrize(("light", "full", "differ"), [(4000.0, 4020.0, 0.04), (4000.0, 6000.0, 0.0005), (4000.0, 6000.0, 0.9)])
def test_two_loads_too_alike_or_too_far_apart_in_height_pick_no_rate(light: float, full: float, differ: float) -> None:
    with pytest.raises(OutOfRange, match=r"difference, light to full: .* is not in the range"):
        wheel_rate_for_two_loads(light, full, differ)


def test_the_rate_of_two_loads_is_their_difference_over_the_height_whichever_is_named_first() -> None:
    assert wheel_rate_for_two_loads(4000.0, 6400.0, 0.04) == wheel_rate_for_two_loads(6400.0, 4000.0, 0.04)
    assert wheel_rate_for_two_loads(4000.0, 6400.0, 0.04) == pytest.approx(60_000.0)


@pytest.mark.parametrize("layout", list(Layout))
def test_rows_of_both_sides_add_up_to_the_whole_travel_of_the_axle(layout: Layout) -> None:
    rows = np.array([row(layout, side, 0.6) for side in SIDES])
    assert rows.sum(axis=1) == pytest.approx([1.0, 1.0]), "both wheels together: every part sees the wheel's travel"
    roll = rows @ np.array([1.0, -1.0])
    assert roll == pytest.approx([1.0, -1.0] if layout is Layout.INDEPENDENT else [0.6, -0.6])


def test_the_demo_said_flatbed_is_at_rest_where_it_was_said() -> None:
    platform, bank = platform_of(FLATBED)
    rest = solve_equilibrium(platform, bank, exact=True)
    again = solve_equilibrium(platform, bank, exact=True, start=rest)
    assert again.travel_m == pytest.approx(rest.travel_m, abs=1e-9)
    assert again.passes.max() <= 2
