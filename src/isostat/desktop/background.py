"""Long answers beside the window: worked out in a thread on a job of their own, dropped when the job has gone on."""

from __future__ import annotations

import os
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from importlib import import_module
from operator import is_

from PyQt6.QtCore import QObject, pyqtSignal

from isostat.assess import Assessment
from isostat.job.reading import make_ready

Answer = Callable[[Assessment], object]


POOL = ThreadPoolExecutor(os.cpu_count(), "long answer")  # not Qt's, which crashes where what it is to run goes with its window


class _Signals(QObject):
    """What a thread says to the window; kept alive by whoever works, also when the window is gone."""

    answered = pyqtSignal(object, object)  # the assessment it was worked out for, the answer
    failed = pyqtSignal(object)


def _work(answer: Answer, a: Assessment, signals: _Signals) -> None:
    """In the other thread."""
    sent: tuple[object, ...]
    try:
        signal, sent = signals.answered, (a, answer(a))
    except Exception as fault:  # whatever it is, the window must hear that there is no answer
        signal, sent = signals.failed, (fault,)
    signal.emit(*sent)


def prepare() -> None:
    """What is slow to import and wanted only by a test of springs, before the hand comes to it."""
    POOL.submit(import_module, "scipy.optimize")


def end() -> None:
    """Before the program goes: what waits its turn is dropped, what is under way ends first."""
    POOL.shutdown(wait=True, cancel_futures=True)


class Background(QObject):
    """One long answer: `wish` asks for it, `arrived` says that it is there; until then the last one stays.

    same: whether two assessments have the same answer.
    """

    arrived = pyqtSignal()

    def __init__(self, answer: Answer, parent: QObject, same: Callable[[Assessment, Assessment], bool] = is_) -> None:
        super().__init__(parent)
        self._answer, self._same = answer, same
        self._for: Assessment | None = None  # what the answer at hand was worked out for
        self._asked: Assessment | None = None
        self._work: Future[None] | None = None
        self._signals = _Signals()
        self._signals.answered.connect(self._take)
        self._signals.failed.connect(self._fail)
        self._last: object = None

    def wish(self, a: Assessment) -> None:
        """Asks for the answer to an assessment, unless it is at hand or under way."""
        if self.fresh(a):  # what is under way is of a job that was taken back
            self._asked = None
            return
        if self._asked is not None and self._same(self._asked, a):
            return
        self._asked = a
        if self._work is None:
            self._start(a)

    def fresh(self, a: Assessment) -> bool:
        """Whether the answer at hand is the one to this assessment."""
        return self._for is not None and self._same(self._for, a)

    def at_hand(self, a: Assessment) -> object:
        """The last answer of this job, fresh or not; None where there is none, or its vehicle had other axles."""
        return self._last if self._for is not None and len(self._for.axles) == len(a.axles) else None

    def forget(self) -> None:
        """Another job is opened: what is at hand or under way is not its answer."""
        self._for = self._asked = self._last = None

    def stop(self) -> None:
        """Before a window goes: what waits its turn is dropped, what is under way ends unheard, and nothing more is asked."""
        self._signals.blockSignals(True)
        self._asked = None
        if self._work is not None:
            self._work.cancel()

    def _start(self, a: Assessment) -> None:
        make_ready()
        self._work = POOL.submit(_work, self._answer, a, self._signals)

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
