"""Strokes that recur on every sheet: arrows, dimensions, hatches, case glyphs, marks."""

from __future__ import annotations

from functools import cache

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QImage, QPainter, QPainterPath, QPen, QPixmap, QPolygonF

from isostat.assess.judgement import Grade
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View


def arrow(p: QPainter, tip: QPointF, way: QPointF) -> None:
    """A slim filled head, 8 x 5 with a notched tail; `way` is the unit vector that it points along."""
    side = QPointF(-way.y(), way.x())
    tail = tip - way * 8
    p.setBrush(p.pen().color())
    p.drawPolygon(QPolygonF([tip, tail + side * 2.5, tail + way * 2, tail - side * 2.5]))


def dimension(p: QPainter, theme: Theme, a: QPointF, b: QPointF, role: str = "ink") -> None:
    """A dimension line from a to b; arrows point inward from outside where the span is short."""
    p.setPen(pen(theme, role, 0.8))
    line = QLineF(a, b)
    if line.length() < 1:
        return
    way = QPointF(line.dx(), line.dy()) / line.length()
    p.drawLine(line)
    if line.length() >= 24:
        arrow(p, a, way * -1)
        arrow(p, b, way)
    else:
        p.drawLine(QLineF(a - way * 14, a))
        p.drawLine(QLineF(b + way * 14, b))
        arrow(p, a, way)
        arrow(p, b, way * -1)


def hatch(p: QPainter, area: QRectF, colour: QColor, gap: float, *, crossed: bool = False, width: float = 0.7) -> None:
    """Strokes at 45 degrees over an area, both ways where crossed; from a tile, so that a large area costs no more."""
    p.fillRect(area, QBrush(_tile(colour.name(), gap, crossed, width)))


@cache
def _tile(colour: str, gap: float, crossed: bool, width: float) -> QPixmap:
    """One period of a hatch: its side is the gap's diagonal in whole pixels, its corners meet the next tile's."""
    side = max(round(gap * 1.414), 3)
    tile = QPixmap(side, side)
    tile.fill(Qt.GlobalColor.transparent)
    painter = QPainter(tile)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(QPen(QColor(colour), width))
    for shift in (-side, 0, side):
        painter.drawLine(QLineF(shift - 1, side + 1, shift + side + 1, -1))
        if crossed:
            painter.drawLine(QLineF(shift - 1, -1, shift + side + 1, side + 1))
    painter.end()
    return tile


def bracket(p: QPainter, theme: Theme, a: QPointF, b: QPointF, *, role: str, width: float = 1.4, lip: float = 4.0) -> None:
    """A band from a to b, along or across, with a lip at either end that points to the right or down."""
    p.setPen(pen(theme, role, width))
    turn = QPointF(0, lip) if abs(b.x() - a.x()) > abs(b.y() - a.y()) else QPointF(lip, 0)
    p.drawLine(QLineF(a, b))
    for end in (a, b):
        p.drawLine(QLineF(end, end + turn))


def ground(p: QPainter, theme: Theme, left: float, right: float, y: float) -> None:
    """The floor: a 2 px line with strokes under it."""
    p.setPen(pen(theme, "ink", 2.0))
    p.drawLine(QLineF(left, y, right, y))
    p.setPen(pen(theme, "ink2", 0.6))
    x = left + 4
    while x < right - 8:
        p.drawLine(QLineF(x + 6, y + 2, x, y + 8))
        x += 14


class SignPainter(QPainter):
    """Remembers where a load case's sign stands and its word, so that a sheet can say it on hover."""

    def __init__(self, device: QImage) -> None:
        super().__init__(device)
        self.signs: list[tuple[QPointF, str]] = []


def case_sign(p: QPainter, v: View, case: int, at: QPointF, r: float, ink: str = "ink", ground: str = "sheet") -> None:
    """The sign of a load case of a view; a sheet's painter remembers its word. ink, ground: roles of colour."""
    case_glyph(p, v.glyph(case), at, r, v.theme.colour(ink), v.theme.colour(ground))
    if isinstance(p, SignPainter):
        p.signs.append((p.transform().map(at), v.case_word(case)))


def case_glyph(p: QPainter, kind: str, at: QPointF, r: float, ink: QColor, inside: QColor) -> None:
    """One sign, from a kept picture, on the nearest whole pixel."""
    device = p.device()
    grown = p.transform().m11() * (1.0 if device is None else device.devicePixelRatioF())
    picture = _glyph(kind, r, ink.name(), inside.name(), grown)
    half = picture.width() / picture.devicePixelRatio() / 2
    p.drawPixmap(QPointF(round(at.x() - half), round(at.y() - half)), picture)


@cache
def _glyph(kind: str, r: float, ink: str, inside: str, ratio: float) -> QPixmap:
    side = 2 * round(r + 3)
    picture = QPixmap(round(side * ratio), round(side * ratio))
    picture.setDevicePixelRatio(ratio)
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    _draw_glyph(painter, kind, QPointF(side / 2, side / 2), r, QColor(ink), QColor(inside))
    painter.end()
    return picture


