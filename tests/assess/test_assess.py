from __future__ import annotations

import re

import numpy as np
import pytest
import sympy

from isostat.answers.assessment import answer
from isostat.assess import Assessment, assess
from isostat.assess.fixes import judge_fixes, same_judgement
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.load.findings import LoadOutsideWheels, NoseLift, OverRating
from isostat.assess.measure.findings import SpringDisagrees, Warp, WeighedAmiss
from isostat.assess.spring.findings import BeyondLaw, FallingCurve, RateNotPicked, RateOutsideWindow, ToppedOut
from isostat.assess.stance.findings import TargetPastTravel
from isostat.assess.travel.findings import WrongOrder
from isostat.assess.workings import explain, shown_numbers
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import travel_of
from isostat.job.demos import demo, demo_names
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.fixes import say_fix
from isostat.wording.letter import letter
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.jobs import hive_on_coils

FALLING = {"wheel_m": [-0.2, -0.1, 0, 0.1, 0.2], "spring_m": [-0.22, -0.095, 0, 0.04, 0.05]}
FRONT, REAR = path_to(JOB.vehicle.axles[0]), path_to(JOB.vehicle.axles[1])


@pytest.fixture(scope="module")
def hive() -> Assessment:
    return assess(hive_on_coils())


@pytest.mark.parametrize("name", demo_names())
def test_as_found_as_weighed_returns_the_readings(name: str) -> None:
    a = assess(demo(name))
    weighed = [c.kind for c in a.job.cases].index("weighed")
    assert np.abs(a.found.rest.travel_m[..., weighed]).max() < 1e-5
    assert np.abs(a.found.rest.pose[:, weighed]).max() < 1e-5


@pytest.mark.parametrize("name", demo_names())
def test_every_working_gives_the_digits_shown(name: str) -> None:
    a = assess(demo(name))
    keys = shown_numbers(a)
    assert len(keys) > 150
    compiled: dict[str, tuple[list[str], object]] = {}
    for key in keys:
        w = explain(a, key)
        symbols = [g.symbol for g in w.inputs]
        if w.expression not in compiled:
            parsed = sympy.sympify(w.expression, locals={s: sympy.Symbol(s) for s in symbols})
            assert {str(s) for s in parsed.free_symbols} == set(symbols), (key, "an input is listed and not used")
            compiled[w.expression] = symbols, sympy.lambdify(symbols, parsed, "math")
        value = compiled[w.expression][1](*(g.value for g in w.inputs))  # type: ignore[operator]
        if not w.quantity.startswith("fine "):  # which only a working shows
            assert number(value, Quantity(w.quantity)) == number(w.result, Quantity(w.quantity)), key
        assert value == pytest.approx(w.result, rel=1e-6, abs=1e-9)


@pytest.mark.parametrize("name", demo_names())
def test_every_fix_offered_helps_and_brings_no_new_fault(name: str) -> None:
    a = assess(demo(name))
    before = judge(a)
    fixes = judge_fixes(a, before)
    assert fixes, "the demo shows at least one fix"
    faults = {same_judgement(j) for j in before if j.grade is Grade.FAULT}
    for fix in fixes:
        after = judge(assess(fix.job))
        left = [j for j in after if same_judgement(j) == same_judgement(fix.judgement)]
        assert not left or (left[0].grade, left[0].severity) < (fix.judgement.grade, fix.judgement.severity)
        assert {same_judgement(j) for j in after if j.grade is Grade.FAULT} <= faults
        words = say_fix(fix, Reader(a.job))
        assert words.title and words.worst.startswith(("Costs: ", "No downside"))


def test_the_order_solved_forwards_meets_its_target(hive: Assessment) -> None:
    miss = hive.proposed.hub_to_arch_m[..., hive.target_case] - hive.target_m
    assert np.abs(miss).max() < 0.0015  # lengths are ordered in whole millimetres
    each = edits.put(
        edits.put(hive.job, path_to(JOB.proposal.axles[0].sides), "same"), path_to(JOB.proposal.axles[1].sides), "same"
    )
    same = assess(each)
    mean = (same.proposed.hub_to_arch_m[..., same.target_case] - same.target_m).mean(axis=1)
    assert np.abs(mean).max() < 0.001  # equal springs meet the axle means


