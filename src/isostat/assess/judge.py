"""What is wrong, worth a watch or worth knowing in an assessment, gravest first."""

from __future__ import annotations

from collections.abc import Iterator
from typing import get_args

import numpy as np

from isostat.assess.load.judge import carrying_judgements
from isostat.assess.load.judge_tandem import tandem_judgements
from isostat.assess.load.staying import load_cases, stays_kg
from isostat.assess.measure.judge_tests import measured_judgements
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.judge import curved_judgements
from isostat.assess.spring.judge_air import air_judgements
from isostat.assess.spring.judge_leaf import leaf_judgements
from isostat.assess.stance.judge import stance_judgements
from isostat.assess.travel.damping import as_weighed, damped, light_and_full
from isostat.assess.travel.judge import travel_judgements
from isostat.core.findings import springs
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.core.findings.stance import TargetOutOfReach
from isostat.core.springs.coil import Coil
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.torsion.bar import ArmLaw
from isostat.core.travel.events import droop_end
from isostat.job.fitted import Pick

PICKED = get_args(Pick.model_fields["way"].annotation)
OUTSIDE = 0.03  # of a rate that is not said (stated rule)
DROPS_FAR = 0.040  # m between the lightest and the heaviest load that is said (stated rule)
MOST_PRELOAD, PRELOAD_SHARE = 0.075, 0.25  # common practice, no source
FLAT_RIDE = (0.95, 1.30)
DAMPING = (0.20, 0.50)  # of the body, below which it wallows and above which it is harsh (common practice, no source)
DAMPED = (0.85, 1.25)  # share of the damping as found that is not said (stated rule)


def judge(a: Assessment) -> tuple[Judgement, ...]:
    """All judgements on a job, gravest first, then by axle, side and case."""
    found = [
        *carrying_judgements(a),
        *measured_judgements(a),
        *stance_judgements(a),
        *_springs(a),
        *curved_judgements(a),
        *air_judgements(a),
        *tandem_judgements(a),
        *leaf_judgements(a),
        *travel_judgements(a),
    ]

    def rank(j: Judgement) -> tuple[int, int, int, int, str]:
        p = j.place
        return (
            -j.grade,
            -1 if p.axle is None else p.axle,
            -1 if p.side is None else p.side,
            -1 if p.case is None else p.case,
            type(j).__name__,
        )

    return tuple(sorted((j for j in found if _of_what_can_be_had(a, j)), key=rank))


def _of_what_can_be_had(a: Assessment, j: Judgement) -> bool:
    """False of a spring that is not ordered, as none holds the target: of that axle only this is said."""
    axle = j.place.axle
    return j.step is not Step.SPRING or axle is None or a.orders[axle].can_be_had or isinstance(j, TargetOutOfReach)


def _damping(a: Assessment) -> Iterator[Judgement]:
    """The damper against the new spring and load: c/√(k·m) as fitted over as found, each in its heaviest case."""
    for i, fit in enumerate(a.job.proposal.axles):
        if a.fits[i].damper is not None:  # tested: by its exact pole
            yield from _by_pole(a, i)
            continue
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


def _by_pole(a: Assessment, axle: int) -> Iterator[Judgement]:
    """Too little damping with the heaviest load, or too much with the lightest."""
    light, full = light_and_full(a)
    for case, (low, high) in ((full, (DAMPING[0], np.inf)), (light, (0.0, DAMPING[1]))):
        told = damped(a, axle, case)
        if told is not None and not low <= told.ratio <= high:
            was = as_weighed(a, axle)
            yield springs.DampedAmiss(
                grade=Grade.WATCH,
                place=Place(axle, None, case),
                step=Step.TRAVEL,
                ratio=told.ratio,
                found_ratio=was.ratio if was else None,
                low=DAMPING[0],
                high=DAMPING[1],
            )


def _springs(a: Assessment) -> Iterator[Judgement]:
    s = a.proposed
    for i, o in enumerate(a.orders):
        if o.picked not in PICKED:
            yield springs.RateNotPicked(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=o.picked)
        rate, window = float(np.mean(o.order.rate_n_per_m)), o.window
        if o.can_be_had and o.stack is None and o.air is None and window.by(rate, OUTSIDE) is not None:
            place = Place(i, None, a.target_case)
            yield springs.RateOutsideWindow(grade=Grade.NOTE, place=place, step=Step.SPRING, rate_n_per_m=rate, window=window)
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
    ordered = all(o.can_be_had for o in a.orders)
    if ordered and s.stands[a.target_case] and hz[0] > 0 and not FLAT_RIDE[0] <= hz[-1] / hz[0] <= FLAT_RIDE[1]:
        yield springs.FrequencySplit(
            grade=Grade.NOTE, place=Place(None, None, a.target_case), step=Step.SPRING, front_hz=float(hz[0]), rear_hz=float(hz[-1])
        )


def _comes_and_goes(a: Assessment) -> Iterator[Judgement]:
    """Axles that drop far between their lightest and heaviest load: steel for what stays, a helper for what does not."""
    s = a.proposed
    loads = load_cases(a)
    if len(loads) < 2:
        return
    for i in range(len(a.axles)):
        pads, height = s.pad_kg[i].sum(axis=0), s.hub_to_arch_m[i].mean(axis=0)
        light, full = min(loads, key=lambda c: pads[c]), max(loads, key=lambda c: pads[c])
        drop = float(height[light] - height[full])
        if drop > DROPS_FAR:
            stays = max(float(stays_kg(a, i)[full]), 0.0)
            goes = float(pads[full] - pads[light])
            place = Place(i, None, full)
            yield springs.ComesAndGoes(grade=Grade.NOTE, place=place, step=Step.SPRING, goes_kg=goes, stays_kg=stays, drop_m=drop)


def _preload(a: Assessment, i: int, side: int, droop_travel: float) -> Iterator[Judgement]:
    """Compression of the main spring at full droop against what practice allows."""
    axle, o = a.axles[i], a.orders[i]
    x = float(axle.spring_motion.at(np.asarray(droop_travel))[0]) + o.offset_m[side]
    stroke = a.fits[i].shock_stroke_m
    if o.air is not None or isinstance(o.law[side], LeafLaw | ArmLaw):  # a pack hangs from its eyes, an arm from its bar
        return
    limit = min(MOST_PRELOAD, PRELOAD_SHARE * stroke) if stroke else MOST_PRELOAD
    if x > limit:
        cures = _firmer(a, i, side, x, limit)
        yield springs.MuchPreload(
            grade=Grade.WATCH, place=Place(i, side), step=Step.SPRING, preload_m=x, limit_m=limit, remedies=cures
        )


def _firmer(a: Assessment, i: int, side: int, preload_m: float, limit_m: float) -> tuple[Remedy, ...]:
    """The rate of a plain coil that holds the target with no more preload than usual; its length follows."""
    o = a.orders[i]
    pressed = o.pressed_m[side] - preload_m + limit_m
    if not isinstance(o.law[side], Coil) or pressed <= 0.0:
        return ()
    return (Remedy("rate", Place(i), float(np.ceil(o.target_force_n[side] / pressed / 100.0)) * 100.0),)
