"""Remedies worth a try: what a shop has and a part allows. Each is solved through the whole vehicle before it is offered."""

from __future__ import annotations

import numpy as np

from isostat.assess.judgement import Remedy
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import Lift, Move, ShockLength, StopSpacer

MM = 1000.0


def up_to_mm(m: float) -> float:
    """To the next whole millimetre."""
    return float(np.ceil(m * MM - 1e-6) / MM)


def down_to_mm(m: float) -> float:
    """To the last whole millimetre."""
    return float(np.floor(m * MM + 1e-6) / MM)


def stop_spacer(a: Assessment, axle: int, spacer_m: float) -> tuple[Remedy, ...]:
    """A spacer under both stops of an axle; none where it would be taller than the stop, or is there already."""
    wanted = up_to_mm(spacer_m)
    fit = a.fits[axle]
    if wanted > fit.stop_height_m.value or abs(wanted - fit.stop_spacer_m) < 0.0005 or fit.stop_left_out:
        return ()
    return (StopSpacer(axle, wanted),)


def shock_length(a: Assessment, axle: int, longer_m: float) -> tuple[Remedy, ...]:
    """Another shock for an axle, so much longer than found; none where that changes nothing, or more than its stroke."""
    fit = a.fits[axle]
    change = abs(longer_m - fit.shock_longer_m)
    if change < 0.0005 or (fit.shock_stroke_m is not None and change >= fit.shock_stroke_m):
        return ()
    return (ShockLength(axle, longer_m),)


def lift(a: Assessment, axle: int, by_m: float) -> tuple[Remedy, ...]:
    """The target of an axle's end higher by so much, below nothing lower; none where a plane does not say it so."""
    if a.job.target.corners or a.job.target.rake_m is not None or axle not in (0, len(a.axles) - 1):
        return ()
    now = a.pose.front_lift_m if axle == 0 else a.pose.rear_lift_m
    return (Lift(axle, round(now + by_m, 3)),)


def move(a: Assessment, axle: int, case: int, too_much_kg: float) -> tuple[Remedy, ...]:
    """The heaviest thing on board that takes so much off an axle by standing elsewhere on the deck; none where none does."""
    if len(a.axles) != 2 or a.loading.hitch is not None:
        return ()
    span = abs(a.axles[-1].x_m)
    return _stands_elsewhere(a, case, (1.0 if axle == 0 else -1.0) * too_much_kg * span, (0.3 * span, span))


def move_on_trailer(a: Assessment, case: int, more_nose_kg: float) -> tuple[Remedy, ...]:
    """The heaviest thing on board that brings so much more, or less, onto the coupling by standing elsewhere; none if none does."""
    ahead = a.job.vehicle.coupling_ahead_m
    if ahead is None:
        return ()
    wheels = [-axle.x_m for axle in a.axles]
    lever = ahead.value + sum(wheels) / len(wheels)
    return _stands_elsewhere(a, case, -more_nose_kg * lever, (-ahead.value / 2, max(wheels) + ahead.value / 2))


def _stands_elsewhere(a: Assessment, case: int, back_kg_m: float, usual: tuple[float, float]) -> tuple[Remedy, ...]:
    """The heaviest thing on board of a case that can go back by so much moment, below nothing forward.

    usual: ends of a deck that was not given, m behind the front hub. What was on board when weighed stands where it stood.
    """
    deck = (a.job.vehicle.deck_front_m, a.job.vehicle.deck_rear_m)
    low, high = (end if r is None else r.value for r, end in zip(deck, usual, strict=True))
    found = []
    for n, item in enumerate(a.job.items):
        carried = float(a.loading.items_kg[case, n])
        if item.kind != "thing" or carried <= 0.0 or item.weighed_share.value > 0.0:
            continue
        to = item.behind_front_m.value + back_kg_m / carried
        if low <= to <= high:
            found.append((carried, Move(n, round(to, 2))))
    return (max(found, key=lambda pair: pair[0])[1],) if found else ()
