"""Spring by hand: kinds of spring, their handles and fields, pairs off the shelf, proposals side by side; undo, save, reopen."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.setup.springs.air import bags_of
from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.spring.findings import SpringLacks, TooTight
from isostat.assess.spring.findings_stacked import RingOutside
from isostat.assess.spring.stacked import Stacked, stacked
from isostat.core.travel.events import travel_of
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.pieces.number import Number
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.window import MainWindow
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.files import read_job
from isostat.job.schema import Job
from tests.desktop.hands import choose, drag, press, read, seen, type_into
from tests.jobs import hive_on_coils, leafed, rival_proposals


def opened(open_window, job: Job, axle: int = 0) -> tuple[MainWindow, SpringStep]:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window(job)
    window.go(Step.SPRING)
    window.show_case(window.document.assessment.target_case)
    sheet = window.sheets[Step.SPRING]
    assert isinstance(sheet, SpringStep)
    sheet.turn_axle(axle)
    return window, sheet


def undo_all(window: MainWindow) -> Job:
    while window.document.undo.canUndo():
        window.document.undo.undo()
    return window.document.job


def front(window: MainWindow) -> Stacked:
    answer = stacked(window.document.assessment, 0)
    assert answer is not None
    return answer


def test_the_stop_is_hatched_no_further_than_metal(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, blank_job())
    window.go(Step.MEASURE)
    type_into(qtbot, window, "stop_gap_m 0 0", "70")  # metal meets before the stop is flat
    window.go(Step.SPRING)
    events = window.document.assessment.proposed.events[0][0]
    flat, metal = travel_of(events, "stop flat"), travel_of(events, "metal")
    assert flat is not None and metal is not None and flat > metal + 0.01
    area, image = sheet.chart.area, sheet.grab().toImage()  # type: ignore[union-attr]
    beside = {image.pixelColor(round(area.right()) + 4, y).name() for y in range(round(area.top()) + 8, round(area.bottom()) - 8)}
    assert len(beside) == 1


def test_a_coil_becomes_progressive_by_its_tag_and_its_change_is_dragged(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _sheet = opened(open_window, hive_on_coils(), 1)
    before, document = window.document.job, window.document
    choose(window, "kind", "progressive coil")
    assert read(window, "progressive waits words").startswith("Enter the first rate")
    assert any(isinstance(j, SpringLacks) for j in document.judgements), "a plain coil stands in, and that is said"
    for field, text in (("soft_n_per_m", "45"), ("firm_n_per_m", "95"), ("change_m", "70"), ("solid_m", "230")):
        type_into(qtbot, window, f"progressive {field}", text)
    a = document.assessment
    assert not a.orders[1].lacks and "45.0, 95.0" in read(window, "progressive curve word")
    assert a.proposed.hub_to_arch_m[1, :, a.target_case] == pytest.approx(a.target_m[1], abs=0.0015)
    free = a.orders[1].order.free_m[0]
    drag(seen(window, "grip change", Grip), QPoint(0, -40))
    now = document.job.proposal.axles[1].progressive.change_m
    assert now is not None and now.value == pytest.approx(0.090, abs=0.001), "half a millimetre a pixel, up is later"
    assert document.assessment.orders[1].order.free_m[0] > free, "softer for longer: a longer spring"
    type_into(qtbot, window, "free_length_m 0", "400")
    press(qtbot, window, "solve again")
    assert document.job.proposal.axles[1].left.free_length_m is None
    press(qtbot, window, "fitted now")
    found = document.assessment.found_springs[1][0]
    assert found.rate.value == pytest.approx(95_000) and found.pressed_m > 0.07, "the scales press it past its change"
    type_into(qtbot, window, "progressive firm_n_per_m", "30")
    assert "Second rate: 30.0 N/mm is too small" in read(window, "progressive waits words")
    assert undo_all(window) == before


def test_turns_are_counted_and_a_table_comes_from_a_file_or_is_refused(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, demo("puppet-van"), 1)
    before = window.document.job
    choose(window, "progressive by", "counted coils")
    assert read(window, "progressive waits words").startswith("Enter the wire diameter")
    for name, text in (("progressive wire_m", "13.5"), ("progressive across_m", "141.5"), ("group turns 0", "3"),
                       ("group pitch_m 0", "28"), ("group turns 1", "4.5"), ("group pitch_m 1", "52")):  # fmt: skip
        type_into(qtbot, window, name, text)
    rate = window.document.assessment.orders[1].law[0].rate
    g, d, mean = 79.5e9, 0.0135, 0.128
    assert float(rate(0.001)) == pytest.approx(g * d**4 / (8 * mean**3 * 7.5), rel=1e-6)  # type: ignore[arg-type]
    type_into(qtbot, window, "group pitch_m 0", "12")
    assert "Coil pitch: 12 mm is too small" in read(window, "progressive waits words"), "closer than the wire is thick"
    good, bad = tmp_path / "tester.csv", tmp_path / "falling.csv"
    good.write_text("pressed mm,carries kg\n0,0\n60,190\n120,420\n180,800\n", encoding="utf-8")
    bad.write_text("60,190\n120,180\n", encoding="utf-8")
    window.exchange.spring_table_in(bad, 1)
    assert (
        "must both be above the reading before" in window.notice.text()
        and window.document.job.proposal.axles[1].progressive.by == "turns"
    )
    window.exchange.spring_table_in(good, 1)
    assert window.document.job.proposal.axles[1].progressive.by == "table"
    assert seen(window, "table force_kg 2").text() == "800"  # type: ignore[attr-defined]
    type_into(qtbot, window, "table force_kg 2", "400")
    assert "Load step to row 3 of the table: −196 N is too small" in read(window, "progressive waits words")
    wanted: list[tuple[str, int]] = []
    sheet.file_wanted.disconnect()
    sheet.file_wanted.connect(lambda what, axle: wanted.append((what, axle)))
    press(qtbot, window, "read table")
    assert wanted == [("spring table", 1)]
    window.exchange.spring_table_in(tmp_path / "nowhere.csv", 1)
    assert "cannot be read: no such file" in window.notice.text()
    assert undo_all(window) == before


def test_a_stack_has_its_ring_its_collars_and_its_stop_under_the_hand(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, demo("survey-buggy"))
    before, document = window.document.job, window.document
    ring, change = front(window).pair.ring_m, travel_of(document.assessment.proposed.events[0][0], "crossover")
    assert ring is not None and change is not None
    drag(seen(window, "grip ring", Grip), QPoint(0, -30))
    assert front(window).pair.ring_m == pytest.approx(ring - 0.015), "up is nearer the collar: a later change"
    later = travel_of(document.assessment.proposed.events[0][0], "crossover")
    assert later is not None and later > change and document.job.proposal.axles[0].stack.placed == "typed"
    collars, height = front(window).seated.collar_m, document.assessment.proposed.hub_to_arch_m[0, :, 3].mean()
    grip = seen(window, "grip collar", Grip)
    grip.setFocus()
    for _ in range(4):
        qtbot.keyClick(grip, Qt.Key.Key_Up)
    assert front(window).seated.collar_m == pytest.approx([c + 0.004 for c in collars])
    assert document.assessment.proposed.hub_to_arch_m[0, :, 3].mean() == pytest.approx(height + 0.004 / 0.7, abs=4e-4)
    assert "typed" in read(window, "collar state word")
    press(qtbot, window, "solve collars")
    assert front(window).seated.collar_m == pytest.approx(collars)
    flat = travel_of(document.assessment.proposed.events[0][0], "stop flat")
    drag(seen(window, "grip stop", Grip), QPoint(0, -20))
    spacer = document.job.proposal.axles[0].stop.spacer_m
    assert spacer is not None and spacer.value == pytest.approx(0.010)
    sooner = travel_of(document.assessment.proposed.events[0][0], "stop flat")
    assert flat is not None and sooner == pytest.approx(flat - 0.010 / 0.7)
    type_into(qtbot, window, "collar 1", "20")
    assert front(window).seated.collar_m[1] == pytest.approx(0.020)
    sheet.pose(1)
    words = {n.objectName(): n.text() for n in sheet.findChildren(Number) if n.objectName().startswith("mark ") and n.isVisible()}
    marks, u = front(window).marks, float(front(window).ride_m[3])
    assert words["mark collar"] == f"{(marks.collar_m - u) * 1000:.0f}" and words["mark ring"] == f"{(marks.ring_m - u) * 1000:.0f}"  # type: ignore[operator]
    assert undo_all(window) == before


def test_what_a_stack_lacks_or_binds_is_a_sentence(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _ = opened(open_window, demo("survey-buggy"))
    before = window.document.job
    type_into(qtbot, window, "stack ring_m", "60")
    assert window.document.job.proposal.axles[0].stack.placed == "typed", "a typed ring is placed as typed"
    said = [j for j in window.document.judgements if isinstance(j, RingOutside)]
    type_into(qtbot, window, "stack share", "40")
    share, events = window.document.assessment, window.document.assessment.proposed.events[0][0]
    ends = [travel_of(events, name) for name in ("crossover", "stop flat")]
    rides = float(share.proposed.rest.travel_m[0, 0, share.target_case])
    assert window.document.job.proposal.axles[0].stack.placed == "by share", "of a typed share it is placed by that share"
    assert (ends[0] - rides) / (ends[1] - rides) == pytest.approx(0.40, abs=0.03)
    window.document.undo.undo()
    assert said and said[0].binds == "top spring"
    type_into(qtbot, window, "stack main solid_m", "250")
    assert "no valid crossover-ring position" in read(window, "stack window words")
    type_into(qtbot, window, "stack main solid_m", "299")
    assert read(window, "stack waits words").startswith("Solid length of a stacked spring: 299 mm is too large")
    type_into(qtbot, window, "stack main solid_m", "-")
    assert read(window, "stack waits words").startswith("Enter the solid length of the main spring.")
    type_into(qtbot, window, "stack main solid_m", "soft")
    assert "Main spring, solid" in window.notice.text()
    assert undo_all(window) == before


def test_pairs_off_the_shelf_are_listed_and_taken_and_a_third_spring_comes_and_goes(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, demo("survey-buggy"))
    before = window.document.job
    press(qtbot, window, "pairs far")
    refused = re.search(r"ull-bump capacity, × static load: 2 is too small. Enter ([\d.]+) to", read(window, "shelf waits words"))
    assert refused is not None, "twice the load is less than both springs give by then"
    type_into(qtbot, window, "stack multiple", refused.group(1))
    first = seen(window, "shelf 0", QPushButton)
    assert " over " in first.text()  # type: ignore[attr-defined]
    press(qtbot, window, "shelf 0")
    stack = window.document.job.proposal.axles[0].stack
    assert stack.placed == "by share" and stack.top.solid_m is not None and stack.top.solid_m.assumed
    a = window.document.assessment
    assert a.proposed.hub_to_arch_m[0, :, a.target_case] == pytest.approx(a.target_m[0], abs=0.0015)
    press(qtbot, window, "pairs close")
    press(qtbot, window, "shelf 0")
    assert window.document.job.proposal.axles[0].stack.placed == "protecting"
    press(qtbot, window, "pairs close")
    assert sheet.shelf == ""
    press(qtbot, window, "stack third")
    assert read(window, "stack waits words").startswith("Enter the rate of the third spring.")
    for field, text in (("rate_n_per_m", "20"), ("free_m", "60"), ("solid_m", "25")):
        type_into(qtbot, window, f"stack third {field}", text)
    assert front(window).pair.third is not None
    press(qtbot, window, "stack third")
    assert front(window).pair.third is None
    assert undo_all(window) == before


def test_a_coil_is_wound_round_its_inside_and_off_the_shelf_it_comes_in_steps(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _ = opened(open_window, demo("puppet-van"))
    before = window.document.job
    assert read(window, "part wire").startswith("wire 1") and read(window, "part ride").startswith("stress at ride")
    type_into(qtbot, window, "part pocket_m", "130")
    assert [j.within for j in window.document.judgements if isinstance(j, TooTight)] == ["pocket"]
    type_into(qtbot, window, "part inside_m", "40")
    assert "stress needs ≥ " in read(window, "part waits words")
    choose(window, "stock", "stock, 25 lb/in steps")
    o = window.document.assessment.orders[0].order
    assert o.rate_n_per_m[0] / (25 * 175.126835) == pytest.approx(round(o.rate_n_per_m[0] / (25 * 175.126835)))
    assert o.free_m[0] / 0.0508 == pytest.approx(round(o.free_m[0] / 0.0508), abs=1e-3) and max(o.spacer_m) > 0.0
    a = window.document.assessment
    assert a.proposed.hub_to_arch_m[0, :, a.target_case] == pytest.approx(a.target_m[0], abs=0.0015), "a spacer makes up the rest"
    assert undo_all(window) == before


def test_proposals_are_made_worked_on_set_side_by_side_printed_saved_and_reopened(  # type: ignore[no-untyped-def]
    open_window, qtbot: QtBot, tmp_path: Path
) -> None:
    window, sheet = opened(open_window, hive_on_coils())
    before, document = window.document.job, window.document
    rate = document.assessment.orders[0].order.rate_n_per_m[0]
    press(qtbot, window, "add proposal")
    assert document.job.proposal.name == "B" and [p.name for p in document.job.others] == ["A"]
    type_into(qtbot, window, "rate_n_per_m 0", "120")
    type_into(qtbot, window, "rate_n_per_m 1", "120")
    assert read(window, "ghost A word") == "A", "the other's curve is ghosted"
    press(qtbot, window, "proposal 0")
    assert document.assessment.orders[0].order.rate_n_per_m[0] == rate
    sheet.turn("side by side")
    assert "98.0 N/mm" in read(window, "sides 0 1 word") and "120" in read(window, "sides 0 2 word")
    assert read(window, "sides head 1") == "A (editing)"
    heights = [read(window, f"sides {n} 1 word") for n in range(4, 14)]
    a = document.assessment
    left, right = (f"{h * 1000:.0f}" for h in a.proposed.hub_to_arch_m[0, :, 4])
    assert any(h.startswith(f"{left}, {right}   ") for h in heights)
    page = tmp_path / "sides.pdf"
    window.exchange.sides_out(page, "A4")
    assert page.read_bytes().startswith(b"%PDF") and page.stat().st_size > 5000
    window.exchange.sides_out(tmp_path / "no" / "where.pdf", "A4")
    assert "was not written" in window.notice.text()
    press(qtbot, window, "sides work 2")
    assert document.job.proposal.name == "B"
    path = tmp_path / "job.json"
    document.save(path)
    assert read_job(path) == document.job
    press(qtbot, window, "sides drop 1")
    assert [p.name for p in document.job.proposals] == ["B"]
    assert not [w for w in sheet.findChildren(QWidget, "sides drop 1") if w.isVisible()], "the last one stays"
    assert undo_all(window) == before


def test_a_stack_that_is_fitted_already_is_the_one_found_and_its_strut_is_measured_out(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _ = opened(open_window, demo("survey-buggy"))
    before, document = window.document.job, window.document
    press(qtbot, window, "fitted now")
    found = document.assessment.found_springs[0][0]
    assert found.rate.value == pytest.approx(front(window).pair.series_rate) and not found.lacks
    assert document.assessment.found.hub_to_arch_m[0, :, 1] == pytest.approx([0.42, 0.422], abs=1e-6), (
        "as weighed it stands as read"
    )
    window.go(Step.MEASURE)
    window.sheets[Step.MEASURE].turn("springs")  # type: ignore[attr-defined]
    choose(window, "found kind 1", "progressive coil")
    said = [j for j in document.judgements if isinstance(j, SpringLacks)]
    assert [j.step for j in said] == [Step.MEASURE] and "Enter the first rate" in said[0].reason.words()
    choose(window, "found kind 1", "coil")
    type_into(qtbot, window, "installed_length_m 1 0", "-")
    type_into(qtbot, window, "unloaded_length_m 1 0", "530")
    showing, stroke = 0.160, 0.300
    assert document.assessment.found_springs[1][0].installed_m.value == pytest.approx(0.530 - (stroke - showing))
    assert undo_all(window) == before


def test_three_proposals_fill_the_page_and_no_fourth_is_offered(open_window) -> None:  # type: ignore[no-untyped-def]
    _window, sheet = opened(open_window, rival_proposals())
    assert not [w for w in sheet.findChildren(QWidget, "add proposal") if w.isVisible()]
    sheet.turn("side by side")
    verdicts = [n.text() for n in sheet.findChildren(Number) if n.objectName().startswith("sides 12 ") and n.isVisible()]
    assert len(verdicts) == 4 and verdicts[0] == "Faults, warnings"


def test_a_leaf_pack_is_typed_leaf_by_leaf_and_changed_as_a_shop_does(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _ = opened(open_window, hive_on_coils(), 1)
    before, document = window.document.job, window.document
    choose(window, "kind", "leaf pack")
    assert read(window, "leaf waits words").startswith("Enter the leaves")
    press(qtbot, window, "leaf add 0")
    for field, text in (("front_m", "620"), ("rear_m", "660"), ("width_m", "63.5"), ("thick_m", "8"), ("rise_m", "135")):
        type_into(qtbot, window, f"leaf {field} 0", text)
    for n in (1, 2, 3):
        menu = seen(window, f"leaf menu {n - 1}", QPushButton).menu()  # type: ignore[attr-defined]
        menu.setActiveAction(menu.actions()[0])
        qtbot.keyClick(menu, Qt.Key.Key_Return)
        assert len(document.job.proposal.axles[1].pack.leaves) == n + 1
    rate = document.assessment.orders[1].order.rate_n_per_m[0]
    assert not document.assessment.orders[1].lacks and read(window, "leaf said 0").startswith("free arch")
    menu = seen(window, "leaf menu 3", QPushButton).menu()  # type: ignore[attr-defined]
    menu.setActiveAction(menu.actions()[3])
    qtbot.keyClick(menu, Qt.Key.Key_Return)
    assert document.assessment.orders[1].order.rate_n_per_m[0] < rate, "a leaf less"
    arch = read(window, "leaf said 0")
    press(qtbot, window, "leaf rearch up")
    assert read(window, "leaf said 0") != arch
    type_into(qtbot, window, "leaf front_m 1", "700")
    assert "Front length of leaf 2: 700 mm is too large" in window.notice.text(), (
        "a leaf longer than the one above is refused where it is typed"
    )
    assert not document.assessment.orders[1].lacks and read(window, "leaf said 0") != arch, "the pack stays what it was"
    type_into(qtbot, window, "block 0", "20")
    assert document.assessment.orders[1].order.spacer_m[0] == pytest.approx(0.020)
    assert undo_all(window) == before


def test_a_torsion_bar_is_typed_turned_and_put_back(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, _ = opened(open_window, hive_on_coils())
    before, document = window.document.job, window.document
    choose(window, "kind", "torsion bar")
    assert "Enter the torsion-bar diameter" in read(window, "torsion waits words")
    for field, text in (("diameter_m", "39"), ("length_m", "1100"), ("arm_m", "400")):
        type_into(qtbot, window, f"torsion {field}", text)
    type_into(qtbot, window, "torsion angle", "-5.7")
    press(qtbot, window, "fitted now")
    answer = twisted_of(document.assessment.orders[0])
    assert answer is not None and "Enter thread pitch and adjuster arm" in read(window, "torsion set 0 word")
    for field, text in (("pitch_m", "1.75"), ("lever_m", "60"), ("teeth_inner", "40"), ("teeth_outer", "44")):
        type_into(qtbot, window, f"torsion {field}", text)
    assert "adjuster 3.1 turns" in read(window, "torsion set 0 word") and "over)" in read(window, "torsion set 0 word")
    a = document.assessment
    assert a.proposed.hub_to_arch_m[0, :, a.target_case] == pytest.approx(a.target_m[0], abs=3e-4)
    type_into(qtbot, window, "torsion teeth_outer", "40")
    assert "1 spline tighter" in read(window, "torsion set 0 word") and "one spline = 9.0°, 65 mm" in read(
        window, "torsion set 0 word"
    )
    type_into(qtbot, window, "torsion slack 0", "-25")
    after = document.assessment
    assert after.proposed.hub_to_arch_m[0, 0, after.target_case] > a.proposed.hub_to_arch_m[0, 0, a.target_case]
    press(qtbot, window, "solve bars")
    assert document.job.proposal.axles[0].left.slack_rad is None
    type_into(qtbot, window, "torsion arm_m", "90°")
    assert "Arm length: “°” is not a length unit" in window.notice.text(), "no angle for a length"
    assert undo_all(window) == before


def test_an_air_helper_is_set_compared_with_steel_and_taken_off(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, hive_on_coils(), 1)
    before, document = window.document.job, window.document
    sheet.turn("air")
    assert "Enter a pressure at target" in read(window, "helper waits words")
    type_into(qtbot, window, "helper left_pa", "2 bar")
    assert "Enter the effective bag diameter" in read(window, "helper waits words")
    for field, text in (("across_m", "120"), ("height_m", "300"), ("stands_m", "240")):
        type_into(qtbot, window, f"helper {field}", text)
    assert read(window, "helper bag 0 4").startswith("2.0") and "without bags" in read(window, "helper said 0 word")
    shut = read(window, "helper bag 0 2")
    choose(window, "helper gas", "regulated pressure")
    assert read(window, "helper bag 0 2") != shut, "a held pressure stays where it is"
    type_into(qtbot, window, "helper left_pa", "40 bar")
    assert "Left bag pressure: 40 bar is too large" in window.notice.text()
    press(qtbot, window, "helper off")
    assert document.job == before
    assert undo_all(window) == before


def test_an_axle_goes_on_air_its_pressures_are_solved_its_air_is_held_and_a_chart_typed(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, hive_on_coils(), 1)
    before, document = window.document.job, window.document
    choose(window, "kind", "air spring")
    assert read(window, "air waits words").startswith("Enter the effective bag diameter")
    for field, text in (("across_m", "150"), ("height_m", "300"), ("least_m", "90"), ("stands_m", "200"), ("least_pa", "0.5"),
                        ("most_pa", "116 psi")):  # fmt: skip
        type_into(qtbot, window, f"air {field}", text)
    a = document.assessment
    assert bags_of(a.orders[1]) is not None and "dynamic spring rate" in read(window, "rate name")
    assert a.proposed.hub_to_arch_m[1, :, a.target_case] == pytest.approx(a.target_m[1], abs=0.0015)
    shut = float(a.proposed.hub_to_arch_m[1, 0, 2])
    choose(window, "air gas", "levelling valve")
    assert abs(float(document.assessment.proposed.hub_to_arch_m[1, 0, 2]) - a.target_m[1, 0]) < 0.004 < abs(shut - a.target_m[1, 0])
    assert read(window, "bump word") == "dynamic" and "34 mm longer" in read(window, "air rod word")
    type_into(qtbot, window, "air rod_m", "180")
    assert read(window, "air rod word").endswith("(214 mm in total)")
    choose(window, "air lines", "teed")
    left, right = read(window, "air pressure 0 4"), read(window, "air pressure 1 4")
    assert left == f"{right},", "one pressure in both"
    choose(window, "air gas", "sealed")
    choose(window, "air lines", "separate lines")
    type_into(qtbot, window, "air left_pa", "6 bar")
    assert document.assessment.proposed.hub_to_arch_m[1, 0, 4] > a.target_m[1, 0] + 0.01
    type_into(qtbot, window, "air left_pa", "60 bar")
    assert "Enter 0.20 to 15.00 bar" in window.notice.text() and bags_of(document.assessment.orders[1]) is not None
    qtbot.keyClick(seen(window, "air left_pa"), Qt.Key.Key_Escape)
    press(qtbot, window, "solve air")
    assert document.job.proposal.axles[1].air.left_pa is None
    type_into(qtbot, window, "air high_m", "2000 m")
    assert float(document.assessment.proposed.hub_to_arch_m[1, 0, 4]) > a.target_m[1, 0], "a mountain lifts it"
    sheet.turn("air")
    assert re.search(r"roll stiffness [\d.]+ × without bags", read(window, "helper said 3 word"))
    for n, (high, load) in enumerate((("300", "1000"), ("90", "1100 kg"))):
        type_into(qtbot, window, f"air chart height_m {n}", high)
        type_into(qtbot, window, f"air chart load_kg {n}", load)
    lacks = document.assessment.orders[1].lacks
    assert lacks is not None and "pressure" in lacks.words()
    type_into(qtbot, window, "air chart_pa", "5")
    assert not document.assessment.orders[1].lacks and len(document.job.proposal.axles[1].air.chart) == 2
    sheet.turn("chart")
    press(qtbot, window, "fitted now")
    assert document.job.as_found.axles[1].kind == "air" and document.assessment.found_springs[1][0].couple is None
    assert undo_all(window) == before


def test_a_foam_helper_is_said_by_kind_or_press_drawn_on_the_chart_and_taken_away(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, hive_on_coils(), 1)
    before, document = window.document.job, window.document
    sheet.turn("foam")
    assert "Enter the gap and material" in read(window, "foam waits words")
    choose(window, "foam kind", "foam")
    type_into(qtbot, window, "foam free_height_m", "120")
    type_into(qtbot, window, "foam gap_m", "-60")
    assert document.assessment.fits[1].helper(Cushioned) is not None and read(window, "foam said 0 word").startswith(
        "Raise the frame at least 70 mm"
    )
    soft = read(window, "foam load 0 4")
    type_into(qtbot, window, "foam press squeeze_m 0", "30")
    type_into(qtbot, window, "foam press force_kg 0", "300 lb")
    assert read(window, "foam load 0 4") != soft
    type_into(qtbot, window, "foam gap_m", "far")
    assert "is not a number" in window.notice.text()
    qtbot.keyClick(seen(window, "foam gap_m"), Qt.Key.Key_Escape)
    sheet.turn("chart")
    assert read(window, "helpers word") == "helper" and sheet.chart.helpers_n is not None
    sheet.turn("foam")
    press(qtbot, window, "foam off")
    assert document.assessment.fits[1].helper(Cushioned) is None
    assert undo_all(window) == before


def test_a_pack_hangs_anew_and_gets_leaves_in_place_of_its_block(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, leafed(), 1)
    before, document = window.document.job, window.document
    press(qtbot, window, "leaf view 1")
    for field, text in (("shackle_m", "100"), ("lean_rad", "15"), ("new_shackle_m", "5 in"), ("tube_m", "76")):
        type_into(qtbot, window, f"leaf {field}", text)
    assert read(window, "hung raised").startswith("shackle/hanger lift 13") and "pinion" in read(window, "hung turned")
    assert "U-bolt leg length" in read(window, "hung u-bolt")
    type_into(qtbot, window, "leaf lean_rad", "95")
    assert "Enter −45.8 to 45.8°" in window.notice.text()
    qtbot.keyClick(seen(window, "leaf lean_rad"), Qt.Key.Key_Escape)
    type_into(qtbot, window, "leaf friction", "8 %")
    assert "≈" not in read(window, "hung friction")
    press(qtbot, window, "leaf view 2")
    assert read(window, "leaf adding wait") == "Calculating."
    qtbot.waitUntil(lambda: window.adding.fresh(document.assessment), timeout=60_000)
    blocks, leaves = document.assessment.orders[1].order.spacer_m, len(document.job.proposal.axles[1].pack.leaves)
    ways = [b for b in sheet.findChildren(QPushButton) if b.objectName().startswith("leaf adding") and not b.isHidden()]
    assert ways or "One or two more leaves" in read(window, "leaf adding waits word")
    if ways:
        qtbot.mouseClick(ways[0], Qt.MouseButton.LeftButton)
        assert len(document.job.proposal.axles[1].pack.leaves) > leaves
        assert max(document.assessment.orders[1].order.spacer_m) < min(max(blocks) / 4, 0.006)
        window.document.undo.undo()
    type_into(qtbot, window, "leaf wanted more", "250")
    assert sheet.findChild(QPushButton, "leaf adding 0") is None or sheet.findChild(QPushButton, "leaf adding 0").isHidden()
    qtbot.waitUntil(lambda: window.adding.fresh(document.assessment), timeout=60_000)
    press(qtbot, window, "leaf adding 0")
    assert document.assessment.orders[1].order.spacer_m == (0.0, 0.0)
    press(qtbot, window, "leaf view 0")
    assert re.search(r"carries 2[45]\d kg more per side", read(window, "leaf said 4"))
    press(qtbot, window, "leaf view 2")
    press(qtbot, window, "leaf view 0")
    assert undo_all(window) == before


def test_pressures_of_a_helper_are_solved_by_a_button_or_it_says_why_not(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window, sheet = opened(open_window, demo("hive-hauler"), 1)
    before = window.document.job
    sheet.turn("air")
    seen_blocks = window.document.assessment.orders[1].order.spacer_m
    press(qtbot, window, "solve helper")
    helper = window.document.job.proposal.axles[1].helper
    assert helper.left_pa is not None and 200_000 < helper.left_pa.value < 500_000
    assert window.document.assessment.orders[1].order.spacer_m == seen_blocks
    type_into(qtbot, window, "helper most_pa", "1 bar")
    assert "Enter 2.60 bar or more" in window.notice.text(), "a most pressure under what is set is refused where it is typed"
    qtbot.keyClick(seen(window, "helper most_pa"), Qt.Key.Key_Escape)
    press(qtbot, window, "helper off")
    assert window.document.job.proposal.axles[1].helper.left_pa is None
    assert undo_all(window) == before
