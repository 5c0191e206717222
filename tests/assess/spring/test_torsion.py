"""Torsion bars through the whole vehicle: slack where the scales say, turned until the target is held, by virtual work."""

from __future__ import annotations

import math

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.spring.findings import SpringLacks
from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.assess.spring.torsion import torsion_set
from isostat.core.travel.events import bump_end, droop_end, travel_of
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault
from tests.jobs import twisted

BAR_RATE = 78.5e9 * math.pi * 0.039**4 / 32 / 1.1


def test_as_weighed_it_stands_as_read_and_the_turned_bars_hold_the_target() -> None:
    a = assess(twisted())
    weighed, case, o = a.job.weighed_case, a.target_case, a.orders[0]
    assert a.found.hub_to_arch_m[0, :, weighed] == pytest.approx([0.488, 0.492], abs=1e-6)
    assert a.proposed.hub_to_arch_m[0, :, case] == pytest.approx(a.target_m[0], abs=3e-4)
    t = twisted_of(o)
    assert t is not None
    for side in (0, 1):
        force, angle = o.target_force_n[side], t.at_target[side]
        assert BAR_RATE * (angle - t.slack[side]) == pytest.approx(force * 0.4 * math.cos(angle), rel=1e-9)
        held = a.found_springs[0][side].force_n
        assert BAR_RATE * (-0.1 - t.was_slack[side]) == pytest.approx(held * 0.4 * math.cos(-0.1), rel=1e-9)
        went = 0.4 * (math.sin(angle) - math.sin(-0.1))
        assert went == pytest.approx(float(a.target_travel_m[0, side]) * 0.62, abs=1e-9), "the arm's end goes with the ratio"
        tan = BAR_RATE + BAR_RATE * (angle - t.slack[side]) * math.tan(angle)
        assert o.order.rate_n_per_m[side] == pytest.approx(tan / (0.4 * math.cos(angle)) ** 2, rel=1e-9)
        assert t.turn[side] > 0.0, "a lift tightens"
    assert a.found_springs[0][0].rate.value == pytest.approx(
        (BAR_RATE + a.found_springs[0][0].force_n * 0.4 * math.cos(-0.1) * math.tan(-0.1)) / (0.4 * math.cos(0.1)) ** 2, rel=1e-9
    )


def test_an_anchor_turned_further_lifts_and_a_thicker_bar_is_stiffer() -> None:
    job = twisted()
    a, case = assess(job), 4
    t = twisted_of(a.orders[0])
    assert t is not None
    tighter = job
    for side, slack in zip(("left", "right"), t.slack, strict=True):
        tighter = put(tighter, (*path_to(JOB.proposal.axles[0]), side, "slack_rad"), slack - 0.02)
    b = assess(tighter)
    rise = (b.proposed.hub_to_arch_m - a.proposed.hub_to_arch_m)[0, :, case]
    assert rise == pytest.approx(0.02 * 0.4 * math.cos(t.at_target[0]) / 0.62 * np.ones(2), rel=0.06)
    assert b.proposed.droop_left_m[0, :, case] == pytest.approx(a.proposed.droop_left_m[0, :, case] - rise, abs=1e-9), (
        "it spends droop"
    )
    thick = assess(put(job, path_to(JOB.proposal.axles[0].torsion.diameter_m), 0.039 * 1.04))
    assert thick.orders[0].order.rate_n_per_m[0] / a.orders[0].order.rate_n_per_m[0] == pytest.approx(1.17, abs=0.03)
    assert thick.proposed.hub_to_arch_m[0, :, case] == pytest.approx(thick.target_m[0], abs=3e-4), "set anew"


@pytest.mark.parametrize(("field", "words"), [("diameter_m", "torsion-bar diameter"), ("angle_rad", "arm angle")])
def test_what_is_missing_of_a_bar_is_said_and_a_coil_stands_in(field: str, words: str) -> None:
    a = assess(put(twisted(), (*path_to(JOB.as_found.axles[0].torsion), field), None))
    said = [j.reason for j in judge(a) if isinstance(j, SpringLacks)]
    assert len(said) == 2 and all(words in reason.words() for reason in said), "as found, and as proposed"
    assert np.isfinite(a.proposed.hub_to_arch_m).all()


def test_a_thin_bar_turned_far_is_over_its_stress_at_full_bump() -> None:
    """τ = 16·T/(π·d³) with the arm where the stop is flat, by hand."""
    thick = assess(twisted())
    assert not [j for j in judge(thick) if isinstance(j, BarStress)]
    short = put(twisted(), path_to(JOB.proposal.axles[0].torsion.length_m), 0.45)
    a = assess(put(short, path_to(JOB.proposal.axles[0].torsion.diameter_m), 0.031))
    answer = twisted_of(a.orders[0])
    found = [j for j in judge(a) if isinstance(j, BarStress)]
    assert answer is not None and len(found) == 1
    side = int(found[0].place.side or 0)
    end = bump_end(a.proposed.events[0][side]).travel_m
    up = [float(a.axles[0].spring_motion.at(np.asarray(u))[0]) for u in (end, float(a.target_travel_m[0, side]))]
    angle = math.asin(math.sin(answer.at_target[side]) + (up[0] - up[1]) / answer.arm_m)
    torque = answer.bar.rate * (angle - answer.slack[side])
    assert found[0].used == pytest.approx(16 * torque / (math.pi * 0.031**3) / 1e9, rel=1e-6)


def test_an_arm_that_meets_its_stop_before_the_shock_tops_takes_the_blow() -> None:
    a = assess(put(twisted(), path_to(JOB.proposal.axles[0].torsion.stop_rad), -0.15))
    found = [j for j in judge(a) if isinstance(j, ArmStopFirst)]
    assert len(found) == 2
    for j in found:
        events = a.proposed.events[0][int(j.place.side or 0)]
        stop, answer = travel_of(events, "arm on its stop"), twisted_of(a.orders[0])
        assert stop is not None and answer is not None
        assert j.by_m == pytest.approx(stop - droop_end(events).travel_m)
        side = int(j.place.side or 0)
        up = [float(a.axles[0].spring_motion.at(np.asarray(u))[0]) for u in (stop, float(a.target_travel_m[0, side]))]
        assert answer.arm_m * (math.sin(answer.at_target[side]) - math.sin(-0.15)) == pytest.approx(up[1] - up[0], abs=1e-6)
    low = assess(put(twisted(), path_to(JOB.proposal.axles[0].torsion.stop_rad), -0.7))
    assert not [j for j in judge(low) if isinstance(j, ArmStopFirst)]


@pytest.mark.parametrize(("field", "low", "high"), [("pitch_m", 0.0005, 0.005), ("lever_m", 0.02, 0.4)])
def test_the_adjusters_bolt_is_taken_as_far_as_it_can_be_reckoned_with(field: str, low: float, high: float) -> None:
    place = (*path_to(JOB.as_found.axles[0].torsion), field)
    for size in (low, high):
        assert torsion_set(assess(put(twisted(), place, size)), 0) is not None
    for size in (low * 0.99, high * 1.01):
        with pytest.raises(JobFault, match="Enter"):
            put(twisted(), place, size)
