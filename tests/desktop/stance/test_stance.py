"""Stance driven by hand: the target in words, rake and cross weight typed, named points, ways tried; each undone again."""

from __future__ import annotations

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.stance.attitude import rake
from isostat.assess.stance.findings import Lean, RoofUnderDoor
from isostat.assess.stance.level_by_spacer import leans
from isostat.desktop.pieces.findings import FixButton
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.window import MainWindow
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from tests.desktop.hands import choose, press, read, seen, type_into
from tests.jobs import hive_on_coils, twisted


@pytest.fixture
def stance(open_window) -> MainWindow:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window()
    window.go(Step.STANCE)
    window.show_case(4)
    return window


def test_a_stance_is_asked_for_in_words_nudged_away_and_undone(stance, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    before = stance.document.job
    choose(stance, "words", "level")
    a = stance.document.assessment
    assert a.job.target.rake_m.value == 0.0 and rake(a).now_m[4] == pytest.approx(0.0, abs=0.001)
    lift = a.pose.rear_lift_m
    assert seen(stance, "rake").text() == "0" and seen(stance, "rear lift").text() == f"{lift * 1000:.0f}"  # type: ignore[attr-defined]
    grip = seen(stance, "grip 1", Grip)
    grip.setFocus()
    qtbot.keyClick(grip, Qt.Key.Key_Up)
    assert stance.document.job.target.rake_m is None, "a hand on the rear axle outranks the words"
    assert stance.document.assessment.pose.rear_lift_m == pytest.approx(lift + 0.001, abs=0.0006)
    type_into(qtbot, stance, "rake", "1 in")
    assert rake(stance.document.assessment).now_m[4] == pytest.approx(0.0254, abs=0.001)
    type_into(qtbot, stance, "rake", "9 m")
    assert "Enter −1000 to 1000 mm" in stance.notice.text()
    qtbot.keyClick(seen(stance, "rake"), Qt.Key.Key_Escape)
    type_into(qtbot, stance, "rake", "-")
    assert stance.document.job.target.rake_m is None
    while stance.document.undo.canUndo():
        stance.document.undo.undo()
    assert stance.document.job == before


def test_named_points_are_added_measured_chosen_for_the_rake_and_removed(stance, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    stance.sheets[Step.STANCE].turn("by case")
    assert read(stance, "line 0 4").startswith("6 down"), "rake, sill to deck"
    choose(stance, "rake_front", "usual points")
    assert rake(stance.document.assessment).front == "front arch"
    choose(stance, "rake_front", "Sill")
    button = seen(stance, "add point", QPushButton)
    next(a for a in button.menu().actions() if a.text() == "underside").trigger()  # type: ignore[attr-defined]
    type_into(qtbot, stance, "point name 7", "Skid plate")
    type_into(qtbot, stance, "point behind 7", "1.2 m")
    type_into(qtbot, stance, "point above 7", "150")
    point = stance.document.job.vehicle.body_points[7]
    assert (point.name, point.kind, point.behind_front_m.value, point.above_ground_m.value) == ("Skid plate", "under", 1.2, 0.15)
    words = [read(stance, f"word line {n}") for n in range(6)]
    assert "Skid plate, height above ground mm" in words, "now the lowest"
    choose(stance, "point kind 7", "roof")
    assert stance.document.job.vehicle.body_points[7].kind == "roof"
    press(qtbot, stance, "drop point 7")
    press(qtbot, stance, "drop point 0")
    assert stance.document.job.vehicle.rake_front == "" and len(stance.document.job.vehicle.body_points) == 6
    type_into(qtbot, stance, "door field", "1.95 m")
    worst = stance.view().worst(Step.STANCE)
    assert isinstance(worst, RoofUnderDoor) and worst.point == "Cab roof"


def test_a_way_is_tried_by_its_amount_and_solved_again_when_emptied(stance, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    stance.sheets[Step.STANCE].turn("ways")
    assert read(stance, "way lifts spacer 1") == "105 of 105"
    type_into(qtbot, stance, "way spacer 1", "2 in")
    gives, of = read(stance, "way lifts spacer 1").split(" of ")
    assert int(gives) == pytest.approx(42, abs=1) and of == "105", "less than its 51, for it comes off the bump stop first"
    type_into(qtbot, stance, "way spacer 1", "-")
    assert read(stance, "way lifts spacer 1") == "105 of 105"
    assert stance.document.job.proposal.axles[1].ways.spacer_m is None
    for field, text in (("bag_across_m 1", "150"), ("bag_min_pa 1", "0.7 bar"), ("bag_max_pa 1", "2 bar")):
        type_into(qtbot, stance, field, text)
    assert seen(stance, "way pressure 1").text() == "2.00", "no more than the most"  # type: ignore[attr-defined]
    gives, of = read(stance, "way lifts pressure 1").lstrip("≈ ").split(" of ")
    assert int(gives) < int(of)


def test_a_bar_is_indexed_among_the_ways_once_its_teeth_are_counted(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(edits.put(twisted(), path_to(JOB.as_found.axles[0].torsion.teeth_inner), None))
    window.go(Step.STANCE)
    window.show_case(4)
    window.sheets[Step.STANCE].turn("ways")
    type_into(qtbot, window, "teeth_inner 0", "40.5")
    assert "enter a whole number, 4 to 200" in window.notice.text()
    type_into(qtbot, window, "teeth_inner 0", "40")
    assert read(window, "way lifts index 0").endswith("61 of 61")
    assert not window.findChildren(QWidget, "way spacer 0"), "no spacer on a torsion bar"


def test_the_button_of_a_lean_names_corner_part_and_result_and_does_it(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    job = hive_on_coils()
    for axle in (0, 1):  # a body that leans
        path = path_to(JOB.vehicle.axles[axle].left.hub_to_arch_m)
        job = edits.put_number(job, path, edits.value_at(job, path).value - 0.010)
    window = open_window(job, fixes=True)
    window.go(Step.STANCE)

    def of_lean() -> list[FixButton]:
        return [b for b in window.findings.findChildren(FixButton) if not b.isHidden() and isinstance(b.fix.judgement, Lean)]

    qtbot.waitUntil(lambda: bool(of_lean()), timeout=5000)
    button, before = of_lean()[0], abs(leans(window.document.assessment)).max()
    assert button.text().startswith("Fit a 19 mm spring spacer front left") and "Lean 18 → 3" in button.text().replace("\n", " ")
    qtbot.mouseClick(button, Qt.MouseButton.LeftButton)
    assert abs(leans(window.document.assessment)).max() < before - 0.010
    off = [j for j in window.document.judgements if type(j).__name__ == "OffTarget"]
    assert not off, "no corner leaves its target for it"
    window.document.undo.undo()
    assert any(isinstance(j, Lean) for j in window.document.judgements)
