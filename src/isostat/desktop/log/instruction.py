"""The instruction of an entry, as far as it is worked out: what is to be turned is tried beside the window."""

from __future__ import annotations

from isostat.assess.correction import asks_correction
from isostat.assess.log.promise import Verdict, held
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.log import Instruction, instruction


def instruction_now(v: View, n: int) -> Instruction:
    """Of the nth entry; says so while it is worked out."""
    if asks_correction(v.a, n) and not v.followed_up:
        return Instruction(tr("Working out what to turn."))
    if held(v.a, n).verdict is Verdict.INSIDE and not v.prediction_fresh:
        return Instruction(tr("Inside the band."))
    return instruction(v.a, n, v.reader)
