"""Jobs for tests that are no demo: made from one by what a test is about."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from isostat.assess import assess
from isostat.assess.spring.pairs import pairs_for, with_pair
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.edits.proposals import add_proposal, work_on
from isostat.job.files import job_from, read_job
from isostat.job.schema import Job


def hive_on_coils() -> Job:
    """A bee-keeper's flatbed on coils all round, its weights, heights and lift tests as read."""
    return read_job(Path(__file__).with_name("hive_on_coils.json"))


def unladen() -> Job:
    """The flatbed as weighed and nothing else: no item, one case, no lift, plain rates."""
    data: dict[str, Any] = hive_on_coils().model_dump()
    data["items"], data["cases"] = [], [{"name": "As weighed", "kind": "weighed"}]
    data["target"].update(case="As weighed", front_lift_m={"value": 0.0}, rear_lift_m={"value": 0.0})
    for fit in data["proposal"]["axles"]:
        fit["pick"] = {"way": "frequency", "hertz": 1.4}
    return job_from(data, "unladen")


def three_axles() -> Job:
    """The flatbed with a second rear axle 1.05 m behind the first: half the rear load on each, the third axle on coils too."""
    data: dict[str, Any] = hive_on_coils().model_dump()
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
    data: dict[str, Any] = hive_on_coils().model_dump()
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


def well_measured() -> Job:
    """The flatbed with everything tried on it: squat and lift tests, a cycle sheet, points of its own, a payload asked."""
    data: dict[str, Any] = hive_on_coils().model_dump()
    rear = data["vehicle"]["axles"][1]
    happens = (
        ("hanging", 0.11),
        ("stop touched", -0.066),
        ("stop flat", -0.1),
        ("tyre touches, straight", -0.12),
        ("metal", -0.125),
    )
    for side in ("left", "right"):
        here = rear[side]
        base, pad = here["hub_to_arch_m"]["value"], here["pad_kg"]["value"]
        here["cycle"] = [{"event": e, "hub_to_arch_m": base + x, "eye_to_eye_m": 0.42 + 0.9 * x + 0.3 * x * x} for e, x in happens]
        here["lift"] = [
            {"way": way, "hub_to_arch_m": round(base + 0.02 * n, 3), "pad_kg": round(pad - 34e3 * 0.02 * n / 9.80665 + friction)}
            for way, friction in (("up", -15.0), ("down", 15.0))
            for n in range(5)
        ]
    rear.update(bounced_up_m=0.482, pushed_down_m=0.474, wheel_tyre_kg=31, pinion_rad=0.06)
    data["vehicle"].update(tail_raised_m=0.6, tail_up_front_kg=1248)
    data["own_points"] = [{"name": "tow eye to ground", "length_m": 0.42}, {"name": "spare wheel", "kind": "mass", "mass_kg": 31}]
    behind = rear["behind_front_m"]["value"] + 0.8
    first = [{"left_m": 0.491, "right_m": 0.495}, {"left_m": 0.44, "right_m": 0.446}]
    second = [{"left_m": 0.48, "right_m": 0.484}, {"left_m": 0.43, "right_m": 0.436}]
    data["squats"] = [{"mass_kg": 200, "behind_front_m": behind, "heights": first}, {"heights": second}]
    return job_from(data, "well measured")


def rival_proposals() -> Job:
    """The buggy with three proposals: a stacked pair placed by share, one off the shelf with a protecting ring, plain coils."""
    job = add_proposal(demo("survey-buggy"))
    for axle in (0, 1):
        job = with_pair(job, axle, pairs_for(assess(job), axle, far=False)[0], far=False)
    job = add_proposal(job)
    for axle in (0, 1):
        job = put(job, path_to(JOB.proposal.axles[axle].kind), "coil")
    return work_on(job, "A")


