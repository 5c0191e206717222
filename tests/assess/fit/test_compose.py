"""Any combination of changes makes a card in a sound order: read before undone, supported before slack, down before tightened."""

from __future__ import annotations

from functools import cache

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.fit.changes import Change, changes
from isostat.assess.fit.compose import AFTER, BEFORE, Entry, NoOrder, card_of, composed
from isostat.assess.fit.done import done_of, mark_of
from isostat.assess.fit.findings import NotToBeDriven, TicksGone
from isostat.assess.judge import judge
from isostat.assess.knock_on.findings import ValveToSet
from isostat.assess.solve.assessment import Assessment
from isostat.card.lists import read_list, step_lists
from isostat.job.demos import demo, demo_names
from isostat.job.edits.card import put_torque, tick, torque_of, untick, write, written_of
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

KINDS = sorted(set(step_lists()) - {BEFORE, AFTER})
FIRST = {  # at one place, by the hazards of the work (common practice, no source)
    ("coil on strut 1", "coil on strut 2"), ("coil on strut 2", "coil on strut 4"), ("coil on strut 4", "coil on strut 5"),
    ("coil on strut 6", "coil on strut 7"), ("coil on strut 7", "coil on strut 8"),
    ("coil on arm 1", "coil on arm 3"), ("coil on arm 2", "coil on arm 3"), ("coil on arm 4", "coil on arm 6"),
    ("coil on beam 1", "coil on beam 3"), ("coil on beam 4", "coil on beam 5"), ("coil on beam 5", "coil on beam 6"),
    ("coil on beam 7", "coil on beam 8"), ("bump stop 5", "coil on beam 6"), ("coil on beam 4", "bump stop 2"),
    ("leaf pack 1", "leaf pack 2"), ("leaf pack 2", "leaf pack 4"), ("leaf pack 4", "leaf added 1"),
    ("leaf added 8", "leaf pack 5"),
    ("leaf pack 7", "leaf pack 8"), ("torsion bar 2", "torsion bar 4"), ("torsion bar 4", "torsion bar 5"),
    ("torsion bar 5", "torsion bar 6"), ("air springs 2", "air springs 3"), ("air springs 7", "air springs 9"),
    ("stacked pair 5", "stacked pair 7"), ("stacked pair 8", "stacked pair 9"), ("track bar 1", "track bar 2"),
    ("links 2", "links 3"), ("links 5", "links 6"), ("half shaft 6", "half shaft 7"), ("strap 3", "strap 5"),
    ("before 5", "track bar 2"), ("track bar 7", "after 4"),
    ("coil on strut 5", "air springs 4"), ("air springs 4", "coil on strut 7"), ("coil on strut 9", "air springs 5"),
    ("coil on beam 4", "air springs 4"), ("air springs 4", "coil on beam 7"), ("coil on beam 8", "air springs 5"),
    ("leaf pack 9", "air springs 4"), ("torsion bar 10", "air springs 4"), ("stacked pair 3", "air springs 4"),
    ("air springs 4", "stacked pair 10"), ("coil on arm 4", "air springs 4"),
    ("air springs 11", "leaf pack 3"), ("air springs 4", "coil on arm 7"), ("coil on arm 8", "air springs 5"),
}  # fmt: skip
ON_THE_WHEELS = {("after 3", "after 4"), ("after 4", "after 5"), ("after 5", "after 6"), ("after 1", "after 2"),
                 ("after 2", "after 3"),
                 ("after 4", "leaf pack 10"), ("after 4", "block 8"), ("after 4", "air over leaf 9"), ("after 6", "leaf pack 11"),
                 ("after 4", "track bar 8"), ("after 6", "stacked pair 11"), ("after 4", "torsion bar 11")}  # fmt: skip


STANDING = {  # on its wheels, before it is lifted: on stands there is no ride height left to read, and the axle would jump aside
    "track bar 1", "track bar 2", "shackle 1", "block 1", "leaf pack 1", "bump stop 1", "half shaft 1", "air over leaf 1",
    "air in coil 1", "links 1", "torsion bar 1", "foam helper 1", "air springs 1",
}  # fmt: skip
DOWN = {"track bar 5", "track bar 6", "track bar 7", "coil on beam 10", "wheel spacer 5", "wheel spacer 6"}  # before it is rolled


def places(card: tuple[Entry, ...], key: str) -> list[int]:
    return [n for n, e in enumerate(card) if e.step.key == key]


