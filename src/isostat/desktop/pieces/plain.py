"""Text from a job is shown as text: Qt takes what looks like markup for markup, and would fetch what it names."""

from __future__ import annotations

from html import escape

from PyQt6.QtGui import QAction
from PyQt6.QtWidgets import QWidget


def as_text(text: str) -> str:
    """The text such that Qt shows it as it is, also where it guesses."""
    return f"<qt>{escape(text)}</qt>" if "<" in text else text


def on_button(text: str) -> str:
    """Text as a button shows it as it is: a single & would underline the letter behind it."""
    return text.replace("&", "&&")


def set_tip(made: QWidget | QAction, text: str) -> None:
    """What is said on hover."""
    made.setToolTip(as_text(text))
