"""Air helpers beside the springs through the whole vehicle: pressures set at the target, gas shut in or held."""

from __future__ import annotations

import math

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.setup.platform import SPRING, helper_parts
from isostat.assess.setup.springs.air import Bags
from isostat.assess.setup.springs.cushion import Cushioned, jack_up_m
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.solve.standing import wheel_curve
from isostat.assess.spring.air import aired, blocks_on_steel, on_steel
from isostat.assess.spring.air_pressures import helper_pressures, with_pressures
from isostat.assess.spring.findings import HelperLacks
from isostat.assess.spring.findings_air import LimitsUnknown, PressureOutside
from isostat.assess.spring.helper_loads import helper_loads
from isostat.assess.spring.leaf import pack_force_n
from isostat.core.limits import GRAVITY
from isostat.core.springs.air.bag import SEA_LEVEL
from isostat.core.vehicle.wheel_forces import ExactForces
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from tests.jobs import hive_on_coils

BAG = {"across_m": 0.12, "height_m": 0.30, "least_m": 0.08, "stands_m": 0.24, "left_pa": 200_000, "right_pa": 240_000}
AREA = math.pi * 0.12**2 / 4


def helped(job: Job | None = None, **more: object) -> Job:
    return put(job or hive_on_coils(), path_to(JOB.proposal.axles[1].helper), {**BAG, **more})


def pinned() -> Job:
    """Springs typed, so that what air adds is seen."""
    job = hive_on_coils()
    for side in ("left", "right"):
        for field, value in (("rate_n_per_m", 60_000), ("free_length_m", 0.40), ("spacer_m", 0.0)):
            job = put(job, (*path_to(JOB.proposal.axles[1]), side, field), value)
    return job


@pytest.mark.parametrize("gas", ["shut in", "held"])
def test_at_the_target_air_takes_pressure_times_area_off_the_springs(gas: str) -> None:
    """F = p·A at the height that it is set at; the target is met with softer demands on the steel."""
    plain, aided = assess(hive_on_coils()), assess(helped(gas=gas))
    case = aided.target_case
    for side, pressure in ((0, 200_000), (1, 240_000)):
        off = plain.orders[1].target_force_n[side] - aided.orders[1].target_force_n[side]
        assert off == pytest.approx(pressure * AREA, rel=1e-6)
    assert aided.proposed.hub_to_arch_m[1, :, case] == pytest.approx(aided.target_m[1], abs=0.0015)
    assert np.allclose(aided.proposed.pad_kg[..., case].sum(axis=1), plain.proposed.pad_kg[..., case].sum(axis=1), atol=0.5), (
        "statics"
    )
    assert not any(aided.helper_lacks)


def test_shut_in_gas_stiffens_and_held_air_does_not() -> None:
    """By hand: n·p_abs·A²/V beside the coil, n = 1.38 over a bump; a held pressure adds force and no rate."""
    job = pinned()
    rates = {}
    for gas in ("shut in", "held"):
        a = assess(helped(job, gas=gas))
        case = a.target_case
        u = a.proposed.rest.travel_m[1, :, case]
        rates[gas] = float(a.proposed.wheel_rate[1, :, case].mean())
        if gas == "shut in":
            grown = np.asarray(a.axles[1].spring_motion.at(a.proposed.platform.row[1, [0, 1], :, 0] @ u)[0])
            wanted = np.asarray(a.axles[1].spring_motion.at(a.proposed.platform.row[1, [0, 1], :, 0] @ a.target_travel_m[1])[0])
            more = 0.0
            for side, pressure in ((0, 200_000), (1, 240_000)):
                set_at, now = (AREA * (0.24 - float(x[side])) for x in (wanted, grown))
                more += 1.38 * (pressure + SEA_LEVEL) * set_at / now**2 * AREA**2 / 2
    plain = float(assess(job).proposed.wheel_rate[1, :, 4].mean())
    assert rates["held"] == pytest.approx(plain, rel=1e-6)
    assert rates["shut in"] - plain == pytest.approx(more, rel=0.01)


