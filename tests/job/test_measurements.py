"""Readings as CSV: out and in again equal, faults by line and column, and no cell that a spreadsheet would run."""

from __future__ import annotations

import csv
import io
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.cli.main import main
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault, read_job
from isostat.job.save import save_job
from isostat.job.tables.readings_csv import COLUMNS, measurements_csv, with_measurements
from isostat.units.unit import PRESETS
from tests.jobs import hive_on_coils

HIVE = hive_on_coils()


@pytest.mark.parametrize("units", sorted(PRESETS))
def test_out_and_in_again_gives_the_readings_to_what_is_shown(units: str) -> None:
    preset = PRESETS[units]
    text = measurements_csv(HIVE, preset)
    again = with_measurements(blank_job().model_copy(update={"vehicle": HIVE.vehicle}), text, "again", preset)
    assert measurements_csv(again, preset) == text
    for axle, found in zip(HIVE.vehicle.axles, again.vehicle.axles, strict=True):
        assert found.left.hub_to_arch_m.value == pytest.approx(axle.left.hub_to_arch_m.value, abs=0.0008)
        assert found.right.pad_kg.value == pytest.approx(axle.right.pad_kg.value, abs=0.51)


def test_axles_and_the_vehicle_have_lines_of_their_own_and_come_back() -> None:
    text = "corner,pinion angle,headlamp height,ground to arch\nrear axle,3.5,,\nvehicle,,31 in,\nfront left,,,860\n"
    job = with_measurements(HIVE, text, "notes.csv")
    assert job.vehicle.axles[1].pinion_rad is not None
    assert job.vehicle.axles[1].pinion_rad.value == pytest.approx(0.06109, abs=1e-5)
    assert job.vehicle.headlamp_m is not None and job.vehicle.headlamp_m.typed == "31 in"
    out = measurements_csv(job)
    assert {"pinion angle", "headlamp height", "ground to arch"} <= set(out.splitlines()[0].split(","))
    assert any(line.startswith("rear axle,") for line in out.splitlines())
    assert measurements_csv(with_measurements(HIVE, out, "again")) == out


def test_links_shafts_arms_and_squareness_have_lines_of_their_own() -> None:
    """What was read before teardown goes out and comes back, one line for each thing that holds or drives the wheels."""
    assert len(COLUMNS) == len({point.words.lower() for point in COLUMNS.values()}), "each name is one column's"
    for name in ("kite-winch-buggy", "puppet-van", "glaziers-flatbed"):
        job = demo(name)
        text = measurements_csv(job)
        assert measurements_csv(with_measurements(job, text, "again")) == text, name
    lines = measurements_csv(demo("kite-winch-buggy")).splitlines()
    assert [line.split(",")[0] for line in lines[5:]] == [
        "front axle", "front links", "front propshaft", "front drag link", "rear axle", "rear links", "rear propshaft",
        "rear squareness", "vehicle"]  # fmt: skip
    typed = 'corner,"hub to hub, left","thread of links, per turn"\nrear squareness,114 1/4 in,\nrear links,,1.5 mm\n'
    axle = with_measurements(demo("kite-winch-buggy"), typed, "notes.csv").vehicle.axles[1]
    assert axle.square.hub_left_m is not None and axle.square.hub_left_m.value == pytest.approx(114.25 * 0.0254)
    assert axle.links.lead_m is not None and axle.links.lead_m.value == pytest.approx(0.0015)
    with pytest.raises(JobFault, match="Enter"):
        with_measurements(demo("kite-winch-buggy"), 'corner,"hub to hub, left"\nrear squareness,99 m\n', "notes.csv")


