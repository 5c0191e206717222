"""Workings of what a missing reading buys."""

from __future__ import annotations

from isostat.assess.measure.value_of_readings import Buy, as_ordered, missing_readings, one_buy
from isostat.assess.solve.assessment import Assessment, solved
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working
from isostat.job.files import JobFault
from isostat.language import tr


def height(a: Assessment, k: Shown) -> Working:
    """How far the worst corner would stand elsewhere."""
    return _working(_bought(a, k).heights_m, "hub to arch of the worst corner")


def travel(a: Assessment, k: Shown) -> Working:
    """How much less bump or droop the worst corner would have left."""
    return _working(_bought(a, k).travels_m, "bump or droop travel at the worst corner")


def _bought(a: Assessment, k: Shown) -> Buy:
    missing = next((m for m in missing_readings(a) if (m.axle, m.what) == (k.axle, k.event)), None)
    if missing is None:
        raise KeyError("that reading is not missing")
    nothing = Buy(missing, (0.0, 0.0), (0.0, 0.0))
    try:
        ordered = as_ordered(a)
    except JobFault:
        return nothing
    return one_buy(solved(ordered), ordered, missing) or nothing


def _working(pair: tuple[float, float], words: str) -> Working:
    before, after = pair
    return Working(
        name="height at stake",
        symbol="d",
        quantity="height",
        expression="sqrt((h_1 - h_0)**2)",
        inputs=(
            Given("h_0", tr("{number}, as assumed", number=tr(words)), "height", before, Origin.SOLVED),
            Given("h_1", "the same with that reading at its error limit", "height", after, Origin.SOLVED),
        ),
        result=abs(after - before),
        approximate=False,
        rule="Parts as proposed, one assumed number two standard deviations off, the whole vehicle solved again.",
    )
