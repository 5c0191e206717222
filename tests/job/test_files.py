from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.job.demos import demo, demo_names
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault, job_from, job_from_text, job_text, read_job
from isostat.job.palette import PALETTE, add_usual
from isostat.job.save import save_job
from isostat.job.schema import Job
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.jobs import hive_on_coils


@pytest.fixture
def hive() -> Job:
    return hive_on_coils()


@pytest.mark.parametrize("name", demo_names())
def test_a_saved_job_reads_back_equal(name: str, tmp_path: Path) -> None:
    job = demo(name)
    save_job(job, tmp_path / "a.json")
    assert read_job(tmp_path / "a.json") == job
    assert [p.name for p in tmp_path.iterdir()] == ["a.json"]  # nothing half-written is left beside it


def test_a_save_that_fails_leaves_the_old_file_whole(hive: Job, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    place = tmp_path / "a.json"
    save_job(hive, place)
    before = place.read_bytes()

    def full_disk(*_: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(os, "fsync", full_disk)
    with pytest.raises(OSError, match="No space"):
        save_job(edits.put(hive, path_to(JOB.title), "changed"), place)
    assert place.read_bytes() == before
    assert len(list(tmp_path.iterdir())) == 1


@pytest.mark.parametrize(
    ("change", "sentences"),
    [
        ({"vehicle": {"axles": {0: {"track_m": 0}}}}, ["Vehicle, axle 1, track: 0 mm is too small. Enter 300 to 4000 mm."]),
        ({"items": {0: {"mass_kg": -5}}}, ["Item 1, mass: −5 kg is too small. Enter 0 to 20000 kg."]),
        ({"vehicle": {"axles": {0: {"left": {"pad_kq": 1}}}}}, ["left: “pad_kq” is not a known key. Did you mean “pad_kg”?"]),
        ({"target": {"case": "Fuller"}}, ["Load case “Fuller” does not exist. Choose: "]),
        ({"version": 9}, ["The file is of version 9; this program reads up to 1."]),
        (
            {"as_found": {"axles": {0: {"left": {"free_length_m": 0.15}}}}},
            ["As found, axle 1, left: free length 150 mm is not above the solid length 170 mm"],
        ),
        ({"vehicle": {"axles": {1: {"behind_front_m": 0.1}}}}, ["Enter 300 mm or more"]),
        (
            {"vehicle": {"axles": {0: {"track_m": "wide"}}, "name": 5}},
            ['axle 1, track: "wide" is not a number', "Vehicle, name: 5 is not text"],
        ),
        ({"items": {1: {"name": "Crane"}}}, ["There is already an item “Crane”"]),
    ],
)
def test_every_fault_of_a_file_names_place_value_and_what_to_enter(hive: Job, change: dict[str, Any], sentences: list[str]) -> None:
    data = json.loads(job_text(hive))

    def lay(over: Any, onto: Any) -> None:
        for key, value in over.items():
            inside = isinstance(value, dict) and (isinstance(onto, list) or isinstance(onto.get(key), dict | list))
            if inside:
                lay(value, onto[key])
            else:
                onto[key] = value

    lay(change, data)
    with pytest.raises(JobFault) as fault:
        job_from(data)
    for sentence in sentences:
        assert any(sentence in said for said in fault.value.faults), fault.value.faults
    assert all(said.endswith((".", "?")) for said in fault.value.faults)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "Line 1, column 1"),
        ("{", "Line 1, column 2"),
        ("[1]", "does not hold a job"),
        ('{"title": NaN}', "NaN is not a number"),
        ("null", "does not hold a job"),
        ("[" * 100_000, "too deep"),
    ],
)
def test_broken_text_is_refused_in_words(text: str, words: str) -> None:
    with pytest.raises(JobFault, match=words):
        job_from_text(text)


def test_a_missing_file_and_a_binary_one_are_refused_in_words(tmp_path: Path) -> None:
    with pytest.raises(JobFault, match="cannot be read: no such file"):
        read_job(tmp_path / "none.json")
    (tmp_path / "b.json").write_bytes(b"\xff\xfe\x00")
    with pytest.raises(JobFault, match="not UTF-8 text"):
        read_job(tmp_path / "b.json")


json_values = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)


