"""The command line in any surroundings: locales that lack signs, a reader who leaves, a full disk, and its exit statuses."""

from __future__ import annotations

import io
import json
import os
import socket
import subprocess
import sys
from pathlib import Path

import pytest

from isostat.cli.main import main
from isostat.cli.terminal import ANSWERED, FAULTS, REFUSED, USAGE, spoken, tell
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.save import save_job
from tests.jobs import hive_on_coils, unladen

COMMAND = [sys.executable, "-m", "isostat.cli"]


@pytest.fixture
def job(tmp_path: Path) -> Path:
    save_job(hive_on_coils(), tmp_path / "hive.json")
    return tmp_path / "hive.json"


ANSWERS = [["assess"], ["assess", "--json"], ["travel"], ["travel", "--json"], ["measurements"]]


@pytest.mark.parametrize(
    ("encoding", "arguments"),
    [*(("ascii", one) for one in ANSWERS), ("latin-1", ANSWERS[0]), ("latin-1", ANSWERS[2]), ("utf-8", ANSWERS[0])],
)
def test_an_answer_is_written_in_whatever_encoding_there_is(job: Path, encoding: str, arguments: list[str]) -> None:
    named = edits.put(hive_on_coils(), path_to(JOB.title), "Überführung ≈ 蜂")
    save_job(named, job)
    surroundings = {**os.environ, "PYTHONIOENCODING": encoding, "LC_ALL": "C", "PYTHONUTF8": "0", "PYTHONCOERCECLOCALE": "0"}
    done = subprocess.run([*COMMAND, arguments[0], str(job), *arguments[1:]], env=surroundings, capture_output=True, check=False)
    assert done.returncode == ANSWERED and not done.stderr, done.stderr
    text = done.stdout.decode(encoding)
    if "--json" in arguments:
        assert json.loads(text)["isostat"] == 1
    elif arguments == ["assess"]:
        title = {"ascii": "Uberfuhrung ~ ?", "latin-1": "Überführung ~ ?", "utf-8": "Überführung ≈ 蜂"}[encoding]
        assert title in text


def test_a_refusal_is_written_in_ascii_too(tmp_path: Path) -> None:
    surroundings = {**os.environ, "PYTHONIOENCODING": "ascii"}
    done = subprocess.run([*COMMAND, "assess", str(tmp_path / "größe≈.json")], env=surroundings, capture_output=True, check=False)
    assert done.returncode == REFUSED and done.stderr.startswith(b"grosse~.json: not read.") and b"Traceback" not in done.stderr


def test_a_reader_who_leaves_is_no_fault(job: Path) -> None:
    command = f"{sys.executable} -m isostat.cli assess {job} --json | head -c 10; exit ${{PIPESTATUS[0]}}"
    done = subprocess.run(["bash", "-c", command], capture_output=True, check=False)
    assert (done.returncode, len(done.stdout), done.stderr) == (ANSWERED, 10, b"")


@pytest.mark.skipif(not Path("/dev/full").exists(), reason="a device of Linux")
@pytest.mark.parametrize(
    "arguments",
    [["assess", "JOB"], ["schema"], ["spring", "coil", "--wire", "14", "--mean", "110", "--turns", "9", "--free", "380"]],
)
def test_a_full_disk_is_a_sentence(job: Path, arguments: list[str]) -> None:
    with Path("/dev/full").open("w") as full:
        outcome = [str(job) if a == "JOB" else a for a in arguments]
        done = subprocess.run([*COMMAND, *outcome], stdout=full, stderr=subprocess.PIPE, text=True, check=False)
    assert (done.returncode, done.stderr) == (REFUSED, "The result cannot be written: no space left on device.\n")


@pytest.mark.parametrize(
    ("faulty", "more", "status"),
    [(True, [], ANSWERED), (True, ["--strict"], FAULTS), (False, ["--strict"], ANSWERED)],
)
@pytest.mark.parametrize("command", ["assess", "travel"])
def test_with_strict_a_fault_is_a_status(tmp_path: Path, command: str, faulty: bool, more: list[str], status: int, capsys) -> None:  # type: ignore[no-untyped-def]
    sound = hive_on_coils()
    for axle in (0, 1):  # no other tyres: the speedometer reads true
        sound = edits.put(sound, path_to(JOB.proposal.axles[axle].tyre_radius_m), None)
    save_job(unladen() if faulty else sound, tmp_path / "job.json")
    assert main([command, str(tmp_path / "job.json"), *more]) == status
    assert capsys.readouterr().out


@pytest.mark.parametrize(
    "arguments", [[], ["fly"], ["assess"], ["assess", "x.json", "--units", "furlongs"], ["spring", "stack", "--extended", "400",
                  "--bump", "200", "--multiple", "1e400"], ["stand-in", "scales", "--job", "x.json", "--port", "1.5"]],
)  # fmt: skip
def test_a_call_that_is_none_is_usage(arguments: list[str], capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit) as stop:
        main(arguments)
    said = capsys.readouterr().err
    assert stop.value.code == USAGE and "usage: isostat" in said and "Traceback" not in said


def test_a_port_that_is_taken_is_said_by_its_number(job: Path, capsys: pytest.CaptureFixture[str]) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert main(["stand-in", "scales", "--job", str(job), "--port", str(port)]) == REFUSED
    said = capsys.readouterr().err
    assert said.startswith(f"Port {port} cannot be used for the scales: ") and "in use" in said and "answer" not in said


def test_nothing_that_steers_a_terminal_is_written() -> None:
    out = io.StringIO()
    tell("a\x1b[2Jb\x07c\x9bd\re\nf\tg", out)
    assert out.getvalue() == "a[2Jbcde\nf\tg"


def test_a_file_name_cannot_steer_it_either(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["assess", str(tmp_path / "a\x1b[31mb.json")]) == REFUSED
    assert "\x1b" not in capsys.readouterr().err


def test_an_answer_that_fails_midway_says_so_once(capsys: pytest.CaptureFixture[str]) -> None:
    def act() -> int:
        raise OSError(28, "No space left on device")

    assert spoken(act) == REFUSED and capsys.readouterr().err == "The result cannot be written: no space left on device.\n"
