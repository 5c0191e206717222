"""Which of a list of shocks fits an axle: how the travel is shared, and what is left at either end."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.limits import within

CLOSE = 0.0005  # m, that no tape tells


@dataclass(frozen=True, slots=True)
class Shock:
    """A shock off a list, eye to eye in m. Raises OutOfRange for one that is no longer out than in."""

    name: str
    extended_m: float
    collapsed_m: float

    def __post_init__(self) -> None:
        within("extended shock length", self.extended_m, 0.1, 2.0, "m")
        within("shock stroke", self.stroke_m, 0.02, 1.5, "m")

    @property
    def stroke_m(self) -> float:
        """Between its ends, m."""
        return self.extended_m - self.collapsed_m


@dataclass(frozen=True, slots=True)
class Seat:
    """Where a shock sits, mean of both sides. eye_m: eye to eye at the baseline. ratio: shock / wheel travel.

    target_m, flat_m, lowest_m: wheel travels in m of the target, of the stop flat, and down to what else ends droop, if anything.
    """

    eye_m: float
    ratio: float
    target_m: float
    flat_m: float
    lowest_m: float | None = None


@dataclass(frozen=True, slots=True)
class ShockFit:
    """A shock in its seat. droop_m, bump_m: wheel travel left at the target. over_m: at the shock, left when the stop is flat.

    short_by_m: how much is missing to the margin at its end, 0 where it is kept. loose_by_m: how far beyond what else ends droop.
    """

    shock: Shock
    droop_m: float
    bump_m: float
    over_m: float
    short_by_m: float
    loose_by_m: float
    misses: float  # of the share of droop that was asked for, as a share

    @property
    def fits(self) -> bool:
        """Whether it neither tops out nor bottoms too soon."""
        return self.short_by_m < CLOSE and self.loose_by_m < CLOSE and self.droop_m > 0.0

    @property
    def share(self) -> float:
        """Of the travel, that is droop at the target."""
        return self.droop_m / max(self.droop_m + self.bump_m, 1e-9)


def fit_shocks(shocks: tuple[Shock, ...], seat: Seat, droop_share: float, margin_m: float) -> tuple[ShockFit, ...]:
    """Every shock, those that fit first, nearest to the share of droop that was asked for.

    shocks: of the list. seat: where they go. droop_share: 0.1 to 0.9. margin_m: at the shock, kept before it bottoms, 0 to 0.1.
    Raises OutOfRange otherwise.
    """
    within("droop share", droop_share, 0.1, 0.9, "")
    within("shock end clearance", margin_m, 0.0, 0.1, "m")
    found = [_fit(shock, seat, droop_share, margin_m) for shock in shocks]
    return tuple(
        sorted(found, key=lambda f: (not f.fits, 0.0 if f.fits else max(f.short_by_m, f.loose_by_m), abs(f.misses), f.shock.name))
    )


def _fit(shock: Shock, seat: Seat, share: float, margin: float) -> ShockFit:
    hangs = -(shock.extended_m - seat.eye_m) / seat.ratio
    droop, bump = seat.target_m - hangs, seat.flat_m - seat.target_m
    over = seat.eye_m - shock.collapsed_m - seat.flat_m * seat.ratio
    loose = 0.0 if seat.lowest_m is None else seat.lowest_m - hangs
    return ShockFit(shock, droop, bump, over, max(margin - over, 0.0), max(loose, 0.0), droop / max(droop + bump, 1e-9) - share)


def asked_shock(seat: Seat, droop_share: float, margin_m: float) -> tuple[float, float]:
    """Extended and collapsed length in m, eye to eye, that leave a share of the travel as droop and a margin before the end.

    seat, droop_share, margin_m: as in fit_shocks. Droop goes no further than what else would end it.
    """
    within("droop share", droop_share, 0.1, 0.9, "")
    droop = (seat.flat_m - seat.target_m) * droop_share / (1.0 - droop_share)
    hangs = seat.target_m - droop if seat.lowest_m is None else max(seat.target_m - droop, seat.lowest_m)
    return seat.eye_m - hangs * seat.ratio, seat.eye_m - seat.flat_m * seat.ratio - margin_m
