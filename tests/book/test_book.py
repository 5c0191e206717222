"""A folder of jobs: read again only where a file has changed, searched, never written; and a job as a start for a like vehicle."""

from __future__ import annotations

import json
import sqlite3
from datetime import date
from pathlib import Path

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.log.entries import with_entry
from isostat.assess.log.promise import floor_case, promise
from isostat.assess.setup.settlement import settles_m
from isostat.assess.stance.band import predicted
from isostat.assess.workings import Shown, explain, log
from isostat.book import book as module
from isostat.book.book import INDEX, Book
from isostat.book.like import start_like
from isostat.book.summary import Summary, summary
from isostat.book.teaches import teaches
from isostat.cli.main import main
from isostat.core.fitting.shop import Lesson
from isostat.job.card import Bought
from isostat.job.demos import demo
from isostat.job.edits.card import bought_of, put_bought
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.edits.taught import forget_taught, taught_of
from isostat.job.files import JobFault, read_job
from isostat.job.reading import any_assumed
from isostat.job.save import save_job
from isostat.job.schema import Job
from isostat.units.unit import DEFAULT_PRESET
from isostat.wording.book import book_text
from tests.assess.log.test_log import heights

TODAY = date(2026, 11, 29)


def fitted(maker: str, number: str, off: tuple[float, float], **more: object) -> Job:
    """A hive hauler on springs of a maker, read so much over its promise, front and rear."""
    job = put(demo("hive-hauler"), path_to(JOB.number), number)
    job = put_bought(job, Bought(axle=0, part=f"{maker} {number}", maker=maker, price=90.0, days=2.0))
    a = assess(job)
    read = promise(a, floor_case(a)).middle_m + np.array(off)[:, None]
    return with_entry(a, "2026-11-01", heights=heights(read), state="rolled", **more)


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    (tmp_path / "old").mkdir()
    save_job(fitted("Quorrowick", "1", (0.001, 0.0)), tmp_path / "one.json")
    save_job(fitted("Ibbelstane", "2", (-0.02, 0.0), rechecked=["wheel nuts"]), tmp_path / "old" / "two.json")
    save_job(demo("survey-buggy"), tmp_path / "buggy.json")
    (tmp_path / "torn.json").write_text('{"version": 1,')
    return tmp_path


def jobs(folder: Path, on: date = TODAY) -> dict[str, Summary]:
    with Book(folder, on) as book:
        return {one.path: one for one in book.summaries()}


