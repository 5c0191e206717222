"""Nothing cut, nothing overlapping: every step, sizes, text, units and themes pairwise, by what is painted."""

from __future__ import annotations

import pytest
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtWidgets import QComboBox, QLabel, QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.setup.springs.stacked import seated_of
from isostat.desktop.measure.step import PAGES as MEASURE_PAGES
from isostat.desktop.measure.step import MeasureStep
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.number import Number
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.springs.pages import HELPER_PAGES
from isostat.desktop.stance.step import PAGES as STANCE_PAGES
from isostat.desktop.stance.step import StanceStep
from isostat.desktop.travel.step import PANELS, TravelStep
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from tests.desktop.hands import shown_at
from tests.desktop.logged_text import painted_texts, stroked_texts
from tests.jobs import (
    aided,
    counted_turns,
    guessed,
    hive_on_coils,
    leafed,
    limited,
    one_axle,
    past_its_travel,
    rival_proposals,
    shifted_sheet,
    squatted,
    three_axles,
    twisted,
    well_measured,
    wound_anew,
)

# (width, height, text, units, theme, case): every pair of values stands together at least once for the first four
SETTINGS = [
    (1100, 700, 1.5, "mm kg N/mm bar", "light", 4),
    (1280, 800, 1.5, "in lb lb/in psi", "dark", 3),
    (1100, 700, 1.25, "mm N", "dark", 2),
    (1100, 700, 1.0, "mm kg N/mm bar", "light", 4),
    (1100, 700, 1.0, "in lb lb/in psi", "dark", 0),
    (1280, 800, 1.0, "mm kg lb/in psi", "light", 3),
    (1280, 800, 1.0, "mm N", "dark", 4),
    (1920, 1080, 1.0, "in lb lb/in psi", "light", 2),
    (1920, 1080, 1.5, "mm kg N/mm bar", "dark", 4),
    (1650, 1050, 1.5, "in lb lb/in psi", "light", 1),
    (1600, 1000, 1.25, "mm kg lb/in psi", "dark", 2),
    (1920, 1080, 1.5, "mm N", "light", 3),
]
JOBS = {
    "hive-hauler": hive_on_coils,
    "dairy-trailer": lambda: demo("dairy-trailer"),
    "survey-buggy": rival_proposals,
    "puppet-van": lambda: demo("puppet-van"),
    "counted turns": counted_turns,
    "leafed": lambda: put(leafed(), path_to(JOB.proposal.axles[1].pack.wanted_more_kg), 600.0),
    "twisted": twisted,
    "glazier": lambda: demo("glaziers-flatbed"),
    "aided": aided,
    "limited": limited,
    "new job": wound_anew,
    "guessed sprayer": lambda: guessed(demo("orchard-sprayer")),
    "guessed buggy": lambda: guessed(demo("survey-buggy")),
    "three axles": three_axles,
    "one axle": one_axle,
    "past its travel": past_its_travel,
    "squatted": squatted,
    "shifted sheet": shifted_sheet,
    "well measured": well_measured,
}
LEAF_SHELVES = {"leafed": ("hardware", "add"), "limited": ("hardware",), "glazier": ("hardware",)}
SLACK = 1.5  # px that the inks of two texts may share
NARROWED = "is set in narrower letters"  # as a translation may be
BOXES = QLineEdit | QComboBox | QPushButton


def _inks(sheet: Sheet) -> list[tuple[str, QRectF, QWidget]]:
    """Every text painted on a sheet, with its widget and its place on the sheet."""
    found = [(t.text, t.box, sheet) for t in stroked_texts(sheet)]
    for child in sheet.findChildren(QWidget):
        if child.isVisibleTo(sheet) and isinstance(child, QLabel | BOXES):
            shift = QPointF(child.mapTo(sheet, child.rect().topLeft()))
            found += [(t.text, t.box.translated(shift), child) for t in painted_texts(child)]
    return found


