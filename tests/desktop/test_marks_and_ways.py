"""What a screen claims and where it leads: marks by what they rest on, lines that lead to their field, text refused, keys."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QLineEdit, QMenu, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.answers.assessment import answer
from isostat.assess import assess, workings
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Step
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.spring.winding import wound
from isostat.assess.travel.findings import OrderRight
from isostat.assess.workings import Explain, Shown, explain, shown_numbers
from isostat.assess.workings.knock_on import NUMBERS
from isostat.core.parts.wire import wire
from isostat.core.working import Origin
from isostat.desktop.pieces.fields import Choice, QuantityField
from isostat.desktop.pieces.number import Number
from isostat.desktop.window import MAIN_NUMBERS, MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import walk_order
from isostat.wording.letter import letter
from isostat.wording.reader import ABOUT, Reader
from tests.desktop.hands import choose, press, read, seen, type_into
from tests.jobs import hive_on_coils, three_axles, twisted


def marks(window: MainWindow) -> dict[Step, str]:
    """What each step says of itself to a screen reader."""
    return {s: window.steps.findChild(QPushButton, f"step {s}").accessibleName() for s in Step}  # type: ignore[union-attr]


def order_fields(window: MainWindow, axle: int) -> list[str]:
    window.go(Step.SPRING)
    return [seen(window, f"{f} {side}").text() for f in ("rate_n_per_m", "free_length_m") for side in (0, 1)]  # type: ignore[attr-defined]


# -- marks
def test_a_blank_job_is_nowhere_done_and_says_what_it_rests_on(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    said = marks(window)
    assert all("assumed" in words for words in said.values()), said
    assert "on target" not in said[Step.STANCE].split(ABOUT)[0] and "11 assumed" in said[Step.STANCE]
    assert all(text.startswith(ABOUT) for text in order_fields(window, 0))
    grounds = window.steps.findChild(QPushButton, f"grounds {Step.SPRING}")
    assert (grounds is not None and "corner weights" in grounds.toolTip().lower()) or "corner weight" in grounds.toolTip().lower()
    qtbot.mouseClick(grounds, Qt.MouseButton.LeftButton)
    assert window.step is Step.MEASURE and window.sheets[Step.MEASURE].page == "missing"


def test_a_measured_vehicle_rests_on_readings_and_an_assumed_ratio_alone_takes_it_back(open_window) -> None:  # type: ignore[no-untyped-def]
    measured = hive_on_coils()
    for axle in (0, 1):
        for field, value in (("unsprung_kg", 40.0), ("spring_place", 0.8)):
            measured = edits.put_number(measured, (*path_to(JOB.vehicle.axles[axle]), field), value)
    window = open_window(measured)
    assert "all measured" in marks(window)[Step.MEASURE]
    sure = order_fields(window, 0)
    guessed = open_window(edits.put(measured, path_to(JOB.vehicle.axles[0].spring_ratio), None))
    assert not sure[0].startswith(ABOUT) and order_fields(guessed, 0)[0].startswith(ABOUT)
    assert "assumed" in marks(guessed)[Step.STANCE] or "assumed" in marks(guessed)[Step.SPRING]


@pytest.mark.parametrize("job", [blank_job(), hive_on_coils(), three_axles()])
def test_window_text_and_json_put_the_same_numbers_under_the_same_mark(open_window, job) -> None:  # type: ignore[no-untyped-def]
    a = assess(job)
    plain = answer(a, judge(a), judge_fixes(a, judge(a)), Reader(job))["order"]
    text = letter(a, judge(a), (), Reader(job))
    window = open_window(job)
    for axle, side in walk_order(len(job.vehicle.axles)):
        entry = plain[2 * axle + side]
        corner = f"  {Reader(job).corner(axle, side)} "
        (line,) = (x for x in text.splitlines() if x.startswith(corner) and ", free length " in x)
        assert (f"{ABOUT}" in line.split("spring rate")[0]) is entry["spring_rate_approximate"]
        assert (f"free length {ABOUT}" in line) is entry["free_length_approximate"]
    shown = order_fields(window, 0)
    assert [shown[n].startswith(ABOUT) for n in (0, 2)] == [plain[0][f"{n}_approximate"] for n in ("spring_rate", "free_length")]


def test_the_order_of_travel_is_right_on_assumptions_until_it_is_read() -> None:
    guessed, sure = ([j for j in judge(assess(job)) if isinstance(j, OrderRight)] for job in (blank_job(), hive_on_coils()))
    assert guessed and all(j.assumed > 0 for j in guessed)
    assert all(j.assumed < min(g.assumed for g in guessed) for j in sure)


# -- suspension in the field's words
def test_a_suspension_is_named_and_its_usual_ratio_follows_until_the_arm_is_taped(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    """Strut 0.95, wishbones and trailing arm 0.65, solid 1.0 (common practice, no source); else seat/joint · cos lean."""
    window = open_window(blank_job())
    measure = window.sheets[Step.MEASURE]
    measure.turn("axles")
    for words, ratio in (("strut", 0.95), ("wishbones", 0.65), ("trailing arm", 0.65), ("solid axle", 1.0)):
        choose(window, "layout 0", words)
        axle = window.document.assessment.axles[0]
        assert axle.spring_ratio.value == ratio and axle.spring_ratio.assumed, words
    choose(window, "layout 0", "wishbones")
    measure.turn("instead")
    for field, text in (("arm_seat_m", "240"), ("arm_joint_m", "400"), ("spring_lean_rad", "20")):
        type_into(qtbot, window, f"{field} 0", text)
    ratio = window.document.assessment.axles[0].spring_ratio
    assert ratio.value == pytest.approx(0.6 * math.cos(math.radians(20))) and not ratio.assumed
    window.working.pick(Shown(workings.derived.spring_ratio, 0))
    assert "0.56" in window.working.findChild(Number, "result").text()


# -- every line leads to its own field
def test_each_line_of_what_is_missing_leads_to_the_field_of_its_reading(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    measure = window.sheets[Step.MEASURE]
    measure.turn("missing")
    qtbot.waitUntil(lambda: window.view().buys is not None, timeout=15000)
    buys = window.view().buys
    assert len(buys) > 5
    led = 0
    for n, buy in enumerate(buys):
        measure.turn("missing")
        button = measure.findChild(QPushButton, f"read {n}")
        if button is None or button.isHidden():
            continue
        qtbot.mouseClick(button, Qt.MouseButton.LeftButton)
        here = QApplication.focusWidget()
        assert isinstance(here, QuantityField) and here.path == buy.missing.paths[0], (buy.missing.what, here)
        led += 1
    assert led > 5


def test_points_that_a_vehicle_does_not_have_are_not_asked(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    measure = window.sheets[Step.MEASURE]
    measure.turn("points")

    def asked(field: str, axle: int) -> bool:
        return any(c.path[-1:] == (field,) and c.path[2] == axle and not c.isHidden()
                   for c in measure.findChildren(QuantityField) if len(c.path) > 3 or c.path[1:2] == ("axles",))  # fmt: skip

    assert blank_job().vehicle.axles[0].layout == "independent"
    assert not asked("pinion_rad", 0) and asked("pinion_rad", 1), "no pinion on an independent axle"
    assert not any(c.path[-1:] == ("coupling_ahead_m",) and not c.isHidden() for c in measure.findChildren(QuantityField))


# -- load
def test_what_was_on_board_when_weighed_is_said_where_it_is_added_and_on_weights(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(blank_job())
    window.go(Step.LOAD)
    window.show_case(window.document.job.weighed_case)
    assert read(window, "aboard") == "On board when weighed: Driver."
    load = window.sheets[Step.LOAD]
    action = next(a for a in seen(window, "add item", QPushButton).menu().actions())  # type: ignore[attr-defined]
    action.trigger()
    added = window.document.job.items[-1]
    assert added.weighed_share.value == 1.0 and added.name in read(window, "aboard")
    window.show_case(2)
    assert load.findChild(QWidget, "aboard").isHidden()
    window.go(Step.MEASURE)
    window.sheets[Step.MEASURE].turn("weights")
    said = window.sheets[Step.MEASURE].findChild(Number, "aboard").text()
    assert "Driver" in said and added.name in said


# -- undo, refused text, what cannot be
def test_refused_text_goes_first_and_survives_neither_undo_nor_another_job(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    type_into(qtbot, window, "hub_to_arch_m 0 0", "481")
    type_into(qtbot, window, "hub_to_arch_m 0 0", "rubbish")
    here = seen(window, "hub_to_arch_m 0 0")
    assert here.text() == "rubbish" and window.notice.isVisible()  # type: ignore[attr-defined]
    window.take_back()
    assert here.text() == "481" and not window.notice.isVisible(), "the last good value, nothing undone"  # type: ignore[attr-defined]
    window.take_back()
    assert here.text() == "488"  # type: ignore[attr-defined]
    type_into(qtbot, window, "hub_to_arch_m 0 0", "rubbish")
    window.document.undo.setClean()
    window.filing.new_job()
    texts = [f.text() for f in window.findChildren(QLineEdit)]
    assert "rubbish" not in texts and not window.notice.isVisible()


def test_a_target_that_cannot_be_blanks_the_order_and_marks_spring(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    job = edits.put(hive_on_coils(), path_to(JOB.target.rear_lift_m), -0.3)
    window = open_window(job)
    assert "Target height cannot be reached" in marks(window)[Step.SPRING] and "Fault" in marks(window)[Step.SPRING]
    window.go(Step.SPRING)
    press(qtbot, window, "axle 1")
    for field in ("rate_n_per_m", "free_length_m", "spacer_m"):
        for side in (0, 1):
            text = seen(window, f"{field} {side}").text()  # type: ignore[attr-defined]
            assert not any(c.isdigit() for c in text), (field, text)
    solved = {  # by demo: its axle, and what is solved there
        ("hive-hauler", 1): ("block 0", "block 1"), ("orchard-sprayer", 0): ("torsion slack 0", "torsion slack 1"),
        ("survey-buggy", 1): ("collar 0", "collar 1"), ("glaziers-flatbed", 1): ("air left_pa", "air right_pa"),
    }  # fmt: skip
    for (name, axle), fields in solved.items():
        window.document.replace(edits.put(demo(name), (*path_to(JOB.target), ("front_lift_m", "rear_lift_m")[axle]), 0.5), None)
        window.go(Step.SPRING)
        press(qtbot, window, f"axle {axle}")
        assert "Fault" in marks(window)[Step.SPRING], name
        words = [n.text() for n in window.sheets[Step.SPRING].findChildren(Number) if not n.isHidden()]
        assert "Target height cannot be reached." in words
        for field in fields:
            assert not any(c.isdigit() for c in seen(window, field).text()), (name, field)  # type: ignore[attr-defined]
    a = assess(job)
    entry = answer(a, judge(a), (), Reader(job))["order"][2]
    assert entry["can_be_had"] is False and entry["free_length_m"] is None and entry["spring_rate_n_per_m"] is None
    assert "no order, target height cannot be reached" in letter(a, judge(a), (), Reader(job))


# -- strip, signs
def test_the_strip_says_whose_springs_and_every_sign_tells_its_case(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    assert read(window, "corner 0 0 springs") == "old springs"
    window.go(Step.LOAD)
    assert read(window, "corner 0 0 springs") == "new springs"
    names = [c.name for c in window.document.job.cases]
    for step in (Step.LOAD, Step.STANCE, Step.SPRING, Step.TRAVEL):
        window.go(step)
        window.grab()
        sheet = window.sheets[step]
        outcome = {word for _, word in sheet.signs}
        assert {window.view().reader.case(c) for c in range(len(names))} <= outcome, step
        at, word = sheet.signs[-1]
        assert sheet.sign_at(at) == word and sheet.sign_at(at + QPointF(400, 300)) != word
    heads = sorted(((at.x(), word) for at, word in window.strip.signs), key=lambda pair: pair[0])
    assert [word for _, word in heads] == [window.view().reader.case(window.case)] * 4


# -- order
def test_a_rate_is_asked_where_it_is_free_and_shown_where_the_part_has_its_own(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(twisted())
    window.go(Step.SPRING)
    sheet = window.sheets[Step.SPRING]
    assert sheet.findChild(Choice, "way") is None or sheet.findChild(Choice, "way").isHidden()
    assert "by the part itself" in read(window, "rate fixed word")
    choose(window, "kind", "coil")
    assert not seen(window, "way", Choice).isHidden()


def test_the_order_may_be_for_the_height_once_settled_and_then_stands_higher_as_fitted(open_window) -> None:  # type: ignore[no-untyped-def]
    """A coil settles 3.5 % of its loaded deflection (common practice, no source): it is ordered so much longer."""
    window = open_window(demo("dairy-trailer"))
    window.go(Step.STANCE)  # of the target, so also where no axle is on coils
    choose(window, "settled", "once settled")
    assert window.document.job.target.settled
    window.document.replace(hive_on_coils(), None)
    window.go(Step.STANCE)
    fitted = window.document.assessment
    choose(window, "settled", "once settled")
    settled = window.document.assessment
    for axle in (0, 1):
        pressed = sum(settled.orders[axle].pressed_m) / 2.0
        higher = (settled.fitted_target_m - fitted.target_m)[axle].mean()
        ratio = settled.axles[axle].spring_ratio.value
        assert higher == pytest.approx(0.035 * pressed / ratio, rel=0.03)
        longer = sum(settled.orders[axle].order.free_m) - sum(fitted.orders[axle].order.free_m)
        assert longer > 0.0
    case = settled.target_case
    assert settled.proposed.hub_to_arch_m[..., case] == pytest.approx(settled.fitted_target_m, abs=1.5e-3)
    window.document.undo.undo()
    assert not window.document.job.target.settled
    for a, words in ((fitted, "as fitted"), (settled, "once settled")):
        assert words in letter(a, (), (), Reader(a.job))


def test_a_coil_that_is_wound_fills_in_its_solid_length_with_the_sign(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    window.go(Step.SPRING)
    assert not any(c.isdigit() for c in seen(window, "solid_length_m 0").text())  # type: ignore[attr-defined]
    type_into(qtbot, window, "part inside_m", "115")
    made = wound(window.document.assessment, 0)
    assert made is not None and made.helix is not None
    assert seen(window, "solid_length_m 0").text() == f"{ABOUT}{made.helix.solid_m * 1000:.0f}"  # type: ignore[attr-defined]


def test_a_modulus_is_its_grades_until_typed_and_rates_go_with_it(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    window.go(Step.SPRING)
    choose(window, "kind", "progressive coil")
    choose(window, "progressive by", "counted coils")
    for name, text in (("progressive wire_m", "13.5"), ("progressive across_m", "141.5"), ("group turns 0", "3"),
                       ("group pitch_m 0", "28"), ("group turns 1", "4.5"), ("group pitch_m 1", "52")):  # fmt: skip
        type_into(qtbot, window, name, text)
    usual = wire("chrome silicon").shear_pa
    assert seen(window, "progressive modulus").text() == f"{ABOUT}{usual / 1e9:.1f}"  # type: ignore[attr-defined]
    rates = window.document.assessment.orders[0].law[0].rate(np.array([0.01]))
    type_into(qtbot, window, "progressive modulus", "70")
    assert window.document.assessment.orders[0].law[0].rate(np.array([0.01])) == pytest.approx(rates * 70e9 / usual)

    choose(window, "kind", "coil")
    type_into(qtbot, window, "part inside_m", "115")
    turns = explain(window.document.assessment, Shown(workings.winding.turns, 0))
    type_into(qtbot, window, "part modulus", "70")
    softer = explain(window.document.assessment, Shown(workings.winding.turns, 0))
    assert softer.result - 2 == pytest.approx((turns.result - 2) * 70e9 / usual)
    assert (turns.inputs[0].origin, softer.inputs[0].origin) == (Origin.ASSUMED, Origin.TYPED)

    window.sheets[Step.SPRING].turn_bench(0)
    rate = explain(window.document.assessment, Shown(workings.bench.caliper, 0))
    type_into(qtbot, window, "bench modulus", "70")
    softer = explain(window.document.assessment, Shown(workings.bench.caliper, 0))
    assert softer.result == pytest.approx(rate.result * 70e9 / rate.inputs[0].value)
    assert (rate.inputs[0].origin, softer.inputs[0].origin) == (Origin.ASSUMED, Origin.TYPED)


@pytest.mark.parametrize(
    "number",
    [workings.torsion.slack, workings.air.pressure, workings.bench.used, workings.leaf_hardware.u_bolt, workings.band.band],
)
def test_a_working_shows_every_input(open_window, number: Explain) -> None:  # type: ignore[no-untyped-def]
    for job in (twisted(), demo("orchard-sprayer"), demo("hive-hauler"), hive_on_coils()):
        keys = [k for k in shown_numbers(assess(job)) if k.number is number]
        if keys:
            break
    else:
        pytest.skip("no job shows it")
    window = open_window(job)
    window.resize(1280, 800)
    window.working.pick(keys[0])
    inputs = window.working.working().inputs
    rows = [window.working.findChild(Number, f"origin {n}") for n in range(len(inputs))]
    assert all(row is not None and not row.isHidden() and row.geometry().bottom() < window.working.height() for row in rows)
    assert [row.text() for row in rows] == [g.origin.value for g in inputs]
    rule = window.working.findChild(QWidget, "rule")
    assert rule.geometry().bottom() <= window.working.height()


# -- files, working
def test_save_as_adds_the_suffix_and_open_lists_jobs(open_window, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "hauler"), ""))
    assert window.filing.save_as()
    assert (tmp_path / "hauler.json").exists() and not (tmp_path / "hauler").exists()
    asked: list[str] = []
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a: (asked.append(a[-1]), ("", ""))[1])
    window.filing.ask_open()
    assert "*.json" in asked[0]


def test_working_opens_on_the_steps_own_number_and_hover_says_that_it_can_be_asked(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    for step in Step:
        window.go(step)
        first = knock_ons(window.document.assessment)[0]
        own = NUMBERS[first.what] if step is Step.KNOCK_ON else MAIN_NUMBERS[step].number
        assert window.working.picked is not None and window.working.picked.number is own
        assert not window.working.findChild(QWidget, "formula").isHidden()
    window.go(Step.SPRING)
    window.sheets[Step.SPRING].turn_axle(1)
    rear = window.working.working()
    assert rear is not None and rear.result == window.document.assessment.orders[1].order.rate_n_per_m[0]
    window.go(Step.LOAD)
    window.go(Step.SPRING)
    assert window.working.picked.axle == 1, "the axle that is open"
    number = window.strip.findChild(Number, "corner 0 0 height")
    assert "its working" in number.toolTip()
    plain = number.grab().toImage()
    QTest.mouseMove(number)
    number.setAttribute(Qt.WidgetAttribute.WA_UnderMouse)
    number.enterEvent(None)
    hovered, foot = number.grab().toImage(), number.height() - 1
    line = [hovered.pixelColor(x, foot) for x in range(number.width())]
    assert len({c.name() for c in line}) == 1 and line != [plain.pixelColor(x, foot) for x in range(number.width())]


# -- keys, large text
@pytest.mark.parametrize("step", list(Step))
def test_from_the_first_tab_a_field_is_three_away_and_groups_are_one_stop(open_window, qtbot: QtBot, step: Step) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    window.go(step)
    window.setFocus()
    inside = []
    for _ in range(3):
        qtbot.keyClick(QApplication.focusWidget() or window, Qt.Key.Key_Tab)
        inside.append(window.sheets[step].isAncestorOf(QApplication.focusWidget()))
    assert any(inside)
    chain, start = [], QApplication.focusWidget()
    for _ in range(400):
        qtbot.keyClick(QApplication.focusWidget(), Qt.Key.Key_Tab)
        here = QApplication.focusWidget()
        if here is start:
            break
        chain.append(here)
    else:
        raise AssertionError("Tab never comes round")
    for group in (window.steps, window.strip, window.top):
        assert sum(group.isAncestorOf(w) for w in chain) == 1, type(group).__name__


def test_arrow_keys_walk_inside_a_group(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    first = window.steps.stop()
    first.setFocus()
    walked = [first]
    for _ in range(4):
        qtbot.keyClick(QApplication.focusWidget(), Qt.Key.Key_Down)
        walked.append(QApplication.focusWidget())
    assert len({id(w) for w in walked}) == 5 and all(window.steps.isAncestorOf(w) for w in walked)
    qtbot.keyClick(QApplication.focusWidget(), Qt.Key.Key_Up)
    assert QApplication.focusWidget() is walked[3]


def test_at_the_largest_text_what_is_folded_still_has_its_name_and_menus_grow(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(hive_on_coils())
    small = window.menuBar().font().pixelSize()
    window.resize(1100, 700)
    for _ in range(2):
        window.preferences.grow_text(1)
    qtbot.wait(20)
    for step in Step:
        name = window.steps.findChild(QWidget, f"{step} name")
        assert name is not None and not name.isHidden() and name.text() == step.value
    assert window.rail.isVisible() and "findings" in window.rail.accessibleName() and "working" in window.rail.accessibleName()
    fonts = [window.menuBar(), *window.findChildren(QMenu)]
    assert all(m.font().pixelSize() == round(13 * 1.5) or m.font().pixelSize() > small for m in fonts)
