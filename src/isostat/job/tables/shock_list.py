"""A list of shocks as CSV: a name, and the length eye to eye extended and collapsed."""

from __future__ import annotations

from functools import cache
from importlib.resources import files

from isostat.job.axle_fit import ShockRow
from isostat.job.files import JobFault
from isostat.job.tables.reader import rows_of
from isostat.units.parse import NotUnderstood, parse
from isostat.units.saying import Amount, Given, saying
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity

MOST = 60  # rows


def shock_list(text: str, source: str, preset: Preset) -> tuple[ShockRow, ...]:
    """The rows of a CSV with three columns, in the reader's units or with their own. A first line of words is a head.

    text, source: the file and its name. preset: for numbers without a unit. Raises JobFault, naming the line, where a row is no
    name and two lengths, the extended one is not the longer, a name stands twice, or there are none or too many.
    """
    rows: list[ShockRow] = []
    for place, (n, row) in enumerate(rows_of(text, source)):
        line = ",".join(row)
        try:
            extended, collapsed = (parse(cell, Quantity.COIL, preset).si for cell in row[1:3])
        except (NotUnderstood, ValueError):
            if place == 0:
                continue
            raise JobFault(
                source,
                [saying("Line {n}: “{line}” is not a shock. Enter name, extended length, collapsed length.", n=n, line=line)],
            ) from None
        if not (collapsed >= 0.1 and collapsed + 0.02 <= extended <= 1.5):
            ends: dict[str, Given] = {
                "apart": Amount(0.02, Quantity.COIL, 1), "low": Amount(0.1, Quantity.COIL, 1),
                "high": Amount(1.5, Quantity.COIL, -1),
            }  # fmt: skip
            said = "Line {n}: “{line}” is not possible. Enter lengths of {low} to {high}, extended at least {apart} longer."
            raise JobFault(source, [saying(said, n=n, line=line, **ends)])
        name = row[0]
        if not name or any(name == known.name for known in rows):
            raise JobFault(source, [saying("Line {n}: “{line}” needs a name that no other line has.", n=n, line=line)])
        rows.append(ShockRow.model_validate({"name": name, "extended_m": round(extended, 5), "collapsed_m": round(collapsed, 5)}))
    if not 1 <= len(rows) <= MOST:
        raise JobFault(source, [saying("The list has {n} shocks. It must have 1 to {most}.", n=len(rows), most=MOST)])
    return tuple(rows)


@cache
def shipped_shocks() -> tuple[ShockRow, ...]:
    """The list that ships with the program, invented: what lengths a shop has."""
    text = (files("isostat.job.demos") / "shocks.csv").read_text(encoding="utf-8")
    return shock_list(text, "shocks.csv", DEFAULT_PRESET)
