"""Edits: what is typed or dragged lands where it belongs, or is refused in words with nothing changed."""

from __future__ import annotations

from functools import partial

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.job import weighing
from isostat.job.demos import demo
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits import rows as row_edits
from isostat.job.edits import target as target_edits
from isostat.job.edits.axles import add_axle, remove_axle
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault, job_from_text, job_text
from isostat.job.palette import PALETTE, add_usual
from isostat.job.reading import Bounds
from isostat.job.schema import Job
from isostat.units.format import number
from isostat.units.parse import NotUnderstood
from isostat.units.unit import DEFAULT_PRESET, PRESETS, Quantity
from tests.jobs import aided, hive_on_coils

HIVE = hive_on_coils()
names = st.text(st.characters(codec="utf-8", exclude_categories=("Cs", "Cc")), min_size=1, max_size=30)


def _paths(node: object, at: edits.Path = ()) -> list[edits.Path]:
    """Every path of the job at which a reading with bounds stands."""
    found = []
    for key in type(node).model_fields if hasattr(type(node), "model_fields") else []:
        value = getattr(node, key)
        here: list[tuple[edits.Path, object]] = [((*at, key), value)]
        if isinstance(value, tuple):
            here = [((*at, key, n), each) for n, each in enumerate(value)]
        for path, each in here:
            try:
                edits.bounds_at(HIVE, path)
                found.append(path)
            except (KeyError, AttributeError, TypeError):
                found += _paths(each, path)
    return found


PATHS = _paths(HIVE)


def _bounds(path: edits.Path) -> Bounds:
    return edits.bounds_at(HIVE, path)


def test_the_walk_finds_every_kind_of_reading() -> None:
    last = {str(path[-1]) for path in PATHS}
    assert {
        "pad_kg",
        "hub_to_arch_m",
        "mass_kg",
        "front_lift_m",
        "rate_n_per_m",
        "band_m",
        "weighed_share",
        "shock_longer_m",
    } <= last
    assert len(PATHS) > 120


@given(st.sampled_from(PATHS), st.floats(0, 1), st.sampled_from(sorted(PRESETS)))
@settings(max_examples=120, deadline=None)
def test_any_value_in_range_typed_in_any_units_lands_within_what_was_shown(path: edits.Path, share: float, units: str) -> None:
    bounds, preset = _bounds(path), PRESETS[units]
    si = bounds.low + share * (bounds.high - bounds.low)
    quantity = Quantity(bounds.quantity)
    text = number(si, quantity, preset)
    try:
        typed = edits.typed_for(HIVE, path, text, quantity, preset)
        after = edits.put_number(HIVE, path, typed.si, typed.text)
    except (NotUnderstood, JobFault):  # rounding may step over a bound; a comma group is asked about; parts must fit together
        return
    reading = edits.value_at(after, path)
    assert (reading.value, reading.typed, reading.assumed) == (typed.si, text, False)
    assert number(reading.value, quantity, preset) == text
    assert job_from_text(job_text(after), "again") == after


@given(st.sampled_from(PATHS), st.floats(0.001, 1e6), st.booleans())
@settings(max_examples=80, deadline=None)
def test_what_is_out_of_range_is_refused_with_the_range_and_changes_nothing(path: edits.Path, past: float, over: bool) -> None:
    bounds = _bounds(path)
    si = bounds.high * (1 + 1e-6) + past if over else bounds.low - past
    before = HIVE.model_dump()
    with pytest.raises(JobFault) as refused:
        edits.put_number(HIVE, path, si)
    quantity = Quantity(bounds.quantity)
    low, high = (number(x, quantity, toward=way) for x, way in ((bounds.low, 1), (bounds.high, -1)))
    share = path[-1] in ("share", "weighed_share")  # said as the weight that it is a share of
    assert share or f"Enter {low} to {high}" in str(refused.value) or len(refused.value.faults) > 1
    assert HIVE.model_dump() == before
    with pytest.raises(NotUnderstood, match=r"is too (large|small)\. Enter "):
        edits.typed_for(HIVE, path, f"{si / DEFAULT_PRESET.unit(quantity).si:.12f}", quantity)


