"""What is wrong with what the vehicle carries: it falls over, a rating, the steering, the nose."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.load.findings import LightSteering, LoadOutsideWheels, NoseLift, NoseLoad, OverRating, Unsettled, WheelInTheAir
from isostat.assess.load.load_that_stays import carried_by
from isostat.assess.load.ratings import nose_kg, ratings
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import CarryLess
from isostat.core import rules


def carrying_judgements(a: Assessment) -> Iterator[Judgement]:
    """All judgements on what is carried, in no order."""
    s = a.proposed
    for case in range(a.cases):
        if s.support_m[case] <= 0.0:
            outside = -s.support_m[case] if np.isfinite(s.support_m[case]) else 0.0
            yield LoadOutsideWheels(grade=Grade.FAULT, place=Place(case=case), step=Step.LOAD, outside_m=float(outside))
        elif not s.stands[case]:
            yield Unsettled(grade=Grade.FAULT, place=Place(case=case), step=Step.LOAD, residual_n=float(s.rest.residual_n[case]))
        else:
            for axle, side in np.argwhere(s.rest.pad_n[..., case] <= 0.5):
                yield WheelInTheAir(grade=Grade.FAULT, place=Place(int(axle), int(side), case), step=Step.LOAD)
    yield from _ratings(a)
    yield from _steering(a)
    yield from _nose(a)
    yield from _nose_load(a)


def _ratings(a: Assessment) -> Iterator[Judgement]:
    """Each plate and rating in the case that loads it most; no spring clears it."""
    for r in ratings(a):
        case = int(np.argmax(np.where(a.proposed.stands, r.load_kg, -np.inf)))
        worst = float(r.load_kg[case])
        if worst <= r.limit_kg * (1 - rules.NEARLY_FULL) or not a.proposed.stands[case]:
            continue
        yield OverRating(
            grade=Grade.FAULT if worst > r.limit_kg else Grade.WATCH,
            place=Place(r.axle, r.side, case),
            step=Step.LOAD,
            what=r.what,
            load_kg=worst,
            rating_kg=r.limit_kg,
            remedies=_relief(a, r.axle, case, worst, r.limit_kg) if r.what != "hitch" else (),
        )


def _relief(a: Assessment, axle: int | None, case: int, worst_kg: float, limit_kg: float) -> tuple[Remedy, ...]:
    """Something moved to the other axle, less of a tank, or a thing left off; of a wheel's rating twice as much for its axle."""
    too_much = worst_kg - limit_kg * (1 - rules.NEARLY_FULL)
    moved = () if axle is None else offers.move(a, axle, case, too_much)
    less = _carry_less(a, axle, case, too_much)
    if less:
        return (*moved, *less)
    heavy = worst_kg - limit_kg
    share = np.ones(len(a.job.items)) if axle is None else carried_by(a, axle)
    things = [  # what comes and goes before what stays, the lightest that is enough
        (item.stays, float(a.loading.items_kg[case, n]), n)
        for n, item in enumerate(a.job.items)
        if item.kind != "tank" and a.loading.items_kg[case, n] * share[n] > max(heavy, 0.0)
    ]
    off = (CarryLess(case, min(things)[2], 0.0),) if things and heavy > 0.0 else ()
    return (*moved, *off)


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
            return (CarryLess(case, index, float(np.floor(left * 100) / 100)),)
    return ()


def _steering(a: Assessment) -> Iterator[Judgement]:
    steered = [i for i, axle in enumerate(a.job.vehicle.axles) if axle.steered]
    if not steered:
        return
    share = a.proposed.pad_kg[steered].sum(axis=(0, 1)) / np.maximum(a.loading.whole_kg, 1e-6)
    share = np.where(a.proposed.stands, share, 1.0)
    case = int(np.argmin(share))
    if share[case] < rules.LIGHT_STEERING_WATCH:
        fault = share[case] < rules.LIGHT_STEERING_FAULT
        yield LightSteering(
            grade=Grade.FAULT if fault else Grade.WATCH,
            place=Place(steered[0], None, case),
            step=Step.LOAD,
            share=float(share[case]),
            limit=rules.LIGHT_STEERING_FAULT if fault else rules.LIGHT_STEERING_WATCH,
        )


def _nose_load(a: Assessment) -> Iterator[Judgement]:
    """A trailer's nose in the case that is furthest from the usual share."""
    if a.loading.hitch is None or not a.proposed.stands.any():
        return
    nose = nose_kg(a)
    share = nose / np.maximum(a.loading.whole_kg, 1e-6)
    off = np.where(a.proposed.stands, np.maximum(rules.NOSE_SHARE[0] - share, share - rules.NOSE_SHARE[1]), -np.inf)
    case = int(np.argmax(off))
    if off[case] > 0.0:
        aim = float(np.clip(share[case], rules.NOSE_SHARE[0] + rules.NOSE_CLEAR, rules.NOSE_SHARE[1] - rules.NOSE_CLEAR))
        yield NoseLoad(
            grade=Grade.FAULT if nose[case] <= 0.0 else Grade.WATCH,
            place=Place(case=case),
            step=Step.LOAD,
            nose_kg=float(nose[case]),
            share=float(share[case]),
            low=rules.NOSE_SHARE[0],
            high=rules.NOSE_SHARE[1],
            remedies=offers.move_on_trailer(a, case, aim * float(a.loading.whole_kg[case]) - float(nose[case])),
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
        if behind > 0.0 and lifted >= rules.NOSE_LIFT * float(a.proposed.pad_kg[0, :, case].sum()):
            yield NoseLift(
                grade=Grade.NOTE,
                place=Place(0, None, case),
                step=Step.LOAD,
                item=index,
                front_kg=-float(lifted),
                rear_kg=float(most[case] + lifted),
            )
