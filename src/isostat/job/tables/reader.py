"""CSV of every kind through one door: what cannot be is said by line and column before any of it is taken for a reading."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from pathlib import Path

from isostat.job.files import JobFault, read_bytes
from isostat.job.reading import hidden_character
from isostat.language import later, tr
from isostat.units.saying import saying

MOST_BYTES = 1_000_000
LONGEST_CELL = 200  # characters
MOST_LINES = 5_000
Rows = list[tuple[int, list[str]]]  # number of the line, its cells without the spaces round them


def read_table(path: Path) -> str:
    """The text of a table. Raises JobFault where the file cannot be read, is no plain one, is too large or no UTF-8 text."""
    data = read_bytes(path, MOST_BYTES)
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        raise JobFault(path.name, [later("The file is UTF-16 text. Save it as CSV UTF-8.")])
    try:
        return data.decode("utf-8")
    except UnicodeDecodeError as fault:
        line = data.count(b"\n", 0, fault.start) + 1
        column = fault.start - data.rfind(b"\n", 0, fault.start)
        said = "Line {line}, character {column}: not UTF-8 text. Save it as CSV UTF-8."
        raise JobFault(path.name, [saying(said, line=line, column=column)]) from None


def rows_of(text: str, source: str) -> Rows:
    """The lines of a table that hold anything.

    text: CSV, whatever ends its lines. source: named in faults. Raises JobFault with every line that is none.
    """
    if len(text) > MOST_BYTES:
        raise JobFault(
            source, [saying("The file is too large: {size} characters. The most is {most}.", size=len(text), most=MOST_BYTES)]
        )
    lines = csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline=None), strict=True)
    rows: Rows = []
    faults: list[str] = []
    try:
        for cells in lines:
            stripped = [cell.strip() for cell in cells]
            found = ((n, _fault(cell)) for n, cell in enumerate(stripped, 1))
            faults += [tr("Line {line}, column {n}: {why}", line=lines.line_num, n=n, why=fault) for n, fault in found if fault]
            if any(stripped):
                rows.append((lines.line_num, stripped))
            if lines.line_num > MOST_LINES:
                raise JobFault(source, [saying("The file is too long. The most is {most} lines.", most=MOST_LINES)])
    except csv.Error as fault:
        raise JobFault(source, [saying("Line {line}: not valid CSV ({why}).", line=lines.line_num, why=str(fault))]) from None
    if faults:
        raise JobFault(source, faults)
    return rows


def head_faults(heads: Sequence[str], known: Sequence[str]) -> list[str]:
    """What is wrong with the names of columns: unknown, or there twice."""
    named = ", ".join(known)
    faults = [tr("Line 1: there is no column “{name}”. Use {known}.", name=h, known=named) for h in heads if h not in known]
    return faults + [tr("Line 1: column “{name}” appears twice.", name=h) for h in sorted(set(heads)) if heads.count(h) > 1]


def _fault(cell: str) -> str:
    if len(cell) > LONGEST_CELL:
        return tr("“{start}…” has {n} characters. The most is {most}.", start=cell[:20], n=len(cell), most=LONGEST_CELL)
    sign = hidden_character(cell)
    return tr("The text has the hidden character {sign}. Remove it.", sign=sign) if sign else ""
