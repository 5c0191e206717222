"""The workings of the log: what an entry was promised, how far it is off, where a corner will settle to."""

from __future__ import annotations

import numpy as np

from isostat.assess.log.promise import FORECAST_KM, Verdict, case_of, driven_km, held, promise, settles_on, turned_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.band import predicted
from isostat.assess.workings.grounds import height_guessed
from isostat.assess.workings.shown import Shown
from isostat.core import rules
from isostat.core.working import Given, Origin, Working
from isostat.job.edits.taught import taught_of
from isostat.language import decimal, tr

SAME_M = 0.0005  # to which what was promised is still what the parts as they are now would give


def promised(a: Assessment, k: Shown) -> Working:
    """The middle of what an entry was promised at a wheel, as it is kept with it."""
    entry, found = a.job.log[k.entry], held(a, k.entry)
    kept, (fitted, down) = float(found.promise.middle_m[k.axle, k.side]), _fitted(a, k, driven_km(entry))
    high = float(rules.JUST_LOWERED[1]) if entry.state == "lowered" else 0.0
    since = abs(fitted - down + high - kept) > SAME_M
    words = "hub to arch as fitted, by the parts of that day" if since else "hub to arch as fitted, mean of 5000 trials"
    book = float(sum(one.mean_m for one in taught_of(a.job, k.axle)))
    inputs = [Given("h", words, "height", kept + down - high - book, Origin.TYPED if since else Origin.SOLVED)]
    if book:
        inputs.append(Given("b", "higher, by the shop book", "height", book, Origin.COMPUTED))
    if down:
        inputs.append(Given("s", _settled_by(driven_km(entry)), "height", down, Origin.ASSUMED))
    if high:
        inputs.append(Given("u", "usual before it is rolled", "height", high, Origin.ASSUMED))
    return Working(
        name="hub to arch, promised",
        symbol="h_p",
        quantity="height",
        expression="h" + (" + b" if book else "") + (" - s" if down else "") + (" + u" if high else ""),
        inputs=tuple(inputs),
        result=kept,
        approximate=height_guessed(a, k),
        rule="Kept with the entry, whatever changes later. Its band holds 19 in 20 vehicles.",
    )


def _fitted(a: Assessment, k: Shown, km: float) -> tuple[float, float]:
    """Hub to arch as fitted by the parts as they are now, and how far that goes down in a distance, m."""
    case = case_of(a, a.job.log[k.entry])
    new, then = (float(promise(a, case, d).middle_m[k.axle, k.side]) for d in (0.0, km))
    return new, new - then


def _settled_by(km: float) -> str:
    return tr("usually settled by {km} km", km=decimal(km, 0))


def off_promise(a: Assessment, k: Shown) -> Working:
    """How far a wheel reads off its promise, higher +."""
    found = held(a, k.entry)
    read, middle = (float(m[k.axle, k.side]) for m in (found.read_m, found.promise.middle_m))
    return Working(
        name="off the promise",
        symbol="d",
        quantity="height",
        expression="r - h_p",
        inputs=(
            Given("r", "hub to arch, read", "height", read, Origin.MEASURED),
            Given("h_p", "hub to arch, promised", "height", middle, Origin.SOLVED),
        ),
        result=read - middle,
        approximate=False,
        rule="Beyond the band it has a cause; small misses are not worth a correction (common practice, no source).",
    )


def settles_to(a: Assessment, k: Shown) -> Working:
    """Where a corner will stand once its springs have settled, by all readings in its case."""
    case, corner, last = case_of(a, a.job.log[k.entry]), 2 * k.axle + k.side, len(a.job.log)
    forecast = settles_on(a, case).mean_m[:, corner]
    fitted = float(predicted(a).band.middle_m[k.axle, k.side, case])
    turned, off, down = float(turned_m(a, last, case)[k.axle, k.side]), float(forecast[0]), float(forecast[0] - forecast[-1])
    return Working(
        name="hub to arch, settled",
        symbol="h_s",
        quantity="height",
        expression="h + t + o - s",
        inputs=(
            Given("h", "hub to arch as fitted, mean of 5000 trials", "height", fitted, Origin.SOLVED),
            Given("t", "higher by what was turned", "height", turned, Origin.SOLVED),
            Given("o", "new springs higher, by all readings", "height", off, Origin.COMPUTED),
            Given("s", tr("still settles, new to {km} km", km=decimal(FORECAST_KM[-1], 0)), "height", down, Origin.COMPUTED),
        ),
        result=fitted + turned + float(forecast[-1]),
        approximate=True,
        rule="A share of the deflection settles, by an exponential or a logarithm of the distance: readings weigh all forms anew.",
    )


def shown_log(a: Assessment) -> list[Shown]:
    """Every such number of a log that is judged."""
    if not a.proposed.stands.all():
        return []
    wheels = [(axle, side) for axle in range(len(a.axles)) for side in (0, 1)]
    keys = []
    for n in range(len(a.job.log)):
        found = held(a, n)
        if found.verdict is not Verdict.NOT_PROMISED:
            keys += [Shown(promised, *at, found.promise.case, entry=n) for at in wheels]
            keys += [Shown(off_promise, *at, found.promise.case, entry=n) for at in wheels if np.isfinite(found.miss_m[at])]
        keys += [Shown(settles_to, *at, found.promise.case, entry=n) for at in wheels]
    return keys
