"""A line of the list: one thing that the height drags with it, before and in every case, what it may be, what would cure it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from isostat.core.limits import Floats
from isostat.job.edits.paths import Path
from isostat.language import later
from isostat.units.unit import Quantity

PRACTICE = later("common practice")


class What(StrEnum):
    """The thing that is dragged along, by the name that answers have for it."""

    SIDEWAYS = "axle sideways"
    BAR_SLOPE = "track bar slope"
    OFF_CENTRE = "steering off centre"
    BUMP_STEER = "steer a centimetre of bump"
    CASTER = "caster"
    PINION = "pinion"
    WHEELBASE = "wheelbase"
    FRONT_JOINT = "shaft joint at the box"
    REAR_JOINT = "shaft joint at the axle"
    RIPPLE = "what both shaft joints leave"
    SLIP_IN = "shaft slip in"
    SLIP_OUT = "shaft slip out"
    CAMBER = "camber"
    HALF_SHAFT = "half-shaft joint at the wheel"
    HALF_SHAFT_DROOP = "half-shaft joint at full droop"
    PLUNGE_IN = "half-shaft plunge in"
    PLUNGE_OUT = "half-shaft plunge out"
    BAR_ARM = "anti-roll bar arm"
    LAMPS = "headlamp cut-off"
    VALVE = "brake valve"
    SPEEDOMETER = "speedometer"


class Way(StrEnum):
    """How a thing is put right."""

    LONGER_BAR = "longer bar"
    BRACKET = "bracket at the axle end"
    HOLE = "another hole at the frame"
    DRAG_LINK = "longer drag link"
    PITMAN = "pitman arm or knuckle end"
    WEDGE = "wedge"
    LOWER_LINKS = "lower links"
    SHAFT = "another shaft"
    CARRIER = "lower output"
    DROP = "lower the differential"
    LINK = "longer anti-roll link"
    ALIGN = "alignment"
    AIM = "aim"
    RECALIBRATE = "recalibrate"
    ROD = "valve rod"


@dataclass(frozen=True, slots=True)
class Cure:
    """way, by how much (SI), and where it leaves the thing in every case, (B,)."""

    way: Way
    by: float
    quantity: Quantity
    leaves: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """axle: None for the whole vehicle. before: as weighed, on the springs as found; now: (B,) on the proposal's, nan where a case
    does not stand or links do not close. SI.

    low, high: between what it may lie, None where there is no such end; whose: who says so. changes: what it was is not known, so
    before is nought and only the change is meant. asks: readings that lack, as paths of the job; with any, now is empty.
    """

    what: What
    axle: int | None
    quantity: Quantity
    before: float
    now: Floats
    low: float | None = None
    high: float | None = None
    whose: str = ""
    changes: bool = False
    cures: tuple[Cure, ...] = ()
    asks: tuple[Path, ...] = ()
    guessed: bool = False

    @property
    def outside(self) -> Floats:
        """By how much each case lies outside, signed, (B,); nought inside and where it is not known."""
        return outside(self.now, self.low, self.high)

    @property
    def worst(self) -> int:
        """The case that lies furthest outside; inside, the one that changed most."""
        off = np.abs(self.outside)
        if off.max(initial=0.0) > 0.0:
            return int(np.argmax(off))
        return int(np.argmax(np.nan_to_num(np.abs(self.now - self.before), nan=-1.0)))

    @property
    def severity(self) -> float:
        """How far outside the worst case lies, of the span that is allowed; below nought inside it."""
        if self.asks or not np.isfinite(self.now).any():
            return 0.0
        span = self.span
        over = float(np.abs(self.outside).max(initial=0.0))
        return over / span if over > 0.0 else -1.0

    @property
    def span(self) -> float:
        """Of what is allowed; where there is one end only, the way from before to it."""
        if self.low is not None and self.high is not None:
            return max(self.high - self.low, 1e-9)
        end = self.high if self.high is not None else self.low
        return 1.0 if end is None else max(abs(end - self.before), 1e-3)


def asking(cases: int, what: What, axle: int | None, quantity: Quantity, asks: tuple[Path, ...]) -> Line:
    """A line that cannot be worked out until its readings are there."""
    return Line(what=what, axle=axle, quantity=quantity, before=0.0, now=np.full(cases, np.nan), changes=True, asks=asks)


def outside(values: Floats, low: float | None, high: float | None) -> Floats:
    """By how much values lie outside an allowed range, signed; nought inside and for what is none.

    values: any shape. low, high: None where there is no such end.
    """
    under = 0.0 if low is None else np.minimum(values - low, 0.0)
    over = 0.0 if high is None else np.maximum(values - high, 0.0)
    return np.asarray(np.nan_to_num(np.zeros_like(values) + under + over))
