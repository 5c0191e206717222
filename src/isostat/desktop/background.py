"""Long answers beside the window: worked out in a thread on a job of their own, dropped when the job has gone on."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import suppress

from PyQt6.QtCore import QObject, QRunnable, QThreadPool, pyqtSignal

from isostat.assess import Assessment
from isostat.job.reading import make_ready

Answer = Callable[[Assessment], object]


class _Told(QObject):
    """A runnable has no signals of its own."""

    told = pyqtSignal(object, object)  # the assessment it was worked out for, the answer
    failed = pyqtSignal(object)


class _Work(QRunnable):
    def __init__(self, answer: Answer, a: Assessment) -> None:
        super().__init__()
        self.answer, self.a, self.signals = answer, a, _Told()

    def run(self) -> None:
        """In the other thread."""
        told: tuple[object, ...]
        try:
            signal, told = self.signals.told, (self.a, self.answer(self.a))
        except Exception as fault:  # whatever it is, the window must hear that there is no answer
            signal, told = self.signals.failed, (fault,)
        with suppress(RuntimeError):  # the window, and with it who would hear, may be gone
            signal.emit(*told)


class Background(QObject):
    """One long answer: `wish` asks for it, `arrived` says that it is there; until then the last one stays."""

    arrived = pyqtSignal()

    def __init__(self, answer: Answer, parent: QObject) -> None:
        super().__init__(parent)
        self._answer = answer
        self._for: Assessment | None = None  # what the answer at hand was worked out for
        self._asked: Assessment | None = None
        self._work: _Work | None = None
        self._last: object = None

    def wish(self, a: Assessment) -> None:
        """Asks for the answer to an assessment, unless it is at hand or under way."""
        if self._for is a:  # what is under way is of a job that was taken back
            self._asked = None
            return
        if self._asked is a:
            return
        self._asked = a
        if self._work is None:
            self._start(a)

    def fresh(self, a: Assessment) -> bool:
        """Whether the answer at hand is the one to this assessment."""
        return self._for is a

    def at_hand(self, a: Assessment) -> object:
        """The last answer of this job, fresh or not; None where there is none, or its vehicle had other axles."""
        return self._last if self._for is not None and len(self._for.axles) == len(a.axles) else None

    def forget(self) -> None:
        """Another job is opened: what is at hand or under way is not its answer."""
        self._for = self._asked = self._last = None

    def wait(self) -> None:
        """Until nothing is under way, as before a window goes."""
        QThreadPool.globalInstance().waitForDone()  # type: ignore[union-attr]

    def _start(self, a: Assessment) -> None:
        make_ready()
        self._work = _Work(self._answer, a)
        self._work.setAutoDelete(False)
        self._work.signals.told.connect(self._take)
        self._work.signals.failed.connect(self._fail)
        QThreadPool.globalInstance().start(self._work)  # type: ignore[union-attr]

    def _fail(self, fault: Exception) -> None:
        """No answer: the next wish starts anew. The fault falls here, in the window's own thread."""
        self._work = self._asked = None
        raise fault

    def _take(self, a: Assessment, answer: object) -> None:
        self._work = None
        if self._asked is not a:  # the job has gone on: the answer is old, and the next may be wanted
            if self._asked is not None:
                self._start(self._asked)
            return
        self._for, self._asked, self._last = a, None, answer
        self.arrived.emit()
