"""Whatever number was worked out can be asked how."""

from __future__ import annotations

import re
from functools import partial

import pytest
from PyQt6.QtWidgets import QLabel
from pytestqt.qtbot import QtBot

from isostat.assess import workings
from isostat.assess.judgement import Step
from isostat.assess.workings import Shown, explain, shown_numbers
from isostat.desktop.pieces.number import Number
from isostat.desktop.pieces.working_panel import value_text
from isostat.desktop.springs.pages import HELPER_PAGES
from isostat.job.demos import demo, demo_names
from isostat.wording.reader import ABOUT
from tests.jobs import aided, guessed, leafed, past_its_travel, shifted_sheet, twisted, washered, wound_anew

# Texts with digits that are no result: scales, captions, names, and sentences whose numbers stand on the drawing.
NO_RESULT = re.compile(
    r"^(x \d+|y \d+|tape \d+|row .*|column .*|heads?|.* head|"
    r".* share|.* number|.* state|any unit|scale|job line|job title|brand|from$|"
    r"datum .*|ways asked .*|way note .*|scale word .*|stack .*scale .*|stack window words|sides .* word|"
    r"target legend|order at|target word|verdict \d|sides \d|finding .*|note .*|elsewhere|more|last .*|saved|undo key|input .*|"
    r"result|rule|findings count|working .*|origin .*|tag other .*|disc .*|try case .*|head .*|step words|pick words|.* name|"
    r"side word .*|fit .*|"
    r"settling [xy] .*|settling words|log (instruction|then|costs|why|learnt|page|entry|due \d+)|check .* (what|allowed|unit)|"
    r"check headlamp .*|"
    r"knock asks .*|cures? .*|square .*|bar detail|.* worst|word .*|empty words|.* word|axle name .*|procedure .*)$"
)

MARKED = re.compile(r"≈ [+−±↓]? ?#|≈ \d+ (up|down): tyre #")  # of the change of ground to arch the tyre's share is asked


JOBS = {"leafed": leafed, "twisted": twisted, "aided": aided, "washered": washered, "new job": wound_anew}
JOBS |= {f"guessed {name}": partial(lambda name: guessed(demo(name)), name) for name in demo_names()}


@pytest.mark.parametrize(
    ("step", "page", "job"),
    [
        *((s, "", "hive-hauler") for s in Step),
        *((s, "", "new job") for s in Step),
        (Step.STANCE, "ways", "new job"),
        (Step.MEASURE, "weights", "new job"),
        (Step.STANCE, "by case", "hive-hauler"),
        (Step.STANCE, "ways", "hive-hauler"),
        (Step.SPRING, "", "survey-buggy"),
        (Step.SPRING, "", "puppet-van"),
        (Step.SPRING, "side by side", "puppet-van"),
        (Step.SPRING, "rear", "leafed"),
        (Step.SPRING, "", "twisted"),
        (Step.SPRING, "air", "aided"),
        (Step.SPRING, "foam", "aided"),
        (Step.SPRING, "washers", "washered"),
        *((Step.SPRING, page, "guessed orchard-sprayer") for page in ("", "rear", "air", "side by side")),
        *((Step.SPRING, page, "guessed glaziers-flatbed") for page in ("", "rear", "air")),
        *((step, "", "guessed survey-buggy") for step in Step),
        *((Step.LOG, page, job) for page in ("", "checks") for job in ("hive-hauler-fitted", "guessed hive-hauler-fitted")),
        (Step.STANCE, "by case", "guessed hive-hauler"),
        (Step.STANCE, "ways", "guessed orchard-sprayer"),
    ],
)
def test_every_computed_number_on_the_screen_shows_its_working_when_asked(
    open_window, qtbot: QtBot, step: Step, page: str, job: str
) -> None:  # type: ignore[no-untyped-def]
    window = open_window(JOBS.get(job, partial(demo, job))())
    window.go(step)
    window.show_case(len(window.document.job.cases) - 1)
    if step in (Step.STANCE, Step.LOG):
        qtbot.waitUntil(lambda: window.view().prediction_fresh, timeout=30_000)
    if page in ("rear", *HELPER_PAGES):
        window.sheets[step].turn_axle(1)  # type: ignore[attr-defined]
    if page not in ("", "rear"):
        window.sheets[step].turn(page)  # type: ignore[attr-defined]
    silent, unmarked, asked = [], [], 0
    for sheet in (window.sheets[step], window.strip):
        for number in sheet.findChildren(Number):
            if number.isHidden() or not re.search(r"\d", number.text()) or NO_RESULT.match(number.objectName()):
                continue
            if number.shown is None:
                silent.append(f"{number.objectName()}: {number.text()}")
                continue
            asked += 1
            working = explain(window.document.assessment, number.shown)
            text = value_text(window.view(), working.quantity, abs(working.result)).split(" ")[0].rstrip("°")
            assert text in number.text(), f"{number.objectName()} shows {number.text()}, its working {text}"
            marked = MARKED.search(number.text().replace(text, "#")) is not None
            if marked != working.approximate:
                unmarked.append(f"{number.objectName()} shows {number.text()}, approximate {working.approximate}")
    assert not silent and not unmarked
    assert step is Step.MEASURE or asked > (7 if page == "side by side" else 12)


