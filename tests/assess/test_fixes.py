"""Advice is judged before it is given: what grows is flagged, what no shop has is never offered, words fit the kind of spring."""

from __future__ import annotations

from functools import cache

import numpy as np
import pytest

from isostat.answers.assessment import answer
from isostat.assess import assess, workings
from isostat.assess.fixes import Fix, _new_spacers, judge_fixes, same_judgement
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.load.findings import NoseLoad, OverRating
from isostat.assess.load.ratings import nose_kg
from isostat.assess.setup.springs.air import Bags
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import CarryLess, Level, Lift, Move, ShockLength, StopSpacer
from isostat.assess.stance.findings import LampAim, TargetPastTravel
from isostat.assess.stance.level_by_spacer import SpringSpacer, leans
from isostat.assess.stance.ways_to_lift import names_for, ways
from isostat.assess.travel.findings import LittleBump
from isostat.assess.workings import explain
from isostat.core import rules
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.schema import Job
from isostat.wording.fixes import say_fix
from isostat.wording.letter import letter
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from isostat.wording.springs.leaf import block_words, blocks_words
from tests.jobs import hive_on_coils, past_its_travel, twisted

LIFTS = (-0.03, 0.0, 0.06)
PLACES = {  # what the place of a finding names: axle, side, case
    (False, False, False): "NotToBeDriven Overdue TicksGone",
    (False, False, True): "DraggedOutside FrequencySplit LampAim Lean NoseLoad OverRating RoofUnderDoor TipsSooner",
    (True, False, False): "BarAgainstLeaves LeafStress LinksCannotBe LinksDoNotClose NoWire OrderRight PackTooHigh StressHigh "
    "TapeDoubted ValveToSet",
    (True, False, True): "AirForWhatStays ComesAndGoes DampedAmiss DraggedOutside NoseLift OverRating RateOutsideWindow "
    "TargetOutOfReach TurnsTouch",
    (True, True, False): "CollarBeyond MuchPreload WrongOrder",
    (True, True, True): "LittleBump LittleDroop OffTarget TargetPastTravel ToppedOut",
}
WHERE = {name: {named for named, kinds in PLACES.items() if name in kinds.split()} for name in " ".join(PLACES.values()).split()}


def asked(job: Job, more: float) -> Job:
    """The job with its target so much higher."""
    if job.target.corners or job.target.rake_m is not None:
        return job
    for end in ("front_lift_m", "rear_lift_m"):
        job = put(job, (*path_to(JOB.target), end), round(getattr(job.target, end).value + more, 4))
    return job


@cache
def tried() -> tuple[tuple[Assessment, tuple[Judgement, ...], tuple[Fix, ...]], ...]:
    """Every demo and the flatbed on coils, asked for less and for more; each with what is offered."""
    jobs = [asked(job, more) for job in (*map(demo, demo_names()), hive_on_coils(), twisted()) for more in LIFTS]
    out = []
    for a in map(assess, (*jobs, past_its_travel())):
        said = judge(a)
        out.append((a, said, judge_fixes(a, said)))
    return tuple(out)


def graveness(said: tuple[Judgement, ...]) -> dict[tuple[object, ...], tuple[int, float]]:
    worst: dict[tuple[object, ...], tuple[int, float]] = {}
    for j in said:
        worst[same_judgement(j)] = max(worst.get(same_judgement(j), (0, -np.inf)), (int(j.grade), j.severity))
    return worst


def test_a_fix_that_makes_any_fault_or_watch_grow_says_so_and_none_brings_a_fault() -> None:
    flagged = 0
    for a, said, fixes in tried():
        before = graveness(said)
        then = {fix.remedy: graveness(judge(assess(fix.job))) for fix in {fix.remedy: fix for fix in fixes}.values()}
        for fix in fixes:
            after, own = then[fix.remedy], same_judgement(fix.judgement)
            grew = [
                key
                for key, (grade, severity) in after.items()
                if key != own
                and grade > Grade.NOTE
                and (grade > before.get(key, (0, 0.0))[0] or severity > before[key][1] + 0.021 * abs(before[key][1]) + 2e-4)
            ]  # fmt: skip
            assert not grew or fix.worsens, (a.job.title, fix.remedy, grew)
            assert not [
                key for key, (grade, _) in after.items() if grade is Grade.FAULT and before.get(key, (0, 0.0))[0] < Grade.FAULT
            ]
            flagged += fix.worsens
    assert flagged > 10, "or the rule is never asked"


