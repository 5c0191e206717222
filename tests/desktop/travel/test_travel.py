"""The Travel step by hand: stop and strap dragged in both views, limits typed, the axle crossed, spacers, shocks, dampers taken."""

from __future__ import annotations

from itertools import pairwise

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.travel.articulation import lanes
from isostat.assess.travel.damping import damped, light_and_full
from isostat.assess.travel.findings import WrongOrder
from isostat.assess.travel.stop_use import nearest_arch
from isostat.core.travel.events import droop_end, travel_of
from isostat.desktop.pieces.fill import Fill
from isostat.desktop.pieces.number import Number
from isostat.desktop.travel.step import PANELS, TravelStep
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.files import read_job
from isostat.job.save import save_job
from isostat.job.schema import Job
from tests.desktop.hands import drag, press, read, seen, type_into
from tests.jobs import hive_on_coils, limited


def travel(window: MainWindow, panel: str = "limits", view: int = 0) -> TravelStep:
    window.go(Step.TRAVEL)
    sheet = window.sheets[Step.TRAVEL]
    assert isinstance(sheet, TravelStep)
    for name in (f"travel view {view}", f"panel {tuple(PANELS).index(panel)}"):
        made = sheet.findChild(QPushButton, name)
        assert made is not None
        made.click()
    return sheet


def undo_all(window: MainWindow) -> Job:
    while window.document.undo.canUndo():
        window.document.undo.undo()
    return window.document.job


def order(window: MainWindow, axle: int, side: int, *, one_up: bool) -> list[str]:
    return [e.name for e in lanes(window.document.assessment, axle, side, one_up=one_up)]


