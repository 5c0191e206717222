"""Travel and damping against the outside: quarter-car poles, drops onto stops, crossed axles, limits and margins of the trade."""

from __future__ import annotations

import math

import control
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad, solve_ivp
from scipy.optimize import minimize
from scipy.spatial.transform import Rotation

from isostat.assess import assess
from isostat.assess.travel.articulation import crossing, lanes
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.damper import Damper
from isostat.core.parts.event import Event
from isostat.core.parts.law import ForceLaw, TableLaw
from isostat.core.ride.quarter_car import QuarterCar
from isostat.core.springs.coil import Coil
from isostat.core.travel.arch import taken_by_tyre
from isostat.core.travel.articulation import Crossed, axle_tilt, crossed, crossed_events, ramp_travel_index
from isostat.core.travel.events import TravelEvent, travel_of
from isostat.core.vehicle.layout import Layout, Side, row
from isostat.job.edits.paths import JOB, path_to, put
from tests.jobs import hive_on_coils

QUARTER = QuarterCar(sprung_kg=400, unsprung_kg=50, wheel_rate=30_000, tyre_rate=250_000)


def test_quarter_car_of_the_table_and_what_one_mass_would_claim() -> None:
    """Check value D-04: poles by `control` and numpy; c/(2·√(km)) overstates the body's ratio by 18 %."""
    body, hop = QUARTER.swings(2000.0)
    assert (body.frequency_hz, body.ratio) == pytest.approx((1.3215, 0.2455), abs=5e-5)
    assert (hop.frequency_hz, hop.ratio) == pytest.approx((11.738, 0.2774), abs=5e-4)
    naive = 2000.0 / (2.0 * math.sqrt(30_000 * 400))
    assert naive / body.ratio == pytest.approx(1.18, abs=0.005)
    assert 2 * math.sqrt(30_000 * 400) == pytest.approx(6928.2, abs=0.05), "D-01"


cars = st.builds(
    QuarterCar, sprung_kg=st.floats(120, 1500), unsprung_kg=st.floats(15, 180), wheel_rate=st.floats(8e3, 2e5),
    tyre_rate=st.floats(1.2e5, 9e5),
)  # fmt: skip


@settings(max_examples=80, deadline=None)
@given(car=cars, share=st.floats(0.0, 0.9))
def test_swings_are_the_damping_of_a_general_control_library(car: QuarterCar, share: float) -> None:
    """`control.damp` of the same two masses, built there from transfer by states."""
    c = share * 2.0 * math.sqrt(car.wheel_rate * car.sprung_kg)
    wn, zeta, _ = control.damp(control.ss(car.matrix(c), np.zeros((4, 1)), np.eye(4), 0.0), doprint=False)
    body, hop = car.swings(c)
    by_speed = sorted(zip(wn, zeta, strict=True))
    if all(z < 0.999 for _, z in by_speed):
        for swing, at in ((body, 0), (hop, 2)):
            assert swing.frequency_hz == pytest.approx(by_speed[at][0] / 2 / math.pi, rel=1e-6)
            assert swing.ratio == pytest.approx(by_speed[at][1], abs=1e-6)
    else:
        assert max(body.ratio, hop.ratio) >= 0.99


@settings(max_examples=40, deadline=None)
@given(car=cars, ratio=st.floats(0.05, 0.35))
def test_the_damping_asked_for_gives_the_ratio_and_undamped_it_is_the_generalized_eigenvalue(car: QuarterCar, ratio: float) -> None:
    try:
        assert car.swings(car.damping_for(ratio))[0].ratio == pytest.approx(ratio, abs=1e-6)
    except OutOfRange:  # a tyre as soft as the spring: the body hangs on it
        assert car.tyre_rate < 9 * car.wheel_rate
        least = 2.0 * math.sqrt(car.wheel_rate * car.sprung_kg)
        assert max(car.swings(c)[0].ratio for c in np.linspace(0.0, 1.5 * least, 200)) < ratio + 1e-3
    k = np.array([[car.wheel_rate, -car.wheel_rate], [-car.wheel_rate, car.wheel_rate + car.tyre_rate]])
    own = np.sqrt(np.sort(np.linalg.eigvals(np.diag([1 / car.sprung_kg, 1 / car.unsprung_kg]) @ k).real)) / 2 / math.pi
    assert [s.frequency_hz for s in car.swings(0.0)] == pytest.approx(own, rel=1e-6)


def test_heavier_wheels_hop_slower_and_a_stiffer_spring_wants_the_root_of_its_ratio_more() -> None:
    """Wheel and tyre 68 → 91 lb (common practice, no source); D-08: c × √(rate ratio) keeps ζ of one mass."""
    heavier = QuarterCar(400, 50 + (91 - 68) * 0.45359237, 30_000, 250_000)
    assert heavier.swings(2000)[1].frequency_hz < QUARTER.swings(2000)[1].frequency_hz
    assert heavier.swings(2000)[1].ratio < QUARTER.swings(2000)[1].ratio
    soft, firm = (QuarterCar(400, 1.0, k, 9e6) for k in (20_000, 30_000))  # next to no wheel on a hard tyre: one mass
    assert firm.damping_for(0.3) / soft.damping_for(0.3) == pytest.approx(math.sqrt(1.5), rel=2e-3)


