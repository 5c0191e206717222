"""The open job: the one thing that views listen to, the one place where it changes."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QObject, QTimer, pyqtSignal
from PyQt6.QtGui import QUndoCommand, QUndoStack

from isostat.assess import Assessment, assess
from isostat.assess.fixes import Fix, trials
from isostat.assess.judge import judge
from isostat.assess.judgement import Judgement
from isostat.job.files import JobFault, read_job
from isostat.job.save import save_job, stamp_of
from isostat.job.schema import Job

Edit = Callable[[Job], Job]
REST_MS = 150  # after the hand rests so long, the fixes are tried


class _Replace(QUndoCommand):
    """One edit; commands of one gesture merge into one step."""

    def __init__(self, document: Document, after: Job, words: str, gesture: int) -> None:
        super().__init__(words)
        self._document, self._before, self._after, self._gesture = document, document.job, after, gesture

    def id(self) -> int:
        return self._gesture

    def mergeWith(self, other: QUndoCommand | None) -> bool:
        if not isinstance(other, _Replace) or other._gesture != self._gesture or self._gesture < 0:
            return False
        self._after = other._after
        return True

    def redo(self) -> None:
        self._document._show(self._after)

    def undo(self) -> None:
        self._document._show(self._before)


class Document(QObject):
    """Holds the job, its assessment and findings; every change goes through the undo stack."""

    replaced = pyqtSignal()  # another job is about to be shown
    shown = pyqtSignal()  # job, assessment and judgements are new, together
    tried = pyqtSignal()  # the fixes are there
    refused = pyqtSignal(object, str)  # the JobFault of an edit that the job would not have, the words of the edit

    def __init__(self, job: Job, path: Path | None = None, stamp: bytes | None = None) -> None:
        super().__init__()
        self.job: Job
        self.assessment: Assessment
        self.judgements: tuple[Judgement, ...]
        self.undo = QUndoStack(self)
        self.path, self.stamp = path, stamp if stamp or path is None else stamp_of(path)
        self._showing = False
        self._ready: tuple[Job, Assessment, tuple[Judgement, ...]] | None = None
        self._take(job)
        self.fixes: tuple[Fix, ...] = ()  # tried when the hand rests, the first time once the window is there
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(REST_MS)
        self._rest.timeout.connect(self._try_fixes)
        self._rest.start()
        self._trials: Iterator[Fix | None] = iter(())
        self._found: list[Fix] = []
        self._turn = QTimer(self)
        self._turn.setInterval(0)
        self._turn.timeout.connect(self._try_one)

    def _take(self, job: Job) -> None:
        """All three together: where one fails, the last job stays whole."""
        if self._ready is None or self._ready[0] is not job:
            self._make_ready(job)
        assert self._ready is not None
        self.job, self.assessment, self.judgements = self._ready

    def _make_ready(self, job: Job) -> None:
        assessment = assess(job)
        self._ready = (job, assessment, judge(assessment))

    def _show(self, job: Job) -> None:
        self._turn.stop()  # what is being tried is of the job before
        self._take(job)
        self._rest.start()
        self._showing = True
        try:
            self.shown.emit()
        finally:
            self._showing = False

    def _try_fixes(self) -> None:
        """From now on one remedy a turn, so that the window has its turns in between."""
        self._trials, self._found = trials(self.assessment, self.judgements), []
        self._turn.start()

    def _try_one(self) -> None:
        try:
            fix = next(self._trials)
        except StopIteration:
            self._turn.stop()
            self.fixes = tuple(self._found)
            self.tried.emit()
            return
        if fix is not None:
            self._found.append(fix)

    def edit(self, change: Edit, words: str, gesture: int = -1) -> bool:
        """Makes an edit as one undoable step. A refused one changes nothing and is said; returns whether it took.

        A field that goes while another job comes into view gives up what stands in it: that waits until the stack has counted.
        """
        if self._showing:
            QTimer.singleShot(0, partial(self.edit, change, words, gesture))
            return False
        try:
            after = change(self.job)
        except JobFault as fault:
            self.refused.emit(fault, words)
            return False
        if after != self.job:
            self._make_ready(after)  # before the stack knows of it
            self.undo.push(_Replace(self, after, words, gesture))
        return True

    def open(self, path: Path) -> None:
        """Another job in place of this one. Raises JobFault; then this one stays."""
        stamp = stamp_of(path)  # first: whoever writes the file while it is read is noticed
        self.replace(read_job(path), path, stamp)

    def replace(self, job: Job, path: Path | None, stamp: bytes | None = None) -> None:
        """Another job, with a fresh undo stack. stamp: of the file it came from."""
        self.path, self.stamp = path, stamp
        self.undo.clear()
        self.replaced.emit()
        self._show(job)

    def save(self, path: Path, *, over_read_only: bool = False) -> None:
        """Writes the job. Raises OSError when the place cannot be written, ReadOnly when its owner wants it asked first."""
        save_job(self.job, path, over_read_only=over_read_only)
        self.path, self.stamp = path, stamp_of(path)
        self.undo.setClean()
