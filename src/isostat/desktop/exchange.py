"""What comes in and goes out beside the job file: readings as CSV, lists of parts, pictures, all that is printed."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, date, datetime
from pathlib import Path
from typing import TypeVar

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtGui import QGuiApplication, QImageReader
from PyQt6.QtWidgets import QFileDialog, QWidget

from isostat.answers.calendar import due_calendar
from isostat.answers.card import card_page
from isostat.answers.card_order import order_lines
from isostat.assess.log.due import due
from isostat.catalogue.sheet import Sheet as PartSheet
from isostat.desktop.catalogue import Catalogue
from isostat.desktop.document import Document
from isostat.desktop.paper.measuring_sheet import write_sheet
from isostat.desktop.pieces.thumbnail import thumbnail
from isostat.job.edits import paths as edits
from isostat.job.edits.log import add_picture
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault
from isostat.job.pictures import with_places_from, with_whole_places
from isostat.job.save import write_whole
from isostat.job.schema import Job
from isostat.job.springs import parts
from isostat.job.tables.log_csv import log_csv, with_log
from isostat.job.tables.reader import read_table
from isostat.job.tables.readings_csv import measurements_csv, with_measurements
from isostat.job.tables.shock_list import shock_list
from isostat.job.tables.spring_table import spring_table
from isostat.language import tr
from isostat.units.format import many
from isostat.units.unit import Preset
from isostat.wording.due import say_undated
from isostat.wording.reader import Reader

T = TypeVar("T")


class Exchange(QObject):
    """Asks where from and where to; what comes in is one step that can be undone, what fails is said in words."""

    edited = pyqtSignal(object, str, int)  # Edit, words, gesture
    said = pyqtSignal(str)
    refused = pyqtSignal(str)

    def __init__(self, document: Document, units: Callable[[], Preset], lists: Catalogue, window: QWidget) -> None:
        super().__init__(window)
        self._lists = lists
        lists.reading.connect(self._say_far)
        lists.read.connect(self._say_read)
        lists.failed.connect(self._say_not_read)
        self._document, self._units, self._window = document, units, window

    def ask_sheet(self, page: str) -> None:
        """Asks where to, and writes a measuring sheet to print."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Measuring sheet"), "measuring-sheet.pdf", tr("PDF (*.pdf)"))
        if name:
            self.sheet_out(Path(name), page)

    def sheet_out(self, path: Path, page: str) -> None:
        """Writes a measuring sheet; what fails is said in words."""
        try:
            write_sheet(self._document.job, path, page, self._units())
        except OSError as fault:
            self.refused.emit(tr("{file} was not written: {why}.", file=path.name, why=fault.strerror or fault))

    def ask_sides(self, page: str) -> None:
        """Asks where to, and writes the proposals side by side to print."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Compare proposals"), "proposals.pdf", tr("PDF (*.pdf)"))
        if name:
            self.sides_out(Path(name), page)

    def sides_out(self, path: Path, page: str) -> None:
        """Writes the proposals side by side; what fails is said in words."""
        from isostat.desktop.spring.side_by_side_page import write_sides  # noqa: PLC0415 - wanted only for paper

        document = self._document
        try:
            write_sides(document.assessment, path, page, Reader(document.job, self._units()))
        except OSError as fault:
            self.refused.emit(tr("{file} was not written: {why}.", file=path.name, why=fault.strerror or fault))

    def ask_card(self, kind: str) -> None:
        """Asks where to, and writes the job card: "pdf", "html", its "cab" card, the "customer" sheet, or what is to "order".

        "message" copies what is to be ordered, for a message.
        """
        if kind == "message":
            self._copy_order()
            return
        web = tr("Web page (*.html)")
        ends = {"pdf": ("job-card.pdf", tr("PDF (*.pdf)")), "html": ("job-card.html", web), "cab": ("cab-card.html", web),
                "customer": ("customer.html", web), "order": ("order.csv", tr("Tables (*.csv)"))}  # fmt: skip
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Job card"), *ends[kind])
        if name:
            self.card_out(kind, Path(name))

    def _copy_order(self) -> None:
        document, board = self._document, QGuiApplication.clipboard()
        if board is not None:
            page = card_page(document.assessment, Reader(document.job, self._units()))
            head = tr("Order for job {number}, {title}", number=page.number, title=page.title)
            board.setText("\n".join([head, *order_lines(page.buy)]))
            self.said.emit(tr("The order was copied: paste it into a message."))

    def card_out(self, kind: str, path: Path) -> None:
        """Writes the job card; what fails is said in words."""
        from isostat.desktop.paper.card_pdf import card_file  # noqa: PLC0415 - wanted only for paper

        document = self._document
        try:
            card_file(kind, document.assessment, path, Reader(document.job, self._units()))
        except OSError as fault:
            self.refused.emit(tr("{file} was not written: {why}.", file=path.name, why=fault.strerror or fault))
        else:
            self.said.emit(tr("{file} was written.", file=path.name))

    def ask_readings_out(self) -> None:
        """Asks where to, and writes the readings as CSV."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Export readings"), "readings.csv", tr("Tables (*.csv)"))
        if name:
            self.readings_out(Path(name))

    def readings_out(self, path: Path) -> None:
        """Writes the readings as CSV; what fails is said in words."""
        self._written(path, measurements_csv(self._document.job, self._units()))

    def _written(self, path: Path, text: str) -> bool:
        """Whether a file could be written; what fails is said in words."""
        try:
            write_whole(path, text)
        except OSError as fault:
            self.refused.emit(tr("{file} was not written: {why}.", file=path.name, why=fault.strerror or fault))
            return False
        return True

    def ask_log_out(self) -> None:
        """Asks where to, and writes the log as CSV."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Export log"), "log.csv", tr("Tables (*.csv)"))
        if name:
            self.log_out(Path(name))

    def log_out(self, path: Path) -> None:
        """Writes the log as CSV; what fails is said in words."""
        self._written(path, log_csv(with_places_from(self._document.job, path.parent), self._units()))

    def ask_due_out(self) -> None:
        """Asks where to, and writes what is due as a calendar."""
        name, _ = QFileDialog.getSaveFileName(self._window, tr("Export due dates"), "due.ics", tr("Calendars (*.ics)"))
        if name:
            self.due_out(Path(name))

    def due_out(self, path: Path) -> None:
        """Writes what is due and has a day; what goes by distance, and has none yet, is said."""
        job = self._document.job
        rechecks = due(job, date.today())
        if self._written(path, due_calendar(job, rechecks, datetime.now(UTC))):
            self.said.emit(say_undated(rechecks))

    def ask_log_in(self) -> None:
        """Asks for a CSV and takes its entries in, as one step that can be undone."""
        name, _ = QFileDialog.getOpenFileName(self._window, tr("Import log"), "", tr("Tables (*.csv)"))
        if name:
            self.log_in(Path(name))

    def log_in(self, path: Path) -> None:
        """Takes in the entries of a CSV; one with faults changes nothing and is refused by line."""
        job = self._taken(path, self._with_log_of(path))
        if job is not None:
            self.edited.emit(lambda _: job, tr("log of {file}", file=path.name), -1)

    def _with_log_of(self, path: Path) -> Callable[[str], Job]:
        job, units = self._document.job, self._units()
        return lambda text: with_whole_places(with_log(job, text, path.name, units), path.parent)

    def ask_file(self, what: str, axle: int) -> None:
        """Asks for a CSV and takes it in: the tested "spring table" of an axle's progressive springs, or a list of "shocks".

        Of a job card, "card pdf" and its like, asks where to. Of a "picture" of the log's nth entry, axle is the wheel, or −1.
        """
        if what.startswith("card "):
            self.ask_card(what.removeprefix("card "))
            return
        if what.startswith("picture "):
            self.ask_picture(int(what.removeprefix("picture ")), axle)
            return
        titles = {"shocks": tr("Import a list of shocks"), "parts": tr("Import a list of parts")}
        title = titles.get(what, tr("Import a spring test table"))
        name, _ = QFileDialog.getOpenFileName(self._window, title, "", tr("Tables (*.csv)"))
        if name and what == "shocks":
            self.shocks_in(Path(name))
        elif name and what == "parts":
            self.parts_in(Path(name))
        elif name:
            self.spring_table_in(Path(name), axle)

    def ask_picture(self, n: int, wheel: int) -> None:
        """Asks for a picture of a wheel, by its place among all, or with −1 of the whole vehicle."""
        known = " ".join(f"*.{bytes(kind.data()).decode()}" for kind in QImageReader.supportedImageFormats())
        title = tr("Picture for the log")
        name, _ = QFileDialog.getOpenFileName(self._window, title, "", tr("Pictures ({known})", known=known))
        if name:
            self.picture_in(Path(name), n, wheel)

    def picture_in(self, path: Path, n: int, wheel: int) -> None:
        """Keeps where a picture is, as long as it can be shown."""
        if thumbnail(path) is None:
            self.refused.emit(tr("{file} is not a picture that can be shown. Choose a JPEG or PNG file.", file=path.name))
            return
        axle, side = (None, None) if wheel < 0 else divmod(wheel, 2)
        self.edited.emit(lambda job: add_picture(job, n, str(path.absolute()), axle, side), tr("picture"), -1)

    def parts_in(self, path: Path) -> None:
        """Takes in the good lines of a list of parts, beside the window; what was left out is said by line."""
        self.refused.emit(tr("{file}: importing…", file=path.name))
        self._lists.add(path, self._units())

    def _say_far(self, name: str, parts: int, of: int) -> None:
        self.refused.emit(tr("{file}: {parts} of {all} parts imported", file=name, parts=many(parts), all=many(of)))

    def _say_read(self, name: str, sheet: PartSheet | None) -> None:
        if sheet is None:
            self.refused.emit(tr("{file} is held already as it is.", file=name))
            return
        said = {"file": name, "n": sheet.left_out, "taken": many(len(sheet.parts))}
        why = " ".join(line.words(self._units()) for line in (*sheet.faults, *sheet.doubts)[:2])
        words = tr("{file}: {taken} parts imported.", **said)
        if sheet.left_out:
            words = tr("{file}: {taken} parts imported, {n} lines left out.", **said)
        self.refused.emit(f"{words} {why}".strip())

    def _say_not_read(self, fault: JobFault) -> None:
        self.refused.emit(tr("{file} was not imported. {why}", file=fault.source, why=fault.words(self._units(), 2)))

    def spring_table_in(self, path: Path, axle: int) -> None:
        """Takes in a spring's table; one with faults changes nothing and is refused by line."""
        rows = self._taken(path, lambda text: spring_table(text, path.name, self._units()))
        if rows is not None:
            self.edited.emit(lambda job: parts.put_table(job, axle, rows), tr("spring test table {file}", file=path.name), -1)

    def _taken(self, path: Path, read: Callable[[str], T]) -> T | None:
        """What `read` makes of a file's text; None, and said in words, where the file or its lines cannot be."""
        try:
            return read(read_table(path))
        except JobFault as fault:
            self.refused.emit(tr("{file} was not imported. {why}", file=fault.source, why=fault.words(self._units(), 2)))
        return None

    def shocks_in(self, path: Path) -> None:
        """Takes in a list of shocks; one with faults changes nothing and is refused by line."""
        rows = self._taken(path, lambda text: shock_list(text, path.name, self._units()))
        if rows is not None:
            plain = [row.model_dump() for row in rows]
            self.edited.emit(lambda job: edits.put(job, path_to(JOB.shocks), plain), tr("shocks of {file}", file=path.name), -1)

    def ask_readings_in(self) -> None:
        """Asks for a CSV and takes its readings in, as one step that can be undone."""
        name, _ = QFileDialog.getOpenFileName(self._window, tr("Import readings"), "", tr("Tables (*.csv)"))
        if name:
            self.readings_in(Path(name))

    def readings_in(self, path: Path) -> None:
        """Takes in the readings of a CSV; one with faults changes nothing and is refused by line and column."""
        changed = self._taken(path, lambda text: with_measurements(self._document.job, text, path.name, self._units()))
        if changed is not None:
            self.edited.emit(lambda _: changed, tr("readings of {file}", file=path.name), -1)
