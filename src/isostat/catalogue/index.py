"""Lists of parts held in an SQLite index beside them, built anew when a list changes."""

from __future__ import annotations

import hashlib
import sqlite3
from collections.abc import Callable, Sequence
from contextlib import closing
from pathlib import Path
from typing import Self

import numpy as np

from isostat.catalogue.columns import KINDS, columns_of
from isostat.catalogue.parts import Parts
from isostat.catalogue.sheet import MOST_CHARACTERS, Sheet, read_sheet
from isostat.job.files import JobFault, read_bytes
from isostat.language import later
from isostat.units.unit import DEFAULT_PRESET, Preset

LAYOUT = 2  # of the index; another one is built anew
CHUNK = 20_000  # rows between two words of how far it is
Progress = Callable[[str, int, int], None]  # source, lines so far, of how many


def read_list(path: Path, preset: Preset = DEFAULT_PRESET) -> Sheet:
    """The list in a file. Raises JobFault where it cannot be read at all."""
    try:
        text = read_bytes(path, MOST_CHARACTERS).decode("utf-8-sig")
    except UnicodeDecodeError as fault:
        raise JobFault(path.name, [later("The file is not UTF-8 text. Save it as CSV UTF-8.")]) from fault
    return read_sheet(text, path.name, preset)


class IndexLost(OSError):
    """The file of an index cannot be opened, or is none."""


class Index:
    """The lists that were added, by kind. place: of its file; None: in memory. Raises IndexLost where it cannot be kept there."""

    def __init__(self, place: Path | None = None) -> None:
        try:
            self._db = sqlite3.connect(":memory:" if place is None else place)
        except sqlite3.Error as fault:
            raise IndexLost(str(fault)) from fault
        try:
            if self._db.execute("PRAGMA user_version").fetchone()[0] != LAYOUT:
                self._make()
        except sqlite3.Error as fault:
            self.close()
            raise IndexLost(str(fault)) from fault

    def _make(self) -> None:
        with self._db as db:
            tables = [name for (name,) in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
            for name in tables:
                db.execute(f'DROP TABLE "{name}"')
            db.execute("CREATE TABLE list (source TEXT PRIMARY KEY, hash TEXT, kind TEXT, taken INTEGER, left_out INTEGER)")
            for kind in KINDS:
                columns = ", ".join(f'"{c.key}" {"TEXT" if c.quantity is None else "REAL"}' for c in columns_of(kind))
                db.execute(f'CREATE TABLE "{kind}" (part TEXT, list TEXT, {columns})')
                db.execute(f'CREATE INDEX "{kind} by part" ON "{kind}" (part COLLATE NOCASE)')
                db.execute(f'CREATE INDEX "{kind} by list" ON "{kind}" (list)')
            db.execute(f"PRAGMA user_version = {LAYOUT}")

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self.close()

    def close(self) -> None:
        """Lets go of the file."""
        self._db.close()

    def add(self, path: Path, preset: Preset = DEFAULT_PRESET, progress: Progress | None = None) -> Sheet | None:
        """Takes the list of a file in place of the one of that name; None where it is held already as it is.

        Raises JobFault where it cannot be read at all; the old one then stays.
        """
        held = self._db.execute("SELECT hash FROM list WHERE source = ?", (str(path),)).fetchone()
        stamp = hashlib.sha256(read_bytes(path, MOST_CHARACTERS) + preset.name.encode()).hexdigest()
        if held is not None and held[0] == stamp:
            return None
        sheet = read_list(path, preset)
        self.take(sheet, str(path), stamp, progress)
        return sheet

    def hold(self, sheet: Sheet, source: str) -> None:
        """Takes a list that was read already, unless it is held as it is."""
        held = self._db.execute("SELECT hash FROM list WHERE source = ?", (source,)).fetchone()
        stamp = hashlib.sha256(repr((sheet.parts, sheet.words)).encode()).hexdigest()
        if held is None or held[0] != stamp:
            self.take(sheet, source, stamp)

    def take(self, sheet: Sheet, source: str, stamp: str = "", progress: Progress | None = None) -> None:
        """Holds a list under the name of its source, in place of what was there. All of it, or nothing."""
        keys = [c.key for c in columns_of(sheet.kind) if c.key in sheet.numbers or c.key in sheet.words]
        values = [_column(sheet, key) for key in keys]
        names, marks = ", ".join(f'"{key}"' for key in keys), ", ".join("?" * (len(keys) + 2))
        with self._db as db:
            for kind in KINDS:
                db.execute(f'DELETE FROM "{kind}" WHERE list = ?', (source,))
            for start in range(0, len(sheet.parts), CHUNK):
                part = slice(start, start + CHUNK)
                rows = zip(sheet.parts[part], [source] * len(sheet.parts[part]), *(v[part] for v in values), strict=True)
                db.executemany(f'INSERT INTO "{sheet.kind}" (part, list{", " if keys else ""}{names}) VALUES ({marks})', rows)
                if progress is not None:
                    progress(source, min(start + CHUNK, len(sheet.parts)), len(sheet.parts))
            row = (source, stamp, sheet.kind, len(sheet.parts), sheet.left_out)
            db.execute("INSERT OR REPLACE INTO list VALUES (?, ?, ?, ?, ?)", row)

    def lists(self) -> list[tuple[str, str, int]]:
        """Source, kind and count of parts of every list."""
        return list(self._db.execute("SELECT source, kind, taken FROM list ORDER BY source"))

    def drop(self, source: str) -> None:
        """A list is no longer held."""
        with self._db as db:
            for kind in KINDS:
                db.execute(f'DELETE FROM "{kind}" WHERE list = ?', (source,))
            db.execute("DELETE FROM list WHERE source = ?", (source,))

    def parts(self, kind: str, named: str | None = None) -> Parts:
        """All parts of a kind by maker and number, with how many lie on the shelf. named: only those of that part number."""
        columns = columns_of(kind)
        names = ", ".join(f'"{c.key}"' for c in columns)
        shelf = f'(SELECT SUM("count") FROM shelf s WHERE s.part = "{kind}".part COLLATE NOCASE)'
        where, given = ("", ()) if named is None else (" WHERE part = ? COLLATE NOCASE", (named,))
        with closing(self._db.cursor()) as cursor:
            rows = cursor.execute(
                f'SELECT part, {shelf}, {names} FROM "{kind}"{where} ORDER BY maker, part, list', given
            ).fetchall()
        found = list(zip(*rows, strict=True)) if rows else [()] * (len(columns) + 2)
        pairs = list(zip(columns, found[2:], strict=True))
        return Parts(
            kind=kind,
            parts=tuple(found[0]),
            numbers={
                "shelf": np.array(found[1], dtype=float),
                **{c.key: np.array(values, dtype=float) for c, values in pairs if c.quantity is not None},
            },
            words={c.key: tuple(value or "" for value in values) for c, values in pairs if c.quantity is None},
        )


def _column(sheet: Sheet, key: str) -> Sequence[object]:
    """What SQLite is given of a column: None for what is not given."""
    if key in sheet.words:
        return sheet.words[key]
    values = sheet.numbers[key]
    return np.where(np.isnan(values), None, values).tolist()  # type: ignore[call-overload, no-any-return]
