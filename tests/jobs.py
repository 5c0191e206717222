"""Jobs for tests that are no demo: made from one by what a test is about."""

from __future__ import annotations

from typing import Any

from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.files import job_from
from isostat.job.schema import Job


def three_axles() -> Job:
    """The flatbed with a second rear axle 1.05 m behind the first: half the rear load on each, the third axle on coils too."""
    data: dict[str, Any] = demo("hive-hauler").model_dump()
    rear = data["vehicle"]["axles"][1]
    for side in ("left", "right"):
        rear[side]["pad_kg"]["value"] /= 2
    third = {**rear, "name": "Third", "behind_front_m": {**rear["behind_front_m"], "value": 4.23}, "rating_kg": None}
    data["vehicle"]["axles"] = [data["vehicle"]["axles"][0], rear, third]
    data["vehicle"]["rear_overhang_m"]["value"] = 0.8
    for setup in ("as_found", "proposal"):
        fits = data[setup]["axles"]
        data[setup]["axles"] = [fits[0], fits[1], fits[1]]
    for fit in (data["as_found"]["axles"][1], data["as_found"]["axles"][2]):
        for side in ("left", "right"):
            fit[side]["rate_n_per_m"]["value"] /= 2
    data["title"] = "Hive hauler, three axles"
    return job_from(data, "three axles")


def past_its_travel() -> Job:
    """The flatbed asked for far more lift than its shocks allow: topped out, with a dozen findings on one step."""
    data: dict[str, Any] = demo("hive-hauler").model_dump()
    data["target"]["front_lift_m"] = {"value": 0.184}
    data["target"]["rear_lift_m"] = {"value": 0.150}
    return job_from(data, "past its travel")


def workshop_squat() -> Job:
    """A plain two-axle vehicle with room to squat, heights as in a workshop's example: hub to arch 40 in all round."""
    data: dict[str, Any] = blank_job().model_dump()
    for axle in data["vehicle"]["axles"]:
        for side in ("left", "right"):
            axle[side].update(hub_to_arch_m={"value": 1.016}, stop_gap_m={"value": 0.25}, metal_gap_m={"value": 0.45})
            axle[side]["shaft_showing_m"] = {"value": 0.10}
        axle["shock_ratio"] = {"value": 1.0}
        axle["stop_ratio"] = {"value": 1.0}
    data["as_found"]["axles"] = [{**fit, "shock_stroke_m": {"value": 0.35}} for fit in data["as_found"]["axles"]]
    return job_from(data, "workshop squat")


def squatted() -> Job:
    """The workshop's vehicle with two squat tests typed, the second without its place."""
    job = workshop_squat()
    data: dict[str, Any] = job.model_dump()
    behind = 1.2 * job.vehicle.axles[1].behind_front_m.value
    heights = [{"left_m": 1.0287, "right_m": 1.0287}, {"left_m": 0.9271, "right_m": 0.9271}]
    data["squats"] = [{"mass_kg": 635.0, "behind_front_m": behind, "heights": heights}, {"mass_kg": 200.0, "heights": heights}]
    return job_from(data, "squatted")


def shifted_sheet() -> Job:
    """A new job whose heights were typed one row too low: stop gaps of half a metre, stops far past metal and past the arch."""
    data: dict[str, Any] = blank_job().model_dump()
    for axle in data["vehicle"]["axles"]:
        for side in ("left", "right"):
            axle[side]["stop_gap_m"] = {"value": 0.489}
    return job_from(data, "shifted sheet")
