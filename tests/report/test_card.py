"""The card as it is read: HTML by a parser, PDF by pypdf, and nothing from a job that could be markup."""

from __future__ import annotations

import csv
import io
from functools import cache
from html.parser import HTMLParser
from pathlib import Path

import pytest
from pypdf import PdfReader

from isostat.answers.card import CardPage, card_page, card_text
from isostat.answers.card_order import order_csv
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.torsion import torsion_set
from isostat.assess.stance.band import prediction
from isostat.cli.main import main
from isostat.desktop.paper.card_pdf import card_file
from isostat.desktop.theme import load_fonts
from isostat.job.demos import demo
from isostat.job.edits.card import put_torque, tick
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.save import save_job
from isostat.job.schema import Job
from isostat.report.card import cab_html, card_html, customer_html, ruler_place
from isostat.units.unit import PRESETS
from isostat.wording.reader import Reader

BAD = "<img src=x onerror=alert(1)> “quoted” & \u202eשלום " + "long " * 20


class Seen(HTMLParser):
    """Which tags there are, whether they close, what they load, and all text."""

    def __init__(self) -> None:
        super().__init__()
        self.open: list[str] = []
        self.tags: list[str] = []
        self.loads: list[str] = []
        self.words: list[str] = []

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.tags.append(tag)
        self.loads += [value or "" for name, value in attrs if name in ("src", "href", "action")]
        if tag not in ("input", "br", "meta"):
            self.open.append(tag)

    def handle_endtag(self, tag: str) -> None:
        assert self.open.pop() == tag

    def handle_data(self, data: str) -> None:
        self.words.append(data)


def seen(html: str) -> Seen:
    found = Seen()
    found.feed(html)
    found.close()
    assert not found.open and not found.loads and not {"script", "img", "link", "iframe"} & set(found.tags)
    return found


@cache
def page(name: str = "hive-hauler", units: str = "mm kg N/mm bar") -> CardPage:
    a = assess(demo(name))
    return card_page(a, Reader(a.job, PRESETS[units]), prediction(a, 400), judge(a))


def test_what_goes_on_further_down_says_so() -> None:
    """Each part is headed once; where others come between, it goes on under its name, continued."""
    heads = [section.headed for section in page("hive-hauler").sections]
    assert heads[0] == "Before anything is undone" and heads.count("Leaf pack, rear axle, cont.") == 1
    assert all(head.removesuffix(", cont.") in heads[: heads.index(head)] for head in heads if head.endswith(", cont."))


@pytest.mark.parametrize("name", ["hive-hauler", "kite-winch-buggy", "orchard-sprayer", "survey-buggy"])
def test_the_web_page_stands_alone_and_holds_every_step(name: str) -> None:
    found = seen(card_html(page(name), "today"))
    text = " ".join(" ".join(found.words).split())
    for section in page(name).sections:
        for row in section.rows:
            assert " ".join(row.text.split()) in text
            assert not row.caution or f"! {row.caution}" in text
    assert found.tags.count("input") >= page(name).total and "Not to be driven until ticked" in text
    assert page(name).blanks in text and "blank" in page(name).blanks, "what nobody knows yet is said"
    assert "band" in text and all(wheel.height in text for wheel in page(name).floor), "what the wheels should read"
    assert seen(cab_html(page(name), "today")).words
    cab = " ".join(" ".join(seen(cab_html(page(name), "today")).words).split())
    assert ("never below" in cab and "never above" in cab) == (name in ("hive-hauler", "orchard-sprayer"))
    assert "Still free of each" in cab
    owner = " ".join(" ".join(seen(customer_html(page(name), "today")).words).split())
    assert all(wheel.before in owner and wheel.height in owner for wheel in page(name).floor) and "To look out for" in owner
    assert "brakes not tried (step" in text and "wheel nuts not torqued (step" in " ".join(
        seen(cab_html(page(name), "today")).words
    )
    assert all(title in owner for title, _ in page(name).warnings) and "Local law" in owner


