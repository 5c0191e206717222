"""Progressive coils and stacked pairs through the whole vehicle: solved for the target, judged, mended."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import brentq

from isostat.assess import Assessment, assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Judgement
from isostat.assess.proposals import rivals
from isostat.assess.setup.springs.stacked import seated_of
from isostat.assess.solve.standing import wheel_curve
from isostat.assess.spring.findings import NoWire, SpringLacks, TooTight, TurnsTouch
from isostat.assess.spring.findings_stacked import CollarBeyond, NoRingWindow, PastCrossover, RingNotSet, RingOutside, TopBinds
from isostat.assess.spring.pairs import pair_wish, pairs_for, with_pair
from isostat.assess.spring.results import found_shapes, ordered_shapes
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.winding import wound
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.springs.ring_fit import main_length
from isostat.core.springs.stacked import StackedPair
from isostat.core.travel.events import droop_end
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.edits.proposals import add_proposal, drop_proposal, work_on
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.springs.parts import put_table
from isostat.job.tables.spring_table import spring_table
from isostat.units.unit import DEFAULT_PRESET
from tests.jobs import counted_turns, hive_on_coils, rival_proposals


def fitted(job: Job, axle: int, **values: object) -> Job:
    """The job with values at paths below a proposal's axle, dots for the steps."""
    for path, value in values.items():
        job = put(job, (*path_to(JOB.proposal.axles[axle]), *path.split("__")), value)
    return job


def found(a: Assessment, kind: type[Judgement]) -> list[Judgement]:
    return [j for j in judge(a) if isinstance(j, kind)]


def test_a_tested_table_of_one_straight_line_is_a_plain_coil() -> None:
    """The same heights, loads, rates and bands of travel in every case as the coil of that rate."""
    rear = JOB.proposal.axles[1]
    plain = put(put(hive_on_coils(), path_to(rear.left.rate_n_per_m), 60_000), path_to(rear.right.rate_n_per_m), 60_000)
    rows = spring_table("mm;kg".replace(";", ",") + "\n" + f"250,{250 * 60 / GRAVITY}", "t.csv", DEFAULT_PRESET)
    a, b = assess(plain), assess(fitted(put_table(plain, 1, rows), 1, kind="progressive"))
    assert b.orders[1].order.free_m == pytest.approx(a.orders[1].order.free_m, abs=1e-9)
    for name in ("hub_to_arch_m", "pad_kg", "wheel_rate", "bump_left_m", "droop_left_m", "frequency_hz"):
        assert getattr(b.proposed, name) == pytest.approx(getattr(a.proposed, name), rel=1e-6, abs=1e-7), name


@settings(max_examples=25, deadline=None)
@given(
    soft=st.floats(15e3, 60e3), more=st.floats(1.1, 3.0), change=st.floats(0.02, 0.2), rear=st.floats(-0.05, 0.03),
)  # fmt: skip
def test_a_progressive_spring_meets_the_target_and_its_force_is_the_curve(
    soft: float, more: float, change: float, rear: float
) -> None:
    """Series of two straight springs, by hand: soft until the change, then firm; solved for the force that statics ask."""
    answer = {"by": "rates", "soft_n_per_m": soft, "firm_n_per_m": soft * more, "change_m": change, "solid_m": 0.39}
    job = put(fitted(demo("puppet-van"), 1, progressive=answer), path_to(JOB.target.rear_lift_m), rear)
    a = assess(job)
    case, o = a.target_case, a.orders[1]
    for side in (0, 1):
        force, x = o.target_force_n[side], o.pressed_m[side]
        assert force == pytest.approx(soft * min(x, change) + soft * more * max(x - change, 0.0), rel=1e-9)
    if a.proposed.stands[case] and (a.proposed.bump_left_m[1, :, case] > 0.04).all() and x < 0.38:
        assert a.proposed.hub_to_arch_m[1, :, case].mean() == pytest.approx(a.target_m[1].mean(), abs=0.0025)
        shorter = put(job, path_to(JOB.proposal.axles[1].sides), "each")
        assert assess(shorter).proposed.hub_to_arch_m[1, :, case] == pytest.approx(a.target_m[1], abs=0.0015)