@given(st.data())
@settings(max_examples=150, deadline=None)
def test_a_damaged_job_is_refused_in_words_or_answered_without_nan(data: st.DataObject) -> None:
    """One value anywhere in a good job is replaced: by junk, or by another number."""
    job = json.loads(job_text(hive_on_coils()))
    here: Any = job
    while True:
        keys = list(range(len(here))) if isinstance(here, list) else list(here)
        key = data.draw(st.sampled_from(keys))
        if not isinstance(here[key], dict | list) or not here[key] or data.draw(st.integers(0, 5)) == 0:
            break
        here = here[key]
    here[key] = data.draw(json_values | st.floats(-1, 1) | st.floats(0, 3000))
    try:
        read = job_from(job)
    except JobFault as fault:
        assert fault.faults and all(isinstance(f, str) and f for f in fault.faults)
        return
    a = assess(read)
    for s in (a.found, a.proposed):
        for values in (s.hub_to_arch_m, s.pad_kg, s.frequency_hz, s.bump_left_m, s.droop_left_m):
            assert (abs(values) < 1e9).all(), "neither NaN nor infinite"
    for judgement in judge(a):
        said = say(judgement, Reader(read))
        assert said.title and "nan" not in (said.title + said.body).lower().split()


def test_edits_make_new_jobs_and_keep_the_old(hive: Job) -> None:
    text = job_text(hive)
    more = add_usual(hive, PALETTE[0], "Out")
    assert item_edits.share_in(more, more.cases[3], more.items[-1]) == 1.0
    renamed = item_edits.rename_item(more, len(more.items) - 1, "Ladder")
    assert any(c.item == "Ladder" for c in renamed.cases[3].carried)
    assert item_edits.remove_items(renamed, [len(renamed.items) - 1]) == hive
    assert len(item_edits.add_case(hive, "As weighed").cases) == len(hive.cases) + 1
    moved = item_edits.move_items(hive, {0: (2.22222, -0.4)})
    assert (moved.items[0].behind_front_m.value, moved.items[0].left_m.value) == (2.222, -0.4)
    assert job_text(hive) == text
    for refused in (
        lambda: item_edits.set_share(hive, "Out", "Water", 1.2),
        lambda: item_edits.rename_item(hive, 0, " "),
        lambda: edits.put_number(hive, path_to(JOB.vehicle.axles[0].left.pad_kg), float("nan")),
    ):
        with pytest.raises(JobFault, match=r"Enter|is not a number"):
            refused()


def test_before_a_thread_works_on_a_job_every_part_of_the_document_is_built() -> None:
    """In a process of its own, as a window starts: after reading a job parts are still to be built, after make_ready none is."""
    code = (
        "from isostat.job.demos import demo; from isostat.job.reading import Frozen, make_ready; demo('hive-hauler')\n"
        "def parts(c): return [p for s in c.__subclasses__() for p in (s, *parts(s))]\n"
        "before = sum(not p.__pydantic_complete__ for p in parts(Frozen)); make_ready()\n"
        "print(before, sum(not p.__pydantic_complete__ for p in parts(Frozen)))"
    )
    before, after = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True).stdout.split()
    assert int(before) > 5 and after == "0"


def test_more_than_a_tank_holds_is_said_by_name_in_kilograms_and_what_is_no_number_by_its_place() -> None:
    data = json.loads(job_text(demo("hive-hauler")))
    case = next(n for n, c in enumerate(data["cases"]) if c["name"] == "Home full")
    row = next(r for r in data["cases"][case]["carried"] if r["item"] == "Water")
    row["share"] = 2.09302
    with pytest.raises(JobFault) as no:
        job_from(data, "job")
    assert no.value.faults == ("Water in Home full: 251 kg will not go in. Enter 0 to 120 kg.",)
    row["share"] = "much"
    with pytest.raises(JobFault, match=r"share"):
        job_from(data, "job")


@pytest.mark.parametrize("cases", [[1, 2, 1.5], [None], "x", [{"kind": "weighed"}]])
@pytest.mark.parametrize("name", ["Supers", None, 5])
def test_a_list_that_is_damaged_beside_an_item_on_board_is_refused_in_words(cases: Any, name: Any) -> None:
    """What is more than all of an item is said by its name and case, unless neither can be read."""
    data = json.loads(job_text(demo("hive-hauler")))
    data["cases"], data["items"][1]["weighed_share"], data["items"][1]["name"] = cases, {"value": 2.0}, name
    if name is None:
        del data["items"][1]["name"]
    with pytest.raises(JobFault) as fault:
        job_from_text(json.dumps(data), "damaged")
    assert "Enter" in str(fault.value) or "does not belong" in str(fault.value) or "is not a list" in str(fault.value)