def test_nothing_from_a_job_is_markup() -> None:
    job = put(put(demo("hive-hauler"), path_to(JOB.title), BAD), path_to(JOB.vehicle.name), BAD)
    job = tick(put_torque(job, ("after 2", ""), "wheels", value=110.0, source=BAD), ("before 1", ""), "", BAD, BAD)
    a = assess(job)
    for html in (card_html(card_page(a, Reader(job)), BAD), cab_html(card_page(a, Reader(job)), BAD)):
        found = seen(html)
        assert "<img" in " ".join(found.words) and "שלום" in " ".join(found.words)
        assert "110 N·m" in " ".join(found.words) or "Pressures" in " ".join(found.words)


def test_an_order_names_corner_part_and_count() -> None:
    rows = list(csv.reader(io.StringIO(order_csv(page().buy))))
    assert rows[0] == ["for", "part", "count", "as listed", "price", "days"]
    assert ["Front axle, same springs both sides", "coil 98.0 N/mm, free length 410 mm", "2", "", "", ""] in rows
    assert ["Front left", "spacer 3 mm", "1", "", "", ""] in rows and not any(row[0] == "Front right" for row in rows)
    assert any("U-bolt" in row[1] and row[2] == "4" for row in rows)
    inches = list(csv.reader(io.StringIO(order_csv(page("hive-hauler", "in lb lb/in psi").buy))))
    assert any("lb/in" in row[1] for row in inches)
    stacks = [row for row in csv.reader(io.StringIO(order_csv(page("survey-buggy").buy))) if row[0].startswith("Rear ")]
    assert [row[2] for row in stacks] == ["1", "1"], "each its own, where they are"


@pytest.mark.parametrize(("paper", "size"), [("A4", (595, 842)), ("Letter", (612, 792))])
def test_the_pdf_is_text_on_numbered_pages(qapp, tmp_path: Path, paper: str, size: tuple[int, int]) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    a = assess(demo("hive-hauler"))
    card_file("pdf", a, tmp_path / "card.pdf", Reader(a.job), paper)
    pages = PdfReader(tmp_path / "card.pdf").pages
    assert (round(float(pages[0].mediabox.width)), round(float(pages[0].mediabox.height))) == size
    texts = [" ".join(one.extract_text().split()) for one in pages]
    whole = " ".join(texts)
    for n, text in enumerate(texts, 1):
        assert f"page {n} of {len(texts)}" in text and "Job card 147, Hive hauler" in text
    for section in page().sections:
        for row in section.rows:
            assert " ".join(row.text.split())[:40] in whole, row.n
    assert "Stored force" in whole and "After fitting" in whole, "no letters lost to ligatures"
    ruled = [mark for section in page().sections if section.ruler for mark in section.ruler.marks]
    assert ruled and all(whole.count(mark.value) >= 2 and mark.words in whole for mark in ruled), "in words, and beside the ruler"
    assert ruler_place(0) not in whole and page().law in whole and "What is due when" in whole, "all behind the rulers is there"


def saved(tmp_path: Path, job: Job) -> str:
    save_job(job, tmp_path / "job.json")
    return str(tmp_path / "job.json")


