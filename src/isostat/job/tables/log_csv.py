"""The log as CSV: an entry a line, out for a notebook and in again from one, any unit in any height."""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass
from typing import Any

from isostat.job.edits.log import add_entry
from isostat.job.files import JobFault
from isostat.job.log import HUB_TO_ARCH, LOGGED_POINTS, LogEntry, LoggedPoint
from isostat.job.points import CORNER_WORDS, SIDES
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.tables.reader import head_faults, rows_of
from isostat.job.tables.readings_csv import UNIT, safe_cell
from isostat.language import later, tr
from isostat.units.distance import kilometres
from isostat.units.format import with_unit
from isostat.units.parse import NotUnderstood, parse, quoted
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity

PLAIN = ("day", "state", "km", "on board", "by", "note", "checked again")
READ_AT = "read at"  # a column where heights were read elsewhere than hub to arch
SHOWN_M = 0.001  # by which a height may differ from what a table says of it
FIELDS = {"state": "state", "on board": "case", "by": "who", "note": "note"}


def _corners(job: Job) -> list[str]:
    return [f"{axle.name.lower()} {side}" for axle in job.vehicle.axles for side in SIDES]


@dataclass(frozen=True, slots=True)
class _Column:
    """What is read of an axle. rows: "pressures" or "wheels" of an entry; field: of one of those; always: written wherever."""

    head: str
    axle: int
    rows: str
    field: str
    quantity: Quantity


OF_AXLE = (  # head, where it is kept, its quantity
    ("{axle} tyres", "pressures", "tyre_pa", Quantity.PRESSURE),
    ("{axle} left bag", "pressures", "left_pa", Quantity.PRESSURE),
    ("{axle} right bag", "pressures", "right_pa", Quantity.PRESSURE),
    ("{axle} left weight", "wheels", "left_kg", Quantity.MASS),
    ("{axle} right weight", "wheels", "right_kg", Quantity.MASS),
    ("{axle} left free length", "wheels", "left_free_m", Quantity.COIL),
    ("{axle} right free length", "wheels", "right_free_m", Quantity.COIL),
)


def _columns(job: Job) -> list[_Column]:
    """Of every axle."""
    return [
        _Column(head.format(axle=axle.name.lower()), i, rows, field, quantity)
        for i, axle in enumerate(job.vehicle.axles)
        for head, rows, field, quantity in OF_AXLE
    ]


