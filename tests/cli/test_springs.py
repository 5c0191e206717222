"""`isostat spring` as typed in a terminal: the same numbers as the core, and every refusal in a sentence."""

from __future__ import annotations

import json
import math
from pathlib import Path

import pytest

from isostat.cli.main import main

COIL = ["spring", "coil", "--wire", "14", "--mean", "110", "--turns", "9", "--free", "380", "--wire-of", "hot rolled"]
STACK = ["spring", "stack", "--top", "150 lb/in=12 in=3.19 in", "--main", "200 lb/in=12in=3.66in", "--slider", "0",
         "--extended", "600", "--bump", "250"]  # fmt: skip


def answer(arguments: list[str], capsys: pytest.CaptureFixture[str]) -> dict[str, object]:
    assert main([*arguments, "--json"]) == 0
    return json.loads(capsys.readouterr().out)  # type: ignore[no-any-return]


def test_a_coil_by_caliper_and_by_press(capsys: pytest.CaptureFixture[str]) -> None:
    """H-13 of the published case (from memory), and readings made from that rate."""
    plain = answer([*COIL, "--load", "407.886 kg"], capsys)
    assert plain["rate_n_per_m"] == pytest.approx(40_459, rel=1e-4) and plain["solid_m"] == pytest.approx(0.126)
    assert plain["loaded_m"] == pytest.approx(0.380 - 0.09887, abs=2e-5)
    rows = [f"--press={380 - mm}={mm * 40.459 / 9.80665}kg" for mm in (20, 50, 80)]
    bare = answer(["spring", "coil", *rows], capsys)
    assert bare["press_rate_n_per_m"] == pytest.approx(40_459, rel=1e-4) and bare["press_free_m"] == pytest.approx(0.380, abs=1e-5)
    assert main([*COIL, "--units", "in lb lb/in psi"]) == 1 and "Enter 1/16 to 1 15/16 in" in capsys.readouterr().err


