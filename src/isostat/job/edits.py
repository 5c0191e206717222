"""Edits: pure functions from a job to a job. A refused edit raises JobFault and changes nothing."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any, get_args

from pydantic.fields import FieldInfo

from isostat.job.curved import PressRow
from isostat.job.files import JobFault, job_from
from isostat.job.reading import Bounds, Reading
from isostat.job.schema import Carried, Case, Heights, Item, Job, SquatTest
from isostat.units.shown import with_unit
from isostat.units.typed import NotUnderstood, Typed, parse
from isostat.units.tyre import load_index_kg, tyre_size
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity

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


def typed_for(job: Job, path: Path, text: str, quantity: Quantity, preset: Preset = DEFAULT_PRESET) -> Typed:
    """What a person typed for the field at a path; for a tyre's radius its size will do, for its rating its load index.

    Raises NotUnderstood, in words, also where it is out of range.
    """
    size = tyre_size(text) if path[-1:] == ("tyre_radius_m",) else None
    index = load_index_kg(text) if path[-1:] == ("tyre_plate_kg",) else None
    known = size.radius_m if size else index
    typed = parse(text, quantity, preset) if known is None else Typed(known, text, preset.unit(quantity))
    try:
        bounds = bounds_at(job, path)
    except (KeyError, AttributeError, IndexError):  # a field of the screen alone: the edit itself checks it
        return typed
    if not bounds.low <= typed.si <= bounds.high:
        low, high = (with_unit(b, quantity, preset) for b in (bounds.low, bounds.high))
        raise NotUnderstood(text, "is out of range", f"{low} to {high}")
    return typed


def can_be_empty(job: Job, path: Path) -> bool:
    """Whether a value stands at a path that the job can do without."""
    try:
        return value_at(job, path) is not None and put(job, path, None) is not None
    except (AttributeError, KeyError, IndexError, TypeError, ValueError):
        return False


def _changed(node: Any, path: Path, value: Any) -> Any:
    """Plain data along the path, to be checked; what stands beside it is handed on as it is, checked long ago."""
    if not path:
        return value
    head, rest = path[0], path[1:]
    if isinstance(head, int):
        return [_changed(part, rest, value) if n == head else part for n, part in enumerate(node)]
    parts = dict(node)
    return {**parts, head: _changed(parts[head], rest, value)}


def put(job: Job, path: Path, value: Any) -> Job:
    """The job with another value at a path; it and all that holds it is checked again.

    value: a Reading, a plain number, text, flag or None. Raises JobFault in the words of the file reader.
    """
    plain = value.model_dump() if hasattr(value, "model_dump") else value
    return job_from(_changed(job, path, plain), "edit")


def put_number(job: Job, path: Path, si: float, typed: str | None = None) -> Job:
    """The job with a typed or dragged number at a path, in SI; it is no longer assumed. What else was kept of it stays."""
    before = value_at(job, path)
    kept = before.model_dump(include={"error", "case", "note", "when"}, exclude_none=True) if isinstance(before, Reading) else {}
    return put(job, path, {**kept, "value": si, "typed": typed})


def put_detail(job: Job, path: Path, detail: str, value: Any) -> Job:
    """The job with the error, day, case or note of a reading. Raises JobFault where there is none or it will not do."""
    if not isinstance(value_at(job, path), Reading):
        raise JobFault("edit", ["Nothing was read there yet; accepted is a number first."])
    return put(job, (*path, detail), value if value != "" else None)


def move_items(job: Job, places: Mapping[int, tuple[float, float]]) -> Job:
    """Items put down elsewhere, to the millimetre: behind the front hub and left of the middle, m, by item.

    Raises JobFault when a place is out of range.
    """
    for index, place in places.items():
        for key, value in zip(("behind_front_m", "left_m"), place, strict=True):
            if round(value, 3) != value_at(job, ("items", index, key)).value:
                job = put(job, ("items", index, key), round(value, 3))
    return job


def whole_number(what: str, value: float, typed: str, low: int, high: int) -> int:
    """A typed count. Raises JobFault, naming it, where it is no whole number or out of range."""
    count = round(value)
    if abs(value - count) > 1e-9 or not low <= count <= high:
        raise JobFault("edit", [f"{what} is {typed}; accepted is a whole number, {low} to {high}."])
    return count


def put_teeth(path: Path, job: Job, si: float | None, typed: str) -> Job:
    """The job with a count of splines at a path, or none. Raises JobFault where it is no whole number, 4 to 200."""
    return put(job, path, None if si is None else whole_number("Teeth", si, typed, 4, 200))


def _free_name(wanted: str, taken: list[str]) -> str:
    name, n = wanted, 2
    while name in taken:
        name, n = f"{wanted} {n}", n + 1
    return name


def add_item(job: Job, item: Item, case: str | None) -> Job:
    """One more item, under a name that is free: on board in a case, or in every load case if it stays."""
    item = item.model_copy(update={"name": _free_name(item.name, [i.name for i in job.items])})
    job = put(job, ("items",), [*job.items, item.model_dump()])
    for c in job.cases:
        if c.name == case or (item.stays and c.kind == "load"):
            job = set_share(job, c.name, item.name, 1.0)
    return job


def copy_items(job: Job, indices: Sequence[int], *, mirrored: bool) -> Job:
    """One more of each item, on board wherever it is: half a metre further back, or on the other side of the middle."""
    data, names = job.model_dump(), [i.name for i in job.items]
    for index in indices:
        item = job.items[index]
        names.append(name := _free_name(item.name, names))
        moved = {"left_m": -item.left_m.value} if mirrored else {"behind_front_m": item.behind_front_m.value + 0.5}
        made = item.model_copy(update={"name": name, **{k: Reading(value=round(v, 3)) for k, v in moved.items()}})
        data["items"] = [*data["items"], made.model_dump()]
        for case in data["cases"]:
            case["carried"] = [*case["carried"], *({**c, "item": name} for c in case["carried"] if c["item"] == item.name)]
    return job_from(data, "edit")


def remove_items(job: Job, indices: Sequence[int]) -> Job:
    """The job without some items, in the list and in every case."""
    gone = {job.items[index].name for index in indices}
    data = job.model_dump()
    data["items"] = [i for i in data["items"] if i["name"] not in gone]
    for case in data["cases"]:
        case["carried"] = [c for c in case["carried"] if c["item"] not in gone]
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
    return put(job, ("cases",), [*job.cases, case])


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
    rest = [c for c in job.cases[at].carried if c.item != item]
    return put(job, ("cases", at, "carried"), [*rest, {"item": item, "share": share}] if share != 0.0 else rest)


def rename_case(job: Job, index: int, name: str) -> Job:
    """A load case under another name, wherever it is asked for. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", ["The case's name is empty; accepted is a name."])
    was, data = job.cases[index].name, job.model_dump()
    data["cases"][index]["name"] = name.strip()
    for owner, key in _asked_cases(data):
        if owner[key] == was:
            owner[key] = name.strip()
    return job_from(data, "edit")


