"""Each step's own fields, choices and keys, each to the same effect on the job and undone again."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtGui import QAction
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.stance.findings import TargetTwisted
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, value_at
from isostat.job.schema import Job
from tests.desktop.hands import choose, drag, press, read, seen, type_into

AXLE = path_to(JOB.proposal.axles[0])
TYPED: list[tuple[Step, str, str, tuple[str | int, ...], float]] = [
    (Step.MEASURE, "stop_gap_m 1 1", "2 9/16 in", path_to(JOB.vehicle.axles[1].right.stop_gap_m), 0.0650875),
    (Step.MEASURE, "wheelbase", "3200", path_to(JOB.vehicle.axles[1].behind_front_m), 3.2),
    (Step.LOAD, "mass 7", "130 kg", path_to(JOB.items[7].mass_kg), 130.0),
    (Step.LOAD, "behind 2", "1300", path_to(JOB.items[2].behind_front_m), 1.3),
    (Step.LOAD, "left 2", "-12 in", path_to(JOB.items[2].left_m), -0.3048),
    (Step.LOAD, "item up", "0.9 m", path_to(JOB.items[0].above_ground_m), 0.9),
    (Step.STANCE, "rear lift", "1 1/2 in", path_to(JOB.target.rear_lift_m), 0.0381),
    (Step.STANCE, "tyre 1", "390", path_to(JOB.proposal.axles[1].tyre_radius_m), 0.390),
    (Step.SPRING, "hertz", "1,4", (*AXLE, "pick", "hertz"), 1.4),
    (Step.SPRING, "rate_n_per_m 1", "560 lb/in", (*AXLE, "right", "rate_n_per_m"), 98071.0),
    (Step.SPRING, "spacer_m 0", "7", (*AXLE, "left", "spacer_m"), 0.007),
    (Step.SPRING, "solid_length_m 0", "190mm", (*AXLE, "left", "solid_length_m"), 0.190),
    (Step.TRAVEL, "stop spacer 1", "12", path_to(JOB.proposal.axles[1].stop.spacer_m), 0.012),
    (Step.TRAVEL, "shock longer 0", "-15", (*AXLE, "shock_longer_m"), -0.015),
]  # fmt: skip


@pytest.mark.parametrize(("step", "name", "text", "path", "si"), TYPED)
def test_a_typed_number_lands_in_the_job_and_is_undone(open_window, qtbot: QtBot, step, name, text, path, si) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(step)
    before = window.document.job
    type_into(qtbot, window, name, text)
    found = value_at(window.document.job, path)
    assert found.value == pytest.approx(si, rel=1e-5)
    assert found.typed in (text, None)
    assert window.document.undo.count() == 1
    window.document.undo.undo()
    assert window.document.job == before


OUTSIDE = [
    (Step.MEASURE, "left", "wheelbase", "-7", "Enter 300 mm or more."),
    (Step.MEASURE, "instead", "press squeeze_m 0 0", "-7", "is too small. Enter 1 to 400 mm."),
    (Step.MEASURE, "lift", "lift hub_to_arch_m 0 0 0", "-7", "is too small. Enter 0 to 3000 mm."),
    (Step.MEASURE, "cycle", "cycle eye_to_eye_m 0 1 3", "9 ft", "is too large. Enter 20 to 1500 mm."),
    (Step.MEASURE, "left", "in hand error", "-1", "is too small. Enter 0 to 3000 mm."),
    (Step.MEASURE, "left", "in hand error", "1e7", "is too large. Enter 0 to 3000 mm."),
    (Step.LOAD, "", "share 0 0", "-7", "Crane in Floor now: −7 kg is too small. Enter 0 to 146 kg."),
    (Step.LOAD, "", "share 7 1", "-7", "Water in As weighed: −7 kg is too small. Enter 0 to 120 kg."),
    (Step.STANCE, "pose", "wanted 1 1", "-7", "is too small. Enter 0 to 3000 mm."),
    (Step.SPRING, "bench", "bench force_kg 0", "-7", "is too small. Enter 0 to 20000 kg."),
    (Step.SPRING, "foam", "foam press squeeze_m 0", "-7", "is too small. Enter 1 to 400 mm."),
    (Step.SPRING, "chart", "try free", "-7", "is too small. Enter 20 to 2000 mm."),
]  # fmt: skip


def test_what_is_out_of_range_is_said_in_words_and_the_units_shown_wherever_it_is_typed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    """No name of the file's, no metre in a job of millimetres; the job stays."""
    window = open_window(demo("hive-hauler"))
    before = window.document.job
    for step, page, name, typed, said in OUTSIDE:
        window.go(step)
        if page:
            window.sheets[step].turn(page)
        if name.startswith("in hand"):
            seen(window, "hub_to_arch_m 0 0").setFocus()
        type_into(qtbot, window, name, typed)
        sentence = window.notice.text()
        assert sentence.endswith(said) and typed.replace("-", "−") in sentence.replace("-", "−"), f"{name}: {sentence}"
        assert not re.search(r"\w\[|\w_\w|\w\.\w|\d m\b", sentence), sentence
        qtbot.keyClick(seen(window, name), Qt.Key.Key_Escape)
    assert window.document.job == before


