"""The line to the scales: what is read, what is passed over, and how the window takes it over a real socket."""

from __future__ import annotations

import asyncio
import re
import socket
import threading
from collections.abc import Iterator
from itertools import islice
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pytestqt.qtbot import QtBot

from isostat.assess.judgement import Step
from isostat.desktop import scales_line
from isostat.devices.scales import STEADY, Gathering, LineFault, PadReading, pad_names, read_line
from isostat.devices.stand_in import Faults, lines, serve
from isostat.job.demos import demo
from isostat.job.save import save_job
from tests.desktop.conftest import open_window  # noqa: F401 - a fixture
from tests.jobs import hive_on_coils, three_axles

HIVE = hive_on_coils()
TRUTH = [611.0, 561.0, 477.0, 451.0]


@pytest.mark.parametrize(
    ("text", "reading"),
    [
        ("FL 611.5 kg S", PadReading("FL", 611.5, True)),
        ("fr 561 kg U\r", PadReading("FR", 561.0, False)),
        ("RL 1000 lb S", PadReading("RL", 453.59237, True)),
        ("RR -0.4 kg S", PadReading("RR", -0.4, True)),
    ],
)
def test_a_line_is_read(text: str, reading: PadReading) -> None:
    found = read_line(text)
    assert (found.pad, found.stable) == (reading.pad, reading.stable)
    assert found.mass_kg == pytest.approx(reading.mass_kg)


@pytest.mark.parametrize(
    "text", ["", "FL", "FL 611 kg", "FL 611 st S", "FL nan kg S", "FL 1e9 kg S", "FL 6#1.5 kg S", "FL 90000 kg S", "x" * 900]
)
def test_what_is_no_reading_is_refused_in_words(text: str) -> None:
    with pytest.raises(LineFault, match=r"Send lines such as FL 611.5 kg S|kg|number"):
        read_line(text)


@given(st.text(max_size=120))
def test_any_line_is_a_sane_reading_or_refused(text: str) -> None:
    try:
        found = read_line(text)
    except LineFault:
        return
    assert -50 <= found.mass_kg <= 20_000 and found.pad


def test_a_pad_counts_only_when_it_has_stood_still() -> None:
    pads = Gathering(("FL", "FR"))
    for n in range(STEADY):
        pads.take(f"FL {600 + n * 30} kg S")  # calls itself stable and creeps
        pads.take("FR 500 kg S")
    assert pads.waiting() == ("FL",)
    assert pads.excuse() == "FL pad is not steady."
    with pytest.raises(LineFault, match="FL"):
        pads.masses()
    for mass in (610.0, 610.4, 609.8, 610.2, 610.1):
        pads.take(f"FL {mass} kg S")
    assert pads.masses() == {"FL": pytest.approx(610.1), "FR": pytest.approx(500.0)}
    pads.take("FL 610 kg U")  # lifted off again
    assert pads.waiting() == ("FL",)


@pytest.mark.parametrize("seed", range(5))
def test_the_stand_in_with_all_its_faults_is_read_within_its_noise(seed: int) -> None:
    pads = Gathering(pad_names(2))
    rounds = 0
    for round_ in islice(lines(HIVE, Faults(slow_pad="RL"), seed), 200):
        rounds += 1
        for line in round_:
            pads.take(line)
        if not pads.waiting():
            break
    assert 30 <= rounds < 60, "the slow pad is waited for, but not for ever"
    assert list(pads.masses().values()) == pytest.approx(TRUTH, abs=0.8)


def test_three_axles_have_six_pads() -> None:
    assert pad_names(3) == ("FL", "FR", "ML", "MR", "RL", "RR")
    assert {line.split()[0] for line in next(iter(lines(three_axles(), Faults(dropped=0.0, garbled=0.0))))} == set(pad_names(3))


