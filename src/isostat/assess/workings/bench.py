"""Workings of a spring on the bench; `axle` is its place there, `side` the axle at which it is held."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.bench import AtAxle, Benched, at_axle, benched
from isostat.assess.workings.helix import solid_length, stress
from isostat.assess.workings.inputs import given_or
from isostat.assess.workings.shown import Shown
from isostat.core.springs.helix import Helix
from isostat.core.working import Given, Origin, Working
from isostat.language import decimal, tr


def _benched(a: Assessment, k: Shown) -> Benched:
    if k.axle >= len(a.job.bench):
        raise KeyError("no such spring on the bench")
    return benched(a.job.bench[k.axle])


def _helix(a: Assessment, k: Shown) -> Helix:
    helix = _benched(a, k).helix
    if helix is None:
        raise KeyError("no dimensions")
    return helix


def _held(a: Assessment, k: Shown) -> AtAxle:
    held = at_axle(a, k.side, _benched(a, k))
    if held is None:
        raise KeyError("no rate")
    return held


def _read(symbol: str, words: str, quantity: str, value: float) -> Given:
    return Given(symbol, words, quantity, value, Origin.MEASURED)


def caliper(a: Assessment, k: Shown) -> Working:
    """Rate from the dimensions."""
    h, by_caliper = _helix(a, k), _benched(a, k).caliper
    share = 0.0 if by_caliper is None else by_caliper.share
    return Working(
        name="rate from dimensions",
        symbol="R",
        quantity="rate",
        expression="G * d**4 / (8 * D**3 * n)",
        inputs=(
            given_or(
                "G", tr("shear modulus, {wire}", wire=tr(h.wire.name)), "modulus", a.job.bench[k.axle].shear_pa, h.wire.shear_pa
            ),
            _read("d", "wire", "fine length", h.wire_m),
            _read("D", "mean diameter", "fine length", h.mean_m),
            _read("n", "active coils", "ratio", h.active),
        ),
        result=h.rate,
        approximate=False,
        rule=tr(
            "EN 13906-1. ± {p} %: wire diameter counts most (fourth power); measure it at several places, paint removed.",
            p=decimal(share * 100, 0),
        ),
    )


def press(a: Assessment, k: Shown) -> Working:
    """Rate from the press."""
    tested = _benched(a, k).press
    if tested is None:
        raise KeyError("no press readings")
    rows = [r.length_m.value for r in a.job.bench[k.axle].press if r.length_m and r.force_kg]
    first = max(rows)
    return Working(
        name="rate from the press test",
        symbol="R",
        quantity="rate",
        expression="F / (L - l)",
        inputs=(
            Given("F", "fitted force at the first length", "force", tested.rate * (tested.free_m - first), Origin.COMPUTED),
            Given("L", "free length from the fitted line", "fine length", tested.free_m, Origin.COMPUTED),
            _read("l", "first press length", "fine length", first),
        ),
        result=tested.rate,
        approximate=False,
        rule=tr(
            "Straight line through all readings, weighted by their errors: ± {p} %. Keep clear of the spring axis.",
            p=decimal(tested.share * 100, 0),
        ),
    )


def solid(a: Assessment, k: Shown) -> Working:
    """Solid length."""
    return solid_length(_helix(a, k), Origin.MEASURED)


def mass(a: Assessment, k: Shown) -> Working:
    """Mass of the coil."""
    h = _helix(a, k)
    return Working(
        name="mass of the spring",
        symbol="m",
        quantity="mass",
        expression="rho * pi**2 * d**2 * D * N / 4",
        inputs=(
            Given("rho", "density of steel", "density", h.wire.density, Origin.ASSUMED),
            _read("d", "wire", "fine length", h.wire_m),
            _read("D", "mean diameter", "fine length", h.mean_m),
            _read("N", "total coils", "ratio", h.turns),
        ),
        result=h.mass_kg,
        approximate=False,
        rule=tr("Weigh it to check wire and coil count. Surge at {hertz} Hz.", hertz=decimal(h.surge_hz, 0)),
    )


def grows(a: Assessment, k: Shown) -> Working:
    """What it grows across when pressed solid."""
    h = _helix(a, k)
    return Working(
        name="OD growth when compressed solid",
        symbol="g",
        quantity="fine length",
        expression="sqrt(D**2 + (p**2 - d**2) / pi**2) - D",
        inputs=(
            _read("D", "mean diameter", "fine length", h.mean_m),
            Given("p", "pitch of the active coils", "fine length", h.pitch_m, Origin.COMPUTED),
            _read("d", "wire", "fine length", h.wire_m),
        ),
        result=h.grows_m(),
        approximate=False,
        rule="From the length of its wire, ends held. Perch, pocket and everything around it must leave that much room.",
    )


def length(a: Assessment, k: Shown) -> Working:
    """Length under what the target asks of an axle."""
    part, held = _benched(a, k), _held(a, k)
    rate, free = part.rate, part.free_m
    assert rate is not None and free is not None
    where = a.job.vehicle.axles[k.side].name.lower()
    return Working(
        name="length under the target load",
        symbol="l",
        quantity="coil size",
        expression="L - F / R",
        inputs=(
            Given("L", "free length", "fine length", free, Origin.MEASURED),
            Given("F", tr("spring force at target, {where}", where=where), "force", held.force_n, Origin.SOLVED),
            Given("R", "its rate", "rate", rate[0], Origin.COMPUTED),
        ),
        result=held.length_m,
        approximate=False,
        rule="The space between the seats at target, spacers removed, should be this.",
    )


def used(a: Assessment, k: Shown) -> Working:
    """Stress at ride, as a share of what is allowed."""
    return stress(_helix(a, k), _held(a, k).force_n, "at target", Origin.MEASURED)


def used_solid(a: Assessment, k: Shown) -> Working:
    """Stress when solid, as a share of what is allowed."""
    part, h = _benched(a, k), _helix(a, k)
    rate, free = part.rate, part.free_m
    assert rate is not None and free is not None
    return stress(h, rate[0] * max(free - h.solid_m, 0.0), "if coil-bound", Origin.MEASURED)


BENCH = (caliper, press, solid, mass, grows, length, used, used_solid)


def shown_bench(a: Assessment) -> list[Shown]:
    """Every such number."""
    keys = []
    for n, coil in enumerate(a.job.bench):
        part = benched(coil)
        read = [press] if part.press else []
        read += [caliper, solid, mass, grows] if part.helix else []
        keys += [Shown(number, n) for number in read]
        for axle in range(len(a.axles)):
            keys += [Shown(length, n, axle)] if part.rate and part.free_m else []
            keys += [Shown(number, n, axle) for number in (used, used_solid) if part.helix]
    return keys