def test_every_judgement_has_its_step_and_names_a_case_that_there_is() -> None:
    for a, said, _ in tried():
        for j in said:
            assert isinstance(j.step, Step) and isinstance(j.grade, Grade)
            assert j.place.case is None or 0 <= j.place.case < a.cases
            assert j.place.axle is None or 0 <= j.place.axle < len(a.axles)
            assert isinstance(j.severity, float) and np.isfinite(j.severity)
            named = tuple(n is not None for n in (j.place.axle, j.place.side, j.place.case))
            assert named in WHERE[type(j).__name__], j


def test_worst_is_the_least_that_is_left_not_the_most_that_is_lost() -> None:
    seen = 0
    for a, _, fixes in tried():
        for fix in fixes:
            after = assess(fix.job)
            left = {
                what: np.where(after.proposed.stands & (old - new > rules.PRICE_SAID), new, np.inf)
                for what, old, new in (
                    ("free bump", a.proposed.bump_left_m, after.proposed.bump_left_m),
                    ("droop", a.proposed.droop_left_m, after.proposed.droop_left_m),
                )
            }
            least = min(float(x.min()) for x in left.values())
            if np.isfinite(least):
                assert fix.price is not None and fix.price.after == pytest.approx(least, abs=1e-9)
                seen += 1
            else:
                assert fix.price is None or fix.price.what == "cross weight"
    assert seen > 20


def test_nothing_is_offered_that_no_shop_has_or_no_part_allows() -> None:
    offered = [(a, fix) for a, _, fixes in tried() for fix in fixes]
    assert {type(fix.remedy) for _, fix in offered} >= {StopSpacer, ShockLength, Lift, CarryLess}
    for a, fix in offered:
        remedy = fix.remedy
        if isinstance(remedy, ShockLength):
            part = a.fits[remedy.axle]
            change = abs(remedy.longer_m - part.shock_longer_m)
            assert change >= 0.0005 and (part.shock_stroke_m is None or change < part.shock_stroke_m)
        if isinstance(remedy, StopSpacer):
            part = a.fits[remedy.axle]
            assert remedy.spacer_m <= part.stop_height_m.value and abs(remedy.spacer_m - part.stop_spacer_m) >= 0.0005
        if isinstance(remedy, SpringSpacer | Level):
            after = assess(fix.job)
            assert np.abs(leans(after)).max() <= np.abs(leans(a)).max() - 0.001
            off = [np.abs(x.proposed.hub_to_arch_m[..., x.target_case] - x.fitted_target_m) for x in (a, after)]
            band = after.job.target.band_m.value
            assert not ((off[1] > band) & (off[0] <= band)).any(), "no corner leaves its target"
            for place, new in fix.spacers:
                o = after.orders[int(place.axle or 0)]
                assert new == 0.0 or 0.002 <= new <= 0.060
                if isinstance(o.law[0], LeafLaw):
                    left, right = o.order.spacer_m
                    assert abs(left - right) <= 0.012 or left == right
                    assert not (after.job.vehicle.axles[int(place.axle or 0)].steered and new > 0.0)


