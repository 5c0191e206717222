"""Air in place of springs through the whole vehicle: shut in, levelled, on one line or two; where it is set and used."""

from __future__ import annotations

import math

import numpy as np
import pytest
from CoolProp.CoolProp import PropsSI
from scipy.optimize import brentq

from isostat.assess import Assessment, assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Place, Step
from isostat.assess.load.load_that_stays import stays_kg
from isostat.assess.setup.springs.air import bags_of
from isostat.assess.solve.remedies import ShockLength, StopSpacer
from isostat.assess.spring.air import Aired, aired, on_steel
from isostat.assess.spring.findings import SpringLacks
from isostat.assess.spring.findings_air import (
    AirForWhatStays,
    BagEnds,
    BagOverloaded,
    ClaimOff,
    LimitsUnknown,
    PressureOutside,
    ValvesFight,
)
from isostat.assess.stance.ways_to_lift import ways
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.couple import together_at
from isostat.core.springs.air.bag import ambient_pa, charted
from isostat.core.travel.events import bump_end, droop_end, travel_of
from isostat.core.vehicle.wheel_forces import ExactForces
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from isostat.job.springs.parts import fitted_now
from tests.jobs import hive_on_coils

BAG = {"across_m": 0.15, "height_m": 0.30, "least_m": 0.09, "stands_m": 0.20, "least_pa": 50_000, "most_pa": 800_000}
AREA = math.pi * 0.15**2 / 4


def on_air(axle: int = 1, job: Job | None = None, **more: object) -> Job:
    job = put(job or hive_on_coils(), path_to(JOB.proposal.axles[axle].air), {**BAG, **more})
    return put(job, path_to(JOB.proposal.axles[axle].kind), "air")


def answer(a: Assessment, axle: int = 1) -> Aired:
    out = aired(a, axle)
    assert out is not None
    return out


@pytest.mark.parametrize("gas", ["shut in", "levelled"])
def test_pressures_are_solved_for_the_target_and_carry_it(gas: str) -> None:
    """p = F/A on each side; the pose is met, and axle loads are statics: no pressure moves them."""
    a, steel = assess(on_air(gas=gas)), assess(hive_on_coils())
    case, done = a.target_case, answer(a)
    assert done.carries_kg[:, case] * GRAVITY == pytest.approx(a.orders[1].target_force_n, rel=2e-3)
    assert done.gauge_pa[:, case] == pytest.approx(np.array(a.orders[1].target_force_n) / AREA, rel=2e-3)
    assert a.proposed.hub_to_arch_m[1, :, case] == pytest.approx(a.target_m[1], abs=0.0015)
    assert np.allclose(a.proposed.pad_kg.sum(axis=1), steel.proposed.pad_kg.sum(axis=1), atol=1.5)
    assert done.height_m[:, case] == pytest.approx(
        [bags_of(a.orders[1]).full_m - x for x in bags_of(a.orders[1]).set_x_m], abs=0.001
    )  # type: ignore[union-attr]


def test_a_valve_holds_its_height_in_every_case_and_shut_in_gas_does_not() -> None:
    """The ride frequency on gas hardly changes with load; steel's falls. Common practice, no source."""
    valve, shut, steel = (assess(job) for job in (on_air(gas="levelled"), on_air(), hive_on_coils()))
    loads = [valve.job.case_index(name) for name in ("Light", "Out", "Home full")]
    heights = valve.proposed.hub_to_arch_m[1][:, loads]
    assert float(np.ptp(heights, axis=1).max()) < 0.006, "within its dead band"
    assert float(np.ptp(shut.proposed.hub_to_arch_m[1][:, loads], axis=1).max()) > 0.05
    hz, steel_hz = (a.proposed.frequency_hz[1].mean(axis=0)[loads] for a in (valve, steel))
    assert hz.max() / hz.min() < steel_hz.max() / steel_hz.min()
    rides = answer(valve).gauge_pa[0, loads[2]] + ambient_pa(0.0)
    high = answer(valve).height_m[0, loads[2]]
    assert valve.orders[1].order.rate_n_per_m[0] == pytest.approx(1.38 * rides * AREA / high, rel=0.01), "n·p·A/h of a cylinder"


