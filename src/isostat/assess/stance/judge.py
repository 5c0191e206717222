"""What is wrong with how it shall sit and would sit: target, lean, lamps, roof, tipping."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.load.gravity import gravity_height_in, gravity_height_m, stability
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import Level, SolveSprings, SpacerAllowed, StrapLength
from isostat.assess.solve.standing import cross_weight
from isostat.assess.stance.attitude import highest, lamp, lamp_range
from isostat.assess.stance.findings import (
    CrossWanted,
    LampAim,
    LampHigh,
    Lean,
    OffTarget,
    RoofUnderDoor,
    TargetOutOfReach,
    TargetPastTravel,
    TargetTwisted,
    TipsSooner,
)
from isostat.assess.stance.level_by_spacer import SpringSpacer, leans
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.core.travel.events import bump_end, droop_end

TWIST_SAID = 0.002  # of heights that were typed, so any that a tape can tell


def stance_judgements(a: Assessment) -> Iterator[Judgement]:
    """All judgements on the stance, in no order."""
    s, case, target = a.proposed, a.target_case, a.job.target
    if abs(a.warp_m) > TWIST_SAID:
        yield TargetTwisted(grade=Grade.NOTE, place=Place(None, None, case), step=Step.STANCE, warp_m=a.warp_m)
    yield from _tipping(a)
    yield from _named_places(a)
    if target.cross_share is not None and s.stands[case]:
        got, u = float(cross_weight(s.pad_kg)[case]), a.target_travel_m
        yield CrossWanted(
            grade=Grade.WATCH if abs(got - target.cross_share.value) > rules.CROSS_MISSED else Grade.NOTE,
            place=Place(None, None, case), step=Step.STANCE, share=got, wanted=target.cross_share.value,
            twist_m=float(abs(u[0, 0] - u[0, 1] - u[-1, 0] + u[-1, 1])),
        )  # fmt: skip
    for i, side in np.ndindex(len(a.axles), 2):
        wanted_travel = float(a.target_travel_m[i, side])
        low, high = droop_end(s.events[i][side]), bump_end(s.events[i][side])
        by, end = max((low.travel_m - wanted_travel, low), (wanted_travel - high.travel_m, high), key=lambda pair: pair[0])
        if by > 0.0:
            yield TargetPastTravel(
                grade=Grade.FAULT,
                place=Place(i, side, case),
                step=Step.STANCE,
                by_m=by,
                end=end.name,
                remedies=_within(a, i, by, end.name, hangs=end is low),
            )
    for i, o in enumerate(a.orders):
        if not o.can_be_had:
            yield TargetOutOfReach(
                grade=Grade.FAULT,
                place=Place(i, None, case),
                step=Step.SPRING,
                force_n=min(o.target_force_n),
            )
    if not s.stands[case]:
        return
    for i, side in np.ndindex(len(a.axles), 2):
        height, wanted = float(s.hub_to_arch_m[i, side, case]), float(a.fitted_target_m[i, side])
        if abs(height - wanted) > target.band_m.value:
            yield OffTarget(
                grade=Grade.WATCH,
                place=Place(i, side, case),
                step=Step.STANCE,
                height_m=height,
                target_m=wanted,
                band_m=target.band_m.value,
                remedies=_back_on_target(a, i),
            )
    lean = leans(a)
    worst_case = int(np.argmax(np.abs(lean)))
    as_read = float((a.baseline_m[:, 0] - a.baseline_m[:, 1]).mean())
    if abs(lean[worst_case]) > rules.LEAN_SAID:
        small = abs(lean[worst_case]) <= max(rules.LEAN_MORE, abs(as_read) + 0.001)
        level = [] if target.lean_m is not None or target.corners else [Level()]
        lower = 1 if lean[worst_case] > 0.0 else 0
        spacers = [SpringSpacer(Place(i, lower, worst_case)) for i in (0, len(a.axles) - 1)]
        yield Lean(
            grade=Grade.NOTE if small else Grade.WATCH,
            place=Place(None, None, worst_case),
            step=Step.STANCE,
            lean_m=float(lean[worst_case]),
            found_m=as_read,
            remedies=(*spacers, *level),
        )


def _within(a: Assessment, i: int, by_m: float, end: Event, *, hangs: bool) -> tuple[Remedy, ...]:
    """What brings a target back between the ends of its wheel's way: the part that ends it, or less of the target."""
    axle, fit, more = a.axles[i], a.fits[i], offers.up_to_mm(by_m)
    target = offers.lift(a, i, -more if hangs else more)
    if end == Event.STRAP_TAUT and fit.strap_m is not None:
        return (StrapLength(i, offers.up_to_mm(fit.strap_m.value + by_m * axle.strap_ratio.value)), *target)
    if hangs:
        return (*offers.shock_length(a, i, offers.up_to_mm(fit.shock_longer_m + by_m * axle.shock_ratio.value)), *target)
    return target


