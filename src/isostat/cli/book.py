"""`isostat book`: a folder of jobs, searched, with what is due and what all of them teach; a job as a start for a like vehicle."""

from __future__ import annotations

import argparse
import sqlite3
from datetime import date

from isostat.answers.book import book_plain
from isostat.book.book import Book
from isostat.book.like import concerning, start_like
from isostat.book.teaches import teaches
from isostat.cli.terminal import ANSWERED, tell, tell_plain
from isostat.core.fitting.shop import Lesson
from isostat.job.files import JobFault, read_job
from isostat.job.save import save_job
from isostat.language import later, tr
from isostat.units.saying import saying
from isostat.units.unit import PRESETS
from isostat.wording.book import book_text, say_lesson


def answer_book(asked: argparse.Namespace) -> int:
    """Prints the book, or writes a job for a like vehicle. Raises JobFault or OSError, with a sentence."""
    if asked.like is not None and not asked.taught:
        return _like(asked, ())
    try:
        with Book(asked.folder, date.today()) as book:
            every = book.summaries()
    except sqlite3.Error as fault:  # another window writes the index
        raise JobFault(asked.folder.name, [saying("The index of the book is in use ({why}). Try again.", why=str(fault))]) from None
    if asked.like is not None:
        return _like(asked, teaches(every).told)
    shown = [one for one in every if one.holds(asked.find) and (one.due or not asked.due)]
    taught = teaches(every)
    if asked.json:
        tell_plain(book_plain(shown, taught))
    else:
        tell(book_text(shown, len(every), taught, PRESETS[asked.units]))
    return ANSWERED


def _like(asked: argparse.Namespace, told: tuple[Lesson, ...]) -> int:
    folder, (path, out) = asked.folder, asked.like
    place = out if out.is_absolute() else folder / out
    if place.exists():
        raise JobFault(place.name, [later("There is a file of that name. Enter another one.")])
    job = read_job(path if path.exists() else folder / path)
    save_job(start_like(job, place.stem, told), place)
    lines = [tr("{name}: all readings are copied as assumed. Measure them on this vehicle.", name=place.name)]
    lines += [tr("Counted in: {what}", what=say_lesson(one, PRESETS[asked.units])) for one in concerning(job, told)]
    tell("\n".join(lines) + "\n")
    return ANSWERED
