"""What a spring shop does to a leaf pack: each is one edit of the proposal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from isostat.core import rules
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import later
from isostat.units.saying import saying

ARCH_STEP, THICK_STEP = 0.010, 0.001  # m


def _rows(job: Job, axle: int) -> list[dict[str, Any]]:
    return [row.model_dump() for row in job.proposal.axles[axle].pack.leaves]


def _put(job: Job, axle: int, rows: list[dict[str, Any]]) -> Job:
    return put(job, path_to(JOB.proposal.axles[axle].pack.leaves), rows)


def add_leaf(job: Job, axle: int, below: int) -> Job:
    """One more leaf below the n-th, alike but shorter, arched as that one is. Raises JobFault for a tenth."""
    rows = _rows(job, axle)
    fresh: dict[str, Any] = {"front_m": 0.6, "rear_m": 0.6, "width_m": 0.06, "thick_m": 0.008, "rise_m": 0.1}
    if rows:
        below = min(below, len(rows) - 1)  # a row that has just gone
        above = rows[below]
        following = rows[below + 1] if below + 1 < len(rows) else None
        fresh = {key: above[key] for key in ("width_m", "thick_m", "tip_m")}
        for key in ("front_m", "rear_m"):
            if above[key] is not None:
                least = following[key]["value"] if following and following[key] else 0.0
                fresh[key] = round(max(above[key]["value"] * rules.ADDED_SHORTER, least), 3)
        if above["rise_m"] is not None:
            fresh["rise_m"] = round(above["rise_m"]["value"] * rules.ADDED_SHORTER**2, 3)
    rows.insert(below + 1, fresh)
    return _put(job, axle, rows)


def insert_leaves(job: Job, axle: int, shapes: Sequence[tuple[float, float, float, float]], block_m: float | None) -> Job:
    """Leaves below the main one, each by front, rear, thickness and rise, m; block_m: what is then under the pack, None: solved."""
    rows = _rows(job, axle)
    fresh = [
        {"front_m": round(front, 3), "rear_m": round(rear, 3), "thick_m": round(thick, 4), "rise_m": round(rise, 4)}
        for front, rear, thick, rise in shapes
    ]
    job = _put(job, axle, [rows[0], *fresh, *rows[1:]])
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.proposal.axles[axle]), side, "spacer_m"), block_m)
    return job


def remove_leaf(job: Job, axle: int, n: int) -> Job:
    """The pack without its n-th leaf. Raises JobFault for the main one with others below."""
    rows = _rows(job, axle)
    if n == 0 and len(rows) > 1:
        raise JobFault("edit", [later("The main leaf carries the eyes and cannot be removed.")])
    return _put(job, axle, [row for k, row in enumerate(rows) if k != n])


def rearch(job: Job, axle: int, by_m: float) -> Job:
    """All leaves arched more, or less, so that the main one's tips rise by so much; the others by their length squared."""
    rows = _rows(job, axle)
    if not rows or rows[0]["front_m"] is None:
        raise JobFault("edit", [later("Enter the leaves first.")])
    main = rows[0]["front_m"]["value"]
    for row in rows:
        share = (row["front_m"]["value"] / main) ** 2 if row["front_m"] is not None else 1.0
        was = row["rise_m"]["value"] if row["rise_m"] is not None else 0.0
        row["rise_m"] = round(was + by_m * share, 4)
    return _put(job, axle, rows)


def thicken(job: Job, axle: int, n: int, by_m: float) -> Job:
    """The n-th leaf thicker, or thinner. Raises JobFault where it is not measured."""
    rows = _rows(job, axle)
    if n >= len(rows) or rows[n]["thick_m"] is None:
        raise JobFault("edit", [saying("Enter the thickness of leaf {n} first.", n=n + 1)])
    rows[n]["thick_m"] = round(rows[n]["thick_m"]["value"] + by_m, 4)
    return _put(job, axle, rows)


def thinner(job: Job, axle: int) -> Job:
    """One leaf more below the main one and all of them thinner, so that their EI added up stays. Raises JobFault for a tenth."""
    rows = _rows(job, axle)
    if any(row["thick_m"] is None for row in rows) or not rows:
        raise JobFault("edit", [later("Enter the thickness of every leaf first.")])
    share = (len(rows) / (len(rows) + 1)) ** (1 / 3)
    more = add_leaf(job, axle, 0)
    rows = _rows(more, axle)
    for row in rows:
        for field in ("thick_m", "tip_m"):
            if row[field] is not None:
                row[field] = round(row[field]["value"] * share, 4)
    return _put(more, axle, rows)


def flip(job: Job, axle: int) -> Job:
    """The pack turned end for end."""
    rows = _rows(job, axle)
    for row in rows:
        if row["rear_m"] is not None:
            row["front_m"], row["rear_m"] = row["rear_m"], row["front_m"]
    return _put(job, axle, rows)
