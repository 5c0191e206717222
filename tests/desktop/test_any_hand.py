"""Whatever a hand does in the window, in whatever order: no exception, and every step can be undone to the job that was opened."""

from __future__ import annotations

import random

import pytest
from PyQt6.QtWidgets import QFileDialog
from pytestqt.qtbot import QtBot

from isostat.job.demos import demo, demo_names
from tests.desktop.random_hand import act
from tests.jobs import limited, three_axles

ACTS = 30
JOBS = {**{name: (lambda name=name: demo(name)) for name in demo_names()}, "limited": limited, "three axles": three_axles}


@pytest.fixture(autouse=True)
def no_files(monkeypatch: pytest.MonkeyPatch) -> None:
    """Whoever asks for a file gets none."""
    for ask in ("getOpenFileName", "getSaveFileName"):
        monkeypatch.setattr(QFileDialog, ask, lambda *_: ("", ""))


@pytest.mark.parametrize("name", JOBS)
def test_any_hand_is_answered_and_undone(open_window, qtbot: QtBot, name: str) -> None:  # type: ignore[no-untyped-def]
    window, chance, done = open_window(JOBS[name]()), random.Random(name), []
    before = window.document.job
    with qtbot.captureExceptions() as raised:
        for _ in range(ACTS):
            done.append(act(window, chance))
            assert not raised, (done[-5:], raised)
        while window.document.undo.canUndo():
            window.document.undo.undo()
        qtbot.wait(1)
    assert not raised, (done[-5:], raised)
    assert window.document.job == before
