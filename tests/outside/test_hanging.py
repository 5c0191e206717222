"""How leaf packs hang, and leaves added: against a general solver, the pack's own law, and facts of the trade."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import fsolve

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Place
from isostat.assess.setup.springs.leaf import hanging
from isostat.assess.spring.findings_leaf import BlockOnSteered, HangingWrong, PinionTurned, ShackleFar
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.half_pack import _pressed_apart
from isostat.core.springs.leaf.leaves_to_add import height_under, leaves_to_add
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of, rise_of
from isostat.core.springs.leaf.shackle import Hung, chord_at
from isostat.core.springs.straight_pieces import compression_at
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from tests.jobs import leafed

hung_springs = st.builds(Hung, chord_m=st.floats(0.7, 1.6), shackle_m=st.floats(0.06, 0.18), lean_rad=st.floats(-0.9, 0.9),
                         share=st.floats(0.35, 0.65))  # fmt: skip


@settings(max_examples=80, deadline=None)
@given(hung=hung_springs, longer=st.floats(-0.02, 0.08), drop=st.floats(-0.03, 0.08))
def test_the_rear_eye_stands_where_a_general_solver_finds_it(hung: Hung, longer: float, drop: float) -> None:
    """Two distances kept, scipy's fsolve."""
    try:
        x, z = hung.eye(hung.chord_m, hung.shackle_m + longer, drop)
    except OutOfRange:  # too short to reach the eye even when it stands straight
        assert math.hypot(hung.pivot[0], hung.pivot[1] + drop) - hung.chord_m >= hung.shackle_m + longer - 1e-9
        return
    assert hung.eye(hung.chord_m, hung.shackle_m) == hung.eye(hung.chord_m, hung.shackle_m, 0.0)
    px, pz = hung.pivot

    def apart(at: np.ndarray) -> list[float]:
        return [math.hypot(at[0], at[1] + drop) - hung.chord_m, math.hypot(px - at[0], pz - at[1]) - hung.shackle_m - longer]

    found, _, ok, _ = fsolve(apart, [x, z], full_output=True)
    assert ok == 1 and found == pytest.approx([x, z], abs=1e-7)
    same, still = hung.changed(hung.shackle_m)
    assert same == pytest.approx(0.0, abs=1e-9) and still == pytest.approx(0.0, abs=1e-9)
    assert hung.lean(hung.chord_m, hung.shackle_m) == pytest.approx(hung.lean_rad, abs=1e-9)


def test_trade_a_longer_shackle_lifts_about_half_and_turns_the_pinion_up() -> None:
    """Common practice, no source: 2 in of shackle, 1 in of lift; a block one to one."""
    upright = Hung(chord_m=1.25, shackle_m=0.10, lean_rad=0.0)
    raised, turned = upright.changed(0.1508)
    assert raised == pytest.approx(0.0254, rel=0.02)
    assert math.degrees(turned) == pytest.approx(math.degrees(0.0508 / 1.25), rel=0.02)
    leaning = Hung(chord_m=1.25, shackle_m=0.10, lean_rad=0.6)
    assert leaning.changed(0.101)[0] == pytest.approx(0.0005 / math.cos(0.6), rel=0.03), "the eye can only go down: by 1/cos more"
    down, back = upright.changed(0.10, 0.04)
    assert down == pytest.approx(0.02, abs=0.001) and back < 0.0, "a lowered front hanger turns it the other way"
    with pytest.raises(OutOfRange, match="shackle length to reach the spring eye"):
        Hung(chord_m=0.7, shackle_m=0.06, lean_rad=-1.3).eye(1.4, 0.06)


@given(length=st.floats(0.8, 1.6), share=st.floats(-0.15, 0.15))
def test_eye_to_eye_of_an_arched_leaf_is_a_circles_chord(length: float, share: float) -> None:
    """Against the exact circle through eye, middle and eye."""
    arch = share * length
    chord = chord_at(length, arch)
    if abs(arch) < 1e-3:
        assert chord == pytest.approx(length, rel=1e-4)
        return
    radius = (chord**2 / 4 + arch**2) / (2 * abs(arch))
    assert 2 * radius * math.asin(chord / 2 / radius) == pytest.approx(length, rel=2.5e-3)


@given(string=st.floats(0.4, 1.6), share=st.floats(-0.3, 0.3))
def test_a_rise_is_what_its_curvature_came_from(string: float, share: float) -> None:
    assert rise_of(string, curve_of(string, share * string)) == pytest.approx(share * string, abs=1e-9)


def pack(n: int, thick: float = 0.008) -> LeafPack:
    lengths = (0.62, 0.52, 0.42, 0.32, 0.22)[:n]
    return LeafPack(leaves=tuple(Leaf(front_m=s, rear_m=s, width_m=0.06, thick_m=thick, curve=0.66) for s in lengths), clamp_m=0.1)


