"""Does what a hand can do, and reads what a disk can hold, by chance and by seed, until so many are done; prints what came of it.

Progress is kept in a file after every round, so that a run that was stopped goes on. Exit 1 where anything fell.
"""

from __future__ import annotations

import argparse
import json
import os
import random
import sys
import tempfile
import time
import traceback
from collections.abc import Callable
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from PyQt6.QtCore import QSettings
from PyQt6.QtWidgets import QApplication, QFileDialog
from tests.desktop.random_hand import act
from tests.desktop.test_any_hand import JOBS
from tests.job.mutations import mutated
from tests.job.test_any_file import answered

from isostat.desktop.theme import load_fonts
from isostat.desktop.window import MainWindow
from isostat.job.demos import demo, demo_names
from isostat.job.files import job_text

ROUND_ACTS, ROUND_FILES = 150, 150
SLOW_S = 1.0
FRESH = {"acts": 0, "files": 0, "read": 0, "rounds": 0, "slowest_act_s": 0.0, "slowest_own_s": 0.0, "slowest_file_s": 0.0,
         "slow": [], "fell": [], "memory_mb": []}  # fmt: skip


def memory_mb() -> float:
    """What this process holds now."""
    pages = int(Path("/proc/self/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE") / 1e6


def round_of_acts(seed: str, progress: dict[str, Any], window: MainWindow) -> None:
    """Another job in the one window, so many acts, and all of them undone."""
    chance = random.Random(seed)
    name = chance.choice(list(JOBS))
    fell: list[str] = []
    sys.excepthook = lambda *fault: fell.append("".join(traceback.format_exception(*fault)))
    window.document.replace(JOBS[name](), None)
    window.filing.opened.emit()
    before = window.document.job
    done: list[str] = []
    for _ in range(ROUND_ACTS):
        started, own = time.perf_counter(), time.thread_time()
        try:
            done.append(act(window, chance))
            QApplication.processEvents()
        except Exception:
            fell.append(traceback.format_exc())
        took, own = time.perf_counter() - started, time.thread_time() - own
        if took > SLOW_S:
            progress["slow"].append([round(took, 2), round(own, 2), seed, name, done[-1] if done else ""])
        progress["slowest_act_s"] = max(progress["slowest_act_s"], round(took, 3))
        progress["slowest_own_s"] = max(progress["slowest_own_s"], round(own, 3))
    while window.document.undo.canUndo():
        window.document.undo.undo()
    if window.document.job != before:
        fell.append(f"{seed}: undone, it is another job")
    QApplication.processEvents()
    sys.excepthook = sys.__excepthook__
    progress["acts"] += ROUND_ACTS
    progress["fell"] += [f"{seed} ({name}), after {done[-4:]}\n{text}" for text in fell]


def round_of_files(seed: str, progress: dict[str, Any], place: Path) -> None:
    """So many damaged files of one demo."""
    chance = random.Random(seed)
    text = job_text(demo(chance.choice(demo_names())))
    for n in range(ROUND_FILES):
        place.write_bytes(mutated(text, chance))
        started = time.perf_counter()
        try:
            progress["read"] += answered(place)
        except Exception:
            progress["fell"].append(f"{seed}, file {n}\n{traceback.format_exc()}")
            place.replace(place.with_name(f"fell-{seed.replace(' ', '-')}-{n}.json"))
        progress["slowest_file_s"] = max(progress["slowest_file_s"], round(time.perf_counter() - started, 3))
    progress["files"] += ROUND_FILES


def main() -> int:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--acts", type=int, default=100_000)
    parser.add_argument("--files", type=int, default=100_000)
    parser.add_argument("--seed", default="1")
    parser.add_argument("--minutes", type=float, default=1e9, help="stop after so long; the next run goes on")
    parser.add_argument("--progress", type=Path, default=Path("build/soak.json"))
    asked = parser.parse_args()
    asked.progress.parent.mkdir(parents=True, exist_ok=True)
    progress: dict[str, Any] = {**FRESH, "slow": [], "fell": [], "memory_mb": []}
    if asked.progress.exists():
        progress = json.loads(asked.progress.read_text())
    application = QApplication([])
    load_fonts()
    for ask in ("getOpenFileName", "getSaveFileName"):
        setattr(QFileDialog, ask, staticmethod(lambda *_: ("", "")))
    ends = time.monotonic() + asked.minutes * 60
    folder = Path(tempfile.mkdtemp())
    window = MainWindow(demo("hive-hauler"), None, QSettings(str(folder / "settings.ini"), QSettings.Format.IniFormat))
    window.resize(1280, 800)
    window.show()
    rounds: list[tuple[str, int, Callable[[str], None]]] = [
        ("acts", asked.acts, lambda seed: round_of_acts(seed, progress, window)),
        ("files", asked.files, lambda seed: round_of_files(seed, progress, asked.progress.parent / "soak-file.json")),
    ]
    for what, many, go in rounds:
        while progress[what] < many and time.monotonic() < ends:
            go(f"{asked.seed} {what} {progress[what]}")
            progress["rounds"] += 1
            progress["memory_mb"].append(round(memory_mb(), 1))
            asked.progress.write_text(json.dumps(progress, indent=1))
    report(progress)
    del application
    return 1 if progress["fell"] else 0


def report(progress: dict[str, Any]) -> None:
    """The table of docs/reliability.md."""
    memory = progress["memory_mb"]
    settled = memory[len(memory) // 10 :] or [0.0]
    rows = [
        ("acts of a random hand, undone to the start", f"{progress['acts']}"),
        ("damaged files, of them read and answered", f"{progress['files']}, {progress['read']}"),
        ("tracebacks, aborts, NaN", f"{len(progress['fell'])}"),
        ("slowest act, by the clock and of its own", f"{progress['slowest_act_s']} s, {progress['slowest_own_s']} s"),
        ("acts over 1 s by the clock, of their own", f"{len(progress['slow'])}, {sum(s[1] > SLOW_S for s in progress['slow'])}"),
        ("slowest file", f"{progress['slowest_file_s']} s"),
        ("memory after a tenth, most, at the end", f"{settled[0]}, {max(settled)}, {settled[-1]} MB"),
    ]
    for words, value in rows:
        print(f"{words:<46}{value}")
    for clock, own, *which in sorted(progress["slow"], reverse=True)[:10]:
        print(f"  {clock} s, {own} s of its own: {', '.join(which)}")
    for fell in progress["fell"][:5]:
        print(f"\n{fell}")


if __name__ == "__main__":
    sys.stdout.flush()
    sys.exit(main())
