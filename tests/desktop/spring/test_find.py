"""Find by hand: a search that goes on while the page is read, called off, asked why not, and taken into the job."""

from __future__ import annotations

import re
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QPushButton
from pytestqt.qtbot import QtBot

from isostat.assess.find import search as searching
from isostat.assess.find.law import Law
from isostat.assess.find.wish import Varied
from isostat.assess.judgement import Step
from isostat.core.limits import Bools, Ints
from isostat.desktop.catalogue import Catalogue
from isostat.desktop.pieces.number import Number
from isostat.desktop.spring.find_wanted import KIT, TRIED, Wanted
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put_number
from isostat.language import tr
from tests.desktop.hands import choose, read, shown_at, type_into
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
    few(window, np.arange(0, 1200, 6))
    sheet(window).turn("find")
    ended(window, qtbot)
    return window


def few(window: MainWindow, which: Ints | Bools) -> None:
    """Some of the coils that ship are all that the lists have."""
    lists = window.catalogue
    lists._searchable["coil"] = lists.searchable("coil").take(which)


def sheet(window: MainWindow) -> SpringStep:
    spring = window.sheets[Step.SPRING]
    assert isinstance(spring, SpringStep)
    return spring


def ended(window: MainWindow, qtbot: QtBot) -> None:
    qtbot.waitUntil(lambda: sheet(window).finder.ended, timeout=60_000)


def told(window: MainWindow, qtbot: QtBot, words: str) -> None:
    qtbot.waitUntil(lambda: words in window.notice.text(), timeout=20_000)


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
    assert read(window, "find progress") == "145,200 of 145,200 sets tried: 17 of 1,200 choices fit"
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
    ended(window, qtbot)
    press(window, "find set 1")
    press(window, "find card")
    assert window.step is Step.FIT and window.document.job.proposal.axles[0] != before.proposal.axles[0]
    (bought,) = window.document.job.card.bought
    assert bought.axle == 0 and bought.part in window.document.undo.undoText()


def test_a_set_that_is_in_the_proposal_already_still_goes_on_to_the_job_card(window: MainWindow, qtbot: QtBot) -> None:
    press(window, "find use")
    ended(window, qtbot)
    used = window.document.job
    press(window, "find set 0")
    press(window, "find card")
    assert window.document.job == used and window.step is Step.FIT


def test_a_change_with_a_long_name_keeps_its_two_lines(window: MainWindow) -> None:
    """The names of two springs once lay over what is said below them."""
    window.steps.say_last("springs Zolbrack & Daughters ZD 75-440-140/498 + Ibbelstane IB L4-145-120/115", "saved")
    said = read(window, "last words")
    assert said.startswith("springs Zolbrack & Daughters ") and said.endswith(" …")
    assert [fault for fault in faults(window.steps) if "shortened" not in fault] == []


