"""Prints each row of the speed table with its target beside it."""

from __future__ import annotations

import os
import resource
import socket
import statistics
import subprocess
import sys
import tempfile
import time
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from threading import Thread

import numpy as np

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from tests.core.test_equilibrium import by_scipy

from isostat.assess import assess
from isostat.assess.find.search import search
from isostat.assess.find.wish import AxleWish, Steps
from isostat.assess.stance.band import prediction
from isostat.catalogue.index import Index
from isostat.catalogue.sheet import read_sheet
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.bank import Bank
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.ends import Metal, ShockEnds
from isostat.core.parts.law import ForceLaw, LawEvent
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.layout import SIDES, Layout, row
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import weight_of
from isostat.job.demos import demo
from isostat.job.edits import items as item_edits
from isostat.job.save import save_job
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Quantity

RULER = np.random.default_rng(1).random(1_000_000)
MANY, CHECKED = 10_000, 200


@dataclass(frozen=True, slots=True)
class Together:
    """Several laws as one, so that every vehicle has few parts. parts: law, and its compression where the sum's is nought, m."""

    parts: tuple[tuple[ForceLaw, float], ...]

    @property
    def knots(self) -> tuple[float, ...]:
        return tuple(sorted(k - offset for law, offset in self.parts for k in law.knots))

    @property
    def domain(self) -> tuple[float, float]:
        return max(law.domain[0] - o for law, o in self.parts), min(law.domain[1] - o for law, o in self.parts)

    @property
    def events(self) -> tuple[LawEvent, ...]:
        return ()

    def force(self, x: Floats) -> Floats:
        return np.asarray(sum(law.force(x + o) for law, o in self.parts), dtype=float)

    def rate(self, x: Floats) -> Floats:
        return np.asarray(sum(law.rate(x + o) for law, o in self.parts), dtype=float)


def say(what: str, value: str, target: str) -> None:
    print(f"{what:<58}{value:>16}   target {target}")


def ruler() -> None:
    """A plain product of a million numbers, so that two runs on a busy machine can be compared."""
    times = []
    for _ in range(30):
        started = time.perf_counter()
        RULER * RULER
        times.append((time.perf_counter() - started) * 1e3)
    say("ruler: a million products", f"{min(times):.2f}, {statistics.median(times):.2f} ms", "best, median")


def many_vehicles(rng: np.random.Generator) -> tuple[Platform, Bank]:
    """Ten thousand different vehicles: springs, ratios, places, loads; independent front, solid rear."""
    coils = [Coil(k, 0.30) for k in np.linspace(25e3, 110e3, 64)]
    ends = [
        Together(((BumpStop(60e3, flat), -gap), (ShockEnds(), droop), (Metal(), -gap - flat - 0.02)))
        for gap in (0.05, 0.065, 0.08, 0.095)
        for flat in (0.025, 0.035)
        for droop in (0.06, 0.09)
    ]
    bank = Bank([*coils, *ends])
    b = MANY
    axle_x = np.array([np.zeros(b), -rng.uniform(2.4, 3.6, b)])
    half = rng.uniform(0.70, 0.85, (2, b))
    place = rng.uniform(0.5, 0.9, (2, b))
    rows = np.empty((2, 4, 2, b))
    for s, side in enumerate(SIDES):
        for part in (s, 2 + s):
            rows[0, part] = row(Layout.INDEPENDENT, side, 1.0)[:, None]
            for n in range(b):
                rows[1, part, :, n] = row(Layout.SOLID, side, place[1, n])
    load = rng.uniform(420, 700, (2, 2, b))
    unsprung = np.broadcast_to(np.array([45.0, 70.0])[:, None, None], (2, 2, b))
    tyre = rng.uniform(180e3, 320e3, (2, 1, b)) * np.ones((1, 2, 1))
    ratio = np.ones((2, 4, b))
    ratio[0, :2] = rng.uniform(0.55, 0.95, b)
    law = np.empty((2, 4, b), dtype=np.int64)
    law[:, :2] = rng.integers(0, 64, (2, 1, b))
    law[:, 2:] = 64 + rng.integers(0, len(ends), (2, 1, b))
    rates = np.array([c.rate_n_per_m for c in coils])[law[:, :2]]
    held = (load - unsprung) * GRAVITY
    offset = np.zeros((2, 4, b))
    offset[:, :2] = held / ratio[:, :2] / rates
    extra_kg, ex, ey = rng.uniform(0, 900, b), -rng.uniform(0.3, 3.4, b), rng.uniform(-0.35, 0.35, b)
    crossed = rng.random(b) < 0.03  # on a block under each of two opposite wheels, so that a third hangs in the air
    ground = np.zeros((2, 2, b))
    ground[0, 0, crossed] = ground[1, 1, crossed] = 0.30
    y = np.stack([half, -half], axis=1)
    x = np.broadcast_to(axle_x[:, None], y.shape)
    weight = np.stack(
        [
            weight_of(
                np.append((load - unsprung)[..., n].ravel(), extra_kg[n]),
                np.append(x[..., n].ravel(), ex[n]),
                np.append(y[..., n].ravel(), ey[n]),
            )
            for n in range(b)
        ],
        axis=1,
    )
    return Platform(
        axle_x_m=axle_x,
        half_track_m=half,
        tyre_rate=tyre,
        tyre_squash_m=load * GRAVITY / tyre,
        unsprung_n=unsprung * GRAVITY,
        ground_m=ground,
        weight=weight,
        bar_rate=rng.uniform(0, 30e3, (2, b)),
        row=rows,
        ratio=ratio,
        offset_m=offset,
        scale=np.ones((2, 4, b)),
        law=law,
    ), bank


