"""Measure's page of all points beside the walk: by corner, by axle, of the vehicle, and the tuner's own."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QSize

from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits import rows as row_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import AXLE_POINTS, MORE_POINTS, SIDES, VEHICLE_POINTS, Point, asked_of_axle, asked_of_vehicle, walk_order
from isostat.job.schema import Job
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity

KINDS = (later("length"), later("mass"), later("angle"))
KIND_FIELDS = {"length": ("length_m", Quantity.HEIGHT), "mass": ("mass_kg", Quantity.MASS), "angle": ("angle_rad", Quantity.ANGLE)}
MOST = 6  # own points that have room


def _name_rows(v: View, table: Table, of: str, points: tuple[Point, ...]) -> None:
    for n, point in enumerate(points):
        table.name(f"row {of} {point.field}", n, tr(point.words), v.reader.preset.unit(point.quantity).sign)


def lay_points(sheet: Sheet, v: View, top: float, foot: float) -> None:
    """Places the page between two heights of the sheet."""
    t, corners, axles = v.theme, walk_order(len(v.a.axles)), range(len(v.a.axles))
    at_corners, at_axles = (
        tuple(point for point in points if any(asked_of_axle(point, axle) for axle in v.job.vehicle.axles))
        for points in (MORE_POINTS, AXLE_POINTS)
    )
    of_vehicle = tuple(point for point in VEHICLE_POINTS[1:] if asked_of_vehicle(point, v.job.vehicle))
    pitch = min((foot - top) / (len(at_axles) + len(of_vehicle) + 2.3), t.px(30))
    words, middle = t.px(146), t.px(164)
    wide = min((sheet.width() - t.px(44) - words - middle) / (len(corners) + len(v.a.axles)), t.px(78))
    cell, drop = QSize(round(wide - t.px(4)), round(min(pitch - 3, t.px(26)))), t.px(3)
    left = Table(sheet, t.margin, top, t.margin + words, wide, pitch, cell, drop=drop)
    sheet.caps("corner points", tr("By corner"), QPointF(left.left, top))
    _name_rows(v, left, "corner", at_corners)
    fields = []
    for k, (axle, side) in enumerate(corners):
        short = "".join(part[0] for part in v.reader.corner(axle, side).split(" ")).upper()
        sheet.text(f"corner {axle}{side}", short, QPointF(left.column(k) + 2, top - 1), size=12.5, weight=600)
        for n, point in enumerate(at_corners):
            if not asked_of_axle(point, v.job.vehicle.axles[axle]):
                continue
            path: edits.Path = (*path_to(JOB.vehicle.axles[axle]), SIDES[side], point.field)
            label = tr("{reading}, {corner}", reading=capital(tr(point.words)), corner=v.reader.corner(axle, side))
            figure = v.a.axles[axle].metal_m[side] if point.field == "metal_gap_m" else None
            fields.append(
                entry(
                    sheet,
                    v,
                    f"{point.field} {axle} {side}",
                    path,
                    left.cell(n, k),
                    label=label,
                    quantity=point.quantity,
                    otherwise=figure,
                )
            )
    begin = left.column(len(corners)) + t.px(14)
    right = Table(sheet, begin, top, begin + middle, wide, pitch, cell, drop=drop)
    sheet.caps("axle points", tr("By axle"), QPointF(begin, top))
    _name_rows(v, right, "axle", at_axles)
    for axle in axles:
        at = QPointF(right.column(axle) + 2, top - 1)
        sheet.text(f"axle name {axle}", v.job.vehicle.axles[axle].name, at, size=12.5, weight=600)
        for n, point in enumerate(at_axles):
            if not asked_of_axle(point, v.job.vehicle.axles[axle]):
                continue
            path = (*path_to(JOB.vehicle.axles[axle]), point.field)
            fields.append(
                entry(
                    sheet,
                    v,
                    f"{point.field} {axle}",
                    path,
                    right.cell(n, axle),
                    label=tr("{reading}, {corner}", reading=capital(tr(point.words)), corner=v.reader.corner(axle, None)),
                    quantity=point.quantity,
                )
            )
    below = Table(sheet, begin, top + (len(at_axles) + 1.1) * pitch, begin + middle, wide, pitch, cell, drop=drop)
    sheet.caps("vehicle points", tr("Vehicle"), QPointF(begin, below.top + pitch * 0.25))
    _name_rows(v, below, "vehicle", of_vehicle)
    for n, point in enumerate(of_vehicle):
        fields.append(
            entry(
                sheet,
                v,
                f"vehicle {point.field}",
                (*path_to(JOB.vehicle), point.field),
                below.cell(n, 0),
                label=capital(tr(point.words)),
                quantity=point.quantity,
            )
        )
    _lay_own(sheet, v, QPointF(left.left, top + (len(at_corners) + 1.1) * pitch), pitch, fields)
    in_order(fields)


def _lay_own(sheet: Sheet, v: View, at: QPointF, pitch: float, fields: list[QuantityField]) -> None:
    t = v.theme
    high = round(min(pitch - 3, t.px(26)))
    sheet.caps("own points", tr("Your own points"), at + QPointF(0, pitch * 0.25))
    shown = v.job.own_points[:MOST]
    for n, point in enumerate(shown):
        line, path = Line(sheet, v, at + QPointF(0, (n + 1) * pitch), high=high / t.scale, size=13), path_to(JOB.own_points[n])
        line.typed(f"own name {n}", (*path, "name"), label=tr("name of your point {n}", n=n + 1), wide=140)
        line.choice(
            f"own kind {n}",
            [tr(kind) for kind in KINDS],
            KINDS.index(point.kind),
            partial(_set_kind, sheet, n),
            label=tr("type of {name}", name=point.name),
            wide=84,
        )
        field, quantity = KIND_FIELDS[point.kind]
        line.reading(f"own value {n}", (*path, field), label=point.name, quantity=quantity, wide=74)
        line.words(f"own unit {n}", v.reader.preset.unit(quantity).sign, role="ink2").upto(350)
        fields += line.fields
        drop = sheet.button(f"drop own {n}", "×", QPointF(line.x, line.y), partial(_drop, sheet, n), width=round(t.px(24)))
        drop.setAccessibleName(tr("remove {name}", name=point.name))
        set_tip(drop, drop.accessibleName())
        drop.resize(drop.width(), high)
    if len(shown) < MOST:
        add = QPointF(at.x(), at.y() + (len(shown) + 1) * pitch)
        made = sheet.button(
            "add own", tr("Add point"), add, partial(sheet.edited.emit, row_edits.add_own_point, tr("add point"), -1)
        )
        made.resize(made.width(), high)


def _set_kind(sheet: Sheet, n: int, choice: int) -> None:
    sheet.put(path_to(JOB.own_points[n].kind), KINDS[choice], tr("type of a point"))


def _drop(sheet: Sheet, n: int) -> None:
    def change(job: Job) -> Job:
        return row_edits.remove_own_point(job, n)

    sheet.edited.emit(change, tr("remove point"), -1)
