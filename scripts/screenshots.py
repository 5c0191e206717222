"""One picture of each step of the demo job, light, and one dark."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QSettings
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from isostat.core.findings.judgement import Step
from isostat.desktop.far import FarField
from isostat.desktop.theme import FAMILY, load_fonts
from isostat.desktop.window import MainWindow
from isostat.job import edits
from isostat.job.demos import demo

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
PICTURES = [(step, "light") for step in Step] + [(Step.TRAVEL, "dark")]

application = QApplication([])
application.setStyle("Fusion")
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

if window.theme.name != "light":
    window.turn_theme()
base = window.document.assessment.baseline_m
behind = 1.2 * window.document.job.vehicle.axles[1].behind_front_m.value
heights = [{"left_m": h[0] + by, "right_m": h[1] + by} for h, by in zip(base, (0.009, -0.041), strict=True)]
squat = {"mass_kg": 300.0, "behind_front_m": round(behind, 3), "heights": heights}
window.document.edit(lambda job: edits.put(job, ("squats",), [squat]), "a squat test")
window.go(Step.MEASURE)
window.show_case(1)
window.sheets[Step.MEASURE].turn(4)
application.processEvents()
QTest.qWait(400)  # the fixes are tried when the hand rests
window.grab().save(str(FOLDER / "squat.png"))
window.turn_far()
field = window.far.findChild(FarField)
if field is not None:
    field.setText("489")
application.processEvents()
window.grab().save(str(FOLDER / "far.png"))
window.document.undo.setClean()
window.close()
