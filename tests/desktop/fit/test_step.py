"""Fit by hand: steps ticked, torques and readings typed, undone, saved and opened again; ticks that no longer hold; files out."""

from __future__ import annotations

from pathlib import Path
from typing import get_args

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QImage, QPainter
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.answers.card import card_page
from isostat.answers.ruler import Mark, Ruler, Thing
from isostat.assess.judgement import Step
from isostat.desktop.far.view import FarField, FarView
from isostat.desktop.fit.ruled_part import draw_part
from isostat.desktop.fit.step import FitStep
from isostat.desktop.pieces.number import Number
from isostat.desktop.theme import LIGHT
from isostat.desktop.window import MainWindow
from isostat.job.card import Bought
from isostat.job.demos import demo
from isostat.job.edits.card import put_bought
from isostat.job.edits.paths import JOB, path_to, put_number
from isostat.job.files import read_job
from tests.desktop.hands import choose, press, read, seen, shown_at, type_into
from tests.desktop.test_nothing_overlaps import faults


def opened(window: MainWindow) -> FitStep:
    window.go(Step.FIT)
    sheet = window.sheets[Step.FIT]
    assert isinstance(sheet, FitStep)
    return sheet


def part_of(window: MainWindow, title: str) -> int:
    page = card_page(window.document.assessment, window.view().reader)
    return next(n for n, section in enumerate(page.sections) if section.title == title)


def test_steps_are_ticked_undone_saved_and_opened_again(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    sheet, before = opened(window), window.document.job
    assert read(window, "step words") == "0 of 85 steps done" and "Not to be driven" in read(window, "fit held")
    type_into(qtbot, window, "fit who", "Ann")
    for n in (1, 2):
        press(qtbot, window, f"fit tick {n}")
    assert read(window, "step words") == "2 of 85 steps done" and seen(window, "fit tick 1", QPushButton).text() == "✓"
    assert [one.who for one in window.document.job.card.ticks] == ["Ann", "Ann"] and window.document.job.card.ticks[0].at[
        :2
    ] == "20"
    type_into(qtbot, window, "fit read 2 0", "2.4 front, 3.2 rear")
    press(qtbot, window, f"fit part {part_of(window, 'After fitting')}")
    type_into(qtbot, window, "fit torque 68 wheels", "80 lb·ft")
    type_into(qtbot, window, "fit torque 68 wheels source", "manual, page 12")
    press(qtbot, window, "fit torque 68 wheels done")
    (torque,) = window.document.job.card.torques
    assert torque.value is not None and torque.value.value == pytest.approx(108.5, abs=0.1) and torque.done and torque.who == "Ann"
    type_into(qtbot, window, "fit torque 68 wheels", "9000")
    assert "torque" in window.notice.text().lower() and "2000" in window.notice.text()
    sheet.forget_refused()
    window.document.save(tmp_path / "kept.json")
    kept = read_job(tmp_path / "kept.json").card
    assert len(kept.ticks) == 2 and kept.torques[0].source == "manual, page 12" and kept.written[0].text == "2.4 front, 3.2 rear"
    press(qtbot, window, "fit part 0")
    press(qtbot, window, "fit tick 2")
    assert len(window.document.job.card.ticks) == 1, "open again"
    while window.document.undo.canUndo():
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job == before


def test_more_parts_than_there_is_room_for_are_reached_one_by_one(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("glaziers-flatbed"))
    window.resize(1100, 700)
    window.preferences.grow_text(1)
    window.preferences.grow_text(1)
    sheet = opened(window)
    count = len(card_page(window.document.assessment, window.view().reader).sections)
    for turn, end in ((1, count - 1), (-1, 0)):
        while sheet.part != end:
            behind = [n for n in range(count) if (one := sheet.findChild(QPushButton, f"fit part {n}")) and not one.isHidden()]
            before, beyond = sheet.part, (behind[-1] if turn > 0 else behind[0])
            assert beyond != before and len(behind) < count
            press(qtbot, window, f"fit part {beyond}")
            assert (sheet.part - before) * turn > 0 and not faults(sheet)


def test_by_keys_a_step_is_ticked_then_its_reading_typed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(window)
    seen(window, "fit tick 2", QPushButton).setFocus()

    def key(code: Qt.Key) -> None:
        QTest.keyClick(QApplication.focusWidget(), code)

    key(Qt.Key.Key_Space)
    key(Qt.Key.Key_Tab)
    QTest.keyClicks(QApplication.focusWidget(), "2.4 bar")
    for _ in range(4):  # past the other readings of the step
        key(Qt.Key.Key_Tab)
    assert QApplication.focusWidget() is seen(window, "fit tick 3", QPushButton)
    card = window.document.job.card
    assert [(one.step, one.text) for one in card.written] == [("before 2", "2.4 bar")] and len(card.ticks) == 1


def test_ticks_that_no_longer_hold_are_shown(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    sheet = opened(window)
    press(qtbot, window, "fit part 1")
    press(qtbot, window, "fit tick 14")
    assert "Not to be driven" in window.findings.findChild(object, "finding 0 title").text()
    window.document.edit(lambda job: put_number(job, path_to(JOB.proposal.axles[0].left.spacer_m), 0.012), "spacer")
    assert "again" in read(window, "fit do 14") and seen(window, "fit tick 14", QPushButton).text() != "✓"
    press(qtbot, window, "fit tick 14")
    assert "again" not in read(window, "fit do 14") and sheet.part == 1


def from_menu(window: MainWindow, words: str) -> None:
    """As a hand picks it."""
    menu = seen(window, "fit save", QPushButton).menu()
    assert menu is not None
    next(action for action in menu.actions() if action.text() == words).trigger()


@pytest.mark.parametrize(
    ("kind", "name"),
    [
        ("PDF", "card.pdf"),
        ("Web page", "card.html"),
        ("Cab card", "cab.html"),
        ("Customer sheet", "owner.html"),
        ("Order as a table", "order.csv"),
    ],
)
def test_the_card_is_written_where_it_is_wanted(  # type: ignore[no-untyped-def]
    open_window, qtbot: QtBot, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, kind: str, name: str
) -> None:
    window = open_window(demo("orchard-sprayer"))
    opened(window)
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(tmp_path / name), ""))
    from_menu(window, kind)
    assert (tmp_path / name).stat().st_size > 100 and name in window.notice.text()
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(tmp_path / "nowhere" / name), ""))
    from_menu(window, kind)
    assert "was not written" in window.notice.text()


