from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from PyQt6.QtCore import QSettings
from pytestqt.qtbot import QtBot

from isostat.assess import Assessment
from isostat.desktop.background import Answer
from isostat.desktop.theme import FAMILY, load_fonts
from isostat.desktop.window import MainWindow
from isostat.job.files import job_text
from isostat.job.schema import Job
from tests.jobs import hive_on_coils

Opener = Callable[..., MainWindow]
LONG: dict[tuple[int, str], object] = {}  # answers that take a while, by job: equal jobs have equal answers


def remembered(answer: Answer) -> Answer:
    """The same answer, worked out once for equal jobs of all tests."""

    def once(a: Assessment) -> object:
        key = (answer.__code__.co_firstlineno, job_text(a.job))  # type: ignore[attr-defined]
        if key not in LONG:
            LONG[key] = answer(a)
        return LONG[key]

    return once


@pytest.fixture
def open_window(qtbot: QtBot, qapp, tmp_path: Path) -> Iterator[Opener]:  # type: ignore[no-untyped-def]
    load_fonts()
    font = qapp.font()
    font.setFamily(FAMILY)
    qapp.setFont(font)
    opened = []

    def make(job: Job | None = None, path: Path | None = None, stamp: bytes | None = None, *, fixes: bool = False) -> MainWindow:
        """fixes: whether they are tried while the hand rests; of a third of what a window works out, few tests see anything."""
        settings = QSettings(str(tmp_path / "settings.ini"), QSettings.Format.IniFormat)
        window = MainWindow(job or hive_on_coils(), path, settings, stamp=stamp)
        if not fixes:
            window.document._rest.timeout.disconnect(window.document._try_fixes)
            window.document._rest.timeout.connect(window.document.tried)
        for long in (window.predicting, window.buying, window.adding):
            long._answer = remembered(long._answer)
        with qtbot.waitActive(window):
            window.show()
            window.activateWindow()
        opened.append(window)
        return window

    yield make
    for window in opened:
        window.document.undo.setClean()
        window.close()
        window.deleteLater()