@pytest.fixture
def scales() -> Iterator[int]:
    """The stand-in on a free port of this machine."""
    there, ports, ends = threading.Event(), [], []

    def ready(port: int) -> None:
        ports.append(port)
        there.set()

    async def until_said() -> None:
        stop = asyncio.Event()
        ends.append((asyncio.get_running_loop(), stop))
        speaking = asyncio.create_task(serve(HIVE, 0, Faults(), ready))
        await stop.wait()
        speaking.cancel()

    thread = threading.Thread(target=lambda: asyncio.run(until_said()))
    thread.start()
    assert there.wait(5)
    yield ports[0]
    loop, stop = ends[0]
    loop.call_soon_threadsafe(stop.set)
    thread.join(5)


def test_read_scales_takes_all_pads_as_one_step_and_the_mean_of_two_readings(open_window, scales: int, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window()
    before = window.document.job
    for n in (1, 2):
        window.weighing.read(f"localhost:{scales}")
        qtbot.waitUntil(lambda n=n: window.document.undo.count() == n, timeout=8000)
    pads = [c.pad_kg.value for axle in window.document.job.vehicle.axles for c in (axle.left, axle.right)]
    assert pads == pytest.approx(TRUTH, abs=1.0)
    assert window.notice.text() == "Average of 2 readings."
    assert window.settings.value("scales") == f"localhost:{scales}"
    for _ in range(2):
        window.document.undo.undo()
    assert window.document.job == before


@pytest.mark.parametrize(
    "place", ["", "localhost", "localhost:x", "localhost:0", "localhost:²", "localhost:８１０７", ":8107", "localhost:99999"]
)
def test_a_place_that_is_none_is_refused(open_window, place: str) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window()
    window.weighing.read(place)
    assert "is not a scales address. Use host:port" in window.notice.text()


def test_no_scales_there_and_scales_that_say_nonsense_end_in_words(open_window, qtbot: QtBot, monkeypatch) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window()
    before = window.document.job
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    window.weighing.read(f"127.0.0.1:{port}")
    qtbot.waitUntil(lambda: window.notice.text().startswith(f"No scales at 127.0.0.1:{port}"), timeout=5000)
    monkeypatch.setattr(scales_line, "PATIENCE_MS", 300)
    with socket.socket() as babble:
        babble.bind(("127.0.0.1", 0))
        babble.listen()
        window.weighing.read(f"127.0.0.1:{babble.getsockname()[1]}")
        window.weighing._line._patience.setInterval(400)
        window.weighing._line._patience.start()
        heard, _ = babble.accept()
        heard.sendall(b"\xff\xfe garbage\nFL 600 kg S\n")
        qtbot.waitUntil(lambda: "did not settle in time" in window.notice.text(), timeout=5000)
        heard.close()
    assert "No reading from FR, RL, RR." in window.notice.text() and "1 unreadable line" in window.notice.text()
    assert window.document.job == before


def test_a_line_that_closes_early_is_said(open_window, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window()
    with socket.socket() as short:
        short.bind(("127.0.0.1", 0))
        short.listen()
        window.weighing.read(f"127.0.0.1:{short.getsockname()[1]}")
        heard, _ = short.accept()
        heard.sendall(b"FL 600 kg S\n")
        heard.close()
        qtbot.waitUntil(lambda: window.notice.text().startswith("The scales closed the connection."), timeout=5000)


FLOODS = {
    "empty lines": (b"\n" * 4096, r"\d+ unreadable lines"),
    "no line ends": (b"\x00\xff" * 2048, r"The data has no line ends"),
    "other pads": (b"".join(b"P%d 5 kg S\n" % n for n in range(400)), r"This vehicle has no pad P0, P1, P2, P3\."),
    "bells": (b"\x07\x1b[2J 5 kg S\r\n" * 200, r"\d+ unreadable lines"),
}


@pytest.mark.parametrize("kind", FLOODS)
def test_a_flood_is_read_a_little_at_a_time_and_said(qtbot: QtBot, monkeypatch: pytest.MonkeyPatch, kind: str) -> None:
    """As fast as the machine sends: between two readings the loop has its turn, and nothing piles up."""
    flood, words = FLOODS[kind]
    turns: list[int] = []
    line = scales_line.ScalesLine(pad_names(2), patience_ms=500)
    take = line._take

    def counted() -> None:
        before = line._gathering.garbage
        take()
        turns.append(line._gathering.garbage - before)
        assert len(line._rest) <= scales_line.A_TURN + scales_line.LONGEST
        assert len(line._gathering._steady) <= 4 and len(line._gathering.strangers) <= 4

    monkeypatch.setattr(line, "_take", counted)
    line._socket.readyRead.disconnect()
    line._socket.readyRead.connect(counted)
    over = threading.Event()

    def pour(heard: socket.socket) -> None:
        while not over.is_set():
            try:
                heard.sendall(flood)
            except OSError:
                return

    with socket.socket() as server, qtbot.waitSignal(line.failed, timeout=8000) as said:
        server.bind(("127.0.0.1", 0))
        server.listen()
        line.open("127.0.0.1", server.getsockname()[1])
        heard, _ = server.accept()
        pouring = threading.Thread(target=pour, args=(heard,))
        pouring.start()
    over.set()
    heard.close()
    pouring.join(5)
    assert re.search(words, said.args[0]), said.args
    assert len(turns) > 5 and max(turns) <= scales_line.A_TURN


def test_two_windows_may_read_the_same_scales_at_once(scales: int, qtbot: QtBot) -> None:
    both = [scales_line.ScalesLine(pad_names(2)) for _ in range(2)]
    got: list[dict[str, float]] = []
    for line in both:
        line.read.connect(got.append)
        line.open("localhost", scales)
    qtbot.waitUntil(lambda: len(got) == 2, timeout=8000)
    for masses in got:
        assert list(masses.values()) == pytest.approx(TRUTH, abs=1.0)


def test_scales_read_on_the_log_are_of_its_entry_and_leave_the_vehicle_as_found(open_window, scales: int, qtbot: QtBot) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window(demo("hive-hauler-fitted"))
    before = window.document.job
    window.go(Step.LOG)
    for n in (1, 2):
        window.weighing.read(f"localhost:{scales}")
        qtbot.waitUntil(lambda n=n: window.document.undo.count() == n, timeout=8000)
    job, shown = window.document.job, window.sheets[Step.LOG].entry
    weights = [m.value for pair in job.log[shown].wheels for m in (pair.left_kg, pair.right_kg)]
    assert weights == pytest.approx(TRUTH, abs=1.0) and job.vehicle == before.vehicle
    assert [k for k, entry in enumerate(job.log) if entry.wheels] == [shown] and window.notice.text() == "Average of 2 readings."
    window.go(Step.MEASURE)
    window.weighing.read(f"localhost:{scales}")
    qtbot.waitUntil(lambda: window.document.undo.count() == 3, timeout=8000)
    assert window.notice.text().startswith("Weighed once."), "of another load, so no mean of both"
    assert window.document.job.vehicle != before.vehicle and window.document.job.log == job.log


def test_the_protocol_page_shows_lines_that_are_read() -> None:
    page = (Path(__file__).resolve().parents[2] / "docs/scales.md").read_text(encoding="utf-8")
    shown = page.split("```")[1].strip().splitlines()
    assert [read_line(line).pad for line in shown] == ["FL", "FR"]


def test_what_was_read_of_one_vehicle_is_forgotten_with_it(open_window, scales: int, qtbot: QtBot, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]  # noqa: F811
    window = open_window()
    window.weighing.read(f"localhost:{scales}")
    qtbot.waitUntil(lambda: window.document.undo.count() == 1, timeout=8000)
    window.weighing.read(f"localhost:{scales}")  # still under way when another job is opened
    window.document.undo.setClean()
    place = tmp_path / "three.json"
    save_job(three_axles(), place)
    assert window.filing.open(place)
    qtbot.wait(1500)
    assert window.document.undo.count() == 0, "four pads of the last vehicle are none of this one's"
    assert window.weighing._read == []
