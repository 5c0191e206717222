"""What may be said of the last entry of the log."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.assess.log.due import Recheck


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
class Overdue(Judgement):
    """Something that was to be checked again by now, by distance or by the day of the last entry."""

    what: Recheck
