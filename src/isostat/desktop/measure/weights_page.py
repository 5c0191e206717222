"""Measure's page of weights: from four pads, two pads, a ticket or plates alone, each with its procedure beside it."""

from __future__ import annotations

from functools import partial
from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.workings import Shown
from isostat.assess.workings.load import weight_share
from isostat.desktop.load.table import lay_aboard
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.ink import polyline
from isostat.desktop.pieces.outline import plan_outline
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import weighing
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES, walk_order
from isostat.job.schema import Job
from isostat.units.unit import Quantity

WAYS = ("four pads", "two pads", "ticket", "plates")
PROCEDURE = {
    "four pads": (
        "Pads level with each other; if not, type each pad's height and it is taken into account.",
        "Tyres at their pressure. Fuel and load as in the line above, each typed in Load.",
        "Anti-roll bar unlinked on one side, wheels straight, brakes off, chocks clear of the wheels.",
        "Bounce each end, roll off and on again, read. Twice more: the mean is taken.",
    ),
    "two pads": (
        "Two pads under one axle, blocks as high as the pads under the other; then change over.",
        "Same fuel, load and pressures both times. Bar unlinked, brakes off, bounced and rolled.",
        "Blocks lower or higher than the pads shift weight between the axles: type both heights.",
    ),
    "ticket": (
        "Each axle on the bridge alone, then the whole: front and rear together should make the whole.",
        "The bridge's step is the error. Left and right of an axle are not told: halves, or as the pads were.",
        "One axle and the whole are enough: the other is what is left.",
    ),
    "plates": (
        "Nothing weighed: empty is taken as a usual share of the plate, shared as the axle plates are.",
        "Heights and rates that follow are guesses (≈). Weigh one axle and they are not.",
    ),
}
CAUTION = "A plate is a limit, not a weight. Never over the pads' own rating; chock it while anyone is near."


def lay_weights(sheet: Sheet, v: View, top: float) -> float:
    """Places the page below `top`; returns where its words end."""
    t, way = v.theme, v.job.weighing.way
    first = QRect(round(t.margin), round(top), round(t.px(92)), round(t.px(26)))
    sheet.tabs("way", WAYS, WAYS.index(way), first, lambda n: sheet.put(("weighing", "way"), WAYS[n], f"weights from {WAYS[n]}"))
    y = top + t.px(42)
    fields = {"four pads": _pads, "two pads": _pads, "ticket": _ticket, "plates": _plates}[way](sheet, v, y)
    for before, after in pairwise(fields):
        QuantityField.setTabOrder(before, after)
    y += t.px(34) * (2 + len(v.a.axles)) + t.px(10)
    _lay_sums(sheet, v, y)
    y += t.px(64)
    for n, words in enumerate(PROCEDURE[way]):
        box = sheet.text(f"procedure {n}", f"{n + 1}  {words}", QPointF(t.margin, y), size=13, width=sheet.width() - 2 * t.margin)
        y = box.bottom() + t.px(4)
    at = QPointF(t.margin, y + t.px(4))
    box = sheet.text("pads caution", CAUTION, at, size=13, role="fault", weight=600, width=sheet.width() - 2 * t.margin)
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
    t, preset, fields = v.theme, v.reader.preset, []
    size = QSize(round(t.px(84)), round(t.px(28)))
    mass, height = preset.mass.sign, preset.height.sign
    heads = (("left", mass), ("right", mass), ("left stands", height), ("right stands", height))
    for n, (words, sign) in enumerate(heads):
        sheet.text(f"pad head {n}", words, QPointF(t.px(110 + 100 * n), top), size=13, role="ink2", unit=sign)
    for axle, side in walk_order(len(v.a.axles)):
        y = top + t.px(24) + axle * t.px(34)
        sheet.text(f"pad axle {axle}", v.job.vehicle.axles[axle].name, QPointF(t.margin, y + t.px(4)), size=14, weight=600)
        corner: edits.Path = (*path_to(JOB.vehicle.axles[axle]), SIDES[side])
        for k, (field, quantity, words) in enumerate(
            (("pad_kg", Quantity.MASS, "scale pad"), ("pad_height_m", Quantity.HEIGHT, "height of the pad"))
        ):
            at = QPointF(t.px(110 + 100 * (side + 2 * k)), y)
            label = f"{words.capitalize()} {v.reader.corner(axle, side)}"
            fields.append(
                entry(
                    sheet,
                    v,
                    f"{field} {axle} {side}",
                    (*corner, field),
                    (at, size),
                    label=label,
                    quantity=quantity,
                    figure=15 if k == 0 else 13,
                )
            )
    y = top + t.px(24) + len(v.a.axles) * t.px(34)
    if v.job.weighing.way == "two pads":
        for n, (key, words) in enumerate((("pad_m", "pads are high"), ("block_m", "blocks are high"))):
            x = t.px(16 + 220 * n)
            sheet.text(f"{key} word", words, QPointF(x, y + t.px(4)), size=13, unit=preset.height.sign)
            fields.append(
                entry(
                    sheet,
                    v,
                    key,
                    (*path_to(JOB.weighing), key),
                    (QPointF(x + t.px(124), y), size),
                    label=words,
                    quantity=Quantity.HEIGHT,
                )
            )
    return fields


