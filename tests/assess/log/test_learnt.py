"""What a miss teaches: the figure that was wrong is put right by about as much as it was wrong, and only once."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.log import learnt as module
from isostat.assess.log.cause import Why
from isostat.assess.log.evidence import why_missed
from isostat.assess.log.learnt import Learnt, learnt, taken
from isostat.assess.log.promise import floor_case, promise
from isostat.assess.solve.assessment import Assessment
from isostat.job.points import SIDES
from isostat.wording.log_why import say_learnt
from isostat.wording.reader import Reader
from tests.assess.log.test_log import fitted, logged, otherwise

SHORT = -0.022  # m


def missed(name: str, axle: int, side: str, field: str, by: float) -> tuple[Assessment, Assessment]:
    """Read twice alike on what was really fitted, and that."""
    a = fitted(name)
    real = assess(otherwise(a, axle, side, field, by))
    read = real.proposed.hub_to_arch_m[..., floor_case(a)]
    return logged(logged(a.job, read, state="rolled").job, read, state="rolled"), real


@pytest.mark.parametrize(
    ("name", "axle", "side", "by"),
    [("hive-hauler", 0, "left", SHORT), ("hive-hauler", 0, "right", SHORT), ("puppet-van", 0, "left", -SHORT)],
)
def test_a_spring_that_was_otherwise_is_learnt_by_its_heights(name: str, axle: int, side: str, by: float) -> None:
    """With the figures taken it is promised where it stands; the bounds hold what it really is, by length and rate together."""
    entry, real = missed(name, axle, side, "free_length_m", by)
    assert why_missed(entry, 1)[0].why is Why.SPRING
    found = learnt(entry, 1)
    assert {(one.kind, one.axle, one.side) for one in found} == {
        ("free", axle, SIDES.index(side)),
        ("rate", axle, SIDES.index(side)),
    }
    free, rate = found
    pressed = entry.orders[axle].pressed_m[free.side or 0]
    moved = (free.now - free.was) + pressed * (rate.now - rate.was) / rate.was  # what stands for it in length
    assert moved == pytest.approx(by, abs=0.35 * abs(by)) and free.error > 0.003 and rate.error / rate.was > 0.01
    job = taken(entry, entry.job, 1, found)
    case = floor_case(entry)
    now, read = assess(job).proposed.hub_to_arch_m[..., case], real.proposed.hub_to_arch_m[..., case]
    assert np.abs(now - read).max() < 0.4 * np.abs(entry.proposed.hub_to_arch_m[..., case] - read).max()
    assert promise(assess(job), case).middle_m == pytest.approx(read, abs=0.006)
    assert learnt(assess(job), 1) == (), "only once"
    words = say_learnt(found, Reader(entry.job))
    assert words.startswith(f"Front {side}: free length ") and " → " in words and " ± " in words


def test_a_load_that_nobody_entered_is_put_over_its_axle_or_on_its_side(monkeypatch: pytest.MonkeyPatch) -> None:
    entry, _ = missed("hive-hauler", 0, "left", "free_length_m", SHORT)
    case, before = floor_case(entry), entry.proposed.pad_kg
    for one, pads in ((Learnt("load", 1, None, 0.0, 60.0, 20.0), [0.0, 1.0]), (Learnt("load", None, 1, 0.0, 40.0, 15.0), None)):
        after = assess(taken(entry, entry.job, 1, (one,))).proposed.pad_kg - before
        assert after[..., case].sum() == pytest.approx(one.now, abs=0.1)
        if pads is not None:
            assert after[..., case].sum(axis=1) / one.now == pytest.approx(pads, abs=0.03)
        else:
            assert after[:, 1, case].sum() > 0.6 * one.now
        assert " more on board than entered." in say_learnt((one,), Reader(entry.job))
    first = why_missed(entry, 1)[0]
    for why, axle, by, takes in (
        (Why.LOAD_END, 1, 50.0, 1),
        (Why.LOAD_END, 1, -50.0, 0),
        (Why.READING, 0, 0.02, 0),
        (Why.NOTHING, None, 0.0, 0),
    ):
        said = replace(first, why=why, axle=axle, side=None if why is not Why.READING else 0, share=0.8)
        monkeypatch.setattr(module, "why_missed", lambda *_, said=said: (said,))
        monkeypatch.setattr(module, "_moments", lambda *_, by=by: (by, 10.0))
        assert len(learnt(entry, 1)) == takes
    monkeypatch.setattr(module, "why_missed", lambda *_: (replace(first, share=0.55),))
    assert learnt(entry, 1) == (), "not likely enough"