@settings(max_examples=150, deadline=None)
@given(
    st.lists(st.tuples(st.integers(0, 2), st.sampled_from(KINDS)), min_size=1, max_size=9, unique=True),
    st.lists(st.booleans(), min_size=3, max_size=3),
)
def test_any_combination_is_in_a_sound_order(wanted: list[tuple[int, str]], solid: list[bool]) -> None:
    card = composed([Change(axle, name) for axle, name in sorted(wanted)], solid)
    keys = [(e.step.key, e.place) for e in card]
    assert len(keys) == len(set(keys)), "nothing twice"
    at = {key: n for n, key in enumerate(keys)}
    first_of_parts = min(n for n, e in enumerate(card) if e.step.list not in (BEFORE, AFTER))
    for n in range(1, 9):
        first = min((k for k, e in enumerate(card) if e.step.list not in (BEFORE, AFTER) and e.step.key not in STANDING), default=0)
        last = first_of_parts if n < 4 else first
        assert places(card, f"before {n}")[0] < last, "read, marked, chocked, lifted and held before a part is touched"
    for key in STANDING:
        assert all(n < places(card, f"before {7 if key == 'track bar 2' else 5}")[0] for n in places(card, key)), key
    for early, late in FIRST:
        for axle in range(3):
            for one in places(card, early):
                for other in places(card, late):
                    same = card[one].axle == card[other].axle == axle
                    if same and (card[one].side == card[other].side or None in (card[one].side, card[other].side)):
                        assert one < other, (early, late)
    for early, late in ON_THE_WHEELS:
        assert all(places(card, early)[0] < n for n in places(card, late)), (early, late)
    down = places(card, "after 2")[0]
    for e in card:
        if "ride" in e.step.torque and e.step.list == AFTER:
            assert at[e.step.key, e.place] > places(card, "after 4")[0], "rubber at ride height, rolled"
        if e.step.list not in (BEFORE, AFTER) and at[e.step.key, e.place] > down:
            late = at[e.step.key, e.place] > places(card, "after 4")[0]
            assert late != (e.step.key in DOWN), "before the wheels are on, after it was rolled, or what rolling waits for"
    used = {name for _, name in wanted}
    cautions = {step.caution for name in used | {BEFORE, AFTER} for step in step_lists()[name].steps if step.caution}
    assert cautions <= {e.step.caution for e in card}, "every caution of what is done stands on the card"
    assert {e.step.list for e in card} == used | {BEFORE, AFTER}, "no step of what is not done"


def test_independent_corners_one_after_the_other_and_beams_together() -> None:
    card = composed([Change(0, "coil on strut"), Change(1, "coil on beam"), Change(1, "bump stop")], [False, True])
    strut = [e.side for e in card if e.step.list == "coil on strut"]
    assert strut == [0] * 10 + [1] * 10
    assert {e.side for e in card if e.step.list in ("coil on beam", "bump stop")} == {None}
    stops = composed([Change(0, "bump stop")], [False])
    assert {e.side for e in stops if e.step.list == "bump stop"} == {0, 1}
    assert composed([], [True]) == ()


def test_lists_that_wait_for_each_other_are_refused() -> None:
    lists = {BEFORE: step_lists()[BEFORE], AFTER: step_lists()[AFTER]}
    ring = read_list("ring", 'title = "R"\n[[step]]\ndo = "a"\nafter = ["2"]\n[[step]]\ndo = "b"')
    with pytest.raises(NoOrder, match="ring"):
        composed([Change(0, "ring")], [True], lists | {"ring": ring})


@cache
def hive() -> Assessment:
    return assess(demo("hive-hauler"))


@pytest.mark.parametrize(
    ("name", "lists"),
    [("hive-hauler", "coil on strut, leaf pack, leaf added, air over leaf, bump stop, shock"),
     ("kite-winch-buggy", "coil on beam, track bar, links"), ("orchard-sprayer", "torsion bar, air over leaf, block"),
     ("survey-buggy", "stacked pair"), ("dairy-trailer", "foam helper, block"), ("puppet-van", "coil on strut, coil on beam"),
     ("glaziers-flatbed", "air springs, coil on strut, coil on beam, bump stop")],
)  # fmt: skip
def test_a_job_calls_for_the_lists_of_what_it_changes(name: str, lists: str) -> None:
    a = hive() if name == "hive-hauler" else assess(demo(name))
    assert {change.list for change in changes(a)} == set(lists.split(", "))
    valve = [e for e in card_of(a) if "valve" in e.step.when]
    assert bool(valve) == (name == "hive-hauler"), "asked only where there is one"


