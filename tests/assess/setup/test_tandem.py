"""An equalized tandem through the whole trailer: the scales set the arms, statics the split, beams have stops."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from isostat.assess import Assessment, assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.load.findings import BeamAtStop, LoadOutsideWheels, NoseLoad, TandemUneven
from isostat.assess.load.judge_tandem import beam_angles
from isostat.assess.load.ratings import nose_kg
from isostat.assess.solve.assessment import _as_found, _stood
from isostat.core.parts.equalizer import Equalized
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import job_from
from isostat.job.schema import Job


def axle_share(a: Assessment, held: bool = True) -> np.ndarray:
    """Share of the front axle in what both springs hold, by case."""
    sums = a.proposed.rest.force_n.sum(axis=1) if held else a.proposed.pad_kg.sum(axis=1)
    return np.asarray(sums[0] / sums.sum(axis=0))


def test_as_weighed_nothing_moves_and_the_arms_are_what_the_scales_say() -> None:
    job = demo("dairy-trailer")
    a = assess(job)
    assert a.beams is not None
    assert np.abs(a.found.rest.travel_m[..., job.weighed_case]).max() < 1e-5
    for side, (front, rear) in enumerate(a.beams.arms_m):
        forces = [pair[side].force_n for pair in a.found_springs]
        assert front * forces[0] == pytest.approx(rear * forces[1])
        assert (front + rear) / 2 == pytest.approx(0.085 * 0.5)


def test_the_split_is_statics_alone_on_beams_and_moves_with_the_load_without_them() -> None:
    """Physics, points 16 and 18: with an equalizer no load, spring or nose height shifts weight between the axles."""
    job = demo("dairy-trailer")
    for axle in (0, 1):  # foam beside the springs is on no beam
        job = put(job, path_to(JOB.proposal.axles[axle].cushion.gap_m), None)
    beams, apart = assess(job), assess(put(job, path_to(JOB.vehicle.tandem), "apart"))
    assert float(np.ptp(axle_share(beams))) < 0.006
    assert float(np.ptp(axle_share(apart))) > 0.02
    assert beams.proposed.rest.converged.all()


def test_raising_the_nose_loads_the_rear_axle_only_without_beams() -> None:
    """Hitch height shifts load between axles strongly, unless they are equalized."""
    job = demo("dairy-trailer")
    shifted = []
    for kind in ("equalized", "apart"):
        a = assess(put(job, path_to(JOB.vehicle.tandem), kind))
        platform, bank = a.proposed.platform, a.proposed.bank
        assert platform.hitch is not None
        raised = platform.hitch.copy()
        raised[2] += raised[1] * 0.05  # the ball 50 mm up: the ground spring pulled by so much
        rest = [solve_equilibrium(replace(platform, hitch=h), bank, exact=True) for h in (platform.hitch, raised)]
        pads = [r.pad_n.sum(axis=1)[:, a.target_case] for r in rest]
        shifted.append(float((pads[1] - pads[0])[1] - (pads[1] - pads[0])[0]))
    assert abs(shifted[0]) < 0.35 * abs(shifted[1])


def test_both_axles_ride_as_one_spring_and_a_bump_under_one_lifts_the_other() -> None:
    a = assess(demo("dairy-trailer"))
    case = a.job.weighed_case
    rate = a.found.wheel_rate[:, :, case].sum()
    springs = sum(f.rate.value for pair in a.found_springs for f in pair)
    assert rate == pytest.approx(springs, rel=0.02), "moved together, beams do nothing"
    platform, bank = _stood(*_as_found(a)[:4])
    bumped = platform.ground_m.copy()
    bumped[0, :, case] += 0.03
    rest = solve_equilibrium(replace(platform, ground_m=bumped), bank, exact=True)
    assert rest.travel_m[1, :, case].mean() < -0.001, "the other axle's springs are let down by the beam"
    assert rest.force_n[0, :, case].sum() == pytest.approx(rest.force_n[1, :, case].sum(), rel=0.12)


def uneven(job: Job) -> Job:
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.vehicle.axles[0]), side, "pad_kg"), 300.0)
    return job


def test_unlike_axles_and_a_beam_at_its_stop_are_said() -> None:
    answer = [j for j in judge(assess(uneven(demo("dairy-trailer")))) if isinstance(j, TandemUneven)]
    assert [round(j.front_kg) for j in answer] == [600]
    job = put(demo("dairy-trailer"), path_to(JOB.vehicle.beam_m), 0.05)
    for side in ("left", "right"):  # springs so unlike that the beam runs out
        job = put(job, path_to(JOB.proposal.axles[0].kind), "coil")
        job = put(job, (*path_to(JOB.proposal.axles[0]), side, "rate_n_per_m"), 40_000)
        job = put(job, (*path_to(JOB.proposal.axles[0]), side, "free_length_m"), 0.55)
    a = assess(job)
    angles = beam_angles(a)
    assert angles is not None and np.abs(angles).max() == pytest.approx(np.radians(20.0))
    assert any(isinstance(j, BeamAtStop) for j in judge(a))
    assert any(isinstance(c, Equalized) for c in a.proposed.bank.couples)
    assert a.proposed.rest.converged.all()


def test_bags_on_one_line_share_no_beam() -> None:
    bag = {"across_m": 0.12, "height_m": 0.24, "stands_m": 0.16, "least_pa": 50_000, "most_pa": 800_000, "lines": "tee"}
    job = put(put(demo("dairy-trailer"), path_to(JOB.proposal.axles[0].air), bag), path_to(JOB.proposal.axles[0].kind), "air")
    a = assess(job)
    assert a.proposed.platform.tandem is None and a.proposed.platform.teed is not None
    assert beam_angles(a) is None


def tail_heavy() -> Job:
    """The dairy's trailer with a load behind its axles that lifts the nose off the ball, were it not latched."""
    job = demo("dairy-trailer")
    data = job.model_dump()
    data["items"] = [*data["items"], {"name": "Press", "mass_kg": 500, "behind_front_m": 2.6, "left_m": 0.0}]
    data["cases"] = [*data["cases"], {"name": "Press on", "carried": [{"item": "Press"}]}]
    return job_from(data, "tail heavy")


