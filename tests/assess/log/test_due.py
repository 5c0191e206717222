"""What is due after fitting: by distance, by day, done, and as a calendar that another program reads."""

from __future__ import annotations

from datetime import UTC, date, datetime
from typing import Any, get_args

import pytest
from icalendar import Calendar

from isostat.answers.calendar import due_calendar
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.log.due import Due, Recheck, Standing, due
from isostat.assess.log.findings import Overdue
from isostat.job.demos import demo
from isostat.job.edits.log import add_entry, put_rechecked
from isostat.job.log import Rechecked
from isostat.job.schema import Job
from isostat.job.tables.log_csv import log_csv, with_log
from isostat.wording.due import WHAT, say_undated, say_when

READ = [{"left_m": {"value": 0.5}}, {}]  # one wheel
AHEAD, NOW, PAST, DONE = Standing.AHEAD, Standing.NOW, Standing.PAST, Standing.DONE


def logged(*entries: tuple[str, float]) -> Job:
    """The hive hauler, read on some days at some distances."""
    job = demo("hive-hauler")
    for day, km in entries:
        more: dict[str, Any] = {"km": km, "state": "driven" if km else "rolled"}
        job = add_entry(job, day, **more)
    return job


def of(job: Job, what: Recheck, on: date | None = None) -> Due:
    return next(one for one in due(job, on) if one.what is what)


@pytest.mark.parametrize(
    ("km", "nuts", "bolts", "again"),
    [(0.0, AHEAD, AHEAD, AHEAD), (49.0, AHEAD, AHEAD, AHEAD), (50.0, NOW, AHEAD, AHEAD), (100.0, NOW, NOW, AHEAD),
     (101.0, PAST, NOW, AHEAD), (420.0, PAST, PAST, AHEAD), (500.0, PAST, PAST, NOW), (801.0, PAST, PAST, PAST)],
)  # fmt: skip
def test_by_distance(km: float, nuts: Standing, bolts: Standing, again: Standing) -> None:
    """Wheels 50-100 km, U-bolts 80-160 and 500-800 km (common practice, no source)."""
    job = logged(("2026-03-01", 0.0), ("2026-03-05", km))
    found = [of(job, what).standing for what in (Recheck.NUTS, Recheck.U_BOLTS, Recheck.U_BOLTS_AGAIN)]
    assert found == [nuts, bolts, again]
    overdue = [j.what for j in judge(assess(job)) if isinstance(j, Overdue)]
    assert overdue == [one.what for one in due(job) if one.standing is PAST]


@pytest.mark.parametrize(
    ("on", "bolts", "heights", "first"),
    [("2026-03-01", AHEAD, AHEAD, "2026-03-02"), ("2026-03-03", AHEAD, NOW, "2026-03-02"), ("2026-03-15", NOW, PAST, "2026-03-02"),
     ("2026-03-30", PAST, PAST, "2026-03-02")],
)  # fmt: skip
def test_by_day(on: str, bolts: Standing, heights: Standing, first: str) -> None:
    """Arm, bar and strut bolts after two to four weeks, heights after a day, a week, six weeks (common practice, no source)."""
    job, day = logged(("2026-03-01", 0.0)), date.fromisoformat(on)
    assert of(job, Recheck.BOLTS, day).standing is bolts and of(job, Recheck.HEIGHTS, day).standing is heights
    assert str(of(job, Recheck.HEIGHTS, day).first) == first
    empty = add_entry(job, "2026-03-08")
    assert str(of(empty, Recheck.HEIGHTS, day).first) == first, "an entry in which nothing was read"
    week = add_entry(job, "2026-03-08", heights=READ)
    assert str(of(week, Recheck.HEIGHTS, day).first) == "2026-04-12", "read after a week: six weeks come next"
    assert of(add_entry(week, "2026-04-12", heights=READ), Recheck.HEIGHTS).standing is DONE


def test_what_was_checked_again_is_done_until_it_is_taken_back() -> None:
    job = logged(("2026-03-01", 0.0), ("2026-03-05", 120.0))
    done = put_rechecked(job, "U-bolts", done=True)
    assert of(done, Recheck.U_BOLTS).standing is DONE and done.log[-1].rechecked == ("U-bolts",)
    assert put_rechecked(done, "U-bolts", done=False) == job and due(demo("hive-hauler")) == ()
    assert with_log(demo("hive-hauler"), log_csv(done), "x").log[-1].rechecked == ("U-bolts",), "CSV both ways"
    assert set(get_args(Rechecked)) == {one.value for one in Recheck if one is not Recheck.HEIGHTS} and set(WHAT) == set(Recheck)
    assert say_when(Recheck.NUTS) == "50 to 100 km" and say_when(Recheck.U_BOLTS_AGAIN) == "500 to 800 km"


def test_another_program_reads_the_calendar() -> None:
    """icalendar as the outside reader (RFC 5545): days at the pace driven, past ones today, names that stay."""
    job = put_rechecked(logged(("2026-03-01", 0.0), ("2026-03-05", 120.0)), "U-bolts", done=True)
    made = datetime(2026, 3, 6, 12, tzinfo=UTC)
    read = {str(one["summary"]): one for one in Calendar.from_ical(due_calendar(job, due(job, made.date()), made)).walk("VEVENT")}
    days = {words.split(": ")[1].split(",")[0]: (one["dtstart"].dt, one["dtend"].dt) for words, one in read.items()}
    assert days["U-bolts again"] == (date(2026, 3, 18), date(2026, 3, 29)), "500 and 800 km at 30 km a day: days 17 and 27"
    assert days["wheel nuts"] == (date(2026, 3, 6), date(2026, 3, 7)) and "U-bolts" not in days
    assert days["arm"] == (date(2026, 3, 15), date(2026, 3, 30)) and len(days) == 4
    again = Calendar.from_ical(due_calendar(job, due(job), made)).walk("VEVENT")
    assert {str(one["uid"]) for one in again} == {str(one["uid"]) for one in read.values()}


@pytest.mark.parametrize(
    ("day", "said"),
    [("2026-03-01", "2 events in the calendar. 3 have"), ("", "0 events in the calendar. 5 have"),
     ("9999-12-31", "0 events in the calendar. 5 have")],
)  # fmt: skip
def test_what_has_no_day_is_said(day: str, said: str) -> None:
    """Without a distance, without a day, and at the end of all days."""
    words = " no day yet: they go by distance, and need an entry with a day and a distance."
    assert say_undated(due(logged((day, 0.0)))) == said + words