def remove_case(job: Job, index: int) -> Job:
    """The job without a load case. Raises JobFault for the last load, a pinned case, or one that the job asks for."""
    case, data = job.cases[index], job.model_dump()
    if case.kind != "load" or sum(c.kind == "load" for c in job.cases) < 2:
        raise JobFault("edit", [f"Case “{case.name}” stays; accepted is a load case with another beside it."])
    if any(owner[key] == case.name for owner, key in _asked_cases(data)):
        raise JobFault("edit", [f"Case “{case.name}” is the target's or picks a rate; accepted is one that nothing asks for."])
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
    ]


def aim_by_axle(job: Job, changes: dict[str, Any]) -> Job:
    """The target by front lift, rear lift or rake, and lean; `changes` of those. Heights by corner are given up.

    A rear lift outranks a rake that was wanted before.
    """
    rake = {"rake_m": None} if "rear_lift_m" in changes else {}
    return put(job, ("target",), {**dict(job.target), "corners": (), **rake, **changes})


def aim_at_corner(job: Job, heights: list[tuple[float, float]], axle: int, side: int, wanted: dict[str, Any]) -> Job:
    """The target by corner: `heights` of all axles as they are wanted now, one of them replaced by a reading."""
    sides = ("left_m", "right_m")
    if job.target.corners:
        pairs = [p.model_dump() for p in job.target.corners]
    else:
        pairs = [{side: {"value": height} for side, height in zip(sides, pair, strict=True)} for pair in heights]
    pairs[axle][sides[side]] = wanted
    return put(job, ("target",), {**dict(job.target), "corners": pairs, "rake_m": None})


def add_squat(job: Job) -> Job:
    """One more squat test: a mass to be typed over, its place and heights still to be read."""
    test = SquatTest(mass_kg=Reading(value=200.0, assumed=True), heights=tuple(Heights() for _ in job.vehicle.axles))
    return put(job, ("squats",), [*job.squats, test])


def remove_squat(job: Job, index: int) -> Job:
    """The job without one of its squat tests."""
    return put(job, ("squats",), [t for n, t in enumerate(job.squats) if n != index])


