"""The menus: one table of everything that a menu or a key does."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMenu

from isostat.assess.judgement import Step
from isostat.units.unit import CHOICES

if TYPE_CHECKING:
    from isostat.desktop.window import MainWindow


class UndoAction(QAction):
    """Undo by the words of what it would take back."""

    def name(self, words: str) -> None:
        """The last edit's words."""
        self.setText(f"Undo {words}".rstrip())


def make_menus(w: MainWindow) -> dict[tuple[str, str], QAction]:
    """Fills the window's menu bar and gives every action its key; returns the action of each quantity's unit."""
    undo, redo = UndoAction("Undo", w), w.document.undo.createRedoAction(w)
    assert redo is not None
    undo.triggered.connect(w.take_back)
    w.document.undo.undoTextChanged.connect(undo.name)
    redo.setParent(w)  # else it would go with this call
    undo.setShortcut(QKeySequence.StandardKey.Undo)
    redo.setShortcuts([QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")])
    table: list[tuple[str, str | QAction, str, Callable[[], object] | None]] = [
        ("&File", "New job", "Ctrl+N", w.filing.new_job),
        ("&File", "Open…", "Ctrl+O", w.filing.ask_open),
        ("&File", "Save", "Ctrl+S", w.filing.save),
        ("&File", "Save as…", "Ctrl+Shift+S", w.filing.save_as),
        ("&File", "Readings out as CSV…", "", w.exchange.ask_readings_out),
        ("&File", "Readings in from CSV…", "", w.exchange.ask_readings_in),
        ("&File", "Measuring sheet, A4…", "", lambda: w.exchange.ask_sheet("A4")),
        ("&File", "Measuring sheet, Letter…", "", lambda: w.exchange.ask_sheet("Letter")),
        ("&File", "Proposals side by side, A4…", "", lambda: w.exchange.ask_sides("A4")),
        ("&File", "Proposals side by side, Letter…", "", lambda: w.exchange.ask_sides("Letter")),
        ("&File", "Quit", "Ctrl+Q", w.close),
        ("&Edit", undo, "", None),
        ("&Edit", redo, "", None),
        ("&Edit", "Read scales…", "Ctrl+R", w.exchange.ask_scales),
        ("&View", "Next load case", "PgDown", lambda: w.show_case(w.case + 1)),
        ("&View", "Previous load case", "PgUp", lambda: w.show_case(w.case - 1)),
        ("&View", "Inches in sixteenths or decimals", "Ctrl+I", w.turn_inches),
        ("&View", "Far view", "F11", w.turn_far),
        ("&View", "Light or dark", "Ctrl+D", w.turn_theme),
        ("&View", "Larger text", "Ctrl++", lambda: w.grow_text(1)),
        ("&View", "Smaller text", "Ctrl+-", lambda: w.grow_text(-1)),
        *(("&Step", step.value, f"Ctrl+{n + 1}", lambda s=step: w.go(s)) for n, step in enumerate(Step)),
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
    menus["&File"].addMenu(w.filing.recent_menu)
    return _unit_actions(w, menus["&View"])


def _unit_actions(w: MainWindow, view: QMenu) -> dict[tuple[str, str], QAction]:
    """For each quantity its units to choose from; the presets stand in the top bar."""
    actions: dict[tuple[str, str], QAction] = {}
    for quantity, units in CHOICES.items():
        menu = QMenu(f"{quantity.capitalize()} in", w)
        view.addMenu(menu)
        for unit in units:
            action = QAction(unit.sign, w)
            action.setCheckable(True)
            action.setChecked(getattr(w.preset, quantity) == unit)
            action.triggered.connect(lambda _=False, q=quantity, s=unit.sign: w.use_unit(q, s))
            menu.addAction(action)
            actions[quantity, unit.sign] = action
    return actions
