"""The readings of a job as CSV: out for a notebook, in again from one, any unit in any cell."""

from __future__ import annotations

import csv
import io
import re

from isostat.job import edits
from isostat.job.files import JobFault
from isostat.job.points import POINTS, SIDES
from isostat.job.schema import Job
from isostat.units.shown import with_unit
from isostat.units.typed import NotUnderstood
from isostat.units.unit import DEFAULT_PRESET, Preset

COLUMNS = {point.words: point for point in POINTS}
UNIT = re.compile(r"[A-Za-z\"”″]")
MOST_BYTES = 1_000_000


def _corners(job: Job) -> dict[str, tuple[int, str]]:
    """Every corner by its name, in walk order of the file."""
    names = {}
    for axle, info in enumerate(job.vehicle.axles):
        for side in SIDES:
            names[f"{info.name.lower()} {side}"] = (axle, side)
    return names


def _safe(text: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{text}" if text[:1] in ("=", "+", "-", "@", "\t", "\r") else text


def measurements_csv(job: Job, preset: Preset = DEFAULT_PRESET) -> str:
    """The readings with their units, one line a corner; assumed ones are left empty."""
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    lines.writerow(["corner", *COLUMNS])
    for name, (axle, side) in _corners(job).items():
        cells = [_safe(name)]
        for point in POINTS:
            reading = edits.value_at(job, ("vehicle", "axles", axle, side, point.field))
            if reading is None or reading.assumed:
                cells.append("")
            elif reading.typed and UNIT.search(reading.typed):  # as typed, since it says its unit itself
                cells.append(_safe(reading.typed))
            else:
                cells.append(_safe(with_unit(reading.value, point.quantity, preset).replace("−", "-")))
        lines.writerow(cells)
    return out.getvalue()


def with_measurements(job: Job, text: str, source: str, preset: Preset = DEFAULT_PRESET) -> Job:
    """The job with the readings of a CSV put in; an empty cell leaves its reading as it was.

    text: a line of column names, then a line a corner; a cell without a unit is in the preset's. source: named in faults.
    Raises JobFault with every fault of the file, by line and column; then nothing is changed.
    """
    if len(text) > MOST_BYTES:
        raise JobFault(source, [f"The file has {len(text)} characters; accepted is up to {MOST_BYTES}."])
    try:
        read = list(csv.reader(io.StringIO(text.lstrip("\ufeff")), strict=True))
    except csv.Error as fault:
        raise JobFault(source, [f"The file is no CSV: {fault}."]) from None
    rows = [(n, row) for n, row in enumerate(read, 1) if any(cell.strip() for cell in row)]
    if not rows:
        raise JobFault(source, ["The file is empty; accepted is a line of column names, then a line a corner."])
    heads = [cell.strip().lower() for cell in rows[0][1]]
    faults = [
        f"Line 1: “{h}” is no column; accepted is corner, {', '.join(COLUMNS)}." for h in heads if h not in ("corner", *COLUMNS)
    ]
    faults += [f"Line 1: column “{h}” stands twice." for h in sorted(set(heads)) if heads.count(h) > 1]
    if "corner" not in heads:
        faults.append("Line 1: there is no column “corner”.")
    if faults:
        raise JobFault(source, faults)
    corners, seen = _corners(job), set()
    for line, row in rows[1:]:
        cells = dict(zip(heads, (cell.strip().lstrip("'") for cell in row), strict=False))
        name = cells.pop("corner", "").lower()
        if len(row) > len(heads):
            faults.append(f"Line {line}: has {len(row)} cells; accepted is {len(heads)}.")
        if name not in corners:
            faults.append(f"Line {line}, column “corner”: “{name}” is no corner; accepted is one of {', '.join(corners)}.")
            continue
        if name in seen:
            faults.append(f"Line {line}, column “corner”: “{name}” stands twice.")
            continue
        seen.add(name)
        axle, side = corners[name]
        for head, cell in cells.items():
            point = COLUMNS[head]
            path: edits.Path = ("vehicle", "axles", axle, side, point.field)
            if not cell:
                continue
            try:
                typed = edits.typed_for(job, path, cell, point.quantity, preset)
                job = edits.put_number(job, path, typed.si, typed.text)
            except (NotUnderstood, JobFault) as fault:
                faults.append(f"Line {line}, column “{head}”: {fault}")
    if faults:
        raise JobFault(source, faults)
    return job