def _ticket(sheet: Sheet, v: View, top: float) -> list[QuantityField]:
    """Each axle, the whole, and the bridge's step."""
    t, sign, fields = v.theme, v.reader.preset.mass.sign, []
    size = QSize(round(t.px(96)), round(t.px(28)))
    for axle, info in enumerate(v.job.vehicle.axles):
        y, pads = top + t.px(24) + axle * t.px(34), v.a.axles[axle].pad_kg
        label = f"On a weighbridge, {v.reader.corner(axle, None)}"
        sheet.text(f"ticket {axle}", f"{info.name} axle", QPointF(t.margin, y + t.px(4)), size=14, weight=600, unit=sign)
        fields.append(
            sheet.field(
                f"ticket pad_kg {axle}",
                (),
                QPointF(t.px(130), y),
                size,
                label=label,
                quantity=Quantity.MASS,
                value=pads[0].value + pads[1].value,
                assumed=_guessed(v, axle),
                figure=15,
                put=partial(_weigh, axle),
            )
        )
    y = top + t.px(24)
    sheet.text("whole word", "The whole", QPointF(t.px(260), y + t.px(4)), size=14, weight=600, unit=sign)
    whole = sum(p.value for axle in v.a.axles for p in axle.pad_kg)
    fields.append(
        sheet.field(
            "ticket whole",
            (),
            QPointF(t.px(366), y),
            size,
            label="On a weighbridge, the whole",
            quantity=Quantity.MASS,
            value=whole,
            assumed=any(_guessed(v, n) for n in range(len(v.a.axles))),
            figure=15,
            put=_weigh_whole,
        )
    )
    y += t.px(34)
    sheet.text("step word", "Its step", QPointF(t.px(260), y + t.px(4)), size=14, weight=600, unit=sign)
    fields.append(
        entry(
            sheet,
            v,
            "ticket step",
            ("weighing", "ticket_step_kg"),
            (QPointF(t.px(366), y), size),
            label="Step of the weighbridge",
            quantity=Quantity.MASS,
        )
    )
    return fields


def _guessed(v: View, axle: int) -> bool:
    """Whether an axle's weight was neither weighed nor on a ticket."""
    corner = v.job.vehicle.axles[axle].left
    return corner.pad_kg.assumed and corner.pad_kg.typed is None


def _plates(sheet: Sheet, v: View, top: float) -> list[QuantityField]:
    """The plates, and the guess that follows."""
    t, sign, fields = v.theme, v.reader.preset.mass.sign, []
    size = QSize(round(t.px(96)), round(t.px(28)))
    rows: list[tuple[str, edits.Path]] = [("Vehicle plate", path_to(JOB.vehicle.rating_kg))]
    rows += [(f"{axle.name} axle plate", path_to(JOB.vehicle.axles[n].rating_kg)) for n, axle in enumerate(v.job.vehicle.axles)]
    for n, (words, path) in enumerate(rows):
        y = top + t.px(24) + n * t.px(34)
        sheet.text(f"plate {n}", words, QPointF(t.margin, y + t.px(4)), size=14, weight=600, unit=sign)
        fields.append(entry(sheet, v, f"plate field {n}", path, (QPointF(t.px(170), y), size), label=words, quantity=Quantity.MASS))
    act = partial(sheet.edited.emit, weighing.weigh_by_plates, "weights from the plates", -1)
    sheet.button("by plates", "Guess the empty weight from the plates", QPointF(t.px(300), top + t.px(24)), act)
    return fields


def _lay_sums(sheet: Sheet, v: View, top: float) -> None:
    """What the weights come to: the whole, each axle's and the left's share, cross weight."""
    t, case = v.theme, v.weighed
    head = sheet.caps("weighed head", "As weighed", QPointF(t.margin, top))
    room = sheet.width() - head.right() - t.px(32)
    lay_aboard(sheet, v, QPointF(head.right() + t.px(12), top - 2), room)
    x, y = t.margin, top + t.px(20)
    whole = Shown(workings.load.whole, case=case)
    said = [("whole", whole, f"all up {v.number(whole, v.reader.mass(float(v.a.loading.whole_kg[case])))}")]
    for name, words in (
        ("front share", "on the front"),
        ("left share", "on the left"),
        ("cross weight", "front right and rear left"),
    ):
        share = weight_share(v.a, name, case)
        shown = Shown(workings.load.SHARES[name], case=case)
        said.append((name, shown, f"{v.number(shown, f'{share * 100:.1f} %')} {words}"))
    for key, shown, words in said:
        x = sheet.text(f"weighed {key}", words, QPointF(x, y), size=15, weight=600, shown=shown).right() + t.px(22)


def _weigh(axle: int, job: Job, kg: float | None, typed: str) -> Job:
    return job if kg is None else weighing.weigh_axle(job, axle, kg, typed)


def _weigh_whole(job: Job, kg: float | None, typed: str) -> Job:
    return job if kg is None else weighing.weigh_whole(job, kg, typed)
