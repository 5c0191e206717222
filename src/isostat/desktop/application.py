"""Starts Qt, the font and the window."""

from __future__ import annotations

import gc
import os
import sys
from pathlib import Path

import platformdirs
from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication

from isostat.desktop import background
from isostat.desktop.display import look_for_display
from isostat.desktop.net import Net, started
from isostat.desktop.theme import FAMILY, load_fonts
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.files import read_job
from isostat.job.save import stamp_of

AT_REST_MS = 2000  # after which the window has been painted and its first long answers are there


def run(path: Path | None) -> int:
    """Opens the window on a job, or on a blank one; returns Qt's exit status.

    Raises JobFault for a file that is none, NoDisplay without a screen.
    """
    look_for_display(os.environ)
    stamp = stamp_of(path) if path else None  # before it is read: whoever writes it until the window is there is noticed
    job = read_job(path) if path else blank_job()
    application = QApplication(sys.argv[:1])
    application.setApplicationName("Isostat")
    application.setStyle("Fusion")
    load_fonts()
    font = application.font()
    font.setFamily(FAMILY)
    application.setFont(font)
    state = platformdirs.user_state_path("isostat")
    net = Net(state / "reports")
    net.spread()
    keep = state / "unsaved"
    window = started(lambda: MainWindow(job, path, keep=keep, stamp=stamp), lambda: MainWindow(blank_job(), keep=keep), net)
    window.show()
    QTimer.singleShot(0, _sweep_again)
    QTimer.singleShot(AT_REST_MS, background.prepare)
    status = application.exec()
    window.leave()
    background.end()
    net.gather()
    window.document.undo.blockSignals(True)  # it empties itself as all goes away: there is nobody left to tell
    return status


def _sweep_again() -> None:
    """What was made while starting stays; what comes from now on is swept as usual."""
    gc.freeze()
    gc.enable()