@pytest.mark.parametrize(("name", "axle"), [("hive-hauler", 0), ("orchard-sprayer", 0), ("orchard-sprayer", 1)])
def test_each_number_of_the_charts_list_wears_its_own_mark(open_window, name: str, axle: int) -> None:  # type: ignore[no-untyped-def]
    """Height and load stand in one line: what is assumed of the one says nothing of the other."""
    window = open_window(demo(name))
    window.go(Step.SPRING)
    window.sheets[Step.SPRING].turn_axle(axle)  # type: ignore[attr-defined]
    a, r = window.document.assessment, window.view().reader
    for case in range(a.cases):
        row = window.sheets[Step.SPRING].findChild(Number, f"dot {case}").text()  # type: ignore[union-attr]
        said = [explain(a, Shown(key, axle, 0, case)) for key in (workings.corner.height, workings.corner.held)]
        height, kg = r.height(said[0].result), f"{said[1].result:.0f}"
        marks = [ABOUT if working.approximate else "" for working in said]
        assert row == f"{marks[0]}{height}   {marks[1]}{kg}   {r.case(case)}"


@pytest.mark.parametrize("name", demo_names())
def test_every_working_can_be_shown_in_the_panel(open_window, name: str) -> None:  # type: ignore[no-untyped-def]
    window = open_window(demo(name))
    kinds = {shown.number: shown for shown in shown_numbers(window.document.assessment)}
    for shown in kinds.values():
        window.working.pick(shown)
        working = window.working.working()
        assert working is not None
        result = window.working.findChild(Number, "result")
        assert result is not None and value_text(window.view(), working.quantity, working.result) in result.text()
        formula = window.working.findChild(QLabel, "formula")
        assert formula is not None and formula.sizeHint().width() <= formula.width(), working.expression
        assert "**" not in formula.text()
        assert "_" not in window.working.findChild(QLabel, "formula").text().replace("<sub>", "")  # type: ignore[union-attr]


@pytest.mark.parametrize("make", [past_its_travel, shifted_sheet])
def test_no_height_on_any_sheet_carries_a_sign_however_absurd_the_job(open_window, make) -> None:  # type: ignore[no-untyped-def]
    window = open_window(make())
    for step in (Step.STANCE, Step.SPRING, Step.TRAVEL):
        window.go(step)
        for sheet in (window.sheets[step], window.strip, window.findings):
            shown = [n.text() for n in sheet.findChildren(Number) if not n.isHidden()]
            assert not [text for text in shown if re.search(r"−\d", text)], step