def _named_places(a: Assessment) -> Iterator[Judgement]:
    """Headlamps that dazzle or shine short, and a roof that does not pass its door: each in its worst case."""
    stands, lamps = a.proposed.stands, lamp(a)
    if lamps is not None and stands.any():
        ranges = [lamp_range(float(h)) for h in lamps.height_m]
        off = [max(low - drop, drop - high) for (low, high), drop in zip(ranges, lamps.drop_m, strict=True)]
        case = int(np.argmax(np.where(stands, off, -np.inf)))
        read = not lamps.drop_was_m.assumed
        if off[case] > 0.0:
            grade = Grade.WATCH if read and lamps.drop_m[case] < ranges[case][0] else Grade.NOTE
            yield LampAim(grade=grade, place=Place(None, None, case), step=Step.STANCE, drop_m=float(lamps.drop_m[case]),
                                 low_m=ranges[case][0], high_m=ranges[case][1], read=read)  # fmt: skip
        for limit, way in ((rules.LAMP_HEIGHT[0], -1), (rules.LAMP_HEIGHT[1], 1)):
            over = np.where(stands, (lamps.height_m - limit) * way, -np.inf)
            case = int(np.argmax(over))
            if over[case] > 0.0:
                high = float(lamps.height_m[case])
                yield LampHigh(grade=Grade.WATCH, place=Place(case=case), step=Step.STANCE, height_m=high, limit_m=limit)
    door, roof = a.job.vehicle.door_m, highest(a)
    if door is not None and roof is not None:
        room = np.where(stands, door.value - roof.now_m, np.inf)
        case = int(np.argmin(room))
        if room[case] < rules.DOOR_ROOM:
            grade = Grade.FAULT if room[case] < 0.0 else Grade.WATCH
            yield RoofUnderDoor(grade=grade, place=Place(case=case), step=Step.STANCE, point=roof.point.name,
                                       room_m=float(room[case]), door_m=float(door.value))  # fmt: skip


def _tipping(a: Assessment) -> Iterator[Judgement]:
    """The case that tips soonest, where it does so markedly sooner than as weighed."""
    base = gravity_height_m(a)
    was = stability(a, base.value)
    heights = [gravity_height_in(a, c).value if a.proposed.stands[c] else 0.0 for c in range(a.cases)]
    case = int(np.argmax(heights))
    now = stability(a, heights[case])
    if heights[case] > 0.0 and now < was * (1.0 - rules.TIPS_CHANGE):
        grade = Grade.WATCH if now < rules.TIPS_WATCH and not base.assumed else Grade.NOTE
        place = Place(None, None, case)
        yield TipsSooner(grade=grade, place=place, step=Step.STANCE, was=was, now=now, height_m=heights[case], assumed=base.assumed)


def _back_on_target(a: Assessment, axle: int) -> tuple[Remedy, ...]:
    fit = a.job.proposal.axles[axle]
    ways: list[Remedy] = []
    if any(c.free_length_m or c.spacer_m or c.collar_m or c.slack_rad for c in (fit.left, fit.right)):
        ways.append(SolveSprings(axle))
    if fit.sides == "same":
        ways.append(SpacerAllowed(axle))
    return tuple(ways)
