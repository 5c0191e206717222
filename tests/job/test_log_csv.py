"""The log as CSV: what goes out comes in again, and what cannot be is said by line and column."""

from __future__ import annotations

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from isostat.job.demos import demo
from isostat.job.edits.log import add_entry, change_entry
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.tables.log_csv import log_csv, with_log
from isostat.units.unit import PRESETS

FITTED, BARE = demo("hive-hauler-fitted"), demo("hive-hauler-fitted").model_copy(update={"log": ()})
HEIGHT = st.one_of(st.none(), st.integers(300, 900))
NAME = st.text("abc =+-@,\"'é中0", max_size=12).map(str.strip)

PICTURE = st.tuples(st.text("a/é;% 3B.", max_size=9).map(lambda x: f"x{x}.png"), st.one_of(st.none(), st.integers(0, 3)))


def plain(job: Job) -> list[object]:
    return [one.model_copy(update={"promised": (), "turned": ()}) for one in job.log]


def test_what_goes_out_comes_in_again_and_not_twice() -> None:
    text = log_csv(FITTED)
    corners, pressures = "front left,front right,rear left,rear right", "front tyres,rear tyres,rear left bag,rear right bag"
    assert text.splitlines()[0] == f"day,state,km,on board,by,note,checked again,{corners},{pressures}"
    assert text.splitlines()[1].startswith("2026-06-21,rolled,0,,Mo,")
    again = with_log(BARE, text, "log.csv")
    assert [(e.day, e.km, e.state, e.case, e.who) for e in again.log] == [(e.day, e.km, e.state, e.case, e.who) for e in FITTED.log]
    assert with_log(again, text, "log.csv") == again, "they are there already"


@settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(st.tuples(NAME, NAME, st.floats(0, 5000).map(lambda x: round(x, 1)), st.tuples(HEIGHT, HEIGHT, HEIGHT, HEIGHT),
                          st.lists(PICTURE, max_size=3)), min_size=1, max_size=4), st.sampled_from(list(PRESETS)))  # fmt: skip
def test_any_log_goes_out_and_comes_in_alike(
    entries: list[tuple[str, str, float, tuple[int | None, ...], list[tuple[str, int | None]]]], preset: str
) -> None:
    job = BARE
    for n, (who, note, km, heights, shown) in enumerate(entries):
        pairs = [{"left_m": None if a is None else {"value": a / 1e3, "typed": f"{a} mm"},
                  "right_m": None if b is None else {"value": b / 1e3, "typed": f"{b} mm"}}
                 for a, b in (heights[:2], heights[2:])]  # fmt: skip
        pictures = [
            {"path": path, "axle": None if n is None else n // 2, "side": None if n is None else n % 2}
            for path, n in sorted(shown, key=lambda one: 9 if one[1] is None else one[1])
        ]
        job = add_entry(job, "2026-07-01", km=km, state="driven", who=who.lstrip("' "), note=f"{n}{note}", heights=pairs,
                           pictures=pictures)  # fmt: skip
    assert plain(with_log(BARE, log_csv(job, PRESETS[preset]), "log.csv", PRESETS[preset])) == plain(job)


@pytest.mark.parametrize(
    ("text", "fault"),
    [
        ("", "The file is empty."),
        ("day,left\n", "Line 1: there is no column “left”. Use day, state, km, on board, by, note, checked again, read at, front"),
        ("day,km,km\n", "Line 1: column “km” appears twice."),
        ("day,front left\n2026,5x0\n", "Line 2, column “front left”: “x0” is not a"),
        ("day,km\n2026,far\n", "Line 2, column “km”: “far” is not a distance. Try 120, 120 km or 75 mi."),
        ("day,km\n2026,-5\n", "Line 2: Log entry 4, km"),
        ("day,state\n2026,flying\n", "Line 2: Log entry 4, state"),
        ("day,on board\n2026,nothing\n", "Line 2: "),
        (
            "day,read at\n2026,bonnet\n",
            "Line 2, column “read at”: “bonnet” is no point of the log. Choose hub to arch, ",
        ),
        ("day\n2026,1\n", "Line 2: 2 cells are too many. The most is 1."),
    ],
)
def test_what_cannot_be_is_said_by_line_and_column_and_nothing_is_taken(text: str, fault: str) -> None:
    with pytest.raises(JobFault) as refused:
        with_log(FITTED, text, "log.csv")
    assert any(fault in one for one in refused.value.faults), refused.value.faults


def test_heights_come_in_any_unit_and_miles_are_driven() -> None:
    text = "Day,KM,front left,rear right\n2026-08-01,60 mi,21 1/2 in,57 cm\n"
    entry = with_log(BARE, text, "log.csv").log[0]
    assert entry.state == "driven" and entry.km == pytest.approx(96.56064) and entry.heights[0].right_m is None
    left, right = entry.heights[0].left_m, entry.heights[1].right_m
    assert left is not None and left.value == pytest.approx(0.5461) and right is not None and right.value == pytest.approx(0.57)
    text = "day,read at,front left\n2026-08-01,Ground to arch,82 cm\n"
    elsewhere = with_log(BARE, text, "log.csv")
    assert elsewhere.log[0].point == "ground_to_arch_m" and ",read at,front left," in log_csv(elsewhere)
    assert with_log(elsewhere, log_csv(elsewhere), "log.csv") == elsewhere
    noted = change_entry(FITTED, 0, note="two\nlines")
    assert "two lines" in log_csv(noted), "a cell has one line"
