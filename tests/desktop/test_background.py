"""Long answers beside the window: the last wish counts, and a job that was taken back has its answer at hand still."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path
from threading import Event

import pytest
from PyQt6 import sip
from PyQt6.QtCore import QObject, QSettings
from pytestqt.qtbot import QtBot

from isostat.assess import Assessment, assess
from isostat.desktop.background import Background
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put

A, B, C = (assess(put(blank_job(), path_to(JOB.title), title)) for title in "ABC")


@pytest.mark.parametrize(
    ("wishes", "last", "arrive"),
    [((B, A), A, []), ((B, C), C, ["C"]), ((B, A, B), B, ["B"]), ((B, C, A), A, []), ((B,), B, ["B"])],
    ids=["taken back", "gone on", "taken back and done again", "gone on and taken back", "done"],
)
def test_the_last_wish_is_what_arrives(qtbot: QtBot, wishes: tuple[Assessment, ...], last: Assessment, arrive: list[str]) -> None:
    gate, owner = Event(), QObject()

    def answer(a: Assessment) -> str:
        assert gate.wait(20)
        return a.job.title

    said, gone = Background(answer, owner), []
    said.arrived.connect(lambda: gone.append(said.at_hand(last)))
    gate.set()
    said.wish(A)
    qtbot.waitUntil(lambda: gone == ["A"], timeout=5000)
    gate.clear()
    for a in wishes:
        said.wish(a)
    gate.set()
    qtbot.waitUntil(lambda: said._work is None, timeout=5000)
    assert said.fresh(last) and said.at_hand(last) == last.job.title
    assert gone[1:] == arrive


GONE = """
import gc, os, sys, time
from PyQt6.QtCore import QCoreApplication, QObject
from isostat.assess import assess
from isostat.desktop.background import Background
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo
application, a = QCoreApplication([]), assess(blank_job())
for n in range(60):
    owner, done = QObject(), []
    several = [Background(lambda a: done.append(time.sleep(0.01)), owner) for _ in range(2 * os.cpu_count() + 2)]
    for long in several:
        long.wish(a)
    if n % 2:
        application.processEvents()
        for long in several:
            long.stop()
    del long, several, owner
    gc.collect()
print("alive")
"""


def test_windows_go_while_answers_wait_their_turn_and_nothing_falls() -> None:
    """What is to be run must outlive its window: a pool that calls what is gone takes the whole program along."""
    done = subprocess.run([sys.executable, "-c", GONE], capture_output=True, text=True, timeout=60, check=False)
    assert (done.returncode, done.stdout, done.stderr) == (0, "alive\n", "")


def test_a_window_that_goes_hears_nothing_more(qtbot: QtBot) -> None:
    gate, owner, heard = Event(), QObject(), []
    long = Background(lambda a: gate.wait(20), owner)
    long.arrived.connect(lambda: heard.append(1))
    long.wish(A)
    long.stop()
    gate.set()
    qtbot.wait(100)
    assert not heard


def test_a_window_that_is_left_is_not_asked_again_by_what_goes_before_it(qtbot: QtBot, tmp_path: Path) -> None:
    """The stack of its edits counts them down while it is destroyed."""
    window = MainWindow(demo("hive-hauler"), None, QSettings(str(tmp_path / "s.ini"), QSettings.Format.IniFormat))
    window.document.edit(lambda job: put(job, path_to(JOB.title), "Another"), "title")
    window.leave()
    sip.delete(window.document)  # and its stack with it
    sip.delete(window)