def leafed() -> Job:
    """The flatbed on leaf packs in the rear, as found and with a leaf more."""
    main, two, three, four = (
        {"front_m": f, "rear_m": r, "thick_m": 0.008, "rise_m": rise}
        for f, r, rise in ((0.62, 0.66, 0.135), (0.58, 0.62, 0.12), (0.44, 0.47, 0.075), (0.29, 0.31, 0.036))
    )
    main["width_m"] = 0.0635
    more = {"front_m": 0.36, "rear_m": 0.38, "thick_m": 0.008, "rise_m": 0.055}
    job = hive_on_coils()
    for setup, leaves in (
        (*path_to(JOB.as_found), [main, two, three, four]),
        (*path_to(JOB.proposal), [main, two, three, more, four]),
    ):
        job = put(job, (setup, "axles", 1, "pack"), {"leaves": leaves, "clamp_m": 0.11})
        job = put(job, (setup, "axles", 1, "kind"), "leaf")
    for side in ("left", "right"):
        for field in ("installed_length_m", "solid_length_m"):
            job = put(job, (*path_to(JOB.as_found.axles[1]), side, field), None)
    return job


def twisted() -> Job:
    """The flatbed on torsion bars in front, the same bars set anew."""
    bar = {
        "diameter_m": 0.039, "length_m": 1.1, "arm_m": 0.4, "angle_rad": -0.1, "pitch_m": 0.00175, "lever_m": 0.06,
        "teeth_inner": 40, "teeth_outer": 44,
    }  # fmt: skip
    job = put(hive_on_coils(), path_to(JOB.as_found.axles[0].torsion), bar)
    for setup in ("as_found", "proposal"):
        job = put(job, (setup, "axles", 0, "kind"), "torsion bar")
    return job


def counted_turns() -> Job:
    """The van with its rear coils given by counted turns in front of it, and a third spring on a stacked pair in front."""
    job = demo("puppet-van")
    given = {
        "by": "turns", "wire_m": 0.0135, "across_m": 0.128, "across": "mean",
        "groups": [{"turns": 3, "pitch_m": 0.028}, {"turns": 4.5, "pitch_m": 0.052}],
    }  # fmt: skip
    job = put(job, path_to(JOB.proposal.axles[1].progressive), given)
    stack = {
        "top": {"rate_n_per_m": 90_000, "free_m": 0.2, "solid_m": 0.08},
        "main": {"rate_n_per_m": 90_000, "free_m": 0.2, "solid_m": 0.08},
        "third": {"rate_n_per_m": 30_000, "free_m": 0.09, "solid_m": 0.03}, "extended_m": 0.41, "body_m": 0.05, "down_m": 0.05,
        "up_m": 0.05, "placed": "by share",
    }  # fmt: skip
    job = put(job, path_to(JOB.proposal.axles[0].stack), stack)
    return put(job, path_to(JOB.proposal.axles[0].kind), "stacked pair")


def washered() -> Job:
    """The flatbed with stacks of Belleville washers beside its rear springs."""
    sizes = {"outer_m": 0.05, "inner_m": 0.0254, "thick_m": 0.002, "height_m": 0.0034, "nested": 2, "opposed": 50, "gap_m": -0.06}
    return put(hive_on_coils(), path_to(JOB.proposal.axles[1].discs), sizes)


def aided() -> Job:
    """The flatbed with helpers of air and foam in the rear."""
    bag = {
        "across_m": 0.12, "height_m": 0.30, "least_m": 0.08, "stands_m": 0.24, "left_pa": 200_000, "right_pa": 240_000,
        "least_pa": 35_000, "most_pa": 600_000,
    }  # fmt: skip
    foam = {"kind": "foam", "free_height_m": 0.12, "gap_m": -0.06, "press": [{"squeeze_m": 0.03, "force_kg": 90}]}
    return put(put(hive_on_coils(), path_to(JOB.proposal.axles[1].helper), bag), path_to(JOB.proposal.axles[1].cushion), foam)


