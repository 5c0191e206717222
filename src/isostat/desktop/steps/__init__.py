"""One sheet a step, in the order of the work."""

from __future__ import annotations

from isostat.core.findings.judgement import Step
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.steps.load import LoadStep
from isostat.desktop.steps.measure import MeasureStep
from isostat.desktop.steps.spring import SpringStep
from isostat.desktop.steps.stance import StanceStep
from isostat.desktop.steps.travel import TravelStep

SHEETS: dict[Step, type[Sheet]] = {
    Step.MEASURE: MeasureStep,
    Step.LOAD: LoadStep,
    Step.STANCE: StanceStep,
    Step.SPRING: SpringStep,
    Step.TRAVEL: TravelStep,
}
