"""Judgements on single readings that cannot be what was meant."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class LikelySlip(Judgement):
    """A reading so far from its like at the other wheels that a known slip explains it better.

    what: which reading. slip: "inches", "pounds", "ten", "hundred" or "tyre" (read from the ground).
    value, likely: as typed and as probably meant, SI.
    """

    what: str
    slip: str
    value: float
    likely: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.value - self.likely)


@dataclass(frozen=True, slots=True, kw_only=True)
class SidesDisagree(Judgement):
    """Two measures of the same lean of an axle that differ by more than a tape can.

    what, other: which readings. left_m, other_left_m: how much higher the left stands by each, at the wheel.
    """

    what: str
    other: str
    left_m: float
    other_left_m: float
    outvoted: bool  # a third measure of the lean agrees with the other

    @property
    def swapped(self) -> bool:
        """Whether a side mixed up explains it."""
        return abs(self.left_m + self.other_left_m) < abs(self.left_m - self.other_left_m) / 2

    @override
    @property
    def severity(self) -> float:
        return abs(self.left_m - self.other_left_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class HubHeightOff(Judgement):
    """The hub as read above the ground is not where the tyre puts it."""

    hub_m: float
    tyre_m: float  # height of the hub by the tyre's radius and squash

    @override
    @property
    def severity(self) -> float:
        return abs(self.hub_m - self.tyre_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class BlocksOff(Judgement):
    """Weighed an axle at a time, the wheels that were not on pads stood at another height."""

    lower_m: float
    shift_kg: float