def equilibrium() -> float:
    """Returns what one vehicle takes, µs."""
    platform, bank = many_vehicles(np.random.default_rng(7))
    started = time.perf_counter()
    nodes = len(bank.tables.force)
    say("bank of 80 laws built once", f"{(time.perf_counter() - started) * 1e3:.1f} ms", f"on its own line ({nodes} nodes)")
    best, rest = np.inf, None
    for _ in range(12):
        started = time.perf_counter()
        rest = solve_equilibrium(platform, bank, tolerance_n=0.5)
        best = min(best, time.perf_counter() - started)
    assert rest is not None
    each = best / MANY * 1e6
    gaps = np.array([law.parts[0][1] if isinstance(law, Together) else 0.0 for law in bank.laws])
    touching = ((rest.travel_m + gaps[platform.law[:, 2:]]) > 0).any(axis=(0, 1)).mean()
    air = (rest.pad_n <= 0).any(axis=(0, 1)).mean()
    say("equilibrium, 10 000 different vehicles, each", f"{each:.2f} µs", "at most 5 µs")
    say("  of them on a stop, with a wheel in the air", f"{touching * 100:.0f} %, {air * 100:.1f} %", "20 %, 2 %")
    say("  largest force out of balance", f"{rest.residual_n.max():.2g} N", f"1 N, {int((~rest.converged).sum())} not converged")
    say("  evaluations, median and most", f"{np.median(rest.passes):.0f}, {rest.passes.max()}", "")
    picked = np.random.default_rng(3).choice(MANY, CHECKED, replace=False)
    spent, worst = 0.0, 0.0
    exact = solve_equilibrium(platform.take(picked), bank, exact=True, tolerance_n=1e-3)
    for k, n in enumerate(picked):
        one = platform.take(np.array([n]))
        near = np.concatenate([rest.pose[:, n], rest.wheel_m[..., n].ravel()])
        started = time.perf_counter()
        found = by_scipy(one, bank, near)
        spent += time.perf_counter() - started
        worst = max(worst, float(np.abs(found - np.concatenate([exact.pose[:, k], exact.wheel_m[..., k].ravel()])).max()))
    say("  200 of them against scipy.optimize.root", f"{worst * 1e3:.4f} mm", "0.01 mm")
    say("  times faster than it, each (it starts at the answer)", f"{spent / CHECKED * 1e6 / each:.0f}", "at least 200")
    return each


