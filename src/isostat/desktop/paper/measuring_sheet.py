"""A measuring sheet to print: this vehicle's outline and an empty box for every reading, in the order of the walk round."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from isostat.desktop.paper.paper import MARGIN, pdf_page
from isostat.desktop.paper.teardown_sheet import draw_teardown
from isostat.desktop.pieces.ink import polyline
from isostat.desktop.pieces.outline import side_outline
from isostat.desktop.theme import LIGHT, Theme
from isostat.job.edits.paths import JOB, path_to, value_at
from isostat.job.points import (
    AXLE_POINTS,
    MORE_POINTS,
    POINTS,
    SIDES,
    VEHICLE_POINTS,
    Point,
    asked_of_axle,
    asked_of_vehicle,
    walk_order,
)
from isostat.job.schema import Job
from isostat.language import capital, later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Preset

MORE_HIGH = 204.0  # px, of the small boxes
CAUTIONS = (
    later("Level floor, tyres at pressure, fuel and load as noted. Anti-roll bar links off for weights. Bounce, roll, then read."),
    later("Measure to the same points every time, tape upright. Put the frame on stands before anyone goes under it."),
)


def write_sheet(job: Job, path: Path, page: str, preset: Preset) -> None:
    """Writes the sheet as a PDF: the walk round, then what is read before teardown.

    page: "A4" or "Letter". Raises OSError when the place cannot be written.
    """
    writer = pdf_page(path, page, tr("Measuring sheet, {job}", job=job.title))
    with QPainter(writer) as painter:
        page_area = QRectF(0, 0, writer.width(), writer.height())
        draw_sheet(painter, page_area, job, preset)
        writer.newPage()
        draw_teardown(painter, page_area, job, preset)


def draw_sheet(p: QPainter, page: QRectF, job: Job, preset: Preset) -> None:
    """Draws the sheet on a page; its margins are 12 mm."""
    area, t = page.adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN), LIGHT
    corners = walk_order(len(job.vehicle.axles))
    y = _head(p, t, area, job)
    y = _outline(p, QRectF(area.left(), y + 6, area.width(), 130 if len(corners) < 5 else 90), job)
    high = min((area.bottom() - 96 - MORE_HIGH - y) / len(corners), 172.0)
    for n, (axle, side) in enumerate(corners):
        _corner(p, t, QRectF(area.left(), y + 14 + n * high, area.width(), high - 10), job, preset, (n + 1, axle, side))
    _more(p, t, QRectF(area.left(), area.bottom() - 88 - MORE_HIGH, area.width(), MORE_HIGH), job, preset)
    foot = area.bottom() - 74
    p.setPen(QPen(Qt.GlobalColor.black, 0.8))
    p.drawLine(QLineF(area.left(), foot, area.right(), foot))
    p.setFont(t.font(12))
    for n, words in enumerate((tr("Measured by"), tr("Date"), tr("Fuel and load on board"))):
        p.drawText(QPointF(area.left() + n * area.width() / 3, foot + 20), words)
    p.setFont(t.font(11))
    for n, words in enumerate(CAUTIONS):
        p.drawText(QPointF(area.left(), foot + 46 + n * 17), tr(words))


def _more(p: QPainter, t: Theme, area: QRectF, job: Job, preset: Preset) -> None:
    """Every other point in small boxes: by corner on the left, by axle on the right, of the vehicle below either."""
    corners, axles = walk_order(len(job.vehicle.axles)), job.vehicle.axles
    names = ["".join(word[0] for word in f"{axles[a].name} {tr(SIDES[s])}".split(" ")).upper() for a, s in corners]
    half = area.width() / 2 - 10
    left = QRectF(area.left(), area.top(), half, area.height())
    vehicle = [point for point in _not_plates(VEHICLE_POINTS) if asked_of_vehicle(point, job.vehicle)]
    more, axle_points = (
        [point for point in points if any(asked_of_axle(point, axle) for axle in axles)]
        for points in (MORE_POINTS, _not_plates(AXLE_POINTS))
    )
    _grid(p, t, left, tr("Where they matter"), (*more, *(point for point in vehicle if not point.gone)), names, preset)
    right = QRectF(area.left() + half + 20, area.top(), half, area.height())
    gone = (*axle_points, *(point for point in vehicle if point.gone))
    _grid(p, t, right, tr("Before stripping down"), gone, [a.name for a in axles], preset)


def _not_plates(points: tuple[Point, ...]) -> tuple[Point, ...]:
    """What is measured; ratings are read off plates at a desk."""
    return tuple(p for p in points if not p.field.endswith(("rating_kg", "plate_kg", "plate_pa")))


def _grid(p: QPainter, t: Theme, area: QRectF, head: str, points: tuple[Point, ...], columns: list[str], preset: Preset) -> None:
    """A line a point, a box a column; a point of the whole vehicle has the first box alone."""
    words, pitch = 158.0, min((area.height() - 18) / len(points), 22.0)
    wide = min((area.width() - words) / len(columns), 64.0)
    p.setFont(t.font(12, 600))
    p.drawText(QPointF(area.left(), area.top() + 11), head)
    p.setFont(t.font(11))
    for k, name in enumerate(columns):
        p.drawText(QPointF(area.left() + words + k * wide, area.top() + 11), name)
    for n, point in enumerate(points):
        y = area.top() + 17 + n * pitch
        words_of = ", ".join(one for one in (tr(point.words), preset.unit(point.quantity).sign) if one)
        p.drawText(QPointF(area.left(), y + 12), words_of)
        for k in range(1 if point in VEHICLE_POINTS else len(columns)):
            p.drawRect(QRectF(area.left() + words + k * wide, y, wide - 6, pitch - 3))


def _head(p: QPainter, t: Theme, area: QRectF, job: Job) -> float:
    p.setPen(QPen(Qt.GlobalColor.black, 1.0))
    p.setFont(t.font(24, 700))
    p.drawText(QPointF(area.left(), area.top() + 22), job.title)
    p.setFont(t.font(13))
    number = tr("Job {number}", number=job.number) + "   " if job.number else ""
    p.drawText(QPointF(area.left(), area.top() + 42), f"{number}{job.vehicle.name}")
    p.setFont(t.font(13, 600))
    words = tr("Measuring sheet: walk round as numbered")
    p.drawText(QPointF(area.right() - t.plain_width(words, 13, 600), area.top() + 42), words)
    p.drawLine(QLineF(area.left(), area.top() + 50, area.right(), area.top() + 50))
    return area.top() + 50


def _outline(p: QPainter, area: QRectF, job: Job) -> float:
    """The vehicle from the left, to scale, with its wheels."""
    hub = 0.37
    lines = side_outline(job.vehicle, hub)
    xs = [x for line in lines for x, _ in line]
    per_m = min(area.width() / (max(xs) - min(xs) + 0.4), area.height() / 2.4)
    left = area.center().x() - (max(xs) + min(xs)) / 2 * per_m

    def at(x: float, z: float) -> QPointF:
        return QPointF(left + x * per_m, area.bottom() - z * per_m)

    p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(QPen(Qt.GlobalColor.black, 1.2))
    for line in lines:
        p.drawPath(polyline([at(x, z) for x, z in line]))
    for axle in job.vehicle.axles:
        p.drawEllipse(at(axle.behind_front_m.value, hub), hub * per_m, hub * per_m)
    p.drawLine(QLineF(area.left(), area.bottom(), area.right(), area.bottom()))
    return area.bottom()


def _corner(p: QPainter, t: Theme, area: QRectF, job: Job, preset: Preset, place: tuple[int, int, int]) -> None:
    """One corner: its number and name, a box a reading, and what was read last."""
    n, axle, side = place
    p.setPen(QPen(Qt.GlobalColor.black, 1.0))
    p.setFont(t.font(18, 700))
    p.drawText(QPointF(area.left(), area.top() + 20), f"{n}")
    p.setFont(t.font(15, 600))
    p.drawText(QPointF(area.left() + 22, area.top() + 20), f"{job.vehicle.axles[axle].name} {tr(SIDES[side])}")
    wide = area.width() / len(POINTS)
    box = min(area.height() - 66, 44.0)
    for k, point in enumerate(POINTS):
        x = area.left() + k * wide
        p.setFont(t.font(12))
        p.drawText(QPointF(x, area.top() + 42), f"{capital(tr(point.words))}, {preset.unit(point.quantity).sign}")
        p.drawRect(QRectF(x, area.top() + 48, wide - 14, box))
        reading = value_at(job, (*path_to(JOB.vehicle.axles[axle]), SIDES[side], point.field))
        if reading is not None and not reading.assumed:
            p.setFont(t.font(11))
            p.drawText(
                QPointF(x, area.top() + 62 + box), tr("last {reading}", reading=with_unit(reading.value, point.quantity, preset))
            )
