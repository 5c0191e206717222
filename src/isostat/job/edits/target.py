"""Edits of the target: by axle, or by corner."""

from __future__ import annotations

from typing import Any

from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job


def aim_by_axle(job: Job, changes: dict[str, Any]) -> Job:
    """The target by front lift, rear lift or rake, and lean; `changes` of those. Heights by corner are given up.

    A rear lift outranks a rake that was wanted before.
    """
    rake = {"rake_m": None} if "rear_lift_m" in changes else {}
    return put(job, path_to(JOB.target), {**dict(job.target), "corners": (), **rake, **changes})


def aim_at_corner(job: Job, heights: list[tuple[float, float]], axle: int, side: int, wanted: dict[str, Any]) -> Job:
    """The target by corner: `heights` of all axles as they are wanted now, one of them replaced by a reading."""
    sides = ("left_m", "right_m")
    if job.target.corners:
        pairs = [p.model_dump() for p in job.target.corners]
    else:
        pairs = [{side: {"value": height} for side, height in zip(sides, pair, strict=True)} for pair in heights]
    pairs[axle][sides[side]] = wanted
    return put(job, path_to(JOB.target), {**dict(job.target), "corners": pairs, "rake_m": None})
