"""What may be said of what the height drags with it."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.assess.knock_on.line import What
from isostat.core.limits import OutOfRange
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True, kw_only=True)
class DraggedOutside(Judgement):
    """A thing that lies outside what it may be in some case; the worst. SI. before: as weighed, where that is known."""

    what: What
    quantity: Quantity
    before: float | None
    now: float
    low: float | None
    high: float | None

    @override
    @property
    def severity(self) -> float:
        over = self.now - self.high if self.high is not None else 0.0
        under = self.low - self.now if self.low is not None else 0.0
        return max(over, under, 0.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class ValveToSet(Judgement):
    """A load-sensing brake valve whose axle stands by_m further from the body, in the target's case; nearer below nothing."""

    by_m: float
    stiffer: float  # times: its stroke from empty to full is so much shorter

    @override
    @property
    def severity(self) -> float:
        return abs(self.by_m)


def thing_of(j: Judgement) -> What | None:
    """Which line of the list a finding is about; None for a finding of something else."""
    return j.what if isinstance(j, DraggedOutside) else What.VALVE if isinstance(j, ValveToSet) else None


@dataclass(frozen=True, slots=True, kw_only=True)
class BarAgainstLeaves(Judgement):
    """A track bar on an axle that leaves hold sideways already."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LinksCannotBe(Judgement):
    """Links, a bar or a shaft whose readings contradict each other."""

    refused: OutOfRange


@dataclass(frozen=True, slots=True, kw_only=True)
class LinksDoNotClose(Judgement):
    """Links too short to reach in some case."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TapeDoubted(Judgement):
    """Lengths that the others taped at the axle do not bear out, by their fields; several where nothing says which slipped."""

    names: tuple[str, ...]
