"""What is cut in steel, sewn or ordered by a length, and what a length is found from: by hand, to the millimetre."""

from __future__ import annotations

from itertools import product

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.load.gravity import gravity_height_in, gravity_height_m, hub_height_m
from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.setup.springs.leaf import leaf_pack, u_bolt_m
from isostat.assess.solve.remedies import StrapLength
from isostat.assess.spring.air import aired
from isostat.assess.spring.helper_loads import helper_loads
from isostat.assess.travel.findings import WrongOrder
from isostat.assess.travel.margins import kept
from isostat.assess.travel.stop_use import arch_at, strap_for
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import droop_end, travel_of
from isostat.core.vehicle.clearance import ramp_angles, tangent_angle
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, Path, path_to, put
from isostat.job.files import job_from
from isostat.job.schema import Job
from tests.assess.spring.test_air import on_air
from tests.assess.spring.test_air_helper import FOAM
from tests.jobs import hive_on_coils, unladen

REAR: Path = path_to(JOB.vehicle.axles[1])
FIT: Path = path_to(JOB.proposal.axles[1])


def with_(job: Job, *changes: tuple[Path, object]) -> Job:
    for path, value in changes:
        job = put(job, path, value)
    return job


@pytest.mark.parametrize(("slack", "ratio", "fitted"), list(product([(0.10, 0.16), (0.16, 0.10)], [1.0, 0.8], [None, 0.50])))
def test_a_strap_is_sewn_for_the_nearer_hose_with_margin_stretch_and_ratio(
    slack: tuple[float, float], ratio: float, fitted: float | None
) -> None:
    """Mounts + (slack of the nearer hose − its margin − what a strap gives) · ratio: 10 mm, 8 % (common practice, no source)."""
    job = with_(hive_on_coils(), ((*REAR, "strap_mounts_m"), 0.42), ((*REAR, "strap_ratio"), ratio), ((*FIT, "strap_m"), fitted),
                *(((*REAR, side, "hose_slack_m"), m) for side, m in zip(("left", "right"), slack, strict=True)))  # fmt: skip
    gives = 0.08 * (fitted or 0.0) / ratio
    assert strap_for(assess(job), 1) == pytest.approx(0.42 + (0.10 - 0.010 - gives) * ratio)


def test_of_two_straps_that_reach_unlike_the_fix_is_cut_for_the_one_that_would_hang_further() -> None:
    """Measured taut, the mounts of the left are 6 mm further apart: the same strap lets that side down 6 mm less."""
    job = with_(hive_on_coils(), (path_to(JOB.as_found.axles[1].strap_m), 0.4), ((*REAR, "strap_place"), 1.0))
    for side, arch in (("left", 0.570), ("right", 0.576)):
        job = put(job, (*REAR, side, "cycle"), [{"event": "strap taut", "hub_to_arch_m": arch}])
        job = put(job, (*REAR, side, "hose_slack_m"), 0.125)
    a = assess(job)
    fixes = [f for f in judge_fixes(a, judge(a)) if isinstance(f.remedy, StrapLength) and f.judgement.place.axle == 1]
    assert fixes
    after = assess(fixes[0].job)
    margins = [next(k.margin_m for k in kept(after, 1, side) if k.name == "hose taut") for side in (0, 1)]
    assert all(
        travel_of(after.proposed.events[1][side], "strap taut") - margins[side] >= -0.125 - 1e-9  # type: ignore[operator]
        for side in (0, 1)
        if droop_end(after.proposed.events[1][side]).name == "strap taut"
    )
    assert not [j for j in judge(after) if isinstance(j, WrongOrder) and j.what == "hose taut"]


@pytest.mark.parametrize(("job", "hose"), [(hive_on_coils(), 0.010), (demo("hive-hauler"), 0.025)])
def test_a_hose_keeps_more_on_leaves_and_what_a_strap_gives_on_any(job: Job, hose: float) -> None:
    """On leaves the axle winds up (common practice, no source); a strap gives a twelfth of its length, nearly."""
    job = with_(job, ((*REAR, "strap_mounts_m"), 0.42), ((*FIT, "strap_m"), 0.50), ((*REAR, "strap_ratio"), 0.8))
    (margin,) = (k.margin_m for k in kept(assess(job), 1, 0) if k.name == "hose taut")
    assert margin == pytest.approx(hose + 0.08 * 0.50 / 0.8)


