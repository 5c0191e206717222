"""The menus: one table of everything that a menu or a key does."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMenu

from isostat.assess.judgement import Step
from isostat.language import later, tr
from isostat.units.unit import CHOICES

if TYPE_CHECKING:
    from isostat.desktop.window import MainWindow


UNIT_MENUS = {
    "height": later("Height units"), "mass": later("Weight units"), "rate": later("Rate units"),
    "pressure": later("Pressure units"), "coil": later("Spring length units"),
}  # fmt: skip


class UndoAction(QAction):
    """Undo by the words of what it would take back."""

    def name(self, words: str) -> None:
        """The last edit's words."""
        self.setText(tr("Undo: {edit}", edit=words) if words else tr("Undo"))


class RedoAction(QAction):
    """Redo by the words of what it would do again."""

    def name(self, words: str) -> None:
        """The words of the edit last taken back."""
        self.setText(tr("Redo: {edit}", edit=words) if words else tr("Redo"))


def make_menus(w: MainWindow) -> None:
    """Fills the window's menu bar and gives every action its key."""
    undo, redo, stack = UndoAction(tr("Undo"), w), RedoAction(tr("Redo"), w), w.document.undo
    undo.triggered.connect(w.take_back)
    redo.triggered.connect(stack.redo)
    stack.undoTextChanged.connect(undo.name)
    stack.redoTextChanged.connect(redo.name)
    stack.canRedoChanged.connect(redo.setEnabled)
    redo.setEnabled(False)
    file, edit, view, steps, helping = tr("&File"), tr("&Edit"), tr("&View"), tr("&Step"), tr("&Help")
    undo.setShortcut(QKeySequence.StandardKey.Undo)
    redo.setShortcuts([QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")])
    table: list[tuple[str, str | QAction, str, Callable[[], object] | None]] = [
        (file, tr("New job"), "Ctrl+N", w.filing.new_job),
        (file, tr("Open…"), "Ctrl+O", w.filing.ask_open),
        (file, tr("Shop book…"), "Ctrl+B", w.lookups.book),
        (file, tr("Save"), "Ctrl+S", w.filing.save),
        (file, tr("Save as…"), "Ctrl+Shift+S", w.filing.save_as),
        (file, tr("Export readings (CSV)…"), "", w.exchange.ask_readings_out),
        (file, tr("Import readings (CSV)…"), "", w.exchange.ask_readings_in),
        (file, tr("Export log (CSV)…"), "", w.exchange.ask_log_out),
        (file, tr("Import log (CSV)…"), "", w.exchange.ask_log_in),
        (file, tr("Export due dates (calendar)…"), "", w.exchange.ask_due_out),
        (file, tr("Measuring sheet (A4)…"), "", lambda: w.exchange.ask_sheet("A4")),
        (file, tr("Measuring sheet (Letter)…"), "", lambda: w.exchange.ask_sheet("Letter")),
        (file, tr("Compare proposals (A4)…"), "", lambda: w.exchange.ask_sides("A4")),
        (file, tr("Compare proposals (Letter)…"), "", lambda: w.exchange.ask_sides("Letter")),
        (file, tr("Quit"), "Ctrl+Q", w.close),
        (edit, undo, "", None),
        (edit, redo, "", None),
        (edit, tr("Read scales…"), "Ctrl+R", w.weighing.ask),
        (view, tr("Next load case"), "PgDown", lambda: w.show_case(w.case + 1)),
        (view, tr("Previous load case"), "PgUp", lambda: w.show_case(w.case - 1)),
        (view, tr("Toggle inches in sixteenths"), "Ctrl+I", w.preferences.turn_inches),
        (view, tr("Toggle decimal comma"), "", w.preferences.turn_decimal_mark),
        (view, tr("Units and decimal mark of this computer"), "", w.preferences.follow_locale),
        (view, tr("Distance view"), "F11", w.turn_far),
        (view, tr("Toggle dark theme"), "Ctrl+D", w.preferences.turn_theme),
        (view, tr("Larger text"), "Ctrl++", lambda: w.preferences.grow_text(1)),
        (view, tr("Smaller text"), "Ctrl+-", lambda: w.preferences.grow_text(-1)),
        *((steps, tr(step.value), f"Ctrl+{n + 1}", lambda s=step: w.go(s)) for n, step in enumerate(Step)),
        (helping, tr("Terms used here"), "F1", w.lookups.terms),
        (helping, tr("Signs used here"), "Shift+F1", w.lookups.signs),
    ]
    bar = w.menuBar()
    assert bar is not None
    menus: dict[str, QMenu] = {}
    for menu, what, keys, act in table:
        if menu not in menus:
            menus[menu] = QMenu(menu, w)
            bar.addMenu(menus[menu])
        action = what if isinstance(what, QAction) else QAction(what, w)
        if keys:
            action.setShortcut(QKeySequence(keys))
        if act is not None:
            action.triggered.connect(lambda _=False, a=act: a())
        menus[menu].addAction(action)
        w.addAction(action)
    menus[file].addMenu(w.filing.recent_menu)
    units = _unit_actions(w, menus[view])

    def show() -> None:
        for (quantity, sign), action in units.items():
            action.setChecked(getattr(w.preferences.preset, quantity).sign == sign)
        for menu in (bar, *w.findChildren(QMenu)):
            menu.setFont(w.preferences.theme.font(13))

    w.preferences.changed.connect(show)


def _unit_actions(w: MainWindow, view: QMenu) -> dict[tuple[str, str], QAction]:
    """For each quantity its units to choose from; the presets stand in the top bar."""
    actions: dict[tuple[str, str], QAction] = {}
    for quantity, units in CHOICES.items():
        menu = QMenu(tr(UNIT_MENUS[quantity]), w)
        view.addMenu(menu)
        for unit in units:
            action = actions[quantity, unit.sign] = QAction(unit.sign, w)
            action.setObjectName(f"{quantity} in {unit.sign}")
            action.setCheckable(True)
            action.setChecked(getattr(w.preferences.preset, quantity) == unit)
            action.triggered.connect(lambda _=False, q=quantity, s=unit.sign: w.preferences.use_unit(q, s))
            menu.addAction(action)
    return actions