def test_a_folder_is_read_once_and_again_where_a_file_changes(shop: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    before = {path: path.read_bytes() for path in shop.rglob("*.json")}
    found = jobs(shop)
    assert sorted(found) == ["buggy.json", "old/two.json", "one.json", "torn.json"] and "not valid JSON" in found["torn.json"].fault
    assert (found["one.json"].kept, found["old/two.json"].kept, found["buggy.json"].kept) == (True, False, None)
    came = found["old/two.json"].came[0]
    assert (came.maker, came.kind, came.miss_m) == ("Ibbelstane", "coil", pytest.approx(-0.02, abs=1e-5)) and came.error_m > 0.001
    assert "arm bolts" in found["one.json"].due and "heights" in found["one.json"].due
    assert "arm bolts" not in jobs(shop, date(2026, 11, 3))["one.json"].due, "what is due goes by the day"
    read: list[Path] = []
    monkeypatch.setattr(module, "read_job", lambda path: read.append(path) or read_job(path))
    jobs(shop)
    read.clear()
    assert jobs(shop) == found and not read
    changed = put(read_job(shop / "one.json"), path_to(JOB.title), "Another hand")
    save_job(changed, shop / "one.json")
    (shop / "old" / "two.json").unlink()
    again = jobs(shop)
    assert again["one.json"].title == "Another hand" and "old/two.json" not in again and read == [shop / "one.json"]
    assert all(path.read_bytes() == text for path, text in before.items() if path.exists() and path.name != "one.json")


def test_an_index_that_is_none_or_cannot_be_written_is_made_anew(shop: Path) -> None:
    found = jobs(shop)
    (shop / INDEX).write_bytes(b"not an index" * 100)
    assert jobs(shop) == found
    (shop / INDEX).unlink()
    (shop / INDEX).mkdir()
    assert jobs(shop) == found, "kept in memory"
    with pytest.raises(JobFault, match="no such folder"):
        Book(shop / "nowhere", TODAY)


@pytest.mark.parametrize(
    ("words", "names"),
    [("", 4), ("quorrow", 1), ("HIVE", 2), ("hive missed", 1), ("stacked", 1), ("hive buggy", 0), ("bee-keeper", 2)],
)
def test_every_word_is_looked_for(shop: Path, words: str, names: int) -> None:
    assert sum(one.holds(words) for one in jobs(shop).values()) == names


def test_makers_are_told_apart_when_there_are_jobs_enough() -> None:
    chance = np.random.default_rng(4)
    made = [
        summary(f"{n}", fitted(maker, f"{n}", (by + chance.normal(0.0, 0.002), chance.normal(0.0, 0.002))), TODAY)
        for n, (maker, by) in enumerate([("Low", -0.012), ("Level", 0.0), ("Even", 0.001)] * 8)
    ]
    taught = teaches(made)
    assert [(one.of, one.name) for one in taught.told if one.of == "maker"] == [("maker", "Low")]
    low = next(one for one in taught.told if one.name == "Low")
    assert low.jobs == 8 and low.mean_m == pytest.approx(-0.012, abs=0.005) and taught.judged == 24 > taught.kept
    said = book_text(made[:1], 24, taught, DEFAULT_PRESET)
    assert "Low: springs come out " in said and " lower than others, ± " in said and f"{taught.kept} of 24 jobs." in said


def test_a_like_vehicle_starts_with_what_was_read_as_assumed(tmp_path: Path) -> None:
    job = fitted("Quorrowick", "7", (0.0, 0.0))
    like = start_like(job, "Second hauler")
    assert like.title == "Second hauler" and not like.log and not like.number and not like.taught
    assert bought_of(like, 0) == bought_of(job, 0) and not like.card.ticks
    before, after = job.model_dump(), like.model_dump()

    def readings(part: object) -> list[dict[str, object]]:
        if isinstance(part, dict):
            mine = [part] if "assumed" in part and "value" in part else []
            return mine + [one for value in part.values() for one in readings(value)]
        return [one for value in part for one in readings(value)] if isinstance(part, list | tuple) else []

    for part in ("vehicle", "as_found"):
        had, has = readings(before[part]), readings(after[part])
        assert [one["value"] for one in has] == [one["value"] for one in had] and all(one["assumed"] for one in has) and has
    assert any_assumed(like.vehicle) and assess(like).proposed.stands.all()


def lesson(of: str, name: str, mean_m: float, *, told: bool = True) -> Lesson:
    return Lesson(of=of, name=name, jobs=9, mean_m=mean_m, error_m=0.003, chance=0.001, told=told)


def test_what_the_book_says_counts_in_a_like_vehicle_when_asked_and_can_be_left_out() -> None:
    """Of its own springs alone, while they are fitted; the promise shifts by it and is less sure, its working says so."""
    job = fitted("Low", "7", (0.0, 0.0))
    rows = [("maker", "Low", -0.006), ("maker", "Even", 0.004), ("kind", "air", 0.005), ("settles", "coil", 0.004)]
    every = [*(lesson(*row) for row in rows), lesson("settles", "leaf", -0.002, told=False)]
    plain, like = start_like(job, "x"), start_like(job, "x", every)
    assert [(one.of, one.name, one.mean_m) for one in like.taught] == [("maker", "Low", -0.006)]
    settles = like.proposal.axles[0].settle_share
    assert settles is not None and settles.note == "shop book" and like.proposal.axles[1].settle_share is None
    assert settles_m(like, assess(plain).orders)[0, 0] - settles_m(plain, assess(plain).orders)[0, 0] == pytest.approx(
        0.004, abs=2e-4
    )
    without = put(like, path_to(JOB.taught), [])
    (a, b), case = (predicted(assess(one)).band for one in (without, like)), floor_case(assess(plain))
    shift, wider = (b.middle_m - a.middle_m)[..., case], (b.half_m - a.half_m)[..., case]
    assert shift[0] == pytest.approx(-0.006, abs=2e-4) and shift[1] == pytest.approx(0.0, abs=2e-5)
    assert (wider[0] > 1e-5).all() and (b.half_m[0, :, case] < 1.01 * np.hypot(a.half_m[0, :, case], 0.003)).all()
    assert forget_taught(like) == without

    entry = assess(with_entry(assess(like), "2026-11-01", state="rolled"))
    working = explain(entry, Shown(log.promised, 0, 0, case))
    assert working.expression == "h + b" and [g.value for g in working.inputs if g.symbol == "b"] == [-0.006]
    other = put(like, path_to(JOB.proposal.axles[0].left.rate_n_per_m), 120_000.0)
    assert not taught_of(other, 0) and predicted(assess(other)).sources[-1].what != "the shop book", "other springs"


def test_what_was_counted_in_is_no_news_to_the_book() -> None:
    """Springs that come out as low as was said are as low as ever: else a lesson would be forgotten once it is used."""
    like = start_like(fitted("Low", "7", (0.0, 0.0)), "x", [lesson("maker", "Low", -0.006)])
    a = assess(like)
    entry = with_entry(a, "2026-11-01", heights=heights(promise(a, floor_case(a)).middle_m), state="rolled")
    assert [one.miss_m for one in summary("x", entry, TODAY).came] == pytest.approx([-0.006, 0.0], abs=2e-5)


def test_by_command(shop: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch) -> None:
    assert main(["book", str(shop)]) == 0
    said = capsys.readouterr().out
    assert "2, Hive hauler (old/two.json): outside the band" in said and "4 of 4 jobs." in said
    assert "torn.json: " in said and "first reading: 1 of 2 jobs." in said and "No clear difference between makers" in said
    assert main(["book", str(shop), "--due", "--find", "ibbel", "--json"]) == 0
    plain = json.loads(capsys.readouterr().out)
    assert [one["path"] for one in plain["jobs"]] == ["old/two.json"] and (plain["kept"], plain["judged"]) == (1, 2)
    assert main(["book", str(shop), "--like", "one.json", "next.json"]) == 0 and read_job(shop / "next.json").title == "next"
    assert main(["book", str(shop), "--like", "one.json", "next.json"]) == 1
    assert "There is a file of that name." in capsys.readouterr().err
    assert main(["book", str(shop / "nowhere")]) == 1 and "no such folder" in capsys.readouterr().err
    monkeypatch.setattr(Book, "summaries", lambda _: (_ for _ in ()).throw(sqlite3.OperationalError("database is locked")))
    assert main(["book", str(shop)]) == 1 and "in use (database is locked)" in capsys.readouterr().err
