"""The open file in another hand: changed, deleted, read-only; noticed, asked, and nothing lost."""

from __future__ import annotations

import os
from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMessageBox
from pytestqt.qtbot import QtBot

from isostat.desktop.window import MainWindow
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import read_job
from isostat.job.save import save_job, stamp_of
from isostat.job.schema import Job
from tests.jobs import hive_on_coils

MINE, THEIRS = (edits.put(hive_on_coils(), path_to(JOB.title), title) for title in ("mine", "theirs"))


@pytest.fixture
def file(tmp_path: Path) -> Path:
    save_job(hive_on_coils(), tmp_path / "hive.json")
    return tmp_path / "hive.json"


@pytest.fixture
def window(open_window, file: Path) -> MainWindow:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window(read_job(file), file)
    window.filing.on_disk._settled.setInterval(20)
    window.document.edit(lambda _: MINE, "mine")
    return window


def answers(monkeypatch: pytest.MonkeyPatch, way: str) -> list[str]:
    """Whoever is asked clicks that; what was asked."""
    asked: list[str] = []

    def click(box: QMessageBox) -> int:
        assert box.textFormat() is Qt.TextFormat.PlainText
        asked.append(box.text())
        button = next(b for b in box.buttons() if b.text().replace("&", "") == way)
        monkeypatch.setattr(QMessageBox, "clickedButton", lambda _: button)
        return 0

    monkeypatch.setattr(QMessageBox, "exec", click)
    return asked


@pytest.mark.parametrize(
    ("act", "words"), [(lambda f: save_job(THEIRS, f), "was changed"), (lambda f: f.unlink(), "was deleted or moved")]
)
def test_it_is_said_when_it_happens(
    window: MainWindow, file: Path, act: Callable[[Path], object], words: str, qtbot: QtBot
) -> None:
    act(file)
    qtbot.waitUntil(lambda: f"hive.json {words} by another program" in window.notice.text(), timeout=3000)
    assert window.document.job == MINE


def test_who_writes_it_before_the_window_is_there_is_noticed(open_window, file: Path, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    stamp, job = stamp_of(file), read_job(file)
    save_job(THEIRS, file)
    window = open_window(job, file, stamp)
    qtbot.waitUntil(lambda: "hive.json was changed by another program" in window.notice.text(), timeout=3000)


def test_who_writes_it_while_it_is_read_is_noticed(
    open_window,
    file: Path,
    qtbot: QtBot,
    monkeypatch: pytest.MonkeyPatch,  # type: ignore[no-untyped-def]
) -> None:
    def read_and_write(path: Path) -> Job:
        job = read_job(path)
        save_job(THEIRS, path)
        return job

    monkeypatch.setattr("isostat.desktop.document.read_job", read_and_write)
    window = open_window()
    assert window.filing.open(file) and window.document.job == hive_on_coils()
    qtbot.waitUntil(lambda: "hive.json was changed by another program" in window.notice.text(), timeout=3000)


def test_its_own_save_and_a_touch_are_nobody_elses(window: MainWindow, file: Path, qtbot: QtBot) -> None:
    assert window.filing.save()
    os.utime(file, (1, 1))
    qtbot.wait(150)
    assert not window.notice.text() and not window.filing.on_disk.altered()


@pytest.mark.parametrize(
    ("way", "on_disk", "shown", "clean"),
    [("Keep mine", "mine", "mine", True), ("Use the file's", "theirs", "theirs", True), ("Cancel", "theirs", "mine", False)],
)
def test_a_save_over_another_hand_asks_and_does_what_is_answered(
    window: MainWindow, file: Path, monkeypatch: pytest.MonkeyPatch, way: str, on_disk: str, shown: str, clean: bool
) -> None:
    save_job(THEIRS, file)
    asked = answers(monkeypatch, way)
    assert window.filing.save() is clean
    assert asked == ["hive.json was changed by another program since it was opened here."]
    assert (read_job(file).title, window.document.job.title, window.document.undo.isClean()) == (on_disk, shown, clean)
    if way == "Use the file's":
        window.document.undo.undo()
        assert window.document.job == MINE, "nothing is lost"
        assert window.filing.save() and read_job(file) == MINE, "what was taken is known from then on"


def test_a_file_that_is_gone_is_written_anew_or_elsewhere(window: MainWindow, file: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    file.unlink()
    asked = answers(monkeypatch, "Keep mine")
    assert window.filing.save() and read_job(file) == MINE
    assert asked == ["hive.json was deleted or moved by another program since it was opened here."]


@pytest.mark.parametrize(("way", "kept"), [("Overwrite", "mine"), ("Cancel", "Hive hauler")])
def test_a_read_only_file_is_asked_about(
    window: MainWindow, file: Path, monkeypatch: pytest.MonkeyPatch, way: str, kept: str
) -> None:
    file.chmod(0o444)
    asked = answers(monkeypatch, way)
    window.filing.save()
    assert asked == ["hive.json is read-only. Overwrite it?"] and read_job(file).title == kept
    assert ("hive.json was not saved: the file is read-only." in window.notice.text()) == (way == "Cancel")


def test_a_name_that_is_too_long_is_a_sentence(window: MainWindow, tmp_path: Path) -> None:
    assert not window.filing.save_to(tmp_path / ("n" * 300 + ".json"))
    assert window.notice.text().endswith("was not saved: file name too long.")
