"""Air springs: the gas law by a reference library, the standard atmosphere, virtual work, published and trade figures."""

from __future__ import annotations

import math

import numpy as np
import pytest
from CoolProp.CoolProp import PropsSI
from fluids.atmosphere import ATMOSPHERE_1976
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.integrate import quad

from isostat.core.limits import OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.springs.air.bag import FAST, SEA_LEVEL, Bag, ClosedAir, HeldAir, ambient_pa, charted, cylinder, pressure_for

# area 0.01 m², 5 litres at the reading, 5 bar gauge
ACROSS = math.sqrt(0.04 / math.pi)
BAG = cylinder(ACROSS, 0.5, 0.05)


def closed(exponent: float, **more: float) -> ClosedAir:
    return ClosedAir(bag=BAG, gauge_pa=500_000, set_x_m=0.0, exponent=exponent, **more)


@pytest.mark.parametrize(("n", "rate"), [(1.0, 12_027), (1.3, 15_634), (1.38, 16_597), (1.4, 16_837)])
def test_the_stiffness_is_of_absolute_pressure(n: float, rate: float) -> None:
    """A-01 and A-06: ideal gas; with gauge pressure in its place it would be 10.000 at n = 1."""
    law = closed(n)
    assert float(law.rate(np.asarray(0.0))) == pytest.approx(rate, abs=1)
    assert float(law.force(np.asarray(0.0))) == pytest.approx(5000.0)
    growing = Bag(x_m=(0.0, 0.1), area_m2=(0.01, 0.012), volume_m3=(0.005, 0.004))
    held = HeldAir(bag=growing, gauge_pa=500_000)
    assert float(held.rate(np.asarray(0.0))) == pytest.approx(10_000), "dA/dx 0.02 m²/m adds 10 N/mm"


def test_real_air_is_within_a_per_cent() -> None:
    """A-03 to A-05: CoolProp's air, isothermal and isentropic."""
    p, t, v = 601_325.0, 293.15, 0.005
    rho, s = PropsSI("D", "P", p, "T", t, "Air"), PropsSI("S", "P", p, "T", t, "Air")
    h = 1e-4
    for n, fixed, value in ((1.0, "T", t), (1.4, "S", s)):
        squeezed = PropsSI("P", "D", rho * v / (v - 0.01 * h), fixed, value, "Air")
        assert float(closed(n).rate(np.asarray(0.0))) == pytest.approx((squeezed - p) * 0.01 / h, rel=0.01)
        whole = PropsSI("P", "D", rho / 0.8, fixed, value, "Air") / p
        at = float(closed(n).gauge_at(np.asarray(0.1))) + SEA_LEVEL
        assert at / p == pytest.approx(whole, rel=0.03 if n > 1 else 0.005)


@pytest.mark.parametrize("height", [0, 500, 1000, 1500, 2000, 2500, 3000, 4000, 5000])
def test_the_standard_atmosphere(height: int) -> None:
    """A-07: ISO 2533 at geopotential heights, against a general library's 1976 atmosphere."""
    geometric = 6_356_766.0 * height / (6_356_766.0 - height)
    assert ambient_pa(height) == pytest.approx(ATMOSPHERE_1976(geometric).P, rel=2e-5)


def test_a_sealed_bag_taken_up_a_mountain_and_warmed() -> None:
    """A-08 and A-09: +21.83 kPa at 2000 m; 6.00 bar at 20 °C is 6.957 at 60 and 5.043 at −20, height unchanged."""
    high = closed(1.0, ambient_pa=ambient_pa(2000))
    assert float(high.gauge_at(np.asarray(0.0))) - 500_000 == pytest.approx(21_830, abs=10)
    assert float(high.force(np.asarray(0.0))) - 5000 == pytest.approx(218.3, abs=0.2)
    for celsius, bar in ((60, 6.957), (-20, 5.043)):
        said = ClosedAir(bag=BAG, gauge_pa=600_000, set_x_m=0.0, warmer=(celsius + 273.15) / 293.15)
        assert float(said.gauge_at(np.asarray(0.0))) / 1e5 == pytest.approx(bar, abs=2e-3)


@given(st.floats(5e4, 9e5), st.floats(1.0, 1.4), st.floats(0.0, 0.004), st.floats(0.001, 0.4))
def test_work_on_a_closed_bag_is_the_gases_and_the_slope_is_that_of_the_force(p: float, n: float, tank: float, x: float) -> None:
    """∫F dx = ∫(p − p_a) dV in closed form; slope by differences; the bank's table follows within a newton or two."""
    law = ClosedAir(bag=BAG, gauge_pa=p, set_x_m=0.0, exponent=n, tank_m3=tank)
    work, _ = quad(lambda s: float(law.force(np.asarray(s))), 0.0, x, limit=200)
    v0, v1, p0 = 0.005 + tank, 0.005 + tank - 0.01 * x, p + SEA_LEVEL
    gas = p0 * v0 * math.log(v0 / v1) if n < 1.0001 else p0 * v0**n * (v1 ** (1 - n) - v0 ** (1 - n)) / (n - 1)
    assert work == pytest.approx(gas - SEA_LEVEL * (v0 - v1), rel=2e-4, abs=1.0)
    h = 1e-6
    if 0.001 < x < 0.4:
        slope = float(law.force(np.asarray(x + h)) - law.force(np.asarray(x - h))) / (2 * h)
        assert float(law.rate(np.asarray(x))) == pytest.approx(slope, rel=1e-4)
    t = Bank((law,)).tables
    i = (x - t.low[0]) * t.per_step[0]
    k = int(i)
    assert t.force[k] + t.rise[k] * (i - k) == pytest.approx(float(law.force(np.asarray(x))), abs=2.0)