def test_people_in_the_bed_sink_less_on_air() -> None:
    """About 1,000 lb in the bed: about 2 in without, about ¼ in with the bags aired up for it (common practice, no source)."""
    job = pinned()
    loaded = assess(job).proposed.hub_to_arch_m[1].mean(axis=0)
    sinks = loaded[1] - loaded[4]
    aired = assess(helped(job, left_pa=350_000, right_pa=350_000)).proposed.hub_to_arch_m[1].mean(axis=0)
    assert sinks > 0.03 and aired[4] > loaded[4] + 0.5 * sinks
    assert aired[1] > loaded[1], "left aired it stands high when light"


def test_pressures_are_held_against_the_bags_own_limits_in_every_case() -> None:
    """Bellows over a leaf: 5 to 100 psi, a pressure near the most is dangerous (common practice, no source)."""
    said = [j for j in judge(assess(helped())) if isinstance(j, LimitsUnknown)]
    assert len(said) == 1
    a = assess(helped(least_pa=35_000, most_pa=215_000))
    over = [j for j in judge(a) if isinstance(j, PressureOutside)]
    answer = aired(a, 1)
    assert answer is not None and over and over[0].over and over[0].grade.name == "FAULT"
    assert over[0].gauge_pa == pytest.approx(answer.gauge_pa.max()) and answer.gauge_pa[1, a.target_case] == pytest.approx(
        240_000, rel=0.02
    )
    assert not [j for j in judge(assess(helped(least_pa=35_000, most_pa=600_000))) if isinstance(j, PressureOutside)]
    low = assess(helped(least_pa=195_000, most_pa=600_000))
    assert [j.over for j in judge(low) if isinstance(j, PressureOutside)] == [False], "when light the gas has more room"


def test_a_pack_beside_a_bag_carries_the_rest() -> None:
    """Both packs and both bags together hold what the axle holds, at the target and light."""
    a = assess(demo("orchard-sprayer"))
    answer = aired(a, 1)
    assert answer is not None
    for case in (a.target_case, 2):
        bags = answer.carries_kg[:, case].sum() * GRAVITY
        assert 2 * pack_force_n(a, 1, case) + bags == pytest.approx(a.proposed.rest.force_n[1, :, case].sum(), rel=0.02)


def test_steel_for_the_same_load_meets_the_same_target() -> None:
    a = assess(helped())
    steel = on_steel(a, 1)
    case = a.target_case
    assert steel.proposed.hub_to_arch_m[1, :, case] == pytest.approx(a.target_m[1], abs=0.0015)
    assert steel.fits[1].helper(Bags) is None and steel.proposed.platform.row.shape[1] == 8
    assert steel.orders[1].target_force_n[0] > a.orders[1].target_force_n[0]


def test_what_lacks_or_is_outside_is_said_and_the_curve_shows_air() -> None:
    a = assess(helped(across_m=None))
    assert "Enter the effective bag diameter" in a.helper_lacks[1]["air"].words()
    assert assess(hive_on_coils()).proposed.platform.row.shape[1] == 8, "without air no part is carried along"
    bad = assess(helped(least_m=0.299))
    assert "bag height" in bad.helper_lacks[1]["air"].words()
    aided = assess(helped())
    curve = wheel_curve(aided.proposed.platform, aided.proposed.bank, 1, 0, (-0.05, 0.05))
    plain = assess(hive_on_coils())
    before = wheel_curve(plain.proposed.platform, plain.proposed.bank, 1, 0, (-0.05, 0.05)).force_n
    assert (np.diff(curve.force_n) > 0).all() and abs(curve.force_n.mean() - before.mean()) < 900 * GRAVITY
    helper = curve.part_n[helper_parts(aided.fits[1])].sum(axis=0)
    assert (helper >= 0.0).all() and curve.part_n.sum(axis=0) == pytest.approx(curve.force_n)


FOAM = {"free_height_m": 0.12, "kind": "foam", "gap_m": -0.05, "press": [{"squeeze_m": 0.03, "force_kg": 90}]}


