"""A tester's table of a spring as CSV: how far it was pressed, and what it carried then."""

from __future__ import annotations

from itertools import pairwise

from isostat.job.files import JobFault
from isostat.job.springs.curved import PressRow
from isostat.job.tables.reader import rows_of
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Preset, Quantity

MOST = 60  # rows


def spring_table(text: str, source: str, preset: Preset) -> tuple[PressRow, ...]:
    """The rows of a CSV with two columns, compression from the free length and load, in the reader's units or with their own.

    text, source: the file and its name. preset: for numbers without a unit. A first line of words is a head.
    Raises JobFault, naming the line, where a row is no pair of numbers, the table does not rise, or has too many rows.
    """
    rows: list[PressRow] = []
    for place, (n, row) in enumerate(rows_of(text, source)):
        try:
            pressed, load = parse(row[0], Quantity.COIL, preset), parse(row[1], Quantity.MASS, preset)
        except (NotUnderstood, IndexError):
            if place == 0:
                continue
            raise JobFault(source, [f"Line {n} is “{','.join(row)}”; accepted is a compression and a load."]) from None
        if pressed.si == 0.0:  # the free length itself
            continue
        if not 0.001 <= pressed.si <= 0.4 or not 0.0 <= load.si <= 20_000.0:
            raise JobFault(source, [f"Line {n} is “{','.join(row)}”; accepted are 1 to 400 mm and up to 20 000 kg."])
        rows.append(PressRow.model_validate({"squeeze_m": pressed.si, "force_kg": load.si}))
    for n, (a, b) in enumerate(pairwise(rows), start=2):
        assert a.squeeze_m and b.squeeze_m and a.force_kg and b.force_kg
        if b.squeeze_m.value <= a.squeeze_m.value or b.force_kg.value <= a.force_kg.value:
            raise JobFault(source, [f"The loads do not rise with the compression at reading {n}; accepted is a rising table."])
    if not 1 <= len(rows) <= MOST:
        raise JobFault(source, [f"The table has {len(rows)} readings; accepted are 1 to {MOST}."])
    return tuple(rows)
