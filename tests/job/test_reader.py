"""What must not get in: by place, in words, without end to nothing. Text of jobs, files that are none, tables of every kind."""

from __future__ import annotations

import json
import os
import re
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import MOST_BYTES, MOST_FAULTS, JobFault, job_from_text, job_text, read_job
from isostat.job.plain_json import DEEPEST
from isostat.job.tables.reader import LONGEST_CELL, MOST_LINES, read_table, rows_of
from isostat.job.tables.readings_csv import with_measurements
from isostat.job.tables.shock_list import shock_list
from isostat.job.tables.spring_table import spring_table
from isostat.units.unit import DEFAULT_PRESET
from tests.jobs import hive_on_coils

TEXT = job_text(hive_on_coils())
PAD = re.search(r'"pad_kg": \{\s+"value": [\d.]+', TEXT)


def refused(text: str) -> tuple[str, ...]:
    with pytest.raises(JobFault) as no:
        job_from_text(text, "hive.json")
    assert all(fault.isprintable() and fault.endswith((".", "?")) for fault in no.value.faults), no.value.faults
    return no.value.faults


def put(path: tuple[str | int, ...], value: Any) -> str:
    """The flatbed's text with a value at a place."""
    data = json.loads(TEXT)
    here = data
    for part in path[:-1]:
        here = here[part]
    here[path[-1]] = value
    return json.dumps(data)


@pytest.mark.parametrize(
    ("path", "value", "sentence"),
    [
        (("title",), "a\x00b", "Title: The text has the hidden character U+0000. Remove it."),
        (("title",), "bell\x07", "hidden character U+0007"),
        (path_to(JOB.items[0].name), "esc\x1b[2J", "Item 1, name: The text has the hidden character U+001B"),
        (("notes",), "next\x85line", "Notes: The text has the hidden character U+0085"),
        (("title",), "n" * 201, "201 characters"),
        (("notes",), "n" * 4001, "4001 characters"),
        (path_to(JOB.vehicle.axles[0].track_m), True, "Vehicle, axle 1, track: true is not a number."),
        (path_to(JOB.vehicle.axles[0].left.pad_kg), {"value": False}, "corner weight, value: false is not a number."),
        (path_to(JOB.proposal.axles[0].ways), 5, "Proposal, axle 1, ways: 5 does"),
        (path_to(JOB.proposal.axles[0]), [1, 2], "Proposal, axle 1: [1, 2] does"),
        (path_to(JOB.as_found.axles[0].torsion), [5], "As found, axle 1, torsion: [5] does"),
        (path_to(JOB.as_found.axles), 5, "As found, axles: 5 is not a list"),
        (path_to(JOB.proposal.axles), True, "Proposal, axles: true is not a list"),
        (path_to(JOB.as_found.axles[0]), 3.5, "As found, axle 1: 3.5 does"),
        (path_to(JOB.items[0].count), True, "Item 1, count: true is not a number."),
        (path_to(JOB.vehicle.axles[0].steered), 7, "Vehicle, axle 1, steered: 7 is not a choice"),
        (path_to(JOB.vehicle.axles[0].left.pad_kg), 5e-324,
         "corner weight: 4.9e-324 kg is too small to be a reading. Enter 0 instead."),
        (path_to(JOB.vehicle.axles[0].left.pad_kg), {"value": 600, "error": 1e300},
         "corner weight, error: 1e+300 kg is too large. Enter 0 to 20000 kg."),
        (path_to(JOB.vehicle.axles[0].left.pad_kg), {"value": 600, "error": 5e-324},
         "corner weight: an error of 0 kg is too small"),
        (path_to(JOB.vehicle.axles[0].left.pad_kg), 10**24, "corner weight: 1e+24 kg is too large. Enter 0 to 20000 kg."),
    ],
)  # fmt: skip
def test_what_no_job_holds_is_refused_by_its_place(path: tuple[str | int, ...], value: Any, sentence: str) -> None:
    assert any(sentence in fault for fault in refused(put(path, value)))


def test_new_lines_and_tabs_in_notes_are_text() -> None:
    assert job_from_text(put(path_to(JOB.notes), "one\n\ttwo")).notes == "one\n\ttwo"


