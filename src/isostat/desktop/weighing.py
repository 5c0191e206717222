"""Weights read off the scales: into the log's entry where that is on screen, else under the vehicle as found."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QObject, QSettings, pyqtSignal
from PyQt6.QtWidgets import QInputDialog, QWidget

from isostat.desktop.document import Document
from isostat.desktop.scales_line import ScalesLine
from isostat.devices.scales import pad_names
from isostat.job.edits.log import put_weights
from isostat.job.schema import Job
from isostat.job.weighing import put_pads
from isostat.language import tr
from isostat.units.parse import quoted


class Weighing(QObject):
    """What comes in is one step that can be undone, what fails is said in words. entry: of the log on screen, None elsewhere."""

    edited = pyqtSignal(object, str, int)  # Edit, words, gesture
    said = pyqtSignal(str)
    refused = pyqtSignal(str)

    def __init__(self, document: Document, settings: QSettings, entry: Callable[[], int | None], window: QWidget) -> None:
        super().__init__(window)
        self._document, self._settings, self._entry, self._window = document, settings, entry, window
        self._read: list[list[float]] = []  # of this job, for one place
        self._for: int | None = None  # the log's entry that they are for
        self._line: ScalesLine | None = None

    def forget(self) -> None:
        """Another job is open: what was read, or is being read, was of another vehicle."""
        self._read = []
        if self._line is not None:
            self._line.give_up()

    def ask(self) -> None:
        """Asks where the scales are, and reads them."""
        known, title = str(self._settings.value("scales", "localhost:8107")), tr("Read scales")
        if self._entry() is not None:
            title = tr("Read scales into the log")
        words = tr("Level the pads, disconnect bar links, roll it. Scales at host:port")
        place, sure = QInputDialog.getText(self._window, title, words, text=known)
        if sure:
            self.read(place)

    def read(self, place: str) -> None:
        """Reads all pads at a place such as localhost:8107; the mean with earlier readings for the same place is taken."""
        host, _, port = place.strip().rpartition(":")
        if not host or not re.fullmatch(r"[0-9]{1,5}", port) or not 0 < int(port) < 65_536:
            self.refused.emit(tr("“{typed}” is not a scales address. Use host:port, e.g. localhost:8107.", typed=quoted(place)))
            return
        self._settings.setValue("scales", place.strip())
        if self._line is not None:
            self._line.give_up()
        self._line = ScalesLine(pad_names(len(self._document.job.vehicle.axles)), self)
        self._line.waits.connect(self.said)
        self._line.failed.connect(self.refused)
        self._line.read.connect(partial(self._take, self._entry()))
        self._line.open(host.strip("[]"), int(port))

    def _take(self, entry: int | None, masses: dict[str, float]) -> None:
        """One more reading of all pads; as one step, since a pad alone means little."""
        if entry != self._for:
            self._read, self._for = [], entry
        self._read.append(list(masses.values()))
        means = [sum(column) / len(self._read) for column in zip(*self._read, strict=True)]

        def change(job: Job) -> Job:
            return put_pads(job, means) if entry is None else put_weights(job, entry, means)

        self.edited.emit(change, tr("scale readings"), -1)
        if len(self._read) == 1:
            self.said.emit(tr("Weighed once. Roll half a wheel turn, bounce, weigh again: readings are averaged."))
        else:
            self.said.emit(tr("Average of {n} readings.", n=len(self._read)))