def test_a_damper_is_read_between_and_beyond_its_speeds() -> None:
    damper = Damper((0.05, 0.13, 0.26), (250, 480, 700), (650, 1250, 1800))
    assert damper.coefficients() == pytest.approx((480 / 0.13, 1250 / 0.13))
    assert damper.force(0.025) == pytest.approx(125) and damper.force(-0.09) == pytest.approx(-950)
    assert damper.force(0.39) == pytest.approx(920)
    assert Damper((0.05, 0.13, 0.26, 0.52), (250, 480, 700, 900), (1, 2, 3, 4)).force(0.78) == pytest.approx(1100)
    assert quad(damper.force, 0, 0.26, points=[0.05, 0.13])[0] == pytest.approx(6.25 + 0.08 * 365 + 0.13 * 590, rel=1e-6)


@pytest.mark.parametrize(
    ("stop", "kg", "gap", "speed", "peak"),
    [
        (TableLaw((0.0, 0.1), (0.0, 20_000.0)), 400.0, 0.06, 1.5, 0.107009),
        (BumpStop(60_000.0, 0.05), 400.0, 0.06, 1.5, None),
        (BumpStop(30_000.0, 0.04), 250.0, 0.03, 1.0, None),
    ],
)
def test_a_drop_squeezes_the_stop_by_what_energy_says(
    stop: ForceLaw, kg: float, gap: float, speed: float, peak: float | None
) -> None:
    """½mv² is what spring and stop store beyond the static force; `scipy.integrate.solve_ivp` of the same laws; B-02 its peak."""
    coil, g = Coil(40_000.0), 9.80665
    still = kg * g / coil.rate_n_per_m

    def force(x: float) -> float:
        return float(coil.force(np.asarray(still + x))) + float(stop.force(np.asarray(x - gap)) if x > gap else 0.0)

    def rate(_: float, y: np.ndarray) -> list[float]:
        return [y[1], g - force(y[0]) / kg]

    def turns(_: float, y: np.ndarray) -> float:
        return float(y[1])

    turns.terminal, turns.direction = True, -1  # type: ignore[attr-defined]
    furthest = solve_ivp(rate, (0, 1), [0.0, speed], events=turns, rtol=1e-9, atol=1e-10, max_step=1e-3).y[0, -1]
    stored = quad(lambda x: force(x) - kg * g, 0.0, furthest, points=[gap] if furthest > gap else None, epsabs=1e-9)[0]
    assert stored == pytest.approx(0.5 * kg * speed**2, rel=1e-5) and furthest > gap
    assert peak is None or furthest == pytest.approx(peak, abs=2e-6)


places = st.floats(0.35, 1.0)


@settings(max_examples=60, deadline=None)
@given(stop=places, shock=places, strap=places, flat=st.floats(0.04, 0.15), droop=st.floats(0.05, 0.2), more=st.floats(-0.05, 0.05))
def test_an_axle_crosses_as_far_as_a_general_optimiser_can_push_it(
    stop: float, shock: float, strap: float, flat: float, droop: float, more: float
) -> None:
    """Left up, right down: the furthest apart that passes no stop, shock or strap, by scipy's SLSQP on the parts' own travels."""

    def event(name: Event, side: Side, place: float, gap: float) -> TravelEvent:
        own = float(row(Layout.SOLID, side, place)[0 if side is Side.LEFT else 1])
        return TravelEvent(name, gap, own)

    limits = ((Event.SHOCK_TOPPED, shock, -droop), (Event.STRAP_TAUT, strap, -(droop + more)))
    up = (event(Event.STOP_FLAT, Side.LEFT, stop, flat), event(Event.METAL, Side.LEFT, 1.0, flat + 0.3))
    down = tuple(event(name, Side.RIGHT, place, gap) for name, place, gap in limits)
    pose = crossed(up, down)

    def part(side: Side, place: float, u: np.ndarray) -> float:
        return float(row(Layout.SOLID, side, place) @ u)

    held = [{"type": "ineq", "fun": lambda u: flat - part(Side.LEFT, stop, u)}]
    held += [{"type": "ineq", "fun": lambda u, p=p, g=g: part(Side.RIGHT, p, u) - g} for _, p, g in limits]
    tight = {"maxiter": 200, "ftol": 1e-12}
    found = minimize(lambda u: u[1] - u[0], [flat, -droop], constraints=held, method="SLSQP", options=tight)
    if found.success:
        assert pose.bump_m - pose.droop_m == pytest.approx(-found.fun, abs=2e-4)
    assert part(Side.LEFT, stop, np.array([pose.bump_m, pose.droop_m])) == pytest.approx(flat)
    assert min(part(Side.RIGHT, p, np.array([pose.bump_m, pose.droop_m])) - g for _, p, g in limits) == pytest.approx(0.0, abs=1e-9)
    tilt = axle_tilt(pose, 0.8)
    assert math.tan(tilt) == pytest.approx((pose.bump_m - pose.droop_m) / 1.6)


