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

from isostat.job.locations import location_words
from isostat.job.pictures import with_whole_places
from isostat.job.plain_json import NotPlain, plain_data
from isostat.job.reading import Clash, NotSo, Outside
from isostat.job.schema import VERSION, Job
from isostat.language import later, trn
from isostat.units.parse import quoted
from isostat.units.saying import Amount, Given, Saying, saying
from isostat.units.unit import Preset, Quantity

MOST_BYTES = 8 * 1024 * 1024
MOST_FAULTS = 20  # that are listed


class JobFault(ValueError):
    """A job that cannot be read, or an edit that it would not have.

    sayings: a sentence a fault, the first twenty, and how many more there are; `faults` are the same in the units of a file.
    outside: the reading that is out of its bounds, where that alone is wrong.
    """

    def __init__(self, source: str, faults: Iterable[str | Saying], outside: Outside | None = None) -> None:
        found = [fault if isinstance(fault, Saying) else Saying(fault) for fault in faults]
        more = len(found) - MOST_FAULTS
        if more > 0:
            found[MOST_FAULTS:] = [Saying(trn("And {n} more like this.", "And {n} more like these.", more))]
        self.source, self.sayings, self.outside = source, tuple(found), outside
        self.faults = tuple(fault.words() for fault in found)
        super().__init__(f"{source}: " + " ".join(self.faults))

    def words(self, preset: Preset, most: int | None = None) -> str:
        """The sentences in a row, in the units of a preset. most: how many of them, where there is little room."""
        return " ".join(said.words(preset) for said in self.sayings[:most])


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


def _sentence(error: Any) -> Saying:
    """A fault of a job's data: where, what is there, and what belongs there."""
    location, kind, given = tuple(error["loc"]), error["type"], error.get("input")
    place, limits = location_words(location), error.get("ctx", {})
    why = limits.get("error")
    if isinstance(why, Clash):
        return why.why
    if isinstance(why, Outside):
        return why.said(", ".join(words for words in (place, why.place.words().lower()) if words))
    if isinstance(why, NotSo):
        return saying("{place}: {why}", place=place, why=why.why)
    shown = json.dumps(given, default=str)
    shown = shown if len(shown) <= 40 else shown[:37] + "…"
    match kind:
        case "extra_forbidden":
            near = difflib.get_close_matches(str(location[-1]), _keys_at(location[:-1]), n=1, cutoff=0.5)
            owner, key = location_words(location[:-1]), str(location[-1])
            if near:
                return saying("{place}: “{key}” is not a known key. Did you mean “{near}”?", place=owner, key=key, near=near[0])
            known = ", ".join(_keys_at(location[:-1]))
            return saying("{place}: “{key}” is not a known key. Use {known}.", place=owner, key=key, known=known)
        case "missing":
            return saying("{place} is missing. Enter it.", place=place)
        case "literal_error":
            return saying("{place}: {given} is not a choice. Use {known}.", place=place, given=shown, known=str(limits["expected"]))
        case "too_long":
            return saying("{place}: {n} are too many. The most is {most}.", place=place, n=limits["actual_length"],
                          most=limits["max_length"])  # fmt: skip
        case "too_short":
            return saying("{place}: {n} are too few. The least is {least}.", place=place, n=limits["actual_length"],
                          least=limits["min_length"])  # fmt: skip
        case "greater_than_equal":
            return saying("{place}: {given} is too small. Enter {least} or more.", place=place, given=shown, least=limits["ge"])
        case "less_than_equal":
            return saying("{place}: {given} is too large. Enter {most} or less.", place=place, given=shown, most=limits["le"])
        case "string_type" | "string_unicode":
            return saying("{place}: {given} is not text.", place=place, given=shown)
        case "bool_type" | "bool_parsing":
            return saying("{place}: {given} is not a choice. Use true or false.", place=place, given=shown)
        case "int_type" | "int_parsing" | "int_from_float" | "int_parsing_size":
            return saying("{place}: {given} is not a whole number.", place=place, given=shown)
        case "model_type" if limits.get("class_name") != "Reading":
            return saying("{place}: {given} does not belong there.", place=place, given=shown)
        case "float_type" | "float_parsing" | "finite_number" | "model_type":
            return saying("{place}: {given} is not a number.", place=place, given=shown)
        case "tuple_type" | "list_type":
            return saying("{place}: {given} is not a list.", place=place, given=shown)
    return saying("{place}: {given} does not belong there.", place=place, given=shown)


