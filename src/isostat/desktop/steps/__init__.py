"""One sheet a step, in the order of the work."""

from __future__ import annotations

from isostat.core.findings.judgement import Step
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.steps.load import LoadStep
from isostat.desktop.steps.measure import MeasureStep

SHEETS: dict[Step, type[Sheet]] = {Step.MEASURE: MeasureStep, Step.LOAD: LoadStep}
