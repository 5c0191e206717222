"""The last entry of the log from two metres away: each wheel, how it compares, and the one instruction."""

from __future__ import annotations

import numpy as np

from isostat.assess.log.promise import held
from isostat.desktop.far.dragged import Say
from isostat.desktop.log.instruction import instruction_now
from isostat.desktop.view import View
from isostat.job.points import walk_order
from isostat.language import capital, tr
from isostat.wording.log import say_band, say_entry, say_wheel

TOP, ROW = 132.0, 206.0  # px of the window as it was designed
SENTENCE = 548.0


def lay_logged(say: Say, v: View, width: float) -> None:
    """Two wheels a row, left and right as they stand. width: that text may take, px."""
    r = v.reader
    if not v.job.log or not v.a.proposed.stands.all():
        say("far corner", tr("Nothing read yet"), 32, 4, 56, weight=700)
        return
    n = len(v.job.log) - 1
    found = held(v.a, n)
    say("far corner", tr("Log: {entry}", entry=say_entry(v.job.log[n])), 32, 4, 56, weight=700)
    point = tr("hub to arch, {unit}, {case}", unit=r.preset.height.sign, case=r.case(found.promise.case))
    say("far point", point, 32, 70, 30, weight=600, role="ink2")
    row = ROW if len(v.a.axles) < 3 else ROW * 2 / 3
    for axle, side in walk_order(len(v.a.axles)):
        x, y = 32.0 + side * 624.0, TOP + axle * row
        read, out = float(found.read_m[axle, side]), bool(found.outside[axle, side])
        say(f"far wheel {axle} {side}", capital(r.corner(axle, side)), x, y, 28, role="ink2")
        said = tr("{read}  {how}", read=r.height(read) if np.isfinite(read) else "–", how=say_wheel(found, axle, side, r))
        say(f"far read {axle} {side}", said, x, y + 34, 60, weight=600, role="watch" if out else "ink")
        if row == ROW:
            say(f"far band {axle} {side}", say_band(found, axle, side, r), x, y + 118, 28, role="ink2")
    todo = instruction_now(v, n)
    say("far instruction", todo.sentence, 32, SENTENCE, 42, weight=700, width=width)
