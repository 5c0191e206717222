"""A small search against brute force: every set ordered as a job of its own, its contact order read off the wheels' way, and its
heights by `scipy.optimize.root` (SciPy, "hybr", MINPACK) on the exact laws, case by case."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.find.search import search
from isostat.assess.find.take import taken
from isostat.assess.find.wish import AxleWish, Steps
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import Landmarks
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.catalogue.sheet import read_sheet
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.job.demos import demo
from isostat.job.schema import Job
from tests.core.test_equilibrium import by_scipy

COILS = """coil,maker,rate,free length,solid length,price
A,Q,98,411,150,90
B,Q,98,409,150,80
C,Q,104,404,150,80
D,Q,90,420,150,80
E,Q,98,411,235,70
F,Q,75,380,150,60
G,Q,140,390,150,
"""


@dataclass(frozen=True)
class Tried:
    """What brute force says of a set."""

    stands: bool
    miss_m: float


def parts() -> Parts:
    with Index() as index:
        index.take(read_sheet(COILS, "coils.csv"), "coils.csv")
        return index.parts("coil")


def by_hand(a: Assessment, job: Job) -> Tried | None:
    """The set in the job: contact order as the wheels meet it, heights by the general solver; None where the order is wrong."""
    b = assess(job)
    for side in (0, 1):
        way, ratio, order = Landmarks(b.proposed.events[0][side]), b.axles[0].spring_ratio.value, b.orders[0]
        solid, loose = way.at(Event.COIL_SOLID), way.at(Event.COIL_LOOSE)
        kept = rules.COIL_MARGIN * order.target_force_n[side] / order.order.rate_n_per_m[side]
        if (solid is not None and (solid - way.full_m) * ratio < kept - 1e-9) or (
            loose is not None and loose > way.hanging_m + 1e-9
        ):
            return None
    miss = 0.0
    for case in range(b.cases):
        one, rest = b.proposed.platform.take(slice(case, case + 1)), b.proposed.rest
        z = by_scipy(one, b.proposed.bank, np.concatenate([rest.pose[:, case], rest.wheel_m[..., case].ravel()]) + 2e-4)
        half, x = one.half_track_m[0, 0], one.axle_x_m[0, 0]
        chassis = z[0] - x * z[1] + np.array([1.0, -1.0]) * half * z[2]
        height = a.baseline_m[0] - (z[3:5] - chassis)
        apart = height - a.fitted_target_m[0]
        allowed = a.job.target.band_m.value if case == a.target_case else rules.LIGHT_AND_FULL_DIFFER
        if np.abs(apart).max() > allowed:
            return Tried(False, 0.0)
        miss = max(miss, float(np.abs(apart).max()))
    return Tried(True, miss)


def test_equal_sets_stand_in_equal_order() -> None:
    job = demo("hive-hauler")
    a, coils, steps = assess(job), parts(), Steps(0.0, 0.008, 0.004)
    *_, found = search(a, [AxleWish(axle=0, parts=coils, spacers=steps)])
    options = found.options[0]
    s = options.settings(found.good.chosen[0])
    chosen = [(n, levels.round(4).tolist()) for n, levels in zip(s.way[0], s.level_m.T, strict=True)]
    ours = [(coils.parts[n], *spacers) for n, spacers in chosen]
    expected: dict[tuple[object, ...], Tried] = {}
    for k, (n, left, right) in enumerate(itertools.product(range(len(coils)), steps.values, steps.values)):
        tried = by_hand(a, taken(job, found, np.array([k])))
        one = options.settings(np.array([k]))
        assert (one.way[0, 0], one.level_m[0, 0], one.level_m[1, 0]) == (n, left, right)
        if tried is not None and tried.stands:
            expected[coils.parts[n], round(float(left), 4), round(float(right), 4)] = tried
    assert 4 <= len(expected) < len(options) and set(ours) == set(expected)
    misses = [expected[s].miss_m for s in ours]
    assert all(first <= second + 1.3e-4 for first, second in itertools.pairwise(misses)), "by what is read: tenths of a millimetre"
    assert np.abs(found.good.miss_m) == pytest.approx(misses, abs=3e-5)
