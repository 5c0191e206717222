"""A killed program loses nothing older than a few seconds; a job open twice is said."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import textwrap
from pathlib import Path

import pytest
from PyQt6.QtCore import QSettings, Qt
from pytestqt.qtbot import QtBot

from isostat.desktop.window import MainWindow
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import read_job
from isostat.job.save import save_job
from tests.jobs import hive_on_coils

KILLED = """
    import os, signal, sys, time
    from pathlib import Path
    from PyQt6.QtCore import QSettings
    from PyQt6.QtWidgets import QApplication
    from isostat.desktop.window import MainWindow
    from isostat.job.edits import paths as edits
    from isostat.job.blank import blank_job
    from isostat.job.files import read_job
    keep, path = Path(sys.argv[1]), Path(sys.argv[2]) if sys.argv[2] else None
    app = QApplication([])
    job = read_job(path) if path else blank_job()
    window = MainWindow(job, path, QSettings(str(keep) + ".ini", QSettings.Format.IniFormat), keep)
    if window.document.job.title != "typed before the crash":
        window.document.edit(lambda job: edits.put(job, ("title",), "typed before the crash"), "title")
        window.safe.copy_now()
    {more}
    os.kill(os.getpid(), signal.SIGKILL)
"""


def crash(keep: Path, path: Path | None, more: str = "pass") -> None:
    """Another process of the program, with unsaved work, killed without a chance to tidy up."""
    code = textwrap.dedent(KILLED).replace("{more}", more)
    done = subprocess.run([sys.executable, "-c", code, str(keep), str(path or "")], env={**os.environ}, check=False)
    assert done.returncode == -signal.SIGKILL


@pytest.fixture
def opened(qtbot: QtBot, tmp_path: Path):  # type: ignore[no-untyped-def]
    windows = []

    def make(path: Path | None = None) -> MainWindow:
        job = read_job(path) if path else hive_on_coils()
        settings = QSettings(str(tmp_path / "settings.ini"), QSettings.Format.IniFormat)
        window = MainWindow(job, path, settings, tmp_path / "keep")
        window.show()
        windows.append(window)
        return window

    yield make
    for window in windows:
        window.document.undo.setClean()
        window.close()


@pytest.fixture
def file(tmp_path: Path) -> Path:
    place = tmp_path / "hive.json"
    save_job(hive_on_coils(), place)
    return place


def test_work_on_a_file_comes_back_after_a_crash_as_one_undoable_step(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    crash(tmp_path / "keep", file)
    assert read_job(file).title == "Hive hauler", "the file itself was never touched"
    window = opened(file)
    assert window.document.job.title == "typed before the crash"
    assert "Recovered unsaved work on hive.json" in window.notice.text()
    assert not window.document.undo.isClean()
    window.document.undo.undo()
    assert window.document.job == read_job(file)


def test_a_job_never_saved_comes_back_too_and_only_once(opened, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    crash(tmp_path / "keep", None)
    window = opened()
    assert window.document.job.title == "typed before the crash"
    window.document.undo.setClean()
    window.close()
    assert opened().document.job.title == "Hive hauler"


def test_a_copy_cut_short_by_the_crash_is_kept_and_said(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    crash(tmp_path / "keep", file)
    copy = next((tmp_path / "keep").glob("*.json"))
    half = copy.read_text()[:300]
    copy.write_text(half)
    window = opened(file)
    assert window.document.job == read_job(file)
    (kept,) = (tmp_path / "keep").glob("*.unreadable")
    assert "cannot be read. It is kept:" in window.notice.text() and str(kept) in window.notice.text()
    assert kept.read_text() == half
    window.document.undo.setClean()
    window.close()
    assert kept.exists() and not opened(file).notice.text(), "said once"


@pytest.mark.parametrize("saved", [True, False])
def test_what_came_back_stays_until_its_owner_saves_or_leaves(opened, file: Path, tmp_path: Path, saved: bool) -> None:  # type: ignore[no-untyped-def]
    """A second crash at once, before anything is typed, also after the work was undone."""
    keep = tmp_path / "keep"
    for _ in range(3):
        crash(keep, file)
    window = opened(file)
    assert window.document.job.title == "typed before the crash"
    window.document.undo.undo()
    assert list(keep.glob("*.json")), "it may be wanted yet"
    window.document.undo.redo()
    if saved:
        assert window.filing.save()
    else:
        window.document.undo.setClean()
        window.close()
    assert not list(keep.glob("*.json"))
    assert read_job(file).title == ("typed before the crash" if saved else "Hive hauler")


def test_the_copies_of_two_windows_are_both_offered_the_newest_shown(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    both = """
        second = MainWindow(job, path, QSettings(str(keep) + ".ini", QSettings.Format.IniFormat), keep)
        second.document.edit(lambda job: edits.put(job, ("title",), "typed in the second window"), "title")
        window.safe.copy_now(); time.sleep(0.02); second.safe.copy_now()
    """
    crash(tmp_path / "keep", file, textwrap.dedent(both).replace("\n", "\n    "))
    window = opened(file)
    assert window.document.job.title == "typed in the second window" and "Recovered 2 copies" in window.notice.text()
    window.document.undo.undo()
    assert window.document.job.title == "typed before the crash"
    window.document.undo.undo()
    assert window.document.job == read_job(file)


def test_copies_are_for_nobody_else_to_read(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = opened(file)
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "mine"), "title")
    window.safe.copy_now()
    (copy,) = (tmp_path / "keep").glob("*.json")
    assert copy.stat().st_mode & 0o777 == 0o600 and copy.parent.stat().st_mode & 0o777 == 0o700


def test_the_same_file_in_two_windows_is_said_in_the_second(opened, file: Path) -> None:  # type: ignore[no-untyped-def]
    first, second = opened(file), opened(file)
    assert not first.notice.text()
    assert "hive.json is open in another window as well" in second.notice.text()
    third = opened()
    assert not third.notice.text() and third.filing.save_to(file)
    assert "hive.json is open in another window as well" in third.notice.text()
    for window in (first, second):
        window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "mine"), "title")
        window.safe.copy_now()
    first.document.undo.setClean()
    first.close()
    assert not opened(file).notice.text(), "the first has let it go"


def test_copies_are_written_after_a_while_and_dropped_when_saved_or_left(opened, file: Path, tmp_path: Path, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = opened(file)
    copies = lambda: list((tmp_path / "keep").glob("*.json"))  # noqa: E731
    window.safe._timer.setInterval(20)
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "a while ago"), "title")
    assert not copies()
    qtbot.waitUntil(lambda: len(copies()) == 1, timeout=2000)
    assert read_job(copies()[0]).title == "a while ago"
    qtbot.keyClick(window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
    assert not copies()
    assert read_job(file).title == "a while ago"
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "left on purpose"), "title")
    qtbot.waitUntil(lambda: len(copies()) == 1, timeout=2000)
    window.document.undo.setClean()
    window.close()
    assert not copies() and not list((tmp_path / "keep").glob("*.lock"))


def test_a_folder_that_cannot_be_written_stops_nobody(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = opened(file)
    window.safe._copy = tmp_path / "nowhere" / "copy.json"
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "goes on"), "title")
    window.safe.copy_now()
    assert window.document.job.title == "goes on"


def test_a_home_that_cannot_be_written_opens_without_copies_and_says_so(opened, file: Path, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    (tmp_path / "keep").write_text("a file where the folder should be")
    window = opened(file)
    assert "Work is not backed up" in window.notice.text()
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "goes on"), "title")
    window.safe.copy_now()
    qt_saved = window.filing.save_to(file)
    assert qt_saved and read_job(file).title == "goes on"
