"""Nothing cut, nothing overlapping: every step, sizes, text, units and themes pairwise, measured on the laid-out widgets."""

from __future__ import annotations

import pytest
from PyQt6.QtCore import QRect
from PyQt6.QtWidgets import QComboBox, QLabel, QLineEdit, QPushButton, QWidget

from isostat.core.findings.judgement import Step
from isostat.desktop.pieces.sheet import Number, Sheet
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo

# (width, height, text, units, theme, case): every pair of values stands together at least once for the first four
SETTINGS = [
    (1100, 700, 1.0, "mm kg N/mm bar", "light", 4),
    (1100, 700, 1.0, "in lb lb/in psi", "dark", 0),
    (1280, 800, 1.0, "mm kg lb/in psi", "light", 3),
    (1280, 800, 1.0, "mm N", "dark", 4),
    (1920, 1080, 1.0, "in lb lb/in psi", "light", 2),
    (1920, 1080, 1.5, "mm kg N/mm bar", "dark", 4),
    (1650, 1050, 1.5, "in lb lb/in psi", "light", 1),
    (1920, 1080, 1.5, "mm N", "light", 3),
]
SLACK = 4  # px that the empty edges of two line boxes may share


def _ink(widget: QWidget) -> QRect:
    """Where a widget's text or frame stands, in its parent; labels without their empty line edges."""
    box = widget.geometry()
    if isinstance(widget, QLabel):
        room = box.height() - widget.fontMetrics().ascent() if not widget.wordWrap() else 4
        box = box.adjusted(0, min(max(room // 2, 0), 9), 0, -min(max(room // 2, 0), 9))
    return box


def faults(window: MainWindow) -> list[str]:
    found = []
    sheets: list[Sheet] = [window.sheets[window.step], window.strip, window.top, window.steps]
    if window.findings.isVisible():
        sheets += [window.findings, window.working]
    for sheet in sheets:
        kinds = Number | QLineEdit | QComboBox | QPushButton
        shown = [c for c in sheet.findChildren(QWidget) if isinstance(c, kinds) and c.isVisible() and c.parent() is sheet]
        shown = [c for c in shown if not c.objectName().startswith("step ") and (not isinstance(c, QLabel) or c.text())]
        for c in shown:
            if not sheet.rect().adjusted(-1, -2, 1, 2).contains(_ink(c)):
                found.append(f"{type(sheet).__name__}: {c.objectName()} leaves the sheet: {c.geometry()} of {sheet.rect()}")
            if isinstance(c, QLabel) and not c.wordWrap() and c.sizeHint().width() > c.width() + 1:
                found.append(f"{type(sheet).__name__}: {c.objectName()} is cut")
        for n, a in enumerate(shown):
            for b in shown[n + 1 :]:
                both = _ink(a).intersected(_ink(b))
                if both.width() > SLACK and both.height() > SLACK:
                    found.append(
                        f"{type(sheet).__name__}: {a.objectName()} and {b.objectName()} overlap by {both.width()} x {both.height()}"
                    )
    return found


@pytest.mark.parametrize(("width", "height", "text", "units", "theme", "case"), SETTINGS)
@pytest.mark.parametrize("job", ["hive-hauler", "new job"])
def test_no_text_is_cut_or_overlaps(open_window, job, width, height, text, units, theme, case) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job() if job == "new job" else demo(job))
    window.resize(width, height)
    window.use_units(units)
    if theme == "dark":
        window.turn_theme()
    while window.theme.scale < text:
        window.grow_text(1)
    wrong = []
    for step in Step:
        window.go(step)
        window.show_case(case)
        wrong += [f"{step}: {f}" for f in faults(window)]
    window.go(Step.MEASURE)
    for page in (1, 2):
        window.sheets[Step.MEASURE]._turn(page)
        wrong += [f"measure page {page}: {f}" for f in faults(window)]
    assert not wrong, "\n".join(wrong)