def cushioned(job: Job | None = None, **more: object) -> Job:
    return put(job or hive_on_coils(), path_to(JOB.proposal.axles[1].cushion), {**FOAM, **more})


def test_a_foam_helper_carries_its_press_readings_and_the_springs_the_rest() -> None:
    """F = k0·x/(1 − (0.95·x/x_flat)³) through the reading; what it carries at the target is off the steel."""
    plain, foam = assess(hive_on_coils()), assess(cushioned())
    fit, case = foam.fits[1].helper(Cushioned), foam.target_case
    assert fit is not None
    done = helper_loads(foam, 1, fit)
    assert float(fit.law[0].force(np.asarray(0.03))) == pytest.approx(90 * GRAVITY)
    at = foam.proposed.platform.row[1, list(SPRING), :, 0] @ foam.target_travel_m[1]
    for side in (0, 1):
        off = plain.orders[1].target_force_n[side] - foam.orders[1].target_force_n[side]
        assert off == pytest.approx(float(fit.law[0].force(np.asarray(at[side] + 0.05))), rel=1e-6)
    assert foam.proposed.hub_to_arch_m[1, :, case] == pytest.approx(foam.target_m[1], abs=0.0015)
    x = done.squeeze_m[:, case]
    assert done.carries_kg[:, case] * GRAVITY == pytest.approx(fit.law[0].force(x))
    names = [e.name for e in foam.proposed.events[1][0]]
    assert "helper touched" in names and "helper flat" in names


@pytest.mark.parametrize(("gap", "up"), [(0.02, 0.0), (-0.028, 0.038)])
def test_trade_foam_helpers_need_the_frame_up_to_go_in(gap: float, up: float) -> None:
    """About 1½ in of jacking over trailer leaves, with 28 mm of squeeze as it stands (common practice, no source)."""
    fit = assess(cushioned(gap_m=gap)).fits[1].helper(Cushioned)
    assert fit is not None and jack_up_m(fit) == pytest.approx(up)
    if up:
        assert up == pytest.approx(0.0381, abs=0.001)


@pytest.mark.parametrize("missing", ["gap_m", "kind"])
def test_what_is_not_given_leaves_a_foam_helper_out(missing: str) -> None:
    a = assess(cushioned(**{missing: None}, **({"press": []} if missing == "kind" else {})))
    assert a.fits[1].helper(Cushioned) is None
    assert a.proposed.hub_to_arch_m == pytest.approx(assess(hive_on_coils()).proposed.hub_to_arch_m)


def test_helpers_beside_each_other_add_up_at_rest() -> None:
    """Foam and air beside pinned springs: what all carry is what stands on the axle."""
    a = assess(cushioned(helped(pinned())))
    done, fit, case = aired(a, 1), a.fits[1].helper(Cushioned), a.target_case
    assert done is not None and fit is not None
    foam = helper_loads(a, 1, fit)
    u = a.proposed.rest.travel_m[..., case]
    one = a.proposed.platform.take(np.array([case]))
    force, _, _, _ = ExactForces(one, a.proposed.bank).parts(u[..., None])
    carried = np.concatenate([done.carries_kg[:, case], foam.carries_kg[:, case]])
    assert force[1, helper_parts(a.fits[1]), 0] / GRAVITY == pytest.approx(carried)


