"""Pictures of an entry, beside the wheel that each is of, and of the whole vehicle; added from files, removed again."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.thumbnail import thumbnail
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits.log import MOST_PICTURES, remove_picture
from isostat.job.log import Picture
from isostat.job.points import walk_order
from isostat.language import capital, tr

HEAD, FOOT, GAP = 56.0, 26.0, 10.0  # px above the pictures of a wheel, below each, between wheels
WHOLE = -1  # in place of a wheel's number


def lay_pictures(sheet: Sheet, v: View, area: QRectF, n: int) -> None:
    """Names, buttons, and what each picture is called."""
    t = v.theme
    for wheel, room, pictures in _columns(v, area, n):
        name = tr("whole vehicle") if wheel == WHOLE else v.reader.corner(*divmod(wheel, 2))
        sheet.text(f"picture head {wheel}", capital(name), room.topLeft(), size=15, weight=600, width=room.width())
        if len(pictures) < MOST_PICTURES:
            at = room.topLeft() + QPointF(0, t.px(24))
            ask = partial(sheet.file_wanted.emit, f"picture {n}", wheel)
            made = sheet.button(f"picture add {wheel}", tr("Add picture"), at, ask)
            made.setAccessibleName(tr("add a picture: {where}", where=name))
        for k, one, box in _boxes(v, room, pictures):
            below = QPointF(box.left(), box.bottom() + t.px(3))
            wide = box.width() - t.px(26)
            file = Path(one.path).name
            found = thumbnail(Path(one.path)) is not None
            sheet.text(f"picture {k} name", t.elided(file, 12, 400, wide), below, size=12, role="ink2")
            if not found:
                at = box.topLeft() + QPointF(t.px(8), t.px(8))
                sheet.text(f"picture {k} gone", tr("Picture not found."), at, size=12, role="watch", width=wide)
            at = QPointF(box.right() - t.px(22), below.y())
            made = sheet.button(f"picture remove {k}", "×", at, partial(_remove, sheet, n, k), width=round(t.px(22)))
            made.setFixedHeight(round(t.px(20)))
            made.setAccessibleName(tr("remove the picture {file}", file=file))


def draw_pictures(p: QPainter, v: View, area: QRectF, n: int) -> None:
    """Each whole, as large as its place."""
    t = v.theme
    p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    for _, room, pictures in _columns(v, area, n):
        for _, one, box in _boxes(v, room, pictures):
            image = thumbnail(Path(one.path))
            if image is not None:
                size = image.size().scaled(box.size().toSize(), Qt.AspectRatioMode.KeepAspectRatio)
                p.drawImage(QRectF(box.left(), box.bottom() - size.height(), size.width(), size.height()), image)
                continue
            p.setPen(pen(t, "ink3", 1.0, "unread"))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawRect(box)


def _columns(v: View, area: QRectF, n: int) -> Iterator[tuple[int, QRectF, list[tuple[int, Picture]]]]:
    """Wheel, its room and its pictures with their places in the entry; the whole vehicle last."""
    wheels = [*(2 * axle + side for axle, side in walk_order(len(v.a.axles))), WHOLE]
    wide = area.width() / len(wheels)
    for at, wheel in enumerate(wheels):
        mine = (None, None) if wheel == WHOLE else divmod(wheel, 2)
        pictures = [(k, one) for k, one in enumerate(v.job.log[n].pictures) if (one.axle, one.side) == mine]
        yield wheel, QRectF(area.left() + at * wide, area.top(), wide - v.theme.px(GAP), area.height()), pictures


def _boxes(v: View, room: QRectF, pictures: list[tuple[int, Picture]]) -> Iterator[tuple[int, Picture, QRectF]]:
    """Where each picture is drawn, one below the other."""
    t = v.theme
    high = (room.height() - t.px(HEAD)) / MOST_PICTURES
    for row, (k, one) in enumerate(pictures):
        yield k, one, QRectF(room.left(), room.top() + t.px(HEAD) + row * high, room.width(), high - t.px(FOOT))


def _remove(sheet: Sheet, n: int, k: int) -> None:
    sheet.edited.emit(lambda job: remove_picture(job, n, k), tr("picture removed"), -1)
