"""The program as a process: opened, worked in and left."""

from __future__ import annotations

import os
import subprocess
import sys
import textwrap
from pathlib import Path

import pytest

from isostat.job.files import read_job
from isostat.job.save import save_job
from tests.jobs import hive_on_coils

WORKED_IN = """
    import sys
    from PyQt6.QtCore import QTimer
    from PyQt6.QtWidgets import QApplication
    from isostat.desktop.window import MainWindow
    from isostat.job.edits.paths import put
    from isostat.cli.start import main
    real, saves = QApplication.exec, sys.argv.pop() == "saves"

    def exec_(*_):
        (window,) = (w for w in QApplication.topLevelWidgets() if isinstance(w, MainWindow))
        window.document.edit(lambda job: put(job, ("title",), "worked in"), "title")
        window.document.undo.undo()
        window.document.undo.redo()
        window.filing.save() if saves else window.document.undo.setClean()
        QTimer.singleShot(50, window.close)
        return real()

    QApplication.exec = exec_
    sys.exit(main())
"""


@pytest.mark.parametrize("how", ["saves", "leaves"])
def test_the_program_is_left_without_a_word(tmp_path: Path, how: str) -> None:
    """After edits, too: nothing on the error stream, and an exit status of 0."""
    path = tmp_path / "job.json"
    save_job(hive_on_coils(), path)
    env = {**os.environ, "XDG_STATE_HOME": str(tmp_path), "XDG_CONFIG_HOME": str(tmp_path)}
    code = [sys.executable, "-c", textwrap.dedent(WORKED_IN), "open", str(path), how]
    done = subprocess.run(code, env=env, capture_output=True, text=True, timeout=120, check=False)
    assert (done.returncode, done.stderr) == (0, "")
    assert (read_job(path).title == "worked in") == (how == "saves")


@pytest.mark.parametrize(("screen", "says"), [({}, "No screen to open"), ({"DISPLAY": ":931"}, "“:931” does not respond")])
def test_without_a_screen_a_sentence_and_no_abort(screen: dict[str, str], says: str) -> None:
    bare = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    done = subprocess.run(
        [sys.executable, "-m", "isostat.cli", "open"],
        env=bare | screen,
        capture_output=True,
        text=True,
        check=False,
        timeout=60,
    )
    assert done.returncode == 1 and says in done.stderr and "Traceback" not in done.stderr
