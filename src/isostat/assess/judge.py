"""What is wrong, worth a watch or worth knowing in an assessment, gravest first."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.attitude import highest, lamp, lamp_range
from isostat.assess.gravity import gravity_height_in, gravity_height_m, stability
from isostat.assess.judge_measured import measured_judgements
from isostat.assess.judge_travel import travel_judgements
from isostat.assess.leveling import leans
from isostat.assess.ratings import nose_kg, ratings
from isostat.assess.standing import cross_weight
from isostat.core.findings import carrying, springs, stance
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.core.tuning.events import bump_end, droop_end

TIPS_SAID, TIPS_WATCH = 0.05, 0.85  # change that is said; g below which it is a watch (stated rule)
NEARLY_FULL = 0.05  # of a plate in hand
LIGHT_WATCH, LIGHT_FAULT = 0.25, 0.20  # share of the weight on the steered axle (common practice, no source)
LAMP_LIMITS = (0.5, 1.2)  # m above the ground, dipped beam. Source: UN Regulation 48 (from memory)
DOOR_ROOM = 0.05  # m between roof and door that is not said (stated rule)
NOSE_SHARE = (0.04, 0.15)  # of a trailer's weight on its coupling (common practice, no source)
DROPS_FAR = 0.040  # m between the lightest and the heaviest load that is said (stated rule)
LEAN_NOTE, LEAN_SAID = 0.010, 0.004
MOST_PRELOAD, PRELOAD_SHARE = 0.075, 0.25  # common practice, no source
FLAT_RIDE = (0.95, 1.30)
DAMPED = (0.85, 1.25)  # share of the damping as found that is not said (stated rule)
CROSS_MISSED = 0.004  # of the weight
TWIST_SAID = 0.002  # of heights that were typed, so any that a tape can tell


def judge(a: Assessment) -> tuple[Judgement, ...]:
    """All judgements on a job, gravest first, then by axle, side and case."""
    found = [*_carrying(a), *measured_judgements(a), *_stance(a), *_springs(a), *travel_judgements(a)]

    def rank(j: Judgement) -> tuple[int, int, int, int, str]:
        p = j.place
        return (
            -j.grade,
            -1 if p.axle is None else p.axle,
            -1 if p.side is None else p.side,
            -1 if p.case is None else p.case,
            type(j).__name__,
        )

    return tuple(sorted(found, key=rank))


def _carrying(a: Assessment) -> Iterator[Judgement]:
    s = a.proposed
    for case in range(a.cases):
        if s.support_m[case] <= 0.0:
            outside = -s.support_m[case] if np.isfinite(s.support_m[case]) else 0.0
            yield carrying.LoadOutsideWheels(grade=Grade.FAULT, place=Place(case=case), step=Step.LOAD, outside_m=float(outside))
        elif not s.stands[case]:
            yield carrying.Unsettled(
                grade=Grade.FAULT, place=Place(case=case), step=Step.LOAD, residual_n=float(s.rest.residual_n[case])
            )
        else:
            for axle, side in np.argwhere(s.rest.pad_n[..., case] <= 0.5):
                yield carrying.WheelInTheAir(grade=Grade.FAULT, place=Place(int(axle), int(side), case), step=Step.LOAD)
    yield from _ratings(a)
    yield from _steering(a)
    yield from _nose(a)
    yield from _nose_load(a)


def _ratings(a: Assessment) -> Iterator[Judgement]:
    """Each plate and rating in the case that loads it most; no spring clears it."""
    for r in ratings(a):
        case = int(np.argmax(np.where(a.proposed.stands, r.load_kg, -np.inf)))
        worst = float(r.load_kg[case])
        if worst <= r.limit_kg * (1 - NEARLY_FULL) or not a.proposed.stands[case]:
            continue
        yield carrying.OverRating(
            grade=Grade.FAULT if worst > r.limit_kg else Grade.WATCH,
            place=Place(r.axle, r.side, case),
            step=Step.LOAD,
            what=r.what,
            load_kg=worst,
            rating_kg=r.limit_kg,
            remedies=_carry_less(a, r.axle, case, worst - r.limit_kg * (1 - NEARLY_FULL)) if r.what == "plate" else (),
        )


def _carry_less(a: Assessment, axle: int | None, case: int, too_much_kg: float) -> tuple[Remedy, ...]:
    """Less of a tank on board, where one helps the axle and holds enough."""
    span = abs(a.axles[-1].x_m) or 1.0
    for index, item in enumerate(a.job.items):
        on_board = a.loading.items_kg[case, index]
        if item.kind != "tank" or on_board <= 0.0:
            continue
        on_rear = item.behind_front_m.value / span
        helps = {None: 1.0, 0: 1.0 - on_rear}.get(axle, on_rear)
        if helps <= 0.0 or item.whole_kg <= 0.0:
            continue
        left = (on_board - too_much_kg / helps) / item.whole_kg
        if left >= 0.0:
            return (Remedy("carry less", Place(axle, None, case), np.floor(left * 100) / 100, index),)
    return ()


def _steering(a: Assessment) -> Iterator[Judgement]:
    steered = [i for i, axle in enumerate(a.job.vehicle.axles) if axle.steered]
    if not steered:
        return
    share = a.proposed.pad_kg[steered].sum(axis=(0, 1)) / np.maximum(a.loading.whole_kg, 1e-6)
    share = np.where(a.proposed.stands, share, 1.0)
    case = int(np.argmin(share))
    if share[case] < LIGHT_WATCH:
        fault = share[case] < LIGHT_FAULT
        yield carrying.LightSteering(
            grade=Grade.FAULT if fault else Grade.WATCH,
            place=Place(steered[0], None, case),
            step=Step.LOAD,
            share=float(share[case]),
            limit=LIGHT_FAULT if fault else LIGHT_WATCH,
        )


def _nose_load(a: Assessment) -> Iterator[Judgement]:
    """A trailer's nose in the case that is furthest from the usual share."""
    if a.loading.hitch is None or not a.proposed.stands.any():
        return
    nose = nose_kg(a)
    share = nose / np.maximum(a.loading.whole_kg, 1e-6)
    off = np.where(a.proposed.stands, np.maximum(NOSE_SHARE[0] - share, share - NOSE_SHARE[1]), -np.inf)
    case = int(np.argmax(off))
    if off[case] > 0.0:
        yield carrying.NoseLoad(
            grade=Grade.FAULT if nose[case] <= 0.0 else Grade.WATCH,
            place=Place(case=case),
            step=Step.LOAD,
            nose_kg=float(nose[case]),
            share=float(share[case]),
            low=NOSE_SHARE[0],
            high=NOSE_SHARE[1],
        )


