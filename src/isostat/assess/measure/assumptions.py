"""What the state of a step rests on: readings, or numbers that nobody took."""

from __future__ import annotations

from isostat.assess.judgement import Step
from isostat.assess.measure.value_of_readings import Missing, missing_readings
from isostat.assess.solve.assessment import Assessment

LOADS = ("pad_kg", "pad_split")
HEIGHTS = (*LOADS, "hub_to_arch_m", "unsprung_kg", "spring_ratio", "spring_place", "installed_length_m")
MATTERS = {
    Step.MEASURE: ("pad_kg", "pad_split", "hub_to_arch_m", "shaft_showing_m", "stop_gap_m", "installed_length_m"),
    Step.LOAD: LOADS,
    Step.STANCE: HEIGHTS,
    Step.SPRING: HEIGHTS,
    Step.TRAVEL: ("hub_to_arch_m", "shaft_showing_m", "stop_gap_m", "metal_gap_m", "flat_m", "shock_ratio", "stop_ratio"),
    Step.KNOCK_ON: HEIGHTS,
    Step.FIT: HEIGHTS,
    Step.LOG: HEIGHTS,
}


def assumptions(a: Assessment, step: Step) -> tuple[Missing, ...]:
    """What a step rests on that was not read."""
    return tuple(m for m in missing_readings(a) if m.what in MATTERS[step])
