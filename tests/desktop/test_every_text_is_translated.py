"""Under a language of accents, 30 % longer than English, every text on every page bears them, and none is cut."""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import partial
from importlib.resources import files
from time import sleep

import pytest
from PyQt6.QtWidgets import QApplication, QComboBox, QLabel, QMenu, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.desktop.measure.step import PAGES as MEASURE_PAGES
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.number import Number
from isostat.desktop.spring.find_wanted import Wanted
from isostat.desktop.springs.pages import HELPER_PAGES
from isostat.desktop.stance.step import PAGES as STANCE_PAGES
from isostat.desktop.theme import load_fonts
from isostat.desktop.travel.step import PANELS
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo
from isostat.job.schema import Job
from isostat.job.tables.shock_list import shipped_shocks
from isostat.language import speak
from tests.desktop.logged_text import stroked_texts
from tests.desktop.paper.test_measuring_sheet import PAPER
from tests.desktop.paper.test_measuring_sheet import texts as printed_texts
from tests.desktop.test_nothing_overlaps import NARROWED, faults, shown, window_faults
from tests.jobs import well_measured
from tests.texts import Pseudo

PLAIN = re.compile(r"[A-Za-z]*[aeiouAEIOU][A-Za-z]*")
KNOWN = {"bar", "psi", "MPa", "GPa", "PgUp", "PgDn", "Isostat"}  # units, keys, our name
JOBS = {"well measured": well_measured} | {
    name: partial(demo, name) for name in ("survey-buggy", "orchard-sprayer", "glaziers-flatbed")
}


@pytest.fixture
def accents() -> Iterator[None]:
    speak(Pseudo())
    yield
    speak(None)


def every_page(window: MainWindow) -> Iterator[str]:
    """Turns the window to each of its pages, and names it."""
    for step in Step:
        window.go(step)
        yield str(step)
    window.go(Step.MEASURE)
    for page in MEASURE_PAGES:
        window.sheets[Step.MEASURE].turn(page)  # type: ignore[union-attr]
        yield f"measure {page}"
    window.go(Step.STANCE)
    for page in STANCE_PAGES:
        window.sheets[Step.STANCE].turn(page)  # type: ignore[union-attr]
        yield f"stance {page}"
    window.go(Step.SPRING)
    spring = window.sheets[Step.SPRING]
    spring.turn_bench(0)  # type: ignore[union-attr]
    yield "bench"
    for axle in range(len(window.document.job.vehicle.axles)):
        spring.turn_axle(axle)  # type: ignore[union-attr]
        for page in ("chart", "side by side", *HELPER_PAGES):
            spring.turn(page)  # type: ignore[union-attr]
            yield f"{page} of axle {axle}"
    spring.finder.wanted = Wanted(varied=frozenset())  # type: ignore[union-attr]
    spring.turn("find")  # type: ignore[union-attr]
    while not spring.finder.ended:  # type: ignore[union-attr]
        QApplication.processEvents()
        sleep(0.01)
    QApplication.processEvents()
    yield "find"
    window.go(Step.TRAVEL)
    travel = window.sheets[Step.TRAVEL]
    for n, panel in enumerate(PANELS):
        travel.turn_view(n % 2)  # type: ignore[union-attr]
        travel.turn_panel(n)  # type: ignore[union-attr]
        yield f"travel {panel}"


def read_in(window: MainWindow) -> Iterator[tuple[str, str]]:
    """Whatever is read of a window, with the name of what shows it: drawn, on a widget, on hover, or by a screen reader."""
    for sheet in (window.sheets[window.step], window.strip, window.top, window.steps, window.findings, window.working):
        for text in stroked_texts(sheet):
            yield sheet.objectName() or type(sheet).__name__, text.text
        for made in sheet.findChildren(QWidget):
            if not made.isVisibleTo(sheet) or not made.objectName() or made.objectName().startswith("qt_"):
                continue
            shown = [made.toolTip(), made.accessibleName()]
            if isinstance(made, QComboBox):
                shown += [made.itemText(n) for n in range(made.count())]
            elif isinstance(made, QPushButton | QLabel | Number):
                shown.append(re.sub(r"<[^>]*>", "", made.text()))
            elif isinstance(made, QuantityField):
                shown.append(made.placeholderText())
            yield from ((made.objectName(), text) for text in shown)
    for menu in window.menuBar().findChildren(QMenu):  # type: ignore[union-attr]
        yield from (("menu", action.text()) for action in menu.actions())


def shipped_coils() -> str:
    """What a list of parts says is its makers' own."""
    return (files("isostat.catalogue") / "demo" / "coils.csv").read_text("utf-8")


def own_words(job: Job) -> set[str]:
    """What the names and notes of the job and of the lists are made of."""
    found = PLAIN.findall(job.model_dump_json() + " ".join(shock.name for shock in shipped_shocks()) + shipped_coils())
    return {form for word in found for form in (word, word.lower(), word.upper())}


@pytest.mark.usefixtures("accents")
@pytest.mark.parametrize(
    ("name", "width", "height"), [(name, *size) for name, size in zip(JOBS, 2 * ((1100, 700), (1920, 1080)), strict=True)]
)
def test_every_text_passes_the_catalogue_and_finds_room(open_window, qtbot: QtBot, name: str, width: int, height: int) -> None:  # type: ignore[no-untyped-def]
    job = JOBS[name]()
    window = shown(open_window, job, (width, height, 1.0, "mm kg N/mm bar", "light"))
    known, plain, wrong = own_words(job) | KNOWN, {}, []
    for page in every_page(window):
        for where, text in read_in(window):
            if words := [w for w in PLAIN.findall(text) if len(w) > 2 and w not in known]:
                plain.setdefault((where, text), (page, words))
        wrong += [f"{page}: {fault}" for fault in window_faults(window)]
    assert not plain, "\n".join(f"{page}: {where}: {text!r}" for (where, text), (page, _) in plain.items())
    narrowed = [fault for fault in wrong if NARROWED in fault]
    assert narrowed, "letters are set narrower"
    window.turn_far()
    qtbot.wait(10)
    wrong += [f"distance view: {fault}" for fault in faults(window.far) if NARROWED not in fault]
    assert not set(wrong) - set(narrowed), "\n".join(sorted(set(wrong) - set(narrowed)))


@pytest.mark.usefixtures("accents", "qapp")
@pytest.mark.parametrize("paper", PAPER)
def test_longer_texts_find_room_on_paper(paper: str) -> None:
    load_fonts()
    found = printed_texts(well_measured(), paper, "mm kg N/mm bar")
    assert any("é" in text.text for text in found)
    assert not [(a.text, b.text) for n, a in enumerate(found) for b in found[n + 1 :] if a.box.intersects(b.box)]