def test_ride_motion_is_stiffer_than_standing_and_frequency_hardly_depends_on_load() -> None:
    """A-02: 0.773 Hz slow, 0.908 fast, at 509.9 kg."""
    for n, hertz in ((1.0, 0.773), (FAST, 0.908)):
        assert math.sqrt(float(closed(n).rate(np.asarray(0.0))) / (5000 / 9.80665)) / (2 * math.pi) == pytest.approx(
            hertz, abs=1e-3
        )


@pytest.mark.parametrize("x", [-0.05, 0.0, 0.03])
def test_past_the_ends_of_its_table_a_bag_rides_on_the_gas_that_it_has_there(x: float) -> None:
    law = closed(1.0)
    end = np.asarray(np.clip(x, *law.domain))
    assert float(law.riding(x).gauge_at(end)) == pytest.approx(float(law.gauge_at(end)), rel=1e-12)


@pytest.mark.parametrize("warmer", [0.9, 1.1])
def test_a_bump_starts_from_the_force_that_stands_there_however_warm(warmer: float) -> None:
    law = closed(1.0, warmer=warmer, ambient_pa=80_000)
    assert float(law.riding(0.03).force(np.asarray(0.03))) == pytest.approx(float(law.force(np.asarray(0.03))), rel=1e-9)


def test_claims_are_held_against_pressure_times_area() -> None:
    """35 psi and 1,000 lb each: the bag would need about 6 in; 4,800 lb a pair at 100 psi about 5½ in (common practice)."""
    psi, pound = 6894.757, 4.4482216
    needed = math.sqrt(4 * 1000 * pound / (35 * psi) / math.pi)
    assert needed / 0.0254 == pytest.approx(6.0, abs=0.05)
    four = cylinder(4 * 0.0254, 0.2, 0.05)
    assert pressure_for(1000 * pound, four, 0.05) / psi == pytest.approx(79.6, abs=0.1), (
        "a 4 in bag in a coil would burst its maximum"
    )
    assert math.sqrt(4 * 2400 * pound / (100 * psi) / math.pi) / 0.0254 == pytest.approx(5.5, abs=0.05)


@given(
    areas=st.lists(st.floats(0.004, 0.03), min_size=3, max_size=12), gauge=st.floats(5e4, 9e5), share=st.floats(0.02, 0.98),
    n=st.sampled_from([1.0, 1.38]),
)  # fmt: skip
def test_between_the_rows_of_a_chart_volume_and_area_are_one_law(areas: list[float], gauge: float, share: float, n: float) -> None:
    """Virtual work: −dV/dx = A everywhere, by scipy's quadrature of the area; and the rate is the slope of the force."""
    heights = tuple(0.30 - 0.02 * k for k in range(len(areas)))
    bag = charted(heights, tuple(5e5 * a for a in areas), 5e5)
    x = share * bag.x_m[-1]
    swept = quad(lambda at: float(bag.area(np.asarray(at))[0]), 0.0, x, points=list(bag.x_m[1:-1]), limit=200)[0]
    assert bag.volume_m3[0] - float(bag.volume(np.asarray(x))) == pytest.approx(swept, rel=1e-7)
    law = ClosedAir(bag=bag, gauge_pa=gauge, set_x_m=0.0, exponent=n)
    h = 1e-7
    assume(min(abs(x - at) for at in bag.x_m) > 2 * h)
    slope = float(law.force(np.asarray(x + h)) - law.force(np.asarray(x - h))) / (2 * h)
    assert float(law.rate(np.asarray(x))) == pytest.approx(slope, rel=2e-5, abs=50.0)


def test_tables_that_break_virtual_work_are_said() -> None:
    good = Bag(x_m=(0.0, 0.05, 0.1), area_m2=(0.01, 0.01, 0.01), volume_m3=(0.003, 0.0025, 0.002))
    bad = Bag(x_m=(0.0, 0.05, 0.1), area_m2=(0.013, 0.013, 0.013), volume_m3=(0.003, 0.0025, 0.002))
    assert good.areas_apart < 1e-9 and bad.areas_apart == pytest.approx(1 - 1 / 1.3)


@pytest.mark.parametrize(
    ("make", "words"),
    [
        (lambda: closed(1.5), "gas exponent"),
        (lambda: HeldAir(bag=BAG, gauge_pa=2e6), "gauge pressure"),
        (lambda: cylinder(0.1, 0.2, 0.2), "compressed bag height"),
        (lambda: Bag(x_m=(0.0, 0.0), area_m2=(0.01, 0.01), volume_m3=(2e-3, 1e-3)), "compression step in the bag table"),
        (lambda: Bag(x_m=(0.0, 0.1), area_m2=(0.01, 0.01), volume_m3=(1e-3, 2e-3)), "volume step in the bag table"),
        (lambda: Bag(x_m=(0.0, 0.1), area_m2=(0.01, 0.01, 0.01), volume_m3=(2e-3, 1e-3)), "rows in the bag table"),
        (lambda: ambient_pa(9000), "altitude"),
    ],
)
def test_what_cannot_be_is_refused(make: object, words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        make()  # type: ignore[operator]
