"""The second page of the measuring sheet: what can only be read before anything is undone, axle by axle."""

from __future__ import annotations

from collections.abc import Iterator

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen

from isostat.assess.knock_on.arms import HALF_SHAFT, ROD
from isostat.assess.knock_on.arms import NEEDS as ARMS
from isostat.assess.knock_on.moved import ONE_ARM, TWO_LINKS
from isostat.assess.knock_on.shaft import NEEDS as SHAFT
from isostat.assess.knock_on.shaft import PIECES, SLIP
from isostat.assess.knock_on.sideways import LINK, WHEEL
from isostat.assess.knock_on.sideways import NEEDS as BAR
from isostat.assess.knock_on.square import ACROSS, DIAGONALS, HUBS, KINGPINS
from isostat.desktop.paper.paper import MARGIN
from isostat.desktop.theme import LIGHT
from isostat.job.edits.paths import JOB, Path, bounds_at, path_to, value_at
from isostat.job.schema import Job
from isostat.language import capital, tr
from isostat.units.format import with_unit
from isostat.units.unit import Preset, Quantity
from isostat.wording.knock_on import say_reading

ROW, GAP, HEAD = 23.0, 12.0, 62.0  # px


def groups(job: Job, axle: int) -> Iterator[tuple[str, list[Path]]]:
    """Heads and readings of an axle, as its wheels are joined; of links and arms those of every kind until one is said."""
    read, base = job.vehicle.axles[axle], path_to(JOB.vehicle.axles[axle])
    if read.layout == "solid":
        yield tr("Panhard bar"), [(*base, name) for name in BAR]
        if read.steered:
            yield tr("Drag link"), [(*base, "drag_link", name) for name in (*LINK, *WHEEL)]
        links = {"two links": TWO_LINKS, "one arm": ONE_ARM, "leaves": ()}.get(read.links.by or "", TWO_LINKS)
        angles = [(*base, "pinion_rad"), *([(*base, "links", "caster_rad")] if read.steered else []), (*base, "links", "lead_m")]
        yield tr("Links, one side"), [*((*base, "links", name) for name in links), *angles]
        yield tr("Propshaft"), [(*base, "shaft", name) for name in (*SHAFT, *SLIP, *PIECES)]
    else:
        arms = ARMS[read.arms.by] if read.arms.by else tuple(dict.fromkeys(name for names in ARMS.values() for name in names))
        yield tr("Arms, one side"), [(*base, "arms", name) for name in (*arms, "camber_rad", "ball_rad")]
        yield tr("Tie rod, one side"), [(*base, "arms", name) for name in (*ROD[1:], "toe_rad", "lock_rad")]
        yield tr("Half-shaft, one side"), [(*base, "arms", name) for name in HALF_SHAFT]
    yield tr("Anti-roll bar"), [(*base, "bar_link_m")]
    if read.layout == "solid" and axle > 0:
        yield tr("Squareness, back together"), [(*base, "square", name) for name in (*HUBS, *DIAGONALS, *KINGPINS, *ACROSS)]


def draw_teardown(p: QPainter, page: QRectF, job: Job, preset: Preset) -> None:
    """Draws the page; its margins are 12 mm."""
    area, t = page.adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN), LIGHT
    p.setPen(QPen(Qt.GlobalColor.black, 1.0))
    p.setFont(t.font(18, 700))
    p.drawText(QPointF(area.left(), area.top() + 20), tr("{job}: before stripping down", job=job.title))
    p.setFont(t.font(12))
    words = tr(
        "At ride height, wheels on the ground, angles by an angle finder. Heights above the ground; slopes down to the wheel."
    )
    p.drawText(QPointF(area.left(), area.top() + 40), words)
    p.drawLine(QLineF(area.left(), area.top() + 48, area.right(), area.top() + 48))
    count = len(job.vehicle.axles)
    wide = (area.width() - (count - 1) * 18) / count
    for axle, read in enumerate(job.vehicle.axles):
        column = QRectF(area.left() + axle * (wide + 18), area.top() + HEAD, wide, area.height() - HEAD)
        p.setFont(t.font(15, 600))
        p.drawText(QPointF(column.left(), column.top() + 12), read.name)
        _column(p, column.adjusted(0, 20, 0, 0), list(groups(job, axle)), job, preset)


def _column(p: QPainter, area: QRectF, heads: list[tuple[str, list[Path]]], job: Job, preset: Preset) -> None:
    """A line a reading: its words, a box, and what was read last."""
    t, lines = LIGHT, sum(len(readings) + 1 for _, readings in heads)
    pitch = min(ROW, (area.height() - GAP * len(heads)) / lines)
    box, y = min(72.0, area.width() * 0.24), area.top()
    for head, readings in heads:
        p.setFont(t.font(12, 600))
        p.drawText(QPointF(area.left(), y + pitch - 7), head)
        y += pitch
        for path in readings:
            quantity = Quantity(bounds_at(job, path).quantity)
            words = f"{capital(say_reading(path))}, {preset.unit(quantity).sign}"
            room = area.width() - box - 8
            p.setFont(t.font_within(room, words, 11, 400))
            p.drawText(QPointF(area.left(), y + pitch - 8), words)
            place = QRectF(area.right() - box, y, box, pitch - 3)
            p.drawRect(place)
            reading = value_at(job, path)
            if reading is not None and not reading.assumed:
                p.setFont(t.font(10))
                last = with_unit(reading.value, quantity, preset)
                p.drawText(place.adjusted(3, 0, -3, 0), Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight, last)
            y += pitch
        y += GAP
