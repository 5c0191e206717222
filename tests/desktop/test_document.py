"""The open job: gestures merge, fixes are tried when the hand rests, files come and go without loss."""

from __future__ import annotations

import gc
import json
from pathlib import Path

import pytest
from PyQt6.QtCore import QSettings, Qt
from PyQt6.QtWidgets import QApplication, QMessageBox
from pytestqt.qtbot import QtBot

from isostat.assess import Assessment
from isostat.assess.judgement import Step
from isostat.assess.spring.leaf import packed
from isostat.assess.stance.ways_to_lift import ways
from isostat.desktop.document import Document
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo, demo_names
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import read_job
from isostat.job.save import save_job
from tests.jobs import hive_on_coils

TITLE = ("title",)


def retitle(words: str):  # type: ignore[no-untyped-def]
    return lambda job: edits.put(job, TITLE, words)


def test_edits_of_one_gesture_are_one_step_and_of_two_gestures_two(qapp) -> None:  # type: ignore[no-untyped-def]
    document = Document(hive_on_coils())
    for n in range(20):
        document.edit(lambda job, n=n: item_edits.move_items(job, {7: (3.0 + n / 100, 0.0)}), "move Water", 41)
    document.edit(lambda job: item_edits.move_items(job, {7: (2.0, 0.0)}), "move Water", 42)
    document.edit(lambda job: item_edits.move_items(job, {7: (2.0, 0.0)}), "move Water", 42)  # nothing changes: no step
    assert document.undo.count() == 2
    document.undo.undo()
    assert document.job.items[7].behind_front_m.value == pytest.approx(3.19)
    document.undo.undo()
    assert document.job == hive_on_coils()


def test_a_refused_edit_is_said_and_leaves_no_step(qtbot: QtBot) -> None:
    document = Document(hive_on_coils())
    with qtbot.waitSignal(document.refused) as said:
        assert not document.edit(lambda job: edits.put_number(job, path_to(JOB.items[0].mass_kg), -3.0), "mass")
    assert said.args is not None and said.args[1] == "mass"
    assert said.args[0].faults == ("Item 1, mass: −3 kg is too small. Enter 0 to 20000 kg.",)
    assert document.undo.count() == 0


def test_what_a_field_gives_up_while_a_step_is_undone_is_a_step_of_its_own(qtbot: QtBot) -> None:
    """In the midst of an undo the stack would put it where it loses count: undone to the start, it was another job."""
    document = Document(hive_on_coils())
    document.edit(retitle("one"), "title")
    document.edit(retitle("two"), "title")

    def leave() -> None:
        document.shown.disconnect(leave)
        document.edit(lambda job: edits.put(job, path_to(JOB.number), "left behind"), "number")

    document.shown.connect(leave)
    document.undo.undo()
    assert (document.job.title, document.undo.index(), document.undo.count()) == ("one", 1, 2)
    qtbot.waitUntil(lambda: document.job.number == "left behind", timeout=1000)
    assert document.job.title == "one" and document.undo.index() == 2
    while document.undo.canUndo():
        document.undo.undo()
    assert document.job == hive_on_coils()


def test_fixes_are_tried_once_the_hand_rests_not_at_every_move(qtbot: QtBot) -> None:
    document = Document(hive_on_coils())
    qtbot.waitUntil(lambda: bool(document.fixes), timeout=3000)
    tried: list[int] = []
    document.tried.connect(lambda: tried.append(1))
    for n in range(5):
        document.edit(lambda job, n=n: item_edits.move_items(job, {7: (3.0 + n / 100, 0.0)}), "move", 3)
    assert not tried
    qtbot.waitUntil(lambda: len(tried) == 1, timeout=3000)
    assert all(fix.job.items[7].behind_front_m.value == pytest.approx(3.04) for fix in document.fixes), "of the job as it is now"


def test_between_two_remedies_the_window_has_its_turn_and_an_edit_ends_what_is_tried(qtbot: QtBot) -> None:
    document, turns = Document(hive_on_coils()), 0
    document._rest.stop()
    document._try_fixes()
    while document._turn.isActive() and turns < 1000:
        before = len(document._found)
        QApplication.processEvents()
        turns += 1
        assert len(document._found) - before <= 1, "one a turn"
    assert turns >= len(document.fixes) > 2
    document._try_fixes()
    document.edit(lambda job: item_edits.move_items(job, {7: (3.0, 0.0)}), "move")
    assert not document._turn.isActive(), "of the job before"


def answer(monkeypatch: pytest.MonkeyPatch, button: QMessageBox.StandardButton) -> list[str]:
    asked: list[str] = []

    def question(*arguments: object) -> QMessageBox.StandardButton:
        asked.append(str(arguments[2]))
        return button

    monkeypatch.setattr(QMessageBox, "question", question)
    return asked


