"""`isostat find` as typed in a terminal."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from isostat.cli.main import main
from isostat.job.demos import demo
from isostat.job.save import save_job

COILS = "coil,maker,rate,free length,solid length,price,currency,stock,days,sold as lift,stated for\n"
FITS = "A 98,Q,98,411,150,90,EUR,3,2,40 mm,empty\nB 98,Q,98 N/mm,409,150,,,,,,\n"
FALLS = "C 98,Q,98,411,260,90,EUR,3,2,40 mm,\n"


@pytest.fixture
def job(tmp_path: Path) -> str:
    save_job(demo("hive-hauler"), tmp_path / "hive.json")
    return str(tmp_path / "hive.json")


def listed(tmp_path: Path, lines: str) -> str:
    (tmp_path / "coils.csv").write_text(COILS + lines)
    return str(tmp_path / "coils.csv")


def test_sets_are_ranked_with_price_stock_and_what_the_lift_gives(
    job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["find", job, "--catalogue", listed(tmp_path, FITS + FALLS), "--vary", "front-spacer=0:8:2"]) == 0
    said = capsys.readouterr().out
    assert "3 springs × 5 × 5 spacers = 75 sets" in said and "GOOD: 2 of 3 choices fit in every load case" in said
    assert "180 EUR, 3 in stock, 2 days" in said and "no price, stock not given" in said
    assert "Sold as 40 mm for empty: here it gives" in said and " mm high, " in said
    assert "coil-bound before full bump" in said and "Q C 98, by " in said


def test_the_same_as_data_and_in_inches(job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    inches = "A 560,Q,560,16 3/16,5 7/8,90,EUR,3,2,1 9/16,empty\nC 560,Q,560,16 3/16,10 1/4,90,EUR,3,2,,\n"
    asked = [
        "find",
        job,
        "--catalogue",
        listed(tmp_path, inches),
        "--vary",
        "front-spacer=0:5/16:1/16",
        "--units",
        "in lb lb/in psi",
    ]
    assert main([*asked, "--json"]) == 0
    plain = json.loads(capsys.readouterr().out)
    assert plain["sets"] == 72 and plain["stand"] + sum(r["count"] for r in plain["fallen"]) == plain["choices_of_springs"] == 2
    (good,) = plain["good"]
    assert (
        good["axles"][0]["left"]["springs"][0]["part"] == "A 560"
        and good["price"] == 180.0
        and good["axles"][0]["sold_as_m"] == pytest.approx(0.0396875)
    )
    assert abs(good["worst_miss_m"]) < 0.02 and plain["fallen"][0]["law"] == "solid"


def test_where_nothing_stands_it_is_said_what_would_open_some(job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = listed(tmp_path, "D 98,Q,98,404,150,90,EUR,3,2,,\n")
    assert main(["find", job, "--catalogue", path, "--vary", "front-springs"]) == 4
    assert "more spacer, 1 choice fits." in capsys.readouterr().out
    assert main(["find", job, "--catalogue", path, "--vary", "front-springs", "--why", "d 98"]) == 0
    assert (
        "Stands too low:" in (said := capsys.readouterr().out)
        and "\n  Fits with " in said
        and " more spacer." in said
        and "Stands at " in said
    )


def test_what_a_lift_leaves_open_where_rate_and_length_are_not_given(
    job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = listed(tmp_path, FITS + "L 50,Q,,,,,,,,50,\n")
    assert main(["find", job, "--catalogue", path, "--why", "l 50"]) == 0
    said = capsys.readouterr().out
    assert (
        "If sold as 50 mm for as weighed: rate 79.8 N/mm to 108.0 N/mm, free length 396 to 424 mm; "
        "stands at 526 to 529 mm when home full" in said
    )
    assert "Measure its free length: that settles it." in said


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        (
            ["--vary", "middle-spacer=0:1:1"],
            "--vary “middle-spacer=0:1:1” is not known. Enter front-springs, or front-spacer=0:20:2.",
        ),
        (["--vary", "front-spacer=0:20"], "needs three values: from, to, step."),
        (["--vary", "front-springs=boots"], "“boots” is no kind of spring that can be searched. Enter coil, progressive coil,"),
        (["--vary", "rear-helper=0.1:99:1"], "Helper pressure, to: 99.00 bar is too large."),
        (["--vary", "front-springs=stacked spring"], "Front: choose stacked pairs for it first."),
        (["--what", "wire thick"], "--what: “thick” is not a number."),
        (["--vary", "front-spacer=0:x:2"], "--vary: “x” is not a number."),
        (["--vary", "front-spacer=0:900:2"], "Spacer, to: 900 mm is too large. Enter 0 to 200 mm."),
        (["--vary", "front-spacer=0:20:2", "--each", "--catalogue"], "sets are too many to try."),
        (["--why", "no such part"], "Part number “no such part” is not in the lists."),
    ],
)
def test_what_cannot_be_is_refused_in_a_sentence(
    job: str, arguments: list[str], said: str, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["find", job, *[a for a in arguments if a != "--catalogue"]]) == 1
    assert said in capsys.readouterr().err


def test_kits_ranks_and_what_a_spring_may_be(job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    lists = [listed(tmp_path, FITS + FALLS)]
    for name, text in (
        ("kits.csv", "kit,parts,maker,price,currency,fits\nK 1,2 x A 98; 2 x none such,Q,310,EUR,bee flatbed\nK 2,2 x C 98,Q,,,\n"),
        ("shelf.csv", "shelf,count\nB 98,2\n"),
    ):
        (tmp_path / name).write_text(text)
        lists.append(str(tmp_path / name))
    asked = ["find", job, "--catalogue", *lists, "--vary", "front-spacer=0:8:2"]
    assert main([*asked, "--kits"]) == 0
    said = capsys.readouterr().out
    assert "GOOD: 1 of 2 kits fit in every load case" in said and "Q K 1, 310 EUR" in said
    assert "Missing: springs for the rear, none such (not listed)." in said and "Stated for bee flatbed." in said
    assert "      Q K 2, by " in said
    assert main([*asked, "--rank", "days"]) == 0
    said = capsys.readouterr().out
    assert said.index("Q B 98") < said.index("Q A 98") and "no price, on the shelf" in said
    assert main([*asked, "--what", "rate 97, free 408"]) == 0
    assert "Q B 98; 98.0 N/mm, 409 mm free; front: fits" in capsys.readouterr().out
    assert main([*asked, "--what", "rate 50"]) == 4


def test_lines_of_a_list_that_are_left_out_are_said(job: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["find", job, "--catalogue", listed(tmp_path, FITS + "E 1,Q,many,400,150,,,,,,\n"), "--top", "1"]) == 0
    faults = capsys.readouterr().err
    assert "coils.csv: Line 4: rate: “many” is not a number." in faults and "coils.csv: 1 lines left out, 2 taken." in faults
