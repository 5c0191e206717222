"""What can happen on a wheel's way: a part that is met, taut, loose, flat, solid or at its end."""

from __future__ import annotations

from enum import StrEnum


class Event(StrEnum):
    """By the name that files and answers have for it."""

    STOP_TOUCHED = "stop touched"
    STOP_FLAT = "stop flat"
    METAL = "metal"
    SHOCK_TOPPED = "shock topped"
    SHOCK_BOTTOMED = "shock bottomed"
    STRAP_TAUT = "strap taut"
    COIL_LOOSE = "coil loose"
    COIL_OFF_ITS_SEAT = "coil off its seat"
    COIL_SOLID = "coil solid"
    TURNS_TOUCH = "turns touch"
    CROSSOVER = "crossover"
    LEAF_FLAT = "leaf flat"
    SECOND_STAGE = "second stage touches"
    ARM_ON_ITS_STOP = "arm on its stop"
    BAG_LONGEST = "bag at its longest"
    BAG_FLAT = "bag flat"
    HELPER_TOUCHED = "helper touched"
    HELPER_FLAT = "helper flat"
    HOSE_TAUT = "hose taut"
    WIRE_TAUT = "wire taut"
    JOINT_AT_ITS_LIMIT = "joint at its limit"
    TYRE_STRAIGHT = "tyre touches, straight"
    TYRE_AT_LOCK = "tyre touches, at lock"
    TYRE_AT_LEFT_LOCK = "tyre touches, left lock"
    TYRE_AT_RIGHT_LOCK = "tyre touches, right lock"

    @property
    def ends_droop(self) -> bool:
        """Whether it stops an axle on its way down."""
        return self in (Event.SHOCK_TOPPED, Event.STRAP_TAUT)

    @property
    def hanging(self) -> bool:
        """Whether it belongs to the way down."""
        return self in _DOWN

    @property
    def of_stop(self) -> bool:
        """Whether it is the bump stop's: it moves with the stop."""
        return self in (Event.STOP_TOUCHED, Event.STOP_FLAT)

    @property
    def of_coil(self) -> bool:
        """Whether it is a coil's: it moves with the spring."""
        return self in (Event.COIL_LOOSE, Event.COIL_OFF_ITS_SEAT, Event.COIL_SOLID)

    @property
    def of_tyre(self) -> bool:
        """Whether it is the tyre that meets its arch."""
        return self is Event.TYRE_STRAIGHT or self.at_lock

    @property
    def at_lock(self) -> bool:
        """Whether it is met with the wheels turned."""
        return self in (Event.TYRE_AT_LOCK, Event.TYRE_AT_LEFT_LOCK, Event.TYRE_AT_RIGHT_LOCK)


_DOWN = frozenset(
    (
        Event.SHOCK_TOPPED,
        Event.STRAP_TAUT,
        Event.COIL_LOOSE,
        Event.COIL_OFF_ITS_SEAT,
        Event.HOSE_TAUT,
        Event.WIRE_TAUT,
        Event.JOINT_AT_ITS_LIMIT,
        Event.BAG_LONGEST,
        Event.ARM_ON_ITS_STOP,
    )
)
