"""Find by hand: a search that goes on while the page is read, called off, asked why not, and taken into the job."""

from __future__ import annotations

import re
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QPushButton
from pytestqt.qtbot import QtBot

from isostat.assess.find import search as searching
from isostat.assess.find.law import Law
from isostat.assess.judgement import Step
from isostat.desktop.pieces.number import Number
from isostat.desktop.searching import Catalogue
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from tests.desktop.hands import choose, read
from tests.desktop.test_nothing_overlaps import faults

COILS = """coil,maker,rate,free length,solid length,price,currency,sold as lift
A 98,Q,98,411,150,90,EUR,
C 98,Q,98,411,260,90,EUR,
bad,Q,x,1,1,,,
L 30,Q,,,,,,30
"""


@pytest.fixture
def window(open_window, qtbot: QtBot) -> MainWindow:  # type: ignore[no-untyped-def]
    window: MainWindow = open_window(demo("hive-hauler"))
    window.go(Step.SPRING)
    few = sheet(window).finder.catalogue = Catalogue()
    few._coils = few.coils().take(np.arange(0, 1200, 6))
    sheet(window).turn("find")
    ended(window, qtbot)
    return window


def sheet(window: MainWindow) -> SpringStep:
    spring = window.sheets[Step.SPRING]
    assert isinstance(spring, SpringStep)
    return spring


def ended(window: MainWindow, qtbot: QtBot) -> None:
    qtbot.waitUntil(lambda: bool((hunt := sheet(window).finder.searching.hunt) and hunt.ended), timeout=60_000)


def press(window: MainWindow, name: str) -> None:
    made = sheet(window).findChild(QPushButton, name)
    assert made is not None and made.isVisible(), name
    made.setFocus()
    QTest.keyClick(made, Qt.Key.Key_Space)


def test_sets_are_found_chosen_and_used_as_one_step_of_undo(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    window.go(Step.SPRING)
    sheet(window).turn("find")
    ended(window, qtbot)
    assert read(window, "find progress") == "145,200 of 145,200 sets tried: 17 of 1,200 choices of springs fit"
    counts = [n.text() for n in sheet(window).findChildren(Number) if n.objectName().startswith("find count") and n.isVisible()]
    assert sum(int(n.replace(",", "")) for n in counts) + 17 == 1200
    before = window.document.job
    press(window, "find set 2")
    first = sheet(window).findChild(QPushButton, "find set 2").text().replace("&&", "&")  # type: ignore[union-attr]
    press(window, "find use")
    fitted = window.document.job.proposal.axles[0]
    assert fitted.left.rate_n_per_m == fitted.right.rate_n_per_m and fitted.left.solid_length_m is not None
    assert window.document.undo.undoText().startswith("springs ") and window.document.undo.undoText()[8:] in first
    ended(window, qtbot)
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert window.document.job == before
    ended(window, qtbot)
    press(window, "find add")
    assert window.document.job.proposal.name == "B" and window.document.job.others[0] == before.proposal


def test_a_search_is_called_off_and_what_it_found_stays(window: MainWindow, qtbot: QtBot, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(searching, "CHUNK", 60)
    monkeypatch.setattr(searching, "SAYS_EVERY", 0.05)
    choose(window, "find step", "1 mm")
    qtbot.waitUntil(lambda: "of 88,200 sets tried" in read(window, "find progress"), timeout=30_000)
    press(window, "find cancel")
    ended(window, qtbot)
    hunt = sheet(window).finder.searching.hunt
    assert hunt is not None and hunt.found is not None and 0 < hunt.found.tried < hunt.found.total == 88_200
    assert not sheet(window).findChild(QPushButton, "find cancel").isVisible()  # type: ignore[union-attr]


def test_where_nothing_stands_it_says_what_would_open_some(window: MainWindow, qtbot: QtBot) -> None:
    finder = sheet(window).finder
    assert finder.catalogue is not None and finder.searching.hunt is not None and finder.searching.hunt.found is not None
    loose = finder.searching.hunt.found.fallen.law == list(Law).index(Law.LOOSE)
    finder.catalogue._coils = finder.catalogue.coils().take(loose)
    choose(window, "find spacers", "none")
    ended(window, qtbot)
    qtbot.wait(20)
    hunt = finder.searching.hunt
    assert not hunt.best and "spacer" in {o.what for o in hunt.opens}
    assert "more spacer, " in read(window, "find none") and " fit" in read(window, "find none")


@pytest.mark.qt_log_ignore("This plugin does not support")  # of a list that opens on no screen
def test_why_not_and_the_parts_of_a_reason(window: MainWindow) -> None:
    press(window, "find law LOOSE")
    near = read(window, "find near 0")
    assert (by := re.search(r", by (\d+) mm$", near)) is not None
    press(window, "find back")
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    finder = sheet(window).finder
    assert finder.catalogue is not None
    part = next(p for p in finder.catalogue.coils().parts if p in near)
    field.setFocus()
    QTest.keyClicks(field, part.lower())
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert read(window, "find why words") == f"{near.removesuffix(by[0])}\nLoose at full droop{by[0].replace(',', ':')}."
    field.setText("no such thing")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert read(window, "find why words") == "“no such thing” is not in the lists."
    press(window, "find back")
    assert sheet(window).findChild(QPushButton, "find law LOOSE").isVisible()  # type: ignore[union-attr]


def test_a_list_is_imported_and_searched_with_the_others(window: MainWindow, qtbot: QtBot, tmp_path: Path) -> None:
    (tmp_path / "mine.csv").write_text(COILS)
    window.exchange.parts_in(tmp_path / "mine.csv")
    assert "mine.csv: 3 parts imported, 1 lines left out. Line 4: rate: “x” is not a number." in window.notice.text()
    ended(window, qtbot)
    assert read(window, "find progress").endswith("of 1,202 choices of springs fit")
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    field.setText("L 30")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert "If 30 mm is meant when home full:" in (said := read(window, "find why words")) and said.endswith(
        "Measure its free length: that settles it."
    )
    assert not faults(sheet(window))
    (tmp_path / "not.csv").write_text("shoes,size\n")
    window.exchange.parts_in(tmp_path / "not.csv")
    assert "not.csv was not imported. The first column is “shoes”." in window.notice.text()


@pytest.mark.parametrize(
    ("axles", "width", "height", "text", "units"),
    [(0, 1100, 700, 1.0, "in lb lb/in psi"), (1, 1920, 1080, 1.5, "mm N"), (2, 1280, 800, 1.0, "mm kg N/mm bar")],
)
def test_nothing_of_it_is_cut_or_overlaps(
    window: MainWindow, qtbot: QtBot, axles: int, width: int, height: int, text: float, units: str
) -> None:
    window.resize(width, height)
    window.preferences.use_units(units)
    while window.preferences.theme.scale < text:
        window.preferences.grow_text(1)
    sheet(window).finder._want(axles=axles, spacers=2 if axles < 2 else 0)
    ended(window, qtbot)
    QApplication.processEvents()
    assert not faults(sheet(window))
