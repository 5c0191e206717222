"""Leaf packs through the whole vehicle: found by their dimensions and the scales, ordered with blocks, changed as a shop does."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.setup.springs.leaf import leaf_pack
from isostat.assess.solve.remedies import Rearch, StopSpacer, ThinnerLeaves
from isostat.assess.spring.findings import SpringLacks
from isostat.assess.spring.findings_leaf import LeafStress, PackTooHigh
from isostat.assess.spring.leaf import pack_force_n, packed
from isostat.assess.spring.leaves_to_add import LeavesOffered, leaves_offered, with_added
from isostat.core.limits import GRAVITY
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.travel.events import bump_end
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.springs import leaf_edits
from isostat.units.saying import Saying
from tests.jobs import leafed


def pack_rate(job: Job, force: float = 8000.0) -> float:
    law = leaf_pack(job.proposal.axles[1].pack).law
    return float(law.rate(np.asarray(compression_at(law, force))))


def test_as_weighed_it_stands_as_read_and_blocks_meet_the_target() -> None:
    """The scales press the found pack; the block is what free arch, compression and the found arch leave, by hand."""
    a = assess(leafed())
    weighed, case = a.job.weighed_case, a.target_case
    assert a.found.hub_to_arch_m[1, :, weighed] == pytest.approx([0.475, 0.481], abs=1e-6)
    assert a.proposed.hub_to_arch_m[1, :, case] == pytest.approx(a.target_m[1], abs=0.0012)
    found = leaf_pack(a.job.as_found.axles[1].pack)
    answer = packed(a, 1)
    assert answer is not None
    for side in (0, 1):
        spring = a.found_springs[1][side]
        arch = found.free_arch_m - compression_at(found.law, spring.force_n)
        assert spring.installed_m.value == pytest.approx(arch) and spring.length_known
        u = float(a.proposed.platform.row[1, side, :, 0] @ a.target_travel_m[1])
        pressed = compression_at(a.orders[1].law[side], a.orders[1].target_force_n[side])
        block = arch - u + pressed - answer.free_arch_m
        assert a.orders[1].order.spacer_m[side] == pytest.approx(block - 0.008, abs=6e-4), "the leaf more lifts by its 8 mm"
        under = assess(put(a.job, path_to(JOB.proposal.axles[1].pack.mount), "under axle"))
        assert under.orders[1].order.spacer_m[side] == pytest.approx(block, abs=6e-4)
    for side_case in (case, weighed):
        held = a.proposed.rest.force_n[1, :, side_case].sum()
        assert pack_force_n(a, 1, side_case) == pytest.approx(held / 2, rel=0.08), "without a helper the packs carry the axle"
    assert answer.used.shape == (5,) and (answer.stress_pa > 0).all()
    assert any(e.name == "leaf flat" for e in a.proposed.events[1][0])


def offered(job: Job) -> tuple[LeavesOffered, ...]:
    found = leaves_offered(assess(job))[1]
    assert isinstance(found, tuple)
    return found


@pytest.mark.parametrize("more", [50.0, 400.0])
def test_leaves_added_for_a_load_carry_it_as_high_as_weighed(more: float) -> None:
    """The pack with them, taken through the shop's edit and solved anew, carries what was wanted beyond what was found."""
    job = put(leafed(), path_to(JOB.proposal.axles[1].pack.wanted_more_kg), more)
    ways = offered(job)
    assert ways
    for way in ways:
        answer = packed(assess(with_added(job, 1, way.added)), 1)
        assert answer is not None
        assert (answer.at_old_n - answer.found_n) / GRAVITY == pytest.approx(more, abs=6.0), "half a millimetre of arch at 90 N/mm"
        assert way.used == answer.used.max()
    assert not offered(put(job, path_to(JOB.proposal.axles[1].pack.wanted_more_kg), 9000.0))