def test_a_search_is_called_off_and_what_it_found_stays(window: MainWindow, qtbot: QtBot, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(searching, "CHUNK", 60)
    monkeypatch.setattr(searching, "SAYS_EVERY", 0.05)
    type_into(qtbot, window, "find SPACER 2", "1")
    qtbot.waitUntil(lambda: "of 88,200 sets tried" in read(window, "find progress"), timeout=30_000)
    press(window, "find cancel")
    ended(window, qtbot)
    hunt = sheet(window).finder.searching.hunt
    assert hunt is not None and hunt.found is not None and 0 < hunt.found.tried < hunt.found.total == 88_200
    assert not sheet(window).findChild(QPushButton, "find cancel").isVisible()  # type: ignore[union-attr]


def test_what_is_found_while_another_step_is_shown_is_drawn_when_it_comes_back(window: MainWindow) -> None:
    """The lanes of more sets, still laid, were once drawn of a search that by then had fewer."""
    hunt = sheet(window).finder.searching.hunt
    assert hunt is not None and hunt.found is not None and len(hunt.best) > 1
    window.go(Step.LOAD)
    chosen, part, height = hunt.found.standing[0]
    fewer = replace(hunt.found, standing=((chosen[:, :1], part[:1], height[:, :, :1]),))
    sheet(window).finder.searching.hunt = replace(hunt, found=fewer)
    window.go(Step.SPRING)
    QApplication.processEvents()
    assert read(window, "find progress").endswith("choices fit")


def test_where_nothing_stands_it_says_what_would_open_some(window: MainWindow, qtbot: QtBot) -> None:
    finder = sheet(window).finder
    assert finder.searching.hunt is not None and finder.searching.hunt.found is not None
    few(window, finder.searching.hunt.found.fallen.law == list(Law).index(Law.LOOSE))
    press(window, "find vary SPACER")
    ended(window, qtbot)
    qtbot.wait(20)
    hunt = finder.searching.hunt
    assert not hunt.best and Varied.SPACER in {o.of for o in hunt.opens}
    said = read(window, "find none")
    assert "more spacer, " in said and " fit" in said and not faults(sheet(window))
    assert hunt.found is not None
    (nearest,) = re.findall(r"Nearest: (.*)\. [A-Z].*: .*\.", said)
    law = list(Law)[hunt.found.fallen.law[hunt.found.fallen.shortfall.argmin()]]
    press(window, f"find law {law.name}")
    assert read(window, "find near 0").startswith(nearest)


def test_why_not_and_the_parts_of_a_reason(window: MainWindow) -> None:
    press(window, "find law LOOSE")
    near = read(window, "find near 0")
    assert (by := re.search(r", by (\d+) mm$", near)) is not None
    press(window, "find back")
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    part = next(p for p in window.catalogue.searchable("coil").parts if p in near)
    field.setFocus()
    QTest.keyClicks(field, part.lower())
    QTest.keyClick(field, Qt.Key.Key_Return)
    said = read(window, "find why words")
    assert said.startswith(f"{near.removesuffix(by[0])}, front\nStands at ") and f"\nLoose at full droop: by {by[1]} mm.\n" in said
    assert said.endswith("\nNo added height or stop spacer makes it fit.") and not faults(sheet(window))
    field.setText("no such thing")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert read(window, "find why words").startswith("No listed part matches.")
    press(window, "find back")
    assert sheet(window).findChild(QPushButton, "find law LOOSE").isVisible()  # type: ignore[union-attr]


def test_a_list_is_imported_and_searched_with_the_others(window: MainWindow, qtbot: QtBot, tmp_path: Path) -> None:
    (tmp_path / "mine.csv").write_text(COILS)
    window.exchange.parts_in(tmp_path / "mine.csv")
    told(window, qtbot, "mine.csv: 3 parts imported, 1 lines left out. Line 4: rate: “x” is not a number.")
    ended(window, qtbot)
    assert read(window, "find progress").endswith("of 1,202 choices fit")
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    field.setText("L 30")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert "If sold as 30 mm for home full:" in (said := read(window, "find why words")) and said.endswith(
        "Measure its free length: that settles it."
    )
    assert not faults(sheet(window))
    (tmp_path / "not.csv").write_text("shoes,size\n")
    window.exchange.parts_in(tmp_path / "not.csv")
    told(window, qtbot, "not.csv was not imported. The first column is “shoes”.")


@pytest.mark.parametrize(
    ("axles", "width", "height", "text", "units"),
    [(0, 1100, 700, 1.0, "in lb lb/in psi"), (1, 1920, 1080, 1.5, "mm N"), (2, 1280, 800, 1.0, "mm kg N/mm bar")],
)
def test_nothing_of_it_is_cut_or_overlaps(
    window: MainWindow, qtbot: QtBot, axles: int, width: int, height: int, text: float, units: str
) -> None:
    shown_at(window, width, height, text, units)
    varied = (Varied.SPACER, Varied.PRESSURE) if axles < 2 else (Varied.STOP,)
    for kind in ("", "coil", KIT) if axles == 2 else ("coil",):
        sheet(window).finder._want(Wanted(axles=axles, kind=kind, each=axles == 0, varied=frozenset(varied)))
        ended(window, qtbot)
        QApplication.processEvents()
        assert not faults(sheet(window))


def test_what_may_vary_is_typed_ticked_and_refused_in_place(window: MainWindow, qtbot: QtBot) -> None:
    type_into(qtbot, window, "find SPACER 1", "8 mm")
    type_into(qtbot, window, "find SPACER 2", "4")
    ended(window, qtbot)
    assert "200 springs × 3 × 3 spacers = 1,800 sets" in read(window, "find product")
    type_into(qtbot, window, "find SPACER 2", "much")
    assert "is not a number" in window.notice.text() and sheet(window).finder.wanted.steps[Varied.SPACER] == (0.0, 0.008, 0.004)
    type_into(qtbot, window, "find SPACER 2", "0.001")
    assert "Spacer step: " in window.notice.text() and "too small" in window.notice.text()
    type_into(qtbot, window, "find SPACER 0", "900")
    assert "Spacer, from: 900 mm is too large. Enter 0 to 200 mm." in window.notice.text()
    type_into(qtbot, window, "find SPACER 0", "12")
    assert sheet(window).finder.wanted.steps[Varied.SPACER] == (0.012, 0.012, 0.004), "an end beyond the other takes it along"
    press(window, "find vary PRESSURE")
    type_into(qtbot, window, "find PRESSURE 0", "2.4 bar")
    type_into(qtbot, window, "find PRESSURE 1", "2.8")
    type_into(qtbot, window, "find PRESSURE 2", "0.2")
    ended(window, qtbot)
    assert "× 3 pressures" in read(window, "find product") and "Rear, " not in read(window, "find progress")
    press(window, "find vary PRESSURE")
    assert sheet(window).findChild(QLineEdit, "find PRESSURE 0").isHidden()  # type: ignore[union-attr]
    choose(window, "find kind", "stacked pairs")
    ended(window, qtbot)
    assert read(window, "find progress") == "Front: choose stacked pairs for it first."
    assert TRIED[Varied.SPACER] == (0.0, 0.02, 0.002), "what another window begins with stays"


def test_parts_beside_springs_that_stay_are_tried_and_used(window: MainWindow, qtbot: QtBot) -> None:
    """Bump stops alone: sets are counted by them, a part is asked about, one is used; leaves are added at the rear."""
    window.catalogue._searchable.clear()
    high = path_to(JOB.as_found.axles[0].stop.free_height_m)
    choose(window, "find kind", "keep the springs")
    ended(window, qtbot)
    assert read(window, "find progress") == "Front: springs are kept. Choose shocks, bump stops or helpers to try."
    press(window, "find vary bump stop")
    ended(window, qtbot)
    assert read(window, "find progress") == "Front: enter the bump-stop free height first (Measure, bench data)."
    window.document.edit(lambda job: put_number(job, high, 0.06), "bump-stop free height")
    ended(window, qtbot)
    assert read(window, "find product") == "225 bump stops = 225 sets"
    assert read(window, "find progress").startswith("225 of 225 sets tried: ")
    name = sheet(window).findChild(QPushButton, "find set 0").text()  # type: ignore[union-attr]
    assert "free height, " in read(window, "find words 0")
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    law = next(b for b in sheet(window).findChildren(QPushButton) if b.objectName().startswith("find law ") and b.isVisible())
    QTest.mouseClick(law, Qt.MouseButton.LeftButton)
    part = next(p for p in window.catalogue.searchable("bump stop").parts if p in read(window, "find near 0"))
    field.setText(part)
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert part in read(window, "find why words") and tr(Law.METAL.words)[1:] in read(window, "find why words")
    assert not faults(sheet(window))
    press(window, "find use")
    used = window.document.job.proposal.axles[0].stop
    assert used.kind is not None and used.free_height_m is not None and name.split()[-1] in window.document.undo.undoText()
    ended(window, qtbot)
    sheet(window).finder._want(Wanted(axles=1, kind="leaf"))
    ended(window, qtbot)
    assert read(window, "find progress").endswith("of 240 choices fit") and not faults(sheet(window))
    field.setText("s10 60 970")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert "rear: overstressed at full bump" in read(window, "find why words")
    sheet(window).finder._want(Wanted(varied=frozenset(), beside=frozenset({"bump stop"})))
    ended(window, qtbot)
    for asked in (part, window.catalogue.searchable("coil").parts[0]):  # of any list that is searched
        field.setText(asked)
        QTest.keyClick(field, Qt.Key.Key_Return)
        assert read(window, "find why words").split(", front")[0].endswith(asked), asked


def test_while_nothing_is_found_yet_no_field_lies_over_the_tabs_and_a_stroke_asks_from_them(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    """The field to ask by was once there, unplaced, before the first results were."""
    window = open_window(demo("hive-hauler"))
    window.go(Step.SPRING)
    sheet(window).turn("find")
    assert read(window, "find progress") == "Searching…"
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is None or field.isHidden()
    ended(window, qtbot)
    tab = sheet(window).findChild(QPushButton, "page 6")
    assert tab is not None
    tab.setFocus()
    QTest.keyClick(tab, Qt.Key.Key_Slash)
    asked = sheet(window).findChild(QLineEdit, "find why")
    assert asked is not None and asked.hasFocus() and asked.completer() is not None


def test_tab_walks_find_as_it_is_read(window: MainWindow, qtbot: QtBot) -> None:
    """What comes and goes, such as a block's steps on a leaf axle, has its place among the others."""
    press(window, "find axles 1")
    ended(window, qtbot)
    names = [child.objectName() for child in sheet(window).focus_chain()]
    walked = [name for name in names if name.startswith(("find ", "page 6"))]
    block = walked.index("find vary BLOCK")
    assert walked[block - 1] == "find import" and walked[block + 1 : block + 4] == ["find BLOCK 0", "find BLOCK 1", "find BLOCK 2"]
    assert walked.index("find set 0") < walked.index("find use") < walked.index("find card") < walked.index("find set 1")
    assert walked[-1] == "find why" and walked[0] == "page 6"


def test_kits_ranks_and_readings_of_a_spring(window: MainWindow, qtbot: QtBot) -> None:
    window.catalogue._searchable.clear()
    choose(window, "find rank", "by price")
    ended(window, qtbot)
    hunt = sheet(window).finder.searching.hunt
    assert hunt is not None and hunt.found is not None
    prices = [hunt.found.good.price[n] for n in hunt.best]
    assert len(prices) > 1 and prices == sorted(prices)
    field = sheet(window).findChild(QLineEdit, "find why")
    assert field is not None
    field.setText("inside 125, free 390, rate 113")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert "listed parts match." in (said := read(window, "find why words")) and "front: fits" in said
    choose(window, "find kind", "kits of coils")
    ended(window, qtbot)
    assert read(window, "find progress").endswith("of 100 choices fit") and "Missing: springs for the rear." in read(
        window, "find sold words"
    )
    press(window, "find use")
    assert re.fullmatch(r"springs \S.* K\d+", window.document.undo.undoText())


def test_lists_are_kept_until_they_change(open_window, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    (tmp_path / "mine.csv").write_text(COILS)
    window.exchange.parts_in(tmp_path / "mine.csv")
    told(window, qtbot, "mine.csv: 3 parts imported, 1 lines left out.")
    again = open_window(demo("hive-hauler"))
    assert "A 98" in again.catalogue.parts("coil").parts and again.catalogue.imported() == [(tmp_path / "mine.csv", 3)]
    again.exchange.parts_in(tmp_path / "mine.csv")
    told(again, qtbot, "mine.csv is held already as it is.")
    again.catalogue.drop(tmp_path / "mine.csv")
    assert "A 98" not in again.catalogue.parts("coil").parts and not again.catalogue.imported()


def test_lists_that_cannot_be_kept_are_searched_all_the_same(tmp_path: Path) -> None:
    (tmp_path / "lists.db").write_text("no index")
    lists = Catalogue(tmp_path / "lists.db")
    assert len(lists.searchable("coil")) == 1200 and (tmp_path / "lists.db").read_text() == "no index"
    lists.let_go()


def test_keys_choose_use_open_and_ask(window: MainWindow, qtbot: QtBot) -> None:
    window.resize(1100, 700)
    finder = sheet(window).finder
    finder._want(Wanted(steps={**TRIED, Varied.SPACER: (0.0, 0.02, 0.001)}))
    window.catalogue._searchable.clear()
    finder._anew()
    ended(window, qtbot)
    assert finder.searching.hunt is not None and len(finder.searching.hunt.best) > 6
    held = sheet(window).findChild(QPushButton, "find set 0")
    held.setFocus()  # type: ignore[union-attr]
    for _ in range(5):
        QTest.keyClick(QApplication.focusWidget() or held, Qt.Key.Key_Down)
    assert finder.sets.chosen == 5 and sheet(window).findChild(QPushButton, "find set 5").isVisible()  # type: ignore[union-attr]
    assert read(window, "find shown").startswith("5 to 6 of ") and not faults(sheet(window))
    press(window, "find earlier")
    assert finder.sets.chosen == 3
    law = sheet(window).findChild(QPushButton, "find law LOOSE")
    QTest.keyClick(law, Qt.Key.Key_Right)
    assert read(window, "find near 0")
    QTest.keyClick(sheet(window).findChild(QPushButton, "find back"), Qt.Key.Key_Left)
    assert law.isVisible()  # type: ignore[union-attr]
    QTest.keyClick(law, Qt.Key.Key_Slash)
    assert sheet(window).findChild(QLineEdit, "find why").hasFocus()  # type: ignore[union-attr]
    before = window.document.job
    QTest.keyClick(sheet(window).findChild(QPushButton, "find set 3"), Qt.Key.Key_Return)
    assert window.document.job != before and window.document.job.proposal.axles[0].left.solid_length_m is not None