def test_too_much_on_an_axle_names_what_to_move_or_leave_how_much_and_where_and_it_does_it() -> None:
    job = put(hive_on_coils(), path_to(JOB.vehicle.axles[1].rating_kg), 1640.0)
    a = assess(job)
    said = judge(a)
    over = next(j for j in said if isinstance(j, OverRating) and j.what == "plate" and j.place.axle == 1)
    fixes = {type(f.remedy): f for f in judge_fixes(a, said) if f.judgement == over}
    assert set(fixes) >= {Move, CarryLess}
    for fix in fixes.values():
        left = [j for j in judge(assess(fix.job)) if same_judgement(j) == same_judgement(over)]
        assert not left or left[0].severity < over.severity * 0.9
    item = job.items[int(fixes[Move].remedy.item)]
    moved = fixes[Move].job.items[int(fixes[Move].remedy.item)]
    kg = float(a.loading.items_kg[int(over.place.case or 0)][job.items.index(item)])
    shed = kg * (item.behind_front_m.value - moved.behind_front_m.value) / 3.18
    assert shed == pytest.approx(over.load_kg - 0.95 * over.rating_kg, rel=0.08), "lever rule"


def test_a_nose_too_light_names_what_to_move_and_how_far() -> None:
    """Moments about the coupling: what goes forward by d brings m·d over the way from coupling to wheels onto the nose."""
    job = demo("dairy-trailer")
    for field, value in (("kind", "thing"), ("behind_front_m", 2.0), ("mass_kg", 120.0)):
        job = put(job, (*path_to(JOB.items[2]), field), value)
    a = assess(job)
    said = judge(a)
    (light,) = [j for j in said if isinstance(j, NoseLoad)]
    (fix,) = [f for f in judge_fixes(a, said) if f.judgement == light]
    item, case = job.items[2], int(light.place.case or 0)
    wheels = [axle.behind_front_m.value for axle in job.vehicle.axles]
    lever = job.vehicle.coupling_ahead_m.value + sum(wheels) / len(wheels)  # type: ignore[union-attr]
    gained = (nose_kg(assess(fix.job)) - nose_kg(a))[case]
    forward = item.behind_front_m.value - fix.remedy.behind_front_m
    assert fix.remedy.item == 2 and forward > 0.0 and fix.remaining is None
    assert gained == pytest.approx(item.mass_kg.value * forward / lever, rel=0.03)
    assert say_fix(fix, Reader(job)).title == "Move Brine to 1190 mm behind the front hub"


def test_a_target_past_its_shocks_is_brought_back_by_shocks_or_by_less_of_it() -> None:
    a = assess(past_its_travel())
    said = judge(a)
    past = [j for j in said if isinstance(j, TargetPastTravel)]
    fixes = [f for f in judge_fixes(a, said) if f.judgement in past]
    assert len(past) == 4 and {type(f.remedy) for f in fixes} == {ShockLength, Lift}
    for fix in fixes:
        left = [j for j in judge(assess(fix.job)) if same_judgement(j) == same_judgement(fix.judgement)]
        assert not left, (fix.remedy, left)
    low = next(j for j in past if j.place.axle == 1 and j.place.side == 1)
    (lower,) = [f.remedy.lift_m for f in fixes if f.judgement == low and isinstance(f.remedy, Lift)]
    assert 0.150 - lower == pytest.approx(low.by_m, abs=0.001)


def test_less_of_a_tank_is_said_by_the_share_that_is_enough() -> None:
    """The flatbed at its gross weight: so much less water that a twentieth stays in hand."""
    a = assess(demo("hive-hauler"))
    over = next(j for j in judge(a) if isinstance(j, OverRating) and j.place.axle is None)
    (less,) = [r for r in over.remedies if isinstance(r, CarryLess)]
    case, water = int(over.place.case or 0), a.job.items[less.item]
    assert water.kind == "tank" and 0.0 < less.share < 1.0
    shed = float(a.loading.items_kg[case, less.item]) - less.share * water.whole_kg
    assert shed == pytest.approx(over.load_kg - 0.95 * over.rating_kg, abs=0.011 * water.whole_kg)