def guessed(job: Job) -> Job:
    """The same job with nothing measured: every reading is assumed."""

    def turned(given: Any) -> Any:
        if isinstance(given, dict):
            return given | {"assumed": True} if "assumed" in given else {key: turned(value) for key, value in given.items()}
        return [turned(one) for one in given] if isinstance(given, list | tuple) else given

    return job_from(turned(job.model_dump()), "guessed")


def one_axle() -> Job:
    """The dairy's trailer on its front axle alone, two fifths of what it carries, further forward."""
    data: dict[str, Any] = demo("dairy-trailer").model_dump()
    vehicle = data["vehicle"]
    vehicle |= {"axles": vehicle["axles"][:1], "tandem": "apart", "rating_kg": {"value": 1300.0}}
    vehicle["axles"][0]["name"] = "Axle"
    for side in ("left", "right"):
        vehicle["axles"][0][side]["pad_kg"]["value"] *= 1.5
    for setup in ("as_found", "proposal"):
        data[setup]["axles"] = data[setup]["axles"][:1]
    for item in data["items"]:
        item["mass_kg"]["value"] *= 0.4
        item["behind_front_m"]["value"] -= 0.35
    return job_from(data, "one axle")


def limited() -> Job:
    """The flatbed on leaves with everything that can end a wheel's way: straps, hoses, joints, tyres straight and at lock."""
    job = demo("hive-hauler")
    for axle, mounts in ((0, 0.30), (1, 0.42)):
        job = put(job, path_to(JOB.vehicle.axles[axle].strap_mounts_m), mounts)
        job = put(job, path_to(JOB.proposal.axles[axle].strap_m), mounts + 0.135)
        job = put(job, path_to(JOB.proposal.axles[axle].wheel_out_m), 0.02)
        for side in ("left", "right"):
            for field, gap in (("arch_gap_m", 0.19), ("hose_slack_m", 0.21), ("joint_left_m", 0.24)):
                job = put(job, (*path_to(JOB.vehicle.axles[axle]), side, field), gap)
    for side, gap in (("left", 0.062), ("right", 0.066)):  # so much that without a spacer the shock ends the bump
        job = put(job, (*path_to(JOB.vehicle.axles[1]), side, "stop_gap_m"), gap)
    for field, value in (("hose_ratio", 0.8), ("hose_place", 0.3), ("joint_place", 0.0), ("strap_ratio", 0.9)):
        job = put(job, (*path_to(JOB.vehicle.axles[1]), field), value)
    return put(job, path_to(JOB.vehicle.axles[0].seat_m), 0.015)


MIRROR = {
    "left": "right", "right": "left", "left_pa": "right_pa", "right_pa": "left_pa", "right_m": "left_m",
    "tyre touches, left lock": "tyre touches, right lock", "tyre touches, right lock": "tyre touches, left lock",
}  # fmt: skip
MIRROR |= {f"{what}_{one}_m": f"{what}_{other}_m" for what in ("hub", "diagonal", "kingpin", "across")
           for one, other in (("left", "right"), ("right", "left"))}  # fmt: skip


def mirrored(job: Job) -> Job:
    """The same job seen in a mirror: left is right, and every place lies on the other side."""

    def other(key: str, reading: Any, pair: bool) -> Any:
        if reading is None or (key == "left_m" and pair) or key not in ("left_m", "lean_m", "cross_share"):
            return turn(reading)
        turned = 1.0 - reading["value"] if key == "cross_share" else -reading["value"]
        return {**reading, "value": turned, "typed": None}

    def turn(node: Any) -> Any:
        if isinstance(node, list | tuple):
            return [turn(part) for part in node]
        if not isinstance(node, dict):
            return MIRROR.get(node, node) if isinstance(node, str) else node
        pair = "right_m" in node
        return {MIRROR.get(k, "right_m" if k == "left_m" and pair else k): other(k, v, pair) for k, v in node.items()}

    return job_from(turn(job.model_dump()), "mirrored")


def wound_anew() -> Job:
    """A new job whose front coil is wound to order: nothing of it was read."""
    return put_number(blank_job(), path_to(JOB.proposal.axles[0].inside_m), 0.112)
