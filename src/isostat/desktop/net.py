"""What nobody caught: the open work is copied first, then a report is written, then it is said; the program lives on."""

from __future__ import annotations

import os
import platform
import signal
import socket
import sys
import threading
import time
import traceback
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from types import FrameType, TracebackType

from PyQt6 import sip
from PyQt6.QtCore import PYQT_VERSION_STR, QT_VERSION_STR, QObject, QSocketNotifier, QTimer, pyqtSignal
from PyQt6.QtGui import QGuiApplication, QSessionManager
from PyQt6.QtWidgets import QApplication, QMessageBox

from isostat import __version__
from isostat.desktop.pieces.question import box_in
from isostat.desktop.window import MainWindow
from isostat.job.save import write_whole
from isostat.language import tr

MOST_REPORTS = 20  # files, the newest
LAST_EDITS = 20
LEAVES = {signal.SIGTERM: 0, signal.SIGHUP: 0, signal.SIGINT: 130}  # with which status


class Net(QObject):
    """Under all that runs: uncaught exceptions of slots, paints, timers and threads, and signals that ask the program to go."""

    _fell = pyqtSignal(str)  # a traceback, from whichever thread

    def __init__(self, reports: Path) -> None:
        super().__init__()
        self._reports, self._seen = reports, set[str]()
        self._window: MainWindow | None = None
        self._box: QMessageBox | None = None
        self._fell.connect(self._take)
        self._here, self._there = socket.socketpair()
        self._woken: QSocketNotifier | None = None

    def spread(self) -> None:
        """Catches from now on."""
        sys.excepthook = self._caught
        threading.excepthook = lambda fell: self._caught(fell.exc_type, fell.exc_value, fell.exc_traceback)
        for sock in (self._here, self._there):
            sock.setblocking(False)
        signal.set_wakeup_fd(self._there.fileno(), warn_on_full_buffer=False)  # Python hears a signal only between its own steps
        self._woken = QSocketNotifier(sip.voidptr(self._here.fileno()), QSocketNotifier.Type.Read, self)
        self._woken.activated.connect(self._hear)
        for sign in LEAVES:
            signal.signal(sign, self._leave)
        application = QGuiApplication.instance()
        if isinstance(application, QGuiApplication):
            application.commitDataRequest.connect(self._commit)

    def gather(self) -> None:
        """Catches no more."""
        signal.set_wakeup_fd(-1)
        for sign in LEAVES:
            signal.signal(sign, signal.SIG_DFL)
        sys.excepthook, threading.excepthook = sys.__excepthook__, threading.__excepthook__

    def under(self, window: MainWindow) -> None:
        """The window whose work is kept, and in which it is said."""
        self._window = window

    # -- exceptions
    def _caught(self, kind: type[BaseException], fault: BaseException | None, trace: TracebackType | None) -> None:
        if issubclass(kind, KeyboardInterrupt):
            self._leave(signal.SIGINT, None)
            return
        text = "".join(traceback.format_exception(kind, fault, trace))
        if threading.current_thread() is threading.main_thread():
            self._take(text)
        else:
            self._fell.emit(text)

    def _take(self, text: str) -> None:
        self.keep()
        if text in self._seen:  # as a paint that fails does, again and again
            return
        self._seen.add(text)
        report = self._report(text)
        if self._window is None:
            words = [tr("Isostat cannot open its window.")]
            if report is not None:
                words.append(tr("Details were written to {file}", file=report))
            sys.stderr.write(" ".join(words) + "\n")
            return
        QTimer.singleShot(0, lambda: self._say(report))  # not from within what fell

    def keep(self) -> None:
        """Copies the open work aside, whatever else is broken."""
        if self._window is not None and self._window.safe is not None:
            with suppress(Exception):
                self._window.safe.copy_now()

    def _report(self, text: str) -> Path | None:
        """Writes what fell; where it stands, or None where no file can be written."""
        versions = f"Python {platform.python_version()}, Qt {QT_VERSION_STR}, PyQt {PYQT_VERSION_STR}"
        system = f"{platform.platform()}, {QGuiApplication.platformName()}"
        lines = [f"Isostat {__version__}, {versions}", system, time.strftime("%Y-%m-%d %H:%M:%S"), "", text]
        if self._window is not None:
            stack = self._window.document.undo
            last = [stack.text(n) for n in range(max(stack.index() - LAST_EDITS, 0), stack.index())]
            lines += ["Last edits, the newest last:", *(f"  {words}" for words in last)]
        place = self._reports / f"report-{time.strftime('%Y%m%d-%H%M%S')}-{os.getpid()}-{len(self._seen)}.txt"
        try:
            self._reports.mkdir(parents=True, exist_ok=True, mode=0o700)
            write_whole(place, "\n".join(lines) + "\n", private=True)
            for old in sorted(self._reports.glob("report-*.txt"))[:-MOST_REPORTS]:
                old.unlink(missing_ok=True)
        except OSError:
            sys.stderr.write(text)
            return None
        return place

    def _say(self, report: Path | None) -> None:
        """A calm sentence in the window; one box for all that falls while it stands."""
        window = self._window
        if window is None or self._box is not None:
            return
        if window.safe is not None and window.safe.writable:
            words = tr("Something went wrong. A backup of your work was made; you can continue.")
        else:
            words = tr("Something went wrong. Save your work now; then you can continue.")
        if report is not None:
            words += "\n\n" + tr("Details were written to {file}", file=report)
        box = box_in(window, QMessageBox.Icon.Warning, words)
        box.setObjectName("fell")
        save = box.addButton(tr("Save as…"), QMessageBox.ButtonRole.ActionRole)
        box.setDefaultButton(box.addButton(tr("Continue"), QMessageBox.ButtonRole.RejectRole))
        if save is not None:
            save.clicked.connect(window.filing.save_as)
        box.finished.connect(self._said)
        self._box = box
        box.open()

    def _said(self) -> None:
        if self._box is not None:
            self._box.deleteLater()
            self._box = None

    # -- being asked to go
    def _hear(self) -> None:
        """Empties the wire; that Python runs at all lets it call what a signal asked for."""
        with suppress(OSError):
            self._here.recv(64)

    def _leave(self, sign: int, _frame: FrameType | None) -> None:
        self.keep()
        QApplication.exit(LEAVES[signal.Signals(sign)])

    def _commit(self, _session: QSessionManager) -> None:
        """The session ends."""
        self.keep()


def started(make: Callable[[], MainWindow], otherwise: Callable[[], MainWindow], net: Net) -> MainWindow:
    """The window; where making it falls, the other one, and it is said."""
    try:
        window = make()
    except Exception as fault:  # whatever it is: a vehicle is beside the tuner, and the program must open
        window = otherwise()
        net.under(window)
        sys.excepthook(type(fault), fault, fault.__traceback__)
        return window
    net.under(window)
    return window
