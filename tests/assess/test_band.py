"""The prediction band: the same every time, as wide as what is uncertain makes it, and what stands first in it is said."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.band import predicted, prediction
from isostat.assess.workings import Shown, explain
from isostat.core.tuning.band import band_of
from isostat.job import edits
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from tests.jobs import hive_on_coils, past_its_travel, three_axles

HIVE = hive_on_coils()


def test_a_sum_of_known_errors_has_their_band_and_their_shares() -> None:
    """Closed form: half a band is 2σ of the sum, each share its own σ² over the whole."""
    rng = np.random.default_rng(2)
    z = rng.standard_normal((200_000, 3))
    band = band_of((0.5 + z @ [0.003, 0.004, 0.0])[:, None], z)
    assert band.half_m[0] == pytest.approx(0.010, rel=0.01) and band.middle_m[0] == pytest.approx(0.5, abs=1e-4)
    assert band.share[:, 0] == pytest.approx([0.36, 0.64, 0.0], abs=0.01)


@pytest.mark.parametrize("make", [lambda: HIVE, blank_job, three_axles, past_its_travel])
def test_every_job_has_a_finite_band_and_the_same_one_every_time(make) -> None:  # type: ignore[no-untyped-def]
    a = assess(make())
    told, again = prediction(a, 400), prediction(a, 400)
    assert np.isfinite(told.band.high_m).all() and (told.band.half_m > 0.0005).all()
    assert (told.band.low_m == again.band.low_m).all() and (told.settled_m == again.settled_m).all()
    near = np.abs(told.band.middle_m - a.proposed.hub_to_arch_m)[..., told.stands]
    assert near.max() < 0.012, "the middle of the draws is the height that is shown, but for stops that bend it"


def test_a_worse_reading_widens_the_band_and_takes_a_larger_share_of_it() -> None:
    a = assess(HIVE)
    case = a.target_case
    told = prediction(a, 2000)
    path: edits.Path = ("as_found", "axles", 1, "left", "installed_length_m")
    worse = assess(edits.put(HIVE, ("vehicle", "axles", 1, "left", "hub_to_arch_m"), {"value": 0.475, "error": 0.02}))
    wide = prediction(worse, 2000)
    assert wide.band.half_m[1, 0, case] > 1.5 * told.band.half_m[1, 0, case]
    assert wide.band.half_m[0, 0, case] == pytest.approx(told.band.half_m[0, 0, case], rel=0.02)
    n = next(k for k, s in enumerate(wide.sources) if (s.what, s.axle, s.side) == ("hub to arch", 1, 0))
    assert wide.band.share[n, 1, 0, case] > 0.6 > told.band.share[n, 1, 0, case]
    unknown = prediction(assess(edits.put(edits.put(HIVE, path, None), (*path[:3], "right", path[4]), None)), 2000)
    assert unknown.band.half_m[1, 0, case] > told.band.half_m[1, 0, case]


def test_settling_lowers_every_corner_by_a_share_of_what_the_spring_is_pressed() -> None:
    a = assess(HIVE)
    told = prediction(a, 200)
    down = (a.proposed.hub_to_arch_m - told.settled_m)[..., a.target_case]
    pressed = np.array([[f / k for f, k in zip(o.target_force_n, o.order.rate_n_per_m, strict=True)] for o in a.orders])
    ratio = np.array([[x.spring_ratio.value] * 2 for x in a.axles])
    assert down.sum() == pytest.approx((0.035 * pressed / ratio).sum(), rel=0.12), "at the wheel, but for stops and bar"


def test_the_working_of_a_band_names_what_is_worth_measuring_better() -> None:
    a = assess(HIVE)
    working = explain(a, Shown("band", 1, 0, a.target_case))
    assert len(working.inputs) == 6 and working.inputs[0].value >= working.inputs[1].value
    assert {"spring rate, rear", "free length, rear"} <= {g.words for g in working.inputs}


def test_a_trailers_nose_has_its_part_in_the_band_and_a_car_has_none() -> None:
    told = predicted(demo("dairy-trailer"))
    names = [source.what for source in told.sources]
    assert "weight on the coupling" in names and "weight on the coupling" not in [s.what for s in predicted(HIVE).sources]
    assert np.isfinite(told.band.half_m).all() and (told.mean_half_m <= told.band.half_m.max(axis=1) + 1e-4).all()
