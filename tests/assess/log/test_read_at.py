"""Heights read at another point: what they say of hub to arch is what a vehicle that really stands so would read."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.log.entries import with_entry
from isostat.assess.log.promise import Verdict, floor_case, held, promise, read_of
from isostat.assess.log.read_at import points_offered, read_at
from isostat.assess.log.settings import as_fitted, settings_of
from isostat.assess.spring.air import aired
from isostat.core.limits import Floats
from isostat.core.vehicle.layout import SIDES as BEAM
from isostat.core.vehicle.layout import Layout, row
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, value_at
from isostat.job.log import HUB_TO_ARCH, LoggedPoint
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.wording.log import instruction, log_text
from isostat.wording.reader import Reader
from tests.assess.log.test_telling import heights_of

BEFORE = {"ground_to_arch_m": 0.82, "ground_to_sill_m": 0.45, "arch_gap_m": 0.14, "tube_to_frame_m": 0.21, "shaft_showing_m": 0.1}


def known(job: Job) -> Job:
    """With every such point read before the work, a few millimetres apart."""
    for axle in range(len(job.vehicle.axles)):
        for n, side in enumerate(SIDES):
            for point, m in BEFORE.items():
                path = (*path_to(JOB.vehicle.axles[axle]), side, point)
                job = put(job, path, {"value": m + 0.003 * axle + 0.002 * n})
    return job


KITE = assess(known(demo("kite-winch-buggy")))


@pytest.mark.parametrize("name", ["hive-hauler", "kite-winch-buggy", "survey-buggy"])
@pytest.mark.parametrize("point", BEFORE)
def test_a_vehicle_on_a_short_spring_reads_hub_to_arch_at_any_point(name: str, point: LoggedPoint) -> None:
    """Its own solution, with its own tyres: of the ground, to what they give by the load that moved; else exact."""
    a = assess(known(demo(name)))
    case, job = floor_case(a), as_fitted(a)
    path = path_to(JOB.proposal.axles[0].left.free_length_m)
    if value_at(job, path) is None:
        path = path_to(JOB.proposal.axles[0].left.collar_m)
    b = assess(put(job, path, {"value": float(value_at(job, path).value) - 0.02}))
    stood, before = b.proposed.hub_to_arch_m[..., case], a.baseline_m
    assert np.abs(stood - a.proposed.hub_to_arch_m[..., case]).max() > 0.01
    then = np.array([[getattr(c, point).value for c in (axle.left, axle.right)] for axle in a.job.vehicle.axles])
    of_ground = point.startswith("ground")
    rise = b.proposed.arch_rise_m[..., case] if of_ground else stood - before
    if point in ("tube_to_frame_m", "shaft_showing_m"):  # beside the springs or the shocks of a beam
        shock = point == "shaft_showing_m"
        rise = np.array([_beside(axle.layout, (x.shock_place if shock else x.spring_place).value, up)
                         for axle, x, up in zip(a.job.vehicle.axles, a.axles, rise, strict=True)])  # fmt: skip
        rise *= np.array([[x.shock_ratio.value if shock else 1.0] for x in a.axles])
    if point == "arch_gap_m":
        larger = [fit.tyre_radius_m.value - x.tyre_radius_m.value for fit, x in zip(b.fits, b.axles, strict=True)]
        assert (name == "hive-hauler") == (max(larger) > 0.01), "on larger tyres"
        rise = rise - np.array(larger)[:, None]
    at = read_at(a, point, case)
    within = 0.0015 if of_ground else 1e-6
    assert at.hub_to_arch(then + rise) == pytest.approx(stood, abs=within)
    assert at.at_point(stood) == pytest.approx(then + rise, abs=within)


def _beside(layout: str, place: float, up: Floats) -> list[float]:
    return [float(row(Layout(layout), side, place) @ up) for side in BEAM]


def test_bags_tell_their_height_by_their_own_size() -> None:
    """A valve rod turned, a bag let down: the bags' own solution, to what a ratio that changes leaves of a millimetre."""
    a = assess(demo("glaziers-flatbed"))
    case, job = floor_case(a), as_fitted(a)
    for one in settings_of(a):
        job = one.on(job, -3)
    b = assess(job)
    assert np.abs(b.proposed.hub_to_arch_m - a.proposed.hub_to_arch_m)[..., case].max() > 0.003
    bags = [aired(b, i) for i in (0, 1)]
    read = np.array([bag.height_m[:, case] for bag in bags if bag is not None])
    assert read_at(a, "bag_height_m", case).hub_to_arch(read) == pytest.approx(b.proposed.hub_to_arch_m[..., case], abs=0.001)


@given(st.lists(st.floats(0.1, 1.2), min_size=4, max_size=4), st.sampled_from(points_offered(KITE)))
def test_there_and_back(read: list[float], point: LoggedPoint) -> None:
    at = read_at(KITE, point, 0)
    m = np.array(read).reshape(2, 2)
    assert at.at_point(at.hub_to_arch(m)) == pytest.approx(m, abs=1e-9)
    m[0, 0] = np.nan
    missing = np.isnan(at.hub_to_arch(m))
    of_a_beam = point in ("tube_to_frame_m", "shaft_showing_m")
    assert missing.tolist() == [[True, of_a_beam], [False, False]], "a beam's other wheel tells half of it"


def test_an_entry_is_judged_alike_wherever_it_was_read() -> None:
    a = assess(known(demo("hive-hauler")))
    case = floor_case(a)
    middle = promise(a, case).middle_m + np.array([[-0.03, 0.0], [0.0, 0.0]])
    found = {}
    for point in points_offered(a):
        entry = assess(with_entry(a, "2026-06-21", heights=heights_of(read_at(a, point, case).at_point(middle)), point=point))
        found[point] = instruction(entry, 0, Reader(entry.job))
        assert read_of(entry, entry.job.log[0]) == pytest.approx(middle, abs=1e-9)
        assert held(entry, 0).outside.tolist() == [[True, False], [False, False]]
        assert ("read at " in log_text(entry, Reader(entry.job))) == (point != HUB_TO_ARCH)
    assert len({said.sentence for said in found.values()}) == len({said.why for said in found.values()}) == 1


def test_a_point_that_nobody_read_before_says_nothing_of_hub_to_arch() -> None:
    a = assess(demo("hive-hauler"))
    assert points_offered(a) == (HUB_TO_ARCH,)
    assumed = put(known(a.job), (*path_to(JOB.vehicle.axles[0]), "left", "arch_gap_m"), {"value": 0.14, "assumed": True})
    assert points_offered(assess(assumed)) == (HUB_TO_ARCH, "ground_to_arch_m", "ground_to_sill_m", "tube_to_frame_m")
    read = heights_of(np.full((2, 2), 0.8))
    entry = assess(with_entry(a, "2026-06-21", heights=read, point="ground_to_arch_m"))
    assert held(entry, 0).verdict is Verdict.NOT_READ
    assert instruction(entry, 0, Reader(entry.job)).sentence == "Ground to arch was not read before the work."
