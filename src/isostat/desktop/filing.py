"""Job files of the window: new, open, save, the recent ones, and what a crash left."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QObject, QSettings, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMenu, QMessageBox, QWidget

from isostat.desktop.document import Document
from isostat.desktop.safekeeping import Safekeeping
from isostat.job.blank import blank_job
from isostat.job.files import JobFault

RECENT = 6


def with_suffix(path: Path) -> Path:
    """The path as a job's: with .json where nothing stands behind its name."""
    return path if path.suffix else path.with_name(f"{path.name}.json")


class Filing(QObject):
    """Changes which job is open and where it is saved; what fails is said in words and nothing is lost."""

    opened = pyqtSignal()
    saved = pyqtSignal()
    refused = pyqtSignal(str)  # empty: what was said before no longer holds

    def __init__(self, document: Document, settings: QSettings, safe: Safekeeping | None, window: QWidget) -> None:
        super().__init__(window)
        self._document, self._settings, self._safe, self._window = document, settings, safe, window
        self.recent_menu = QMenu("Recent", window)
        self._show_recent()

    def new_job(self) -> None:
        """A plausible blank vehicle, every value assumed."""
        if self.may_leave():
            self._document.replace(blank_job(), None)
            self.opened.emit()
            self.hold()

    def ask_open(self) -> None:
        """Asks for a job file and opens it."""
        name, _ = QFileDialog.getOpenFileName(self._window, "Open a job", "", "Jobs (*.json);;Every file (*)")
        if name:
            self.open(Path(name))

    def open(self, path: Path) -> bool:
        """Opens a job; a file that is none is refused in words and the open job stays."""
        if not self.may_leave():
            return False
        try:
            self._document.open(path)
        except JobFault as fault:
            self.refused.emit(f"{fault.source} is not opened. {' '.join(fault.faults[:3])}")
            return False
        self._remember(path)
        self.refused.emit("")
        self.opened.emit()
        self.hold()
        return True

    def hold(self) -> None:
        """Takes the file for this window, brings back what a crash left of it, and says if it is open elsewhere."""
        if self._safe is None:
            return
        path = self._document.path
        name = path.name if path else "a job never saved"
        if not self._safe.writable:
            self.refused.emit("No copies against a crash: the folder for them cannot be written. Save often.")
        elif not self._safe.hold(path):
            self.refused.emit(f"{name} is open in another window as well: whoever saves last is kept.")
        elif (left := self._safe.left_over()) is not None and left != self._document.job:
            self._document.edit(lambda _: left, "work from before the crash")
            self.refused.emit(f"Unsaved work on {name} from before a crash is back. Save to keep it; Ctrl Z takes it away.")

    def save(self) -> bool:
        """Saves in place, or asks where."""
        return self.save_to(self._document.path) if self._document.path else self.save_as()

    def save_as(self) -> bool:
        """Asks where to save."""
        name, _ = QFileDialog.getSaveFileName(self._window, "Save the job", "job.json", "Jobs (*.json)")
        return bool(name) and self.save_to(with_suffix(Path(name)))

    def save_to(self, path: Path) -> bool:
        """Saves; what fails is said in words and nothing is lost."""
        before = self._document.path
        try:
            self._document.save(path)
        except OSError as fault:
            self.refused.emit(f"{path.name} is not saved: {fault.strerror or fault}.")
            return False
        if self._safe is not None and path != before:
            self._safe.hold(path)
        self._remember(path)
        self.saved.emit()
        return True

    def may_leave(self) -> bool:
        """Whether the open job may go: it is saved, or its changes are saved or given up now."""
        if self._document.undo.isClean():
            return True
        keep = QMessageBox.StandardButton
        asked = QMessageBox.question(
            self._window, "Isostat", "The job has changes that are not saved.", keep.Save | keep.Discard | keep.Cancel
        )
        return asked == keep.Discard or (asked == keep.Save and self.save())

    def _remember(self, path: Path) -> None:
        recent = [str(path), *(r for r in self.recent() if r != str(path))][:RECENT]
        self._settings.setValue("recent", recent)
        self._show_recent()

    def recent(self) -> list[str]:
        """Paths of the jobs that were open last, newest first."""
        kept = self._settings.value("recent", [])
        return [kept] if isinstance(kept, str) else list(kept or [])

    def _show_recent(self) -> None:
        self.recent_menu.clear()
        for name in self.recent():
            action = self.recent_menu.addAction(Path(name).name)
            if action is not None:
                action.setToolTip(name)
                action.triggered.connect(lambda _=False, n=name: self.open(Path(n)))
