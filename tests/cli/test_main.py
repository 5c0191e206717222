from __future__ import annotations

import json
import re
from pathlib import Path

import numpy as np
import pytest

from isostat import __version__
from isostat.cli.main import main
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.save import save_job
from tests.jobs import guessed


def test_demo_assess_and_schema_from_the_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    job = tmp_path / "hive.json"
    assert main(["demo", "hive-hauler", str(job)]) == 0
    assert main(["assess", str(job)]) == 0
    text = capsys.readouterr().out
    assert "ORDER, new springs, for Home full" in text and "on target" in text
    assert main(["assess", str(job), "--json", "--units", "in lb lb/in psi"]) == 0
    plain = json.loads(capsys.readouterr().out)
    assert [o["side"] for o in plain["order"]] == ["left", "right"] * 2
    assert plain["proposal"][4]["whole_kg"] == pytest.approx(2936.0)
    assert any(f["fixes"] for f in plain["findings"])
    assert main(["schema"]) == 0
    assert json.loads(capsys.readouterr().out)["properties"]["vehicle"]
    with pytest.raises(SystemExit) as stop:
        main(["--version"])
    assert stop.value.code == 0 and __version__ in capsys.readouterr().out


def test_what_is_set_on_bars_packs_and_bags_stands_in_the_answer(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    job = tmp_path / "job.json"
    assert main(["demo", "orchard-sprayer", str(job)]) == 0
    assert main(["assess", str(job), "--json"]) == 0
    rows = json.loads(capsys.readouterr().out)["order"]
    assert [row["kind"] for row in rows] == ["torsion bar", "torsion bar", "leaf", "leaf"]
    assert rows[0]["turn_rad"] > 0 and "helper_gauge_pa" not in rows[0]
    assert len(rows[2]["helper_gauge_pa"]) == 4 and rows[2]["helper_gauge_pa"][3] == pytest.approx(190_000, rel=0.01)
    assert main(["assess", str(job)]) == 0
    said = capsys.readouterr().out
    assert "anchor" in said and "leaf pack" in said and "unload the bar" in said


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (["assess", "nowhere.json"], "nowhere.json: not read."),
        (
            ["demo", "rocket", "x.json"],
            "Choose: dairy-trailer, glaziers-flatbed, hive-hauler, hive-hauler-fitted, kite-winch-buggy, orchard-sprayer, "
            "puppet-van, survey-buggy",
        ),
        (["demo", "hive-hauler", "/nowhere/x.json"], "No such file"),
    ],
)
def test_the_command_line_refuses_in_words(arguments: list[str], words: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(arguments) == 1
    said = capsys.readouterr().err
    assert words in said and "Traceback" not in said


def test_travel_answers_for_every_wheel_and_ranks_a_list_of_shocks(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    job, shocks = tmp_path / "job.json", tmp_path / "shocks.csv"
    assert main(["demo", "hive-hauler", str(job)]) == 0
    assert main(["travel", str(job), "--json"]) == 0
    plain = json.loads(capsys.readouterr().out)
    rear = plain["axles"][1]
    for wheel in rear["wheels"]:
        heights = [e["hub_to_arch_m"] for e in wheel["one_wheel_up"]]
        assert heights == sorted(heights, reverse=True) and len(heights) == len(wheel["together"])
        assert wheel["up"]["ends_with"] == "stop flat" and wheel["up"]["hub_to_arch_m"] < wheel["up"]["other_hub_to_arch_m"]
    assert rear["damping"]["as_fitted_full"]["ratio"] < rear["damping"]["as_fitted_light"]["ratio"]
    assert plain["ramp_travel_index"] > 100
    other = tmp_path / "other.json"
    assert main(["demo", "glaziers-flatbed", str(other)]) == 0 and main(["travel", str(other), "--json"]) == 0
    assert any("one wheel up" in f["title"] for f in json.loads(capsys.readouterr().out)["findings"])
    shocks.write_text("name,extended,collapsed\nmine,560 mm,340 mm\nshort,300,200\n", encoding="utf-8")
    assert main(["travel", str(job), "--json", "--shocks", str(shocks)]) == 0
    ranked = json.loads(capsys.readouterr().out)["axles"][1]["shocks"]
    assert [f["name"] for f in ranked] == ["mine", "short"] and ranked[0]["fits"] and not ranked[1]["fits"]
    assert main(["travel", str(job), "--units", "in lb lb/in psi"]) == 0
    said = capsys.readouterr().out
    assert "one wheel up" in said and "RTI " in said and "tyre R" in said and "first tyre contact: " in said
    near = plain["axles"][1]["tyre_nearest"]
    assert near["event"] == "tyre touches, straight" and near["clear_m"] == min(
        step["clear"][-1]["clear_m"] for step in plain["axles"][1]["spacers"] if step["spacer_m"] == 0.014
    )
    shocks.write_text("name,extended,collapsed\nmine,560\n", encoding="utf-8")
    assert main(["travel", str(job), "--shocks", str(shocks)]) == 1
    assert "Line 2" in capsys.readouterr().err


def test_a_job_of_which_nothing_was_read_says_so_at_every_number(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    save_job(blank_job(), tmp_path / "new.json")
    assert main(["assess", str(tmp_path / "new.json")]) == 0
    printed = capsys.readouterr().out
    wheels = [
        line
        for line in printed.splitlines()
        if re.search(r"hub to arch .*droop|free .*full droop|^ +\S.* preload at full droop: ", line)
    ]
    numbers = [re.findall(r"(≈ )?[\d.]+ (?:kg|mm|N/mm|Hz|bump|droop|high)", line) for line in wheels]
    assert len(wheels) == 3 * 4 + 2 * 4 and all(len(found) == found.count("≈ ") for found in numbers), printed
    assert main(["travel", str(tmp_path / "new.json")]) == 0
    ways = [line for line in capsys.readouterr().out.splitlines() if re.match(r"  [a-z][a-z ,]+  +\S", line)]
    assert len(ways) >= 4 * 5 and all(len(re.findall(r"\d mm", line)) == line.count("≈ ") for line in ways), ways


ORDERED = {
    "orchard-sprayer": (r"wind anchor up ≈ .*°", r"leaf pack ≈ .*free arch ≈ .*, block ≈ "),
    "glaziers-flatbed": (r"air spring at ≈ .* bar, ≈ .* high \(Out\), dynamic rate ≈ ",) * 2,
    "survey-buggy": (r"collar ≈ .* down, crossover ring ≈ .* from it, preload ≈ ",) * 2,
}


@pytest.mark.parametrize("name", ORDERED)
def test_whatever_its_springs_an_order_that_rests_on_nothing_measured_is_marked(
    name: str, capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    """Text and JSON alike: what the adjuster, the valve, the collar or the steel is set to is only near."""
    path = tmp_path / "guessed.json"
    for job, marked in ((demo(name), False), (guessed(demo(name)), True)):
        save_job(job, path)
        assert main(["assess", str(path)]) == 0
        printed = capsys.readouterr().out
        lines = [line for line in printed[printed.index("ORDER") :].splitlines() if re.match("  (front|rear) (left|right) ", line)]
        found = [re.search(words, line) is not None for line, words in zip(lines, np.repeat(ORDERED[name], 2), strict=True)]
        assert all(found) if marked else not any(found), lines
        assert main(["assess", str(path), "--json"]) == 0
        keys = {"turn_approximate", "gauge_approximate", "collar_approximate", "ring_approximate", "preload_approximate"}
        marks = [row[key] for row in json.loads(capsys.readouterr().out)["order"] for key in keys & set(row)]
        assert all(marks) if marked else not any(marks), marks
