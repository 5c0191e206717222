"""A finding's title shows its reason, F1 the terms; a number says what it is to a screen reader."""

from __future__ import annotations

from PyQt6.QtCore import QLocale, Qt
from PyQt6.QtGui import QAction
from PyQt6.QtWidgets import QLineEdit, QTableWidget, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Grade, Judgement, Step
from isostat.desktop.pieces.number import Number
from isostat.desktop.signs import SignsWindow
from isostat.desktop.terms import TermsWindow
from isostat.desktop.view import FOUND
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.language import capital, set_decimal_mark
from isostat.wording.sentences import grade_words
from isostat.wording.terms import terms
from isostat.wording.why import say_why
from tests.desktop.hands import read, type_into


def titles(window: MainWindow) -> list[Number]:
    return [n for n in window.findings.findChildren(Number) if not n.isHidden() and isinstance(n.shown, Judgement)]


def test_a_click_on_a_findings_title_shows_its_reason_until_another_number_is_asked(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    window.go(Step.LOAD)
    title = titles(window)[0]
    own = next(j for j in window.document.judgements if j.step is Step.LOAD)
    assert "reason" in title.toolTip()
    qtbot.mouseClick(title, Qt.MouseButton.LeftButton)
    panel = window.working
    assert panel.finding() == own and panel.working() is None
    why = panel.findChild(Number, "why")
    assert why is not None and not why.isHidden() and why.text() == say_why(own, window.view().reader.preset)
    assert why.geometry().bottom() <= panel.height(), "the panel grows for it"
    number = window.strip.findChild(Number, "corner 0 0 height")
    qtbot.mouseClick(number, Qt.MouseButton.LeftButton)
    assert panel.finding() is None and panel.working() is not None and why.isHidden()


def test_a_title_is_asked_by_keyboard_and_a_reason_goes_with_its_finding(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"), fixes=True)
    window.go(Step.LOAD)
    qtbot.waitUntil(lambda: any(f.judgement.step is Step.LOAD for f in window.document.fixes), timeout=4000)
    title = titles(window)[0]
    title.setFocus()
    qtbot.keyClick(title, Qt.Key.Key_Return)
    assert window.working.finding() is not None
    fix = next(f for f in window.document.fixes if f.judgement.step is Step.LOAD and f.remaining is None)
    window.document.edit(fix.remedy.on, "fix")
    window.redraw()
    assert window.working.finding() is None and window.working.working() is not None


def test_f1_shows_the_terms_and_a_word_of_the_trade_finds_the_one_used(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    (asks,) = [a for a in window.findChildren(QAction) if a.shortcut().toString() == "F1"]
    asks.trigger()
    (shown,) = window.findChildren(TermsWindow)
    table, sought = shown.findChild(QTableWidget), shown.findChild(QLineEdit)
    assert table is not None and sought is not None and table.rowCount() == len(terms())
    qtbot.keyClicks(sought, "tongue weight")
    assert table.rowCount() == 1 and table.item(0, 0).text() == "noseweight"  # type: ignore[union-attr]
    shown.close()


def test_every_sign_is_drawn_with_its_word(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    (asks,) = [a for a in window.findChildren(QAction) if a.shortcut().toString() == "Shift+F1"]
    asks.trigger()
    (shown,) = window.findChildren(SignsWindow)
    rows = [(shown.table.item(row, 0), shown.table.item(row, 1).text()) for row in range(shown.table.rowCount())]
    pictures = {bytes(icon.icon().pixmap(44, 36).toImage().bits().asarray(44 * 36 * 4)) for icon, _ in rows}
    assert len(pictures) == len(rows) >= 25, "no two signs look alike, and none is empty"
    assert all(icon.data(Qt.ItemDataRole.AccessibleTextRole) == words for icon, words in rows), "a screen reader reads them"
    said = [words for _, words in rows]
    view = window.view()
    assert {capital(view.case_word(case)) for case in (FOUND, *range(view.a.cases))} <= set(said)
    assert {grade_words(grade) for grade in Grade} <= {words.split(":")[0] for words in said}
    shown.close()


def test_a_number_in_focus_says_what_it_is_and_of_which_corner(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    number = window.strip.findChild(Number, "corner 1 0 height")
    assert number.accessibleName() == number.text()
    QWidget.setFocus(number)
    assert number.accessibleName() == f"hub to arch, rear left: {number.text()}"


def test_every_field_and_button_has_a_name_with_a_noun(open_window) -> None:  # type: ignore[no-untyped-def]
    """What a screen reader says of it: words, not a bare sign."""
    window, bare = open_window(demo("hive-hauler")), []
    for step in Step:
        window.go(step)
        for made in window.sheets[step].findChildren(QWidget):
            if (
                made.isHidden()
                or made.focusPolicy() == Qt.FocusPolicy.NoFocus
                or not made.objectName()
                or made.objectName().startswith("qt_")
            ):
                continue
            name = made.accessibleName() or getattr(made, "text", str)()
            if sum(letter.isalpha() for letter in name) < 3 and not isinstance(made, Number):
                bare.append(f"{step}: {made.objectName()}: {name!r}")
    assert not bare, "\n".join(bare)


def test_numbers_follow_the_locale_when_asked_and_are_typed_the_same_way(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo("hive-hauler"))
    window.go(Step.MEASURE)
    try:
        window.preferences.follow_locale(QLocale(QLocale.Language.German, QLocale.Country.Germany))
        assert window.preferences.preset.height.sign == "mm" and window.settings.value("decimal mark") == ","
        assert "1,30" in read(window, "corner 0 0 frequency")
        type_into(qtbot, window, "pad_kg 0 0", "611,5")
        assert window.document.job.vehicle.axles[0].left.pad_kg.value == 611.5
        window.preferences.follow_locale(QLocale(QLocale.Language.English, QLocale.Country.UnitedStates))
        assert window.preferences.preset.height.sign == "in" and "1.30" in read(window, "corner 0 0 frequency")
    finally:
        set_decimal_mark(".")