def test_a_u_bolt_goes_round_tube_pack_block_and_plate_and_through_its_nut() -> None:
    """Legs from the inside of the bend; nut, washer and thread are 1.8 rods (common practice, no source)."""
    said = demo("hive-hauler").proposal.axles[1].pack
    pack = leaf_pack(said)
    hardware = {"tube_m": {"value": 0.076}, "plate_m": {"value": 0.012}, "bolt_m": {"value": 0.016}}
    said = said.model_validate(said.model_dump() | hardware)
    thick = sum(leaf.thick_m.value for leaf in said.leaves) + sum(leaf.gap_m for leaf in pack.leaves)
    assert u_bolt_m(said, pack, 0.025) == pytest.approx(0.076 + thick + 0.025 + 0.012 + 1.8 * 0.016)


def test_each_ramp_angle_is_tangent_to_its_own_wheel() -> None:
    """Unlike wheels: approach by the front one, departure by the rear one. Source: tangent of a point to a circle."""
    hubs = [(0.0, 0.30), (2.6, 0.45)]
    approach, _, departure = ramp_angles(hubs, [(-0.7, 0.28), (3.5, 0.40)])
    assert approach == pytest.approx(tangent_angle(-0.7, 0.28, 0.30)) and departure == pytest.approx(tangent_angle(0.9, 0.40, 0.45))
    assert departure != pytest.approx(tangent_angle(0.9, 0.40, 0.30), rel=0.02)


@pytest.mark.parametrize(("kind", "place"), [("hitch", 0.5), ("wheels", 0.0), ("thing", None)])
def test_what_came_on_raises_the_centre_of_gravity_by_its_own_height(kind: str, place: float | None) -> None:
    """(m₀·h₀ + m·z)/(m₀ + m): on the ball half an arch above the hubs, on a wheel the hub, on the deck 0.35 m above the arch."""
    data = unladen().model_dump()
    data["items"] = [{"name": "It", "kind": kind, "left_m": 0.0, "mass_kg": {"value": 90}, "behind_front_m": {"value": 4.1}}]
    data["cases"] = (*data["cases"], {"name": "On", "carried": [{"item": "It", "share": 1.0}]})
    a = assess(job_from(data, "tall"))
    case, base = a.job.case_index("On"), gravity_height_m(a).value
    hub, arch = hub_height_m(a), float(a.baseline_m.mean())
    high = hub + (arch + 0.35 if place is None else place * arch)
    whole = float(a.loading.whole_kg[a.job.weighed_case])
    unsprung = sum(2 * x.unsprung_kg.value for x in a.axles)
    risen = float(a.proposed.arch_rise_m[..., case].mean()) * (1 - unsprung / (whole + 90))
    assert gravity_height_in(a, case).value == pytest.approx((whole * base + 90 * high) / (whole + 90) + risen, abs=1e-6)


def test_the_pressure_on_a_tee_carries_both_sides_by_their_areas() -> None:
    """One pressure on unlike areas: p = ΣF/ΣA, so that both together carry what both are asked (statics)."""
    rows = [{"height_m": h, "area_m2": a} for h, a in ((0.10, 0.024), (0.16, 0.020), (0.24, 0.015), (0.32, 0.011))]
    job = with_(on_air(lines="tee"), ((*FIT, "air", "chart_pa"), 5e5), ((*FIT, "air", "across_m"), None),
                ((*FIT, "air", "chart"), [{"height_m": r["height_m"], "load_kg": 5e5 * r["area_m2"] / GRAVITY} for r in rows]),
                (path_to(JOB.target.lean_m), 0.03))  # fmt: skip
    a = assess(job)
    said = aired(a, 1)
    assert said is not None
    area = said.bags.bag.area(np.array(said.bags.set_x_m))[0]
    assert abs(area[0] / area[1] - 1.0) > 0.02, "or the test asks nothing"
    assert said.bags.gauge_pa[0] * area.sum() == pytest.approx(sum(a.orders[1].target_force_n), rel=1e-6)


