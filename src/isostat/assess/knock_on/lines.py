"""Everything that the height drags with it, worst first, and what a cure of one thing does to the others."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.anti_roll import anti_roll_lines
from isostat.assess.knock_on.arms import arm_lines
from isostat.assess.knock_on.body import body_lines
from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.hoses import hose_lines
from isostat.assess.knock_on.line import Cure, Line
from isostat.assess.knock_on.links import link_lines
from isostat.assess.knock_on.shaft import shaft_lines
from isostat.assess.knock_on.sideways import sideways_lines, steer_lines
from isostat.assess.knock_on.square import square_lines
from isostat.assess.knock_on.stands import stance_lines
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.language import later

Kind = Callable[[Assessment, Change], Iterable[Line]]
OWN = later("this job")
CHANGED = (sideways_lines, steer_lines, link_lines, shaft_lines, arm_lines, anti_roll_lines)  # by a cure of any of them
EVERY = (*CHANGED, square_lines, hose_lines, body_lines, stance_lines)


@remembered
def knock_ons(a: Assessment) -> tuple[Line, ...]:
    """By how far outside they lie; then those that ask for a reading; then those that are in order."""
    return tuple(sorted(_lines(a, EVERY, AS_READ), key=lambda line: -line.severity))


def worsened(a: Assessment, line: Line, cure: Cure) -> tuple[Line, ...]:
    """Other lines as they would be with a cure, of those that it puts further outside by over a tenth of what they may."""
    if cure.change is None:
        return ()
    was = {(one.what, one.axle): one for one in knock_ons(a)}
    out = []
    for then in _lines(a, CHANGED, cure.change):
        key = (then.what, then.axle)
        if then.asks or key == (line.what, line.axle) or key not in was:
            continue
        over, before = (float(np.abs(one.outside).max(initial=0.0)) for one in (then, was[key]))
        if over - before > rules.WORSENS * then.span:
            out.append(then)
    return tuple(out)


def _lines(a: Assessment, kinds: tuple[Kind, ...], change: Change) -> list[Line]:
    found: list[Line] = []
    for kind in kinds:
        try:
            found += kind(a, change)
        except OutOfRange:  # said as a finding
            continue
    return [_as_allowed(a, line) for line in found]


def _as_allowed(a: Assessment, line: Line) -> Line:
    """A line with what this job allows in place of the usual."""
    own = next((one for one in a.job.allowed if (one.what, one.axle) == (line.what.value, line.axle)), None)
    return line if own is None else replace(line, low=own.low, high=own.high, whose=OWN)
