"""Everything that the height drags with it, worst first."""

from __future__ import annotations

from dataclasses import replace

from isostat.assess.knock_on.arms import arm_lines
from isostat.assess.knock_on.body import body_lines
from isostat.assess.knock_on.line import Line
from isostat.assess.knock_on.links import link_lines
from isostat.assess.knock_on.shaft import shaft_lines
from isostat.assess.knock_on.sideways import sideways_lines, steer_lines
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core.limits import OutOfRange
from isostat.language import later

OWN = later("this job")


@remembered
def knock_ons(a: Assessment) -> tuple[Line, ...]:
    """By how far outside they lie; then those that ask for a reading; then those that are in order."""
    found: list[Line] = []
    for kind in (sideways_lines, steer_lines, link_lines, shaft_lines, arm_lines, body_lines):
        try:
            found += kind(a)
        except OutOfRange:  # said as a finding
            continue
    return tuple(sorted((_as_allowed(a, line) for line in found), key=lambda line: -line.severity))


def _as_allowed(a: Assessment, line: Line) -> Line:
    """A line with what this job allows in place of the usual."""
    own = next((one for one in a.job.allowed if (one.what, one.axle) == (line.what.value, line.axle)), None)
    return line if own is None else replace(line, low=own.low, high=own.high, whose=OWN)
