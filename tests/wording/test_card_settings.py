"""What stands in a card's sentences is of the part that the sentence is about."""

from __future__ import annotations

import pytest

from isostat.assess import assess
from isostat.assess.fit.compose import card_of
from isostat.assess.spring.preload import hanging_force_n
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import droop_end
from isostat.job.demos import demo
from isostat.job.schema import Job
from isostat.wording.card_settings import At, filled, setting
from isostat.wording.reader import Reader


def at(job: Job, axle: int, side: int | None) -> At:
    return At(assess(job), Reader(job), axle, side)


def old_coil_left_kg(of: At, side: int) -> float:
    """By its rate alone: what it carries as weighed, less rate times its way out to full droop."""
    found, droop = of.a.found_springs[of.i][side], droop_end(of.a.found_events[of.i][side]).travel_m
    out = -droop * of.a.axles[of.i].spring_ratio.value
    return max(found.force_n - found.rate.value * out, 0.0) / GRAVITY


@pytest.mark.parametrize(("name", "axle"), [("glaziers-flatbed", 0), ("hive-hauler", 0), ("puppet-van", 0), ("puppet-van", 1)])
def test_a_compressor_is_told_the_greater_of_what_both_coils_hold(name: str, axle: int) -> None:
    for side in (0, 1):
        of = at(demo(name), axle, side)
        new = 0.0 if name == "glaziers-flatbed" else hanging_force_n(of.a, axle, side)[1] / GRAVITY
        said = setting("stored", of)
        assert said is not None and float(said.split()[0]) == pytest.approx(max(old_coil_left_kg(of, side), new), abs=0.6)


def test_air_in_place_of_steel_takes_the_coil_out_and_puts_none_in() -> None:
    job = demo("glaziers-flatbed")
    card = card_of(assess(job))
    keys = [e.step.key for e in card]
    assert {"coil on strut 4", "coil on strut 5", "coil on strut 7", "coil on beam 4", "coil on beam 7"} <= set(keys)
    assert not [key for key in keys if key in ("coil on strut 6", "coil on beam 6")]
    assert all("coil, right end up" not in filled(e.step.do, at(job, e.axle or 0, e.side)) for e in card if e.axle is not None)
    assert setting("squeeze_old", at(job, 1, None)) == "353 mm left, 352 mm right"
