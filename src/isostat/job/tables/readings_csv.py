"""The readings of a job as CSV: out for a notebook, in again from one, any unit in any cell."""

from __future__ import annotations

import csv
import io
import re

from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault
from isostat.job.linkage_points import BAR_LINK, LINKAGE_POINTS, LINKAGE_WORDS
from isostat.job.points import AXLE_POINTS, CORNER_POINTS, POINTS, SIDES, VEHICLE_POINTS, Point
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.tables.reader import head_faults, rows_of
from isostat.language import later, tr
from isostat.units.format import with_unit
from isostat.units.parse import NotUnderstood
from isostat.units.unit import DEFAULT_PRESET, Preset

OF_LINKAGE = tuple(point for points in LINKAGE_POINTS.values() for point in points)
COLUMNS = {point.words.lower(): point for point in (*CORNER_POINTS, *AXLE_POINTS, *VEHICLE_POINTS, BAR_LINK, *OF_LINKAGE)}
BEFORE = {point.was: words for words, point in COLUMNS.items() if point.was}  # names of columns in tables of before
UNIT = re.compile(r"[A-Za-z\"”″]")


Row = dict[str, edits.Path]  # of a line: where each of its columns lies in the job


def _lines(job: Job) -> dict[str, Row]:
    """Every line by its name, corners in the order of the file, then axles with what holds and drives them, then the vehicle."""
    lines: dict[str, Row] = {}
    for axle, info in enumerate(job.vehicle.axles):
        for side in SIDES:
            corner: edits.Path = (*path_to(JOB.vehicle.axles[axle]), side)
            lines[f"{info.name.lower()} {side}"] = {p.words.lower(): (*corner, p.field) for p in CORNER_POINTS}
    for axle, info in enumerate(job.vehicle.axles):
        base = path_to(JOB.vehicle.axles[axle])
        lines[f"{info.name.lower()} axle"] = {p.words.lower(): (*base, p.field) for p in (*AXLE_POINTS, BAR_LINK)}
        for place, points in LINKAGE_POINTS.items():
            lines[f"{info.name.lower()} {LINKAGE_WORDS[place]}"] = {p.words.lower(): (*base, place, p.field) for p in points}
    lines["vehicle"] = {p.words.lower(): (*path_to(JOB.vehicle), p.field) for p in VEHICLE_POINTS}
    return lines


def safe_cell(text: str) -> str:
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
            lines.writerow([safe_cell(name), *(row.get(w, "") for w in columns)])
    return out.getvalue()


def _cell(reading: Reading | None, point: Point, preset: Preset) -> str:
    if reading is None or reading.assumed:
        return ""
    if reading.typed and UNIT.search(reading.typed):  # as typed, since it says its unit itself
        return safe_cell(reading.typed)
    return safe_cell(with_unit(reading.value, point.quantity, preset).replace("−", "-"))


def with_measurements(job: Job, text: str, source: str, preset: Preset = DEFAULT_PRESET) -> Job:
    """The job with the readings of a CSV put in; an empty cell leaves its reading as it was.

    text: a line of column names, then a line a corner; a cell without a unit is in the preset's. source: named in faults.
    Raises JobFault with every fault of the file, by line and column; then nothing is changed.
    """
    rows = rows_of(text, source)
    if not rows:
        raise JobFault(source, [later("The file is empty. It needs a line of column names, then a line per corner.")])
    heads = [BEFORE.get(cell.lower(), cell.lower()) for cell in rows[0][1]]
    faults = head_faults(heads, ("corner", *COLUMNS))
    if "corner" not in heads:
        faults.append(tr("Line 1: the column “corner” is missing."))
    if faults:
        raise JobFault(source, faults)
    known, seen = _lines(job), set()
    for line, row in rows[1:]:
        cells = dict(zip(heads, (cell.lstrip("'") for cell in row), strict=False))
        name = cells.pop("corner", "").lower()
        if len(row) > len(heads):
            faults.append(tr("Line {line}: {n} cells are too many. The most is {most}.", line=line, n=len(row), most=len(heads)))
        if name not in known:
            lines = ", ".join(known)
            faults.append(tr("Line {line}, column “corner”: there is no “{name}”. Use {known}.", line=line, name=name, known=lines))
            continue
        if name in seen:
            faults.append(tr("Line {line}, column “corner”: “{name}” appears twice.", line=line, name=name))
            continue
        seen.add(name)
        row_paths = known[name]
        for head, cell in cells.items():
            if not cell:
                continue
            if head not in row_paths:
                faults.append(tr("Line {line}, column “{head}”: leave it empty for {name}.", line=line, head=head, name=name))
                continue
            path = row_paths[head]
            try:
                typed = edits.typed_for(job, path, cell, COLUMNS[head].quantity, preset)
                job = edits.put_number(job, path, typed.si, typed.text)
            except NotUnderstood as fault:
                faults.append(tr("Line {line}, column “{head}”: {why}", line=line, head=head, why=str(fault)))
            except JobFault as fault:
                faults.append(tr("Line {line}, column “{head}”: {why}", line=line, head=head, why=fault.words(preset)))
    if faults:
        raise JobFault(source, faults)
    return job
