"""Whatever a hand does in the window, in whatever order: no exception, and every step can be undone to the job that was opened."""

from __future__ import annotations

import random

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QFileDialog, QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.core.findings.judgement import Step
from isostat.desktop.pieces.fields import Choice
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo, demo_names
from tests.desktop.hands import drag
from tests.jobs import limited, three_axles

ACTS = 45
TYPED = (
    "0", "1", "-5", "12", "100", "250", "1000", "1e9", "abc", "?", "-", "~45", "10 in", "5 1/2 in", "3 bar", "50 %",
    "31x10.5R15", "NaN", "0.62", "1.3", "20", "33", "400", "108R",
)  # fmt: skip
KEYS = (Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Right)
JOBS = {**{name: (lambda name=name: demo(name)) for name in demo_names()}, "limited": limited, "three axles": three_axles}


def act(window: MainWindow, qtbot: QtBot, chance: random.Random) -> str:
    """One thing that a hand can do now; says what."""
    if chance.random() < 0.08:
        window.go(chance.choice(list(Step)))
    if chance.random() < 0.06:
        window.show_case(chance.randrange(window.document.assessment.cases))
    if chance.random() < 0.06:
        window.document.undo.undo()
    kinds = chance.choice((QPushButton, QLineEdit, Choice, Grip))
    there = [w for w in window.findChildren(kinds) if w.isVisible() and w.isEnabled()]
    if not there:
        return "nothing"
    touched = chance.choice(there)
    name = touched.objectName()
    if isinstance(touched, QPushButton):
        if touched.menu() is None:
            qtbot.mouseClick(touched, Qt.MouseButton.LeftButton)
        else:
            chance.choice(touched.menu().actions()).trigger()
    elif isinstance(touched, QLineEdit):
        text = chance.choice(TYPED)
        touched.setFocus()
        touched.selectAll()
        qtbot.keyClicks(touched, text)
        qtbot.keyClick(touched, chance.choice((Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Escape)))
        name += f" {text}"
    elif isinstance(touched, Choice):
        touched.setCurrentIndex(chance.randrange(touched.count()))
        touched.activated.emit(touched.currentIndex())
        name += f" {touched.currentIndex()}"
    else:
        _grip(touched, qtbot, chance)
    return f"{type(touched).__name__} {name}"


def _grip(touched: QWidget, qtbot: QtBot, chance: random.Random) -> None:
    if chance.random() < 0.5:
        drag(touched, QPoint(chance.randint(-60, 60), chance.randint(-60, 60)))
        return
    touched.setFocus()
    for _ in range(chance.randint(1, 4)):
        qtbot.keyClick(touched, chance.choice(KEYS))


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
            done.append(act(window, qtbot, chance))
            assert not raised, (done[-5:], raised)
        while window.document.undo.canUndo():
            window.document.undo.undo()
        qtbot.wait(1)
    assert not raised, (done[-5:], raised)
    assert window.document.job == before
