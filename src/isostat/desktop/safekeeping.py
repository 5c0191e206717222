"""What a crash must not take: changes are copied aside every few seconds; a job that is open elsewhere is noticed."""

from __future__ import annotations

import hashlib
import os
import time
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from PyQt6.QtCore import QLockFile, QObject, QTimer

from isostat.desktop.document import Document
from isostat.job.files import JobFault, job_text, read_job
from isostat.job.save import sweep, write_whole
from isostat.job.schema import Job

EVERY_MS = 2000  # a crash loses at most so much
UNSAVED = "unsaved"
BROKEN = ".unreadable"  # what a copy that cannot be read is called from then on


@dataclass(frozen=True, slots=True)
class LeftOver:
    """What crashes left of a job, oldest first, and the copies that nobody could read, kept where they are."""

    jobs: tuple[Job, ...]
    unreadable: tuple[Path, ...]


class Safekeeping(QObject):
    """Copies of a document's unsaved changes in a folder of its own, and a lock on the file that is open.

    A copy that was brought back stays until its owner saves the job or leaves it on purpose.
    """

    def __init__(self, document: Document, folder: Path) -> None:
        super().__init__(document)
        self._document, self._folder = document, folder
        try:
            folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            folder.chmod(0o700)
            self.writable = os.access(folder, os.W_OK)
        except OSError:
            self.writable = False  # no copies then, and no locks: the window says so
        sweep(folder)
        self._lock: QLockFile | None = None
        self._copy = folder / f"{UNSAVED}.json"
        self._brought: dict[Path, QLockFile] = {}  # copies that were brought back, each with its lock
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(EVERY_MS)
        self._timer.timeout.connect(self.copy_now)
        document.undo.indexChanged.connect(self._changed)

    def hold(self, path: Path | None) -> bool:
        """Turns to another file; False when it is open elsewhere, which then keeps its own copy beside this one's."""
        self.let_go()
        if not self.writable:
            return True
        name = UNSAVED if path is None else hashlib.sha256(str(path.resolve()).encode()).hexdigest()[:20]
        first = path is not None and self._held(name)
        n = 0
        while not first and not self._held(f"{name}-{os.getpid()}-{n}"):
            n += 1
        return first or path is None

    def _held(self, name: str) -> bool:
        """Whether the lock of that name, and with it its copy, is this window's now."""
        lock = self._locked(self._folder / f"{name}.json")
        if lock is None:
            return False
        self._lock, self._copy = lock, self._folder / f"{name}.json"
        return True

    def _locked(self, copy: Path) -> QLockFile | None:
        lock = QLockFile(str(copy.with_suffix(".lock")))
        lock.setStaleLockTime(0)  # only a process that is gone makes it stale
        return lock if lock.tryLock(0) else None

    def let_go(self) -> None:
        """Drops copies and locks: the job was saved, or is left on purpose."""
        self.drop()
        if self._lock is not None:
            self._lock.unlock()
            self._lock = None

    def drop(self) -> None:
        """Drops the copies: what was in them is saved, or not wanted."""
        self._timer.stop()
        if not self.writable:
            return
        with suppress(OSError):
            self._copy.unlink(missing_ok=True)
            for copy, lock in self._brought.items():
                copy.unlink(missing_ok=True)
                lock.unlock()
        self._brought.clear()

    def left_over(self) -> LeftOver:
        """What crashes left of the file now held, by whichever window; of jobs never saved, the newest that nobody holds."""
        if not self.writable:
            return LeftOver((), ())
        name = self._copy.name.split("-")[0].removesuffix(".json")
        if self._copy.exists():  # out of the way of the copies to come
            self._copy.replace(self._aside(name, ".json"))
        jobs: list[Job] = []
        unreadable: list[Path] = []
        for file in sorted(self._folder.glob(f"{name}*.json"), key=lambda file: file.stat().st_mtime_ns, reverse=True):
            lock = self._locked(file)
            if lock is None:
                continue
            try:
                jobs.append(read_job(file))
            except JobFault:  # cut short by the crash itself: a person may still find something in it
                unreadable.append(file.replace(self._aside(name, BROKEN)))
                lock.unlock()
                continue
            self._brought[file] = lock
            if self._document.path is None:
                break
        return LeftOver(tuple(reversed(jobs)), tuple(unreadable))

    def _aside(self, name: str, ending: str) -> Path:
        return self._folder / f"{name}-{os.getpid()}-{time.time_ns()}{ending}"

    def copy_now(self) -> None:
        """Writes the copy; a folder that cannot be written is no reason to stop working."""
        if not self.writable:
            return
        with suppress(OSError):
            write_whole(self._copy, job_text(self._document.job), private=True)

    def _changed(self) -> None:
        if not self.writable:
            return
        if self._document.undo.isClean():  # as the file is, or as it was opened
            self._timer.stop()
            with suppress(OSError):
                self._copy.unlink(missing_ok=True)
        elif not self._timer.isActive():
            self._timer.start()