def _nose(a: Assessment) -> Iterator[Judgement]:
    if a.loading.hitch is not None:
        return
    last = abs(a.axles[-1].x_m)
    for index, item in enumerate(a.job.items):
        behind = item.behind_front_m.value - last
        most = a.loading.items_kg[:, index]
        case = int(np.argmax(most))
        lifted = most[case] * behind / last
        if behind > 0.0 and lifted >= 5.0:
            yield carrying.NoseLift(
                grade=Grade.NOTE,
                place=Place(0, None, case),
                step=Step.LOAD,
                item=index,
                front_kg=-float(lifted),
                rear_kg=float(most[case] + lifted),
            )


def _damping(a: Assessment) -> Iterator[Judgement]:
    """The damper against the new spring and load: c/√(k·m) as fitted over as found, each in its heaviest case."""
    for i, fit in enumerate(a.job.proposal.axles):
        if fit.damping is None:
            continue
        case, weighed = int(np.argmax(a.proposed.pad_kg[i].sum(axis=0))), a.job.weighed_case
        now, then = (
            s.wheel_rate[i, :, c].mean() * s.rest.force_n[i, :, c].mean() for s, c in ((a.proposed, case), (a.found, weighed))
        )
        if now <= 0.0 or then <= 0.0:
            continue
        share = fit.damping.value * float(np.sqrt(then / now))
        if not DAMPED[0] <= share <= DAMPED[1]:
            yield springs.DamperOff(grade=Grade.NOTE, place=Place(i, None, case), step=Step.SPRING, share=share)