def faults(sheet: Sheet) -> list[str]:
    inks, found = _inks(sheet), []
    for text, box, widget in inks:
        room = QRectF(sheet.rect())
        if widget is not sheet:
            place = QRectF(widget.rect()).translated(QPointF(widget.mapTo(sheet, widget.rect().topLeft())))
            room = room.intersected(place.adjusted(-1, -1, 1, 1))
        if not room.adjusted(-0.5, -0.5, 0.5, 0.5).contains(box):
            found.append(f"“{text}” of {widget.objectName()} is cut: {box} in {room}")
        if "…" in text:
            found.append(f"“{text}” of {widget.objectName()} is shortened")
        if isinstance(widget, Number) and widget.width() < widget.natural.width():
            found.append(f"“{text}” of {widget.objectName()} {NARROWED}")
    inks.sort(key=lambda ink: ink[1].top())
    for n, (text, box, widget) in enumerate(inks):
        foot = box.bottom()
        for other_text, other, other_widget in inks[n + 1 :]:
            if other.top() > foot:  # and so are all below it
                break
            both = box.intersected(other)
            one_formula = widget is other_widget and isinstance(widget, QLabel)  # an italic letter leans over its index
            if both.width() > SLACK and both.height() > SLACK and not one_formula:
                found.append(f"“{text}” of {widget.objectName()} and “{other_text}” of {other_widget.objectName()} overlap")
    boxes = [c for c in sheet.findChildren(QWidget) if isinstance(c, BOXES) and c.isVisibleTo(sheet)]
    boxes = [c for c in boxes if not c.objectName().startswith("step ")]  # the step list's buttons lie over their own words
    for box in boxes:
        area = box.geometry()
        if not sheet.rect().adjusted(-1, -1, 1, 1).contains(area):
            found.append(f"{box.objectName()} leaves the sheet: {area}")
        inner = QRectF(area).adjusted(1, 1, -1, -1)
        for text, ink, widget in inks:
            if widget is not box and inner.intersects(ink):
                found.append(f"“{text}” of {widget.objectName()} lies over {box.objectName()}")
    for n, box in enumerate(boxes):
        found += [
            f"{box.objectName()} and {other.objectName()} overlap"
            for other in boxes[n + 1 :]
            if box.geometry().adjusted(1, 1, -1, -1).intersects(other.geometry())
        ]
    return [f"{type(sheet).__name__}: {f}" for f in found]


def window_faults(window: MainWindow) -> list[str]:
    sheets: list[Sheet] = [window.sheets[window.step], window.strip, window.top, window.steps]
    if window.findings.isVisible() and not window.frame.findings_open:
        sheets += [window.findings, window.working]
    return [fault for sheet in sheets for fault in faults(sheet)]


