"""Text from a job is shown as text, wherever it is shown: no widget takes it for markup, nothing that it names is fetched."""

from __future__ import annotations

import os
import re
from pathlib import Path
from typing import Any

import pytest
from PyQt6.QtCore import QEvent, QPoint, QRectF, QSize, Qt
from PyQt6.QtGui import QAction, QHelpEvent, QPainter
from PyQt6.QtWidgets import QApplication, QLabel, QToolTip, QWidget
from pytestqt.qtbot import QtBot

import isostat.desktop
from isostat.assess.judgement import Step
from isostat.desktop.paper.measuring_sheet import draw_sheet
from isostat.desktop.pieces.working_panel import _Formula
from isostat.job.demos import demo
from isostat.job.files import JobFault, job_from
from isostat.job.schema import Job
from isostat.units.unit import DEFAULT_PRESET
from tests.desktop.logged_text import LogDevice

IMAGE = '<img src="{place}">'


@pytest.fixture(params=["hive-hauler", "survey-buggy", "dairy-trailer"])
def job(request: pytest.FixtureRequest, tmp_path: Path) -> Job:
    """A demo whose every free text would load a file, were it taken for markup: a pipe that never answers."""
    data = demo(request.param).model_dump(mode="json", exclude_none=True)
    image = IMAGE.format(place=tmp_path / "never")
    free = ("name", "title", "number", "read_on", "notes", "item", "case", "when", "note", "typed", "where", "light", "full",
            "rake_front", "rake_rear")  # fmt: skip

    def lay(value: Any, key: str = "") -> Any:
        if isinstance(value, dict):
            return {k: lay(v, k) for k, v in value.items()}
        if isinstance(value, list):
            return [lay(v, key) for v in value]
        return f"{image}{value}" if isinstance(value, str) and value and key in free else value

    try:
        return job_from(lay(data))
    except JobFault as fault:
        raise AssertionError(fault.faults) from None


def texts_of(widget: QWidget | QAction) -> list[str]:
    return [widget.toolTip(), widget.whatsThis(), widget.statusTip()]


def test_no_widget_takes_a_jobs_text_for_markup(open_window, job: Job, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    os.mkfifo(tmp_path / "never")
    window = open_window(job)
    window.filing._remember(tmp_path / "<b>bold.json")
    seen = 0
    for step in Step:
        window.go(step)
        window.show_case(len(job.cases) - 1)
        pages = {Step.STANCE: ("pose", "by case", "ways"), Step.SPRING: ("chart", "bench", "side by side")}.get(step, ("",))
        for page in pages:
            if page:
                window.sheets[step].turn(page)  # type: ignore[attr-defined]
            QApplication.processEvents()
            for widget in (*window.findChildren(QWidget), *window.findChildren(QAction)):
                for text in texts_of(widget):
                    assert "<" not in re.sub(r"^<qt>|</qt>$", "", text), f"{widget.objectName()}: {text}"
                    seen += "&lt;img" in text
                if isinstance(widget, QLabel) and not isinstance(widget, _Formula):
                    assert widget.textFormat() is Qt.TextFormat.PlainText, widget.objectName()
    assert seen > 5, "the job's text is on hover somewhere"
    window._say_refused(job.title)
    assert window.notice.text() == job.title and window.notice.textFormat() is Qt.TextFormat.PlainText


def test_the_word_of_a_cases_sign_is_shown_as_text(open_window, job: Job, monkeypatch: pytest.MonkeyPatch) -> None:  # type: ignore[no-untyped-def]
    window = open_window(job)
    window.go(Step.LOAD)
    shown: list[str] = []
    monkeypatch.setattr(QToolTip, "showText", lambda at, text, over: shown.append(text))
    for sheet in (window.strip, window.top, *window.sheets.values()):
        for at, _ in sheet.signs:
            QApplication.sendEvent(sheet, QHelpEvent(QEvent.Type.ToolTip, at.toPoint(), QPoint(0, 0)))
    assert shown and all("<img" not in text for text in shown)


def test_a_printed_page_writes_it_out(job: Job, qtbot: QtBot) -> None:
    device = LogDevice(QSize(800, 1100))
    with QPainter(device) as painter:
        draw_sheet(painter, QRectF(0, 0, 800, 1100), job, DEFAULT_PRESET)
    assert any("<img" in painted.text for painted in device.log.texts)


def test_only_one_way_leads_to_what_is_said_on_hover() -> None:
    """Whoever sets a tip does it by the one function that shows text as text."""
    root = Path(isostat.desktop.__file__).parent
    way = re.compile(r"setToolTip\(|setHtml\(|RichText")
    others = [p.name for p in root.rglob("*.py") if way.search(p.read_text()) and p.name != "plain.py"]
    assert sorted(others) == ["card_pdf.py", "working_panel.py"], (
        "a template that escapes; the formula of a working, of the program"
    )
