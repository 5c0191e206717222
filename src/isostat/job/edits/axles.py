"""Edits of how many axles a vehicle has: one more behind the last, or without the last."""

from __future__ import annotations

from typing import Any

from isostat.core import rules
from isostat.job.files import JobFault, job_from
from isostat.job.schema import Job
from isostat.language import later
from isostat.units.saying import saying

MOST = 3
SIDES = ("left", "right")


def add_axle(job: Job) -> Job:
    """One more axle behind the last and alike, everything about it assumed; both carry half of what the last was weighed with.

    Raises JobFault for a fourth.
    """
    data = job.model_dump(mode="json")
    axles = data["vehicle"]["axles"]
    if len(axles) == MOST:
        raise JobFault("edit", [saying("The maximum is {most} axles.", most=MOST)])
    last = axles[-1]
    for side in SIDES:
        last[side]["pad_kg"] = _guess(last[side]["pad_kg"]["value"] / 2)
    fresh = _assumed(last)
    behind = last["behind_front_m"]["value"] + rules.TANDEM_APART
    fresh |= {"name": f"Axle {len(axles) + 1}", "behind_front_m": _guess(behind), "steered": False}
    for side in SIDES:
        fresh[side] |= {"cycle": [], "lift": []}
    axles.append(fresh)
    for part in _beside(data):
        part.append(part[-1])
    return job_from(data, "edit")


def remove_axle(job: Job) -> Job:
    """Without the last axle; the one before it carries its load, assumed until weighed.

    Raises JobFault where the vehicle could not stand without it.
    """
    data = job.model_dump(mode="json")
    axles = data["vehicle"]["axles"]
    if len(axles) == 1:
        raise JobFault("edit", [later("A vehicle needs at least one axle.")])
    gone = axles.pop()
    for side in SIDES:
        axles[-1][side]["pad_kg"] = _guess(axles[-1][side]["pad_kg"]["value"] + gone[side]["pad_kg"]["value"])
    if len(axles) == 1:
        data["vehicle"] |= {"tandem": "apart"}
    for part in _beside(data):
        part.pop()
    return job_from(data, "edit")


def _beside(data: dict[str, Any]) -> list[list[Any]]:
    """Every list of the job that has one entry an axle, beside the axles themselves."""
    setups = [setup["axles"] for setup in (data["as_found"], data["proposal"], *data["others"])]
    wanted = [data["target"]["corners"]] if data["target"]["corners"] else []
    return [*setups, *(test["heights"] for test in (*data["squats"], *data["log"])), *wanted]


def _guess(value: float) -> dict[str, Any]:
    return {"value": round(value, 4), "assumed": True}


def _assumed(part: Any) -> Any:
    """The same with every reading assumed."""
    if isinstance(part, dict):
        if "value" in part:
            return _guess(part["value"])
        return {key: _assumed(inner) for key, inner in part.items()}
    return [_assumed(inner) for inner in part] if isinstance(part, list) else part
