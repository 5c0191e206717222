"""One sheet a step, in the order of the work; a sheet is made, and its module read, when its step is first gone to."""

from __future__ import annotations

from collections.abc import Callable
from importlib import import_module

from isostat.assess.judgement import Step
from isostat.desktop.pieces.sheet import Sheet

KINDS = {
    Step.MEASURE: ("measure.step", "MeasureStep"),
    Step.LOAD: ("load.step", "LoadStep"),
    Step.STANCE: ("stance.step", "StanceStep"),
    Step.SPRING: ("spring.step", "SpringStep"),
    Step.TRAVEL: ("travel.step", "TravelStep"),
    Step.KNOCK_ON: ("knock_on.step", "KnockOnStep"),
    Step.FIT: ("fit.step", "FitStep"),
    Step.LOG: ("log.step", "LogStep"),
}


class Sheets(dict[Step, Sheet]):
    """The sheets that there are. placed: takes each one as it comes."""

    def __init__(self, placed: Callable[[Sheet], None]) -> None:
        super().__init__()
        self._placed = placed

    def __missing__(self, step: Step) -> Sheet:
        module, name = KINDS[step]
        sheet: Sheet = getattr(import_module(f"isostat.desktop.{module}"), name)()
        self[step] = sheet
        self._placed(sheet)
        return sheet
