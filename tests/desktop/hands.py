"""A tuner's hands: typing into a field by its name, choosing, dragging."""

from __future__ import annotations

from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.desktop.pieces.fields import Choice
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow


def seen(window: MainWindow, name: str, kind: type[QWidget] = QLineEdit) -> QWidget:
    """The named child of the open sheet."""
    found = window.sheets[window.step].findChild(kind, name)
    assert found is not None and not found.isHidden(), name
    return found


def type_into(qtbot: QtBot, window: MainWindow, name: str, text: str) -> None:
    where = seen(window, name)
    assert isinstance(where, QLineEdit)
    where.setFocus()
    where.selectAll()
    qtbot.keyClicks(where, text)
    qtbot.keyClick(where, Qt.Key.Key_Return)


def choose(window: MainWindow, name: str, option: str) -> None:
    """As a hand on the list would: the index changes, then the choice is made known."""
    box = seen(window, name, Choice)
    assert isinstance(box, Choice)
    options = [box.itemText(n) for n in range(box.count())]
    box.setCurrentIndex(options.index(option))
    box.activated.emit(box.currentIndex())


def press(qtbot: QtBot, window: MainWindow, name: str) -> None:
    qtbot.mouseClick(seen(window, name, QPushButton), Qt.MouseButton.LeftButton)


def worked_out(qtbot: QtBot, window: MainWindow) -> None:
    """Waits for what is worked out beside the window: the band, and what follows from the log."""
    a = window.document.assessment
    qtbot.waitUntil(lambda: window.predicting.fresh(a) and window.following.fresh(a), timeout=30_000)


def read(window: MainWindow, name: str) -> str:
    found = window.findChild(Number, name)
    assert found is not None, name
    return found.text()


def drag(widget: QWidget, by: QPoint) -> None:
    """Presses in the middle, moves there in three steps, lets go; the widget may move under the hand."""
    start = widget.rect().center()
    held = widget.mapToGlobal(start)
    QTest.mousePress(widget, Qt.MouseButton.LeftButton, pos=start)
    for share in (0.3, 0.6, 1.0):
        there = held + QPoint(round(by.x() * share), round(by.y() * share))
        widget.mouseMoveEvent(
            QMouseEvent(
                QEvent.Type.MouseMove,
                QPointF(widget.mapFromGlobal(there)),
                QPointF(there),
                Qt.MouseButton.NoButton,
                Qt.MouseButton.LeftButton,
                Qt.KeyboardModifier.NoModifier,
            )
        )
    QTest.mouseRelease(widget, Qt.MouseButton.LeftButton, pos=widget.rect().center())


def shown_at(window: MainWindow, width: int, height: int, text: float, units: str) -> None:
    """A window of a size, with text so large, in some units."""
    window.resize(width, height)
    window.preferences.use_units(units)
    while window.preferences.theme.scale < text:
        window.preferences.grow_text(1)
