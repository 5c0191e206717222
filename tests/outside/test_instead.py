"""What a tuner has instead: bar, tyre, centre of gravity, stop and lift test against other ways to the same number."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad

from isostat.core.fitting.lift import lift_test
from isostat.core.fitting.stop_fit import stop_from_press
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.bar import E_STEEL, bar_rate
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.springs.torsion.bar import SHEAR
from isostat.core.vehicle.center_of_gravity import gravity_height, pads_shift


@given(st.floats(0.012, 0.04), st.floats(0.1, 0.5), st.floats(0.4, 1.4), st.floats(0.2, 1.0))
@settings(max_examples=40, deadline=None)
def test_a_bar_gives_way_as_its_strain_energy_says(d: float, arm: float, length: float, ratio: float) -> None:
    """Castigliano (any strength of materials text): ∂U/∂P of bending in both arms and torsion in the middle, by quadrature."""
    second, polar = math.pi * d**4 / 64, math.pi * d**4 / 32
    bending = 2 * quad(lambda s: (s / E_STEEL / second) * s, 0.0, arm)[0]
    twist = quad(lambda _: arm * arm / (SHEAR * polar), 0.0, length)[0]
    assert bar_rate(d, arm, length, ratio) == pytest.approx(ratio**2 / (bending + twist), rel=1e-9)
    stiff = bar_rate(d, arm, length, ratio, 80e9)
    assert stiff == pytest.approx(ratio**2 / (bending + twist * SHEAR / 80e9), rel=1e-9), "another steel"


def test_a_bar_stiffens_with_the_fourth_power_of_its_diameter_and_refuses_what_is_no_bar() -> None:
    assert bar_rate(0.030, 0.25, 1.0) / bar_rate(0.025, 0.25, 1.0) == pytest.approx(1.2**4)
    with pytest.raises(OutOfRange, match=r"bar diameter: 0.3 m is not in the range 0.005 to 0.1"):
        bar_rate(0.3, 0.25, 1.0)


@given(st.floats(0.4, 1.4), st.floats(0.25, 0.75), st.floats(2.0, 4.0), st.floats(0.15, 0.9))
@settings(max_examples=60, deadline=None)
def test_the_height_of_gravity_comes_back_from_a_rigid_body_turned_about_its_front_hub(
    height: float, ahead: float, base: float, raised: float
) -> None:
    """Rigid statics with the body turned by a rotation matrix, wheels of 0.36 m radius, moments about the rear contact."""
    hub, mass, angle = 0.36, 2100.0, math.asin(raised / base)
    back = base * ahead  # of the centre of gravity behind the front hub
    turn = np.array([[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]])
    gravity_x = float((turn @ np.array([back, height - hub]))[0])
    front_level = mass * (1 - back / base)
    front_raised = mass * (1 - gravity_x / (base * math.cos(angle)))
    found = gravity_height(hub, mass, front_raised - front_level, base, raised)
    assert found == pytest.approx(height, abs=1e-9)
    lower = 0.01
    small = gravity_height(hub, mass, pads_shift(mass, height - hub, base, lower), base, lower + 0.04)
    assert small < height, "shifts of blocks that are a little lower are the same lever, small"


@given(st.floats(5e3, 2e5), st.floats(0.01, 0.08), st.lists(st.floats(0.15, 0.93), min_size=2, max_size=5, unique=True))
@settings(max_examples=60, deadline=None)
def test_a_stop_comes_back_from_its_own_press_readings(k0: float, flat: float, shares: list[float]) -> None:
    if max(shares) - min(shares) < 0.2:
        return
    x = np.array(sorted(shares)) * flat
    found_k0, found_flat = stop_from_press(tuple(x), tuple(BumpStop(k0, flat).force(x)))
    again = BumpStop(found_k0, max(found_flat, 0.002)).force(x)
    assert again == pytest.approx(BumpStop(k0, flat).force(x), rel=0.02)
    assert stop_from_press(tuple(x[:1]), tuple(BumpStop(k0, flat).force(x[:1])), flat)[0] == pytest.approx(k0, rel=1e-6)


def _lifted(rng: np.random.Generator, rate: float, friction_n: float, top: float | None, *, both: bool = True):  # type: ignore[no-untyped-def]
    ways = np.array([True] * 7 + [False] * 7 if both else [True] * 7)
    heights = np.tile(np.linspace(0.47, 0.575 if top is None else top - 0.004, 7), 2)[: ways.size]
    force = 4600.0 - rate * (heights - 0.47) + np.where(ways, -friction_n, friction_n)
    if top is not None:  # jacked further than the shock lets the wheel follow
        ways, heights = np.append(ways, [True, True]), np.append(heights, [top, top])
        force = np.append(force, [force.min() * 0.6, force.min() * 0.35])
    read = np.round(heights + rng.normal(0, 0.0007, heights.size), 3)
    return read, force * (1 + rng.normal(0, 0.005, force.size)), ways


def test_the_stated_error_of_a_lift_test_covers_the_true_rate_under_noise_rounding_and_friction() -> None:
    """500 seeds with tape ±1.5 mm, rounded to a millimetre, pads ±1 % and 150 N of friction; about 95 % are to lie inside."""
    rng, inside, friction = np.random.default_rng(5), 0, []
    for _ in range(500):
        h, f, up = _lifted(rng, 30e3, 150.0, None)
        said = lift_test(h, f, up, (0.00075, 0.005), 45e3)
        assert said is not None and said.topped_m is None
        inside += abs(np.log(said.wheel_rate / 30e3)) <= said.share
        friction.append(said.friction_n)
    assert 0.92 <= inside / 500 <= 1.0
    assert np.mean(friction) == pytest.approx(150.0, rel=0.05)


@pytest.mark.parametrize("top", [0.55, 0.60])
def test_a_lift_test_finds_where_the_wheel_hangs(top: float) -> None:
    h, f, up = _lifted(np.random.default_rng(3), 30e3, 120.0, top)
    said = lift_test(h, f, up, (0.00075, 0.005), 20e3)
    assert said is not None and said.topped_m == pytest.approx(top, abs=0.003)
    assert said.wheel_rate == pytest.approx(30e3, rel=0.06)


def test_readings_of_going_up_alone_are_biased_by_friction_and_say_that_they_do_not_tell_it() -> None:
    """Point 12: read while only unloading, the spring seems lower by friction over rate, whatever the rate comes out as."""
    h, f, up = _lifted(np.random.default_rng(1), 30e3, 200.0, None, both=False)
    said = lift_test(h, f, up, (0.00075, 0.005), 30e3)
    assert said is not None and not said.friction_known and said.friction_n == 0.0
    assert said.wheel_rate == pytest.approx(30e3, rel=0.05)
    unbiased = 4600.0 / GRAVITY
    assert f[0] / GRAVITY < unbiased - 10.0, "the pads alone would put the spring too low"
    assert lift_test(h[:3], f[:3], up[:3], (0.00075, 0.005), 30e3) is None
