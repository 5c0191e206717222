"""The prediction band: the same every time, as wide as what is uncertain makes it, and what stands first in it is said."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.assess import assess, workings
from isostat.assess.setup.settlement import settle_share
from isostat.assess.setup.springs.air import bags_of
from isostat.assess.spring.leaf import friction_band
from isostat.assess.spring.results import part_errors
from isostat.assess.stance.band import predicted, prediction
from isostat.assess.workings import Shown, explain
from isostat.core.fitting.band import band_of
from isostat.core.fitting.band_draws import Draws
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.springs.parts import put_ring
from tests.jobs import hive_on_coils, leafed, past_its_travel, three_axles

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
    answer, again = prediction(a, 400), prediction(a, 400)
    assert np.isfinite(answer.band.high_m).all() and (answer.band.half_m > 0.0005).all()
    assert (answer.band.low_m == again.band.low_m).all() and (answer.settled_m == again.settled_m).all()
    near = np.abs(answer.band.middle_m - a.proposed.hub_to_arch_m)[..., answer.stands]
    assert near.max() < 0.012, "the middle of the draws is the height that is shown, but for stops that bend it"


def test_a_worse_reading_widens_the_band_and_takes_a_larger_share_of_it() -> None:
    a = assess(HIVE)
    case = a.target_case
    answer = prediction(a, 2000)
    path: edits.Path = path_to(JOB.as_found.axles[1].left.installed_length_m)
    worse = assess(edits.put(HIVE, path_to(JOB.vehicle.axles[1].left.hub_to_arch_m), {"value": 0.475, "error": 0.02}))
    wide = prediction(worse, 2000)
    assert wide.band.half_m[1, 0, case] > 1.5 * answer.band.half_m[1, 0, case]
    assert wide.band.half_m[0, 0, case] == pytest.approx(answer.band.half_m[0, 0, case], rel=0.02)
    n = next(k for k, s in enumerate(wide.sources) if (s.what, s.axle, s.side) == ("hub to arch", 1, 0))
    assert wide.band.share[n, 1, 0, case] > 0.6 > answer.band.share[n, 1, 0, case]
    unknown = prediction(assess(edits.put(edits.put(HIVE, path, None), (*path[:3], "right", path[4]), None)), 2000)
    assert unknown.band.half_m[1, 0, case] > answer.band.half_m[1, 0, case]


def test_settling_lowers_every_corner_by_a_share_of_what_the_spring_is_pressed() -> None:
    a = assess(HIVE)
    answer = prediction(a, 200)
    down = (a.proposed.hub_to_arch_m - answer.settled_m)[..., a.target_case]
    pressed = np.array([[f / k for f, k in zip(o.target_force_n, o.order.rate_n_per_m, strict=True)] for o in a.orders])
    ratio = np.array([[x.spring_ratio.value] * 2 for x in a.axles])
    assert down.sum() == pytest.approx((0.035 * pressed / ratio).sum(), rel=0.12), "at the wheel, but for stops and bar"


def test_the_working_of_a_band_names_what_is_worth_measuring_better() -> None:
    a = assess(HIVE)
    working = explain(a, Shown(workings.band.band, 1, 0, a.target_case))
    assert len(working.inputs) == 6 and working.inputs[0].value >= working.inputs[1].value
    assert {"spring rate, rear", "free length, rear"} <= {g.words for g in working.inputs}


def test_a_trailers_nose_has_its_part_in_the_band_and_a_car_has_none() -> None:
    answer = predicted(assess(demo("dairy-trailer")))
    names = [source.what for source in answer.sources]
    assert "weight on the coupling" in names and "weight on the coupling" not in [s.what for s in predicted(assess(HIVE)).sources]
    assert np.isfinite(answer.band.half_m).all() and (answer.mean_half_m <= answer.band.half_m.max(axis=1) + 1e-4).all()


def _whats(a, axle: int) -> set[str]:  # type: ignore[no-untyped-def]
    return {s.what for s in prediction(a, 50).sources if s.axle == axle}


def test_a_leaf_pack_varies_by_its_arch_and_rests_anywhere_within_its_friction() -> None:
    """Arch ±3 mm, half of it shared; friction even over its band: a mean of two such has a sixth of the square of the half band."""
    job = leafed()
    assert {"arch of the pack", "friction of the leaves"} <= _whats(assess(job), 1)
    assert not {"spring rate", "free length"} & _whats(assess(job), 1)
    halves, bands = [], []
    for share in (0.0, 0.12):
        a = assess(edits.put(job, path_to(JOB.proposal.axles[1].pack.friction), share))
        halves.append(prediction(a, 8000).mean_half_m[1, a.target_case])
        bands.append(friction_band(a, 1)[:, a.target_case].mean())
    law = a.orders[1].law[0]
    x = np.asarray(a.orders[1].pressed_m[0])
    assert bands[0] == 0.0 and bands[1] == pytest.approx(0.12 * float(law.force(x) / law.rate(x)), rel=0.02)
    wheel = a.proposed.wheel_rate[1, 0, a.target_case] / float(law.rate(x))  # a stop or helper beside it holds some of it back
    more = 2.0 * bands[1] / np.sqrt(6.0) / wheel
    assert np.hypot(halves[0], more) == pytest.approx(halves[1], rel=0.06)


def test_levelled_air_varies_by_its_rod_and_dead_band_not_by_a_free_length() -> None:
    bag = {"across_m": 0.15, "height_m": 0.3, "least_m": 0.09, "stands_m": 0.2, "least_pa": 5e4, "most_pa": 8e5, "gas": "levelled",
           "band_m": 0.004}  # fmt: skip
    job = edits.put(edits.put(HIVE, path_to(JOB.proposal.axles[1].air), bag), path_to(JOB.proposal.axles[1].kind), "air")
    a = assess(job)
    assert bags_of(a.orders[1]) is not None
    answer, whats = prediction(a, 8000), _whats(a, 1)
    assert {"valve's rod", "dead band of the valve"} <= whats and not {"free length", "spring rate"} & whats
    valve = [n for n, s in enumerate(answer.sources) if s.axle == 1 and s.what in ("valve's rod", "dead band of the valve")]
    part = float(answer.band.half_m[1, 0, a.target_case]) * np.sqrt(answer.band.share[valve, 1, 0, a.target_case].sum())
    alone = 2.0 * np.hypot(0.001, 0.004 / np.sqrt(3.0))  # of one wheel at its own valve
    assert part == pytest.approx(alone, rel=0.35), "a beam shares some of it with the other side"


def test_every_spring_of_a_stack_is_drawn_and_behind_the_ring_the_top_one_no_longer_counts() -> None:
    """Force of springs in series: each has its part by its give; past the crossover the main one alone moves it."""
    a = assess(demo("survey-buggy"))
    assert {"rate of the top spring", "rate of the main spring", "free length of the top spring"} <= _whats(a, 0)
    pair = a.orders[0].law[0]
    d = Draws(4)
    scale, longer = part_errors(a, d)
    by = {(s.what, s.side): c for s, c in zip(d.sources, d.columns, strict=True) if s.axle == 0}

    def drawn(what: str) -> np.ndarray:
        return (by[what, None] + by[what, 0]) / np.sqrt(2.0)

    k, m = pair.top.rate, pair.main.rate
    expected = 1 + 0.025 * (m * drawn("rate of the top spring") + k * drawn("rate of the main spring")) / (k + m)
    assert scale[0, 0, :, a.target_case] == pytest.approx(expected)
    b = assess(put_ring(a.job, 0, 0.9))
    assert b.orders[0].law[0].locked_from_the_start
    d = Draws(4)
    by = {}
    scale, longer = part_errors(b, d)
    by = {(s.what, s.side): c for s, c in zip(d.sources, d.columns, strict=True) if s.axle == 0}
    assert scale[0, 0, :, 0] == pytest.approx(1 + 0.025 * drawn("rate of the main spring"))
    assert longer[0, 0, :, 0] == pytest.approx(0.0075 * pair.main.free_m * drawn("free length of the main spring"))


def test_leaves_settle_more_than_coils_and_air_does_not() -> None:
    assert [settle_share(leafed(), axle) for axle in (0, 1)] == [0.035, 0.045]
    assert settle_share(edits.put(HIVE, path_to(JOB.proposal.axles[1].kind), "air"), 1) == 0.0