def test_bags_on_a_tee_stand_at_one_pressure_and_cannot_cure_a_lean() -> None:
    """Trade: separate lines take a lean out, a tee cannot."""
    job = put(on_air(), path_to(JOB.target.lean_m), 0.0)
    apart, tee = assess(job), assess(put(job, path_to(JOB.proposal.axles[1].air.lines), "tee"))
    case = apart.target_case
    assert np.ptp(answer(tee).gauge_pa[:, case]) == pytest.approx(0.0, abs=1e-6)
    lean_apart, lean_tee = (abs(float(np.diff(a.proposed.hub_to_arch_m[1, :, case])[0])) for a in (apart, tee))
    assert lean_apart < 0.001
    assert lean_tee > lean_apart + 0.002
    assert answer(tee).gauge_pa[0, case] == pytest.approx(answer(apart).gauge_pa[:, case].mean(), rel=0.02)


@pytest.mark.parametrize(("high", "warmer"), [(2000.0, 0.0), (0.0, -30.0), (1500.0, 15.0)])
def test_a_mountain_and_a_cold_day_change_shut_in_gas_as_real_air_does(high: float, warmer: float) -> None:
    """Absolute pressure of the same air in the same room, CoolProp; gauge is what is left above the standard atmosphere."""
    a = assess(on_air(left_pa=400_000, right_pa=400_000, high_m=high, warmer_k=warmer))
    case, done, bags = a.target_case, answer(a), bags_of(a.orders[1])
    assert bags is not None
    room, was = (float(bags.bag.volume(np.asarray(x))) for x in (bags.full_m - done.height_m[0, case], bags.set_x_m[0]))
    dense = PropsSI("D", "T", 293.15, "P", 400_000 + ambient_pa(0.0), "Air") * was / room
    absolute = PropsSI("P", "T", 293.15 + warmer, "D", dense, "Air")
    assert done.gauge_pa[0, case] == pytest.approx(absolute - ambient_pa(high), rel=0.01)
    at_sea = assess(on_air(left_pa=400_000, right_pa=400_000))
    higher = float((a.proposed.hub_to_arch_m[1] - at_sea.proposed.hub_to_arch_m[1])[:, case].mean())
    assert (higher > 0.0) == (absolute - ambient_pa(high) > 400_000 * was / room - ambient_pa(0.0) * (1 - was / room)) or abs(
        higher
    ) < 1e-3


def test_a_makers_chart_gives_area_and_what_it_sweeps() -> None:
    bag = charted((0.10, 0.27, 0.18), (1160 * GRAVITY, 1010 * GRAVITY, 1130 * GRAVITY), 6e5)
    assert bag.x_m == pytest.approx((0.0, 0.09, 0.17))
    assert bag.area_m2[1] == pytest.approx(1130 * GRAVITY / 6e5)
    assert bag.areas_apart < 1e-6, "virtual work: the force's area is what the volume gives"
    with pytest.raises(OutOfRange, match="height in the chart"):
        charted((0.1, 3.0), (1e4, 1e4), 6e5)
    chart = [{"height_m": 0.30, "load_kg": 1020}, {"height_m": 0.12, "load_kg": 1100}]
    a = assess(on_air(across_m=None, height_m=None, least_m=None, chart=chart, chart_pa=550_000))
    assert not a.orders[1].lacks
    x = bags_of(a.orders[1]).set_x_m[0]  # type: ignore[union-attr]
    area = (1020 + (1100 - 1020) * x / 0.18) * GRAVITY / 550_000
    assert answer(a).gauge_pa[0, a.target_case] == pytest.approx(a.orders[1].target_force_n[0] / area, rel=0.005)


def test_bags_that_were_found_take_their_pressure_from_the_scales() -> None:
    """As found with the items as weighed moves nothing; the pressure is load by area, and a tee's is the mean."""
    job = fitted_now(on_air(gas="levelled"), 1, None)
    a = assess(job)
    assert np.abs(a.found.rest.travel_m[..., job.weighed_case]).max() < 1e-5
    spring = a.found_springs[1][0]
    assert float(spring.law.force(np.asarray(spring.pressed_m))) == pytest.approx(spring.force_n)
    assert spring.installed_m.value == pytest.approx(0.20)


@pytest.mark.parametrize("gas", ["shut in", "levelled"])
def test_bags_that_were_found_on_one_line_can_be_lifted_from(gas: str) -> None:
    """What one of them carries depends on the other: both together carry what stands on the axle."""
    a = assess(fitted_now(on_air(gas=gas, lines="tee"), 1, None))
    pair = a.found_springs[1]
    assert pair[0].couple is not None
    held = pair[0].force_n + pair[1].force_n
    x = together_at(pair[0].couple, held, pair[0].law.domain)
    assert sum(float(f) for f in pair[0].couple.both(np.asarray(x), np.asarray(x))[0]) == pytest.approx(held)
    assert ways(a) and all(np.isfinite([w.gives_m, w.droop_m, w.light_m]).all() for w in ways(a))


