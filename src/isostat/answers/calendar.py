"""What is due after fitting as a calendar (iCalendar, RFC 5545), an all-day event each."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from hashlib import sha256

from icalendar import Calendar, Event

from isostat.assess.log.due import Due, Standing
from isostat.job.schema import Job
from isostat.language import capital, tr, trn
from isostat.wording.due import SAID


def dated(rechecks: Iterable[Due]) -> list[Due]:
    """Those still to be done whose days are known."""
    return [one for one in rechecks if one.standing is not Standing.DONE and one.first is not None]


def say_undated(rechecks: tuple[Due, ...]) -> str:
    """How many have a day, and what the others wait for."""
    known = dated(rechecks)
    others = sum(one.standing is not Standing.DONE for one in rechecks) - len(known)
    said = trn("1 event in the calendar.", "{n} events in the calendar.", len(known))
    if not others:
        return said
    waits = trn(
        "1 has no day yet: it goes by distance, and needs an entry with a day and a distance.",
        "{n} have no day yet: they go by distance, and need an entry with a day and a distance.",
        others,
    )
    return f"{said} {waits}"


def due_calendar(job: Job, rechecks: Iterable[Due], made: datetime) -> str:
    """The calendar of what is dated; what is past falls on the day it is made. made: when, UTC.

    A job's events keep their names: taken in again, they move.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Isostat//Log//EN")
    calendar.add("version", "2.0")
    for one in dated(rechecks):
        assert one.first is not None
        when, what = (tr(words) for words in SAID[one.what])
        event = Event()
        event.add("uid", f"{sha256(f'{job.number}|{job.title}|{one.what.value}'.encode()).hexdigest()[:24]}@isostat")
        event.add("dtstamp", made)
        past = one.standing is Standing.PAST
        event.add("dtstart", made.date() if past else one.first)
        event.add("dtend", (made.date() if past else one.last or one.first) + timedelta(days=1))
        event.add("summary", tr("{job}: {what}", job=job.title, what=what))
        event.add("description", capital(tr("{when} after fitting", when=when)))
        calendar.add_component(event)
    return bytes(calendar.to_ical()).decode()
