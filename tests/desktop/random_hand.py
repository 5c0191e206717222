"""A hand that does anything that can be done in the window, by chance; what it did is said."""

from __future__ import annotations

import random

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLineEdit, QPushButton, QWidget

from isostat.assess.judgement import Step
from isostat.desktop.pieces.fields import Choice
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.window import MainWindow
from tests.desktop.hands import drag

TYPED = (
    "0", "1", "-5", "12", "100", "250", "1000", "1e9", "abc", "?", "-", "~45", "10 in", "5 1/2 in", "3 bar", "50 %",
    "31x10.5R15", "NaN", "0.62", "1.3", "20", "33", "400", "108R", "1e999", "<b>9</b>", "9" * 70, "1,234", "2.4 bar", "'=1",
)  # fmt: skip
KEYS = (Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Right)
ENDS = (Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Escape)


def act(window: MainWindow, chance: random.Random) -> str:
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
        menu = touched.menu()
        if menu is None:
            QTest.mouseClick(touched, Qt.MouseButton.LeftButton)
        else:
            chance.choice(menu.actions()).trigger()
    elif isinstance(touched, QLineEdit):
        text = chance.choice(TYPED)
        touched.setFocus()
        touched.selectAll()
        QTest.keyClicks(touched, text)
        QTest.keyClick(touched, chance.choice(ENDS))
        name += f" {text}"
    elif isinstance(touched, Choice):
        touched.setCurrentIndex(chance.randrange(touched.count()))
        touched.activated.emit(touched.currentIndex())
        name += f" {touched.currentIndex()}"
    else:
        _grip(touched, chance)
    return f"{type(touched).__name__} {name}"


def _grip(touched: QWidget, chance: random.Random) -> None:
    if chance.random() < 0.5:
        drag(touched, QPoint(chance.randint(-60, 60), chance.randint(-60, 60)))
        return
    touched.setFocus()
    for _ in range(chance.randint(1, 4)):
        QTest.keyClick(touched, chance.choice(KEYS))