def test_limits_and_valves_are_judged() -> None:
    hot = judge(assess(on_air(most_pa=300_000)))
    over = [j for j in hot if isinstance(j, PressureOutside)]
    assert over and over[0].over and over[0].gauge_pa > 400_000, "what the load asks, not what the valve gives"
    four = on_air(1, on_air(0, gas="levelled", stands_m=0.2, across_m=0.17), gas="levelled")
    fights = [j for j in judge(assess(four)) if isinstance(j, ValvesFight)]
    assert [j.valves for j in fights] == [4]
    three = put(four, path_to(JOB.proposal.axles[0].air.lines), "tee")
    assert not [j for j in judge(assess(three)) if isinstance(j, ValvesFight)]
    assert any(isinstance(j, LimitsUnknown) for j in judge(assess(on_air(least_pa=None))))


@pytest.mark.parametrize(
    ("more", "words"),
    [
        ({"across_m": None}, "Enter the effective bag diameter"),
        ({"stands_m": None}, "Enter "),
        ({"gas": "held"}, "rate"),
        ({"gas": "levelled", "least_pa": None}, "Enter the minimum"),
        ({"least_m": 0.29}, "bag height"),
        ({"chart": [{"height_m": 0.3, "load_kg": 900}], "across_m": None}, "two"),
    ],
)
def test_what_is_no_air_spring_is_said_and_a_coil_stands_in(more: dict[str, object], words: str) -> None:
    a = assess(on_air(**more))
    lacks = a.orders[1].lacks
    assert lacks is not None and words in lacks.words()
    assert any(isinstance(j, SpringLacks) for j in judge(a))
    assert a.proposed.stands.all()


def test_a_helper_beside_air_is_refused_and_steel_stands_beside_it_in_every_case() -> None:
    job = put(on_air(), path_to(JOB.proposal.axles[1].helper), {**BAG, "left_pa": 200_000})
    a = assess(job)
    assert "already runs air springs" in a.helper_lacks[1]["air"].words()
    steel = on_steel(a, 1)
    assert bags_of(steel.orders[1]) is None and steel.proposed.hub_to_arch_m[1, :, steel.target_case] == pytest.approx(
        steel.target_m[1], abs=0.0015
    )


def test_trade_a_load_behind_the_axle_is_held_up_and_the_nose_stays_light() -> None:
    """1,400 lb in a bed: bags bring the rear back to 40 in; the nose load does not come back. Common practice, no source."""
    job = put(hive_on_coils(), path_to(JOB.target.rear_lift_m), 0.0)
    job = put(put(job, path_to(JOB.target.front_lift_m), 0.0), path_to(JOB.target.lean_m), 0.0)
    bags, steel = assess(on_air(1, job, gas="levelled")), assess(job)
    full = bags.target_case
    assert np.allclose(bags.proposed.pad_kg[0, :, full].sum(), steel.proposed.pad_kg[0, :, full].sum(), atol=1.0)
    force = brentq(lambda f: f / AREA - answer(bags).gauge_pa[0, full], 100.0, 40_000.0)
    assert force == pytest.approx(answer(bags).carries_kg[0, full] * GRAVITY, rel=1e-6)


def test_air_against_roll_is_more_apart_than_on_a_tee() -> None:
    """The gas of a tee adds nothing in roll; between wheels that ride together it is all there."""
    for job in (on_air(), on_air(lines="tee")):
        a = assess(job)
        platform, bank = a.proposed.riding
        case = np.array([a.target_case])
        _, k = ExactForces(platform.take(case), bank)(a.proposed.rest.travel_m[..., case])
        roll, heave = float(k.ll[1, 0] - 2 * k.lr[1, 0] + k.rr[1, 0]), float(k.ll[1, 0] + 2 * k.lr[1, 0] + k.rr[1, 0])
        assert heave > 100_000
        assert (roll < 1_000) == (job.proposal.axles[1].air.lines == "tee")