def test_together_and_crossed_orders_differ() -> None:
    """Physics point 15: what stands further out than the stop is met sooner with one wheel up; on single wheels nothing changes."""
    job = hive_on_coils()
    job = put(job, path_to(JOB.vehicle.axles[1].left.arch_gap_m), 0.15)
    a = assess(job)
    together, up = a.proposed.events[1][0], lanes(a, 1, 0, one_up=True)
    tyre, flat = (travel_of(up, name) for name in (Event.TYRE_STRAIGHT, Event.STOP_FLAT))
    assert travel_of(together, Event.TYRE_STRAIGHT) > travel_of(together, Event.STOP_FLAT) and tyre < flat
    pose = crossing(a, 1, 0)
    assert flat == pytest.approx(pose.bump_m) and travel_of(up, Event.SHOCK_TOPPED) == pytest.approx(crossing(a, 1, 1).droop_m)
    assert [e.travel_m for e in lanes(a, 0, 0, one_up=True)] == pytest.approx([e.travel_m for e in a.proposed.events[0][0]])
    assert [e.name for e in crossed_events(together, 0.0, 0.0)] != [] and crossed_events(together, 0.1, 0.1) != together


def test_a_ramp_is_climbed_by_what_both_axles_cross() -> None:
    """From the definition, by hand: 250 mm a front and 300 mm a rear axle, equal tracks, 2.5 m: 0.55/sin 20° = 1.608 m, 643."""
    front, rear = (
        Crossed(d / 2, -d / 2, TravelEvent(Event.STOP_FLAT, 0), TravelEvent(Event.SHOCK_TOPPED, 0)) for d in (0.25, 0.30)
    )
    assert ramp_travel_index(front, rear, (0.75, 0.75), 2.5) == pytest.approx(643.2, abs=0.3)
    assert ramp_travel_index(front, rear, (0.80, 0.75), 2.5) > 643.2, "the rear's angle tells more over a wider front"


@pytest.mark.parametrize(
    ("larger", "out", "turned"),
    [(0.0, 0.03, rules.FULL_LOCK), (0.014, 0.0, rules.FULL_LOCK), (0.02, -0.025, 0.3), (0.014, 0.05, 0.0)],
)
def test_a_turned_tyre_reaches_as_far_as_all_its_points(larger: float, out: float, turned: float) -> None:
    """Every point of the tread's outer edge, turned about the steering axis by a general rotation (scipy): how far up the wheel
    goes until the furthest of them meets a plane tangent to the arch at MEETS."""
    radius, offset = 0.37, 0.02  # of the tyre; from steering axis to the wheel's middle
    meets = rules.MEETS_ARCH_AT if turned else 0.0

    def reaches(r: float, s: float) -> float:
        round_it = np.linspace(0.0, 2.0 * np.pi, 200_001)
        edge = np.stack(
            [r * np.sin(round_it), np.full_like(round_it, s + rules.TREAD_WIDTH / 2.0 * r), r * np.cos(round_it)], axis=1
        )
        x, _, z = Rotation.from_euler("z", -turned).apply(edge).T
        return float((x * np.sin(meets) + z * np.cos(meets)).max()) / np.cos(meets)

    lost = reaches(radius + larger, offset + out) - reaches(radius, offset)
    assert taken_by_tyre(larger, out, turned) == pytest.approx(lost, abs=1e-8)
    assert taken_by_tyre(larger, out, -turned) == taken_by_tyre(larger, out, turned), "to either side alike"


def test_wheels_further_out_and_larger_tyres_meet_the_arch_sooner_at_lock_only_by_their_own_share() -> None:
    job = hive_on_coils()
    for side in ("left", "right"):
        for field in ("arch_gap_m", "arch_gap_lock_m"):
            job = put(job, (*path_to(JOB.vehicle.axles[0]), side, field), 0.2)
    a, b = assess(job), assess(put(job, path_to(JOB.proposal.axles[0].wheel_out_m), 0.04))
    straight, lock = (
        tuple(travel_of(x.proposed.events[0][0], f"tyre touches, {where}") for x in (a, b)) for where in ("straight", "at lock")
    )
    assert straight[0] == straight[1], "it goes up as far as before"
    assert lock[0] - lock[1] == pytest.approx(0.04 * math.sin(rules.FULL_LOCK) * math.tan(rules.MEETS_ARCH_AT))