def test_a_stack_carries_the_target_by_its_collars_and_the_wheel_feels_it_by_brute_force() -> None:
    """Crossover and force against springs in series, each found by search for the slider's place; not by the program's law."""
    a = assess(demo("survey-buggy"))
    case = a.target_case
    for i in (0, 1):
        assert a.proposed.hub_to_arch_m[i, :, case] == pytest.approx(a.target_m[i], abs=0.0012), "collars go in whole millimetres"
        seated, motion = seated_of(a.orders[i]), a.axles[i].spring_motion
        assert seated is not None
        pair, shock, ratio = seated.pair, seated.shock[0], motion.ratio
        hangs = droop_end(a.proposed.events[i][0]).travel_m
        curve = wheel_curve(a.proposed.platform, a.proposed.bank, i, 0, (hangs, hangs + 0.33))
        u, held = curve.travel_m, curve.force_n

        def by_search(shaft: float, pair: StackedPair = pair, extended: float = shock.extended_m) -> float:
            room = extended - shaft - pair.slider_m
            keeps = (pair.ring_m or 0.0) + pair.step_m

            def apart(main: float) -> float:
                top = max(pair.top.free_m - (room - main), 0.0) * pair.top.rate
                return top - max(pair.main.free_m - main, 0.0) * pair.main.rate

            main = brentq(apart, 0.02, room - 0.02)
            main = min(main, room - keeps)  # the ring stops the slider
            return (pair.main.free_m - main) * pair.main.rate

        touched = next(e.travel_m for e in a.proposed.events[i][0] if e.name == "stop touched")
        for k in range(0, 160, 12):
            if u[k] < touched:
                assert held[k] == pytest.approx(by_search((u[k] - hangs) * ratio) * ratio, rel=2e-3, abs=2.0)
        answer = stacked(a, i)
        assert answer is not None and answer.change_m is not None
        target = seated.target_m[0]
        assert (answer.change_m - target) / (shock.bump_m - target) == pytest.approx(rules.CROSSOVER_SHARE, abs=0.012), (
            "to the ring's millimetre"
        )
        kept = [main_length(pair, shock, s) for s in np.linspace(0, shock.bump_m, 30)]
        assert kept == sorted(kept, reverse=True) and kept[-1] == pytest.approx(answer.main_at_bump_m)


@pytest.mark.parametrize("down", [-0.01, 0.004, 0.02])
def test_a_collar_moves_height_not_rate_and_hanging_does_not_move(down: float) -> None:
    """Point 5 and S-06: below the crossover both rates stay; more preload spends droop."""
    job = demo("survey-buggy")
    a = assess(job)
    moved = job
    for i in (0, 1):
        for s, side in enumerate(("left", "right")):
            seated = seated_of(a.orders[i])
            assert seated is not None and seated.pair.ring_m is not None
            moved = put(moved, (*path_to(JOB.proposal.axles[i]), side, "collar_m"), seated.collar_m[s] + down)
        moved = fitted(moved, i, stack__placed="typed", stack__ring_m=seated.pair.ring_m)
    b, case = assess(moved), a.target_case
    rise = (b.proposed.hub_to_arch_m - a.proposed.hub_to_arch_m)[:, :, case]
    ratios = np.array([[0.70], [0.72]])
    assert rise == pytest.approx(down / ratios * np.ones(2), abs=4e-4)
    assert b.proposed.wheel_rate[:, :, case] == pytest.approx(a.proposed.wheel_rate[:, :, case], rel=1e-6)
    for x, y in zip(a.proposed.events[0][0], b.proposed.events[0][0], strict=False):
        assert x.name != "shock topped" or x == y
    assert (b.proposed.droop_left_m - a.proposed.droop_left_m)[:, :, case] == pytest.approx(-rise, abs=1e-9)


BAD = {
    "no window": ({"stack__main__solid_m": 0.21}, NoRingWindow, "main spring"),
    "ring far": ({"stack__placed": "typed", "stack__ring_m": 0.25}, RingOutside, "main spring"),
    "ring near": ({"stack__placed": "typed", "stack__ring_m": 0.06}, RingOutside, "top spring"),
    "share beyond": ({"stack__share": 1.0, "stack__top__solid_m": 0.2}, RingNotSet, ""),
    "past": ({"stack__placed": "typed", "stack__ring_m": 0.23}, PastCrossover, ""),
    "top binds": ({"stack__placed": "typed", "stack__ring_m": None, "stack__top__solid_m": 0.18}, TopBinds, ""),
    "thread": ({"stack__down_m": 0.001}, CollarBeyond, ""),
    "body": ({"stack__body_m": 0.0655}, TooTight, "top spring"),
    "lacks": ({"stack__main__rate_n_per_m": None}, SpringLacks, ""),
    "no springs": ({"stack__top__solid_m": 0.304}, SpringLacks, ""),
}


