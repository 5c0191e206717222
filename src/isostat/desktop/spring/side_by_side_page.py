"""Spring's proposals side by side: their springs on one floor to one scale, their parts, every case; also as a page to print."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.proposals import rivals
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.results import found_shapes, ordered_shapes
from isostat.assess.spring.shapes import Shape
from isostat.desktop.paper.paper import MARGIN, pdf_page
from isostat.desktop.pieces.coil_drawing import CoilShape, draw_coil, uneven_halves
from isostat.desktop.pieces.ink import ground
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import LIGHT, Theme, pen
from isostat.desktop.view import View
from isostat.job.edits import proposals
from isostat.language import later, tr
from isostat.wording.reader import Reader
from isostat.wording.sides import Row, heads, side_by_side

LABEL = 128  # px, of the words left of the table
CELL_WORDS = later("Case rows: hub to arch left, right; ride frequency; smaller bump, droop of the two sides")
Stacks = tuple[tuple[Shape, ...], ...]  # an axle each: its springs from the floor up


@dataclass(frozen=True, slots=True)
class Sides:
    """What is drawn: a floor with the springs of each set-up, rules between the lines."""

    columns: tuple[Stacks, ...]
    left: float
    wide: float
    floor: float
    per_m: float
    rules: tuple[float, ...]


def lay_sides(sheet: Sheet, v: View, area: QRectF) -> Sides:
    """Places the page."""
    t, names = v.theme, heads(v.job)
    rows = side_by_side(v.a, v.reader)
    left = area.left() + t.px(LABEL)
    wide = (area.right() - left) / len(names)
    columns = columns_of(v.a)
    high = min(max((area.height() - t.px(150)) / len(rows), t.px(14.5)), t.px(19))
    drawn = any(stack for column in columns for stack in column)
    room = max(area.height() - t.px(54) - high * len(rows), 0.0) if drawn else 0.0
    floor = area.top() + t.px(30) + room
    _lay_heads(sheet, v, names, QPointF(left, area.top()), wide)
    _lay_rows(sheet, v, rows, QPointF(area.left(), floor + t.px(8)), (left, wide, high))
    sheet.text("sides legend word", tr(CELL_WORDS), QPointF(area.left(), area.bottom() - t.px(14)), size=12, role="ink2")
    rules = [floor + t.px(7) + n * high for n, row in enumerate(rows) if n and row.kind != rows[n - 1].kind]
    return Sides(columns, left, wide, floor, _scale(columns, wide, room), tuple(rules))


def _lay_heads(sheet: Sheet, v: View, names: tuple[str, ...], at: QPointF, wide: float) -> None:
    t = v.theme
    for n, name in enumerate(names):
        x = at.x() + n * wide
        here = name == v.job.proposal.name
        words = name if n == 0 or not here else tr("{name} (editing)", name=name)
        box = sheet.text(
            f"sides head {n}", words, QPointF(x, at.y() + t.px(3)), size=15, weight=600, role="accent" if here else "ink"
        )
        if n == 0:
            continue
        x = box.right() + t.px(8)
        if not here:
            made = sheet.button(f"sides work {n}", tr("Edit"), QPointF(x, at.y()), partial(_work_on, sheet, name))
            x = made.geometry().right() + t.px(4)
        if len(names) > 2:
            made = sheet.button(f"sides drop {n}", tr("Remove"), QPointF(x, at.y()), partial(_drop, sheet, name))
            made.setAccessibleName(tr("remove proposal {name}", name=name))


def _lay_rows(sheet: Sheet, v: View, rows: tuple[Row, ...], at: QPointF, grid: tuple[float, float, float]) -> None:
    left, wide, high = grid
    for n, row in enumerate(rows):
        y, here = at.y() + n * high, row.case == v.case and row.kind == "case"
        weight = 600 if here or row.kind != "case" else 400
        sheet.text(f"sides {n} word", row.words, QPointF(at.x(), y), size=12.5, weight=weight, role="ink" if here else "ink2")
        for column, cell in enumerate(row.cells):
            if cell:
                size = next((s for s in (13, 12, 11, 10) if sheet.text_width(cell, s, weight) < wide - 6), 9.5)
                sheet.text(f"sides {n} {column} word", cell, QPointF(left + column * wide, y), size=size, weight=weight)


def _work_on(sheet: Sheet, name: str) -> None:
    sheet.edited.emit(lambda job: proposals.work_on(job, name), tr("work on proposal {name}", name=name), -1)


def _drop(sheet: Sheet, name: str) -> None:
    sheet.edited.emit(lambda job: proposals.drop_proposal(job, name), tr("remove proposal {name}", name=name), -1)


def columns_of(a: Assessment) -> tuple[Stacks, ...]:
    """The left springs of every set-up, as found first."""
    axles = range(len(a.axles))
    found = tuple(found_shapes(a, i) for i in axles)
    return found, *(tuple(ordered_shapes(rival.a, i) for i in axles) for rival in rivals(a))


def _scale(columns: tuple[Stacks, ...], wide: float, high: float) -> float:
    """px a metre at which the tallest fits the height, and the widest set-up its column."""
    tallest = max(sum(s.free_m for s in stack) for column in columns for stack in column)
    widest = max(sum(max(s.outside_m for s in stack) + 0.03 for stack in column if stack) for column in columns)
    return max(min((high - 10) / tallest, (wide - 10) / widest), 1.0) if tallest > 0.0 else 1.0


def draw_sides(p: QPainter, v: View, c: Sides) -> None:
    """The floor with every set-up's springs on it, and the rules."""
    t = v.theme
    right = c.left + c.wide * len(c.columns)
    if c.per_m > 20:
        _draw_floor(p, t, c, right)
    p.setPen(pen(t, "rule", 0.8))
    for y in c.rules:
        p.drawLine(QLineF(c.left - t.px(LABEL), y, right, y))