def test_picked_rates_give_what_was_asked(hive: Assessment) -> None:
    light = hive.job.case_index("Light")
    assert hive.proposed.frequency_hz[0, :, light].mean() == pytest.approx(1.30, abs=0.01)
    full = hive.job.case_index("Home full")
    rear = hive.proposed.hub_to_arch_m[1].mean(axis=0)
    assert rear[light] - rear[full] == pytest.approx(0.045, abs=0.002)


def test_a_picked_rate_keeps_the_old_feel_or_takes_a_multiple_of_the_load_and_its_window_is_said() -> None:
    """Closed form: f = √(k/m)/2π under the old and the new mass; (n − 1)·F over the bump travel; F over the droop."""
    job = hive_on_coils()
    for axle in (0, 1):
        job = edits.put(job, path_to(JOB.proposal.axles[axle].pick), {"way": "same feel"})
    a = assess(job)
    old = a.found.frequency_hz[..., a.job.weighed_case].mean(axis=1)
    assert a.proposed.frequency_hz[..., a.target_case].mean(axis=1) == pytest.approx(old, rel=0.015), "but for whole N/mm"
    for axle in (0, 1):
        job = edits.put(job, path_to(JOB.proposal.axles[axle].pick), {"way": "bump capacity", "multiple": 2.4})
    b = assess(job)
    held = b.proposed.rest.force_n[:, :, b.target_case].mean(axis=1)
    bump = b.proposed.bump_left_m[:, :, b.target_case].mean(axis=1)
    rates = b.proposed.wheel_rate[:, :, b.target_case].mean(axis=1)
    assert rates * bump / held == pytest.approx([1.4, 1.4], rel=0.03)
    low, high = np.array([(o.window.low, o.window.high) for o in b.orders]).T
    assert {(o.window.low_by, o.window.high_by) for o in b.orders} == {("bump capacity", "hanging")}
    ratio = np.array([0.62, 1.0])
    assert low * ratio**2 == pytest.approx(1.4 * held / bump, rel=0.02)
    droop = b.proposed.droop_left_m[:, :, b.target_case].mean(axis=1)
    assert high * ratio**2 == pytest.approx(held / droop, rel=0.02)
    said = {j.place.axle: j for j in judge(b) if isinstance(j, RateOutsideWindow)}
    assert set(said) == {n for n in (0, 1) if not low[n] * 0.97 <= b.orders[n].order.rate_n_per_m[0] <= high[n] * 1.03}


def test_a_share_of_droop_picks_the_rate_and_bounds_it_and_a_lopsided_load_gets_a_rate_a_side() -> None:
    """Closed form: F over the share of the whole travel; 30 to 50 % (common practice, no source); (2πf)²·m of each side."""
    job = hive_on_coils()
    job = edits.put(job, path_to(JOB.proposal.axles[0].pick), {"way": "share of droop", "droop_share": 0.45})
    job = edits.put(job, path_to(JOB.proposal.axles[1].pick), {"way": "frequency", "hertz": 1.6})
    job = edits.put(job, path_to(JOB.proposal.axles[1].sides), "each")
    a = assess(job)
    s, case = a.proposed, a.target_case
    held = s.rest.force_n[0, :, case].mean()
    whole = (s.bump_left_m + s.droop_left_m)[0, :, case].mean()
    assert s.wheel_rate[0, :, case].mean() == pytest.approx(held / (0.45 * whole), rel=0.02)
    window = a.orders[0].window
    assert window.low * 0.62**2 == pytest.approx(max(held / (0.5 * whole), held / s.bump_left_m[0, :, case].mean()), rel=0.03)
    assert "share of droop" in (window.low_by, window.high_by)
    left, right = a.orders[1].order.rate_n_per_m
    loads = s.rest.force_n[1, :, case] / 9.80665
    assert loads[0] != pytest.approx(loads[1], rel=0.01), "a crane on the left"
    assert (left, right) == (
        pytest.approx((2 * np.pi * 1.6) ** 2 * loads[0], abs=600),
        pytest.approx((2 * np.pi * 1.6) ** 2 * loads[1], abs=600),
    )


def test_load_behind_the_axle_lifts_the_nose_and_axle_loads_are_statics(hive: Assessment) -> None:
    """Point 18: lever rule by hand for every case."""
    job, length = hive.job, 3.18
    for c, case in enumerate(job.cases):
        front = rear = 0.0
        for i in job.items:
            change = i.mass_kg.value * (item_edits.share_in(job, case, i) - i.weighed_share.value)
            rear += change * i.behind_front_m.value / length
            front += change * (1 - i.behind_front_m.value / length)
        loads = hive.proposed.pad_kg.sum(axis=1)[:, c]
        assert loads == pytest.approx([1172 + front, 928 + rear], abs=0.05)
    assert any(isinstance(j, NoseLift) and job.items[j.item].name == "Water" for j in judge(hive))


