"""The bench by hand: an unmarked spring typed in, given by caliper and press, tried at an axle, undone."""

from __future__ import annotations

import pytest
from PyQt6.QtWidgets import QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.assess.spring.bench import benched
from isostat.desktop.window import MainWindow
from tests.desktop.hands import choose, press, read, seen, type_into

READ = (("wire_m", "14.0"), ("across_m", "124"), ("turns", "9"), ("free_m", "380"))


@pytest.fixture
def bench(open_window) -> MainWindow:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window()
    window.go(Step.SPRING)
    window.sheets[Step.SPRING].turn_bench(0)  # type: ignore[attr-defined]
    return window


def test_an_unmarked_spring_is_priced_tried_and_put_back(bench: MainWindow, qtbot: QtBot) -> None:
    before = bench.document.job
    press(qtbot, bench, "add bench")
    bench.sheets[Step.SPRING].turn_bench(1)  # type: ignore[attr-defined]
    assert "Enter wire, diameter" in read(bench, "bench waits words")
    for field, text in READ:
        type_into(qtbot, bench, f"bench {field}", text)
    choose(bench, "bench material", "hot rolled")
    assert read(bench, "bench rate") == "40.5 N/mm" and read(bench, "bench solid").startswith("solid length 126 mm")
    choose(bench, "bench across", "mean")
    assert read(bench, "bench rate") == "28.2 N/mm"
    bench.document.undo.undo()
    for n, mm in enumerate((20, 50, 80)):
        type_into(qtbot, bench, f"bench length_m {n}", str(380 - mm))
        type_into(qtbot, bench, f"bench force_kg {n}", f"{mm * 5.2:.0f} kg")
    assert read(bench, "bench rate words").endswith("from the press test") and "they disagree" in read(bench, "bench caliper")
    said = benched(bench.document.job.bench[1])
    assert said.rate is not None and said.rate[0] == pytest.approx(5.2 * 9806.65, rel=0.01) and not said.agree
    press(qtbot, bench, "bench try 1")
    coil = bench.document.job.proposal.axles[1].left
    assert coil.rate_n_per_m is not None and coil.rate_n_per_m.value == pytest.approx(said.rate[0], abs=60)
    assert coil.free_length_m is not None and coil.free_length_m.value == pytest.approx(0.380)
    while bench.document.undo.canUndo():
        bench.document.undo.undo()
    assert bench.document.job == before


def test_what_is_no_coil_is_said_and_an_empty_bench_says_what_to_read(bench: MainWindow, qtbot: QtBot) -> None:
    type_into(qtbot, bench, "bench turns", "1")
    assert "Enter 0.5 to 60" in read(bench, "bench fault")
    type_into(qtbot, bench, "bench wire_m", "fat")
    assert "wire" in bench.notice.text()
    press(qtbot, bench, "drop bench")
    assert "without a tag" in read(bench, "bench empty words")
    bench.document.undo.undo()
    assert not seen(bench, "bench name", QWidget).isHidden()
