"""What is due after fitting as a calendar (iCalendar, RFC 5545), an all-day event each."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from hashlib import sha256

from icalendar import Calendar, Event

from isostat.assess.log.due import Due, Standing
from isostat.job.schema import Job
from isostat.language import capital, tr
from isostat.wording.due import say_recheck, say_when


def due_calendar(job: Job, rechecks: Iterable[Due], made: datetime) -> str:
    """The calendar of what is dated; what is past falls on the day it is made. made: when, UTC.

    A job's events keep their names: taken in again, they move.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Isostat//Log//EN")
    calendar.add("version", "2.0")
    for one in rechecks:
        if not one.dated:
            continue
        assert one.first is not None
        what = say_recheck(one.what)
        event = Event()
        event.add("uid", f"{sha256(f'{job.number}|{job.title}|{one.what.value}'.encode()).hexdigest()[:24]}@isostat")
        event.add("dtstamp", made)
        past = one.standing is Standing.PAST
        event.add("dtstart", made.date() if past else one.first)
        event.add("dtend", (made.date() if past else one.last or one.first) + timedelta(days=1))
        event.add("summary", tr("{job}: {what}", job=job.title, what=what))
        event.add("description", capital(tr("{when} after fitting", when=say_when(one.what))))
        calendar.add_component(event)
    return bytes(calendar.to_ical()).decode()
