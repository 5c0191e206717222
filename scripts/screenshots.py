"""One picture of each step of the demo job, of most pages of Measure and Stance, and of other demos; light, and one dark."""

from __future__ import annotations

import tempfile
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QSettings
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from isostat.assess.fit.compose import card_of
from isostat.assess.fit.done import mark_of
from isostat.assess.judgement import Step
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.desktop.far.view import FarField
from isostat.desktop.fit.step import FitStep
from isostat.desktop.knock_on.step import KnockOnStep
from isostat.desktop.log.step import LogStep
from isostat.desktop.measure.step import MeasureStep
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.stance.step import StanceStep
from isostat.desktop.theme import FAMILY, load_fonts
from isostat.desktop.travel.step import PANELS, TravelStep
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.edits import paths as edits
from isostat.job.edits.card import tick
from isostat.job.edits.paths import JOB, path_to

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
PICTURES = [(step, "light") for step in Step if step is not Step.LOG] + [(Step.TRAVEL, "dark")]

application = QApplication([])
application.setStyle("Fusion")
load_fonts()
font = application.font()
font.setFamily(FAMILY)
application.setFont(font)
SETTINGS = Path(tempfile.mkdtemp()) / "settings.ini"  # nobody else's
window = MainWindow(demo("hive-hauler"), None, QSettings(str(SETTINGS), QSettings.Format.IniFormat))
window.resize(1280, 800)
window.show()


def settle() -> None:
    """Until the long answer of the step is there."""
    for _ in range(200):
        QTest.qWait(50)
        v = window.view()
        if v.buys_fresh if window.step is Step.MEASURE else v.prediction_fresh:
            break
    QTest.qWait(2000)  # the fixes are tried when the hand rests


def open_at(name: str, step: Step, case: int) -> None:
    """Another demo in the same window."""
    window.document.replace(demo(name), None)
    window.go(step)
    window.show_case(case)


for step, theme in PICTURES:
    if window.preferences.theme.name != theme:
        window.preferences.turn_theme()
    window.go(step)
    window.show_case(1 if step is Step.MEASURE else 4)
    travel = window.sheets[step]
    if isinstance(travel, TravelStep) and theme == "dark":  # the axle from behind, one wheel up
        travel.turn_view(1)
        travel.turn_panel(tuple(PANELS).index("crossed"))
    settle()
    if isinstance(travel, FitStep):
        travel.open(1)
        for entry in card_of(window.document.assessment)[:14]:
            window.document.edit(partial(tick, key=(entry.step.key, entry.place), parts=mark_of(window.document.job, entry),
                                         who="Ann", at="2026-05-14 09:00"), "step")  # fmt: skip
        settle()
    if step is Step.LOAD:  # the reason of its first finding
        window.working.pick(next(j for j in window.view().judgements if j.step is Step.LOAD))
    name = step.value.lower() + ("-dark" if theme == "dark" else "")
    window.grab().save(str(FOLDER / f"{name}.png"))
    while window.document.undo.canUndo():
        window.document.undo.undo()

if window.preferences.theme.name != "light":
    window.preferences.turn_theme()
window.go(Step.STANCE)
window.show_case(4)
stance = window.sheets[Step.STANCE]
assert isinstance(stance, StanceStep)
for page, name in (("by case", "stance-by-case"), ("ways", "ways")):
    stance.turn(page)
    settle()
    window.grab().save(str(FOLDER / f"{name}.png"))
stance.turn("pose")
window.go(Step.SPRING)
spring = window.sheets[Step.SPRING]
assert isinstance(spring, SpringStep)
spring.turn_bench(0)
settle()
window.grab().save(str(FOLDER / "bench.png"))
spring.turn("find")
for _ in range(600):
    QTest.qWait(50)
    if spring.finder.ended:
        break
window.grab().save(str(FOLDER / "find.png"))
open_at("kite-winch-buggy", Step.KNOCK_ON, 3)
knock_on = window.sheets[Step.KNOCK_ON]
assert isinstance(knock_on, KnockOnStep)
knock_on.choose(next(n for n, line in enumerate(knock_ons(window.document.assessment)) if line.what is What.SIDEWAYS))
settle()
window.grab().save(str(FOLDER / "knock-on.png"))
open_at("hive-hauler", Step.MEASURE, 1)
measure = window.sheets[Step.MEASURE]
assert isinstance(measure, MeasureStep)

base = window.document.assessment.baseline_m
behind = 1.2 * window.document.job.vehicle.axles[1].behind_front_m.value
heights = [{"left_m": h[0] + by, "right_m": h[1] + by} for h, by in zip(base, (0.009, -0.041), strict=True)]
squat = {"mass_kg": 300.0, "behind_front_m": round(behind, 3), "heights": heights}
asked = {"heights": [{"left_m": h[0] + by, "right_m": h[1] + by} for h, by in zip(base, (-0.006, -0.030), strict=True)]}
window.document.edit(lambda job: edits.put(job, path_to(JOB.squats), [squat, asked]), "load tests")
measure.turn("squat")
QTest.qWait(3000)  # the fixes are tried when the hand rests
window.grab().save(str(FOLDER / "squat.png"))

while window.document.undo.canUndo():
    window.document.undo.undo()
measure.turn("left")
window.turn_far()
field = window.far.findChild(FarField)
if field is not None:
    field.setText("489")
application.processEvents()
window.grab().save(str(FOLDER / "far.png"))
window.turn_far()
window.document.undo.setClean()
open_at("hive-hauler-fitted", Step.LOG, 0)
log = window.sheets[Step.LOG]
assert isinstance(log, LogStep)
log.show_entry(0)
settle()
window.grab().save(str(FOLDER / "log.png"))
open_at("survey-buggy", Step.SPRING, 3)
spring.turn("chart")
settle()
window.grab().save(str(FOLDER / "stack.png"))
open_at("puppet-van", Step.SPRING, 2)
spring.turn("side by side")
settle()
window.grab().save(str(FOLDER / "side-by-side.png"))
open_at("orchard-sprayer", Step.SPRING, 3)
spring.turn_axle(1)
spring.turn("chart")
settle()
window.grab().save(str(FOLDER / "leaf.png"))
open_at("glaziers-flatbed", Step.SPRING, 3)
spring.turn_axle(0)
settle()
window.grab().save(str(FOLDER / "air.png"))
window.close()