def test_little_bump_is_cured_by_less_spacer_or_a_higher_target() -> None:
    job = put(hive_on_coils(), path_to(JOB.proposal.axles[1].stop.spacer_m), 0.075)
    a = assess(job)
    said = judge(a)
    little = [j for j in said if isinstance(j, LittleBump) and j.place.axle == 1]
    assert little
    fixes = [f for f in judge_fixes(a, said) if f.judgement in little]
    spacers = [f for f in fixes if isinstance(f.remedy, StopSpacer)]
    assert spacers and all(f.remedy.spacer_m < 0.075 for f in spacers)
    assert all(not [j for j in judge(assess(f.job)) if isinstance(j, LittleBump) and j.place == f.judgement.place] for f in spacers)


def test_lamps_are_said_by_how_much_to_set_them() -> None:
    """10 m · pitch, in a range of 50 to 250 mm for low lamps. Source: UN Regulation 48 (from memory)."""
    for a, said, _ in tried():
        for j in said:
            if isinstance(j, LampAim):
                words = say(j, Reader(a.job)).body
                by = max(j.low_m - j.drop_m, j.drop_m - j.high_m)
                assert f"{by * 1000:.0f} mm {'lower' if j.drop_m < j.low_m else 'higher'} at 10 m" in words


def test_the_words_of_an_order_are_those_of_its_kind() -> None:
    words = {
        "leaf": ("block", "arch", "hangs from its eyes"),
        "torsion bar": ("anchor", "tighter", "slacker", "unload the bar"),
        "coil": ("free", "spacer", "proper compressor"),
    }
    foreign = {
        "leaf": ("loose when hanging", "compressor", "spacer", "preload"),
        "torsion bar": ("compressor", "block", "spacer", "preload", "loose"),
        "coil": ("block", "anchor", "arch "),
    }
    seen = set()
    for a, said, fixes in tried():
        kinds = [f.kind if not o.lacks else "coil" for f, o in zip(a.job.proposal.axles, a.orders, strict=True)]
        lines = letter(a, said, fixes, Reader(a.job)).split("ORDER, new springs")[1].split("FINDINGS")[0].splitlines()[1:]
        for i, kind in enumerate(kinds):
            if kind not in words or not a.orders[i].can_be_had:
                continue
            corners = tuple(f"  {Reader(a.job).corner(i, side)} " for side in (0, 1))
            text = "\n".join(line for line in lines if line.startswith(corners))
            assert any(w in text for w in words[kind]) and not any(w in text for w in foreign[kind]), (kind, text)
            seen.add(kind)
    assert seen == set(words)


@pytest.mark.parametrize(
    ("kind", "steered", "has", "lacks"),
    [
        ("coil", False, {"spacer", "collar"}, {"block", "shackle", "index"}),
        ("leaf", False, {"block", "shackle"}, {"spacer", "collar", "index"}),
        ("leaf", True, {"shackle"}, {"block"}),
        ("torsion bar", True, {"index"}, {"spacer", "collar", "block", "shackle"}),
        ("stacked pair", False, {"collar"}, {"spacer", "block"}),
    ],
)
def test_only_ways_that_an_axle_has_are_said(kind: str, steered: bool, has: set[str], lacks: set[str]) -> None:
    names = set(names_for(kind, steered))
    assert has <= names and not lacks & names


def test_ways_count_from_the_old_springs_alone_and_a_bag_has_a_line_of_its_own() -> None:
    plain = demo("hive-hauler")
    helped = [w for w in ways(assess(plain)) if w.name == "helper"]
    assert {w.axle for w in helped} == {n for n, fit in enumerate(assess(plain).fits) if fit.helper(Bags) is not None}
    bare = put(plain, path_to(JOB.proposal.axles[1].helper), {})
    ours, theirs = ([w for w in ways(assess(job)) if w.name in ("block", "shackle")] for job in (plain, bare))
    assert ours and [(w.name, w.amount, w.gives_m) for w in ours] == [(w.name, w.amount, w.gives_m) for w in theirs], "no bag in it"


def test_what_levels_a_leaf_axle_is_called_a_block() -> None:
    seen = 0
    for a, _, fixes in tried():
        for fix in fixes:
            words = say_fix(fix, Reader(a.job)).title.lower()
            leafed = {a.job.proposal.axles[int(place.axle or 0)].kind == "leaf" for place, _ in fix.spacers}
            if fix.spacers:
                assert ("block" in words) == (True in leafed) and ("spacer" in words) == (False in leafed), words
                seen += True in leafed
    assert seen


