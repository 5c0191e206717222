"""Edits: pure functions from a job to a job. A refused edit raises JobFault and changes nothing."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Any, TypeVar, cast, get_args

from pydantic.fields import FieldInfo

from isostat.job.files import JobFault, job_from
from isostat.job.reading import LEAST, Bounds, Outside, Reading
from isostat.job.schema import Job
from isostat.language import later
from isostat.units.parse import NotUnderstood, Typed, parse
from isostat.units.saying import Amount, Given, Saying, saying
from isostat.units.tyre import load_index_kg, tyre_size
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity

Path = tuple[str | int, ...]
Row = TypeVar("Row")
WORDS = {
    "least_pa": later("Minimum pressure"), "most_pa": later("Maximum pressure"), "left_pa": later("Left bag pressure"),
    "right_pa": later("Right bag pressure"), "bag_min_pa": later("Minimum pressure"), "bag_max_pa": later("Maximum pressure"),
    "bag_pa": later("Bag pressure"),
}  # fmt: skip
_LEFT, _RIGHT, _WAY = (
    ("least_pa", "left_pa", "most_pa"),
    ("least_pa", "right_pa", "most_pa"),
    ("bag_min_pa", "bag_pa", "bag_max_pa"),
)
PRESSURES = {
    "left_pa": (_LEFT,),
    "right_pa": (_RIGHT,),
    **dict.fromkeys(("least_pa", "most_pa"), (_LEFT, _RIGHT)),
    **dict.fromkeys(_WAY, (_WAY,)),
}  # of a bag, each with the rows in which they must rise


class _Place:
    """A place in a job that nobody looked up yet: it keeps the way there."""

    def __init__(self, path: Path = ()) -> None:
        self._path = path

    def __getattr__(self, name: str) -> _Place:
        return _Place((*self._path, name))

    def __getitem__(self, index: int) -> _Place:
        return _Place((*self._path, index))


JOB = cast(Job, _Place())  # a way into any job, written as if it were one: path_to(JOB.vehicle.axles[0].left.pad_kg)


def path_to(place: object) -> Path:
    """The path of a place in a job, a part of JOB."""
    return cast(_Place, place)._path


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
        raise NotUnderstood(Outside(typed.si, bounds).said("", typed.with_unit).words(preset))
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


def _sane(value: Any) -> Any:
    """A computed number without what is left of 0.3 - 0.1 - 0.2."""
    return 0.0 if isinstance(value, float) and abs(value) < LEAST else value


def put(job: Job, path: Path, value: Any) -> Job:
    """The job with another value at a path; it and all that holds it is checked again.

    value: a Reading, a plain number, text, flag or None. Raises JobFault in the words of the file reader.
    """
    plain = value.model_dump() if hasattr(value, "model_dump") else _sane(value)
    return job_from(_changed(job, path, plain), "edit")


def put_number(job: Job, path: Path, si: float, typed: str | None = None) -> Job:
    """The job with a typed or dragged number at a path, in SI; it is no longer assumed. What else was kept of it stays."""
    before = value_at(job, path)
    kept = before.model_dump(include={"error", "case", "note", "when"}, exclude_none=True) if isinstance(before, Reading) else {}
    changed = put(job, path, {**kept, "value": _sane(si), "typed": typed})
    _refuse_pressure(changed, path, typed)
    return changed


def _refuse_pressure(job: Job, path: Path, typed: str | None) -> None:
    """A bag's pressure that its maker does not allow is not taken. Raises JobFault, naming it and what to enter."""
    own = str(path[-1])
    if own not in PRESSURES:
        return
    bag = value_at(job, path[:-1])
    if path[0] == "proposal" and path[-2] == "air":
        bag = bag.over(job.as_found.axles[int(path[2])].air)
    for row in PRESSURES[own]:
        known = [(float(reading.value), name) for name in row if (reading := getattr(bag, name)) is not None]
        for (low, lower), (high, higher) in pairwise(known):
            if low <= high or own not in (lower, higher):
                continue
            given: Given = typed or Amount(low if own == lower else high, Quantity.PRESSURE)
            if own == higher:
                said, other = "{place}: {given} is below {bound}, the {other}. Enter {bound} or more.", Saying(WORDS[lower].lower())
                limit = Amount(low, Quantity.PRESSURE, 1)
            else:
                said, other = (
                    "{place}: {given} is above {bound}, the {other}. Enter {bound} or less.",
                    Saying(WORDS[higher].lower()),
                )
                limit = Amount(high, Quantity.PRESSURE, -1)
            raise JobFault("edit", [saying(said, place=Saying(WORDS[own]), given=given, bound=limit, other=other)])


def put_detail(job: Job, path: Path, detail: str, value: Any) -> Job:
    """The job with the error, day, case or note of a reading. Raises JobFault where there is none or it will not do."""
    if not isinstance(value_at(job, path), Reading):
        raise JobFault("edit", [later("Nothing was measured there yet. Enter a number first.")])
    return put(job, (*path, detail), value if value != "" else None)


def whole_number(what: str, value: float, typed: str, low: int, high: int) -> int:
    """A typed count. Raises JobFault, naming it, where it is no whole number or out of range."""
    count = round(value)
    if abs(value - count) > 1e-9 or not low <= count <= high:
        raise JobFault("edit", [saying("{what}: enter a whole number, {low} to {high}.", what=Saying(what), low=low, high=high)])
    return count


def free_name(wanted: str, taken: list[str]) -> str:
    """The name, with a number behind it where it is taken."""
    name, n = wanted, 2
    while name in taken:
        name, n = f"{wanted} {n}", n + 1
    return name


def row_at(rows: Sequence[Row], index: int) -> Row:
    """A row of a list that may have changed since a hand went for it. Raises JobFault where it has gone."""
    if not 0 <= index < len(rows):
        raise JobFault("edit", [later("That row is gone. Nothing was changed.")])
    return rows[index]


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
