"""Job files of the window: new, open, save, the recent ones, and what a crash left."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QObject, QSettings, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMenu, QMessageBox, QWidget

from isostat.desktop.document import Document
from isostat.desktop.on_disk import OnDisk
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.question import ask
from isostat.desktop.safekeeping import Safekeeping
from isostat.job.blank import blank_job
from isostat.job.files import JobFault, read_job
from isostat.job.save import ReadOnly, stamp_of
from isostat.language import tr, trn
from isostat.units.unit import Preset

RECENT = 6


def with_suffix(path: Path) -> Path:
    """The path as a job's: with .json where nothing stands behind its name."""
    return path if path.suffix else path.with_name(f"{path.name}.json")


class Filing(QObject):
    """Changes which job is open and where it is saved; what fails is said in words and nothing is lost."""

    opened = pyqtSignal()
    saved = pyqtSignal()
    refused = pyqtSignal(str)  # empty: what was said before no longer holds

    def __init__(
        self, document: Document, settings: QSettings, safe: Safekeeping | None, units: Callable[[], Preset], window: QWidget
    ) -> None:
        super().__init__(window)
        self._units = units
        self._document, self._settings, self._safe, self._window = document, settings, safe, window
        self.on_disk = OnDisk(self)
        self.on_disk.changed.connect(self._say_changed)
        self.recent_menu = QMenu(tr("Recent jobs"), window)
        self._show_recent()

    def new_job(self) -> None:
        """A plausible blank vehicle, every value assumed."""
        if self.may_leave():
            self._document.replace(blank_job(), None)
            self.opened.emit()
            self.hold()

    def ask_open(self) -> None:
        """Asks for a job file and opens it."""
        name, _ = QFileDialog.getOpenFileName(self._window, tr("Open a job"), "", tr("Jobs (*.json);;All files (*)"))
        if name:
            self.open(Path(name))

    def open(self, path: Path) -> bool:
        """Opens a job; a file that is none is refused in words and the open job stays."""
        if not self.may_leave():
            return False
        try:
            self._document.open(path)
        except JobFault as fault:
            self.refused.emit(tr("{file} was not opened. {why}", file=fault.source, why=fault.words(self._units(), 3)))
            return False
        self._remember(path)
        self.refused.emit("")
        self.opened.emit()
        self.hold()
        return True

    def hold(self) -> None:
        """Takes the file for this window, brings back what a crash left of it, and says if it is open elsewhere."""
        path = self._document.path
        self.on_disk.follow(path, self._document.stamp)
        if self._safe is None:
            return
        name = path.name if path else tr("a job never saved")
        if not self._safe.writable:
            self.refused.emit(tr("Work is not backed up: the backup folder cannot be written. Save often."))
        elif not self._safe.hold(path):
            self._say_shared(name)
        else:
            self._bring_back(self._safe, name)

    def _say_shared(self, name: str) -> None:
        self.refused.emit(tr("{file} is open in another window as well: the last save wins.", file=name))

    def _bring_back(self, safe: Safekeeping, name: str) -> None:
        """What crashes left, as undoable steps, the newest last; the copies stay until this job is saved or left on purpose."""
        left, steps = safe.left_over(), 0
        for job in left.jobs:
            if job != self._document.job:
                self._document.edit(lambda _, job=job: job, tr("recovered work"))  # type: ignore[misc]
                steps += 1
        said = []
        if steps:
            safe.copy_now()
            said.append(
                trn(
                    "Recovered unsaved work on {file}. Save to keep it, Ctrl+Z to discard.",
                    "Recovered {n} copies of unsaved work on {file}; the newest is shown. Save to keep it, Ctrl+Z to go back.",
                    steps,
                    file=name,
                )
            )
        said += [tr("A backup copy cannot be read. It is kept: {file}.", file=kept) for kept in left.unreadable]
        if said:
            self.refused.emit(" ".join(said))

    def _say_changed(self, there: bool) -> None:
        """Another hand was at the file: said at once, asked when it is saved."""
        path = self._document.path
        if path is not None:
            self.refused.emit(
                tr("{file} was changed by another program. Your work is here; saving asks which to keep.", file=path.name) if there
                else tr("{file} was deleted or moved by another program. Your work is here; save it again.", file=path.name)
            )  # fmt: skip

    def save(self) -> bool:
        """Saves in place, or asks where; what another hand did to the file in between is asked about first."""
        path = self._document.path
        if path is None:
            return self.save_as()
        if not self.on_disk.altered():
            return self.save_to(path)
        there = path.exists()
        ways = {tr("Keep mine"): lambda: self.save_to(path), tr("Save as…"): self.save_as}
        words = tr("{file} was deleted or moved by another program since it was opened here.", file=path.name)
        if there:
            words = tr("{file} was changed by another program since it was opened here.", file=path.name)
            ways[tr("Use the file's")] = self._take_theirs
        asked = ask(self._window, words, tuple(ways))
        return ways[asked]() if asked in ways else False

    def _take_theirs(self) -> bool:
        """What is on the disk, as one step that can be undone."""
        path = self._document.path
        assert path is not None
        stamp = stamp_of(path)
        try:
            theirs = read_job(path)
        except JobFault as fault:
            self.refused.emit(tr("{file} was not opened. {why}", file=fault.source, why=fault.words(self._units(), 3)))
            return False
        self._document.edit(lambda _: theirs, tr("{file} as on disk", file=path.name))
        self._document.stamp = stamp
        self._document.undo.setClean()
        self._kept(path)
        return True

    def save_as(self) -> bool:
        """Asks where to save."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Save the job"), "job.json", tr("Jobs (*.json)"))
        return bool(name) and self.save_to(with_suffix(Path(name)))

    def save_to(self, path: Path) -> bool:
        """Saves; what fails is said in words and nothing is lost."""
        before = self._document.path
        try:
            self._write(path)
        except OSError as fault:
            why = (fault.strerror or str(fault)).rstrip(".").lower()
            self.refused.emit(tr("{file} was not saved: {why}.", file=path.name, why=why))
            return False
        alone = self._safe is None or path == before or self._safe.hold(path)
        self._kept(path)
        if not alone:
            self._say_shared(path.name)
        return True

    def _write(self, path: Path) -> None:
        try:
            self._document.save(path)
        except ReadOnly:
            over = tr("Overwrite")
            if ask(self._window, tr("{file} is read-only. Overwrite it?", file=path.name), (over,)) != over:
                raise
            self._document.save(path, over_read_only=True)

    def _kept(self, path: Path) -> None:
        """The job is on the disk: no copy is wanted any more."""
        if self._safe is not None:
            self._safe.drop()
        self.on_disk.follow(path, self._document.stamp)
        self._remember(path)
        self.saved.emit()

    def may_leave(self) -> bool:
        """Whether the open job may go: it is saved, or its changes are saved or given up now."""
        if self._document.undo.isClean():
            return True
        keep = QMessageBox.StandardButton
        asked = QMessageBox.question(
            self._window, "Isostat", tr("The job has unsaved changes."), keep.Save | keep.Discard | keep.Cancel
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
                set_tip(action, name)
                action.triggered.connect(lambda _=False, n=name: self.open(Path(n)))
