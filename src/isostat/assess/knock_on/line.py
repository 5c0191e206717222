"""A line of the list: one thing that the height drags with it, before and in every case, what it may be, what would cure it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

import numpy as np

from isostat.assess.knock_on.change import Change
from isostat.core.limits import Floats, OutOfRange
from isostat.job.edits.paths import Path
from isostat.language import later
from isostat.units.unit import Quantity

PRACTICE = later("common practice")


class What(StrEnum):
    """The thing that is dragged along, by the name that answers have for it."""

    SIDEWAYS = "axle sideways"
    BAR_SLOPE = "track bar slope"
    OFF_CENTRE = "steering off centre"
    STEERING_WHEEL = "steering wheel off centre"
    BUMP_STEER = "steer a centimetre of bump"
    CASTER = "caster"
    PINION = "pinion"
    WHEELBASE = "wheelbase"
    FRONT_JOINT = "shaft joint at the box"
    REAR_JOINT = "shaft joint at the axle"
    RIPPLE = "what both shaft joints leave"
    CARRIER_JOINT = "shaft joint at the carrier"
    JOINTS_DROOP = "shaft joints at full droop"
    SLIP_IN = "shaft slip in"
    SLIP_OUT = "shaft slip out"
    CRAB = "axles out of line"
    CAMBER = "camber"
    TOE = "toe"
    BALL = "ball joint"
    HALF_SHAFT = "half-shaft joint at the wheel"
    HALF_SHAFT_DROOP = "half-shaft joint at full droop"
    HALF_SHAFT_LOCK = "half-shaft joint at full lock"
    PLUNGE_IN = "half-shaft plunge in"
    PLUNGE_OUT = "half-shaft plunge out"
    BAR_ARM = "anti-roll bar arm"
    BAR_OVER = "anti-roll link to its arm"
    HOSE = "hose at full droop"
    HOSE_CROSSED = "hose when crossed"
    WIRE = "wire at full droop"
    WIRE_CROSSED = "wire when crossed"
    TRUE_AHEAD = "axle square"
    TRUE_ACROSS = "axle across"
    PINION_BACK = "pinion brought back"
    LAMPS = "headlamp cut-off"
    LAMP_HEIGHT = "headlamp height"
    VALVE = "brake valve"
    VALVE_GAP = "gap of the brake valve"
    SPEEDOMETER = "speedometer"
    AIDS = "camera and radar tilt"
    LEVEL = "level sensor"
    APPROACH = "approach angle"
    BREAKOVER = "breakover angle"
    DEPARTURE = "departure angle"
    TIPS_AT = "roll-over threshold"


class Way(StrEnum):
    """How a thing is put right."""

    LONGER_BAR = "longer bar"
    BRACKET = "bracket at the axle end"
    HOLE = "another hole at the frame"
    DRAG_LINK = "longer drag link"
    PITMAN = "pitman arm or knuckle end"
    WEDGE = "wedge"
    BUSHES = "eccentric bushes"
    LOWER_LINKS = "frame ends of the links lower"
    UPPER_LINK = "longer upper link"
    ALL_LINKS = "longer links"
    SEAT = "hole of the seat moved"
    SHAFT = "longer shaft"
    CARRIER = "lower carrier or box"
    DROP = "lower the differential"
    DROP_BRACKET = "drop bracket"
    TIE_ROD = "longer tie rod"
    LINK = "longer anti-roll link"
    HOSE = "longer hose"
    WIRE = "clip of the wire moved"
    ALIGN = "alignment"
    TURNS = "links by half turns"
    AIM = "aim"
    LAMP = "lamps moved"
    RECALIBRATE = "recalibrate"
    RECALIBRATE_AIDS = "recalibrate cameras and radar"
    TEACH = "teach the level sensor"
    ROD = "valve rod"


@dataclass(frozen=True, slots=True)
class Cure:
    """way, by how much (SI), and where it leaves the thing in every case, (B,).

    change: what it makes different, to be tried on other lines; None where nothing else hangs on it. half_turns: of its thread,
    where that is known. thick: which end of a wedge, "ahead" or "behind". plan: of several rods at once, each by its name, how much
    longer, and half turns.
    """

    way: Way
    by: float
    quantity: Quantity
    leaves: Floats
    change: Change | None = None
    half_turns: int | None = None
    thick: str = ""
    plan: tuple[tuple[str, float, int | None], ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """axle: None for the whole vehicle. before: as weighed, on the springs as found; now: (B,) on the proposal's, nan where a case
    does not stand or links do not close. SI.

    low, high: between what it may lie, None where there is no such end; whose: who says so. changes: what it was is not known, so
    before is nought and only the change is meant. asks: readings that lack, as paths of the job; with any, now is empty.
    was_guessed: before rests on something assumed; guessed: now does.
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
    mended: Callable[[], tuple[Cure, ...]] = tuple
    asks: tuple[Path, ...] = ()
    was_guessed: bool = False
    guessed: bool = False

    @property
    def cures(self) -> tuple[Cure, ...]:
        """What would put it right; worked out when it is first wanted."""
        return self.mended()

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


Usual = tuple[float | None, float | None]


def asking(cases: int, what: What, axle: int | None, quantity: Quantity, asks: tuple[Path, ...], usual: Usual) -> Line:
    """A line that cannot be worked out until its readings are there. usual: between what the thing then may lie."""
    low, high = usual
    return Line(what=what, axle=axle, quantity=quantity, before=0.0, now=np.full(cases, np.nan), changes=True, asks=asks, low=low,
                high=high, whose=PRACTICE)  # fmt: skip


def either_way(by: float) -> Usual:
    """From what it was."""
    return -float(by), float(by)


def mends(make: Callable[..., Iterable[Cure]], *of: object) -> Callable[[], tuple[Cure, ...]]:
    """Cures that are only worked out when they are wanted, and once; none where a part that they rest on cannot be, and is said."""

    def made() -> tuple[Cure, ...]:
        try:
            return tuple(make(*of))
        except OutOfRange:
            return ()

    return cache(made)


def in_half_turns(by_m: float, lead_m: float | None) -> tuple[float, int | None]:
    """A length to the next half turn of a thread, m, and how many; as it is where the thread is not known."""
    if lead_m is None or not np.isfinite(by_m):
        return by_m, None
    turns = round(by_m / (lead_m / 2.0))
    return turns * lead_m / 2.0, turns


def outside(values: Floats, low: float | None, high: float | None) -> Floats:
    """By how much values lie outside an allowed range, signed; nought inside and for what is none.

    values: any shape. low, high: None where there is no such end.
    """
    under = 0.0 if low is None else np.minimum(values - low, 0.0)
    over = 0.0 if high is None else np.maximum(values - high, 0.0)
    return np.asarray(np.nan_to_num(np.zeros_like(values) + under + over))