def test_of_leaves_to_add_none_is_offered_that_a_pack_has_no_room_for() -> None:
    """Nine leaves take no more: the job's own sentence says so."""
    job = put(leafed(), path_to(JOB.proposal.axles[1].pack.wanted_more_kg), 600.0)
    for below in range(len(job.proposal.axles[1].pack.leaves) - 1, 8):
        job = leaf_edits.add_leaf(job, 1, below)
    none = leaves_offered(assess(job))[1]
    assert isinstance(none, Saying) and "9" in none.words(), none


def test_a_block_moves_the_axle_not_the_rate() -> None:
    """Common practice, no source: 1¼ in of block changed for 2 in, rear up ¾ in. A solid axle, both sides alike."""
    job = leafed()
    heights, rates = [], []
    for block in (1.25 * 0.0254, 2.0 * 0.0254):
        for side in ("left", "right"):
            job = put(job, (*path_to(JOB.proposal.axles[1]), side, "spacer_m"), block)
        a = assess(job)
        heights.append(a.proposed.hub_to_arch_m[1, :, 4].mean())
        rates.append(a.proposed.wheel_rate[1, :, 4].mean())
    assert heights[1] - heights[0] == pytest.approx(0.75 * 0.0254, abs=6e-4)
    assert rates[1] == pytest.approx(rates[0], rel=2e-3)


def stressed(job: Job) -> list[LeafStress]:
    return [j for j in judge(assess(job)) if isinstance(j, LeafStress)]


def test_the_verdict_on_stress_is_nominal_and_a_pack_left_as_it_was_is_no_worse_than_a_note() -> None:
    """Moment over ΣEI by hand, of the side that is pressed harder; the same pack with the same stop is named as such."""
    job = put(leafed(), path_to(JOB.proposal.axles[1].pack.allowed_pa), 600e6)
    a = assess(job)
    answer = packed(a, 1)
    assert answer is not None
    harder = max(float(a.orders[1].law[s].force(np.asarray(a.axles[1].spring_motion.at(np.asarray(
        bump_end(a.proposed.events[1][s]).travel_m))[0] + a.orders[1].offset_m[s]))) for s in (0, 1))  # fmt: skip
    assert answer.bump_force_n == pytest.approx(harder)
    main = answer.pack.leaves[0]
    moment = harder * main.rear_m / (main.front_m + main.rear_m) * (main.front_m - 0.055)
    (said,) = stressed(job)
    assert said.used * 600e6 == pytest.approx(6 * moment / (5 * main.width_m * 0.008**2), rel=0.01)
    assert said.grade is Grade.WATCH and not said.no_worse
    assert said.times_found == pytest.approx(answer.peak_pa.max() / answer.found.peak_pa)  # type: ignore[union-attr]
    same = put(job, path_to(JOB.proposal.axles[1].pack), {**job.as_found.axles[1].pack.model_dump(), "allowed_pa": 600e6})
    for side in ("left", "right"):
        same = put(same, (*path_to(JOB.proposal.axles[1]), side, "spacer_m"), 0.0)
    for lift in ("front_lift_m", "rear_lift_m"):
        same = put(same, (*path_to(JOB.target), lift), 0.0)
    (kept,) = stressed(same)
    assert kept.no_worse and kept.grade is Grade.NOTE and kept.times_found == pytest.approx(1.0, abs=2e-3)
    worse = [s for s in stressed(leaf_edits.thicken(same, 1, 0, 0.002)) if not s.no_worse]
    assert worse and worse[0].grade is Grade.WATCH


def test_what_is_offered_against_stress_and_height_has_been_tried_and_does_it() -> None:
    job = put(leafed(), path_to(JOB.proposal.axles[1].pack.allowed_pa), 1300e6)
    a = assess(job)
    (said,) = stressed(job)
    offered = {type(f.remedy): f for f in judge_fixes(a, judge(a)) if f.judgement == said}
    assert set(offered) == {StopSpacer, ThinnerLeaves}
    for fix in offered.values():
        then = stressed(fix.job)
        assert not then or then[0].used < said.used
    thin, was = (leaf_pack(j.proposal.axles[1].pack) for j in (offered[ThinnerLeaves].job, job))
    assert len(thin.leaves) == 6 and thin.law.rate(np.asarray(0.1)) == pytest.approx(was.law.rate(np.asarray(0.1)), rel=0.06)
    high = leaf_edits.rearch(job, 1, 0.09)
    b = assess(high)
    (too,) = [j for j in judge(b) if isinstance(j, PackTooHigh)]
    less = next(f for f in judge_fixes(b, judge(b)) if f.judgement == too and isinstance(f.remedy, Rearch))
    assert not [j for j in judge(assess(less.job)) if isinstance(j, PackTooHigh) and j.by_m > 0.004]


