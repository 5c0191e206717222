"""Measure's page of weights: from four pads, two pads, a ticket or plates alone, each with its procedure beside it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.workings import Shown
from isostat.assess.workings.load import weight_share
from isostat.core.working import Figure, Origin
from isostat.desktop.load.table import lay_aboard
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.ink import polyline
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.outline import plan_outline
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import weighing
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES, walk_order
from isostat.job.schema import Job
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity

WAYS = {"four pads": later("Four pads"), "two pads": later("Two pads"), "ticket": later("Weighbridge"), "plates": later("Ratings")}
PROCEDURE = {
    "four pads": (
        later("Level the pads; if that is not possible, enter each pad's height and it is allowed for."),
        later("Tyres at their pressure. Fuel and load as in the line above, each entered in Load."),
        later("Anti-roll bar disconnected on one side, wheels straight, brakes off, chocks clear of the wheels."),
        later("Bounce each end, roll off and on again, weigh. Twice more: readings are averaged."),
    ),
    "two pads": (
        later("Two pads under one axle, packers of the same height under the other; then change over."),
        later("Same fuel, load and pressures both times. Bar disconnected, brakes off, bounced and rolled."),
        later("Packers lower or higher than the pads shift weight between the axles: enter both heights."),
    ),
    "ticket": (
        later("Weigh each axle alone, then the whole vehicle: front plus rear should equal the whole."),
        later("Weighbridge resolution is the error. It cannot split left and right: 50/50 is used, or the earlier pad split."),
        later("One axle and the whole vehicle are enough: the other axle is the difference."),
    ),
    "plates": (
        later("Nothing weighed: empty weight is taken as a usual share of the rating, shared as the axle ratings are."),
        later("Heights and rates from it are only estimates (≈). Weigh one axle and they are not."),
    ),
}
CAUTION = later("A rating is a limit, not a weight. Do not exceed the pads' own rating. Chock the wheels.")


def lay_weights(sheet: Sheet, v: View, top: float) -> float:
    """Places the page below `top`; returns where its words end."""
    t, way = v.theme, v.job.weighing.way
    ways = Line(sheet, v, QPointF(t.margin, top), high=26)
    names = list(WAYS)

    def weigh_by(n: int) -> None:
        sheet.put(("weighing", "way"), names[n], tr("way of weighing"))

    ways.tabs("way", [tr(words) for words in WAYS.values()], names.index(way), weigh_by, wide=98)
    y = top + t.px(42)
    fields = {"four pads": _pads, "two pads": _pads, "ticket": _ticket, "plates": _plates}[way](sheet, v, y)
    in_order(fields)
    y += t.px(34) * (2 + len(v.a.axles)) + t.px(10)
    _lay_sums(sheet, v, y)
    y += t.px(64)
    for n, words in enumerate(PROCEDURE[way]):
        box = sheet.text(
            f"procedure {n}", f"{n + 1}  {tr(words)}", QPointF(t.margin, y), size=13, width=sheet.width() - 2 * t.margin
        )
        y = box.bottom() + t.px(4)
    at = QPointF(t.margin, y + t.px(4))
    box = sheet.text("pads caution", tr(CAUTION), at, size=13, role="fault", weight=600, width=sheet.width() - 2 * t.margin)
    return float(box.bottom())


def draw_weights(p: QPainter, sheet: Sheet, v: View, top: float) -> None:
    """Below the words the vehicle from above, to scale: its pads, the centre of gravity as weighed; nothing without room."""
    t, vehicle = v.theme, v.job.vehicle
    area = QRectF(t.margin, top + t.px(14), sheet.width() - 2 * t.margin, sheet.height() - top - t.px(60))
    half = max(axle.half_track_m for axle in v.a.axles) + 0.2
    front, length = vehicle.front_overhang_m.value, -v.a.axles[-1].x_m
    whole = front + length + vehicle.rear_overhang_m.value
    if area.height() < t.px(90):
        return
    per_m = min(area.width() / whole, area.height() / (2 * half))

    def at(behind: float, y: float) -> QPointF:
        return QPointF(area.left() + (behind + front) * per_m, area.center().y() + y * per_m)  # nose left, so left lies below

    p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(pen(t, "ink2", 1.0))
    for line in plan_outline(vehicle):
        p.drawPath(polyline([at(x, y) for x, y in line]))
    p.setPen(pen(t, "ink", 1.5))
    p.setBrush(t.colour("tyre"))
    for axle in v.a.axles:
        for side in (1, -1):
            y = side * axle.half_track_m
            p.drawRect(QRectF(at(-axle.x_m - 0.3, y - 0.11), at(-axle.x_m + 0.3, y + 0.11)))
    middle = at(-float(v.a.loading.gravity_x_m[v.weighed]), float(v.a.loading.gravity_y_m[v.weighed]))
    p.setPen(pen(t, "accent", 2.0))
    p.setBrush(t.colour("sheet"))
    p.drawEllipse(middle, t.px(7), t.px(7))
    p.drawLine(QLineF(middle - QPointF(t.px(12), 0), middle + QPointF(t.px(12), 0)))
    p.drawLine(QLineF(middle - QPointF(0, t.px(12)), middle + QPointF(0, t.px(12))))


def _pads(sheet: Sheet, v: View, top: float) -> list[QuantityField]:
    """A pad and its height for every wheel, as one stands over the vehicle; with two pads, theirs and the blocks' height."""
    preset, fields = v.reader.preset, []
    table = _table(sheet, v, top, 110, (100, 84))
    mass, height = preset.mass.sign, preset.height.sign
    for n, (words, sign) in enumerate(
        (
            (tr("left"), mass),
            (tr("right"), mass),
            (tr("left pad"), height),
            (tr("right pad"), height),
        )
    ):
        table.title(f"pad head {n}", n, words, unit=sign)
    for axle, side in walk_order(len(v.a.axles)):
        table.name(f"pad axle {axle}", axle, v.job.vehicle.axles[axle].name, weight=600)
        corner: edits.Path = (*path_to(JOB.vehicle.axles[axle]), SIDES[side])
        for k, (field, quantity, words) in enumerate(
            (("pad_kg", Quantity.MASS, tr("corner weight")), ("pad_height_m", Quantity.HEIGHT, tr("pad height")))
        ):
            label, where = f"{capital(words)}, {v.reader.corner(axle, side)}", table.cell(axle, side + 2 * k)
            made = entry(sheet, v, f"{field} {axle} {side}", (*corner, field), where, label=label, quantity=quantity,
                         figure=13 if k else 15)  # fmt: skip
            fields.append(made)
    if v.job.weighing.way == "two pads":
        line = Line(sheet, v, QPointF(table.left, table.row(len(v.a.axles))), high=28, size=13, drop=4)
        for key, words in (("pad_m", tr("pad height")), ("block_m", tr("packer height"))):
            line.words(f"{key} word", words, unit=height)
            line.reading(key, (*path_to(JOB.weighing), key), label=words, quantity=Quantity.HEIGHT, wide=84).gap(14)
        fields += line.fields
    return fields


