"""Edits of what a job has any number of: squat tests, named points, springs on the bench."""

from __future__ import annotations

from isostat.job.edits.paths import JOB, free_name, path_to, put, row_at
from isostat.job.files import JobFault, job_from
from isostat.job.heights import Heights
from isostat.job.reading import Reading
from isostat.job.schema import Job, SquatTest
from isostat.language import later


def add_squat(job: Job) -> Job:
    """One more squat test: a mass to be typed over, its place and heights still to be read."""
    test = SquatTest(mass_kg=Reading(value=200.0, assumed=True), heights=tuple(Heights() for _ in job.vehicle.axles))
    return put(job, path_to(JOB.squats), [*job.squats, test])


def remove_squat(job: Job, index: int) -> Job:
    """The job without one of its squat tests."""
    return put(job, path_to(JOB.squats), [t for n, t in enumerate(job.squats) if n != index])


def add_body_point(job: Job, kind: str) -> Job:
    """One more named point of the body, at a likely place, to be typed over."""
    names = {"mark": "Mark", "under": "Underside", "axle": "Axle", "roof": "Roof"}
    base, likely = (
        job.vehicle.axles[-1].behind_front_m.value,
        {"mark": (0.0, 0.6), "under": (0.5, 0.3), "axle": (1.0, 0.25), "roof": (0.5, 1.8)},
    )
    share, high = likely[kind]
    name = free_name(names[kind], [p.name for p in job.vehicle.body_points])
    fresh = {
        "name": name,
        "kind": kind,
        "behind_front_m": {"value": round(base * share, 3), "assumed": True},
        "above_ground_m": {"value": high, "assumed": True},
    }
    return put(job, path_to(JOB.vehicle.body_points), [*job.vehicle.body_points, fresh])


def remove_body_point(job: Job, index: int) -> Job:
    """The job without a point of the body; a rake taken there goes back to its usual points."""
    gone, data = row_at(job.vehicle.body_points, index).name, job.model_dump()
    vehicle = data["vehicle"]
    vehicle["body_points"] = [p for p in vehicle["body_points"] if p["name"] != gone]
    for end in ("rake_front", "rake_rear"):
        vehicle[end] = "" if vehicle[end] == gone else vehicle[end]
    return job_from(data, "edit")


def rename_body_point(job: Job, index: int, name: str) -> Job:
    """A point of the body under another name, wherever the rake asks for it. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", [later("Enter a name for the point.")])
    was, data = row_at(job.vehicle.body_points, index).name, job.model_dump()
    vehicle = data["vehicle"]
    vehicle["body_points"][index]["name"] = name.strip()
    for end in ("rake_front", "rake_rear"):
        vehicle[end] = name.strip() if vehicle[end] == was else vehicle[end]
    return job_from(data, "edit")


def add_bench_coil(job: Job) -> Job:
    """One more spring on the bench, nothing read yet."""
    name = free_name("Spring", [c.name for c in job.bench])
    return put(job, path_to(JOB.bench), [*job.bench, {"name": name}])


def remove_bench_coil(job: Job, index: int) -> Job:
    """The job without one of the springs on the bench."""
    return put(job, path_to(JOB.bench), [c for n, c in enumerate(job.bench) if n != index])


def add_own_point(job: Job) -> Job:
    """One more measuring point of the tuner's own, a length until said otherwise."""
    name = free_name("Point", [p.name for p in job.own_points])
    return put(job, path_to(JOB.own_points), [*job.own_points, {"name": name}])


def remove_own_point(job: Job, index: int) -> Job:
    """The job without one of the tuner's own points."""
    return put(job, path_to(JOB.own_points), [p for n, p in enumerate(job.own_points) if n != index])
