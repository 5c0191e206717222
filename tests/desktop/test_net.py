"""A fault never takes the work along: planted in a slot, a paint, a thread, at start and in a save; and signals that ask to go."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import textwrap
import time
from pathlib import Path

import pytest

from isostat.job.files import read_job
from isostat.job.save import save_job
from tests.jobs import hive_on_coils

PROGRAM = """
    import sys
    from pathlib import Path
    from PyQt6.QtCore import QTimer
    from PyQt6.QtWidgets import QApplication, QMessageBox
    from isostat.assess.judgement import Step
    from isostat.desktop import application, background, document, window
    from isostat.desktop.pieces.number import Number
    from isostat.desktop.stance import step as stance
    from isostat.job.edits import paths as edits

    def fall(*_, **__):
        raise RuntimeError("planted")

    def top():
        return next(w for w in QApplication.topLevelWidgets() if isinstance(w, window.MainWindow))

    def type_title():
        top().document.edit(lambda job: edits.put(job, ("title",), "typed before the fault"), "title")

    def plant():
        type_title()
        {plant}

    def look():
        w = top()
        box = w.findChild(QMessageBox, "fell")
        if box is None or not box.isVisible():  # until it is said
            return QTimer.singleShot(100, look)
        print("SAID", box.text().replace(chr(10), " "))
        next(b for b in box.buttons() if b.text() == "Continue").click()
        {mend}
        w.document.edit(lambda job: edits.put(job, ("number",), "goes on"), "number")
        w.go(Step.LOAD)
        print("LIVES", w.document.job.title, w.document.job.number, flush=True)
        import os; os._exit(7)  # as a second crash

    shows = window.MainWindow.show

    def show(self):
        shows(self)
        QTimer.singleShot(500, plant)
        QTimer.singleShot(700, look)
        {shown}

    window.MainWindow.show = show
    {before}
    sys.exit(application.run(Path(sys.argv[1]) if len(sys.argv) > 1 else None))
"""


def program(tmp_path: Path, **parts: str) -> tuple[list[str], dict[str, str], Path]:
    """The command, its surroundings, and the folder that holds its copies."""
    place = tmp_path / "hive.json"
    save_job(hive_on_coils(), place)
    code = textwrap.dedent(PROGRAM).format(**{"plant": "pass", "mend": "pass", "before": "pass", "shown": "pass", **parts})
    state = tmp_path / "state"
    surroundings = {**os.environ, "XDG_STATE_HOME": str(state), "XDG_CONFIG_HOME": str(tmp_path / "config")}
    return [sys.executable, "-c", code, str(place)], {**surroundings, "QT_QPA_PLATFORM": "offscreen"}, state / "isostat"


@pytest.mark.parametrize(
    ("plant", "mend", "copied"),
    [
        ("QTimer.singleShot(0, fall)", "pass", True),
        ("Number.paintEvent = fall; top().resize(1200, 760)", "del Number.paintEvent", True),
        ("stance.StanceStep.draw = fall; top().go(Step.STANCE)", "del stance.StanceStep.draw", True),
        ("w = top(); w.predicting._answer = fall; w.go(Step.LOAD)", "pass", True),
        ("document.save_job = fall; QTimer.singleShot(0, top().filing.save)", "pass", True),
        ("document.assess = fall; type_title(); top().document.edit(lambda job: edits.put(job, ('number',), '9'), 'x')",
         "from isostat.assess import assess; document.assess = assess", True),
    ],
    ids=["slot", "paint of a number", "paint of a sheet", "thread", "save", "assessment"],
)  # fmt: skip
def test_a_planted_fault_is_copied_reported_said_and_survived(tmp_path: Path, plant: str, mend: str, copied: bool) -> None:
    command, surroundings, state = program(tmp_path, plant=plant, mend=mend)
    done = subprocess.run(command, env=surroundings, capture_output=True, text=True, timeout=60, check=False)
    assert done.returncode == 7, done.stderr
    assert "SAID Something went wrong. A backup of your work was made; you can continue." in done.stdout
    assert "LIVES typed before the fault goes on" in done.stdout and "Traceback" not in done.stderr
    (copy,) = (state / "unsaved").glob("*.json")
    assert (read_job(copy).title == "typed before the fault") == copied
    report = min((state / "reports").glob("report-*.txt"))
    text = report.read_text()
    assert text.startswith("Isostat ") and "RuntimeError: planted" in text and "Last edits, the newest last:\n  title" in text
    for private in (copy, report):
        assert private.stat().st_mode & 0o777 == 0o600 and private.parent.stat().st_mode & 0o777 == 0o700


def test_a_job_whose_window_falls_at_the_start_opens_a_blank_one_and_is_said(tmp_path: Path) -> None:
    before = "made = window.Document; window.Document = lambda job, path=None, stamp=None: fall() if path else made(job)"
    command, surroundings, state = program(tmp_path, before=before)
    done = subprocess.run(command, env=surroundings, capture_output=True, text=True, timeout=60, check=False)
    assert done.returncode == 7 and "SAID Something went wrong. A backup of your work was made" in done.stdout, done.stderr
    assert list((state / "reports").glob("report-*.txt"))


@pytest.mark.parametrize(("sign", "status"), [(signal.SIGTERM, 0), (signal.SIGHUP, 0), (signal.SIGINT, 130)])
def test_a_signal_copies_and_leaves_without_a_traceback(tmp_path: Path, sign: signal.Signals, status: int) -> None:
    command, surroundings, state = program(tmp_path, shown="QTimer.singleShot(800, lambda: print('READY', flush=True))")
    command[2] = command[2].replace("QTimer.singleShot(700, look)", "")
    running = subprocess.Popen(command, env=surroundings, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)
    assert running.stdout is not None and running.stdout.readline() == "READY\n"
    started = time.monotonic()
    running.send_signal(sign)
    _, said = running.communicate(timeout=20)
    assert running.returncode == status and "Traceback" not in said and time.monotonic() - started < 10
    (copy,) = (state / "unsaved").glob("*.json")
    assert read_job(copy).title == "typed before the fault", "written though its two seconds were not over"


def test_the_end_of_a_session_copies_at_once(tmp_path: Path) -> None:
    """Only a session manager can ask it of a program, and none is to be had here: who hears it is called by hand."""
    before = "made, nets = application.Net, []; application.Net = lambda place: nets.append(made(place)) or nets[0]"
    heard = "QApplication.instance().receivers(QApplication.instance().commitDataRequest)"
    plant = f"import os; nets[0]._commit(None); print('HEARD', {heard}, flush=True); os._exit(7)"
    command, surroundings, state = program(tmp_path, before=before, plant=plant)
    done = subprocess.run(command, env=surroundings, capture_output=True, text=True, timeout=60, check=False)
    assert done.returncode == 7 and "HEARD 1" in done.stdout, done.stderr
    (copy,) = (state / "unsaved").glob("*.json")
    assert read_job(copy).title == "typed before the fault", "written though its two seconds were not over"
