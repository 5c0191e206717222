"""What is read after fitting beside the heights, held against what Knock-on has it at."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from isostat.assess.knock_on.line import Line, What, outside
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.on_card import on_card
from isostat.assess.log.promise import case_of
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.job.log import Checked

READ = (  # by tape, angle finder, lamp board or from an alignment sheet, in the order of the walk round
    What.SIDEWAYS, What.TRUE_AHEAD, What.TRUE_ACROSS, What.PINION, What.CASTER, What.CAMBER, What.TOE, What.STEERING_WHEEL,
    What.LAMPS, What.LAMP_HEIGHT,
)  # fmt: skip
TAPED = (What.TRUE_AHEAD, What.TRUE_ACROSS)  # whole, though what they were before is not known


class Against(StrEnum):
    """How a reading compares."""

    NOT_READ = "not read"
    AS_PROMISED = "as promised"
    OTHERWISE = "not as promised"
    BEYOND = "outside what is allowed"


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    """line: of Knock-on. promised: as written down with the reading, else as it is now, SI. read: None where it was not."""

    line: Line
    promised: float
    read: float | None
    typed: str | None = None

    @property
    def against(self) -> Against:
        """Beyond what is allowed; else further from its promise than a reading may be."""
        if self.read is None:
            return Against.NOT_READ
        if outside(np.array(self.read), self.line.low, self.line.high):
            return Against.BEYOND
        close = abs(self.read - self.promised) <= rules.CHECKED[self.line.what.value] + 1e-9
        return Against.AS_PROMISED if close else Against.OTHERWISE


def checks(a: Assessment, n: int) -> tuple[Check, ...]:
    """All that the nth entry of the log may be held against, read or not, axle by axle."""
    entry = a.job.log[n]
    case = case_of(a, entry)
    read = {(one.what, one.axle): one for one in entry.checks}
    found = [
        _check(line, promised(a, line, case), read.get((line.what.value, line.axle)))
        for line in knock_ons(a)
        if line.what in READ and not line.asks and (not line.changes or line.what in TAPED) and np.isfinite(line.now[case])
    ]
    return tuple(sorted(found, key=lambda one: (READ.index(one.line.what), one.line.axle or 0)))


def promised(a: Assessment, line: Line, case: int) -> float:
    """What a thing should read with what the job card does to it: its cure leaves it there, lamps are aimed to what they were.

    a, line, case: the job, the thing, and what is on board. SI.
    """
    cure = on_card(a.job, line)
    if cure is not None:
        return float(cure.leaves[case])
    return line.before if line.what is What.LAMPS else float(line.now[case])


def _check(line: Line, now: float, read: Checked | None) -> Check:
    if read is None:
        return Check(line=line, promised=now, read=None)
    return Check(line=line, promised=read.promised, read=read.value, typed=read.typed)
