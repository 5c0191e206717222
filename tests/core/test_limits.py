"""Every limit of the core by name: what is just past either end is refused in these words, the ends themselves are taken."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

import numpy as np
import pytest

from isostat.core.limits import OutOfRange
from isostat.core.parts.bar import bar_rate
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.damper import Damper
from isostat.core.parts.ends import ShockEnds
from isostat.core.parts.equalizer import Equalized
from isostat.core.parts.law import METAL_RATE
from isostat.core.parts.wire import wire
from isostat.core.rates import rate
from isostat.core.ride.quarter_car import QuarterCar
from isostat.core.springs.air.bag import Bag, ClosedAir, HeldAir, ambient_pa, charted, cylinder, pressure_for
from isostat.core.springs.air.valve import LevelledAir, levelled
from isostat.core.springs.coil import Coil
from isostat.core.springs.helix import Ends, Helix
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of, rise_of
from isostat.core.springs.leaf.shackle import Hung
from isostat.core.springs.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.springs.ring_fit import CoilOver, ring_for_crossover, ring_window
from isostat.core.springs.stacked import Part, StackedPair
from isostat.core.springs.torsion.bar import STEEPEST, ArmLaw, Bar
from isostat.core.springs.torsion.indexing import bolt_turn, index_bar
from isostat.core.springs.torsion.splines import spline_step
from isostat.core.springs.winding import Wish, wind
from isostat.core.travel.shock_fit import Seat, Shock, asked_shock, fit_shocks
from isostat.core.vehicle.center_of_gravity import gravity_height

WIRE = wire("chrome silicon")
BAG = cylinder(0.15, 0.2, 0.06)
HELIX = Helix(wire_m=0.014, mean_m=0.11, turns=8.0, free_m=0.4, ends=Ends.CLOSED_GROUND, wire=WIRE)
LEAF = Leaf(front_m=0.6, rear_m=0.6, width_m=0.06, thick_m=0.008)
PART = Part(4e4, 0.2, 0.1)
PAIR = StackedPair(top=PART, main=PART, slider_m=0.01)
OVER = CoilOver(extended_m=0.42, bump_m=0.2)
EVEN = Equalized(front=Coil(4e4), rear=Coil(4e4), arms_m=(0.1, 0.1))
SHUT = ClosedAir(bag=BAG, gauge_pa=3e5, set_x_m=0.0)
VALVE = LevelledAir(bag=BAG, least_pa=0.0, most_pa=8e5, from_x_m=0.05)
BAR = Bar(diameter_m=0.025, length_m=1.0)
ARM = ArmLaw(rate_nm=3e3, arm_m=0.4, slack_rad=0.0)
HUNG = Hung(chord_m=1.2, shackle_m=0.11, lean_rad=0.2)
TABLE = Bag(x_m=(0.0, 0.1), area_m2=(0.02, 0.02), volume_m3=(0.004, 0.002))
CAR = QuarterCar(400.0, 45.0, 25e3, 2e5)
SEAT = Seat(eye_m=0.5, ratio=1.0, target_m=0.0, flat_m=0.08)
SHOCK = Shock("s", 0.6, 0.4)
WISH = Wish(rate=4e4, free_m=0.4, inside_m=0.1, pressed_m=0.1, margin_m=0.01)
PA, M, N, RATE = "Pa", "m", "N", "N/m"

Row = tuple[Callable[[float], object], str, float, float, str]
LIMITS: list[Row] = [
    (Coil, "spring rate", 100.0, METAL_RATE, RATE),
    (lambda x: Coil(4e4, x), "compression to coil-bind", 0.001, 3.0, M),
    (lambda x: BumpStop(x, 0.03), "bump-stop initial rate", 500.0, 1e6, RATE),
    (lambda x: BumpStop(6e4, x), "bump-stop travel", 0.002, 0.5, M),
    (lambda x: BumpStop(6e4, 0.03, x), "bump-stop exponent", 1.0, 12.0, ""),
    (ShockEnds, "shock stroke", 0.02, 2.0, M),
    (lambda x: Damper((0.1, 0.1 + x), (1e2, 2e2), (1e2, 2e2)), "shaft-speed step", 1e-4, 10.0, "m/s"),
    (lambda x: Damper((0.1,), (x,), (1e2,)), "shock force", 1.0, 1e5, N),
    (lambda x: Damper((0.1,), (1e2,), (1e2,)).coefficients(x), "shaft speed", 1e-3, 5.0, "m/s"),
    (lambda x: Progressive(((x, 0.1),)), "rate of a coil group", 100.0, METAL_RATE, RATE),
    (lambda x: Progressive(((4e4, x),)), "travel of a coil group until it closes", 1e-6, 3.0, M),
    (lambda x: from_groups(HELIX, ((x, 0.04),)), "coils in a group", 0.1, 60.0, ""),
    (lambda x: from_groups(HELIX, ((4.0, x),)), "coil pitch", 0.014 * 1.0001, 1.0, M),
    (lambda x: from_rate_pair(4e4, x, 0.05, 0.2), "second rate", 4e4 / 0.999, 4e4 / 0.01, RATE),
    (lambda x: from_rate_pair(4e4, 8e4, 0.05, x), "compression to coil-bind", 0.05 * 1.0001, 3.0, M),
    (lambda x: replace(HELIX, wire_m=x, mean_m=10 * x, free_m=30 * x), "wire diameter", 0.0005, 0.05, M),
    (lambda x: replace(HELIX, mean_m=x), "mean coil diameter", 2.5 * 0.014, 30.0 * 0.014, M),
    (lambda x: replace(HELIX, turns=x + 2.0, free_m=2.0), "number of active coils", 0.5, 60.0, ""),
    (lambda x: replace(HELIX, free_m=x), "free length", 2.0 * 0.014, 300.0 * 0.014, M),
    (lambda x: Part(x, 0.2, 0.1), "rate of a stacked spring", 100.0, METAL_RATE, RATE),
    (lambda x: Part(4e4, x, x / 2), "free length of a stacked spring", 0.02, 2.0, M),
    (lambda x: Part(4e4, 0.2, x), "solid length of a stacked spring", 0.002, 0.2 * 0.98, M),
    (lambda x: replace(PAIR, slider_m=x), "slider thickness", 0.0, 0.1, M),
    (lambda x: replace(PAIR, step_m=x), "slider step", 0.0, 0.1, M),
    (lambda x: replace(PAIR, ring_m=x), "collar to crossover ring", 0.0, 1.0, M),
    (lambda x: replace(EVEN, arms_m=(x, 0.1)), "equalizer arm length", 0.005, 0.5, M),
    (lambda x: replace(EVEN, arms_m=(0.1, x)), "equalizer arm length", 0.005, 0.5, M),
    (lambda x: replace(EVEN, stop_rad=x), "equalizer angle at its stop", 0.01, 1.2, "rad"),
    (ambient_pa, "altitude", -500.0, 6000.0, M),
    (lambda x: replace(TABLE, area_m2=(x, 0.02)), "bag area", 1e-5, 0.5, "m²"),
    (lambda x: replace(TABLE, volume_m3=(max(x, 0.2), min(x, 0.1))), "bag volume", 1e-7, 0.5, "m³"),
    (lambda x: cylinder(x, 0.2, 0.06), "bag diameter", 0.03, 0.5, M),
    (lambda x: cylinder(0.15, x, 0.02), "extended bag height", 0.03, 1.0, M),
    (lambda x: cylinder(0.15, 0.2, x), "compressed bag height", 0.002, 0.2 * 0.95, M),
    (lambda x: charted((0.2, 0.1), (4e3, 6e3), x), "chart pressure", 1e4, 2e6, PA),
    (lambda x: charted((0.05, x), (4e3, 6e3), 3e5), "bag height in the chart", 0.01, 1.0, M),
    (lambda x: replace(SHUT, gauge_pa=x), "gauge pressure", 0.0, 1.5e6, PA),
    (lambda x: replace(SHUT, tank_m3=x), "reservoir volume", 0.0, 0.5, "m³"),
    (lambda x: replace(SHUT, exponent=x), "gas exponent", 1.0, 1.42, ""),
    (lambda x: replace(SHUT, warmer=x), "air temperature over that of the reading", 0.6, 1.6, ""),
    (lambda x: replace(SHUT, set_x_m=x), "bag compression when the pressure was read", -3.0, 3.0, M),
    (lambda x: HeldAir(bag=BAG, gauge_pa=x), "gauge pressure", 0.0, 1.5e6, PA),
    (lambda x: pressure_for(x, BAG, 0.05), "bag force", 0.0, 1e6, N),
    (lambda x: replace(VALVE, most_pa=x), "maximum pressure", 0.0, 1.5e6, PA),
    (lambda x: replace(VALVE, least_pa=x), "minimum pressure", 0.0, 8e5 * 0.99, PA),
    (lambda x: replace(VALVE, band_m=x), "levelling-valve dead band", 0.0005, 0.05, M),
    (lambda x: levelled(BAG, x, 0.05, (1e5, 8e5), 0.005, 101325.0), "valve pressure needed", 1e5, 8e5, PA),
    (lambda x: replace(BAR, diameter_m=x), "torsion-bar diameter", 0.005, 0.1, M),
    (lambda x: replace(BAR, length_m=x), "torsion-bar length", 0.1, 3.0, M),
    (lambda x: replace(BAR, bore_m=x), "torsion-bar bore", 0.0, 0.025 * 0.95, M),
    (lambda x: replace(ARM, rate_nm=x), "torsion-bar rate", 100.0, 1e6, "N·m/rad"),
    (lambda x: replace(ARM, arm_m=x), "torsion-bar arm length", 0.05, 1.5, M),
    (lambda x: replace(ARM, slack_rad=x), "unloaded arm angle", -STEEPEST, STEEPEST, "rad"),
    (lambda x: replace(LEAF, front_m=x), "length of a leaf", 0.05, 1.5, M),
    (lambda x: replace(LEAF, rear_m=x), "length of a leaf", 0.05, 1.5, M),
    (lambda x: replace(LEAF, width_m=x), "width of a leaf", 0.02, 0.2, M),
    (lambda x: replace(LEAF, thick_m=x), "thickness of a leaf", 0.002, 0.05, M),
    (lambda x: replace(LEAF, tip_m=x), "tip thickness of a leaf", 0.002, 0.008, M),
    (lambda x: replace(LEAF, curve=x), "free curvature of a leaf", -5.0, 5.0, "1/m"),
    (lambda x: replace(LEAF, gap_m=x), "spacer above a leaf", 0.0, 0.2, M),
    (lambda x: LeafPack(leaves=(replace(LEAF, front_m=1.0, rear_m=1.0),), clamp_m=x), "clamp length", 0.0, 0.6, M),
    (lambda x: curve_of(x, 0.001), "length eye to eye", 0.1, 3.0, M),
    (lambda x: rise_of(x, 0.1), "length eye to eye", 0.1, 3.0, M),
    (lambda x: replace(HUNG, chord_m=x), "spring length, eye to eye", 0.2, 3.0, M),
    (lambda x: replace(HUNG, shackle_m=x), "shackle length", 0.02, 0.4, M),
    (lambda x: replace(HUNG, lean_rad=x), "shackle angle", -1.3, 1.3, "rad"),
    (lambda x: bar_rate(x, 0.3, 1.0), "anti-roll bar diameter", 0.005, 0.1, M),
    (lambda x: bar_rate(0.025, x, 1.0), "anti-roll bar arm length", 0.05, 2.0, M),
    (lambda x: bar_rate(0.025, 0.3, x), "anti-roll bar length", 0.05, 2.0, M),
    (lambda x: bar_rate(0.025, 0.3, 1.0, x), "anti-roll bar motion ratio", 0.05, 1.5, ""),
    (lambda x: replace(SHOCK, extended_m=x, collapsed_m=x - 0.05), "extended shock length", 0.1, 2.0, M),
    (lambda x: Shock("s", 1.9, 1.9 - x), "shock stroke", 0.02, 1.5, M),
    (lambda x: fit_shocks((SHOCK,), SEAT, x, 0.01), "droop share", 0.1, 0.9, ""),
    (lambda x: fit_shocks((SHOCK,), SEAT, 0.4, x), "shock end clearance", 0.0, 0.1, M),
    (lambda x: asked_shock(SEAT, x, 0.01), "droop share", 0.1, 0.9, ""),
    (lambda x: rate.wheel_rate_for_frequency(x, 400.0), "ride frequency", 0.3, 10.0, "Hz"),
    (lambda x: rate.wheel_rate_for_frequency(1.3, x), "sprung mass, per wheel", 1.0, 1e5, "kg"),
    (lambda x: rate.wheel_rate_for_two_loads(3e3, 5e3, x), "height difference, light to full", 0.002, 0.5, M),
    (lambda x: rate.wheel_rate_for_bump(4e3, x, 3.0), "bump travel", 0.005, 1.0, M),
    (lambda x: rate.wheel_rate_for_bump(4e3, 0.1, x), "full-bump capacity, × static load", 1.05, 6.0, ""),
    (lambda x: rate.wheel_rate_for_droop_share(4e3, x, 0.4), "total travel", 0.005, 2.0, M),
    (lambda x: rate.wheel_rate_for_droop_share(4e3, 0.2, x), "droop share", 0.1, 0.9, ""),
    (lambda x: bolt_turn(x, 0.1), "adjuster thread pitch", 0.0005, 0.005, M),
    (lambda x: bolt_turn(0.0015, x), "adjuster arm length", 0.02, 0.4, M),
    (lambda x: wind(replace(WISH, rate=x), WIRE), "spring rate", 500.0, 1e6, RATE),
    (lambda x: wind(replace(WISH, inside_m=x), WIRE), "inside diameter", 0.02, 0.4, M),
    (lambda x: replace(OVER, extended_m=x, bump_m=0.04), "collar to perch, shock extended", 0.05, 2.0, M),
    (lambda x: replace(OVER, bump_m=x), "shaft travel to full bump", 0.01, 0.42, M),
    (lambda x: replace(OVER, thread_m=x), "thread pitch", 0.0005, 0.02, M),
    (lambda x: ring_window(PAIR, OVER, margin_m=x), "coil-bind reserve", 0.0, 0.1, M),
    (lambda x: ring_for_crossover(PAIR, OVER, 0.1, share=x), "crossover share of bump travel", 0.0, 1.0, ""),
    (lambda x: ring_for_crossover(PAIR, OVER, x), "shaft travel at ride height", 0.0, 0.2, M),
    (lambda x: replace(CAR, sprung_kg=x), "sprung mass, per wheel", 1.0, 1e5, "kg"),
    (lambda x: replace(CAR, unsprung_kg=x), "unsprung mass, per wheel", 1.0, 1e5, "kg"),
    (lambda x: replace(CAR, wheel_rate=x), "wheel rate", 100.0, 1e7, RATE),
    (lambda x: replace(CAR, tyre_rate=x), "tyre rate", 100.0, 1e7, RATE),
    (CAR.swings, "damping at the wheel", 0.0, 1e7, "N·s/m"),
    (CAR.damping_for, "damping ratio", 0.01, 0.9, ""),
    (lambda x: gravity_height(x, 2e3, 50.0, 2.8, 0.4), "hub height", 0.05, 1.5, M),
    (lambda x: gravity_height(0.35, x, 5.0, 2.8, 0.4), "gross weight", 50.0, 1e5, "kg"),
    (lambda x: gravity_height(0.35, 2e3, 50.0, x, 0.1), "wheelbase", 0.3, 20.0, M),
    (lambda x: gravity_height(0.35, 2e3, 50.0, 2.8, x), "height that the rear is raised", 0.05, 0.9 * 2.8, M),
]  # fmt: skip
WHOLE: list[Row] = [
    (lambda x: spline_step(int(x), 31), "inner splines", 4, 200, ""),
    (lambda x: spline_step(30, int(x)), "outer splines", 4, 200, ""),
    (lambda x: index_bar(int(x), 31, 0.05), "inner splines", 4, 200, ""),
    (lambda x: index_bar(30, int(x), 0.05), "outer splines", 4, 200, ""),
]


def refusal(make: Callable[[float], object], value: float) -> tuple[str, float, float, str] | None:
    """Place, ends and unit of the refusal that a value meets."""
    try:
        make(value)
    except OutOfRange as refused:
        return refused.place, refused.low, refused.high, refused.unit
    return None


@pytest.mark.parametrize(("make", "place", "low", "high", "unit"), [*LIMITS, *WHOLE], ids=[r[1] for r in (*LIMITS, *WHOLE)])
def test_just_past_a_limit_is_refused_in_its_words_and_the_limit_is_taken(  # type: ignore[no-untyped-def]
    make, place: str, low: float, high: float, unit: str
) -> None:
    whole = place.endswith("splines")
    hair = 1 if whole else 1e-7 * (high - low)
    refused = (place, pytest.approx(low), pytest.approx(high), unit)
    for value in (low - hair, high + hair):
        assert refusal(make, value) == refused, value
    assert whole or refusal(make, math.nan) is not None
    for value in (low, high):
        said = refusal(make, value)
        assert said is None or said[0] != place, "an end belongs to what is accepted"


SOFT_TYRE = replace(CAR, tyre_rate=1e4)  # a hard damper only ties the wheel to the body
SOFT_TYRE_MOST = max(SOFT_TYRE.swings(c)[0].ratio for c in np.linspace(1.0, 3.2 * math.sqrt(25e3 * 400.0), 4000))


@pytest.mark.parametrize(
    ("make", "said"),
    [
        (lambda: Damper((), (), ()), ("shock dynamometer readings", 1, 100, "rows")),
        (lambda: Progressive(()), ("number of coil groups", 1, 20, "")),
        (lambda: LeafPack(leaves=()), ("number of leaves", 1, 20, "")),
        (lambda: levelled(BAG, 3e5, 0.05, (3e5, 3e5), 0.005, 101325.0), ("maximum pressure", 3e5, 1.5e6, PA)),
        (lambda: SOFT_TYRE.damping_for(0.9), ("damping ratio", 0.01, SOFT_TYRE_MOST, "")),
    ],
)
def test_what_has_no_answer_is_refused_by_what_there_is(make: Callable[[], object], said: tuple[str, float, float, str]) -> None:
    with pytest.raises(OutOfRange) as no:
        make()
    assert (no.value.place, no.value.low, no.value.high, no.value.unit) == (
        said[0],
        said[1],
        pytest.approx(said[2], abs=0.01),
        said[3],
    )
