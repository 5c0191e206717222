"""The lists of parts of a person: the ones that ship and those that were imported, kept from one day to the next."""

from __future__ import annotations

import tempfile
from functools import cached_property
from pathlib import Path

from PyQt6.QtCore import QObject, pyqtSignal

from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.kinds.every import OFFERED
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.catalogue.sheet import Sheet
from isostat.catalogue.shipped import SHIPPED, shipped
from isostat.desktop.background import POOL
from isostat.job.files import JobFault
from isostat.units.unit import Preset

SHELF = "shelf"


class _Signals(QObject):
    far = pyqtSignal(str, int, int)
    read = pyqtSignal(str, object)
    failed = pyqtSignal(object)


class Catalogue(QObject):
    """Parts by kind. place: of the index; where it cannot be kept there, one that goes with the program."""

    changed = pyqtSignal()
    reading = pyqtSignal(str, int, int)  # file, parts so far, of how many
    read = pyqtSignal(str, object)  # file, its list; None: held already as it is
    failed = pyqtSignal(object)

    def __init__(self, place: Path, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._wanted = place
        self._lost: tempfile.TemporaryDirectory[str] | None = None
        self._held: dict[str, Parts] = {}
        self._searchable: dict[str, Parts] = {}
        self._signals = _Signals()
        self._signals.far.connect(self.reading)
        self._signals.read.connect(self._take)
        self._signals.failed.connect(self.failed)

    @cached_property
    def _place(self) -> Path:
        """Where the index is, made when it is first wanted."""
        place = self._wanted
        try:
            place.parent.mkdir(parents=True, exist_ok=True)
            with Index(place) as index:
                index.hold(*_shipped(SHELF))
        except OSError:
            self._lost = tempfile.TemporaryDirectory(prefix="isostat-")
            place = Path(self._lost.name) / "lists.db"
        return place

    def parts(self, kind: str) -> Parts:
        """All parts of a kind."""
        if kind not in self._held:
            with Index(self._place) as index:
                for name in (kind, SHELF):
                    index.hold(*_shipped(name))
                self._held[kind] = index.parts(kind)
        return self._held[kind]

    def searchable(self, kind: str) -> Parts:
        """Those of which the list says enough."""
        if kind not in self._searchable:
            self._searchable[kind] = (OFFERED | BESIDE)[kind].searchable(self.parts(kind))
        return self._searchable[kind]

    def imported(self) -> list[tuple[Path, int]]:
        """The lists that were imported, with how many parts each has."""
        with Index(self._place) as index:
            return [(Path(source), n) for source, _, n in index.lists() if source not in SHIPPED.values()]

    def add(self, path: Path, preset: Preset) -> None:
        """Reads a list beside the window; says how far it is, then what it holds or why it cannot be read."""
        POOL.submit(_add, self._place, path, preset, self._signals)

    def drop(self, path: Path) -> None:
        """A list is no longer searched."""
        with Index(self._place) as index:
            index.drop(str(path))
        self._forget()

    def let_go(self) -> None:
        """Before the program goes."""
        if self._lost is not None:
            self._lost.cleanup()

    def _take(self, name: str, sheet: Sheet | None) -> None:
        self._forget()
        self.read.emit(name, sheet)

    def _forget(self) -> None:
        self._held, self._searchable = {}, {}
        self.changed.emit()


def _shipped(kind: str) -> tuple[Sheet, str]:
    return shipped(kind), SHIPPED[kind]


def _add(place: Path, path: Path, preset: Preset, signals: _Signals) -> None:
    """In the other thread."""
    try:
        with Index(place) as index:
            sheet = index.add(path.resolve(), preset, lambda name, n, of: signals.far.emit(Path(name).name, n, of))
    except JobFault as fault:
        signals.failed.emit(fault)
        return
    signals.read.emit(path.name, sheet)