def _assessed(job: Job, *changes: tuple[tuple[str | int, ...], object]) -> Assessment:
    for path, value in changes:
        job = edits.put(job, path, value)
    return assess(job)


def test_ten_inch_shock_splits_forty_to_sixty(hive: Assessment) -> None:
    """Common practice, no source: 250 mm stroke, 100 showing: 150 mm of droop left at the shaft."""
    a = _assessed(
        hive.job,
        (path_to(JOB.as_found.axles[0].shock_stroke_m), 0.250),
        ((*FRONT, "shock_ratio"), 1.0),
        *(((*FRONT, side, "shaft_showing_m"), 0.100) for side in ("left", "right")),
    )
    events = a.found.events[0][0]
    assert travel_of(events, "shock topped") == pytest.approx(-0.150)
    assert travel_of(events, "shock bottomed") == pytest.approx(0.100)


def test_a_spring_swap_read_at_arch_and_shaft_confirms_a_ratio_of_one(hive: Assessment) -> None:
    """Common practice, no source: ground to arch +20 mm and shaft +20 mm."""
    a = _assessed(
        hive.job,
        ((*REAR, "shock_ratio"), 1.0),
        (path_to(JOB.target.rear_lift_m), 0.020),
        (path_to(JOB.target.front_lift_m), 0.0),
        (path_to(JOB.target.case), "As weighed"),
        (path_to(JOB.proposal.axles[1].tyre_radius_m), None),
        (path_to(JOB.proposal.axles[1].pick), {"way": "frequency"}),
    )
    weighed = a.target_case
    arch = a.proposed.arch_rise_m[1, :, weighed].mean()
    shaft = -a.proposed.rest.travel_m[1, :, weighed].mean() * a.axles[1].shock_ratio.value
    assert arch * 1000 == pytest.approx(20.0, abs=1.0)
    assert shaft * 1000 == pytest.approx(20.0, abs=1.0)


def test_lift_is_spent_from_droop_and_the_hanging_height_stays(hive: Assessment) -> None:
    """Common practice, no source: 6 1/2 in of droop, 3 in of lift, 3 1/2 in left."""
    inch = 0.0254
    a = _assessed(
        hive.job,
        (path_to(JOB.as_found.axles[0].shock_stroke_m), 12 * inch),
        ((*FRONT, "shock_ratio"), 1.0),
        (path_to(JOB.proposal.axles[0].shock_longer_m), None),
        (path_to(JOB.target.case), "As weighed"),
        (path_to(JOB.target.front_lift_m), 3 * inch),
        *(((*FRONT, side, "shaft_showing_m"), 5.5 * inch) for side in ("left", "right")),
    )
    was = a.found.droop_left_m[0, 0, a.target_case] / inch
    now = a.proposed.droop_left_m[0, 0, a.target_case] / inch
    assert (was, now) == (pytest.approx(6.5, abs=0.01), pytest.approx(3.5, abs=0.06))
    hanging = a.baseline_m[0, 0] - travel_of(a.proposed.events[0][0], "shock topped")
    assert hanging == pytest.approx(a.baseline_m[0, 0] - travel_of(a.found.events[0][0], "shock topped"))


def test_two_springs_sold_by_the_same_lift_sit_differently(hive: Assessment) -> None:
    """Common practice, no source: a "2 inch" spring sat 10 mm lower than another "2 inch" one."""
    at = path_to(JOB.proposal.axles[1])
    heights = []
    for rate, free in ((46_000.0, 0.420), (60_000.0, 0.390)):
        a = _assessed(
            hive.job,
            *(((*at, s, "rate_n_per_m"), rate) for s in ("left", "right")),
            *(((*at, s, "free_length_m"), free) for s in ("left", "right")),
        )
        heights.append(a.proposed.hub_to_arch_m[1].mean(axis=0))
    difference = heights[0] - heights[1]
    assert np.ptp(difference) > 0.010  # which of the two stands higher depends on the load


