"""The printed measuring sheet and its teardown page: every box in walk order, nothing over anything, on either paper."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.desktop.paper.measuring_sheet import draw_sheet, write_sheet
from isostat.desktop.paper.teardown_sheet import draw_teardown, groups
from isostat.desktop.theme import load_fonts
from isostat.job.blank import blank_job
from isostat.job.demos import demo
from isostat.job.edits.paths import value_at
from isostat.job.schema import Job
from isostat.units.unit import PRESETS
from tests.desktop.logged_text import LogDevice, PaintedText
from tests.jobs import hive_on_coils, three_axles

PAPER = {"A4": (794, 1123), "Letter": (816, 1056)}  # px at 96 to the inch
JOBS = {"hive": hive_on_coils, "blank": blank_job, "three axles": three_axles}


def texts(job: Job, paper: str, units: str, draw: Callable[..., None] = draw_sheet) -> list[PaintedText]:
    device = LogDevice(QSize(*PAPER[paper]))
    painter = QPainter(device)
    draw(painter, QRectF(0, 0, *PAPER[paper]), job, PRESETS[units])
    painter.end()
    return device.log.texts


@pytest.mark.parametrize("paper", sorted(PAPER))
@pytest.mark.parametrize("units", ["in lb lb/in psi", "mm kg N/mm bar"])
@pytest.mark.parametrize("job", sorted(JOBS))
def test_every_box_is_there_in_walk_order_and_nothing_overlaps(qapp, paper: str, units: str, job: str) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    said = JOBS[job]()
    found = texts(said, paper, units)
    page = QRectF(0, 0, *PAPER[paper]).adjusted(40, 40, -40, -40)
    assert all(page.contains(t.box) for t in found), "inside the margins that a printer needs"
    for n, a in enumerate(found):
        assert not any(a.box.intersects(b.box) for b in found[n + 1 :]), a.text
    heads = [t for t in found if re.fullmatch(r"[1-6]", t.text)]
    assert [t.text for t in heads] == [str(n + 1) for n in range(2 * len(said.vehicle.axles))]
    assert [t.box.y() for t in heads] == sorted(t.box.y() for t in heads)
    names = [t.text for t in found if t.text in ("Front left", "Front right", "Rear left", "Rear right")]
    assert names == ["Front left", "Front right", "Rear left", "Rear right"]
    assert sum(t.text.startswith("Hub to arch, ") for t in found) == len(heads)
    assert any(t.text.startswith("last ") for t in found) == (job != "blank"), "what is only assumed was never read"


@pytest.mark.parametrize("paper", sorted(PAPER))
@pytest.mark.parametrize("units", ["in lb lb/in psi", "mm kg N/mm bar"])
@pytest.mark.parametrize("job", [*sorted(JOBS), "glaziers-flatbed", "puppet-van"])
def test_what_is_read_before_teardown_has_a_box_and_nothing_overlaps(qapp, paper: str, units: str, job: str) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    said = JOBS[job]() if job in JOBS else demo(job)
    found = texts(said, paper, units, draw_teardown)
    page = QRectF(0, 0, *PAPER[paper]).adjusted(40, 40, -40, -40)
    for n, a in enumerate(found):
        assert page.contains(a.box), a.text
        assert not any(a.box.intersects(b.box) for b in found[n + 1 :]), a.text
    asked = [path for axle in range(len(said.vehicle.axles)) for _, paths in groups(said, axle) for path in paths]
    heads = sum(1 for axle in range(len(said.vehicle.axles)) for _ in groups(said, axle))
    last = sum((reading := value_at(said, path)) is not None and not reading.assumed for path in asked)
    assert len(found) == 2 + len(said.vehicle.axles) + heads + len(asked) + last
    assert job not in ("glaziers-flatbed", "puppet-van") or last > 8


@pytest.mark.parametrize("paper", sorted(PAPER))
def test_the_file_is_a_pdf_of_two_pages_of_that_paper(qapp, paper: str, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    place = tmp_path / "sheet.pdf"
    write_sheet(hive_on_coils(), place, paper, PRESETS["mm N"])
    data = place.read_bytes()
    assert data.startswith(b"%PDF-") and data.rstrip().endswith(b"%%EOF")
    assert re.search(rb"/Count 2\b", data)
    box = re.search(rb"/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]", data)
    assert box is not None
    points = [PAPER[paper][n] * 72 / 96 for n in (0, 1)]
    assert [float(box[1]), float(box[2])] == pytest.approx(points, abs=1.0)


def test_from_the_window_and_to_a_place_that_cannot_be_written(open_window, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    window.exchange.sheet_out(tmp_path / "sheet.pdf", "A4")
    assert (tmp_path / "sheet.pdf").stat().st_size > 5000
    window.exchange.sheet_out(tmp_path / "nowhere" / "sheet.pdf", "A4")
    assert "sheet.pdf was not written" in window.notice.text()


def test_readings_go_out_and_in_through_the_window_as_one_step(open_window, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    window = open_window()
    before, place = window.document.job, tmp_path / "readings.csv"
    window.exchange.readings_out(place)
    place.write_text(place.read_text().replace("488 mm", "495 mm").replace("488,", "495,"))
    window.exchange.readings_in(place)
    assert window.document.job.vehicle.axles[0].left.hub_to_arch_m.value == pytest.approx(0.495)
    assert window.document.undo.count() == 1
    window.document.undo.undo()
    assert window.document.job == before
    place.write_text("corner,stop gap\nfront left,wide\n")
    window.exchange.readings_in(place)
    assert "Line 2, column “bump-stop gap”: “wide” is not a number" in window.notice.text()
    assert window.document.job == before
    window.exchange.readings_in(tmp_path / "missing.csv")
    assert "missing.csv was not imported. The file cannot be read" in window.notice.text()
