"""The Log by hand: an entry added, heights typed, refused in words, a correction done, undone, saved and reopened."""

from __future__ import annotations

from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QPushButton
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.log.due import Recheck
from isostat.assess.log.findings import CheckedOff, Overdue
from isostat.assess.log.promise import Verdict, held
from isostat.desktop.far.view import FarView
from isostat.desktop.log.step import LogStep
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits.axles import add_axle
from isostat.job.edits.log import change_entry
from isostat.job.files import read_job
from isostat.wording.sentences import say
from tests.assess.log.test_read_at import known
from tests.desktop.hands import choose, press, read, shown_at, type_into, worked_out
from tests.desktop.test_nothing_overlaps import faults


def opened(qtbot: QtBot, window: MainWindow) -> LogStep:
    window.go(Step.LOG)
    sheet = window.sheets[Step.LOG]
    assert isinstance(sheet, LogStep)
    worked_out(qtbot, window)
    return sheet


def test_four_heights_give_one_instruction(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    sheet = opened(qtbot, window)
    assert "Nothing was read yet" in read(window, "log empty")
    press(qtbot, window, "log add")
    assert read(window, "log instruction") == "Read hub to arch at every wheel." and "promised 548" in read(
        window, "log 0 left band"
    )
    for key, text in (("0 left", "522"), ("0 right", "556"), ("1 left", "560"), ("1 right", "22 1/2 in")):
        type_into(qtbot, window, f"log {key} height", text)
    assert read(window, "log 0 left said") == "25 low" and read(window, "log 1 right said") == "inside"
    assert read(window, "log instruction") == "Working out what to turn."
    worked_out(qtbot, window)
    assert read(window, "log instruction") == "Read front left again, before anything is turned."
    assert read(window, "log why").startswith("Front left read 2")
    for key, text in (("0 left", "520"), ("0 right", "546"), ("1 left", "552"), ("1 right", "579")):
        type_into(qtbot, window, f"log {key} height", text)
    worked_out(qtbot, window)
    assert read(window, "log instruction") == "Spacer 23 mm thicker front left, 26 mm total. Leave the rest."
    assert "front left 547" in read(window, "log then") and "Ride-height bolts" in read(window, "log costs")
    assert read(window, "log why").startswith("Front left spring ")
    press(qtbot, window, "log turned")
    log = window.document.job.log
    assert len(log) == 2 and log[0].turned[0].by == pytest.approx(0.023) and sheet.entry == 1
    for key, text in (("0 left", "547"), ("0 right", "556"), ("1 left", "559"), ("1 right", "572")):
        type_into(qtbot, window, f"log {key} height", text)
    assert held(window.document.assessment, 1).verdict is Verdict.INSIDE and read(window, "log instruction").startswith("Inside")
    window.document.save(tmp_path / "kept.json")
    assert read_job(tmp_path / "kept.json").log == window.document.job.log
    press(qtbot, window, "log entry 0")
    assert sheet.findChild(QPushButton, "log turned").isHidden(), "it was done"
    assert read(window, "log instruction") == "Changed after this reading: Spacer 23 mm thicker front left, 26 mm total."
    for _ in range(5):  # four heights, and the correction
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert len(window.document.job.log) == 1 and window.document.job.log[0].turned == ()
    press(qtbot, window, "log remove")
    assert window.document.job.log == () and "Nothing was read yet" in read(window, "log empty")


def test_what_a_miss_teaches_is_taken_by_a_button_and_undone(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    sheet = opened(qtbot, window)
    press(qtbot, window, "log add")
    for key, text in (("0 left", "520"), ("0 right", "546"), ("1 left", "552"), ("1 right", "579")):
        type_into(qtbot, window, f"log {key} height", text)
    worked_out(qtbot, window)
    said, before = read(window, "log learnt"), window.document.job
    assert said.startswith("Front left: free length ") and said.endswith(" N/mm.")
    press(qtbot, window, "log learnt take")
    coil = window.document.job.proposal.axles[0].left
    assert coil.free_length_m is not None and coil.free_length_m.error is not None and coil.spacer_m is not None
    worked_out(qtbot, window)
    assert sheet.findChild(QPushButton, "log learnt take").isHidden(), "taken once"
    assert read(window, "log instruction").startswith("Spacer 2"), "it still stands too low"
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job == before


def test_what_else_is_read_is_held_against_knock_on_on_a_page_of_its_own(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    """Typed with its unit or without, refused in a sentence, said as a finding, taken out again, saved and reopened."""
    window = open_window(demo("kite-winch-buggy"))
    sheet = opened(qtbot, window)
    press(qtbot, window, "log add")
    press(qtbot, window, "log page 1")
    assert read(window, "check pinion 1 promised 0") == "3.7°" and read(window, "check pinion 1 how") == "not read"
    assert read(window, "check axle sideways 1 unit") == "mm, + left"
    type_into(qtbot, window, "check pinion 1", "3.9")
    type_into(qtbot, window, "check axle sideways 1", "-1 1/4 in")
    type_into(qtbot, window, "check caster 0", "steep")
    assert "steep" in window.notice.text() and read(window, "check pinion 1 how") == "as promised"
    assert read(window, "check axle sideways 1 how") == "▲ outside"
    titles = [say(j, window.sheets[Step.LOG].view.reader).title for j in window.document.judgements if isinstance(j, CheckedOff)]  # type: ignore[union-attr]
    assert titles == ["Axle sideways, rear: 32 mm right"]
    QApplication.focusWidget().clearFocus()
    assert not faults(sheet)
    window.document.save(tmp_path / "kept.json")
    assert [one.typed for one in read_job(tmp_path / "kept.json").log[0].checks] == ["3.9", "-1 1/4 in"]
    field = window.findChild(QLineEdit, "check axle sideways 1")
    assert field is not None
    field.setFocus()
    field.selectAll()
    QTest.keyClick(field, Qt.Key.Key_Delete)
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert len(window.document.job.log[0].checks) == 1 and read(window, "check axle sideways 1 how") == "not read"
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert len(window.document.job.log[0].checks) == 2
    type_into(qtbot, window, "check tyre_pa 1", "29 psi")
    type_into(qtbot, window, "check tyre_pa 0", "soft")
    assert "soft" in window.notice.text()
    assert window.document.job.log[0].pressures[1].tyre_pa.value == pytest.approx(199_948, abs=10)  # type: ignore[union-attr]
    type_into(qtbot, window, "check left_kg 0", "heavy")
    assert "Corner weight, front left: “heavy” is not a number" in window.notice.text()
    type_into(qtbot, window, "check left_kg 0", "720 lb")
    assert window.document.job.log[0].wheels[0].left_kg.typed == "720 lb"  # type: ignore[union-attr]
    assert read(window, "check corner weight 0 how") == "▲ not as promised" and not faults(sheet)
    press(qtbot, window, "log page 0")
    assert "promised" in read(window, "log 0 left band")


def test_state_distance_and_load_change_the_promise(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("puppet-van"))
    opened(qtbot, window)
    press(qtbot, window, "log add")
    was = read(window, "log 0 left band")
    choose(window, "log state", "just let down")
    assert read(window, "log instruction").startswith("Roll it first") and read(window, "log 0 left band") != was
    choose(window, "log state", "driven")
    type_into(qtbot, window, "log km", "500 mi")
    assert window.document.job.log[0].km == pytest.approx(804.672) and window.findChild(QLineEdit, "log km").text() == "805 km"
    type_into(qtbot, window, "log km", "far")
    assert "is not a distance. Try 120" in window.notice.text() and window.document.job.log[0].km == pytest.approx(804.672)
    type_into(qtbot, window, "log km", "-5")
    assert window.document.job.log[0].km == pytest.approx(804.672) and window.notice.text()
    choose(window, "log case", "Stage in")
    assert window.document.job.log[0].case == "Stage in" and "stage in" in read(window, "settling head").lower()
    type_into(qtbot, window, "log 0 left height", "much")
    assert "is not a number" in window.notice.text()


def test_an_entry_waits_for_its_promise_and_the_window_does_not(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    window.go(Step.LOG)
    press(qtbot, window, "log add")
    assert window.document.job.log == () and read(window, "log waiting") == "Working out what it should read."
    qtbot.waitUntil(lambda: len(window.document.job.log) == 1, timeout=30_000)
    assert window.document.job.log[0].promised and window.findChild(Number, "log waiting").isHidden()
    qtbot.waitUntil(
        lambda: getattr(QApplication.focusWidget(), "objectName", str)() == "log 0 left height"
    )  # and the hand types on
    window.document.edit(add_axle, "axle")
    press(qtbot, window, "log add")
    window.document.undo.undo()  # the job goes on meanwhile: nothing is added to what is not seen any more
    worked_out(qtbot, window)
    assert len(window.document.job.log) == 1 and window.predicting.fresh(window.document.assessment)
    window.document.edit(lambda job: change_entry(job, 0, note="wet floor"), "note")
    assert window.predicting.fresh(window.document.assessment), "the parts are the same"


def test_a_promise_that_is_not_kept_is_worked_out_when_asked(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(change_entry(demo("hive-hauler-fitted"), 2, promised=[]))
    sheet = opened(qtbot, window)
    sheet.show_entry(2)
    assert read(window, "log instruction") == "What this entry should read was not kept." and not faults(sheet)
    assert read(window, "log 0 left band") == "nothing promised"
    QTest.keyClick(window, Qt.Key.Key_F11)
    assert read(window, "far band 0 0") == "nothing promised"
    QTest.keyClick(window, Qt.Key.Key_F11)
    press(qtbot, window, "log promise")
    assert held(window.document.assessment, 2).verdict is not Verdict.NOT_PROMISED
    assert read(window, "log 0 left band").startswith("promised ")


def test_the_log_goes_out_and_comes_in_as_a_table(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler-fitted"))
    sheet = opened(qtbot, window)
    type_into(qtbot, window, "log note", "wet floor")
    window.exchange.log_out(tmp_path / "log.csv")
    assert ",wet floor," in (tmp_path / "log.csv").read_text()
    text = (tmp_path / "log.csv").read_text() + "2026-09-01,driven,900,,Mo,,,541,,,\n"
    (tmp_path / "log.csv").write_text(text)
    window.exchange.log_in(tmp_path / "log.csv")
    assert len(window.document.job.log) == 4 and window.document.undo.undoText() == "log of log.csv"
    sheet.show_entry(3)
    worked_out(qtbot, window)
    press(qtbot, window, "log promise")
    assert window.document.job.log[3].promised and held(window.document.assessment, 3).read_m[0, 0] == pytest.approx(0.541)
    (tmp_path / "log.csv").write_text(text.replace("541,", "5x1,"))
    window.exchange.log_in(tmp_path / "log.csv")
    assert "Line 5, column “front left”: “x1” is not a" in window.notice.text() and len(window.document.job.log) == 4
    window.exchange.log_out(tmp_path / "no" / "log.csv")
    assert "was not written" in window.notice.text()


def test_many_entries_are_reached_one_by_one(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler-fitted"))
    window.resize(1100, 700)
    sheet = opened(qtbot, window)
    for _ in range(9):
        press(qtbot, window, "log add")
    assert sheet.entry == 11 and not faults(sheet) and sheet.findChild(QPushButton, "log later") is None
    for n in range(11, 0, -1):
        if (back := sheet.findChild(QPushButton, "log earlier")) is not None and not back.isHidden():
            press(qtbot, window, "log earlier")
            assert sheet.entry == n - 1 and not faults(sheet)
    assert sheet.entry <= 2
    press(qtbot, window, "log later")
    assert sheet.entry <= 3 and not faults(sheet)


def test_heights_are_read_at_another_point_and_its_band_is_shown_there(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(known(demo("hive-hauler")))
    sheet = opened(qtbot, window)
    press(qtbot, window, "log add")
    at_hub = read(window, "log 0 left band")
    choose(window, "log point", "ground to arch")
    worked_out(qtbot, window)
    assert read(window, "log instruction") == "Read ground to arch at every wheel."
    at_ground = read(window, "log 0 left band")
    assert at_hub.startswith("promised 548,") and at_ground.startswith("promised 9"), "larger tyres too"
    lowest = int(at_ground.removeprefix("promised ").split(",")[0]) - 25
    type_into(qtbot, window, "log 0 left height", str(lowest))
    assert read(window, "log 0 left said") == "25 low"
    entry = window.document.job.log[-1]
    assert entry.point == "ground_to_arch_m" and entry.heights[0].left_m.value == pytest.approx(lowest / 1e3)
    for width, height, text in ((1100, 700, 1.0), (1280, 800, 1.5)):
        shown_at(window, width, height, text, "mm kg N/mm bar")
        sheet.setFocus()
        assert not faults(sheet)
    window.document.undo.undo()
    window.document.undo.undo()
    assert window.document.job.log[-1].point == "hub_to_arch_m"


def test_by_keys_alone_from_top_to_foot(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(qtbot, window)
    press(qtbot, window, "log add")
    window.findChild(QPushButton, "log add").setFocus()
    names = []
    for _ in range(13):
        QTest.keyClick(QApplication.focusWidget(), Qt.Key.Key_Tab)
        names.append(QApplication.focusWidget().objectName())
    assert names == ["log remove", "log page 0", "log page 1", "log page 2", "log day", "log state", "log case", "log who",
                     "log note", "log 0 left height", "log 0 right height", "log 1 left height", "log 1 right height"]  # fmt: skip


def test_other_readings_are_typed_one_after_the_other_and_a_reading_of_the_same_day_is_rolled(  # type: ignore[no-untyped-def]
    open_window, qtbot: QtBot
) -> None:
    window = open_window(demo("hive-hauler"))
    opened(qtbot, window)
    press(qtbot, window, "log add")
    press(qtbot, window, "log add")
    assert [one.state for one in window.document.job.log] == ["rolled", "rolled"]
    press(qtbot, window, "log page 1")
    fields = [f for f in window.sheets[Step.LOG].findChildren(QLineEdit) if f.isVisible() and f.objectName().startswith("check")]
    fields.sort(key=lambda f: (round(f.y() / 29), f.x()))
    assert len(fields) > 8
    fields[0].setFocus()
    for field in fields:
        assert QApplication.focusWidget() is field
        QTest.keyClick(field, Qt.Key.Key_Tab)


@pytest.mark.parametrize(
    ("name", "width", "height", "text", "units"),
    [("hive-hauler", 1280, 800, 1.0, "mm kg N/mm bar"), ("hive-hauler", 1100, 700, 1.0, "in lb lb/in psi"),
     ("survey-buggy", 1920, 1080, 1.5, "mm N"), ("hive-hauler-fitted", 1100, 700, 1.0, "mm kg N/mm bar"),
     ("hive-hauler-fitted", 1280, 800, 1.25, "in lb lb/in psi"), ("kite-winch-buggy", 1280, 800, 1.0, "in lb lb/in psi")],
)  # fmt: skip
def test_nothing_of_it_is_cut_or_overlaps(  # type: ignore[no-untyped-def]
    open_window, qtbot: QtBot, name: str, width: int, height: int, text: float, units: str
) -> None:
    window = open_window(demo(name))
    shown_at(window, width, height, text, units)
    sheet = opened(qtbot, window)
    for n in range(len(window.document.job.log)):
        sheet.show_entry(n)
        assert not faults(sheet), n
        sheet.turn("checks")
        assert not faults(sheet), n
        sheet.turn("heights")
    press(qtbot, window, "log add")
    QApplication.processEvents()
    sheet.turn("checks")
    assert not faults(sheet)
    sheet.turn("heights")
    window.focusWidget().clearFocus()  # the first height, whose text is selected and so drawn twice
    for state in ("just let down", "driven", "rolled and bounced"):
        choose(window, "log state", state)
        assert not faults(sheet), state
    type_into(qtbot, window, "log 0 left height", "400 mm")
    QApplication.focusWidget().clearFocus()
    assert not faults(sheet)
    if name == "hive-hauler":  # figures are learnt
        for key, mm in (("0 left", 520), ("0 right", 546), ("1 left", 552), ("1 right", 579)):
            type_into(qtbot, window, f"log {key} height", f"{mm} mm")
        QApplication.focusWidget().clearFocus()
        worked_out(qtbot, window)
        last = sheet.findChild(Number, "log learnt")
        assert last is not None and last.isVisible() and last.geometry().bottom() < sheet._banner.bottom()
    worked_out(qtbot, window)
    assert not faults(sheet)


def test_from_afar_four_wheels_and_one_sentence(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    opened(qtbot, window)
    QTest.keyClick(window, Qt.Key.Key_F11)
    assert read(window, "far corner") == "Nothing read yet"
    QTest.keyClick(window, Qt.Key.Key_F11)
    press(qtbot, window, "log add")
    for key, text in (("0 left", "520"), ("0 right", "546"), ("1 left", "552"), ("1 right", "579")):
        type_into(qtbot, window, f"log {key} height", text)
    worked_out(qtbot, window)
    QTest.keyClick(window, Qt.Key.Key_F11)
    assert read(window, "far read 0 0") == "520  27 low" and read(window, "far instruction").startswith("Spacer 23 mm thicker")
    assert not faults(next(sheet for sheet in window.findChildren(FarView) if sheet.isVisible()))


def test_what_is_due_is_ticked_undone_and_goes_out(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    """Of the fitted hauler the U-bolts are overdue at 420 km; a tick, and the finding is gone; the calendar is a file."""
    window = open_window(demo("hive-hauler-fitted"))
    opened(qtbot, window)
    assert "Overdue: U-bolts" in read(window, "finding 0 title") and read(window, "log due 1").startswith("! past, 80 to 160 km")
    boxes = [window.sheets[Step.LOG].findChild(QPushButton, f"log due tick {n}") for n in range(4)]
    assert window.sheets[Step.LOG].findChild(QPushButton, "log due tick 4") is None, "heights are done by being read"
    assert [box.text() for box in boxes] == ["✓", " ", " ", " "] and boxes[0].accessibleName().startswith("done: 50 to 100 km")
    press(qtbot, window, "log due tick 1")
    assert not [j for j in window.document.judgements if isinstance(j, Overdue)]
    assert read_job(_saved(window, tmp_path)).log[-1].rechecked == ("wheel nuts", "U-bolts")
    window.exchange.due_out(tmp_path / "due.ics")
    assert "events in the calendar" in window.notice.text() and (tmp_path / "due.ics").read_text().count("BEGIN:VEVENT") == 3
    window.document.undo.undo()
    assert [j.what for j in window.document.judgements if isinstance(j, Overdue)] == [Recheck.U_BOLTS]
    window.exchange.due_out(tmp_path / "none" / "due.ics")
    assert "was not written" in window.notice.text()


def _saved(window: MainWindow, folder: Path) -> Path:
    window.document.save(folder / "job.json")
    return folder / "job.json"