def _shown(job: Job) -> list[tuple[str, int | None, int | None]]:
    """Head of the pictures of every wheel and of the whole vehicle, its axle, its side."""
    corners = ((name, n // 2, n % 2) for n, name in enumerate(_corners(job)))
    return [*((f"{name} pictures", axle, side) for name, axle, side in corners), ("pictures", None, None)]


def _written(job: Job) -> list[_Column]:
    """Those that a table is written with: tyres, bags where an axle has some, and what was read at all."""
    bagged = [fit.kind == "air" or fit.helper.across_m is not None or bool(fit.helper.chart) for fit in job.proposal.axles]
    read = {(one.axle, one.field) for one in _columns(job) for entry in job.log if _read(entry, one) is not None}
    return [
        one
        for one in _columns(job)
        if one.field == "tyre_pa" or (one.rows == "pressures" and bagged[one.axle]) or (one.axle, one.field) in read
    ]


def _read(entry: LogEntry, one: _Column) -> Reading | None:
    rows = getattr(entry, one.rows)
    return getattr(rows[one.axle], one.field) if one.axle < len(rows) else None


def log_csv(job: Job, preset: Preset = DEFAULT_PRESET) -> str:
    """Every entry, its heights with their unit; a wheel that was not read is empty."""
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    columns = _written(job)
    shown = [one for one in _shown(job) if any(_places(entry, *one[1:]) for entry in job.log)]
    elsewhere = [READ_AT] if any(entry.point != HUB_TO_ARCH for entry in job.log) else []
    heads = (*elsewhere, *_corners(job), *(one.head for one in columns), *(head for head, _, _ in shown))
    lines.writerow([*PLAIN, *(safe_cell(name) for name in heads)])
    for entry in job.log:
        heights = [side for pair in entry.heights for side in (pair.left_m, pair.right_m)]
        cells = [_cell(m, Quantity.HEIGHT, preset) for m in heights]
        cells += [_cell(_read(entry, one), one.quantity, preset) for one in columns]
        cells += ["; ".join(_places(entry, axle, side)) for _, axle, side in shown]
        note, again = entry.note.replace("\n", " "), "; ".join(entry.rechecked)
        plain = (entry.day, entry.state, f"{entry.km:g}", entry.case or "", entry.who, note, again)
        lines.writerow([safe_cell(cell) for cell in (*plain, *([CORNER_WORDS[entry.point]] if elsewhere else []), *cells)])
    return out.getvalue()


def _places(entry: LogEntry, axle: int | None, side: int | None) -> list[str]:
    """Of the pictures of a wheel, or with no axle of the whole vehicle, no semicolon in any."""
    mine = (one.path for one in entry.pictures if (one.axle, one.side) == (axle, side))
    return [place.replace("%", "%25").replace(";", "%3B") for place in mine]


def _cell(m: Reading | None, quantity: Quantity, preset: Preset) -> str:
    """A reading as it was typed where that has its unit, else with one."""
    if m is None:
        return ""
    return m.typed if m.typed and UNIT.search(m.typed) else with_unit(m.value, quantity, preset)


def with_log(job: Job, text: str, source: str, preset: Preset = DEFAULT_PRESET) -> Job:
    """The job with the entries of a CSV behind its own, nothing promised yet; one that is there already is not taken twice.

    text: a line of column names, then a line an entry; a height without a unit is in the preset's. source: named in faults.
    Raises JobFault with every fault of the file, by line and column; then nothing is changed.
    """
    rows = rows_of(text, source)
    if not rows:
        raise JobFault(source, [later("The file is empty. It needs a line of column names, then a line per entry.")])
    heads = [cell.lower() for cell in rows[0][1]]
    known = (*PLAIN, READ_AT, *_corners(job), *(one.head for one in _columns(job)), *(head for head, _, _ in _shown(job)))
    faults = head_faults(heads, known)
    if faults:
        raise JobFault(source, faults)
    for line, row in rows[1:]:
        if len(row) > len(heads):
            faults.append(tr("Line {line}: {n} cells are too many. The most is {most}.", line=line, n=len(row), most=len(heads)))
            continue
        cells = {head: cell.lstrip("'") for head, cell in zip(heads, row, strict=False) if cell}
        try:
            longer = add_entry(job, cells.get("day", ""), **_fields(job, cells, line, preset))
        except NotUnderstood as fault:
            faults.append(str(fault))
        except JobFault as fault:
            faults += [tr("Line {line}: {why}", line=line, why=why) for why in fault.faults]
        else:
            job = job if _there(job, longer.log[-1]) else longer
    if faults:
        raise JobFault(source, faults)
    return job


def _fields(job: Job, cells: dict[str, str], line: int, preset: Preset) -> dict[str, Any]:
    """Of an entry, as the job has them. Raises NotUnderstood with line and column."""
    fields: dict[str, Any] = {FIELDS[head]: cell for head, cell in cells.items() if head in FIELDS}
    fields["km"] = _at(line, "km", lambda: kilometres(cells["km"])) if "km" in cells else 0.0
    fields.setdefault("state", "driven" if fields["km"] > 0.0 else "rolled")
    fields["point"] = _at(line, READ_AT, lambda: _point(cells.get(READ_AT, CORNER_WORDS[HUB_TO_ARCH])))
    fields["rechecked"] = [name.strip() for name in cells.get("checked again", "").split(";") if name.strip()]
    heights = []
    for name in _corners(job):
        typed = None if name not in cells else _at(line, name, lambda n=name: parse(cells[n], Quantity.HEIGHT, preset))
        heights.append(None if typed is None else {"value": typed.si, "typed": typed.text})
    fields["heights"] = [{"left_m": left, "right_m": right} for left, right in zip(heights[::2], heights[1::2], strict=True)]
    kept: dict[str, list[dict[str, Any]]] = {rows: [{} for _ in job.vehicle.axles] for rows in ("pressures", "wheels")}
    for one in _columns(job):
        if one.head in cells:
            typed = _at(line, one.head, lambda c=one: parse(cells[c.head], c.quantity, preset))
            kept[one.rows][one.axle][one.field] = {"value": typed.si, "typed": typed.text}
    fields["pictures"] = [
        {"path": place.strip().replace("%3B", ";").replace("%25", "%"), "axle": axle, "side": side}
        for head, axle, side in _shown(job)
        for place in cells.get(head, "").split(";")
        if place.strip()
    ]
    fields |= {rows: read if any(read) else [] for rows, read in kept.items()}
    return fields


def _point(words: str) -> LoggedPoint:
    found = next((point for point in LOGGED_POINTS if CORNER_WORDS[point] == words.lower()), None)
    if found is None:
        said = tr(
            "“{words}” is no point of the log. Choose {points}.",
            words=quoted(words),
            points=", ".join(CORNER_WORDS[one] for one in LOGGED_POINTS),
        )
        raise NotUnderstood(said)
    return found


def _at(line: int, head: str, read: Any) -> Any:
    try:
        return read()
    except NotUnderstood as fault:
        raise NotUnderstood(tr("Line {line}, column “{head}”: {why}", line=line, head=head, why=str(fault))) from None


def _there(job: Job, entry: LogEntry) -> bool:
    """Whether an entry is in the log already: the same words, and heights to what a table shows of them."""
    return any(_words(one) == _words(entry) and _alike(_heights(one), _heights(entry)) for one in job.log)


def _words(entry: LogEntry) -> tuple[object, ...]:
    return entry.day, entry.state, entry.point, f"{entry.km:g}", entry.case, entry.who, entry.note.replace("\n", " ")


def _heights(entry: LogEntry) -> list[float | None]:
    return [None if m is None else float(m.value) for pair in entry.heights for m in (pair.left_m, pair.right_m)]


def _alike(one: list[float | None], other: list[float | None]) -> bool:
    return all(a is b if a is None or b is None else abs(a - b) < SHOWN_M for a, b in zip(one, other, strict=True))
