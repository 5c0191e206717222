"""Everything that the height drags with it, worst first."""

from __future__ import annotations

from isostat.assess.knock_on.arms import arm_lines
from isostat.assess.knock_on.body import body_lines
from isostat.assess.knock_on.line import Line
from isostat.assess.knock_on.links import link_lines
from isostat.assess.knock_on.shaft import shaft_lines
from isostat.assess.knock_on.sideways import sideways_lines, steer_lines
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core.limits import OutOfRange


@remembered
def knock_ons(a: Assessment) -> tuple[Line, ...]:
    """By how far outside they lie; then those that ask for a reading; then those that are in order."""
    found: list[Line] = []
    for kind in (sideways_lines, steer_lines, link_lines, shaft_lines, arm_lines, body_lines):
        try:
            found += kind(a)
        except OutOfRange:  # said as a finding
            continue
    return tuple(sorted(found, key=lambda line: -line.severity))