@pytest.mark.parametrize(
    ("button", "closed", "title_on_disc"),
    [
        (QMessageBox.StandardButton.Cancel, False, "Hive hauler"),
        (QMessageBox.StandardButton.Discard, True, "Hive hauler"),
        (QMessageBox.StandardButton.Save, True, "kept"),
    ],
)
def test_closing_with_changes_asks_and_does_what_is_answered(
    open_window, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, button, closed: bool, title_on_disc: str
) -> None:  # type: ignore[no-untyped-def]
    place = tmp_path / "job.json"
    save_job(hive_on_coils(), place)
    window = open_window(read_job(place), place)
    asked = answer(monkeypatch, button)
    window.document.edit(retitle("kept"), "title")
    assert window.close() is closed
    assert len(asked) == 1 and "unsaved changes" in asked[0]
    assert read_job(place).title == title_on_disc
    assert window.document.job.title == "kept", "nothing is lost whatever was answered"


def test_open_save_and_the_recent_list_in_the_window(open_window, tmp_path: Path, qtbot: QtBot, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    places = [tmp_path / f"{n}.json" for n in range(8)]
    for n, place in enumerate(places):
        save_job(edits.put(hive_on_coils(), TITLE, f"job {n}"), place)
    window = open_window()
    for place in places:
        assert window.filing.open(place)
    assert window.filing.recent() == [str(p) for p in reversed(places)][:6]
    shown = [action.text() for action in window.filing.recent_menu.actions()]
    assert shown == [f"{n}.json" for n in (7, 6, 5, 4, 3, 2)]
    window.filing.recent_menu.actions()[3].trigger()
    assert window.document.job.title == "job 4"
    assert window.windowTitle() == "job 4 – 4.json – Isostat"
    window.document.edit(retitle("changed"), "title")
    assert window.findChild(Number, "saved").text() == "not saved"
    qtbot.keyClick(window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
    assert window.findChild(Number, "saved").text() == "saved"
    assert json.loads(places[4].read_text())["title"] == "changed"
    window.document.undo.undo()
    assert window.findChild(Number, "saved").text() == "not saved"


def test_what_a_reader_chose_is_there_again_in_the_next_window(qtbot: QtBot, tmp_path: Path) -> None:
    def window() -> MainWindow:
        made = MainWindow(hive_on_coils(), None, QSettings(str(tmp_path / "kept.ini"), QSettings.Format.IniFormat))
        qtbot.addWidget(made)
        return made

    first = window()
    first.preferences.use_units("in lb lb/in psi")
    first.preferences.turn_theme()
    first.preferences.turn_inches()
    first.settings.sync()
    second = window()
    assert (second.preferences.preset.name, second.preferences.theme.name, second.preferences.sixteenths) == (
        "in lb lb/in psi",
        "dark",
        False,
    )
    (tmp_path / "kept.ini").write_text("[General]\nunits=furlongs\ntheme=plaid\n")
    third = window()
    assert (third.preferences.preset.name, third.preferences.theme.name) == ("mm kg N/mm bar", "light"), (
        "nonsense is no reason to fail"
    )


def test_a_narrow_window_folds_the_findings_and_the_rail_opens_them_over_the_sheet(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.resize(1100, 700)
    window.go(Step.TRAVEL)
    assert window.rail.isVisible() and not window.findings.isVisible()
    qtbot.mouseClick(window.rail, Qt.MouseButton.LeftButton)
    assert window.findings.isVisible() and window.working.isVisible()
    assert window.findings.geometry().intersects(window.frame.stack.geometry()), "over the sheet, which keeps its size"
    qtbot.mouseClick(window.rail, Qt.MouseButton.LeftButton)
    assert not window.findings.isVisible()
    window.resize(1280, 800)
    assert window.findings.isVisible() and not window.rail.isVisible()
    for _ in range(2):
        window.preferences.grow_text(1)
    assert window.rail.isVisible() and window.steps.width() == round(56 * 1.5), "steps fold to numbers and marks"


def living() -> int:
    gc.collect()
    return sum(isinstance(each, Assessment) for each in gc.get_objects())


def test_a_day_of_edits_and_jobs_leaves_no_more_answers_alive_than_an_hour(qtbot: QtBot) -> None:
    """What was worked out of an answer is kept by it, and goes with it; what is remembered otherwise is bounded."""
    document, counted = Document(hive_on_coils()), []
    for n in range(60):
        lift = 0.01 + 0.0005 * n
        assert document.edit(lambda job, lift=lift: put(job, path_to(JOB.target.rear_lift_m), lift), "lift")
        ways(document.assessment)
        packed(document.assessment, 1)
        if n % 6 == 5:
            document.replace(demo(demo_names()[n % 5]), None)
        if n in (29, 59):
            counted.append(living())
    assert counted[1] <= counted[0] + 2, counted