CHOSEN: list[tuple[Step, str, str, Callable[[Job], object], object]] = [
    (Step.STANCE, "lean", "level", lambda j: j.target.lean_m.value, 0.0),
    (Step.STANCE, "target case", "Light", lambda j: j.target.case, "Light"),
    (Step.SPRING, "way", "full-bump capacity", lambda j: j.proposal.axles[0].pick.way, "bump capacity"),
    (Step.SPRING, "way", "load range", lambda j: j.proposal.axles[0].pick.way, "two loads"),
    (Step.SPRING, "pick case", "Out", lambda j: j.proposal.axles[0].pick.case, "Out"),
    (Step.SPRING, "sides", "different left and right", lambda j: j.proposal.axles[0].sides, "each"),
]


@pytest.mark.parametrize(("step", "name", "option", "reading", "value"), CHOSEN)
def test_a_choice_lands_in_the_job_and_is_undone(open_window, step, name, option, reading, value) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(step)
    before = window.document.job
    choose(window, name, option)
    assert reading(window.document.job) == value
    window.document.undo.undo()
    assert window.document.job == before


def test_light_and_full_of_the_rear_are_chosen_on_the_screen(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.SPRING)
    press(qtbot, window, "axle 1")
    soft = window.document.assessment.orders[1].order.rate_n_per_m[0]
    choose(window, "pick light", "Light")
    choose(window, "pick full", "Home full")
    type_into(qtbot, window, "differ", "25")
    pick = window.document.job.proposal.axles[1].pick
    assert (pick.light, pick.full, pick.differ_m.value) == ("Light", "Home full", 0.025)  # type: ignore[union-attr]
    assert window.document.assessment.orders[1].order.rate_n_per_m[0] > soft, "less difference wants a harder spring"


@pytest.mark.parametrize(
    ("step", "name", "keys", "path", "change"),
    [
        (Step.STANCE, "grip 0", [(Qt.Key.Key_Up, False)], path_to(JOB.target.front_lift_m), 0.001),
        (Step.STANCE, "grip 1", [(Qt.Key.Key_Down, True)], path_to(JOB.target.rear_lift_m), -0.010),
        (Step.TRAVEL, "stop 00", [(Qt.Key.Key_Down, True), (Qt.Key.Key_Up, False)], (*AXLE, "stop", "spacer_m"), 0.009),
    ],
)  # fmt: skip
def test_grips_are_nudged_by_keys(open_window, qtbot: QtBot, step, name, keys, path, change) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(step)
    before = value_at(window.document.job, path)
    grip = seen(window, name, Grip)
    for key, shift in keys:
        qtbot.keyClick(grip, key, Qt.KeyboardModifier.ShiftModifier if shift else Qt.KeyboardModifier.NoModifier)
    assert value_at(window.document.job, path).value == pytest.approx((before.value if before else 0.0) + change)


