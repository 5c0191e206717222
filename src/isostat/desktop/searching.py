"""A search beside the window: what it has found stands while it goes on, and it can be called off."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import Future
from dataclasses import dataclass, field, replace
from importlib.resources import files
from threading import Event

from PyQt6.QtCore import QObject, pyqtSignal

from isostat.assess import Assessment
from isostat.assess.find.search import Found, search
from isostat.assess.find.take import brings_a_fault, taken
from isostat.assess.find.why_not import Opens, what_opens
from isostat.assess.find.wish import AxleWish, CannotSearch
from isostat.assess.judgement import Judgement
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.catalogue.sheet import Sheet, read_sheet
from isostat.core.limits import OutOfRange
from isostat.desktop.background import POOL
from isostat.job.files import JobFault
from isostat.job.out_of_range import say_out_of_range
from isostat.units.saying import Saying, saying

RELAXED_UP_TO = 200_000  # sets: beyond that trying what would open some takes too long
SHOWN = 12  # sets whose findings are looked at


@dataclass(frozen=True, slots=True)
class Hunt:
    """A search as far as it is. faults: by place of a good set, the fault that it would bring, None for none; of those looked at.

    opens: what would let some in, where nothing stands. why: it cannot be searched, in words.
    """

    a: Assessment
    wishes: tuple[AxleWish, ...]
    found: Found | None = None
    faults: dict[int, Judgement | None] = field(default_factory=dict)
    opens: tuple[Opens, ...] = ()
    ended: bool = False
    why: Saying | None = None

    @property
    def best(self) -> list[int]:
        """The best set of every choice of springs. At the end only those are left that were looked at and bring no fault."""
        if self.found is None:
            return []
        found = [int(n) for n in self.found.good.best]
        return [n for n in found if n in self.faults and self.faults[n] is None] if self.ended else found


class _Signals(QObject):
    found = pyqtSignal(object)  # Hunt
    failed = pyqtSignal(object)


class Catalogue:
    """The lists that are searched: the one that ships, and those that were imported."""

    def __init__(self) -> None:
        text = (files("isostat.catalogue") / "demo" / "coils.csv").read_text("utf-8")
        self._lists = {"": read_sheet(text, "coils.csv")}
        self._every: Parts | None = None
        self._coils: Parts | None = None
        self.changes = 0  # of its lists

    def take(self, sheet: Sheet) -> None:
        """One more list, in place of the one that its file held before."""
        self._lists[sheet.source] = sheet
        self._every = self._coils = None
        self.changes += 1

    def every_coil(self) -> Parts:
        """All coils of the lists."""
        if self._every is None:
            with Index() as index:
                for name, sheet in self._lists.items():
                    index.take(sheet, name)
                self._every = index.parts("coil")
        return self._every

    def coils(self) -> Parts:
        """Those whose rate and free length are given."""
        if self._coils is None:
            self._coils = self.every_coil().searchable()
        return self._coils


def _hunt(a: Assessment, wishes: tuple[AxleWish, ...], off: Event, gone: Event, signals: _Signals) -> None:
    """In the other thread. off: go no further; gone: nobody listens."""
    hunt = Hunt(a, wishes)
    try:
        for found in search(a, wishes):
            hunt = replace(hunt, found=found)
            if off.is_set():
                break
            signals.found.emit(hunt)
        faults: dict[int, Judgement | None] = {}
        assert hunt.found is not None
        for n in hunt.found.good.best:
            if gone.is_set() or sum(fault is None for fault in faults.values()) >= SHOWN:
                break
            faults[int(n)] = brings_a_fault(a, taken(a.job, hunt.found, hunt.found.good.chosen[:, n]))
        opens: tuple[Opens, ...] = ()
        if not hunt.found.fallen.standing and hunt.found.total <= RELAXED_UP_TO and not off.is_set():
            opens = tuple(what_opens(a, wishes))
        hunt = replace(hunt, faults=faults, opens=opens)
    except CannotSearch as why:
        hunt = replace(hunt, why=why.why)
    except OutOfRange as refused:
        hunt = replace(hunt, why=say_out_of_range(refused))
    except JobFault as fault:
        hunt = replace(hunt, why=fault.sayings[0])
    except Exception as fault:  # whatever it is, the window must hear of it
        signals.failed.emit(fault)
        return
    signals.found.emit(replace(hunt, ended=True))


class Searching(QObject):
    """The search of a window: one at a time; another one calls the last one off."""

    changed = pyqtSignal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.hunt: Hunt | None = None
        self._off, self._gone = Event(), Event()
        self._work: Future[None] | None = None
        self._signals = _Signals()

    @property
    def under_way(self) -> bool:
        """Whether it still goes on."""
        return self.hunt is not None and not self.hunt.ended and not self._off.is_set()

    def start(self, a: Assessment, wishes: Sequence[AxleWish]) -> None:
        """A new search in place of the last; says nothing before it has found something."""
        self.stop()
        self._off, self._gone, self._signals = Event(), Event(), _Signals()
        self._signals.found.connect(self._take)
        self._signals.failed.connect(self._fail)
        self.hunt = Hunt(a, tuple(wishes))
        self._work = POOL.submit(_hunt, a, tuple(wishes), self._off, self._gone, self._signals)

    def call_off(self) -> None:
        """No further; what was found stays."""
        self._off.set()
        self.changed.emit()

    def stop(self) -> None:
        """Nothing is heard of it any more."""
        self._off.set()
        self._gone.set()
        self._signals.blockSignals(True)
        if self._work is not None:
            self._work.cancel()

    def _take(self, hunt: Hunt) -> None:
        if self.sender() is not self._signals and self.sender() is not None:
            return
        self.hunt = hunt
        self.changed.emit()

    def _fail(self, fault: Exception) -> None:
        assert self.hunt is not None
        self.hunt = replace(self.hunt, ended=True, why=saying("The search stopped on a fault. Change a setting to search again."))
        raise fault
