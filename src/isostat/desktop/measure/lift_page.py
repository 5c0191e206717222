"""Measure's lift test: the frame jacked on the pads, heights and loads read going up and coming down; no known mass wanted."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.measure.lift_test import lift_result
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY
from isostat.desktop.pieces.entry import nth_entry
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.vehicle import LiftRow
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity

WAYS = ("up", "down")
SHOWN = 10  # rows that have room
COLUMNS = (("pad_kg", later("corner weight"), Quantity.MASS), ("hub_to_arch_m", later("hub to arch"), Quantity.HEIGHT))
GOING = {"up": later("up"), "down": later("down")}


def _rows(v: View, axle: int, side: int) -> tuple[LiftRow, ...]:
    return edits.value_at(v.job, (*path_to(JOB.vehicle.axles[axle]), SIDES[side], "lift"))  # type: ignore[no-any-return]


def _way(v: View, axle: int, n: int) -> str:
    """Up or down of a row; a fresh one goes on as the last, the second half comes down."""
    for side in (0, 1):
        rows = _rows(v, axle, side)
        if n < len(rows):
            return rows[n].way
    return "up" if n < SHOWN // 2 else "down"


def _pitch(sheet: Sheet, v: View, top: float) -> float:
    return min((sheet.height() - top - v.theme.px(96)) / (SHOWN + 2), v.theme.px(30))


def chart_area(sheet: Sheet, v: View, top: float) -> QRectF:
    """Where load over height is drawn, right of the table."""
    left = v.theme.px(500)
    return QRectF(
        left, top + v.theme.px(24), sheet.width() - left - v.theme.px(22), _pitch(sheet, v, top) * (SHOWN + 2) - v.theme.px(74)
    )


def lay_lift(sheet: Sheet, v: View, top: float, axle: int) -> None:
    """Places the test of one axle below `top`."""
    t, pitch = v.theme, _pitch(sheet, v, top)
    cell = QSize(round(t.px(90)), round(min(pitch - 3, t.px(27))))
    table = Table(sheet, t.margin, top, t.px(86), t.px(98), pitch, cell, head=2.0)
    for side in (0, 1):
        table.title(f"lift side {side}", 2 * side, v.reader.corner(axle, side), up=2 * pitch - 2, weight=600)
        for k, (_, words, quantity) in enumerate(COLUMNS):
            table.title(f"lift head {side}{k}", 2 * side + k, tr(words), up=pitch, unit=v.reader.preset.unit(quantity).sign)
    fields, ways = [], replace(table, first=t.margin)
    for n in range(SHOWN):
        way = _way(v, axle, n)
        sheet.choice(f"lift way {n}", [tr(GOING[w]) for w in WAYS], WAYS.index(way), ways.area(n, 0, t.px(64)),
                     label=tr("reading {n}, jacked up or let down", n=n + 1),
                     chosen=partial(_turn, sheet, axle, n))  # fmt: skip
        for side in (0, 1):
            path = (*path_to(JOB.vehicle.axles[axle]), SIDES[side], "lift")
            for k, (field, words, quantity) in enumerate(COLUMNS):
                said = {"reading": capital(tr(words)), "corner": v.reader.corner(axle, side), "way": tr(GOING[way]), "n": n + 1}
                label = tr("{reading} {n}, {corner}, going {way}", **said)
                made = nth_entry(sheet, v, f"lift {field} {axle} {side} {n}", (path, n, field), table.cell(n, 2 * side + k),
                                 label=label, quantity=quantity, fresh={"way": way})  # fmt: skip
                fields.append(made)
    in_order(fields)
    _lay_result(sheet, v, top + (SHOWN + 2.2) * pitch, axle)
    chart = chart_area(sheet, v, top)
    for side in (0, 1):
        result = lift_result(v.a, axle, side)
        if result is None:
            continue
        key = Shown(workings.derived.lifted, axle, side)
        said = {"rate": v.number(key, v.reader.rate(result.wheel_rate)), "p": v.reader.percent(result.share)}
        words = tr("left: wheel rate {rate} ± {p}", **said) if side == 0 else tr("right: wheel rate {rate} ± {p}", **said)
        at = QPointF(chart.left(), chart.bottom() + t.px(20 + 22 * side))
        box = sheet.text(f"lift result {side}", words, at, size=15, weight=600, shown=key)
        more = (
            tr("friction {m}", m=v.reader.mass(result.friction_n / GRAVITY))
            if result.friction_known
            else tr("one direction only: friction unknown")
        )
        sheet.text(f"lift more {side}", more, QPointF(box.right() + t.px(12), at.y() + 2), size=13, role="ink2")


def _lay_result(sheet: Sheet, v: View, y: float, axle: int) -> None:
    t = v.theme
    words = tr("Take four or more heights going up, the same coming down. Jack the frame, not the axle, both sides alike.")
    if any(lift_result(v.a, axle, side) for side in (0, 1)):
        hung = [lift_result(v.a, axle, side) for side in (0, 1)]
        said = [
            f"{tr(SIDES[s])} {v.reader.height_unit(r.topped_m)}"
            for s, r in enumerate(hung)
            if r is not None and r.topped_m is not None
        ]
        words = tr("The readings do not reach full droop.")
        if said:
            words = tr("Full droop at {heights} hub to arch.", heights=", ".join(said))
    sheet.text("lift words", words, QPointF(t.margin, y), size=13, weight=600, width=sheet.width() - 2 * t.margin)
    caution = tr("Jack a solid point and follow with stands. Nobody underneath while moving.")
    sheet.text("lift caution", caution, QPointF(t.margin, y + t.px(40)), size=13, role="fault", weight=600)


def draw_lift(p: QPainter, sheet: Sheet, v: View, top: float, axle: int) -> None:
    """Load over height to scale: readings going up as rings, coming down as discs, the fitted line of each side."""
    t, area = v.theme, chart_area(sheet, v, top)
    read = [
        (side, r.way, r.hub_to_arch_m.value, r.pad_kg.value)
        for side in (0, 1)
        for r in _rows(v, axle, side)
        if r.hub_to_arch_m and r.pad_kg
    ]
    p.setPen(pen(t, "ink", 1.0))
    p.drawLine(QLineF(area.bottomLeft(), area.bottomRight()))
    p.drawLine(QLineF(area.bottomLeft(), area.topLeft()))
    p.setFont(t.font(12.5))
    p.drawText(
        area.topLeft() + QPointF(t.px(4), -t.px(6)),
        tr("corner weight, {unit}; open: going up, filled: coming down", unit=v.reader.preset.mass.sign),
    )
    if len(read) < 2:
        return
    heights, pads = np.array([r[2] for r in read]), np.array([r[3] for r in read])
    low, high = float(heights.min()) - 0.01, float(heights.max()) + 0.01
    most = float(pads.max()) * 1.1 + 1.0

    def at(height: float, pad: float) -> QPointF:
        return QPointF(area.left() + (height - low) / (high - low) * area.width(), area.bottom() - pad / most * area.height())

    p.setFont(t.font(12.5))
    for n, height in enumerate((low, high)):
        text = v.reader.height(height)
        across = -t.plain_width(text, 12.5) if n else 0.0
        p.drawText(QPointF(at(height, 0).x() + across, area.bottom() + t.px(15)), text)
    p.drawText(area.topLeft() + QPointF(t.px(4), t.px(14)), v.reader.mass(most))
    for side, way, height, pad in read:
        p.setPen(pen(t, "ink" if side == 0 else "accent", 1.6))
        p.setBrush(t.colour("sheet" if way == "up" else "ink" if side == 0 else "accent"))
        p.drawEllipse(at(height, pad), 4, 4)
    for side in (0, 1):
        result, own = lift_result(v.a, axle, side), [r for r in read if r[0] == side]
        if result is None:
            continue
        mean = np.mean([[r[2], r[3]] for r in own if result.topped_m is None or r[2] < result.topped_m - 0.003], axis=0)
        ends = [float(n) for n in (low + 0.005, high - 0.005)]
        p.setPen(pen(t, "ink" if side == 0 else "accent", 1.2, "" if side == 0 else "before"))
        p.drawLine(QLineF(*(at(h, float(mean[1]) - (h - float(mean[0])) * result.wheel_rate / GRAVITY) for h in ends)))


def _turn(sheet: Sheet, axle: int, n: int, choice: int) -> None:
    sheet.edited.emit(lambda job: _set_way(axle, n, WAYS[choice], job), tr("jacked up or let down"), -1)


def _set_way(axle: int, n: int, way: str, job: Job) -> Job:
    """The way of a row, at both wheels; a row that is not there yet stays so."""
    for side in SIDES:
        path: edits.Path = (*path_to(JOB.vehicle.axles[axle]), side, "lift")
        if n < len(edits.value_at(job, path)):
            job = edits.put(job, (*path, n, "way"), way)
    return job