def test_foam_beside_a_motion_table_is_squeezed_by_the_tables_travel() -> None:
    """At a travel where the table and the plain ratio part, the helper is squeezed as the table says."""
    table = {"wheel_m": [-0.12, -0.05, 0.0, 0.05, 0.12], "spring_m": [-0.075, -0.034, 0.0, 0.040, 0.110]}
    job = with_(hive_on_coils(), ((*REAR, "spring_motion"), table), ((*FIT, "cushion"), FOAM))
    a = assess(job)
    fit = a.fits[1].helper(Cushioned)
    assert fit is not None
    said = helper_loads(a, 1, fit)
    for side, case in product((0, 1), range(a.cases)):
        rows = a.proposed.platform.row[1, side, :, 0]
        u = float(rows @ a.proposed.rest.travel_m[1, :, case])
        x = float(a.axles[1].spring_motion.at(np.asarray(u))[0])
        assert said.squeeze_m[side, case] == pytest.approx(max(x + 0.05, 0.0), abs=1e-9)
        force = float(fit.law[0].force(np.asarray(x + 0.05)))
        assert said.carries_kg[side, case] * GRAVITY == pytest.approx(force, abs=1e-6)


def test_between_straight_and_lock_a_tyre_meets_its_arch_in_proportion_of_the_turn() -> None:
    """The worse lock counts; with one of both gaps alone it is taken at every angle."""
    front: Path = path_to(JOB.vehicle.axles[0])
    job = with_(hive_on_coils(), ((*front, "left", "arch_gap_m"), 0.20), ((*front, "left", "arch_gap_lock_m"), 0.15),
                ((*front, "right", "arch_gap_m"), None), ((*front, "right", "arch_gap_lock_m"), 0.16))  # fmt: skip
    a = assess(job)
    straight, lock = (travel_of(a.proposed.events[0][0], f"tyre touches, {where}") for where in ("straight", "at lock"))
    assert straight is not None and lock is not None and lock < straight
    for turned in (0.0, 0.4, 1.0):
        assert arch_at(a, 0, 0, turned) == pytest.approx(straight + (lock - straight) * turned)
    alone = travel_of(a.proposed.events[0][1], "tyre touches, at lock")
    assert arch_at(a, 0, 1, 0.0) == arch_at(a, 0, 1, 1.0) == pytest.approx(alone)
    bare = with_(job, *(((*front, side, f), None) for side in ("left", "right") for f in ("arch_gap_m", "arch_gap_lock_m")))
    assert arch_at(assess(bare), 0, 0, 0.5) is None


@pytest.mark.parametrize("kind", ["coil", "leaf"])
def test_springs_ordered_for_the_settled_height_stand_higher_as_fitted_by_what_they_settle(kind: str) -> None:
    """A share of the loaded deflection at the spring over its ratio: coils 3.5 %, leaves 4.5 % (common practice, no source)."""
    job = hive_on_coils() if kind == "coil" else demo("hive-hauler")
    a, b = assess(job), assess(put(job, path_to(JOB.target.settled), True))
    share = 0.035 if kind == "coil" else 0.045
    pressed = sum(a.orders[1].pressed_m) / 2.0 / a.orders[1].bends[0]
    assert (b.fitted_target_m - a.fitted_target_m)[1] == pytest.approx(share * pressed, rel=0.03)
    assert b.target_m == pytest.approx(a.target_m) and a.fitted_target_m == pytest.approx(a.target_m)
    assert b.proposed.hub_to_arch_m[..., b.target_case] == pytest.approx(b.fitted_target_m, abs=1.6e-3)
    typed = assess(put(put(job, path_to(JOB.target.settled), True), path_to(JOB.proposal.axles[1].settle_share), 0.08))
    assert (typed.fitted_target_m - a.fitted_target_m)[1] == pytest.approx(0.08 * pressed, rel=0.04)
