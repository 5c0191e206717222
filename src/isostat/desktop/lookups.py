"""Windows that open beside the one of jobs: terms, signs, the shop's book."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QObject, QSettings
from PyQt6.QtWidgets import QWidget

from isostat.desktop.book import BookWindow, ask_folder
from isostat.desktop.preferences import Preferences
from isostat.desktop.signs import SignsWindow
from isostat.desktop.terms import TermsWindow
from isostat.desktop.view import View

BOOK = "book"  # where the settings keep the folder that was shown last


class Lookups(QObject):
    """Opens them over a window. settings: of a person; view: what the window shows now; open_job: opens a file in it."""

    def __init__(
        self,
        window: QWidget,
        settings: QSettings,
        preferences: Preferences,
        view: Callable[[], View],
        open_job: Callable[[Path], object],
    ) -> None:
        super().__init__(window)
        self._window, self._settings, self._preferences = window, settings, preferences
        self._view, self._open_job = view, open_job

    def terms(self) -> None:
        """What the terms on the screen mean."""
        TermsWindow(self._window, self._preferences.theme).show()

    def signs(self) -> None:
        """What the marks on the drawings mean."""
        SignsWindow(self._window, self._view()).show()

    def book(self) -> None:
        """A folder of jobs, which is asked for; the last one is offered."""
        folder = ask_folder(self._window, str(self._settings.value(BOOK, "")))
        if folder is not None:
            self._settings.setValue(BOOK, str(folder))
            BookWindow(self._window, self._preferences.theme, self._preferences.preset, folder, self._open_job).show()
