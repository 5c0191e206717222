"""What a number rests on is said: every input of a working, the assumed ones as such, and what stays with the vehicle."""

from __future__ import annotations

import math
from typing import Any

import pytest

from isostat.assess import assess, workings
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.load.load_that_stays import load_cases, stays_kg
from isostat.assess.spring.findings import ComesAndGoes
from isostat.assess.stance.findings import TipsSooner
from isostat.assess.workings import Shown, explain, shown_numbers
from isostat.core.working import Origin
from isostat.job.blank import blank_job
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import job_from
from isostat.job.schema import Job
from isostat.units.unit import PRESETS
from isostat.wording.letter import letter
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.jobs import guessed, hive_on_coils, three_axles, unladen

STATED = {  # they say themselves how sure they are, or were tried
    workings.band.band,
    workings.value_of_readings.height,
    workings.value_of_readings.travel,
    workings.derived.friction,
    workings.derived.lifted,
    workings.log.off_promise,
}
NOT_ASKED = {workings.order.spacer, workings.order.free_length}  # of air, bars and stacked pairs


@pytest.mark.parametrize("name", demo_names())
def test_of_a_vehicle_that_nobody_measured_no_number_goes_without_its_mark(name: str) -> None:
    a = assess(guessed(demo(name)))
    sure = [key for key in shown_numbers(a) if key.number not in STATED and not explain(a, key).approximate]
    kinds = [fit.kind for fit in a.job.proposal.axles]
    left = [key for key in sure if not (key.number in NOT_ASKED and kinds[key.axle] not in ("coil", "progressive", "leaf"))]
    assert not [key for key in left if not (key.number in workings.ways.WAYS and key.event == "spring")], left


RATES = {
    "torsion bar": {"K", "R", "a", "a_0"},
    "air": {"p", "A", "V", "n"},
    "leaf": {"F_1", "F_2"},
    "progressive": {"F_1", "F_2"},
    "stacked pair": {"k_1", "k_2"},
}


def test_a_rate_shows_the_part_that_it_comes_from() -> None:
    """Not itself: steel and arm of a bar, gas and area of a bag, forces either side of a pack, both springs of a pair."""
    seen = set()
    for name in demo_names():
        a = assess(demo(name))
        for axle, fit in enumerate(a.job.proposal.axles):
            if fit.kind in RATES:
                assert RATES[fit.kind] <= {given.symbol for given in explain(a, Shown(workings.order.spring_rate, axle)).inputs}, (
                    fit.kind
                )
                seen.add(fit.kind)
    assert seen == set(RATES)


@pytest.mark.parametrize("job", [blank_job(), hive_on_coils(), three_axles(), demo("dairy-trailer")])
def test_a_number_with_its_sign_is_never_given_from_readings_alone(job: Job) -> None:
    """The ≈ of a working comes from an input that is assumed, or from one that was worked out from such."""
    a = assess(job)
    for key in shown_numbers(a):
        w = explain(a, key)
        if w.approximate:
            origins = {g.origin for g in w.inputs}
            assert origins & {Origin.ASSUMED, Origin.COMPUTED, Origin.SOLVED}, (key, w.inputs)
        elif len(w.inputs) == 1:
            assert w.inputs[0].origin is not Origin.ASSUMED, key


def test_of_a_load_what_each_item_says_stays_by_its_lever() -> None:
    """Lever rule by hand, 3.18 m apart: crane and chest stay, the driver does not."""
    job = hive_on_coils()
    a = assess(job)
    full = a.job.case_index("Home full")
    share = {i.name: i.behind_front_m.value / 3.18 for i in job.items}
    came = {i.name: i.whole_kg * (1.0 - i.weighed_share.value) for i in job.items}
    assert {i.name for i in job.items if i.stays} >= {"Crane"}
    expected = sum(came[i.name] * share[i.name] for i in job.items if i.stays)
    assert stays_kg(a, 1)[full] == pytest.approx(expected, abs=0.2)
    index = next(n for n, i in enumerate(job.items) if i.name == "Driver")
    more = assess(put(job, path_to(JOB.items[index].stays), True))
    assert stays_kg(more, 1)[full] - stays_kg(a, 1)[full] == pytest.approx(came["Driver"] * share["Driver"], abs=0.2)


def test_with_one_load_case_nothing_is_said_of_coming_and_going() -> None:
    data: dict[str, Any] = demo("hive-hauler").model_dump()
    assert any(isinstance(j, ComesAndGoes) for j in judge(assess(job_from(data, "two"))))
    data["cases"] = [c for c in data["cases"] if c["kind"] != "load" or c["name"] == data["target"]["case"]]
    for setup in ("as_found", "proposal"):
        for fit in data[setup]["axles"]:
            fit["pick"] = {"way": "frequency", "hertz": 1.4}
    one = assess(job_from(data, "one"))
    assert len(load_cases(one)) == 1 and not any(isinstance(j, ComesAndGoes) for j in judge(one))


