"""One step of the job card from two metres away, for a hand on the numeric keypad."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from isostat.answers.card import CardPage, Row, card_page
from isostat.assess.fit.compose import card_of
from isostat.assess.fit.done import mark_of
from isostat.desktop.far.dragged import Say
from isostat.desktop.fit.rows import now
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.card import put_torque, tick, untick, write
from isostat.job.schema import Job
from isostat.language import capital, tr
from isostat.units.parse import NotUnderstood
from isostat.units.unit import Quantity

WIDE = 1216.0  # of the window as it was designed


def rows_of(page: CardPage) -> tuple[Row, ...]:
    """Every step, in order."""
    return tuple(row for section in page.sections for row in section.rows)


@dataclass(frozen=True, slots=True)
class Entered:
    """What comes of Enter: an edit and its words or none, the step that is shown then, a sentence where it could not be taken."""

    then: int
    change: Callable[[Job], Job] | None = None
    label: str = ""
    sentence: str = ""


def entered(v: View, at: int, text: str) -> Entered:
    """Nothing typed ticks the step and goes on; 0 opens it again; else its first torque, then reading, not typed yet."""
    rows = rows_of(card_page(v.a, v.reader))
    if not rows:
        return Entered(0)
    row = rows[min(at, len(rows) - 1)]
    label = tr("step {n}", n=row.n)
    if text == "0":
        return Entered(at, lambda job: untick(job, row.key), label)
    if not text:
        entry = next(e for e in card_of(v.a) if (e.step.key, e.place) == row.key)
        parts, when = mark_of(v.job, entry), now()
        return Entered(min(at + 1, len(rows) - 1), lambda job: tick(job, row.key, parts, "", when), label)
    torque = next((one for one in row.torques if not one.value), None if row.reads else next(iter(row.torques), None))
    if torque is not None:
        try:
            typed = edits.typed_for(v.job, (), text, Quantity.TORQUE, v.reader.preset)
        except NotUnderstood as fault:
            return Entered(at, sentence=str(fault))
        value, state = {"value": typed.si, "typed": typed.text}, torque.state
        return Entered(at, lambda job: put_torque(job, row.key, state, value=value), tr("torque, step {n}", n=row.n))
    if row.reads:
        name = next((name for name, text in row.reads if not text), row.reads[0][0])
        return Entered(at, lambda job: write(job, row.key, name, text), tr("{name}, step {n}", name=name, n=row.n))
    return Entered(at, sentence=tr("This step has no torque and no reading. Enter alone ticks it."))


def lay_card(say: Say, v: View, at: int, width: float) -> None:
    """The step at a place of the card. width: that text may take, px."""
    page = card_page(v.a, v.reader)
    rows = rows_of(page)
    if not rows:
        say("far corner", tr("Nothing to fit"), 32, 4, 56, weight=700)
        return
    row = rows[min(at, len(rows) - 1)]
    section = next(section for section in page.sections if row in section.rows)
    head = section.headed
    say("far corner", tr("{n} of {all}", n=row.n, all=len(rows)), 32, 4, 56, weight=700)
    say("far point", capital(head), 32, 70, 30, weight=600, role="ink2")
    y = 136.0
    if row.caution:
        box = say("far caution", f"! {row.caution}", 32, y, 32, weight=600, role="fault", width=width)
        y += float(box.height()) / (width / WIDE) + 14
    box = say("far do", row.text, 32, y, 38, weight=600, width=width)
    y += float(box.height()) / (width / WIDE) + 16
    notes = [tr("side and end: look twice")] if row.look else []
    notes += [tr("not driven until ticked")] if row.hold else []
    notes += [tr("torque, {state}: {value}", state=one.words, value=one.value or tr("not typed yet")) for one in row.torques]
    notes += [
        tr("{name} {value}", name=name, value=text) if text else tr("write down {name}", name=name) for name, text in row.reads
    ]
    if notes:
        say("far notes", " · ".join(notes), 32, y, 28, role="watch", width=width)
    state = tr("done") if row.done else tr("open")
    say("far state", capital(state), 32, 660, 44, weight=700, role="accent" if row.done else "ink")
