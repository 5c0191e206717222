"""What a crash must not take: changes are copied aside every few seconds; a job that is open elsewhere is noticed."""

from __future__ import annotations

import hashlib
import os
from pathlib import Path

from PyQt6.QtCore import QLockFile, QObject, QTimer

from isostat.desktop.document import Document
from isostat.job.files import JobFault, read_job, save_job
from isostat.job.schema import Job

EVERY_MS = 2000  # a crash loses at most so much
UNSAVED = "unsaved"


class Safekeeping(QObject):
    """Copies of a document's unsaved changes in a folder of its own, and a lock on the file that is open."""

    def __init__(self, document: Document, folder: Path) -> None:
        super().__init__(document)
        self._document, self._folder = document, folder
        try:
            folder.mkdir(parents=True, exist_ok=True)
            self.writable = os.access(folder, os.W_OK)
        except OSError:
            self.writable = False  # no copies then, and no locks: the window says so
        self._lock: QLockFile | None = None
        self._copy = folder / f"{UNSAVED}.json"
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(EVERY_MS)
        self._timer.timeout.connect(self.copy_now)
        document.undo.indexChanged.connect(self._changed)
        document.undo.cleanChanged.connect(self._drop_when_clean)

    def hold(self, path: Path | None) -> bool:
        """Turns to another file; False when it is open elsewhere, which then keeps its own copy."""
        self.let_go()
        if not self.writable:
            return True
        if path is None:
            name = next(n for k in range(1000) if not self._taken(n := f"{UNSAVED}-{os.getpid()}-{k}"))
        else:
            name = hashlib.sha256(str(path.resolve()).encode()).hexdigest()[:20]
        lock = QLockFile(str(self._folder / f"{name}.lock"))
        lock.setStaleLockTime(0)  # only a process that is gone makes it stale
        if not lock.tryLock(0):
            self._copy = self._folder / f"{name}-{os.getpid()}.json"
            return False
        self._lock, self._copy = lock, self._folder / f"{name}.json"
        return True

    def _taken(self, name: str) -> bool:
        return (self._folder / f"{name}.lock").exists()

    def let_go(self) -> None:
        """Drops the copy and the lock: the job was saved, or is left on purpose."""
        self._timer.stop()
        if not self.writable:
            return
        self._copy.unlink(missing_ok=True)
        if self._lock is not None:
            self._lock.unlock()
            self._lock = None

    def left_over(self) -> Job | None:
        """The copy that a crash left of the file now held; of a job never saved, the newest that nobody holds."""
        if not self.writable:
            return None
        found = [self._copy] if self._copy.exists() else []
        if not found and self._document.path is None:
            found = sorted(self._folder.glob(f"{UNSAVED}-*.json"), key=lambda file: file.stat().st_mtime, reverse=True)
        for file in found:
            if file != self._copy and not self._nobody_holds(file):
                continue
            try:
                job = read_job(file)
            except JobFault:  # cut short by the crash itself
                continue
            finally:
                file.unlink(missing_ok=True)
            return job
        return None

    def _nobody_holds(self, file: Path) -> bool:
        lock = QLockFile(str(file.with_suffix(".lock")))
        lock.setStaleLockTime(0)
        free = lock.tryLock(0)
        lock.unlock()
        return free

    def copy_now(self) -> None:
        """Writes the copy; a folder that cannot be written is no reason to stop working."""
        try:
            save_job(self._document.job, self._copy)
        except OSError:
            return

    def _changed(self) -> None:
        if self.writable and not self._document.undo.isClean() and not self._timer.isActive():
            self._timer.start()

    def _drop_when_clean(self, clean: bool) -> None:
        if clean and self.writable:
            self._timer.stop()
            self._copy.unlink(missing_ok=True)
