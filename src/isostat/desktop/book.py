"""The window of a shop's book: the jobs of a folder, looked for, opened, started anew; what is due, and what they teach."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from datetime import date
from pathlib import Path

from PyQt6.QtCore import QFileSystemWatcher, QObject, Qt, QTimer, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QFileDialog, QHBoxLayout, QLabel, QLineEdit, QPushButton, QTableWidgetItem, QWidget

from isostat.book.book import Book
from isostat.book.like import start_like
from isostat.book.summary import Summary
from isostat.book.teaches import Teaches, teaches
from isostat.desktop.background import POOL
from isostat.desktop.pieces.lookup import Lookup
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.theme import Theme
from isostat.job.files import JobFault, read_job
from isostat.job.save import save_job
from isostat.language import tr
from isostat.units.unit import Preset
from isostat.wording.book import KEPT, say_due_now, say_lesson, say_name

SETTLES_MS = 300  # whoever writes a file may do so in several goes
PATH = Qt.ItemDataRole.UserRole


class _Signals(QObject):
    read = pyqtSignal(object, object)  # summaries, what they teach
    failed = pyqtSignal(str)


def _read(folder: Path, signals: _Signals) -> None:
    """In the other thread."""
    try:
        with Book(folder, date.today()) as book:
            every = book.summaries()
    except (JobFault, OSError, sqlite3.Error) as fault:
        signals.failed.emit(tr("The jobs cannot be read: {why}.", why=str(fault)))
        return
    signals.read.emit(every, teaches(every))


class BookWindow(Lookup):
    """folder: whose jobs are shown. open_job: opens one in the window of jobs. It follows the folder, and writes over no job."""

    def __init__(self, parent: QWidget, theme: Theme, preset: Preset, folder: Path, open_job: Callable[[Path], object]) -> None:
        heads = (tr("Job"), tr("Springs"), tr("First reading"), tr("Due now"))
        super().__init__(parent, theme, tr("Shop book: {folder}", folder=folder.name), heads, (260, 250, 150), (940, 620))
        self.folder, self._preset, self._open_job = folder, preset, open_job
        self.every: tuple[Summary, ...] = ()
        self.taught = Teaches(0, 0, ())
        self.sought, self.due_only, self.learnt = QLineEdit(), QPushButton(tr("Due now only")), QLabel(tr("Reading the jobs."))
        self.sought.setPlaceholderText(tr("Vehicle, number, notes, part; “missed” for those outside the band"))
        self.sought.setAccessibleName(tr("Find a job"))
        self.learnt.setTextFormat(Qt.TextFormat.PlainText)
        self.learnt.setWordWrap(True)
        self._open, self._like = QPushButton(tr("Open")), QPushButton(tr("Start like this…"))
        self.count_in = QCheckBox(tr("Count in what the book says"))
        top, foot = QHBoxLayout(), QHBoxLayout()
        top.addWidget(self.sought, 1)
        top.addWidget(self.due_only)
        foot.addWidget(self.learnt, 1)
        for last in (self.count_in, self._like, self._open):
            foot.addWidget(last)
        for widget in (self.sought, self.due_only, self.learnt, self.count_in, self._like, self._open):
            widget.setFont(theme.font(14))
        self.due_only.setCheckable(True)
        restyle(self._open, button_style(theme, filled=True))
        for button in (self.due_only, self._like):
            restyle(button, button_style(theme, filled=False))
        self.lines.addLayout(top)
        self.lines.addWidget(self.table)
        self.lines.addLayout(foot)
        self.sought.textChanged.connect(self._show)
        self.due_only.toggled.connect(self._show)
        self.table.itemActivated.connect(lambda _: self._open_chosen())
        self._open.clicked.connect(self._open_chosen)
        self._like.clicked.connect(self._ask_like)
        self._signals = _Signals()
        self._signals.read.connect(self._take)
        self._signals.failed.connect(self.learnt.setText)
        self._settled = QTimer(self)
        self._settled.setSingleShot(True)
        self._settled.setInterval(SETTLES_MS)
        self._settled.timeout.connect(self._look)
        self._watcher = QFileSystemWatcher(self)
        self._watcher.directoryChanged.connect(lambda _: self._settled.start())
        self._watcher.fileChanged.connect(lambda _: self._settled.start())
        self._look()

    def _look(self) -> None:
        """Reads what has changed, beside the window."""
        POOL.submit(_read, self.folder, self._signals)

    def _take(self, every: tuple[Summary, ...], taught: Teaches) -> None:
        self.every, self.taught = every, taught
        paths = [self.folder, *(self.folder / one.path for one in every)]
        wanted = {str(path) for path in (*paths, *(path.parent for path in paths[1:]))}
        fresh = wanted - {*self._watcher.files(), *self._watcher.directories()}
        if fresh:
            self._watcher.addPaths(sorted(fresh))
        told = [say_lesson(one, self._preset) for one in taught.told]
        said = {"kept": taught.kept, "n": taught.judged}
        kept = tr("Inside the band at the first reading: {kept} of {n} jobs.", **said)
        if not taught.judged:
            kept = tr("No job was read after fitting yet.")
        self.learnt.setText("\n".join([kept, *told]))
        self.count_in.setVisible(bool(told))
        self._show()

    def _show(self, *_: object) -> None:
        """Those that are looked for."""
        chosen = self._chosen()
        found = [one for one in self.every if one.holds(self.sought.text()) and (one.due or not self.due_only.isChecked())]
        self.table.setRowCount(len(found))
        for row, one in enumerate(found):
            parts = [part or kind for part, kind in zip(one.parts, one.kinds, strict=True)]
            words = (say_name(one), ", ".join(parts), one.fault or tr(KEPT[one.kept]), say_due_now(one))
            for column, text in enumerate(words):
                item = QTableWidgetItem(text)
                item.setData(PATH, one.path)
                self.table.setItem(row, column, item)
            if one.path == chosen:
                self.table.selectRow(row)
        if found and self._chosen() is None:
            self.table.selectRow(0)
        for button in (self._open, self._like):
            button.setEnabled(bool(found))

    def _chosen(self) -> str | None:
        """The file of the line that is chosen."""
        item = self.table.item(self.table.currentRow(), 0)
        return None if item is None else str(item.data(PATH))

    def _open_chosen(self) -> None:
        chosen = self._chosen()
        if chosen is not None:
            self._open_job(self.folder / chosen)

    def _ask_like(self) -> None:
        """Asks for a file, and starts a job like the chosen one in it."""
        chosen = self._chosen()
        if chosen is None:
            return
        kinds, never = tr("Jobs (*.json)"), QFileDialog.Option.DontConfirmOverwrite
        name, _ = QFileDialog.getSaveFileName(self, tr("Start like {job}", job=chosen), str(self.folder), kinds, options=never)
        if name:
            self.start_like(self.folder / chosen, Path(name).with_suffix(".json"))

    def start_like(self, path: Path, out: Path) -> None:
        """A job like another, opened in the window of jobs; nothing is written over."""
        if out.exists():
            self.learnt.setText(tr("{name} is there already. Enter another name.", name=out.name))
            return
        told = self.taught.told if self.count_in.isVisible() and self.count_in.isChecked() else ()
        try:
            save_job(start_like(read_job(path), out.stem, told), out)
        except (JobFault, OSError) as fault:
            why = fault.words(self._preset, 2) if isinstance(fault, JobFault) else str(fault.strerror or fault)
            self.learnt.setText(tr("{name} was not started. {why}", name=out.name, why=why))
            return
        self._open_job(out)


def ask_folder(parent: QWidget, last: str) -> Path | None:
    """The folder of a shop's jobs; None where none is chosen."""
    name = QFileDialog.getExistingDirectory(parent, tr("Folder of jobs"), last)
    return Path(name) if name else None
