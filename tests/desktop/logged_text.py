"""A paint device that draws nothing and writes down every text that was painted on it, where, and how large."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QPoint, QPointF, QRectF, QSize
from PyQt6.QtGui import QFontMetricsF, QPaintDevice, QPaintEngine, QPaintEngineState, QPainter, QRegion, QTextItem, QTransform
from PyQt6.QtWidgets import QWidget

from isostat.desktop.pieces.number import Number


@dataclass(frozen=True)
class PaintedText:
    """A text and the box of its ink, in the coordinates of the device."""

    text: str
    box: QRectF


class _Log(QPaintEngine):
    def __init__(self) -> None:
        super().__init__(QPaintEngine.PaintEngineFeature.AllFeatures)
        self.texts: list[PaintedText] = []
        self.transform = QTransform()

    def begin(self, device: QPaintDevice | None) -> bool:
        return True

    def end(self) -> bool:
        return True

    def type(self) -> QPaintEngine.Type:
        return QPaintEngine.Type.User

    def updateState(self, state: QPaintEngineState) -> None:
        self.transform = state.transform()

    def drawTextItem(self, at: QPointF, item: QTextItem) -> None:
        text = item.text()
        if text.strip():
            ink = QFontMetricsF(item.font()).tightBoundingRect(text).translated(at)
            self.texts.append(PaintedText(text, self.transform.mapRect(ink)))

    def drawPixmap(self, *_: object) -> None:
        pass

    def drawImage(self, *_: object) -> None:
        pass

    def drawPath(self, *_: object) -> None:
        pass

    def drawPolygon(self, *_: object) -> None:
        pass

    def drawLines(self, *_: object) -> None:
        pass

    def drawRects(self, *_: object) -> None:
        pass

    def drawEllipse(self, *_: object) -> None:
        pass

    def drawPoints(self, *_: object) -> None:
        pass

    def drawTiledPixmap(self, *_: object) -> None:
        pass


_KINDS = QPaintDevice.PaintDeviceMetric
_METRICS = {
    _KINDS.PdmDepth: 32,
    _KINDS.PdmNumColors: 1 << 24,
    _KINDS.PdmDpiX: 96,
    _KINDS.PdmDpiY: 96,
    _KINDS.PdmPhysicalDpiX: 96,
    _KINDS.PdmPhysicalDpiY: 96,
    _KINDS.PdmDevicePixelRatio: 1,
    _KINDS.PdmDevicePixelRatioScaled: 65536,
}


class LogDevice(QPaintDevice):
    """As large as a widget."""

    def __init__(self, size: QSize) -> None:
        super().__init__()
        self.log = _Log()
        self._kinds = _METRICS | {_KINDS.PdmWidth: size.width(), _KINDS.PdmHeight: size.height()}

    def paintEngine(self) -> QPaintEngine:
        return self.log

    def metric(self, metric: QPaintDevice.PaintDeviceMetric) -> int:
        return self._kinds.get(metric, 1)


_NUMBERS: dict[tuple[object, int, int], list[PaintedText]] = {}


def painted_texts(widget: QWidget) -> list[PaintedText]:
    """What a widget paints itself, its children apart, in its own coordinates.

    Shown text follows from its look and size alone, so that one is painted once.
    """
    if isinstance(widget, Number):
        key = widget.look, widget.width(), widget.height()
        if key not in _NUMBERS:
            _NUMBERS[key] = _painted(widget)
        return _NUMBERS[key]
    return _painted(widget)


def _painted(widget: QWidget) -> list[PaintedText]:
    device = LogDevice(widget.size())
    widget.render(device, QPoint(), QRegion(), QWidget.RenderFlag(0))
    return device.log.texts


def stroked_texts(sheet: QWidget) -> list[PaintedText]:
    """What a sheet writes among its strokes, which it keeps as a picture."""
    device = LogDevice(sheet.size())
    painter = QPainter(device)
    sheet.draw(painter, sheet.view)  # type: ignore[attr-defined]
    painter.end()
    return device.log.texts
