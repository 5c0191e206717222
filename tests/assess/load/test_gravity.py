"""The height of the centre of gravity and when it tips: by definition, by levers, and said when it matters."""

from __future__ import annotations

import pytest

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.load.gravity import gravity_height_in, gravity_height_m, stability
from isostat.assess.stance.findings import TipsSooner
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from tests.jobs import hive_on_coils

HIVE = hive_on_coils()


@pytest.mark.parametrize(("track", "height", "factor"), [(1.55, 0.70, 1.1071), (1.55, 0.75, 1.0333), (1.60, 0.65, 1.2308)])
def test_the_static_stability_factor(track: float, height: float, factor: float) -> None:
    """W-07: US NHTSA rollover rating, 2001, T/(2H) (from memory)."""
    job = HIVE
    for axle in (0, 1):
        job = edits.put(job, path_to(JOB.vehicle.axles[axle].track_m), track)
    assert stability(assess(job), height) == pytest.approx(factor, abs=5e-5)


def test_a_load_put_on_moves_the_centre_of_gravity_by_its_lever() -> None:
    a = assess(HIVE)
    full, weighed = a.target_case, HIVE.weighed_case
    high = HIVE
    for n in range(len(HIVE.items)):
        high = edits.put(high, path_to(JOB.items[n].above_ground_m), 1.5)
    b = assess(high)
    more = float(a.loading.whole_kg[full] - a.loading.whole_kg[weighed])
    lifted = gravity_height_in(b, full).value - gravity_height_in(b, weighed).value
    rise = (b.proposed.arch_rise_m[..., full] - b.proposed.arch_rise_m[..., weighed]).mean()
    by_lever = more * (1.5 - gravity_height_m(b).value) / float(b.loading.whole_kg[full])
    assert lifted == pytest.approx(by_lever + rise * 0.9, abs=0.015)
    assert gravity_height_in(b, full).value > gravity_height_in(a, full).value


def test_a_high_load_is_said_to_tip_sooner_and_a_low_one_is_not() -> None:
    level = gravity_height_m(assess(HIVE)).value  # loads there move nothing but by the larger tyres
    for height, said in ((2.2, True), (level, False)):
        job = edits.put(HIVE, path_to(JOB.target.front_lift_m), -0.02)
        job = edits.put(job, path_to(JOB.target.rear_lift_m), -0.05)  # so that it stands as it was when light
        for n in range(len(HIVE.items)):
            job = edits.put(job, path_to(JOB.items[n].above_ground_m), height)
        found = [j for j in judge(assess(job)) if isinstance(j, TipsSooner)]
        assert bool(found) is said
