"""Load's table: every item with its mass and place, and how much of it is on board in each case."""

from __future__ import annotations

import math
from functools import partial

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job import edits
from isostat.job.schema import Job
from isostat.units.unit import Quantity

ROW = 21  # px
NAME = 64  # px that an item's name wants


def lay_table(sheet: Sheet, v: View, area: QRectF, picked: int) -> list[tuple[int, QPointF]]:
    """Places the table, as many items as have room; returns where the glyph of each case heads its column."""
    t, top = v.theme, area.top() + v.theme.px(8)
    share = t.px(40)
    cases = [v.weighed, *(n for n, c in enumerate(v.job.cases) if c.kind != "weighed")]
    first = area.right() - share * len(cases)
    more = 14 if v.reader.preset.height.fractional else 0
    numbers: tuple[tuple[str, str, Quantity, str, int], ...] = (
        ("mass", "mass_kg", Quantity.MASS, "mass", 48),
        ("behind", "behind_front_m", Quantity.HEIGHT, "behind front hub", 50 + more),
        ("left", "left_m", Quantity.HEIGHT, "left of the middle", 46 + more),
        ("up", "above_ground_m", Quantity.HEIGHT, "above the ground", 40 + more),
    )
    if first - t.px(10) - sum(t.px(n[4] + 3) for n in numbers) - area.left() < t.px(NAME):
        numbers = numbers[:3]  # no room for heights: a wider window or smaller text shows them
    starts, x = [], first - t.px(6) - sum(t.px(n[4] + 3) for n in numbers)
    name_wide = x - area.left() - t.px(4)
    for number in numbers:
        starts.append(x)
        x += t.px(number[4] + 3)
    head = sheet.caps("item head", "Item", QPointF(area.left(), top))
    sheet.text("item units", f"in {v.reader.preset.height.sign}", QPointF(head.right() + t.px(8), top - 2), size=12.5, role="ink2")
    heads = (v.reader.preset.mass.sign, "behind", "left", "up")[: len(numbers)]
    for (key, *_, wide), words, x in zip(numbers, heads, starts, strict=True):
        sheet.text(f"{key} head", words, QPointF(x + t.px(wide), top - 2), size=12.5, role="ink2", anchor=RIGHT)
    height = round(t.px(ROW - 1))
    for n, item in enumerate(v.job.items[: int((area.height() - t.px(64)) / t.px(ROW))]):
        y = top + t.px(ROW - 2 + ROW * n)
        role, weight = ("accent", 600) if n == picked else ("ink", 400)
        size = QSize(round(name_wide), height)
        sheet.words(
            f"name {n}",
            ("items", n, "name"),
            QPointF(area.left(), y),
            size,
            label=f"name of item {n + 1}",
            role=role,
            weight=weight,
            put=partial(_rename, n),
        )
        for (key, path, quantity, label, wide), x in zip(numbers, starts, strict=True):
            reading, at = getattr(item, path), QPointF(x, y)
            value = reading.value if reading else None
            sheet.field(f"{key} {n}", ("items", n, path), at, QSize(round(t.px(wide)), height), figure=13,
                        label=f"{item.name} {label}", quantity=quantity, value=value, empty="–")  # fmt: skip
        for k, case in enumerate(cases):
            kg = float(v.a.loading.items_kg[case, n])
            sheet.field(f"share {n} {case}", (), QPointF(first + share * k + 2, y), QSize(round(share - 3), height),
                        label=f"{item.name} in {v.job.cases[case].name}", quantity=Quantity.MASS, value=kg or None, empty="–",
                        figure=13, put=partial(put_share, v.job.cases[case].name, item.name))  # fmt: skip
    return [(case, QPointF(first + share * (k + 0.5), top + t.px(7))) for k, case in enumerate(cases)]


def put_share(case: str, name: str, job: Job, kg: float | None, typed: str) -> Job:
    """The job with so much of an item on board in a case; nothing typed is nothing on board."""
    whole = next(item.mass_kg.value for item in job.items if item.name == name)
    share = (kg / whole if whole else math.inf) if kg else 0.0
    return edits.set_share(job, case, name, share)


def _rename(index: int, job: Job, words: str) -> Job:
    return edits.rename_item(job, index, words)
