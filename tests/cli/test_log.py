"""`isostat log`: an entry added to the job file, what is said of it as text and as data, and what is refused."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from isostat.cli.main import main
from isostat.job.demos import demo
from isostat.job.files import read_job
from isostat.job.save import save_job


def test_an_entry_is_added_and_answered(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    job = tmp_path / "job.json"
    save_job(demo("hive-hauler"), job)
    assert main(["log", str(job)]) == 0 and "Nothing was read yet" in capsys.readouterr().out
    assert main(["log", str(job), "--add", "520", "546", "552", "22 3/4 in", "--who", "Mo", "--day", "2026-06-21", "--strict"]) == 3
    said = capsys.readouterr().out
    assert "2026-06-21, rolled, floor now, Mo" in said and "Front left: 520 mm, 27 low (promised 548, 535 to 560)" in said
    assert "Spacer 23 mm thicker front left, 26 mm total. Leave the rest." in said
    assert main(["log", str(job), "--add", "547", "556", "-", "568", "--km", "420", "--json"]) == 0
    entries = json.loads(capsys.readouterr().out)["entries"]
    assert [one["state"] for one in entries] == ["rolled", "driven"] and entries[1]["wheels"][2]["read_m"] is None
    assert len(read_job(job).log) == 2 and read_job(job).log[1].promised, "its promise is kept"
    assert main(["log", str(job), "--csv"]) == 0
    table = tmp_path / "log.csv"
    table.write_text(capsys.readouterr().out + "2026-08-02,driven,900,Out,,,,541,,,\n")
    assert main(["log", str(job), "--take", str(table)]) == 0 and "2026-08-02, 900 km, out" in capsys.readouterr().out
    assert len(read_job(job).log) == 3 and read_job(job).log[2].promised
    table.write_text("day,front left\n2026,5x0\n")
    assert main(["log", str(job), "--take", str(table)]) == 1 and "Line 2, column “front left”" in capsys.readouterr().err


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (["--add", "520", "546"], "--add has 2 heights. Enter 4"),
        (["--add", "520", "546", "552", "much"], "“much” is not a number"),
        (["--add", "520", "546", "552", "9 m"], "log entry 1, axle 2, right: 9000 mm is too large. Enter 0 to 3000 mm"),
        (["--add", "520", "546", "552", "570", "--case", "Nowhere"], "Load case “Nowhere” does not exist"),
        (["--add", "520", "546", "552", "570", "--km", "-3"], "km"),
    ],
)
def test_what_cannot_be_is_refused_and_the_file_stays(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], arguments: list[str], words: str
) -> None:
    job = tmp_path / "job.json"
    save_job(demo("hive-hauler"), job)
    was = job.read_bytes()
    assert main(["log", str(job), *arguments]) == 1 and words.lower() in capsys.readouterr().err.lower()
    assert job.read_bytes() == was


def test_what_is_due_goes_out_as_a_calendar_and_is_ticked(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    save_job(demo("hive-hauler-fitted"), tmp_path / "job.json")
    job, out = str(tmp_path / "job.json"), tmp_path / "due.ics"
    assert main(["log", job, "--done", "U-bolts", "--ics", str(out)]) == 0
    assert "3 events in the calendar" in capsys.readouterr().out and out.read_bytes().startswith(b"BEGIN:VCALENDAR\r\n")
    assert main(["log", job, "--json"]) == 0
    found = {one["what"]: one["standing"] for one in json.loads(capsys.readouterr().out)["due"]}
    assert found["U-bolts"] == found["wheel nuts"] == "done" and found["U-bolts again"] == "ahead"
    assert main(["log", job, "--ics", str(tmp_path / "nowhere" / "x.ics")]) == 1 and "No such file" in capsys.readouterr().err
