"""The working behind a band: what each source has in it."""

from __future__ import annotations

import math

from isostat.assess.setup.settlement import settle_share, settling_assumed
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.band import predicted
from isostat.assess.workings.grounds import height_guessed
from isostat.assess.workings.shown import Shown
from isostat.core.fitting.band_draws import Source
from isostat.core.working import Given, Origin, Working
from isostat.language import decimal, tr

LISTED = 5  # sources that are named; the rest is one line


def band(a: Assessment, k: Shown) -> Working:
    """Half of the band of a height: the largest sources, each as the band it would leave alone."""
    prediction = predicted(a)
    at = (k.axle, k.side, k.case)
    half = float(prediction.band.half_m[at])
    by: dict[str, float] = {}
    for source, share in zip(prediction.sources, prediction.band.share[(slice(None), *at)], strict=True):
        words = _words(a, source)
        by[words] = by.get(words, 0.0) + float(share)
    first = sorted(by.items(), key=lambda pair: -pair[1])[:LISTED]
    parts = [(words, half * math.sqrt(min(share, 1.0))) for words, share in first]
    rest = math.sqrt(max(half**2 - sum(m**2 for _, m in parts), 0.0))
    letters = "abcdefgh"
    inputs = [Given(letters[n], words, "fine length", m, Origin.ASSUMED) for n, (words, m) in enumerate(parts)]
    inputs.append(Given("o", "all other sources", "fine length", rest, Origin.ASSUMED))
    return Working(
        name="height tolerance ±",
        symbol="e",
        quantity="height",
        expression=f"sqrt({' + '.join(f'{g.symbol}**2' for g in inputs)})",
        inputs=tuple(inputs),
        result=math.sqrt(sum(g.value**2 for g in inputs)),
        approximate=False,
        rule="Two standard deviations of 5000 trials of the whole vehicle. The first source is worth measuring better.",
    )


def _words(a: Assessment, source: Source) -> str:
    """Left and right of an axle in one line; items by their name."""
    if source.axle is None:
        return tr(source.what)
    return tr("{what}, {axle}", what=tr(source.what), axle=a.job.vehicle.axles[source.axle].name.lower())


def settled(a: Assessment, k: Shown) -> Working:
    """Height after the coils have settled."""
    prediction = predicted(a)
    new = float(a.proposed.hub_to_arch_m[k.axle, k.side, k.case])
    after = float(prediction.settled_m[k.axle, k.side, k.case])
    share, rough = settle_share(a.job, k.axle), settling_assumed(a.job, k.axle)
    origin = Origin.ASSUMED if rough else Origin.TYPED
    return Working(
        name="hub to arch, settled",
        symbol="h_s",
        quantity="height",
        expression="h - s",
        inputs=(
            Given("h", "hub to arch, new springs", "height", new, Origin.SOLVED),
            Given("s", tr("settling, {p} % of the loaded deflection", p=decimal(share * 100, 1)), "height", new - after, origin),
        ),
        result=after,
        approximate=rough or height_guessed(a, k),
        rule="Coils settle 2 to 5 % of it, leaves 3 to 6 %, mostly in the first few hundred kilometres; off the jack they stand "
        "some 6 mm higher until it is rolled (common practice, no source).",
    )
