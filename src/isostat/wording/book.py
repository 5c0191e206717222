"""A shop's book in words: a line a job, what is due, what all of them teach."""

from __future__ import annotations

from collections.abc import Sequence

from isostat.assess.log.due import Recheck
from isostat.book.summary import Summary
from isostat.book.teaches import Teaches
from isostat.core.fitting.shop import Lesson
from isostat.job.taught import Taught
from isostat.language import capital, later, tr, trn
from isostat.units.format import with_unit
from isostat.units.unit import Preset, Quantity
from isostat.wording.due import say_recheck

KEPT = {True: later("inside the band"), False: later("outside the band"), None: later("not read after fitting")}
LOW_OR_HIGH = {
    "maker": (later("{name}: springs come out {m} lower than others, ± {error}, {jobs}."),
              later("{name}: springs come out {m} higher than others, ± {error}, {jobs}.")),
    "kind": (later("{name}: comes out {m} lower than other kinds, ± {error}, {jobs}."),
             later("{name}: comes out {m} higher than other kinds, ± {error}, {jobs}.")),
    "settles": (later("{name}: settles {m} less than other kinds, ± {error}, {jobs}."),
                later("{name}: settles {m} more than other kinds, ± {error}, {jobs}.")),
}  # fmt: skip


def say_job(one: Summary) -> list[str]:
    """A line of the book, and those below it: what is due, or why the file cannot be read."""
    if one.fault:
        return [tr("{path}: {why}", path=one.path, why=one.fault)]
    lines = [tr("{name} ({path}): {kept}", name=say_name(one), path=one.path, kept=tr(KEPT[one.kept]))]
    parts = [part for part in one.parts if part]
    lines += ["  " + ", ".join(parts)] if parts else []
    lines += ["  " + tr("due: {what}", what=say_due_now(one))] if one.due else []
    return lines


def say_name(one: Summary) -> str:
    """Its number and its title; of a file that cannot be read, that."""
    return ", ".join(word for word in (one.number, one.title) if word) or one.path


def say_due_now(one: Summary) -> str:
    """All that is due by now."""
    return "; ".join(say_recheck(Recheck(what)) for what in one.due)


def say_lesson(one: Lesson, preset: Preset) -> str:
    """What is more than chance: `Maker: springs come out 4 mm lower than others, ± 2 mm, 9 axles.`"""
    way = LOW_OR_HIGH[one.of][int(one.mean_m > 0.0)]
    said = {"m": with_unit(abs(one.mean_m), Quantity.HEIGHT, preset), "error": with_unit(one.error_m, Quantity.HEIGHT, preset)}
    return capital(tr(way, name=one.name, jobs=trn("{n} axle", "{n} axles", one.jobs), **said))


def say_taught(one: Taught, preset: Preset) -> str:
    """What a promise counts in: `Shop book: Maker springs 4 mm low, ± 2 mm, 9 axles`."""
    way = later("Shop book: {name} springs {m} low, ± {error}, {jobs}")
    if one.mean_m > 0.0:
        way = later("Shop book: {name} springs {m} high, ± {error}, {jobs}")
    said = {"m": with_unit(abs(one.mean_m), Quantity.HEIGHT, preset), "error": with_unit(one.error_m, Quantity.HEIGHT, preset)}
    return tr(way, name=one.name, jobs=trn("{n} axle", "{n} axles", one.jobs), **said)


def book_text(shown: Sequence[Summary], every: int, taught: Teaches, preset: Preset) -> str:
    """The book in lines. shown: those that are looked for, of so many."""
    lines = [line for one in shown for line in say_job(one)]
    lines += ["", tr("{n} of {all} jobs.", n=len(shown), all=every)]
    if taught.judged:
        lines.append(tr("Every wheel inside its band at the first reading: {n} of {all} jobs.", n=taught.kept, all=taught.judged))
    told = [say_lesson(one, preset) for one in taught.told]
    lines += told or ([tr("No clear difference between makers or spring types yet.")] if taught.judged else [])
    return "\n".join(lines) + "\n"
