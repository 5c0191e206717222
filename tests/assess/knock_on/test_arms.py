"""Independent wheels: camber by the arms, half-shafts with and without a lower differential, anti-roll links."""

from __future__ import annotations

import math
from functools import cache

import numpy as np
import pytest
from scipy.optimize import root

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Step
from isostat.assess.knock_on.arms import front_view, half_shaft, tie_rod
from isostat.assess.knock_on.findings import DraggedOutside, LinksCannotBe, LinksDoNotClose
from isostat.assess.knock_on.line import Line, Way, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.schema import Job

ARMS = path_to(JOB.vehicle.axles[0].arms)


def van(front_m: float = 0.05, **arms: object) -> Job:
    job = put_number(demo("puppet-van"), path_to(JOB.target.front_lift_m), front_m)
    for field, value in arms.items():
        job = put(job, (*ARMS, field), value) if isinstance(value, str | None) else put_number(job, (*ARMS, field), value)  # type: ignore[arg-type]
    return job


@cache
def lifted() -> Assessment:
    return assess(van())


def line(a: Assessment, what: What) -> Line:
    return next(one for one in knock_ons(a) if one.what is what)


def test_camber_is_that_of_the_wheel_that_changed_more() -> None:
    a, found = lifted(), line(lifted(), What.CAMBER)
    view, missing = front_view(a, 0)
    assert view is not None and missing == () and found.before == pytest.approx(-0.008)
    for case in range(a.cases):
        sides = [float(view.at(np.array([u]))[0][0]) for u in a.proposed.rest.travel_m[0, :, case]]
        assert found.now[case] == pytest.approx(found.before + max(sides, key=abs), abs=1e-9)
    assert found.cures[0].leaves[a.target_case] == pytest.approx(found.before)
    unread = line(assess(van(camber_rad=None)), What.CAMBER)
    assert unread.changes and unread.now == pytest.approx(found.now - found.before)


def test_two_arms_ask_for_what_they_lack_and_refuse_what_cannot_be() -> None:
    half = assess(van(by="two arms", upper_m=0.24))
    asks = line(half, What.CAMBER)
    assert asks.asks == tuple((*ARMS, name) for name in ("upper_slope_rad", "upper_above_m", "upper_in_m"))
    whole = {"by": "two arms", "upper_m": 0.24, "upper_slope_rad": 0.12, "upper_above_m": 0.2, "upper_in_m": 0.1}
    assert np.isfinite(line(assess(van(**whole)), What.CAMBER).now).all()
    crossed = assess(van(**{**whole, "upper_above_m": -0.2}))
    assert any(isinstance(j, LinksCannotBe) for j in judge(crossed))
    assert {one.what for one in knock_ons(crossed) if one.axle == 0} == {What.HOSE}, "of the arms nothing is claimed"


def test_half_shafts_at_ride_height_and_hanging_and_a_lower_differential() -> None:
    a = lifted()
    shaft, (view, _) = half_shaft(a, 0), front_view(a, 0)
    assert shaft is not None and view is not None
    ride, droop = line(a, What.HALF_SHAFT), line(a, What.HALF_SHAFT_DROOP)
    u = a.proposed.rest.travel_m[0, :, a.target_case]
    camber, outward = view.at(u)
    assert ride.now[a.target_case] == pytest.approx(shaft.moved(u, outward, camber)[1].max())
    hangs = np.array([landmarks(a, 0, side).hanging_m for side in (0, 1)])
    camber, outward = view.at(hangs)
    assert droop.now[0] == pytest.approx(shaft.moved(hangs, outward, camber)[1].max()) and droop.now[0] > ride.now[a.target_case]
    cure = ride.cures[0]
    assert cure.by == pytest.approx(-float(u.mean())) and cure.leaves[a.target_case] == pytest.approx(ride.before, abs=0.03)
    steep = assess(van(shaft_slope_rad=0.36))
    found = [j for j in judge(steep) if isinstance(j, DraggedOutside)]
    assert {j.what for j in found} >= {What.HALF_SHAFT, What.HALF_SHAFT_DROOP}