def add_body_point(job: Job, kind: str) -> Job:
    """One more named point of the body, at a likely place, to be typed over."""
    names = {"mark": "Mark", "under": "Underside", "axle": "Axle", "roof": "Roof"}
    base, likely = (
        job.vehicle.axles[-1].behind_front_m.value,
        {"mark": (0.0, 0.6), "under": (0.5, 0.3), "axle": (1.0, 0.25), "roof": (0.5, 1.8)},
    )
    share, high = likely[kind]
    name = _free_name(names[kind], [p.name for p in job.vehicle.body_points])
    fresh = {
        "name": name,
        "kind": kind,
        "behind_front_m": {"value": round(base * share, 3), "assumed": True},
        "above_ground_m": {"value": high, "assumed": True},
    }
    return put(job, ("vehicle", "body_points"), [*job.vehicle.body_points, fresh])


def remove_body_point(job: Job, index: int) -> Job:
    """The job without a point of the body; a rake taken there goes back to its usual points."""
    gone, data = job.vehicle.body_points[index].name, job.model_dump()
    vehicle = data["vehicle"]
    vehicle["body_points"] = [p for p in vehicle["body_points"] if p["name"] != gone]
    for end in ("rake_front", "rake_rear"):
        vehicle[end] = "" if vehicle[end] == gone else vehicle[end]
    return job_from(data, "edit")


def rename_body_point(job: Job, index: int, name: str) -> Job:
    """A point of the body under another name, wherever the rake asks for it. Raises JobFault for an empty or taken name."""
    if not name.strip():
        raise JobFault("edit", ["The point's name is empty; accepted is a name."])
    was, data = job.vehicle.body_points[index].name, job.model_dump()
    vehicle = data["vehicle"]
    vehicle["body_points"][index]["name"] = name.strip()
    for end in ("rake_front", "rake_rear"):
        vehicle[end] = name.strip() if vehicle[end] == was else vehicle[end]
    return job_from(data, "edit")


def add_bench_coil(job: Job) -> Job:
    """One more spring on the bench, nothing read yet."""
    name = _free_name("Spring", [c.name for c in job.bench])
    return put(job, ("bench",), [*job.bench, {"name": name}])


def remove_bench_coil(job: Job, index: int) -> Job:
    """The job without one of the springs on the bench."""
    return put(job, ("bench",), [c for n, c in enumerate(job.bench) if n != index])


def add_own_point(job: Job) -> Job:
    """One more measuring point of the tuner's own, a length until said otherwise."""
    name = _free_name("Point", [p.name for p in job.own_points])
    return put(job, ("own_points",), [*job.own_points, {"name": name}])


def remove_own_point(job: Job, index: int) -> Job:
    """The job without one of the tuner's own points."""
    return put(job, ("own_points",), [p for n, p in enumerate(job.own_points) if n != index])


def put_row(job: Job, path: Path, key: str, kind: str, field: str, reading: dict[str, Any] | str | None) -> Job:
    """A value in that row of a table in which `key` says `kind`; the row is made when first needed and goes when it is empty."""
    rows = [row.model_dump() for row in value_at(job, path)]
    row = next((r for r in rows if r[key] == kind), None)
    if row is None:
        row = {key: kind}
        rows.append(row)
    row[field] = reading
    left = [r for r in rows if any(value not in (None, "") for name, value in r.items() if name != key)]
    return put(job, path, left)


def put_nth(job: Job, path: Path, index: int, fresh: dict[str, Any], field: str, reading: dict[str, Any] | str | None) -> Job:
    """A value in the n-th row of a table; rows up to it are made as `fresh`, and empty ones at the end go."""
    rows = [row.model_dump() for row in value_at(job, path)]
    rows += [dict(fresh) for _ in range(index + 1 - len(rows))]
    rows[index][field] = reading
    while rows and all(value is None for name, value in rows[-1].items() if name not in fresh):
        rows.pop()
    return put(job, path, rows)


def put_table(job: Job, axle: int, rows: Sequence[PressRow]) -> Job:
    """The job with a tester's table as the progressive springs of a proposal's axle."""
    base = ("proposal", "axles", axle, "progressive")
    job = put(job, (*base, "table"), rows)
    return put(job, (*base, "by"), "table")


def fitted_now(job: Job, axle: int, ring_m: float | None) -> Job:
    """The job with the springs of the proposal's axle as those that were found: they are fitted already.

    ring_m: of a stacked pair, collar to ring as it is set.
    """
    wanted, base = job.proposal.axles[axle], ("as_found", "axles", axle)
    job = put(job, (*base, "progressive"), wanted.progressive)
    job = put(job, (*base, "pack"), wanted.pack)
    job = put(job, (*base, "torsion"), wanted.torsion.over(job.as_found.axles[axle].torsion))
    job = put(job, (*base, "air"), wanted.air.over(job.as_found.axles[axle].air))
    job = put(job, (*base, "stack"), wanted.stack.model_copy(update={"placed": "typed"}))
    if ring_m is not None:
        job = put(job, (*base, "stack", "ring_m"), round(ring_m, 4))
    return put(job, (*base, "kind"), wanted.kind)
