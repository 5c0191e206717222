"""What is read after fitting beside the heights: held against Knock-on as it was promised, and against what is allowed."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.answers.log import log_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.log.axle_checks import Told, axle_checks
from isostat.assess.log.checks import READ, Against, checks
from isostat.assess.log.findings import CheckedOff
from isostat.assess.log.promise import case_of, floor_case
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.core import rules
from isostat.job.edits.card import choose_way
from isostat.job.edits.log import put_check, put_of_axle
from isostat.job.edits.paths import JOB, path_to, put_number
from isostat.job.files import JobFault
from isostat.job.tables.log_csv import log_csv, with_log
from isostat.wording.log import log_text
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.assess.log.test_log import fitted, logged, promised


def buggy() -> Assessment:
    return logged(fitted("kite-winch-buggy").job, promised("kite-winch-buggy"))


def read(a: Assessment, what: What, axle: int | None, by: float) -> Assessment:
    """So much more than promised."""
    one = next(c for c in checks(a, 0) if (c.line.what, c.line.axle) == (what, axle))
    return assess(put_check(a.job, 0, what.value, axle, {"value": one.promised + by, "promised": one.promised}))


@pytest.mark.parametrize(
    ("what", "axle", "by", "against"),
    [
        (What.PINION, 1, 0.004, Against.AS_PROMISED), (What.PINION, 1, -0.015, Against.OTHERWISE),
        (What.PINION, 1, 0.05, Against.BEYOND), (What.SIDEWAYS, 1, -0.003, Against.BEYOND),
        (What.SIDEWAYS, 1, 0.005, Against.OTHERWISE), (What.SIDEWAYS, 1, 0.003, Against.AS_PROMISED),
        (What.LAMP_HEIGHT, None, 0.009, Against.AS_PROMISED), (What.LAMPS, None, 0.015, Against.AS_PROMISED),
        (What.LAMPS, None, -0.1, Against.BEYOND), (What.CASTER, 0, 0.03, Against.OTHERWISE),
    ],
)  # fmt: skip
def test_a_reading_is_as_promised_otherwise_or_beyond(what: What, axle: int | None, by: float, against: Against) -> None:
    a = read(buggy(), what, axle, by)
    one = next(c for c in checks(a, 0) if c.read is not None)
    assert one.against is against and (one.line.what, one.line.axle) == (what, axle)
    found = [j for j in judge(a) if isinstance(j, CheckedOff)]
    assert bool(found) == (against in (Against.OTHERWISE, Against.BEYOND))
    if found:
        said = say(found[0], Reader(a.job))
        title, body = said.title, said.body
        assert ": " in title and body.startswith("Promised ") and (", allowed " in body) == (against is Against.BEYOND)
    assert f", {against.value}" in log_text(a, Reader(a.job)) or against is Against.BEYOND


def test_the_promise_is_what_knock_on_has_and_stays_when_parts_change() -> None:
    a = buggy()
    lines = {(line.what, line.axle): line for line in knock_ons(a)}
    case = floor_case(a)
    for one in checks(a, 0):
        line = lines[one.line.what, one.line.axle]
        assert one.promised == pytest.approx(line.before if one.line.what is What.LAMPS else line.now[case])
    noted = read(a, What.PINION, 1, 0.0)
    lower = assess(put_number(noted.job, path_to(JOB.proposal.axles[1].left.spacer_m), 0.0))
    lower = assess(put_number(lower.job, path_to(JOB.proposal.axles[1].right.spacer_m), 0.0))
    kept = next(c for c in checks(lower, 0) if c.read is not None)
    assert kept.promised == pytest.approx(lines[What.PINION, 1].now[case])
    assert next(c for c in checks(lower, 0) if c.line.what is What.PINION and c.line.axle == 0).read is None
    plain = next(c for c in log_plain(noted)["entries"][0]["checks"] if c["read"] is not None)
    assert (plain["what"], plain["axle"], plain["against"]) == ("pinion", "Rear", "as promised")
    assert (plain["promised"], plain["read"]) == (pytest.approx(kept.promised, abs=1e-5), pytest.approx(kept.read, abs=1e-5))


def test_a_cure_on_the_card_is_what_is_promised() -> None:
    a = buggy()
    line = next(line for line in knock_ons(a) if line.what is What.SIDEWAYS and line.axle == 1 and line.cures)
    cured = assess(choose_way(a.job, line.what.value, line.axle, line.cures[0].way.value))
    one = next(c for c in checks(cured, 0) if (c.line.what, c.line.axle) == (What.SIDEWAYS, 1))
    assert one.promised == pytest.approx(line.cures[0].leaves[case_of(a, a.job.log[0])]) and abs(one.promised) < abs(
        np.nanmax(np.abs(line.now))
    )


def test_nothing_that_was_not_measured_is_asked_for() -> None:
    a = logged(fitted("survey-buggy").job, promised("survey-buggy"))
    assert checks(a, 0) == ()
    assert set(rules.CHECKED) == {what.value for what in READ}


@pytest.mark.parametrize(("by", "against"), [(0.15e5, Against.AS_PROMISED), (-0.3e5, Against.OTHERWISE)])
def test_a_bag_is_held_against_its_pressure_in_that_case_and_tyres_are_written_down(by: float, against: Against) -> None:
    a = logged(fitted("glaziers-flatbed").job, promised("glaziers-flatbed"))
    every = [one for one in axle_checks(a, 0) if one.told in (Told.TYRES, Told.BAG)]
    assert [(one.axle, one.side) for one in every] == [(0, None), (0, 0), (0, 1), (1, None), (1, 0), (1, 1)]
    bags = aired(a, 1)
    assert bags is not None
    assert every[5].promised == pytest.approx(bags.gauge_pa[1, floor_case(a)]) and every[0].promised is None
    job = put_of_axle(a.job, 0, "pressures", 1, "right_pa", {"value": round(every[5].promised + by)})
    job = put_of_axle(job, 0, "pressures", 0, "tyre_pa", {"value": 4.2e5})
    b = assess(job)
    assert [one.against for one in axle_checks(b, 0) if one.read is not None] == [Against.AS_PROMISED, against]
    text = log_text(b, Reader(b.job))
    assert "Tyres, front: 4.20 bar\n" in text and f", {against.value}" in text and "Air bag, rear right: " in text
    assert [one["read_pa"] for one in log_plain(b)["entries"][0]["pressures"]] == [4.2e5, round(every[5].promised + by)]
    out = log_csv(b.job)
    again = with_log(a.job.model_copy(update={"log": ()}), out.replace("4.20 bar", "60.9 psi"), "log.csv")
    back = again.log[0].pressures
    assert back[0].tyre_pa.value == pytest.approx(4.2e5, rel=1e-3) and back[1].left_pa is None  # type: ignore[union-attr]
    with pytest.raises(JobFault, match="Line 2, column “front tyres”: “hard” is not a"):
        with_log(a.job, out.replace("4.20 bar", "hard"), "log.csv")


def test_weights_and_free_lengths_are_held_against_the_parts_and_go_out_and_in() -> None:
    a = buggy()
    every = {(one.field, one.axle): one for one in axle_checks(a, 0)}
    case = floor_case(a)
    assert every["left_kg", 0].promised == pytest.approx(a.proposed.pad_kg[0, 0, case])
    assert every["right_free_m", 1].promised == pytest.approx(a.orders[1].order.free_m[1])
    job = a.job
    for field, axle, by in (("left_kg", 0, 5.0), ("right_kg", 1, -20.0), ("right_free_m", 1, -0.02), ("left_free_m", 0, 0.003)):
        job = put_of_axle(job, 0, "wheels", axle, field, {"value": round(every[field, axle].promised + by, 4)})  # type: ignore[operator]
    b = assess(job)
    against = {(one.field, one.axle): one.against for one in axle_checks(b, 0) if one.read is not None}
    assert against == {
        ("left_kg", 0): Against.AS_PROMISED, ("right_kg", 1): Against.OTHERWISE,
        ("right_free_m", 1): Against.OTHERWISE, ("left_free_m", 0): Against.AS_PROMISED,
    }  # fmt: skip
    text = log_text(b, Reader(b.job))
    assert "Corner weight, rear right: " in text and "Free length, front left: " in text
    plain = log_plain(b)["entries"][0]
    assert [one["axle"] for one in plain["weights"]] == ["Front", "Rear"] and len(plain["free_lengths"]) == 2
    back = with_log(a.job.model_copy(update={"log": ()}), log_csv(b.job), "log.csv").log[0]
    assert back.wheels[1].right_kg.value == pytest.approx(every["right_kg", 1].promised - 20.0, abs=0.6)  # type: ignore[union-attr, operator]
    assert back.wheels[0].right_kg is None and back.wheels[0].left_free_m is not None
    assert "rear left weight" not in log_csv(b.job), "nothing is asked of a table that nobody reads"
    leaves = [one for one in axle_checks(logged(fitted("hive-hauler").job, promised("hive-hauler")), 0) if one.told is Told.LENGTH]
    assert {one.axle for one in leaves} == {0}, "a pack has no free length to lay on the floor"
