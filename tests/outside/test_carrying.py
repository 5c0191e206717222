"""What is carried, against levers: items of every kind, a trailer's nose on its coupling, unsprung wheels."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.load.findings import NoseLoad, OverRating
from isostat.assess.load.ratings import nose_kg, ratings
from isostat.assess.setup.items import loads
from isostat.assess.solve.remedies import CarryLess, Move
from isostat.assess.spring.findings import ComesAndGoes
from isostat.core.limits import GRAVITY
from isostat.job.demos import demo
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault, job_from_text, job_text
from isostat.job.palette import PALETTE, add_usual
from isostat.job.places import DATUMS
from isostat.job.schema import Item, Job
from tests.jobs import hive_on_coils, one_axle

TRAILER = demo("dairy-trailer")


def on_coils(job: Job) -> Job:
    """The trailer with a coil a wheel and nothing else: every part of it straight."""
    job = edits.put(job, path_to(JOB.vehicle.tandem), "apart")
    for axle in (0, 1):
        for setup in ("as_found", "proposal"):
            job = edits.put(job, (setup, "axles", axle, "kind"), "coil")
        job = edits.put(job, path_to(JOB.proposal.axles[axle].cushion.gap_m), None)
        for side in ("left", "right"):
            job = edits.put(job, (*path_to(JOB.as_found.axles[axle]), side, "rate_n_per_m"), 52_000)
    return job


def pinned(job: Job) -> Job:
    """The job with its springs ordered once and for all: what is carried no longer changes them."""
    for axle, ordered in enumerate(assess(job).orders):
        for n, side in enumerate(("left", "right")):
            parts = {
                "rate_n_per_m": ordered.order.rate_n_per_m,
                "free_length_m": ordered.order.free_m,
                "spacer_m": ordered.order.spacer_m,
            }
            for field, pair in parts.items():
                job = edits.put(job, (*path_to(JOB.proposal.axles[axle]), side, field), pair[n])
    return job


HIVE = pinned(hive_on_coils())


def with_item(job: Job, kg: float, behind: float, left: float, **more: object) -> Job:
    item = Item.model_validate({"name": "Test", "mass_kg": kg, "behind_front_m": behind, "left_m": left, **more})
    return item_edits.add_item(job, item, job.cases[-1].name)


sideways = st.floats(-0.6, 0.6).map(lambda m: round(m, 6))


@given(kg=st.floats(5, 400), behind=st.floats(-0.5, 4.2).map(lambda m: round(m, 6)), left=sideways)
@settings(max_examples=12, deadline=None)
def test_axle_loads_follow_the_lever_rule_whatever_the_springs(kg: float, behind: float, left: float) -> None:
    """Closed form: m·x/L on the rear, the rest on the front; sideways m·y about the middle."""
    before, after = assess(HIVE), assess(with_item(HIVE, kg, behind, left))
    change = (after.proposed.pad_kg - before.proposed.pad_kg)[..., -1]
    wheelbase = -before.axles[-1].x_m
    assert change[1].sum() == pytest.approx(kg * behind / wheelbase, abs=0.01 + 1e-3 * kg)
    assert change.sum() == pytest.approx(kg, abs=0.01)
    half = np.array([x.half_track_m for x in before.axles])
    assert (half * (change[:, 0] - change[:, 1])).sum() == pytest.approx(kg * left, abs=0.01 + 2e-3 * kg)


@given(left=sideways, kg=st.floats(2, 40))
@settings(max_examples=10, deadline=None)
def test_what_rides_on_the_wheels_goes_to_the_pads_and_never_through_the_springs(left: float, kg: float) -> None:
    """Closed form: both wheels of the nearest axle by their distance, the springs as they were."""
    before, after = assess(HIVE), assess(with_item(HIVE, kg, 2.9, left, kind="wheels", count=2))
    change = (after.proposed.pad_kg - before.proposed.pad_kg)[..., -1]
    share, tilts = (
        0.5 + np.clip(left, -0.8, 0.8) / 1.6,
        0.05 + 0.1 * kg * abs(left),
    )  # the tyres sink unevenly, and the body with them
    assert change[1] == pytest.approx([2 * kg * share, 2 * kg * (1 - share)], abs=tilts)
    assert change[0] == pytest.approx([0, 0], abs=tilts)
    assert after.proposed.rest.force_n == pytest.approx(before.proposed.rest.force_n, abs=10 * tilts)
    assert after.loading.whole_kg[-1] - before.loading.whole_kg[-1] == pytest.approx(2 * kg)


def _by_hand(job: Job, kg: float, behind: float) -> float:
    """What a load adds to a coupling: three springs in a row under a stiff beam, solved as two equations."""
    a = assess(job)
    x = np.array([job.vehicle.coupling_ahead_m.value, *(axle.x_m for axle in a.axles)])  # type: ignore[union-attr]
    at_wheels = a.proposed.wheel_rate[..., -1].sum(axis=1)
    tyres = np.array([2 * f.tyre_rate.value for f in a.fits])
    k = np.array([5e6, *(at_wheels * tyres / (at_wheels + tyres))])
    h = np.stack([np.ones(3), -x])
    q = np.linalg.solve((h * k) @ h.T, -GRAVITY * kg * np.array([1.0, behind]))
    return float(-k[0] * (h.T @ q)[0] / GRAVITY)


@pytest.mark.parametrize("behind", [-1.4, 0.3, 1.8])
def test_a_trailers_nose_is_a_beam_on_three_springs(behind: float) -> None:
    """Closed form of a beam on elastic supports; the sums of load and moment hold to the hair."""
    job = item_edits.set_share(on_coils(TRAILER), TRAILER.cases[-1].name, "Brine", 0.4)  # off its stops
    before, after = assess(job), assess(with_item(job, 60.0, behind, 0.0))
    more = nose_kg(after)[-1] - nose_kg(before)[-1]
    assert more == pytest.approx(_by_hand(job, 60.0, behind), abs=0.6)
    pads = (after.proposed.pad_kg - before.proposed.pad_kg)[..., -1].sum(axis=1)
    assert more + pads.sum() == pytest.approx(60.0, abs=0.01)
    ahead = TRAILER.vehicle.coupling_ahead_m.value  # type: ignore[union-attr]
    assert -more * ahead + pads[1] * 0.86 == pytest.approx(60.0 * behind, abs=0.3)


def test_a_nose_that_is_light_or_lifts_is_said_and_one_that_is_right_is_not() -> None:
    for behind, grade in ((0.0, None), (1.0, Grade.WATCH), (2.2, Grade.FAULT)):
        job = item_edits.move_items(TRAILER, {1: (behind, 0.0), 2: (-0.3, 0.0)})
        found = [j for j in judge(assess(job)) if isinstance(j, NoseLoad)]
        assert [j.grade for j in found] == ([grade] if grade else []), behind


def test_a_tyre_counts_by_its_pressure_and_a_hitch_by_what_hangs_on_it() -> None:
    soft = edits.put_number(HIVE, path_to(JOB.vehicle.axles[1].tyre_pressure_pa), 250_000)
    limits = [next(r for r in ratings(assess(job)) if (r.what, r.axle) == ("tyre", 1)).limit_kg for job in (HIVE, soft)]
    assert limits == pytest.approx([1000 * (3.2 / 3.5) ** 0.8, 1000 * (2.5 / 3.5) ** 0.8])
    over = [j for j in judge(assess(soft)) if isinstance(j, OverRating) and j.what == "tyre"]
    assert over and over[0].grade is Grade.FAULT
    assert {type(r) for r in over[0].remedies} <= {Move, CarryLess}, "no spring clears it"
    towing = edits.put_number(HIVE, path_to(JOB.vehicle.hitch_plate_kg), 80.0)
    for kg, said in ((60.0, False), (95.0, True)):
        job = with_item(towing, kg, 4.3, 0.0, kind="hitch")
        assert any(isinstance(j, OverRating) and j.what == "hitch" for j in judge(assess(job))) is said


def test_much_that_comes_and_goes_is_said_with_what_stays() -> None:
    note = next(j for j in judge(assess(HIVE)) if isinstance(j, ComesAndGoes))
    a = assess(HIVE)
    assert note.place.axle == 1 and note.goes_kg == pytest.approx(float(np.ptp(a.proposed.pad_kg[1].sum(axis=0)[2:])))
    assert note.drop_m > 0.04


@pytest.mark.parametrize("usual", PALETTE, ids=lambda usual: usual.name)
def test_every_usual_item_is_assumed_solved_saved_and_read_again(usual) -> None:  # type: ignore[no-untyped-def]
    job = add_usual(add_usual(HIVE, usual, "Out"), usual, "Out")
    assert job.items[-1].name == f"{usual.name} 2" and job.items[-1].mass_kg.assumed
    a, answer = assess(job), loads(job)
    assert a.proposed.stands.all() and np.isfinite(a.proposed.pad_kg).all()
    for case, aboard in zip(job.cases, answer.aboard[:, -1], strict=True):
        here = case.kind == "load" and (usual.stays or (case.name == "Out" and not usual.weighed))
        assert aboard == float(here) - float(usual.weighed and case.kind != "weighed"), case.name
    assert job_from_text(job_text(job)) == job


def test_an_old_file_with_a_tank_flag_is_read_as_that_kind() -> None:
    text = job_text(HIVE).replace('"kind": "tank"', '"tank": true').replace('"kind": "thing"', '"tank": false')
    assert job_from_text(text).items == HIVE.items


@given(behind=st.floats(-1, 6))
@settings(max_examples=20, deadline=None)
def test_a_place_survives_every_line_that_it_is_measured_from(behind: float) -> None:
    vehicle = edits.put_number(
        edits.put_number(HIVE, path_to(JOB.vehicle.deck_front_m), 1.83), path_to(JOB.vehicle.deck_rear_m), 4.5
    ).vehicle
    for datum in DATUMS:
        measured = datum.from_here(vehicle, behind)
        assert measured is not None and datum.to_front_hub(vehicle, measured) == pytest.approx(behind, abs=1e-12)


@pytest.mark.parametrize("behind", [-1.2, 0.4])
def test_a_trailer_on_one_axle_is_a_lever(behind: float) -> None:
    """Statics: what stands on one axle and a coupling is shared by the levers, whatever the springs."""
    job = one_axle()
    before, after = assess(job), assess(with_item(job, 50.0, behind, 0.0))
    nose = (nose_kg(after) - nose_kg(before))[-1]
    ahead = job.vehicle.coupling_ahead_m.value  # type: ignore[union-attr]
    assert nose == pytest.approx(-50.0 * behind / ahead, abs=0.05)
    pads = (after.proposed.pad_kg - before.proposed.pad_kg)[..., -1].sum()
    assert nose + pads == pytest.approx(50.0, abs=0.01)
    assert np.abs(before.found.rest.travel_m[..., job.weighed_case]).max() < 1e-5
    target = before.target_case
    assert before.proposed.hub_to_arch_m[0, :, target] == pytest.approx(before.target_m[0], abs=0.0025)
    with pytest.raises(JobFault, match="needs a trailer coupling"):
        edits.put(job, path_to(JOB.vehicle.nose_kg), None)