@pytest.mark.parametrize("name", BAD)
def test_what_is_wrong_with_a_stack_is_found_and_nothing_else_breaks(name: str) -> None:
    changes, kind, part = BAD[name]
    a = assess(fitted(demo("survey-buggy"), 0, **changes))
    said = [j for j in found(a, kind) if j.place.axle == 0]
    assert said, [type(j).__name__ for j in judge(a)]
    if isinstance(said[0], TopBinds):
        assert said[0].by == "top solid"
    if part:
        assert part in (getattr(said[0], "binds", part), getattr(said[0], "part", part))
    assert np.isfinite(a.proposed.hub_to_arch_m).all()
    assert not found(assess(demo("survey-buggy")), kind), "the demo has none of it"


@pytest.mark.parametrize("name", ["no window", "ring far", "ring near", "share beyond", "thread"])
def test_what_binds_is_cured_by_its_fix_tried_in_every_case(name: str) -> None:
    changes, kind, _ = BAD[name]
    a = assess(fitted(demo("survey-buggy"), 0, **changes))
    fixes = [f for f in judge_fixes(a, judge(a)) if isinstance(f.judgement, kind)]
    assert fixes and all(f.remaining is None for f in fixes)
    assert not [j for j in found(assess(fixes[0].job), kind) if j.place.axle == 0]


def test_pairs_off_the_shelf_stand_at_the_target_when_taken() -> None:
    """Close pairs carry the picked rate; the far ones take the asked multiple at full bump, but for the shelf's steps."""
    job = demo("survey-buggy")
    for far, multiple in ((False, None), (True, 2.9)):
        wanted = put(job, path_to(JOB.proposal.axles[0].pick), {"way": "same feel", **({"multiple": multiple} if multiple else {})})
        a = assess(wanted)
        choices = pairs_for(a, 0, far=far)
        assert choices
        b = assess(with_pair(wanted, 0, choices[0], far=far))
        case = b.target_case
        assert b.proposed.hub_to_arch_m[0, :, case] == pytest.approx(b.target_m[0], abs=0.0015)
        assert b.orders[0].order.rate_n_per_m[0] == pytest.approx(pair_wish(a, 0, far=far).series, rel=0.12)
        assert not found(b, NoRingWindow) and not found(b, TopBinds) and not found(b, CollarBeyond)


def test_a_third_spring_and_counted_turns_are_solved_too() -> None:
    a = assess(counted_turns())
    law = a.orders[0].law[0]
    assert isinstance(law, StackedPair) and law.third is not None and not a.orders[0].lacks
    assert a.proposed.hub_to_arch_m[:, :, a.target_case] == pytest.approx(a.target_m, abs=0.003)
    assert a.orders[0].order.rate_n_per_m[0] == pytest.approx(45e3, rel=1e-6), "the third has closed"
    assert float(law.rate(np.asarray(0.01))) == pytest.approx(1 / (1 / 90e3 + 1 / 90e3 + 1 / 30e3), rel=1e-6)
    shapes = ordered_shapes(a, 0)
    assert [s.free_m for s in shapes] == [0.2, 0.2, 0.09]
    close, wide = ordered_shapes(a, 1)[0].pitches[2], ordered_shapes(a, 1)[0].pitches[-3]
    assert (close, wide) == (0.028, 0.052) and found_shapes(a, 1)[0].free_m == pytest.approx(a.found_springs[1][0].implied_free_m)


def test_a_strut_is_measured_out_of_the_vehicle() -> None:
    """Installed length = the length out and extended, less the change of shaft showing (common practice, no source)."""
    job = demo("puppet-van")
    out, moved = 0.386, 0.235 - 0.142
    a = assess(job)
    assert a.found_springs[1][0].installed_m.value == pytest.approx(out - moved / 0.95)
    b = assess(put(job, path_to(JOB.as_found.axles[1].left.installed_length_m), 0.301))
    assert b.found_springs[1][0].installed_m.value == 0.301, "read in the vehicle outranks"


def test_a_wound_coil_is_judged_by_its_place_and_its_wire() -> None:
    job = demo("puppet-van")
    a = assess(job)
    answer = wound(a, 0)
    assert answer is not None and answer.helix is not None
    assert answer.helix.rate == pytest.approx(a.orders[0].order.rate_n_per_m[0])
    assert answer.used_ride < answer.used_bump <= 1.0
    wide = answer.helix.mean_m + answer.helix.wire_m
    narrow = assess(fitted(job, 0, pocket_m=wide + 0.001))
    by = found(narrow, TooTight)
    assert len(by) == 1 and by[0].by_m == pytest.approx(answer.helix.grows_m(), abs=1e-9), "pressed it grows"  # type: ignore[attr-defined]
    bag = fitted(job, 0, ways__bag_across_m=0.13, ways__bag_pa=150_000)
    assert [j.within for j in found(assess(bag), TooTight)] == ["bag"]  # type: ignore[attr-defined]
    body = fitted(job, 0, stack__body_m=0.1175)
    assert [j.within for j in found(assess(body), TooTight)] == ["body"]  # type: ignore[attr-defined]
    stiff = fitted(job, 0, left__rate_n_per_m=150_000, right__rate_n_per_m=150_000, inside_m=0.06)
    none = found(assess(stiff), NoWire)
    assert none and none[0].strong_m > none[0].roomy_m  # type: ignore[attr-defined]