def test_the_command_line_prints_and_writes_it(qapp, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:  # type: ignore[no-untyped-def]
    job = saved(tmp_path, demo("hive-hauler"))
    assert main(["card", job]) == 0
    out = capsys.readouterr().out
    assert "[ ] 1 Check that every part is here" in out and "Not to be driven until ticked" in out
    assert main(["card", job, "--strict"]) == 3
    capsys.readouterr()
    names = {kind: tmp_path / f"out.{kind}" for kind in ("html", "pdf", "cab", "customer", "order")}
    assert main(["card", job, *(word for kind, path in names.items() for word in (f"--{kind}", str(path)))]) == 0
    assert names["pdf"].read_bytes().startswith(b"%PDF-") and names["html"].read_text("utf-8").startswith("<!DOCTYPE html>")
    assert capsys.readouterr().out == ""
    assert main(["card", job, "--html", str(tmp_path / "nowhere" / "x.html")]) == 1
    assert "No such file" in capsys.readouterr().err


def test_a_job_that_changes_nothing_has_nothing_to_fit() -> None:
    empty = CardPage(title="T", number="", vehicle="v", proposal="A", held=(), gone=(), buy=(), sections=(), floor=(),
                     floor_case="", pressures=(), limits=(), due=(), law="", call="",
                     blanks="", undone=(), warnings=(), open=0, total=0)  # fmt: skip
    assert "Nothing is changed" in card_text(empty) and "Nothing is changed" in " ".join(seen(card_html(empty, "today")).words)


def test_what_is_set_by_a_ruler_is_drawn_to_scale_beside_it() -> None:
    a = assess(demo("survey-buggy"))
    for section in page("survey-buggy").sections:
        if section.title != "Stacked pair":
            assert section.ruler is None
            continue
        axle, side = (0 if "front" in section.place else 1), (0 if "left" in section.place else 1)
        found, ruler = stacked(a, axle, side), section.ruler
        assert found is not None and ruler is not None
        at = {mark.words: mark.at_m for mark in ruler.marks}
        m = found.marks
        painted = {"collar, not below": m.collar_mark_m, "ring, not below": m.ring_mark_m}
        faces = {"collar, lower face": m.collar_m, "ring, upper face": m.ring_m, "slider, upper face": m.slider_m}
        assert at == pytest.approx(faces | painted)
        for case, other in zip((a.job.weighed_case, a.target_case), section.rulers[1:], strict=True):
            there, u = {mark.words: mark.at_m for mark in other.marks}, float(found.ride_m[case])
            moved = {words: high - u for words, high in at.items() if not words.startswith("slider")}
            assert {words: there[words] for words in moved} == pytest.approx(moved), "the shaft in by so much, in that case"
            assert 0.0 < at["slider, upper face"] - there["slider, upper face"] < u, "both springs share it"
        assert ruler.long_m > max(at.values()) and ruler.long_m * 20 == pytest.approx(round(ruler.long_m * 20))
    html = card_html(page("survey-buggy"), "today")
    mark = page("survey-buggy").sections[1].ruler.marks[0]  # type: ignore[union-attr]
    long = page("survey-buggy").sections[1].ruler.long_m  # type: ignore[union-attr]
    assert f'y1="{round(long * 500 + 6 - mark.at_m * 500, 1)}"' in html and mark.value in html
    rod = next(section.ruler for section in page("hive-hauler").sections if section.title == "After fitting")
    assert rod is not None and [mark.value for mark in rod.marks] == ["186 mm", "220 mm"], "the valve's, as it was and to be set"
    bags = [section.ruler for section in page("hive-hauler").sections if "Air helper" in section.title]
    assert bags and all(ruler is not None for ruler in bags)
    high, *_ = ([mark.at_m for mark in ruler.marks] for ruler in bags if ruler is not None)
    assert len(high) == 3 and high[0] > high[1] > high[2], "hanging, on the floor, and at the target, lower each time"
    bolts = next(section.ruler for section in page("orchard-sprayer").sections if section.title == "Torsion bar")
    found = torsion_set(assess(demo("orchard-sprayer")), 0)
    assert bolts is not None and found is not None
    lever, zero = float(demo("orchard-sprayer").as_found.axles[0].torsion.lever_m.value), bolts.marks[0].at_m  # type: ignore[union-attr]
    for mark, anchor in zip(bolts.marks[1:], found.anchors, strict=True):  # a bolt's way over its lever turns the anchor
        assert (mark.at_m - zero) / lever == pytest.approx(anchor.turn_rad, rel=0.02)


@pytest.mark.parametrize("name", ["glaziers-flatbed", "survey-buggy", "kite-winch-buggy"])
def test_no_heading_stays_alone_and_no_step_is_parted_at_the_foot_of_a_page(qapp, tmp_path: Path, name: str) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    a = assess(demo(name))
    for paper in ("A4", "Letter"):
        card_file("pdf", a, tmp_path / "card.pdf", Reader(a.job), paper)
        heads = {section.headed for section in page(name).sections} | {"Order", "What is due when"}
        for one in PdfReader(tmp_path / "card.pdf").pages:
            *lines, _, _ = [" ".join(line.split()) for line in one.extract_text().splitlines() if line.strip()]  # less its foot
            assert lines[-1] not in heads and not lines[-1].startswith("! "), (paper, lines[-3:])
            begins = lines[0] in heads or lines[0].startswith("! ") or lines[0].split("[")[0].strip().isdigit()
            assert begins or lines[0] == a.job.title, (paper, lines[:3])