@pytest.mark.parametrize("view", [0, 1])
def test_the_spacer_is_dragged_and_the_order_changes_and_comes_back(open_window, qtbot: QtBot, view: int) -> None:  # type: ignore[no-untyped-def]
    """What the hand moves on the column, the stop moves on the tape: to the pixel, in either view."""
    window = open_window(limited())
    sheet, before = travel(window, view=view), window.document.job
    was = order(window, 1, 0, one_up=view == 1)
    grip = seen(window, "stop 10", QWidget)
    wheel = sheet.columns[2]
    at, y = travel_of(wheel.view.events, "stop touched"), grip.geometry().center().y()
    drag(grip, QPoint(0, 24))
    moved = travel_of(sheet.columns[2].view.events, "stop touched")
    assert window.document.undo.count() == 1, "one gesture is one step"
    assert at - moved == pytest.approx(24 / sheet.scale.per_m, abs=0.003), "a spacer goes in whole millimetres, two of the wheel"
    assert grip.geometry().center().y() - y == pytest.approx(24, abs=3)
    assert window.document.job.proposal.axles[1].stop.spacer_m.value > before.proposal.axles[1].stop.spacer_m.value
    if view:  # without a spacer the shock comes first
        for _ in range(8):
            qtbot.keyClick(grip, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
        assert window.document.job.proposal.axles[1].stop.spacer_m.value == 0.0
    else:  # with a tall one the leaves are flat after the stop is touched
        drag(grip, QPoint(0, 40))
    assert order(window, 1, 0, one_up=view == 1) != was
    if view:
        assert any(isinstance(j, WrongOrder) and j.crossed for j in window.document.judgements)
    assert undo_all(window) == before and order(window, 1, 0, one_up=view == 1) == was


def test_a_strap_is_typed_dragged_and_taken_off_and_its_length_is_said(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    sheet, before = travel(window), window.document.job
    type_into(qtbot, window, "strap mounts 1", "420")
    assert read(window, "strap word 1").startswith("limits first at 5")
    type_into(qtbot, window, "strap 1", "20 1/2 in")
    assert window.document.job.proposal.axles[1].strap_m.value == pytest.approx(0.5207)
    assert droop_end(window.document.assessment.proposed.events[1][0]).name == "strap taut"
    left = window.document.assessment.proposed.droop_left_m[1].copy()
    drag(seen(window, "strap 10", QWidget), QPoint(0, -15))
    assert (window.document.assessment.proposed.droop_left_m[1] < left).all() and sheet.columns[2].view.events[
        0
    ].name != "stop flat"
    type_into(qtbot, window, "strap 1", "5 m")
    assert "Enter 50 to 2000 mm" in window.notice.text()
    qtbot.keyClick(seen(window, "strap 1"), Qt.Key.Key_Escape)
    type_into(qtbot, window, "strap 1", "?")
    assert window.document.job.proposal.axles[1].strap_m is None
    travel(window, "margins")
    type_into(qtbot, window, "margin hose_m", "1 in")
    assert window.document.job.margins.hose_m.value == pytest.approx(0.0254)
    type_into(qtbot, window, "hose_ratio 1", "0.5")
    type_into(qtbot, window, "seat_m 0", "1/2 in")
    assert window.document.job.vehicle.axles[0].seat_m.value == pytest.approx(0.0127)
    type_into(qtbot, window, "joint_place 1", "1.4")
    assert window.notice.text() == "Joint spacing ÷ track, rear: 1.4 is too large. Enter 0.00 to 1.20."
    qtbot.keyClick(seen(window, "joint_place 1"), Qt.Key.Key_Escape)
    travel(window)
    press(qtbot, window, "travel axle 0")
    down = read(window, "order down 00 word")
    assert down.index("coil loose") < down.index("coil off its seat")
    type_into(qtbot, window, "shock longer 0", "120")
    marked = {one_up: set(travel(window, view=one_up).columns[0].wrong) for one_up in (0, 1)}
    assert "coil off its seat" in marked[0] and marked[1] == marked[0], "on single wheels both views say the same"
    type_into(qtbot, window, "hose longer 1", "30")
    assert window.document.assessment.fits[1].hose_longer_m == pytest.approx(0.030)
    assert undo_all(window) == before


def test_an_axle_is_crossed_either_way_and_turned_to_its_lock(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(limited())
    sheet = travel(window, "crossed")
    press(qtbot, window, "travel axle 1")
    assert read(window, "crossed end 0 word") == "full bump" and "clear" in read(window, "crossed clear 0 word")
    left_up = read(window, "crossed height 0 word")
    press(qtbot, window, "wheel up 1")
    assert read(window, "crossed height 0 word") != left_up and read(window, "crossed end 0 word") in (
        "shock topped out",
        "strap taut",
    )
    assert sheet.findChild(Fill, "lock") is None or sheet.findChild(Fill, "lock").isHidden(), "a rear axle does not steer"
    press(qtbot, window, "travel axle 0")
    lock, straight = seen(window, "lock", Fill), read(window, "crossed clear 1 word")
    lock.setFocus()
    for _ in range(20):
        qtbot.keyClick(lock, Qt.Key.Key_Right)
    assert sheet.lock == 1.0 and read(window, "lock word").startswith("turned 35")
    assert read(window, "crossed clear 1 word") != straight
    assert "bar" in read(window, "crossed said 3 word") and "RTI" in read(window, "crossed said 6 word")
    near = nearest_arch(window.document.assessment, 0)
    assert near is not None and near.clear_m < min(
        e.travel_m - travel_of(wheel, "stop flat") + 1e-9
        for wheel in window.document.assessment.proposed.events[0]
        for e in wheel
        if e.name == "tyre touches, straight"
    )
    assert read(window, "crossed said 0 word").startswith("first tyre contact:")
    assert not window.document.undo.canUndo(), "looking changes nothing"
    tilt = read(window, "tilt word")
    type_into(qtbot, window, "wheel out", "-60")
    assert read(window, "tilt word") != tilt and "further in" in read(window, "crossed said 4 word")
    type_into(qtbot, window, "wheel out", "1 m")
    assert " Enter " in window.notice.text()


def test_spacers_are_taken_off_the_table_and_one_that_leaves_no_bump_is_marked(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(limited())
    travel(window, "spacers")
    before = window.document.job
    assert read(window, "spacers now word") == "in use"
    rows = [read(window, f"spacers 0 {n} word") for n in range(4)]
    assert rows[:2] == ["0", "10"]
    press(qtbot, window, "spacers use 0")
    assert window.document.job.proposal.axles[1].stop.spacer_m.value == 0.0
    assert "into it" in read(window, "spacers 2 0 word") or int(read(window, "spacers 2 0 word")) < int(
        read(window, "spacers 2 1 word")
    )
    assert "× static" in read(window, "spacers use word")
    assert undo_all(window) == before


def test_shocks_are_ranked_taken_and_another_list_is_read_or_refused(open_window, qtbot: QtBot, tmp_path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    travel(window, "shocks")
    before = window.document.job
    assert read(window, "shocks asked word").startswith("Needed at this target: 5")
    type_into(qtbot, window, "droop asked", "30")
    assert window.document.job.proposal.axles[1].pick.droop_share.value == pytest.approx(0.30)
    window.document.undo.undo()
    name = read(window, "shocks name 1 word")
    press(qtbot, window, "shocks take 1")
    fit = window.document.job.proposal.axles[1]
    assert fit.shock_stroke_m is not None and name in window.document.undo.undoText()
    path = tmp_path / "mine.csv"
    path.write_text("name,extended,collapsed\nmine,560,340\ntoo short,300,200\n", encoding="utf-8")
    window.exchange.shocks_in(path)
    assert [row.name for row in window.document.job.shocks] == ["mine", "too short"]
    assert read(window, "shocks name 0 word") == "mine" and read(window, "shocks why 1 word") == "too short for this height"
    save_job(window.document.job, tmp_path / "kept.json")
    assert read_job(tmp_path / "kept.json") == window.document.job
    path.write_text("name,extended,collapsed\nmine,560\n", encoding="utf-8")
    window.exchange.shocks_in(path)
    assert "Line 2" in window.notice.text() and len(window.document.job.shocks) == 2
    window.exchange.shocks_in(tmp_path / "nowhere.csv")
    assert "cannot be read: no such file" in window.notice.text()
    assert undo_all(window) == before
    window = open_window(hive_on_coils())
    travel(window, "shocks")
    if hive_on_coils().vehicle.axles[1].shock_long_m is None:
        assert "Measure the shock's full length" in read(window, "shocks wait words")


def test_a_damper_is_typed_by_keyboard_and_tells_its_ratio(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    sheet, before = travel(window, "damping"), window.document.job
    assert "One row of a shock dyno test" in read(window, "damping waits words")
    rows = [seen(window, f"damper as_found {field} {n}") for n in (0, 1) for field in ("speed_m_s", "bump_n", "rebound_n")]
    rows[0].setFocus()
    for here, after in pairwise(rows):
        assert window.focusWidget() is here, "Tab goes along the rows"
        qtbot.keyClick(here, Qt.Key.Key_Tab)
        assert window.focusWidget() is after
    for field, text in (("speed_m_s", "5 in/s"), ("bump_n", "380"), ("rebound_n", "190 lbf")):
        type_into(qtbot, window, f"damper as_found {field} 0", text)
    answer = damped(window.document.assessment, 1, window.document.assessment.target_case)
    assert answer is not None and f"{answer.ratio:.2f}" == read(window, "damping 3 0")
    ratio = sheet.findChild(Number, "damping 3 0")
    qtbot.mouseClick(ratio, Qt.MouseButton.LeftButton)
    assert window.working.working().name == "body damping ratio"
    assert read(window, "revalve").startswith("Revalve to ")
    full = damped(window.document.assessment, 1, light_and_full(window.document.assessment)[1])
    slower = float(read(window, "hop words").split("→ ")[1].split(" Hz")[0])
    unsprung = full.car.unsprung_kg
    assert slower == pytest.approx(full.swings[1].frequency_hz * (unsprung / (unsprung + 10.0)) ** 0.5, rel=0.01), "by the root"
    type_into(qtbot, window, "travel damping", "2")
    doubled = damped(window.document.assessment, 1, window.document.assessment.target_case)
    assert doubled is not None and doubled.at_wheel == pytest.approx([2 * c for c in answer.at_wheel])
    type_into(qtbot, window, "damper as_found bump_n 0", "90 kN")
    said = "Shock as found, bump, rear axle, row 1: 90 kN is too large. Enter 1 to 20000 N."
    assert window.notice.text() == said
    qtbot.keyClick(seen(window, "damper as_found bump_n 0"), Qt.Key.Key_Escape)
    assert undo_all(window) == before


def test_the_ring_of_a_stacked_pair_is_dragged_on_its_column(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("survey-buggy"))
    sheet, before = travel(window), window.document.job
    at = travel_of(sheet.columns[0].view.events, "crossover")
    drag(seen(window, "ring 00", QWidget), QPoint(0, -20))
    moved = travel_of(sheet.columns[0].view.events, "crossover")
    assert moved > at and window.document.undo.count() == 1
    assert moved - at == pytest.approx(20 / sheet.scale.per_m, rel=0.35), "collars that are solved follow it a little"
    assert window.document.job.proposal.axles[0].stack.placed == "typed"
    qtbot.keyClick(seen(window, "ring 00", QWidget), Qt.Key.Key_Down)
    assert travel_of(sheet.columns[0].view.events, "crossover") < moved
    assert undo_all(window) == before