def finding(each: float) -> None:
    """A search over sets of which all, or four in ten, pass the hard laws. each: µs of one equilibrium of this run."""
    job = demo("hive-hauler")
    a = assess(job.model_copy(update={"cases": job.cases[1:]}))
    rng, order = np.random.default_rng(5), a.orders[0].order
    for words, length, most in (("all", 0.0, 1.2), ("four in ten", -0.0196, 0.5)):
        free = order.free_m[0] + rng.uniform(-0.004, 0.004, 1000) + np.where(np.arange(1000) % 10 < 4, 0.0, 1.0) * 10 * length
        rate = order.rate_n_per_m[0] * rng.uniform(0.97, 1.03, 1000)
        lines = [f"P{n},{k:.1f} N/m,{m:.6f} m" for n, (k, m) in enumerate(zip(rate, free, strict=True))]
        with Index() as index:
            index.take(read_sheet("\n".join(["coil,rate,free length", *lines]), "bench"), "bench")
            wish = AxleWish(axle=0, parts=index.parts("coil"), spacers=Steps(0.0, 0.0045, 0.0005))
        held, started = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, time.perf_counter()
        *_, found = search(a, [wish])
        spent = time.perf_counter() - started
        solved = float((found.options[0].short(np.arange(found.total)) <= 0.0).all(axis=0).mean())
        ruled = spent * 1e6 / (found.total * a.cases * each)
        say(
            f"a search, {found.total} sets x {a.cases} cases, {words} past the hard laws",
            f"{spent:.2f} s",
            f"{solved:.0%} are solved",
        )
        say("  in equilibria of this run, a set and case", f"{ruled:.2f}", f"at most {most}")
        grew = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - held) / 1024
        say("  that the largest size grew by", f"{grew:.0f} MB", "60 MB")


def listing() -> None:
    """A list of 100 000 coils, a unit in every cell, read into an index on the disk."""
    rng, kinds = np.random.default_rng(2), 100_000
    columns = zip(rng.integers(20, 200, kinds), rng.integers(250, 500, kinds), rng.integers(120, 220, kinds), strict=True)
    lines = [f"P{n},Q {n % 9},{k} N/mm,{free} mm,{solid} mm,{n % 300} ,EUR" for n, (k, free, solid) in enumerate(columns)]
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "list.csv"
        path.write_text("\n".join(["coil,maker,rate,free length,solid length,price,currency", *lines]))
        index, started = Index(Path(folder) / "index.db"), time.perf_counter()
        index.add(path)
        say("100 000 lines of a list into the index", f"{time.perf_counter() - started:.2f} s", "3 s")
        index.close()


def edit_to_paint() -> None:
    from PyQt6.QtCore import QSettings  # noqa: PLC0415
    from PyQt6.QtWidgets import QApplication  # noqa: PLC0415

    from isostat.assess.judgement import Step  # noqa: PLC0415
    from isostat.desktop.theme import load_fonts  # noqa: PLC0415
    from isostat.desktop.window import MainWindow  # noqa: PLC0415
    from isostat.job.demos import demo  # noqa: PLC0415

    application = QApplication([])
    load_fonts()
    settings = Path(tempfile.mkdtemp()) / "settings.ini"
    window = MainWindow(demo("hive-hauler"), None, QSettings(str(settings), QSettings.Format.IniFormat))
    window.show()
    water = [item.name for item in window.document.job.items].index("Water")  # not on board when weighed: every case moves
    for step in (Step.LOAD, Step.STANCE, Step.SPRING, Step.TRAVEL):
        window.go(step)
        window.show_case(window.document.assessment.target_case)
        application.processEvents()
        times = []
        for n in range(60):
            started = time.perf_counter()
            window.document.edit(lambda job, n=n: item_edits.move_items(job, {water: (1.5 + 0.01 * n, 0.3)}), "move", 5)
            application.processEvents()  # paints whatever the edit has changed
            times.append((time.perf_counter() - started) * 1e3)
        high = statistics.quantiles(times, n=20)[-1]
        say(
            f"one edit to a repainted screen, {step.value}",
            f"{statistics.median(times):.1f}, {high:.1f} ms",
            "16 ms median, 25 ms at 95 %",
        )
    window.document.undo.setClean()
    window.close()