def test_a_height_wanted_at_one_corner_aims_at_the_nearest_plane_and_says_the_twist(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.STANCE)
    wanted = window.document.assessment.target_m.copy()
    lowered = put(
        window.document.job, path_to(JOB.target.front_lift_m), -0.5
    )  # the tyre above its arch: no height that can be wanted
    window.document.edit(lambda _: lowered, "lower", -1)
    type_into(qtbot, window, "wanted 0 1", "250")
    assert "Enter 0 to 3000 mm" in window.notice.text() and not window.document.job.target.corners
    window.document.undo.undo()
    type_into(qtbot, window, "wanted 0 0", f"{wanted[0, 0] * 1000 + 12:.0f}")
    job, a = window.document.job, window.document.assessment
    assert job.target.corners[0].left_m.value == pytest.approx(wanted[0, 0] + 0.012, abs=0.0006)
    assert job.target.corners[1].right_m.value == pytest.approx(wanted[1, 1])
    twist = next(j for j in window.document.judgements if isinstance(j, TargetTwisted))
    assert abs(twist.warp_m) == pytest.approx(0.012, abs=0.001)
    # by least squares a quarter of a lone corner's change is out of any plane's reach (equal tracks)
    assert a.target_m[0, 0] - wanted[0, 0] == pytest.approx(0.012 * 0.75, abs=0.0006)
    lines = [n.text() for n in window.findings.findChildren(Number) if not n.isHidden()]
    assert any("12 mm" in line and "plane" in line for line in lines)
    type_into(qtbot, window, "front lift", "40")
    assert window.document.job.target.corners == ()
    assert not any(isinstance(j, TargetTwisted) for j in window.document.judgements)
    for _ in range(2):
        window.document.undo.undo()
    assert window.document.assessment.target_m == pytest.approx(wanted)


def test_a_case_is_added_renamed_wherever_it_is_asked_for_and_removed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.LOAD)
    window.show_case(4)
    type_into(qtbot, window, "case name", "Home, brim full")
    job = window.document.job
    assert job.cases[4].name == job.target.case == "Home, brim full"
    press(qtbot, window, "drop case")  # the target's own case stays, in words
    assert len(window.document.job.cases) == 5
    assert "is used as the target, for choosing a rate or in the log" in window.notice.text()
    press(qtbot, window, "add case")
    window.show_case(5)
    assert window.document.job.cases[5].carried == window.document.job.cases[4].carried
    press(qtbot, window, "drop case")
    assert len(window.document.job.cases) == 5 and window.case < 5
    type_into(qtbot, window, "case name", "Light")
    assert "There is already a load case “Light”" in window.notice.text()


def test_held_u_shows_the_other_units_and_ctrl_i_decimals(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.STANCE)
    window.show_case(4)
    window.setFocus()
    assert read(window, "height 0") == "540 mm"
    qtbot.keyPress(window, Qt.Key.Key_U)
    assert read(window, "height 0") == "21 1/4 in"
    qtbot.keyRelease(window, Qt.Key.Key_U)
    assert read(window, "height 0") == "540 mm"
    window.preferences.use_units("in lb lb/in psi")
    qtbot.keyClick(window, Qt.Key.Key_I, Qt.KeyboardModifier.ControlModifier)
    assert read(window, "height 0") == "21.26 in"
    qtbot.keyPress(window, Qt.Key.Key_U)
    assert read(window, "height 0") == "540 mm"
    qtbot.keyRelease(window, Qt.Key.Key_U)
    name = seen(window, "front lift")
    name.setFocus()
    qtbot.keyPress(name, Qt.Key.Key_U)  # a letter that is typed is a letter
    assert not window.preferences.other_units


