"""How a kind of spring stands on the Spring page: beside the chart, below it, and what the hand can drag on the curve."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.travel.landmarks import landmarks
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.chart import SpringChart
from isostat.desktop.spring.pick import lay_pick
from isostat.desktop.view import View

Draw = Callable[[QPainter], None]
RATE_NUDGE, LENGTH_NUDGE = 1000.0, 0.001
RATE_PER_PX, LENGTH_PER_PX = 250.0, 0.0005


@dataclass(frozen=True, slots=True, kw_only=True)
class Room:
    """Where a kind may place itself for one axle, and what of the step it may turn.

    part: beside the chart. panel: top of what lies below it. posture, pose: how the part is drawn, of several ways.
    shelf, look: what the panel shows beside its fields. read_table: asks for a CSV.
    """

    sheet: Sheet
    axle: int
    part: QRectF
    panel: float
    posture: str
    pose: Callable[[int], object]
    shelf: str
    look: Callable[[str], object]
    read_table: Callable[[], object]


@dataclass(frozen=True, slots=True)
class Drag:
    """Something on the curve that the hand can drag. sign: the shape of its grip."""

    key: str
    sign: str
    at: QPointF
    words: str
    handle: Handle


class SpringPage(ABC):
    """A kind of spring on the page."""

    def lay_rate(self, sheet: Sheet, v: View, axle: int) -> None:
        """Below the head: how the rate is picked."""
        lay_pick(sheet, v, axle)

    @abstractmethod
    def lay(self, room: Room, v: View) -> Draw:
        """Places part and panel; what it gives back draws the part."""

    def drags(self, sheet: Sheet, v: View, axle: int, chart: SpringChart) -> Iterator[Drag]:
        """What can be dragged, left wheel; the curve has it where its number shows."""
        yield from ()


def hanging_at(v: View, axle: int, chart: SpringChart) -> QPointF:
    """Where the curve of the left wheel begins to be felt, hanging."""
    return chart.on_curve(landmarks(v.a, axle, 0).hanging_m + 0.004)
