"""A search beside the window: what it has found stands while it goes on, and it can be called off."""

from __future__ import annotations

import time
from collections.abc import Iterator
from concurrent.futures import Future
from dataclasses import dataclass, field, replace
from threading import Event

from PyQt6.QtCore import QObject, pyqtSignal

from isostat.assess import Assessment
from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.kits import Kits, KitsFound, search_kits
from isostat.assess.find.search import search
from isostat.assess.find.take import brings_a_fault, taken
from isostat.assess.find.why_not import Opens, what_opens
from isostat.assess.find.wish import AxleWish, CannotSearch
from isostat.assess.judgement import Judgement
from isostat.core.limits import OutOfRange
from isostat.desktop.background import POOL
from isostat.job.files import JobFault
from isostat.job.out_of_range import say_out_of_range
from isostat.units.saying import Saying, saying

RELAXED_UP_TO = 200_000  # sets: beyond that trying what would open some takes too long
SHOWN = 12  # sets whose findings are looked at


@dataclass(frozen=True, slots=True)
class Hunt:
    """A search as far as it is. kits: that are searched in place of single parts, and held, with what each choice is.

    faults: by its settings, the fault that a good set would bring, None for none; of those looked at. opens: what would let some
    in, where nothing stands. why: it cannot be searched, in words.
    """

    a: Assessment
    wishes: tuple[AxleWish, ...]
    kits: Kits | None = None
    rank: Rank = Rank.MISS
    found: Found | None = None
    held: KitsFound | None = None
    faults: dict[tuple[int, ...], Judgement | None] = field(default_factory=dict)
    opens: tuple[Opens, ...] = ()
    ended: bool = False
    why: Saying | None = None

    @property
    def best(self) -> list[int]:
        """The best set of every choice of springs. At the end only those are left that were looked at and bring no fault."""
        if self.found is None:
            return []
        best = [int(n) for n in self.found.good.best]
        return [n for n in best if self.faults.get(self.setting(n), n) is None] if self.ended else best

    @property
    def lost(self) -> list[int]:
        """Good sets that were left out for the fault they would bring."""
        return [] if self.found is None else [int(n) for n in self.found.good.best if self.faults.get(self.setting(int(n)))]

    def setting(self, n: int) -> tuple[int, ...]:
        """What the n-th good set is, however they are ranked."""
        assert self.found is not None
        return tuple(self.found.good.chosen[:, n].tolist())

    def name(self, part: int) -> str:
        """A choice of springs, or the kit that it is."""
        assert self.found is not None
        return self.found.name(part) if self.held is None else self.held.name(part)


class _Signals(QObject):
    found = pyqtSignal(object)  # Hunt
    failed = pyqtSignal(object)


def _steps(hunt: Hunt) -> Iterator[Hunt]:
    """The search as far as it is, time and again."""
    if hunt.kits is None:
        for found in search(hunt.a, hunt.wishes):
            yield replace(hunt, found=replace(found, rank=hunt.rank))
        return
    for held in search_kits(hunt.a, hunt.wishes, hunt.kits):
        found = replace(held.found, rank=hunt.rank)
        yield replace(hunt, held=replace(held, found=found), found=found)


def _looked_at(hunt: Hunt, gone: Event) -> Hunt:
    """With the faults that the first good sets would bring, of so many that bring none."""
    faults: dict[tuple[int, ...], Judgement | None] = {}
    assert hunt.found is not None
    for n in hunt.found.good.best:
        if gone.is_set() or sum(fault is None for fault in faults.values()) >= SHOWN:
            break
        faults[hunt.setting(int(n))] = brings_a_fault(hunt.a, taken(hunt.a.job, hunt.found, hunt.found.good.chosen[:, n]))
    return replace(hunt, faults=faults)


def _hunt(hunt: Hunt, off: Event, gone: Event, signals: _Signals) -> None:
    """In the other thread. off: go no further; gone: nobody listens."""
    try:
        for step in _steps(hunt):
            hunt = step
            if off.is_set():
                break
            signals.found.emit(hunt)
        hunt, found = _looked_at(hunt, gone), hunt.found
        assert found is not None
        if not found.fallen.standing and hunt.kits is None and found.total <= RELAXED_UP_TO and not off.is_set():
            hunt = replace(hunt, opens=tuple(what_opens(hunt.a, hunt.wishes)))
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
        self._began = 0.0
        self._work: Future[None] | None = None
        self._signals = _Signals()

    @property
    def under_way(self) -> bool:
        """Whether it still goes on."""
        return self.hunt is not None and not self.hunt.ended and not self._off.is_set()

    @property
    def to_go_s(self) -> float:
        """How long it will go on, by how it went so far."""
        found = None if self.hunt is None else self.hunt.found
        if found is None or not self.under_way:
            return 0.0
        return (time.monotonic() - self._began) * (found.total - found.tried) / found.tried

    def start(self, hunt: Hunt) -> None:
        """A new search in place of the last; says nothing before it has found something."""
        self.stop()
        self._off, self._gone, self._signals = Event(), Event(), _Signals()
        self._signals.found.connect(self._take)
        self._signals.failed.connect(self._fail)
        self.hunt, self._began = hunt, time.monotonic()
        self._work = POOL.submit(_hunt, hunt, self._off, self._gone, self._signals)

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