def test_a_drag_that_comes_back_leaves_the_job_as_it_was_and_one_undo_step(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.TRAVEL)
    tab = seen(window, "stop 10", Grip)
    before = tab.geometry().center()
    drag(tab, QPoint(0, 20))
    assert tab.geometry().center().y() - before.y() == pytest.approx(20, abs=2), "the tab follows the hand"
    drag(tab, QPoint(0, -60))
    assert window.document.job.proposal.axles[1].stop.spacer_m.value == 0.0, "never less than no spacer"  # type: ignore[union-attr]
    assert window.document.undo.count() == 2


def _shot(window: MainWindow) -> bytes:
    image = window.grab().toImage()
    bits = image.constBits()
    assert bits is not None
    bits.setsize(image.sizeInBytes())
    return bytes(bits)


def _answered(qtbot: QtBot, window: MainWindow) -> None:
    """Once the long answer of the step is there, and the fixes are tried."""
    window.document._rest.stop()
    with qtbot.waitSignal(window.document.tried):
        window.document._try_fixes()
    window._wish()
    qtbot.waitUntil(
        lambda: window.view().buys_fresh if window.step is Step.MEASURE else window.view().prediction_fresh, timeout=20_000
    )
    qtbot.wait(30)


@pytest.mark.parametrize("step", list(Step))
def test_what_is_painted_after_edits_equals_a_fresh_painting(open_window, qtbot: QtBot, step: Step) -> None:  # type: ignore[no-untyped-def]
    """Only changed tiles are shown anew: nothing stale may be left."""
    window = open_window()
    window.go(step)
    window.show_case(4)
    window.document.edit(lambda job: value_at(job, ()).model_copy(update={"title": "Hauler of hives"}), "title")
    _answered(qtbot, window)
    shown = window.grab().toImage()
    other = open_window(window.document.job)
    other.go(step)
    other.show_case(4)
    _answered(qtbot, other)
    other.steps.say_last(window.document.undo.undoText(), "not saved")
    qtbot.wait(30)
    fresh = other.grab().toImage()
    assert shown.size() == fresh.size()
    assert _shot(window) == _shot(other)


def unit_of(window: MainWindow, name: str) -> QAction:
    """The entry of the View menu, “mass in lb”."""
    found = window.findChild(QAction, name)
    assert found is not None
    return found


def test_units_are_chosen_quantity_by_quantity_and_kept(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.go(Step.STANCE)
    window.show_case(4)
    unit_of(window, "mass in lb").trigger()
    assert (read(window, "corner 0 0 load"), read(window, "height 0")) == ("1423 lb", "540 mm")
    assert window.preferences.preset.name == "own" and unit_of(window, "mass in lb").isChecked()
    unit_of(window, "rate in kgf/mm").trigger()
    window.go(Step.SPRING)
    assert read(window, "rate") == "9.99 kgf/mm"
    kept = open_window()
    assert kept.preferences.preset == window.preferences.preset, "the next window reads the same"
    window.preferences.use_units("mm kg N/mm bar")
    assert read(window, "corner 0 0 load") == "646 kg" and unit_of(window, "mass in kg").isChecked()
    for quantity, sign in (("rate", "lb/in"), ("pressure", "psi"), ("coil", "in")):
        window.preferences.use_unit(quantity, sign)
    assert window.preferences.preset.name == "mm kg lb/in psi", "put together, it is the preset of that name"


def test_the_last_change_is_said_the_moment_it_is_made_or_taken_back(open_window) -> None:  # type: ignore[no-untyped-def]
    """The stack counts a step after it is drawn; the foot of the list must not lag one behind."""
    window = open_window()
    for title in ("one", "two"):
        window.document.edit(lambda job, title=title: value_at(job, ()).model_copy(update={"title": title}), f"title {title}")
        assert f"title {title}" in read(window, "last words")
    window.document.undo.undo()
    assert "title one" in read(window, "last words")
