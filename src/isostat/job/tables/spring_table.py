"""A tester's table of a spring as CSV: how far it was pressed, and what it carried then."""

from __future__ import annotations

from itertools import pairwise

from isostat.job.files import JobFault
from isostat.job.springs.press import PressRow
from isostat.job.tables.reader import rows_of
from isostat.units.parse import NotUnderstood, parse
from isostat.units.saying import Amount, Given, saying
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
            raise JobFault(
                source, [saying("Line {n}: “{line}” is not a reading. Enter compression, load.", n=n, line=",".join(row))]
            ) from None
        if pressed.si == 0.0:  # the free length itself
            continue
        if not 0.001 <= pressed.si <= 0.4 or not 0.0 <= load.si <= 20_000.0:
            ends: dict[str, Given] = {
                "low": Amount(0.001, Quantity.COIL, 1), "high": Amount(0.4, Quantity.COIL, -1),
                "most": Amount(20_000.0, Quantity.MASS, -1),
            }  # fmt: skip
            said = "Line {n}: “{line}” is out of range. Enter a compression of {low} to {high} and a load up to {most}."
            raise JobFault(source, [saying(said, n=n, line=",".join(row), **ends)])
        rows.append(PressRow.model_validate({"squeeze_m": pressed.si, "force_kg": load.si}))
    for n, (a, b) in enumerate(pairwise(rows), start=2):
        assert a.squeeze_m and b.squeeze_m and a.force_kg and b.force_kg
        if b.squeeze_m.value <= a.squeeze_m.value or b.force_kg.value <= a.force_kg.value:
            raise JobFault(source, [saying("Reading {n}: compression and load must both be above the reading before.", n=n)])
    if not 1 <= len(rows) <= MOST:
        raise JobFault(source, [saying("The table has {n} readings. It must have 1 to {most}.", n=len(rows), most=MOST)])
    return tuple(rows)
