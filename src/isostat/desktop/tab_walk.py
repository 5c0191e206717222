"""Where Tab stops in the window, by what a hand wants next."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication, QWidget

from isostat.desktop.frame import Frame
from isostat.desktop.pieces.sheet import Sheet


def stops(frame: Frame, sheet: Sheet) -> list[QWidget]:
    """Cases, steps, the fields of the sheet and its other numbers, findings, working, strip.

    What is no field and lies in one group is one stop; arrow keys walk inside.
    """
    seen = [part for part in (frame.rail, frame.findings, frame.working, frame.strip) if part.isVisible()]
    behind = [part for part in seen if not isinstance(part, Sheet) or part.stop() is not None]
    groups = [
        frame.top.stop(),
        frame.steps.stop(),
        *sheet.focus_chain(),
        *(p.stop() if isinstance(p, Sheet) else p for p in behind),
    ]
    return [stop for stop in groups if stop is not None]


def walk(frame: Frame, sheet: Sheet, *, ahead: bool) -> None:
    """To the next stop, or the last."""
    all_stops, here = stops(frame, sheet), QApplication.focusWidget()
    at = all_stops.index(here) if here in all_stops else None
    to = all_stops[(at + (1 if ahead else -1)) % len(all_stops)] if at is not None else all_stops[0 if ahead else -1]
    to.setFocus(Qt.FocusReason.TabFocusReason if ahead else Qt.FocusReason.BacktabFocusReason)