def test_any_unit_in_any_cell_and_an_empty_cell_leaves_its_reading() -> None:
    text = 'Stop gap,corner,HUB TO ARCH,scale pad\n1 3/8,front left,"19 1/4 in",1240 lb\n,rear right,480,\n'
    job = with_measurements(HIVE, text, "notes.csv")
    front, rear = job.vehicle.axles[0].left, job.vehicle.axles[1].right
    assert front.hub_to_arch_m.value == pytest.approx(0.48895) and front.hub_to_arch_m.typed == "19 1/4 in"
    assert front.stop_gap_m is not None and front.stop_gap_m.value == pytest.approx(0.034925)
    assert front.pad_kg.value == pytest.approx(562.455, abs=0.01)
    assert rear.hub_to_arch_m.value == 0.48
    assert rear.pad_kg == HIVE.vehicle.axles[1].right.pad_kg


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", ["empty"]),
        ("corner,hub\nfront left,3\n", ["Line 1: there is no column “hub”. Use corner, hub to arch"]),
        ("hub to arch\n480\n", ["the column “corner” is missing"]),
        ("corner,hub to arch,hub to arch\n", ["column “hub to arch” appears twice"]),
        ("corner,hub to arch\nmiddle,480\n", ["Line 2, column “corner”: there is no “middle”. Use front left"]),
        (
            "corner,hub to arch,scale pad\nfront left,abc,9 t 9\n\nrear left,99999,500\n",
            [
                "Line 2, column “hub to arch”: “abc” is not a number",
                "Line 2, column “corner weight”",
                "Line 4, column “hub to arch”: 99999 mm is too large. Enter 0 to 3000 mm",
            ],
        ),
        ("corner,stop gap\nfront left,30\nfront left,31\n", ["Line 3, column “corner”: “front left” appears twice"]),
        ("corner,stop gap\nfront left,30,40\n", ["Line 2: 3 cells are too many. The most is 2"]),
        ("corner,pinion angle\nfront left,3\n", ["Line 2, column “pinion angle”: leave it empty for front left"]),
        ("corner,pinion angle\nrear axle,95\n", ["Line 2, column “pinion angle”: 95° is too large. Enter −45.8 to 45.8°"]),
        ('corner,stop gap\n"front left,30\n', ["not valid CSV"]),
    ],
)
def test_every_fault_is_named_by_line_and_column_and_nothing_is_changed(text: str, words: list[str]) -> None:
    before = HIVE.model_dump_json()
    with pytest.raises(JobFault) as refused:
        with_measurements(HIVE, text, "notes.csv")
    said = " ".join(refused.value.faults)
    assert all(word in said for word in words), said
    assert HIVE.model_dump_json() == before


@given(st.text(max_size=300))
@settings(max_examples=150, deadline=None)
def test_any_text_is_taken_in_or_refused_in_words(text: str) -> None:
    try:
        with_measurements(HIVE, text, "fuzz")
    except JobFault as fault:
        assert fault.faults and all(f for f in fault.faults)


@given(st.lists(st.sampled_from(["480", "19 in", "=1+1", "abc", "", "1,5", "9e9", "-3"]), min_size=8, max_size=8))
@settings(max_examples=60, deadline=None)
def test_a_table_of_odd_cells_is_whole_or_nothing(cells: list[str]) -> None:
    out = io.StringIO()
    lines = csv.writer(out)
    lines.writerow(["corner", "hub to arch", "stop gap", "shaft showing", "scale pad"])
    lines.writerow(["front left", *cells[:4]])
    lines.writerow(["rear right", *cells[4:]])
    try:
        job = with_measurements(HIVE, out.getvalue(), "odd")
    except JobFault:
        return
    assert all(cell in ("480", "19 in", "", "-3") or "," in cell for cell in cells)
    assert job.vehicle.axles[0].right == HIVE.vehicle.axles[0].right


def test_no_cell_that_goes_out_can_carry_a_formula() -> None:
    evil = edits.put(HIVE, path_to(JOB.vehicle.axles[0].name), "=HYPERLINK(1)")
    evil = edits.put(evil, path_to(JOB.vehicle.axles[0].left.hub_to_arch_m), {"value": 0.5, "typed": "@SUM(A1)"})
    rows = list(csv.reader(io.StringIO(measurements_csv(evil))))
    assert all(cell[:1] not in ("=", "+", "-", "@") for row in rows for cell in row)
    assert rows[0][0] == "corner" and set(rows[0][1:]) <= set(COLUMNS)


def test_readings_from_the_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    place, notes = tmp_path / "job.json", tmp_path / "notes.csv"
    save_job(HIVE, place)
    notes.write_text("corner,hub to arch\nfront left,19.5\n")
    assert main(["measurements", str(place), "--take", str(notes), "--units", "in lb lb/in psi"]) == 0
    assert read_job(place).vehicle.axles[0].left.hub_to_arch_m.value == pytest.approx(0.4953)
    assert main(["measurements", str(place)]) == 0
    assert capsys.readouterr().out.splitlines()[1].startswith("front left,495 mm")
    notes.write_text("corner,hub to arch\nfront left,up\n")
    assert main(["measurements", str(place), "--take", str(notes)]) == 1
    assert "Line 2, column “hub to arch”" in capsys.readouterr().err
