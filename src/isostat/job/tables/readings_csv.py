"""The readings of a job as CSV: out for a notebook, in again from one, any unit in any cell."""

from __future__ import annotations

import csv
import io
import re

from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault
from isostat.job.points import AXLE_POINTS, CORNER_POINTS, POINTS, SIDES, VEHICLE_POINTS, Point
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.tables.reader import rows_of
from isostat.units.format import with_unit
from isostat.units.parse import NotUnderstood
from isostat.units.unit import DEFAULT_PRESET, Preset

COLUMNS = {point.words: point for point in (*CORNER_POINTS, *AXLE_POINTS, *VEHICLE_POINTS)}
UNIT = re.compile(r"[A-Za-z\"”″]")


Row = dict[str, edits.Path]  # of a line: where each of its columns lies in the job


def _lines(job: Job) -> dict[str, Row]:
    """Every line by its name, corners in the order of the file, then axles, then the vehicle."""
    lines: dict[str, Row] = {}
    for axle, info in enumerate(job.vehicle.axles):
        for side in SIDES:
            corner: edits.Path = (*path_to(JOB.vehicle.axles[axle]), side)
            lines[f"{info.name.lower()} {side}"] = {p.words: (*corner, p.field) for p in CORNER_POINTS}
    for axle, info in enumerate(job.vehicle.axles):
        lines[f"{info.name.lower()} axle"] = {p.words: (*path_to(JOB.vehicle.axles[axle]), p.field) for p in AXLE_POINTS}
    lines["vehicle"] = {p.words: (*path_to(JOB.vehicle), p.field) for p in VEHICLE_POINTS}
    return lines


def _safe(text: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{text}" if text[:1] in ("=", "+", "-", "@", "\t", "\r") else text


def measurements_csv(job: Job, preset: Preset = DEFAULT_PRESET) -> str:
    """The readings with their units: a line a corner, then axles and vehicle where something of them was read.

    Assumed readings are left empty. Columns: those of the walk round, and every other one in use.
    """
    rows = {
        name: {words: _cell(edits.value_at(job, path), COLUMNS[words], preset) for words, path in row.items()}
        for name, row in _lines(job).items()
    }
    columns = [w for w, p in COLUMNS.items() if p in POINTS or any(row.get(w) for row in rows.values())]
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    lines.writerow(["corner", *columns])
    for n, (name, row) in enumerate(rows.items()):
        if n < 2 * len(job.vehicle.axles) or any(row.values()):
            lines.writerow([_safe(name), *(row.get(w, "") for w in columns)])
    return out.getvalue()


def _cell(reading: Reading | None, point: Point, preset: Preset) -> str:
    if reading is None or reading.assumed:
        return ""
    if reading.typed and UNIT.search(reading.typed):  # as typed, since it says its unit itself
        return _safe(reading.typed)
    return _safe(with_unit(reading.value, point.quantity, preset).replace("−", "-"))


def with_measurements(job: Job, text: str, source: str, preset: Preset = DEFAULT_PRESET) -> Job:
    """The job with the readings of a CSV put in; an empty cell leaves its reading as it was.

    text: a line of column names, then a line a corner; a cell without a unit is in the preset's. source: named in faults.
    Raises JobFault with every fault of the file, by line and column; then nothing is changed.
    """
    rows = rows_of(text, source)
    if not rows:
        raise JobFault(source, ["The file is empty; accepted is a line of column names, then a line a corner."])
    heads = [cell.lower() for cell in rows[0][1]]
    faults = [
        f"Line 1: “{h}” is no column; accepted is corner, {', '.join(COLUMNS)}." for h in heads if h not in ("corner", *COLUMNS)
    ]
    faults += [f"Line 1: column “{h}” stands twice." for h in sorted(set(heads)) if heads.count(h) > 1]
    if "corner" not in heads:
        faults.append("Line 1: there is no column “corner”.")
    if faults:
        raise JobFault(source, faults)
    known, seen = _lines(job), set()
    for line, row in rows[1:]:
        cells = dict(zip(heads, (cell.lstrip("'") for cell in row), strict=False))
        name = cells.pop("corner", "").lower()
        if len(row) > len(heads):
            faults.append(f"Line {line}: has {len(row)} cells; accepted is {len(heads)}.")
        if name not in known:
            faults.append(f"Line {line}, column “corner”: “{name}” is no corner; accepted is one of {', '.join(known)}.")
            continue
        if name in seen:
            faults.append(f"Line {line}, column “corner”: “{name}” stands twice.")
            continue
        seen.add(name)
        row_paths = known[name]
        for head, cell in cells.items():
            if not cell:
                continue
            if head not in row_paths:
                faults.append(f"Line {line}, column “{head}”: {name} has none; accepted is an empty cell.")
                continue
            path = row_paths[head]
            try:
                typed = edits.typed_for(job, path, cell, COLUMNS[head].quantity, preset)
                job = edits.put_number(job, path, typed.si, typed.text)
            except (NotUnderstood, JobFault) as fault:
                faults.append(f"Line {line}, column “{head}”: {fault}")
    if faults:
        raise JobFault(source, faults)
    return job