@pytest.mark.parametrize(
    ("table", "sentence"),
    [
        (
            [[-0.1, 0.0, 0.1], [-0.05, 0.0, -0.04]],
            "axle 1, motion-ratio table: ratio −0.40 above wheel travel 0 mm. It must be 0.1 to 2",
        ),
        ([[-0.1, 0.0, 0.1], [-0.05, 0.0, 0.21]], "ratio 2.10 above wheel travel 0 mm"),
        ([[-0.1, 0.0, 2.1], [-0.05, 0.0, 1.0]], "2100 mm of travel is too large. Enter up to 2000 mm either way"),
        ([[-0.1, 0.1, 0.1], [-0.05, 0.0, 0.05]], "wheel travel 100 mm follows 100 mm. Enter rising wheel travels"),
        ([[-0.1, 0.0, 0.1], [-0.05, 0.0]], "2 are too few. The least is 3"),
        ([[-0.1, 0.0, True], [-0.05, 0.0, 0.05]], "true is not a number"),
    ],
)
def test_a_motion_table_rises_within_reach_at_a_ratio_that_can_be(table: list[list[float]], sentence: str) -> None:
    text = put(path_to(JOB.vehicle.axles[0].spring_motion), {"wheel_m": table[0], "spring_m": table[1]})
    assert any(sentence in fault for fault in refused(text))


@pytest.mark.parametrize(
    ("text", "sentence"),
    [
        (TEXT.replace('"title"', '"title": "twice", "title"', 1), "“title” appears twice. Keep one."),
        (TEXT.replace('"left": {', '"left": {"bag\\u0007": 1, ', 1), "a key has the character U+0007"),
        (TEXT.replace('"title": "', '"title": "\\ud800', 1), "Title: "),
        ('{"a":' * (DEEPEST + 5) + "1" + "}" * (DEEPEST + 5), "nested too deep. The most is 40 levels."),
        ('{"version": ' + "1" * 5000 + "}", "has 5000 digits. The most is 25"),
        ('{"version": -Infinity}', "-Infinity is not a number"),
        ('{"title": "a\x00b"}', "Line 1, column 13: not valid JSON"),
    ],
)
def test_text_that_is_no_plain_json_is_refused(text: str, sentence: str) -> None:
    assert any(sentence in fault for fault in refused(text)), refused(text)


def test_a_name_with_hidden_characters_is_shown_without_them_wherever_it_is_quoted() -> None:
    """Its own fault names the character; what else is said of what bears the name can still be printed."""
    data = json.loads(TEXT)
    data["items"] = [{**data["items"][0], "name": "crane", "mass_kg": 100.0}]
    data["cases"].append({"name": "yard\ud800", "kind": "load", "carried": [{"item": "crane", "share": 4.0}]})
    faults = refused(json.dumps(data))
    assert faults[1:] == ("Crane in yard�: 400 kg is more than all of it. Enter 0 to 100 kg.",) and "U+D800" in faults[0]
    data["items"][0]["n\tame"] = 1
    assert any("“n�ame” is not a known key. Did you mean “name”?" in fault for fault in refused(json.dumps(data)))


def test_two_keys_alike_deep_inside_are_named_by_their_place() -> None:
    assert PAD is not None
    twice = TEXT.replace(PAD[0], f'"pad_kg": 5, {PAD[0]}', 1)
    assert refused(twice) == ("Vehicle, axle 1, left: “pad_kg” appears twice. Keep one.",)


def test_the_first_twenty_faults_are_said_and_how_many_more() -> None:
    data = json.loads(TEXT)
    data["items"] = [{**data["items"][0], "name": f"item {n}", "mass_kg": -1} for n in range(33)]
    data["cases"] = [{"name": c["name"]} for c in data["cases"]]
    faults = refused(json.dumps(data))
    assert len(faults) == MOST_FAULTS + 1 and faults[-1] == "And 13 more like these."


def unreadable(tmp_path: Path, kind: str) -> Path:
    place = tmp_path / "odd"
    match kind:
        case "folder":
            place.mkdir()
        case "pipe":
            os.mkfifo(place)
        case "device":
            return Path("/dev/zero")
        case "large":
            with place.open("wb") as file:
                file.truncate(MOST_BYTES + 1)
        case "nul":
            return tmp_path / "a\x00b"
    return place