def test_all_demos_have_a_card() -> None:
    assert all(len(card_of(assess(demo(name)))) > 25 for name in demo_names())


def ticked(job: Job, card: tuple[Entry, ...], *keys: str) -> Job:
    for e in card:
        if e.step.key in keys:
            job = tick(job, (e.step.key, e.place), mark_of(job, e), "Ann", "2026-12-01 08:00")
    return job


def test_a_change_of_parts_drops_the_ticks_that_rest_on_them() -> None:
    a, card = hive(), card_of(hive())
    job = ticked(a.job, card, "before 1", "coil on strut 1", "leaf pack 1", "after 1")
    assert sum(done_of(job, card).holds) == 5 and done_of(job, card).gone == ()
    other = put_number(job, path_to(JOB.proposal.axles[0].left.spacer_m), 0.011)
    gone = [e.step.key for e in done_of(other, card).gone]
    assert gone == ["coil on strut 1", "coil on strut 1", "after 1"], "of that axle and of what comes after, not of the other"
    said = {type(j): j for j in judge(assess(other)) if isinstance(j, NotToBeDriven | TicksGone)}
    assert said[TicksGone].count == 3 and say(said[TicksGone], Reader(other)).title == "3 ticks no longer hold"  # type: ignore[attr-defined]
    assert "Not to be driven" in say(said[NotToBeDriven], Reader(other)).title
    assert not [j for j in judge(a) if isinstance(j, NotToBeDriven | TicksGone)], "a card that nobody began says nothing"


def test_the_brake_valve_is_a_fault_until_its_step_is_ticked() -> None:
    a, card = hive(), card_of(hive())
    assert [j for j in judge(a) if isinstance(j, ValveToSet)]
    done = ticked(a.job, card, "after 8")
    assert not [j for j in judge(assess(done)) if isinstance(j, ValveToSet)]
    again = put_number(done, path_to(JOB.target.rear_lift_m), 0.05)
    assert [j for j in judge(assess(again)) if isinstance(j, ValveToSet)], "another height: set it again"


def test_torques_and_readings_are_kept_and_refused_in_words() -> None:
    job, key = demo("hive-hauler"), ("after 2", "")
    typed = put_torque(
        put_torque(job, key, "wheels", value={"value": 110.0, "typed": "110 N·m"}), key, "wheels", source="manual p. 4"
    )
    known = torque_of(typed, key, "wheels")
    assert known.value is not None and known.value.value == 110.0 and known.source == "manual p. 4" and not known.done
    with pytest.raises(JobFault, match="Enter 1 to 2000"):
        put_torque(job, key, "wheels", value=5000.0)
    noted = write(typed, key, "gap", "3 mm")
    assert written_of(noted, key, "gap") == "3 mm" and write(noted, key, "gap", " ").card.written == ()
    both = tick(tick(noted, key, "a", "", ""), key, "b", "", "")
    assert [one.parts for one in both.card.ticks] == ["b"] and untick(both, key).card.ticks == ()
    assert put(both, path_to(JOB.card.ticks), []).card.ticks == ()


@pytest.mark.parametrize(
    ("name", "axle", "taken_out", "never"),
    [
        ("hive-hauler", 1, {"leaf pack 3", "leaf pack 4", "leaf pack 9"}, {"leaf pack 6", "leaf pack 8", "leaf pack 10"}),
        ("orchard-sprayer", 0, {"torsion bar 4", "torsion bar 6"}, {"torsion bar 3", "torsion bar 9", "torsion bar 11"}),
        ("survey-buggy", 0, {"stacked pair 3"}, {"stacked pair 5", "stacked pair 8", "stacked pair 9"}),
    ],
)
def test_air_in_place_of_steel_takes_it_out_and_puts_none_in(name: str, axle: int, taken_out: set[str], never: set[str]) -> None:
    job = demo(name)
    job = put(job, path_to(JOB.as_found.axles[axle].kind), job.proposal.axles[axle].kind)
    bags = demo("glaziers-flatbed").proposal.axles[1].air.model_dump()
    job = put(put(job, path_to(JOB.proposal.axles[axle].air), bags), path_to(JOB.proposal.axles[axle].kind), "air")
    keys = {e.step.key for e in card_of(assess(job)) if e.axle == axle}
    assert taken_out < keys and not keys & never and "air springs 4" in keys
