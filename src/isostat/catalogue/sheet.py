"""A list of parts as CSV: what can be read is taken column by column, what cannot is said by line and column."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import compress

import numpy as np

from isostat.catalogue.columns import KINDS, Column, columns_of
from isostat.core import rules
from isostat.core.limits import Bools, Floats
from isostat.job.files import JobFault
from isostat.job.reading import hidden_character
from isostat.units.parse import NotUnderstood, parse, quoted
from isostat.units.saying import Amount, Given, Saying, out_of_range, saying
from isostat.units.unit import DEFAULT_PRESET, SPELLINGS, Preset, Quantity

MOST_CHARACTERS = 100_000_000
MOST_LINES = 300_000
LONGEST_CELL = 400  # characters
MOST_SAID = 500  # faults that are kept in words
SHEAR = 79.5e9  # Pa, of spring steel, where a list gives no grade (EN 13906-1, from memory)
EMPTY = saying("Empty. Every part needs it.")
_CONTROLS = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff]")
_PLAIN = re.compile(r"([-+]?\d+(?:\.\d+)?)\s*(\D*)")


@dataclass(slots=True)
class Faults:
    """What is wrong with a list, in the order of its lines; beyond so many only counted."""

    found: list[tuple[int, Saying]] = field(default_factory=list)
    count: int = 0

    def say(self, line: int, why: Saying) -> None:
        """One more, of a line of the file."""
        self.count += 1
        if len(self.found) < MOST_SAID:
            self.found.append((line, saying("Line {line}: {why}", line=line, why=why)))

    @property
    def sayings(self) -> tuple[Saying, ...]:
        """Those in words, by line."""
        return tuple(said for _, said in sorted(self.found, key=lambda pair: pair[0]))


@dataclass(frozen=True, slots=True, kw_only=True)
class Sheet:
    """The good lines of a list of n parts of one kind.

    parts: part numbers. numbers: by column (n,) SI, nan where a cell is empty. words: by column. lines: of the file.
    faults: of lines that were left out. doubts: of lines that were taken.
    """

    kind: str
    source: str
    parts: tuple[str, ...]
    numbers: dict[str, Floats]
    words: dict[str, tuple[str, ...]]
    lines: tuple[int, ...]
    faults: tuple[Saying, ...]
    left_out: int
    doubts: tuple[Saying, ...]


def read_sheet(text: str, source: str, preset: Preset = DEFAULT_PRESET) -> Sheet:
    """The good lines of a list, and what is wrong with the others.

    text: CSV with commas, semicolons or tabs; its first line names the columns, the first of them the kind of part. source: named
    in faults. preset: units of numbers without one. Raises JobFault where no line can be taken: no known kind, a column
    missing, no CSV.
    """
    if len(text) > MOST_CHARACTERS:
        said = saying("The list is too large: {size} characters. The most is {most}.", size=len(text), most=MOST_CHARACTERS)
        raise JobFault(source, [said])
    head, rows, lines = _rows(text.removeprefix("\ufeff"), source)
    kind, places = _head(head, source)
    faults, total = Faults(), len(rows)
    rows, lines = _whole(rows, lines, len(head), faults, hidden=_CONTROLS.search(text) is not None)
    cells = [tuple(map(str.strip, column)) for column in zip(*rows, strict=True)] or [()] * len(head)
    at = _Lines(lines, np.ones(len(rows), dtype=bool), faults)
    numbers: dict[str, Floats] = {}
    words: dict[str, tuple[str, ...]] = {}
    for column in columns_of(kind):
        if column.key not in places:
            continue
        found = cells[places[column.key]]
        if column.quantity is None:
            words[column.key] = at.check_words(column, found)
        else:
            numbers[column.key] = at.numbers(column, found, preset)
    parts = at.check_names(kind, cells[0], words.get("maker", ()))
    good = at.good.tolist()
    kept, taken = {key: values[at.good] for key, values in numbers.items()}, list(compress(lines, good))
    return Sheet(
        kind=kind,
        source=source,
        parts=tuple(compress(parts, good)),
        numbers=kept,
        words={key: tuple(compress(values, good)) for key, values in words.items()},
        lines=tuple(taken),
        faults=faults.sayings,
        left_out=total - len(taken),
        doubts=_doubts(kept, taken),
    )


def _rows(text: str, source: str) -> tuple[list[str], list[list[str]], list[int]]:
    """The head, the lines that hold anything, and their numbers."""
    first = text.lstrip("\r\n").partition("\n")[0]
    between = max(",;\t", key=first.count)
    reader = csv.reader(io.StringIO(text, newline=None), delimiter=between, strict=True)
    rows: list[list[str]] = []
    lines: list[int] = []
    try:
        for cells in reader:
            rows.append(cells)
            lines.append(reader.line_num)
            if len(rows) > MOST_LINES:
                raise JobFault(source, [saying("The list is too long. The most is {most} lines: split it.", most=MOST_LINES)])
    except csv.Error as fault:
        raise JobFault(source, [saying("Line {line}: not valid CSV ({why}).", line=reader.line_num, why=str(fault))]) from None
    if [] in rows:  # empty lines
        lines = [line for line, cells in zip(lines, rows, strict=True) if cells]
        rows = [cells for cells in rows if cells]
    if not rows:
        raise JobFault(source, [saying("The list is empty. Its first line names the columns.")])
    return rows[0], rows[1:], lines[1:]


def _head(head: Sequence[str], source: str) -> tuple[str, dict[str, int]]:
    """The kind of part, and in which place each column stands. Raises JobFault."""
    names = [" ".join(name.split()).casefold() for name in head]
    kind = names[0]
    if kind not in KINDS:
        said = "The first column is “{name}”. Name it after the kind of part in it: {kinds}."
        raise JobFault(source, [saying(said, name=quoted(head[0]), kinds=", ".join(KINDS))])
    twice = next((name for name in names if name and names.count(name) > 1), None)
    if twice is not None:
        raise JobFault(source, [saying("Column “{name}” stands twice. Remove one.", name=quoted(twice))])
    known = {column.words.casefold(): column for column in columns_of(kind)}
    places = {known[name].key: n for n, name in enumerate(names) if name in known}
    lacks = [column.words for column in columns_of(kind) if column.needed and column.key not in places]
    if lacks:
        raise JobFault(source, [saying("A list of kind “{kind}” needs the columns {names}.", kind=kind, names=", ".join(lacks))])
    return kind, places


def _whole(
    rows: list[list[str]], lines: list[int], many: int, faults: Faults, *, hidden: bool
) -> tuple[list[list[str]], list[int]]:
    """The lines with as many cells as the head. hidden: some line holds a character that nobody sees."""
    if not hidden and all(len(cells) == many for cells in rows):
        return rows, lines
    kept: list[list[str]] = []
    at: list[int] = []
    for cells, line in zip(rows, lines, strict=True):
        if len(cells) != many:
            faults.say(line, saying("{n} cells; the first line has {many}. Check the separators.", n=len(cells), many=many))
            continue
        sign = next((sign for cell in cells if (sign := hidden_character(cell))), "") if hidden else ""
        if sign:
            faults.say(line, saying("The text has the hidden character {sign}. Remove it.", sign=sign))
            continue
        kept.append(cells)
        at.append(line)
    return kept, at


class _Lines:
    """The lines of a list while its columns are read: which are still good, and what is wrong with the others."""

    def __init__(self, lines: Sequence[int], good: Bools, faults: Faults) -> None:
        self.lines, self.good, self.faults = lines, good, faults

    def refuse(self, n: int, column: str, why: Saying) -> None:
        """The n-th line is not taken."""
        self.good[n] = False
        self.faults.say(self.lines[n], saying("{column}: {why}", column=Saying(column), why=why))

    def refuse_each(self, column: Column, cells: tuple[str, ...], wrong: dict[str, Saying]) -> None:
        """No line is taken that holds a text which is wrong."""
        if wrong:
            for n, cell in enumerate(cells):
                if cell in wrong:
                    self.refuse(n, column.words, wrong[cell])

    def check_words(self, column: Column, cells: tuple[str, ...]) -> tuple[str, ...]:
        """The words of a column, those of a choice as they are known."""
        known = tuple(map(str.casefold, cells)) if column.choices else cells
        wrong: dict[str, Saying] = {}
        for cell in set(known):
            if len(cell) > LONGEST_CELL:
                wrong[cell] = saying("{n} characters. The most is {most}.", n=len(cell), most=LONGEST_CELL)
            elif column.filled and not cell:
                wrong[cell] = EMPTY
            elif column.choices and cell and cell not in column.choices:
                wrong[cell] = saying(
                    "“{typed}” is not known. Enter {choices}.", typed=quoted(cell), choices=", ".join(column.choices)
                )
        self.refuse_each(column, known, wrong)
        return known

    def numbers(self, column: Column, cells: tuple[str, ...], preset: Preset) -> Floats:
        """The values of a column, SI; nan where a cell is empty. Each text is read once, however often it stands there."""
        quantity = column.quantity
        assert quantity is not None
        read = {cell: _value(cell, quantity, preset) for cell in set(cells)}
        for cell, value in read.items():
            if isinstance(value, float) and not np.isnan(value) and not column.low <= value <= column.high:
                ends = (_amount(column.low, quantity), _amount(column.high, quantity))
                read[cell] = out_of_range(quoted(cell), *ends, above=value > column.high)
            elif column.filled and not cell:
                read[cell] = EMPTY
        wrong = {cell: why for cell, why in read.items() if isinstance(why, Saying)}
        self.refuse_each(column, cells, wrong)
        return np.array(list(map((read | dict.fromkeys(wrong, np.nan)).__getitem__, cells)), dtype=float)

    def check_names(self, kind: str, cells: tuple[str, ...], makers: tuple[str, ...]) -> tuple[str, ...]:
        """Part numbers: every part has one, and of one maker no two the same."""
        whole = list(zip(map(str.casefold, makers or ("",) * len(cells)), map(str.casefold, cells), strict=True))
        if len(set(whole)) == len(whole) and all(cells) and max(map(len, cells), default=0) <= LONGEST_CELL:
            return cells
        seen: dict[tuple[str, str], int] = {}
        for n, (cell, key) in enumerate(zip(cells, whole, strict=True)):
            if not cell or len(cell) > LONGEST_CELL:
                self.refuse(n, kind, saying("The part number is missing or too long."))
                continue
            if key in seen and self.good[n]:
                said = saying("Part number “{part}” already stands in line {line}.", part=quoted(cell), line=self.lines[seen[key]])
                self.refuse(n, kind, said)
            elif self.good[n]:
                seen[key] = n
        return cells


def _amount(si: float, quantity: Quantity) -> Given:
    return f"{si:g}" if quantity is Quantity.RATIO else Amount(si, quantity)


def _value(cell: str, quantity: Quantity, preset: Preset) -> float | Saying:
    """A cell in SI, by a table of factors where it is a plain number; nan of an empty one."""
    if not cell:
        return float("nan")
    plain = _PLAIN.fullmatch(cell)
    if plain is not None:
        sign = plain[2].strip().lower()
        unit = preset.unit(quantity) if not sign else SPELLINGS[quantity].get(sign)
        if unit is not None and unit.zero == 0.0:
            return float(plain[1]) * unit.si
    try:
        return float(parse(cell, quantity, preset).si)
    except NotUnderstood as why:
        return saying("{why}", why=str(why))


def _doubts(numbers: dict[str, Floats], lines: Sequence[int]) -> tuple[Saying, ...]:
    """Of coils whose rate is not that of their wire: both are said; the rate is gone by."""
    if not {"rate", "wire_m", "inside_m", "active"} <= set(numbers):
        return ()
    rate, wire, inside, active = (numbers[key] for key in ("rate", "wire_m", "inside_m", "active"))
    with np.errstate(divide="ignore", invalid="ignore"):
        wound = SHEAR * wire**4 / (8.0 * (inside + wire) ** 3 * active)
        apart = np.abs(wound / rate - 1.0) > rules.CATALOGUE_RATE
    doubts = Faults()
    for n in np.nonzero(apart)[0][:MOST_SAID]:
        said = "Rate {rate} is stated; wire, diameter and active coils give {wound}. The stated rate is used."
        stated, made = Amount(float(rate[n]), Quantity.RATE), Amount(float(wound[n]), Quantity.RATE)
        doubts.say(lines[n], saying(said, rate=stated, wound=made))
    return doubts.sayings
