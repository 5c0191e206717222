"""One picture of each step of the demo job, light, and one dark."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QSettings
from PyQt6.QtWidgets import QApplication

from isostat.core.findings.judgement import Step
from isostat.desktop.theme import FAMILY, load_fonts
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
PICTURES = [(step, "light") for step in Step] + [(Step.TRAVEL, "dark")]

application = QApplication([])
load_fonts()
font = application.font()
font.setFamily(FAMILY)
application.setFont(font)
window = MainWindow(demo("hive-hauler"), None, QSettings("/dev/null", QSettings.Format.IniFormat))
window.resize(1280, 800)
window.show()
for step, theme in PICTURES:
    if window.theme.name != theme:
        window.turn_theme()
    window.go(step)
    window.show_case(1 if step is Step.MEASURE else 4)
    application.processEvents()
    name = step.value.lower() + ("-dark" if theme == "dark" else "")
    window.grab().save(str(FOLDER / f"{name}.png"))
window.document.undo.setClean()
window.close()
