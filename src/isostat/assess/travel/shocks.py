"""The shocks of a list in an axle's place."""

from __future__ import annotations

from collections.abc import Sequence

from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.margins import kept
from isostat.core import rules
from isostat.core.travel.events import bump_end
from isostat.core.travel.shock_fit import Seat, Shock, ShockFit, asked_shock, fit_shocks
from isostat.job.axle_fit import ShockRow


def seat_of(a: Assessment, axle: int) -> Seat | None:
    """Where an axle's shocks sit; None until their full length was measured."""
    long, figures = a.job.vehicle.axles[axle].shock_long_m, a.axles[axle]
    if long is None:
        return None
    events = a.proposed.events[axle]
    below = [
        e.travel_m + limit.margin_m
        for side in (0, 1)
        for limit in kept(a, axle, side)
        for e in events[side]
        if e.name == limit.name and not limit.bump and not limit.name.of_coil
    ]
    return Seat(
        eye_m=long.value - sum(shaft.value for shaft in figures.droop_shaft_m) / 2 + a.fits[axle].shock_mounts_m,
        ratio=figures.shock_ratio.value,
        target_m=float(a.target_travel_m[axle].mean()),
        flat_m=max(bump_end(side).travel_m for side in events),
        lowest_m=max(below, default=None),
    )


def _asked(a: Assessment, axle: int) -> tuple[float, float]:
    """Share of droop asked for, and the margin at the shock."""
    share, margin = a.job.proposal.axles[axle].pick.droop_share, a.job.margins.shock_m
    return (share.value if share else rules.WANTED_DROOP_SHARE), (margin.value if margin else rules.SHOCK_MARGIN)


def ranked_shocks(a: Assessment, axle: int, rows: Sequence[ShockRow]) -> tuple[ShockFit, ...]:
    """A list in an axle's place, those that fit first; empty where its full length was not measured."""
    seat = seat_of(a, axle)
    shocks = tuple(Shock(row.name, row.extended_m.value, row.collapsed_m.value) for row in rows)
    return () if seat is None else fit_shocks(shocks, seat, *_asked(a, axle))


def shock_to_order(a: Assessment, axle: int) -> tuple[float, float] | None:
    """Extended and collapsed length in m that the target asks for; None where the full length was not measured."""
    seat = seat_of(a, axle)
    return None if seat is None else asked_shock(seat, *_asked(a, axle))
