"""Workings of a stacked pair at an axle: preload, change of rate, the ring's place, the collar, the main spring at full bump."""

from __future__ import annotations

from functools import partial

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.stacked import Stacked, stacked
from isostat.assess.workings.rate_at_target import curve_rate, made_rate
from isostat.assess.workings.shown import Explain, Shown
from isostat.core.springs.ring_fit import force_at, main_length, preload
from isostat.core.working import Given, Origin, Working
from isostat.language import tr


def _stacked(a: Assessment, k: Shown) -> Stacked:
    pair = stacked(a, k.axle)
    if pair is None:
        raise KeyError("no stack")
    return pair


def _made(name: str, symbol: str, expression: str, inputs: tuple[Given, ...], result: float, rule: str) -> Working:
    return Working(
        name=name,
        symbol=symbol,
        quantity="coil size",
        expression=expression,
        inputs=inputs,
        result=result,
        approximate=False,
        rule=rule,
    )


def _length(symbol: str, words: str, value: float, origin: Origin = Origin.TYPED) -> Given:
    return Given(symbol, words, "fine length", value, origin)


def rate(a: Assessment, k: Shown) -> Working:
    """Rate of a stack at the target: of all its springs, while none is solid or on the ring."""
    pair, result = _stacked(a, k).pair, a.orders[k.axle].order.rate_n_per_m[k.side]
    parts = [part for part in (pair.third, pair.top, pair.main) if part is not None]
    if abs(result * sum(1.0 / part.rate for part in parts) - 1.0) >= 1e-9:
        return curve_rate(a, k)
    inputs = tuple(
        Given(f"k_{n}", tr("spring {n} from the top", n=n), "rate", p.rate, Origin.TYPED) for n, p in enumerate(parts, 1)
    )
    expression = f"1 / ({' + '.join(f'1 / {given.symbol}' for given in inputs)})"
    return made_rate(expression, inputs, result, "Springs in series, none of them coil-bound or on the crossover ring.")


def hanging(a: Assessment, k: Shown) -> Working:
    """Preload of the whole stack at full droop."""
    stack = _stacked(a, k)
    pair = stack.pair
    return _made(
        "preload at full droop",
        "p",
        "l_1 + l_2 + s - e",
        (
            _length("l_1", "top spring free length", pair.top.free_m),
            _length("l_2", "main spring free length", pair.main.free_m),
            _length("s", "slider", pair.slider_m),
            _length("e", "collar to perch, shock extended", stack.shock.extended_m),
        ),
        preload(pair, stack.shock),
        "Below zero the springs are loose. Over 75 mm they are too soft (common practice, no source).",
    )


def change(a: Assessment, k: Shown) -> Working:
    """Shaft from ride height to where the rate changes."""
    stack = _stacked(a, k)
    if stack.crossover is None:
        raise KeyError("no crossover")
    before, ride = preload(stack.pair, stack.shock), float(stack.ride_m[k.case])
    return _made(
        "shaft travel from ride to crossover",
        "c",
        "sqrt((x - p - u)**2)",
        (
            _length("x", "compression at crossover", stack.crossover.x_m, Origin.COMPUTED),
            _length("p", "preload at full droop", before, Origin.COMPUTED),
            _length("u", "shaft travel at ride, from full droop", ride, Origin.SOLVED),
        ),
        abs(stack.crossover.x_m - before - ride),
        "At the wheel it is this over the shock's motion ratio.",
    )


