"""A folder of job files with an index of them, which follows the files: it can be thrown away, and it never writes a job."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from datetime import date
from pathlib import Path
from typing import Any, Self

from isostat.book.summary import Came, Summary, cannot, summary
from isostat.job.files import JobFault, read_job
from isostat.language import later
from isostat.units.unit import DEFAULT_PRESET

LAYOUT = 1  # of the index; another one is built anew
INDEX = ".isostat-book.db"
MOST_FILES = 5000


class Book:
    """The jobs of a folder and of those in it. on: the day it is. Raises JobFault where there is no such folder.

    The index stands in the folder; where that cannot be written, it goes with the program.
    """

    def __init__(self, folder: Path, on: date) -> None:
        if not folder.is_dir():
            raise JobFault(str(folder), [later("There is no such folder.")])
        self.folder, self._on = folder, on
        self._db = _opened(folder / INDEX)

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self._db.close()

    def summaries(self) -> tuple[Summary, ...]:
        """Of every job as its file is now, by path; files that have not changed since yesterday's look are not read again."""
        held = dict(self._db.execute("SELECT path, stamp FROM job"))
        found = {str(path.relative_to(self.folder)): path for path in self._files()}
        fresh = [(name, stamp, path) for name, path in found.items() if held.get(name) != (stamp := self._stamp(path))]
        with self._db as db:
            db.executemany("DELETE FROM job WHERE path = ?", [(name,) for name in set(held) - set(found)])
            for name, stamp, path in fresh:
                row = json.dumps(self._read(name, path).plain())
                db.execute("INSERT OR REPLACE INTO job VALUES (?, ?, ?)", (name, stamp, row))
        with closing(self._db.execute("SELECT data FROM job ORDER BY path")) as rows:
            return tuple(_summary(json.loads(data)) for (data,) in rows)

    def _files(self) -> Iterator[Path]:
        for n, path in enumerate(sorted(self.folder.rglob("*.json"))):
            if n >= MOST_FILES:
                return
            if path.is_file():
                yield path

    def _stamp(self, path: Path) -> str:
        """Of a file as it is now, and of the day: what is due goes by it."""
        stat = path.stat()
        return f"{stat.st_size} {stat.st_mtime_ns} {stat.st_ino} {self._on}"

    def _read(self, name: str, path: Path) -> Summary:
        try:
            return summary(name, read_job(path), self._on)
        except JobFault as fault:
            return cannot(name, fault.words(DEFAULT_PRESET, 1))
        except OSError as fault:
            return cannot(name, str(fault.strerror or fault))


def _opened(place: Path) -> sqlite3.Connection:
    for where in (str(place), ":memory:"):
        try:
            db = sqlite3.connect(where)
            if db.execute("PRAGMA user_version").fetchone()[0] != LAYOUT:
                with db:
                    db.execute("DROP TABLE IF EXISTS job")
                    db.execute("CREATE TABLE job (path TEXT PRIMARY KEY, stamp TEXT, data TEXT)")
                    db.execute(f"PRAGMA user_version = {LAYOUT}")
            with db:  # whether it can be written
                db.execute("DELETE FROM job WHERE path = ''")
        except sqlite3.Error:
            continue
        return db
    raise AssertionError("memory is always there")


def _summary(plain: dict[str, Any]) -> Summary:
    lists = {key: tuple(plain[key]) for key in ("kinds", "parts", "due")}
    return Summary(**(plain | lists | {"came": tuple(Came(**one) for one in plain["came"])}))
