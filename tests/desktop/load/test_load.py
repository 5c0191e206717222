"""Load driven by hand: items added, placed by key, drag and number from any line, filled, counted, grouped; bars that follow."""

from __future__ import annotations

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.desktop.load.step import LoadStep
from isostat.desktop.pieces.disc import Disc
from isostat.desktop.pieces.fill import Fill
from isostat.desktop.window import MainWindow
from isostat.job.schema import Item
from tests.desktop.hands import choose, drag, press, read, seen, type_into

CONTROL = Qt.KeyboardModifier.ControlModifier


@pytest.fixture
def load(open_window) -> MainWindow:  # type: ignore[no-untyped-def]
    """Load open at the fullest case."""
    window: MainWindow = open_window()
    window.go(Step.LOAD)
    window.show_case(4)
    return window


def add(window: MainWindow, words: str) -> Item:
    """One of the palette, chosen from the list under the button."""
    button = seen(window, "add item", QPushButton)
    assert isinstance(button, QPushButton)
    menu = button.menu()
    assert menu is not None
    next(action for action in menu.actions() if action.text().startswith(words)).trigger()
    return window.document.job.items[-1]


def places(window: MainWindow) -> list[tuple[float, float]]:
    return [(i.behind_front_m.value, i.left_m.value) for i in window.document.job.items]


