"""Knock-on by hand: lines chosen, readings typed below, a number that shows its working, undo, save and reopen."""

from __future__ import annotations

from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QPushButton
from pytestqt.qtbot import QtBot

from isostat.answers.card import card_page
from isostat.assess.judgement import Step
from isostat.assess.knock_on.findings import DraggedOutside
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.workings.knock_on import number_in
from isostat.desktop.far.view import FarView
from isostat.desktop.knock_on.readings import GROUP_OF, GROUPS
from isostat.desktop.knock_on.step import KnockOnStep
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.files import read_job
from isostat.wording.knock_on import say_what
from isostat.wording.reader import Reader
from tests.desktop.hands import choose, press, read, shown_at, type_into
from tests.desktop.test_nothing_overlaps import faults


def opened(window: MainWindow, page: str = "list") -> KnockOnStep:
    window.go(Step.KNOCK_ON)
    sheet = window.sheets[Step.KNOCK_ON]
    assert isinstance(sheet, KnockOnStep)
    sheet.turn(page)
    return sheet


def test_a_bar_is_read_and_shifts_the_axle(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("glaziers-flatbed"))
    sheet = opened(window)
    press(qtbot, window, "page 1")
    press(qtbot, window, "knock group 0")
    press(qtbot, window, "knock axle 1")
    before = window.document.job
    type_into(qtbot, window, "knock vehicle axles 1 track_bar_axle_m", "250 mm")
    assert window.document.job.vehicle.axles[1].track_bar_axle_m.value == pytest.approx(0.25)  # type: ignore[union-attr]
    lines = knock_ons(window.document.assessment)
    n = next(k for k, line in enumerate(lines) if line.what is What.SIDEWAYS)
    press(qtbot, window, "page 0")
    press(qtbot, window, f"knock row {n}")
    assert sheet.group == "bar" and sheet.axle == 1 and "0 mm" in read(window, f"knock now {n}")
    QTest.keyClick(sheet.findChild(QPushButton, f"knock row {n}"), Qt.Key.Key_M)
    assert sheet.page == "readings"
    choose(window, "knock side", "frame end on the left")
    assert window.document.job.vehicle.axles[1].track_bar_side == "left"
    type_into(qtbot, window, "knock vehicle axles 1 track_bar_m", "much")
    assert "is not a number" in window.notice.text()
    window.document.save(tmp_path / "kept.json")
    assert read_job(tmp_path / "kept.json").vehicle.axles[1].track_bar_side == "left"
    QTest.keyClick(sheet.findChild(QLineEdit, "knock vehicle axles 1 track_bar_m"), Qt.Key.Key_Escape)
    for _ in range(2):
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job == before


def test_links_are_said_and_their_readings_asked_for(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("puppet-van"))
    sheet = opened(window, "readings")
    press(qtbot, window, "knock group 1")
    press(qtbot, window, "knock axle 1")
    type_into(qtbot, window, "knock vehicle axles 1 pinion_rad", "3")
    sheet.turn("list")
    asks = [one.text() for one in sheet.findChildren(Number) if one.objectName().startswith("knock asks")]
    assert "Needs axle held by. Usual: ≈ 2.0° either way." in asks
    sheet.turn("readings")
    choose(window, "knock by", "one arm, solid with the axle")
    type_into(qtbot, window, "knock vehicle axles 1 links lower_m", "700")
    type_into(qtbot, window, "knock vehicle axles 1 links lower_slope_rad", "5")
    line = next(one for one in knock_ons(window.document.assessment) if one.what is What.PINION)
    assert not line.asks and line.now[0] == line.now[0]


def test_the_list_scrolls_and_a_number_shows_its_working(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("glaziers-flatbed"))
    window.resize(1100, 700)
    sheet = opened(window)
    QApplication.processEvents()
    lines = knock_ons(window.document.assessment)
    assert read(window, "knock shown word").endswith(f"of {len(lines)}") and not faults(sheet)
    for _ in range(len(lines)):
        later = sheet.findChild(QPushButton, "knock later")
        if later is not None and later.isVisible():
            press(qtbot, window, "knock later")
    assert sheet.chosen == len(lines) - 1
    number = sheet.findChild(QPushButton, f"knock row {sheet.chosen}")
    assert number is not None and number.isVisible()
    press(qtbot, window, f"knock row {sheet.chosen}")
    shown = next(child for child in sheet.findChildren(object) if child.objectName() == f"knock now {sheet.chosen}")
    qtbot.mouseClick(shown, Qt.MouseButton.LeftButton)  # type: ignore[arg-type]
    assert window.working.picked.number.__module__.startswith("isostat.assess.workings")


