"""The Monte Carlo band against first-order propagation by the uncertainties package, on a vehicle that stays straight-line."""

from __future__ import annotations

import numpy as np
import pytest
from uncertainties import correlated_values_norm, ufloat, wrap

from isostat.assess import assess
from isostat.assess.measure.value_of_readings import as_ordered
from isostat.assess.stance.band import prediction
from isostat.core import rules
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from tests.jobs import workshop_squat

CORNERS = [(axle, side) for axle in (0, 1) for side in ("left", "right")]


def _known() -> Job:
    """The workshop's vehicle with stops far away and everything typed, so that only parts, pads and tapes are uncertain."""
    job = workshop_squat()
    for axle, side in CORNERS:
        for path, value in (
            ((*path_to(JOB.vehicle.axles[axle]), side, "pad_kg"), 520.0 - 40.0 * axle),
            ((*path_to(JOB.as_found.axles[axle]), side, "installed_length_m"), 0.31),
        ):
            job = edits.put(job, path, value)
    for axle in (0, 1):
        for field, value in (("unsprung_kg", 50.0), ("spring_ratio", 0.7 if axle == 0 else 1.0)):
            job = edits.put(job, (*path_to(JOB.vehicle.axles[axle]), field), value)
        job = edits.put(job, path_to(JOB.as_found.axles[axle].tyre_rate_n_per_m), 250_000.0)
    return edits.put(job, path_to(JOB.items[0].weighed_share), 1.0)


def test_the_band_of_a_straight_line_vehicle_is_that_of_first_order_propagation() -> None:
    """uncertainties 3 (open-source library): the same errors put through the job file one by one, numerical derivatives."""
    job = _known()
    a = assess(job)
    ordered, case = as_ordered(a), a.target_case

    def height(axle: int, side: int):  # type: ignore[no-untyped-def]
        def of(*x: float) -> float:
            pads, seats, frees, rates = x[:4], x[4:8], x[8:12], x[12:16]
            changed = ordered
            for n, (i, name) in enumerate(CORNERS):
                for path, value in (
                    ((*path_to(JOB.vehicle.axles[i]), name, "pad_kg"), pads[n]),
                    ((*path_to(JOB.as_found.axles[i]), name, "installed_length_m"), seats[n]),
                    ((*path_to(JOB.proposal.axles[i]), name, "free_length_m"), frees[n]),
                    ((*path_to(JOB.proposal.axles[i]), name, "rate_n_per_m"), rates[n]),
                ):
                    changed = edits.put(changed, path, float(value))
            return float(assess(changed).proposed.hub_to_arch_m[axle, side, case])

        return of

    def pair(value: float, sigma: float):  # type: ignore[no-untyped-def]
        """Left and right with half of the variance in common."""
        return correlated_values_norm([(value, sigma), (value, sigma)], np.array([[1.0, 0.5], [0.5, 1.0]]))

    pads = [ufloat(c.pad_kg.value, 0.005 * c.pad_kg.value) for x in job.vehicle.axles for c in (x.left, x.right)]
    seats = [ufloat(0.31, 0.00075) for _ in CORNERS]
    frees = [v for o in a.orders for v in pair(o.order.free_m[0], rules.LENGTH_ERROR * o.order.free_m[0])]
    rates = [v for o in a.orders for v in pair(o.order.rate_n_per_m[0], rules.RATE_ERROR * o.order.rate_n_per_m[0])]
    said = prediction(a, 20_000)
    others = ("unsprung", "tyre rate", "motion ratio", "hub to arch")  # typed, small, and not among the sixteen
    keep = [n for n, s in enumerate(said.sources) if s.what not in others]
    for axle, side in ((0, 0), (1, 1)):
        first_order = wrap(height(axle, side))(*pads, *seats, *frees, *rates)
        share = float(said.band.share[keep, axle, side, case].sum())
        drawn = float(said.band.half_m[axle, side, case]) * np.sqrt(share)
        assert drawn == pytest.approx(2.0 * first_order.std_dev, rel=0.05)
    assert set(others) < {s.what for s in said.sources}
