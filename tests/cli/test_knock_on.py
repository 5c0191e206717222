"""`isostat knock-on` as typed in a terminal."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from isostat.cli.main import main
from isostat.job.demos import demo
from isostat.job.save import save_job


@pytest.fixture
def job(tmp_path: Path) -> str:
    save_job(demo("hive-hauler"), tmp_path / "hive.json")
    return str(tmp_path / "hive.json")


def test_the_list_worst_first_with_what_puts_it_right(job: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["knock-on", job]) == 0
    said = capsys.readouterr().out
    assert said.index("! Brake valve rod") < said.index("  Pinion angle, nose up, rear: 3.2°")
    assert "Rod about 34 mm longer" in said and "(UN Regulation 48)" in said
    assert "g: ≈ 1.19 → ≈ 0.92, home full" in said, "the height of its centre of gravity was not read"
    assert main(["knock-on", job, "--strict"]) == 3
    assert main(["knock-on", job, "--units", "in lb lb/in psi"]) == 0
    assert "in longer" in capsys.readouterr().out


def test_the_same_as_data(job: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["knock-on", job, "--json"]) == 0
    plain = json.loads(capsys.readouterr().out)
    valve = next(line for line in plain["lines"] if line["what"] == "brake valve")
    assert valve["before"] == 0.186 and valve["outside"] and valve["unit"] == "m" and len(valve["now"]) == len(plain["cases"])
    assert valve["cures"][0]["way"] == "valve rod" and valve["cures"][0]["by"] == pytest.approx(valve["now"][-1] - 0.186)
    pinion = next(line for line in plain["lines"] if line["what"] == "pinion")
    assert not pinion["outside"] and pinion["cures"] == [] and pinion["needs"] == []


def test_a_job_that_cannot_be_read_is_said(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["knock-on", str(tmp_path / "none.json")]) == 1
    assert "none.json" in capsys.readouterr().err