@pytest.mark.parametrize("read", [read_job, read_table])
@pytest.mark.parametrize(
    ("kind", "words"),
    [("folder", "This is a folder, pipe or device. Choose a file"), ("pipe", "This is a folder, pipe or device. Choose a file"),
     ("device", "This is a folder, pipe or device. Choose a file"),
     ("large", "The most is"), ("nul", "U+0000"), ("none", "no such file")],
)  # fmt: skip
def test_a_file_that_is_none_is_refused_at_once(tmp_path: Path, read: Callable[[Path], object], kind: str, words: str) -> None:
    with pytest.raises(JobFault, match=re.escape(words)):
        read(unreadable(tmp_path, kind))


# -- tables
READERS: dict[str, tuple[str, Callable[[str], object]]] = {
    "readings": ("corner,scale pad\nfront left,611 kg\n", lambda text: with_measurements(hive_on_coils(), text, "t.csv")),
    "spring": ("pressed,load\n20 mm,100 kg\n40 mm,220 kg\n", lambda text: spring_table(text, "t.csv", DEFAULT_PRESET)),
    "shocks": ("name,extended,collapsed\nSoft,600,400\nHard,620,400\n", lambda text: shock_list(text, "t.csv", DEFAULT_PRESET)),
}


@pytest.mark.parametrize("kind", READERS)
@pytest.mark.parametrize(
    "change",
    [lambda t: "\ufeff" + t, lambda t: t.replace("\n", "\r"), lambda t: t.replace("\n", "\r\n"), lambda t: "\n\n" + t + "\n",
     lambda t: t.replace(",", ' , "').replace("\n", '"\n').replace(' , "', ',"')],
    ids=["bom", "bare cr", "crlf", "blank lines", "quoted"],
)  # fmt: skip
def test_however_a_table_is_written_it_says_the_same(kind: str, change: Callable[[str], str]) -> None:
    text, read = READERS[kind]
    if kind == "shocks" and change(text).count('"'):
        pytest.skip("three columns")
    assert read(change(text)) == read(text)


@pytest.mark.parametrize("kind", READERS)
@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda t: t.replace("\n", "\x00\n", 1), r"Line 1, column \d: The text has the hidden character U\+0000"),
        (lambda t: t.replace("\n", f",{'n' * (LONGEST_CELL + 1)}\n", 1), r"Line 1, column \d: “nnnn.*” has 201 characters"),
        (lambda t: t + '"open', r"Line \d: not valid CSV"),
        (lambda t: t + "x\n" * MOST_LINES, r"The file is too long. The most is 5000 lines"),
        (lambda t: t * 40_000, "characters. The most is 1000000"),
        (lambda t: t + "\x1b[2J,1,2\n", r"Line \d, column 1: The text has the hidden character U\+001B"),
    ],
    ids=["nul", "long cell", "open quote", "many lines", "large", "escape"],
)
def test_what_no_table_holds_is_refused_by_line_and_column(kind: str, change: Callable[[str], str], words: str) -> None:
    text, read = READERS[kind]
    with pytest.raises(JobFault, match=words):
        read(change(text))


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"a,b\nc,\xff\n", "Line 2, character 3: not UTF-8 text. Save it as CSV UTF-8"),
        ("a,b\n".encode("utf-16"), "The file is UTF-16 text. Save it as CSV UTF-8"),
    ],
)
def test_a_table_that_is_no_utf8_is_refused_by_line(tmp_path: Path, data: bytes, words: str) -> None:
    (tmp_path / "t.csv").write_bytes(data)
    with pytest.raises(JobFault, match=words):
        read_table(tmp_path / "t.csv")


@given(st.text(max_size=300))
@settings(max_examples=200, deadline=None)
def test_any_text_is_a_table_or_a_sentence(text: str) -> None:
    try:
        rows = rows_of(text, "t.csv")
    except JobFault as fault:
        assert fault.faults and all(f.endswith(".") for f in fault.faults)
        return
    assert all(any(cells) and n > 0 for n, cells in rows)
    for _, read in READERS.values():
        try:
            read(text)
        except JobFault as fault:
            assert fault.faults