def test_an_item_is_added_placed_copied_mirrored_snapped_and_deleted_by_keys_alone(load, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    before = load.document.assessment.loading.whole_kg[4]
    button = seen(load, "add item", QPushButton)
    assert isinstance(button, QPushButton)
    button.setFocus()
    menu = button.menu()
    assert menu is not None
    menu.setActiveAction(menu.actions()[0])  # as the arrow keys do in the open list; opened, it would hold the test
    qtbot.keyClick(menu, Qt.Key.Key_Return)
    item = load.document.job.items[-1]
    assert item.name == "Item" and item.mass_kg.assumed and not item.stays
    assert load.document.assessment.loading.whole_kg[4] == pytest.approx(before + 50)
    disc = seen(load, "disc 8", Disc)
    disc.setFocus(Qt.FocusReason.TabFocusReason)
    for key in (Qt.Key.Key_Left, Qt.Key.Key_Up):
        qtbot.keyClick(disc, key)
    assert places(load)[8] == (pytest.approx(item.behind_front_m.value - 0.01), pytest.approx(-0.01))
    for key, left in ((Qt.Key.Key_M, 0.01), (Qt.Key.Key_C, -0.01)):
        qtbot.keyClick(disc, key)
        assert places(load)[-1][1] == pytest.approx(left)
    load.document.undo.undo()
    load.document.undo.undo()
    qtbot.keyClick(disc, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
    for _ in range(8):
        qtbot.keyClick(disc, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
    qtbot.keyClick(disc, Qt.Key.Key_S)
    assert places(load)[8] == (pytest.approx(3.18), 0.0), "onto the rear axle line and the middle"
    type_into(qtbot, load, "share 8 4", "-")
    assert load.document.assessment.loading.whole_kg[4] == pytest.approx(before)
    type_into(qtbot, load, "share 8 4", "80")
    assert load.notice.text() == "Item in Home full: 80 kg is more than all of it. Enter 0 to 50 kg.", (
        "more than the item's mass is refused"
    )
    qtbot.keyClick(seen(load, "share 8 4"), Qt.Key.Key_Escape)
    qtbot.keyClick(disc, Qt.Key.Key_Delete)
    assert len(load.document.job.items) == 8


@pytest.mark.parametrize(
    ("datum", "own", "typed", "behind"),
    [
        ("front hub", "", "1234", 1.234),
        ("rear hub", "", "-250", 2.93),
        ("headboard", "1900", "300", 2.2),
        ("tailboard", "4540", "540", 4.0),
    ],
)
def test_a_place_is_typed_from_any_line_and_read_back_the_same(
    load, qtbot: QtBot, datum: str, own: str, typed: str, behind
) -> None:  # type: ignore[no-untyped-def]
    choose(load, "datum", datum)
    if own:
        type_into(qtbot, load, "behind 3", typed)
        assert f"Enter the position of the {datum} first" in load.notice.text(), "never from a line that nobody measured"
        qtbot.keyClick(seen(load, "behind 3"), Qt.Key.Key_Escape)
        type_into(qtbot, load, "datum place", own)
    type_into(qtbot, load, "behind 3", typed)
    assert load.document.job.items[3].behind_front_m.value == pytest.approx(behind)
    field = seen(load, "behind 3")
    assert field.text().replace("−", "-") == typed  # type: ignore[attr-defined]


def test_a_drag_snaps_to_the_axle_line_and_a_held_alt_does_not(load) -> None:  # type: ignore[no-untyped-def]
    sheet = load.sheets[Step.LOAD]
    assert isinstance(sheet, LoadStep)
    per_m = sheet._plan(load.view()).per_m
    disc = seen(load, "disc 5", Disc)
    drag(disc, QPoint(round((3.18 - 3.33) * per_m) + 3, 0))
    assert places(load)[5] == (pytest.approx(3.18), pytest.approx(0.46, abs=0.02)) and sheet._lines == (None, None)
    QTest.mousePress(disc, Qt.MouseButton.LeftButton)
    at = disc.geometry().center()
    disc.moved.emit(5, at.toPointF() + QPoint(4, 0).toPointF(), 900, True)
    assert places(load)[5][0] == pytest.approx(3.18 + 4 / per_m, abs=1.2 / per_m) and places(load)[5][0] != 3.18


def test_a_group_moves_together_keeps_its_distances_and_goes_in_one_undo(load, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    before, job = places(load), load.document.job
    for n, modifier in ((3, Qt.KeyboardModifier.NoModifier), (5, CONTROL), (6, CONTROL), (6, CONTROL)):
        QTest.mouseClick(seen(load, f"disc {n}", Disc), Qt.MouseButton.LeftButton, modifier)
    disc = seen(load, "disc 5", Disc)
    qtbot.keyClick(disc, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
    moved = [n for n, (was, now) in enumerate(zip(before, places(load), strict=True)) if was != now]
    assert moved == [3, 5] and all(places(load)[n] == (before[n][0], pytest.approx(before[n][1] - 0.1)) for n in moved)
    load.document.undo.undo()
    assert load.document.job == job
    qtbot.keyClick(disc, Qt.Key.Key_A, CONTROL)
    qtbot.keyClick(disc, Qt.Key.Key_Delete)
    assert not load.document.job.items
    load.document.undo.undo()
    assert load.document.job == job


def test_fill_slider_and_count_follow_the_kind_of_an_item(load, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    seen(load, "disc 7", Disc).setFocus(Qt.FocusReason.TabFocusReason)
    fill = seen(load, "fill", Fill)
    assert isinstance(fill, Fill) and fill.value() == 12, "72 of 120 kg"
    fill.setFocus()
    qtbot.keyClick(fill, Qt.Key.Key_Right)
    assert load.document.assessment.loading.items_kg[4, 7] == pytest.approx(78)
    steps = load.document.undo.count()
    QTest.mousePress(fill, Qt.MouseButton.LeftButton, pos=QPoint(10, 8))
    QTest.mouseMove(fill, QPoint(fill.width() - 2, 8))
    drag(fill, QPoint(fill.width(), 0))
    assert load.document.assessment.loading.items_kg[4, 7] == pytest.approx(120)
    assert load.document.undo.count() <= steps + 2, "one hand, one step"
    add(load, "Cargo in pieces")
    assert load.document.assessment.loading.items_kg[4, 8] == pytest.approx(200)
    fill.setFocus()
    qtbot.keyClick(fill, Qt.Key.Key_Left)
    assert load.document.assessment.loading.items_kg[4, 8] == pytest.approx(180), "a piece less"
    type_into(qtbot, load, "item count", "2.5")
    assert "enter a whole number, 1 to 999" in load.notice.text()


def test_a_heavier_wheel_rides_unsprung_a_nose_load_fills_the_hitch_and_a_part_comes_off(load, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    pads, sprung = load.document.assessment.proposed.pad_kg[1, :, 4].copy(), load.document.assessment.proposed.rest.force_n[1, :, 4]
    add(load, "Heavier wheels, rear")
    type_into(qtbot, load, "mass 8", "23 lb")  # a wheel and tyre of 68 lb becomes one of 91 lb (common practice, no source)
    after = load.document.assessment.proposed
    assert after.pad_kg[1, :, 4] - pads == pytest.approx([10.433, 10.433], abs=0.02)
    assert after.rest.force_n[1, :, 4] == pytest.approx(sprung, abs=0.3), "the spring never sees it"
    load.go(Step.MEASURE)
    load.sheets[Step.MEASURE].turn("points")  # type: ignore[attr-defined]
    type_into(qtbot, load, "vehicle hitch_plate_kg", "70")
    load.go(Step.LOAD)
    add(load, "Trailer on the ball")
    hitch = next(n for n in range(8) if read(load, f"bar name {n}") == "HITCH")
    assert (read(load, f"bar load {hitch}"), read(load, f"bar hand {hitch}")) == ("≈ 75", "≈ 5 over 70")
    assert "hitch" in next(j for j in load.document.judgements if getattr(j, "what", "") == "hitch").what
    whole = load.document.assessment.loading.whole_kg.copy()
    add(load, "Part taken off")
    assert load.document.assessment.loading.whole_kg[[1, 4]] - whole[[1, 4]] == pytest.approx([0, -30])


@pytest.mark.parametrize("field", ["vehicle hitch_plate_kg", "axle rating_kg 0", "tyre_plate_kg 1", "wheel_plate_kg 1"])
def test_a_rating_of_nothing_is_refused(load, qtbot: QtBot, field: str) -> None:  # type: ignore[no-untyped-def]
    """Nothing carries nothing: what is not rated is left empty, and the bars divide by what stands there."""
    load.go(Step.MEASURE)
    load.sheets[Step.MEASURE].turn("axles" if field.startswith("axle") else "points")
    before = load.document.job
    type_into(qtbot, load, field, "0")
    assert "Enter 1 to 20000 kg" in load.notice.text() and load.document.job == before
    type_into(qtbot, load, field, "1")
    load.go(Step.LOAD)
    assert load.document.job != before


def test_more_items_than_room_are_reached_by_buttons_and_wheel(load, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    for _ in range(6):
        add(load, "Tool chest")
    assert seen(load, "name 13").text() == "Tool chest 6"  # type: ignore[attr-defined]
    assert load.sheets[Step.LOAD].findChild(QWidget, "name 0").isHidden()  # type: ignore[union-attr]
    press(qtbot, load, "above")
    press(qtbot, load, "above")
    assert seen(load, "name 0").text() == "Crane" and seen(load, "below", QPushButton).text().endswith("below")  # type: ignore[attr-defined]