@pytest.mark.parametrize("held", [False, True])
@pytest.mark.parametrize(("higher", "load"), [(0.035, 3500.0), (-0.01, 5000.0)])
def test_leaves_to_add_stand_where_they_were_wanted(higher: float, load: float, held: bool) -> None:
    """The whole curve of the pack with them says so; capacity at the old height is rate times lift, by hand."""
    was = replace(pack(3), held=held)
    before = was.law.flat_m - compression_at(was.law, load)
    assert height_under(was, load)[0] == pytest.approx(before, abs=2e-4)
    ways = leaves_to_add(was, load, higher, over=False)
    assert ways
    for way in ways:
        law = way.pack.law
        assert law.flat_m - compression_at(law, load) == pytest.approx(before + higher, abs=0.0012)
        assert float(law.rate(np.asarray(compression_at(law, load)))) == pytest.approx(way.rate, rel=0.06)
        assert len(way.pack.leaves) == 3 + way.count
        if higher > 0:
            assert way.rate > height_under(was, load)[1]
            more = float(law.force(np.asarray(law.flat_m - before))) - load
            assert more == pytest.approx(way.rate * higher, rel=0.12), "what it carries more at the old height"
    for way, over in zip(ways, leaves_to_add(was, load, higher, over=True), strict=True):
        law, thick = over.pack.law, over.count * over.leaf.thick_m
        stands = law.flat_m - compression_at(law, load)
        assert stands + thick == pytest.approx(before + higher, abs=0.0012), "over the axle its thickness lifts the frame too"
        assert over.leaf.curve < way.leaf.curve


def test_trade_two_leaves_of_nearly_half_an_inch_lift_two_inches_and_carry_far_more() -> None:
    """Added steel: rear up 2 in, capacity up about 1,600 lb, so about 800 lb/in for the axle after (common practice, no source)."""
    lb_in = 4.4482216 / 0.0254
    long = tuple(Leaf(front_m=x, rear_m=x, width_m=0.064, thick_m=0.0095, curve=0.45) for x in (0.75, 0.64, 0.45))
    two = next(way for way in leaves_to_add(LeafPack(leaves=long, clamp_m=0.12), 5_000.0, 0.0508, over=True) if way.count == 2)
    assert 2 * two.rate / lb_in == pytest.approx(800, rel=0.15)


@settings(max_examples=40, deadline=None)
@given(curves=st.lists(st.floats(-0.4, 1.2), min_size=3, max_size=5), same=st.booleans(), load=st.floats(50.0, 9000.0))
def test_leaves_press_apart_and_never_pull_or_pass_through_each_other(curves: list[float], same: bool, load: float) -> None:
    """Complementarity at every contact, also where leaves of one curvature touch all along."""
    lengths = (0.62, 0.60, 0.52, 0.42, 0.30)
    leaves = tuple(
        Leaf(front_m=s, rear_m=s, width_m=0.06, thick_m=0.008, curve=curves[0] if same else c)
        for s, c in zip(lengths, curves, strict=False)
    )
    m, gaps, by_load, _ = LeafPack(leaves=leaves, clamp_m=0.1).halves[0]._system
    force, _ = _pressed_apart(m, gaps - load * by_load, np.zeros(gaps.size, dtype=bool))
    left = gaps - load * by_load + m @ force
    assert force.min() >= 0.0 and left.min() > -2e-6
    assert float((force / max(force.max(), 1.0) * left).max()) < 2e-6


def hung(**more: object) -> Job:
    job = leafed()
    for field, value in {"shackle_m": 0.1, "lean_rad": 0.3, **more}.items():
        job = put(job, (*path_to(JOB.proposal.axles[1].pack), field), value)
    return job


def test_a_longer_shackle_takes_the_place_of_block_and_turns_the_pinion() -> None:
    plain, longer = assess(hung()), assess(hung(new_shackle_m=0.14))
    said = hanging(longer.job.proposal.axles[1].pack)
    assert said is not None and said.raised_m > 0.01
    blocks = [a.orders[1].order.spacer_m[0] for a in (plain, longer)]
    assert blocks[0] - blocks[1] == pytest.approx(said.raised_m, abs=0.0011), "to the millimetre of a block"
    assert longer.proposed.hub_to_arch_m[1] == pytest.approx(plain.proposed.hub_to_arch_m[1], abs=0.0015)
    turned = [j for j in judge(longer) if isinstance(j, PinionTurned)]
    assert [j.turned_rad for j in turned] == pytest.approx([said.turned_rad]) and turned[0].place == Place(1)
    wedged = assess(hung(new_shackle_m=0.14, wedge_rad=-said.turned_rad))
    assert not [j for j in judge(wedged) if isinstance(j, PinionTurned)], "a wedge takes it back"


@pytest.mark.parametrize(
    ("more", "kind"),
    [
        ({"lean_rad": 0.79, "shackle_m": 0.12}, ShackleFar),
        ({"new_shackle_m": 0.02, "lean_rad": 0.7, "hanger_m": -0.3}, HangingWrong),
    ],
)
def test_shackles_that_cannot_follow_are_said(more: dict[str, object], kind: type) -> None:
    a = assess(hung(**more))
    assert any(isinstance(j, kind) for j in judge(a)), [type(j).__name__ for j in judge(a)]
    assert a.proposed.stands.all()


def test_a_block_under_steered_wheels_is_a_fault() -> None:
    job = put(put(leafed(), path_to(JOB.vehicle.axles[1].steered), True), path_to(JOB.proposal.axles[1].left.spacer_m), 0.03)
    assert any(isinstance(j, BlockOnSteered) for j in judge(assess(job)))
