"""What may be said of heights, lean and what hangs on them."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.core.parts.event import Event


@dataclass(frozen=True, slots=True, kw_only=True)
class OffTarget(Judgement):
    """A corner outside the band round its target height, in the target's case."""

    height_m: float
    target_m: float
    band_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.height_m - self.target_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Lean(Judgement):
    """Mean left-right difference of hub to arch; positive: left stands higher."""

    lean_m: float
    found_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.lean_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class TargetTwisted(Judgement):
    """What no plane gives of the heights wanted by corner, u_FL − u_FR − u_RL + u_RR: only cross weight would."""

    warp_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class TargetOutOfReach(Judgement):
    """Springs cannot hold an axle at the target: they would have to pull, or it lies past an end of travel. force_n: the lesser."""

    force_n: float


@dataclass(frozen=True, slots=True, kw_only=True)
class TargetPastTravel(Judgement):
    """The target lies beyond an end of the wheel's travel."""

    by_m: float
    end: Event

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class CrossWanted(Judgement):
    """A cross weight was asked for: what the proposal gives, and how far the heights leave the flat body for it."""

    share: float
    wanted: float
    twist_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LampAim(Judgement):
    """The cut-off at 10 m lies outside what lamps of that height are given: nearer to the lamp it dazzles."""

    drop_m: float
    low_m: float
    high_m: float
    read: bool  # the drop as weighed was read, not assumed

    @override
    @property
    def severity(self) -> float:
        return max(self.low_m - self.drop_m, self.drop_m - self.high_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class LampHigh(Judgement):
    """The headlamps stand above or below what the regulation gives."""

    height_m: float
    limit_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.height_m - self.limit_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class RoofUnderDoor(Judgement):
    """The highest point against the door that it must pass. point: its name."""

    point: str
    room_m: float
    door_m: float

    @override
    @property
    def severity(self) -> float:
        return -self.room_m


@dataclass(frozen=True, slots=True, kw_only=True)
class TipsSooner(Judgement):
    """A higher centre of gravity than as weighed: half the track over its height, the g sideways that would tip a rigid vehicle."""

    was: float
    now: float
    height_m: float
    assumed: bool  # the height of the centre of gravity as weighed

    @override
    @property
    def severity(self) -> float:
        return -self.now