@given(names, names)
@settings(max_examples=60, deadline=None)
def test_a_renamed_item_or_case_keeps_everything_that_hangs_on_its_name(item: str, case: str) -> None:
    try:
        after = item_edits.rename_case(item_edits.rename_item(HIVE, 7, item), 4, case)
    except JobFault as refused:
        assert "Enter a name" in str(refused) or "There is already" in str(refused)
        return
    assert after.target.case == after.cases[4].name == case.strip()
    for case_now, case_then in zip(after.cases, HIVE.cases, strict=True):
        shares = [item_edits.share_in(after, case_now, i) for i in after.items]
        assert shares == [item_edits.share_in(HIVE, case_then, i) for i in HIVE.items]
    whole = assess(after).loading.whole_kg
    assert whole == pytest.approx(assess(HIVE).loading.whole_kg)


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        *(
            (partial(edit, index=99), "is gone")
            for edit in (
                row_edits.remove_body_point,
                partial(row_edits.rename_body_point, name="Sill"),
                partial(item_edits.rename_item, name="Box"),
                partial(item_edits.rename_case, name="Empty"),
                item_edits.remove_case,
            )
        ),
        (lambda job: item_edits.move_items(job, {99: (0.0, 0.0)}), "is gone"),
        (lambda job: item_edits.copy_items(job, (99,), mirrored=False), "is gone"),
        (lambda job: item_edits.remove_items(job, (99,)), "is gone"),
        (lambda job: item_edits.remove_case(job, 0), "Keep at least one load case"),
        (lambda job: item_edits.remove_case(job, 1), "Keep at least one load case"),
        (lambda job: item_edits.remove_case(job, 4), "is used as the target, for choosing a rate or in the log"),
        (lambda job: item_edits.rename_case(job, 2, "  "), "Enter a name for the load case"),
        (lambda job: item_edits.rename_item(job, 0, "Water"), "There is already an item “Water”"),
        (lambda job: item_edits.set_share(job, "Out", "Water", 1.2), "Water in Out: 144 kg will not go in. Enter 0 to 120 kg"),
        (lambda job: edits.put(job, path_to(JOB.target.case), "Sunday"), "“Sunday” does not exist. Choose: "),
        (lambda job: edits.put(job, path_to(JOB.target.corners), ({"left_m": 0.5, "right_m": 0.5},)),
         "heights for 1 axles; the vehicle has 2"),
        (lambda job: item_edits.move_items(job, {0: (99.0, 0.0)}), "Item 1, behind front: 99000 mm is too large"),
    ],
)  # fmt: skip
def test_an_edit_that_cannot_be_is_refused_in_words(edit, words: str) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(JobFault, match=words):
        edit(HIVE)


def test_removing_a_case_or_an_item_leaves_no_trace_of_it() -> None:
    fewer = item_edits.remove_case(item_edits.add_case(HIVE, "Out"), 3)
    assert [c.name for c in fewer.cases] == ["Floor now", "As weighed", "Light", "Home full", "Case"]
    gone = item_edits.remove_items(HIVE, [7])
    assert "Water" not in job_text(gone)


@given(st.integers(0, 1), st.integers(0, 1), st.floats(0.40, 0.60))
@settings(max_examples=40, deadline=None)
def test_corner_targets_are_kept_as_typed_and_the_pose_is_the_nearest_plane(axle: int, side: int, height: float) -> None:
    now = [(float(a), float(b)) for a, b in assess(HIVE).target_m]
    job = target_edits.aim_at_corner(HIVE, now, axle, side, {"value": height, "typed": "typed"})
    pair = job.target.corners[axle]
    assert (pair.left_m, pair.right_m)[side].typed == "typed"
    a = assess(job)
    wanted = [[p.left_m.value, p.right_m.value] for p in job.target.corners]
    error = a.target_m - wanted
    # what a plane cannot do is the warp alone, spread evenly with alternate signs where the tracks are equal
    assert abs(error).max() <= abs(a.warp_m) / 4 * 1.03 + 1e-9
    assert error.mean() == pytest.approx(0.0, abs=1e-9)
    again = target_edits.aim_by_axle(job, {"lean_m": None})
    assert again.target.corners == () and again.target.front_lift_m == HIVE.target.front_lift_m


def test_an_emptied_field_is_asked_whether_the_job_can_do_without() -> None:
    assert edits.can_be_empty(HIVE, path_to(JOB.vehicle.rating_kg))
    assert edits.can_be_empty(HIVE, path_to(JOB.vehicle.axles[0].left.stop_gap_m))
    assert not edits.can_be_empty(HIVE, path_to(JOB.vehicle.axles[0].left.pad_kg))
    assert not edits.can_be_empty(HIVE, ("share", 0, 0))


def test_edits_never_reach_into_the_job_that_they_start_from() -> None:
    before = HIVE.model_dump_json()
    job: Job = HIVE
    for n in range(len(job.items)):
        job = item_edits.move_items(job, {n: (1.0 + n * 0.1, 0.1)})
    item_edits.set_share(add_usual(job, PALETTE[0], "Light"), "Light", "Item", 0.5)
    assert HIVE.model_dump_json() == before


@pytest.mark.parametrize("assumed", [False, True])
def test_a_weighbridge_ticket_keeps_the_axle_and_says_that_the_split_is_assumed(assumed: bool) -> None:
    job = HIVE
    if assumed:
        for side, kg in (("left", 900.0), ("right", 100.0)):
            job = edits.put(job, (*path_to(JOB.vehicle.axles[1]), side, "pad_kg"), {"value": kg, "assumed": True})
    after = weighing.weigh_axle(job, 1, 1000.0, "1000 kg").vehicle.axles[1]
    assert after.left.pad_kg.value + after.right.pad_kg.value == pytest.approx(1000.0, abs=0.01)
    assert after.left.pad_kg.assumed and after.right.pad_kg.assumed and after.left.pad_kg.typed == "1000 kg"
    share = 0.5 if assumed else 477 / 928
    assert after.left.pad_kg.value == pytest.approx(1000 * share, abs=0.01)


