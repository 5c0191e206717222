"""Long answers beside the window: the last wish counts, and a job that was taken back has its answer at hand still."""

from __future__ import annotations

from threading import Event

import pytest
from PyQt6.QtCore import QObject
from pytestqt.qtbot import QtBot

from isostat.assess import Assessment, assess
from isostat.desktop.background import Background
from isostat.job.blank import blank_job
from isostat.job.edits.paths import put

A, B, C = (assess(put(blank_job(), ("title",), title)) for title in "ABC")


@pytest.mark.parametrize(
    ("wishes", "last", "arrive"),
    [((B, A), A, []), ((B, C), C, ["C"]), ((B, A, B), B, ["B"]), ((B, C, A), A, []), ((B,), B, ["B"])],
    ids=["taken back", "gone on", "taken back and done again", "gone on and taken back", "done"],
)
def test_the_last_wish_is_what_arrives(qtbot: QtBot, wishes: tuple[Assessment, ...], last: Assessment, arrive: list[str]) -> None:
    gate, owner = Event(), QObject()

    def answer(a: Assessment) -> str:
        assert gate.wait(20)
        return a.job.title

    told, gone = Background(answer, owner), []
    told.arrived.connect(lambda: gone.append(told.at_hand(last)))
    gate.set()
    told.wish(A)
    qtbot.waitUntil(lambda: gone == ["A"], timeout=5000)
    gate.clear()
    for a in wishes:
        told.wish(a)
    gate.set()
    told.wait()
    qtbot.waitUntil(lambda: told._work is None, timeout=5000)
    assert told.fresh(last) and told.at_hand(last) == last.job.title
    assert gone[1:] == arrive
