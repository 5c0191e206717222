"""Seen in a mirror a vehicle gets the same findings and the same orders, left for right."""

from __future__ import annotations

import dataclasses

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Judgement
from isostat.assess.knock_on.findings import DraggedOutside
from isostat.assess.knock_on.line import What
from isostat.assess.setup.springs.stacked import seated_of
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from tests import jobs
from tests.jobs import mirrored

MADE = ("aided", "counted_turns", "hive_on_coils", "leafed", "limited", "rival_proposals", "shifted_sheet", "squatted",
        "three_axles", "twisted", "well_measured")  # fmt: skip
ASIDE = (What.SIDEWAYS, What.OFF_CENTRE, What.BUMP_STEER, What.CRAB, What.TRUE_AHEAD, What.TRUE_ACROSS)
TURNED = {
    "Lean": ("lean_m", "found_m"),
    "Warp": ("warp_m",),
    "TargetTwisted": ("warp_m",),
    "SidesDisagree": ("left_m", "other_left_m"),
}


def any_job(name: str) -> Job:
    return demo(name) if name in demo_names() else getattr(jobs, name)()


def seen(j: Judgement, *, other: bool) -> tuple[object, ...]:
    """What is said, in numbers, as it would be said of the mirrored vehicle where `other`."""
    side = None if j.place.side is None else (1 - j.place.side if other else j.place.side)
    answer = []
    for f in dataclasses.fields(j):
        value = getattr(j, f.name)
        if f.name in ("place", "remedies"):
            continue
        if dataclasses.is_dataclass(value):
            answer += [(f.name, _rounded(part)) for part in dataclasses.astuple(value)]
            continue
        if other and type(j).__name__ == "CrossWanted" and f.name in ("share", "wanted"):
            value = 1.0 - value
        if isinstance(value, float):
            aside = isinstance(j, DraggedOutside) and j.what in ASIDE and f.name in ("before", "now")
            value = -value if other and (aside or f.name in TURNED.get(type(j).__name__, ())) else value
            value = _rounded(value)
        if other and f.name in ("left_kg", "right_kg"):
            value = _rounded(getattr(j, {"left_kg": "right_kg", "right_kg": "left_kg"}[f.name]))
        if isinstance(value, str):
            value = value.replace("left", "S").replace("right", "S")
        answer.append((f.name, value))
    return type(j).__name__, j.place.axle, side, j.place.case, *answer


def _rounded(value: object) -> object:
    return float(f"{round(value, 5) + 0.0:.4g}") if isinstance(value, float) else value


def check(job: Job) -> None:
    job = put(put(job, path_to(JOB.card), {}), path_to(JOB.log), [])  # what was done to one vehicle is not done to its mirror
    a, b = assess(job), assess(mirrored(job))
    assert b.proposed.hub_to_arch_m[:, ::-1] == pytest.approx(a.proposed.hub_to_arch_m, abs=2e-6)
    for one, two in zip(a.orders, b.orders, strict=True):
        assert two.order.free_m[::-1] == pytest.approx(one.order.free_m, abs=1e-9)
        assert two.order.spacer_m[::-1] == pytest.approx(one.order.spacer_m, abs=1e-9)
        ours, theirs = seated_of(one), seated_of(two)
        if ours is not None and theirs is not None:
            assert theirs.pair == ours.pair, "the ring is one for both sides"
            assert theirs.collar_m[::-1] == pytest.approx(ours.collar_m)
    said, mirror = (sorted((seen(j, other=turn) for j in judge(x)), key=str) for x, turn in ((a, False), (b, True)))
    ours, theirs = [s[:4] for s in said], [s[:4] for s in mirror]
    assert ours == theirs
    for one, two in zip(said, mirror, strict=True):
        for (name, x), (_, y) in zip(one[4:], two[4:], strict=True):
            assert x == (pytest.approx(y, rel=2e-3, abs=2e-5) if isinstance(y, float) else y), (one[0], name)


@pytest.mark.parametrize("name", [*demo_names(), *MADE])
def test_a_mirrored_vehicle_is_said_the_same(name: str) -> None:
    check(any_job(name))


@example(name="glaziers-flatbed", axle=0, lift=0.0625, corner="hub_to_arch_m", by=0.0, lean=0.01)  # its track bar
@example(name="hive-hauler", axle=1, lift=0.0, corner="shaft_showing_m", by=-0.0195, lean=None)  # one shackle leans too far
@settings(max_examples=25, deadline=None)
@given(
    name=st.sampled_from([*demo_names(), *MADE]), axle=st.integers(0, 1), lift=st.floats(-0.03, 0.09),
    corner=st.sampled_from(["hub_to_arch_m", "stop_gap_m", "pad_kg", "shaft_showing_m"]), by=st.floats(-0.02, 0.02),
    lean=st.one_of(st.none(), st.floats(-0.02, 0.02)),
)  # fmt: skip
def test_any_lopsided_vehicle_is_said_the_same_in_a_mirror(
    name: str, axle: int, lift: float, corner: str, by: float, lean: float | None
) -> None:
    job = any_job(name)
    axle = min(axle, len(job.vehicle.axles) - 1)
    read = getattr(job.vehicle.axles[axle].left, corner)
    if read is not None:
        value = read.value * (1 + 3 * by) if corner == "pad_kg" else max(read.value + by, 0.0)
        job = put(job, (*path_to(JOB.vehicle.axles[axle].left), corner), round(value, 4))
    job = put(job, path_to(JOB.target.rear_lift_m), round(lift, 3))
    if not job.target.corners:
        job = put(job, path_to(JOB.target.lean_m), None if lean is None else round(lean, 3))
    check(job)


def test_the_mirror_turns_twice_to_the_same() -> None:
    for name in (*demo_names(), *MADE):
        job = any_job(name)
        again = assess(mirrored(mirrored(job)))
        assert np.array_equal(again.proposed.hub_to_arch_m, assess(job).proposed.hub_to_arch_m)
