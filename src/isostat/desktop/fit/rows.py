"""The steps of one part of the card: caution, what is done, readings and torques to be written down, the tick."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime
from functools import partial

from PyQt6.QtCore import QPointF

from isostat.answers.card import Row, TorqueBox
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.view import View
from isostat.job.edits.card import put_torque, torque_of, write
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.unit import Quantity

TICK, GAP = 34.0, 7.0  # px of a tick's box, and between steps
DONE, OPEN = "✓", " "


def high_of(v: View, row: Row, wide: float) -> float:
    """px that a step takes."""
    t, room = v.theme, wide - v.theme.px(TICK + 34)
    lines = len(t.lines(_text(row), 13, 400, room)) * t.px(17)
    caution = len(t.lines(f"! {row.caution}", 13, 600, room)) * t.px(17) + t.px(3) if row.caution else 0.0
    asks = t.px(29) * (bool(row.reads) + len(row.torques))
    return max(lines + caution + asks, t.px(28)) + t.px(GAP)


def _text(row: Row) -> str:
    marks = [tr("side and end: look twice")] if row.look else []
    marks += [tr("not driven until ticked")] if row.hold else []
    marks += [tr("done before parts were changed: again")] if row.stale else []
    return row.text + (f" [{'; '.join(marks)}]" if marks else "")


def lay_step(sheet: Sheet, v: View, row: Row, at: QPointF, wide: float, tick: Callable[[Row], object], who: str) -> None:
    """One step, its tick on the left. who: ticks and tightens."""
    t = v.theme
    made = sheet.button(f"fit tick {row.n}", DONE if row.done else OPEN, at, partial(tick, row), width=round(t.px(TICK)))
    made.setCheckable(True)
    made.setChecked(row.done)
    made.setAccessibleName(tr("step {n}: {text}", n=row.n, text=row.text))
    restyle(made, button_style(t, filled=False))
    sheet.text(f"fit number {row.n}", str(row.n), at + QPointF(t.px(TICK + 6), t.px(4)), size=12, role="ink2")
    x, y, room = at.x() + t.px(TICK + 30), at.y() + t.px(3), wide - t.px(TICK + 34)
    if row.caution:
        box = sheet.text(f"fit caution {row.n}", f"! {row.caution}", QPointF(x, y), size=13, weight=600, role="fault", width=room)
        y = float(box.bottom()) + t.px(3)
    role = "watch" if row.stale else "ink2" if row.done else "ink"
    box = sheet.text(f"fit do {row.n}", _text(row), QPointF(x, y), size=13, role=role, width=room)
    y = float(box.bottom()) + t.px(4)
    if row.reads:
        line = Line(sheet, v, QPointF(x, y), size=12.5)
        for n, (name, text) in enumerate(row.reads):
            line.words(f"fit read {row.n} {n} word", name, role="ink2")
            where, size = line.place(96 if len(row.reads) < 4 else 62)
            sheet.words(f"fit read {row.n} {n}", (), where, size, label=tr("{name}, step {n}", name=name, n=row.n), text=text,
                        put=partial(_write, row, name))  # fmt: skip
        y += t.px(29)
    for torque in row.torques:
        _torque(sheet, v, row, torque, QPointF(x, y), who)
        y += t.px(29)


def _write(row: Row, name: str, job: Job, text: str) -> Job:
    return write(job, row.key, name, text)


def _torque(sheet: Sheet, v: View, row: Row, torque: TorqueBox, at: QPointF, who: str) -> None:
    """Maker's figure, where it stands, whether it was tightened."""
    key = f"fit torque {row.n} {torque.state}"
    line = Line(sheet, v, at, size=12.5)
    line.words(
        f"{key} word", tr("torque, {state}", state=torque.words), role="ink2", unit=v.reader.preset.unit(Quantity.TORQUE).sign
    )
    known = torque_of(v.job, row.key, torque.state).value
    where, size = line.place(62)
    sheet.field(key, (), where, size, label=tr("torque, step {n}", n=row.n), quantity=Quantity.TORQUE, empty="–", figure=13,
                value=None if known is None else float(known.value), put=partial(_put_torque, row, torque.state))  # fmt: skip
    line.words(f"{key} source word", tr("from"), role="ink2")
    where, size = line.place(130)
    sheet.words(f"{key} source", (), where, size, label=tr("source of the torque, step {n}", n=row.n), text=torque.source,
                put=partial(_put_source, row, torque.state))  # fmt: skip
    done = tr("tightened") if torque.done else tr("open")
    line.button(f"{key} done", done, partial(_tighten, sheet, row, torque, who), says=tr("{state}, step {n}", state=done, n=row.n))


def _put_torque(row: Row, state: str, job: Job, si: float | None, typed: str) -> Job:
    return put_torque(job, row.key, state, value=None if si is None else {"value": si, "typed": typed})


def _put_source(row: Row, state: str, job: Job, text: str) -> Job:
    return put_torque(job, row.key, state, source=text)


def _tighten(sheet: Sheet, row: Row, torque: TorqueBox, who: str) -> None:
    at = "" if torque.done else now()
    change = partial(_tightened, row=row, torque=torque, who="" if torque.done else who, at=at)
    sheet.edited.emit(change, tr("torque, step {n}", n=row.n), -1)


def _tightened(job: Job, row: Row, torque: TorqueBox, who: str, at: str) -> Job:
    return put_torque(job, row.key, torque.state, done=not torque.done, who=who, at=at)


def now() -> str:
    """Day and time, as a tick keeps them."""
    return f"{datetime.now():%Y-%m-%d %H:%M}"