def test_progressive_coils_by_tag_groups_and_table(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    tag = answer(["spring", "progressive", "--rates", "30", "50", "--change", "60", "--solid", "160"], capsys)
    assert [tag["rate_1_n_per_m"], tag["rate_2_n_per_m"], tag["until_2_m"]] == pytest.approx([30_000, 50_000, 0.16])
    groups = [
        "spring",
        "progressive",
        "--wire",
        "12",
        "--mean",
        "100",
        "--turns",
        "9",
        "--free",
        "360",
        "--group",
        "3=20",
        "--group",
        "4=45",
    ]
    made = answer(groups, capsys)
    assert made["rate_2_n_per_m"] > made["rate_1_n_per_m"]  # type: ignore[operator]
    table = tmp_path / "press.csv"
    table.write_text("compression,load\n0,0\n50,160\n100,420\n", encoding="utf-8")
    assert answer(["spring", "progressive", "--table", str(table)], capsys)["last_rate_n_per_m"] == pytest.approx(
        260 * 9.80665 / 0.05
    )


def test_a_stack_says_its_window_its_crossover_and_what_binds(capsys: pytest.CaptureFixture[str]) -> None:
    plain = answer([*STACK, "--ride", "100"], capsys)
    assert plain["series_rate_n_per_m"] == pytest.approx(85.714 * 175.12684, rel=1e-4)
    assert plain["ring_nearest_m"] < plain["ring_for_share_m"] < plain["ring_furthest_m"]  # type: ignore[operator]
    ringed = answer([*STACK, "--ring", f"{1000 * plain['ring_for_share_m']}"], capsys)  # type: ignore[operator]
    assert ringed["crossover_shaft_m"] == pytest.approx(0.1 + 0.55 * 0.15, abs=1e-5)
    for more, words in (
        (["--bump", "450"], "No position suits the ring"),
        (["--ring", "290"], "outside its usable range"),
        (["--ring", "310"], "the top spring never works"),
        (["--extended", "700"], "loose by that much"),
    ):
        assert main([*STACK, *more]) == 0
        assert words in capsys.readouterr().out


FIND = ["spring", "stack", "--series", "16", "--load", "265 kg", "--ride", "100", "--extended", "600", "--bump", "260",
        "--down", "50", "--up", "50"]  # fmt: skip


def test_a_stack_tells_its_collar_and_what_a_ruler_finds(capsys: pytest.CaptureFixture[str]) -> None:
    """By hand: the load over both rates, less preload and shaft; marks from the perch up, face to face."""
    said = answer([*STACK, "--ride", "100", "--load", "150 kg", "--down", "0", "--up", "30", "--ring", "180"], capsys)
    k, free = 85.714 * 175.12684, 24 * 25.4
    assert said["collar_down_m"] == pytest.approx(150 * 9.80665 / k - 0.1 - (free / 1000 - 0.6), abs=2e-5)
    assert said["collar_from_perch_m"] == pytest.approx(0.6) and said["ring_from_perch_m"] == pytest.approx(0.42)
    assert said["ring_mark_m"] == pytest.approx(0.25 + 3.66 * 0.0254 + 0.010)
    assert said["collar_mark_m"] == pytest.approx(0.42 + 3.19 * 0.0254)
    assert (
        main([*STACK, "--ride", "100", "--load", "700 kg"]) == 1 and "Collar travel: 310 mm is too large" in capsys.readouterr().err
    )


@pytest.mark.parametrize(("way", "multiple"), [("close", "2"), ("far", "2.6")])
def test_pairs_are_found_off_the_shelf(way: str, multiple: str, capsys: pytest.CaptureFixture[str]) -> None:
    said = answer([*FIND, "--find", way, "--multiple", multiple], capsys)
    pairs = said["pairs"]
    assert isinstance(pairs, list) and pairs
    for p in pairs:
        assert 1 / (1 / p["top_n_per_m"] + 1 / p["main_n_per_m"]) == pytest.approx(p["series_n_per_m"], rel=1e-6)
        assert p["top_n_per_m"] / (25 * 175.126835) == pytest.approx(round(p["top_n_per_m"] / (25 * 175.126835)), abs=1e-5)
    ideal = 1 / (1 / said["ideal_top_n_per_m"] + 1 / said["ideal_main_n_per_m"])  # type: ignore[operator]
    assert ideal == pytest.approx(16_000, rel=1e-6)
    assert main([*FIND, "--find", "far", "--multiple", "1.1"]) == 1
    assert "Full-bump capacity, × static load: 1.1 is too small" in capsys.readouterr().err


LEAF = ["spring", "leaf", "--leaf", "620=660=63.5=8=135", "--leaf", "500=530=63.5=8=90", "--load", "300 kg"]
TORSION_BAR = ["spring", "torsion", "--diameter", "25", "--length", "1000", "--arm", "400"]
BAG = ["spring", "air", "--across", "112.838", "--height", "500", "--least", "50"]


def test_a_leaf_pack_by_tape_and_caliper(capsys: pytest.CaptureFixture[str]) -> None:
    said = answer(LEAF, capsys)
    assert said["rate_n_per_m"] < said["bound_n_per_m"] and said["free_arch_m"] > said["loaded_arch_m"] > 0  # type: ignore[operator]
    assert isinstance(said["stress_pa"], list) and 0 < said["stress_share"] < max(said["stress_pa"]) / 1e9
    stiffer = answer([*LEAF, "--leaf", "350=370=63.5=10=40"], capsys)
    assert stiffer["rate_n_per_m"] > said["rate_n_per_m"]  # type: ignore[operator]
    held = answer([*LEAF, "--held", "--clamp", "100"], capsys)
    assert held["rate_n_per_m"] >= said["rate_n_per_m"]  # type: ignore[operator]


def test_a_torsion_bar_and_its_settings(capsys: pytest.CaptureFixture[str]) -> None:
    """T-01: 3010.4 N·m a rad; T-07: 30 over 31 teeth; a bolt of 1.75 mm on a lever of 60 mm."""
    said = answer([*TORSION_BAR, "--load", "200 kg", "--slack", "-17", "--rise", "25", "--splines", "30", "31", "--pitch", "1.75",
                 "--lever", "60"], capsys)  # fmt: skip
    assert said["torsion_nm_per_rad"] == pytest.approx(3010.4, abs=0.1)
    angle, torque = said["angle_rad"], 200 * 9.80665 * 0.4
    then = math.asin(math.sin(angle) - 0.025 / 0.4)  # type: ignore[arg-type]
    turn = angle - then + torque * (math.cos(then) - math.cos(angle)) / 3010.4  # type: ignore[operator, arg-type]
    assert said["bolt_turns"] == pytest.approx(turn / (1.75 / 60), abs=2e-3)
    settings = said["settings"]
    assert isinstance(settings, list) and abs(settings[0]["gives_m"] - 0.025) <= 0.5 * math.radians(360 / 930) * 0.4
    hollow = answer([*TORSION_BAR, "--bore", "15", "--load", "100 kg"], capsys)
    firm = answer([*TORSION_BAR, "--load", "200 kg", "--modulus", "77 GPa"], capsys)
    assert firm["torsion_nm_per_rad"] == pytest.approx(3010.4 * 77 / 78.5, rel=1e-4)
    inches = ["--diameter", "1", "--length", "40", "--arm", "16", "--load", "400", "--rise", "1", "--units", "in lb lb/in psi"]
    assert main([*TORSION_BAR[:2], *inches, "--splines", "30", "31"]) == 0
    words = capsys.readouterr().out
    assert "mm" not in words and "tighter" in words and " in at the arm end" in words
    assert hollow["torsion_nm_per_rad"] == pytest.approx(3010.4 * 0.8704, rel=1e-3)


def test_a_bag_shut_in_held_and_asked_for_its_pressure(capsys: pytest.CaptureFixture[str]) -> None:
    """A-01, A-08 and A-09; a pressure for a load is p·A, and no setting without the bag's own limits."""
    said = answer([*BAG, "--pressure", "5 bar"], capsys)
    assert said["slow_rate_n_per_m"] == pytest.approx(12_027, abs=3) and said["ride_rate_n_per_m"] == pytest.approx(16_597, abs=4)
    high = answer([*BAG, "--pressure", "5 bar", "--altitude", "2000"], capsys)
    assert high["pressure_pa"] == pytest.approx(521_830, abs=20)
    warm = answer([*BAG, "--pressure", "6 bar", "--celsius", "60"], capsys)
    assert warm["pressure_pa"] == pytest.approx(695_700, abs=200)
    held = answer([*BAG, "--pressure", "5 bar", "--held"], capsys)
    assert held["slow_rate_n_per_m"] == 0 and held["carries_kg"] == pytest.approx(509.9, abs=0.1)
    asked = answer([*BAG, "--load", "509.9 kg"], capsys)
    assert asked["pressure_pa"] == pytest.approx(500_000, abs=50) and "limits" in str(asked["said"])
    limits = answer([*BAG, "--load", "509.9 kg", "--fewest", "0.3 bar", "--most", "2 bar"], capsys)
    assert "Outside the bag's pressure limits" in str(limits["said"])
    assert "outside the bag's range" in str(answer([*BAG, "--pressure", "5 bar", "--at", "20"], capsys)["said"])


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (["spring", "coil", "--wire", "14"], "Give --outside."),
        (["spring", "coil", "--wire", "forty"], "--wire: "),
        ([*COIL[:4], *COIL[4:6], "--turns", "2", "--free", "380"], "Number of active coils: 0 is too small. Enter 0.5 to 60"),
        (["spring", "coil", "--press", "300"], "--press: “300” needs 2 values"),
        (["spring", "coil", "--press", "300=200", "--press", "299=201"], "Difference between the press lengths: 1 mm is too small"),
        (["spring", "leaf", "--load", "100 kg"], "Give --leaf FRONT=REAR"),
        (["spring", "leaf", "--leaf", "600=600=60", "--load", "100 kg"], "needs 4 or 5 values"),
        ([*LEAF, "--leaf", "700=500=60=8"], "Front length of leaf 3: 700 mm is too large"),
        ([*LEAF[:2], "--leaf", "120=120=60=8", "--clamp", "230", "--load", "9 kg"], "Front length of leaf 1: 120 mm is too small"),
        ([*TORSION_BAR, "--load", "9 kg", "--slack", "90"], "Unloaded arm angle: 90.0° is too large. Enter −80.0 to 80.0°"),
        ([*TORSION_BAR, "--load", "9 kg", "--rise", "9", "--splines", "3", "30"], "Inner splines: 3 is too small. Enter 4 to 200"),
        ([*BAG, "--pressure", "20 bar"], "Gauge pressure: 20.00 bar is too large"),
        (BAG, "Give --pressure or --load"),
        (["spring", "progressive"], "Give --rates or --group or --table"),
        (
            ["spring", "progressive", "--rates", "50", "30", "--change", "60", "--solid", "160"],
            "Second rate: 30.0 N/mm is too small",
        ),
        ([*STACK, "--top", "150=12=11"], "Enter 20 to 2000 mm"),
        (["spring", "stack", "--extended", "600", "--bump", "250"], "Give --top or --find"),
        ([*FIND[:2], "--extended", "600", "--bump", "250", "--find", "far"], "Give --series"),
        (["spring", "progressive", "--table", "/nowhere.csv"], "no such file"),
    ],
)
def test_what_cannot_be_is_refused_in_a_sentence(arguments: list[str], words: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(arguments) == 1
    out = capsys.readouterr()
    assert words in out.err and not out.out and "Traceback" not in out.err
