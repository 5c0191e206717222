"""A box in the window's own colours that says something, or asks for one of some ways."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMessageBox, QWidget


def box_in(window: QWidget, icon: QMessageBox.Icon, words: str) -> QMessageBox:
    """A box over a window; its words are text."""
    box = QMessageBox(icon, "Isostat", words, QMessageBox.StandardButton.NoButton, window)
    box.setTextFormat(Qt.TextFormat.PlainText)
    box.setPalette(window.palette())
    return box


def ask(window: QWidget, words: str, ways: tuple[str, ...]) -> str:
    """Which of some ways was clicked; empty for Cancel."""
    box = box_in(window, QMessageBox.Icon.Question, words)
    made = {way: box.addButton(way, QMessageBox.ButtonRole.AcceptRole) for way in ways}
    box.addButton(QMessageBox.StandardButton.Cancel)
    box.exec()
    return next((way for way in ways if made[way] is box.clickedButton()), "")  # a desktop may have put keys into its text
