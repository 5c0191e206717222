"""The real window, driven as a tuner would: typing, dragging, keys, undo, save, reopen."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import QMimeData, QPoint, QPointF, QRect, Qt, QUrl
from PyQt6.QtGui import QDropEvent
from PyQt6.QtWidgets import QWidget
from pytestqt.qtbot import QtBot

from isostat.assess import workings
from isostat.assess.judgement import Step
from isostat.assess.workings import Shown
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.findings import FixButton
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import job_text, read_job
from isostat.job.save import save_job
from tests.desktop.hands import drag, seen, type_into
from tests.jobs import hive_on_coils


def field(window: MainWindow, name: str) -> QuantityField:
    found = seen(window, name, QuantityField)
    assert isinstance(found, QuantityField)
    return found


def test_the_whole_path_from_weights_to_travel_then_undo_save_and_reopen(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    before = window.document.job

    type_into(qtbot, window, "tag hub to arch 0", "19 1/4 in")
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == pytest.approx(0.48895)
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.typed == "19 1/4 in"
    type_into(qtbot, window, "pad_kg 0 1", "1240 lb")
    assert window.document.job.vehicle.axles[0].right.pad_kg.value == pytest.approx(562.455, abs=0.01)

    window.go(Step.LOAD)
    disc = window.sheets[Step.LOAD].findChild(QWidget, "disc 7")
    assert disc is not None
    place = window.document.job.items[7].behind_front_m.value
    drag(disc, QPoint(-60, 0))
    moved = window.document.job.items[7].behind_front_m.value
    assert moved < place - 0.2
    assert window.document.undo.undoText() == "move Water"
    disc.setFocus()
    qtbot.keyClick(disc, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
    assert window.document.job.items[7].behind_front_m.value == pytest.approx(moved + 0.1)
    type_into(qtbot, window, "share 7 4", "60")
    assert window.document.job.cases[4].carried[-1].share.value == pytest.approx(0.5)

    window.go(Step.STANCE)
    type_into(qtbot, window, "front lift", "45")
    grip = window.sheets[Step.STANCE].findChild(QWidget, "grip 1")
    assert grip is not None
    lift = window.document.job.target.rear_lift_m.value
    drag(grip, QPoint(0, -8))
    assert window.document.job.target.rear_lift_m.value > lift + 0.02
    window.show_case(4)
    a = window.document.assessment
    assert np.abs(a.proposed.hub_to_arch_m[..., 4] - a.target_m).max() < 0.002

    window.go(Step.SPRING)
    type_into(qtbot, window, "try rate", "90")
    type_into(qtbot, window, "try free", "400")
    tried = window.document.job.proposal.axles[0]
    assert (tried.left.rate_n_per_m.value, tried.right.free_length_m.value) == (90_000.0, 0.4)  # type: ignore[union-attr]
    rate_grip = window.sheets[Step.SPRING].findChild(QWidget, "grip rate")
    assert rate_grip is not None
    drag(rate_grip, QPoint(0, -20))
    assert window.document.job.proposal.axles[0].left.rate_n_per_m.value > 92_000  # type: ignore[union-attr]

    window.go(Step.TRAVEL)
    stop = window.sheets[Step.TRAVEL].findChild(QWidget, "stop 10")
    assert stop is not None
    drag(stop, QPoint(0, 14))
    assert window.document.job.proposal.axles[1].stop.spacer_m.value > 0.004  # type: ignore[union-attr]

    after, place_on_disc = window.document.job, tmp_path / "hive.json"
    assert window.filing.save_to(place_on_disc)
    assert read_job(place_on_disc) == after
    steps = window.document.undo.count()
    assert steps == 11, "a drag is one step"
    for _ in range(steps):
        qtbot.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.undo.index() == 0
    assert window.document.job == before
    for _ in range(steps):
        qtbot.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    assert window.document.job == after
    again = open_window(read_job(place_on_disc), place_on_disc)
    assert again.document.job == after


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("abc", "“abc” is not a number"),
        ("0,125", "Did you mean 0.125 or 0125?"),
        ("9000", "9000 mm is too large. Enter 0 to 3000 mm"),
        ("12 kg", "“kg” is not a length unit"),
        ("-5", "-5 mm is too small. Enter 0 to 3000 mm"),
    ],
)
def test_a_wrong_input_is_refused_in_place_and_the_last_good_value_stays(open_window, qtbot: QtBot, text: str, words: str) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    job, place = window.document.job, field(window, "hub_to_arch_m 1 0").geometry()
    type_into(qtbot, window, "hub_to_arch_m 1 0", text)
    said = window.notice.text()
    assert words in said and "Hub to arch, rear left" in said
    refused, notice = field(window, "hub_to_arch_m 1 0"), window.notice.geometry()
    assert refused.geometry() == place, "nothing moves under the hand"
    beside = QRect(refused.mapTo(window.frame, QPoint(0, 0)), refused.size())
    assert window.frame.rect().contains(notice) and not notice.intersects(beside)
    assert notice.intersects(beside.adjusted(0, -8, 0, 8)), "the sentence stands at the field"
    assert window.document.job is job
    assert field(window, "hub_to_arch_m 1 0").text() == text  # what was typed is kept to be mended
    assert words in field(window, "hub_to_arch_m 1 0").toolTip(), "and says why, also when the foot says something else"
    qtbot.keyClick(field(window, "hub_to_arch_m 1 0"), Qt.Key.Key_Escape)
    type_into(qtbot, window, "hub_to_arch_m 1 0", "470")
    assert window.document.job.vehicle.axles[1].left.hub_to_arch_m.value == 0.47
    assert not window.notice.text() and window.notice.isHidden()


def test_a_notice_goes_by_a_click_and_when_its_field_is_left_behind(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    type_into(qtbot, window, "hub_to_arch_m 1 0", "abc")
    qtbot.mouseClick(window.notice, Qt.MouseButton.LeftButton)
    assert window.notice.isHidden()
    type_into(qtbot, window, "hub_to_arch_m 1 0", "abcd")
    assert "abcd" in window.notice.text()
    window.go(Step.LOAD)
    assert window.notice.isHidden(), "the field is not there"
    window.filing.open(Path("/nowhere/at all.json"))
    window.go(Step.STANCE)
    assert "was not opened" in window.notice.text(), "what is about the job stays"
    window.resize(1500, 900)
    assert window.frame.pane.geometry().contains(window.notice.geometry())


def test_tab_walks_round_and_keys_reach_steps_cases_units_and_theme(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.activateWindow()
    first = field(window, "hub_to_arch_m 0 0")
    first.setFocus()
    walk = []
    for _ in range(16):
        here = window.focusWidget()
        assert here is not None
        walk.append(here.objectName())
        qtbot.keyClick(here, Qt.Key.Key_Tab)
    corners = [name.split(" ", 1)[1] for name in walk]
    assert corners == ["0 0"] * 4 + ["0 1"] * 4 + ["1 0"] * 4 + ["1 1"] * 4
    case = window.case
    qtbot.keyClick(window, Qt.Key.Key_PageDown)
    assert window.case == (case + 1) % 5
    for n, step in enumerate(Step):
        qtbot.keyClick(window, Qt.Key(Qt.Key.Key_1 + n), Qt.KeyboardModifier.ControlModifier)
        assert window.step is step
    window.preferences.use_units("in lb lb/in psi")
    assert "in" in window.strip.findChild(Number, "corner 0 0 height").text()
    qtbot.keyClick(window, Qt.Key.Key_D, Qt.KeyboardModifier.ControlModifier)
    assert window.preferences.theme.name == "dark"


def test_a_click_on_a_number_shows_its_working_and_a_fix_can_be_taken_and_undone(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(fixes=True)
    window.go(Step.TRAVEL)
    number = window.strip.findChild(Number, "corner 1 0 frequency")
    assert number is not None
    qtbot.mouseClick(number, Qt.MouseButton.LeftButton)
    assert window.working.picked == Shown(workings.corner.frequency, 1, 0, window.case)
    assert "k" in window.working.findChild(QWidget, "formula").text()
    qtbot.waitUntil(lambda: any(b.isVisible() for b in window.findings.findChildren(FixButton)), timeout=3000)
    fix = next(b for b in window.findings.findChildren(FixButton) if b.isVisible())
    title = fix.text().splitlines()[0]
    before = window.document.judgements
    qtbot.mouseClick(fix, Qt.MouseButton.LeftButton)
    assert len(window.document.judgements) < len(before)
    assert title.startswith(window.document.undo.undoText()[:10])
    window.document.undo.undo()
    assert window.document.judgements == before


def test_a_fix_that_was_tried_before_another_edit_takes_nothing_of_it_back(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(fixes=True)
    qtbot.waitUntil(lambda: bool(window.document.fixes), timeout=10_000)
    fix = window.document.fixes[0]
    window.document.edit(lambda job: edits.put(job, path_to(JOB.title), "typed since"), "title")
    window.findings.fix_wanted.emit(fix)
    assert window.document.job == edits.put(fix.job, path_to(JOB.title), "typed since")


def test_a_dropped_file_opens_and_a_broken_one_is_refused_in_words(open_window, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    job = window.document.job

    def drop(path: Path) -> None:
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(path))])
        window.dropEvent(
            QDropEvent(QPointF(5, 5), Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier)
        )

    (tmp_path / "bad.json").write_text("{")
    drop(tmp_path / "bad.json")
    assert "bad.json was not opened. Line 1" in window.notice.text()
    assert window.document.job is job
    save_job(hive_on_coils().model_copy(update={"title": "Dropped"}), tmp_path / "good.json")
    drop(tmp_path / "good.json")
    assert window.document.job.title == "Dropped"
    assert window.filing.recent() == [str(tmp_path / "good.json")]
    assert not window.filing.save_to(tmp_path / "nowhere" / "x.json")
    assert "was not saved" in window.notice.text()


def test_a_new_job_is_whole_and_every_value_is_marked_assumed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    qtbot.keyClick(window, Qt.Key.Key_N, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job.title == "New job"
    for name in ("pad_kg 0 0", "hub_to_arch_m 1 1"):
        assert field(window, name).text().startswith("≈")
    window.sheets[Step.MEASURE].turn("axles")
    type_into(qtbot, window, "axle track_m 1", "60 in")
    window.sheets[Step.MEASURE].turn("springs")
    type_into(qtbot, window, "rate_n_per_m 1 0", "200 lb/in")
    assert window.document.job.vehicle.axles[1].track_m.value == pytest.approx(1.524)
    assert not window.document.assessment.found_springs[1][0].rate.assumed
    type_into(qtbot, window, "rate_n_per_m 1 0", "?")  # emptied: no longer given
    assert window.document.job.as_found.axles[1].left.rate_n_per_m is None
    window.go(Step.LOAD)
    name = window.sheets[Step.LOAD].findChild(QWidget, "name 0")
    name.selectAll()
    qtbot.keyClicks(name, "Beekeeper")
    qtbot.keyClick(name, Qt.Key.Key_Return)
    assert window.document.job.items[0].name == window.document.job.cases[2].carried[0].item == "Beekeeper"
    for step in Step:
        window.go(step)
    assert all(n.text().startswith("≈") for n in window.strip.findChildren(Number) if n.objectName().endswith(("load", "height")))


def test_holding_space_shows_the_other_cases_and_letting_go_hides_them(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.STANCE)
    window.setFocus()
    qtbot.keyPress(window, Qt.Key.Key_Space)
    assert window.ghosts
    qtbot.keyRelease(window, Qt.Key.Key_Space)
    assert not window.ghosts


def test_drawn_lengths_are_to_the_stated_scale(open_window) -> None:  # type: ignore[no-untyped-def]
    """Hub to hub, arch and event distances on the sheets are the metres they claim."""
    window = open_window()
    window.go(Step.STANCE)
    window.show_case(4)
    v, sheet = window.view(), window.sheets[Step.STANCE]
    e = sheet._fit(v)
    assert e.at(3.18, 0).x() - e.at(0, 0).x() == pytest.approx(3.18 * e.per_m)
    grips = [sheet.findChild(QWidget, f"grip {n}").geometry().center() for n in (0, 1)]
    assert abs(grips[1].x() - grips[0].x() - 3.18 * e.per_m) <= 2
    window.go(Step.TRAVEL)
    travel = window.sheets[Step.TRAVEL]
    per_m = travel.scale.per_m
    tabs = {n: travel.findChild(QWidget, f"stop {n}").geometry().center().y() for n in ("00", "10")}
    events = v.a.proposed.events
    heights = [v.a.baseline_m[i, 0] - next(x.travel_m for x in events[i][0] if x.name == "stop touched") for i in (0, 1)]
    assert abs((tabs["10"] - tabs["00"]) - (heights[1] - heights[0]) * per_m) <= 2


def test_what_a_file_holds_wrong_is_said_in_the_units_in_use(open_window, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.preferences.use_units("in lb lb/in psi")
    data = json.loads(job_text(window.document.job))
    data["vehicle"]["axles"][0]["track_m"] = 0.1
    (tmp_path / "bad.json").write_text(json.dumps(data))
    assert not window.filing.open(tmp_path / "bad.json")
    assert "track: 3 15/16 in is too small. Enter 11 13/16 to 157 7/16 in." in window.notice.text()
    (tmp_path / "bad.csv").write_text("corner,hub to arch\nfront left,200 in\n")
    window.exchange.readings_in(tmp_path / "bad.csv")
    assert "200 in is too large" in window.notice.text() and "mm" not in window.notice.text()