def test_pads_read_together_are_one_edit_and_out_of_range_is_refused() -> None:
    after = weighing.put_pads(HIVE, [600.123, 560.0, 470.0, 450.0])
    assert [c.pad_kg.value for axle in after.vehicle.axles for c in (axle.left, axle.right)] == [600.12, 560.0, 470.0, 450.0]
    with pytest.raises(JobFault, match="Enter 0 to 20000 kg"):
        weighing.put_pads(HIVE, [-5.0, 560.0, 470.0, 450.0])


@given(st.integers(0, len(HIVE.items) - 1), st.booleans())
@settings(max_examples=30, deadline=None)
def test_a_copy_is_on_board_wherever_its_like_is_and_a_mirrored_pair_balances(index: int, mirrored: bool) -> None:
    item, job = HIVE.items[index], item_edits.copy_items(HIVE, [index], mirrored=mirrored)
    made = job.items[-1]
    assert made.mass_kg == item.mass_kg and made.name != item.name and len(job.items) == len(HIVE.items) + 1
    assert all(item_edits.share_in(job, case, made) == item_edits.share_in(job, case, item) for case in job.cases)
    if mirrored:
        assert made.left_m.value == pytest.approx(-item.left_m.value) and made.behind_front_m == item.behind_front_m
    assert item_edits.remove_items(job, [len(job.items) - 1]) == HIVE


def test_a_refusal_names_the_one_place_that_is_wrong() -> None:
    with pytest.raises(JobFault) as refused:
        edits.put(hive_on_coils(), path_to(JOB.proposal.axles[1].tyre_radius_m), 9.0)
    assert refused.value.faults == ("Proposal, axle 2, tyre radius: 9000 mm is too large. Enter 100 to 1200 mm.",)


@pytest.mark.parametrize(("name", "count"), [("dairy-trailer", 2), ("hive-hauler", 2), ("orchard-sprayer", 2)])
def test_an_axle_more_and_one_less_keep_the_weight_and_every_part_its_place(name: str, count: int) -> None:
    job = demo(name)
    more = add_axle(job)
    pads = [[side.pad_kg.value for side in (axle.left, axle.right)] for axle in more.vehicle.axles]
    assert len(pads) == count + 1 == len(more.proposal.axles) == len(more.as_found.axles)
    assert sum(map(sum, pads)) == pytest.approx(sum(a.left.pad_kg.value + a.right.pad_kg.value for a in job.vehicle.axles))
    last = more.vehicle.axles[-1]
    assert last.left.hub_to_arch_m.assumed and last.left.pad_kg.assumed and not more.vehicle.axles[0].left.pad_kg.assumed
    assert assess(more).proposed.stands[more.case_index(more.target.case)]
    back = remove_axle(more)
    assert len(back.vehicle.axles) == count
    assert back.vehicle.axles[-1].left.pad_kg.value == pytest.approx(job.vehicle.axles[-1].left.pad_kg.value, abs=1e-3)
    assert back.vehicle.axles[0] == job.vehicle.axles[0] and back.proposal == job.proposal
    with pytest.raises(JobFault, match="The maximum is 3 axles"):
        add_axle(more)
    if job.vehicle.coupling_ahead_m is None:
        with pytest.raises(JobFault, match="needs a trailer coupling with its noseweight"):
            remove_axle(job)
    else:
        assert len(remove_axle(job).vehicle.axles) == 1
        with pytest.raises(JobFault, match="needs at least one axle"):
            remove_axle(remove_axle(job))


BAG = path_to(JOB.proposal.axles[1].helper)


@pytest.mark.parametrize(
    ("field", "bar", "words"),
    [
        ("left_pa", 6.2, r"Left bag pressure: 6.20 bar is above 6.00 bar, the maximum pressure. Enter 6.00 bar or less"),
        ("right_pa", 0.3, r"Right bag pressure: 0.30 bar is below 0.35 bar, the minimum pressure"),
        ("most_pa", 2.2, r"Maximum pressure: 2.20 bar is below 2.40 bar, the right bag pressure"),
        ("least_pa", 6.5, r"Minimum pressure: 6.50 bar is above 2.00 bar, the left bag pressure"),
    ],
)
@pytest.mark.parametrize("gas", ["shut in", "held", "levelled"])
def test_a_pressure_that_the_bags_maker_does_not_allow_is_refused_where_it_is_typed(
    field: str, bar: float, words: str, gas: str
) -> None:
    job = edits.put(aided(), (*BAG, "gas"), gas)
    with pytest.raises(JobFault, match=words):
        edits.put_number(job, (*BAG, field), bar * 1e5)
    assert edits.put_number(job, (*BAG, "left_pa"), 5.9e5).proposal.axles[1].helper.left_pa.value == 5.9e5  # type: ignore[union-attr]


def test_the_ways_bag_keeps_to_its_limits_too() -> None:
    way = path_to(JOB.proposal.axles[1].ways)
    job = edits.put_number(hive_on_coils(), (*way, "bag_max_pa"), 5e5)
    with pytest.raises(JobFault, match=r"Bag pressure: 7\.00 bar is above 5\.00 bar"):
        edits.put_number(job, (*way, "bag_pa"), 7e5)