def job_from(data: Any, source: str = "job") -> Job:
    """The job in plain data.

    data: what a JSON reader gives. source: named in the fault. Returns Job.
    Raises JobFault with every fault found, each naming place, value and what to enter.
    """
    if not isinstance(data, dict):
        raise JobFault(source, [later("The file does not hold a job.")])
    version = data.get("version", VERSION)
    if isinstance(version, int) and version > VERSION:
        newer = saying("The file is of version {version}; this program reads up to {most}. Open it with a newer Isostat.",
                       version=version, most=VERSION)  # fmt: skip
        raise JobFault(source, [newer])
    try:
        return Job.model_validate(data)
    except ValidationError as fault:
        errors = _own(fault.errors(include_url=False))
        faults = [_amiss_on_board(error, data) or _sentence(error) for error in errors]
        alone = errors[0].get("ctx", {}).get("error") if len(errors) == 1 and not _amiss_on_board(errors[0], data) else None
        raise JobFault(source, faults, alone if isinstance(alone, Outside) else None) from None


def _amiss_on_board(error: Any, data: Any) -> Saying | None:
    """More of an item on board than there is, or less than nothing, by name and weight; None for another fault."""
    try:
        match tuple(error["loc"]):
            case "cases", int(c), "carried", int(n), "share", *_:
                case = _entry(data["cases"][c])
                row = _entry(case["carried"][n])
                item, typed = next(i for i in map(_entry, data["items"]) if i.get("name") == row["item"]), row["share"]
            case "items", int(n), "weighed_share", *_:
                case = next(c for c in map(_entry, data["cases"]) if c.get("kind") == "weighed")
                item = _entry(data["items"][n])
                typed = item["weighed_share"]
            case _:
                return None
        share, mass = (float(x["value"] if isinstance(x, dict) else x) for x in (typed, item["mass_kg"]))
        whole = mass * item.get("count", 1)
        given: dict[str, Given] = {"item": quoted(str(item["name"])), "case": quoted(str(case["name"]))}
    except (KeyError, IndexError, TypeError, ValueError, StopIteration):
        return None
    if not math.isfinite(share) or not 0.0 < whole < math.inf:
        return None
    amounts: dict[str, Given] = {"whole": Amount(whole, Quantity.MASS), "given": Amount(share * whole, Quantity.MASS)}
    if share < 0.0:
        return saying("{item} in {case}: {given} is too small. Enter 0 to {whole}.", **given, **amounts)
    if item.get("kind") == "tank":
        return saying("{item} in {case}: {given} will not go in. Enter 0 to {whole}.", **given, **amounts)
    return saying("{item} in {case}: {given} is more than all of it. Enter 0 to {whole}.", **given, **amounts)


def _entry(part: Any) -> dict[str, Any]:
    """An entry of a list as plain data; nothing of it where it is no entry at all."""
    plain = _plain(part)
    return plain if isinstance(plain, dict) else {}


def _plain(part: Any) -> Any:
    """A part of the document as plain data; an edit brings what it leaves alone as it was read."""
    if isinstance(part, BaseModel):
        return part.model_dump()
    return {key: _plain(value) for key, value in part.items()} if isinstance(part, dict) else part


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
        raise JobFault("The file", [later("Its name has the hidden character U+0000, which no file name has.")])
    try:
        known = path.stat()  # before it is opened: opening a pipe would wait for whoever writes
        if not stat.S_ISREG(known.st_mode):
            raise JobFault(name, [later("This is a folder, pipe or device. Choose a file.")])
        with path.open("rb") as file:
            data = file.read(at_most + 1)
    except OSError as fault:
        why = (fault.strerror or str(fault)).lower()
        raise JobFault(name, [saying("The file cannot be read: {why}.", why=why)]) from None
    if len(data) > at_most:
        size, most = max(known.st_size, len(data)), at_most
        raise JobFault(name, [saying("The file is too large: {size} bytes. The most is {most}.", size=size, most=most)])
    return data


def read_job(path: Path) -> Job:
    """The job in a file. Raises JobFault when the file is missing, too large, no text or no job."""
    data = read_bytes(path, MOST_BYTES)
    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError as fault:
        raise JobFault(path.name, [saying("Byte {n} is not UTF-8 text: this is not a job file.", n=fault.start)]) from None
    return with_whole_places(job_from_text(text, path.name), path.parent)


def job_text(job: Job) -> str:
    """The job as JSON text; what is not given is left out."""
    return json.dumps(job.model_dump(mode="json", exclude_none=True), indent=1, ensure_ascii=False) + "\n"
