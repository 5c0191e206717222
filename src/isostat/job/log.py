"""What was read once the parts were fitted: heights at every wheel, when, how far driven, in which state, with what on board."""

from __future__ import annotations

from typing import Literal, get_args

from pydantic import Field

from isostat.job.heights import Heights
from isostat.job.reading import CoilLength, Frozen, Mass, Notes, Number, Pressure, Text, Whole

LoggedState = Literal["lowered", "rolled", "driven"]
LoggedPoint = Literal[
    "hub_to_arch_m", "ground_to_arch_m", "ground_to_sill_m", "arch_gap_m", "tube_to_frame_m", "shaft_showing_m", "bag_height_m"
]
HUB_TO_ARCH: LoggedPoint = "hub_to_arch_m"
LOGGED_POINTS: tuple[LoggedPoint, ...] = get_args(LoggedPoint)
Rechecked = Literal["wheel nuts", "U-bolts", "U-bolts again", "arm bolts"]


class Promised(Frozen):
    """Hub to arch that a wheel was promised, and its band, m."""

    low_m: Number = Field(ge=0.0, le=3.0)
    middle_m: Number = Field(ge=0.0, le=3.0)
    high_m: Number = Field(ge=0.0, le=3.0)


class PromisedPair(Frozen):
    """Of both wheels of an axle."""

    left: Promised
    right: Promised


class Turn(Frozen):
    """A setting that was turned after an entry was read. what: as the log names it; side: None for both; by: SI, further up +."""

    what: Text
    axle: Whole = Field(ge=0, le=2)
    side: Whole | None = Field(default=None, ge=0, le=1)
    by: Number


class Checked(Frozen):
    """A thing beside the heights that was read after fitting, SI, signed as Knock-on has it; axle: None for the whole vehicle.

    promised: what it should have read, when it was written down.
    """

    what: Text
    axle: Whole | None = Field(default=None, ge=0, le=2)
    value: Number = Field(ge=-10.0, le=10.0)
    typed: Text | None = None
    promised: Number = Field(ge=-10.0, le=10.0)


class Pressures(Frozen):
    """Gauge pressures of an axle as they were when it was read: of its tyres, and of its air bags where it has any."""

    tyre_pa: Pressure | None = None
    left_pa: Pressure | None = None
    right_pa: Pressure | None = None


class WheelsRead(Frozen):
    """What a check told of the wheels of an axle: their corner weights, the free lengths of their springs laid on the floor."""

    left_kg: Mass | None = None
    right_kg: Mass | None = None
    left_free_m: CoilLength | None = None
    right_free_m: CoilLength | None = None


class Picture(Frozen):
    """A photograph of a wheel, or with no axle of the whole vehicle. path: whole; in a file, from its folder or whole."""

    path: Notes = Field(min_length=1)
    axle: Whole | None = Field(default=None, ge=0, le=2)
    side: Whole | None = Field(default=None, ge=0, le=1)


class LogEntry(Frozen):
    """Heights read after fitting. km: driven since. state: just let down, rolled and bounced, or driven.

    point: at which they were read, as a corner has it. case: what was on board; left out, the workshop's floor. promised: for
    that state, when it was written down; left out, the entry is not judged until it is worked out from the parts as they are
    then. turned: what was corrected after it.
    rechecked: what was tightened again by then. checks: what else was read, of all that the height drags along.
    pressures, wheels: axle by axle, none where none was read.
    """

    day: Text = ""
    km: Number = Field(default=0.0, ge=0.0, le=1e6)
    state: LoggedState = "rolled"
    case: Text | None = None
    point: LoggedPoint = HUB_TO_ARCH
    heights: tuple[Heights, ...] = Field(min_length=1, max_length=3)
    promised: tuple[PromisedPair, ...] = Field(default=(), max_length=3)
    turned: tuple[Turn, ...] = Field(default=(), max_length=12)
    rechecked: tuple[Rechecked, ...] = Field(default=(), max_length=12)
    checks: tuple[Checked, ...] = Field(default=(), max_length=30)
    pressures: tuple[Pressures, ...] = Field(default=(), max_length=3)
    wheels: tuple[WheelsRead, ...] = Field(default=(), max_length=3)
    pictures: tuple[Picture, ...] = Field(default=(), max_length=24)
    who: Text = ""
    note: Notes = ""