def _stance(a: Assessment) -> Iterator[Judgement]:
    s, case, target = a.proposed, a.target_case, a.job.target
    if abs(a.warp_m) > TWIST_SAID:
        yield stance.TargetTwisted(grade=Grade.NOTE, place=Place(None, None, case), step=Step.STANCE, warp_m=a.warp_m)
    yield from _tipping(a)
    yield from _named_places(a)
    if target.cross_share is not None and s.stands[case]:
        got, u = float(cross_weight(s.pad_kg)[case]), a.target_travel_m
        yield stance.CrossWanted(
            grade=Grade.WATCH if abs(got - target.cross_share.value) > CROSS_MISSED else Grade.NOTE,
            place=Place(None, None, case), step=Step.STANCE, share=got, wanted=target.cross_share.value,
            twist_m=float(abs(u[0, 0] - u[0, 1] - u[-1, 0] + u[-1, 1])),
        )  # fmt: skip
    for i, o in enumerate(a.orders):
        if not o.can_be_had:
            worst = min(o.target_force_n)
            yield stance.TargetOutOfReach(
                grade=Grade.FAULT,
                place=Place(i, None, case),
                step=Step.STANCE,
                force_n=worst,
                rate_n_per_m=min(o.order.rate_n_per_m),
            )
    for i, side in np.ndindex(len(a.axles), 2):
        wanted_travel = float(a.target_travel_m[i, side])
        low, high = droop_end(s.events[i][side]), bump_end(s.events[i][side])
        by, end = max((low.travel_m - wanted_travel, low), (wanted_travel - high.travel_m, high), key=lambda pair: pair[0])
        if by > 0.0:
            yield stance.TargetPastTravel(grade=Grade.FAULT, place=Place(i, side, case), step=Step.STANCE, by_m=by, end=end.name)
    if not s.stands[case]:
        return
    for i, side in np.ndindex(len(a.axles), 2):
        height, wanted = float(s.hub_to_arch_m[i, side, case]), float(a.target_m[i, side])
        if abs(height - wanted) > target.band_m.value:
            yield stance.OffTarget(
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
    if abs(lean[worst_case]) > LEAN_SAID:
        small = abs(lean[worst_case]) <= max(LEAN_NOTE, abs(as_read) + 0.001)
        level = [] if target.lean_m is not None or target.corners else [Remedy("level", Place())]
        lower = 1 if lean[worst_case] > 0.0 else 0
        spacers = [Remedy("spring spacer", Place(i, lower, worst_case)) for i in (0, len(a.axles) - 1)]
        yield stance.Lean(
            grade=Grade.NOTE if small else Grade.WATCH,
            place=Place(None, None, worst_case),
            step=Step.STANCE,
            lean_m=float(lean[worst_case]),
            found_m=as_read,
            remedies=(*spacers, *level),
        )


def _named_places(a: Assessment) -> Iterator[Judgement]:
    """Headlamps that dazzle or shine short, and a roof that does not pass its door: each in its worst case."""
    stands, told = a.proposed.stands, lamp(a)
    if told is not None and stands.any():
        ranges = [lamp_range(float(h)) for h in told.height_m]
        off = [max(low - drop, drop - high) for (low, high), drop in zip(ranges, told.drop_m, strict=True)]
        case = int(np.argmax(np.where(stands, off, -np.inf)))
        read = not told.drop_was_m.assumed
        if off[case] > 0.0:
            grade = Grade.WATCH if read and told.drop_m[case] < ranges[case][0] else Grade.NOTE
            yield stance.LampAim(grade=grade, place=Place(None, None, case), step=Step.STANCE, drop_m=float(told.drop_m[case]),
                                 low_m=ranges[case][0], high_m=ranges[case][1], read=read)  # fmt: skip
        for limit, way in ((LAMP_LIMITS[0], -1), (LAMP_LIMITS[1], 1)):
            over = np.where(stands, (told.height_m - limit) * way, -np.inf)
            case = int(np.argmax(over))
            if over[case] > 0.0:
                high = float(told.height_m[case])
                yield stance.LampHigh(grade=Grade.WATCH, place=Place(case=case), step=Step.STANCE, height_m=high, limit_m=limit)
    door, roof = a.job.vehicle.door_m, highest(a)
    if door is not None and roof is not None:
        room = np.where(stands, door.value - roof.now_m, np.inf)
        case = int(np.argmin(room))
        if room[case] < DOOR_ROOM:
            grade = Grade.FAULT if room[case] < 0.0 else Grade.WATCH
            yield stance.RoofUnderDoor(grade=grade, place=Place(case=case), step=Step.STANCE, point=roof.point.name,
                                       room_m=float(room[case]), door_m=float(door.value))  # fmt: skip


def _tipping(a: Assessment) -> Iterator[Judgement]:
    """The case that tips soonest, where it does so markedly sooner than as weighed."""
    was = stability(a, gravity_height_m(a).value)
    heights = [gravity_height_in(a, c).value if a.proposed.stands[c] else 0.0 for c in range(a.cases)]
    case = int(np.argmax(heights))
    now = stability(a, heights[case])
    if heights[case] > 0.0 and now < was * (1.0 - TIPS_SAID):
        grade = Grade.WATCH if now < TIPS_WATCH else Grade.NOTE
        place = Place(None, None, case)
        yield stance.TipsSooner(grade=grade, place=place, step=Step.STANCE, was=was, now=now, height_m=heights[case])


def _back_on_target(a: Assessment, axle: int) -> tuple[Remedy, ...]:
    fit = a.job.proposal.axles[axle]
    ways = []
    if any(c.free_length_m or c.spacer_m for c in (fit.left, fit.right)):
        ways.append(Remedy("solve springs", Place(axle)))
    if fit.sides == "same":
        ways.append(Remedy("spacer allowed", Place(axle)))
    return tuple(ways)


def _springs(a: Assessment) -> Iterator[Judgement]:
    s = a.proposed
    for i, o in enumerate(a.orders):
        if o.picked not in ("frequency", "two loads"):
            yield springs.RateNotPicked(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=o.picked)
        if not all(f.length_known for f in a.found_springs[i]):
            change = float(np.mean([new - f.implied_free_m for new, f in zip(o.order.free_m, a.found_springs[i], strict=True)]))
            yield springs.LengthAssumed(grade=Grade.NOTE, place=Place(i), step=Step.SPRING, change_m=change)
        for side in (0, 1):
            end = droop_end(s.events[i][side]).travel_m
            yield from _preload(a, i, side, end)
            topped = np.where(s.stands, end - s.rest.travel_m[i, side], -np.inf)
            worst = int(np.argmax(topped))
            if topped[worst] > -0.0005:
                yield springs.ToppedOut(grade=Grade.WATCH, place=Place(i, side, worst), step=Step.SPRING, by_m=float(topped[worst]))
            beyond = np.nonzero(s.beyond[i, side] & s.stands)[0]
            if beyond.size:
                yield springs.BeyondLaw(grade=Grade.FAULT, place=Place(i, side, int(beyond[0])), step=Step.TRAVEL)
            falling = np.nonzero(s.falling[i, side] & s.stands)[0]
            if falling.size:
                yield springs.FallingCurve(
                    grade=Grade.WATCH,
                    place=Place(i, side, int(falling[0])),
                    step=Step.SPRING,
                    wheel_rate=float(s.wheel_rate[i, side, falling[0]]),
                )
    yield from _damping(a)
    yield from _comes_and_goes(a)
    hz = s.frequency_hz[..., a.target_case].mean(axis=1)
    if s.stands[a.target_case] and hz[0] > 0 and not FLAT_RIDE[0] <= hz[-1] / hz[0] <= FLAT_RIDE[1]:
        yield springs.FrequencySplit(
            grade=Grade.NOTE, place=Place(None, None, a.target_case), step=Step.SPRING, front_hz=float(hz[0]), rear_hz=float(hz[-1])
        )


def _comes_and_goes(a: Assessment) -> Iterator[Judgement]:
    """Axles that drop far between their lightest and heaviest load: steel for what stays, a helper for what does not."""
    s = a.proposed
    loads = [c for c in range(a.cases) if s.stands[c] and a.job.cases[c].kind == "load"]
    if len(loads) < 2:
        return
    for i in range(len(a.axles)):
        pads, height = s.pad_kg[i].sum(axis=0), s.hub_to_arch_m[i].mean(axis=0)
        light, full = min(loads, key=lambda c: pads[c]), max(loads, key=lambda c: pads[c])
        drop = float(height[light] - height[full])
        if drop > DROPS_FAR:
            stays = max(float(pads[light] - sum(p.value for p in a.axles[i].pad_kg)), 0.0)
            goes = float(pads[full] - pads[light])
            place = Place(i, None, full)
            yield springs.ComesAndGoes(grade=Grade.NOTE, place=place, step=Step.SPRING, goes_kg=goes, stays_kg=stays, drop_m=drop)


def _preload(a: Assessment, i: int, side: int, droop_travel: float) -> Iterator[Judgement]:
    """Compression of the main spring at full droop against what practice allows."""
    axle, o = a.axles[i], a.orders[i]
    x = float(axle.spring_motion.at(np.asarray(droop_travel))[0]) + o.offset_m[side]
    stroke = a.fits[i].shock_stroke_m
    limit = min(MOST_PRELOAD, PRELOAD_SHARE * stroke) if stroke else MOST_PRELOAD
    if x > limit:
        yield springs.MuchPreload(grade=Grade.WATCH, place=Place(i, side), step=Step.SPRING, preload_m=x, limit_m=limit)


def hanging_force_n(a: Assessment, axle: int, side: int) -> tuple[float, float]:
    """Preload in m and spring force in N of an ordered spring with the wheel hanging; zero when it is loose."""
    end = droop_end(a.proposed.events[axle][side]).travel_m
    x = float(a.axles[axle].spring_motion.at(np.asarray(end))[0]) + a.orders[axle].offset_m[side]
    return x, max(x, 0.0) * a.orders[axle].order.rate_n_per_m[side]
