"""Workings of a stacked pair at an axle: preload, change of rate, the ring's place, the collar, the main spring at full bump."""

from __future__ import annotations

from isostat.assess.assessment import Assessment
from isostat.assess.stacking import Stacked, stacked
from isostat.assess.workings.shown import Shown
from isostat.core.tuning.stack_fit import force_at, preload
from isostat.core.working import Given, Origin, Working


def _told(a: Assessment, k: Shown) -> Stacked:
    told = stacked(a, k.axle)
    if told is None:
        raise KeyError("no stack")
    return told


def _made(name: str, symbol: str, expression: str, inputs: tuple[Given, ...], result: float, rule: str) -> Working:
    return Working(name=name, symbol=symbol, quantity="coil size", expression=expression, inputs=inputs, result=result,
                   approximate=False, rule=rule)  # fmt: skip


def _length(symbol: str, words: str, value: float, origin: Origin = Origin.TYPED) -> Given:
    return Given(symbol, words, "fine length", value, origin)


def hanging(a: Assessment, k: Shown) -> Working:
    """Preload of the whole stack at full droop."""
    told = _told(a, k)
    pair = told.pair
    return _made(
        "preload hanging", "p", "l_1 + l_2 + s - e",
        (_length("l_1", "top spring, free", pair.top.free_m), _length("l_2", "main spring, free", pair.main.free_m),
         _length("s", "slider", pair.slider_m), _length("e", "collar to perch, shock extended", told.shock.extended_m)),
        preload(pair, told.shock), "Below zero the springs are loose. Over 75 mm they are too soft (common practice, no source).",
    )  # fmt: skip


def change(a: Assessment, k: Shown) -> Working:
    """Shaft from ride height to where the rate changes."""
    told = _told(a, k)
    if told.crossover is None:
        raise KeyError("no crossover")
    before, ride = preload(told.pair, told.shock), float(told.ride_m[k.case])
    return _made(
        "shaft from ride to the change of rate", "c", "sqrt((x - p - u)**2)",
        (_length("x", f"compression at which it changes: {told.crossover.by}", told.crossover.x_m, Origin.COMPUTED),
         _length("p", "preload hanging", before, Origin.COMPUTED),
         _length("u", "shaft in at ride, from hanging", ride, Origin.SOLVED)),
        abs(told.crossover.x_m - before - ride), "At the wheel it is this over the shock's motion ratio.",
    )  # fmt: skip


def ring(a: Assessment, k: Shown) -> Working:
    """Collar to ring for the wanted crossover."""
    told = _told(a, k)
    pair, set_ = told.pair, told.pair.ring_m
    if set_ is None or told.crossover is None:
        raise KeyError("no ring")
    force = told.crossover.force_n
    rest = set_ - (pair.top.free_m - force / pair.top.rate - pair.step_m)
    return _made(
        "collar to ring", "g", "l_1 - F / k_1 - t + r",
        (_length("l_1", "top spring, free", pair.top.free_m),
         Given("F", "force at the crossover", "force", force, Origin.COMPUTED),
         Given("k_1", "rate of the top spring", "rate", pair.top.rate, Origin.TYPED),
         _length("t", "step of the slider", pair.step_m),
         _length("r", "what a third spring keeps; a spring that is solid before", rest, Origin.COMPUTED)),
        set_, "Face to face, all set. With the collar run down, the ring stays and the top spring keeps less.",
    )  # fmt: skip


def collar(a: Assessment, k: Shown) -> Working:
    """How far the collar goes for the target."""
    told, o = _told(a, k), a.orders[k.axle]
    went = told.seated.collar_m[k.side]
    shaft, stood = told.seated.target_m[k.side], told.seated.shock[k.side].extended_m + went
    before = told.pair.free_m - stood
    return _made(
        "way of the collar for the target", "d", "sqrt((x - p - u + r)**2)",
        (_length("x", "compression that carries what the target asks", o.pressed_m[k.side], Origin.COMPUTED),
         _length("p", "preload hanging where it stood", before, Origin.COMPUTED),
         _length("u", "shaft in at the target, from hanging", shaft, Origin.SOLVED),
         _length("r", "rounding, or as typed", went - (o.pressed_m[k.side] - before - shaft), Origin.COMPUTED)),
        abs(went), "From where the collar stood when collar to perch was measured. Preload moves height, not rate.",
    )  # fmt: skip


def main_at_bump(a: Assessment, k: Shown) -> Working:
    """Length of the main spring at full bump."""
    told = _told(a, k)
    pair, force = told.pair, force_at(told.pair, told.shock, told.shock.bump_m)
    force = min(force, pair.main.rate * pair.main.way_m)
    return _made(
        "main spring at full bump", "l", "l_2 - F / k_2",
        (_length("l_2", "main spring, free", pair.main.free_m), Given("F", "force at full bump", "force", force, Origin.COMPUTED),
         Given("k_2", "its rate", "rate", pair.main.rate, Origin.TYPED)),
        told.main_at_bump_m, "The bump stop takes the bottoming, never a bound coil.",
    )  # fmt: skip


STACK = {"stack hanging": hanging, "stack change": change, "stack ring": ring, "stack collar": collar, "stack main": main_at_bump}


def shown_stack(a: Assessment) -> list[Shown]:
    """Every such number."""
    keys = []
    for axle in range(len(a.axles)):
        told = stacked(a, axle)
        if told is None:
            continue
        keys += [Shown("stack hanging", axle), Shown("stack main", axle)]
        keys += [Shown("stack ring", axle)] if told.pair.ring_m is not None and told.crossover else []
        keys += [Shown("stack collar", axle, side) for side in (0, 1)]
        keys += [Shown("stack change", axle, case=c) for c in range(a.cases)] if told.crossover else []
    return keys
