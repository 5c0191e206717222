"""The shop's book by hand: looked for, due, opened, and followed when another hand writes a job."""

from __future__ import annotations

import sqlite3
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.book.book import Book
from isostat.book.teaches import Teaches
from isostat.core.fitting.shop import Lesson
from isostat.desktop.book import BookWindow
from isostat.desktop.window import MainWindow
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import read_job
from isostat.job.save import save_job
from tests.book.test_book import fitted
from tests.desktop.hands import press, read


@pytest.fixture
def book(open_window, qtbot: QtBot, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> tuple[MainWindow, BookWindow, Path]:  # type: ignore[no-untyped-def]
    shop = tmp_path / "shop"
    shop.mkdir()
    save_job(fitted("Quorrowick", "1", (0.001, 0.0)), shop / "one.json")
    save_job(fitted("Ibbelstane", "2", (-0.02, 0.0)), shop / "two.json")
    (shop / "torn.json").write_text("{")
    window = open_window()
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(shop))
    QTest.keyClick(window, Qt.Key.Key_B, Qt.KeyboardModifier.ControlModifier)
    (shown,) = window.findChildren(BookWindow)
    qtbot.waitUntil(lambda: shown.table.rowCount() == 3, timeout=20_000)
    return window, shown, shop


def row(shown: BookWindow, n: int) -> list[str]:
    return [shown.table.item(n, column).text() for column in range(4)]  # type: ignore[union-attr]


def test_jobs_are_looked_for_and_one_is_opened(book: tuple[MainWindow, BookWindow, Path]) -> None:
    window, shown, shop = book
    assert row(shown, 0)[0] == "1, Hive hauler" and row(shown, 0)[1].startswith("Quorrowick 1, leaf")
    assert row(shown, 0)[2] == "inside the band" and "arm, bar and strut bolts" in row(shown, 0)[3]
    assert row(shown, 1)[0] == "torn.json" and "not valid JSON" in row(shown, 1)[2] and "1 of 2 jobs" in shown.learnt.text()
    QTest.keyClicks(shown.sought, "missed")
    assert shown.table.rowCount() == 1 and row(shown, 0)[2] == "outside the band"
    shown.due_only.setChecked(True)
    assert shown.table.rowCount() == 1
    QTest.mouseClick(shown._open, Qt.MouseButton.LeftButton)
    assert window.document.path == shop / "two.json" and window.settings.value("book") == str(shop)
    shown.sought.setText("no such job")
    assert shown.table.rowCount() == 0 and not shown._open.isEnabled()


def test_a_job_that_another_hand_writes_is_followed_and_what_is_no_job_is_refused(
    book: tuple[MainWindow, BookWindow, Path], qtbot: QtBot, monkeypatch: pytest.MonkeyPatch
) -> None:
    window, shown, shop = book
    save_job(put(read_job(shop / "one.json"), path_to(JOB.title), "By another hand"), shop / "one.json")
    save_job(fitted("Quorrowick", "3", (0.0, 0.0)), shop / "three.json")
    qtbot.waitUntil(lambda: shown.table.rowCount() == 4 and "By another hand" in row(shown, 0)[0], timeout=20_000)
    shown.sought.setText("torn")
    QTest.mouseClick(shown._open, Qt.MouseButton.LeftButton)
    assert "torn.json was not opened." in window.notice.text() and window.document.path is None
    monkeypatch.setattr(Book, "summaries", locked)
    shown._look()
    qtbot.waitUntil(lambda: shown.learnt.text() == "The jobs cannot be read: database is locked.", timeout=20_000)
    assert shown.table.rowCount() == 1, "what was read stays"
    shown.close()


def test_a_job_is_started_like_another_and_what_the_book_says_counts_in_it_when_ticked(
    book: tuple[MainWindow, BookWindow, Path], qtbot: QtBot
) -> None:
    window, shown, shop = book
    assert not shown.count_in.isVisible(), "two jobs say nothing"
    shown.start_like(shop / "one.json", shop / "two.json")
    assert shown.learnt.text() == "two.json is there already. Enter another name."
    shown.start_like(shop / "torn.json", shop / "new.json")
    assert shown.learnt.text().startswith("new.json was not started. ") and not (shop / "new.json").exists()
    said = Lesson(of="maker", name="Quorrowick", jobs=9, mean_m=-0.006, error_m=0.003, chance=0.001, told=True)
    shown._take(shown.every, Teaches(1, 2, (said,)))
    assert shown.count_in.isVisible() and not shown.count_in.isChecked(), "asked, not taken"
    QTest.mouseClick(shown.count_in, Qt.MouseButton.LeftButton)
    shown.start_like(shop / "one.json", shop / "new.json")
    assert window.document.path == shop / "new.json" and [one.name for one in window.document.job.taught] == ["Quorrowick"]
    window.go(Step.LOG)
    assert read(window, "log taught 0") == "Shop book: Quorrowick springs 6 mm low, ± 3 mm, 9 axles"
    press(qtbot, window, "log taught out")
    assert not window.document.job.taught
    window.document.undo.undo()
    assert len(window.document.job.taught) == 1


def locked(_: Book) -> None:
    raise sqlite3.OperationalError("database is locked")