START = """
import os, resource
from PyQt6.QtWidgets import QApplication
from isostat.cli.start import main

def there(*_):
    QApplication.processEvents()
    print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024, flush=True)
    os._exit(0)  # the window is there: what leaving it takes is another question

QApplication.exec = there
main()
"""


def band() -> None:
    """5 000 draws of everything uncertain through the demo vehicle: 4 corners, 4 of its cases."""
    job = demo("hive-hauler")
    a, times = assess(item_edits.remove_case(job, job.case_index("Out"))), []
    for _ in range(7):
        started = time.perf_counter()
        prediction(a)
        times.append(time.perf_counter() - started)
    say(f"prediction band, 5 000 draws, {a.cases} cases", f"{min(times):.2f}, {statistics.median(times):.2f} s", "below 0.3 s")


def start() -> None:
    """`isostat open` on a job, until its window is painted; with settings of its own."""
    walls, sizes = [], []
    with tempfile.TemporaryDirectory() as folder:
        job = Path(folder) / "job.json"
        save_job(demo("hive-hauler"), job)
        env = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}  # warm: compiled once, as an installed one is
        env |= {"XDG_CONFIG_HOME": folder, "XDG_STATE_HOME": folder}
        for _ in range(4):
            started = time.perf_counter()
            done = subprocess.run([sys.executable, "-c", START, "open", job], capture_output=True, text=True, check=True, env=env)
            walls.append(time.perf_counter() - started)
            sizes.append(float(done.stdout.split()[-1]))
    say("from command to a usable window, warm", f"{min(walls[1:]):.2f} s", "below 1.0 s")
    say("resident memory of that window", f"{max(sizes):.0f} MB", "below 200 MB")


def typed() -> None:
    """What is typed or pasted, at its longest."""
    times = []
    for text in ("9" * 10_000, "1 " * 5_000, "9" * 300 + "e" + "9" * 300, "٣" * 10_000, "abc" * 3_333):
        started = time.perf_counter()
        with suppress(NotUnderstood):
            parse(text, Quantity.HEIGHT)
        times.append((time.perf_counter() - started) * 1e3)
    say("a parse of 10 000 characters, the slowest of five kinds", f"{max(times):.2f} ms", "5 ms")


def flood() -> None:
    """A device that sends without a pause, line after line, then without a line's end: how long the loop is held at most."""
    from PyQt6.QtCore import QCoreApplication, QEventLoop  # noqa: PLC0415

    from isostat.desktop.scales_line import ScalesLine  # noqa: PLC0415

    application = QCoreApplication.instance()
    assert application is not None
    for words, sent in (("lines", b"FL 611.0 kg\r\n" * 2048), ("no line's end", b"x" * 65_536)):
        with socket.create_server(("127.0.0.1", 0)) as server:
            Thread(target=_pour, args=(server, sent), daemon=True).start()
            line, ended, held = ScalesLine(("FL", "FR"), patience_ms=2000), [], 0.0
            line.failed.connect(ended.append)
            line.open("127.0.0.1", server.getsockname()[1])
            while not ended:
                started = time.perf_counter()
                application.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 1)
                held = max(held, time.perf_counter() - started)
            line.give_up()
        say(f"a flood from a device, {words}: the loop is held", f"{held * 1e3:.1f} ms", "50 ms")


def _pour(server: socket.socket, sent: bytes) -> None:
    with suppress(OSError):
        reader, _ = server.accept()
        while True:
            reader.sendall(sent)


if __name__ == "__main__":
    ruler()
    finding(equilibrium())
    listing()
    band()
    start()
    typed()
    edit_to_paint()
    flood()
    say("largest size of this run itself", f"{resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB", "")