def test_what_a_shop_does_changes_what_it_should() -> None:
    job = leafed()
    rate, arch = pack_rate(job), leaf_pack(job.proposal.axles[1].pack).free_arch_m
    more = leaf_edits.add_leaf(job, 1, below=2)
    assert len(more.proposal.axles[1].pack.leaves) == 6 and pack_rate(more) > 1.05 * rate
    assert leaf_edits.remove_leaf(more, 1, 3) == job
    thick = leaf_edits.thicken(job, 1, 0, 0.001)
    assert pack_rate(thick) > 1.02 * rate and leaf_edits.thicken(thick, 1, 0, -0.001) == job
    higher = leaf_edits.rearch(job, 1, 0.010)
    risen = leaf_pack(higher.proposal.axles[1].pack).free_arch_m - arch
    assert 0.007 < risen < 0.011 and pack_rate(higher) == pytest.approx(rate, rel=0.01), "arch moves height, not rate"
    assert leaf_edits.flip(leaf_edits.flip(job, 1), 1) == job
    turned = leaf_pack(leaf_edits.flip(job, 1).proposal.axles[1].pack)
    assert turned.leaves[0].front_m == 0.66 and turned.bound_rate == pytest.approx(leaf_pack(job.proposal.axles[1].pack).bound_rate)
    bare = put(job, path_to(JOB.proposal.axles[1].pack.leaves), [{}])
    for act, words in (
        (lambda: leaf_edits.remove_leaf(job, 1, 0), "The main leaf carries the eyes"),
        (lambda: leaf_edits.rearch(job, 0, 0.01), "Enter the leaves"),
        (lambda: leaf_edits.thicken(bare, 1, 0, 0.1), "thickness of leaf"),
        (lambda: leaf_edits.thicken(bare, 1, 7, 0.001), "thickness of leaf 8"),
    ):
        with pytest.raises(JobFault, match=words):
            act()


@pytest.mark.parametrize(
    ("change", "kind", "words"),
    [
        ({"leaves": []}, SpringLacks, "Enter the leaves"),
        ({"leaves": [{"front_m": 0.6}]}, SpringLacks, "Enter the width of leaf 1"),
        ({"leaves": [{"front_m": 0.5, "width_m": 0.06, "thick_m": 0.008}, {"front_m": 0.6, "thick_m": 0.008}]}, SpringLacks,
         "Front length of leaf 2: 600 mm is too large. Enter 70 to 500 mm"),
        ({"leaves": [{"front_m": 0.3, "width_m": 0.06, "thick_m": 0.008}], "clamp_m": 0.29}, LeafStress, ""),
        ({"leaves": [{"front_m": 0.62, "width_m": 0.0635, "thick_m": 0.012, "rise_m": 0.30},
                     {"front_m": 0.5, "thick_m": 0.012, "rise_m": 0.2}]}, PackTooHigh, ""),
    ],
)  # fmt: skip
def test_a_pack_that_cannot_be_or_will_not_do_is_said(change: dict[str, object], kind: type, words: str) -> None:
    job = put(leafed(), path_to(JOB.proposal.axles[1].pack), change)
    a = assess(job)
    said = [j for j in judge(a) if isinstance(j, kind)]
    assert said and words in (said[0].reason.words() if isinstance(said[0], SpringLacks) else words)
    assert np.isfinite(a.proposed.hub_to_arch_m).all()
