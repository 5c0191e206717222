"""Measure's pages in the real window: weights, points, details of a reading, what is missing, lift and cycle, by keys and mouse."""

from __future__ import annotations

import re

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from isostat.assess import workings
from isostat.assess.judgement import Step
from isostat.assess.workings import Shown, explain
from isostat.desktop.measure.step import PAGES, MeasureStep
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.number import Number
from isostat.desktop.pieces.working_panel import value_text
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, value_at
from isostat.job.files import read_job
from tests.desktop.hands import choose, press, read, seen, type_into
from tests.jobs import hive_on_coils, one_axle, squatted, well_measured


def measure(window: MainWindow, page: str) -> MeasureStep:
    sheet = window.sheets[Step.MEASURE]
    assert isinstance(sheet, MeasureStep)
    sheet.turn(page)
    return sheet


def walk(first: QuantityField, entries: list[str]) -> None:
    """Types down the fields as Tab goes; an empty entry is passed by."""
    first.setFocus()
    for entry in entries:
        here = QApplication.focusWidget()
        assert isinstance(here, QuantityField), here
        if entry:
            here.selectAll()
            QTest.keyClicks(here, entry)
        QTest.keyClick(here, Qt.Key.Key_Tab)


def test_weights_come_from_a_ticket_an_axle_and_the_whole_or_from_plates(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    measure(window, "weights")
    press(qtbot, window, "way 2")
    assert window.document.job.weighing.way == "ticket"
    type_into(qtbot, window, "ticket step", "20 kg")
    type_into(qtbot, window, "ticket pad_kg 0", "1.1 t")
    type_into(qtbot, window, "ticket whole", "4409 lb")
    rear = window.document.job.vehicle.axles[1]
    assert rear.left.pad_kg.value * 2 == pytest.approx(4409 * 0.45359237 - 1100.0, abs=0.01)
    assert rear.left.pad_kg.assumed and rear.left.pad_kg.error == 20.0
    assert read(window, "weighed front share").startswith("front ≈ 55.0 %")
    press(qtbot, window, "way 3")
    press(qtbot, window, "by plates")
    assert "Enter the gross vehicle rating" in window.notice.text()
    type_into(qtbot, window, "plate field 0", "2800")
    press(qtbot, window, "by plates")
    assert sum(c.pad_kg.value for x in window.document.job.vehicle.axles for c in (x.left, x.right)) == pytest.approx(2016, abs=0.1)
    for _ in range(7):
        window.document.undo.undo()
    assert window.document.job == blank_job()


def test_two_pads_ask_for_blocks_and_uneven_pads_for_their_height(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    measure(window, "weights")
    before = read(window, "weighed cross weight")
    type_into(qtbot, window, "pad_height_m 0 0", "10 mm")
    assert window.document.job.vehicle.axles[0].left.pad_height_m is not None
    assert read(window, "weighed cross weight") == before, "the pads' own readings stay what they are"
    press(qtbot, window, "way 1")
    type_into(qtbot, window, "pad_m", "60 mm")
    type_into(qtbot, window, "block_m", "30 mm")
    assert any(type(j).__name__ == "BlocksOff" for j in window.document.judgements)


def test_a_trailer_gets_a_third_axle_or_keeps_one_and_a_truck_keeps_two(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("dairy-trailer"))
    before = window.document.job
    measure(window, "axles")
    press(qtbot, window, "axle more")
    window.working.pick(Shown(workings.corner.height, 2, 1, 1))
    assert window.working.working().name == "hub to arch"
    window.document.undo.undo()
    assert window.working.working().name == "axle load", "the third axle is gone, and its number with it"
    window.document.undo.redo()
    type_into(qtbot, window, "axle behind_front_m 2", "1.75 m")
    assert [axle.behind_front_m.value for axle in window.document.job.vehicle.axles][-1] == 1.75
    window.go(Step.SPRING)
    window.go(Step.MEASURE)
    press(qtbot, window, "axle less")
    press(qtbot, window, "axle less")
    assert len(window.document.job.vehicle.axles) == 1 and len(window.strip.findChildren(Number)) > 4
    press(qtbot, window, "axle less")
    assert "needs at least one axle" in window.notice.text()
    for _ in range(4):
        window.document.undo.undo()
    assert window.document.job == before
    window = open_window(hive_on_coils())
    measure(window, "axles")
    press(qtbot, window, "axle less")
    assert "needs a trailer coupling with its noseweight" in window.notice.text()


def test_points_are_walked_by_keyboard_and_own_points_come_and_go(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    measure(window, "points")
    first = seen(window, "ground_to_arch_m 0 0", QuantityField)
    assert isinstance(first, QuantityField)
    walk(first, ["860", "", "33 7/8 in"])
    front = window.document.job.vehicle.axles[0].left
    assert front.ground_to_arch_m is not None and front.ground_to_arch_m.value == 0.86
    assert front.hub_to_ground_m is not None and front.hub_to_ground_m.typed == "33 7/8 in"
    type_into(qtbot, window, "pinion_rad 1", "3.5")
    assert window.document.job.vehicle.axles[1].pinion_rad is not None
    assert window.document.job.vehicle.axles[1].pinion_rad.value == pytest.approx(0.061087, abs=1e-5)
    press(qtbot, window, "add own")
    type_into(qtbot, window, "own name 2", "tow eye")
    choose(window, "own kind 2", "mass")
    type_into(qtbot, window, "own value 2", "31 kg")
    point = window.document.job.own_points[2]
    assert (point.name, point.kind) == ("tow eye", "mass") and point.mass_kg is not None and point.mass_kg.value == 31.0
    press(qtbot, window, "drop own 2")
    assert len(window.document.job.own_points) == 2
    type_into(qtbot, window, "pinion_rad 1", "95")
    assert "Enter −45.8 to 45.8°" in seen(window, "pinion_rad 1").toolTip()


def test_a_click_into_a_field_selects_what_stands_there_and_a_tab_after_a_refusal_does_too(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    measure(window, "instead")
    first = seen(window, "wheel_tyre_kg 0")
    qtbot.mouseClick(first, Qt.MouseButton.LeftButton)
    qtbot.wait(20)
    QTest.keyClicks(first, "29 kg")
    QTest.keyClick(first, Qt.Key.Key_Tab)
    second = QApplication.focusWidget()
    assert second is seen(window, "wheel_tyre_kg 1")
    QTest.keyClicks(second, "12abc")
    QTest.keyClick(second, Qt.Key.Key_Tab)
    third = QApplication.focusWidget()
    QTest.keyClicks(third, "61")
    QTest.keyClick(third, Qt.Key.Key_Tab)
    front, rear = window.document.job.vehicle.axles
    assert front.wheel_tyre_kg is not None and front.wheel_tyre_kg.value == 29.0
    assert front.hub_on_pad_kg is not None and front.hub_on_pad_kg.value == 61.0
    assert rear.wheel_tyre_kg is None and second.text() == "12abc", "what was refused stays to be mended"


def test_after_enter_the_next_number_replaces_the_last_and_a_refused_one_is_mended(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    field = seen(window, "hub_to_arch_m 0 0")
    for text, stands in (("512", 0.512), ("64o", 0.512)):
        type_into(qtbot, window, "hub_to_arch_m 0 0", text)
        assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == stands  # type: ignore[union-attr]
    qtbot.keyClick(field, Qt.Key.Key_Backspace)
    qtbot.keyClicks(field, "2")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == 0.642  # type: ignore[union-attr]
    qtbot.keyClicks(field, "498")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == 0.498  # type: ignore[union-attr]


def test_the_reading_in_hand_takes_its_error_day_note_and_what_was_on_board(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    measure(window, "left")
    before = window.document.job
    seen(window, "tag hub to arch 0").setFocus()
    type_into(qtbot, window, "in hand error", "3 mm")
    type_into(qtbot, window, "in hand when", "13 May")
    type_into(qtbot, window, "in hand note", "arch bent")
    choose(window, "in hand case", "Home full")
    reading = window.document.job.vehicle.axles[0].left.hub_to_arch_m
    assert (reading.error, reading.when, reading.note, reading.case) == (0.003, "13 May", "arch bent", "Home full")
    found = window.document.assessment
    assert found.baseline_m[0, 0] != reading.value, "read with the load on, it is brought back to the weighing"
    type_into(qtbot, window, "in hand error", "-1")
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.error == 0.003
    for _ in range(4):
        window.document.undo.undo()
    assert window.document.job == before


@pytest.mark.parametrize(
    ("page", "field", "typed", "where"),
    [
        ("instead", "wheel_tyre_kg 1", "31 kg", path_to(JOB.vehicle.axles[1].wheel_tyre_kg)),
        ("axles", "fit shock_stroke_m 0", "190", path_to(JOB.as_found.axles[0].shock_stroke_m)),
        ("springs", "installed_length_m 0 1", "300", path_to(JOB.as_found.axles[0].right.installed_length_m)),
        ("weights", "pad_kg 0 0", "610", path_to(JOB.vehicle.axles[0].left.pad_kg)),
    ],
)
def test_readings_of_every_page_keep_a_note(open_window, qtbot: QtBot, page, field, typed, where) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    measure(window, page)
    type_into(qtbot, window, field, typed)
    type_into(qtbot, window, "in hand note", "read twice")
    assert value_at(window.document.job, where).note == "read twice"


def test_front_and_rear_are_read_on_their_own_elevations(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    measure(window, "rear")
    left, right = seen(window, "end pad 0"), seen(window, "end pad 1")
    assert left.x() < right.x(), "from behind, left is left"
    type_into(qtbot, window, "end tube 1", "212")
    assert window.document.job.vehicle.axles[1].right.tube_to_frame_m is not None
    measure(window, "front")
    assert seen(window, "end pad 0").x() > seen(window, "end pad 1").x(), "from the front it is right"
    type_into(qtbot, window, "end ground_to_arch_m 0", "860")
    type_into(qtbot, window, "end headlamp", "31 in")
    vehicle = window.document.job.vehicle
    assert vehicle.axles[0].left.ground_to_arch_m is not None and vehicle.headlamp_m is not None


def test_what_is_missing_is_ranked_and_its_button_leads_to_where_it_is_typed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    sheet = measure(window, "missing")
    qtbot.waitUntil(lambda: window.view().buys is not None, timeout=15_000)
    assert read(window, "buys height 0").startswith("± ")
    first = window.view().buys
    assert first is not None and first[0].missing.what == "installed_length_m"
    press(qtbot, window, "read 0")
    assert sheet.page == "springs"
    type_into(qtbot, window, "installed_length_m 0 0", "310")
    type_into(qtbot, window, "installed_length_m 0 1", "310")
    sheet.turn("missing")
    qtbot.waitUntil(lambda: window.view().buys_fresh, timeout=15_000)
    now = window.view().buys
    assert now is not None and ("installed_length_m", 0) not in {(b.missing.what, b.missing.axle) for b in now}
    window.document.replace(one_axle(), None)
    assert not window.view().buys_fresh and window.view().buys is None, "what another vehicle lacked is not shown for this one"


def test_a_lift_test_is_typed_by_keyboard_and_tells_rate_and_friction(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    measure(window, "lift")
    press(qtbot, window, "axle 1")
    first = seen(window, "lift pad_kg 1 0 0", QuantityField)
    assert isinstance(first, QuantityField)
    entries: list[str] = []
    for friction in (-14.0, 14.0):
        for n in range(5):
            pads = [477 - 30e3 * 0.02 * n / 9.80665 + friction, 451 - 30e3 * 0.02 * n / 9.80665 + friction]
            entries += [f"{pads[0]:.0f}", f"{475 + 20 * n}", f"{pads[1]:.0f}", f"{481 + 20 * n}"]
    walk(first, entries)
    rows = window.document.job.vehicle.axles[1].left.lift
    assert [r.way for r in rows] == ["up"] * 5 + ["down"] * 5
    answer = re.search(r"(\d+\.\d) N/mm", read(window, "lift result 0"))
    assert answer is not None and float(answer.group(1)) == pytest.approx(30.0, rel=0.02)
    assert read(window, "lift more 1") == "friction 14 kg"
    choose(window, "lift way 4", "down")
    assert window.document.job.vehicle.axles[1].right.lift[4].way == "down"


def test_the_cycle_sheet_moves_the_events_and_gives_its_motion_to_the_spring(open_window, qtbot: QtBot, tmp_path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    measure(window, "cycle")
    for n, (height, eye) in enumerate(((585, 505), (440, 420), (405, 397), (390, 386), (None, None), (None, None), (372, 374))):
        for side in (0, 1):
            if height is not None:
                type_into(qtbot, window, f"cycle hub_to_arch_m 0 {side} {n}", str(height))
                type_into(qtbot, window, f"cycle eye_to_eye_m 0 {side} {n}", str(eye))
    type_into(qtbot, window, "cycle where 0 3", "rear lip")
    assert window.document.job.vehicle.axles[0].left.cycle[3].where == "rear lip"
    assert read(window, "cycle result").startswith("Shock motion ratio 0.6")
    names = {e.name for e in window.document.assessment.proposed.events[0][0]}
    assert "tyre touches, straight" in names
    window.go(Step.TRAVEL)
    window.go(Step.MEASURE)
    press(qtbot, window, "take motion")
    assert window.document.job.vehicle.axles[0].spring_motion is not None
    place = tmp_path / "cycled.json"
    window.document.save(place)
    assert read_job(place) == window.document.job


def test_an_unknown_payload_stands_on_the_squat_page_with_its_error(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(squatted())
    measure(window, "squat")
    type_into(qtbot, window, "squat 1 mass_kg", "?")
    assert window.document.job.squats[1].mass_kg is None
    said = re.search(r"the load is (\d+) kg ± (\d+) kg", read(window, "payload 1"))
    assert said is not None and float(said.group(1)) == pytest.approx(635.0, abs=float(said.group(2)))


@pytest.mark.parametrize("page", PAGES)
def test_every_number_of_every_page_shows_its_working_or_is_no_result(open_window, qtbot: QtBot, page: str) -> None:  # type: ignore[no-untyped-def]
    window = open_window(well_measured())
    sheet = measure(window, page)
    qtbot.waitUntil(lambda: window.view().buys_fresh, timeout=15_000)
    plain = re.compile(
        r"^(tag other .*|scale|any unit|missing rule|now \d+|procedure .*|next test|cycle result|cycle row .*|lift more .*|"
        r"lift words|have .*|result more .*|corner .*|press .*|in hand.*|squat none|squat (row|words|head).*|.* head.*|gone words|"
        r"words .*|row .*|cycle words|pads caution)$"
    )
    for number in sheet.findChildren(Number):
        if number.isHidden() or not re.search(r"\d", number.text()) or plain.match(number.objectName()):
            continue
        assert number.shown is not None, f"{page}: {number.objectName()}: {number.text()}"
        working = explain(window.document.assessment, number.shown)
        text = value_text(window.view(), working.quantity, abs(working.result)).split(" ")[0]
        assert text in number.text(), f"{number.objectName()} shows {number.text()}, its working {text}"
    assert hive_on_coils() != window.document.job
