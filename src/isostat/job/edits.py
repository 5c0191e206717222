"""Edits: pure functions from a job to a job. A refused edit raises JobFault and changes nothing."""

from __future__ import annotations

from typing import Any, get_args

from pydantic.fields import FieldInfo

from isostat.job.files import JobFault, job_from
from isostat.job.reading import Bounds, Reading
from isostat.job.schema import Carried, Case, Item, Job

Path = tuple[str | int, ...]


def value_at(job: Job, path: Path) -> Any:
    """What stands at a path such as ("vehicle", "axles", 0, "left", "pad_kg")."""
    here: Any = job
    for part in path:
        here = here[part] if isinstance(part, int) else getattr(here, part)
    return here


def bounds_at(job: Job, path: Path) -> Bounds:
    """Quantity and range that the field at a path accepts. Raises KeyError when it takes no reading."""
    owner = value_at(job, path[:-1])
    field: FieldInfo = type(owner).model_fields[str(path[-1])]
    for source in (field.metadata, *(get_args(inner)[1:] for inner in get_args(field.annotation))):
        for extra in source:
            if isinstance(extra, Bounds):
                return extra
    raise KeyError(path)


def _changed(node: Any, path: Path, value: Any) -> Any:
    if not path:
        return value
    head, rest = path[0], path[1:]
    if isinstance(head, int):
        out = list(node)
        out[head] = _changed(out[head], rest, value)
        return out
    return {**node, head: _changed(node[head], rest, value)}


def put(job: Job, path: Path, value: Any) -> Job:
    """The job with another value at a path; the whole is checked again.

    value: a Reading, a plain number, text, flag or None. Raises JobFault in the words of the file reader.
    """
    plain = value.model_dump() if hasattr(value, "model_dump") else value
    return job_from(_changed(job.model_dump(), path, plain), "edit")


def put_number(job: Job, path: Path, si: float, typed: str | None = None) -> Job:
    """The job with a typed or dragged number at a path, in SI; it is no longer assumed."""
    return put(job, path, {"value": si, "typed": typed})


def move_item(job: Job, index: int, behind_front_m: float, left_m: float) -> Job:
    """An item put down elsewhere, to the millimetre. Raises JobFault when the place is out of range."""
    moved = {"behind_front_m": round(behind_front_m, 3), "left_m": round(left_m, 3)}
    item = job.items[index].model_copy(update={k: Reading(value=v) for k, v in moved.items()})
    return put(job, ("items", index), item)


def _free_name(wanted: str, taken: list[str]) -> str:
    name, n = wanted, 2
    while name in taken:
        name, n = f"{wanted} {n}", n + 1
    return name


def add_item(job: Job, case: str, mass_kg: float = 50.0) -> Job:
    """One more item between the axles, on board in a case (and in none other)."""
    name = _free_name("Item", [i.name for i in job.items])
    middle = job.vehicle.axles[-1].behind_front_m.value * 0.7
    item = Item(
        name=name, mass_kg=Reading(value=mass_kg), behind_front_m=Reading(value=round(middle, 3)), left_m=Reading(value=0.0)
    )
    grown = put(job, ("items",), [*(i.model_dump() for i in job.items), item.model_dump()])
    return set_share(grown, case, name, 1.0)


def remove_item(job: Job, index: int) -> Job:
    """The job without an item, in the list and in every case."""
    gone = job.items[index].name
    data = job.model_dump()
    data["items"] = [i for n, i in enumerate(data["items"]) if n != index]
    for case in data["cases"]:
        case["carried"] = [c for c in case["carried"] if c["item"] != gone]
    return job_from(data, "edit")


def rename_item(job: Job, index: int, name: str) -> Job:
    """An item under another name, in the list and in every case. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", ["The item's name is empty; accepted is a name."])
    was, data = job.items[index].name, job.model_dump()
    data["items"][index]["name"] = name.strip()
    for case in data["cases"]:
        for carried in case["carried"]:
            if carried["item"] == was:
                carried["item"] = name.strip()
    return job_from(data, "edit")


def add_case(job: Job, like: str) -> Job:
    """One more load case, at first carrying what another carries."""
    source = job.cases[job.case_index(like)]
    name = _free_name("Case", [c.name for c in job.cases])
    carried = (
        source.carried
        if source.kind != "weighed"
        else tuple(Carried(item=i.name, share=i.weighed_share) for i in job.items if i.weighed_share.value > 0)
    )
    case = Case(name=name, carried=carried)
    return put(job, ("cases",), [*(c.model_dump() for c in job.cases), case.model_dump()])


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
        return put(job, ("items", index, "weighed_share"), share)
    rest = [c.model_dump() for c in job.cases[at].carried if c.item != item]
    if share != 0.0:
        rest.append({"item": item, "share": share})
    return put(job, ("cases", at, "carried"), rest)
