"""What may be said of the last entry of the log."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.assess.knock_on.line import What
from isostat.assess.log.due import Recheck
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True, kw_only=True)
class HeightsOutside(Judgement):
    """A wheel that reads outside what was promised, m."""

    miss_m: float
    low_m: float
    high_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.miss_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class PromiseLost(Judgement):
    """No promise is kept with the entry: axles came or went, or the file was written by hand."""


@dataclass(frozen=True, slots=True, kw_only=True)
class RollFirst(Judgement):
    """Heights read just after it was let down."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedOff(Judgement):
    """A thing beside the heights that reads beyond what it may, or otherwise than was worked out. SI."""

    what: What
    quantity: Quantity
    read: float
    promised: float
    low: float | None
    high: float | None
    beyond: bool

    @override
    @property
    def severity(self) -> float:
        return abs(self.read - self.promised)


@dataclass(frozen=True, slots=True, kw_only=True)
class Overdue(Judgement):
    """Something that was to be checked again by now, by distance or by the day of the last entry."""

    what: Recheck