def _table(sheet: Sheet, v: View, top: float, first: float, columns: tuple[float, float]) -> Table:
    """The table of a way to weigh. first: of its columns; columns: how far apart, how wide their fields, px unscaled."""
    t, (apart, wide) = v.theme, columns
    size = QSize(round(t.px(wide)), round(t.px(28)))
    return Table(sheet, t.margin, top, t.px(first), t.px(apart), t.px(34), size, head=24 / 34, drop=t.px(4))


def _ticket(sheet: Sheet, v: View, top: float) -> list[QuantityField]:
    """Each axle, the whole, and the bridge's step."""
    sign, fields = v.reader.preset.mass.sign, []
    axles = _table(sheet, v, top, 130, (130, 96))
    for axle in range(len(v.job.vehicle.axles)):
        axles.name(f"ticket {axle}", axle, capital(v.reader.corner(axle, None)), sign, weight=600)
        line = Line(sheet, v, axles.cell(axle, 0)[0], high=28)
        label, shown = tr("Weighbridge weight, {axle}", axle=v.reader.corner(axle, None)), _on_pads(v, (axle,))
        line.field(f"ticket pad_kg {axle}", (), shown, label=label, quantity=Quantity.MASS, wide=96, figure=15,
                   put=partial(_weigh, axle))  # fmt: skip
        fields += line.fields
    whole = Line(sheet, v, axles.cell(0, 1)[0], high=28, size=13, drop=4)
    whole.words("whole word", tr("Whole vehicle"), weight=600, unit=sign).upto(106)
    whole.field("ticket whole", (), _on_pads(v, range(len(v.a.axles))), label=tr("Weighbridge weight, whole vehicle"),
                quantity=Quantity.MASS, wide=96, figure=15, put=_weigh_whole)  # fmt: skip
    step = Line(sheet, v, axles.cell(1, 1)[0], high=28, size=13, drop=4)
    step.words("step word", tr("Resolution"), weight=600, unit=sign).upto(106)
    step.reading("ticket step", path_to(JOB.weighing.ticket_step_kg), label=tr("Weighbridge resolution"), quantity=Quantity.MASS,
                 wide=96)  # fmt: skip
    fields += whole.fields + step.fields
    return fields