def test_how_soon_it_tips_is_approximate_until_it_was_weighed_tail_up() -> None:
    job = hive_on_coils()
    (guessed,) = (j for j in judge(assess(job)) if isinstance(j, TipsSooner))
    assert guessed.assumed and guessed.grade is Grade.NOTE and say(guessed, Reader(job)).title.count("≈") == 2
    job = put(put(job, path_to(JOB.vehicle.tail_raised_m), 0.6), path_to(JOB.vehicle.tail_up_front_kg), 1245.0)
    for n in range(len(job.items)):
        job = put(job, path_to(JOB.items[n].above_ground_m), 1.1)
    (read,) = (j for j in judge(assess(job)) if isinstance(j, TipsSooner))
    assert not read.assumed and "≈" not in say(read, Reader(job)).title and "Weigh" not in say(read, Reader(job)).body


def test_a_lowered_vehicle_is_not_judged_a_lift() -> None:
    job = put(
        put(put(demo("puppet-van"), path_to(JOB.target.front_lift_m), -0.02), path_to(JOB.target.rear_lift_m), -0.06),
        path_to(JOB.target.rake_m),
        None,
    )
    said = [say(j, Reader(job)) for j in judge(assess(job)) if type(j).__name__ == "LampAim"]
    assert said and all("Re-aim" in s.body and "lift" not in s.body for s in said)


@pytest.mark.parametrize("pads", [(600.0, 360.0), (480.0, 480.0)])
def test_an_unknown_rate_on_a_beam_takes_its_frequency_by_the_springs_own_share(pads: tuple[float, float]) -> None:
    """k = (2πf)²·F/g with the spring's force by levers of a beam: F = N̄ ± ΔN/(2ρ), less the hubs; 1.5 Hz at the rear."""
    job = unladen()
    for side, kg in zip(("left", "right"), pads, strict=True):
        job = put(job, (*path_to(JOB.vehicle.axles[1]), side, "pad_kg"), kg)
        for field in ("rate_n_per_m", "free_length_m"):
            job = put(job, (*path_to(JOB.as_found.axles[1]), side, field), None)
    a = assess(job)
    x, springs = a.axles[1], a.found_springs[1]
    place = x.spring_place.value
    sprung = [kg - x.unsprung_kg.value for kg in pads]
    apart = (sprung[0] - sprung[1]) / (2.0 * place)
    held = [sum(sprung) / 2.0 + way * apart for way in (1.0, -1.0)]
    for spring, kg in zip(springs, held, strict=True):
        assert spring.rate.assumed and spring.rate.value == pytest.approx((2 * math.pi * 1.5) ** 2 * kg, rel=0.005)


def test_a_typed_rate_carries_no_rule_of_rounding() -> None:
    job = put(hive_on_coils(), path_to(JOB.proposal.axles[0].left.rate_n_per_m), 97_300.0)
    typed = explain(assess(job), Shown(workings.order.spring_rate, 0, 0))
    assert "ound" not in typed.rule and typed.result == 97_300.0 and typed.inputs[0].origin is Origin.TYPED


@pytest.mark.parametrize("units", ["mm kg N/mm bar", "in lb lb/in psi"])
def test_columns_of_the_letter_never_run_into_each_other(units: str) -> None:
    a = assess(demo("hive-hauler"))
    text = letter(a, (), (), Reader(a.job, PRESETS[units]))
    lines = [line for line in text.splitlines() if " hub to arch " in line and " droop " in line]
    assert len(lines) == 4 * a.cases
    for words in (" hub to arch ", " bump ", " droop ", " Hz"):
        assert len({line.index(words) for line in lines}) == 1, words


@pytest.mark.parametrize(
    ("layout", "seat", "taken"), [("independent", 0.24, True), ("solid", 0.24, False), ("independent", 0.05, False)]
)
def test_a_ratio_off_the_arm_is_worked_by_the_arm_only_where_it_is_taken(layout: str, seat: float, taken: bool) -> None:
    """Seat over joint; not on a solid axle, nor where no arm has such a ratio: then the usual one is shown as it is."""
    job = put(blank_job(), path_to(JOB.vehicle.axles[0].layout), layout)
    for field, value in (("arm_seat_m", seat), ("arm_joint_m", 0.6)):
        job = put(job, (*path_to(JOB.vehicle.axles[0]), field), value)
    w = explain(assess(job), Shown(workings.derived.spring_ratio, 0))
    assert ({g.symbol for g in w.inputs} == {"s", "j", "c"}) is taken and w.approximate is not taken
    if taken:
        assert w.result == pytest.approx(seat / 0.6)
    else:
        assert w.expression == "MR" and w.inputs[0].value == w.result