def ring(a: Assessment, k: Shown) -> Working:
    """Collar to ring for the wanted crossover."""
    stack = _stacked(a, k)
    pair, set_ = stack.pair, stack.pair.ring_m
    if set_ is None or stack.crossover is None:
        raise KeyError("no ring")
    if stack.crossover.by != "ring":  # it is not what changes the rate, so that it follows from nothing but the hand
        by_hand = (_length("g_0", "where the ring is set", set_),)
        return _made(
            "collar to crossover ring", "g", "g_0", by_hand, set_, "The slider does not reach it before a spring is coil-bound."
        )
    upper, force = [pair.top] if pair.third is None else [pair.third, pair.top], stack.crossover.force_n
    given: list[Given] = []
    for n, (part, words) in enumerate(zip(upper, ("third spring", "top spring")[-len(upper) :], strict=True), start=1):
        gives = min(force / part.rate, part.way_m)
        given.append(_length(f"l_{n}", tr("{spring} free length", spring=tr(words)), part.free_m))
        given.append(_length(f"y_{n}", "its compression at the crossover force", gives, Origin.COMPUTED))
    return _made(
        "collar to crossover ring",
        "g",
        " + ".join(f"l_{n} - y_{n}" for n in range(1, len(upper) + 1)) + " - t",
        (*given, _length("t", "slider step", pair.step_m)),
        set_,
        "Face to face, all adjusted. With the collar run down the ring stays, and the top spring has less room.",
    )


def collar(a: Assessment, k: Shown) -> Working:
    """How far the collar goes for the target."""
    stack, o = _stacked(a, k), a.orders[k.axle]
    went = stack.seated.collar_m[k.side]
    shaft, stood = stack.seated.target_m[k.side], stack.seated.shock[k.side].extended_m + went
    before = stack.pair.free_m - stood
    return _made(
        "collar travel for the target",
        "d",
        "sqrt((x - p - u + r)**2)",
        (
            _length("x", "compression that carries the target load", o.pressed_m[k.side], Origin.COMPUTED),
            _length("p", "preload at full droop before", before, Origin.COMPUTED),
            _length("u", "shaft travel at target, from full droop", shaft, Origin.SOLVED),
            _length("r", "rounding, or as typed", went - (o.pressed_m[k.side] - before - shaft), Origin.COMPUTED),
        ),
        abs(went),
        "From where the collar was when collar to perch was measured. Preload changes height, not rate.",
    )


def main_at_bump(a: Assessment, k: Shown) -> Working:
    """Length of the main spring at full bump."""
    stack = _stacked(a, k)
    pair, force = stack.pair, force_at(stack.pair, stack.shock, stack.shock.bump_m)
    force = min(force, pair.main.rate * pair.main.way_m)
    return _made(
        "main spring at full bump",
        "l",
        "l_2 - F / k_2",
        (
            _length("l_2", "main spring free length", pair.main.free_m),
            Given("F", "force at full bump", "force", force, Origin.COMPUTED),
            Given("k_2", "its rate", "rate", pair.main.rate, Origin.TYPED),
        ),
        stack.main_at_bump_m,
        "The bump stop must take the impact, never a coil-bound spring.",
    )


def top_spring(a: Assessment, k: Shown) -> Working:
    """What the top spring keeps over solid at the ring with the collar run down."""
    stack = _stacked(a, k)
    pair, spare = stack.pair, stack.top_spare_m
    if spare is None or pair.ring_m is None:
        raise KeyError("no ring")
    down = max(stack.shock.down_m, 0.0)
    solid = pair.ring_m + pair.step_m - down - spare
    parts = (
        _length("g", "collar to crossover ring, all adjusted", pair.ring_m),
        _length("t", "slider step", pair.step_m),
        _length("w", "thread left below the collar", down),
        _length("l_s", "solid length above the slider", solid),
    )
    rule = "The ring stays on the body. Below zero the top spring coil-binds before the slider meets the ring."
    return _made("top spring reserve, collar run down", "m", "sqrt((g + t - w - l_s)**2)", parts, abs(spare), rule)