def test_a_latched_coupling_holds_down_too_and_the_nose_stays_a_fault() -> None:
    """Statics by levers about the axles: solved, not called tipped over; the coupling itself does not give."""
    a = assess(tail_heavy())
    case = a.job.case_index("Press on")
    assert a.proposed.stands[case] and nose_kg(a)[case] < 0.0
    assert not [j for j in judge(a) if isinstance(j, LoadOutsideWheels)]
    (said,) = [j for j in judge(a) if isinstance(j, NoseLoad)]
    assert said.grade is Grade.FAULT and said.nose_kg == pytest.approx(nose_kg(a)[case])
    assert (a.proposed.hub_to_arch_m[..., case] < a.baseline_m - 0.005).any(), "not the heights as weighed"
    h = np.array([1.0, -a.job.vehicle.coupling_ahead_m.value, 0.0])  # type: ignore[union-attr]
    moved = h @ a.proposed.rest.pose
    assert np.abs(moved).max() < 2e-5, "a tow ball moves a hundredth of a millimetre"
    beside = put(a.job, path_to(JOB.items[len(a.job.items) - 1].left_m), 4.0)
    assert [j for j in judge(assess(beside)) if isinstance(j, LoadOutsideWheels)], "beside its wheels it tips over"


def scaled(job: Job, s: float) -> Job:
    """Every mass, rate and stiffness s times as large, no length changed."""

    def turn(node: object, key: str = "") -> object:
        if isinstance(node, dict):
            if "value" in node and ("_kg" in key or "_n_per_m" in key or key.endswith("_pa") or key == "damping_"):
                return {**node, "value": node["value"] * s, "typed": None}
            return {k: turn(v, k) for k, v in node.items()}
        return [turn(v, key) for v in node] if isinstance(node, list | tuple) else node

    return job_from(turn(job.model_dump()), "scaled")


@pytest.mark.parametrize("s", [0.5, 1.7])
def test_a_trailer_of_other_mass_and_rates_stands_alike(s: float) -> None:
    """Every force and stiffness scaled, the coupling's too: the same heights (coils, so that nothing has a modulus of its own)."""
    job = put(demo("dairy-trailer"), path_to(JOB.vehicle.tandem), "apart")
    for setup in ("as_found", "proposal"):
        for axle in (0, 1):
            fit = (setup, "axles", axle)
            job = put(put(job, (*fit, "kind"), "coil"), (*fit, "tyre_rate_n_per_m"), 250_000)
            job = put(put(job, (*fit, "stop", "rate_n_per_m"), 60_000), (*fit, "cushion"), {})
            for side in ("left", "right"):
                job = put(put(job, (*fit, side, "rate_n_per_m"), 50_000), (*fit, side, "installed_length_m"), 0.25)
    for axle in (0, 1):
        job = put(job, path_to(JOB.vehicle.axles[axle].unsprung_kg), 60)
    a, b = assess(job), assess(scaled(job, s))
    assert b.proposed.stands.all() and b.proposed.hub_to_arch_m == pytest.approx(a.proposed.hub_to_arch_m, abs=2e-5)
    assert nose_kg(b) == pytest.approx(s * nose_kg(a), rel=1e-3)


def test_measured_arms_of_the_beams_share_what_the_scales_saw_and_stand_as_read() -> None:
    job = put(put(demo("dairy-trailer"), path_to(JOB.vehicle.beam_front_m), 0.18), path_to(JOB.vehicle.beam_rear_m), 0.20)
    a, was = assess(job), assess(demo("dairy-trailer"))
    assert a.beams is not None and a.beams.arms_m == ((0.09, 0.10), (0.09, 0.10))
    front, rear = a.axles
    for side in (0, 1):
        both = sum(x.pad_kg[side].value for x in was.axles)
        assert front.pad_kg[side].value + rear.pad_kg[side].value == pytest.approx(both), "the sum is the scales'"
        sprung = [x.pad_kg[side].value - x.unsprung_kg.value for x in (front, rear)]
        assert 0.18 * sprung[0] == pytest.approx(0.20 * sprung[1])
    weighed = a.job.weighed_case
    assert a.found.hub_to_arch_m[..., weighed] == pytest.approx(a.baseline_m, abs=1e-5)
