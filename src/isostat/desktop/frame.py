"""The frame of the window: where steps, chips, sheet, findings, working and strip lie at its size and text."""

from __future__ import annotations

from PyQt6.QtCore import QRect, Qt, pyqtSignal
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QFrame, QScrollArea, QStackedWidget, QWidget
from typing_extensions import override

from isostat.desktop.far.view import FarView
from isostat.desktop.pieces.findings import Findings
from isostat.desktop.pieces.notice import Notice
from isostat.desktop.pieces.rail import Rail
from isostat.desktop.pieces.step_list import StepList
from isostat.desktop.pieces.strip import CornerStrip
from isostat.desktop.pieces.top_bar import TopBar
from isostat.desktop.pieces.working_panel import WorkingPanel
from isostat.desktop.theme import Theme

TOP, STEPS_WIDE, SIDE_WIDE, STRIP = 46, 172, 264, 116
FOLDED_STEPS, RAIL = 56, 34
SHEET_WIDE, SHEET_HIGH = 830, 508  # px at 100 % text, the least that a sheet is laid out for
WORKING = 216  # px of the working at least, at 100 % text
NARROW = 1200  # px of frame, at 100 % text, below which the findings fold to a rail


class Frame(QWidget):
    """All parts of the window. findings_open: whether folded findings are drawn over the sheet."""

    resized = pyqtSignal()

    def __init__(self) -> None:
        super().__init__()
        self.findings_open = False
        self.top, self.steps, self.findings = TopBar(self), StepList(self), Findings(self)
        self.working, self.strip = WorkingPanel(self), CornerStrip(self)
        self.pane = QScrollArea(self)  # where the text is too large for the window, the sheet keeps its size and scrolls
        self.pane.setFrameShape(QFrame.Shape.NoFrame)
        self.pane.setWidgetResizable(True)
        self.pane.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.stack = QStackedWidget()
        self.pane.setWidget(self.stack)
        self.rail, self.far = Rail(self), FarView(self)
        self.far.hide()
        self.notice = Notice(self)

    def arrange(self, theme: Theme) -> None:
        """Findings fold where the frame is narrow for the text, steps too where the text is large."""
        w, h = self.width(), self.height()
        narrow = w < NARROW * theme.scale
        folded = narrow and theme.scale > 1.0
        top, strip = round(theme.px(TOP)), round(theme.px(STRIP))
        left = round(theme.px(FOLDED_STEPS if folded else STEPS_WIDE))
        side = round(theme.px(SIDE_WIDE))
        rail = RAIL if narrow else side
        middle = h - top - strip
        self.top.setGeometry(0, 0, w, top)
        self.steps.setGeometry(0, top, left, middle)
        self.strip.setGeometry(0, h - strip, w, strip)
        self.stack.setMinimumSize(round(theme.px(SHEET_WIDE)), round(theme.px(SHEET_HIGH)))
        self.pane.setGeometry(left, top, w - left - rail, middle)
        self.far.setGeometry(0, 0, w, h)
        self.rail.setVisible(narrow)
        self.rail.setGeometry(w - RAIL, top, RAIL, middle)
        self._arrange_side(QRect(w - side - (RAIL if narrow else 0), top, side, middle), theme, narrow=narrow)
        self.notice.place(self.middle())

    def _arrange_side(self, area: QRect, theme: Theme, *, narrow: bool) -> None:
        """Findings above, working below; over the sheet where they are folded and asked for."""
        seen, middle = not narrow or self.findings_open, area.height()
        working = min(max(round(theme.px(WORKING)), round(self.working.high)), middle * 2 // 3)
        self.findings.setVisible(seen)
        self.working.setVisible(seen)
        self.findings.setGeometry(area.x(), area.y(), area.width(), middle - working)
        self.working.setGeometry(area.x(), area.bottom() + 1 - working, area.width(), working)
        if narrow and seen:
            self.findings.raise_()
            self.working.raise_()

    def middle(self) -> QRect:
        """Between the top bar and the strip, or all of the far view."""
        return self.far.geometry() if self.far.isVisible() else self.pane.geometry()

    @override
    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self.resized.emit()