def mark_m(pair: Stacked, key: str, shaft_m: float) -> float | None:
    """What a ruler finds from the perch's upper face up to one of MARKS, the shaft in by so much, m; None where there is none."""
    m = pair.marks
    extended = {"collar": m.collar_m, "collar mark": m.collar_mark_m, "ring": m.ring_m, "ring mark": m.ring_mark_m}
    if key == "slider":
        return main_length(pair.pair, pair.shock, shaft_m) + pair.pair.slider_m
    found = extended[key]
    return None if found is None else found - shaft_m


def _mark(key: str, a: Assessment, k: Shown) -> Working:
    """A distance from the perch's upper face; with the shock extended, or at ride in a case (event)."""
    stack = _stacked(a, k)
    shaft = float(stack.ride_m[k.case]) if k.event == "at ride" else 0.0
    result = mark_m(stack, key, shaft)
    if result is None:
        raise KeyError("no ring")
    pair, shock = stack.pair, stack.shock
    u = _length("u", "shaft travel from extended", shaft, Origin.SOLVED)
    collar = _length("e", "collar to perch, shock extended, all adjusted", shock.extended_m, Origin.SOLVED)
    if key == "slider":
        force = (pair.main.free_m + pair.slider_m - result) * pair.main.rate
        inputs = (
            _length("l_2", "main spring free length", pair.main.free_m),
            Given("F", "force there", "force", force, Origin.COMPUTED),
            Given("k_2", "rate of the main spring", "rate", pair.main.rate, Origin.TYPED),
            _length("s", "slider", pair.slider_m),
        )
        return _made("slider", "h", "l_2 - F / k_2 + s", inputs, result, "Its upper face, which meets the ring.")
    if key == "ring mark":
        parts = (
            _length("b", "shaft travel to full bump", shock.bump_m, Origin.COMPUTED),
            _length("s", "slider", pair.slider_m),
            _length("l_s", "main spring solid length", pair.main.solid_m),
            _length("m", "coil-bind reserve", result + shaft - shock.bump_m - pair.slider_m - pair.main.solid_m),
            u,
        )
        rule = "Mark it on the body: with the ring lower, the main spring coil-binds at full bump."
        return _made("ring mark", "h", "b + s + l_s + m - u", parts, result, rule)
    if key == "collar":
        return _made("collar", "h", "e - u", (collar, u), result, "Its lower face, on which the top spring stands.")
    ring_at = _length("g", "collar to crossover ring", pair.ring_m or 0.0)
    if key == "ring":
        return _made("ring", "h", "e - g - u", (collar, ring_at, u), result, "The face that the slider meets.")
    keeps = _length("l_s", "solid length above the slider, less its step", result + shaft - shock.extended_m + (pair.ring_m or 0.0))
    rule = "Mark it on the body: with the collar lower, the top spring coil-binds before the slider meets the ring."
    return _made("collar mark", "h", "e - g + l_s - u", (collar, ring_at, keeps, u), result, rule)


MARKS: dict[str, Explain] = {key: partial(_mark, key) for key in ("collar", "collar mark", "ring", "ring mark", "slider")}
STACK = (hanging, change, ring, collar, main_at_bump, top_spring, *MARKS.values())


def shown_stack(a: Assessment) -> list[Shown]:
    """Every such number."""
    keys = []
    for axle in range(len(a.axles)):
        pair = stacked(a, axle)
        if pair is None:
            continue
        keys += [Shown(hanging, axle), Shown(main_at_bump, axle)]
        keys += [Shown(ring, axle)] if pair.pair.ring_m is not None and pair.crossover else []
        keys += [Shown(top_spring, axle)] if pair.top_spare_m is not None else []
        keys += [Shown(collar, axle, side) for side in (0, 1)]
        keys += [Shown(change, axle, case=c) for c in range(a.cases)] if pair.crossover else []
        found = [key for key in MARKS if mark_m(pair, key, 0.0) is not None]
        keys += [Shown(MARKS[key], axle, event="bench, hanging") for key in found]
        keys += [Shown(MARKS[key], axle, case=c, event="at ride") for key in found for c in range(a.cases)]
    return keys
