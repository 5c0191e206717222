"""Pictures of an entry by hand: added beside a wheel, kept with the job's folder, removed, and never a danger."""

from __future__ import annotations

import os
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor, QImage
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton
from pytestqt.qtbot import QtBot

from isostat.answers.log import log_plain
from isostat.assess import assess
from isostat.assess.judgement import Step
from isostat.desktop.pieces.number import Number
from isostat.desktop.pieces.thumbnail import LARGEST, thumbnail
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits.log import MOST_PICTURES, remove_entry
from isostat.job.files import read_job
from isostat.wording.log import log_text
from isostat.wording.reader import Reader
from tests.desktop.hands import press, read, shown_at
from tests.desktop.test_nothing_overlaps import faults

RED = QColor(200, 30, 40)


def photographed(path: Path, width: int = 1600, height: int = 1200) -> Path:
    image = QImage(width, height, QImage.Format.Format_RGB32)
    image.fill(RED)
    assert image.save(str(path))
    return path


@pytest.fixture
def window(open_window, qtbot: QtBot, tmp_path: Path) -> MainWindow:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window(demo("hive-hauler-fitted"))
    (tmp_path / "job" / "photos").mkdir(parents=True)
    window.document.save(tmp_path / "job" / "hive.json")
    window.go(Step.LOG)
    press(qtbot, window, "log page 2")
    return window


def test_a_picture_stands_beside_its_wheel_and_moves_with_the_folder(window: MainWindow, qtbot: QtBot, tmp_path: Path) -> None:
    taken = photographed(tmp_path / "job" / "photos" / "front left, spring in its seat, seen from the wheel arch.png")
    n = window.sheets[Step.LOG].entry  # type: ignore[attr-defined]
    window.exchange.picture_in(taken, n, 0)
    window.exchange.picture_in(photographed(tmp_path / "elsewhere.png", 300, 900), n, -1)
    kept = window.document.job.log[n].pictures
    assert [(one.axle, one.side) for one in kept] == [(0, 0), (None, None)]
    assert [one.path for one in kept] == [str(taken), str(tmp_path / "elsewhere.png")]
    QApplication.processEvents()
    sheet = window.sheets[Step.LOG]
    shown = sheet.grab().toImage()
    reds = [x for x in range(shown.width()) for y in range(0, shown.height(), 8) if shown.pixelColor(x, y) == RED]
    assert reds and min(reds) < sheet.width() // 5 and max(reds) > sheet.width() * 4 // 5, "at the first wheel, and last of all"
    assert not any(sheet.width() * 3 // 10 < x < sheet.width() * 7 // 10 for x in reds)
    for width, height, text in ((1280, 800, 1.0), (1100, 700, 1.0), (1280, 800, 1.5)):
        shown_at(window, width, height, text, "mm kg N/mm bar")
        assert not [fault for fault in faults(sheet) if "shortened" not in fault]
    assert f"Picture, front left: {taken}" in log_text(assess(window.document.job), Reader(window.document.job))
    assert [one["side"] for one in log_plain(assess(window.document.job))["entries"][n]["pictures"]] == ["left", None]
    window.document.save(tmp_path / "job" / "hive.json")
    assert f'"path": "photos/{taken.name}"' in (tmp_path / "job" / "hive.json").read_text(encoding="utf-8")
    window.exchange.log_out(tmp_path / "job" / "log.csv")
    (tmp_path / "job").rename(tmp_path / "moved")
    window.document.open(tmp_path / "moved" / "hive.json")
    window.redraw()
    QApplication.processEvents()
    assert window.findChild(Number, "picture 0 gone") is None and read(window, "picture 0 name").startswith("front left")
    there = tmp_path / "moved" / "photos" / taken.name
    assert read_job(tmp_path / "moved" / "hive.json").log[n].pictures == (kept[0].model_copy(update={"path": str(there)}), kept[1])
    (tmp_path / "other").mkdir()
    window.document.save(tmp_path / "other" / "hive.json")
    assert read_job(tmp_path / "other" / "hive.json").log[n].pictures[0].path == str(there), (
        "saved elsewhere it is found all the same"
    )
    while window.document.job.log:
        window._edit(lambda job: remove_entry(job, 0), "", -1)
    window.exchange.log_in(tmp_path / "moved" / "log.csv")
    assert [Path(one.path).name for one in window.document.job.log[n].pictures] == [taken.name, "elsewhere.png"]
    assert Path(window.document.job.log[n].pictures[0].path) == there, "of a table too, by its place from there"


def test_what_is_no_picture_is_refused_and_one_that_is_gone_is_said(window: MainWindow, qtbot: QtBot, tmp_path: Path) -> None:
    n = window.sheets[Step.LOG].entry  # type: ignore[attr-defined]
    (tmp_path / "list.png").write_text("no picture")
    os.mkfifo(tmp_path / "pipe.png")
    for name in ("list.png", "pipe.png", "none.png"):
        window.exchange.picture_in(tmp_path / name, n, 1)
        assert window.notice.text() == f"{name} is not a picture that can be shown. Choose a JPEG or PNG file."
    assert window.document.job.log[n].pictures == ()
    taken = [photographed(tmp_path / f"{k}.png", 80, 60) for k in range(MOST_PICTURES + 1)]
    for one in taken:
        window.exchange.picture_in(one, n, 1)
    assert len(window.document.job.log[n].pictures) == MOST_PICTURES
    assert "It has 3 pictures already. Remove one first." in window.notice.text()
    add = window.findChild(QPushButton, "picture add 1")
    assert add is not None and add.isHidden()
    taken[1].unlink()
    window.redraw()
    QApplication.processEvents()
    assert read(window, "picture 1 gone") == "Picture not found." and read(window, "picture 1 name") == "1.png"
    assert window.findChild(Number, "picture 0 gone") is None
    press(qtbot, window, "picture remove 1")
    assert [Path(one.path).name for one in window.document.job.log[n].pictures] == ["0.png", "2.png"] and not add.isHidden()
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert len(window.document.job.log[n].pictures) == MOST_PICTURES


def test_a_picture_is_read_as_small_as_it_is_shown_and_again_when_it_changed(tmp_path: Path) -> None:
    path = photographed(tmp_path / "large.png", 3000, 1000)
    small = thumbnail(path)
    assert small is not None and (small.width(), small.height()) == (LARGEST, 213)
    assert thumbnail(path) is small
    photographed(path, 100, 50)
    os.utime(path, ns=(1, 1))
    again = thumbnail(path)
    assert again is not None and again is not small
    assert thumbnail(tmp_path / ("x" * 5000)) is None and thumbnail(tmp_path / "a\0b") is None