def _draw_floor(p: QPainter, t: Theme, c: Sides, right: float) -> None:
    ground(p, t, c.left, right, c.floor)
    for n, column in enumerate(c.columns):
        x = c.left + n * c.wide + 4
        for stack in (s for s in column if s):
            outside, y = max(s.outside_m for s in stack) * c.per_m, c.floor
            for shape in stack:
                y -= shape.free_m * c.per_m
                wire = shape.wire_m * c.per_m
                halves = uneven_halves(shape.free_m * c.per_m, shape.pitches, wire)
                draw_coil(p, t, CoilShape(QPointF(x + outside / 2, y), shape.mean_m * c.per_m, wire, halves, ghost=n == 0))
            x += outside + 0.03 * c.per_m


# -- on paper
def write_sides(a: Assessment, path: Path, page: str, reader: Reader) -> None:
    """Writes the table and the springs as a PDF of one page. page: "A4" or "Letter". Raises OSError when it cannot be written."""
    writer = pdf_page(path, page, tr("Proposals, {title}", title=a.job.title), wide=True)
    with QPainter(writer) as painter:
        _print(painter, QRectF(0, 0, writer.width(), writer.height()), a, reader)


def _print(p: QPainter, page: QRectF, a: Assessment, reader: Reader) -> None:
    area, t = page.adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN), LIGHT
    rows, names, columns = side_by_side(a, reader), heads(a.job), columns_of(a)
    left = area.left() + LABEL
    wide = (area.right() - left) / len(names)
    high = min((area.height() - 230) / len(rows), 20.0)
    floor = area.bottom() - 30 - high * len(rows)
    _words(p, t, QPointF(area.left(), area.top() + 14), tr("{title}: proposals compared", title=a.job.title), 17, 600)
    preset = reader.preset
    said = {"length": preset.height.sign, "rate": preset.rate.sign, "cells": tr(CELL_WORDS)}
    units = tr("{length}, {rate}. {cells}. New springs, before settling.", **said)
    _words(p, t, QPointF(area.left(), area.top() + 34), units, 11, 400)
    sides = Sides(columns, left, wide, floor, _scale(columns, wide, floor - area.top() - 70), ())
    _draw_floor(p, t, sides, area.right())
    for n, name in enumerate(names):
        _words(p, t, QPointF(left + n * wide, area.top() + 60), name, 14, 600)
    for n, row in enumerate(rows):
        y = floor + 8 + (n + 0.75) * high
        if n and row.kind != rows[n - 1].kind:
            p.setPen(pen(t, "rule", 0.8))
            p.drawLine(QLineF(area.left(), floor + 8 + n * high, area.right(), floor + 8 + n * high))
        _words(p, t, QPointF(area.left(), y), row.words, 11.5, 600 if row.kind != "case" else 400)
        for column, cell in enumerate(row.cells):
            _words(p, t, QPointF(left + column * wide, y), cell, 11.5, 400)
    caution = tr("Springs under load: use a compressor and keep clear. Ratings and local law come first.")
    _words(p, t, QPointF(area.left(), area.bottom()), caution, 11, 600)


def _words(p: QPainter, t: Theme, at: QPointF, text: str, size: float, weight: int) -> None:
    p.setPen(pen(t, "ink", 1.0))
    p.setFont(t.font(size, weight))
    p.drawText(at, text)
