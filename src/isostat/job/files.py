"""Reading job files: every fault of a file at once, in sentences."""

from __future__ import annotations

import difflib
import json
import math
import stat
from collections.abc import Iterable
from pathlib import Path
from typing import Any, get_args

from pydantic import BaseModel, ValidationError

from isostat.job.plain_json import NotPlain, place_words, plain_data
from isostat.job.reading import Clash, Outside
from isostat.job.schema import VERSION, Job

MOST_BYTES = 8 * 1024 * 1024
MOST_FAULTS = 20  # that are told one by one


class JobFault(ValueError):
    """A job that cannot be read. `faults` holds one sentence each: the first twenty, and how many more there are.

    refused: what is out of its bounds or cannot stand together, where that alone is wrong.
    """

    def __init__(self, source: str, faults: Iterable[str], refused: Outside | Clash | None = None) -> None:
        found = list(faults)
        self.refused = refused
        more = len(found) - MOST_FAULTS
        self.source = source
        self.faults = (*found[:MOST_FAULTS], *((f"And {more} more like these.",) if more > 0 else ()))
        super().__init__(f"{source}: " + " ".join(self.faults))


def _models(kind: Any) -> Iterable[type[BaseModel]]:
    if isinstance(kind, type) and issubclass(kind, BaseModel):
        yield kind
    for inner in get_args(kind):
        yield from _models(inner)


def _keys_at(location: tuple[int | str, ...]) -> list[str]:
    """Known keys of the object at a location."""
    model: type[BaseModel] = Job
    for part in location:
        if isinstance(part, int):
            continue
        field = model.model_fields.get(part)
        inner = list(_models(field.annotation)) if field else []
        if not inner:
            return []
        model = inner[0]
    return list(model.model_fields)


def _sentence(error: Any) -> str:
    location, kind, given = tuple(error["loc"]), error["type"], error.get("input")
    place = place_words(location)
    if kind == "extra_forbidden":
        near = difflib.get_close_matches(str(location[-1]), _keys_at(location[:-1]), n=1, cutoff=0.5)
        known = f"did you mean “{near[0]}”?" if near else f"accepted are {', '.join(_keys_at(location[:-1]))}."
        return f"{place} is not a known key; {known}"
    if kind == "missing":
        return f"{place} is missing; it must be given."
    if kind == "value_error":
        return f"{place} {error['ctx']['error']}."
    shown = json.dumps(given, default=str)
    shown = shown if len(shown) <= 40 else shown[:37] + "…"
    return f"{place} is {shown}; accepted is: {error['msg'].removeprefix('Input should be ')}."


def job_from(data: Any, source: str = "job") -> Job:
    """The job in plain data.

    data: what a JSON reader gives. source: named in the fault. Returns Job.
    Raises JobFault with every fault found, each naming place, value and what is accepted.
    """
    if not isinstance(data, dict):
        raise JobFault(source, [f"The file holds a {type(data).__name__}; accepted is a job object."])
    version = data.get("version", VERSION)
    if isinstance(version, int) and version > VERSION:
        raise JobFault(source, [f"version is {version}; this program reads up to {VERSION}. A newer one wrote it."])
    try:
        return Job.model_validate(data)
    except ValidationError as fault:
        errors = _own(fault.errors(include_url=False))
        raise JobFault(source, [_overfull(e, data) or _sentence(e) for e in errors], _bounds_of(errors)) from None


def _bounds_of(errors: list[Any]) -> Outside | Clash | None:
    fault = errors[0].get("ctx", {}).get("error") if len(errors) == 1 else None
    return fault if isinstance(fault, Outside | Clash) else None


def _overfull(error: Any, data: Any) -> str:
    """More of an item on board than there is, by name and in kilograms; empty for another fault."""
    match tuple(error["loc"]):
        case "cases", int(c), "carried", int(n), "share", *_:
            pass
        case _:
            return ""
    try:
        case = data["cases"][c]
        row = case["carried"][n]
        item = next(i for i in data["items"] if i["name"] == row["item"])
        share, mass = (float(x["value"] if isinstance(x, dict) else x) for x in (row["share"], item["mass_kg"]))
    except (KeyError, IndexError, TypeError, ValueError, StopIteration):
        return ""
    whole = mass * item.get("count", 1)
    word = "holds" if item.get("kind") == "tank" else "weighs"
    if not 1.0 < share < math.inf or not 0.0 < whole < math.inf:
        return ""
    return f"{item['name']} {word} {whole:.0f} kg; {share * whole:.0f} kg in {case['name']} will not go in. A share is 0 to 1."


def _own(errors: list[Any]) -> list[Any]:
    """The errors without those that only follow from others: a list is short where an entry of it would not do."""
    places = [tuple(e["loc"]) for e in errors]
    return [
        e for e, at in zip(errors, places, strict=True)
        if e["type"] != "too_short" or not any(len(p) > len(at) and p[: len(at)] == at for p in places)
    ]  # fmt: skip


def job_from_text(text: str, source: str = "job") -> Job:
    """The job in a JSON text. Raises JobFault for broken JSON (line and column) and for every fault inside."""
    try:
        return job_from(plain_data(text), source)
    except NotPlain as fault:
        raise JobFault(source, fault.faults) from None


def read_bytes(path: Path, at_most: int) -> bytes:
    """What is in a plain file. Raises JobFault where it is missing, cannot be read, is none, or is larger than at_most bytes."""
    name = path.name or str(path)
    if "\0" in str(path):
        raise JobFault("The file", ["Its name has the character U+0000, as no file has."])
    try:
        known = path.stat()  # before it is opened: opening a pipe would wait for whoever writes
        if not stat.S_ISREG(known.st_mode):
            raise JobFault(name, ["This is a folder, pipe or device; accepted is a plain file."])
        with path.open("rb") as file:
            data = file.read(at_most + 1)
    except OSError as fault:
        raise JobFault(name, [f"The file cannot be read: {(fault.strerror or str(fault)).lower()}."]) from None
    if len(data) > at_most:
        raise JobFault(name, [f"The file has {max(known.st_size, len(data))} bytes; accepted is up to {at_most}."])
    return data


def read_job(path: Path) -> Job:
    """The job in a file. Raises JobFault when the file is missing, too large, no text or no job."""
    data = read_bytes(path, MOST_BYTES)
    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError as fault:
        raise JobFault(path.name, [f"Byte {fault.start} is no UTF-8 text; accepted is a job file."]) from None
    return job_from_text(text, path.name)


def job_text(job: Job) -> str:
    """The job as JSON text; what is not given is left out."""
    return json.dumps(job.model_dump(mode="json", exclude_none=True), indent=1, ensure_ascii=False) + "\n"