def test_trade_a_claim_of_a_thousand_pounds_at_35_psi_is_held_against_pressure_times_area() -> None:
    """An in-coil bag: it would need about 6 in of diameter (common practice, no source)."""
    psi, lb = 6894.757, 0.45359237
    across = 2.0 * math.sqrt(1000 * lb * GRAVITY / (35 * psi) / math.pi)
    assert across / 0.0254 == pytest.approx(6.0, abs=0.05)
    claim = {"chart": [{"height_m": 0.2, "load_kg": 1000 * lb}], "chart_pa": 35 * psi, "left_pa": 200_000, "stands_m": 0.24}
    for wide, said in ((0.10, True), (round(across, 4), False)):
        job = put(demo("hive-hauler"), path_to(JOB.proposal.axles[1].helper), {**BAG, **claim, "across_m": wide})
        found = [j for j in judge(assess(job)) if isinstance(j, ClaimOff)]
        assert bool(found) is said
        if said:
            assert found[0].by_area_kg == pytest.approx(35 * psi * math.pi * 0.05**2 / GRAVITY)
            assert found[0].claimed_kg == pytest.approx(1000 * lb) and found[0].place == Place(1)


def test_a_bag_over_its_makers_load_is_a_fault_in_the_case_that_loads_it_most() -> None:
    """Bellows over a leaf: 4,800 lb a pair at most (common practice, no source); the worst case and side are named."""
    most = answer(assess(on_air())).carries_kg.max()
    found = [j for j in judge(assess(on_air(most_kg=round(most - 40)))) if isinstance(j, BagOverloaded)]
    assert len(found) == 1 and found[0].carries_kg == pytest.approx(most) and found[0].place.case is not None
    assert not [j for j in judge(assess(on_air(most_kg=4800 * 0.45359237 / 2))) if isinstance(j, BagOverloaded)]


def test_a_bag_that_would_end_the_droop_or_the_bump_is_said() -> None:
    """A bag is never the droop limit, and keeps a stop inside its own end (common practice, no source)."""
    for more, drawn in (({"height_m": 0.24, "least_m": 0.05}, True), ({"least_m": 0.13}, False)):
        a = assess(on_air(**more))
        found = [j for j in judge(a) if isinstance(j, BagEnds) and j.drawn is drawn]
        assert found
        for j in found:
            events = a.proposed.events[1][int(j.place.side or 0)]
            ends = (travel_of(events, "bag at its longest"), droop_end(events).travel_m)
            ends = ends if drawn else (bump_end(events).travel_m, travel_of(events, "bag flat"))
            assert ends[0] is not None and ends[1] is not None and j.by_m == pytest.approx(ends[0] - ends[1])
            assert j.step is Step.TRAVEL
        worst = max(j.by_m for j in found)
        for remedy in (r for j in found for r in j.remedies):
            after = [j.by_m for j in judge(assess(remedy.on(a.job))) if isinstance(j, BagEnds) and j.drawn is drawn]
            assert max(after, default=0.0) < worst, "the shock shorter, or the stop sooner, by what the bag is short of"
        whole = next(r for j in found for r in j.remedies if j.by_m == worst)
        assert isinstance(whole, ShockLength if drawn else StopSpacer)
        assert not [j for j in judge(assess(whole.on(a.job))) if isinstance(j, BagEnds) and j.drawn is drawn]
    assert not [j for j in judge(assess(on_air(height_m=0.4, stands_m=0.26, least_m=0.05))) if isinstance(j, BagEnds)]


@pytest.mark.parametrize(("share", "said"), [(0.45, False), (0.55, True)])
def test_air_that_holds_up_what_stays_is_said_from_half_of_it_on(share: float, said: bool) -> None:
    """Steel for what stays, air for what comes and goes (common practice, no source)."""
    job = demo("orchard-sprayer")
    light = next(j for j in judge(assess(job)) if isinstance(j, AirForWhatStays))
    wanted = light.air_kg / share  # of gear that stays, over the rear axle
    index = next(n for n, item in enumerate(job.items) if item.stays)
    behind = job.vehicle.axles[1].behind_front_m.value
    for field, value in (("behind_front_m", behind), ("mass_kg", 1.0), ("weighed_share", 0.0)):
        job = put(job, (*path_to(JOB.items[index]), field), value)
    for n in range(len(job.items)):
        if n != index:
            job = put(job, path_to(JOB.items[n].stays), False)
    a = assess(put(job, path_to(JOB.items[index].mass_kg), wanted))
    carried = float(answer(a).carries_kg[:, light.place.case].sum())
    a = assess(put(job, path_to(JOB.items[index].mass_kg), carried / share))
    now = float(answer(a).carries_kg[:, light.place.case].sum())
    stays = float(stays_kg(a, 1)[light.place.case])
    assert stays == pytest.approx(carried / share, rel=0.01)
    found = [j for j in judge(a) if isinstance(j, AirForWhatStays)]
    assert bool(found) is (now > 0.5 * stays) is said