def test_the_order_is_copied_for_a_message_and_a_call_stands_on_the_cab_card(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(window)
    from_menu(window, "Order for a message")
    board = QApplication.clipboard()
    assert board is not None and "was copied" in window.notice.text()
    lines = board.text().splitlines()
    assert lines[0] == "Order for job 147, Hive hauler" and "Front left: spacer 3 mm × 1" in lines
    type_into(qtbot, window, "fit call", "<b>Yard</b> 12")
    window.exchange.card_out("cab", tmp_path / "cab.html")
    assert "Call: &lt;b&gt;Yard&lt;/b&gt; 12" in (tmp_path / "cab.html").read_text("utf-8")
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job.card.call == ""


@pytest.mark.parametrize(
    ("name", "width", "height", "text", "units"),
    [("hive-hauler", 1280, 800, 1.0, "mm kg N/mm bar"), ("hive-hauler", 1100, 700, 1.0, "in lb lb/in psi"),
     ("survey-buggy", 1920, 1080, 1.5, "mm N"), ("survey-buggy", 1100, 700, 1.0, "in lb lb/in psi"),
     ("dairy-trailer", 1280, 800, 1.0, "mm kg lb/in psi")],
)  # fmt: skip
def test_nothing_of_it_is_cut_or_overlaps(  # type: ignore[no-untyped-def]
    open_window, name: str, width: int, height: int, text: float, units: str
) -> None:
    window = open_window(demo(name))
    shown_at(window, width, height, text, units)
    sheet = opened(window)
    page = card_page(window.document.assessment, window.view().reader)
    shown: set[int] = set()
    for part in range(len(page.sections)):
        sheet.open(part)
        for _ in range(12):
            QApplication.processEvents()
            assert not faults(sheet), part
            shown |= {row.n for row in page.sections[part].rows if sheet.findChild(QPushButton, f"fit tick {row.n}") is not None}
            later = sheet.findChild(QPushButton, "fit later")
            if later is None or not later.isVisible() or sheet.part != part:
                break
            later.click()
    assert shown == set(range(1, page.total + 1)), "every step can be come to"


@pytest.mark.parametrize(
    ("text", "price", "said"), [(1.0, 180.0, "K 98, price 180.00, 3 days"), (1.5, None, "K 98, no price, 3 days")]
)
def test_the_order_is_a_page_of_its_own_with_what_a_list_says(open_window, qtbot: QtBot, text: float, price, said: str) -> None:  # type: ignore[no-untyped-def]
    window = open_window(put_bought(demo("hive-hauler"), Bought(axle=0, part="K 98", price=price, days=3.0)))
    shown_at(window, 1100, 700, text, "mm kg N/mm bar")
    sheet = opened(window)
    press(qtbot, window, "page 1")
    buy, found = card_page(window.document.assessment, window.view().reader).buy, []
    assert read(window, "order listed 0") == said
    while len(found) < len(buy):
        assert not faults(sheet)
        found += [read(window, f"order part {n}") for n in range(len(found), len(buy)) if sheet.findChild(Number, f"order part {n}")
                  and not sheet.findChild(Number, f"order part {n}").isHidden()]  # fmt: skip
        if len(found) < len(buy):
            press(qtbot, window, "fit later")
    assert found == [part.words for part in buy] and read(window, f"order count {len(buy) - 1}") == f"× {buy[-1].count}"
    press(qtbot, window, "page 0")
    assert not seen(window, "fit tick 1", QPushButton).isHidden()


def test_from_afar_a_keypad_ticks_tightens_and_goes_on(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(window)
    QTest.keyClick(window, Qt.Key.Key_F11)
    far = next(sheet for sheet in window.findChildren(FarView) if sheet.isVisible())
    field = far.findChild(FarField)
    assert field is not None and read(window, "far corner") == "1 of 85"

    def enter(text: str) -> None:
        qtbot.keyClicks(field, text)
        qtbot.keyClick(field, Qt.Key.Key_Return)

    enter("")
    assert read(window, "far corner") == "2 of 85" and [one.step for one in window.document.job.card.ticks] == ["before 1"]
    enter("2.4")
    enter("3.2")
    assert [(one.name, one.text) for one in window.document.job.card.written] == [("tyres front", "2.4"), ("tyres rear", "3.2")]
    qtbot.keyClicks(field, "*")
    assert read(window, "far corner") == "1 of 85" and read(window, "far state") == "Done"
    enter("0")
    assert window.document.job.card.ticks == () and read(window, "far state") == "Open"
    enter("5")
    assert "no torque" in read(window, "far sentence")
    for _ in range(67):
        enter("")
    assert read(window, "far corner") == "68 of 85" and not faults(far)
    enter("110")
    enter("lots")
    assert window.document.job.card.torques[0].value.value == 110.0 and "is not a" in read(window, "far sentence")  # type: ignore[union-attr]


def test_a_ruler_is_read_in_the_state_that_is_chosen(open_window) -> None:  # type: ignore[no-untyped-def]
    """Bench, floor now, target: the same collar nearer the perch as the shaft goes in; another part begins on the bench again."""
    window = open_window(demo("survey-buggy"))
    sheet = opened(window)
    sheet.open(1)
    bench = [read(window, f"ruler value {n}") for n in range(5)]
    choose(window, "ruler state", "survey")
    survey = [read(window, f"ruler value {n}") for n in range(5)]
    assert bench[-1] == "588 mm" and survey[-1] == "451 mm", "the collar, highest"
    assert all(float(low.split()[0]) < float(high.split()[0]) for low, high in zip(survey, bench, strict=True))
    assert sheet.state == 2 and not faults(sheet)
    sheet.open(2)
    assert sheet.state == 0


def test_one_window_shows_rulers_of_one_state_and_of_several_job_after_job(open_window) -> None:  # type: ignore[no-untyped-def]
    """Words of the one and the choice of the others are two things."""
    window = open_window(demo("orchard-sprayer"))
    sheet, shown = opened(window), set[str]()
    for name in ("orchard-sprayer", "survey-buggy", "glaziers-flatbed", "orchard-sprayer"):
        window.document.replace(demo(name), None)
        for part in range(20):
            sheet.open(part)
            for kind in ("ruler state", "ruler only state"):
                found = sheet.findChild(QWidget, kind)
                shown |= {kind} if found is not None and found.isVisible() else set()
    assert shown == {"ruler state", "ruler only state"}


@pytest.mark.parametrize("thing", get_args(Thing))
def test_each_thing_that_a_ruler_sets_is_drawn_at_its_mark(qapp, thing: str) -> None:  # type: ignore[no-untyped-def]
    """Ink beside the mark; none beside the same ruler of a thing that lies at the zero."""
    marks = tuple(Mark("x", high, "x", kind) for kind, high in ((thing, 0.1), *SPRUNG.get(thing, ())))
    ruler = Ruler("f", "s", marks)
    picture = QImage(60, 140, QImage.Format.Format_RGB32)
    picture.fill(0xFFFFFFFF)
    with QPainter(picture) as p:
        draw_part(p, LIGHT, 30.0, 120.0, 1000.0, ruler)  # 100 px above the zero
    drawn = [y for y in range(140) for x in range(60) if picture.pixel(x, y) != 0xFFFFFFFF]
    assert drawn and min(abs(y - 20) for y in drawn) <= 2


SPRUNG = {"collar": (("slider", 0.05),)}  # springs stand on it