def test_turns_that_touch_are_a_note_never_a_fault() -> None:
    a = assess(demo("puppet-van"))
    touching = found(a, TurnsTouch)
    assert len(touching) == 1 and touching[0].grade.name == "NOTE"
    assert not any(j.grade.name == "FAULT" for j in judge(a))


def test_proposals_are_copied_worked_on_compared_and_dropped() -> None:
    job = rival_proposals()
    assert [p.name for p in job.proposals] == ["A", "B", "C"] and job.proposal.name == "A"
    answer = rivals(assess(job))
    assert [r.here for r in answer] == [True, False, False]
    for r in answer:
        alone = assess(work_on(job, r.name))
        assert r.a.proposed.hub_to_arch_m == pytest.approx(alone.proposed.hub_to_arch_m, abs=1e-12)
        case = alone.target_case
        assert alone.proposed.hub_to_arch_m[:, :, case] == pytest.approx(alone.target_m, abs=0.002), "each is solved for the target"
    assert work_on(work_on(job, "C"), "A") == job, "nothing is lost by going there and back"
    assert [p.name for p in drop_proposal(job, "A").proposals] == ["B", "C"]
    with pytest.raises(JobFault, match="The maximum is 3 proposals"):
        add_proposal(job)
    with pytest.raises(JobFault, match="Choose: A, B, C"):
        work_on(job, "D")
    last = drop_proposal(drop_proposal(job, "B"), "C")
    with pytest.raises(JobFault, match="Keep at least one proposal"):
        drop_proposal(last, "A")


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(st.floats(0.5, 60), st.floats(1, 200)), min_size=1, max_size=20), st.booleans())
def test_a_table_comes_back_as_it_was_written_and_one_that_falls_is_refused_by_line(
    steps: list[tuple[float, float]], falls: bool
) -> None:
    mm, kg = np.cumsum([[a, b] for a, b in steps], axis=0).T
    mm = mm / max(mm[-1] / 390, 1.0)
    lines = [f"{x!r},{m!r}" for x, m in zip(mm.tolist(), kg.tolist(), strict=True)]
    if falls:
        lines.append(f"{float(mm[-1]) * 0.9!r},{float(kg[-1]) + 1!r}")
    try:
        rows = spring_table("pressed,load\n" + "\n".join(lines) + "\n", "t.csv", DEFAULT_PRESET)
    except JobFault as fault:
        assert falls or mm[0] < 1.0
        assert "above the reading before" in str(fault) or "Enter a compression" in str(fault)
        return
    assert not falls
    assert [r.squeeze_m.value * 1000 for r in rows if r.squeeze_m] == pytest.approx(mm)
    assert [r.force_kg.value for r in rows if r.force_kg] == pytest.approx(kg)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "0 readings"),
        ("a,b\nc,d\n", "Line 2"),
        ("10\n20\n", "Line 2"),
        ("10,5\n900,9\n", "1 mm to 400 mm"),
        ("10,5\n20,5\n", "must both be above"),
    ],
)
def test_a_table_that_is_none_is_refused_in_a_sentence(text: str, words: str) -> None:
    with pytest.raises(JobFault, match=words):
        spring_table(text, "t.csv", DEFAULT_PRESET)


def test_what_an_earlier_file_says_is_read_as_plain_coils() -> None:
    job = hive_on_coils()
    data = job.model_dump(exclude_none=True)
    assert "others" not in data or data["others"] == ()
    assert assess(job).orders[0].kind.name == "coil" and assess(job).orders[0].set is None


def test_a_stack_that_its_shock_cannot_take_is_a_sentence_and_a_plain_coil_stands_in() -> None:
    job = demo("survey-buggy")
    job = put(put(job, path_to(JOB.proposal.axles[0].stack.extended_m), 2.0), path_to(JOB.proposal.axles[0].left.collar_m), -0.2)
    a = assess(job)
    lacks = a.orders[0].lacks
    assert lacks is not None and seated_of(a.orders[0]) is None
    assert lacks.words() == "Collar to perch, shock extended: 2200 mm is too large. Enter 50 to 2000 mm."
    assert any(isinstance(j, SpringLacks) and j.reason == lacks for j in judge(a))
    assert np.isfinite(a.proposed.hub_to_arch_m).all() and seated_of(a.orders[1]) is not None