def test_gaps_go_through_their_own_ratio_before_they_are_sorted(hive: Assessment) -> None:
    """Point 15, together: a stop gap of 33 at ratio 0.55 is 60 at the wheel; a spacer opens or closes only the stop."""
    events = hive.proposed.events[0][0]
    assert travel_of(events, "stop touched") == pytest.approx(0.033 / 0.55)
    spaced = _assessed(hive.job, (path_to(JOB.proposal.axles[0].stop.spacer_m), 0.011))
    assert travel_of(spaced.proposed.events[0][0], "stop touched") == pytest.approx((0.033 - 0.011) / 0.55)
    assert travel_of(spaced.proposed.events[0][0], "coil solid") == travel_of(events, "coil solid")


def test_scales_win_and_a_sagged_spring_is_found(hive: Assessment) -> None:
    rate, installed = 46_000.0, 0.268
    force = (477 - 70) * GRAVITY
    free = installed + force / rate
    for claimed, found in ((free + 0.015, True), (None, False)):
        a = _assessed(hive.job, (path_to(JOB.as_found.axles[1].left.free_length_m), claimed))
        assert any(isinstance(j, SpringDisagrees) for j in judge(a)) is found
        weighed = [c.kind for c in a.job.cases].index("weighed")
        assert a.found.pad_kg[1, 0, weighed] == pytest.approx(477, abs=0.01)


@pytest.mark.parametrize(
    ("changes", "kind", "grade"),
    [
        ([(path_to(JOB.items[7].behind_front_m), 14.0), (path_to(JOB.items[7].mass_kg), 4000.0)], LoadOutsideWheels, Grade.FAULT),
        ([(path_to(JOB.vehicle.axles[1].rating_kg), 1500.0)], OverRating, Grade.FAULT),
        ([(path_to(JOB.vehicle.axles[0].left.pad_kg), 10.0)], WeighedAmiss, Grade.WATCH),
        ([((*path_to(JOB.proposal.axles[0]), s, "free_length_m"), 0.520) for s in ("left", "right")], ToppedOut, Grade.WATCH),
        (
            [((*path_to(JOB.proposal.axles[1]), s, "free_length_m"), 0.210) for s in ("left", "right")]
            + [(path_to(JOB.proposal.axles[1].stop), {"rate_n_per_m": 2000, "flat_m": 0.02})],
            BeyondLaw,
            Grade.FAULT,
        ),
        ([(path_to(JOB.vehicle.axles[0].spring_motion), FALLING)], FallingCurve, Grade.WATCH),
        ([(path_to(JOB.target.rear_lift_m), 0.9)], TargetPastTravel, Grade.FAULT),
        (
            [((*path_to(JOB.as_found.axles[0]), s, "solid_length_m"), None) for s in ("left", "right")]
            + [((*path_to(JOB.proposal.axles[0]), s, "solid_length_m"), 0.330) for s in ("left", "right")],
            WrongOrder,
            Grade.FAULT,
        ),
        ([(path_to(JOB.vehicle.axles[0].left.hub_to_arch_m), 0.520)], Warp, Grade.NOTE),
        (
            [(path_to(JOB.proposal.axles[1].pick), {"way": "two loads", "light": "Light", "full": "Light"})],
            RateNotPicked,
            Grade.WATCH,
        ),
    ],
)
def test_impossible_and_doubtful_vehicles_give_findings_in_words(
    hive: Assessment, changes: list[tuple[tuple[str | int, ...], object]], kind: type, grade: Grade
) -> None:
    if kind is WeighedAmiss:
        changes = [*changes, (path_to(JOB.vehicle.axles[0].right.pad_kg), 60.0)]
        grade = Grade.FAULT
    a = _assessed(hive.job, *changes)
    found = [j for j in judge(a) if isinstance(j, kind)]
    assert found and max(j.grade for j in found) >= grade, [type(j).__name__ for j in judge(a)]
    reader = Reader(a.job)
    for j in judge(a):
        said = say(j, reader)
        assert said.title and not re.search(r"nan|inf\b|None|m_", said.title + said.body), said
    plain = answer(a, judge(a), judge_fixes(a, judge(a)), reader)
    assert "nan" not in str(plain).lower()
    assert letter(a, judge(a), (), reader)


def test_a_soft_spring_far_longer_than_any_coil_is_answered_not_refused(hive: Assessment) -> None:
    """500 N/m under a rear axle would be metres long: the found spring is what it is, and the job still opens."""
    a = _assessed(hive.job, (path_to(JOB.as_found.axles[1].left.rate_n_per_m), 500.0))
    assert a.found_springs[1][0].implied_free_m > 3.0
    assert np.isfinite(a.proposed.hub_to_arch_m).all() and np.isfinite(a.found.hub_to_arch_m).all()