def _on_pads(v: View, axles: Sequence[int]) -> Figure:
    """What axles weigh together, assumed where one of them was neither weighed nor on a ticket."""
    whole = sum(pad.value for n in axles for pad in v.a.axles[n].pad_kg)
    return Figure(whole, Origin.ASSUMED if any(_guessed(v, n) for n in axles) else Origin.MEASURED)


def _guessed(v: View, axle: int) -> bool:
    """Whether an axle's weight was neither weighed nor on a ticket."""
    corner = v.job.vehicle.axles[axle].left
    return corner.pad_kg.assumed and corner.pad_kg.typed is None


def _plates(sheet: Sheet, v: View, top: float) -> list[QuantityField]:
    """The plates, and the guess that follows."""
    table, sign, fields = _table(sheet, v, top, 170, (130, 96)), v.reader.preset.mass.sign, []
    rows: list[tuple[str, edits.Path]] = [(tr("Gross vehicle rating"), path_to(JOB.vehicle.rating_kg))]
    rows += [
        (tr("{axle} rating", axle=capital(v.reader.corner(n, None))), path_to(JOB.vehicle.axles[n].rating_kg))
        for n, axle in enumerate(v.job.vehicle.axles)
    ]
    for n, (words, path) in enumerate(rows):
        table.name(f"plate {n}", n, words, sign, weight=600)
        fields.append(entry(sheet, v, f"plate field {n}", path, table.cell(n, 0), label=words, quantity=Quantity.MASS))
    act = partial(sheet.edited.emit, weighing.weigh_by_plates, tr("weights from ratings"), -1)
    sheet.button("by plates", tr("Estimate empty weight from ratings"), table.cell(0, 1)[0], act)
    return fields


def _lay_sums(sheet: Sheet, v: View, top: float) -> None:
    """What the weights come to: the whole, each axle's and the left's share, cross weight."""
    t, case = v.theme, v.weighed
    line = Line(sheet, v, QPointF(t.margin, top - 2), drop=0).caps("weighed head", tr("As weighed")).gap(6)
    lay_aboard(sheet, v, line.at, sheet.width() - line.x - t.margin)
    whole = Shown(workings.load.whole, case=case)
    said = [("whole", whole, tr("gross weight {m}", m=v.number(whole, v.reader.mass(float(v.a.loading.whole_kg[case])))))]
    for name, words in (
        ("front share", later("front {p}")),
        ("left share", later("left {p}")),
        ("cross weight", later("cross weight {p}")),
    ):
        share = weight_share(v.a, name, case)
        shown = Shown(workings.load.SHARES[name], case=case)
        said.append((name, shown, tr(words, p=v.number(shown, v.reader.tenths(share)))))
    line = Line(sheet, v, QPointF(t.margin, top + t.px(20)), size=15, drop=0)
    for key, shown, words in said:
        line.words(f"weighed {key}", words, weight=600, shown=shown).gap(16)


def _weigh(axle: int, job: Job, kg: float | None, typed: str) -> Job:
    return job if kg is None else weighing.weigh_axle(job, axle, kg, typed)


def _weigh_whole(job: Job, kg: float | None, typed: str) -> Job:
    return job if kg is None else weighing.weigh_whole(job, kg, typed)