def _draw_glyph(p: QPainter, kind: str, at: QPointF, r: float, ink: QColor, inside: QColor) -> None:
    p.setPen(QPen(ink, 1.5))
    p.setBrush(inside)
    box = QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r)
    match kind:
        case "floor":
            p.drawPolygon(QPolygonF([at + QPointF(-r, -r), at + QPointF(r, -r), at + QPointF(0, r * 0.8)]))
            p.drawLine(QLineF(at.x() - r, at.y() + r, at.x() + r, at.y() + r))
        case "square" | "half square":
            p.drawRect(box.adjusted(0.5, 0.5, -0.5, -0.5))
            if kind == "half square":
                p.fillRect(QRectF(box.left(), at.y(), 2 * r, r), ink)
        case "diamond":
            p.drawPolygon(QPolygonF([at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)]))
        case "half diamond":
            p.drawPolygon(QPolygonF([at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)]))
            p.setBrush(ink)
            p.drawPolygon(QPolygonF([at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)]))
        case "triangle":
            p.drawPolygon(QPolygonF([at + QPointF(0, -r), at + QPointF(r, r * 0.8), at + QPointF(-r, r * 0.8)]))
        case "before":
            p.drawLine(QLineF(box.topLeft(), box.bottomRight()))
            p.drawLine(QLineF(box.bottomLeft(), box.topRight()))
        case _:
            if kind == "disc":
                p.setBrush(ink)
            p.drawEllipse(box)
            if kind == "half":
                p.setBrush(ink)
                p.drawChord(box, 180 * 16, 180 * 16)


def mark(p: QPainter, theme: Theme, grade: Grade, at: QPointF, size: float, letter: str = "") -> None:
    """Octagon, triangle or ring: fault, watch or note, with the finding's letter where it fits."""
    r = size / 2
    if grade is Grade.FAULT:
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(theme.colour("fault_fill"))
        k = r * 0.414
        p.drawPolygon(
            QPolygonF([at + QPointF(x, y) for x, y in ((-k, -r), (k, -r), (r, -k), (r, k), (k, r), (-k, r), (-r, k), (-r, -k))])
        )
        ink = theme.colour("on_fault")
    elif grade is Grade.WATCH:
        p.setPen(QPen(theme.colour("watch"), 1))
        p.setBrush(theme.colour("watch_fill"))
        p.drawPolygon(QPolygonF([at + QPointF(0, -r), at + QPointF(r * 1.1, r * 0.85), at + QPointF(-r * 1.1, r * 0.85)]))
        ink = QColor("#1E2226")
    else:
        p.setPen(QPen(theme.colour("ink"), 1.3))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawEllipse(at, r, r)
        ink = theme.colour("ink")
    if letter and size > 14:
        p.setPen(ink)
        p.setFont(theme.font(11.5 / theme.scale, 700))
        drop = r * 0.25 if grade is Grade.WATCH else 0
        p.drawText(QRectF(at.x() - r, at.y() - r + drop, size, size), Qt.AlignmentFlag.AlignCenter, letter)


def grounds_mark(p: QPainter, theme: Theme, at: QPointF, *, measured: bool) -> None:
    """A disc where everything is measured, half of it where some is assumed."""
    p.setPen(pen(theme, "ink", 1.3))
    p.setBrush(theme.colour("ink") if measured else Qt.BrushStyle.NoBrush)
    p.drawEllipse(at, 5, 5)
    if not measured:
        p.setBrush(theme.colour("ink"))
        p.drawChord(QRectF(at.x() - 5, at.y() - 5, 10, 10), 90 * 16, 180 * 16)


def target_mark(p: QPainter, theme: Theme, at: QPointF) -> None:
    """A small arrow that points right at a height."""
    p.setPen(pen(theme, "accent", 1.0))
    p.setBrush(theme.colour("accent"))
    p.drawPolygon(QPolygonF([at, at + QPointF(-8, -4), at + QPointF(-8, 4)]))


def tyre(p: QPainter, theme: Theme, at: QPointF, r: float) -> None:
    """A wheel from the side: tyre, rim, hub."""
    p.setPen(pen(theme, "ink", 2.0))
    p.setBrush(theme.colour("tyre"))
    p.drawEllipse(at, r, r)
    p.setPen(pen(theme, "ink", 1.25))
    p.setBrush(theme.colour("sheet"))
    p.drawEllipse(at, r * 0.55, r * 0.55)
    p.setPen(pen(theme, "ink2", 0.6))
    p.drawEllipse(at, r * 0.17, r * 0.17)
    p.drawLine(QLineF(at.x() - r * 0.3, at.y(), at.x() + r * 0.3, at.y()))
    p.drawLine(QLineF(at.x(), at.y() - r * 0.3, at.x(), at.y() + r * 0.3))


def polyline(points: list[QPointF], *, closed: bool = False) -> QPainterPath:
    """A path through points."""
    path = QPainterPath(points[0])
    for point in points[1:]:
        path.lineTo(point)
    if closed:
        path.closeSubpath()
    return path
