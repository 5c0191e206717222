"""Edits of what is carried and when: items, and the cases that they are on board in."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from isostat.job.edits.paths import JOB, free_name, path_to, put, row_at, value_at
from isostat.job.files import JobFault, job_from
from isostat.job.reading import Reading
from isostat.job.schema import Carried, Case, Item, Job
from isostat.language import later
from isostat.units.saying import saying


def move_items(job: Job, places: Mapping[int, tuple[float, float]]) -> Job:
    """Items put down elsewhere, to the millimetre: behind the front hub and left of the middle, m, by item.

    Raises JobFault when a place is out of range.
    """
    for index, place in places.items():
        row_at(job.items, index)
        for key, value in zip(("behind_front_m", "left_m"), place, strict=True):
            if round(value, 3) != value_at(job, (*path_to(JOB.items[index]), key)).value:
                job = put(job, (*path_to(JOB.items[index]), key), round(value, 3))
    return job


def add_item(job: Job, item: Item, case: str | None) -> Job:
    """One more item, under a name that is free: on board in a case, or in every load case if it stays."""
    item = item.model_copy(update={"name": free_name(item.name, [i.name for i in job.items])})
    job = put(job, path_to(JOB.items), [*job.items, item.model_dump()])
    for c in job.cases:
        if c.name == case or (item.stays and c.kind == "load"):
            job = set_share(job, c.name, item.name, 1.0)
    return job


def copy_items(job: Job, indices: Sequence[int], *, mirrored: bool) -> Job:
    """One more of each item, on board wherever it is: half a metre further back, or on the other side of the middle."""
    data, names = job.model_dump(), [i.name for i in job.items]
    for index in indices:
        item = row_at(job.items, index)
        names.append(name := free_name(item.name, names))
        moved = {"left_m": -item.left_m.value} if mirrored else {"behind_front_m": item.behind_front_m.value + 0.5}
        made = item.model_copy(update={"name": name, **{k: Reading(value=round(v, 3)) for k, v in moved.items()}})
        data["items"] = [*data["items"], made.model_dump()]
        for case in data["cases"]:
            case["carried"] = [*case["carried"], *({**c, "item": name} for c in case["carried"] if c["item"] == item.name)]
    return job_from(data, "edit")


def remove_items(job: Job, indices: Sequence[int]) -> Job:
    """The job without some items, in the list and in every case."""
    gone = {row_at(job.items, index).name for index in indices}
    data = job.model_dump()
    data["items"] = [i for i in data["items"] if i["name"] not in gone]
    for case in data["cases"]:
        case["carried"] = [c for c in case["carried"] if c["item"] not in gone]
    return job_from(data, "edit")


def rename_item(job: Job, index: int, name: str) -> Job:
    """An item under another name, in the list and in every case. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", [later("Enter a name for the item.")])
    was, data = row_at(job.items, index).name, job.model_dump()
    data["items"][index]["name"] = name.strip()
    for case in data["cases"]:
        for carried in case["carried"]:
            if carried["item"] == was:
                carried["item"] = name.strip()
    return job_from(data, "edit")


def add_case(job: Job, like: str) -> Job:
    """One more load case, at first carrying what another carries."""
    source = job.cases[job.case_index(like)]
    name = free_name("Case", [c.name for c in job.cases])
    carried = (
        source.carried
        if source.kind != "weighed"
        else tuple(Carried(item=i.name, share=i.weighed_share) for i in job.items if i.weighed_share.value > 0)
    )
    case = Case(name=name, carried=carried)
    return put(job, path_to(JOB.cases), [*job.cases, case])


def share_in(job: Job, case: Case, item: Item) -> float:
    """How much of an item is on board in a case, 0 to 1."""
    if case.kind == "weighed":
        return float(item.weighed_share.value)
    return next((float(c.share.value) for c in case.carried if c.item == item.name), 0.0)


def set_share(job: Job, case: str, item: str, share: float) -> Job:
    """The job with more or less of an item in a case. Raises JobFault outside 0 to 1."""
    at = job.case_index(case)
    if job.cases[at].kind == "weighed":
        index = next(n for n, i in enumerate(job.items) if i.name == item)
        return put(job, path_to(JOB.items[index].weighed_share), share)
    rest = [c for c in job.cases[at].carried if c.item != item]
    return put(job, path_to(JOB.cases[at].carried), [*rest, {"item": item, "share": share}] if share != 0.0 else rest)


def rename_case(job: Job, index: int, name: str) -> Job:
    """A load case under another name, wherever it is asked for. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", [later("Enter a name for the load case.")])
    was, data = row_at(job.cases, index).name, job.model_dump()
    data["cases"][index]["name"] = name.strip()
    for owner, key in _asked_cases(data):
        if owner[key] == was:
            owner[key] = name.strip()
    return job_from(data, "edit")


def remove_case(job: Job, index: int) -> Job:
    """The job without a load case. Raises JobFault for the last load, a pinned case, or one that the job asks for."""
    case, data = row_at(job.cases, index), job.model_dump()
    if case.kind != "load" or sum(c.kind == "load" for c in job.cases) < 2:
        raise JobFault("edit", [later("Keep at least one load case.")])
    if any(owner[key] == case.name for owner, key in _asked_cases(data)):
        said = "“{case}” is used as the target, for choosing a rate or in the log. Change that first."
        raise JobFault("edit", [saying(said, case=case.name)])
    data["cases"] = [c for n, c in enumerate(data["cases"]) if n != index]
    return job_from(data, "edit")


def _asked_cases(data: dict[str, Any]) -> list[tuple[dict[str, Any], str]]:
    """Every place where a case is asked for by name."""
    picks = [fit["pick"] for setup in (data["proposal"], *data["others"]) for fit in setup["axles"]]
    parts = [data["vehicle"], *data["vehicle"]["axles"], *data["own_points"]]
    parts += [axle[side] for axle in data["vehicle"]["axles"] for side in ("left", "right")]
    readings = [r for part in parts for r in part.values() if isinstance(r, dict) and "case" in r]
    return [
        (data["target"], "case"),
        *((pick, key) for pick in picks for key in ("case", "light", "full")),
        *((reading, "case") for reading in readings),
        *((entry, "case") for entry in data["log"]),
    ]
