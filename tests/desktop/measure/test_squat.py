"""The squat test of a workshop's example, typed by keyboard alone into the real window."""

from __future__ import annotations

import re

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.measure import findings
from isostat.assess.solve.remedies import TakeRate
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.findings import FixButton
from isostat.desktop.window import MainWindow
from tests.desktop.hands import press, read, seen
from tests.jobs import workshop_squat

POUNDS_PER_INCH = 175.12683  # N/m


def type_test(window: MainWindow, entries: list[str]) -> None:
    """From the first field of the first test down: each entry typed, Tab to the next; an empty one is passed by."""
    first = seen(window, "squat 0 mass_kg", QuantityField)
    first.setFocus()
    for entry in entries:
        here = QApplication.focusWidget()
        assert isinstance(here, QuantityField), here
        here.selectAll()
        if entry:
            QTest.keyClicks(here, entry)
        QTest.keyClick(here, Qt.Key.Key_Tab)


@pytest.fixture
def squatting(open_window, qtbot: QtBot) -> MainWindow:  # type: ignore[no-untyped-def]
    window = open_window(workshop_squat(), fixes=True)
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    window.sheets[Step.MEASURE].turn("squat")
    press(qtbot, window, "add test")
    return window


NOSE_UP, TAIL_DOWN = "40 1/2 in", "36 1/2 in"


def test_fourteen_hundred_pounds_behind_the_axle_tell_both_rates(squatting: MainWindow) -> None:
    """Common practice, no source: rear 40 to 36 1/2 in, nose 40 to 40 1/2 in; with the load 0.2 of the wheelbase behind the
    rear axle the statics want 560 lb/in of front axle and 480 lb/in of rear axle."""
    window = squatting
    behind = 1.2 * window.document.job.vehicle.axles[1].behind_front_m.value
    type_test(window, ["1400 lb", f"{behind:.4f} m", "", NOSE_UP, NOSE_UP, TAIL_DOWN, TAIL_DOWN])
    test = window.document.job.squats[0]
    assert test.mass_kg.value == pytest.approx(635.03, abs=0.01)
    assert test.heights[1].right_m is not None and test.heights[1].right_m.typed == TAIL_DOWN
    for axle, expected in ((0, 560.0), (1, 480.0)):
        more = read(window, f"result more {axle}")
        window.preferences.use_units("in lb lb/in psi")
        said = re.search(r"both wheels of the axle (\d+) lb/in", read(window, f"result more {axle}"))
        assert said is not None, more
        assert float(said.group(1)) == pytest.approx(expected, rel=0.01)
        error = re.search(r"± (\d+) %", read(window, f"result {axle}"))
        assert error is not None and 0 < int(error.group(1)) < 20
        window.preferences.use_units("mm kg N/mm bar")


def test_without_the_place_of_the_load_the_missing_number_is_named(squatting: MainWindow) -> None:
    window = squatting
    type_test(window, ["1400 lb", "", "", NOSE_UP, NOSE_UP, TAIL_DOWN, TAIL_DOWN])
    assert (
        read(window, "missing 0") == "Test 1: Enter how far behind the front hub the load lies: it is needed to work out the rate."
    )
    assert read(window, "result 1") == "Rear: not enough readings"
    assert any(isinstance(j, findings.TestIncomplete) for j in window.document.judgements)


def test_the_measured_rate_is_taken_over_by_its_button_and_undone(squatting: MainWindow, qtbot: QtBot) -> None:
    window = squatting
    behind = 1.2 * window.document.job.vehicle.axles[1].behind_front_m.value
    type_test(window, ["1400 lb", f"{behind:.4f} m", "", NOSE_UP, NOSE_UP, TAIL_DOWN, TAIL_DOWN])
    qtbot.waitUntil(lambda: any(isinstance(f.remedy, TakeRate) for f in window.document.fixes), timeout=4000)
    shown = [b for b in window.findings.findChildren(FixButton) if not b.isHidden()]
    button = next(b for b in shown if b.accessibleName().startswith("Use") and "both front" in b.accessibleName())
    before = window.document.job
    qtbot.mouseClick(button, Qt.MouseButton.LeftButton)
    front = window.document.job.as_found.axles[0]
    assert front.left.rate_n_per_m is not None and front.left.rate_n_per_m == front.right.rate_n_per_m
    ratio = window.document.assessment.axles[0].spring_ratio.value
    assert front.left.rate_n_per_m.value == pytest.approx(280.0 * POUNDS_PER_INCH / ratio**2, rel=0.01)
    assert not any(isinstance(j, findings.RateMeasured) and j.place.axle == 0 for j in window.document.judgements)
    window.document.undo.undo()
    assert window.document.job == before


def test_a_load_over_the_rear_axle_cannot_tell_the_front_and_the_window_says_so(squatting: MainWindow) -> None:
    window = squatting
    behind = window.document.job.vehicle.axles[1].behind_front_m.value
    type_test(window, ["1400 lb", f"{behind:.4f} m", "", "40 in", "40 in", TAIL_DOWN, TAIL_DOWN])
    assert read(window, "result 0") == "Front: not enough readings"
    assert any(isinstance(j, findings.RateUndetermined) and j.place.axle == 0 for j in window.document.judgements)
    assert read(window, "result 1").startswith("Rear: wheel rate ")


def test_readings_that_no_springs_explain_are_said_and_a_test_is_removed(squatting: MainWindow, qtbot: QtBot) -> None:
    window = squatting
    behind = 1.2 * window.document.job.vehicle.axles[1].behind_front_m.value
    type_test(window, ["1400 lb", f"{behind:.4f} m", "", NOSE_UP, "42 in", TAIL_DOWN, "34 in"])
    assert any(isinstance(j, findings.TestsDisagree) for j in window.document.judgements)
    press(qtbot, window, "drop test 0")
    assert window.document.job.squats == ()
    assert not any(isinstance(j, findings.TestsDisagree) for j in window.document.judgements)