def test_pressures_are_solved_for_the_target_on_springs_that_are_known() -> None:
    """A pack beside bags meets its target on the blocks that it has; helpers bring the rear back (common practice, no source)."""
    job = demo("hive-hauler")
    seen = assess(job).orders[1].order.spacer_m
    assert assess(with_pressures(job, 1)).orders[1].order.spacer_m == seen != (0.0, 0.0), "blocks stay as thick as they are seen"
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.proposal.axles[1]), side, "spacer_m"), 0.0)
    job = with_pressures(job, 1)
    a = assess(job)
    assert a.orders[1].order.spacer_m == (0.0, 0.0)
    assert a.proposed.hub_to_arch_m[1, :, a.target_case] == pytest.approx(a.target_m[1], abs=0.0012)
    coils = put(helped(pinned()), path_to(JOB.proposal.axles[1].left.free_length_m), 0.35)
    coils = put(
        put(coils, path_to(JOB.proposal.axles[1].right.free_length_m), 0.35), path_to(JOB.proposal.axles[1].helper.most_pa), 1.4e6
    )
    coils = put(coils, path_to(JOB.proposal.axles[1].helper.least_pa), 30_000)
    for side, pressure in zip(("left_pa", "right_pa"), helper_pressures(assess(coils), 1), strict=True):
        coils = put(coils, (*path_to(JOB.proposal.axles[1].helper), side), pressure)
    b = assess(coils)
    assert b.proposed.hub_to_arch_m[1, :, b.target_case] == pytest.approx(b.target_m[1], abs=0.0015)
    fit = path_to(JOB.proposal.axles[1])
    tagged = {"soft_n_per_m": 3e4, "firm_n_per_m": 6e4, "change_m": 0.09, "solid_m": 0.25}
    two_rates = put(
        put(put(coils, (*fit, "kind"), "progressive"), (*fit, "progressive"), tagged), (*fit, "helper", "most_pa"), 1.5e6
    )
    for side in ("left", "right"):  # its rates are on its tag: the free length is all that must be typed
        two_rates = put(put(two_rates, (*fit, side, "rate_n_per_m"), None), (*fit, side, "free_length_m"), 0.36)
    for side, pressure in zip(("left_pa", "right_pa"), helper_pressures(assess(two_rates), 1), strict=True):
        two_rates = put(two_rates, (*fit, "helper", side), pressure)
    c = assess(two_rates)
    assert c.proposed.hub_to_arch_m[1, :, c.target_case] == pytest.approx(c.target_m[1], abs=0.0015)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"least_pa": None}, "minimum and maximum pressure first"),
        ({"most_pa": 100_000}, "over the bag's maximum"),
        ({"least_pa": 600_000, "most_pa": 700_000}, "already hold that height"),
        ({"across_m": None}, "effective bag diameter"),
    ],
)
def test_no_pressure_is_solved_where_none_will_do(change: dict[str, float | None], words: str) -> None:
    job = demo("hive-hauler")
    for field, value in change.items():
        job = put(job, (*path_to(JOB.proposal.axles[1].helper), field), value)
    with pytest.raises(Incomplete, match=words):
        helper_pressures(assess(job), 1)


def test_a_bag_without_a_pressure_is_said_and_solved_by_its_fix() -> None:
    job = demo("hive-hauler")
    for field in ("left_pa", "right_pa"):
        job = put(job, (*path_to(JOB.proposal.axles[1].helper), field), None)
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.proposal.axles[1]), side, "spacer_m"), 0.0)
    a = assess(job)
    (said,) = [j for j in judge(a) if isinstance(j, HelperLacks)]
    assert "pressure" in said.reason.words() and a.fits[1].helper(Bags) is None
    (fix,) = [f for f in judge_fixes(a, judge(a)) if f.judgement == said]
    b = assess(fix.job)
    assert not [j for j in judge(b) if isinstance(j, HelperLacks)]
    assert b.proposed.hub_to_arch_m[1, :, b.target_case] == pytest.approx(b.target_m[1], abs=0.0012)


def test_steel_alone_stands_on_the_blocks_that_are_there_and_says_what_it_would_take() -> None:
    a = assess(demo("hive-hauler"))
    steel, case = on_steel(a, 1), a.target_case
    assert steel.orders[1].order.spacer_m == a.orders[1].order.spacer_m
    assert steel.proposed.hub_to_arch_m[1, :, case].mean() < a.target_m[1].mean() - 0.02, "the bag carried something"
    takes = blocks_on_steel(steel, 1)
    assert takes is not None and min(np.array(takes) - np.array(a.orders[1].order.spacer_m)) > 0.02


def test_springs_that_are_still_solved_leave_no_pressure_to_solve() -> None:
    with pytest.raises(Incomplete, match="Enter the spring rate and free length first"):
        helper_pressures(assess(helped(least_pa=30_000, most_pa=700_000)), 1)
