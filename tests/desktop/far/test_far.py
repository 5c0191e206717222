"""The far view: read from two metres, typed on the numeric keypad alone."""

from __future__ import annotations

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.desktop.far.view import FarField, as_typed
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.units.unit import PRESETS, Quantity
from tests.desktop.test_nothing_overlaps import faults
from tests.jobs import hive_on_coils, three_axles

INCH = "in lb lb/in psi"
KEYPAD = set("0123456789./*,-+")


def far(open_window, qtbot: QtBot, job=None, units: str = "mm kg N/mm bar") -> MainWindow:  # type: ignore[no-untyped-def]
    window = open_window(job or blank_job())
    window.preferences.use_units(units)
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    qtbot.keyClick(window, Qt.Key.Key_F11)
    assert window.far.isVisible()
    return window


def said(window: MainWindow, key: str) -> str:
    found = window.far.findChild(Number, f"far {key}")
    assert found is not None
    return "" if found.isHidden() else found.text()


def pad(text: str) -> None:
    """The numeric keypad and its Enter, nothing else."""
    assert set(text) <= KEYPAD
    here = QApplication.focusWidget()
    assert isinstance(here, FarField)
    QTest.keyClicks(here, text)
    QTest.keyClick(here, Qt.Key.Key_Enter, Qt.KeyboardModifier.KeypadModifier)


WALK = {
    "front left": (489, 31, 101, 540),
    "front right": (491, 32, 102, 530),
    "rear left": (476, 60, 110, 470),
    "rear right": (480, 61, 111, 455),
}


def test_the_whole_walk_round_is_typed_on_the_keypad(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot)
    for corner, readings in WALK.items():
        for reading in readings:
            assert said(window, "corner").lower() == corner
            pad(str(reading))
    axles = window.document.job.vehicle.axles
    for corner, readings in WALK.items():
        read = getattr(axles[("front", "rear").index(corner.split()[0])], corner.split()[1])
        lengths = (read.hub_to_arch_m, read.stop_gap_m, read.shaft_showing_m)
        assert [*(x.value * 1000 for x in lengths), read.pad_kg.value] == pytest.approx(list(readings))
    assert said(window, "corner") == "Front left", "round at the end"
    assert window.document.undo.count() == 16


def test_empty_enter_skips_and_a_star_goes_back(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot)
    pad("")
    assert said(window, "point") == "bump-stop gap"
    pad("")
    QTest.keyClicks(QApplication.focusWidget(), "*")
    assert said(window, "point") == "bump-stop gap"
    assert window.document.undo.count() == 0
    pad("33")
    assert said(window, "point") == "exposed shaft"
    QTest.keyClicks(QApplication.focusWidget(), "*")
    assert said(window, "last") == "33", "the reading just taken stands as the last"


def test_sixteenths_by_the_slash_and_the_echo_in_the_other_units(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot, units=INCH)
    QTest.keyClicks(QApplication.focusWidget(), "19/3")
    assert said(window, "echo") == "= 487 mm"
    pad("")
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == pytest.approx((19 + 3 / 16) * 0.0254)
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.typed == "19 3/16"


@pytest.mark.parametrize(
    ("text", "units", "meant"), [("10/2", INCH, "10 2/16"), ("10", INCH, "10"), ("10/2", "mm N", "10/2"), ("10.5", INCH, "10.5")]
)
def test_a_slash_means_sixteenths_only_where_the_tape_has_them(text: str, units: str, meant: str) -> None:
    assert as_typed(text, PRESETS[units], Quantity.HEIGHT) == meant


def test_a_reading_that_cannot_be_stays_with_a_sentence_and_a_slip_is_said_large(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot, hive_on_coils())
    pad("99999")
    assert "is too large. Enter 0 to 3000 mm." in said(window, "sentence")
    assert window.document.undo.count() == 0 and said(window, "point") == "hub to arch"
    field = QApplication.focusWidget()
    assert isinstance(field, FarField) and field.text() == "99999"
    field.clear()
    pad("19")  # inches into millimetres
    QTest.keyClicks(QApplication.focusWidget(), "*")
    assert said(window, "sentence") == "Hub to arch 19 mm: millimetres and inches mixed up?"


@pytest.mark.parametrize(
    ("size", "units"),
    [((1100, 700), INCH), ((1100, 700), "mm kg N/mm bar"), ((1280, 800), INCH), ((1920, 1080), "mm kg N/mm bar")],
)
@pytest.mark.parametrize("step", [Step.MEASURE, Step.STANCE])
@pytest.mark.parametrize("job", ["hive-hauler", "three axles", "new job"])
def test_figures_are_large_few_and_apart(open_window, qtbot: QtBot, size, units: str, step: Step, job: str) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot, {"hive-hauler": hive_on_coils, "three axles": three_axles, "new job": blank_job}[job](), units)
    window.resize(*size)
    window.go(step)
    window.show_case(2 if job == "new job" else 4)
    if step is Step.MEASURE:
        QTest.keyClicks(window.far.findChild(FarField), "19/15" if units == INCH else "489")
    qtbot.wait(10)
    assert not faults(window.far)
    names = ("far height", "far last", "far other", "far echo")
    shown = [n for n in window.far.findChildren(Number) if not n.isHidden() and n.objectName().startswith(names)]
    figures = [n for n in shown if any(c.isdigit() for c in n.text()) and not n.objectName().endswith("word")]
    assert 1 <= len(figures) <= 6
    assert all(n.font().pixelSize() >= 64 for n in figures)
    if step is Step.STANCE:
        assert all(n.text().startswith("≈ ") == (job == "new job") for n in figures), "nothing of a new job was read"


def test_f11_comes_back_and_pages_turn_the_case(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = far(open_window, qtbot, hive_on_coils())
    window.go(Step.STANCE)
    before = said(window, "corner")
    qtbot.keyClick(window, Qt.Key.Key_PageDown)
    assert said(window, "corner") != before
    qtbot.keyClick(window, Qt.Key.Key_F11)
    assert not window.far.isVisible() and window.sheets[Step.STANCE].isVisible()