def test_the_log_sees_text_that_is_cut_and_text_that_overlaps(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    sheet = window.strip
    assert {"FRONT LEFT", "hub to arch", "kg"} <= {text for text, _, _ in _inks(sheet)}
    assert not faults(sheet)
    sheet.findChild(QWidget, "corner 0 0 load").move(sheet.findChild(QWidget, "corner 0 0 height").pos())
    assert any("overlap" in fault for fault in faults(sheet))
    sheet.findChild(QWidget, "corner 0 0 name").resize(20, 8)
    assert any("FRONT LEFT” of corner 0 0 name is cut" in fault for fault in faults(sheet))
    assert {t.text for t in stroked_texts(window.findings)} >= {"A"}, "letters on marks are seen"
    assert any(text.startswith("As weighed") for text, _, _ in _inks(window.top)), "chips are seen"


def shown(open_window, job: Job, setting: tuple[int, int, float, str, str]) -> MainWindow:  # type: ignore[no-untyped-def]
    """The window on a job in one of the settings."""
    width, height, text, units, theme = setting
    window: MainWindow = open_window(job)
    shown_at(window, width, height, text, units)
    if theme == "dark":
        window.preferences.turn_theme()
    return window


@pytest.mark.parametrize(
    ("job", "width", "height", "text", "units", "theme", "case"),
    [(job, *setting) for n, job in enumerate(JOBS) for setting in SETTINGS[n % 13 :: 13]],  # every setting with one job or two
)
def test_no_text_is_cut_or_overlaps(open_window, qtbot: QtBot, job, width, height, text, units, theme, case) -> None:  # type: ignore[no-untyped-def]
    window = shown(open_window, JOBS[job](), (width, height, text, units, theme))
    window.go(Step.STANCE)
    qtbot.waitUntil(lambda: window.view().prediction_fresh, timeout=30_000)
    wrong = []
    for step in Step:
        window.go(step)
        window.show_case(case)
        wrong += [f"{step}: {f}" for f in window_faults(window)]
    window.go(Step.STANCE)
    sheet = window.sheets[Step.STANCE]
    assert isinstance(sheet, StanceStep)
    for page in tuple(STANCE_PAGES)[1:]:
        sheet.turn(page)
        wrong += [f"stance page {page}: {f}" for f in faults(sheet)]
    spring = window.sheets[Step.SPRING]
    assert isinstance(spring, SpringStep)
    window.go(Step.SPRING)
    spring.turn_bench(0)
    wrong += [f"bench: {f}" for f in faults(spring)]
    spring.turn("side by side")
    wrong += [f"side by side: {f}" for f in faults(spring)]
    spring.turn_axle(len(window.document.job.vehicle.axles) - 1)  # where those jobs that have helpers have them
    for page in HELPER_PAGES:
        spring.turn(page)
        wrong += [f"{page}: {f}" for f in faults(spring)]
    spring.turn("chart")
    for axle in range(1, len(window.document.job.vehicle.axles)):
        spring.turn_axle(axle)
        wrong += [f"chart of axle {axle}: {f}" for f in faults(spring)]
    for shelf in ("close", "far") if spring.axle and seated_of(window.document.assessment.orders[spring.axle]) else ():
        spring.look(shelf)
        wrong += [f"{shelf} pairs: {f}" for f in faults(spring)]
    for shelf in LEAF_SHELVES.get(job, ()):
        spring.look(shelf)
        qtbot.waitUntil(lambda: not spring.shows_adding or window.view().leaves_fresh, timeout=30_000)
        wrong += [f"{shelf}: {f}" for f in faults(spring)]
    window.go(Step.TRAVEL)
    travel = window.sheets[Step.TRAVEL]
    assert isinstance(travel, TravelStep)
    for n in range(len(PANELS)):
        travel.turn_view(n % 2)
        travel.turn_axle(n % len(window.document.job.vehicle.axles))
        travel.turn_panel(n)
        wrong += [f"{tuple(PANELS)[n]} of axle {travel.axle}: {f}" for f in faults(travel)]
    assert not wrong, "\n".join(wrong)


@pytest.mark.parametrize(
    ("job", "width", "height", "text", "units", "theme"),
    [
        (job, *setting[:5])
        for n, job in enumerate(("well measured", "three axles", "new job", "shifted sheet"))
        for setting in SETTINGS[n % 2 : 8 : 2]
    ],
)
def test_no_page_of_measure_is_cut_or_overlaps(open_window, qtbot: QtBot, job, width, height, text, units, theme) -> None:  # type: ignore[no-untyped-def]
    window = shown(open_window, JOBS[job](), (width, height, text, units, theme))
    sheet, wrong = window.sheets[Step.MEASURE], []
    assert isinstance(sheet, MeasureStep)
    qtbot.waitUntil(lambda: window.view().buys_fresh, timeout=30_000)
    sheet.take_in_hand(sheet.child("tag hub to arch 0", QuantityField))
    for page in MEASURE_PAGES:
        sheet.turn(page)
        wrong += [f"measure page {page}: {f}" for f in faults(sheet)]
    assert not wrong, "\n".join(wrong)