@pytest.mark.parametrize(
    ("name", "width", "height", "text", "units"),
    [("hive-hauler", 1100, 700, 1.0, "in lb lb/in psi"), ("glaziers-flatbed", 1280, 800, 1.0, "mm kg N/mm bar"),
     ("kite-winch-buggy", 1100, 700, 1.0, "in lb lb/in psi"), ("kite-winch-buggy", 1920, 1080, 1.5, "mm N"),
     ("puppet-van", 1280, 800, 1.0, "mm kg lb/in psi")],
)  # fmt: skip
def test_nothing_of_it_is_cut_or_overlaps(  # type: ignore[no-untyped-def]
    open_window, name: str, width: int, height: int, text: float, units: str
) -> None:
    window = open_window(demo(name))
    shown_at(window, width, height, text, units)
    sheet = opened(window)
    for group in GROUPS:
        for axle in (0, 1):
            sheet.show_readings(group, axle)
            QApplication.processEvents()
            assert not faults(sheet), (group, axle)
    sheet.turn("list")
    for n in range(len(knock_ons(window.document.assessment))):
        sheet.choose(n)
        QApplication.processEvents()
        assert not faults(sheet), n


def test_what_is_allowed_is_typed_over_and_set_back(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(window)
    lines = knock_ons(window.document.assessment)
    n = next(k for k, line in enumerate(lines) if line.what is What.WHEELBASE)
    press(qtbot, window, f"knock row {n}")
    type_into(qtbot, window, "knock high", "30 mm")
    (own,) = window.document.job.allowed
    assert (own.what, own.axle, own.high) == ("wheelbase", 1, pytest.approx(0.03)) and own.low == pytest.approx(-0.01)
    assert not knock_ons(window.document.assessment)[-1].outside.any()
    type_into(qtbot, window, "knock high", "far")
    assert "is not a number" in window.notice.text()
    window.sheets[Step.KNOCK_ON].forget_refused()
    type_into(qtbot, window, "knock low", "40 mm")
    assert window.notice.text() == "Axle fore and aft, rear, least allowed: 40 mm is above the most, 30 mm."
    assert window.document.job.allowed == (own,) and window.findChild(QLineEdit, "knock low").text() == "40 mm"
    window.sheets[Step.KNOCK_ON].forget_refused()
    type_into(qtbot, window, "knock high", "9999")
    assert window.notice.text() == "Axle fore and aft, rear, most allowed: 9999 mm is too large. Enter −5000 to 5000 mm."
    assert window.document.job.allowed == (own,)
    window.sheets[Step.KNOCK_ON].forget_refused()
    n = next(k for k, line in enumerate(knock_ons(window.document.assessment)) if line.what is What.WHEELBASE)
    press(qtbot, window, f"knock row {n}")
    press(qtbot, window, "knock usual")
    assert window.document.job.allowed == ()


def test_the_keyboard_goes_through_the_list_and_every_way_is_shown(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    """Down and Up choose; the part is drawn beside; each way says what it leaves, what it worsens and when it fits."""
    window = open_window(demo("kite-winch-buggy"))
    sheet = opened(window)
    lines = knock_ons(window.document.assessment)
    caster = next(n for n, line in enumerate(lines) if line.what is What.CASTER)
    press(qtbot, window, "knock row 0")
    for _ in range(caster):
        QTest.keyClick(sheet.findChild(QPushButton, f"knock row {sheet.chosen}"), Qt.Key.Key_Down)
    assert sheet.chosen == caster and sheet.findChild(QPushButton, f"knock row {caster}").isChecked()
    assert window.working.picked == number_in(lines[caster], window.case) and read(window, "working of") == "caster, front axle"
    assert read(window, "finding 0 title").startswith("Caster: 4.8°"), "its finding is seen first"
    lit = [j for j in window.document.judgements if window.view().is_lit(j)]
    assert [type(j) for j in lit] == [DraggedOutside]
    said = [read(window, f"cure {n} {k}") for n in range(3) for k in (0, 2)]
    assert said[0].startswith("Upper links") and "half turns" in said[0] and said[1].startswith("Worsens: Shaft joint, axle end")
    assert "Adjustable arms fit best" in read(window, "cure 0 3") and read(window, "part head") == "from the left, front"
    QTest.keyClick(sheet.findChild(QPushButton, f"knock row {caster}"), Qt.Key.Key_Up)
    assert sheet.chosen == caster - 1
    assert read(window, "finding 0 title").startswith("Axle sideways"), "and the other's now"
    type_into(qtbot, window, "knock high", "40")  # it is in order now, and stands further down: it stays chosen
    assert knock_ons(window.document.assessment)[sheet.chosen].what is lines[caster - 1].what and sheet.chosen > caster
    QTest.keyClick(sheet.findChild(QPushButton, f"knock row {sheet.chosen}"), Qt.Key.Key_M)
    focused = QApplication.focusWidget()
    assert isinstance(focused, QLineEdit) and focused.objectName().startswith("knock vehicle axles")
    assert sheet.page == "readings" and sheet.group == GROUP_OF[lines[caster - 1].what]
    assert focused.selectedText() == focused.text() != "", "what is typed there replaces what stands"


def test_squareness_is_taped_undone_saved_and_opened_again(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("kite-winch-buggy"))
    sheet = opened(window, "readings")
    sheet.show_readings("square", 1)
    before = window.document.job
    name = "knock vehicle axles 1 square"
    for field, text in (
        ("hub_left_m", "2900 mm"),
        ("kingpin_left_m", "2901"),
        ("diagonal_right_m", "3322"),
        ("across_left_m", "9 5/16 in"),
    ):
        type_into(qtbot, window, f"{name} {field}", text)
    assert read(window, "square hub_left_m") == "2900 mm" and read(window, "part head") == "from above, rear"
    ahead = next(line for line in knock_ons(window.document.assessment) if line.what is What.TRUE_AHEAD)
    assert abs(ahead.now[0]) < 0.0045
    type_into(qtbot, window, f"{name} hub_left_m", "29 m")
    assert "Enter" in window.notice.text()
    sheet.forget_refused()
    window.document.save(tmp_path / "kept.json")
    kept = read_job(tmp_path / "kept.json").vehicle.axles[1].square
    assert kept.across_left_m is not None and kept.across_left_m.typed == "9 5/16 in"
    sheet.show_readings("square", 0)
    assert "taken as square" in read(window, "knock front")
    for _ in range(4):
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job == before


def test_what_is_on_board_and_how_the_parts_are_is_chosen(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("puppet-van"))
    sheet = opened(window, "readings")
    sheet.show_readings("body", 0)
    choose(window, "knock aids", "cameras and level sensors")
    assert {What.AIDS, What.LEVEL} <= {line.what for line in knock_ons(window.document.assessment)}
    sheet.show_readings("arms", 0)
    toe = next(line for line in knock_ons(window.document.assessment) if line.what is What.TOE)
    choose(window, "knock rack", "rack ahead of the axle")
    ahead = next(line for line in knock_ons(window.document.assessment) if line.what is What.TOE)
    assert ahead.now[0] - ahead.before == pytest.approx(-(toe.now[0] - toe.before))
    sheet.show_readings("shaft", 1)
    choose(window, "knock joint", "double cardan at the gearbox")
    assert window.document.job.vehicle.axles[1].shaft.box_joint == "double cardan"


def test_from_afar_the_worst_things_stand_large(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("kite-winch-buggy"))
    opened(window)
    QTest.keyClick(window, Qt.Key.Key_F11)
    QApplication.processEvents()
    lines = knock_ons(window.document.assessment)
    assert read(window, "far thing 0") == say_what(lines[0], Reader(window.document.job))
    assert "→" in read(window, "far moved 0") and read(window, "far cure 0").startswith("Shims or bushes")
    far = next(sheet for sheet in window.findChildren(FarView) if sheet.isVisible())
    assert not faults(far)


def test_a_cure_goes_on_the_card_by_key_and_by_its_box(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    """Enter puts the first way there, a box another in its place; the card names it, a file keeps it, undo takes it off."""
    window = open_window(demo("kite-winch-buggy"))
    sheet = opened(window)
    shaft, aside = (what_row(window, what, 0) for what in (What.REAR_JOINT, What.SIDEWAYS))
    row = sheet.findChild(QPushButton, f"knock row {shaft}")
    row.setFocus()
    QTest.keyClick(row, Qt.Key.Key_Return)
    assert read(window, f"row cure {shaft}").startswith("✓ Shims or bushes") and "Put right" in headed(window)
    press(qtbot, window, "cure 1 tick")
    assert read(window, f"row cure {shaft}").startswith("✓ Carrier or gearbox") and len(window.document.job.card.chosen) == 1
    assert "carrier or gearbox 54 mm lower" in carded(window, "Put right, front axle")
    press(qtbot, window, f"knock row {aside}")
    assert "By the plan: bar 6 mm longer" in carded(window, "Panhard bar, front axle")
    press(qtbot, window, "cure 1 tick")
    assert "By the plan: axle end of the bar 40 mm higher" in carded(window, "Panhard bar, front axle")
    window.document.save(tmp_path / "kept.json")
    assert read_job(tmp_path / "kept.json").card.chosen == window.document.job.card.chosen
    press(qtbot, window, "cure 1 tick")
    assert [one.what for one in window.document.job.card.chosen] == [What.REAR_JOINT.value]
    for _ in range(4):
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job.card.chosen == () and "Put right" not in headed(window)


def what_row(window: MainWindow, what: What, axle: int | None) -> int:
    """Where a thing stands in the list."""
    return next(n for n, line in enumerate(knock_ons(window.document.assessment)) if (line.what, line.axle) == (what, axle))


def carded(window: MainWindow, part: str) -> str:
    """The steps of a part of the job card."""
    page = card_page(window.document.assessment, Reader(window.document.job))
    return " ".join(row.text for section in page.sections if section.headed.removesuffix(", cont.") == part for row in section.rows)


def headed(window: MainWindow) -> str:
    """The parts of the job card."""
    return "; ".join(section.headed for section in card_page(window.document.assessment, Reader(window.document.job)).sections)