@pytest.mark.parametrize(
    ("blocks", "left", "right", "both"),
    [
        ((0.020, 0.020), "block 20 mm", "block 20 mm", "equal blocks 20 mm"),
        ((0.013, 0.023), "block 13 mm", "block 13 mm, packer 10 mm", "equal blocks 13 mm, packer 10 mm right"),
        ((0.006, 0.0), "no block, packer 6 mm", "no block", "no block, packer 6 mm left"),
        ((0.045, 0.015), "block 15 mm, 30 mm more arch", "block 15 mm", "equal blocks 15 mm, 30 mm more arch left"),
    ],
)
def test_unequal_blocks_are_ordered_as_equal_ones_and_a_plate_or_more_arch(
    blocks: tuple[float, float], left: str, right: str, both: str
) -> None:
    job = demo("hive-hauler")
    for side, m in zip(("left", "right"), blocks, strict=True):
        job = put_number(job, (*path_to(JOB.proposal.axles[1]), side, "spacer_m"), m)
    a, r = assess(job), Reader(job)
    assert (block_words(blocks, 0, r.coil), block_words(blocks, 1, r.coil), blocks_words(blocks, r.coil)) == (left, right, both)
    text = letter(a, (), (), r)
    assert text.count(f", {left}\n") and text.count(f", {right}\n")
    said = [row for row in answer(a, (), (), r)["order"] if row["kind"] == "leaf"]
    assert [row["equal_block_m"] + row["over_equal_block_m"] for row in said] == pytest.approx(blocks, abs=1e-9)
    assert said[0]["equal_block_m"] == said[1]["equal_block_m"] == min(blocks)


def test_a_way_with_which_the_vehicle_falls_over_is_none() -> None:
    """A stop that is met 33 mm above where it rides: nothing stands on it, and no lightest case is to be found."""
    job = put_number(demo("hive-hauler"), path_to(JOB.vehicle.axles[0].left.stop_gap_m), -0.033)
    said = ways(assess(job))
    a = assess(job)
    assert said and all(np.isfinite([w.gives_m, w.droop_m, w.bump_m, w.light_m, w.range_m]).all() for w in said)
    assert a.found.stands.all() or any(w.amount is None for w in said)
    for shown in workings.ways.shown_ways(a):
        assert np.isfinite(explain(a, shown).result)


def test_a_shackle_more_than_twice_as_long_is_said() -> None:
    job = put(demo("hive-hauler"), path_to(JOB.target.rear_lift_m), 0.12)
    said = {w.name: w for w in ways(assess(job)) if w.axle == 1}
    shackle = said["shackle"]
    assert shackle.amount is not None and shackle.shackle_m == 0.098 and shackle.amount > 0.098
    small = {w.name: w for w in ways(assess(put(job, path_to(JOB.target.rear_lift_m), -0.06))) if w.axle == 1}
    assert small["shackle"].shackle_m is None


def test_blocks_are_one_thing_of_both_sides_also_where_a_coil_stands_in_for_the_pack() -> None:
    """A pack that lacks a width is reckoned as a coil; what is laid under it is still a block."""
    lacking = put(demo("hive-hauler"), path_to(JOB.proposal.axles[1].pack), {"leaves": [{"front_m": 0.6}]})
    a = assess(lacking)
    assert a.orders[1].lacks is not None
    left = path_to(JOB.proposal.axles[1].left.spacer_m)
    after = assess(put_number(lacking, left, a.orders[1].order.spacer_m[0] + 0.010))
    fix = Fix(judge(a)[0], SpringSpacer(Place(1, 0)), after.job, None, None, worsens=False, spacers=_new_spacers(a, after))
    assert [place.side for place, _ in fix.spacers] == [0, 1]
    assert "block" in say_fix(fix, Reader(lacking)).title