def test_toe_is_that_of_the_rod_against_the_arms() -> None:
    a, found = lifted(), line(lifted(), What.TOE)
    (rod, missing), (view, _) = tie_rod(a, 0), front_view(a, 0)
    assert rod is not None and view is not None and missing == () and found.before == pytest.approx(0.0017)
    u = a.proposed.rest.travel_m[0, :, a.target_case]
    camber, outward = view.at(u)
    assert found.now[a.target_case] - found.before == pytest.approx(max(rod.toe(u, outward, camber), key=abs))
    ahead = line(assess(van(rack="ahead")), What.TOE)
    assert ahead.now - found.before == pytest.approx(-(found.now - found.before)), "the other way, ahead of the axle"
    cure = found.cures[0]
    assert abs(cure.leaves[a.target_case] - found.before) < 0.1 * abs(found.now[a.target_case] - found.before) + 2e-4
    asks = line(assess(van(rack=None)), What.TOE)
    assert asks.asks == ((*ARMS, "rack"),)
    upright = assess(van(rod_slope_rad=1.3))
    assert np.isnan(line(upright, What.TOE).now).any() or line(upright, What.TOE).outside.any()


def test_drop_brackets_bring_all_of_it_back_and_lock_adds_to_droop() -> None:
    a = assess(van(ball_rad=0.05))
    for what in (What.CAMBER, What.TOE, What.HALF_SHAFT, What.BALL):
        found = line(a, what)
        bracket = next((cure for cure in found.cures if cure.way is Way.DROP_BRACKET), None)
        if what is not What.TOE:
            assert bracket is not None and bracket.by == pytest.approx(-float(a.proposed.rest.travel_m[0, :, a.target_case].mean()))
    camber = line(a, What.CAMBER)
    bracket = next(cure for cure in camber.cures if cure.way is Way.DROP_BRACKET)
    assert bracket.leaves[a.target_case] == pytest.approx(camber.before, abs=math.radians(0.1)), "but for the lean of the body"
    droop, lock = line(a, What.HALF_SHAFT_DROOP), line(a, What.HALF_SHAFT_LOCK)
    assert math.tan(lock.now[0]) ** 2 == pytest.approx(math.tan(droop.now[0]) ** 2 + math.tan(0.6) ** 2), "G-06"
    assert line(a, What.BALL).outside.any() and line(a, What.BALL).high == pytest.approx(0.05)


def test_plunge_is_what_the_whole_travel_leaves() -> None:
    a = lifted()
    shaft, (view, _) = half_shaft(a, 0), front_view(a, 0)
    assert shaft is not None and view is not None
    ways = np.linspace(landmarks(a, 0, 0).hanging_m, landmarks(a, 0, 0).full_m, 200)
    camber, outward = view.at(ways)
    longer = shaft.moved(ways, outward, camber)[2]
    assert line(a, What.PLUNGE_OUT).now[0] == pytest.approx(0.022 - max(longer.max(), 0.0), abs=5e-4)
    assert line(a, What.PLUNGE_IN).now[0] == pytest.approx(0.012 - max(-longer.min(), 0.0), abs=5e-4)


def test_a_longer_link_puts_the_arm_of_the_bar_back() -> None:
    bar = path_to(JOB.as_found.axles[0].bar)
    job = put_number(van(front_m=0.08), path_to(JOB.vehicle.axles[0].bar_link_m), 0.3)
    asks = line(assess(job), What.BAR_ARM)
    assert asks.asks == ((*bar, "arm_m"), (*bar, "link_ratio"))
    a = assess(put_number(put_number(job, (*bar, "arm_m"), 0.25), (*bar, "link_ratio"), 0.7))
    found = line(a, What.BAR_ARM)
    u = a.proposed.rest.travel_m[0, :, a.target_case]
    worse = u[np.argmax(np.abs(u))]
    lower = (0.25, 0.7 * worse - 0.3)  # the link's lower end, from the bar's axis
    end = root(lambda eta: [math.dist(lower, (0.25 * math.cos(eta[0]), 0.25 * math.sin(eta[0]))) - 0.3], [0.0], tol=1e-12).x[0]
    assert found.now[a.target_case] == pytest.approx(end, abs=1e-9), "SciPy: the link keeps its length"
    assert found.cures[0].by == pytest.approx(-u.mean() * 0.7) and abs(found.cures[0].leaves[a.target_case]) < rules.BAR_ARM / 3
    over = line(a, What.BAR_OVER)
    assert over.before == pytest.approx(over.now[0], abs=0.3) and 0.0 < over.now[0] < math.pi / 2
    short = put_number(a.job, path_to(JOB.vehicle.axles[0].bar_link_m), 0.05)
    gone = assess(put_number(short, (*bar, "arm_m"), 0.06))
    assert [type(j) for j in judge(gone) if j.step is Step.KNOCK_ON and j.grade is Grade.FAULT] == [LinksDoNotClose]
